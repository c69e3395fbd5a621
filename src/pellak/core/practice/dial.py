"""A dial's lines: a valve or a pressure turned by a thing in the hand, one move a line.

    acetylene_open 0.42
    oxygen_bar 0.35
    spark
    clean

Openings are shares of wide open, pressures in bar. See docs/formats.md.
"""

import math
from dataclasses import replace

from pellak.core.answer.errors import Refused
from pellak.core.practice.flame.trainer import Hands

TURNED = {"acetylene_open": 1.0, "oxygen_open": 1.0, "acetylene_bar": 6.0, "oxygen_bar": 6.0}
"""What a dial may turn, and how far."""
MOST_LINES, LONGEST_LINE = 200, 60


def turned(hands: Hands, line: str) -> Hands:
    """Return the hands after one line of a dial. Raises Refused for what is none."""
    words = line[:LONGEST_LINE].split()
    match words:
        case ["spark"]:
            return replace(hands, spark=True)
        case ["clean"]:
            return replace(hands, clean=True)
        case [name, value] if name in TURNED:
            return replace(hands, wanted=replace(hands.wanted, **{name: _within(name, value)}))
    raise Refused(
        "line", line[:LONGEST_LINE], f"spark, clean, or one of {', '.join(TURNED)} and a number"
    )


def _within(name: str, value: str) -> float:
    try:
        turned = float(value.replace(",", "."))
    except ValueError:
        turned = math.nan
    if not 0 <= turned <= TURNED[name]:
        raise Refused(name, value, f"a number from 0 to {TURNED[name]:g}")
    return turned
