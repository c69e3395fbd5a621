"""Heat on its way through the sheet: explicit stages on the heat each cell holds."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from pellak.core.practice.puddle.metal import Floats
from pellak.core.practice.puddle.sheet import COLUMNS, Sheet

TOUCHING_W_PER_M_K, ROUGH_MM = 0.08, 0.05
"""Over a joint that is not melted together: hot gas across a gap and the roughness of two edges.
For teaching."""
STAGES_SOURCE = (
    "Meyer, Balsara and Aslam (2012), Runge-Kutta-Legendre super-time-stepping of first order: s "
    "stages reach as far as s(s + 1)/2 plain ones, without a swing"
)
Flags = NDArray[np.bool_]


@dataclass(frozen=True)
class Conducted:
    """A sheet after a step: heat by volume (layers, columns, rows), J/m3, and what its faces lost
    in the step, J."""

    heat_j_per_m3: Floats
    lost_j: float


def conducted(
    sheet: Sheet, heat_j_per_m3: Floats, flame_w_per_m2: Floats, bridged: Flags, seconds: float
) -> Conducted:
    """Return the sheet some seconds later.

    Args:
        sheet: the joint and its cells.
        heat_j_per_m3: (layers, columns, rows) what each cell holds.
        flame_w_per_m2: (columns, rows) what the flame gives the upper face.
        bridged: (layers, COLUMNS) where the two sheets are melted together.
        seconds: how long, s.

    Source: STAGES_SOURCE

    >>> from pellak.core.practice.puddle.metal import melting_metal
    >>> from pellak.core.practice.puddle.sheet import Sheet
    >>> sheet = Sheet(melting_metal('carbon-steel'), 1.6)
    >>> heat, bridged = at_start(sheet, 20.0)
    >>> after = conducted(sheet, heat, np.zeros_like(sheet.area_m2), bridged, 0.05)
    >>> bool(abs(after.heat_j_per_m3 - heat).max() < 1e-3 * heat.max())
    True
    """
    metal, layer_m, joint = sheet.metal, sheet.layer_m, sheet.joint_row
    held = np.zeros(heat_j_per_m3.shape[:2], dtype=bool)
    held[:, sheet.columns] = bridged
    apart_m = sheet.cell_mm / 1000
    touching = TOUCHING_W_PER_M_K / ((sheet.root_gap_mm + ROUGH_MM) / 1000) / apart_m
    given = flame_w_per_m2 / layer_m
    per_row = 1 / metal.row_j_per_m3
    # Without a change of type on the way: rows of the tables, never negative.
    row = np.empty(heat_j_per_m3.shape, dtype=np.intp)

    def change(u: Floats) -> tuple[Floats, float]:
        """Return what each cell gains, W/m3, and what all faces lose, W."""
        np.multiply(u, per_row, out=row, casting="unsafe")
        flow = np.take(metal.flow_slope, row, mode="clip")
        flow *= u
        flow += np.take(metal.flow_w_per_m, row, mode="clip")
        gained: Floats = (sheet.spreading @ flow.ravel()).reshape(u.shape)
        at_joint = np.take(metal.at_c, row[:, :, joint - 1 : joint + 1], mode="clip")
        over = np.where(
            held, (flow[:, :, joint] - flow[:, :, joint - 1]) / apart_m**2,
            touching * (at_joint[:, :, 1] - at_joint[:, :, 0]),
        )  # fmt: skip
        gained[:, :, joint - 1] += over
        gained[:, :, joint] -= over
        lost_top = np.take(metal.loss_w_per_m2, row[0], mode="clip")
        lost_back = np.take(metal.loss_w_per_m2, row[-1], mode="clip")
        gained[0] += given - lost_top / layer_m
        gained[-1] -= lost_back / layer_m
        return gained, float(np.vdot(lost_top + lost_back, sheet.area_m2))

    stages = sheet.stages(seconds)
    share = 2 * seconds / (stages * (stages + 1))
    before, lost_before = heat_j_per_m3, 0.0
    gained, loss = change(before)
    now, lost = before + share * gained, share * loss
    for stage in range(2, stages + 1):
        new, old = (2 * stage - 1) / stage, (1 - stage) / stage
        gained, loss = change(now)
        gained *= new * share
        gained += new * now
        gained += old * before
        before, now = now, gained
        lost_before, lost = lost, new * lost + old * lost_before + new * share * loss
    return Conducted(now, lost)


@dataclass(frozen=True)
class Faces:
    """Both faces of the sheet, (columns, rows), as conductivity integrated over temperature, W/m.

    By the parabola that carries what passes through the face: a thin layer's middle is not its
    face."""

    top_w_per_m: Floats
    back_w_per_m: Floats
    layers_w_per_m: Floats


def faces(sheet: Sheet, heat_j_per_m3: Floats, flame_w_per_m2: Floats) -> Faces:
    """Return both faces of a sheet that holds some heat (layers, columns, rows) under a flame.

    Args:
        sheet: the joint and its cells
        heat_j_per_m3: (layers, columns, rows) what each cell holds
        flame_w_per_m2: (columns, rows) what the flame gives the upper face

    Source: heat flows from face to middle of a layer as through half of it

    >>> from pellak.core.practice.puddle.metal import melting_metal
    >>> from pellak.core.practice.puddle.sheet import Sheet
    >>> sheet = Sheet(melting_metal('carbon-steel'), 1.6)
    >>> heat, _ = at_start(sheet, 500.0)
    >>> seen = faces(sheet, heat, np.zeros_like(sheet.area_m2))
    >>> bool((seen.top_w_per_m == seen.back_w_per_m).all())
    True
    """
    metal = sheet.metal
    row = (heat_j_per_m3 / metal.row_j_per_m3).astype(np.intp)
    flow = np.take(metal.flow_w_per_m, row, mode="clip")
    flow += np.take(metal.flow_slope, row, mode="clip") * heat_j_per_m3
    top = flow[0] + flame_w_per_m2 * (sheet.layer_m / 3) + (flow[0] - flow[1]) / 6
    back = flow[-1] - (flow[-2] - flow[-1]) / 6
    return Faces(top, back, flow)


def at_start(sheet: Sheet, start_c: float) -> tuple[Floats, Flags]:
    """Return the heat of a sheet at an even temperature, °C, and its joint, nowhere bridged.

    Args:
        sheet: the joint and its cells
        start_c: °C

    Source: enthalpy of the metal at that temperature

    >>> from pellak.core.practice.puddle.metal import melting_metal
    >>> from pellak.core.practice.puddle.sheet import Sheet
    >>> sheet = Sheet(melting_metal('carbon-steel'), 1.6)
    >>> heat, bridged = at_start(sheet, 20.0)
    >>> heat.shape[0] == sheet.layers, bool(bridged.any())
    (True, False)
    """
    shape = (sheet.layers, len(sheet.x_edges_m) - 1, len(sheet.y_edges_m) - 1)
    heat = np.full(shape, sheet.metal.heat_j_per_m3(start_c))
    return heat, np.zeros((sheet.layers, COLUMNS), dtype=bool)
