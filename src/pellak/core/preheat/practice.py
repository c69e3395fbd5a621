"""Usual practice for metals whose preheat no formula gives: stainless, aluminium, lead."""

from collections.abc import Mapping

import numpy as np

from pellak.core import say
from pellak.core.answer.working import Working
from pellak.core.preheat.case import SHEET_BELOW_MM, MethodAnswer, PreheatCase
from pellak.core.tables import rows

HAND_WARM_C = 25.0


def practice(case: PreheatCase) -> MethodAnswer:
    """Return the preheat usual for this metal and wall, from tables/preheat_practice.csv.

    Between two rows the target goes over by thickness, and under HAND_WARM_C nobody lights a torch
    for it. Heat-treatable aluminium is held to the range's top as the others are: hotter, it
    overages.
    """
    keys = (case.metal.advised_as, case.metal.thermal_id, case.metal.family)
    found = [row for key in keys for row in _rows(key) if case.thickness_mm > float(row["over_mm"])]
    if not found:
        return MethodAnswer("none", None, valid=True, why="this metal is welded cold")
    nearest = [row for row in found if row["metal"] == found[0]["metal"]][-1]
    preheat = _between([r for r in _rows(found[0]["metal"]) if r["preheat_c"]], case.thickness_mm)
    low = min(float(nearest["low_c"]), preheat) if preheat is not None else None
    high = float(nearest["high_c"]) if preheat is not None else None
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


def _rows(metal: str) -> list[Mapping[str, str]]:
    return [row for row in rows("preheat_practice.csv") if row["metal"] == metal]


def _between(anchors: list[Mapping[str, str]], thickness_mm: float) -> float | None:
    """Return the target between the rows either side, to a degree; None for a piece hand-warm."""
    if not anchors or thickness_mm <= float(anchors[0]["over_mm"]):
        return None
    at = [float(row["over_mm"]) for row in anchors]
    target = round(float(np.interp(thickness_mm, at, [float(r["preheat_c"]) for r in anchors])))
    return float(target) if target >= HAND_WARM_C else None


def sheet(case: PreheatCase) -> MethodAnswer:
    """Return that sheet is welded without preheat, whatever its analysis."""
    chill = "take the chill off a cold or damp piece, and warm a cold node"
    hardens = case.metal.heat_treatable
    return MethodAnswer(
        method="none",
        preheat_c=None,
        valid=True,
        why=f"under {say.wall(SHEET_BELOW_MM, 6)} the wall heats through ahead of the pool; {chill}"
        + ("; it still hardens, so cool it in still air" if hardens else ""),
    )
