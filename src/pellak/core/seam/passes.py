"""Passes: root, fills and cap of a groove, each with its share of metal, its flow and its pace."""

from pellak.core.heat.gas_rule import ROOM_C, rule_flow_l_per_h
from pellak.core.seam.groove import Groove, area_below_mm2, pass_count, weld_area_mm2
from pellak.core.tables import HeatFamily
from pellak.core.working import Record

MORE_MM = 1.5
"""A pass melts what it lays, or the root face, and about this much under and beside it."""
ROD_G_PER_L = 0.9 * 1000 / 800
"""Rod melted for each litre of acetylene when filling: 0.9 kg/h at 800 L/h, overlay practice."""
MELT_SPREAD = 1.4
NAMES = {"only": "one pass", "root": "root", "fill": "fill", "cap": "cap"}


class WeldPass(Record):
    """One pass. `travel_mm_per_min` and minutes have the spread of hands, times or over 1.4."""

    n: int
    name: str
    area_mm2: float
    height_mm: float
    acetylene_l_per_h: float
    travel_mm_per_min: float
    minutes: float
    low_min: float
    high_min: float
    how: str


def height_holding(groove: Groove, area_mm2: float, top_mm: float) -> float:
    """Return the height under which the groove holds an area, by halving; at most the top."""
    low, high = 0.0, top_mm
    for _ in range(50):
        middle = (low + high) / 2
        low, high = (low, middle) if area_below_mm2(groove, middle) >= area_mm2 else (middle, high)
    return high


def _how(name: str, family: HeatFamily) -> str:
    if name == "root" and family.family == "cast-iron":
        return "walls puddled well down, the last of the root just melted through"
    return {
        "root": "keyhole ahead of the pool, both root faces melted; no weaving",
        "fill": "weave to both flanks, pause there; brush between passes",
        "cap": "wide and even over both edges, fill the crater",
    }.get(name, "both edges wet together, rod into the pool's edge")


def weld_passes(
    groove: Groove,
    family: HeatFamily,
    length_mm: float,
    root_travel_mm_per_min: float | None,
    start_c: float = ROOM_C,
) -> list[WeldPass]:
    """Return the passes from the root up. Their areas add up to the whole weld.

    Args:
        groove: what is filled.
        family: the metal's constants; its gas rule gives each pass its flow.
        length_mm: length of the seam.
        root_travel_mm_per_min: how fast the root can be melted; None where only the rod limits.
        start_c: temperature of the work; preheated, it wants less gas.
    """
    count = pass_count(groove)
    total = weld_area_mm2(groove)
    top = groove.leg_mm if groove.form == "fillet" else groove.thickness_mm
    if groove.form == "double-v":
        top = groove.root_face_mm + groove.depth_mm
    passes = []
    standing = 0.0
    for n in range(1, count + 1):
        # Each pass carries the same metal, as a hand lays it; the first layers stand the higher.
        area = total / count
        reached = top if n == count else height_holding(groove, n * area, top)
        height, standing = reached - standing, reached
        name = "only" if count == 1 else "root" if n == 1 else "cap" if n == count else "fill"
        melts_mm = groove.root_face_mm if name == "root" else height
        flow = rule_flow_l_per_h(
            family=family, thickness_mm=melts_mm + MORE_MM, start_c=start_c, heat_paths=2
        )
        fed = flow / 60 * ROD_G_PER_L / (family.density_kg_per_m3 / 1e6)
        by_rod = fed / area if area > 0 else None
        paces = [v for v in (by_rod, root_travel_mm_per_min if n == 1 else None) if v]
        travel = min(paces) if paces else 0.0
        minutes = length_mm / travel if travel else 0.0
        passes.append(
            WeldPass(
                n=n, name=NAMES[name], area_mm2=area, height_mm=height, acetylene_l_per_h=flow,
                travel_mm_per_min=travel, minutes=minutes, low_min=minutes / MELT_SPREAD,
                high_min=minutes * MELT_SPREAD, how=_how(name, family),
            )
        )  # fmt: skip
    return passes
