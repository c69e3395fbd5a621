"""Marks along a length at full size, tiled over pages with a check ruler on each."""

import io
import math

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from pellak.core.piece.tape import RULERS, Marks, Ruler
from pellak.core.reading.measures import System, measure
from pellak.paper.lettering import BOLD, REGULAR, draw_text, load_fonts, spelt
from pellak.paper.sheet import INK, MUTE, SIZES, PaperSize

EDGE_MM = 12.0
OVERLAP_MM = 10.0
"""Printed twice, on both sheets, and laid over each other along the dashed line."""
STRIP_MM = 34.0
MARK_MM = 4.0


def tape_pdf(
    marks: Marks,
    length_mm: float,
    name: str,
    what: str,
    size: PaperSize = "a4",
    system: System = "metric",
) -> bytes:
    """Return a PDF that measures true when it is printed at 100 %, strips stacked on its pages.

    Args:
        marks: number and place of each.
        length_mm: the length they lie along.
        name: the job, written on every page.
        what: what is marked, such as tacks.
        size: the paper, used on its side.
        system: the units of its ruler.
    """
    load_fonts()
    high, wide = SIZES[size]
    each = wide / mm - 2 * EDGE_MM - OVERLAP_MM
    strips = max(1, math.ceil(length_mm / each - 1e-9))
    per_page = max(1, int((high / mm - 2 * EDGE_MM - 16) // STRIP_MM))
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=(wide, high), invariant=True, initialFontName=REGULAR)
    canvas.setTitle(spelt(f"{name}, {what} at full size"))
    for strip in range(strips):
        if strip and strip % per_page == 0:
            canvas.showPage()
        if strip % per_page == 0:
            _page_head(
                canvas,
                f"{name}, {what} at full size, {strip // per_page + 1} of "
                f"{math.ceil(strips / per_page)}",
                RULERS[system],
                high,
            )
        top = high - (EDGE_MM + 22 + (strip % per_page) * STRIP_MM) * mm
        _strip(canvas, strip, strips, each, length_mm, marks, top, system)
    canvas.showPage()
    canvas.save()
    return out.getvalue()


def _page_head(canvas: Canvas, head: str, ruler: Ruler, high: float) -> None:
    y = high - EDGE_MM * mm
    canvas.setFillColor(INK)
    draw_text(canvas, EDGE_MM * mm, y - 6, head, BOLD, 10)
    canvas.setFillColor(MUTE)
    head_text = (
        f"Print at 100 %. Measure the ruler: if it is not {ruler.words}, the template is not true."
    )
    draw_text(canvas, EDGE_MM * mm, y - 17, head_text, REGULAR, 8)
    left, low = (EDGE_MM + 150) * mm, y - 12
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(0.8)
    canvas.line(left, low, left + ruler.length_mm * mm, low)
    for tick in range(round(ruler.length_mm / ruler.mark_mm) + 1):
        x = left + tick * ruler.mark_mm * mm
        canvas.line(x, low, x, low + (3 if tick % ruler.longer_each else 5))
    draw_text(canvas, left, low - 9, "0", REGULAR, 8)
    ends = left + ruler.length_mm * mm
    draw_text(canvas, ends, low - 9, ruler.words, REGULAR, 8, from_right=1)


def _strip(
    canvas: Canvas, strip: int, strips: int, each: float, seam_mm: float,
    marks: Marks, top: float, system: System,
) -> None:  # fmt: skip
    start = strip * each
    end = min(seam_mm, start + each + OVERLAP_MM)
    left, y = EDGE_MM * mm, top - 12 * mm

    def x(at: float) -> float:
        return float(left + (at - start) * mm)

    canvas.setStrokeColor(INK)
    canvas.setLineWidth(0.9)
    canvas.line(x(start), y, x(end), y)
    canvas.setFillColor(MUTE)
    strip_text = f"strip {strip + 1} of {strips}, from {measure(start, 'mm', system, 4)}"
    draw_text(canvas, left, y - 8 * mm, strip_text, REGULAR, 7)
    canvas.setDash(2, 2)
    canvas.setLineWidth(0.5)
    for seamline in [start] * (strip > 0) + [start + each] * (strip + 1 < strips):
        canvas.line(x(seamline), y - 6 * mm, x(seamline), y + 6 * mm)
    canvas.setDash()
    canvas.setLineWidth(1.1)
    canvas.setFillColor(INK)
    for n, at in marks:
        if start - 1e-6 <= at <= end + 1e-6:
            canvas.line(x(at), y - MARK_MM * mm, x(at), y + MARK_MM * mm)
            draw_text(canvas, x(at), y + (MARK_MM + 1.2) * mm, str(n), BOLD, 8, from_right=0.5)
