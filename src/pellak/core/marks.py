"""Measures in sentences.

A sentence carries its measures as values, not as words: `say.mm(3.2)` stands in it as a mark that
whoever shows the sentence puts into the units in force (`pellak.core.reading.measures.said`). So no
code looks for figures in English, and what a person typed is never taken for a measure.

In a table of the shop's sentences a measure is written in braces, `{3.2 mm}`, `{200 to 300 °C}`.
"""

import re

OPEN, CLOSE = "\ue000", "\ue001"
"""Two characters that no keyboard writes and no font shows: Unicode's area for private use."""
BETWEEN = ";"

_IN_TABLE = re.compile(
    r"\{([<>]?)(-?\d+(?:\.\d+)?)(?:( to | and | × |–|-|/)(\d+(?:\.\d+)?))? "
    r"(mm/min|kJ/mm|L/h per mm|L/h|L/m|wall|mm|°C|K|bar|kg|m/s|m³|L|m)\}"
)


def measure(
    kind: str,
    value: float,
    digits: int = 3,
    *,
    places: int | None = None,
    to: float | None = None,
    joint: str = " to ",
    limit: str = "",
) -> str:
    """Return the mark that stands for a measure in a sentence.

    Args:
        kind: a kind of measure of `display_units.csv`, named by its canonical unit, or one of its
            sizes of stock
        value: in the canonical unit
        digits: significant digits it has in metric, 1 or more
        places: decimal places in metric instead, 0 or more
        to: other end of a range, in the canonical unit
        joint: what stands between the ends of a range
        limit: `<` where it must not be passed and is never rounded up, `>` where it must be
            reached and is never rounded down

    Source: definition

    >>> from pellak.core.reading.measures import said
    >>> said("Hold " + measure("mm", 3.2) + " off", "inch")
    'Hold 1/8 in off'
    """
    fineness = f"d{digits}" if places is None else f"p{places}"
    parts = [kind, fineness + limit, f"{value:.9g}"]
    if to is not None:
        parts += [joint, f"{to:.9g}"]
    return f"{OPEN}{BETWEEN.join(parts)}{CLOSE}"


def read_as(words: str, kind: str, value: float) -> str:
    """Return what was typed with what it comes to, which is left out where it says the same.

    Args:
        words: as it was read, such as `18 ga`
        kind: as for `measure`
        value: what it comes to, in the canonical unit

    Source: definition

    >>> from pellak.core.reading.measures import said
    >>> quarter = read_as("1/4 in", "wall", 6.35)
    >>> said(quarter, "metric"), said(quarter, "inch")
    ('1/4 in = 6.35 mm', '1/4 in')
    """
    came = measure(kind, value, 5)
    if OPEN in words:
        return f"{words} = {came}"
    return came[:-1] + f"{BETWEEN}={words}{CLOSE}"


def unit(kind: str) -> str:
    """Return the mark that stands for the name of a unit alone.

    Source: definition

    >>> from pellak.core.reading.measures import said
    >>> said("a number, in " + unit("mm"), "inch")
    'a number, in in'
    """
    return f"{OPEN}{kind}{CLOSE}"


def of_table(text: str) -> str:
    """Return a table's sentence with its braced measures as marks.

    Args:
        text: as the table has it

    Source: definition

    >>> from pellak.core.reading.measures import said
    >>> said(of_table("keep {75 mm} away"), "inch")
    'keep 3 in away'
    """

    def put(found: re.Match[str]) -> str:
        limit, first, joint, second, kind = found.groups()
        digits = max(len(one.lstrip("-0.").replace(".", "")) for one in (first, second or "0"))
        return measure(
            kind, float(first), max(1, digits),
            to=float(second) if second else None, joint=joint or " to ", limit=limit,
        )  # fmt: skip

    return _IN_TABLE.sub(put, text) if "{" in text else text
