"""The piece on the job card: one way to draw it for each drawing a plan may carry."""

from collections.abc import Callable, Mapping
from typing import Any

from reportlab.pdfgen.canvas import Canvas

from pellak.core.model.kinds.heat.drawing import HeatedDrawing
from pellak.core.model.kinds.overlay.drawing import FacedDrawing
from pellak.core.model.kinds.seam.drawing import SeamDrawing
from pellak.core.model.kinds.straighten.drawing import MemberDrawing
from pellak.core.model.kinds.unions import Drawing
from pellak.core.reading.measures import System
from pellak.paper.faced_picture import draw_faced
from pellak.paper.heated_picture import draw_heated
from pellak.paper.joint_picture import draw_joint
from pellak.paper.member_picture import draw_member

_DRAWN: Mapping[type, Callable[..., Any]] = {
    SeamDrawing: draw_joint,
    MemberDrawing: draw_member,
    FacedDrawing: draw_faced,
    HeatedDrawing: draw_heated,
}


def draw_piece(
    canvas: Canvas,
    drawing: Drawing,
    x: float,
    y: float,
    width: float,
    height: float,
    system: System,
) -> None:
    """Draw a piece in a box of the page, points from its lower left corner."""
    _DRAWN[type(drawing)](canvas, drawing, x, y, width, height, system)
