"""Rod and flux: what is fed into the pool of this metal, and the rival choices."""

from dataclasses import dataclass
from functools import cache

from pellak.core.answer.working import School
from pellak.core.metal.alloy import Metal
from pellak.core.tables import rows

NO_ROD = "none"
SOURCE = "forehand rod rule: half the thickness plus 1 mm, long-published gas-welding practice"
LEAST_DIAMETER_MM = 1.6
STRIP_UP_TO_MM = 3.0
"""Thicker sheet makes strip too heavy to melt in: a rod is bought or cast."""
LEAD_STRIP = "pb-parent"
FORMULA = "nearest size to max(1.6, t / 2 + 1)"


@dataclass(frozen=True)
class Rod:
    """A rod of the table. `flux` is empty where none is needed."""

    id: str
    classification: str
    standard: str
    flux: str
    diameters_mm: tuple[float, ...]
    note: str
    source: str


@cache
def rods() -> dict[str, Rod]:
    """Return every rod by id."""
    return {
        row["id"]: Rod(
            id=row["id"],
            classification=row["classification"],
            standard=row["standard"],
            flux="" if row["flux_needed"] == "no" else row["flux_needed"],
            diameters_mm=tuple(float(d) for d in row["diameters_mm"].split(";") if d),
            note=row["note"],
            source=row["source"],
        )
        for row in rows("rods.csv")
    }


def strip_too_thick(rod: Rod, thickness_mm: float) -> bool:
    """Return whether a rod is strip of a parent sheet too thick to be melted in. Lead's is not.

    Args:
        rod: which
        thickness_mm: wall, mm, above 0

    Source: STRIP_UP_TO_MM: judgement

    >>> strip_too_thick(rods()[LEAD_STRIP], 6.0)
    False
    """
    return not rod.diameters_mm and rod.id != LEAD_STRIP and thickness_mm > STRIP_UP_TO_MM


def rod_schools(metal: Metal, thickness_mm: float = 0.0) -> list[School]:
    """Return the rods fit for a metal, the usual one first: as its alloy, its kind, its family.

    Strip of the parent sheet is left out where the sheet is too thick for it, if there is another.

    Args:
        metal: the one welded
        thickness_mm: wall, mm; 0 where it is not told

    Source: AWS A5.2 for steel; usual practice beside it

    >>> from pellak.core.metal.alloy import metal_named
    >>> [school.id for school in rod_schools(metal_named('4130'))][:1]
    ['r60']
    """
    found = _rod_schools(metal)
    thin = [s for s in found if not strip_too_thick(rods()[s.id], thickness_mm)]
    return thin or found


def _rod_schools(metal: Metal) -> list[School]:
    for key in (metal.advised_as, metal.thermal_id, metal.family):
        found = [row for row in rows("rod_choices.csv") if row["metal"] == key]
        if found:
            return [
                School(
                    id=row["rod"],
                    label=f"{rods()[row['rod']].classification}, {row['label']}",
                    why=row["why"],
                )
                for row in found
            ]
    return []


def flux_for(metal: Metal) -> str:
    """Return the flux this metal is welded with, empty where none is needed."""
    return next((rods()[school.id].flux for school in rod_schools(metal)), "")
