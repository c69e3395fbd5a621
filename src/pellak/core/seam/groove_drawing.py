"""The prepared edges in section, to scale, with the level each pass fills to."""

from collections.abc import Sequence

from pellak.core import say
from pellak.core.answer.working import Record, short
from pellak.core.piece.joint_shapes import Place
from pellak.core.seam.groove import Groove
from pellak.core.seam.passes import WeldPass

ARM_PER_THICKNESS = 3.0
LEAST_ARM_MM = 6.0


class GrooveDrawing(Record):
    """Outlines in mm, the root's middle at the origin, y up: edges, then a layer for each pass."""

    edges: list[list[Place]]
    layers: list[list[Place]]
    names: list[str]
    text: str


def _half_width_mm(groove: Groove, height_mm: float) -> float:
    """Return half the opening at a height over the underside."""
    gap, lean = groove.root_gap_mm / 2, groove.flank
    if groove.form == "v":
        return gap + max(0.0, height_mm - groove.root_face_mm) * lean
    if groove.form == "double-v":
        off = abs(height_mm - groove.thickness_mm / 2)
        return gap + max(0.0, off - groove.root_face_mm / 2) * lean
    return gap


def _turns(groove: Groove) -> list[float]:
    """Return the heights at which the edge changes its slope."""
    t, f = groove.thickness_mm, groove.root_face_mm
    if groove.form == "v":
        return [0.0, f, t]
    if groove.form == "double-v":
        return [0.0, t / 2 - f / 2, t / 2 + f / 2, t]
    return [0.0, t]


def groove_drawing(groove: Groove, passes: Sequence[WeldPass]) -> GrooveDrawing | None:
    """Return the drawing of a weld in section; None for joints the piece's own drawing shows."""
    if groove.form == "fillet":
        return _fillet(groove, passes)
    if groove.form not in ("touching", "gapped", "v", "double-v"):
        return None
    t = groove.thickness_mm
    arm = max(LEAST_ARM_MM, ARM_PER_THICKNESS * t)
    face = [(_half_width_mm(groove, y), y) for y in _turns(groove)]
    edges = [[Place(x=side * x, y=y) for x, y in [*face, (arm, t), (arm, 0.0)]] for side in (-1, 1)]
    bevel = f", bevelled {short(groove.included_angle_deg / 2)}° each" if len(face) > 2 else ""
    return GrooveDrawing(
        edges=edges,
        layers=_butt_layers(groove, passes),
        names=[one.name for one in passes],
        text=f"Edges of {say.wall(t, 5)}{bevel}, gap {say.mm(groove.root_gap_mm, 5)}, root face "
        f"{say.mm(groove.root_face_mm, 5)}, {_counted(passes)}",
    )


def _counted(passes: Sequence[WeldPass]) -> str:
    return "one pass" if len(passes) == 1 else f"{len(passes)} passes"


def _butt_layers(groove: Groove, passes: Sequence[WeldPass]) -> list[list[Place]]:
    """Return each pass's layer; a double V is filled from its middle, up and down."""
    middle = groove.thickness_mm / 2 if groove.sides == 2 else 0.0
    layers, reached = [], {1: 0.0, 2: 0.0}
    for one in passes:
        low, high = reached[one.side], reached[one.side] + one.height_mm
        reached[one.side] = high
        ends = sorted(middle + (away if one.side == 1 else -away) for away in (low, high))
        heights = [ends[0], *(y for y in _turns(groove) if ends[0] < y < ends[1]), ends[1]]
        right = [(_half_width_mm(groove, y), y) for y in heights]
        left = [(-x, y) for x, y in reversed(right)]
        layers.append([Place(x=x, y=y) for x, y in [*right, *left]])
    return layers


def _fillet(groove: Groove, passes: Sequence[WeldPass]) -> GrooveDrawing:
    """Return a fillet in its corner, the standing plate's foot on the lying one."""
    t, leg = groove.thickness_mm, groove.leg_mm
    arm = max(LEAST_ARM_MM, ARM_PER_THICKNESS * max(t, leg) / 1.5)

    def outline(*corners: tuple[float, float]) -> list[Place]:
        return [Place(x=x, y=y) for x, y in corners]

    layers, below = [], 0.0
    for one in passes:
        top = min(leg, below + one.height_mm)
        layers.append(outline((below, 0.0), (top, 0.0), (0.0, top), (0.0, below)))
        below = top
    return GrooveDrawing(
        edges=[
            outline((-arm / 2, 0.0), (arm, 0.0), (arm, -t), (-arm / 2, -t)),
            outline((-t, 0.0), (0.0, 0.0), (0.0, arm), (-t, arm)),
        ],
        layers=layers,
        names=[one.name for one in passes],
        text=f"Fillet with a leg of {say.mm(leg, 5)} on {say.wall(t, 5)}, {_counted(passes)}",
    )
