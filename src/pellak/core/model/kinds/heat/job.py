"""What is asked of a part that is heated."""

from typing import Annotated, Literal

from pydantic import Field

from pellak.core.answer.working import Number
from pellak.core.body.body import Shape
from pellak.core.body.cool_given import CoolIn
from pellak.core.body.media import Insulation
from pellak.core.body.purposes import PropertyClass, Purpose
from pellak.core.model.job_base import Angle, JobBase, Length, Measure, Temperature
from pellak.core.preheat.case import Restraint

Mass = Annotated[Number | None, Measure("mass")]
Lagging = Literal["none"] | Insulation
HeatedFrom = Literal["one", "all"]
Carries = Literal["nothing", "replaced", "used-again"]
TubeCount = Literal["1", "2", "3", "4", "5", "6"]


class HeatJob(JobBase):
    """A part that is heated. `thickness_mm` is its wall; `diameter_mm` that outside, of a tube of
    a cluster too; `body_kg` weighs a casting. `inner_mm` is how long what sits in the bore is."""

    kind: Literal["heat"] = "heat"
    purpose: Purpose = "warm-through"
    shape: Shape = "casting"
    thickness_mm: Length = Field(default=None, ge=0.3, le=400)
    length_mm: Length = Field(default=None, ge=3, le=10_000)
    width_mm: Length = Field(default=None, ge=3, le=10_000)
    height_mm: Length = Field(default=None, ge=3, le=10_000)
    diameter_mm: Length = Field(default=None, ge=2, le=5000)
    bore_mm: Length = Field(default=None, ge=1, le=5000)
    heated_mm: Length = Field(default=None, ge=5, le=2000)
    tube_count: TubeCount | None = None
    body_kg: Mass = Field(default=None, gt=0, le=10_000)
    target_c: Temperature = Field(default=None, ge=30, le=1050)
    lagging: Lagging | None = None
    heated_from: HeatedFrom | None = None
    restraint: Restraint | None = None
    cool_in: CoolIn | None = None
    inner_mm: Length = Field(default=None, ge=2, le=10_000)
    interference_mm: Length = Field(default=None, ge=0, le=2)
    property_class: PropertyClass | None = None
    carries: Carries | None = None
    radius_mm: Length = Field(default=None, ge=1, le=5000)
    angle_deg: Angle = Field(default=None, ge=1, le=270)

    @property
    def wall_mm(self) -> float | None:
        """The wall as told; of a solid body its least measure, of a ring its section."""
        if self.shape == "ring" and self.diameter_mm and self.bore_mm:
            return (self.diameter_mm - self.bore_mm) / 2
        solid = {"block": (self.length_mm, self.width_mm, self.height_mm),
                 "cylinder": (self.diameter_mm,)}.get(self.shape)  # fmt: skip
        if solid is None:
            return self.thickness_mm
        return min((side for side in solid if side is not None), default=None)
