"""Every joint in section, to scale: shapes in millimetres, the torch, and the boxed dimensions.

The root of the joint, where the flame points, is the origin; x runs right and y up.
"""

import math
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from typing import Literal

from pellak.core.piece.dimensions import dimension_rows, dimension_value
from pellak.core.reading.units import QuantityKind
from pellak.core.tables import Joint, joints
from pellak.core.working import Record, short

Point = tuple[float, float]
Role = Literal["metal", "far", "hidden", "pool", "crack"]
LEAST_ARM_MM = 12.0
ARM_PER_THICKNESS = 4.0


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


class View(Record):
    """The box round the metal, mm."""

    left: float
    bottom: float
    right: float
    top: float


class Dimension(Record):
    """A boxed dimension: the job's field, its value, whether it is the usual one, where it is."""

    field: str
    label: str
    short: str
    kind: QuantityKind
    unit: str
    asks: str
    value: float | None
    usual: bool
    at: Place


class JointDrawing(Record):
    """A joint in section. `torch_deg` leans from upright, to the right; `view` boxes the metal."""

    joint: Joint
    shapes: list[Shape]
    dimensions: list[Dimension]
    torch_deg: float
    torch_at: Place
    view: View
    text: str


@dataclass(frozen=True)
class _Sizes:
    """What a joint is drawn from: wall, arm length of the sheets, and its own dimensions."""

    t: float
    arm: float
    own: Mapping[str, float]


@dataclass(frozen=True)
class _Drawn:
    shapes: list[Shape]
    places: Mapping[str, Point]
    torch_deg: float = 0.0
    torch_at: Point = (0.0, 0.0)


def _place(point: Point) -> Place:
    return Place(x=point[0], y=point[1])


def _shape(role: Role, points: Iterable[Point]) -> Shape:
    return Shape(role=role, points=[_place(point) for point in points])


def _metal(*points: Point) -> Shape:
    return _shape("metal", points)


def _box(left: float, bottom: float, right: float, top: float, role: Role = "metal") -> Shape:
    return _shape(role, [(left, bottom), (right, bottom), (right, top), (left, top)])


def _tipped_edge(s: _Sizes) -> _Drawn:
    up = s.own["upstand_mm"]
    sheets = [
        _metal(*((sign * x, y) for x, y in (
            (0, up), (s.t, up), (s.t, 0), (s.arm, 0), (s.arm, -s.t), (0, -s.t),
        )))
        for sign in (-1, 1)
    ]  # fmt: skip
    pool = _shape("pool", [(-s.t, up), (s.t, up), (s.t * 0.8, 0), (-s.t * 0.8, 0)])
    places = {"upstand_mm": (s.t, up / 2), "thickness_mm": (-0.7 * s.arm, -s.t / 2)}
    return _Drawn([*sheets, pool], places, torch_at=(0.0, up))


def _outside_corner(s: _Sizes) -> _Drawn:
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
    return _Drawn([*sheets, pool], places, torch_at=(0.0, s.t * c))


def _fillet(leg: float, x: float = 0.0, y: float = 0.0) -> Shape:
    return _shape("pool", [(x, y), (x + leg, y), (x + 0.45 * leg, y + 0.45 * leg),
                                      (x, y + leg)])  # fmt: skip


def _tee(s: _Sizes) -> _Drawn:
    leg = s.own["leg_mm"]
    shapes = [
        _box(-s.arm, -s.t, s.arm, 0),
        _box(-s.t, 0, 0, 1.3 * s.arm),
        _fillet(leg),
    ]
    places = {"leg_mm": (leg, 0.0), "thickness_mm": (-0.7 * s.arm, -s.t / 2)}
    return _Drawn(shapes, places, torch_deg=45.0, torch_at=(0.3 * leg, 0.3 * leg))


def _lap(s: _Sizes) -> _Drawn:
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
    return _Drawn(shapes, places, torch_deg=45.0, torch_at=(0.3 * leg, 0.3 * min(leg, s.t)))


def _pipe_butt(s: _Sizes) -> _Drawn:
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
    return _Drawn(shapes, places)


def _cluster(s: _Sizes) -> _Drawn:
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
    return _Drawn(shapes, places, torch_deg=-(90 - math.degrees(math.pi - angle) / 2))


def _fillet_at_angle(leg: float, angle: float, x: float) -> Shape:
    """A fillet on the left of a wall that leans by `angle` from the ground on that side."""
    tip = (x - leg * math.cos(angle), leg * math.sin(angle))
    return _shape("pool", [(x, 0.0), (x - leg, 0.0), tip])


def _casting_crack(s: _Sizes) -> _Drawn:
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
    return _Drawn([*sides, pool, crack], places)


_DRAW: dict[Joint, Callable[[_Sizes], _Drawn]] = {
    "tipped-edge": _tipped_edge,
    "outside-corner": _outside_corner,
    "tee": _tee,
    "lap": _lap,
    "cluster": _cluster,
    "pipe-butt": _pipe_butt,
    "casting-crack": _casting_crack,
}
FIRST_DIAMETER_PER_WALL = 12.0
"""A tube not measured yet is drawn at a usual proportion, and its box asks."""


def _dimension(
    row_field: str, at: Point, told: Mapping[str, float | None], t: float, joint: Joint
) -> Dimension:
    row = next(r for r in dimension_rows(joint) if r.field == row_field)
    value, usual = dimension_value(row, told, t)
    return Dimension(
        field=row.field,
        label=row.label,
        short=row.short,
        kind=row.kind,
        unit=row.unit,
        asks=row.asks,
        value=value,
        usual=usual,
        at=_place(at),
    )


def joint_drawing(
    joint: Joint, thickness_mm: float | None, told: Mapping[str, float | None]
) -> JointDrawing | None:
    """Return a joint in section; None for the plain butt, which has a drawing of its own.

    Args:
        joint: which joint.
        thickness_mm: the wall, mm; None draws it at 2 mm, waiting.
        told: the joint's own dimensions by field, None where not told.
    """
    if joint not in _DRAW:
        return None
    t = thickness_mm or 2.0
    own = {}
    for row in dimension_rows(joint):
        value, _ = dimension_value(row, told, t)
        own[row.field] = FIRST_DIAMETER_PER_WALL * t if value is None else value
    own["outside_diameter_mm"] = max(own.get("outside_diameter_mm", 0.0), 2.2 * t)
    drawn = _DRAW[joint](_Sizes(t, max(LEAST_ARM_MM, ARM_PER_THICKNESS * t), own))
    xs = [place.x for shape in drawn.shapes for place in shape.points]
    ys = [place.y for shape in drawn.shapes for place in shape.points]
    wall = Dimension(
        field="thickness_mm",
        label="Wall" if joint in ("cluster", "pipe-butt", "casting-crack") else "Thickness",
        short="wall" if joint in ("cluster", "pipe-butt", "casting-crack") else "",
        kind="length",
        unit="mm",
        asks="thickness?",
        value=thickness_mm,
        usual=False,
        at=_place(drawn.places["thickness_mm"]),
    )
    others = [
        _dimension(field, at, told, t, joint)
        for field, at in drawn.places.items()
        if field != "thickness_mm"
    ]
    return JointDrawing(
        joint=joint,
        shapes=drawn.shapes,
        dimensions=sorted([wall, *others], key=lambda d: d.at.x),
        torch_deg=drawn.torch_deg,
        torch_at=_place(drawn.torch_at),
        view=View(left=min(xs), bottom=min(ys), right=max(xs), top=max(ys)),
        text=_text(joint, thickness_mm, [wall, *others]),
    )


def _text(joint: Joint, thickness_mm: float | None, dimensions: list[Dimension]) -> str:
    name = joints()[joint].name
    if thickness_mm is None:
        return f"A {name}, waiting for its thickness."
    told = [
        f"{d.label.lower()} {short(d.value, 4)} {d.unit}{', the usual' if d.usual else ''}"
        for d in dimensions
        if d.value is not None
    ]
    return f"A {name} in section: {'; '.join(told)}."
