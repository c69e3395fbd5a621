"""The work of a seam: what its plan keeps to go on by, and what its run writes down."""

from typing import Literal

from pydantic import Field

from pellak.core.answer.working import Record
from pellak.core.seam.filler import FillerValues
from pellak.core.seam.groove_drawing import GrooveDrawing
from pellak.core.seam.tacks import TacksValues
from pellak.core.seam.tacks_given import MOST_TACKS, Measured, TacksGiven

KIND: Literal["seam"] = "seam"
MOST_MEASURED = 60


class TackPlan(Record):
    """What was asked of the tacks reckoner, and its answer: asked again once gaps are measured."""

    given: TacksGiven
    values: TacksValues


class SeamPaced(Record):
    """The minutes a run's are held against, and the factor of the log that is in them, after how
    many seams."""

    family: str
    planned_min: float
    factor: float
    seams: int


class SeamWork(Record):
    """Tacks, filler and groove; each null where the seam has none.

    `paced` is null where nobody but the person at the torch set the pace, or no length is told.
    """

    kind: Literal["seam"] = KIND
    tacks: TackPlan | None = None
    filler: FillerValues | None = None
    groove: GrooveDrawing | None = None
    paced: SeamPaced | None = None


class SeamLog(Record):
    """How far the tacks are made, and what was measured between rounds."""

    kind: Literal["seam"] = KIND
    done: int = Field(default=0, ge=0, le=MOST_TACKS)
    measured: list[Measured] = Field(default_factory=list, max_length=MOST_MEASURED)


class SeamNow(Record):
    """The tacks as they stand, after what was measured between them."""

    kind: Literal["seam"] = KIND
    tacks: TacksValues | None
