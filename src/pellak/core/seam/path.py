"""The seam as it lies: a straight line, a polyline that turns at its corners, or a ring."""

import itertools
import math
from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import Protocol

from pellak.core.answer.working import Record

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


def places_at(ats_mm: Iterable[float], seam: Seam) -> list[PathPoint]:
    """Return where places along the seam lie in plan.

    Args:
        ats_mm: places along the seam
        seam: length and whether it closes

    Source: plane geometry

    >>> from pellak.core.seam.tacks_given import TacksGiven
    >>> given = TacksGiven(seam_mm=200, thickness_mm=1.2, family='carbon-steel', school='halving')
    >>> [round(p.x_mm) for p in places_at([0.0, 100.0], given)]
    [0, 100]
    """
    if seam.school == "opposite":
        radius = seam.seam_mm / (2 * math.pi)
        turns = (at / radius for at in ats_mm)
        return [PathPoint(x_mm=radius * math.sin(t), y_mm=radius * math.cos(t)) for t in turns]
    legs = _legs(seam)
    return [_on(at, next(leg for leg in legs if at <= leg.end_mm)) for at in ats_mm]


@dataclass(frozen=True)
class _Leg:
    """A straight stretch of the seam: where it begins, along it and in plan, and which way."""

    start_mm: float
    end_mm: float
    x_mm: float
    y_mm: float
    heading_rad: float


def _legs(seam: Seam) -> list[_Leg]:
    corners = [0.0, *sorted(c for c in seam.corners_mm if 0 < c < seam.seam_mm), seam.seam_mm]
    x = y = heading = 0.0
    legs = []
    for number, (start, end) in enumerate(itertools.pairwise(corners)):
        legs.append(_Leg(start, end, x, y, math.radians(heading)))
        last = _on(end, legs[-1])
        x, y = last.x_mm, last.y_mm
        heading += -TURN_DEG if number % 2 == 0 else TURN_DEG
    # A rounding past its end still lies on the last leg.
    return [*legs[:-1], replace(legs[-1], end_mm=math.inf)]


def _on(at_mm: float, leg: _Leg) -> PathPoint:
    along = at_mm - leg.start_mm
    return PathPoint(
        x_mm=leg.x_mm + along * math.cos(leg.heading_rad),
        y_mm=leg.y_mm + along * math.sin(leg.heading_rad),
    )
