"""Which head or tip heats a body: as wide a flame as the body is, of what the rack holds."""

import math
from collections.abc import Sequence

from pellak.core.answer.working import Caution, Working, inserted, short
from pellak.core.gas.cylinders import SHORT_SHARE
from pellak.core.kinds.stations.set_up import FlameWanted
from pellak.core.rig.equipment import Equipment
from pellak.core.torch import jet
from pellak.core.torch.candidates import (
    RANK,
    VERDICT_WORDS,
    FlowBand,
    TipCandidate,
    TipVerdict,
    usable_band,
)
from pellak.core.torch.draw import STEP_BELOW
from pellak.core.torch.rack_tip import RackTip
from pellak.core.torch.tip import FLOW_SCATTER, TipAnswer, TipValues

OXYGEN_RATIO = 1.1
"""A little over neutral, so that it does not soot the work."""
NARROWER, WIDER = 0.35, 2.5
"""A flame this much smaller than the body is slow; this much wider mostly goes past it."""
MOST_L_PER_H = 5000.0
FORMULA = "area met by the flame / 0.012 m² for each 1000 L/h"
SOURCE = "footprint of a rose head; judgement: a flame wider than the body goes past it"
WANTED = FlameWanted(
    asked={"oxygen_ratio": OXYGEN_RATIO},
    looks="feather just gone, cones short and even",
    why="it heats without sooting or burning the skin",
    left_over="a skin of scale; more of it pits the skin",
    judged_by="flow over the flow whose flame is as wide as the body",
    judged_source=SOURCE,
)


def wanted_l_per_h(projected_m2: float) -> float:
    """Return the flow whose flame is as wide as the body, L/h; `projected_m2` is the area, m2, the
    flame meets.

    Args:
        projected_m2: area the flame meets, m2, above 0

    Source: judgement: a flame as wide as the body

    >>> wanted_l_per_h(0.04) > wanted_l_per_h(0.01) > 0
    True
    """
    return min(MOST_L_PER_H, max(60.0, projected_m2 / 0.012 * 1000))


def _candidate(
    label: str, orifice_mm: float, jets: int, flow: float, band: FlowBand, wanted: float
) -> TipCandidate:
    ratio = flow / wanted
    verdict: TipVerdict = "fits"
    why = "a flame about as wide as the body"
    if ratio < NARROWER:
        verdict, why = "works-slow", "a smaller flame than the body: slow, one place at a time"
    elif ratio > WIDER:
        verdict, why = "works-soft", "wider than the body: much of it goes past"
    nearest = jet.nearest_drill(orifice_mm)
    return TipCandidate(
        label=label, orifice_mm=orifice_mm, drill=nearest.drill if nearest else None, jets=jets,
        acetylene_l_per_h=flow,
        jet_m_per_s=jet.jet_for_flow_m_per_s(flow, orifice_mm, OXYGEN_RATIO, jets),
        band_l_per_h=band, puddle_s=None, verdict=verdict, words=VERDICT_WORDS[verdict], why=why,
        chart=None,
    )  # fmt: skip


def _held(flow: float, own: float | None, band: FlowBand) -> float:
    return flow if own is None else min(max(own, band.low), band.high)


def wants_coupled(flow_l_per_h: float, held_l: float) -> str:
    """Return how many cylinders like those in use a flow wants, which hold so much, L.

    Args:
        flow_l_per_h: L/h
        held_l: content of one, L

    Source: a seventh of the content an hour, as for one cylinder

    >>> isinstance(wants_coupled(4000.0, 6000.0), str)
    True
    """
    wanted = math.ceil(flow_l_per_h / (held_l * SHORT_SHARE))
    return f"wants {wanted} times the acetylene that is in use, coupled"


def _candidates(
    wanted: float, own: float | None, equipment: Equipment, tips: Sequence[RackTip]
) -> list[TipCandidate]:
    found = []
    draw = equipment.draw
    # Nobody knows how long a body takes: it is heated at what may be drawn on end.
    most = math.inf if draw is None else draw.continuous_l_per_h * STEP_BELOW
    for head in equipment.heads:
        band = FlowBand(low=head.acetylene_low_l_per_h, high=head.acetylene_high_l_per_h)
        flow = _held(min(max(min(wanted, most), band.low), band.high), own, band)
        bore = jet.orifice_for_flow_mm(band.high, OXYGEN_RATIO, jet.NORMAL_JET_M_PER_S)
        one = _candidate(head.name, bore, 1, flow, band, wanted)
        if draw is not None and flow > draw.short_l_per_h:
            why = f"{wants_coupled(flow, draw.full_l)}; a tip that does it comes first"
            slow = {"verdict": "works-slow", "words": VERDICT_WORDS["works-slow"], "why": why}
            one = one.model_copy(update=slow)
        found.append(one)
    for tip in tips:
        band = usable_band(tip.orifice_mm, OXYGEN_RATIO, tip.jets)
        usual = jet.flow_for_jet_l_per_h(
            tip.orifice_mm, jet.NORMAL_JET_M_PER_S, OXYGEN_RATIO, tip.jets
        )
        flow = _held(max(min(usual, most), band.low), own, band)
        found.append(_candidate(tip.label, tip.orifice_mm, tip.jets, flow, band, wanted))
    aim = own or wanted
    return sorted(found, key=lambda c: (RANK[c.verdict], abs(math.log(c.acetylene_l_per_h / aim))))


def head_answer(
    projected_m2: float, own_l_per_h: float | None, equipment: Equipment, tips: Sequence[RackTip]
) -> TipAnswer:
    """Return the rack's heads and tips judged for a body, best first.

    Args:
        projected_m2: what a flame meets of the body from one side, m2.
        own_l_per_h: a flow a person decided, or None.
        equipment: the rack, for its heads.
        tips: the welding tips.

    Source: the flow a body of this size wants: judgement, as `wanted_l_per_h`

    >>> answer = head_answer(0.04, None, Equipment(), [])
    >>> answer.values.acetylene_l_per_h == wanted_l_per_h(0.04)
    True
    """
    wanted = wanted_l_per_h(projected_m2)
    flow = own_l_per_h or wanted
    speed = jet.NORMAL_JET_M_PER_S
    bore = jet.orifice_for_flow_mm(flow, OXYGEN_RATIO, speed)
    drill, bar = jet.nearest_drill(bore), jet.tip_pressure_bar(speed, OXYGEN_RATIO)
    judged = _candidates(wanted, own_l_per_h, equipment, tips)
    numbers = {"Q": flow, "beta": OXYGEN_RATIO, "v": speed, "pi": math.pi, "n": 1.0}
    return TipAnswer(
        values=TipValues(
            acetylene_l_per_h=flow, oxygen_l_per_h=flow * OXYGEN_RATIO, orifice_mm=bore,
            drill=drill.drill if drill else None, jet_m_per_s=speed, tip_pressure_bar=bar,
            torch_bar=jet.torch_pressure_bar(bar, flow),
            band_l_per_h=usable_band(bore, OXYGEN_RATIO), matched_puddle_s=None,
            candidates=judged,
        ),
        working=[
            Working(
                name="acetylene_l_per_h", value=flow, unit="L/h", low=flow * (1 - FLOW_SCATTER),
                high=flow * (1 + FLOW_SCATTER),
                formula=FORMULA if own_l_per_h is None else "as told",
                inserted=f"{short(1e4 * projected_m2, 3)} cm²" if own_l_per_h is None
                else f"{short(flow, 4)} L/h", source=SOURCE,
            ),
            Working(
                name="orifice_mm", value=bore, unit="mm", formula=jet.ORIFICE_FORMULA,
                inserted=inserted(jet.ORIFICE_FORMULA, numbers), source=jet.FLOW_SOURCE,
                note="all its jets together",
            ),
            Working(
                name="drill", value=drill.drill if drill else None, formula="nearest number drill",
                inserted=f"nearest number drill to {bore:.3f} mm",
                source="number drills, ASME B94.11M", valid=drill is not None,
                note="" if drill else "outside the number drills",
            ),
        ],
    )  # fmt: skip


def head_cautions(tip: TipCandidate | None, equipment: Equipment) -> list[Caution]:
    """Return what a heating head asks for, where one is planned with."""
    if tip is None or tip.label not in {head.name for head in equipment.heads}:
        return []
    return [
        Caution(
            level="warn",
            text="A head by its maker's book: his pressures, never under his least flow; "
            "arrestors on both gases.",
            reason="A starved head gets hot, sucks back and flashes back.",
            source="heating-head makers' common instructions; ISO 5172",
        )
    ]
