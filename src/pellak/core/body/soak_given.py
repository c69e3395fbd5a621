"""What is asked of a soak: the body, how hot, which head, what lies round it, what it may bear."""

import math
from typing import Literal

from pydantic import Field, model_validator

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Number, Record
from pellak.core.body.body import BodyGiven, body_of
from pellak.core.body.chain import Shells
from pellak.core.body.media import Insulation, insulations
from pellak.core.body.soaking import Soaking
from pellak.core.body.spread import LIMITED, Restraint, spread_limit_c

SWEPT, SWEPT_IN_BOX = 0.8, 0.95
FLAME_SIGMA, FLAME_SIGMA_PAST = 0.27, 0.40
"""Spread of what a flame gives, as a natural logarithm; more where half of it goes past."""
LOSS_SIGMA, AREA_SIGMA, HEAT_SIGMA, SPREAD_SIGMA = 0.15, 0.10, 0.06, 0.3


class InsulationGiven(Record):
    """What lies round a body while it is heated; its own thickness and cover unless told."""

    kind: Insulation
    thickness_mm: Number | None = Field(default=None, ge=5, le=500)
    covered: Number | None = Field(default=None, ge=0.05, le=0.98)


class BodyHeat(BodyGiven):
    """A body and what was learnt of its heat: factors 1 until runs were logged."""

    ambient_c: Number = Field(default=20.0, ge=-30, le=45)
    restraint: Restraint = "medium"
    loss_factor: Number = Field(default=1.0, ge=0.2, le=5)
    loss_sigma: Number | None = Field(default=None, ge=0, le=1)
    medium_factor: Number = Field(default=1.0, ge=0.2, le=5)
    medium_sigma: Number | None = Field(default=None, ge=0, le=1)

    def sigma_of_loss(self) -> float:
        """Return the spread of the bare loss, as a natural logarithm: a casting's skin is less
        sure than a plate's."""
        if self.loss_sigma is not None:
            return float(self.loss_sigma)
        return math.hypot(LOSS_SIGMA, AREA_SIGMA) if self.shape == "casting" else LOSS_SIGMA


class SoakGiven(BodyHeat):
    """A body under a heating head. `limit` says whether its spread is held; left out, by metal."""

    target_c: Number = Field(ge=30, le=1100)
    start_c: Number | None = Field(default=None, ge=-30, le=900)
    acetylene_l_per_h: Number = Field(ge=20, le=20_000)
    heated_from: Literal["one", "all"] = "one"
    swept_fraction: Number | None = Field(default=None, ge=0.05, le=0.98)
    insulation: InsulationGiven | None = None
    limit: Literal["spread", "none"] | None = None
    flame_factor: Number = Field(default=1.0, ge=0.2, le=5)
    flame_sigma: Number | None = Field(default=None, ge=0, le=1)

    @model_validator(mode="after")
    def _rises(self) -> "SoakGiven":
        if self.target_c <= self.begins_c:
            raise ValueError(f"target_c over where it starts, {say.c(self.begins_c)}")
        return self

    @property
    def begins_c(self) -> float:
        """Where it starts: the room's temperature unless told."""
        return self.ambient_c if self.start_c is None else self.start_c

    @property
    def held(self) -> bool:
        """Whether the spread is held to its limit."""
        if self.limit is not None:
            return self.limit == "spread" and self.shape != "cluster"
        return self.family in LIMITED and self.shape != "cluster"

    def sigma_of_flame(self, capture: float) -> float:
        """Return the spread of what the flame gives, as a natural logarithm: more where `capture`
        says that some of it goes past."""
        if self.flame_sigma is not None:
            return float(self.flame_sigma)
        return FLAME_SIGMA if capture >= 1 else FLAME_SIGMA_PAST


def soaking_of(
    given: SoakGiven,
    *,
    flame_factor: float = 1.0,
    loss_factor: float = 1.0,
    medium_factor: float = 1.0,
    insulation: InsulationGiven | None = None,
    limited: bool = True,
) -> Soaking:
    """Return the run to make, its factors times those told; another `insulation` where named.

    Args:
        given: body, head and target
        flame_factor: times the flame's heat
        loss_factor: times the bare loss
        medium_factor: times the conductivity of what it lies in
        insulation: another than given, or None
        limited: whether the spread is held

    Source: the factors are ratios of measured to reckoned

    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> soaking_of(given, flame_factor=1.1).start_c
    20.0
    """
    body, laid = body_of(given), insulation or given.insulation
    if laid is not None and given.shape == "cluster":
        raise Refused("insulation", laid.kind, "nothing: a cluster of tubes stands free")
    shells = None
    if laid is not None:
        filling = insulations()[laid.kind]
        shells = Shells(
            body, filling, (laid.thickness_mm or filling.thickness_mm) / 1000,
            laid.covered or filling.covers, given.medium_factor * medium_factor,
        )  # fmt: skip
    boxed = laid is not None and laid.kind == "brick-box"
    return Soaking(
        body=body, acetylene_l_per_h=given.acetylene_l_per_h, start_c=given.begins_c,
        room_c=given.ambient_c, swept=given.swept_fraction or (SWEPT_IN_BOX if boxed else SWEPT),
        one_side=given.heated_from == "one", shells=shells, boxed=boxed,
        limit_c=spread_limit_c(body, given.restraint) if limited and given.held else None,
        flame_factor=given.flame_factor * flame_factor,
        loss_factor=given.loss_factor * loss_factor,
    )  # fmt: skip
