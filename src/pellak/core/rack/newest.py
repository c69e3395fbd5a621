"""What a cylinder of the rack holds by its newest reading."""

from pellak.core.errors import Refused
from pellak.core.gas.content import CylindersGiven
from pellak.core.gas.cylinders import CylindersAnswer, reckon_cylinders
from pellak.core.rack.items import CylinderItem


def content_now(
    item: CylinderItem, flow_l_per_h: float, minutes: float | None = None
) -> CylindersAnswer | None:
    """Return what a cylinder holds and allows at a flow.

    None where it was never read, or where the newest reading contradicts the cylinder, such as a
    weight under its tare: then nothing is claimed.
    """
    if not item.readings:
        return None
    newest = item.readings[-1]
    try:
        return reckon_cylinders(
            CylindersGiven(
                gas=item.gas,
                size=item.size,
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
