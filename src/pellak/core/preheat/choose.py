"""Which method speaks for a piece, and the one sentence that says why."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from pellak.core import say
from pellak.core.heat.gas_rule import ROOM_C
from pellak.core.metal.hardness import COLD_CRACKING_HV
from pellak.core.preheat.case import (
    METHOD_LABELS,
    SHEET_BELOW_MM,
    Method,
    MethodAnswer,
    PreheatCase,
)
from pellak.core.preheat.cooling_time import CoolingPoint, cooling_time
from pellak.core.preheat.en1011 import en1011_b, en1011_b_edge
from pellak.core.preheat.practice import practice, sheet
from pellak.core.preheat.seferian import seferian
from pellak.core.preheat.shop_bands import (
    OWN_BAND_FROM_MM,
    band_without_thickness_c,
    shop_bands,
)
from pellak.core.preheat.soak import soak
from pellak.core.preheat.warm_and_bury import warm_and_bury
from pellak.core.preheat.warm_through import warm_through
from pellak.core.preheat.zone import zone

PreheatSchool = Literal[
    "auto",
    "shop",
    "seferian",
    "en1011-b",
    "cooling-time",
    "warm-through",
    "soak",
    "zone",
    "warm-and-bury",
]
RESTRAINT_C: Mapping[str, float] = {"low": 0.0, "medium": 25.0, "high": 50.0}
RESTRAINT_WORDS: Mapping[str, str] = {
    "low": "free to move",
    "medium": "partly held",
    "high": "boxed in",
}
FORMULAS: frozenset[Method] = frozenset({"shop", "seferian", "en1011-b", "en1011-b-edge"})
"""The methods that auto takes the highest valid one of."""
NOT_RAISED: frozenset[Method] = frozenset({"none", "practice", "soak", "zone", "warm-and-bury"})
"""Methods that restraint does not add to: they say their own whole heat."""
ROUNDED_TO_C = 5.0
EASES_OVER_HV, EASES_OVER_MM = 20.0, 1.0
MOST_THIN_C = 370.0
"""Hotter than the highest shop band no thin wall is started: it would sag before it softened."""


@dataclass(frozen=True)
class Chosen:
    """The method that speaks, what restraint adds, the rounded result and the sentence."""

    answer: MethodAnswer
    preheat_c: float | None
    added_c: float
    why: str
    school_applies: bool


def every_method(case: PreheatCase, curve: Sequence[CoolingPoint]) -> list[MethodAnswer]:
    """Return every method's answer that has anything to say about this metal."""
    if case.metal.traits.graphitic:
        return [soak(case), zone(case), warm_and_bury(case)]
    if not case.metal.traits.hardenable:
        return [practice(case)]
    edge = en1011_b_edge(case)
    return [
        *([sheet(case)] if case.is_sheet else []),
        seferian(case),
        shop_bands(case),
        en1011_b(case),
        *([edge] if edge is not None else []),
        cooling_time(case, curve),
        warm_through(case),
    ]


def choose(
    case: PreheatCase,
    answers: Sequence[MethodAnswer],
    school: PreheatSchool,
    curve: Sequence[CoolingPoint] = (),
) -> Chosen:
    """Return the method that speaks, by the school asked for or by our own rule.

    Our rule: sheet under 3 mm none while its edge stays at 350 HV or below; otherwise the highest
    valid formula, reached by degrees between 3 and 4.5 mm; a casting that is free gets a zone, one
    that is held the soak. A school that does not know this metal is passed over.
    """
    by_id: dict[str, MethodAnswer] = {answer.method: answer for answer in answers}
    asked = by_id.get(school)
    if asked is not None:
        return _settled(case, asked, f"{METHOD_LABELS[asked.method]} by choice: {asked.why}", True)
    applies = school == "auto"
    if case.metal.traits.graphitic:
        iron = by_id["zone" if case.restraint == "low" else "soak"]
        held = RESTRAINT_WORDS[case.restraint]
        return _settled(
            case, iron, f"The repair is {held}: {METHOD_LABELS[iron.method]}; {iron.why}.", applies
        )
    if len(answers) == 1:
        return _settled(case, answers[0], f"Usual practice: {answers[0].why}.", applies)
    if case.is_sheet:
        thin = _thin_wall(case, by_id, curve)
        return _settled(case, thin, thin.why, applies)
    formulas = [a for a in answers if a.method in FORMULAS and a.valid]
    highest = max(formulas, key=lambda a: a.at_least_c)
    if highest.preheat_c is None:
        thin = _thin_wall(case, by_id, curve)
        if thin.preheat_c is not None:
            return _settled(case, thin, thin.why, applies)
        return _settled(case, highest, "None: no formula valid here asks for any heat.", applies)
    if _formulas_share(case.thickness_mm) < 1.0 and highest.preheat_c > ROOM_C:
        return _eased(case, by_id, curve, highest, highest.preheat_c, applies)
    why = (
        f"{METHOD_LABELS[highest.method]}, the highest of the formulas valid here, asks for "
        f"{say.c(highest.preheat_c)}"
    )
    return _settled(case, highest, why, applies)


def _thin_wall(
    case: PreheatCase, by_id: Mapping[str, MethodAnswer], curve: Sequence[CoolingPoint]
) -> MethodAnswer:
    """Return what a thin wall wants: none while its edge stays soft and the formulas are far off.

    Chromoly tube that comes out over 350 HV is warmed through; other steel is started at the
    temperature that brings its edge to 350 HV, no lower than the shop band of its carbon
    equivalent without the thickness and no higher than the formulas ask. Both are come to by
    degrees: over 20 HV, and over the last millimetre before the formulas begin.
    """
    none = by_id.get("none") or sheet(case)
    cold = curve[0].haz_hv if curve else None
    band = band_without_thickness_c(case) or ROOM_C
    asks = [by_id[m].preheat_c for m in ("shop", "seferian") if m in by_id]
    most = max([band, *(c for c in asks if c is not None)])
    hard = 0.0 if cold is None else (cold - COLD_CRACKING_HV) / EASES_OVER_HV + 1
    near = case.thickness_mm - (SHEET_BELOW_MM - EASES_OVER_MM) if band > ROOM_C else 0.0
    share = min(1.0, max(0.0, hard, near / EASES_OVER_MM))
    if share <= 0:
        return replace(none, why=f"None: {none.why}")
    answer = by_id["warm-through"]
    if case.metal.traits.warmed_through:
        whole = answer.preheat_c or ROOM_C
    else:
        answer = by_id["cooling-time"]
        # Where no start softens it enough, the most that is ever asked for comes nearest.
        never = MOST_THIN_C if cold is not None and cold > COLD_CRACKING_HV else band
        whole = min(MOST_THIN_C, most, max(answer.preheat_c or never, band))
    asked = ROOM_C + share * (whole - ROOM_C)
    over = cold is not None and cold > COLD_CRACKING_HV
    words = f"Cold, the edge of this thin wall comes out at {cold:.0f} HV, over 350" if over else (
        "The edge of this wall is near to hardening"
    )  # fmt: skip
    why = f"{words}: start it at {say.c(asked)}" + (
        ", and temper or relieve it after" if over else ""
    )
    return replace(answer, preheat_c=asked, valid=True, why=why)


def _eased(
    case: PreheatCase,
    by_id: Mapping[str, MethodAnswer],
    curve: Sequence[CoolingPoint],
    highest: MethodAnswer,
    highest_c: float,
    applies: bool,
) -> Chosen:
    """Return the heat between 3 and 4.5 mm: on the way from the thin wall's to the formula's."""
    thin_c = _thin_wall(case, by_id, curve).preheat_c or ROOM_C
    asked = thin_c + _formulas_share(case.thickness_mm) * (highest_c - thin_c)
    why = (
        f"{METHOD_LABELS[highest.method]} asks for {say.c(highest_c)} from "
        f"{say.wall(OWN_BAND_FROM_MM, 6)}; so thin a wall is on the way there from {say.c(thin_c)}"
    )
    return _settled(case, replace(highest, preheat_c=max(asked, thin_c)), why, applies)


def _formulas_share(thickness_mm: float) -> float:
    """Return how far the formulas speak already: not under 3 mm, wholly from 4.5 mm."""
    span = OWN_BAND_FROM_MM - SHEET_BELOW_MM
    return min(1.0, max(0.0, (thickness_mm - SHEET_BELOW_MM) / span))


def _settled(case: PreheatCase, answer: MethodAnswer, why: str, applies: bool) -> Chosen:
    added = 0.0
    if answer.method not in NOT_RAISED and answer.preheat_c is not None:
        added = RESTRAINT_C[case.restraint] * _formulas_share(case.thickness_mm)
    preheat_c = None
    if answer.preheat_c is not None and answer.allowed:
        # To the micro-degree first, so that a whole 5 is not pushed up by rounding error.
        preheat_c = ROUNDED_TO_C * math.ceil(round((answer.preheat_c + added) / ROUNDED_TO_C, 6))
    if added:
        why = f"{why}; {say.kelvin(added)} more because it is {RESTRAINT_WORDS[case.restraint]}"
    return Chosen(answer, preheat_c, added, why.rstrip(".") + ".", applies)
