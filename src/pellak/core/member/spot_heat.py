"""Seconds to a red spot with a flame swept over it, the gas of it, and the wait until it is cold.

Heating: the plate model's flame, widened by the sweep. A disc of radius R swept evenly has the mean
square radius R^2 / 2, which adds to the flame's own. Cooling: the heat put in spreads first through
the plate round the spot, then along the member, and leaves its faces; whichever of the two says it
stays warmer longer is believed. Estimates: a hand sweeps as it likes.
"""

import math
from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from pellak.core.answer.working import Record
from pellak.core.heat.bracket import find_crossings
from pellak.core.heat.case import HeatCase, HeatCases
from pellak.core.heat.gas_rule import rule_flow_l_per_h
from pellak.core.heat.plate import NEAR_FACE, HeatingHistory
from pellak.core.heat.standing import LONGEST_S
from pellak.core.member.section import Section, properties
from pellak.core.tables import heat_families

ROOM_C = 20.0
TOUCH_C = 50.0
"""A bare hand rests on it; above this a reading of the bow means nothing."""
LONGEST_WAIT_S = 4 * 3600.0
STILL_AIR_W_PER_M2_K = 12.0
SOURCE = (
    "moving-source plate model of this product; Carslaw and Jaeger, Conduction of Heat in Solids, "
    "10.2 and 10.3, instantaneous line and plane sources; still air and radiation 12 W/m2K"
)
SECONDS_SPREAD = (0.6, 1.6)
WAIT_SPREAD = (0.6, 1.8)


class SpotHeat(Record):
    """Seconds and gas of one spot, minutes until it may be read; None where it never reddens."""

    seconds: float | None
    acetylene_l: float | None
    wait_min: float | None


@dataclass(frozen=True)
class SpotCase:
    """A flame on a member's wall. `area_mm2` is the section's, `round_mm` its outside round.

    A vee with its strip is heated in stretches as large as a spot: `spots_large` of them.
    """

    case: HeatCase
    spot_mm: float
    peak_c: float
    area_mm2: float
    round_mm: float
    spots_large: float = 1.0


@lru_cache(maxsize=32)
def member_spot_heat(
    section: Section,
    spot_mm: float,
    peak_c: float,
    acetylene_l_per_h: float | None,
    orifice_mm: float | None,
    spots_large: float = 1.0,
) -> SpotHeat:
    """Return seconds, gas and wait of a spot on a member.

    The flow is the gas rule's for its wall, and the bore what suits the flow, where none is told.
    A vee is heated in stretches as large as a spot: `spots_large` of them.

    Args:
        section: of the member
        spot_mm: diameter
        peak_c: °C reached
        acetylene_l_per_h: where told
        orifice_mm: where told
        spots_large: how many spots' worth

    Source: Carslaw and Jaeger, 10.4: a round source on a wall

    >>> flat = Section(kind='flat', depth_mm=50, width_mm=6)
    >>> member_spot_heat(flat, 30.0, 600.0, None, None) is not None
    True
    """
    steel = heat_families()["carbon-steel"]
    wall = section.wall_mm or section.width_mm or 1.0
    flow = acetylene_l_per_h or rule_flow_l_per_h(
        family=steel, thickness_mm=wall, start_c=ROOM_C, heat_paths=2
    )
    case = HeatCase(steel, wall, flow, ROOM_C, 2, orifice_mm=orifice_mm)
    around = 2 * (section.depth_mm + (section.width_mm or section.depth_mm))
    area = properties(section).area_mm2
    return spot_heat(SpotCase(case, spot_mm, peak_c, area, around, spots_large))


def _swept(spot: SpotCase) -> HeatCases:
    cases = HeatCases.of([spot.case])
    swept = (spot.spot_mm / 2000) ** 2 / 2
    return replace(cases, radius_m=np.sqrt(cases.radius_m**2 + swept))


def spot_heat(spot: SpotCase) -> SpotHeat:
    """Return seconds, gas and wait of one spot."""
    cases = _swept(spot)
    rise_k = np.array([spot.peak_c - spot.case.start_c])
    # The middle of the spot's area, by area: half of it is hotter, half less.
    beside = np.array([spot.spot_mm / 2000 / math.sqrt(2)])

    def share(ln_seconds: np.ndarray) -> np.ndarray:
        history = HeatingHistory.at(cases, np.exp(ln_seconds), np.array([NEAR_FACE]))
        rise_share: np.ndarray = history.rise_beside_k(beside) / rise_k
        return rise_share

    found = find_crossings(share, math.log(0.05), math.log(LONGEST_S), 1, rising=True)[0]
    if not math.isfinite(found):
        return SpotHeat(seconds=None, acetylene_l=None, wait_min=None)
    seconds = spot.spots_large * float(np.exp(found))
    energy_j = float(cases.power_w.sum()) * seconds
    return SpotHeat(
        seconds=seconds,
        acetylene_l=spot.case.acetylene_l_per_h * seconds / 3600,
        wait_min=_wait_s(spot, energy_j) / 60,
    )


def _wait_s(spot: SpotCase, energy_j: float) -> float:
    metal = spot.case.family
    capacity = metal.density_kg_per_m3 * metal.specific_heat_j_per_kg_k
    diffusivity = spot.case.diffusivity_m2_per_s
    wall, area = spot.case.thickness_mm / 1000, spot.area_mm2 / 1e6
    leak = STILL_AIR_W_PER_M2_K * spot.round_mm / 1000 / (capacity * area)
    spread = (spot.spot_mm / 2000) ** 2 / 2

    def rise_k(t: float) -> float:
        plate = energy_j / (math.pi * capacity * wall * (spread + 4 * diffusivity * t))
        bar = energy_j / (capacity * area * math.sqrt(4 * math.pi * diffusivity * t))
        return max(plate, bar) * math.exp(-leak * t)

    low, high = 1.0, LONGEST_WAIT_S
    cold = TOUCH_C - ROOM_C
    if rise_k(high) > cold:
        return high
    while high / low > 1.001:
        middle = math.sqrt(low * high)
        low, high = (middle, high) if rise_k(middle) > cold else (low, middle)
    return high
