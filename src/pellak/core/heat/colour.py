"""The colours hot steel shows: oxide tints to about 345 °C, then its own glow from 500 °C."""

from dataclasses import dataclass
from functools import cache

from pellak.core.tables import rows

BARE_STEEL = "#9AA3AB"
POOL = "#FFF6DC"


@dataclass(frozen=True)
class HeatColour:
    """One named colour and the span it shows over."""

    name: str
    low_c: float
    high_c: float
    hex: str


@cache
def heat_colours() -> tuple[HeatColour, ...]:
    """Return tints and glows, coldest first."""
    table = (
        HeatColour(row["colour"], float(row["low_C"]), float(row["high_C"]), row["hex"])
        for row in rows("temper_colours.csv")
    )
    return tuple(sorted(table, key=lambda colour: colour.low_c))


def blue_c() -> float:
    """Return the temperature at which the blue band begins, °C."""
    return next(colour.low_c for colour in heat_colours() if colour.name == "dark blue")


COLOURLESS: frozenset[str] = frozenset({"aluminium", "lead"})
"""Families that melt below a visible glow and keep no tint: no colour warns of their pool."""


def colour_at(temperature_c: float, melting_c: float, *, glows: bool = True) -> str:
    """Return the colour, as hex, that the clean metal heated to a temperature shows.

    Between the last tint and the first glow steel looks bare; above melting it is pool. A metal
    that does not glow stays bare until then.
    """
    if temperature_c >= melting_c:
        return POOL
    if not glows:
        return BARE_STEEL
    for colour in heat_colours():
        if colour.low_c <= temperature_c < colour.high_c:
            return colour.hex
    return BARE_STEEL
