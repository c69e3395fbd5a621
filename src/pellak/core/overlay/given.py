"""What is asked of a part that is to be faced: its base, its area, its wear, the layers wanted."""

import math
from typing import Literal

from pydantic import Field

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Number, Record
from pellak.core.metal.alloy import Metal
from pellak.core.metal.analysed import named_or_analysed
from pellak.core.metal.composition import Percent
from pellak.core.overlay.layers import Technique
from pellak.core.overlay.wear import Wear
from pellak.core.tables import MetalFamily

Part = Literal["edge", "face", "round", "point"]
Need = Number


class WearGiven(Record):
    """What the work does to the part, each from 0, nothing, to 5."""

    abrasion: Need = Field(default=0.0, ge=0, le=5)
    impact: Need = Field(default=0.0, ge=0, le=5)
    corrosion: Need = Field(default=0.0, ge=0, le=5)
    heat: Need = Field(default=0.0, ge=0, le=5)

    def wear(self) -> Wear:
        """Return it as the ranking takes it."""
        return Wear(**self.model_dump())


class OverlayGiven(Record):
    """A part and the overlay wanted. `length_mm` and `width_mm` of an edge or a face; `diameter_mm`
    and `width_mm` round a shaft; `diameter_mm` at its base and `length_mm` of a point.

    Without `group` the first of those ranked for `wear` is taken. `height_mm` wanted over the base
    may take more than the layers allowed: what is over is built up first.
    """

    alloy: str | None = Field(default=None, max_length=60)
    composition: dict[str, Percent] | None = Field(default=None, max_length=20)
    family: MetalFamily | None = None
    part: Part = "edge"
    length_mm: Number | None = Field(default=None, ge=2, le=20_000)
    width_mm: Number | None = Field(default=None, ge=2, le=2000)
    diameter_mm: Number | None = Field(default=None, ge=3, le=3000)
    thickness_mm: Number = Field(default=12.0, ge=0.3, le=300)
    body_kg: Number | None = Field(default=None, gt=0, le=5000)
    start_c: Number = Field(default=20.0, ge=-20, le=400)
    layers: int | None = Field(default=None, ge=1, le=6)
    layer_mm: Number | None = Field(default=None, ge=0.5, le=8)
    height_mm: Number | None = Field(default=None, ge=0.5, le=60)
    group: str | None = Field(default=None, max_length=20)
    wear: WearGiven | None = None
    turned: bool = False
    technique: Technique = "sweat"
    rod_diameter_mm: Number | None = Field(default=None, ge=1, le=12)
    acetylene_l_per_h: Number | None = Field(default=None, ge=50, le=20_000)

    def metal(self) -> Metal:
        """Return the base. Raises Refused unless it is named exactly one way."""
        return named_or_analysed(self.alloy, self.composition, self.family)

    def size(self, field: Literal["length_mm", "width_mm", "diameter_mm"]) -> float:
        """Return a measure this part is told by. Raises Refused where it is not told."""
        value = getattr(self, field)
        if value is None:
            raise Refused(field, None, f"a length: the {self.part} is told by it")
        return float(value)

    def strip_mm(self) -> float:
        """Return how wide a strip is laid at one go, mm; a point is laid in strips to its tip."""
        if self.part == "point":
            return self.size("diameter_mm")
        return min(self.size("width_mm"), self.length_mm or self.size("width_mm"))

    def area_mm2(self) -> float:
        """Return the area that is faced, mm2; a point is faced all round, tip to base."""
        if self.part == "round":
            return math.pi * self.size("diameter_mm") * self.size("width_mm")
        if self.part == "point":
            radius = self.size("diameter_mm") / 2
            return math.pi * radius * math.hypot(radius, self.size("length_mm"))
        return self.size("length_mm") * self.size("width_mm")
