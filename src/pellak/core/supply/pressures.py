"""The pressures reckoner: what two regulator pressures, gas flowing, make burn at the tip."""

import math
from dataclasses import replace

from pellak.core import say
from pellak.core.answer.working import Answer, Reckoner, Record, Working, inserted
from pellak.core.gas.hose import Gas
from pellak.core.gas.limits import LOCK_UP_RATIO
from pellak.core.heat.case import HeatCases
from pellak.core.heat.solve import PieceGiven, seconds_or_never
from pellak.core.heat.standing import puddle_times_s
from pellak.core.supply.pressure_flow import Burning, PressuresGiven, burning_at
from pellak.core.supply.pressure_verdict import (
    VERDICT_WORDS,
    Pair,
    Verdict,
    pair_of,
    pressure_cautions,
    starved_below_m_per_s,
    verdict_of,
)
from pellak.core.torch import jet
from pellak.core.torch.flame import (
    CONE_FORMULA,
    CONE_SCATTER,
    CONE_SOURCE,
    burning_speed_m_per_s,
    cone_length_mm,
)

STEADY: tuple[Verdict, ...] = ("too-far-apart", "soft", "right", "fierce")
"""Verdicts of a flame one could hold on a sheet."""
SOURCE = (
    "orifice equation, coefficient 0.8; Darcy–Weisbach, friction after Colebrook; the torch's "
    "losses an estimate"
)


class PressureBand(Record):
    """From the least the tip burns steadily to the most these pressures give, L/h."""

    low: float
    high: float


class PressuresValues(Record):
    """What burns. Null where nothing tells it, or where it must not be lit.

    `untrimmed_ratio` is of both torch valves wide open; null where one gas cannot enter.
    """

    acetylene_l_per_h: float | None
    oxygen_l_per_h: float | None
    governed_by: Gas | None
    untrimmed_ratio: float | None
    untrimmed_acetylene_l_per_h: float | None
    jet_m_per_s: float | None
    cone_mm: float | None
    puddle_s: float | None
    static_acetylene_bar: float
    pair: Pair
    verdict: Verdict
    words: str
    band_l_per_h: PressureBand | None


class PressuresAnswer(Answer):
    """Answer of the pressures reckoner."""

    values: PressuresValues


def _puddle_s(given: PressuresGiven, flow: float | None) -> float | None:
    told = given.family is not None or given.alloy is not None
    if flow is None or given.thickness_mm is None or not told:
        return None
    piece = PieceGiven(
        family=given.family,
        alloy=given.alloy,
        thickness_mm=given.thickness_mm,
        joint=given.joint,
        start_c=given.start_c,
        hand_factor=given.hand_factor,
    )
    bore = given.orifice_mm * math.sqrt(given.jets) if given.orifice_mm else None
    case = replace(piece.matched_case(), acetylene_l_per_h=flow, orifice_mm=bore)
    return seconds_or_never(puddle_times_s(HeatCases.of([case]))[0])


def _speed(given: PressuresGiven, flow: float | None) -> float | None:
    if flow is None or given.orifice_mm is None:
        return None
    return jet.jet_for_flow_m_per_s(flow, given.orifice_mm, given.oxygen_ratio, given.jets)


def _cone_mm(given: PressuresGiven, speed: float | None) -> float | None:
    burning = burning_speed_m_per_s(given.oxygen_ratio)
    if speed is None or given.orifice_mm is None or speed <= burning:
        return None
    return cone_length_mm(given.orifice_mm, speed, burning)


def _band(given: PressuresGiven, flow: float | None) -> PressureBand | None:
    if flow is None or given.orifice_mm is None:
        return None
    least = jet.flow_for_jet_l_per_h(
        given.orifice_mm, starved_below_m_per_s(given.jets), given.oxygen_ratio, given.jets
    )
    return PressureBand(low=least, high=max(least, flow))


def _flow_working(given: PressuresGiven, burning: Burning) -> list[Working]:
    flow, gas = burning.acetylene_l_per_h, burning.governed_by
    if flow is None or gas is None:
        return []
    bar = given.acetylene_bar if gas == "acetylene" else given.oxygen_bar
    formula, numbers = _formula(given, burning, gas)
    return [
        Working(
            name="acetylene_l_per_h",
            value=flow,
            unit="L/h",
            low=burning.low_share * flow,
            high=burning.high_share * flow,
            formula=formula,
            inserted=inserted(formula, numbers),
            source=SOURCE,
            note=f"the flow at which {say.bar(bar, places=2)} of {gas} are used up; the other gas "
            "is throttled at the torch valve. Both valves open: the most there is.",
        )
    ]


def _formula(given: PressuresGiven, burning: Burning, gas: Gas) -> tuple[str, dict[str, float]]:
    """Return where the governing pressure goes, or how the flow follows from the one known."""
    flow = burning.acetylene_l_per_h or 0.0
    anchor = given.anchor
    if anchor is not None and (given.mixer == "injector" or given.orifice_mm is None):
        bars = {
            "acetylene": (given.acetylene_bar, anchor.acetylene_bar),
            "oxygen": (given.oxygen_bar, anchor.oxygen_bar),
        }[gas]
        numbers = {"Q_known": anchor.acetylene_l_per_h, "p": bars[0], "p_known": bars[1]}
        nozzle = given.mixer == "injector"
        return ("Q_known * N(p) / N(p_known)" if nozzle else "Q_known * sqrt(p / p_known)"), numbers
    line = given.line
    own = flow if gas == "acetylene" else given.oxygen_ratio * flow
    mixer_bar = line.mixer_bar(flow, given.oxygen_ratio * flow)
    limb_bar = line.limb_bar(gas, own)
    return "p_mixer + p_limb + p_hose", {
        "p_mixer": mixer_bar,
        "p_limb": limb_bar,
        "p_hose": line.hose_bar(gas, own, mixer_bar + limb_bar),
    }


def _jet_working(given: PressuresGiven, flow: float | None, speed: float | None) -> list[Working]:
    if flow is None or speed is None or given.orifice_mm is None:
        return []
    numbers = {
        "Q": flow, "beta": given.oxygen_ratio, "d": given.orifice_mm, "n": float(given.jets),
        "pi": 3.14159,
    }  # fmt: skip
    return [
        Working(
            name="jet_m_per_s",
            value=speed,
            unit="m/s",
            formula=jet.JET_FORMULA,
            inserted=inserted(jet.JET_FORMULA, numbers),
            source=jet.FLOW_SOURCE,
        )
    ]


def _static_working(given: PressuresGiven) -> Working:
    formula = "1.3 * p_a"
    return Working(
        name="static_acetylene_bar",
        value=LOCK_UP_RATIO * given.acetylene_bar,
        unit="bar",
        formula=formula,
        inserted=inserted(formula, {"p_a": given.acetylene_bar}),
        source="ISO 2503: the most a regulator may rise with the torch shut",
    )


def _cone_working(given: PressuresGiven, speed: float | None, cone: float | None) -> list[Working]:
    if speed is None or cone is None or given.orifice_mm is None:
        return []
    numbers = {
        "d": given.orifice_mm, "v": speed, "S": burning_speed_m_per_s(given.oxygen_ratio)
    }  # fmt: skip
    return [
        Working(
            name="cone_mm",
            value=cone,
            unit="mm",
            low=cone * (1 - CONE_SCATTER),
            high=cone * (1 + CONE_SCATTER),
            formula=CONE_FORMULA,
            inserted=inserted(CONE_FORMULA, numbers),
            source=CONE_SOURCE,
            note="each cone, by eye",
        )
    ]


def reckon_pressures(given: PressuresGiven) -> PressuresAnswer:
    """Return what two pressures at the regulators, gas flowing, make burn at the tip.

    In bar gauge, mm and m; flows in L/h at 15 °C, of both gases as one welds with them: the one
    that runs out first governs, the other is throttled at the torch valve. An injector, and a head
    of unknown bores, need one flow known at its pressures. Valid to -15 and +20 %; over the
    acetylene limit no flow is told. Raises Refused naming the field.

    Source: orifice equation, Darcy and Weisbach with Colebrook; ISO 5172 mixers; ISO 2503 for the
    static rise; the torch's losses and the bands of the pair are judgement.

    >>> given = PressuresGiven(orifice_mm=0.9, acetylene_bar=0.25, oxygen_bar=0.25)
    >>> values = reckon_pressures(given).values
    >>> round(values.acetylene_l_per_h, 1), values.verdict
    (146.9, 'right')
    """
    burning = burning_at(given)
    known = burning.acetylene_l_per_h
    verdict = verdict_of(given, burning, _speed(given, known))
    # Over the limit nothing is told that somebody could go by.
    flow = None if verdict == "over-limit" else known
    speed = _speed(given, flow)
    cone = _cone_mm(given, speed)
    both = None if flow is None else burning.untrimmed
    return PressuresAnswer(
        values=PressuresValues(
            acetylene_l_per_h=flow,
            oxygen_l_per_h=None if flow is None else flow * given.oxygen_ratio,
            governed_by=None if flow is None else burning.governed_by,
            untrimmed_ratio=both[1] / both[0] if both and both[0] > 0 else None,
            untrimmed_acetylene_l_per_h=both[0] if both else None,
            jet_m_per_s=speed,
            cone_mm=cone,
            puddle_s=_puddle_s(given, flow if verdict in STEADY else None),
            static_acetylene_bar=LOCK_UP_RATIO * given.acetylene_bar,
            pair=pair_of(given),
            verdict=verdict,
            words=VERDICT_WORDS[verdict],
            band_l_per_h=_band(given, flow),
        ),
        working=[
            *(_flow_working(given, burning) if flow is not None else []),
            *_jet_working(given, flow, speed),
            *_cone_working(given, speed, cone),
            _static_working(given),
        ],
        cautions=pressure_cautions(given, verdict),
    )


PRESSURES = Reckoner(
    "pressures",
    "These two pressures: what burns at this tip?",
    PressuresGiven,
    PressuresAnswer,
    reckon_pressures,
)
