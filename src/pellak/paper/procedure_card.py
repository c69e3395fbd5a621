"""A shop procedure on one page: for the wall beside the bench, or the folder of the job."""

from io import BytesIO

from reportlab.lib.units import mm
from reportlab.lib.utils import ImageReader
from reportlab.pdfgen.canvas import Canvas

from pellak.core.model.sequences import GUIDANCE
from pellak.core.reading.measures import System, said
from pellak.core.run.procedure import ProcedureText, SetLine
from pellak.paper.sheet import MARGIN, PaperSize, Type, draw_column, draw_frame, one_page

GUTTER = 8 * mm
PHOTO_SHARE = 0.42
"""How much of the page's height a photo may take at most."""


def procedure_card(
    heading: str,
    piece: str,
    signed: str,
    text: ProcedureText,
    photo: bytes | None,
    size: PaperSize = "a4",
    system: System = "metric",
) -> bytes:
    """Return a procedure as a one-page PDF.

    Args:
        heading: its number, version and name.
        piece: what it is for, with the thicknesses it holds for.
        signed: by whom and when.
        text: what it says.
        photo: how it should look, JPEG, or None.
        size: the paper.
        system: the units it is told in.
    """

    def lines(type_: Type, head: str, set_lines: list[SetLine]) -> list[object]:
        if not set_lines:
            return []
        return [
            type_.line(head, type_.head),
            *(
                type_.line(
                    said(f"{one.label}: {one.text}", system)
                    + (" (measured)" if one.measured else ""),
                    type_.item,
                )
                for one in set_lines
            ),
        ]

    def draw(canvas: Canvas, type_: Type, width: float, height: float) -> float:
        inner = width - 2 * MARGIN
        head = [
            type_.line(heading, type_.title),
            type_.line(said(piece, system), type_.body),
            type_.line(signed, type_.small),
        ]
        under, floor = draw_frame(canvas, type_, head, GUIDANCE, width, height)
        half = (inner - GUTTER) / 2
        left = draw_column(
            canvas, lines(type_, "Set-up", text.set_up), MARGIN, under - 2 * mm, half
        )
        right_lines = lines(type_, "Order", text.order)
        if text.notes:
            right_lines += [type_.line("Notes", type_.head), type_.line(text.notes, type_.item)]
        right = draw_column(canvas, right_lines, MARGIN + half + GUTTER, under - 2 * mm, half)
        lowest = min(left, right) - 5 * mm
        if photo is not None:
            lowest = _draw_photo(canvas, photo, lowest, inner, PHOTO_SHARE * height)
        return float(lowest - floor + MARGIN)

    return one_page(size, heading, draw)


def _draw_photo(canvas: Canvas, photo: bytes, top: float, inner: float, most: float) -> float:
    """Draw a photo under a height, as large as fits; return how low it reaches."""
    picture = ImageReader(BytesIO(photo))
    wide, high = picture.getSize()
    scale = min(inner / wide, most / high)
    canvas.drawImage(picture, MARGIN, top - scale * high, scale * wide, scale * high)
    return float(top - scale * high)
