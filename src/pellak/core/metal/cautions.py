"""What each metal needs minding at each station, from tables/metal_cautions.csv."""

from pellak.core.answer.working import Caution
from pellak.core.metal.alloy import Metal
from pellak.core.tables import rows


def metal_cautions(metal: Metal, station: str) -> list[Caution]:
    """Return the cautions of a metal for one station: its family's, its kind's, its own."""
    keys = (metal.family, metal.thermal_id, metal.advised_as)
    return [
        Caution(
            level=row["level"],
            text=row["text"],
            reason=row["reason"],
            source=row["source"],
        )
        for row in rows("metal_cautions.csv")
        if row["metal"] in keys and row["station"] == station
    ]
