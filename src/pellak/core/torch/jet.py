"""Gas through a bore: jet speed, bore for a flow, nearest drill, pressure at the tip."""

import math

from pellak.core.tables import Drill, number_drills

NORMAL_JET_M_PER_S = 130.0
SOFT_BELOW_M_PER_S = 90.0
HARSH_ABOVE_M_PER_S = 160.0
BACKFIRE_BELOW_M_PER_S = 70.0
LIFTS_ABOVE_M_PER_S = 200.0
DISCHARGE_COEFFICIENT = 0.8
# Ideal gas at 20 °C and 1.01325 bar: molar mass over 24.055 L/mol.
ACETYLENE_KG_PER_M3 = 26.038 / 24.055
OXYGEN_KG_PER_M3 = 31.998 / 24.055

ORIFICE_FORMULA = "sqrt(4 * Q * (1 + beta) / 3.6 / (pi * v * n))"
JET_FORMULA = "4 * Q * (1 + beta) / 3.6 / (pi * d^2 * n)"
TIP_PRESSURE_FORMULA = "rho * v^2 / (2 * 0.8^2) / 100000"
TORCH_PRESSURE_FORMULA = "1.5 * p_tip + 0.1 * (Q / 1000)^2"
FLOW_SOURCE = "continuity, flow at 15 °C and 1.013 bar"
PRESSURE_SOURCE = "orifice equation with a discharge coefficient of 0.8"
TORCH_SOURCE = "engineering estimate of valve and mixer losses; the tip maker's chart overrides it"


def mixed_flow_m3_per_s(acetylene_l_per_h: float, oxygen_ratio: float) -> float:
    """Return the flow of both gases through the tip, m3/s.

    Args:
        acetylene_l_per_h: acetylene, L/h at 15 °C and 1.013 bar, above 0
        oxygen_ratio: oxygen over acetylene by volume, 0.7 to 3

    Source: continuity

    >>> round(mixed_flow_m3_per_s(100, 1.05) * 1e6, 1)
    56.9
    """
    return acetylene_l_per_h * (1 + oxygen_ratio) / 3.6e6


def orifice_for_flow_mm(
    acetylene_l_per_h: float, oxygen_ratio: float, jet_m_per_s: float = NORMAL_JET_M_PER_S
) -> float:
    """Return the bore that gives a jet speed at a flow, mm.

    Args:
        acetylene_l_per_h: acetylene, L/h at 15 °C and 1.013 bar, above 0
        oxygen_ratio: oxygen over acetylene by volume, 0.7 to 3
        jet_m_per_s: speed wanted at the mouth, m/s, above 0

    Source: FLOW_SOURCE

    >>> round(orifice_for_flow_mm(147, 1.05), 3)
    0.905
    """
    area_m2 = mixed_flow_m3_per_s(acetylene_l_per_h, oxygen_ratio) / jet_m_per_s
    return 1000 * math.sqrt(4 * area_m2 / math.pi)


def flow_for_jet_l_per_h(
    orifice_mm: float, jet_m_per_s: float, oxygen_ratio: float, jets: int = 1
) -> float:
    """Return the acetylene flow at which each of a tip's `jets` runs at a speed, L/h in all.

    Args:
        orifice_mm: bore of one jet, mm, above 0
        jet_m_per_s: speed at the mouth, m/s
        oxygen_ratio: oxygen over acetylene by volume, 0.7 to 3
        jets: how many such jets, 1 or more

    Source: FLOW_SOURCE

    >>> round(flow_for_jet_l_per_h(0.9, 70, 1.05), 1)
    78.2
    >>> round(flow_for_jet_l_per_h(0.9, 160, 1.05), 1)
    178.7
    """
    area_m2 = jets * math.pi / 4 * math.pow(orifice_mm / 1000, 2)
    return jet_m_per_s * area_m2 * 3.6e6 / (1 + oxygen_ratio)


def jet_for_flow_m_per_s(
    acetylene_l_per_h: float, orifice_mm: float, oxygen_ratio: float, jets: int = 1
) -> float:
    """Return the speed of each of a tip's `jets` at a flow, m/s.

    Args:
        acetylene_l_per_h: acetylene, L/h at 15 °C and 1.013 bar, above 0
        orifice_mm: bore of one jet, mm, above 0
        oxygen_ratio: oxygen over acetylene by volume, 0.7 to 3
        jets: how many such jets, 1 or more

    Source: FLOW_SOURCE

    >>> round(jet_for_flow_m_per_s(146.9, 0.9, 1.05), 1)
    131.5
    """
    return acetylene_l_per_h / flow_for_jet_l_per_h(orifice_mm, 1.0, oxygen_ratio, jets)


def mixture_density_kg_per_m3(oxygen_ratio: float) -> float:
    """Return the density of the unburnt mixture at 20 °C and 1.013 bar, kg/m3.

    Args:
        oxygen_ratio: oxygen over acetylene by volume, 0.7 to 3

    Source: mixture of ideal gases

    >>> round(mixture_density_kg_per_m3(1.05), 3)
    1.209
    """
    return (ACETYLENE_KG_PER_M3 + oxygen_ratio * OXYGEN_KG_PER_M3) / (1 + oxygen_ratio)


def tip_pressure_bar(jet_m_per_s: float, oxygen_ratio: float) -> float:
    """Return the pressure that drives a jet through its orifice, bar gauge.

    Args:
        jet_m_per_s: speed at the mouth, m/s
        oxygen_ratio: oxygen over acetylene by volume, 0.7 to 3

    Source: PRESSURE_SOURCE

    >>> round(tip_pressure_bar(130, 1.05), 3)
    0.16
    """
    head_pa = mixture_density_kg_per_m3(oxygen_ratio) * math.pow(jet_m_per_s, 2) / 2
    return head_pa / math.pow(DISCHARGE_COEFFICIENT, 2) / 1e5


def torch_pressure_bar(tip_bar: float, acetylene_l_per_h: float) -> float:
    """Return the pressure at an equal-pressure torch's inlet, each gas, bar gauge.

    Args:
        tip_bar: at the mouth, bar gauge
        acetylene_l_per_h: acetylene, L/h at 15 °C and 1.013 bar, above 0

    Source: TORCH_SOURCE; good to a third

    >>> round(torch_pressure_bar(0.16, 147), 3)
    0.242
    """
    return 1.5 * tip_bar + 0.1 * math.pow(acetylene_l_per_h / 1000, 2)


def nearest_drill(orifice_mm: float) -> Drill | None:
    """Return the number drill nearest a bore, or None outside the number drills.

    Args:
        orifice_mm: bore of one jet, mm, above 0

    Source: number drills, ASME B94.11M

    >>> nearest_drill(0.9).diameter_mm, nearest_drill(9.0) is None
    (0.889, True)
    """
    drills = number_drills()
    if not drills[0].diameter_mm * 0.9 <= orifice_mm <= drills[-1].diameter_mm * 1.1:
        return None
    return min(drills, key=lambda drill: abs(drill.diameter_mm - orifice_mm))
