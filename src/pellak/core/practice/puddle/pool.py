"""The pool as it lies: how wide, how long, where, and whether the melt holds up."""

import math
from dataclasses import dataclass

import numpy as np
from scipy.special import exp1

from pellak.core.practice.puddle.conduction import Faces, Flags
from pellak.core.practice.puddle.metal import Floats
from pellak.core.practice.puddle.sheet import Sheet

GRAVITY_M_PER_S2 = 9.81
EULER = 0.5772156649
DISH_SOURCE = (
    "a soap film under a Gaussian load and its own weight: membrane equation with two faces, "
    "Timoshenko and Woinowsky-Krieger for the even part"
)


@dataclass(frozen=True)
class TrainerPool:
    """What is liquid at one face: widths along the seam, (COLUMNS,) mm; edges, mm."""

    widths_mm: Floats
    low_mm: Floats
    high_mm: Floats

    @property
    def wet(self) -> Flags:
        """The columns that are liquid anywhere."""
        return self.widths_mm > 0

    @property
    def width_mm(self) -> float:
        """The widest, mm."""
        return float(self.widths_mm.max())

    def length_mm(self, cell_mm: float) -> float:
        """Return from its first liquid cell of a size, mm, to its last, mm."""
        wet = np.flatnonzero(self.wet)
        return float((wet[-1] - wet[0] + 1) * cell_mm) if len(wet) else 0.0


def pool_on(sheet: Sheet, face_w_per_m: Floats) -> TrainerPool:
    """Return the pool on a face, told as conductivity integrated over temperature, W/m.

    Args:
        sheet: the joint and its cells
        face_w_per_m: (columns, rows) of the face, W/m

    Source: liquid is what stands over the liquidus; edges straight between cells

    >>> from pellak.core.practice.puddle.metal import melting_metal
    >>> from pellak.core.practice.puddle.sheet import Sheet
    >>> sheet = Sheet(melting_metal('carbon-steel'), 1.6)
    >>> from pellak.core.practice.puddle.conduction import at_start, faces
    >>> heat, _ = at_start(sheet, 20.0)
    >>> seen = faces(sheet, heat, np.zeros_like(sheet.area_m2))
    >>> pool_on(sheet, seen.top_w_per_m).width_mm
    0.0
    """
    over = face_w_per_m[sheet.columns, sheet.fine_rows]
    over = over - sheet.metal.flow_at_w_per_m(sheet.metal.liquidus_c)
    low, high = np.zeros(len(over)), np.zeros(len(over))
    melted = np.flatnonzero(over.max(axis=1) > 0)
    if len(melted):
        rows, y_mm = over[melted], sheet.row_y_mm[sheet.fine_rows]
        low[melted] = _crossing(rows, y_mm)
        high[melted] = _crossing(rows[:, ::-1], y_mm[::-1])
    return TrainerPool(np.maximum(high - low, 0.0), low, high)


def _crossing(over: Floats, y_mm: Floats) -> Floats:
    """Return where each row first rises over nothing, between two cells by a straight line."""
    at = np.argmax(over > 0, axis=1)
    each = np.arange(len(over))
    before = np.maximum(at - 1, 0)
    rise, below = over[each, at], over[each, before]
    share = np.where(at > 0, rise / np.maximum(rise - below, 1e-12), 0.5)
    return np.asarray(y_mm[at] + share * (y_mm[before] - y_mm[at]))


def dish_mm(sheet: Sheet, push_n: float, core_m: float, radius_m: float) -> float:
    """Return how deep a film melted through both faces hangs, mm.

    Args:
        sheet: the joint.
        push_n: the jet's force on it, N, spread over `core_m`, m.
        radius_m: of the part that is liquid through and through, m.

    Source: a membrane under a Gaussian push and its own weight, held by surface tension

    >>> from pellak.core.practice.puddle.metal import melting_metal
    >>> from pellak.core.practice.puddle.sheet import Sheet
    >>> sheet = Sheet(melting_metal('carbon-steel'), 1.6)
    >>> dish_mm(sheet, 0.02, 0.003, 0.0), 0 < dish_mm(sheet, 0.02, 0.003, 0.002) < 3
    (0.0, True)
    """
    if radius_m <= 0:
        return 0.0
    tension = sheet.metal.tension_n_per_m
    share = (radius_m / core_m) ** 2
    pushed = push_n / (4 * math.pi * tension) * (math.log(share) + float(exp1(share)) + EULER)
    weight = sheet.metal.density_kg_per_m3 * GRAVITY_M_PER_S2 * sheet.thickness_mm / 1000
    hangs_m: float = pushed + weight * radius_m**2 / (4 * tension)
    return 1000 * hangs_m


def through_radius_m(sheet: Sheet, seen: Faces) -> float:
    """Return the radius, m, of what is liquid right through: a circle that hangs as its oval.

    Args:
        sheet: the joint and its cells
        seen: both faces

    Source: an ellipse's edge hangs as that of a circle of the same mean curvature

    >>> from pellak.core.practice.puddle.metal import melting_metal
    >>> from pellak.core.practice.puddle.sheet import Sheet
    >>> sheet = Sheet(melting_metal('carbon-steel'), 1.6)
    >>> from pellak.core.practice.puddle.conduction import at_start, faces
    >>> heat, _ = at_start(sheet, 20.0)
    >>> through_radius_m(sheet, faces(sheet, heat, np.zeros_like(sheet.area_m2)))
    0.0
    """
    back = pool_on(sheet, seen.back_w_per_m)
    across, along = back.width_mm / 2000, back.length_mm(sheet.cell_mm) / 2000
    if across <= 0 or along <= 0:
        return 0.0
    return math.sqrt(2 * (along * across) ** 2 / (along**2 + across**2))
