"""Where the spots of a round go: the middle, half-way to each end, then the gaps between.

Never within two spots' width of a used or warm spot, nor within one of a bracket or a weld. With
the bow read at several stations, the places follow the bend instead.
"""

import math
from bisect import bisect_left, insort
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from pellak.core.member.kink import lowers_mm, shape_of_kink

APART = 2.0
"""Spots lie at least so many of their diameters apart, middle to middle."""
OFF_BRACKETS = 1.0
FINEST = 7
"""Halvings of the length that are tried: 127 places."""
NUDGES, GRID, ITERATIONS = 24, 241, 200


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

    def near(self, wanted: float, reach: float, busy: Sequence[float]) -> float | None:
        """Return the free place nearest to one wanted, within reach; None where there is none."""
        for n in range(NUDGES + 1):
            off = reach * n / NUDGES
            for at in (wanted - off, wanted + off) if n else (wanted,):
                if self.is_free(at, busy):
                    return at
        return None

    def in_order(self) -> list[float]:
        """Return free places: the middle, half-way to each end, then the gaps, ever finer."""
        return list(_in_order(self))


@lru_cache(maxsize=8)
def _in_order(ground: Ground) -> tuple[float, ...]:
    busy, found = sorted(ground.used), []
    for halving in range(1, FINEST + 1):
        step = ground.length_mm / 2**halving
        if step < ground.spot_mm / 2:
            break
        odd = [step * (2 * n + 1) for n in range(2 ** (halving - 1))]
        # From the middle out: there a spot takes most.
        for wanted in sorted(odd, key=lambda at: abs(at - ground.length_mm / 2)):
            at = ground.near(wanted, step / 2, busy)
            if at is not None:
                insort(busy, at)
                found.append(at)
    return tuple(found)


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

    Source: what a kink takes of the bow at mid length: geometry, as `lowers_mm`

    >>> round_places(Ground(length_mm=3000.0, spot_mm=40.0), 0.004, 3.0, 5.0, 8)
    [1500.0]
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


ONE_KINK_MISS_MM = 1.5


def bend_shares(stations: Mapping[float, float], length_mm: float) -> np.ndarray:
    """Return how the bend is spread along the member, a share for each place of the grid.

    `stations` is the bow read, mm, by its place, mm.

    Kinks that are nowhere negative and together give the bow that was read, found by Richardson's
    and Lucy's iteration from an even spread: stopped early, it follows no reading error.
    Source: Richardson, J. Opt. Soc. Am. 62 (1972); Lucy, Astron. J. 79 (1974).

    Args:
        stations: bow read, mm, by its place, mm
        length_mm: of the member, mm

    >>> round(float(bend_shares({250.0: 5.0, 500.0: 7.0, 750.0: 5.0}, 1000.0).sum()), 6)
    1.0
    """
    seen = np.array(sorted(stations))
    bow = np.maximum([stations[at] for at in seen], 0.0)
    grid = np.linspace(0, length_mm, GRID)[1:-1]
    shapes = np.array([[shape_of_kink(at, s, length_mm) for s in seen] for at in grid])
    bends = np.full(len(grid), 1.0)
    for _ in range(ITERATIONS):
        expected_mm = np.maximum(bends @ shapes, 1e-12)
        bends = bends * (shapes @ (bow / expected_mm)) / shapes.sum(axis=1)
    shares: np.ndarray = bends / max(float(bends.sum()), 1e-12)
    return shares


def placed_by_bow(
    ground: Ground,
    kink_rad: float,
    stations: Mapping[float, float],
    wanted_mm: float,
    never_mm: float,
    most: int,
) -> list[float]:
    """Return `most` places or fewer that follow a bow read at stations, at_mm to bow_mm.

    The spots share the bend evenly: for one sharp kink they crowd round it, for an even bow they
    spread over the length. As few as take what is wanted of the bow at its worst.

    Args:
        ground: the member
        kink_rad: of one spot, as it is expected
        stations: the bow read, by its place
        wanted_mm: how much of the bow the round is to take
        never_mm: what it may not take over
        most: spots at most

    Source: curvature shared evenly, as `bend_shares`

    >>> one_kink_read = {750.0: 5.0, 1500.0: 10.0, 2250.0: 5.0}
    >>> ground = Ground(length_mm=3000.0, spot_mm=40.0)
    >>> [round(at, -2) for at in placed_by_bow(ground, 0.004, one_kink_read, 3.0, 5.0, 8)]
    [1500.0]
    """
    length = ground.length_mm
    seen = sorted(stations)
    grid = np.linspace(0, length, GRID)[1:-1]
    place, missed_mm = one_kink(stations, length)
    gathered = np.cumsum(bend_shares(stations, length))
    if missed_mm <= ONE_KINK_MISS_MM:
        # One kink says it all, within what a line is read to.
        gathered = np.where(grid < place, 0.0, 1.0)
    goal = max(stations.values()) - wanted_mm
    kept: list[float] = []
    for count in range(1, most + 1):
        busy, chosen = sorted(ground.used), []
        for n in range(count):
            at = ground.near(
                float(grid[int(np.searchsorted(gathered, (n + 0.5) / count))]), length / 8, busy
            )
            if at is not None:
                insort(busy, at)
                chosen.append(at)
        taken = [sum(kink_rad * shape_of_kink(at, s, length) for at in chosen) for s in seen]
        if max(taken) > never_mm:
            break
        kept = chosen
        if max(stations[s] - gone for s, gone in zip(seen, taken, strict=True)) <= goal:
            break
    return sorted(kept)


def one_kink(stations: Mapping[float, float], length_mm: float) -> tuple[float, float]:
    """Return where one kink explains the bow read at stations best, and what it misses, mm rms.

    Args:
        stations: bow read, mm, by its place, mm
        length_mm: of the member, mm

    Source: least squares

    >>> place, missed = one_kink({250.0: 5.0, 500.0: 10.0, 750.0: 5.0}, 1000.0)
    >>> round(place, -1), missed < 0.1
    (500.0, True)
    """
    seen = np.array(sorted(stations))
    bow = np.array([stations[at] for at in seen])
    grid = np.linspace(0, length_mm, GRID)[1:-1]
    shapes = np.array([[shape_of_kink(at, s, length_mm) for s in seen] for at in grid])
    size = (shapes @ bow) / (shapes**2).sum(axis=1)
    miss = ((bow - size[:, None] * shapes) ** 2).mean(axis=1)
    best = int(np.argmin(miss))
    return float(grid[best]), math.sqrt(float(miss[best]))
