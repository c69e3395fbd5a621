"""The work of facing: what its plan keeps to go on by, and what its run writes down."""

from typing import Literal

from pydantic import Field

from pellak.core.answer.working import Record
from pellak.core.overlay.given import OverlayGiven
from pellak.core.overlay.overlay import OverlayValues

KIND: Literal["overlay"] = "overlay"
Pores = Literal["none", "few", "many"]
Cracks = Literal["none", "fine", "through"]
Colour = Literal["even", "patchy"]


class OverlayWork(Record):
    """What was asked of the overlay, its answer, and what of each alloy lies in the rack."""

    kind: Literal["overlay"] = KIND
    given: OverlayGiven
    values: OverlayValues
    held_kg: dict[str, float] = Field(default_factory=dict)
    """Rod in the rack, by alloy group."""


class AsCooled(Record):
    """What the overlay looked like as it cooled."""

    colour: Colour
    pores: Pores
    cracks: Cracks
    lifted: bool


class OverlayLog(Record):
    """Layers laid, feathers looked at before them, and what was found."""

    kind: Literal["overlay"] = KIND
    feathers: int = Field(default=0, ge=0, le=6)
    done: int = Field(default=0, ge=0, le=6)
    found: AsCooled | None = None


class OverlayNow(Record):
    """The overlay as it stands: layers laid of how many, and what to do about what was found."""

    kind: Literal["overlay"] = KIND
    values: OverlayValues
    done: int
    count: int
    says: list[str]
