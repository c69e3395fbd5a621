"""What is asked of a part that is to be faced."""

from typing import Annotated, Literal

from pydantic import Field

from pellak.core.answer.working import Number
from pellak.core.model.job_base import JobBase, Length, Measure
from pellak.core.overlay.given import Part

Rubbed = Literal["nothing", "smooth", "grit", "stone"]
Hit = Literal["nothing", "knocks", "hammered"]
Hot = Literal["cold", "warm", "red"]
Wet = Literal["dry", "wet", "sea", "acid"]
Finish = Literal["left", "ground", "turned"]
LayerCount = Literal["1", "2", "3"]


class OverlayJob(JobBase):
    """A part whose working edge is faced. `thickness_mm` is that of the part beneath; `group` an
    alloy group, None while the wear is to advise it."""

    kind: Literal["overlay"] = "overlay"
    part: Part = "edge"
    length_mm: Length = Field(default=None, ge=2, le=20_000)
    width_mm: Length = Field(default=None, ge=2, le=2000)
    diameter_mm: Length = Field(default=None, ge=3, le=3000)
    thickness_mm: Length = Field(default=None, ge=0.3, le=300)
    body_kg: Annotated[Number | None, Measure("mass")] = Field(default=None, gt=0, le=5000)
    layer_mm: Length = Field(default=None, ge=0.5, le=8)
    height_mm: Length = Field(default=None, ge=0.5, le=60)
    layers: LayerCount | None = None
    group: Annotated[str | None, Field(max_length=20)] = None
    rubbed_by: Rubbed | None = None
    hit: Hit | None = None
    hot: Hot | None = None
    wet: Wet | None = None
    finish: Finish | None = None
