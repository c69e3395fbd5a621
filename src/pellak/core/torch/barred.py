"""A piece its acetylene cannot feed: what would, and what can be welded here instead."""

from collections.abc import Sequence
from dataclasses import replace
from functools import lru_cache

import numpy as np
from pydantic import Field

from pellak.core.answer.working import Record
from pellak.core.gas.content import cylinder_sizes
from pellak.core.gas.cylinders import cylinders_to_couple
from pellak.core.gas.draw import DrawLimits
from pellak.core.heat.carry import (
    gentlest_flows_l_per_h,
    gentlest_l_per_h,
    matched_case,
    thickest_mm,
)
from pellak.core.heat.case import HeatCase
from pellak.core.torch import jet
from pellak.core.torch.draw import STEP_BELOW, flame_of
from pellak.core.torch.rack_tip import RackTip

ANSWERS_KEPT = 32
"""A barred job is asked about again with every change of its name or length."""


class Barred(Record):
    """What is to be done where the rule's flow is more than the acetylene gives.

    `gentlest_l_per_h` is the least flow that still carries the piece on the bore that suits it,
    `gentlest_tip` the rack's tip that carries it at the least of its own, both null where none
    does. `thickest_here_mm` is what the limit itself carries. Sizes are of usual cylinders, m3,
    null where none is large enough alone; `smallest` says them as one asks for them. It
    `may_be_gentle` where these cylinders bear the gentlest flow, however shortly.
    """

    acetylene_l_per_h: float
    limit_l_per_h: float
    stop_l_per_h: float
    gentlest_l_per_h: float | None
    may_be_gentle: bool
    gentlest_tip: str | None
    gentlest_tip_l_per_h: float | None
    thickest_here_mm: float | None
    smallest_size_m3: float | None
    smallest_size_gentle_m3: float | None
    smallest: str
    smallest_gentle: str
    couple: int = Field(ge=1)


def smallest_size_m3(flow_l_per_h: float, flame_min: float | None) -> float | None:
    """Return the least usual acetylene cylinder that may be drawn at a flow, m3 of content.

    Args:
        flow_l_per_h: acetylene, L/h
        flame_min: minutes of flame, None counts as on end

    Source: CGA G-1; sizes of table cylinders.csv

    >>> smallest_size_m3(320.0, None), smallest_size_m3(320.0, 8.0)
    (8.5, 4.1)
    """
    sizes = [one.content_m3 for one in cylinder_sizes().values() if one.gas == "acetylene"]
    return min(
        (one for one in sizes if DrawLimits(1000 * one).for_minutes(flame_min) >= flow_l_per_h),
        default=None,
    )


def _said(size_m3: float | None) -> str:
    sizes = cylinder_sizes().values()
    same = (one for one in sizes if one.gas == "acetylene" and one.content_m3 == size_m3)
    return next((one.said for one in same), "")


def _gentlest_tip(
    case: HeatCase, tips: Sequence[RackTip], oxygen_ratio: float
) -> tuple[str, float] | None:
    """Return the tip that carries a piece at the least flow it burns steadily, and that flow."""
    if not tips:
        return None
    whole = [flame_of(case, tip, 1.0).orifice_mm for tip in tips]
    carried: list[tuple[float, str]] = []
    for tip, least in zip(tips, gentlest_flows_l_per_h(case, whole), strict=True):
        low, high = (
            jet.flow_for_jet_l_per_h(tip.orifice_mm, speed, oxygen_ratio, tip.jets)
            for speed in (jet.BACKFIRE_BELOW_M_PER_S, jet.HARSH_ABOVE_M_PER_S)
        )
        if least is not None and least <= high:
            carried.append((max(low, least), tip.label))
    flow, label = min(carried, default=(0.0, ""))
    return (label, flow) if carried else None


def barred_by_draw(
    case: HeatCase,
    tips: Sequence[RackTip],
    oxygen_ratio: float,
    draw: DrawLimits,
    coupled: int,
    flame_min: float | None,
) -> Barred | None:
    """Return what helps where the rule's flow for a piece passes the draw limit, else None.

    Args:
        case: the piece
        tips: of the rack
        oxygen_ratio: oxygen over acetylene by volume, 0.7 to 3
        draw: what the cylinders give, all coupled
        coupled: how many they are, 1 or more
        flame_min: minutes of flame, None counts as on end

    Source: CGA G-1 for the limits; carry_shares for what carries a piece

    >>> from pellak.core.heat.solve import HeatGiven
    >>> sheet = HeatGiven(family='carbon-steel', thickness_mm=3.2, acetylene_l_per_h=320).case()
    >>> found = barred_by_draw(sheet, [], 1.05, DrawLimits(1100.0), 1, None)
    >>> found.smallest_size_m3, found.smallest_size_gentle_m3, round(found.thickest_here_mm, 2)
    (8.5, 4.1, 1.19)
    """
    if matched_case(case).acetylene_l_per_h <= draw.for_minutes(flame_min):
        return None
    plain = tuple((tip.label, tip.orifice_mm, tip.jets) for tip in tips)
    return _barred(case, plain, oxygen_ratio, draw, coupled, flame_min)


@lru_cache(maxsize=ANSWERS_KEPT)
def _barred(
    case: HeatCase,
    tips: tuple[tuple[str, float, int], ...],
    oxygen_ratio: float,
    draw: DrawLimits,
    coupled: int,
    flame_min: float | None,
) -> Barred:
    limit = draw.for_minutes(flame_min)
    rule = matched_case(case).acetylene_l_per_h
    gentlest = gentlest_l_per_h(case)
    by_tip = _gentlest_tip(
        case, [RackTip(label=n, orifice_mm=d, jets=j) for n, d, j in tips], oxygen_ratio
    )
    at_limit = replace(case, acetylene_l_per_h=limit * STEP_BELOW, orifice_mm=None)
    here = float(thickest_mm([at_limit])[0])
    size = smallest_size_m3(rule, flame_min)
    gentle = None if gentlest is None else smallest_size_m3(gentlest, flame_min)
    return Barred(
        acetylene_l_per_h=rule,
        limit_l_per_h=limit,
        stop_l_per_h=draw.stop_l_per_h,
        gentlest_l_per_h=gentlest,
        may_be_gentle=gentlest is not None and gentlest <= draw.stop_l_per_h,
        gentlest_tip=by_tip[0] if by_tip else None,
        gentlest_tip_l_per_h=by_tip[1] if by_tip else None,
        thickest_here_mm=None if np.isnan(here) else here,
        smallest_size_m3=size,
        smallest_size_gentle_m3=gentle,
        smallest=_said(size),
        smallest_gentle=_said(gentle),
        couple=cylinders_to_couple(draw.full_l / 1000 / coupled, rule, flame_min),
    )
