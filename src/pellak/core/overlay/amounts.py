"""Rod, minutes and gas of an overlay: what is laid, what is lost, what warms the part."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from pellak.core.answer.working import Working, inserted, short
from pellak.core.metal.alloy import Metal
from pellak.core.overlay.groups import Group
from pellak.core.overlay.sweat_tip import (
    DEPOSIT_KG_PER_H_AT_800,
    MOST_DEPOSIT_KG_PER_H,
    wanted_rod_mm,
)
from pellak.core.seam.job_gas import LOWER_HEATING_VALUE_KJ_PER_L, WARMING_EFFICIENCY
from pellak.core.tables import thermal_rows

LOSS = 1.1
STUB_MM, ROD_MM = 60.0, 1000.0
LAYING_SPREAD = (0.7, 1.6)
"""Quick and slow hands about the usual rate."""
SKIN_MM = 12.0
"""The depth that is brought to red with the surface before it sweats: judgement."""
MASS_FORMULA = "1.1 * A * h * rho / 1000000"
MINUTES_FORMULA = "60 * m / 1000 / R"
RATE_SOURCE = (
    "gas hard-facing lays 0.9 kg an hour at 800 L/h, in proportion, 1.6 at most; usual rates "
    "run from 0.5 to 2"
)


@dataclass(frozen=True)
class Amounts:
    """What an overlay takes; minutes of laying apart from those of warming."""

    rod_diameter_mm: float
    rod_g: float
    rod_length_m: float
    rods: int
    laying_min: float
    skin_min: float
    body_min: float | None
    acetylene_l: float
    low_l: float
    high_l: float
    working: Sequence[Working]

    @property
    def minutes(self) -> float:
        """Flame on, body, skin and laying, min; without the body where its weight is not told."""
        return self.laying_min + self.skin_min + (self.body_min or 0.0)


def rod_for(group: Group, width_mm: float, own_mm: float | None) -> float:
    """Return the rod's diameter, mm: as told, else the nearest sold to what the width wants.

    Args:
        group: the alloy laid
        width_mm: of the strip, mm
        own_mm: a diameter a person chose, mm, or None

    Source: rods as sold

    >>> from pellak.core.overlay.groups import groups
    >>> group = next(iter(groups().values()))
    >>> rod_for(group, 6.0, None) in group.as_rod.diameters_mm
    True
    """
    sold = group.as_rod.diameters_mm
    wanted = own_mm or wanted_rod_mm(width_mm)
    return min(sold, key=lambda d: abs(d - wanted))


def _warm_min(metal: Metal, mass_kg: float, rise_k: float, flow: float, share: float) -> float:
    thermal = thermal_rows()[metal.thermal_id]
    heat_kj = mass_kg * thermal.specific_heat_j_per_kg_k * max(0.0, rise_k) / 1000
    return heat_kj / (share * flow / 60 * LOWER_HEATING_VALUE_KJ_PER_L)


def amounts_of(
    group: Group,
    metal: Metal,
    *,
    area_mm2: float,
    width_mm: float,
    thickness_mm: float,
    height_mm: float,
    start_c: float,
    body_c: float,
    zone_c: float,
    body_kg: float | None,
    flow_l_per_h: float,
    rod_mm: float | None,
) -> Amounts:
    """Return rod, minutes and gas.

    Args:
        group: the alloy laid.
        metal: the base.
        area_mm2: what is faced, width_mm its least measure, thickness_mm of the part beneath.
        height_mm: of all layers together.
        start_c: the part as it stands; body_c preheated; zone_c where it sweats soon after.
        body_kg: the part's mass, None where nobody told.
        flow_l_per_h: acetylene.
        rod_mm: the rod's diameter where a person chose it.

    Source: geometry; RATE_SOURCE; the share of a flame's heat that stays in work it warms.

    >>> from pellak.core.overlay.groups import groups
    >>> group = next(iter(groups().values()))
    >>> from pellak.core.metal.alloy import metal_named
    >>> laid = amounts_of(group, metal_named('sae-1045'), area_mm2=600, width_mm=12,
    ...     thickness_mm=12, height_mm=3, start_c=20, body_c=200, zone_c=900, body_kg=None,
    ...     flow_l_per_h=600, rod_mm=None)
    >>> laid is not None
    True
    """
    grams = LOSS * area_mm2 * height_mm * group.density_kg_per_m3 / 1e6
    diameter = rod_for(group, width_mm, rod_mm)
    length_m = grams / 1000 / (group.density_kg_per_m3 * math.pi / 4 * (diameter / 1000) ** 2)
    rate = min(DEPOSIT_KG_PER_H_AT_800 * flow_l_per_h / 800, MOST_DEPOSIT_KG_PER_H)
    laying = 60 * grams / 1000 / rate
    thermal = thermal_rows()[metal.thermal_id]
    skin_kg = area_mm2 * min(SKIN_MM, thickness_mm) * thermal.density_kg_per_m3 / 1e9
    low_share, share, high_share = WARMING_EFFICIENCY
    skin = {s: _warm_min(metal, skin_kg, zone_c - body_c, flow_l_per_h, s)
            for s in WARMING_EFFICIENCY}  # fmt: skip
    body = {s: 0.0 if body_kg is None
            else _warm_min(metal, body_kg, body_c - start_c, flow_l_per_h, s)
            for s in WARMING_EFFICIENCY}  # fmt: skip
    per_min = flow_l_per_h / 60
    low = per_min * (LAYING_SPREAD[0] * laying + skin[high_share] + body[high_share])
    high = per_min * (LAYING_SPREAD[1] * laying + skin[low_share] + body[low_share])
    numbers = {"A": area_mm2, "h": height_mm, "rho": group.density_kg_per_m3, "m": grams, "R": rate}
    beside = skin[share] + body[share]
    return Amounts(
        rod_diameter_mm=diameter,
        rod_g=grams,
        rod_length_m=length_m,
        rods=math.ceil(1000 * length_m / (ROD_MM - STUB_MM)),
        laying_min=laying,
        skin_min=skin[share],
        body_min=None if body_kg is None else body[share],
        acetylene_l=per_min * (laying + beside),
        low_l=low,
        high_l=high,
        working=[
            Working(
                name="rod_g", value=grams, unit="g", low=0.85 * grams, high=1.3 * grams,
                formula=MASS_FORMULA, inserted=inserted(MASS_FORMULA, numbers),
                source="geometry; a tenth is lost as drops and stubs: judgement",
            ),
            Working(
                name="laying_min", value=laying, unit="min", low=LAYING_SPREAD[0] * laying,
                high=LAYING_SPREAD[1] * laying, formula=MINUTES_FORMULA,
                inserted=inserted(MINUTES_FORMULA, numbers), source=RATE_SOURCE,
            ),
            Working(
                name="acetylene_l", value=per_min * (laying + beside), unit="L", low=low, high=high,
                formula="Q / 60 * (laying + warming)",
                inserted=f"{short(flow_l_per_h, 4)} / 60 * ({short(laying, 3)} + "
                f"{short(beside, 3)})",
                source="flow times flame minutes",
                note="" if body_kg is not None else "without warming the body: its weight is not "
                "told",
            ),
        ],
    )  # fmt: skip
