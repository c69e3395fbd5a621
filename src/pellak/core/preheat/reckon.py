"""The preheat reckoner: does this alloy at this thickness want heat first, how much, and why."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from pydantic import Field

from pellak.core.answer.working import (
    Answer,
    Number,
    Reckoner,
    Record,
    School,
    Working,
)
from pellak.core.heat.case import HeatCase
from pellak.core.heat.solve import PieceGiven
from pellak.core.metal.alloy import (
    Metal,
    heat_family_of,
)
from pellak.core.metal.analysed import named_or_analysed
from pellak.core.metal.carbon_equivalent import carbon_equivalent_iiw
from pellak.core.metal.composition import Percent
from pellak.core.metal.fusion import fusion_cautions
from pellak.core.preheat.after import PostHeat, post_heat
from pellak.core.preheat.case import METHOD_LABELS, Method, PreheatCase, Restraint
from pellak.core.preheat.cautions import preheat_cautions
from pellak.core.preheat.choose import Chosen, PreheatSchool, choose, every_method
from pellak.core.preheat.cooling_time import STARTS_C, CoolingPoint, cooling_curve
from pellak.core.preheat.crayons import CheckWith, crayons_for
from pellak.core.preheat.interpass import Interpass, interpass_for
from pellak.core.preheat.iron_heat import spread_limit
from pellak.core.tables import Joint, MetalFamily

WORKING_WINDOW_C = 50.0
"""A torch holds a part within about this of what was aimed at."""
HARDENS_FROM_CE = 0.40
"""Leaner steels do not harden at any rate a torch cools them at, so no curve is drawn."""
CURVE_UP_TO_MM = 10.0
"""Thicker walls are never through in one pass, so no cooling time is looked for."""


class PreheatGiven(Record):
    """A metal by alloy id or analysis, its wall, how it is held, and the school to go by.

    `combined_thickness_mm`, the sum of what conducts heat away within 75 mm, replaces the wall in
    the formulas; `temper_c` is what a quenched-and-tempered part was tempered at.
    """

    alloy: str | None = Field(default=None, max_length=60)
    composition: dict[str, Percent] | None = Field(default=None, max_length=20)
    family: MetalFamily | None = None
    thickness_mm: Number = Field(ge=0.3, le=300)
    joint: Joint = "butt"
    combined_thickness_mm: Number | None = Field(default=None, ge=0.3, le=600)
    restraint: Restraint = "low"
    hydrogen_ml_per_100g: Number = Field(default=5.0, ge=0, le=100)
    heat_input_kj_per_mm: Number | None = Field(default=None, ge=0, le=100)
    acetylene_l_per_h: Number | None = Field(default=None, ge=2, le=20_000)
    temper_c: Number | None = Field(default=None, ge=100, le=750)
    school: PreheatSchool = "auto"

    def metal(self) -> Metal:
        """Return the metal meant. Raises Refused unless it is named exactly one way."""
        return named_or_analysed(self.alloy, self.composition, self.family)


class MethodValue(Record):
    """One method's answer: null where it asks for none or does not apply."""

    preheat_c: float | None
    valid: bool
    why: str


class PreheatValues(Record):
    """The recommended heat; null where the piece is welded cold or the school is refused."""

    preheat_c: float | None
    preheat_low_c: float | None
    preheat_high_c: float | None
    interpass_min_c: float | None
    interpass_max_c: float | None
    method: Method
    by_method: dict[str, MethodValue]
    why: str
    post_heat: PostHeat
    check_with: CheckWith | None
    spread_max_k: float | None
    t85_s: float | None
    haz_hv: float | None
    curve: list[CoolingPoint]


class PreheatAnswer(Answer):
    """Answer of the preheat reckoner."""

    values: PreheatValues


@dataclass(frozen=True)
class PreheatQuestion:
    """A metal with the rest of the question, for callers that hold the metal itself."""

    metal: Metal
    given: PreheatGiven
    hand_factor: float = 1.0


def _flame_case(question: PreheatQuestion) -> HeatCase | None:
    """Return the piece cold under its flame; None where no flame could run it in one pass."""
    given, constants = question.given, heat_family_of(question.metal.family)
    if constants is None or not 0.3 <= given.thickness_mm <= CURVE_UP_TO_MM:
        return None
    case = PieceGiven(
        family=constants.family,
        thickness_mm=given.thickness_mm,
        joint=given.joint,
        hand_factor=question.hand_factor,
    ).matched_case()
    if given.acetylene_l_per_h is not None:
        case = replace(case, acetylene_l_per_h=given.acetylene_l_per_h)
    return case


def _curve(question: PreheatQuestion) -> list[CoolingPoint]:
    case = _flame_case(question)
    lean = carbon_equivalent_iiw(question.metal.composition) < HARDENS_FROM_CE
    if case is None or not question.metal.traits.hardenable or lean:
        return []
    cases = [replace(case, start_c=start_c) for start_c in STARTS_C]
    return cooling_curve(question.metal.composition, cases)


def _case(question: PreheatQuestion, curve: Sequence[CoolingPoint]) -> PreheatCase:
    given = question.given
    heat_input = given.heat_input_kj_per_mm
    if heat_input is None and curve:
        heat_input = curve[0].heat_input_kj_per_mm
    return PreheatCase(
        metal=question.metal,
        thickness_mm=given.combined_thickness_mm or given.thickness_mm,
        wall_mm=given.thickness_mm,
        restraint=given.restraint,
        hydrogen_ml_per_100g=given.hydrogen_ml_per_100g,
        heat_input_kj_per_mm=heat_input,
    )


def _window(case: PreheatCase, chosen: Chosen, top: Interpass) -> tuple[float | None, float | None]:
    """Return the least and the most the metal should be at, °C."""
    if chosen.preheat_c is None:
        return None, None
    answer = chosen.answer
    if not case.metal.traits.hardenable and answer.low_c is not None:
        return answer.low_c, answer.high_c
    most = chosen.preheat_c + WORKING_WINDOW_C
    return chosen.preheat_c, min(most, top.max_c) if top.max_c is not None else most


def _working(chosen: Chosen, low_c: float | None, high_c: float | None) -> Working:
    added = f" + {chosen.added_c:g}" if chosen.added_c else ""
    asked = chosen.answer.preheat_c
    return Working(
        name="preheat_c",
        value=chosen.preheat_c,
        unit="°C",
        low=low_c,
        high=high_c,
        formula="the method chosen, plus restraint, rounded up to 5 °C",
        inserted="none asked for"
        if asked is None
        else f"{METHOD_LABELS[chosen.answer.method]} {asked:.1f}{added}",
        source=chosen.answer.working[-1].source if chosen.answer.working else "shop practice",
        valid=chosen.answer.valid,
        note=chosen.why,
    )


def answer_preheat(question: PreheatQuestion) -> PreheatAnswer:
    """Return the preheat for a metal in hand, with every method beside the one that speaks."""
    given, metal = question.given, question.metal
    curve = _curve(question)
    case = _case(question, curve)
    answers = every_method(case, curve)
    chosen = choose(case, answers, given.school, curve)
    top = interpass_for(case, chosen, given.temper_c)
    low_c, high_c = _window(case, chosen, top)
    spread = spread_limit(case) if metal.traits.graphitic else None
    cold = curve[0] if curve else None
    working = [_working(chosen, low_c, high_c)]
    if top.working is not None:
        working.append(top.working)
    working += [line for answer in answers for line in answer.working]
    if spread is not None:
        working.append(spread)
    return PreheatAnswer(
        values=PreheatValues(
            preheat_c=chosen.preheat_c,
            preheat_low_c=low_c,
            preheat_high_c=high_c,
            interpass_min_c=top.min_c,
            interpass_max_c=top.max_c,
            method=chosen.answer.method,
            by_method={
                a.method: MethodValue(preheat_c=a.preheat_c, valid=a.valid, why=a.why)
                for a in answers
            },
            why=chosen.why,
            post_heat=post_heat(
                case, chosen.answer, given.temper_c, None if cold is None else cold.haz_hv
            ),
            check_with=None
            if low_c is None or high_c is None
            else crayons_for(low_c, high_c, metal.family, given.thickness_mm),
            spread_max_k=None if spread is None else float(spread.value or 0),
            t85_s=None if cold is None else cold.t85_s,
            haz_hv=None if cold is None else cold.haz_hv,
            curve=curve,
        ),
        working=working,
        cautions=[*fusion_cautions(metal), *preheat_cautions(case, chosen, given.joint, top)],
        schools=[
            School(
                id=a.method,
                label=METHOD_LABELS[a.method],
                why=a.why,
                values={"preheat_c": a.preheat_c},
            )
            for a in answers
        ],
    )


def reckon_preheat(given: PreheatGiven) -> PreheatAnswer:
    """Return the preheat, its range, the interpass limit, how to prove it and what comes after.

    Valid for walls from 0.3 to 300 mm; each method says itself where its own range ends.

    Source: EN 1011-2 methods A and B, Yurioka, Seferian, shop practice, a line each in the working.
    Raises Refused for both a composition and an alloy, or neither.
    """
    return answer_preheat(PreheatQuestion(given.metal(), given))


PREHEAT = Reckoner(
    "preheat",
    "Does this alloy at this thickness want heat first, and how much?",
    PreheatGiven,
    PreheatAnswer,
    reckon_preheat,
)
