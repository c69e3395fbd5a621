"""Which method speaks for a piece, and the one sentence that says why."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from pellak.core.metal.alloy import HARDENABLE
from pellak.core.preheat.case import METHOD_LABELS, Method, MethodAnswer, PreheatCase
from pellak.core.preheat.cooling_time import CoolingPoint, cooling_time
from pellak.core.preheat.en1011 import en1011_b, en1011_b_edge
from pellak.core.preheat.practice import practice, sheet
from pellak.core.preheat.seferian import seferian
from pellak.core.preheat.shop_bands import shop_bands
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
    if case.metal.family == "cast-iron":
        return [soak(case), zone(case), warm_and_bury(case)]
    if case.metal.family not in HARDENABLE:
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


def choose(case: PreheatCase, answers: Sequence[MethodAnswer], school: PreheatSchool) -> Chosen:
    """Return the method that speaks, by the school asked for or by our own rule.

    Our rule: sheet under 3 mm none; otherwise the highest valid formula; a casting that is free
    gets a zone, one that is held the soak. A school that does not know this metal is passed over.
    """
    by_id: dict[str, MethodAnswer] = {answer.method: answer for answer in answers}
    asked = by_id.get(school)
    if asked is not None:
        return _settled(case, asked, f"{METHOD_LABELS[asked.method]} by choice: {asked.why}", True)
    applies = school == "auto"
    if case.metal.family == "cast-iron":
        iron = by_id["zone" if case.restraint == "low" else "soak"]
        held = RESTRAINT_WORDS[case.restraint]
        return _settled(
            case, iron, f"The repair is {held}: {METHOD_LABELS[iron.method]}; {iron.why}.", applies
        )
    if len(answers) == 1:
        return _settled(case, answers[0], f"Usual practice: {answers[0].why}.", applies)
    if case.is_sheet:
        return _settled(case, by_id["none"], f"None: {by_id['none'].why}.", applies)
    formulas = [a for a in answers if a.method in FORMULAS and a.valid]
    highest = max(formulas, key=lambda a: a.at_least_c)
    if highest.preheat_c is None:
        return _settled(case, highest, "None: no formula valid here asks for any heat.", applies)
    why = (
        f"{METHOD_LABELS[highest.method]}, the highest of the formulas valid here, asks for "
        f"{highest.preheat_c:.0f} °C"
    )
    return _settled(case, highest, why, applies)


def _settled(case: PreheatCase, answer: MethodAnswer, why: str, applies: bool) -> Chosen:
    added = 0.0
    if answer.method not in NOT_RAISED and answer.preheat_c is not None and not case.is_sheet:
        added = RESTRAINT_C[case.restraint]
    preheat_c = None
    if answer.preheat_c is not None and answer.allowed:
        # To the micro-degree first, so that a whole 5 is not pushed up by rounding error.
        preheat_c = ROUNDED_TO_C * math.ceil(round((answer.preheat_c + added) / ROUNDED_TO_C, 6))
    if added:
        why = f"{why}; {added:g} °C more because it is {RESTRAINT_WORDS[case.restraint]}"
    return Chosen(answer, preheat_c, added, why.rstrip(".") + ".", applies)
