"""A dab of rod: into the pool, into the flame, or on to cold metal."""

import math
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from pellak.core.heat.case import CORE_RADIUS_PER_BORE
from pellak.core.practice.puddle.conduction import Faces, Flags
from pellak.core.practice.puddle.joint import Joint
from pellak.core.practice.puddle.metal import Floats
from pellak.core.practice.puddle.pool import TrainerPool
from pellak.core.practice.puddle.sheet import Sheet
from pellak.core.practice.puddle.torch import Held, PuddleTorch

DAB_MM, ROD_C = 2.5, 150.0
"""What one dab melts off a rod, and how warm its end is by then. For teaching."""
COLDEST_OVER_FREEZING_K = 1.0
LIQUID_SHARE = 0.5
"""Of what a dab covers, on either sheet: then the pool takes it."""
FLAME_MELTS_BELOW_MM = 15.0
"""The flame itself melts rod near its axis while its cone is no higher. For teaching."""
CLOSED_WIDTH_MM, CLOSED_WITHIN_MM = 3.0, 4.0
"""What a dab closes of a hole: so wide a bridge, and only so near. For teaching."""
Dabbed = Literal["taken", "lap", "stuck"]


@dataclass(frozen=True)
class Dab:
    """What a dab did: the heat of the sheet and its joint afterwards, the heat it took out, J."""

    how: Dabbed
    heat_j_per_m3: Floats
    joint: Joint
    taken_j: float


def dab(
    sheet: Sheet, heat_j_per_m3: Floats, joint: Joint, seen: Faces, pool: TrainerPool,
    torch: PuddleTorch, held: Held, at_mm: tuple[float, float], rod_mm: float,
) -> Dab:  # fmt: skip
    """Return what a dab of a rod, `rod_mm` thick, does at a place `at_mm` along and across, mm.

    Half of what it covers has to be liquid on both sheets; then the pool takes it and is cooled by
    it. Else it laps cold where the flame melts it, and sticks where nothing does.

    Args:
        sheet: the joint and its cells
        heat_j_per_m3: (layers, columns, rows) what each cell holds
        joint: what it holds
        seen: both faces
        pool: on the upper face
        torch: lit
        held: where it is, mm and degrees
        at_mm: along and across the seam, mm
        rod_mm: its diameter, mm

    Source: heat is kept: the pool melts what it takes; what it needs of the pool: for teaching

    >>> from pellak.core.practice.puddle.metal import melting_metal
    >>> from pellak.core.practice.puddle.sheet import Sheet
    >>> sheet = Sheet(melting_metal('carbon-steel'), 1.6)
    >>> from pellak.core.practice.puddle.conduction import at_start, faces
    >>> from pellak.core.practice.puddle.joint import tacked
    >>> from pellak.core.practice.puddle.pool import pool_on
    >>> from pellak.core.practice.puddle.torch import Held, PuddleTorch
    >>> heat, _ = at_start(sheet, 20.0)
    >>> seen = faces(sheet, heat, np.zeros_like(sheet.area_m2))
    >>> joint = tacked(sheet, tacks=False, brushed=True)
    >>> torch = PuddleTorch(600.0, 900.0, 0.9, 0.02)
    >>> cold = dab(sheet, heat, joint, seen, pool_on(sheet, seen.top_w_per_m), torch, Held(),
    ...     (4.0, 0.0), 1.6)
    >>> cold.how
    'stuck'
    """
    x_mm, y_mm = at_mm
    radius = max(rod_mm / 2, sheet.cell_mm)
    footprint = np.abs(sheet.column_x_mm - x_mm) <= radius
    rows = np.abs(sheet.row_y_mm - y_mm) <= radius
    rows[sheet.joint_row - 1 : sheet.joint_row + 1] |= abs(y_mm) <= radius
    liquid = seen.top_w_per_m[sheet.columns] > sheet.metal.flow_at_w_per_m(sheet.metal.liquidus_c)
    under = liquid[np.ix_(footprint, rows)]
    sides = (sheet.row_y_mm < 0)[rows], (sheet.row_y_mm > 0)[rows]
    if not footprint.any() or not rows.any():
        return Dab("stuck", heat_j_per_m3, joint, 0.0)
    if all(side.any() and under[:, side].mean() >= LIQUID_SHARE for side in sides):
        return _taken(sheet, heat_j_per_m3, joint, liquid, pool, footprint, rod_mm)
    near = (
        math.hypot(x_mm - held.x_mm, y_mm - held.y_mm)
        <= CORE_RADIUS_PER_BORE * torch.bore_mm + rod_mm
    )
    if near and held.height_mm < FLAME_MELTS_BELOW_MM:
        return Dab("lap", heat_j_per_m3, replace(joint, lap=joint.lap | footprint), 0.0)
    return Dab("stuck", heat_j_per_m3, joint, 0.0)


def _taken(
    sheet: Sheet, heat: Floats, joint: Joint, liquid: Flags, pool: TrainerPool, footprint: Flags,
    rod_mm: float,
) -> Dab:  # fmt: skip
    """Return the pool with the dab in it: its metal along the pool, its cold out of the pool."""
    metal = sheet.metal
    volume_m3 = math.pi / 4 * (rod_mm / 1000) ** 2 * DAB_MM / 1000
    cells = np.zeros(heat.shape, dtype=bool)
    cells[0, sheet.columns] = liquid
    sizes = np.broadcast_to(sheet.area_m2 * sheet.layer_m, heat.shape)
    in_pool = heat[cells]
    wanted_j = volume_m3 * (float(in_pool.mean()) - metal.heat_j_per_m3(ROD_C))
    # The pool gives no more than takes it down to its freezing range.
    spare = np.maximum(
        0.0, in_pool - metal.heat_j_per_m3(metal.liquidus_c + COLDEST_OVER_FREEZING_K)
    )
    spare_j = float((spare * sizes[cells]).sum())
    share = min(1.0, wanted_j / spare_j) if spare_j > 0 else 0.0
    cooled = heat.copy()
    cooled[cells] = in_pool - share * spare
    # What is still missing comes out of the solid beside it: out of all that is hot below.
    rest_j = max(0.0, wanted_j - spare_j)
    if rest_j > 0:
        below = np.zeros(heat.shape, dtype=bool)
        below[:, sheet.columns] = liquid
        cooled[below] -= rest_j / float(sizes[below].sum())
    wet = pool.wet if pool.wet.any() else footprint
    added = _spread(sheet, joint, wet, 1e9 * volume_m3 / sheet.cell_mm)
    closed = _closed(sheet, joint, footprint, volume_m3)
    return Dab("taken", cooled, replace(joint, metal_mm2=added, hole=closed), wanted_j)


def _spread(sheet: Sheet, joint: Joint, wet: Flags, metal_mm2: float) -> Floats:
    """Return the metal in each column once a dab, told as mm2 over one column, has run out.

    It is drawn into the open gap first; what is over lies evenly on the pool.
    """
    wanted = sheet.root_gap_mm * sheet.thickness_mm - joint.metal_mm2
    wanted = np.where(wet, np.maximum(0.0, wanted), 0.0)
    drawn = wanted * min(1.0, metal_mm2 / wanted.sum()) if wanted.any() else wanted
    over = metal_mm2 - drawn.sum()
    return np.asarray(joint.metal_mm2 + drawn + np.where(wet, over / wet.sum(), 0.0))


def _closed(sheet: Sheet, joint: Joint, footprint: Flags, volume_m3: float) -> Flags:
    """Return the holes that are left: a dab closes as many columns as it has metal for."""
    holes = np.flatnonzero(joint.hole)
    if not len(holes):
        return joint.hole
    column_m3 = 1e-9 * sheet.cell_mm * CLOSED_WIDTH_MM * sheet.thickness_mm
    count = max(1, int(volume_m3 / column_m3))
    middle = float(np.flatnonzero(footprint).mean())
    nearest = holes[np.argsort(np.abs(holes - middle))][:count]
    nearest = nearest[np.abs(nearest - middle) * sheet.cell_mm <= CLOSED_WITHIN_MM]
    left = joint.hole.copy()
    left[nearest] = False
    return left
