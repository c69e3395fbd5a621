"""The band of figures a hand reaches for, large enough to be read at arm's length.

Each stands over a line to write on: what was set or seen, beside what was planned.
"""

from collections.abc import Mapping, Sequence

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Paragraph

from pellak.core.answer.figure import Figure
from pellak.core.plan.leading_figures import leading_figures
from pellak.core.reading.measures import System, measure, said, span
from pellak.paper.lettering import NARROW, REGULAR, draw_text, width_of
from pellak.paper.sheet import INK, LINE, MUTE, Type

WORK_FIGURES = ("rod", "peak_c", "target_c", "zone_c")
"""What is taken up or aimed at besides the torch: the first of these that a job has."""
NOT_LARGE = ("flame",)
"""Drawn and set by looks, not by a figure."""
LARGEST_PT, SMALLEST_PT = 25.0, 11.0
MOST_LINES = 2
HIGH = 27 * mm
WRITING = 7.5 * mm


def large_figures(figures: Mapping[str, Figure]) -> list[Figure]:
    """Return the figures of the band, in the order they are used."""
    torch = next(one.figures for one in leading_figures() if one.station == "torch")
    work = next((name for name in WORK_FIGURES if name in figures), None)
    names = [name for name in torch if name not in NOT_LARGE] + ([work] if work else [])
    return [figures[name] for name in names if name in figures and _is_told(figures[name])]


def _is_told(figure: Figure) -> bool:
    return figure.text is not None or figure.value is not None


def draw_large_figures(
    canvas: Canvas,
    type_: Type,
    figures: Sequence[Figure],
    x: float,
    top: float,
    width: float,
    system: System,
) -> float:
    """Draw the band down from `top` and return where it ends, points."""
    if not figures:
        return top
    each = width / len(figures)
    bottom = top - HIGH
    canvas.setLineWidth(0.8)
    canvas.setStrokeColor(INK)
    canvas.line(x, bottom, x + width, bottom)
    for place, figure in enumerate(figures):
        left = x + place * each
        if place:
            canvas.setStrokeColor(LINE)
            canvas.line(left - 1.5 * mm, bottom + 1 * mm, left - 1.5 * mm, top - 1 * mm)
        _draw_figure(canvas, type_, figure, left, top, each - 3 * mm, system)
    return float(bottom)


def _draw_figure(
    canvas: Canvas, type_: Type, figure: Figure, x: float, top: float, width: float, system: System
) -> None:
    words, range_words = _words(figure, system)
    small = min(type_.small.fontSize, 9.0)
    while small > 6.0 and width_of(figure.label, REGULAR, small) > width:
        small -= 0.25
    canvas.setFillColor(MUTE)
    draw_text(canvas, x, top - 3.4 * mm, figure.label, REGULAR, small)
    value, tall = _fitted(type_, words, width, HIGH - WRITING - 8.5 * mm)
    value.drawOn(canvas, x, top - 4.6 * mm - tall)
    canvas.setFillColor(MUTE)
    if range_words:
        draw_text(canvas, x, top - 7.4 * mm - tall, range_words, REGULAR, small)
    canvas.setStrokeColor(LINE)
    canvas.setDash(1, 2)
    line = top - HIGH + 1.6 * mm
    canvas.line(x, line, x + width, line)
    canvas.setDash()
    draw_text(canvas, x, line + 0.8 * mm, "was", REGULAR, 6.5)
    canvas.setFillColor(INK)


def _words(figure: Figure, system: System) -> tuple[str, str]:
    if figure.text is not None or figure.value is None:
        return said(figure.text or "", system), ""
    kind = figure.kind or figure.unit
    words = measure(figure.value, kind, system)
    if figure.low is None or figure.high is None or figure.low == figure.high:
        return words, ""
    return words, span(figure.low, figure.high, kind, system)


def _fitted(type_: Type, words: str, width: float, high: float) -> tuple[Paragraph, float]:
    """Return the words as large as stand in the box on at most two lines, no word broken."""
    size = LARGEST_PT
    while True:
        style = type_.sized(NARROW, size)
        value = type_.line(words, style)
        _, tall = value.wrap(width, high)
        longest = max(width_of(word, NARROW, size) for word in words.split() or [""])
        fits = tall <= min(high, MOST_LINES * style.leading + 0.1) and longest <= width
        if fits or size <= SMALLEST_PT:
            return value, float(tall)
        size -= 0.5
