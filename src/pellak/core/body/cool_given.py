"""What is asked of cooling: the body, from what heat, in what, and how fast it may fall."""

from typing import Literal

from pydantic import Field, model_validator

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Number
from pellak.core.body.body import body_of
from pellak.core.body.chain import Shells
from pellak.core.body.cooling import Cooling
from pellak.core.body.media import media
from pellak.core.body.soak_given import BodyHeat

CoolIn = Literal[
    "still-air", "dry-sand", "lime", "vermiculite", "clay-granules", "blanket", "furnace-ramp"
]
TOUCH_C = 50.0
"""A bare hand rests on metal this warm for a minute: EN ISO 13732-1 says 51 °C."""
IRON_LIMIT_C_PER_H = 50.0
RAMP_TO_C = 300.0
WATCH_C = {"aluminium": (300.0, 100.0), "aluminium-cast": (300.0, 100.0)}
WATCH_OTHERS_C = (600.0, 300.0)
UNEVENNESS = {"still-air": 0.5, "furnace-ramp": 0.1}
UNEVENNESS_BURIED = 0.3
"""How much faster a thin part cools than the whole, where the walls are not told."""


class CoolGiven(BodyHeat):
    """A hot body and where it cools. `thin_wall_mm` beside its wall tells how uneven it is; the
    fall is watched from `watch_from_c` to `watch_to_c`, by metal unless told."""

    start_c: Number = Field(ge=60, le=1100)
    medium: CoolIn = "still-air"
    medium_thickness_mm: Number | None = Field(default=None, ge=10, le=1000)
    medium_start_c: Number | None = Field(default=None, ge=-20, le=400)
    ramp_c_per_h: Number | None = Field(default=None, ge=1, le=2000)
    ramp_to_c: Number = Field(default=RAMP_TO_C, ge=50, le=900)
    watch_from_c: Number | None = Field(default=None, ge=60, le=1100)
    watch_to_c: Number | None = Field(default=None, ge=30, le=1000)
    limit_c_per_h: Number | None = Field(default=None, ge=1, le=5000)
    touch_c: Number = Field(default=TOUCH_C, ge=40, le=70)
    unevenness: Number | None = Field(default=None, ge=0, le=1.5)
    thin_wall_mm: Number | None = Field(default=None, ge=0.3, le=400)

    @model_validator(mode="after")
    def _falls(self) -> "CoolGiven":
        if self.touch_c <= self.ambient_c + 2:
            raise ValueError("touch_c over the room's temperature: it never falls under that")
        if self.start_c <= self.touch_c:
            raise ValueError(
                f"start_c over {say.c(self.touch_c)}: below, a hand rests on it already"
            )
        if self.medium == "furnace-ramp" and self.ramp_c_per_h is None:
            raise ValueError("ramp_c_per_h: how fast the furnace is let down")
        return self

    @property
    def watch_c(self) -> tuple[float, float]:
        """The range in which the fall is watched, from hot to cool, within the run."""
        usual = WATCH_C.get(self.family, WATCH_OTHERS_C)
        top = min(self.watch_from_c or usual[0], self.start_c)
        return top, self.watch_to_c or usual[1]

    @property
    def limit(self) -> float | None:
        """The rule's fastest fall, °C/h: irons have one, others only where told."""
        if self.limit_c_per_h is not None:
            return self.limit_c_per_h
        return IRON_LIMIT_C_PER_H if self.family.endswith("-iron") else None

    @property
    def unevenness_share(self) -> float:
        """How much faster its thin parts fall than the whole: 2 (1 - r) / (1 + r)."""
        if self.unevenness is not None:
            return self.unevenness
        if self.thin_wall_mm is not None and self.wall_mm is not None:
            ratio = min(self.thin_wall_mm, self.wall_mm) / max(self.thin_wall_mm, self.wall_mm)
            return 2 * (1 - ratio) / (1 + ratio)
        return UNEVENNESS.get(self.medium, UNEVENNESS_BURIED)


def cooling_of(
    given: CoolGiven, *, loss_factor: float = 1.0, medium_factor: float = 1.0
) -> Cooling:
    """Return the run to make, its factors times those told.

    Args:
        given: the hot body and where it cools
        loss_factor: times the bare loss
        medium_factor: times the conductivity of what it lies in

    Source: the factors are ratios of measured to reckoned

    >>> given = CoolGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron', start_c=600)
    >>> cooling_of(given).start_c
    600.0
    """
    body, shells = body_of(given), None
    filling = media().get(given.medium)
    if filling is not None:
        if body.fin is not None:
            raise Refused("medium", given.medium, "still-air: tubes are not buried, they would bow")
        shells = Shells(
            body, filling, (given.medium_thickness_mm or filling.thickness_mm) / 1000,
            k_factor=given.medium_factor * medium_factor,
        )  # fmt: skip
    ambient = given.ambient_c
    return Cooling(
        body=body, start_c=given.start_c, room_c=ambient, end_c=given.touch_c, shells=shells,
        shells_start_c=ambient if given.medium_start_c is None else given.medium_start_c,
        ramp_c_per_h=given.ramp_c_per_h if given.medium == "furnace-ramp" else None,
        ramp_to_c=max(given.ramp_to_c, given.touch_c), unevenness=given.unevenness_share,
        loss_factor=given.loss_factor * loss_factor,
    )  # fmt: skip
