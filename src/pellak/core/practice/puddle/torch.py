"""The torch over the sheet: from where the hand holds it to what each cell is given."""

import math
from dataclasses import dataclass

import numpy as np
from scipy.special import erf

from pellak.core.heat.case import (
    CORE_RADIUS_PER_BORE,
    ENVELOPE_RADIUS_PER_BORE,
    HeatCase,
)
from pellak.core.practice.puddle.conduction import Flags
from pellak.core.practice.puddle.metal import Floats
from pellak.core.practice.puddle.sheet import Sheet
from pellak.core.torch.jet import jet_for_flow_m_per_s, mixture_density_kg_per_m3

HELD_MM, KERNEL_LEAN_DEG = 3.0, 20.0
"""The heat model's own hand: cone so far off, torch leaned so much."""
CORE_REACH_BORES, ENVELOPE_REACH_BORES = 18.0, 60.0
TOUCHING_TIMES, BURIED_TIMES, BURIED_MM = 1.05, 0.5, -2.0
"""A cone that touches gives a little more; buried, half of it is not burnt. For teaching."""
WIDENS_PER_MM = 0.06
KEPT_BY_ENVELOPE = 0.5
UPRIGHT_ENOUGH_DEG = 45.0
LED_SHARE = 0.25
WRAPS_SHARE = 0.5
LOWEST_MM, HIGHEST_MM, MOST_LEAN_DEG = -3.0, 100.0, 75.0
COVER_BORES, COVER_REACH_BORES = 20.0, 40.0


@dataclass(frozen=True)
class Held:
    """Where the torch is: along the seam and across it, its cone over the sheet, mm; leaned back,
    so that the flame points along the seam, degrees."""

    x_mm: float = 0.0
    y_mm: float = 0.0
    height_mm: float = HIGHEST_MM
    lean_deg: float = KERNEL_LEAN_DEG

    def bounded(self, seam_mm: float) -> "Held":
        """Return the hand within reach of a seam so long, mm; what is no number is far off."""

        def within(value: float, low: float, high: float) -> float:
            return min(high, max(low, value)) if math.isfinite(value) else high

        return Held(
            within(self.x_mm, -40.0, seam_mm + 40.0), within(self.y_mm, -40.0, 40.0),
            within(self.height_mm, LOWEST_MM, HIGHEST_MM),
            within(self.lean_deg, -MOST_LEAN_DEG, MOST_LEAN_DEG),
        )  # fmt: skip


@dataclass(frozen=True)
class PuddleTorch:
    """A lit torch: what its flame brings into the metal, W, its bore and how hard it blows."""

    core_w: float
    envelope_w: float
    bore_mm: float
    push_n: float

    @classmethod
    def of(cls, case: HeatCase, oxygen_ratio: float = 1.05) -> "PuddleTorch":
        """Return the torch of a plan's piece and flame; the ratio is oxygen over acetylene."""
        core, envelope = case.power_w
        jet = jet_for_flow_m_per_s(case.acetylene_l_per_h, case.bore_mm, oxygen_ratio)
        bore_m2 = math.pi / 4 * (case.bore_mm / 1000) ** 2
        push = mixture_density_kg_per_m3(oxygen_ratio) * jet**2 * bore_m2
        return cls(core, envelope, case.bore_mm, push)


def core_share(torch: PuddleTorch, height_mm: float) -> float:
    """Return what reaches the metal of the cone's heat, 1 at the height plans reckon with.

    Args:
        torch: its bore counts
        height_mm: cone's tip over the sheet, mm; below 0 it is in the melt

    Source: for teaching: shaped after what is seen, no measurement

    >>> torch = PuddleTorch(core_w=600.0, envelope_w=900.0, bore_mm=0.9, push_n=0.02)
    >>> core_share(torch, 3.0), core_share(torch, 0.0) > 1, core_share(torch, 30.0) < 0.5
    (1.0, True, True)
    """
    if height_mm > HELD_MM:
        return math.exp(-(height_mm - HELD_MM) / (CORE_REACH_BORES * torch.bore_mm))
    if height_mm >= 0:
        return 1 + (TOUCHING_TIMES - 1) * (1 - height_mm / HELD_MM)
    share = min(1.0, height_mm / BURIED_MM)
    return TOUCHING_TIMES + share * (BURIED_TIMES - TOUCHING_TIMES)


def powers_w(torch: PuddleTorch, held: Held) -> tuple[float, float]:
    """Return what cone and envelope bring into a sheet that catches all of it, W.

    Args:
        torch: lit, W, mm and N
        held: where it is; its height and lean count

    Source: for teaching: shaped after what is seen, no measurement

    >>> torch = PuddleTorch(core_w=600.0, envelope_w=900.0, bore_mm=0.9, push_n=0.02)
    >>> [round(watts) for watts in powers_w(torch, Held(height_mm=3.0))]
    [600, 900]
    """
    share = core_share(torch, held.height_mm)
    off_mm = max(0.0, held.height_mm - HELD_MM)
    envelope = torch.envelope_w * math.exp(-off_mm / (ENVELOPE_REACH_BORES * torch.bore_mm))
    if off_mm:
        envelope += KEPT_BY_ENVELOPE * torch.core_w * (1 - share)
    total = 1.0
    if abs(held.lean_deg) > UPRIGHT_ENOUGH_DEG:
        total = math.cos(math.radians(held.lean_deg)) / math.cos(math.radians(UPRIGHT_ENOUGH_DEG))
    return total * share * torch.core_w, total * envelope


def _radii_m(torch: PuddleTorch, held: Held, bores: float) -> tuple[float, float]:
    wider_mm = WIDENS_PER_MM * max(0.0, held.height_mm - HELD_MM)
    radius_m = (bores * torch.bore_mm + wider_mm) / 1000
    radius_m *= math.cos(math.radians(KERNEL_LEAN_DEG)) ** 0.25
    lean = max(math.cos(math.radians(held.lean_deg)), 0.2)
    return radius_m / math.sqrt(lean), radius_m


def _shares(edges_m: Floats, at_m: float, radius_m: float) -> Floats:
    """Return the share of a Gaussian that falls between each two edges; half of what passes an
    end wraps on to the metal beside it."""
    through = 0.5 * erf((edges_m - at_m) / radius_m)
    shares: Floats = np.diff(through)
    for end in (0, -1):
        mirrored = 2 * edges_m[end] - at_m
        overhang = 0.5 * erf((edges_m - mirrored) / radius_m)
        shares = shares + WRAPS_SHARE * np.diff(overhang)
    return shares


def flame_w_per_m2(sheet: Sheet, torch: PuddleTorch, held: Held, open_cells: Floats) -> Floats:
    """Return what the flame gives each cell of the upper face, W/m2 (columns, rows).

    `open_cells` is the share of each cell that catches what falls on it.

    Args:
        sheet: the joint and its cells
        torch: lit
        held: where it is, mm and degrees
        open_cells: (columns, rows) share of each cell that catches, 0 to 1

    Source: two Gaussians, the kernel plans are reckoned with; their widening with height: for
    teaching

    >>> from pellak.core.practice.puddle.metal import melting_metal
    >>> from pellak.core.practice.puddle.sheet import Sheet
    >>> sheet = Sheet(melting_metal('carbon-steel'), 1.6)
    >>> torch = PuddleTorch(core_w=600.0, envelope_w=900.0, bore_mm=0.9, push_n=0.02)
    >>> given = flame_w_per_m2(sheet, torch, Held(9.0, 0.0, 3.0), np.ones_like(sheet.area_m2))
    >>> bool(0 < (given * sheet.area_m2).sum() < 1500)
    True
    """
    given = np.zeros_like(sheet.area_m2)
    for power, bores, led in zip(
        powers_w(torch, held), (CORE_RADIUS_PER_BORE, ENVELOPE_RADIUS_PER_BORE), (0.0, LED_SHARE),
        strict=True,
    ):  # fmt: skip
        along_m, across_m = _radii_m(torch, held, bores)
        at_m = held.x_mm / 1000 + led * along_m * math.sin(math.radians(held.lean_deg))
        xs = _shares(sheet.x_edges_m, at_m, along_m)
        ys = _shares(sheet.y_edges_m, held.y_mm / 1000, across_m)
        given += np.outer(power * xs, ys)
    return given * open_cells / sheet.area_m2


def gap_catches(sheet: Sheet, bridged_top: Flags) -> Floats:
    """Return the share of each cell that catches the flame: an open gap lets half of it through.

    Args:
        sheet: the joint and its cells
        bridged_top: (COLUMNS) where the upper faces are melted together

    Source: half of what falls into an open gap goes through: judgement

    >>> from pellak.core.practice.puddle.metal import melting_metal
    >>> from pellak.core.practice.puddle.sheet import Sheet
    >>> gap = Sheet(melting_metal('carbon-steel'), 1.6, root_gap_mm=1.6)
    >>> bool(gap_catches(gap, np.zeros(len(gap.column_x_mm), dtype=bool)).min() < 1)
    True
    """
    caught = np.ones_like(sheet.area_m2)
    lost = WRAPS_SHARE * min(1.0, sheet.root_gap_mm / (2 * sheet.cell_mm))
    if lost:
        joint, open_columns = sheet.joint_row, np.ones(len(caught), dtype=bool)
        open_columns[sheet.columns] = ~bridged_top
        caught[open_columns, joint - 1 : joint + 1] = 1 - lost
    return caught


def cover_mm(torch: PuddleTorch, height_mm: float) -> float:
    """Return how far from its axis the envelope keeps air off the melt, mm.

    Args:
        torch: its bore counts
        height_mm: cone's tip over the sheet, mm

    Source: for teaching: shaped after what is seen, no measurement

    >>> torch = PuddleTorch(core_w=600.0, envelope_w=900.0, bore_mm=0.9, push_n=0.02)
    >>> cover_mm(torch, 3.0), cover_mm(torch, 60.0)
    (17.937391114652097, 0.0)
    """
    reach = max(0.0, height_mm) / (COVER_REACH_BORES * torch.bore_mm)
    return COVER_BORES * torch.bore_mm * math.sqrt(max(0.0, 1 - reach**2))
