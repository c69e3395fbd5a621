"""Where the spots of a round go: the middle, half-way to each end, then the gaps between.

Never within two spots' width of a used or warm spot, nor within one of a bracket or a weld. With
the bow read at several stations, the places follow the curvature instead: each spot is put where it
takes most of what is left.
"""

from bisect import bisect_left, insort
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from pellak.core.member.kink import lowers_mm, shape_of_kink

APART = 2.0
"""Spots lie at least so many of their diameters apart, middle to middle."""
OFF_BRACKETS = 1.0
FINEST = 7
"""Halvings of the length that are tried: 127 places."""
NUDGES, GRID = 24, 481


@dataclass(frozen=True)
class Ground:
    """A member's length, where it may not be heated, and what was heated before, mm."""

    length_mm: float
    spot_mm: float
    attached: tuple[tuple[float, float], ...] = ()
    used: tuple[float, ...] = ()

    def is_free(self, at_mm: float, busy: Sequence[float]) -> bool:
        """Return whether a spot may be put at a place; `busy` are the places taken, in order."""
        apart = APART * self.spot_mm
        if not apart <= at_mm <= self.length_mm - apart:
            return False
        beside = bisect_left(busy, at_mm)
        if any(
            abs(at_mm - other) < apart - 1e-9 for other in busy[max(0, beside - 1) : beside + 1]
        ):
            return False
        off = OFF_BRACKETS * self.spot_mm
        return all(not low - off < at_mm < high + off for low, high in self.attached)

    def _near(self, wanted: float, reach: float, busy: Sequence[float]) -> float | None:
        """Return the free place nearest to one wanted, within reach; None where there is none."""
        for n in range(NUDGES + 1):
            off = reach * n / NUDGES
            for at in (wanted - off, wanted + off) if n else (wanted,):
                if self.is_free(at, busy):
                    return at
        return None

    def in_order(self) -> list[float]:
        """Return free places: the middle, half-way to each end, then the gaps, ever finer."""
        busy, found = sorted(self.used), []
        for halving in range(1, FINEST + 1):
            step = self.length_mm / 2**halving
            if step < self.spot_mm / 2:
                break
            odd = [step * (2 * n + 1) for n in range(2 ** (halving - 1))]
            # From the middle out: there a spot takes most.
            for wanted in sorted(odd, key=lambda at: abs(at - self.length_mm / 2)):
                at = self._near(wanted, step / 2, busy)
                if at is not None:
                    insort(busy, at)
                    found.append(at)
        return found


def round_places(
    ground: Ground, kink_rad: float, wanted_mm: float, never_mm: float, most: int
) -> list[float]:
    """Return the places of a round that take what is wanted of the bow at mid length.

    Args:
        ground: the member.
        kink_rad: of one spot, as it is expected.
        wanted_mm: how much of the bow the round is to take.
        never_mm: what it may not take over, mm.
        most: spots in a round at most.
    """
    chosen: list[float] = []
    gone = 0.0
    for at in ground.in_order():
        if gone >= wanted_mm or len(chosen) >= most:
            break
        takes = lowers_mm(at, kink_rad, ground.length_mm)
        if gone + takes <= never_mm:
            chosen.append(at)
            gone += takes
    return sorted(chosen)


def placed_by_bow(
    ground: Ground,
    kink_rad: float,
    stations: Mapping[float, float],
    wanted_mm: float,
    most: int,
) -> list[float]:
    """Return places that follow a bow read at stations, at_mm to bow_mm.

    Spot by spot the free place is taken whose kink leaves the least of the bow, squares summed
    over the stations: for one sharp kink that is where it is, for an even bow the middle first.
    """
    length = ground.length_mm
    seen = np.array(sorted(stations))
    left = np.array([stations[at] for at in seen])
    goal = max(0.0, float(np.max(left)) - wanted_mm)
    grid = np.linspace(0, length, GRID)
    shapes = np.array([[shape_of_kink(at, s, length) for s in seen] for at in grid]) * kink_rad
    chosen: list[float] = []
    while len(chosen) < most and float(np.max(left)) > goal:
        busy = sorted([*ground.used, *chosen])
        free = np.array([ground.is_free(at, busy) for at in grid])
        if not free.any():
            break
        miss = ((left[None, :] - shapes) ** 2).sum(axis=1)
        best = int(np.argmin(np.where(free, miss, np.inf)))
        if miss[best] >= float((left**2).sum()):
            break
        left = left - shapes[best]
        chosen.append(float(grid[best]))
    return sorted(chosen)


def kink_place_mm(stations: Mapping[float, float], length_mm: float) -> float:
    """Return where one kink would be that explains the bow read at stations best, mm."""
    seen = np.array(sorted(stations))
    bow = np.array([stations[at] for at in seen])
    grid = np.linspace(0, length_mm, GRID)[1:-1]
    shapes = np.array([[shape_of_kink(at, s, length_mm) for s in seen] for at in grid])
    size = (shapes @ bow) / (shapes**2).sum(axis=1)
    miss = ((bow - size[:, None] * shapes) ** 2).sum(axis=1)
    return float(grid[int(np.argmin(miss))])
