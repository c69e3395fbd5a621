"""The joint in section, to scale, with its dimensions: the same shapes the page draws."""

from reportlab.lib.colors import HexColor
from reportlab.pdfgen.canvas import Canvas

from pellak.core.model.kinds.seam.drawing import SeamDrawing
from pellak.core.piece.joint_drawing import View
from pellak.core.piece.joint_shapes import Place, Role, Shape
from pellak.core.reading.measures import System, measure
from pellak.paper.lettering import NARROW, REGULAR, draw_text
from pellak.paper.sheet import CONE, INK, MUTE

METAL, FAR, POOL = HexColor("#c9c5b8"), HexColor("#e3dfd3"), HexColor("#8a9099")
FEATHER = HexColor("#b9d0f4")
FILLS = {"metal": METAL, "far": FAR, "hidden": None, "pool": POOL, "crack": None}
TYPE = 8.0


def draw_joint(
    canvas: Canvas, drawing: SeamDrawing, x: float, y: float, width: float, height: float,
    system: System,
) -> None:  # fmt: skip
    """Draw the joint into a box of points, dimensions listed under it."""
    picture = _picture(drawing)
    if picture is None:
        return
    shapes, view, torch_at, torch_deg = picture
    words = _dimension_words(drawing, system)
    foot = (TYPE + 2) * len(words) + 14
    above = (drawing.cone_mm or 6.0) + drawing.stand_off_mm + 3.0
    top = max(view.top, torch_at.y + above)
    wide, high = view.right - view.left, top - view.bottom
    scale = min(width / wide, (height - foot) / high)
    left = x + (width - scale * wide) / 2 - scale * view.left
    base = y + foot - scale * view.bottom

    for shape in shapes:
        path = canvas.beginPath()
        first, *rest = shape.points
        path.moveTo(left + scale * first.x, base + scale * first.y)
        for point in rest:
            path.lineTo(left + scale * point.x, base + scale * point.y)
        path.close()
        fill = FILLS[shape.role]
        canvas.setStrokeColor(INK)
        canvas.setLineWidth(0.9 if shape.role != "hidden" else 0.4)
        canvas.setDash(*([2, 2] if shape.role == "hidden" else []))
        if fill is not None:
            canvas.setFillColor(fill)
        canvas.drawPath(path, fill=int(fill is not None), stroke=1)
    canvas.setDash()
    _torch(canvas, drawing, left + scale * torch_at.x, base + scale * torch_at.y, torch_deg, scale)
    _scale_mark(canvas, x, y + foot - 8, scale, system)
    canvas.setFillColor(INK)
    for line, text in enumerate(words):
        draw_text(canvas, x, y + foot - 22 - line * (TYPE + 2), text, REGULAR, TYPE)


def _torch(
    canvas: Canvas, drawing: SeamDrawing, x: float, y: float, lean_deg: float, scale: float
) -> None:
    """Draw cone and feather at their lengths, leaned as the joint asks."""
    if drawing.cone_mm is None:
        return
    canvas.saveState()
    canvas.translate(x, y)
    canvas.rotate(-lean_deg)
    mouth = scale * (drawing.stand_off_mm + drawing.cone_mm)
    half = scale * (drawing.orifice_mm or 1.0) / 2
    for length, colour, wide in (
        (drawing.feather_mm or 0, FEATHER, 1.6),
        (drawing.cone_mm, CONE, 1.0),
    ):
        path = canvas.beginPath()
        path.moveTo(-wide * half, mouth)
        path.lineTo(0, mouth - scale * length)
        path.lineTo(wide * half, mouth)
        path.close()
        canvas.setFillColor(colour)
        canvas.drawPath(path, fill=1, stroke=0)
    canvas.setFillColor(MUTE)
    wall = scale * 1.1
    for side in (-1, 1):
        canvas.rect(
            side * half - (wall if side < 0 else 0), mouth, wall, scale * 2.6, stroke=0, fill=1
        )
    canvas.restoreState()


def _picture(drawing: SeamDrawing) -> tuple[list[Shape], View, Place, float] | None:
    """Return outlines, the box round them, where the torch points and its lean."""
    if drawing.joint is not None:
        joint = drawing.joint
        return joint.shapes, joint.view, joint.torch_at, joint.torch_deg
    t, arm, gap = drawing.thickness_mm, drawing.section_half_width_mm, drawing.root_gap_mm / 2
    if t is None:
        return None
    shapes = [_outline("metal", (side * gap, 0), (side * arm, 0), (side * arm, t), (side * gap, t))
              for side in (-1, 1)]  # fmt: skip
    if drawing.pool_mm is not None:
        near, far = drawing.pool_mm / 2, (drawing.root_mm or 0) / 2
        shapes.append(_outline("pool", (-near, t), (near, t), (far, 0), (-far, 0)))
    return shapes, View(left=-arm, bottom=0, right=arm, top=t), Place(x=0, y=t), 0.0


def _outline(role: Role, *points: tuple[float, float]) -> Shape:
    return Shape(role=role, points=[Place(x=x, y=y) for x, y in points])


def _dimension_words(drawing: SeamDrawing, system: System) -> list[str]:
    if drawing.joint is None:
        words = [f"Thickness {measure(drawing.thickness_mm or 0, 'wall', system)}"]
        if drawing.root_gap_mm:
            words.append(f"Gap {measure(drawing.root_gap_mm, 'mm', system)}")
        return words
    return [
        f"{d.label} {'?' if d.value is None else measure(d.value, d.shown_as, system)}"
        + (" (usual)" if d.usual and d.value is not None else "")
        for d in drawing.joint.dimensions
    ]


def _scale_mark(canvas: Canvas, x: float, y: float, scale: float, system: System) -> None:
    long_mm = 10.0 if system == "metric" else 12.7
    canvas.setStrokeColor(MUTE)
    canvas.setLineWidth(0.8)
    canvas.line(x, y, x + scale * long_mm, y)
    for end in (x, x + scale * long_mm):
        canvas.line(end, y - 2, end, y + 2)
    canvas.setFillColor(MUTE)
    length_text = measure(long_mm, "mm", system)
    draw_text(canvas, x + scale * long_mm + 4, y - 2.5, length_text, NARROW, TYPE - 0.5)
