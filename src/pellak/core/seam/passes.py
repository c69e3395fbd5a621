"""Passes: root, fills and cover of a weld, each with its share of metal, its flow, rod and pace.

The whole weld's minutes are one figure (see `pace`); the passes share them by the metal each lays
and the gas each burns. One tip is used for all, and never turned down below its band."""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from pellak.core.answer.working import Record
from pellak.core.heat.case import HeatCase
from pellak.core.heat.gas_rule import ROOM_C
from pellak.core.metal.rod import LEAST_DIAMETER_MM, Rod
from pellak.core.seam.groove import (
    THICKEST_PASS_MM,
    THINNEST_PASS_MM,
    Groove,
    area_below_mm2,
    cap_mm,
    filled_mm,
    passes_a_side,
    weld_area_mm2,
)
from pellak.core.seam.pace import Direction, WeldPace
from pellak.core.tables import HeatFamily
from pellak.core.tables.metal_families import traits_of

ROOT_SHARE, FILL_SHARE, COVER_SHARE = 0.9, 1.0, 1.1
"""Of the planned flow: the root a little less, the cover a little more, a wider and wetter pool."""
ROD_SHARE_OF_HEAT = 0.5
LOSS_SHARE = 0.05
ROOT_ROD_OVER_GAP_MM = 0.8
ROOT_ROD_SPAN_MM = (1.6, 3.2)
THICKEST_ROD_MM = 4.0
NAMES = {"only": "one pass", "root": "root", "fill": "fill", "cover": "cover"}


class WeldPass(Record):
    """One pass. Heights are measured from its own side; `side` 2 is the back of a double V.

    Minutes have the spread of hands and of the rule; an open end is null.
    """

    n: int
    name: str
    area_mm2: float
    height_mm: float
    acetylene_l_per_h: float
    travel_mm_per_min: float
    minutes: float
    low_min: float
    high_min: float | None
    how: str
    side: int = 1
    rod_diameter_mm: float | None = None
    rod_g: float = 0.0
    gas_l: float = 0.0
    rod_limited: bool = False
    wait_s: float = 0.0
    """Before it, until the plate is back under the most it may be at between passes."""
    interpass_max_c: float | None = None


@dataclass(frozen=True)
class FlowSpan:
    """The flows a tip may be run at, L/h of acetylene."""

    low_l_per_h: float
    high_l_per_h: float

    def held(self, flow_l_per_h: float) -> float:
        """Return a flow held inside the span."""
        return min(self.high_l_per_h, max(self.low_l_per_h, flow_l_per_h))


def open_sum(parts: Sequence[float | None]) -> float | None:
    """Return the sum of `parts`, all of one unit; open (None) where any of them is.

    Args:
        parts: of one unit; None where not known

    Source: definition

    >>> open_sum([1.0, 2.0]), open_sum([1.0, None]), open_sum([])
    (3.0, None, None)
    """
    known = [part for part in parts if part is not None]
    return sum(known) if parts and len(known) == len(parts) else None


def layer_heights_mm(groove: Groove) -> list[float]:
    """Return the height each pass of one side adds, from the root up.

    Equal metal in each, as a hand lays it, the cap counted with the cover; but no layer over 4 mm
    and no cover under 1 mm with its cap.

    Args:
        groove: form and sizes

    Source: geometry; equal metal in each pass is practice

    >>> sizes = {'thickness_mm': 6, 'root_face_mm': 1.5, 'root_gap_mm': 1.5}
    >>> heights = layer_heights_mm(Groove(form='v', included_angle_deg=60, **sizes))
    >>> round(sum(heights), 3)
    6.0
    """
    count, top = passes_a_side(groove), filled_mm(groove)

    def area(height: float) -> float:
        return _side_area_mm2(groove, height)

    _, cap_height = cap_mm(groove)
    cap = (weld_area_mm2(groove) - area_below_mm2(groove, math.inf)) / groove.sides
    whole, below, heights = area(top) + cap, 0.0, []
    highest = top - max(0.0, THINNEST_PASS_MM - cap_height)
    for n in range(count):
        left = count - n
        if left == 1:
            heights.append(top - below)
            break
        share = area(below) + (whole - area(below)) / left
        reached = _height_holding(area, share, top)
        reached = min(reached, below + THICKEST_PASS_MM, highest)
        # The layers above have to reach the top without being thicker than a layer may be.
        reached = max(reached, top - (left - 1) * THICKEST_PASS_MM)
        heights.append(reached - below)
        below = reached
    return heights


def _side_area_mm2(groove: Groove, height_mm: float) -> float:
    """Return the metal of one side below a height; a double V is counted from its middle out."""
    if groove.sides == 1:
        return area_below_mm2(groove, height_mm)
    half_face = groove.root_face_mm / 2
    level = 2 * height_mm if height_mm < half_face else half_face + height_mm
    return area_below_mm2(groove, level) / groove.sides


def _height_holding(area: Callable[[float], float], wanted_mm2: float, top_mm: float) -> float:
    low, high = 0.0, top_mm
    for _ in range(40):
        middle = (low + high) / 2
        low, high = (low, middle) if area(middle) >= wanted_mm2 else (middle, high)
    return high


def _how(name: str, groove: Groove, family: HeatFamily) -> str:
    fillet = groove.form == "fillet"
    if name == "only":
        if fillet:
            return "both walls wet into the corner, rod into the pool's upper edge"
        return "both edges wet together, rod into the pool's edge"
    if name == "root":
        if fillet:
            return "both walls wet into the corner, no weaving"
        if traits_of(family.family).graphitic:
            return "walls puddled well down, the last of the root just melted through"
        return "keyhole ahead of the pool, both root faces wet, worked from side to side"
    if name == "fill":
        return "weave to both flanks, pause there; brush between passes"
    return "weave, both edges wet, wide and even; fill the crater"


def pass_rod_mm(
    rod: Rod, name: str, groove: Groove, family: HeatFamily, direction: Direction
) -> float | None:
    """Return the stocked diameter for a pass; None for strip.

    Root: no thicker than the gap and 0.8 mm, 1.6 to 3.2 mm. Others: t/2 + 1 mm forehand, t/2
    backhand, to 4 mm, in iron to 6 mm. Source: long-published gas-welding practice.

    Args:
        rod: what is fed in
        name: of the pass
        groove: what is filled
        family: its heat row
        direction: forehand or backhand

    >>> from pellak.core.heat.solve import HeatGiven
    >>> case = HeatGiven(family='carbon-steel', thickness_mm=6.0, joint='butt',
    ...     acetylene_l_per_h=400).case()
    >>> from pellak.core.seam.filler import FillerGiven, groove_of
    >>> groove = groove_of(FillerGiven(family='carbon-steel', thickness_mm=6.0, length_mm=300.0))
    >>> from pellak.core.metal.rod import rods
    >>> pass_rod_mm(rods()['r45'], 'only', groove, case.family, 'forehand')
    4.0
    """
    t = groove.leg_mm if groove.form == "fillet" else groove.thickness_mm
    more = 1.0 if direction == "forehand" else 0.0
    wanted = max(LEAST_DIAMETER_MM, t / 2 + more)
    wanted = min(wanted, family.thickest_rod_mm)
    if name == "root" and groove.form != "fillet":
        low, high = ROOT_ROD_SPAN_MM
        wanted = min(wanted, max(low, min(high, groove.root_gap_mm + ROOT_ROD_OVER_GAP_MM)))
    thin_enough = [d for d in rod.diameters_mm if d <= max(wanted, THICKEST_ROD_MM)]
    return min(thin_enough or rod.diameters_mm, key=lambda d: abs(d - wanted), default=None)


def most_rod_g_per_min(case: HeatCase) -> float:
    """Return the rod a flame can melt beside the plate: half of the heat that enters it.

    Args:
        case: the piece under its flame

    Source: heat kept; half of it for the rod: judgement

    >>> from pellak.core.heat.solve import HeatGiven
    >>> case = HeatGiven(family='carbon-steel', thickness_mm=1.2, joint='butt',
    ...     acetylene_l_per_h=110).case()
    >>> most_rod_g_per_min(case) > 0
    True
    """
    metal = case.family
    enters_w = sum(case.power_w)
    warm = (metal.melting_c - case.start_c) / (metal.melting_c - ROOM_C)
    return ROD_SHARE_OF_HEAT * enters_w * 60 / (metal.heat_to_melt_j_per_g * warm)


@dataclass(frozen=True)
class _Layer:
    side: int
    name: str
    area_mm2: float
    height_mm: float


def _layers(groove: Groove) -> list[_Layer]:
    """Return the layers in the order they are laid: a double V's sides by turns."""
    heights = layer_heights_mm(groove)
    count, below, total = len(heights), 0.0, weld_area_mm2(groove)
    side: list[_Layer] = []
    caps = (total - area_below_mm2(groove, math.inf)) / groove.sides
    for n, height in enumerate(heights):
        metal = _side_area_mm2(groove, below + height) - _side_area_mm2(groove, below)
        last = n == count - 1
        name = "only" if count == 1 and groove.sides == 1 else (
            "root" if n == 0 else "cover" if last else "fill"
        )  # fmt: skip
        side.append(_Layer(1, name, metal + (caps if last else 0.0), height))
        below += height
    if groove.sides == 1:
        return side
    return [_Layer(back, one.name, one.area_mm2, one.height_mm) for one in side for back in (1, 2)]


def weld_passes(
    groove: Groove,
    case: HeatCase,
    pace: WeldPace,
    length_mm: float,
    span: FlowSpan,
    rod: Rod | None,
    direction: Direction,
    own_rod_mm: float | None = None,
) -> list[WeldPass]:
    """Return the passes in the order they are laid. Their areas add up to the whole weld.

    Args:
        groove: what is filled.
        case: the piece under the planned flow.
        pace: minutes for each metre of the whole weld.
        length_mm: length of the seam.
        span: the flows the planned tip may be run at.
        rod: what is fed in; None melts the edges together.
        direction: forehand or backhand.
        own_rod_mm: a diameter the person chose for all of them.

    Source: shares of the flow by the kind of pass: judgement; time by area over flow

    >>> from pellak.core.heat.solve import HeatGiven
    >>> case = HeatGiven(family='carbon-steel', thickness_mm=6.0, joint='butt',
    ...     acetylene_l_per_h=400).case()
    >>> from pellak.core.seam.filler import FillerGiven, groove_of
    >>> groove = groove_of(FillerGiven(family='carbon-steel', thickness_mm=6.0, length_mm=300.0))
    >>> pace = WeldPace(5.0, 4.0, 6.0, 4.0, 1.0, 1.0, True)
    >>> passes = weld_passes(groove, case, pace, 300.0, FlowSpan(200.0, 600.0), None, 'forehand')
    >>> passes[0].name
    'root'
    """
    layers, planned = _layers(groove), case.acetylene_l_per_h
    share = {"only": 1.0, "root": ROOT_SHARE, "fill": FILL_SHARE, "cover": COVER_SHARE}
    flows = [span.held(planned * share[layer.name]) for layer in layers]
    areas = [layer.area_mm2 if weld_area_mm2(groove) > 0 else 1.0 for layer in layers]
    weights = [area / flow for area, flow in zip(areas, flows, strict=True)]
    whole = sum(weights)
    passes = []
    for n, (layer, flow, weight) in enumerate(zip(layers, flows, weights, strict=True), start=1):
        share_of_time = weight / whole
        minutes = pace.min_per_m * length_mm / 1000 * share_of_time
        grams = 0.0
        if rod is not None:
            volume = (1 + LOSS_SHARE) * layer.area_mm2 * length_mm
            grams = volume * case.family.density_kg_per_m3 / 1e6
        least = grams / most_rod_g_per_min(replace(case, acetylene_l_per_h=flow))
        slower = max(1.0, least / minutes)
        high = pace.high_min_per_m
        passes.append(
            WeldPass(
                n=n,
                name=NAMES[layer.name],
                area_mm2=layer.area_mm2 if rod is not None else 0.0,
                height_mm=layer.height_mm,
                acetylene_l_per_h=flow,
                travel_mm_per_min=length_mm / (minutes * slower),
                minutes=minutes * slower,
                low_min=pace.low_min_per_m * length_mm / 1000 * share_of_time * slower,
                high_min=None if high is None else high * length_mm / 1000 * share_of_time * slower,
                how=_how(layer.name, groove, case.family),
                side=layer.side,
                rod_diameter_mm=None
                if rod is None
                else own_rod_mm or pass_rod_mm(rod, layer.name, groove, case.family, direction),
                rod_g=grams,
                gas_l=flow * minutes * slower / 60,
                rod_limited=slower > 1.0,
            )
        )
    return passes
