"""The groups of overlay alloys, from tables/overlay_groups.csv."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from typing import Literal

from pellak.core.answer.errors import Refused
from pellak.core.metal.rod import Rod, rods
from pellak.core.tables import rows

Need = Literal["abrasion", "impact", "corrosion", "heat"]
NEEDS: tuple[Need, ...] = ("abrasion", "impact", "corrosion", "heat")
SOURCE = "AWS A5.21 and A5.13 classes; ratings from 1 to 5 are judgement"
TURNED_UP_TO_HRC = 47.0
"""Harder than this, carbide tools chip and only a wheel cuts it: workshop practice."""


@dataclass(frozen=True)
class Group:
    """A group of overlay alloys. Ratings run from 1, poor, to 5; heats are those of the body."""

    id: str
    name: str
    rod: str
    ratings: Mapping[Need, float]
    hrc_low: float
    hrc_high: float
    density_kg_per_m3: float
    max_layers: int
    layer_low_mm: float
    layer_high_mm: float
    feather_ratio: float
    body_low_c: float
    body_high_c: float
    slowly: bool
    cool_words: str
    cool_max_k_per_h: float | None
    dust: str
    finish: str
    holds: str
    refuses: frozenset[str]
    source: str

    @property
    def carbide(self) -> bool:
        """Whether grains of tungsten carbide lie in a matrix that alone melts."""
        return self.dust == "tungsten" and self.rod.startswith("rwc")

    @property
    def as_rod(self) -> Rod:
        """Its rod in the rod table."""
        return rods()[self.rod]

    @property
    def turned(self) -> bool:
        """Whether a lathe with carbide tools cuts it."""
        return self.hrc_high <= TURNED_UP_TO_HRC


@cache
def groups() -> Mapping[str, Group]:
    """Return every group by id."""
    return {
        row["id"]: Group(
            id=row["id"],
            name=row["name"],
            rod=row["rod"],
            ratings={need: float(row[need]) for need in NEEDS},
            hrc_low=float(row["hrc_low"]),
            hrc_high=float(row["hrc_high"]),
            density_kg_per_m3=float(row["density_kg_m3"]),
            max_layers=int(row["max_layers"]),
            layer_low_mm=float(row["layer_low_mm"]),
            layer_high_mm=float(row["layer_high_mm"]),
            feather_ratio=float(row["feather_ratio"]),
            body_low_c=float(row["body_low_c"]),
            body_high_c=float(row["body_high_c"]),
            slowly=row["cool_in"] == "slow",
            cool_words=row["cool_words"],
            cool_max_k_per_h=float(c) if (c := row["cool_max_k_per_h"]) else None,
            dust=row["dust"],
            finish=row["finish"],
            holds=row["holds"],
            refuses=frozenset(filter(None, row["refuses"].split(";"))),
            source=row["source"],
        )
        for row in rows("overlay_groups.csv")
    }


def group_named(name: str) -> Group:
    """Return a group by id. Raises Refused where there is none."""
    if name not in groups():
        raise Refused("group", name, "one of " + ", ".join(groups()))
    return groups()[name]
