"""Letters on paper: the shipped type, a second one for what it lacks, a mark for what both lack.

Names are of people and places: Latin, Greek and Cyrillic letters are drawn as they are written.
"""

import unicodedata
from functools import cache
from importlib.resources import files
from itertools import groupby
from xml.sax.saxutils import escape

from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

REGULAR, BOLD, NARROW = "Barlow-Regular", "Barlow-SemiBold", "BarlowSemiCondensed-SemiBold"
SECOND = {REGULAR: "NotoSans-Regular", BOLD: "NotoSans-Bold", NARROW: "NotoSans-Bold"}
"""Takes the letters the first one lacks."""
NOT_IN_FONT = {"≤": "at most ", "≥": "at least ", "→": "to", "✓": "yes"}
MISSING = "\N{REPLACEMENT CHARACTER}"
"""Stands for each letter that neither has: it says that something stood there."""


@cache
def load_fonts() -> None:
    """Make the shipped type known to the PDF library."""
    for name in {*SECOND, *SECOND.values()}:
        path = files("pellak.paper").joinpath("fonts", f"{name}.ttf")
        pdfmetrics.registerFont(TTFont(name, str(path)))


@cache
def _letters(font: str) -> frozenset[int]:
    load_fonts()
    return frozenset(pdfmetrics.getFont(font).face.charToGlyph)


def spelt(text: str) -> str:
    """Return text in letters one of the two types has; marks that have a name become words."""
    for sign, words in NOT_IN_FONT.items():
        text = text.replace(sign, words)
    known = _letters(REGULAR) | _letters(SECOND[REGULAR])
    composed = unicodedata.normalize("NFC", text)
    return "".join(sign if ord(sign) in known else MISSING for sign in composed)


def runs(text: str, font: str) -> list[tuple[str, str]]:
    """Return text as pieces, each with the type that draws it: the first where it can.

    >>> runs("Łódź 2", REGULAR)
    [('NotoSans-Regular', 'Ł'), ('Barlow-Regular', 'ód'), ('NotoSans-Regular', 'ź'), \
('Barlow-Regular', ' 2')]
    """
    first = _letters(font)
    return [
        (font if ours else SECOND[font], "".join(signs))
        for ours, signs in groupby(spelt(text), lambda sign: ord(sign) in first)
    ]


def markup(text: str, font: str) -> str:
    """Return text as the library's paragraphs want it: its signs escaped, once, its types named."""
    return "".join(
        escape(piece) if one == font else f'<font name="{one}">{escape(piece)}</font>'
        for one, piece in runs(text, font)
    )


def width_of(text: str, font: str, size: float) -> float:
    """Return how wide text is drawn, points."""
    return float(sum(pdfmetrics.stringWidth(piece, one, size) for one, piece in runs(text, font)))


def draw_text(
    canvas: Canvas, x: float, y: float, text: str, font: str, size: float, *, from_right: float = 0
) -> None:
    """Draw a line of text.

    Args:
        canvas: what it is drawn on.
        x: where it begins, points.
        y: its base line, points.
        text: the text, as it was typed.
        font: REGULAR, BOLD or NARROW.
        size: of its letters, points.
        from_right: which share of it lies left of `x`: 0.5 centres it, 1 ends it there.
    """
    line = canvas.beginText(x - from_right * width_of(text, font, size), y)
    for one, piece in runs(text, font):
        line.setFont(one, size)
        line.textOut(piece)
    canvas.drawText(line)
