"""What the drawings need, in millimetres and degrees: the page scales it and adds nothing."""

import math
from typing import Literal

import numpy as np
from pydantic import Field

from pellak.core import say
from pellak.core.answer.working import Record
from pellak.core.heat.case import ENVELOPE_RADIUS_PER_BORE, HeatCase, HeatCases
from pellak.core.heat.colour import blue_c, colour_at
from pellak.core.heat.plate import NEAR_FACE, HeatingHistory
from pellak.core.heat.solve import HeatSolution
from pellak.core.heat.travel import PROFILE_Y_M, SETTLED_S, TravelResult
from pellak.core.piece.joint_drawing import JointDrawing
from pellak.core.tables.metal_families import traits_of

"""Where soot burns off and aluminium loses its work hardening."""
STAND_OFF_MM = 3.0
RUN_LEAN_DEG = 30.0
PROFILE_STEPS = 72
LEAST_HALF_WIDTH_MM = 8.0
LEAST_ALONG_MM = 24.0
ALONG_POOLS = 5.0
"""The line along the seam reaches back this many pool widths, and 0.6 of that ahead."""
AHEAD_SHARE = 0.6
SECTION_POOLS = 1.6
"""The section shows this many pool widths each side; the strip reaches past the blue band."""


class HeatPoint(Record):
    """Temperature at one place of a line, and the colour clean steel shows for it."""

    at_mm: float
    near_c: float
    far_c: float | None = None
    colour: str


class HeatLine(Record):
    """A temperature worth a line across the strip."""

    label: str
    at_c: float


class SeamDrawing(Record):
    """The seam across and along. Parts that are not known, or never happen, are null.

    `glows` is False for metals that melt without showing any colour first; `cold_colour` is what
    the metal looks like at the temperature the seam is started at.
    """

    kind: Literal["seam"] = "seam"
    thickness_mm: float | None
    root_gap_mm: float
    section_half_width_mm: float
    strip_half_width_mm: float
    orifice_mm: float | None = None
    cone_mm: float | None = None
    feather_mm: float | None = None
    envelope_radius_mm: float | None = None
    stand_off_mm: float = STAND_OFF_MM
    lean_deg: float = RUN_LEAN_DEG
    pool_mm: float | None = None
    root_mm: float | None = None
    blue_band_mm: float | None = None
    pool_front_mm: float | None = None
    pool_back_mm: float | None = None
    across: list[HeatPoint] = Field(default_factory=list)
    along: list[HeatPoint] = Field(default_factory=list)
    lines: list[HeatLine] = Field(default_factory=list)
    joint: JointDrawing | None = None
    glows: bool = True
    cold_colour: str | None = None
    text: str


def blue_band_mm(travel: TravelResult | None, family: str) -> float | None:
    """Return the width over which the sheet turns blue or hotter, edge to edge, mm.

    None when it never cools to blue within the 200 mm looked at: a small or preheated piece.

    Args:
        travel: of the moving flame, None where it melts nothing
        family: the metal's

    Source: blue at the heat of its temper colour; plate model

    >>> blue_band_mm(None, 'carbon-steel') is None
    True
    """
    if travel is None or travel.near_profile_c[-1] > blue_c(family):
        return None
    reach = float(np.interp(-blue_c(family), -travel.near_profile_c, PROFILE_Y_M))
    return 2000 * reach


def _across(
    travel: TravelResult, melting_c: float, half_width_mm: float, family: str
) -> list[HeatPoint]:
    places_mm = np.linspace(0, half_width_mm, PROFILE_STEPS)
    near = np.interp(places_mm / 1000, PROFILE_Y_M, travel.near_profile_c)
    far = np.interp(places_mm / 1000, PROFILE_Y_M, travel.far_profile_c)
    return [
        HeatPoint(
            at_mm=_drawn(y),
            # Above melting the pool levels itself: the plate model's peak there is not real.
            near_c=_drawn(min(n, melting_c), 1),
            far_c=_drawn(min(f, melting_c), 1),
            colour=colour_at(float(n), melting_c, family),
        )
        for y, n, f in zip(places_mm, near, far, strict=True)
    ]


def _along(solution: HeatSolution, travel: TravelResult, back_mm: float) -> list[HeatPoint]:
    case = solution.expected.case
    cases = HeatCases.of([case])
    places_mm = np.concatenate(
        [np.linspace(-back_mm, 0, 120), np.linspace(0, AHEAD_SHARE * back_mm, 73)[1:]]
    )
    history = HeatingHistory.at(cases, np.array([SETTLED_S]), np.array([NEAR_FACE]))
    rise = history.rise_k(
        places_mm[None, :] / 1000, np.zeros(1), np.array([travel.travel_m_per_s])
    )[0, :, 0]
    melting_c = case.family.melting_c
    return [
        HeatPoint(
            at_mm=_drawn(x),
            near_c=_drawn(min(c, melting_c), 1),
            colour=colour_at(float(c), melting_c, case.family.family),
        )
        for x, c in zip(places_mm, rise + case.start_c, strict=True)
    ]


def _drawn(value: float, digits: int = 2) -> float:
    """Return a place or a temperature as fine as a line is drawn; its digits are sent each edit."""
    return round(float(value), digits)


def _glows(case: HeatCase) -> bool:
    return traits_of(case.family.family).glows


def empty_drawing(
    root_gap_mm: float, thickness_mm: float | None = None, joint: JointDrawing | None = None
) -> SeamDrawing:
    """Return the drawing of a seam that cannot be reckoned: not told yet, or not fused.

    Args:
        root_gap_mm: mm
        thickness_mm: wall, mm, None where not told
        joint: in section, None for a butt

    Source: drawing only

    >>> empty_drawing(1.0, None, None).root_gap_mm
    1.0
    """
    return SeamDrawing(
        thickness_mm=thickness_mm,
        root_gap_mm=root_gap_mm,
        section_half_width_mm=max(LEAST_HALF_WIDTH_MM, 2.5 * (thickness_mm or 0.0)),
        strip_half_width_mm=LEAST_HALF_WIDTH_MM,
        joint=joint,
        text=joint.text
        if joint is not None
        else "Two sheets edge to edge. Their thickness has not been told yet."
        if thickness_mm is None
        else f"Two sheets {say.wall(thickness_mm, 4)} thick, with no flame planned on them.",
    )


def seam_drawing(
    solution: HeatSolution,
    *,
    root_gap_mm: float,
    orifice_mm: float,
    cone_mm: float | None,
    feather_mm: float | None,
    joint: JointDrawing | None = None,
    in_layers: bool = False,
) -> SeamDrawing:
    """Return the drawing of a seam from its solved heat; `in_layers` has no single pool.

    Args:
        solution: the heat of the seam
        root_gap_mm: between the edges
        orifice_mm: of the tip
        cone_mm: of its flame, None where it is not known
        feather_mm: of its flame, None where there is none
        joint: its section, None for a plain butt
        in_layers: laid in several passes

    Source: the solved heat, drawn to scale

    >>> from pellak.core.heat.solve import HeatGiven, solve_heat
    >>> sheet = HeatGiven(family='carbon-steel', thickness_mm=1.2, joint='butt',
    ...     acetylene_l_per_h=110)
    >>> drawn = seam_drawing(solve_heat(sheet), root_gap_mm=0.0, orifice_mm=0.8, cone_mm=5.0,
    ...     feather_mm=None)
    >>> drawn.thickness_mm, 4 < drawn.pool_mm < 8
    (1.2, True)
    """
    case = solution.expected.case
    travel = None if in_layers else solution.expected.travel
    metal, traits = case.family, traits_of(case.family.family)
    glows = traits.glows
    band_mm = blue_band_mm(travel, metal.family) if glows else None
    pool_mm = root_mm = None
    if travel is not None and travel.pool_half_width_m is not None:
        pool_mm = 2000 * travel.pool_half_width_m
        root_mm = 2000 * (travel.root_half_width_m or 0.0)
    section_mm = max(LEAST_HALF_WIDTH_MM, 2.5 * case.thickness_mm, SECTION_POOLS * (pool_mm or 0.0))
    strip_mm = max(section_mm, 0.6 * (band_mm or 0.0))
    along = (
        _along(solution, travel, max(LEAST_ALONG_MM, ALONG_POOLS * (pool_mm or 0.0)))
        if travel is not None
        else []
    )
    molten = [point.at_mm for point in along if point.near_c >= metal.melting_c]
    lines = [HeatLine(label="melts", at_c=metal.melting_c)]
    if metal.grain_change_c is not None and traits.grain_changes:
        lines.append(HeatLine(label="changes grain", at_c=metal.grain_change_c))
    if glows:
        lines.append(HeatLine(label="blue", at_c=blue_c(metal.family)))
    if traits.anneals_c is not None:
        lines.append(HeatLine(label="anneals", at_c=traits.anneals_c))
    return SeamDrawing(
        thickness_mm=case.thickness_mm,
        root_gap_mm=root_gap_mm,
        section_half_width_mm=section_mm,
        strip_half_width_mm=strip_mm,
        orifice_mm=orifice_mm,
        cone_mm=cone_mm,
        feather_mm=feather_mm,
        envelope_radius_mm=ENVELOPE_RADIUS_PER_BORE * orifice_mm,
        pool_mm=pool_mm,
        root_mm=root_mm,
        blue_band_mm=band_mm,
        pool_front_mm=max(molten) if molten else None,
        pool_back_mm=min(molten) if molten else None,
        across=_across(travel, metal.melting_c, strip_mm, metal.family)
        if travel is not None
        else [],
        along=along,
        lines=lines,
        joint=joint,
        glows=glows,
        cold_colour=colour_at(case.start_c, metal.melting_c, metal.family),
        text=(f"{joint.text} " if joint is not None else "")
        + _text(in_layers, case.thickness_mm, root_gap_mm, orifice_mm, cone_mm, pool_mm, band_mm),
    )


def _text(
    in_layers: bool,
    thickness_mm: float,
    root_gap_mm: float,
    orifice_mm: float,
    cone_mm: float | None,
    pool_mm: float | None,
    band_mm: float | None,
) -> str:
    gap = "edges touching" if math.isclose(root_gap_mm, 0) else f"gap {say.mm(root_gap_mm)}"
    parts = [
        f"Metal {say.wall(thickness_mm, 4)} thick, {gap}.",
        f"Tip bore {say.wall(orifice_mm)}"
        + (f", cone {say.mm(cone_mm, 2)} long" if cone_mm else "")
        + f", held {say.mm(STAND_OFF_MM, 5)} off the metal.",
    ]
    if in_layers:
        parts.append("The groove is filled in layers.")
    elif pool_mm is not None:
        parts.append(f"Pool {say.mm(pool_mm, 2)} wide through to the back.")
    else:
        parts.append("The pool does not reach the back of the sheet with this flame.")
    if band_mm is not None:
        parts.append(f"Blue band {say.mm(band_mm, 2)} edge to edge.")
    return " ".join(parts)
