"""Whether a flow carries a wall: its puddle comes in time and the root wets at a welding pace."""

import math
from collections.abc import Callable, Sequence
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from pellak.core.heat.bracket import find_crossings
from pellak.core.heat.case import Floats, HeatCase, HeatCases
from pellak.core.heat.gas_rule import rule_flow_l_per_h
from pellak.core.heat.solve import seconds_or_never
from pellak.core.heat.standing import puddle_times_s
from pellak.core.heat.travel import full_travel_m_per_s
from pellak.core.heat.verdict import puddle_verdict, verdict_bands

ROOT_TRAVEL_SHARE = 0.4
"""A flow under two fifths of the rule's own pace is no welding any more: judgement. The plate
model alone would pass a seam of 5 mm a minute."""
LEAST_WALL_MM, MOST_WALL_MM = 0.5, 6.0
"""Where one pass between square edges is a method, and the model believed."""
WIDE_FLAME_RATIO = 2.0
"""Over twice the rule's flow a wide flame hides what a hand feels: judgement."""
HALVINGS = 24
Flags = NDArray[np.bool_]
CLOSE_LN = 1e-4


def steerable_ratio() -> float:
    """Return the puddle time, over the matched one, from which a flame soaks the sheet.

    Source: puddle_verdicts.csv

    >>> steerable_ratio()
    1.6
    """
    return next(
        band.ratio_up_to or math.inf for band in verdict_bands() if band.verdict == "steerable"
    )


def matched_case(case: HeatCase) -> HeatCase:
    """Return the same piece under the flame the gas rule asks for, on the bore that suits it."""
    flow = rule_flow_l_per_h(
        family=case.family,
        thickness_mm=case.thickness_mm,
        start_c=case.start_c,
        heat_paths=case.heat_paths,
    )
    return replace(case, acetylene_l_per_h=flow, orifice_mm=None)


def carry_shares(cases: Sequence[HeatCase]) -> Floats:
    """Return for each case how far it is carried: 1 is just so, more is with a margin.

    The lesser of the puddle's time against the most there is, and of the root's pace against the
    least; 0 where no puddle comes.

    Args:
        cases: pieces under their flames, any count

    Source: the fitted plate model; both limits are judgement

    >>> from pellak.core.heat.solve import HeatGiven
    >>> cases = [HeatGiven(family='carbon-steel', thickness_mm=3.2, acetylene_l_per_h=q).case()
    ...     for q in (200, 206)]
    >>> [bool(share >= 1) for share in carry_shares(cases)]
    [False, True]
    """
    both = HeatCases.of([*cases, *(matched_case(case) for case in cases)])
    puddle_s, matched_s = np.split(puddle_times_s(both), 2)
    travel, rule_travel = np.split(full_travel_m_per_s(both), 2)
    in_time = np.nan_to_num(steerable_ratio() * matched_s / puddle_s, nan=0.0)
    rooted = np.divide(
        travel, ROOT_TRAVEL_SHARE * rule_travel, out=np.zeros_like(travel), where=rule_travel > 0
    )
    return np.minimum(in_time, rooted)


def too_fierce(cases: Sequence[HeatCase]) -> list[bool]:
    """Return for each case whether its flame is too fierce, or too wide, for a hand.

    Args:
        cases: pieces under their flames, any count

    Source: puddle_verdicts.csv; twice the rule's flow at most is judgement

    >>> from pellak.core.heat.solve import HeatGiven
    >>> too_fierce([HeatGiven(family='carbon-steel', thickness_mm=t, acetylene_l_per_h=147).case()
    ...     for t in (0.5, 1.5)])
    [True, False]
    """
    matched = [matched_case(case) for case in cases]
    times = [seconds_or_never(s) for s in puddle_times_s(HeatCases.of([*cases, *matched]))]
    fierce = []
    for place, (case, rule) in enumerate(zip(cases, matched, strict=True)):
        puddle_s, matched_s = times[place], times[len(cases) + place]
        band = puddle_verdict(case.family.family, case.thickness_mm, puddle_s, matched_s)
        wide = case.acetylene_l_per_h > WIDE_FLAME_RATIO * rule.acetylene_l_per_h
        fierce.append(wide or band.verdict == "too-fierce")
    return fierce


def _bisected(holds: Callable[[Floats], Flags], low: Floats, high: Floats) -> Floats:
    """Return, for each, the last place of a logarithm at which a condition holds from below."""
    low, high = np.log(low), np.log(high)
    for _ in range(HALVINGS):
        if np.all(high - low < CLOSE_LN):
            break
        middle = (low + high) / 2
        held = holds(np.exp(middle))
        low, high = np.where(held, middle, low), np.where(held, high, middle)
    return np.exp(low)


def thickest_mm(flames: Sequence[HeatCase]) -> Floats:
    """Return the thickest wall each flame carries, mm, NaN where it carries none; 6 at most.

    Args:
        flames: cases whose thickness is not looked at

    Source: as carry_shares

    >>> from pellak.core.heat.solve import HeatGiven
    >>> tip = HeatGiven(family='carbon-steel', thickness_mm=1, acetylene_l_per_h=178.7,
    ...     orifice_mm=0.9).case()
    >>> round(float(thickest_mm([tip])[0]), 2)
    3.3
    """
    count = len(flames)

    def share(ln_walls: Floats) -> Floats:
        return carry_shares(_walls(flames, np.exp(ln_walls)))

    ends = np.log(LEAST_WALL_MM), np.log(MOST_WALL_MM)
    found = find_crossings(share, *ends, count, rising=False, close_enough=CLOSE_LN)
    found = np.where(share(np.full(count, ends[1])) >= 1, ends[1], found)
    return np.exp(found)


def thinnest_mm(flames: Sequence[HeatCase]) -> Floats:
    """Return the thinnest wall each flame is not too fierce for, mm; NaN where it is for 6 mm.

    Args:
        flames: cases whose thickness is not looked at

    Source: as too_fierce

    >>> from pellak.core.heat.solve import HeatGiven
    >>> tip = HeatGiven(family='carbon-steel', thickness_mm=1, acetylene_l_per_h=139.0,
    ...     orifice_mm=1.2).case()
    >>> round(float(thinnest_mm([tip])[0]), 1)
    0.7
    """
    count = len(flames)

    def holds(walls_mm: Floats) -> Flags:
        return np.array(too_fierce(_walls(flames, walls_mm)))

    least, most = np.full(count, LEAST_WALL_MM), np.full(count, MOST_WALL_MM)
    found = np.where(holds(least), _bisected(holds, least, most), least)
    return np.where(holds(most), np.nan, found)


def _walls(flames: Sequence[HeatCase], walls_mm: Floats) -> list[HeatCase]:
    return [
        replace(flame, thickness_mm=float(wall))
        for flame, wall in zip(flames, walls_mm, strict=True)
    ]


def gentlest_l_per_h(case: HeatCase, orifice_mm: float | None = None) -> float | None:
    """Return the least flow that still carries a piece, L/h; None where twice the rule's does not.

    Args:
        case: the piece; its flow is not looked at
        orifice_mm: of the tip it burns at, mm, 0.1 or more; None is the bore that suits the flow

    Source: as carry_shares

    >>> from pellak.core.heat.solve import HeatGiven
    >>> sheet = HeatGiven(family='carbon-steel', thickness_mm=1.6, acetylene_l_per_h=160).case()
    >>> round(gentlest_l_per_h(sheet))
    99
    """
    (least,) = gentlest_flows_l_per_h(case, [orifice_mm])
    return least


def gentlest_flows_l_per_h(
    case: HeatCase, orifices_mm: Sequence[float | None]
) -> list[float | None]:
    """Return the least flow that still carries a piece on each bore, as `gentlest_l_per_h`.

    Args:
        case: the piece; its flow is not looked at
        orifices_mm: bores, mm, 0.1 or more; None is the bore that suits the flow

    Source: as carry_shares

    >>> from pellak.core.heat.solve import HeatGiven
    >>> plate = HeatGiven(family='carbon-steel', thickness_mm=3.2, acetylene_l_per_h=320).case()
    >>> [round(flow) for flow in gentlest_flows_l_per_h(plate, [0.9, None])]
    [175, 203]
    """
    rule = matched_case(case).acetylene_l_per_h

    def share(ln_flows: Floats) -> Floats:
        return carry_shares(
            [
                replace(case, acetylene_l_per_h=float(flow), orifice_mm=bore)
                for flow, bore in zip(np.exp(ln_flows), orifices_mm, strict=True)
            ]
        )

    ends = np.log(rule / 10), np.log(WIDE_FLAME_RATIO * rule)
    found = find_crossings(share, *ends, len(orifices_mm), rising=True, close_enough=CLOSE_LN)
    # A hair above the crossing, so that what is told does carry.
    return [seconds_or_never(flow) for flow in np.exp(found) * (1 + 2 * CLOSE_LN)]
