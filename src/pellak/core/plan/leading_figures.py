"""The figures of a station a hand reaches for, which stand large; the others open behind them."""

from functools import cache

from pellak.core.answer.working import Record
from pellak.core.tables import rows

MOST = 6
"""More than six are read one by one and no longer at a glance."""


class LeadingFigures(Record):
    """The figures that lead at one station, the first first."""

    station: str
    figures: list[str]


@cache
def leading_figures() -> tuple[LeadingFigures, ...]:
    """Return the figures that lead, station by station."""
    found: dict[str, list[str]] = {}
    for row in rows("leading_figures.csv"):
        found.setdefault(row["station"], []).append(row["figure"])
    return tuple(LeadingFigures(station=s, figures=f) for s, f in found.items())
