"""One sheet of paper: its size, its type, and the fitting of everything onto a single page."""

import io
from collections.abc import Callable, Sequence
from typing import Literal

from reportlab.lib.colors import HexColor
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, Paragraph

from pellak.core.answer.errors import PellakError
from pellak.paper.lettering import BOLD, NARROW, REGULAR, load_fonts, markup, spelt

PaperSize = Literal["a4", "letter"]
SIZES: dict[PaperSize, tuple[float, float]] = {"a4": A4, "letter": LETTER}
MARGIN = 12 * mm
INK, MUTE, LINE, STOP, CONE = (
    HexColor(colour) for colour in ("#1f2429", "#565c63", "#b9b4a6", "#ab2318", "#1a4fb8")
)
LARGEST, SMALLEST = 1.5, 0.62
STEP = 0.02
"""Type is made smaller by this step until the page holds all of it, and no smaller than that."""


class TooMuch(PellakError):
    """A sheet that does not fit on one page even in the smallest type."""


class Type:
    """The styles of a sheet at one scale."""

    def __init__(self, scale: float) -> None:
        self.scale = scale
        self.body = self._style(REGULAR, 9.2)
        self.small = self._style(REGULAR, 7.8, colour=MUTE)
        self.strong = self._style(BOLD, 9.2)
        self.item = self._style(REGULAR, 9.2, before=2.4)
        self.head = self._style(NARROW, 11.5, before=5)
        self.title = self._style(NARROW, 21)

    def sized(self, font: str, points: float) -> ParagraphStyle:
        """Return a style of a size of its own, whatever the scale."""
        return self._style(font, points / self.scale)

    def _style(
        self, font: str, size: float, *, colour: HexColor = INK, before: float = 0
    ) -> ParagraphStyle:
        points = size * self.scale
        return ParagraphStyle(
            f"{font}{size}",
            fontName=font,
            fontSize=points,
            leading=1.18 * points,
            textColor=colour,
            spaceBefore=before * self.scale,
        )

    def line(self, text: str, style: ParagraphStyle) -> Paragraph:
        """Return plain text as a paragraph."""
        return Paragraph(markup(text, style.fontName), style)


class TickBox(Flowable):  # type: ignore[misc]  # its library has no types
    """A box to tick, with its text beside it."""

    def __init__(self, text: Paragraph, size: float = 8.5) -> None:
        super().__init__()
        self._text, self._size = text, size

    def wrap(self, width: float, height: float) -> tuple[float, float]:
        """Return the room it takes."""
        _, high = self._text.wrap(width - 1.7 * self._size, height)
        self.width, self.height = width, max(high, self._size) + 2.2
        return self.width, self.height

    def draw(self) -> None:
        """Draw box and text."""
        top = self.height - 1.1
        self.canv.setStrokeColor(INK)
        self.canv.setLineWidth(0.8)
        self.canv.rect(0.5, top - self._size, self._size, self._size)
        self._text.drawOn(self.canv, 1.7 * self._size, top - self._text.height + 1)


Column = Sequence[Flowable]


def draw_column(canvas: Canvas, column: Column, x: float, top: float, width: float) -> float:
    """Draw a column down from `top` and return where it ends."""
    for flowable in column:
        _, high = flowable.wrap(width, 10_000)
        top -= high + flowable.getSpaceBefore()
        flowable.drawOn(canvas, x, top)
    return float(top)


def draw_frame(
    canvas: Canvas, type_: Type, head: Column, foot: str, width: float, height: float
) -> tuple[float, float]:
    """Draw a head with its rule and a foot in small type; return where the room between ends.

    The upper end is the rule's height, the lower one just above the foot, both in points.
    """
    inner = width - 2 * MARGIN
    under = draw_column(canvas, head, MARGIN, height - MARGIN, inner) - 3 * mm
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(1.2)
    canvas.line(MARGIN, under, width - MARGIN, under)
    small = type_.line(foot, type_.small)
    _, tall = small.wrap(inner, 100)
    small.drawOn(canvas, MARGIN, MARGIN)
    return under, MARGIN + float(tall) + 2 * mm


def one_page(
    size: PaperSize, title: str, draw: Callable[[Canvas, Type, float, float], float]
) -> bytes:
    """Return a one-page PDF, its type as large as lets everything stand on it.

    Args:
        size: the paper.
        title: the document's own title.
        draw: draws on a canvas in a type, given width and height, and returns the lowest point.

    Raises:
        TooMuch: even the smallest type does not fit.
    """
    load_fonts()
    width, height = SIZES[size]
    smallest, largest = 0, round((LARGEST - SMALLEST) / STEP)
    best: bytes | None = None
    while smallest <= largest:
        middle = (smallest + largest) // 2
        out = io.BytesIO()
        canvas = Canvas(out, pagesize=(width, height), invariant=True, initialFontName=REGULAR)
        canvas.setTitle(spelt(title))
        canvas.setCreator("Pellak")
        if draw(canvas, Type(SMALLEST + STEP * middle), width, height) >= MARGIN:
            canvas.showPage()
            canvas.save()
            best, smallest = out.getvalue(), middle + 1
        else:
            largest = middle - 1
    if best is None:
        raise TooMuch(f"{title} does not fit on one page")
    return best
