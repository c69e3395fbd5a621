"""The drawing of a faced part: in section with its layers on it, flame and feather to scale."""

from typing import Literal

from pydantic import Field

from pellak.core import say
from pellak.core.answer.working import Record, short
from pellak.core.overlay.given import Part
from pellak.core.piece.box import Box


class DrawnLayer(Record):
    """A layer in section: where it begins and ends above the base, mm, and how hard it is."""

    from_mm: float
    to_mm: float
    hrc_low: float
    hrc_high: float


class FacedDrawing(Record):
    """A faced part, cut across its width, in millimetres; the flame beside it at its own scale."""

    kind: Literal["faced"] = "faced"
    part: Part
    length_mm: float | None = None
    width_mm: float | None = None
    diameter_mm: float | None = None
    thickness_mm: float | None = None
    round_mm: float = 0.0
    """The radius corners are given before anything is laid over them."""
    buffer_mm: float = 0.0
    layers: list[DrawnLayer] = Field(default_factory=list)
    cone_mm: float | None = None
    feather_mm: float | None = None
    tip_mm: float | None = None
    boxes: list[Box] = Field(default_factory=list)
    text: str


def drawing_text(part: str, layers: list[DrawnLayer], feather_ratio: float | None) -> str:
    """Return the drawing in words.

    Args:
        part: what is faced
        layers: from the base up
        feather_ratio: feather over cone, None where it is not told

    Source: drawing only

    >>> len(drawing_text('edge', [], None)) > 0
    True
    """
    if not layers:
        return f"A part with {part} to be faced; not all is told yet."
    flame = f" Feather {short(feather_ratio, 2)} times the cone." if feather_ratio else ""
    many = "one layer" if len(layers) == 1 else f"{len(layers)} layers"
    return f"A part with {part} faced in {many}, {say.mm(layers[-1].to_mm)} high in all.{flame}"
