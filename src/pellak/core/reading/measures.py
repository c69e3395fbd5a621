"""Measures as they are shown, in either system: the one formatter of sentences, paper and API.

The page has its twin in `web/src/shell/measures.ts`; `tests/core/measure_cases.csv` holds both to
the same texts. Both are driven by `display_units.csv`.
"""

import math
import re
from collections.abc import Callable
from fractions import Fraction
from functools import lru_cache
from typing import Literal

from pellak.core.marks import BETWEEN, CLOSE, OPEN
from pellak.core.reading.units import DisplayUnit, display_units, said_measures

System = Literal["metric", "inch"]

FEET_FROM_IN, FEET = 120.0, " ft"
"""Over ten feet a length is told in feet and inches: a tape is read so."""
NEAR_FRACTION_IN, FINE_UNDER_IN = 0.002, 0.25
"""Stock within two thou of a sixteenth, under a quarter of a thirty-second, is that fraction."""
HAIR, NOTHING = 1e-6, 1e-12
"""A hair's breadth off a step is on it; less than a million-millionth of anything is nothing."""
_VALUE = r"-?(?:[0-9]+(?:\.[0-9]+)?(?:e[-+]?[0-9]+)?|inf|nan)"
_MARK = re.compile(
    rf"{OPEN}([^;{OPEN}{CLOSE}]*(?:;[dp][0-9][<>]?;{_VALUE}(?:;=[^{OPEN}{CLOSE}]*|;[^;{OPEN}{CLOSE}]*;{_VALUE})?)?)"
    rf"{CLOSE}"
)
"""Well formed, as `pellak.core.marks` makes them: two signs that somebody pasted are only signs."""
KEPT_WORDS = 4096
SHOP_DIGITS = 3
"""Nothing in a shop is told finer; who asks for more asks for the unrounded figure."""


@lru_cache(maxsize=KEPT_WORDS)
def unit_shown(kind: str, system: System) -> DisplayUnit | None:
    """Return how a kind of measure is shown; None where it is shown in its canonical unit."""
    return next((u for u in display_units() if u.kind == kind and u.system == system), None)


def converted(value: float, kind: str, system: System) -> float:
    """Return a value in the unit it is shown in.

    Args:
        value: in the canonical unit of its kind
        kind: as in `display_units.csv`
        system: the units in force

    Source: definition

    >>> converted(0.0, "°C", "inch")
    32.0
    """
    unit = unit_shown(kind, system)
    return value if unit is None else value * unit.factor + unit.offset


def symbol(kind: str, system: System) -> str:
    """Return the symbol of the unit a kind of measure is shown in."""
    unit = unit_shown(kind, system)
    if unit is not None:
        return unit.symbol
    return next((u.canonical for u in display_units() if u.kind == kind), kind)


def measure(
    value: float,
    kind: str,
    system: System,
    digits: int = 3,
    *,
    places: int | None = None,
    limit: str = "",
) -> str:
    """Return a value with its unit as a shop says it.

    Args:
        value: in the canonical unit of its kind
        kind: as in `display_units.csv`; another is shown as it is
        system: the units in force
        digits: significant, where the kind has no steps of its own
        places: decimal places in metric instead, by the same rule
        limit: `<` never rounded up, `>` never rounded down; in metric as its standard states it

    Source: definition; steps in `display_units.csv`

    >>> measure(609.6, "mm", "inch"), measure(150, "°C", "inch"), measure(1.2, "wall", "inch")
    ('24 in', '300 °F', '0.047 in')
    """
    number = _number(value, kind, system, digits, places, limit)
    return _joined(number, symbol(kind, system))


def span(low: float, high: float, kind: str, system: System) -> str:
    """Return a range without its unit, each end rounded away from the middle.

    Args:
        low: in the canonical unit
        high: in the canonical unit
        kind: as in `display_units.csv`
        system: the units in force

    Source: definition

    >>> span(1.61, 3.3, "mm", "inch"), span(104, 131, "°C", "inch")
    ('1/16–5/32', '210–270')
    """
    return f"{range_end(low, kind, system, '<')}–{range_end(high, kind, system, '>')}"


def range_end(value: float, kind: str, system: System, limit: str) -> str:
    """Return one end of a range.

    Args:
        value: in the canonical unit
        kind: as in `display_units.csv`
        system: the units in force
        limit: `<` the low end, rounded down; `>` the high end, rounded up

    Source: definition

    >>> range_end(212, "L/h", "metric", "<"), range_end(0.1234, "", "metric", ">")
    ('212', '0.13')
    """
    unit = unit_shown(kind, system)
    shown = converted(value, kind, system)
    if not math.isfinite(shown):
        return str(shown)
    if unit is not None and unit.form == "fraction":
        return _inches(shown, unit, limit)
    if unit is not None and unit.form == "decimal" and system == "inch":
        return _stepped(shown, unit, limit)
    return _significant(shown, max(2, _whole(shown)), limit)


def said(text: str, system: System) -> str:
    """Return a sentence with the measures it carries put into words.

    Args:
        text: with marks as `pellak.core.say` makes them, or without
        system: the units in force

    Source: definition

    >>> from pellak.core import say
    >>> said(f"up to {say.bar(1.5, limit='<')} of 316L", "inch")
    'up to 21 psi of 316L'
    """
    if OPEN not in text:
        return text
    return _MARK.sub(lambda mark: _words(mark[1], system), text)


@lru_cache(maxsize=KEPT_WORDS)
def _words(mark: str, system: System) -> str:
    if BETWEEN not in mark:
        return symbol(mark, system)
    kind, fineness, first, *rest = mark.split(BETWEEN)
    limit = fineness[2:]
    digits, places = (int(fineness[1]), None) if fineness[0] == "d" else (3, int(fineness[1]))

    def number(text: str) -> str:
        return _number(float(text), kind, system, digits, places, limit)

    if not rest:
        return _said_in(kind, first, system) or _joined(number(first), symbol(kind, system))
    if rest[0].startswith("="):
        came = _joined(number(first), symbol(kind, system))
        return came if rest[0] == f"={came}" else f"{rest[0][1:]} = {came}"
    joint, second = rest
    numbers = number(first), number(second)
    if any(FEET in one for one in numbers):
        return joint.join(_joined(one, symbol(kind, system)) for one in numbers)
    return _joined(joint.join(numbers), symbol(kind, system))


def _joined(number: str, unit: str) -> str:
    if FEET in number or not unit:
        return number
    return f"{number}{'' if unit == '°' else ' '}{unit}"


def _said_in(kind: str, value: str, system: System) -> str | None:
    if system == "metric":
        return None
    found = (m for m in said_measures() if m.kind == kind and m.value == float(value))
    return next((one.inch for one in found), None)


def _number(
    value: float, kind: str, system: System, digits: int, places: int | None, limit: str
) -> str:
    unit = unit_shown(kind, system)
    shown = converted(value, kind, system)
    if not math.isfinite(shown):
        return str(shown)
    # A limit is told as its standard states it, a conversion as finely as it was asked for.
    stated = system == "metric" and (bool(limit) or digits > SHOP_DIGITS)
    if unit is not None and unit.form == "decimal" and not stated:
        return _stepped(shown, unit, limit)
    if unit is None or system == "metric":
        if places is not None:
            return f"{_to_step(shown, 10.0**-places, limit):.{places}f}"
        return _significant(shown, max(digits, _whole(shown)), limit)
    if unit.form == "fraction":
        return _inches(shown, unit, limit)
    if unit.form == "thou":
        return _thou(shown, limit)
    return _significant(shown, 2 if abs(shown) < 100 else 3, limit)


def _whole(value: float) -> int:
    """Return how many digits stand before the point; zero or less where it begins after it."""
    return math.floor(math.log10(abs(value))) + 1 if value else 1


def _significant(value: float, digits: int, limit: str) -> str:
    if abs(value) < NOTHING:
        return "0"
    step = 10.0 ** (_whole(value) - digits)
    return _written(_to_step(value, step, limit), max(0, digits - _whole(value)))


def _written(value: float, places: int) -> str:
    """Return a number without trailing zeros."""
    text = f"{value:.{places}f}"
    return text.rstrip("0").rstrip(".") if "." in text else text


def _to_step(value: float, step: float, limit: str) -> float:
    rounding: Callable[[float], int] = {"<": math.floor, ">": math.ceil}.get(limit, _half_up)
    steps = value / step
    return rounding(round(steps, 6)) * step if math.isfinite(steps) else value


def _half_up(value: float) -> int:
    """As people round, and as the page does: a half goes up."""
    return math.floor(value + 0.5)


def _step(value: float, unit: DisplayUnit) -> float:
    return next(one.step for one in reversed(unit.steps) if abs(value) + HAIR >= one.over)


def _stepped(value: float, unit: DisplayUnit, limit: str) -> str:
    step = _step(value, unit)
    if 0 < abs(value) < step:
        return _significant(value, 2, limit)
    return _written(_to_step(value, step, limit), len(f"{step:g}".partition(".")[2]))


def _inches(value: float, unit: DisplayUnit, limit: str) -> str:
    if value < 0:
        return f"-{_inches(-value, unit, {'<': '>', '>': '<'}.get(limit, ''))}"
    if value + HAIR >= FEET_FROM_IN:
        feet, inches = divmod(round(_to_step(value, 1.0, limit)), 12)
        return f"{feet} ft {inches} in" if inches else f"{feet} ft"
    step = _step(value, unit)
    if 0 < value < step:
        return _significant(value, 2, limit)
    return _fraction(Fraction(_to_step(value, step, limit)))


def _fraction(value: Fraction) -> str:
    whole, part = divmod(value, 1)
    if not part:
        return str(whole)
    return f"{whole} {part}" if whole else str(part)


def _thou(value: float, limit: str) -> str:
    nearest = _to_step(value, 1 / 32 if abs(value) < FINE_UNDER_IN else 1 / 16, "")
    if nearest > 0 and abs(value - nearest) <= NEAR_FRACTION_IN and not limit:
        return _fraction(Fraction(nearest))
    if 0 < abs(value) < 0.001:
        return _significant(value, 2, limit)
    if abs(value) < 1:
        return f"{_to_step(value, 0.001, limit):.3f}"
    return _written(_to_step(value, 0.01, limit), 2)
