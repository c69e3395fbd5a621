"""Marks along a length, drawn at full size, to lay on the work: tacks, heat spots."""

import csv
import io
from collections.abc import Sequence
from typing import NamedTuple

from pellak.core.answer.working import short

MARK_MM = 3.0
MARGIN_MM = 15.0
Marks = Sequence[tuple[int, float]]
"""Number and distance along, mm, of each."""


def marks_csv(marks: Marks) -> str:
    """Return marks in their order as CSV, lengths in mm."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(["n", "at_mm"])
    writer.writerows([n, f"{at:.2f}"] for n, at in marks)
    return out.getvalue()


class Ruler(NamedTuple):
    """The check ruler of a tape: its length, the distance of its marks, how many to a long one."""

    words: str
    length_mm: float
    mark_mm: float
    longer_each: int


RULERS = {"metric": Ruler("100 mm", 100.0, 10.0, 5), "inch": Ruler("4 in", 101.6, 12.7, 2)}


def ruler_for(length_mm: float, system: str) -> Ruler:
    """Return a system's ruler, cut to whole marks where what is drawn is shorter than it.

    Args:
        length_mm: of what is drawn, mm, above 0
        system: metric or inch

    Source: whole marks of a ruler

    >>> ruler_for(250.0, 'metric').length_mm, ruler_for(37.0, 'metric').length_mm
    (100.0, 30.0)
    """
    usual = RULERS[system]
    if length_mm >= usual.length_mm or length_mm < usual.mark_mm:
        return usual
    marks = int(length_mm // usual.mark_mm)
    words = f"{10 * marks} mm" if system == "metric" else f"{short(marks / 2)} in"
    return usual._replace(words=words, length_mm=marks * usual.mark_mm)


def tape_svg(marks: Marks, length_mm: float, system: str = "metric") -> str:
    """Return the tape as SVG at 1:1: a line with a mark and number at every place.

    `system`, metric or inch, is that of the check ruler.

    Args:
        marks: of the piece
        length_mm: of the tape
        system: metric or inch, that of the check ruler

    Source: definition

    >>> from pellak.core.kinds.kind import Marks
    >>> tape_svg([(1, 20.0)], 100.0, 'metric')[:4]
    '<svg'
    """
    wide, high = length_mm + 2 * MARGIN_MM, 40.0
    lines = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide:.3f}mm" height="{high:g}mm" '
        f'viewBox="{-MARGIN_MM:g} -20 {wide:.3f} {high:g}">',
        f'<path d="M0 0H{length_mm:.3f}" stroke="#000" stroke-width="0.35" fill="none"/>',
    ]
    for n, at in marks:
        lines.append(
            f'<path class="mark" d="M{at:.3f} {-MARK_MM:g}V{MARK_MM:g}" stroke="#000" '
            f'stroke-width="0.5"/><text x="{at:.3f}" y="-5" font-size="4" '
            f'text-anchor="middle" font-family="sans-serif">{n}</text>'
        )
    ruler = ruler_for(length_mm, system)
    end = f"{ruler.length_mm:.3f}"
    lines.append(
        f'<path class="ruler" d="M0 12H{end}M0 10V14M{end} 10V14" stroke="#000" '
        f'stroke-width="0.35" fill="none"/><text x="0" y="18" font-size="4" '
        f'font-family="sans-serif">check: {ruler.words}</text>'
    )
    return "\n".join([*lines, "</svg>\n"])
