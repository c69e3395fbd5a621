"""The tip reckoner: flow, bore, drill, jet, pressure and which tip of the rack to screw on."""

import math

from pydantic import Field

from pellak.core import marks, say
from pellak.core.answer.working import (
    Answer,
    Caution,
    Number,
    Reckoner,
    Record,
    School,
    ValidRange,
    Working,
    complaints,
    inserted,
)
from pellak.core.gas.draw import DrawLimits
from pellak.core.gas.limits import (
    ACETYLENE_LIMIT_BAR,
    LimitRegion,
    over_limit,
)
from pellak.core.gas.limits import REASON as LIMIT_REASON
from pellak.core.gas.limits import SOURCE as LIMIT_SOURCE
from pellak.core.heat.gas_rule import FORMULA as RULE_FORMULA
from pellak.core.heat.gas_rule import PACE_FACTORS, Pace, rule_flow_l_per_h
from pellak.core.heat.gas_rule import SOURCE as RULE_SOURCE
from pellak.core.heat.solve import PieceGiven
from pellak.core.tables import joints
from pellak.core.torch import jet
from pellak.core.torch.candidates import FlowBand, TipCandidate, judge_tips, usable_band
from pellak.core.torch.flame import flame_settings
from pellak.core.torch.mixer import Mixer
from pellak.core.torch.rack_tip import RackTip, drill_tips

VALID_RANGES = (ValidRange("thickness_mm", 0.5, 6.0, "mm"),)
FLOW_SCATTER = 0.2
"""Charts of the trade differ by about a fifth on the flow for one thickness."""
PACE_WHY: dict[Pace, str] = {
    "gentle": f"{marks.measure('L/h per mm', 40, to=60)}: more time to steer, wider blue band",
    "normal": f"about {marks.measure('L/h per mm', 100)} of steel: three to four seconds on sheet",
    "brisk": "narrower heat and less distortion, for a practised hand",
}


class TipGiven(PieceGiven):
    """A piece, the pace, the torch's mixer and the tips to choose from."""

    pace: Pace = "normal"
    mixer: Mixer = "equal-pressure"
    region: LimitRegion = "general"
    rack: list[RackTip] = Field(default_factory=list, max_length=500)
    acetylene_l_per_h: Number | None = Field(default=None, ge=2, le=20_000)
    capacity_m3: Number | None = Field(default=None, gt=0, le=600)
    minutes_needed: Number | None = Field(default=None, ge=0, le=1440)

    @property
    def draw(self) -> DrawLimits | None:
        """What the acetylene gives, where its nominal content is told."""
        return None if self.capacity_m3 is None else DrawLimits(1000 * self.capacity_m3)


class TipValues(Record):
    """The tip the rule asks for, and the rack's tips judged, best first.

    Pressures are null for injector mixers, whose maker's chart alone can say, and where they
    would pass the acetylene limit. `torch_bar` is at
    the torch inlet with gas flowing, each gas.
    """

    acetylene_l_per_h: float
    oxygen_l_per_h: float
    orifice_mm: float
    drill: str | None
    jet_m_per_s: float
    tip_pressure_bar: float | None
    torch_bar: float | None
    band_l_per_h: FlowBand
    matched_puddle_s: float | None
    candidates: list[TipCandidate]


class TipAnswer(Answer):
    """Answer of the tip reckoner."""

    values: TipValues


def oxygen_ratio_for(given: PieceGiven) -> float:
    """Return the oxygen to acetylene ratio of the flame this metal is fused with.

    Args:
        given: the piece; its metal counts

    Source: table flame_settings.csv

    >>> from pellak.core.heat.solve import PieceGiven
    >>> round(oxygen_ratio_for(PieceGiven(family='carbon-steel', thickness_mm=1.2)), 2)
    1.05
    """
    return flame_settings()[given.metal().family, "fusion"].oxygen_ratio


def rule_working(given: TipGiven) -> Working:
    """Return the flow the gas rule asks for with its working."""
    metal, paths = given.metal(), joints()[given.joint].heat_paths
    flow = rule_flow_l_per_h(
        family=metal,
        thickness_mm=given.thickness_mm,
        start_c=given.start_c,
        heat_paths=paths,
        pace=given.pace,
    )
    note = complaints(VALID_RANGES, {"thickness_mm": given.thickness_mm})
    return Working(
        name="acetylene_l_per_h",
        value=flow,
        unit="L/h",
        low=flow * (1 - FLOW_SCATTER),
        high=flow * (1 + FLOW_SCATTER),
        formula=RULE_FORMULA,
        inserted=inserted(
            RULE_FORMULA,
            {
                "k": metal.gas_rule_l_per_h_per_mm,
                "t": given.thickness_mm,
                "pace": PACE_FACTORS[given.pace],
                "paths": paths,
                "Tm": metal.melting_c,
                "T0": given.start_c,
            },
        ),
        source=RULE_SOURCE,
        valid=not note,
        note=note or "charts differ by about a fifth",
    )


def pressure_workings(
    flow_l_per_h: float, jet_m_per_s: float, oxygen_ratio: float
) -> list[Working]:
    """Return the pressures at tip and torch inlet for an equal-pressure mixer, with working.

    Args:
        flow_l_per_h: acetylene, L/h
        jet_m_per_s: of the mixture, m/s
        oxygen_ratio: oxygen over acetylene

    Source: pressure lost by a jet: Bernoulli; orifice losses as SOURCE

    >>> [line.unit for line in pressure_workings(110.0, 130.0, 1.05)][:1]
    ['bar']
    """
    density = jet.mixture_density_kg_per_m3(oxygen_ratio)
    tip_bar = jet.tip_pressure_bar(jet_m_per_s, oxygen_ratio)
    torch_bar = jet.torch_pressure_bar(tip_bar, flow_l_per_h)
    return [
        Working(
            name="tip_pressure_bar",
            value=tip_bar,
            unit="bar",
            low=tip_bar * 0.8,
            high=tip_bar * 1.25,
            formula=jet.TIP_PRESSURE_FORMULA,
            inserted=inserted(jet.TIP_PRESSURE_FORMULA, {"rho": density, "v": jet_m_per_s}),
            source=jet.PRESSURE_SOURCE,
            note="range: discharge coefficients from 0.72 to 0.9",
        ),
        Working(
            name="torch_bar",
            value=torch_bar,
            unit="bar",
            low=torch_bar * 0.7,
            high=torch_bar * 1.4,
            formula=jet.TORCH_PRESSURE_FORMULA,
            inserted=inserted(jet.TORCH_PRESSURE_FORMULA, {"p_tip": tip_bar, "Q": flow_l_per_h}),
            source=jet.TORCH_SOURCE,
            note="at the torch inlet with gas flowing; hose and arrestor come on top",
        ),
    ]


def _bore_workings(flow: float, ratio: float, bore: float) -> list[Working]:
    drill = jet.nearest_drill(bore)
    ends = [jet.orifice_for_flow_mm(flow, ratio, v) for v in (160.0, 90.0)]
    numbers = {"Q": flow, "beta": ratio, "v": jet.NORMAL_JET_M_PER_S, "pi": math.pi, "n": 1.0}
    return [
        Working(
            name="oxygen_l_per_h",
            value=flow * ratio,
            unit="L/h",
            low=flow * ratio * (1 - FLOW_SCATTER),
            high=flow * ratio * (1 + FLOW_SCATTER),
            formula="Q * beta",
            inserted=inserted("Q * beta", numbers),
            source="oxygen ratio of the flame this metal wants",
        ),
        Working(
            name="orifice_mm",
            value=bore,
            unit="mm",
            low=ends[0],
            high=ends[1],
            formula=jet.ORIFICE_FORMULA,
            inserted=inserted(jet.ORIFICE_FORMULA, numbers),
            source=jet.FLOW_SOURCE,
            note=f"range: jets from harsh {say.m_per_s(160)} to soft {say.m_per_s(90)}",
        ),
        Working(
            name="drill",
            value=drill.drill if drill else None,
            formula="nearest number drill",
            inserted=f"nearest number drill to {bore:.3f} mm",
            source="number drills, ASME B94.11M",
            valid=drill is not None,
            note="" if drill else "outside the number drills",
        ),
    ]


def _cautions(given: TipGiven, candidates: list[TipCandidate], torch_bar: float) -> list[Caution]:
    cautions = []
    if given.mixer == "injector":
        cautions.append(
            Caution(
                level="warn",
                text="Take both pressures from the torch and tip maker's chart.",
                reason="An injector draws acetylene in with oxygen; no general formula gives its "
                "pressures.",
                source="torch makers' instructions; ISO 5172",
            )
        )
    elif over_limit(torch_bar, given.region):
        cautions.append(
            Caution(
                level="stop",
                text="Never set acetylene above "
                f"{say.bar(ACETYLENE_LIMIT_BAR[given.region], limit='<')}. Fit a smaller tip.",
                reason=LIMIT_REASON,
                source=LIMIT_SOURCE,
            )
        )
    if given.rack and not any(
        c.verdict in ("fits", "works-soft", "works-slow") for c in candidates
    ):
        cautions.append(
            Caution(
                level="warn",
                text="No tip in the rack suits this piece; the bore to buy is given.",
                reason="Every tip here is starved, too fierce or too cold for it.",
                source="puddle time of each tip at the flow it would be run at",
            )
        )
    return cautions


def reckon_tip(given: TipGiven) -> TipAnswer:
    """Return the tip and flow for a piece, with every tip in the rack judged, best first.

    Without a rack the nearest number drill and its neighbours are judged instead. Valid for 0.5 to
    25 mm of one plate under one flame; flows in L/h of acetylene, bores in mm. Source: gas per
    millimetre of thickness as long published; jet speeds of makers' charts; the fitted plate model.
    Raises Refused for a metal that is not fused by torch or would not be solid.
    """
    ratio = oxygen_ratio_for(given)
    rule = rule_working(given)
    flow = given.acetylene_l_per_h or float(rule.value)  # type: ignore[arg-type]  # flows and bars are numbers
    bore = jet.orifice_for_flow_mm(flow, ratio)
    tips = given.rack or drill_tips(bore)
    own = given.acetylene_l_per_h is not None
    candidates, matched_s = judge_tips(
        given, tips, flow, ratio, own_flow=own, draw=given.draw, flame_min=given.minutes_needed
    )
    pressures = pressure_workings(flow, jet.NORMAL_JET_M_PER_S, ratio)
    bars = {line.name: float(line.value) for line in pressures}  # type: ignore[arg-type]  # flows and bars are numbers
    # A pressure past the acetylene limit is never told, not even with a warning beside it.
    known = given.mixer == "equal-pressure" and not over_limit(bars["torch_bar"], given.region)
    bores = _bore_workings(flow, ratio, bore)
    return TipAnswer(
        values=TipValues(
            acetylene_l_per_h=flow,
            oxygen_l_per_h=flow * ratio,
            orifice_mm=bore,
            drill=bores[-1].value,
            jet_m_per_s=jet.NORMAL_JET_M_PER_S,
            tip_pressure_bar=bars["tip_pressure_bar"] if known else None,
            torch_bar=bars["torch_bar"] if known else None,
            band_l_per_h=usable_band(bore, ratio),
            matched_puddle_s=matched_s,
            candidates=candidates,
        ),
        working=[rule, *bores, *(pressures if known else [])],
        cautions=_cautions(given, candidates, bars["torch_bar"]),
        schools=pace_schools(given),
    )


def pace_schools(given: TipGiven) -> list[School]:
    """Return the rival tip rules with the flow each asks for."""
    return [
        School(
            id=pace,
            label=pace,
            why=PACE_WHY[pace],
            values={
                "acetylene_l_per_h": rule_working(given.model_copy(update={"pace": pace})).value
            },
        )
        for pace in PACE_FACTORS
    ]


TIP = Reckoner(
    "tip", "Which tip, what flow, what pressure for this piece?", TipGiven, TipAnswer, reckon_tip
)
