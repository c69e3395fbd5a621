"""The part to be heated on the job card: its outline to scale and how wide the flame is on it."""

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from pellak.core.model.kinds.heat.drawing import HeatedDrawing
from pellak.core.reading.measures import System, measure
from pellak.paper.lettering import REGULAR, draw_text
from pellak.paper.sheet import CONE, INK, LINE

WORDS_PT = 8
LINE_PT = 11


def draw_heated(
    canvas: Canvas,
    drawing: HeatedDrawing,
    x: float,
    y: float,
    width: float,
    height: float,
    system: System,
) -> None:
    """Draw a part to be heated in a box of the page, points from its lower left corner."""
    canvas.setStrokeColor(INK)
    canvas.setFillColor(INK)
    if drawing.wide_mm is None or drawing.high_mm is None:
        draw_text(
            canvas, x, y + height / 2, "Shape and sizes are still to be told.", REGULAR, WORDS_PT
        )
        return
    flame = drawing.flame_mm or 0.0
    room = 0.6 * width
    scale = min(room / max(drawing.wide_mm, flame), height / max(drawing.high_mm, flame))
    wide, high = drawing.wide_mm * scale, drawing.high_mm * scale
    at_x, at_y = x + room / 2, y + height / 2
    canvas.setFillColor(LINE)
    if drawing.shape in ("ring", "cluster"):
        canvas.circle(at_x, at_y, wide / 2, fill=1)
        if drawing.bore_mm:
            canvas.setFillGray(1)
            canvas.circle(at_x, at_y, drawing.bore_mm * scale / 2, fill=1)
    else:
        canvas.rect(at_x - wide / 2, at_y - high / 2, wide, high, fill=1)
    canvas.setStrokeColor(CONE)
    if flame:
        canvas.circle(at_x, at_y, flame * scale / 2)
    canvas.setFillColor(INK)
    said = [measure(drawing.wide_mm, "mm", system) + (" (guessed)" if drawing.guessed else "")]
    if flame:
        said.append(f"flame {measure(flame, 'mm', system)} wide")
    if drawing.target_c is not None:
        said.append(f"to {measure(drawing.target_c, '°C', system)}")
    said.append("from one side" if drawing.one_side else "from all round")
    for number, words in enumerate(said):
        draw_text(
            canvas, x + room + 3 * mm, y + height - (number + 1) * LINE_PT, words, REGULAR, WORDS_PT
        )
