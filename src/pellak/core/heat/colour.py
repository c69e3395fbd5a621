"""The colours hot steel shows: the tints its oxide keeps, and above them its own glow."""

from dataclasses import dataclass
from functools import cache

from pellak.core.tables import rows
from pellak.core.tables.metal_families import traits_of

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
def heat_colours(family: str = "carbon-steel") -> tuple[HeatColour, ...]:
    """Return the tints a family keeps, then its glows, each coldest first; none where it has none.

    Stainless steel's oxide is thinner: it tints from 290 °C and turns blue at 540 °C.
    """
    tint = traits_of(family).oxide_tint
    if not tint:
        return ()
    kinds = (tint, "incandescence")
    table = [
        (kinds.index(row["kind"]), float(row["low_C"]), row)
        for row in rows("temper_colours.csv")
        if row["kind"] in kinds
    ]
    return tuple(
        HeatColour(row["colour"], low_c, float(row["high_C"]), row["hex"])
        for _, low_c, row in sorted(table, key=lambda one: one[:2])
    )


def blue_c(family: str = "carbon-steel") -> float:
    """Return the temperature at which a family's blue band begins, °C.

    Args:
        family: the metal's

    Source: temper colours in air, minutes long

    >>> blue_c()
    290.0
    """
    return next(colour.low_c for colour in heat_colours(family) if colour.name == "dark blue")


def colour_at(temperature_c: float, melting_c: float, family: str = "carbon-steel") -> str:
    """Return the colour, as hex, that the clean metal heated to a temperature shows.

    Between the last tint and the first glow steel looks bare; above melting it is pool. A metal
    that does not glow stays bare until then.

    Args:
        temperature_c: of the metal, °C
        melting_c: where it is pool, °C
        family: the metal's

    Source: temper_colours.csv, with its sources

    >>> colour_at(20, 1500) == BARE_STEEL, colour_at(1600, 1500) == POOL
    (True, True)
    """
    if temperature_c >= melting_c:
        return POOL
    for colour in heat_colours(family):
        if colour.low_c <= temperature_c < colour.high_c:
            return colour.hex
    return BARE_STEEL


def colour_words(temperature_c: float, family: str = "carbon-steel") -> str:
    """Return the name of the colour a family shows in the shade at a temperature, or nothing.

    Args:
        temperature_c: of the metal, °C
        family: the metal's

    Source: temper_colours.csv, with its sources

    >>> colour_words(300), colour_words(20)
    ('dark blue', '')
    """
    return next((c.name for c in heat_colours(family) if c.low_c <= temperature_c < c.high_c), "")
