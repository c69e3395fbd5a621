"""Tips held to what the acetylene gives: turned down where they still carry the piece, else out."""

import math
from collections.abc import Sequence
from dataclasses import replace

from pellak.core.gas.draw import DrawLimits
from pellak.core.heat.carry import carry_shares, gentlest_l_per_h
from pellak.core.heat.case import HeatCase
from pellak.core.torch import jet
from pellak.core.torch.rack_tip import RackTip

STEP_BELOW = 1 - 1e-9
"""A flow at a limit stands a hair under it: figures are compared, not their roundings."""


def flame_of(case: HeatCase, tip: RackTip, flow_l_per_h: float) -> HeatCase:
    """Return a piece under the flame of a tip; several jets heat as one bore of their area.

    Args:
        case: the piece
        tip: bores and jets
        flow_l_per_h: acetylene, L/h

    Source: equal areas: judgement

    >>> from pellak.core.heat.solve import HeatGiven
    >>> sheet = HeatGiven(family='carbon-steel', thickness_mm=1.2, acetylene_l_per_h=120).case()
    >>> flame_of(sheet, RackTip(label='4 x 0.5', orifice_mm=0.5, jets=4), 110.0).bore_mm
    1.0
    """
    return replace(
        case,
        acetylene_l_per_h=flow_l_per_h,
        orifice_mm=tip.orifice_mm * math.sqrt(tip.jets),
    )


def flows_within(
    matched: HeatCase,
    tips: Sequence[RackTip],
    flows_l_per_h: Sequence[float],
    charted: Sequence[bool],
    oxygen_ratio: float,
    draw: DrawLimits,
    flame_min: float | None,
) -> list[float]:
    """Return the flow each tip is run at with these cylinders: as it was, or turned down.

    Down to the limit where it still carries the piece there; else, where it was over the stop, to
    the least that carries it. A flow from a maker's chart is not touched, nor one that cannot be
    helped: `over_stop` says so of it.

    Args:
        matched: the piece
        tips: of the rack
        flows_l_per_h: each tip's, L/h of acetylene
        charted: whether that flow is its maker's chart's
        oxygen_ratio: oxygen over acetylene by volume, 0.7 to 3
        draw: what the cylinders give
        flame_min: minutes of flame, or None

    Source: CGA G-1 for the limits; carry_shares for what carries a piece

    >>> from pellak.core.heat.solve import HeatGiven
    >>> plate = HeatGiven(family='carbon-steel', thickness_mm=3.2, acetylene_l_per_h=320).case()
    >>> tips = [RackTip(label='5', orifice_mm=1.2)]
    >>> [round(q) for q in flows_within(plate, tips, [318.0], [False], 1.05, DrawLimits(4100.0),
    ...     None)]
    [273]
    """
    limit = draw.for_minutes(flame_min) * STEP_BELOW
    stop = draw.stop_l_per_h * STEP_BELOW
    least = [
        jet.flow_for_jet_l_per_h(tip.orifice_mm, jet.BACKFIRE_BELOW_M_PER_S, oxygen_ratio, tip.jets)
        for tip in tips
    ]
    over = [
        place
        for place, flow in enumerate(flows_l_per_h)
        if flow > limit and least[place] <= stop and not charted[place]
    ]
    if not over:
        return list(flows_l_per_h)
    held = {place: (max(limit, least[place]), min(stop, flows_l_per_h[place])) for place in over}
    tried = [flame_of(matched, tips[place], flow) for place in over for flow in held[place]]
    shares = carry_shares(tried)
    flows = list(flows_l_per_h)
    for turn, place in enumerate(over):
        at_limit, at_stop = shares[2 * turn : 2 * turn + 2]
        if at_limit >= 1:
            flows[place] = held[place][0]
        elif flows[place] > stop and at_stop >= 1:
            flame = flame_of(matched, tips[place], stop)
            flows[place] = min(stop, gentlest_l_per_h(flame, flame.orifice_mm) or stop)
    return flows


def over_stop(flow_l_per_h: float, draw: DrawLimits | None) -> bool:
    """Return whether a flow is more than the cylinders may ever be drawn at.

    Args:
        flow_l_per_h: acetylene, L/h
        draw: what the cylinders give, None where nobody told

    Source: CGA G-1's older seventh, kept as the stop

    >>> over_stop(160.0, DrawLimits(1100.0)), over_stop(157.0, DrawLimits(1100.0))
    (True, False)
    """
    return draw is not None and flow_l_per_h > draw.stop_l_per_h
