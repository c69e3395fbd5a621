"""What a photo of a run is for, and lengths measured on it by a scale laid over it."""

import math
from typing import Literal

from pydantic import Field

from pellak.core.answer.working import Number, Record, Working

PhotoSlot = Literal["fit-up", "flame", "tip", "front", "back", "colour", "line", "dressed"]
SLOTS: dict[PhotoSlot, str] = {
    "fit-up": "Fit-up",
    "flame": "Flame",
    "tip": "Tip",
    "front": "Front",
    "back": "Back",
    "colour": "Colour after cooling",
    "line": "Line with bow",
    "dressed": "After dressing",
}
TAP_PX = 4.0
"""How far a finger or a pointer misses the edge it means, in pixels of the photo as it is kept."""
SHORTEST_SCALE_PX = 20.0


class PhotoPoint(Record):
    """A place on a photo: shares of its width and height, from the top left."""

    x: Number = Field(ge=0, le=1)
    y: Number = Field(ge=0, le=1)


class PhotoScale(Record):
    """Two places on something whose length is known, mm."""

    a: PhotoPoint
    b: PhotoPoint
    length_mm: Number = Field(gt=0, le=10_000)


class PhotoLength(Record):
    """Two places between which a length is wanted, and what it is a length of."""

    a: PhotoPoint
    b: PhotoPoint
    name: str = Field(default="", max_length=60)


class PhotoMarks(Record):
    """What was marked on a photo: its scale, and lengths."""

    scale: PhotoScale | None = None
    lengths: list[PhotoLength] = Field(default_factory=list, max_length=20)


class MeasuredLength(Record):
    """A length measured on a photo, mm, with its range and working; None without a scale that
    carries it."""

    name: str
    length_mm: float | None
    low_mm: float | None
    high_mm: float | None
    working: list[Working]


def measured(marks: PhotoMarks, width_px: int, height_px: int) -> list[MeasuredLength]:
    """Return the lengths marked on a photo of `width_px` by `height_px` pixels, mm.

    Valid where scale and length lie in one plane square to the camera; each end may be off by
    `TAP_PX` pixels, which gives the range. Source: similar triangles, errors in quadrature.

    Args:
        marks: the scale and the lengths
        width_px: of the photo
        height_px: of the photo

    >>> measured(PhotoMarks.model_construct(scale=None, lengths=[]), 800, 600)
    []
    """

    def pixels(one: PhotoScale | PhotoLength) -> float:
        return math.hypot((one.a.x - one.b.x) * width_px, (one.a.y - one.b.y) * height_px)

    scale_px = pixels(marks.scale) if marks.scale else 0.0
    lengths = []
    for one in marks.lengths:
        if marks.scale is None or scale_px < SHORTEST_SCALE_PX:
            lengths.append(MeasuredLength(name=one.name, length_mm=None, low_mm=None, high_mm=None,
                                       working=[]))  # fmt: skip
            continue
        wide = pixels(one)
        length_mm = marks.scale.length_mm * wide / scale_px
        off = TAP_PX * math.sqrt(2)
        spread_mm = marks.scale.length_mm / scale_px * math.hypot(off, off * wide / scale_px)
        low, high = max(0.0, length_mm - spread_mm), length_mm + spread_mm
        lengths.append(
            MeasuredLength(
                name=one.name, length_mm=length_mm, low_mm=low, high_mm=high,
                working=[
                    Working(
                        name="length_mm", value=length_mm, unit="mm", low=low, high=high,
                        formula="L_scale * px / px_scale",
                        inserted=f"{marks.scale.length_mm:g} * {wide:.0f} / {scale_px:.0f}",
                        source="similar triangles; scale and length in one plane, square to the "
                        "camera; each tap within 4 px",
                    )
                ],
            )
        )  # fmt: skip
    return lengths
