"""What a cylinder of the rack holds by its newest reading."""

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.gas.content import CylindersGiven
from pellak.core.gas.cylinders import CylindersAnswer, reckon_cylinders
from pellak.core.rig.items import CylinderItem

ACETYLENE_GAUGE_BAR = 35.0
"""Dissolved acetylene: 15 to 18 bar full at 15 °C, near 30 at 45 °C."""
COMMON_FLOW_L_PER_H = 200.0
"""Minutes left are shown at a common flow where no job asks for another."""


def check_newest(item: CylinderItem) -> None:
    """Raise Refused, naming the reading's field, where the newest reading cannot be true of this
    cylinder: a weight under its tare, more than it ever holds."""
    if not item.readings:
        return
    newest = item.readings[-1]
    tare_kg = item.tare_kg or 0.0
    if newest.weight_kg is not None and newest.weight_kg < tare_kg:
        least = f"no less than its tare, {say.kg(tare_kg, 6)}"
        raise Refused("weight_kg", f"{newest.weight_kg:g} kg", least)
    if item.gas == "acetylene" and (newest.gauge_bar or 0.0) > ACETYLENE_GAUGE_BAR:
        gauge = say.bar(ACETYLENE_GAUGE_BAR, 6, limit="<")
        most = f"up to {gauge}: acetylene stands no higher, even in the sun"
        raise Refused("gauge_bar", f"{newest.gauge_bar:g} bar", most)
    if content_now(item, COMMON_FLOW_L_PER_H) is None:
        field = "gauge_bar" if newest.weight_kg is None else "weight_kg"
        raise Refused(field, getattr(newest, field), "a reading such a cylinder can give")


def content_now(
    item: CylinderItem, flow_l_per_h: float, minutes: float | None = None
) -> CylindersAnswer | None:
    """Return what a cylinder holds and allows at a flow.

    None where it was never read, or where the newest reading contradicts the cylinder, such as a
    weight under its tare: then nothing is claimed.

    Args:
        item: the cylinder, with its readings
        flow_l_per_h: drawn from it
        minutes: that it is to last, None where not asked

    Source: the cylinders reckoner

    >>> content_now(CylinderItem.model_construct(readings=[]), 100.0, None) is None
    True
    """
    if not item.readings:
        return None
    newest = item.readings[-1]
    try:
        return reckon_cylinders(
            CylindersGiven(
                gas=item.gas,
                size=item.size,
                capacity_m3=item.capacity_m3,
                water_capacity_l=item.water_capacity_l,
                gauge_bar=newest.gauge_bar,
                weight_kg=newest.weight_kg,
                tare_kg=item.tare_kg,
                coupled=item.coupled,
                temperature_c=newest.temperature_c,
                flow_l_per_h=flow_l_per_h,
                minutes_needed=minutes,
            )
        )
    except Refused:
        return None
