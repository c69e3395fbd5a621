"""What the rack's own tips weld on the rack's own cylinders."""

from collections.abc import Sequence

from pellak.core.gas.limits import LimitRegion
from pellak.core.rig.equipment import Equipment
from pellak.core.rig.newest import content_now
from pellak.core.supply.reach import reckon_reach
from pellak.core.supply.reach_given import AcetyleneHeld, OxygenHeld, ReachAnswer, ReachGiven
from pellak.core.supply.tip_chart import TipChartAnswer, TipChartGiven, reckon_tip_chart
from pellak.core.tables import Family
from pellak.core.torch.mixer import Mixer

ANY_FLOW_L_PER_H = 100.0
"""What is left in a cylinder does not hang on the flow it is asked at."""
MOST_TIPS = 60
MOST_COLUMNS = 20


def _acetylene(equipment: Equipment) -> AcetyleneHeld | None:
    held = equipment.in_use("acetylene")
    if not held:
        return None
    item = min(held, key=lambda one: one.full_m3 * one.coupled)
    read = content_now(item, ANY_FLOW_L_PER_H)
    return AcetyleneHeld(
        capacity_m3=item.full_m3,
        content_m3=None if read is None else read.values.content_m3 / item.coupled,
        coupled=item.coupled,
    )


def _oxygen(equipment: Equipment) -> OxygenHeld | None:
    read = [content_now(item, ANY_FLOW_L_PER_H) for item in equipment.in_use("oxygen")]
    known = [one.values.content_m3 for one in read if one is not None]
    return OxygenHeld(content_m3=min(known)) if known else None


def chart_of_rack(
    equipment: Equipment,
    family: Family,
    region: LimitRegion,
    minutes_needed: float | None,
    mixer: Mixer = "equal-pressure",
) -> TipChartAnswer | None:
    """Return the tip chart of a rack; None where it holds no tip.

    Args:
        equipment: the rack: tips, torch, hose, arrestors and the cylinders in use
        family: the metal
        region: whose acetylene limit holds
        minutes_needed: of flame, min; None counts as on end
        mixer: where the rack holds no torch

    Source: as tip-chart

    >>> chart_of_rack(Equipment(), 'carbon-steel', 'general', None) is None
    True
    """
    # Two tips may carry one number; the chart has a column for each label.
    tips = list({tip.label: tip for tip in equipment.tips}.values())[:MOST_COLUMNS]
    if not tips:
        return None
    held = _acetylene(equipment)
    return reckon_tip_chart(
        TipChartGiven(
            family=family,
            tips=tips,
            **dict(equipment.line(equipment.mixer or mixer, region)),
            capacity_m3=None if held is None else held.capacity_m3 * held.coupled,
            minutes_needed=minutes_needed,
        )
    )


def reach_of_rack(
    equipment: Equipment,
    families: Sequence[Family],
    region: LimitRegion,
    minutes_needed: float | None,
    mixer: Mixer = "equal-pressure",
) -> ReachAnswer | None:
    """Return what each tip of a rack welds; None where it holds no tip.

    Args:
        equipment: the rack: tips, torch, hose, arrestors and the cylinders in use
        families: metals asked about
        region: whose acetylene limit holds
        minutes_needed: of flame, min; None counts as on end
        mixer: where the rack holds no torch

    Source: as reach

    >>> reach_of_rack(Equipment(), ['carbon-steel'], 'general', None) is None
    True
    """
    tips = equipment.tips[:MOST_TIPS]
    if not tips:
        return None
    return reckon_reach(
        ReachGiven(
            tips=tips,
            **dict(equipment.line(equipment.mixer or mixer, region)),
            acetylene=_acetylene(equipment),
            oxygen=_oxygen(equipment),
            minutes_needed=minutes_needed,
            families=list(families),
        )
    )
