"""Marks along a length, drawn at full size, to lay on the work: tacks, heat spots."""

import csv
import io
from collections.abc import Sequence

from pellak.core.working import short

MARK_MM = 3.0
ROUND_RULER_MM = 10.0
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


def tape_svg(marks: Marks, length_mm: float) -> str:
    """Return the tape as SVG at 1:1: a line with a mark and number at every place."""
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
    ruler = min(100.0, length_mm // ROUND_RULER_MM * ROUND_RULER_MM or length_mm)
    lines.append(
        f'<path class="ruler" d="M0 12H{ruler:.3f}M0 10V14M{ruler:.3f} 10V14" stroke="#000" '
        f'stroke-width="0.35" fill="none"/><text x="0" y="18" font-size="4" '
        f'font-family="sans-serif">check: {short(ruler)} mm</text>'
    )
    return "\n".join([*lines, "</svg>\n"])
