"""The faced part on the job card: cut across, layer on layer, with their heights."""

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from pellak.core.model.kinds.overlay.drawing import FacedDrawing
from pellak.core.reading.measures import System, measure
from pellak.paper.lettering import REGULAR, draw_text
from pellak.paper.sheet import CONE, INK, LINE

WORDS_PT = 8
LAYERS_HIGH = 0.3
BASE_HIGH = 0.32


def draw_faced(
    canvas: Canvas,
    drawing: FacedDrawing,
    x: float,
    y: float,
    width: float,
    height: float,
    system: System,
) -> None:
    """Draw a faced part in a box of the page, points from its lower left corner."""
    canvas.setStrokeColor(INK)
    canvas.setFillColor(INK)
    if not drawing.layers:
        draw_text(
            canvas,
            x,
            y + height / 2,
            "Part, base and wear are still to be told.",
            REGULAR,
            WORDS_PT,
        )
        return
    wide = 0.62 * width
    top_mm = drawing.layers[-1].to_mm
    scale = LAYERS_HIGH * height / top_mm
    base = y + 0.12 * height
    floor = base + BASE_HIGH * height
    canvas.setFillColor(LINE)
    canvas.rect(x, base, wide, BASE_HIGH * height, fill=1)
    part_text = f"part, {measure(drawing.thickness_mm or 0, 'wall', system)}"
    canvas.setFillColor(INK)
    draw_text(canvas, x + wide + 3 * mm, base + 1 * mm, part_text, REGULAR, WORDS_PT)
    if drawing.buffer_mm:
        canvas.rect(x, floor, wide, drawing.buffer_mm * scale)
        draw_text(canvas, x + wide + 3 * mm, floor + 1 * mm, "built up first", REGULAR, WORDS_PT)
    for number, layer in enumerate(drawing.layers, start=1):
        low, high = floor + layer.from_mm * scale, floor + layer.to_mm * scale
        canvas.setStrokeColor(CONE)
        canvas.roundRect(x, low, wide, high - low, 1.5 * mm)
        draw_text(
            canvas,
            x + wide + 3 * mm,
            (low + high) / 2 - 3,
            f"{number}: {measure(layer.to_mm - layer.from_mm, 'mm', system)}, "
            f"{layer.hrc_low:.0f} to {layer.hrc_high:.0f} HRC",
            REGULAR,
            WORDS_PT,
        )
    canvas.setStrokeColor(INK)
    across = drawing.width_mm or drawing.diameter_mm
    if across:
        draw_text(
            canvas,
            x,
            y,
            f"{measure(across, 'mm', system)} across; layers drawn taller",
            REGULAR,
            WORDS_PT,
        )
