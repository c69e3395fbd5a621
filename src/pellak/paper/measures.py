"""Measures as they are printed, in the units the page shows."""

import math
import re
from collections.abc import Callable
from typing import Literal

from pellak.core.answer.figure import Figure
from pellak.core.answer.working import short
from pellak.core.reading.units import display_units, said_measures

System = Literal["metric", "inch"]


def measure(value: float, unit: str, system: System, digits: int = 3) -> str:
    """Return a value with its unit in one of the two systems."""
    shown = next((u for u in display_units() if u.canonical == unit and u.system == system), None)
    if shown is None:
        return f"{short(value, digits)} {unit}".strip()
    gap = "" if shown.symbol == "°" else " "
    return f"{short(value * shown.factor + shown.offset, digits)}{gap}{shown.symbol}".strip()


_IN_PROSE = re.compile(
    r"(?<![\w.])(\d+(?:\.\d+)?)(?:( to |–| and | × )(\d+(?:\.\d+)?))? ?"
    r"(mm/min|kJ/mm|L/h per mm|L/h|L/m|mm|°C|bar|kg|m/s|L|m³|m)(?![\w/³²])"
    r"(?= (more|less|over|under|warmer|cooler|hotter|colder|apart)\b)?"
)


def prose(text: str, system: System) -> str:
    """Return plain English with the measures in it in the system's units.

    The page does the same; degrees followed by a word such as "more" are a difference.
    """

    def put(match: re.Match[str]) -> str:
        first, joint, second, unit, more = match.groups()
        if (said := _said(match[0])) is not None:
            return said
        name = "K" if unit == "°C" and more else unit
        if not any(u.canonical == name and u.system == system for u in display_units()):
            return match[0]
        numbers = [short(_shown(float(n), name, system), 2) for n in (first, second) if n]
        symbol = next(
            u.symbol for u in display_units() if u.canonical == name and u.system == system
        )
        return f"{(joint or '').join(numbers)} {symbol}"

    return text if system == "metric" else _IN_PROSE.sub(put, text)


def _said(written: str) -> str | None:
    return next((one.inch for one in said_measures() if one.written == written), None)


def figure_words(figure: Figure, system: System) -> str:
    """Return what a figure says, with its range."""
    if figure.text is not None:
        return prose(figure.text, system)
    if figure.value is None:
        return "none"
    words = measure(figure.value, figure.unit, system)
    if figure.low is None or figure.high is None:
        return words
    ends = sorted(_shown(end, figure.unit, system) for end in (figure.low, figure.high))
    low, high = range_end(ends[0], math.floor), range_end(ends[1], math.ceil)
    # A lens shade has no range worth the name.
    return words if low == high else f"{words} ({low}–{high})"


def _shown(value: float, unit: str, system: System) -> float:
    shown = next((u for u in display_units() if u.canonical == unit and u.system == system), None)
    return value if shown is None else value * shown.factor + shown.offset


def range_end(value: float, rounded: Callable[[float], int]) -> str:
    """Return the end of a range to two digits, rounded away from the value, so that what lies
    between is never left out."""
    if value == 0:
        return "0"
    whole = math.floor(math.log10(abs(value))) + 1
    scale = 10 ** max(0, min(6, 2 - whole))
    return short(rounded(round(value * scale, 6)) / scale, max(2, whole))
