"""The gas of a whole job as one sum: preheat, tacks, seam, lighting. Every place reads this one."""

from collections.abc import Sequence

from pydantic import Field

from pellak.core.answer.working import Record
from pellak.core.seam.passes import WeldPass, open_sum
from pellak.core.tables import HeatFamily

LIGHTING_MIN = 0.25
"""Lighting, setting and putting the torch in place, flame burning."""
BESIDE_SPREAD = (0.7, 1.6)
"""Tacks, waits and lighting against the plan, quick and slow hands: an estimate."""
HEATED_BESIDE_MM, HEATED_BESIDE_THICKNESSES = 75.0, 3.0
LOWER_HEATING_VALUE_KJ_PER_L = 53.3
"""Acetylene at 15 °C, NIST."""
WARMING_EFFICIENCY = (0.2, 0.3, 0.45)
"""Share of the flame's heat that stays in a broad band being warmed: low, usual, high."""


class JobGas(Record):
    """Acetylene by what it is burnt for, L, with the sum's range; what could not be counted is
    said in words, and then the sum is a floor."""

    preheat_l: float = 0.0
    tacks_l: float = 0.0
    seam_l: float = 0.0
    lighting_l: float = 0.0
    low_l: float = 0.0
    high_l: float | None = None
    not_counted: str = ""

    @property
    def total_l(self) -> float:
        """All of it, L."""
        return self.preheat_l + self.tacks_l + self.seam_l + self.lighting_l


class Warming(Record):
    """The gas to warm the band beside a seam, L."""

    litres: float
    low_l: float
    high_l: float
    mass_kg: float = Field(ge=0)


def warming_gas(
    family: HeatFamily, thickness_mm: float, length_mm: float, from_c: float, to_c: float
) -> Warming:
    """Return the acetylene that warms 75 mm (or 3 t) each side of a seam through, L.

    Source: mass times specific heat over the share of the flame's heat that stays; good to half.

    Args:
        family: its heat row
        thickness_mm: of the wall
        length_mm: of the seam
        from_c: as it lies
        to_c: as it is to be

    >>> from pellak.core.heat.solve import HeatGiven
    >>> case = HeatGiven(family='carbon-steel', thickness_mm=6.0, joint='butt',
    ...     acetylene_l_per_h=400).case()
    >>> round(warming_gas(case.family, 6.0, 300.0, 20.0, 150.0).litres)
    15
    """
    beside = max(HEATED_BESIDE_MM, HEATED_BESIDE_THICKNESSES * thickness_mm)
    mass = 2 * beside * length_mm * thickness_mm * family.density_kg_per_m3 / 1e9
    heat_kj = mass * family.specific_heat_j_per_kg_k * max(0.0, to_c - from_c) / 1000
    low, usual, high = (
        heat_kj / (share * LOWER_HEATING_VALUE_KJ_PER_L) for share in reversed(WARMING_EFFICIENCY)
    )
    return Warming(litres=usual, low_l=low, high_l=high, mass_kg=mass)


def job_gas(
    passes: Sequence[WeldPass],
    flow_l_per_h: float,
    tacks_held_min: float,
    warming: Warming | None,
    not_counted: str,
) -> JobGas:
    """Return the gas of a job. Each pass burns its own flow, tacks and lighting the planned one.

    Args:
        passes: as they are laid
        flow_l_per_h: as planned
        tacks_held_min: all tacks together
        warming: what heating it first takes, None for none
        not_counted: what is left out, in words

    Source: the flow by the minutes of each

    >>> round(job_gas([], 110.0, 2.0, None, '').tacks_l, 2)
    3.67
    """
    seam = sum(p.gas_l for p in passes)
    low = sum(p.acetylene_l_per_h * p.low_min / 60 for p in passes)
    high = (
        open_sum(
            [None if p.high_min is None else p.acetylene_l_per_h * p.high_min / 60 for p in passes]
        )
        if passes
        else 0.0
    )
    tacks, lighting = flow_l_per_h * tacks_held_min / 60, flow_l_per_h * LIGHTING_MIN / 60
    warm = warming or Warming(litres=0.0, low_l=0.0, high_l=0.0, mass_kg=0.0)
    return JobGas(
        preheat_l=warm.litres,
        tacks_l=tacks,
        seam_l=seam,
        lighting_l=lighting,
        low_l=warm.low_l + BESIDE_SPREAD[0] * (tacks + lighting) + low,
        high_l=None if high is None else warm.high_l + BESIDE_SPREAD[1] * (tacks + lighting) + high,
        not_counted=not_counted,
    )
