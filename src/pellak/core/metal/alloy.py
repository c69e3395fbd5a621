"""The catalogue of metals: what each one is, what it is made of, and whose thermal row it has."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cache

from pellak.core.answer.errors import Refused
from pellak.core.metal.composition import Composition, composition_of_row
from pellak.core.tables import HeatFamily, MetalFamily, heat_families, rows
from pellak.core.tables.metal_families import FamilyTraits, family_traits, traits_of

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
    def traits(self) -> FamilyTraits:
        """What sets its family apart."""
        return traits_of(self.family)

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
            family=row["family"],
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
    traits = family_traits().get(family)
    return heat_families().get((traits.heats_like if traits else "") or family)


def heat_family(family: str | None, alloy: str | None) -> HeatFamily:
    """Return the heat constants for a family, or for the family an alloy belongs to.

    Raises:
        Refused: neither is named, the alloy is unknown, the two disagree, or that family has no
            heat constants because it is never fused by torch.
    """
    if alloy is not None:
        named = metal_named(alloy).family
        if family is not None and family not in (named, traits_of(named).heats_like):
            raise Refused("family", family, f"{alloy} is {named}; leave the family out or match it")
        family = named
    if family is None:
        raise Refused("family", None, "a family or an alloy id")
    constants = heat_family_of(family)
    if constants is None:
        raise Refused("alloy", alloy, f"a metal that is fused by torch; {family} is not")
    return constants
