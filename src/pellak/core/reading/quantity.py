"""The quantity reckoner: one line of text in, one canonical value and how it was read out."""

import math
import re
from fractions import Fraction

from pydantic import Field

from pellak.core import marks
from pellak.core.answer.errors import Refused
from pellak.core.answer.quantity_kinds import QuantityKind
from pellak.core.answer.working import Answer, Reckoner, Record, Working
from pellak.core.reading.gauges import read_gauge
from pellak.core.reading.pipes import read_pipe
from pellak.core.reading.spoken_sizes import as_written
from pellak.core.reading.units import Kind, Unit, kinds, unit_spellings
from pellak.core.tables import MetalFamily

LONGEST_TEXT = 60
STOCK_UNDER_MM = 25.4
"""A length under an inch is told as a size of stock: to a thou."""
BARE_INCH_BELOW = 0.5
"""A bare number below this that begins with a point is inches: `.049` is a wall, never 49 µm."""

_NUMBER = r"(?:\d+(?:\s+|-)\d+\s*/\s*\d+|\d+\s*/\s*\d+|(?:\d[\d.,]*|[.,]\d+)(?:e[+-]?\d+)?)"
_PAIR = re.compile(rf"\s*({_NUMBER})\s*((?:[^\d\s.,+-]\D*?)?)(?=\s*\d|\s*$)")
_CLOCK = re.compile(r"(?:(\d{1,2}):)?(\d{1,3}):([0-5]\d)")
_VULGAR = {"½": "1/2", "¼": "1/4", "¾": "3/4", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8"}
_PRIMES = {"″": '"', "”": '"', "“": '"', "''": '"', "′": "'", "’": "'", "−": "-", "\u00a0": " "}


class QuantityGiven(Record):
    """Text as typed, what kind of quantity it is, and the metal, since gauges differ."""

    text: str = Field(max_length=10_000)
    kind: QuantityKind
    family: MetalFamily | None = None


class QuantityValues(Record):
    """The value in the canonical unit of its kind, and a sentence saying how it was read."""

    value: float
    unit: str
    read_as: str


class QuantityAnswer(Answer):
    """Answer of the quantity reckoner."""

    values: QuantityValues


def _tidied(text: str) -> str:
    for sign, plain in _VULGAR.items():
        text = text.replace(sign, f" {plain}")
    for sign, plain in _PRIMES.items():
        text = text.replace(sign, plain)
    text = re.sub(r"(?<=[a-zA-Z])[23](?!\d)", lambda power: "²³"[int(power.group()) - 2], text)
    return " ".join(text.casefold().split())


def read_number(text: str) -> float:
    """Read a whole, decimal, fractional or mixed number with point or comma.

    Raises:
        Refused: not a number, or `1,200`, which may be 1.2 or 1200.

    Args:
        text: as typed

    Source: what people type: fractions, decimals, either comma

    >>> read_number('1 3/32'), read_number('0,5'), read_number('3/4')
    (1.09375, 0.5, 0.75)
    """
    parts = re.split(r"\s+|(?<=\d)-(?=\d)", text.strip())
    if "/" in text:
        try:
            fraction = sum(
                (
                    Fraction(part)
                    for part in " ".join(parts).replace(" /", "/").replace("/ ", "/").split()
                ),
                Fraction(0),
            )
        except (ValueError, ZeroDivisionError):
            raise Refused("text", text, "a fraction such as 3/32 or 1 3/32") from None
        return float(fraction)
    if "," in text and "." in text:
        decimal = max(text.rfind(","), text.rfind("."))
        text = re.sub(r"[.,]", "", text[:decimal]) + "." + text[decimal + 1 :]
    elif text.count(",") == 1:
        whole, _, rest = text.partition(",")
        if len(rest) == 3 and whole.lstrip("0") and len(whole) <= 3:
            raise Refused(
                "text", text, f"say {whole}.{rest} or {whole}{rest}: the comma can mean either"
            )
        text = f"{whole}.{rest}"
    elif "," in text:
        text = text.replace(",", "")
    try:
        return float(text)
    except ValueError:
        raise Refused("text", text, "one number with at most one decimal point") from None


def _bare_unit(kind: Kind, number: str, value: float) -> Unit:
    if kind.kind == "length" and (
        "/" in number or (number.startswith((".", ",")) and value < BARE_INCH_BELOW)
    ):
        return unit_spellings()["length", "in"]
    if kind.kind == "length" and 0 < value < 0.1:
        raise Refused(
            "text", number, f"say {number} mm or {number} in: a bare number can mean either"
        )
    return Unit(kind.kind, kind.canonical, 1.0, 0.0)


def _read_pairs(text: str, kind: Kind, sign: float) -> tuple[float, str]:
    """Read `number unit` once, or several times where units add up (2 ft 6 in, 1 h 20 min)."""
    total, place = 0.0, 0
    pieces: list[str] = []
    while place < len(text):
        pair = _PAIR.match(text, place)
        if pair is None:
            raise Refused("text", text, kind.accepted)
        number, spelling = pair.group(1), pair.group(2).strip()
        value = read_number(number)
        if not spelling:
            if pieces or pair.end() < len(text):
                raise Refused("text", text, kind.accepted)
            unit = _bare_unit(kind, number.strip(), value)
        elif (kind.kind, spelling) in unit_spellings():
            unit = unit_spellings()[kind.kind, spelling]
        else:
            others = sorted({k for k, s in unit_spellings() if s == spelling})
            known = (
                f"{spelling} is a unit of {' or '.join(others)}"
                if others
                else f"unit {spelling!r} is not known"
            )
            raise Refused("text", text, f"{known}; here {kind.accepted}")
        if pieces and (unit.offset or sign < 0):
            raise Refused("text", text, kind.accepted)
        total += unit.canonical(sign * value)
        pieces.append(f"{number.strip()} {unit.symbol}")
        place = pair.end()
    if not pieces:
        raise Refused("text", text, kind.accepted)
    return total, " ".join(pieces)


def read_quantity(text: str, kind_id: QuantityKind, family: str | None = None) -> QuantityValues:
    """Read typed text as a quantity.

    Args:
        text: what was typed, such as `18 ga`, `.049`, `3/32`, `code 5`, `8 psi`, `200F`.
        kind_id: what it is meant to be.
        family: the metal, because gauge numbers mean other thicknesses for other metals.

    Returns:
        Value in mm, °C, bar gauge, L/h, kg, s or degrees, with how it was read.

    Raises:
        Refused: nothing typed, unknown unit, negative, not finite, absurd, or ambiguous.
    """
    kind = kinds()[kind_id]
    tidy = as_written(_tidied(text))
    if not tidy:
        raise Refused("text", text, f"nothing was typed; here {kind.accepted}")
    if len(tidy) > LONGEST_TEXT:
        raise Refused("text", tidy[:20] + "…", f"too long; here {kind.accepted}")
    sign = 1.0
    if tidy[0] in "+-" and (kind_id == "temperature" or tidy[0] == "+"):
        sign, tidy = (-1.0 if tidy[0] == "-" else 1.0), tidy[1:].strip()
    if tidy.startswith("-"):
        raise Refused("text", text, f"it cannot be negative; here {kind.accepted}")
    gauge = read_gauge(tidy, family) if kind_id == "length" else None
    pipe = read_pipe(tidy) if kind_id == "length" else None
    clock = _CLOCK.fullmatch(tidy) if kind_id == "time" else None
    if gauge is not None:
        value, read_as = gauge
    elif pipe is not None:
        value, read_as = pipe.outside_diameter_mm, pipe.words
    elif clock is not None:
        hours, minutes, seconds = (int(part or 0) for part in clock.groups())
        value, read_as = 3600.0 * hours + 60 * minutes + seconds, f"{tidy} on the clock"
    else:
        value, read_as = _read_pairs(tidy, kind, sign)
        read_as = f"-{read_as}" if sign < 0 else read_as
    if not math.isfinite(value) or not kind.least <= value <= kind.most:
        raise Refused(
            "text",
            text,
            f"{marks.measure(kind.canonical, kind.least, 5, to=kind.most)}; that is far outside",
        )
    shown_as = "wall" if kind_id == "length" and value < STOCK_UNDER_MM else kind.canonical
    words = marks.read_as(read_as, shown_as, value)
    return QuantityValues(value=value, unit=kind.canonical, read_as=words)


def reckon_quantity(given: QuantityGiven) -> QuantityAnswer:
    """Read one typed quantity into its canonical unit; see `read_quantity`.

    Valid for lengths to 100 m and what a workshop names besides: gauges, codes, fractions. Source:
    the shipped gauge tables, a source in every row; exact definitions of the units.
    Raises Refused for text that is no quantity of its kind.
    """
    values = read_quantity(given.text, given.kind, given.family)
    working = Working(
        name="value",
        value=values.value,
        unit=values.unit,
        formula="as read",
        inserted=values.read_as,
        source="shipped tables of gauges, lead codes and unit factors",
    )
    return QuantityAnswer(values=values, working=[working])


QUANTITY = Reckoner(
    "quantity",
    "What does this typed measure mean?",
    QuantityGiven,
    QuantityAnswer,
    reckon_quantity,
)
