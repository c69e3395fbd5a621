"""The joint cell by cell: melted together or not, rooted, lapped cold, burnt, skinned, filled."""

from dataclasses import dataclass, replace

import numpy as np

from pellak.core.practice.puddle.conduction import Faces, Flags
from pellak.core.practice.puddle.metal import Floats
from pellak.core.practice.puddle.pool import TrainerPool
from pellak.core.practice.puddle.sheet import COLUMNS, Sheet
from pellak.core.practice.puddle.torch import Held, PuddleTorch, cover_mm

THINS_BY = 0.15
"""A pool bridges a gap by giving so much of its own thickness. For teaching."""
BARE_S = 0.15
"""Melt that air reaches for longer is burnt. For teaching."""
OPEN_EDGES_STAND_S = 1.5
"""Both edges liquid over an open gap for longer: they draw back to a hole. For teaching."""
TACK_MM = 4.0
TACKS_AT = (0.04, 0.5, 0.96)
"""Tacks along a seam, shares of its length."""


@dataclass(frozen=True)
class Joint:
    """Each column of the seam; `bridged` by layer as well. `metal_mm2` is what rod brought and
    spatter took."""

    bridged: Flags
    root: Flags
    lap: Flags
    oxide: Flags
    skin: Flags
    hole: Flags
    metal_mm2: Floats
    bare_s: Floats
    open_s: Floats
    width_mm: Floats

    @property
    def joined(self) -> Flags:
        """Where the upper edges ran together and no hole is left."""
        return np.asarray(self.bridged[0] & ~self.hole)


def tacked(sheet: Sheet, *, tacks: bool, brushed: bool) -> Joint:
    """Return a joint before the flame: open, or tacked; tacks that were not brushed have a skin."""
    no, nothing = np.zeros(COLUMNS, dtype=bool), np.zeros(COLUMNS)
    at = no.copy()
    if tacks:
        for share in TACKS_AT:
            at |= np.abs(sheet.column_x_mm - share * sheet.seam_mm) <= TACK_MM / 2
    filled = sheet.root_gap_mm * sheet.thickness_mm
    return Joint(
        bridged=np.tile(at, (sheet.layers, 1)), root=no.copy(), lap=no.copy(), oxide=no.copy(),
        skin=at & (not brushed), hole=no.copy(), metal_mm2=np.where(at, filled, 0.0),
        bare_s=nothing.copy(), open_s=nothing.copy(), width_mm=nothing.copy(),
    )  # fmt: skip


def thickness_there_mm(sheet: Sheet, joint: Joint, width_mm: float) -> Floats:
    """Return what the melt is thick in each column, mm, of a pool so wide, mm.

    Args:
        sheet: the joint and its cells
        joint: what it holds
        width_mm: of the pool, mm

    Source: metal is kept: what a gap lacks is spread over the pool

    >>> from pellak.core.practice.puddle.metal import melting_metal
    >>> from pellak.core.practice.puddle.sheet import Sheet
    >>> sheet = Sheet(melting_metal('carbon-steel'), 1.6)
    >>> float(thickness_there_mm(sheet, tacked(sheet, tacks=False, brushed=True), 4.0)[0])
    1.6
    """
    over = max(width_mm, sheet.cell_mm)
    missing = sheet.root_gap_mm * sheet.thickness_mm - joint.metal_mm2
    return np.asarray(np.maximum(0.05, sheet.thickness_mm - missing / over))


def gap_open(sheet: Sheet, joint: Joint, widths_mm: Floats) -> Flags:
    """Return where the gap still wants more metal than the pool there, mm wide, can give.

    Args:
        sheet: the joint and its cells
        joint: what it holds
        widths_mm: of the pool, mm, in each column

    Source: metal is kept; how far a pool thins before it parts: for teaching

    >>> from pellak.core.practice.puddle.metal import melting_metal
    >>> from pellak.core.practice.puddle.sheet import Sheet
    >>> sheet = Sheet(melting_metal('carbon-steel'), 1.6)
    >>> joint = tacked(sheet, tacks=False, brushed=True)
    >>> bool(gap_open(sheet, joint, np.full(COLUMNS, 4.0)).any())
    False
    """
    wanted = sheet.root_gap_mm * sheet.thickness_mm - joint.metal_mm2
    return np.asarray(wanted > THINS_BY * sheet.thickness_mm * widths_mm + 1e-9)


def melted(
    sheet: Sheet, joint: Joint, seen: Faces, pool: TrainerPool, torch: PuddleTorch, held: Held,
    dt_s: float, *, lit: bool,
) -> Joint:  # fmt: skip
    """Return the joint after a slice of time, s, in which its faces and pool were as given.

    Args:
        sheet: the joint and its cells
        joint: as it was
        seen: both faces
        pool: on the upper face
        torch: its jet and cover count
        held: where it is, mm and degrees
        dt_s: slice, s
        lit: whether the flame burns

    Source: liquid where the whole wall is over the liquidus; the skin of aluminium breaks over
    it: for teaching

    >>> from pellak.core.practice.puddle.metal import melting_metal
    >>> from pellak.core.practice.puddle.sheet import Sheet
    >>> sheet = Sheet(melting_metal('carbon-steel'), 1.6)
    >>> from pellak.core.practice.puddle.conduction import at_start, faces
    >>> from pellak.core.practice.puddle.pool import pool_on
    >>> from pellak.core.practice.puddle.torch import PuddleTorch, Held
    >>> heat, _ = at_start(sheet, 20.0)
    >>> seen = faces(sheet, heat, np.zeros_like(sheet.area_m2))
    >>> torch = PuddleTorch(600.0, 900.0, 0.9, 0.02)
    >>> cold = melted(sheet, tacked(sheet, tacks=False, brushed=True), seen,
    ...     pool_on(sheet, seen.top_w_per_m), torch, Held(), 1 / 30, lit=False)
    >>> bool(cold.bridged.any())
    False
    """
    metal, rows = sheet.metal, slice(sheet.joint_row - 1, sheet.joint_row + 1)
    liquid_w = metal.flow_at_w_per_m(metal.liquidus_c)
    edges = seen.layers_w_per_m[:, sheet.columns, rows].copy()
    edges[0] = seen.top_w_per_m[sheet.columns, rows]
    edges[-1] = seen.back_w_per_m[sheet.columns, rows]
    coldest = edges.min(axis=2)
    liquid = coldest > liquid_w
    broken = coldest > metal.flow_at_w_per_m(metal.liquidus_c + metal.row.skin_breaks_over_k)
    both = np.where(joint.skin, broken, liquid)
    wants_metal = gap_open(sheet, joint, pool.widths_mm)
    fresh = both & ~joint.bridged & ~wants_metal
    bridged = joint.bridged | fresh
    # A tack is bridged but has to be melted again before it counts as clean.
    skin = joint.skin & ~(broken[0] & bridged[0])
    root = joint.root | (bridged[-1] & both[-1] & ~joint.hole)

    covered = np.hypot(sheet.column_x_mm - held.x_mm, held.y_mm) <= (
        cover_mm(torch, held.height_mm) if lit else 0.0
    )
    hot = coldest[0] > metal.flow_at_w_per_m(metal.row.skin_from_c)
    skin = skin | (hot & ~liquid[0] & ~covered & ~bridged[0])
    bare_s = np.where(liquid[0] & ~covered, joint.bare_s + dt_s, 0.0)

    keyhole = liquid.all(axis=0) & ~bridged.any(axis=0) & wants_metal
    open_s = np.where(keyhole, joint.open_s + dt_s, 0.0)
    return replace(
        joint, bridged=bridged, root=root, skin=skin, bare_s=bare_s, open_s=open_s,
        lap=joint.lap & ~liquid[0], oxide=joint.oxide | (bare_s > BARE_S),
        hole=joint.hole | (open_s > OPEN_EDGES_STAND_S),
        width_mm=np.maximum(joint.width_mm, pool.widths_mm),
    )  # fmt: skip


def keyholed(joint: Joint) -> Flags:
    """Return where both edges are liquid and the gap between them is open."""
    return np.asarray((joint.open_s > 0) & ~joint.hole)
