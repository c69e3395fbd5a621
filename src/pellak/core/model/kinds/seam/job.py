"""What is asked of a seam."""

from collections.abc import Mapping
from typing import Annotated, ClassVar, Literal

from pydantic import Field, model_validator

from pellak.core.answer.working import Number
from pellak.core.body.cool_given import CoolIn
from pellak.core.body.media import Insulation
from pellak.core.model.job_base import (
    Angle,
    DirectionChoice,
    Flow,
    JobBase,
    Length,
    Listed,
    Measure,
    Names,
    RunChoice,
    TackChoice,
    Temperature,
)
from pellak.core.preheat.case import Restraint
from pellak.core.preheat.choose import PreheatSchool
from pellak.core.reading.pipes import pipe_measures
from pellak.core.reading.places import read_places
from pellak.core.seam.groove import EdgeForm
from pellak.core.tables import Joint


def _corners(text: str, family: str) -> list[float]:
    """Return the places typed as `200, 340 mm; 2 ft`: where a seam turns."""
    return read_places("corners_mm", text, family)


class SeamJob(JobBase):
    """A seam."""

    one_or_the_other: ClassVar[Mapping[str, str]] = {
        "travel_mm_per_min": "seam_min",
        "seam_min": "travel_mm_per_min",
    }
    kind: Literal["seam"] = "seam"
    joint: Joint = "butt"
    length_mm: Length = Field(default=None, ge=5, le=50_000)
    root_gap_mm: Length = Field(default=None, ge=0, le=6)
    upstand_mm: Length = Field(default=None, ge=0.5, le=50)
    leg_mm: Length = Field(default=None, ge=0.5, le=50)
    overlap_mm: Length = Field(default=None, ge=1, le=500)
    thickness_mm: Annotated[Length, Names(pipe_measures)] = Field(default=None, ge=0.3, le=25)
    outside_diameter_mm: Annotated[Length, Names(pipe_measures)] = Field(
        default=None, ge=4, le=2000
    )
    branch_deg: Angle = Field(default=None, ge=20, le=160)
    included_angle_deg: Angle = Field(default=None, ge=30, le=120)
    root_face_mm: Length = Field(default=None, ge=0, le=20)
    restraint: Restraint | None = None
    rod_diameter_mm: Length = Field(default=None, ge=0.5, le=12)
    travel_mm_per_min: Annotated[Number | None, Measure("speed")] = Field(
        default=None, ge=0.5, le=5000
    )
    preheat_c: Temperature = Field(default=None, ge=30, le=800)
    tack_pitch_mm: Length = Field(default=None, ge=3, le=500)
    tack_hold_s: Annotated[Number | None, Measure("time")] = Field(default=None, ge=0.3, le=600)
    seam_min: Annotated[Number | None, Measure("minutes")] = Field(default=None, ge=0.02, le=6000)
    body_kg: Annotated[Number | None, Measure("mass")] = Field(default=None, gt=0, le=10_000)
    head_l_per_h: Flow = Field(default=None, ge=20, le=20_000)
    lagging: Literal["none"] | Insulation | None = None
    cool_in: CoolIn | None = None
    rod: str | None = Field(default=None, max_length=40)
    preheat: PreheatSchool | None = None
    tacks: TackChoice | None = None
    direction: DirectionChoice | None = None
    run: RunChoice | None = None
    edge_form: EdgeForm | None = None
    corners_mm: Annotated[list[Annotated[Number, Field(gt=0, le=50_000)]], Listed(_corners)] = (
        Field(default_factory=list, max_length=40)
    )

    @model_validator(mode="after")
    def _check_gap(self) -> "SeamJob":
        # Jobs kept before a gap could be untold hold nought that nobody typed.
        if self.root_gap_mm == 0 and "root_gap_mm" not in self.typed:
            object.__setattr__(self, "root_gap_mm", None)
        return self
