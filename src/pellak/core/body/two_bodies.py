"""Two bodies that touch: an outer one under the flame, an inner one warmed through the contact."""

import math
from dataclasses import dataclass

from pellak.core.body.body import BodyGiven
from pellak.core.body.metals import BodyFamily, body_metals
from pellak.core.body.soaking import LONGEST_S, Soaking

CONTACT_W_PER_M2_K = (500.0, 1200.0, 3000.0)
"""Rusted, usual and tight: what a joint passes on."""
EXPANSION_TO_200: dict[BodyFamily, float] = {
    "carbon-steel": 12.2e-6, "chromoly": 12.3e-6, "alloy-steel": 12.3e-6, "stainless": 16.5e-6,
    "grey-iron": 11.0e-6, "ductile-iron": 12.0e-6, "aluminium": 24.0e-6, "aluminium-cast": 22.0e-6,
}  # fmt: skip
"""Mean expansion from the room to 200 °C, 1/K."""
EXPANSION_SOURCE = "mean expansion to 200 °C: ASM for steels, EN 1561 and EN 1563 for irons"
AFTERWARDS = 1.6
"""How long after the flame is taken off the curve goes on, as a share of the heating."""


def clearance_mm(
    bore_mm: float, outer_rise_k: float, inner_rise_k: float,
    outer_per_k: float, inner_per_k: float,
) -> float:  # fmt: skip
    """Return what heat opens between a bore and what sits in it, mm on the diameter.

    Args:
        bore_mm: diameter, mm
        outer_rise_k: of the outer body, K
        inner_rise_k: of the inner, K
        outer_per_k: expansion of the outer, 1/K
        inner_per_k: of the inner, 1/K

    Source: linear expansion

    >>> round(clearance_mm(40.0, 200.0, 60.0, 12.2e-6, 12.2e-6), 3)
    0.068
    """
    return bore_mm * (outer_per_k * outer_rise_k - inner_per_k * inner_rise_k)


@dataclass(frozen=True)
class Inner:
    """What sits in the bore: its metal, diameter and the length that takes up heat."""

    family: BodyFamily
    mass_kg: float
    contact_m2: float


def inner_of(
    family: BodyFamily, diameter_mm: float, length_mm: float, bore_mm: float, gripped_mm: float
) -> Inner:
    """Return the inner body: a bar `length_mm` long, gripped over `gripped_mm` of the bore.

    Args:
        family: of the inner body
        diameter_mm: its diameter, mm
        length_mm: how long it is, mm
        bore_mm: the bore, mm
        gripped_mm: how much of it is gripped, mm

    Source: geometry

    >>> round(inner_of('carbon-steel', 20.0, 100.0, 20.0, 20.0).mass_kg, 3)
    0.247
    """
    volume = math.pi / 4 * diameter_mm**2 * length_mm / 1e9
    touched = math.pi * bore_mm * min(gripped_mm, length_mm) / 1e6
    return Inner(family, volume * body_metals()[family].density_kg_per_m3, touched)


@dataclass(frozen=True)
class TwoRun:
    """Seconds, outer and inner temperature, °C; when the flame went off."""

    at_s: list[float]
    outer_c: list[float]
    inner_c: list[float]
    off_s: float | None
    """None where the outer never came to its heat."""


def run_two(of: Soaking, inner: Inner | None, contact_w_per_m2_k: float, target_c: float) -> TwoRun:
    """Return the run up to a target, °C, and the cooling after the flame is taken off.

    Args:
        of: the body the flame is on
        inner: what sits in it, None for nothing
        contact_w_per_m2_k: what passes between the two
        target_c: the outer is taken so far

    Source: two bodies, each of one heat, in small steps of time: the balance of heat

    >>> from pellak.core.body.soak_given import SoakGiven, soaking_of
    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> run = run_two(soaking_of(given), None, 300.0, 200.0)
    >>> run.outer_c[0] < max(run.outer_c), len(run.at_s) == len(run.outer_c)
    (True, True)
    """
    body, metal = of.body, of.body.metal
    inner_metal = body_metals()[inner.family] if inner else metal
    passes = contact_w_per_m2_k * inner.contact_m2 if inner else 0.0
    at_s, outer, middle = 0.0, of.start_c, of.start_c
    times, outers, inners = [at_s], [outer], [middle]
    off: float | None = None
    seconds = 0.0
    while True:
        power = of.taken_w(outer) if off is None else 0.0
        net = power - of.bare_w(outer) - passes * (outer - middle)
        store = body.mass_kg * metal.capacity(outer)
        inner_store = inner.mass_kg * inner_metal.capacity(middle) if inner else 1.0
        if off is None:
            rise = (target_c - of.start_c) / 60
            seconds = rise / max(abs(net) / store, 1e-6)
            seconds = min(seconds, LONGEST_S / 100)
            if passes:
                # Explicit in the contact: a third of its own time keeps it steady.
                seconds = min(seconds, 0.3 / (passes * (1 / store + 1 / inner_store)))
            if net <= 0 and outer < target_c - 1e-6:
                return TwoRun(times, outers, inners, None)
        flow = passes * (outer - middle) * seconds
        next_outer = outer + net * seconds / store
        if off is None and next_outer >= target_c:
            part = (target_c - outer) / (next_outer - outer)
            seconds *= part
            flow, next_outer = flow * part, target_c
            off = at_s + seconds
        middle += flow / inner_store
        outer, at_s = next_outer, at_s + seconds
        times.append(at_s)
        outers.append(outer)
        inners.append(middle)
        if off is not None:
            if at_s >= off * AFTERWARDS:
                return TwoRun(times, outers, inners, off)
            seconds = max(off * (AFTERWARDS - 1) / 60, 1e-6)
            if passes:
                seconds = min(seconds, 0.3 / (passes * (1 / store + 1 / inner_store)))
        elif at_s > LONGEST_S or len(times) > 20_000:
            return TwoRun(times, outers, inners, None)


def gripped_mm(outer: BodyGiven) -> float:
    """Return how long the bore grips, mm: the outer's length, or its wall where that is all.

    Args:
        outer: as told

    Source: geometry; 10 mm where nothing tells is judgement

    >>> ring = dict(shape='ring', diameter_mm=60, bore_mm=30, length_mm=25)
    >>> gripped_mm(BodyGiven(family='carbon-steel', **ring))
    25.0
    """
    return float(outer.length_mm or outer.wall_mm or outer.height_mm or 10.0)
