"""The units people type and the canonical ones everything is kept in."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from typing import Literal

from pellak.core.answer.quantity_kinds import QuantityKind
from pellak.core.answer.working import Record
from pellak.core.tables import rows


@dataclass(frozen=True)
class Kind:
    """A kind of quantity: its canonical unit and the span a workshop could mean."""

    kind: QuantityKind
    canonical: str
    least: float
    most: float
    accepted: str


@dataclass(frozen=True)
class Unit:
    """canonical value = number · factor + offset."""

    kind: QuantityKind
    symbol: str
    factor: float
    offset: float

    def canonical(self, number: float) -> float:
        """Return the number in the canonical unit of its kind."""
        return number * self.factor + self.offset


@cache
def kinds() -> Mapping[str, Kind]:
    """Return the kinds of quantity by name."""
    return {
        row["kind"]: Kind(
            row["kind"],  # type: ignore[arg-type]  # a word of the table, held by test_words
            row["canonical"],
            float(row["least"]),
            float(row["most"]),
            row["accepted"],
        )
        for row in rows("quantity_kinds.csv")
    }


@cache
def unit_spellings() -> Mapping[tuple[str, str], Unit]:
    """Return units by (kind, lower-case spelling)."""
    found: dict[tuple[str, str], Unit] = {}
    for row in rows("units.csv"):
        unit = Unit(
            row["kind"],  # type: ignore[arg-type]  # a word of the table, held by test_words
            row["symbol"],
            float(row["factor"]),
            float(row["offset"]),
        )
        found.update({(unit.kind, spelling): unit for spelling in row["spellings"].split(";")})
    return found


class SaidMeasure(Record):
    """A limit that the trade says in a round number of its own, not as it would be converted."""

    kind: str
    value: float
    inch: str


@cache
def said_measures() -> tuple[SaidMeasure, ...]:
    """Return the limits that are said and not converted."""
    return tuple(
        SaidMeasure(kind=row["kind"], value=float(row["value"]), inch=row["inch"])
        for row in rows("said_measures.csv")
    )


class RoundingStep(Record):
    """From which shown value on a measure is told in steps of how much."""

    over: float
    step: float


class DisplayUnit(Record):
    """How one kind of measure is shown in one of the two systems: number · factor + offset.

    `form` says how the number is written: so many digits, in steps, as a fraction of an inch, in
    thou.
    """

    kind: str
    canonical: str
    system: Literal["metric", "inch"]
    symbol: str
    factor: float
    offset: float
    form: Literal["digits", "decimal", "fraction", "thou"]
    steps: tuple[RoundingStep, ...] = ()


@cache
def display_units() -> tuple[DisplayUnit, ...]:
    """Return the display units of both systems, the one place a page learns them from."""
    return tuple(
        DisplayUnit(
            kind=row["kind"],
            canonical=row["canonical"],
            system=row["system"],
            symbol=row["symbol"],
            factor=float(row["factor"]),
            offset=float(row["offset"]),
            form=row["form"],
            steps=tuple(_step(one) for one in row["steps"].split()),
        )
        for row in rows("display_units.csv")
    )


def _step(text: str) -> RoundingStep:
    over, _, step = text.partition(":")
    return RoundingStep(over=float(over), step=float(step))
