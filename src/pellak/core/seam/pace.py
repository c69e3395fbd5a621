"""Minutes for each metre of a whole weld: one rule for every thickness, continuous at 3.2 mm.

The plate model speaks for one pool through the whole wall. Thicker work is paced by the same flame
for each millimetre: at 3.2 mm and 3.2 times the gas per millimetre the model gives minutes a metre
for each millimetre, and a thicker seam takes as many times them as it is thick. So say the trade's
books: 4 to 5 minutes a metre for each millimetre of steel, forehand."""

import math
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from pellak.core.heat.case import HeatCase, HeatCases
from pellak.core.heat.solve import HeatSolution
from pellak.core.heat.travel import TravelResult, half_way_travel_m_per_s, travel_results
from pellak.core.seam.groove import (
    ONE_POOL_UP_TO_MM,
    EdgeForm,
    Groove,
    bead_width_mm,
    bevelled_share,
    usual_groove,
    weld_area_mm2,
)

Direction = Literal["forehand", "backhand"]
CORNER_ALONE = 0.5
"""A fillet whose flame no longer reaches the back is run at half the speed at which it just wets
half the wall: an estimate."""
FILLETS: frozenset[EdgeForm] = frozenset({"fillet"})
SQUARE: frozenset[EdgeForm] = frozenset({"touching", "gapped", "tipped"})
"""Edges through which one pool has to go, however thick: the plate model's own travel."""
BACKHAND_FROM_MM = 5.0
BACKHAND_SAVES = 0.2
BACKHAND_SAVES_FROM_MM, BACKHAND_SAVES_WHOLE_MM = 4.4, 6.6
GROOVE_SPAN = (0.6, 2.0)
BAND_AT_MM, BAND_RATIOS = (3.2, 5.0, 10.0, 12.0), (1.0, 1.35, 1.35, 1.5)
"""The rule's own band by thickness: a third from 5 mm, half from 12; between them by degrees."""
VALID_UP_TO_MM, SQUARE_VALID_UP_TO_MM = 12.0, 6.0
SOURCE = (
    "fitted plate model at 3.2 mm and the same gas for each millimetre; held against the long-"
    "published 4 to 5 min a metre for each mm of steel, leftward"
)


def pool_case(case: HeatCase, form: EdgeForm) -> HeatCase:
    """Return the case of one pool: itself to 3.2 mm and between square edges, above that 3.2 mm
    with its share of the gas.

    The bore shrinks with the root of the flow, so that the jet stays the same.
    """
    t = case.thickness_mm
    if t <= ONE_POOL_UP_TO_MM or form in SQUARE:
        return case
    share = ONE_POOL_UP_TO_MM / t
    bore = None if case.orifice_mm is None else case.orifice_mm * math.sqrt(share)
    return replace(
        case,
        thickness_mm=ONE_POOL_UP_TO_MM,
        acetylene_l_per_h=case.acetylene_l_per_h * share,
        orifice_mm=bore,
    )


@dataclass(frozen=True)
class Pool:
    """One pool: what it leaves behind, and how fast its root alone is wet; None where never."""

    travel: TravelResult | None
    corner_m_per_s: float | None

    @property
    def speed_m_per_s(self) -> float | None:
        """The planned speed: the back wet, or the corner alone where that is faster."""
        back = None if self.travel is None else self.travel.travel_m_per_s
        both = [v for v in (back, self.corner_m_per_s) if v]
        return max(both, default=None)

    @property
    def back_wets(self) -> bool:
        """Whether the plan runs slowly enough for the back to wet too."""
        return self.travel is not None and self.speed_m_per_s == self.travel.travel_m_per_s


@dataclass(frozen=True)
class Pools:
    """The pool planned, and under a cool and a hot hand."""

    expected: Pool
    cool: Pool
    hot: Pool


def pools_of(solution: HeatSolution, form: EdgeForm) -> Pools:
    """Return the pools of a solved case; thicker than one pool they are solved at 3.2 mm."""
    outcomes = (solution.expected, solution.cool, solution.hot)
    cases = [pool_case(o.case, form) for o in outcomes]
    if cases[0] == outcomes[0].case:
        travels = [o.travel for o in outcomes]
    else:
        travels = travel_results(HeatCases.of(cases), cases[0].family.grain_change_c)
    corners: list[float | None] = [None] * len(cases)
    if form in FILLETS:
        found = half_way_travel_m_per_s(HeatCases.of(cases))
        corners = [CORNER_ALONE * float(v) if v > 0 else None for v in found]
    return Pools(*(Pool(t, c) for t, c in zip(travels, corners, strict=True)))


def direction_of(school: Literal["auto", "forehand", "backhand"], thickness_mm: float) -> Direction:
    """Return forehand or backhand: the school chosen, else backhand from 5 mm.

    Args:
        school: what was chosen, or auto
        thickness_mm: wall, mm, above 0

    Source: rightward welding from 5 mm, gas-welding practice texts

    >>> direction_of('auto', 3), direction_of('auto', 6), direction_of('forehand', 6)
    ('forehand', 'backhand', 'forehand')
    """
    if school != "auto":
        return school
    return "backhand" if thickness_mm >= BACKHAND_FROM_MM else "forehand"


def direction_factor(direction: Direction, thickness_mm: float) -> float:
    """Return how long a direction takes against forehand.

    Backhand saves nothing up to 4.4 mm and a fifth from 6.6 mm; between it grows, so that the
    change of hand at 5 mm is a small step. Source: rightward welding charts, 3.3 to 4 minutes a
    metre for each mm against 4 to 5 leftward.

    Args:
        direction: forehand or backhand
        thickness_mm: wall, mm, above 0

    >>> direction_factor('backhand', 4.4), direction_factor('backhand', 6.6)
    (1.0, 0.8)
    """
    if direction == "forehand":
        return 1.0
    share = (thickness_mm - BACKHAND_SAVES_FROM_MM) / (
        BACKHAND_SAVES_WHOLE_MM - BACKHAND_SAVES_FROM_MM
    )
    return 1.0 - BACKHAND_SAVES * min(1.0, max(0.0, share))


def groove_factor(groove: Groove) -> float:
    """Return how long this groove takes against the usual one of its joint and thickness.

    Square edges: slower by the metal the gap takes, against what the pool melts. Bevelled: by the
    weld's area, held between 0.6 and 2. Between 3.2 and 5 mm the one goes over into the other.

    Args:
        groove: what is filled

    Source: metal the gap takes, against what the pool melts; held between 0.6 and 2 by
    judgement

    >>> from pellak.core.seam.filler import FillerGiven, groove_of
    >>> given = FillerGiven(family='carbon-steel', thickness_mm=6.0, length_mm=300.0)
    >>> groove = groove_of(given)
    >>> 0.6 <= groove_factor(groove) <= 2.0
    True
    """
    t = groove.thickness_mm
    usual = usual_groove(groove)
    bead = bead_width_mm(min(t, ONE_POOL_UP_TO_MM))
    square = (bead + groove.root_gap_mm) / (bead + usual.root_gap_mm)
    if groove.form in SQUARE:
        return square
    area = weld_area_mm2(usual)
    ratio = weld_area_mm2(groove) / area if area > 0 else 1.0
    low, high = GROOVE_SPAN
    filled = min(high, max(low, ratio))
    if groove.form in FILLETS:
        return filled
    share = bevelled_share(t)
    return (1 - share) * square + share * filled


@dataclass(frozen=True)
class WeldPace:
    """Minutes for each metre of the whole weld, flame on, with the hands' own spread.

    `log_factor` is how many times the rule's minutes the shop's own seams took.
    None where the flow is too small to melt the root at any speed.
    """

    min_per_m: float
    low_min_per_m: float
    high_min_per_m: float | None
    min_per_m_per_mm: float
    direction_factor: float
    groove_factor: float
    valid: bool
    log_factor: float = 1.0


def weld_pace(pools: Pools, groove: Groove, direction: Direction) -> WeldPace | None:
    """Return the pace of a weld, None where the flow never melts its root."""
    speed = pools.expected.speed_m_per_s
    if speed is None:
        return None
    t = groove.thickness_mm
    hand, edges = direction_factor(direction, t), groove_factor(groove)
    in_one = t <= ONE_POOL_UP_TO_MM or groove.form in SQUARE
    thicker = 1.0 if in_one else t / ONE_POOL_UP_TO_MM

    def minutes(metres_per_second: float) -> float:
        return thicker * hand * edges / (60 * metres_per_second)

    expected = minutes(speed)
    ratio = 1.0 if in_one else float(np.interp(t, BAND_AT_MM, BAND_RATIOS))
    hot, cool = pools.hot.speed_m_per_s, pools.cool.speed_m_per_s
    low = min(expected / ratio, minutes(hot) if hot else expected)
    high = None if cool is None else max(expected * ratio, minutes(cool))
    return WeldPace(
        min_per_m=expected,
        low_min_per_m=low,
        high_min_per_m=high,
        min_per_m_per_mm=expected / (t * hand * edges),
        direction_factor=hand,
        groove_factor=edges,
        valid=t <= (SQUARE_VALID_UP_TO_MM if groove.form in SQUARE else VALID_UP_TO_MM),
    )


def paced_by_hand(pace: WeldPace, travel_mm_per_min: float) -> WeldPace:
    """Return the pace a person set instead of ours, with the same share of spread.

    Args:
        pace: ours
        travel_mm_per_min: what a person set

    Source: minutes a metre are a thousand over the travel

    >>> ours = WeldPace(5.0, 4.0, 6.0, 4.0, 1.0, 1.0, True)
    >>> paced_by_hand(ours, 100.0).min_per_m
    10.0
    """
    minutes = 1000 / travel_mm_per_min
    high = pace.high_min_per_m
    return replace(
        pace,
        min_per_m=minutes,
        low_min_per_m=minutes * pace.low_min_per_m / pace.min_per_m,
        high_min_per_m=None if high is None else minutes * high / pace.min_per_m,
        min_per_m_per_mm=pace.min_per_m_per_mm * minutes / pace.min_per_m,
    )
