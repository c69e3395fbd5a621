"""Common sections: area, neutral axis and second moment about the axis a camber bends round."""

import math
from typing import Literal

from pydantic import Field, model_validator

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Number, Record

SectionKind = Literal["rect-tube", "round-tube", "flat", "angle", "tee", "i", "channel"]
SOURCE = "parallel-axis theorem over plain rectangles and circles; root radii left out"
NEEDS: dict[SectionKind, tuple[str, ...]] = {
    "rect-tube": ("width_mm", "depth_mm", "wall_mm"),
    "round-tube": ("depth_mm", "wall_mm"),
    "flat": ("width_mm", "depth_mm"),
    "angle": ("width_mm", "depth_mm", "wall_mm"),
    "tee": ("width_mm", "depth_mm", "wall_mm"),
    "i": ("width_mm", "depth_mm", "wall_mm"),
    "channel": ("width_mm", "depth_mm", "wall_mm"),
}


class Section(Record):
    """A section. `depth_mm` lies in the direction of the camber, `width_mm` across it.

    `wall_mm` is the wall of a tube and the web of the rest; a flange is as thick unless told.
    A flat's depth is its height in the plane it bows in, its width its thickness.
    """

    kind: SectionKind
    depth_mm: Number = Field(gt=0, le=3000)
    width_mm: Number | None = Field(default=None, gt=0, le=3000)
    wall_mm: Number | None = Field(default=None, gt=0, le=100)
    flange_mm: Number | None = Field(default=None, gt=0, le=100)

    @model_validator(mode="after")
    def _whole(self) -> "Section":
        for field in NEEDS[self.kind]:
            if getattr(self, field) is None:
                raise ValueError(f"{self.kind} needs {field}")
        return self


class SectionProperties(Record):
    """Area, mm²; height of the neutral axis over the bottom, mm; second moment, mm⁴."""

    area_mm2: float
    neutral_mm: float
    inertia_mm4: float


def _rectangles(section: Section) -> list[tuple[float, float, float]]:
    """Return (width, height, bottom) of the rectangles a section is made of."""
    d, b = section.depth_mm, section.width_mm or 0.0
    w = section.wall_mm or 0.0
    f = section.flange_mm or w
    match section.kind:
        case "rect-tube":
            return [(b, w, 0.0), (b, w, d - w), (2 * w, d - 2 * w, w)]
        case "angle":
            return [(b, f, 0.0), (w, d - f, f)]
        case "tee":
            return [(w, d - f, 0.0), (b, f, d - f)]
        case "i" | "channel":
            return [(b, f, 0.0), (w, d - 2 * f, f), (b, f, d - f)]
    return [(b, d, 0.0)]


def properties(section: Section) -> SectionProperties:
    """Return area, neutral axis and second moment. Raises Refused where walls fill the section."""
    if section.kind == "round-tube":
        outer, wall = section.depth_mm, section.wall_mm or 0.0
        inner = outer - 2 * wall
        if inner < 0:
            raise Refused("section.wall_mm", wall, f"at most half of {say.wall(outer, 6)}")
        area = math.pi / 4 * (outer**2 - inner**2)
        return SectionProperties(
            area_mm2=area,
            neutral_mm=outer / 2,
            inertia_mm4=math.pi / 64 * (outer**4 - inner**4),
        )
    parts = _rectangles(section)
    if any(width < 0 or height < 0 for width, height, _ in parts) or (
        section.kind != "flat" and (section.wall_mm or 0) > (section.width_mm or 0)
    ):
        raise Refused(
            "section.wall_mm", section.wall_mm, "walls that leave room inside the section"
        )
    area = sum(width * height for width, height, _ in parts)
    neutral = sum(w * h * (bottom + h / 2) for w, h, bottom in parts) / area
    inertia = sum(w * h**3 / 12 + w * h * (bottom + h / 2 - neutral) ** 2 for w, h, bottom in parts)
    return SectionProperties(area_mm2=area, neutral_mm=neutral, inertia_mm4=inertia)
