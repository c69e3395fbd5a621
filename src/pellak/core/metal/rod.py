"""Rod and flux: what is fed into the pool of this metal, and the rival choices."""

from dataclasses import dataclass
from functools import cache

from pellak.core.metal.alloy import Metal
from pellak.core.tables import rows
from pellak.core.working import School

NO_ROD = "none"
SOURCE = "forehand rod rule: half the thickness plus 1 mm, long-published gas-welding practice"
LEAST_DIAMETER_MM = 1.6
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


def rod_schools(metal: Metal) -> list[School]:
    """Return the rods fit for a metal, the usual one first: as its alloy, its kind, its family."""
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
    if metal.family == "lead":
        return ""
    return next((rods()[school.id].flux for school in rod_schools(metal)), "")


def forehand_diameter_mm(rod: Rod, thickness_mm: float) -> float | None:
    """Return the stocked diameter nearest t/2 + 1 mm; None for strip, which is cut to suit."""
    wanted = max(LEAST_DIAMETER_MM, thickness_mm / 2 + 1)
    return min(rod.diameters_mm, key=lambda d: abs(d - wanted), default=None)
