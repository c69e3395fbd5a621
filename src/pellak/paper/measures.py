"""Figures as they are printed, in the units the page shows."""

from pellak.core.answer.figure import Figure
from pellak.core.reading.measures import System, measure, said, span


def figure_words(figure: Figure, system: System) -> str:
    """Return what a figure says, with its range."""
    if figure.text is not None:
        return said(figure.text, system)
    if figure.value is None:
        return "none"
    kind = figure.kind or figure.unit
    words = measure(figure.value, kind, system)
    # A lens shade has no range worth the name.
    if figure.low is None or figure.high is None or figure.low == figure.high:
        return words
    return f"{words} ({span(figure.low, figure.high, kind, system)})"
