"""The flow a matched tip burns: so many litres an hour for each millimetre of metal."""

from typing import Literal

from pellak.core.tables import HeatFamily

Pace = Literal["gentle", "normal", "brisk"]
PACE_FACTORS: dict[Pace, float] = {"gentle": 0.6, "normal": 1.0, "brisk": 1.3}
ROOM_C = 20.0
LEAST_FLOW_L_PER_H = 2.0
"""No flame is planned smaller: below, none stands on any tip."""
FORMULA = "k * t * pace * paths / 2 * (Tm - T0) / (Tm - 20)"
SOURCE = "leftward gas-welding rule of 100 L/h per mm of steel, long-published trade charts"


def rule_flow_l_per_h(
    *,
    family: HeatFamily,
    thickness_mm: float,
    start_c: float,
    heat_paths: int,
    pace: Pace = "normal",
) -> float:
    """Return the acetylene flow the rule asks for, L/h.

    Args:
        family: the metal, for its litres per hour per millimetre.
        thickness_mm: sheet thickness, mm; the rule is traditional from 0.5 to 6 mm.
        start_c: temperature of the work at the start, °C, below melting.
        heat_paths: plate halves that carry heat away; a butt has 2.
        pace: gentle, normal or brisk.

    Source: SOURCE; preheated work needs proportionally less.

    >>> from pellak.core.tables import heat_families
    >>> steel = heat_families()['carbon-steel']
    >>> round(rule_flow_l_per_h(family=steel, thickness_mm=3.2, start_c=20, heat_paths=2))
    320
    """
    preheated = (family.melting_c - start_c) / (family.melting_c - ROOM_C)
    flow = family.gas_rule_l_per_h_per_mm * thickness_mm * PACE_FACTORS[pace] * heat_paths / 2
    return max(LEAST_FLOW_L_PER_H, flow * preheated)
