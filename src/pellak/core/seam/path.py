"""The seam as it lies: a straight line, a polyline that turns at its corners, or a ring."""

import itertools
import math
from typing import Protocol

from pellak.core.working import Record

TURN_DEG = 90.0
"""A corner is drawn square, turning in and out by turns: what matters is how far along it is."""


class PathPoint(Record):
    """A point of the seam in plan, mm."""

    x_mm: float
    y_mm: float


class Seam(Protocol):
    """What a path is drawn from."""

    @property
    def seam_mm(self) -> float:
        """Length along the seam."""

    @property
    def school(self) -> str:
        """Opposite means that it closes."""

    @property
    def corners_mm(self) -> list[float]:
        """Where it turns."""


def place_at(at_mm: float, seam: Seam) -> PathPoint:
    """Return where a place along the seam lies in plan."""
    if seam.school == "opposite":
        radius = seam.seam_mm / (2 * math.pi)
        turn = at_mm / radius
        return PathPoint(x_mm=radius * math.sin(turn), y_mm=radius * math.cos(turn))
    corners = [0.0, *sorted(c for c in seam.corners_mm if 0 < c < seam.seam_mm), seam.seam_mm]
    x = y = heading = 0.0
    for leg, (start, end) in enumerate(itertools.pairwise(corners)):
        along = min(at_mm, end) - start
        x += along * math.cos(math.radians(heading))
        y += along * math.sin(math.radians(heading))
        if at_mm <= end:
            break
        heading += -TURN_DEG if leg % 2 == 0 else TURN_DEG
    return PathPoint(x_mm=x, y_mm=y)
