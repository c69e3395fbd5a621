"""The work of a heating: what its plan keeps to go on by, and what its run writes down."""

from typing import Literal

from pydantic import Field

from pellak.core.answer.working import Number, Record
from pellak.core.body.cool import CoolValues
from pellak.core.body.cool_given import CoolIn
from pellak.core.body.free import FreeValues
from pellak.core.body.soak_given import SoakGiven
from pellak.core.body.soak_values import SoakValues

KIND: Literal["heat"] = "heat"


KnownBy = Literal["crayon", "thermometer", "colour"]


class HeatWork(Record):
    """What was asked of the body, how it warms, how it cools, and what it is heated for."""

    kind: Literal["heat"] = KIND
    given: SoakGiven
    soak: SoakValues
    free: FreeValues | None = None
    cool_in: CoolIn | None = None
    cool: CoolValues | None = None


class Warmth(Record):
    """A temperature told at the bench, and how it was known."""

    body_c: Number = Field(ge=-40, le=1300)
    by: KnownBy


class HeatLog(Record):
    """What was read of the body, in the order it was told; whether it came free."""

    kind: Literal["heat"] = KIND
    read: list[Warmth] = Field(default_factory=list, max_length=200)
    came_free: bool | None = None


class HeatNow(Record):
    """The heating as it stands: where it should go, what was read last, what to do."""

    kind: Literal["heat"] = KIND
    target_c: float
    stop_c: float
    planned_min: float | None
    best_moment_s: float | None
    what_next: list[str]
    last_c: float | None
    says: str
    loud: bool
    """Over its stop, or past what may be waited for: said loudly."""
