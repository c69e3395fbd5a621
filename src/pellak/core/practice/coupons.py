"""Real coupons: what is welded, what an instructor looks at, and what the looks are worth."""

import tomllib
from collections.abc import Sequence
from functools import cache
from importlib.resources import files
from typing import Any

from pydantic import Field

from pellak.core import marks
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.practice.score import ScorePart


class CouponLook(Record):
    """One thing an instructor looks at: its points of a hundred, and why it is looked at."""

    id: str
    text: str
    points: float
    why: str


class Coupon(Record):
    """A piece to weld while learning; `job` is what is planned for it, null where no two pieces
    are joined."""

    id: str
    label: str
    about: str
    looks: list[CouponLook]
    job: dict[str, Any] | None = None


class CouponJudged(Record):
    """What a coupon was worth, and its parts."""

    points: float
    parts: list[ScorePart]


class CouponReported(Record):
    """What an instructor found good of somebody's coupon, by the looks' ids."""

    who: str = Field(min_length=1, max_length=60)
    judged_by: str = Field(min_length=1, max_length=60)
    good: list[str] = Field(max_length=20)


@cache
def coupons() -> dict[str, Coupon]:
    """Return every coupon, by id, in the order they are welded."""
    text = files("pellak.core.tables").joinpath("coupons.toml").read_text(encoding="utf-8")
    rows = [Coupon.model_validate(one) for one in tomllib.loads(marks.of_table(text))["coupon"]]
    return {one.id: one for one in rows}


def coupon_named(name: str) -> Coupon:
    """Return a coupon. Raises Refused where there is none such."""
    if name not in coupons():
        raise Refused("coupon", name, "a coupon of the ladder")
    return coupons()[name]


def coupon_judged(coupon: Coupon, good: Sequence[str], judged_by: str) -> CouponJudged:
    """Return what a coupon is worth by what was good of it.

    Raises Refused where something was found good that nobody looks at.
    """
    looks = {look.id: look for look in coupon.looks}
    for name in good:
        if name not in looks:
            raise Refused("good", name, "a look of this coupon")
    parts = [
        ScorePart(
            label=look.text, most=look.points, why=look.why,
            points=look.points if look.id in good else 0.0,
        )
        for look in coupon.looks
    ]  # fmt: skip
    points = sum(part.points for part in parts)
    by = ScorePart(label="Looked at by", points=0.0, most=0.0, why=judged_by)
    return CouponJudged(points=points, parts=[*parts, by])
