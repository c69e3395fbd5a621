"""The member on the job card: the side view with its bow drawn larger, spots and measures."""

from itertools import pairwise

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from pellak.core.model.kinds.straighten.drawing import MemberDrawing
from pellak.core.reading.measures import System, measure
from pellak.paper.lettering import REGULAR, draw_text
from pellak.paper.sheet import INK

SPOT_R = 2.2
WORDS_PT = 8


def draw_member(
    canvas: Canvas,
    drawing: MemberDrawing,
    x: float,
    y: float,
    width: float,
    height: float,
    system: System,
) -> None:
    """Draw a member in a box of the page, points from its lower left corner."""
    length = drawing.length_mm
    canvas.setStrokeColor(INK)
    canvas.setFillColor(INK)
    if length is None or not drawing.line:
        draw_text(
            canvas,
            x,
            y + height / 2,
            "Section, length and bow are still to be told.",
            REGULAR,
            WORDS_PT,
        )
        return
    scale = width / length
    # It bulges towards the face that is too long.
    up = -1 if drawing.face == "bottom" else 1
    bow = [(p.at_mm * scale, up * p.bow_mm * scale * drawing.exaggerated) for p in drawing.line]
    base = y + (0.8 if up < 0 else 0.35) * height
    canvas.setLineWidth(0.6)
    canvas.setDash(3, 2)
    canvas.line(x, base, x + width, base)
    canvas.setDash()
    canvas.setLineWidth(2)
    for (ax, ay), (bx, by) in pairwise(bow):
        canvas.line(x + ax, base + ay, x + bx, base + by)
    for number, at in enumerate(drawing.spots, start=1):
        place = at * scale
        high = next(by for bx, by in bow if bx >= place - 1e-6)
        canvas.circle(x + place, base + high, SPOT_R, fill=1)
        draw_text(
            canvas, x + place, base + high + 2 * mm, str(number), REGULAR, WORDS_PT, from_right=0.5
        )
    draw_text(
        canvas,
        x,
        y + 0.2 * height,
        f"Bow drawn {drawing.exaggerated} times larger; length {measure(length, 'mm', system, 4)}",
        REGULAR,
        WORDS_PT,
    )
    spots = ", ".join(measure(at, "mm", system, 4) for at in drawing.spots)
    draw_text(canvas, x, y + 0.08 * height, f"Spots at {spots or 'none'}", REGULAR, WORDS_PT)
