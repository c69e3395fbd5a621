"""What a hose takes from a gas on its way: Darcy and Weisbach at the mean density."""

import math
from dataclasses import dataclass
from typing import Literal

from fluids.friction import friction_factor

Gas = Literal["acetylene", "oxygen"]
GASES: tuple[Gas, Gas] = ("acetylene", "oxygen")
ATMOSPHERE_BAR = 1.01325
ROOM_K = 293.15
METER_K = 288.15
"""Flows are told at 15 °C; the gas in the hose is at room temperature."""
GAS_CONSTANT = 8.314462
MOLAR_MASS_KG = {"acetylene": 0.026038, "oxygen": 0.031998}
VISCOSITY_PA_S = {"acetylene": 1.02e-5, "oxygen": 2.04e-5}
ROUGHNESS_MM = 0.01
"""Inside of a rubber hose."""
FORMULA = "f * L / D * (4 * m / (pi * D^2))^2 / (2 * rho) / 100000"
SOURCE = (
    "Darcy–Weisbach, isothermal at mean density (Crane TP-410); friction factor after Colebrook"
)
LAMINAR_UP_TO, TURBULENT_FROM = 2040.0, 2100.0
"""Reynolds numbers: where turbulence begins to last (Avila et al., Science 333, 2011), and where
textbooks put it (Bird, Stewart and Lightfoot, Transport Phenomena, 2.3)."""
PURGED_HOSES = 3.0
LEAST_PURGE_S = 5.0


@dataclass(frozen=True)
class HoseDrop:
    """The drop along a hose, bar, and the numbers it came from."""

    drop_bar: float
    friction: float
    mass_flow_kg_per_s: float
    density_kg_per_m3: float


def density_kg_per_m3(gas: Gas, absolute_bar: float, kelvin: float = ROOM_K) -> float:
    """Return the density of a gas, taken as ideal, kg/m3.

    Args:
        gas: which
        absolute_bar: pressure, bar absolute, above 0
        kelvin: temperature, K, above 0

    Source: ideal gas law

    >>> round(density_kg_per_m3('oxygen', 1.013), 3)
    1.33
    """
    return absolute_bar * 1e5 * MOLAR_MASS_KG[gas] / (GAS_CONSTANT * kelvin)


def hose_friction(reynolds: float, bore_mm: float) -> float:
    """Return the friction factor of a hose, Darcy's, without a step where the flow turns over.

    Args:
        reynolds: of the flow, above 0
        bore_mm: inside diameter, mm

    Source: 64 / Re laminar; Colebrook turbulent; straight between the two, which is judgement

    >>> round(hose_friction(2040, 6.3), 4), round(hose_friction(2100, 6.3), 4)
    (0.0314, 0.0499)
    """
    roughness = ROUGHNESS_MM / bore_mm
    if LAMINAR_UP_TO <= reynolds < TURBULENT_FROM:
        laminar = 64 / LAMINAR_UP_TO
        turbulent = float(friction_factor(Re=TURBULENT_FROM, eD=roughness))
        share = (reynolds - LAMINAR_UP_TO) / (TURBULENT_FROM - LAMINAR_UP_TO)
        return laminar + share * (turbulent - laminar)
    return float(friction_factor(Re=max(reynolds, 1.0), eD=roughness))


def hose_drop(
    gas: Gas, flow_l_per_h: float, outlet_bar: float, length_m: float, bore_mm: float
) -> HoseDrop:
    """Return the drop along a hose that ends at a pressure.

    Args:
        gas: which gas.
        flow_l_per_h: flow at 15 °C and 1.01325 bar, L/h, up to some 5000.
        outlet_bar: gauge pressure at the torch end.
        length_m: hose length.
        bore_mm: inside diameter.

    Source: SOURCE. The density is that of the mean pressure, found by repeating.

    >>> 0 < hose_drop('acetylene', 300.0, 0.2, 10.0, 6.3).drop_bar < 0.05
    True
    """
    bore_m = bore_mm / 1000
    mass = flow_l_per_h / 3.6e6 * density_kg_per_m3(gas, ATMOSPHERE_BAR, METER_K)
    flux = 4 * mass / (math.pi * bore_m * bore_m)
    friction = hose_friction(flux * bore_m / VISCOSITY_PA_S[gas], bore_mm)
    drop_bar, density = 0.0, 1.0
    for _ in range(30):
        density = density_kg_per_m3(gas, ATMOSPHERE_BAR + outlet_bar + drop_bar / 2)
        drop_bar = friction * length_m / bore_m * flux * flux / (2 * density) / 1e5
    return HoseDrop(drop_bar, friction, mass, density)


def purge_s(flow_l_per_h: float, length_m: float, bore_mm: float) -> float:
    """Return the seconds to sweep a hose three times at a flow, five at least.

    Args:
        flow_l_per_h: while it is purged, L/h, above 0
        length_m: of the hose, m
        bore_mm: of the hose, mm

    Source: three volumes: CGA G-1; five seconds at least is judgement

    >>> round(purge_s(400, 10, 6.3), 1), purge_s(4000, 1, 6.3)
    (8.4, 5.0)
    """
    litres = length_m * 1000 * math.pi * bore_mm * bore_mm / 4 / 1e6
    return max(LEAST_PURGE_S, PURGED_HOSES * litres * 3600 / flow_l_per_h)
