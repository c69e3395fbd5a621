"""Usual practice for metals whose preheat no formula gives: stainless, aluminium, lead."""

from pellak.core.preheat.case import SHEET_BELOW_MM, MethodAnswer, PreheatCase
from pellak.core.tables import rows
from pellak.core.working import Working


def practice(case: PreheatCase) -> MethodAnswer:
    """Return the preheat usual for this metal and wall, from tables/preheat_practice.csv.

    Heat-treatable aluminium is held to the range's top as the others are: hotter, it overages.
    """
    keys = (case.metal.advised_as, case.metal.thermal_id, case.metal.family)
    found = [
        row
        for key in keys
        for row in rows("preheat_practice.csv")
        if row["metal"] == key and case.thickness_mm > float(row["over_mm"])
    ]
    if not found:
        return MethodAnswer("none", None, valid=True, why="this metal is welded cold")
    nearest = [row for row in found if row["metal"] == found[0]["metal"]][-1]
    low, preheat, high = (
        float(nearest[name]) if nearest[name] else None for name in ("low_c", "preheat_c", "high_c")
    )
    return MethodAnswer(
        method="practice" if preheat is not None else "none",
        preheat_c=preheat,
        valid=True,
        why=nearest["why"],
        low_c=low,
        high_c=high,
        working=[
            Working(
                name="practice_c",
                value=preheat,
                unit="°C",
                low=low,
                high=high,
                formula="row of the practice table for this metal and wall",
                inserted=f"{nearest['metal']}, over {nearest['over_mm']} mm",
                source=nearest["source"],
                note="" if preheat is not None else nearest["why"],
            )
        ],
    )


def sheet(case: PreheatCase) -> MethodAnswer:
    """Return that sheet is welded without preheat, whatever its analysis."""
    chill = "take the chill off a cold or damp piece, and warm a cold node"
    hardens = case.metal.heat_treatable
    return MethodAnswer(
        method="none",
        preheat_c=None,
        valid=True,
        why=f"under {SHEET_BELOW_MM:g} mm the wall heats through ahead of the pool; {chill}"
        + ("; it still hardens, so cool it in still air" if hardens else ""),
    )
