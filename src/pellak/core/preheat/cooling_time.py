"""Cooling time: how hard the edge of the seam comes out, with and without preheat."""

from collections.abc import Sequence
from itertools import pairwise

from pellak.core import say
from pellak.core.answer.working import Record, Working, inserted
from pellak.core.heat.case import HeatCase, HeatCases
from pellak.core.heat.travel import travel_results
from pellak.core.metal.composition import Composition
from pellak.core.metal.hardness import (
    COLD_CRACKING_HV,
    FORMULA,
    SCATTER_HV,
    SOURCE,
    hardness_numbers,
    haz_hardness_hv,
)
from pellak.core.preheat.case import MethodAnswer, PreheatCase

STARTS_C = (20.0, 65.0, 110.0, 155.0, 200.0, 250.0, 300.0, 350.0)
"""Start temperatures the curve is drawn through: finer where preheats are usually chosen."""


class CoolingPoint(Record):
    """Cooling time and hardness at one start temperature; None where the pool is not through."""

    start_c: float
    t85_s: float | None
    haz_hv: float | None
    heat_input_kj_per_mm: float | None


def cooling_curve(composition: Composition, cases: Sequence[HeatCase]) -> list[CoolingPoint]:
    """Return cooling time and hardness for the same piece at several start temperatures."""
    found = travel_results(HeatCases.of(cases), cases[0].family.grain_change_c)
    curve = []
    for case, travel in zip(cases, found, strict=True):
        t85_s = travel.cooling_s if travel is not None else None
        hardness = None if t85_s is None else haz_hardness_hv(composition, t85_s)
        curve.append(
            CoolingPoint(
                start_c=case.start_c,
                t85_s=t85_s,
                haz_hv=hardness,
                heat_input_kj_per_mm=None
                if travel is None
                else sum(case.power_w) / travel.travel_m_per_s / 1e6,
            )
        )
    return curve


def _first_soft_enough_c(curve: Sequence[CoolingPoint]) -> float | None:
    for before, after in pairwise(curve):
        if before.haz_hv is None or after.haz_hv is None:
            continue
        if before.haz_hv > COLD_CRACKING_HV >= after.haz_hv:
            share = (before.haz_hv - COLD_CRACKING_HV) / (before.haz_hv - after.haz_hv)
            return before.start_c + share * (after.start_c - before.start_c)
    return None


def cooling_time(case: PreheatCase, curve: Sequence[CoolingPoint]) -> MethodAnswer:
    """Return the start temperature that keeps the edge of the seam at 350 HV or below.

    Shown beside the formulas and never chosen unasked: the torch cools so slowly that the answer
    is mostly none, and the model's cooling time is good to a fifth.
    """
    cold = curve[0] if curve else None
    if cold is None or cold.haz_hv is None or cold.t85_s is None:
        return MethodAnswer(
            method="cooling-time",
            preheat_c=None,
            valid=False,
            why="no cooling time: too lean, not through in one pass, or cooling too slowly",
        )
    asked = _first_soft_enough_c(curve)
    soft = cold.haz_hv <= COLD_CRACKING_HV
    why = f"cold, it cools in {cold.t85_s:.0f} s to {cold.haz_hv:.0f} HV"
    words = f"{why}: soft enough without preheat" if soft else why
    valid = soft or asked is not None
    if not valid:
        words = f"{why}; no start temperature up to {say.c(curve[-1].start_c)} brings it to 350 HV"
    return MethodAnswer(
        method="cooling-time",
        preheat_c=None if soft else asked,
        valid=valid,
        why=words,
        working=[
            Working(
                name="haz_hv",
                value=cold.haz_hv,
                unit="HV",
                low=cold.haz_hv - SCATTER_HV,
                high=cold.haz_hv + SCATTER_HV,
                formula=FORMULA,
                inserted=inserted(FORMULA, hardness_numbers(case.metal.composition, cold.t85_s)),
                source=SOURCE,
                note="beside the seam, started cold; held between bainite's and martensite's",
            )
        ],
    )
