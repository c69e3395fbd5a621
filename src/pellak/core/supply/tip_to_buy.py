"""The tip a rack lacks: the widest run of walls that none of its tips burns the usual flow for."""

import math
from collections.abc import Sequence

from pellak.core.answer.working import Record
from pellak.core.heat.carry import LEAST_WALL_MM, MOST_WALL_MM
from pellak.core.torch import jet

LEAST_GAP_RATIO = 1.05
"""A gap of a twentieth of its wall is none: the next tip is held down a little."""


class TipToBuy(Record):
    """Walls no tip of the rack has the usual flow for, and the bore that would, mm."""

    thinnest_mm: float
    thickest_mm: float
    orifice_mm: float
    drill: str | None


def widest_gap(
    flows_l_per_h: Sequence[tuple[float, float]], least_l_per_h: float, most_l_per_h: float
) -> tuple[float, float] | None:
    """Return the widest run of flows, by ratio, that no tip burns; None where there is none.

    Args:
        flows_l_per_h: least and most of each tip, L/h, above 0
        least_l_per_h: where one begins to look, L/h, above 0
        most_l_per_h: where one ends, L/h

    Source: counted

    >>> widest_gap([(80, 180), (250, 560)], 50, 600)
    (50, 80)
    """
    gaps, reached = [], least_l_per_h
    for low, high in sorted(flows_l_per_h):
        if low > reached:
            gaps.append((reached, min(low, most_l_per_h)))
        reached = max(reached, high)
    gaps.append((reached, most_l_per_h))
    real = [(low, high) for low, high in gaps if high > low * LEAST_GAP_RATIO]
    return max(real, key=lambda gap: gap[1] / gap[0], default=None)


def tip_to_buy(
    flows_l_per_h: Sequence[tuple[float, float]],
    rule_l_per_h_per_mm: float,
    oxygen_ratio: float,
    most_l_per_h: float = math.inf,
) -> TipToBuy | None:
    """Return the tip that closes the widest gap of a rack; None where it has none.

    Args:
        flows_l_per_h: least and most each tip burns here, L/h; a tip over its limit left out
        rule_l_per_h_per_mm: the gas rule's flow for a millimetre of the metal, L/h, above 0
        oxygen_ratio: oxygen over acetylene by volume, 0.7 to 3
        most_l_per_h: what the acetylene gives, L/h: no tip makes more of it

    Source: the gas rule; walls of one pass, 0.5 to 6 mm

    >>> bought = tip_to_buy([(79, 179), (247, 565)], 100, 1.05)
    >>> bought.drill, bought.thinnest_mm, bought.thickest_mm
    ('#73', 0.5, 0.79)
    """
    rule = rule_l_per_h_per_mm
    gap = widest_gap(flows_l_per_h, LEAST_WALL_MM * rule, min(MOST_WALL_MM * rule, most_l_per_h))
    if gap is None:
        return None
    # The bore whose usual jet is the middle of what is missing.
    flow = math.sqrt(gap[0] * gap[1])
    of_one_mm = jet.flow_for_jet_l_per_h(1.0, jet.NORMAL_JET_M_PER_S, oxygen_ratio)
    bore = math.sqrt(flow / of_one_mm)
    drill = jet.nearest_drill(bore)
    return TipToBuy(
        thinnest_mm=gap[0] / rule,
        thickest_mm=gap[1] / rule,
        orifice_mm=drill.diameter_mm if drill else bore,
        drill=drill.drill if drill else None,
    )
