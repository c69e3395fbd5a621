"""Metals as a body's heat sees them: conductivity, heat capacity and enthalpy by temperature."""

import math
from bisect import bisect_right
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from functools import cache
from itertools import accumulate, pairwise
from typing import Literal

from pellak.core.tables import thermal_rows

BodyFamily = Literal[
    "carbon-steel", "chromoly", "alloy-steel", "stainless",
    "grey-iron", "ductile-iron", "aluminium", "aluminium-cast",
]  # fmt: skip
COLDEST_C, HOTTEST_C = -60, 1300
"""The span of the tables below; a run that leaves it is stopped long before."""
STEEL_SOURCE = "EN 1993-1-2:2005, 3.4.1, thermal properties of carbon steel"
STAINLESS_SOURCE = "EN 1993-1-2:2005, annex C.3"
IRON_SOURCE = "EN 1561 annex A; the change at 770 °C added from the heat of transformation"
ALUMINIUM_SOURCE = "EN 1999-1-2:2007, 3.3"


def _steel_c(t: float) -> float:
    if t < 600:
        return 425 + 0.773 * t - 1.69e-3 * t**2 + 2.22e-6 * t**3
    if t < 735:
        return 666 + 13002 / (738 - t)
    return 545 + 17820 / (t - 731) if t < 900 else 650.0


def _low_alloy_w_per_m_k(t: float) -> float:
    return max(43.5 - 0.018 * t, 27.0)


def _iron_c(t: float) -> float:
    return 450 + 0.37 * t + 1100 * math.exp(-(((t - 770) / 30) ** 2))


def _aluminium_c(t: float) -> float:
    return 903 + 0.41 * t


@dataclass(frozen=True)
class BodyMetal:
    """One metal, its figures by temperature in tables of one °C.

    `density_kg_per_m3` cold; conductivity W/mK and heat capacity J/kgK by `conductivity` and
    `capacity`; enthalpy J/kg from the coldest row on. Strength, stiffness and expansion cold.
    """

    family: BodyFamily
    density_kg_per_m3: float
    emissivity: float
    expansion_per_k: float
    youngs_pa: float
    uts_pa: float
    poisson: float
    top_c: float
    """Hotter than this the model does not hold."""
    source: str
    conductivities: tuple[float, ...]
    capacities: tuple[float, ...]
    enthalpies: tuple[float, ...]

    def conductivity(self, at_c: float) -> float:
        """Return W/mK at a temperature, °C."""
        return _at(self.conductivities, at_c)

    def capacity(self, at_c: float) -> float:
        """Return J/kgK at a temperature, °C."""
        return _at(self.capacities, at_c)

    def enthalpy(self, at_c: float) -> float:
        """Return J/kg over the coldest row at a temperature, °C."""
        return _at(self.enthalpies, at_c)

    def at_enthalpy(self, j_per_kg: float) -> float:
        """Return the temperature, °C, at an enthalpy J/kg over the coldest row."""
        table = self.enthalpies
        row = min(max(bisect_right(table, j_per_kg) - 1, 0), len(table) - 2)
        return COLDEST_C + row + (j_per_kg - table[row]) / (table[row + 1] - table[row])


def _at(table: tuple[float, ...], at_c: float) -> float:
    where = min(max(at_c - COLDEST_C, 0.0), len(table) - 1.001)
    row = int(where)
    return table[row] + (where - row) * (table[row + 1] - table[row])


def _made(
    family: BodyFamily, density: float, row: str, top_c: float, source: str,
    k: Callable[[float], float], c: Callable[[float], float], emissivity: float | None = None,
) -> BodyMetal:  # fmt: skip
    strength = thermal_rows()[row]
    span = range(COLDEST_C, HOTTEST_C + 1)
    capacities = tuple(c(float(t)) for t in span)
    return BodyMetal(
        family=family, density_kg_per_m3=density,
        emissivity=emissivity or strength.emissivity, expansion_per_k=strength.expansion_per_k,
        youngs_pa=strength.youngs_pa, uts_pa=strength.uts_pa, poisson=strength.poisson,
        top_c=top_c, source=source, conductivities=tuple(k(float(t)) for t in span),
        capacities=capacities,
        enthalpies=tuple(
            accumulate(((a + b) / 2 for a, b in pairwise(capacities)), initial=0.0)
        ),
    )  # fmt: skip


@cache
def body_metals() -> Mapping[BodyFamily, BodyMetal]:
    """Return the metals by family. Formulas of the standards named in `source`, strengths of
    `thermal.csv`; a stainless skin that never glowed is brighter than an oxidised one."""
    made = (
        _made("carbon-steel", 7850, "low-carbon-steel", 720, STEEL_SOURCE,
              lambda t: 54 - 0.0333 * t if t < 800 else 27.36, _steel_c),
        _made("chromoly", 7850, "chromoly", 720, STEEL_SOURCE, _low_alloy_w_per_m_k,
              _steel_c),
        _made("alloy-steel", 7850, "alloy-steel", 720, STEEL_SOURCE, _low_alloy_w_per_m_k,
              _steel_c),
        _made("stainless", 7900, "stainless-austenitic", 720, STAINLESS_SOURCE,
              lambda t: 14.6 + 0.0127 * t,
              lambda t: 450 + 0.28 * t - 2.91e-4 * t**2 + 1.34e-7 * t**3, 0.45),
        _made("grey-iron", 7150, "grey-iron", 720, IRON_SOURCE, lambda t: 51 - 0.010 * t, _iron_c),
        _made("ductile-iron", 7100, "ductile-iron", 720, IRON_SOURCE, lambda _: 34.0, _iron_c),
        _made("aluminium", 2700, "aluminium-3xxx", 500, ALUMINIUM_SOURCE,
              lambda t: 190 + 0.07 * t, _aluminium_c),
        _made("aluminium-cast", 2680, "aluminium-cast-si", 500, ALUMINIUM_SOURCE,
              lambda _: 155.0, _aluminium_c),
    )  # fmt: skip
    return {one.family: one for one in made}
