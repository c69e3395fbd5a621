"""Tacks as a table and as a drawing at full size, to lay on the sheet."""

import csv
import io

from pellak.core.seam.tacks import TacksValues
from pellak.core.working import short

MARK_MM = 3.0
ROUND_RULER_MM = 10.0
MARGIN_MM = 15.0


def tacks_csv(values: TacksValues) -> str:
    """Return the tacks in the order they are made as CSV, lengths in mm, times in seconds."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(["n", "round", "at_mm", "x_mm", "y_mm", "wait_s"])
    for tack in values.tacks:
        writer.writerow(
            [tack.n, tack.round, f"{tack.at_mm:.2f}", f"{tack.x_mm:.2f}", f"{tack.y_mm:.2f}",
             "" if tack.wait_s is None else f"{tack.wait_s:.0f}"]
        )  # fmt: skip
    return out.getvalue()


def flat_places(values: TacksValues, seam_mm: float) -> list[tuple[int, float]]:
    """Return (number, distance along) of every mark on the flat template; a ring is unrolled.

    A ring's template wraps round it: its first tack is marked at both ends.
    """
    marks = [(tack.n, tack.at_mm) for tack in values.tacks]
    return [*marks, (1, seam_mm)] if values.closed else marks


def template_svg(values: TacksValues, seam_mm: float) -> str:
    """Return the template as SVG at 1:1: a line with a mark and number at every tack."""
    wide, high = seam_mm + 2 * MARGIN_MM, 40.0
    lines = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide:.3f}mm" height="{high:g}mm" '
        f'viewBox="{-MARGIN_MM:g} -20 {wide:.3f} {high:g}">',
        f'<path d="M0 0H{seam_mm:.3f}" stroke="#000" stroke-width="0.35" fill="none"/>',
    ]
    for n, at in flat_places(values, seam_mm):
        lines.append(
            f'<path class="tack" d="M{at:.3f} {-MARK_MM:g}V{MARK_MM:g}" stroke="#000" '
            f'stroke-width="0.5"/><text x="{at:.3f}" y="-5" font-size="4" '
            f'text-anchor="middle" font-family="sans-serif">{n}</text>'
        )
    ruler = min(100.0, seam_mm // ROUND_RULER_MM * ROUND_RULER_MM or seam_mm)
    lines.append(
        f'<path class="ruler" d="M0 12H{ruler:.3f}M0 10V14M{ruler:.3f} 10V14" stroke="#000" '
        f'stroke-width="0.35" fill="none"/><text x="0" y="18" font-size="4" '
        f'font-family="sans-serif">check: {short(ruler)} mm</text>'
    )
    return "\n".join([*lines, "</svg>\n"])
