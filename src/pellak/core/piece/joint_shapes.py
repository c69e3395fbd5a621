"""The outlines of each joint in millimetres: root at the origin, x to the right, y up."""

import math
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from typing import Literal

from pellak.core.answer.working import Record
from pellak.core.tables import Joint

Point = tuple[float, float]
Role = Literal["metal", "far", "hidden", "pool", "crack"]


class Place(Record):
    """A place in the section, mm from the root."""

    x: float
    y: float


class Shape(Record):
    """A closed outline. `metal` is the piece, `pool` what will be melted, `crack` a line to stop.

    `far` metal is cut too, but only reached round a tube; `hidden` lies behind the section.
    """

    role: Role
    points: list[Place]


@dataclass(frozen=True)
class Sizes:
    """What a joint is drawn from: wall, arm length of the sheets, and its own dimensions."""

    t: float
    arm: float
    own: Mapping[str, float]


@dataclass(frozen=True)
class Drawn:
    """Outlines, where each dimension is pointed at, and the torch's lean and aim."""

    shapes: list[Shape]
    places: Mapping[str, Point]
    torch_deg: float = 0.0
    torch_at: Point = (0.0, 0.0)


def place_of(point: Point) -> Place:
    """Return a place for a pair of numbers."""
    return Place(x=point[0], y=point[1])


def _shape(role: Role, points: Iterable[Point]) -> Shape:
    return Shape(role=role, points=[place_of(point) for point in points])


def _metal(*points: Point) -> Shape:
    return _shape("metal", points)


def _box(left: float, bottom: float, right: float, top: float, role: Role = "metal") -> Shape:
    return _shape(role, [(left, bottom), (right, bottom), (right, top), (left, top)])


def _tipped_edge(s: Sizes) -> Drawn:
    up = s.own["upstand_mm"]
    sheets = [
        _metal(*((sign * x, y) for x, y in (
            (0, up), (s.t, up), (s.t, 0), (s.arm, 0), (s.arm, -s.t), (0, -s.t),
        )))
        for sign in (-1, 1)
    ]  # fmt: skip
    pool = _shape("pool", [(-s.t, up), (s.t, up), (s.t * 0.8, 0), (-s.t * 0.8, 0)])
    places = {"upstand_mm": (s.t, up / 2), "thickness_mm": (-0.7 * s.arm, -s.t / 2)}
    return Drawn([*sheets, pool], places, torch_at=(0.0, up))


def _outside_corner(s: Sizes) -> Drawn:
    half = s.own["root_gap_mm"] / 2
    c = math.sqrt(0.5)
    sheets = []
    for sign in (-1, 1):
        inner = (sign * half, 0.0)
        end = (inner[0] + sign * s.arm * c, -s.arm * c)
        out = (sign * s.t * c, s.t * c)
        sheets.append(
            _metal(inner, end, (end[0] + out[0], end[1] + out[1]),
                   (inner[0] + out[0], inner[1] + out[1]))
        )  # fmt: skip
    width = half + s.t * c
    pool = _shape("pool", [(-width, s.t * c), (0, 1.1 * s.t * c), (width, s.t * c),
                                      (half, 0), (-half, 0)])  # fmt: skip
    places = {
        "root_gap_mm": (half + 0.1 * s.t, 0.1 * s.t),
        "thickness_mm": (-0.5 * s.arm * c - 0.3 * s.t, -0.5 * s.arm * c + 0.3 * s.t),
    }
    return Drawn([*sheets, pool], places, torch_at=(0.0, s.t * c))


def _fillet(leg: float, x: float = 0.0, y: float = 0.0) -> Shape:
    return _shape("pool", [(x, y), (x + leg, y), (x + 0.45 * leg, y + 0.45 * leg),
                                      (x, y + leg)])  # fmt: skip


def _tee(s: Sizes) -> Drawn:
    leg = s.own["leg_mm"]
    shapes = [
        _box(-s.arm, -s.t, s.arm, 0),
        _box(-s.t, 0, 0, 1.3 * s.arm),
        _fillet(leg),
    ]
    places = {"leg_mm": (leg, 0.0), "thickness_mm": (-0.7 * s.arm, -s.t / 2)}
    return Drawn(shapes, places, torch_deg=45.0, torch_at=(0.3 * leg, 0.3 * leg))


def _lap(s: Sizes) -> Drawn:
    leg, over = s.own["leg_mm"], s.own["overlap_mm"]
    shapes = [
        _box(-over, -s.t, s.arm, 0),
        _box(-(over + s.arm), 0, 0, s.t),
        _fillet(min(leg, s.t)),
    ]
    places = {
        "leg_mm": (min(leg, s.t), 0.0),
        "overlap_mm": (-over, -s.t),
        "thickness_mm": (-(over + 0.7 * s.arm), s.t / 2),
    }
    return Drawn(shapes, places, torch_deg=45.0, torch_at=(0.3 * leg, 0.3 * min(leg, s.t)))


def _pipe_butt(s: Sizes) -> Drawn:
    half, od = s.own["root_gap_mm"] / 2, s.own["outside_diameter_mm"]
    shapes = []
    for sign in (-1, 1):
        inner, outer = sorted((sign * half, sign * (half + s.arm)))
        shapes.append(_shape("hidden", [(inner, -od), (outer, -od), (outer, 0),
                                                   (inner, 0)]))  # fmt: skip
        shapes.append(_box(inner, -s.t, outer, 0))
        shapes.append(_box(inner, -od, outer, -od + s.t, "far"))
    width = half + s.t / 2
    shapes.append(_shape("pool", [(-width, 0), (width, 0), (half + 0.1, -s.t),
                                             (-half - 0.1, -s.t)]))  # fmt: skip
    places = {
        "outside_diameter_mm": (0.8 * s.arm, -od),
        "root_gap_mm": (half, -s.t / 2),
        "thickness_mm": (-0.8 * s.arm, -s.t / 2),
    }
    return Drawn(shapes, places)


def _cluster(s: Sizes) -> Drawn:
    """Draw a branch on a tube of the same size, in the plane both axes lie in.

    The origin is the toe on the open side, where the first wall of the branch meets the tube.
    """
    od, angle = s.own["outside_diameter_mm"], math.radians(s.own["branch_deg"])
    along = (math.cos(angle), math.sin(angle))
    foot = od / math.sin(angle)
    wall_foot = s.t / math.sin(angle)
    rise = od + s.arm

    def branch(left: float, right: float, role: Role) -> Shape:
        lift = rise / math.sin(angle)
        top = [(x + lift * along[0], lift * along[1]) for x in (right, left)]
        return _shape(role, [(left, 0.0), (right, 0.0), *top])

    reach = max(foot + s.arm, foot + rise / math.tan(angle) + s.arm / 2)
    left = min(-s.arm, -s.arm + rise / math.tan(angle))
    shapes = [
        _shape("hidden", [(left, -od), (reach, -od), (reach, 0), (left, 0)]),
        branch(0, foot, "hidden"),
        _box(left, -s.t, reach, 0),
        _box(left, -od, reach, -od + s.t, "far"),
        branch(0, wall_foot, "metal"),
        branch(foot - wall_foot, foot, "far"),
        _fillet_at_angle(s.t, math.pi - angle, 0.0),
    ]
    mid = (foot / 2 + 0.6 * rise / math.tan(angle), 0.6 * rise)
    places = {
        "outside_diameter_mm": (reach - 0.3 * s.arm, -od),
        "branch_deg": mid,
        "thickness_mm": (left + 0.3 * s.arm, -s.t / 2),
    }
    return Drawn(shapes, places, torch_deg=-(90 - math.degrees(math.pi - angle) / 2))


def _fillet_at_angle(leg: float, angle: float, x: float) -> Shape:
    """A fillet on the left of a wall that leans by `angle` from the ground on that side."""
    tip = (x - leg * math.cos(angle), leg * math.sin(angle))
    return _shape("pool", [(x, 0.0), (x - leg, 0.0), tip])


def _casting_crack(s: Sizes) -> Drawn:
    root = min(s.own["root_face_mm"], 0.9 * s.t)
    deep = s.t - root
    half = deep * math.tan(math.radians(s.own["included_angle_deg"]) / 2)
    sides = [
        _metal(*((sign * x, y) for x, y in (
            (0, -deep), (half, 0), (half + s.arm, 0), (half + s.arm, -s.t), (0, -s.t),
        )))
        for sign in (-1, 1)
    ]  # fmt: skip
    pool = _shape("pool", [(-half, 0), (half, 0), (0, -deep)])
    crack = _shape("crack", [(0, -deep), (0.15 * root, -s.t + 0.6 * root),
                                        (-0.1 * root, -s.t + 0.3 * root), (0, -s.t)])  # fmt: skip
    places = {
        "included_angle_deg": (half * 0.6, -0.4 * deep),
        "root_face_mm": (0.0, -s.t + root / 2),
        "thickness_mm": (-(half + 0.7 * s.arm), -s.t / 2),
    }
    return Drawn([*sides, pool, crack], places)


DRAW_JOINT: dict[Joint, Callable[[Sizes], Drawn]] = {
    "tipped-edge": _tipped_edge,
    "outside-corner": _outside_corner,
    "tee": _tee,
    "lap": _lap,
    "cluster": _cluster,
    "pipe-butt": _pipe_butt,
    "casting-crack": _casting_crack,
}
