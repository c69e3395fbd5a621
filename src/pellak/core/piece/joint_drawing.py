"""Every joint in section, to scale: shapes in millimetres, the torch, and the boxed dimensions.

The root of the joint, where the flame points, is the origin; x runs right and y up.
"""

from collections.abc import Mapping

from pellak.core import marks
from pellak.core.answer.field_units import kind_of
from pellak.core.answer.quantity_kinds import QuantityKind
from pellak.core.answer.working import Record
from pellak.core.piece.dimensions import dimension_rows, dimension_value
from pellak.core.piece.joint_shapes import (
    DRAW_JOINT,
    Place,
    Point,
    Shape,
    Sizes,
    place_of,
)
from pellak.core.tables import Joint, joints

LEAST_ARM_MM = 12.0
ARM_PER_THICKNESS = 4.0


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
    shown_as: str
    """The kind of measure it is shown as."""


class JointDrawing(Record):
    """A joint in section. `torch_deg` leans from upright, to the right; `view` boxes the metal."""

    joint: Joint
    shapes: list[Shape]
    dimensions: list[Dimension]
    torch_deg: float
    torch_at: Place
    view: View
    text: str


FIRST_DIAMETER_PER_WALL = 12.0
"""A tube not measured yet is drawn at a usual proportion, and its box asks."""


def _dimension(
    row_field: str, at: Point, stated: Mapping[str, float | None], t: float, joint: Joint
) -> Dimension:
    row = next(r for r in dimension_rows(joint) if r.field == row_field)
    value, usual = dimension_value(row, stated, t)
    return Dimension(
        field=row.field,
        label=row.label,
        short=row.short,
        kind=row.kind,
        unit=row.unit,
        asks=row.asks,
        value=value,
        usual=usual,
        at=place_of(at),
        shown_as=kind_of(row.field) or row.unit,
    )


def joint_drawing(
    joint: Joint, thickness_mm: float | None, stated: Mapping[str, float | None]
) -> JointDrawing | None:
    """Return a joint in section; None for the plain butt, which has a drawing of its own.

    Args:
        joint: which joint.
        thickness_mm: the wall, mm; None draws it at 2 mm, waiting.
        stated: the joint's own dimensions by field, None where not told.

    Source: drawing only

    >>> joint_drawing('butt', 2.0, {}) is None, joint_drawing('lap', 2.0, {}) is None
    (True, False)
    """
    if joint not in DRAW_JOINT:
        return None
    t = thickness_mm or 2.0
    own = {}
    for row in dimension_rows(joint):
        value, _ = dimension_value(row, stated, t)
        own[row.field] = FIRST_DIAMETER_PER_WALL * t if value is None else value
    own["outside_diameter_mm"] = max(own.get("outside_diameter_mm", 0.0), 2.2 * t)
    drawn = DRAW_JOINT[joint](Sizes(t, max(LEAST_ARM_MM, ARM_PER_THICKNESS * t), own))
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
        at=place_of(drawn.places["thickness_mm"]),
        shown_as="wall",
    )
    others = [
        _dimension(field, at, stated, t, joint)
        for field, at in drawn.places.items()
        if field != "thickness_mm"
    ]
    return JointDrawing(
        joint=joint,
        shapes=drawn.shapes,
        dimensions=sorted([wall, *others], key=lambda d: d.at.x),
        torch_deg=drawn.torch_deg,
        torch_at=place_of(drawn.torch_at),
        view=View(left=min(xs), bottom=min(ys), right=max(xs), top=max(ys)),
        text=_text(joint, thickness_mm, [wall, *others]),
    )


def _text(joint: Joint, thickness_mm: float | None, dimensions: list[Dimension]) -> str:
    name = joints()[joint].name
    if thickness_mm is None:
        return f"A {name}, waiting for its thickness."
    sizes = [
        f"{d.label.lower()} {marks.measure(d.shown_as, d.value, 4)}"
        + (", the usual" if d.usual else "")
        for d in dimensions
        if d.value is not None
    ]
    return f"A {name} in section: {'; '.join(sizes)}."
