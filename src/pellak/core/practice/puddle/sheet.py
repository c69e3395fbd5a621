"""The two sheets of a joint cut into cells: small ones along the seam, larger ones outwards."""

import math
from dataclasses import dataclass
from functools import cached_property
from typing import Literal

import numpy as np
from scipy.sparse import csr_matrix, diags, identity, kron

from pellak.core.practice.puddle.metal import Floats, MeltingMetal

Piece = Literal["sheet", "coupon"]
COLUMNS = 120
"""Cells along the seam; each is judged for itself."""
FINE_HALF_MM = 12.0
GROWTH = 1.25
GOES_ON_MM, COUPON_HALF_MM = 150.0, 25.0
BEYOND_MM = 60.0
"""How far a sheet goes on past either end of the seam."""
THICK_MM = 2.5
"""Over this three layers are looked at, else two."""
SAFE_SHARE = 0.9
"""Of the longest step that keeps explicit conduction from swinging."""


def _outwards(cell_mm: float, reach_mm: float) -> list[float]:
    """Return sizes of cells, mm, that grow outwards until they reach so far."""
    sizes: list[float] = []
    while sum(sizes) < reach_mm:
        sizes.append(cell_mm * GROWTH ** (len(sizes) + 1))
    sizes[-1] -= sum(sizes) - reach_mm
    if len(sizes) > 1 and sizes[-1] < sizes[-2] / 2:
        sizes[-2:] = [sizes[-2] + sizes[-1]]
    return sizes


@dataclass(frozen=True)
class Sheet:
    """A joint of two sheets, butted along y = 0 from x = 0 on; a coupon ends with its seam.

    Along the seam, the sheet of y below 0 is the left one.
    """

    metal: MeltingMetal
    thickness_mm: float
    root_gap_mm: float = 0.0
    piece: Piece = "sheet"

    @property
    def cell_mm(self) -> float:
        """Size of the cells along the seam, mm."""
        return self.metal.row.cell_mm

    @property
    def seam_mm(self) -> float:
        """Length of the seam, mm."""
        return COLUMNS * self.cell_mm

    @property
    def layers(self) -> int:
        """Layers the sheet is cut into."""
        return 3 if self.thickness_mm > THICK_MM else 2

    @property
    def layer_m(self) -> float:
        """Height of a layer, m."""
        return self.thickness_mm / 1000 / self.layers

    @cached_property
    def x_edges_m(self) -> Floats:
        """Edges of the cells along the seam, m."""
        beyond = _outwards(self.cell_mm, BEYOND_MM) if self.piece == "sheet" else []
        sizes = [*reversed(beyond), *[self.cell_mm] * COLUMNS, *beyond]
        return (np.concatenate([[0.0], np.cumsum(sizes)]) - sum(beyond)) / 1000

    @cached_property
    def y_edges_m(self) -> Floats:
        """Edges of the cells across the seam, m; the joint is at 0."""
        half = [self.cell_mm] * round(FINE_HALF_MM / self.cell_mm)
        reach = GOES_ON_MM if self.piece == "sheet" else COUPON_HALF_MM
        half += _outwards(self.cell_mm, reach - sum(half))
        sizes = [*reversed(half), *half]
        return (np.concatenate([[0.0], np.cumsum(sizes)]) - sum(half)) / 1000

    @property
    def first_column(self) -> int:
        """The first cell of the seam among the cells along x."""
        return (len(self.x_edges_m) - 1 - COLUMNS) // 2

    @property
    def columns(self) -> slice:
        """The cells of the seam among the cells along x."""
        return slice(self.first_column, self.first_column + COLUMNS)

    @property
    def joint_row(self) -> int:
        """The first row of cells beyond the joint; the one before it lies on this side."""
        return (len(self.y_edges_m) - 1) // 2

    @cached_property
    def column_x_mm(self) -> Floats:
        """Middles of the seam's cells, mm from its beginning."""
        return np.asarray((np.arange(COLUMNS) + 0.5) * self.cell_mm, dtype=np.float64)

    @cached_property
    def row_y_mm(self) -> Floats:
        """Middles of all cells across the seam, mm."""
        return 500 * (self.y_edges_m[1:] + self.y_edges_m[:-1])

    @cached_property
    def fine_rows(self) -> slice:
        """The rows of small cells about the joint."""
        count = round(FINE_HALF_MM / self.cell_mm)
        return slice(self.joint_row - count, self.joint_row + count)

    @cached_property
    def area_m2(self) -> Floats:
        """Top of each cell, m2."""
        return np.outer(np.diff(self.x_edges_m), np.diff(self.y_edges_m))

    @cached_property
    def spreading(self) -> csr_matrix:
        """What each cell gains, W/m3, for each W/m of conductivity integrated over temperature.

        Cells are counted layer by layer, column by column; nothing passes over the joint here.
        """
        along, across = _passing(self.x_edges_m), _passing(self.y_edges_m, self.joint_row)
        upwards = _passing(np.linspace(0.0, self.thickness_mm / 1000, self.layers + 1))
        return csr_matrix(
            kron(identity(self.layers), kron(along, identity(across.shape[0])))
            + kron(identity(self.layers * along.shape[0]), across)
            + kron(upwards, identity(along.shape[0] * across.shape[0]))
        )

    @cached_property
    def longest_step_s(self) -> float:
        """The longest plain step explicit conduction bears, s."""
        small, layer = self.cell_mm / 1000, self.layer_m
        upwards = (1 if self.layers == 2 else 2) / layer**2
        return SAFE_SHARE / (float(self.metal.flow_slope.max()) * (4 / small**2 + upwards))

    def stages(self, seconds: float) -> int:
        """Return into how many stages a step of some seconds, s, is to be cut."""
        plain = seconds / self.longest_step_s
        return max(1, math.ceil((math.sqrt(1 + 8 * plain) - 1) / 2))


def _passing(edges_m: Floats, cut: int | None = None) -> csr_matrix:
    """Return what cells in a row gain from each other; nothing passes the face before `cut`."""
    sizes = np.diff(edges_m)
    apart = (sizes[1:] + sizes[:-1]) / 2
    passes = 1 / apart
    if cut is not None:
        passes[cut - 1] = 0.0
    before, after = passes / sizes[:-1], passes / sizes[1:]
    own = -np.append(before, 0.0) - np.append(0.0, after)
    return csr_matrix(diags([after, own, before], [-1, 0, 1]))
