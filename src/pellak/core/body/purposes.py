"""What parts are heated for without a seam: how hot, where to stop, what to do then."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from typing import Literal

from pellak.core.body.metals import BodyFamily
from pellak.core.tables import rows

Purpose = Literal[
    "seized", "threadlock-medium", "threadlock-high", "shrink-on", "shrink-off", "bend", "anneal",
    "thaw", "warm-through",
]  # fmt: skip
PropertyClass = Literal["4.6", "5.6", "8.8", "10.9", "12.9"]
QUENCHED_STOP_C: Mapping[str, float] = {"8.8": 400.0, "10.9": 320.0, "12.9": 320.0}
"""A quenched screw loses its strength above its temper: ISO 898-1's lowest, with room to err."""
BEARING_STOP_C = 120.0
OPENED_BY_HEAT = ("seized", "shrink-on", "shrink-off")
MUST_STAY_COOL = (
    "seals, grease, plastic and rubber",
    "hardened, sprung and plated parts",
    "sealed or hollow parts: stop until they are open at both ends",
    "struts, airbags, tyres, anything under pressure, magnesium: never",
)


@dataclass(frozen=True)
class PurposeRow:
    """One purpose: its range and stop in °C, None where they follow from the fit or the person."""

    purpose: Purpose
    name: str
    about: str
    families: tuple[BodyFamily, ...]
    low_c: float | None
    high_c: float | None
    stop_c: float | None
    what_next: tuple[str, ...]
    source: str


@cache
def purposes() -> Mapping[str, PurposeRow]:
    """Return every purpose by id."""

    def number(text: str) -> float | None:
        return float(text) if text else None

    return {
        row["purpose"]: PurposeRow(
            purpose=row["purpose"],  # type: ignore[arg-type]  # a word of the table, held by test_words
            name=row["name"],
            about=row["about"],
            families=tuple(row["families"].split()),  # type: ignore[arg-type]  # as above
            low_c=number(row["low_C"]),
            high_c=number(row["high_C"]),
            stop_c=number(row["stop_C"]),
            what_next=tuple(step.strip() for step in row["what_next"].split("|")),
            source=row["source"],
        )
        for row in rows("heat_purposes.csv")
    }
