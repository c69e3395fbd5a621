"""The unit a field's name carries: names end with it, so what is said of a field can say it too."""

import re
from collections.abc import Mapping

UNITS: Mapping[str, str] = {
    "mm_per_min": "mm/min", "mm_per_s": "mm/s", "l_per_h_per_mm": "L/h per mm",
    "l_per_h": "L/h", "c_per_h": "K/h", "k_per_h": "K/h", "m_per_s": "m/s",
    "kj_per_mm": "kJ/mm", "g_per_min": "g/min", "l_per_m": "L/m", "mm4": "mm⁴", "mm2": "mm²",
    "m2": "m²", "m3": "m³", "mm": "mm", "m": "m", "c": "°C", "k": "K", "s": "s", "min": "min",
    "h": "h", "l": "L", "bar": "bar", "kg": "kg", "g": "g", "w": "W", "deg": "degrees",
    "rad": "rad", "hv": "HV", "px": "pixels",
}  # fmt: skip
"""Units by how a name ends, the longer ending first."""


def unit_of(name: str) -> str:
    """Return the unit a field's name carries, empty where it carries none.

    >>> unit_of("travel_mm_per_min"), unit_of("orifice_mm"), unit_of("touch_high_h"), unit_of("n")
    ('mm/min', 'mm', 'h', '')
    """
    for ending, unit in UNITS.items():
        if name == ending or name.endswith(f"_{ending}"):
            return unit
    return ""


_STOCK = re.compile(r"(thickness|wall|orifice|diameter|bore|rod)(_[a-z]+)?_mm$")


def kind_of(name: str) -> str:
    """Return how a field's measure is shown where its unit does not say it: `wall` for stock.

    >>> kind_of("thickness_mm"), kind_of("rod_diameter_mm"), kind_of("gap_mm")
    ('wall', 'wall', '')
    """
    return "wall" if _STOCK.search(name) else ""
