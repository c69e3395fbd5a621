"""The flame that sweats a surface: its flow, its bore, and which tip gives it softly."""

import math
from collections.abc import Sequence

from pellak.core import say
from pellak.core.answer.working import Caution, Working, inserted, short
from pellak.core.heat.gas_rule import rule_flow_l_per_h
from pellak.core.metal.alloy import Metal, heat_family_of
from pellak.core.tables import heat_families
from pellak.core.torch import jet
from pellak.core.torch.candidates import (
    RANK,
    VERDICT_WORDS,
    TipCandidate,
    TipVerdict,
    usable_band,
)
from pellak.core.torch.rack_tip import RackTip
from pellak.core.torch.tip import FLOW_SCATTER, TipAnswer, TipValues

OVER_FUSION = 1.3
"""One tip size over the one that fuses this thickness."""
HELD_MM = (6.0, 25.0)
MOST_DEPOSIT_KG_PER_H = 1.6
DEPOSIT_KG_PER_H_AT_800 = 0.9
NARROW_MM, WIDE_MM = 6.0, 25.0
NARROW_ROD_MM, WIDE_ROD_MM, MOST_ROD_MM = 3.2, 4.8, 6.4
FLOW_PER_ROD_L_PER_H_PER_MM = 180.0
"""What a rod follows: about 600 L/h for 3.2 mm, 900 for 4.8. More flame melts the base instead."""
SOFT_M_PER_S, SOFTEST_M_PER_S, HARDEST_M_PER_S = 100.0, 90.0, 110.0
LEAST_SHARE = 0.6
FORMULA = "lesser of 1.3 * k * t * (Tm - T0) / (Tm - 20) and 180 * d"
SOURCE = (
    "gas rule of fusion one tip size up, t held within 6 and 25 mm; and what the rod d can follow, "
    "hard-facing practice"
)
JUDGED_BY = "jet at the flow wanted: soft from 90 to 110 m/s"
JUDGED_SOURCE = "a hard jet blows the wet film about; judgement on the jet's speed"


def wanted_rod_mm(width_mm: float) -> float:
    """Return the rod's diameter that suits a strip so wide, mm: 3.2 at 6 mm, 4.8 at 25, to 6.4.

    Args:
        width_mm: of the strip, mm

    Source: hard-facing practice: rods for narrow edges and wide faces; the line between is
    judgement

    >>> wanted_rod_mm(6), wanted_rod_mm(25), wanted_rod_mm(200)
    (3.2, 4.8, 6.4)
    """
    share = (width_mm - NARROW_MM) / (WIDE_MM - NARROW_MM)
    wanted = NARROW_ROD_MM + (WIDE_ROD_MM - NARROW_ROD_MM) * share
    return min(MOST_ROD_MM, max(NARROW_ROD_MM, wanted))


def flow_working(
    metal: Metal, thickness_mm: float, width_mm: float, body_c: float, own_l_per_h: float | None
) -> Working:
    """Return the acetylene flow that sweats the surface, L/h.

    Args:
        metal: the base.
        thickness_mm: of the part under the overlay, mm; width_mm of the strip laid at one go.
        body_c: what the body is preheated to, °C.
        own_l_per_h: a flow a person decided, or None.

    Source: SOURCE.

    >>> from pellak.core.metal.alloy import metal_named
    >>> flow_working(metal_named('sae-1045'), 12.0, 12.0, 20.0, None).unit
    'L/h'
    """
    family = heat_family_of(metal.family) or heat_families()["carbon-steel"]
    held = min(HELD_MM[1], max(HELD_MM[0], thickness_mm))
    rule = OVER_FUSION * rule_flow_l_per_h(
        family=family, thickness_mm=held, start_c=body_c, heat_paths=2
    )
    follows = FLOW_PER_ROD_L_PER_H_PER_MM * wanted_rod_mm(width_mm)
    flow = own_l_per_h or min(rule, follows)
    return Working(
        name="acetylene_l_per_h",
        value=flow,
        unit="L/h",
        low=flow * (1 - FLOW_SCATTER),
        high=flow * (1 + FLOW_SCATTER),
        formula=FORMULA if own_l_per_h is None else "as told",
        inserted=inserted(
            FORMULA,
            {
                "k": family.gas_rule_l_per_h_per_mm,
                "t": held,
                "Tm": family.melting_c,
                "T0": body_c,
                "d": wanted_rod_mm(width_mm),
            },
        )
        if own_l_per_h is None
        else f"{short(flow, 4)} L/h",
        source=SOURCE,
        note="more flame than the rod can follow melts the base"
        if max(rule, flow) > follows
        else "",
    )


def _judged(tip: RackTip, wanted: float, ratio: float) -> TipCandidate:
    speed = jet.jet_for_flow_m_per_s(wanted, tip.orifice_mm, ratio, tip.jets)
    flow, why = wanted, "soft jet at the flow wanted"
    verdict: TipVerdict = "fits"
    if speed < jet.BACKFIRE_BELOW_M_PER_S:
        flow = jet.flow_for_jet_l_per_h(tip.orifice_mm, jet.BACKFIRE_BELOW_M_PER_S, ratio, tip.jets)
        verdict, why = "too-large", f"pops below {say.l_per_h(flow, 3, limit='>')} of acetylene"
    elif speed < SOFTEST_M_PER_S:
        verdict, why = "works-soft", "near the bottom of its band: watch for pops"
    elif speed > HARDEST_M_PER_S:
        softly = jet.flow_for_jet_l_per_h(tip.orifice_mm, HARDEST_M_PER_S, ratio, tip.jets)
        flow, verdict = softly, "works-slow"
        why = f"soft only up to {say.l_per_h(softly, 3, limit='<')}: slower to sweat"
        if softly < LEAST_SHARE * wanted:
            verdict, why = "too-small", f"harsh above {say.l_per_h(softly, 3, limit='<')}"
    drill = jet.nearest_drill(tip.orifice_mm)
    return TipCandidate(
        label=tip.label,
        orifice_mm=tip.orifice_mm,
        drill=drill.drill if drill else None,
        jets=tip.jets,
        acetylene_l_per_h=flow,
        jet_m_per_s=jet.jet_for_flow_m_per_s(flow, tip.orifice_mm, ratio, tip.jets),
        band_l_per_h=usable_band(tip.orifice_mm, ratio, tip.jets),
        puddle_s=None,
        verdict=verdict,
        words=VERDICT_WORDS[verdict],
        why=why,
        chart=None,
    )


def sweat_tips(flow: Working, oxygen_ratio: float, rack: Sequence[RackTip]) -> TipAnswer:
    """Return the bore for a soft jet at a flow, and the rack's tips judged by theirs.

    Args:
        flow: wanted, L/h
        oxygen_ratio: oxygen over acetylene
        rack: its tips

    Source: speed of a soft jet: judgement

    >>> from pellak.core.metal.alloy import metal_named
    >>> flow = flow_working(metal_named('sae-1045'), 12.0, 12.0, 20.0, None)
    >>> sweat_tips(flow, 0.9, []).values is not None
    True
    """
    wanted = float(flow.value or 0.0)
    bore = jet.orifice_for_flow_mm(wanted, oxygen_ratio, SOFT_M_PER_S)
    drill = jet.nearest_drill(bore)
    tip_bar = jet.tip_pressure_bar(SOFT_M_PER_S, oxygen_ratio)
    judged = sorted(
        (_judged(tip, wanted, oxygen_ratio) for tip in rack),
        key=lambda c: (RANK[c.verdict], abs(c.jet_m_per_s - SOFT_M_PER_S)),
    )
    numbers = {"Q": wanted, "beta": oxygen_ratio, "v": SOFT_M_PER_S, "pi": math.pi, "n": 1.0}
    ends = [
        jet.orifice_for_flow_mm(wanted, oxygen_ratio, v) for v in (HARDEST_M_PER_S, SOFTEST_M_PER_S)
    ]
    cautions = []
    if rack and not any(c.verdict in ("fits", "works-soft", "works-slow") for c in judged):
        cautions.append(
            Caution(
                level="warn",
                text="No tip in the rack sweats this softly; the bore to buy is given.",
                reason="A hard jet blows the wet film about; a starved tip pops.",
                source=JUDGED_SOURCE,
            )
        )
    return TipAnswer(
        values=TipValues(
            acetylene_l_per_h=wanted,
            oxygen_l_per_h=wanted * oxygen_ratio,
            orifice_mm=bore,
            drill=drill.drill if drill else None,
            jet_m_per_s=SOFT_M_PER_S,
            tip_pressure_bar=tip_bar,
            torch_bar=jet.torch_pressure_bar(tip_bar, wanted),
            band_l_per_h=usable_band(bore, oxygen_ratio),
            matched_puddle_s=None,
            candidates=judged,
        ),
        working=[
            flow,
            Working(
                name="orifice_mm", value=bore, unit="mm", low=ends[0], high=ends[1],
                formula=jet.ORIFICE_FORMULA, inserted=inserted(jet.ORIFICE_FORMULA, numbers),
                source=jet.FLOW_SOURCE, note=f"range: soft jets from {say.m_per_s(110, to=90)}",
            ),
            Working(
                name="drill", value=drill.drill if drill else None, formula="nearest number drill",
                inserted=f"nearest number drill to {bore:.3f} mm",
                source="number drills, ASME B94.11M", valid=drill is not None,
                note="" if drill else "outside the number drills",
            ),
        ],
        cautions=cautions,
    )  # fmt: skip
