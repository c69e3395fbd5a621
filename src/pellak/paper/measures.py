"""Measures as they are printed, in the units the page shows."""

from typing import Literal

from pellak.core.figure import Figure
from pellak.core.reading.units import display_units
from pellak.core.working import short

System = Literal["metric", "inch"]


def measure(value: float, unit: str, system: System, digits: int = 3) -> str:
    """Return a value with its unit in one of the two systems."""
    shown = next((u for u in display_units() if u.canonical == unit and u.system == system), None)
    if shown is None:
        return f"{short(value, digits)} {unit}".strip()
    gap = "" if shown.symbol == "°" else " "
    return f"{short(value * shown.factor + shown.offset, digits)}{gap}{shown.symbol}".strip()


def figure_words(figure: Figure, system: System) -> str:
    """Return what a figure says, with its range."""
    if figure.text is not None:
        return figure.text
    if figure.value is None:
        return "none"
    told = measure(figure.value, figure.unit, system)
    if figure.low is None or figure.high is None:
        return told
    low, high = (
        measure(end, figure.unit, system, 2).split(" ")[0] for end in (figure.low, figure.high)
    )
    return f"{told} ({low}–{high})"
