"""The drawing of a member: its section, its bow drawn larger by a stated factor, its spots."""

from typing import Literal

from pydantic import Field

from pellak.core import say
from pellak.core.answer.working import Record
from pellak.core.member.kink import LongFace, Pattern
from pellak.core.member.section import Section, SectionKind
from pellak.core.member.straighten_given import Attached
from pellak.core.piece.box import Box

POINTS = 41
SHOWN_SHARE = 0.2
"""The bow is drawn at most this share of the length high."""
FACTORS = (1, 2, 5, 10, 20, 50, 100, 200, 500)


class BowPoint(Record):
    """A place along the member and the bow there, mm."""

    at_mm: float
    bow_mm: float


class MemberDrawing(Record):
    """A member seen from the side. `exaggerated` is how much larger the bow is drawn."""

    kind: Literal["member"] = "member"
    section: SectionKind
    depth_mm: float | None = None
    width_mm: float | None = None
    wall_mm: float | None = None
    length_mm: float | None = None
    face: LongFace = "top"
    line: list[BowPoint] = Field(default_factory=list)
    exaggerated: int = 1
    spots: list[float] = Field(default_factory=list)
    welds: list[Attached] = Field(default_factory=list)
    brackets: list[float] = Field(default_factory=list)
    pattern: Pattern = "spot"
    boxes: list[Box] = Field(default_factory=list)
    text: str


def exaggeration(length_mm: float, bow_mm: float) -> int:
    """Return the plain factor that draws a bow some fifth of the length high.

    Args:
        length_mm: of the member, above 0
        bow_mm: at its worst, 0 or more

    Source: drawing only

    >>> exaggeration(1000.0, 5.0), exaggeration(1000.0, 0.0)
    (20, 500)
    """
    wanted = SHOWN_SHARE * length_mm / max(bow_mm, 1e-6)
    return max(factor for factor in FACTORS if factor <= max(1.0, wanted))


def even_bow(length_mm: float, bow_mm: float) -> list[BowPoint]:
    """Return a bow as even as many small kinks make it, a parabola through both ends.

    Args:
        length_mm: of the member
        bow_mm: at its worst

    Source: many even kinks make a parabola

    >>> [point.bow_mm for point in even_bow(1000.0, 8.0)][::10][:2]
    [0.0, 6.0]
    """
    return [
        BowPoint(at_mm=length_mm * x, bow_mm=4 * bow_mm * x * (1 - x))
        for x in (n / (POINTS - 1) for n in range(POINTS))
    ]


def member_text(section: Section, length_mm: float, bow_mm: float, spots: list[float]) -> str:
    """Return the drawing in words; `spots` are places along the member, mm.

    Args:
        section: of the member
        length_mm: of it
        bow_mm: at its worst
        spots: places along it, mm

    Source: definition

    >>> from pellak.core.member.section import Section
    >>> from pellak.core.reading.measures import said
    >>> flat = Section(kind='flat', depth_mm=50.0, width_mm=6.0)
    >>> said(member_text(flat, 3000.0, 12.0, [1500.0]), 'metric')[:36]
    'A flat 50 mm deep and 3000 mm long, '
    """
    where = ", ".join(say.mm(at, 4) for at in spots) or "none"
    return (
        f"A {section.kind} {say.mm(section.depth_mm, 4)} deep and {say.mm(length_mm, 5)} long, "
        f"bowed {say.mm(bow_mm)}. Spots of the next round at {where}."
    )


def missing_text(section: SectionKind, stated_count: int) -> str:
    """Return the drawing in words while only `stated_count` of its measures are stated.

    Args:
        section: which kind
        stated_count: measures stated, from 0

    Source: drawing only

    >>> len(missing_text('angle', 0)) > 0
    True
    """
    return f"A {section}, {stated_count} of its measures told so far."
