"""Judging the tips in the rack: each at the flow it would really be run at."""

import math
from collections.abc import Sequence
from functools import lru_cache
from typing import Literal

from pellak.core.answer.working import Record
from pellak.core.gas.draw import DrawLimits
from pellak.core.heat.case import HeatCase, HeatCases
from pellak.core.heat.solve import PieceGiven, seconds_or_never
from pellak.core.heat.standing import puddle_times_s
from pellak.core.heat.verdict import VerdictBand, puddle_verdict
from pellak.core.torch import jet
from pellak.core.torch.draw import flame_of, flows_within, over_stop
from pellak.core.torch.rack_tip import ChartRow, RackTip, chart_row

TipVerdict = Literal[
    "fits", "works-soft", "works-slow", "too-small", "too-large", "over-draw"
]  # fmt: skip
VERDICT_WORDS: dict[TipVerdict, str] = {
    "fits": "fits",
    "works-soft": "works, soft flame",
    "works-slow": "works, slow",
    "too-small": "too small",
    "too-large": "too large",
    "over-draw": "more than the acetylene gives",
}
OVER_DRAW_WHY = "over a seventh of the acetylene an hour at the least that does it"
STARVED_UP_TO_RATIO = 1.25
"""A tip whose least steady flow is further than this above the flow wanted is too large."""
HOPELESS_BELOW_RATIO = 0.35
"""A tip that is harsh at less than this share of the flow wanted never puddles in time."""
RANK: dict[TipVerdict, int] = {verdict: place for place, verdict in enumerate(VERDICT_WORDS)}


class FlowBand(Record):
    """Usable acetylene flow of a tip: below it backfires, above it the flame leaves the tip."""

    low: float
    high: float


class TipCandidate(Record):
    """One tip judged for this piece at the flow it would be run at."""

    label: str
    orifice_mm: float
    drill: str | None
    jets: int
    acetylene_l_per_h: float
    jet_m_per_s: float
    band_l_per_h: FlowBand
    puddle_s: float | None
    verdict: TipVerdict
    words: str = ""
    why: str
    chart: ChartRow | None


def usable_band(orifice_mm: float, oxygen_ratio: float, jets: int = 1) -> FlowBand:
    """Return the flows between the backfire and the lifting jet speed, L/h of acetylene.

    All `jets` of a tip together; `oxygen_ratio` as in the flame, 0.7 to 3.

    Args:
        orifice_mm: bore of one jet, mm, above 0
        oxygen_ratio: oxygen over acetylene by volume, 0.7 to 3
        jets: how many such jets, 1 or more

    Source: jet speeds of FLOW_SOURCE between which a flame sits

    >>> band = usable_band(0.9, 1.05)
    >>> round(band.low, 1), round(band.high, 1)
    (78.2, 223.4)
    """
    return FlowBand(
        low=jet.flow_for_jet_l_per_h(orifice_mm, jet.BACKFIRE_BELOW_M_PER_S, oxygen_ratio, jets),
        high=jet.flow_for_jet_l_per_h(orifice_mm, jet.LIFTS_ABOVE_M_PER_S, oxygen_ratio, jets),
    )


def running_flow_l_per_h(tip: RackTip, wanted_l_per_h: float, oxygen_ratio: float) -> float:
    """Return the flow a tip would be run at: the one wanted, between backfire and harsh.

    Args:
        tip: bore and jets
        wanted_l_per_h: acetylene wanted, L/h
        oxygen_ratio: oxygen over acetylene by volume, 0.7 to 3

    Source: the jet speeds of torch/jet.py; that a tip is turned down and not off is practice

    >>> tip = RackTip(label='3', orifice_mm=0.9, jets=1)
    >>> round(running_flow_l_per_h(tip, 20, 1.05), 1)
    78.2
    >>> running_flow_l_per_h(tip, 130, 1.05)
    130
    """
    slowest, fastest = (
        jet.flow_for_jet_l_per_h(tip.orifice_mm, speed, oxygen_ratio, tip.jets)
        for speed in (jet.BACKFIRE_BELOW_M_PER_S, jet.HARSH_ABOVE_M_PER_S)
    )
    return min(max(wanted_l_per_h, slowest), fastest)


def _verdict(
    band: VerdictBand, run_l_per_h: float, wanted_l_per_h: float, jet_m_per_s: float
) -> tuple[TipVerdict, str]:
    excess = run_l_per_h / wanted_l_per_h
    if excess > STARVED_UP_TO_RATIO:
        return _starved(excess)
    if band.verdict == "too-fierce":
        return "too-large", "puddles quicker than a hand can steer"
    if band.verdict == "too-cold":
        return "too-small", "the sheet carries its heat away"
    if band.verdict == "slow":
        return "works-slow", "soaks the sheet: wide blue band, more distortion"
    if jet_m_per_s < jet.SOFT_BELOW_M_PER_S:
        return "works-soft", (
            "at the bottom of its band, close to where it pops"
            if excess > 1.001
            else "lazy jet, near the bottom of its band"
        )
    return "fits", "steerable puddle from a steady jet"


def _judged(
    given: PieceGiven,
    matched: HeatCase,
    tip: RackTip,
    flow: float,
    wanted_l_per_h: float,
    oxygen_ratio: float,
    matched_s: float | None,
    puddle_s: float | None,
    *,
    solved: bool,
    charted: bool,
) -> TipCandidate:
    speed = jet.jet_for_flow_m_per_s(flow, tip.orifice_mm, oxygen_ratio, tip.jets)
    if solved:
        band = puddle_verdict(matched.family.family, matched.thickness_mm, puddle_s, matched_s)
        verdict, why = _verdict(band, flow, flow if charted else wanted_l_per_h, speed)
        if charted:
            why = f"{why}; the flow is the maker's chart's"
    elif flow > wanted_l_per_h:
        verdict, why = _starved(flow / wanted_l_per_h)
    else:
        share = flow / wanted_l_per_h
        verdict, why = "too-small", f"harsh already at {share:.2f} of the flow wanted"
    nearest = jet.nearest_drill(tip.orifice_mm)
    return TipCandidate(
        label=tip.label,
        orifice_mm=tip.orifice_mm,
        drill=nearest.drill if nearest else None,
        jets=tip.jets,
        acetylene_l_per_h=flow,
        jet_m_per_s=speed,
        band_l_per_h=usable_band(tip.orifice_mm, oxygen_ratio, tip.jets),
        puddle_s=puddle_s,
        verdict=verdict,
        words=_words(verdict, puddle_s),
        why=why,
        chart=chart_row(tip, given.thickness_mm),
    )


def _words(verdict: TipVerdict, puddle_s: float | None) -> str:
    """Return the verdict as a person says it, with the seconds where it is slow."""
    if verdict == "works-slow" and puddle_s is not None:
        return f"{VERDICT_WORDS[verdict]}: {puddle_s:.0f} s"
    return VERDICT_WORDS[verdict]


def _starved(excess: float) -> tuple[TipVerdict, str]:
    return (
        "too-large",
        f"starved at the flow wanted: would pop; at its least burns {excess:.1f} times it",
    )


@lru_cache(maxsize=64)
def _puddles_s(cases: tuple[HeatCase, ...]) -> tuple[float | None, ...]:
    return tuple(seconds_or_never(s) for s in puddle_times_s(HeatCases.of(cases)))


def out_by_draw(candidate: TipCandidate, draw: DrawLimits | None) -> TipCandidate:
    """Return a candidate, out where its flow is more than the acetylene may ever be drawn at."""
    if not over_stop(candidate.acetylene_l_per_h, draw):
        return candidate
    words: dict[str, object] = {
        "verdict": "over-draw", "words": VERDICT_WORDS["over-draw"], "why": OVER_DRAW_WHY
    }  # fmt: skip
    return candidate.model_copy(update=words)


def judge_tips(
    given: PieceGiven,
    tips: Sequence[RackTip],
    wanted_l_per_h: float,
    oxygen_ratio: float,
    *,
    own_flow: bool = False,
    draw: DrawLimits | None = None,
    flame_min: float | None = None,
) -> tuple[list[TipCandidate], float | None]:
    """Judge every tip for a piece and rank them, best first.

    Args:
        given: the piece.
        tips: the rack.
        wanted_l_per_h: acetylene flow wanted, by the gas rule or by hand.
        oxygen_ratio: oxygen to acetylene by volume.
        own_flow: the flow is the person's own, so a tip that can burn it comes first.
        draw: what the acetylene gives; tips are held to it, and out where they cannot be.
        flame_min: minutes of flame of the job, None where nobody knows: then as if on end.

    Returns:
        The candidates ranked by verdict, those over what the acetylene gives on end after the
        others of the same, then by how near their puddle comes to the matched one
        (or their flow to the person's own), then by how near their jet is to normal; and the
        matched puddle time, s, None for never.

    Source: verdicts by the puddle's time against the matched one: judgement

    >>> sheet = PieceGiven(family='carbon-steel', thickness_mm=1.2)
    >>> large, fit = (RackTip(label=b, orifice_mm=d, jets=1) for b, d in (('9', 3.0), ('2', 0.8)))
    >>> [tip.label for tip in judge_tips(sheet, [large, fit], 110.0, 1.05)[0]]
    ['2', '9']
    """
    matched = given.matched_case()
    # The maker knows his tip: where his chart gives a flow for this thickness, it is run at that.
    charted = [None if own_flow else _charted_l_per_h(tip, given.thickness_mm) for tip in tips]
    flows = [
        flow or running_flow_l_per_h(tip, wanted_l_per_h, oxygen_ratio)
        for flow, tip in zip(charted, tips, strict=True)
    ]
    if draw is not None and not own_flow:
        flows = flows_within(
            matched, tips, flows, [one is not None for one in charted], oxygen_ratio, draw,
            flame_min,
        )  # fmt: skip
    # A tip far outside its band for this flow is judged by the band alone: no heat is solved.
    solved = [
        place
        for place, flow in enumerate(flows)
        if charted[place] or HOPELESS_BELOW_RATIO <= flow / wanted_l_per_h <= STARVED_UP_TO_RATIO
    ]
    cases = [flame_of(matched, tips[place], flows[place]) for place in solved]
    found = _puddles_s((matched, *cases))
    matched_s = found[0]
    puddles = dict(zip(solved, found[1:], strict=True))
    judged = [
        _judged(given, matched, tip, flow, wanted_l_per_h, oxygen_ratio, matched_s,
                puddles.get(place), solved=place in puddles, charted=charted[place] is not None)
        for place, (tip, flow) in enumerate(zip(tips, flows, strict=True))
    ]  # fmt: skip

    if not own_flow:
        judged = [out_by_draw(candidate, draw) for candidate in judged]
    limit = math.inf if draw is None else draw.for_minutes(flame_min)

    def rank(candidate: TipCandidate) -> tuple[float, ...]:
        off = math.inf
        if own_flow:
            off = abs(math.log(candidate.acetylene_l_per_h / wanted_l_per_h))
        elif candidate.puddle_s and matched_s:
            off = abs(math.log(candidate.puddle_s / matched_s))
        off_jet = abs(math.log(candidate.jet_m_per_s / jet.NORMAL_JET_M_PER_S))
        over = candidate.acetylene_l_per_h > limit
        return RANK[candidate.verdict], over, round(off, 1), off_jet, candidate.orifice_mm

    return sorted(judged, key=rank), matched_s


def _charted_l_per_h(tip: RackTip, thickness_mm: float) -> float | None:
    row = chart_row(tip, thickness_mm)
    return None if row is None else row.acetylene_l_per_h
