"""The reach reckoner: what these tips on these cylinders can weld."""

import math
from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from pellak.core import say
from pellak.core.answer.working import Caution, Reckoner, Working, inserted
from pellak.core.gas.cylinders import DRAW_SOURCE, LONG_FROM_MIN, cylinders_to_couple
from pellak.core.gas.draw import DrawLimits
from pellak.core.gas.limits import ACETYLENE_LIMIT_BAR, LOCK_UP_RATIO
from pellak.core.heat.carry import LEAST_WALL_MM, MOST_WALL_MM, thickest_mm, thinnest_mm
from pellak.core.heat.case import Floats, HeatCase, HeatCases
from pellak.core.heat.gas_rule import rule_flow_l_per_h
from pellak.core.heat.solve import PieceGiven, seconds_or_never
from pellak.core.heat.standing import puddle_times_s
from pellak.core.heat.travel import TRAVEL_SHARE, full_travel_m_per_s
from pellak.core.supply.mixing import MixingLine, trimmed_flow_l_per_h
from pellak.core.supply.reach_given import (
    HighBy,
    MetalReach,
    ReachAnswer,
    ReachGiven,
    ReachValues,
    SetBars,
    TipReach,
)
from pellak.core.supply.tip_to_buy import TipToBuy, tip_to_buy
from pellak.core.tables import Family, joints
from pellak.core.torch import jet
from pellak.core.torch.barred import Barred, barred_by_draw
from pellak.core.torch.draw import flame_of
from pellak.core.torch.rack_tip import RackTip

FLOW_FORMULA = "pi / 4 * d^2 * n * v * 3600000 / (1 + beta)"
LEFT_SHARE = 0.05
"""The last twentieth stays in the cylinder: solvent comes with it."""
AT_END = 1e-3
HELD_BY: dict[HighBy, str] = {
    "harsh": "a harsh jet",
    "pressure": "the pressures",
    "acetylene-limit": "the acetylene limit",
    "draw": "what the acetylene gives",
}


def _line(given: ReachGiven, tip: RackTip) -> MixingLine:
    return MixingLine.behind(tip.orifice_mm, tip.jets, given)


def _draw(given: ReachGiven) -> DrawLimits | None:
    held = given.acetylene
    return None if held is None else DrawLimits(1000 * held.capacity_m3 * held.coupled)


def _high(given: ReachGiven, tip: RackTip) -> tuple[float, HighBy]:
    """Return the most a tip burns here and what holds it there."""
    ends: list[tuple[float, HighBy]] = [
        (
            jet.flow_for_jet_l_per_h(
                tip.orifice_mm, jet.HARSH_ABOVE_M_PER_S, given.oxygen_ratio, tip.jets
            ),
            "harsh",
        )
    ]
    if given.mixer == "equal-pressure":
        line, ratio = _line(given, tip), given.oxygen_ratio
        limit_bar = ACETYLENE_LIMIT_BAR[given.region] / LOCK_UP_RATIO
        ends.append((trimmed_flow_l_per_h(line, "acetylene", limit_bar, ratio), "acetylene-limit"))
        if given.pressures is not None:
            both = (
                trimmed_flow_l_per_h(line, "acetylene", given.pressures.acetylene_bar, ratio),
                trimmed_flow_l_per_h(line, "oxygen", given.pressures.oxygen_bar, ratio),
            )
            ends.append((min(both), "pressure"))
    draw = _draw(given)
    if draw is not None:
        ends.append((draw.for_minutes(given.minutes_needed), "draw"))
    return min(ends, key=lambda end: end[0])


def _set(given: ReachGiven, tip: RackTip, flow_l_per_h: float) -> SetBars | None:
    if given.mixer == "injector":
        return None
    line, oxygen = _line(given, tip), given.oxygen_ratio * flow_l_per_h
    mixer_bar = line.mixer_bar(flow_l_per_h, oxygen)
    return SetBars(
        acetylene=line.set_bar("acetylene", flow_l_per_h, mixer_bar),
        oxygen=line.set_bar("oxygen", oxygen, mixer_bar),
    )


def _burn_min(draw: DrawLimits | None, flow_l_per_h: float) -> float | None:
    """Return the longest burn before the draw limit, min; None where nothing limits it."""
    if draw is None or flow_l_per_h <= draw.continuous_l_per_h:
        return None
    return LONG_FROM_MIN if flow_l_per_h <= draw.short_l_per_h else 0.0


def _empty_min(given: ReachGiven, flow_l_per_h: float) -> float | None:
    """Return the minutes until one of the gases is used up; None where neither is told."""
    minutes = []
    held = given.acetylene
    if held is not None and held.content_m3 is not None:
        left_m3 = max(0.0, held.content_m3 - LEFT_SHARE * held.capacity_m3) * held.coupled
        minutes.append(60_000 * left_m3 / flow_l_per_h)
    if given.oxygen is not None:
        minutes.append(60_000 * given.oxygen.content_m3 / (given.oxygen_ratio * flow_l_per_h))
    return min(minutes, default=None)


def _piece(given: ReachGiven, family: Family) -> HeatCase:
    return PieceGiven(
        family=family, thickness_mm=1.0, joint=given.joint, start_c=given.start_c,
        hand_factor=given.hand_factor,
    ).matched_case()  # fmt: skip


def _rule_for_1_mm(given: ReachGiven, piece: HeatCase) -> float:
    return rule_flow_l_per_h(
        family=piece.family, thickness_mm=1.0, start_c=given.start_c,
        heat_paths=joints()[given.joint].heat_paths,
    )  # fmt: skip


def _buy(given: ReachGiven, tips: Sequence[TipReach]) -> TipToBuy | None:
    if not given.families:
        return None
    draw = _draw(given)
    return tip_to_buy(
        [(tip.low_l_per_h, tip.high_l_per_h) for tip in tips if not tip.over_limit],
        _rule_for_1_mm(given, _piece(given, given.families[0])),
        given.oxygen_ratio,
        math.inf if draw is None else draw.for_minutes(given.minutes_needed),
    )


def _usual_mm(given: ReachGiven, piece: HeatCase, tip: RackTip) -> float:
    """Return the wall whose rule's flow is the tip's at its usual jet, mm."""
    flow = jet.flow_for_jet_l_per_h(
        tip.orifice_mm, jet.NORMAL_JET_M_PER_S, given.oxygen_ratio, tip.jets
    )
    return min(MOST_WALL_MM, max(LEAST_WALL_MM, flow / _rule_for_1_mm(given, piece)))


def _metals(
    given: ReachGiven, tips: Sequence[RackTip], ends: Sequence[tuple[float, float]]
) -> list[list[MetalReach]]:
    """Return for each tip the walls of each metal, all of them solved side by side."""
    pieces = [_piece(given, family) for family in given.families]
    pairs = [
        (tip, low, high, piece)
        for tip, (low, high) in zip(tips, ends, strict=True)
        if high >= low
        for piece in pieces
    ]
    if not pairs:
        return [[] for _ in tips]
    cold = [flame_of(piece, tip, low) for tip, low, _, piece in pairs]
    hot = [flame_of(piece, tip, high) for tip, _, high, piece in pairs]
    thin, thick = thinnest_mm(cold), thickest_mm(hot)
    cool, warm = (thickest_mm([_by_hand(flame, sign) for flame in hot]) for sign in (-1, 1))
    thin_s = _puddles_s(cold, thin)
    thick_s, travel = _puddles_s(hot, thick), _travels_mm_per_min(hot, thick)
    rows = iter(
        MetalReach(
            family=piece.family.family,
            thinnest_mm=seconds_or_never(thin[n]),
            usual_mm=_usual_mm(given, piece, tip),
            thickest_mm=seconds_or_never(thick[n]),
            thickest_low_mm=seconds_or_never(cool[n]),
            thickest_high_mm=seconds_or_never(warm[n]),
            thin_by="method" if thin[n] < LEAST_WALL_MM * (1 + AT_END) else "fierce",
            thick_by="method" if thick[n] > MOST_WALL_MM * (1 - AT_END) else "cold",
            puddle_thin_s=thin_s[n],
            puddle_thick_s=thick_s[n],
            travel_thick_mm_per_min=travel[n],
        )
        for n, (tip, _, _, piece) in enumerate(pairs)
    )
    return [[next(rows) for _ in pieces] if high >= low else [] for low, high in ends]


def _by_hand(flame: HeatCase, sign: int) -> HeatCase:
    spread = math.exp(sign * flame.sigma_ln_hand)
    return replace(flame, hand_factor=flame.hand_factor * spread)


def _walls(flames: Sequence[HeatCase], walls_mm: Floats) -> HeatCases:
    """Return the flames on their walls; where there is none, on any: nobody reads that row."""
    known = np.nan_to_num(walls_mm, nan=1.0)
    return HeatCases.of(
        [replace(f, thickness_mm=float(w)) for f, w in zip(flames, known, strict=True)]
    )


def _known(values: Floats, walls_mm: Floats) -> list[float | None]:
    found = np.where(np.isnan(walls_mm), np.nan, values)
    return [seconds_or_never(one) for one in found]


def _puddles_s(flames: Sequence[HeatCase], walls_mm: Floats) -> list[float | None]:
    return _known(puddle_times_s(_walls(flames, walls_mm)), walls_mm)


def _travels_mm_per_min(flames: Sequence[HeatCase], walls_mm: Floats) -> list[float | None]:
    full = full_travel_m_per_s(_walls(flames, walls_mm))
    return _known(60_000 * TRAVEL_SHARE * full, walls_mm)


def _tip_reach(given: ReachGiven, tip: RackTip, metals: list[MetalReach]) -> TipReach:
    draw, held = _draw(given), given.acetylene
    low = _low(given, tip)
    high, by = _high(given, tip)
    # Under its least flow a tip pops: what it is set to and how long it lasts is told of that.
    burns = max(low, high)
    return TipReach(
        label=tip.label,
        low_l_per_h=low,
        high_l_per_h=high,
        low_by="pops",
        high_by=by,
        over_limit=high < low,
        set_low_bar=_set(given, tip, low),
        set_high_bar=_set(given, tip, burns) if high >= low else None,
        metals=metals,
        burn_at_low_min=_burn_min(draw, low),
        burn_at_high_min=_burn_min(draw, burns),
        empty_at_low_min=_empty_min(given, low),
        empty_at_high_min=_empty_min(given, burns),
        couple_at_high=None
        if held is None
        else max(held.coupled, cylinders_to_couple(held.capacity_m3, burns, given.minutes_needed)),
    )


def _low(given: ReachGiven, tip: RackTip) -> float:
    return jet.flow_for_jet_l_per_h(
        tip.orifice_mm, jet.BACKFIRE_BELOW_M_PER_S, given.oxygen_ratio, tip.jets
    )


def _barred(given: ReachGiven) -> Barred | None:
    draw, asked = _draw(given), given.piece
    if draw is None or asked is None or given.acetylene is None:
        return None
    case = PieceGiven(
        family=asked.family, thickness_mm=asked.thickness_mm, joint=asked.joint,
        start_c=given.start_c, hand_factor=given.hand_factor,
    ).matched_case()  # fmt: skip
    return barred_by_draw(
        case, given.tips, given.oxygen_ratio, draw, given.acetylene.coupled, given.minutes_needed
    )


def reckon_reach(given: ReachGiven) -> ReachAnswer:
    """Return the flows, pressures, minutes and walls of each tip on this line and these cylinders.

    L/h, bar, min and mm. A tip burns from where it pops to the least of a harsh jet, what the
    pressures give, the acetylene's limit and what may be drawn. Valid for one pass between square
    edges, 0.5 to 6 mm; under 0.8 mm the heat is extrapolated. Source: the plate model both ways;
    CGA G-1 for what may be drawn; twice the rule's flow at most, and a root at two fifths of its
    travel, are judgement. Raises Refused naming the field.

    >>> tip = RackTip(label='3', orifice_mm=0.9)
    >>> found = reckon_reach(ReachGiven(tips=[tip])).values.tips[0]
    >>> round(found.low_l_per_h, 1), round(found.high_l_per_h, 1), found.high_by
    (78.2, 178.7, 'harsh')
    """
    ends = [(_low(given, tip), _high(given, tip)[0]) for tip in given.tips]
    metals = _metals(given, given.tips, ends)
    tips = [_tip_reach(given, tip, rows) for tip, rows in zip(given.tips, metals, strict=True)]
    return ReachAnswer(
        values=ReachValues(tips=tips, buy=_buy(given, tips), barred=_barred(given)),
        working=[_flow_working(given, tip) for tip in given.tips],
        cautions=[_over(tip) for tip in tips if tip.over_limit],
    )


def _flow_working(given: ReachGiven, tip: RackTip) -> Working:
    high, by = _high(given, tip)
    numbers = {
        "d": tip.orifice_mm / 1000, "n": float(tip.jets), "v": jet.BACKFIRE_BELOW_M_PER_S,
        "beta": given.oxygen_ratio, "pi": math.pi,
    }  # fmt: skip
    return Working(
        name="low_l_per_h",
        value=_low(given, tip),
        unit="L/h",
        formula=FLOW_FORMULA,
        inserted=inserted(FLOW_FORMULA, numbers),
        source=jet.FLOW_SOURCE,
        note=f"{tip.label}: under it the flame pops; at most {say.l_per_h(high, 3)}, held by "
        f"{HELD_BY[by]}",
    )


def _over(tip: TipReach) -> Caution:
    return Caution(
        level="warn",
        text=f"{tip.label} pops under {say.l_per_h(tip.low_l_per_h, 3)}, and here it may burn "
        f"{say.l_per_h(tip.high_l_per_h, 3, limit='<')}: held by {HELD_BY[tip.high_by]}.",
        reason="A tip turned under its least flow lets the flame back in.",
        source=DRAW_SOURCE if tip.high_by == "draw" else jet.FLOW_SOURCE,
    )


REACH = Reckoner(
    "reach",
    "What can these tips weld on these cylinders?",
    ReachGiven,
    ReachAnswer,
    reckon_reach,
)
