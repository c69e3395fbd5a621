"""The shipped alloys by id, and the family each one belongs to."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache

from pellak.core.errors import Refused
from pellak.core.tables import HeatFamily, heat_families, rows


@dataclass(frozen=True)
class Alloy:
    """One row of the catalogue, as far as the heat model needs it."""

    id: str
    name: str
    family: str


@cache
def alloys() -> Mapping[str, Alloy]:
    """Return the catalogue by alloy id."""
    return {row["id"]: Alloy(row["id"], row["name"], row["family"]) for row in rows("alloys.csv")}


def heat_family(family: str | None, alloy: str | None) -> HeatFamily:
    """Return the heat constants for a family, or for the family an alloy belongs to.

    Raises:
        Refused: neither is named, the alloy is unknown, the two disagree, or that family has no
            heat constants yet.
    """
    if alloy is not None:
        if alloy not in alloys():
            raise Refused("alloy", alloy, "an alloy id from the catalogue, such as sae-1010")
        named = alloys()[alloy].family
        if family is not None and family != named:
            raise Refused("family", family, f"{alloy} is {named}; leave the family out or match it")
        family = named
    if family is None:
        raise Refused("family", None, "a family or an alloy id")
    if family not in heat_families():
        raise Refused("alloy", alloy, f"a metal with heat constants; {family} has none yet")
    return heat_families()[family]
