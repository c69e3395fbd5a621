"""What is practised, in which order, and what is to be done again today."""

from collections.abc import Sequence
from typing import Literal

from pellak.core.answer.working import Record
from pellak.core.practice.coupons import coupons
from pellak.core.practice.flame.targets import FLAME_TARGETS
from pellak.core.practice.orders import ORDERS, OrderDrill
from pellak.core.practice.puddle.tasks import PUDDLE_TASKS

PASSED_AT = 80.0
"""Points from which an exercise counts as done."""
MOST_TODAY = 4
FIRST_PAUSE_DAYS, LONGEST_PAUSE_DAYS = 1, 64
SPACING_SOURCE = "spaced repetition: what was done well is asked again after twice the time"
RungKind = Literal["flame", "look", "order", "puddle", "coupon"]
ORDERS_LAST = ("order-cylinder-change",)
"""Sequences that come after the flames; all others are known before the first is lit."""


class Rung(Record):
    """One exercise of the ladder."""

    id: str
    kind: RungKind
    label: str
    about: str


def _order(drill: OrderDrill) -> Rung:
    return Rung(id=drill.id, kind="order", label=drill.label, about=drill.about)


LADDER: tuple[Rung, ...] = (
    *(_order(drill) for drill in ORDERS if drill.id not in ORDERS_LAST),
    *(
        Rung(id=target.id, kind="flame", label=target.label, about=target.about)
        for target in FLAME_TARGETS
    ),
    Rung(
        id="read-flames", kind="look", label="Read the flame",
        about="Ten flames as they look: say how much oxygen each has, and see how far off you are.",
    ),
    *(
        Rung(id=task.id, kind="puddle", label=task.label, about=task.about)
        for task in PUDDLE_TASKS
    ),
    *(
        Rung(id=one.id, kind="coupon", label=one.label, about=one.about)
        for one in coupons().values()
    ),
    *(_order(drill) for drill in ORDERS if drill.id in ORDERS_LAST),
)  # fmt: skip


class ExerciseTried(Record):
    """One try of an exercise: the day, counted since 1970, and its points of a hundred."""

    rung: str
    day: int
    points: float


class Standing(Record):
    """Where somebody stands with an exercise; days since 1970, null where there is none.

    `today` says whether it is among what to do today, `why` in words why.
    """

    rung: Rung
    tries: int = 0
    best: float | None = None
    last: float | None = None
    last_day: int | None = None
    due_day: int | None = None
    passed: bool = False
    today: bool = False
    why: str = ""


def ladder() -> dict[str, Rung]:
    """Return every exercise, by id, in order."""
    return {rung.id: rung for rung in LADDER}


def due_day(tries: Sequence[ExerciseTried]) -> int | None:
    """Return the day an exercise is to be done again; None before it was tried.

    What went wrong comes again the same day; what went well after a day, then after twice as many
    each time it goes well again on the day it was due or later. Source: SPACING_SOURCE.

    Args:
        tries: oldest first, each with its day and points

    >>> due_day([]) is None
    True
    """
    due: int | None = None
    pause = FIRST_PAUSE_DAYS
    for one in tries:
        if one.points < PASSED_AT:
            due, pause = one.day, FIRST_PAUSE_DAYS
        elif due is None or one.day >= due:
            due, pause = one.day + pause, min(LONGEST_PAUSE_DAYS, 2 * pause)
    return due


def standings(tries: Sequence[ExerciseTried], today: int) -> list[Standing]:
    """Return where somebody stands on the ladder.

    Args:
        tries: every try of theirs, oldest first.
        today: the day it is, counted since 1970.

    Source: rungs and what is wanted next: judgement; spacing by SPACING_SOURCE

    >>> len(standings([], 20_000)) == len(LADDER)
    True
    """
    found = [_standing(rung, [one for one in tries if one.rung == rung.id]) for rung in LADDER]
    wanted: dict[str, str] = {}
    for one in sorted(found, key=lambda s: s.last if s.last is not None else 200.0):
        if one.due_day is not None and one.due_day <= today:
            wanted[one.rung.id] = (
                "went well a while ago: does it still?"
                if one.last is not None and one.last >= PASSED_AT
                else "did not go well last time"
            )
    fresh = next((one for one in found if one.tries == 0), None)
    if fresh is not None:
        wanted[fresh.rung.id] = "the next step of the ladder"
    # The weakest first; one place is kept for something new.
    again = [one for one in wanted if fresh is None or one != fresh.rung.id]
    names = again[: MOST_TODAY - 1 if fresh else MOST_TODAY] + ([fresh.rung.id] if fresh else [])
    chosen = {name: wanted[name] for name in names}
    return [
        one.model_copy(update={"today": one.rung.id in chosen, "why": chosen.get(one.rung.id, "")})
        for one in found
    ]


def _standing(rung: Rung, tries: Sequence[ExerciseTried]) -> Standing:
    if not tries:
        return Standing(rung=rung)
    points = [one.points for one in tries]
    return Standing(
        rung=rung, tries=len(tries), best=max(points), last=points[-1], last_day=tries[-1].day,
        due_day=due_day(tries), passed=max(points) >= PASSED_AT,
    )  # fmt: skip
