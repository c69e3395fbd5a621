"""The catalogue of metals: what each one is, what it is made of, and whose thermal row it has."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cache
from typing import get_args

from pellak.core.answer.errors import Refused
from pellak.core.metal.composition import Composition, composition_of_row
from pellak.core.tables import Family, HeatFamily, MetalFamily, heat_families, rows

FAMILY_NAMES: Mapping[str, str] = {
    "carbon-steel": "carbon steel",
    "chromoly": "chromoly",
    "alloy-steel": "alloy steel",
    "stainless": "stainless steel",
    "tool-steel": "tool steel",
    "manganese-steel": "manganese steel",
    "cast-iron": "cast iron",
    "aluminium": "aluminium",
    "lead": "lead",
}


def family_name(family: str) -> str:
    """Return a family in words; one nobody knows as it is written."""
    return FAMILY_NAMES.get(family, family)


FERROUS: frozenset[str] = frozenset(get_args(MetalFamily)) - {"aluminium", "lead"}
HARDENABLE: frozenset[str] = frozenset({"carbon-steel", "chromoly", "alloy-steel"})
"""Families whose preheat goes by carbon equivalent."""
HEATS_LIKE: Mapping[str, Family] = {"alloy-steel": "chromoly"}
"""Low-alloy steels carry heat as chromoly does; their conductivities differ by a few per cent."""
PLAIN_ALLOY: Mapping[str, str] = {
    "carbon-steel": "a36",
    "chromoly": "4130",
    "alloy-steel": "8630",
    "stainless": "304",
    "tool-steel": "o1",
    "manganese-steel": "mn-a128-b2",
    "cast-iron": "gi-30",
    "aluminium": "al-3003",
    "lead": "pb-sheet",
}
"""What a piece is reckoned as while only its family is told: the common grade, said aloud."""
UNKNOWN = "unknown"
"""In place of an alloy id: nobody knows what this metal is."""


@dataclass(frozen=True)
class Metal:
    """A metal of the catalogue, or one of the shop's own heats.

    `thermal_id` names its row of thermal.csv; `like` the catalogue alloy an own heat belongs to.
    """

    id: str
    name: str
    family: MetalFamily
    standard: str
    thermal_id: str
    composition: Composition
    weldable: str
    heat_treatable: bool
    note: str
    source: str
    like: str = ""
    spans: Mapping[str, tuple[float, float]] = field(default_factory=dict)

    @property
    def advised_as(self) -> str:
        """The catalogue id its fusion advice is filed under."""
        return self.like or self.id


Metals = Mapping[str, Metal]
"""The shop's own heats by id, beside the catalogue."""


@cache
def alloys() -> Mapping[str, Metal]:
    """Return the catalogue by alloy id."""
    return {
        row["id"]: Metal(
            id=row["id"],
            name=row["name"],
            family=row["family"],  # type: ignore[arg-type]  # a word of the table, held by test_words
            standard=row["standard"],
            thermal_id=row["thermal_id"],
            composition=composition_of_row(row),
            weldable=row["weldable_by_oxyfuel"],
            heat_treatable=row["heat_treatable"] == "yes",
            note=row["note"],
            source=row["source"],
        )
        for row in rows("alloys.csv")
    }


def metal_named(alloy: str, own: Metals | None = None) -> Metal:
    """Return a metal by id, the shop's own heats first. Raises Refused when there is none."""
    found = (own or {}).get(alloy) or alloys().get(alloy)
    if found is None:
        raise Refused("alloy", alloy, "an alloy id from the catalogue, such as sae-1010")
    return found


def heat_family_of(family: str) -> HeatFamily | None:
    """Return the heat constants a family is reckoned with, None where it is never fused."""
    return heat_families().get(HEATS_LIKE.get(family, family))


def heat_family(family: str | None, alloy: str | None) -> HeatFamily:
    """Return the heat constants for a family, or for the family an alloy belongs to.

    Raises:
        Refused: neither is named, the alloy is unknown, the two disagree, or that family has no
            heat constants because it is never fused by torch.
    """
    if alloy is not None:
        named = metal_named(alloy).family
        if family is not None and family not in (named, HEATS_LIKE.get(named)):
            raise Refused("family", family, f"{alloy} is {named}; leave the family out or match it")
        family = named
    if family is None:
        raise Refused("family", None, "a family or an alloy id")
    constants = heat_family_of(family)
    if constants is None:
        raise Refused("alloy", alloy, f"a metal that is fused by torch; {family} is not")
    return constants
