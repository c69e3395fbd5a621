"""What there is to fill: the area of a groove or fillet, and how it divides into layers."""

import math
from typing import Literal

from pydantic import Field

from pellak.core.answer.working import Number, Record
from pellak.core.tables import Joint
from pellak.core.tables.metal_families import traits_of

EdgeForm = Literal["touching", "gapped", "tipped", "v", "double-v", "fillet", "corner"]
ONE_POOL_UP_TO_MM = 3.2
"""To here one pool goes through the wall and edges are left square."""
BEVELLED_FROM_MM = 5.0
"""From here the usual bevel is whole; between, the edges are broken a little, the thicker the
more, so that no figure jumps where a bevel begins."""
USUAL_V_DEG = 70.0
CASTING_V_DEG = 75.0
USUAL_ROOT_FACE_MM = 1.5
MOST_ROOT_SHARE = 0.9
"""A root thicker than the metal cannot be left under a bevel."""
USUAL_GAP_PER_THICKNESS, MOST_USUAL_GAP_MM = 0.25, 3.0
THICKEST_PASS_MM, THINNEST_PASS_MM, USUAL_PASS_MM = 4.0, 1.0, 3.5
TWO_PASSES_FROM_MM = 4.0
CAP_SHARE = 0.15
CAP_SPAN_MM = (0.3, 2.0)
"""Height of the cap: about a seventh of the thickness; ISO 5817 level C allows 1 mm + 0.15 b."""
FILLET_CAP_SHARE = 0.1
BEAD_PER_THICKNESS, BEAD_MORE_MM = 3.0, 1.5
"""A square-edged bead is as wide as the pool, 3 t + 1.5 mm."""
SOURCE = "plane geometry of the groove; cap two thirds of width times height (a flat parabola)"


class Groove(Record):
    """A joint to be filled, in section; lengths in mm."""

    form: EdgeForm
    thickness_mm: Number = Field(ge=0.3, le=50)
    root_gap_mm: Number = Field(default=0.0, ge=0, le=10)
    root_face_mm: Number = Field(default=0.0, ge=0, le=20)
    included_angle_deg: Number = Field(default=USUAL_V_DEG, ge=0, le=120)
    leg_mm: Number = Field(default=0.0, ge=0, le=50)
    casting: bool = False

    @property
    def depth_mm(self) -> float:
        """How deep the bevel goes, from one side."""
        deep = max(0.0, self.thickness_mm - self.root_face_mm)
        return deep / 2 if self.form == "double-v" else deep

    @property
    def flank(self) -> float:
        """Width the bevel adds on each side for each millimetre of height."""
        return math.tan(math.radians(self.included_angle_deg) / 2)

    @property
    def sides(self) -> int:
        """From how many sides it is filled."""
        return 2 if self.form == "double-v" else 1


def bevelled_share(thickness_mm: float) -> float:
    """Return how much of the usual bevel a thickness gets: none to 3.2 mm, all from 5 mm.

    Args:
        thickness_mm: wall, mm, above 0

    Source: edges usual in gas welding, ISO 9692-1; the passage between is judgement

    >>> bevelled_share(3.2), bevelled_share(4.1), bevelled_share(6)
    (0.0, 0.4999999999999998, 1.0)
    """
    share = (thickness_mm - ONE_POOL_UP_TO_MM) / (BEVELLED_FROM_MM - ONE_POOL_UP_TO_MM)
    return min(1.0, max(0.0, share))


def usual_root_face_mm(thickness_mm: float) -> float:
    """Return the root face a bevel usually leaves: the whole edge at 3.2 mm, 1.5 mm from 5 mm.

    Args:
        thickness_mm: wall, mm, above 0

    Source: ISO 9692-1

    >>> usual_root_face_mm(3.2), usual_root_face_mm(6)
    (3.2, 1.5)
    """
    share = bevelled_share(thickness_mm)
    return (1 - share) * thickness_mm + share * min(USUAL_ROOT_FACE_MM, thickness_mm)


def casting_root_face_mm(thickness_mm: float) -> float:
    """Return the root left under the V of a cracked casting, never the whole wall.

    Args:
        thickness_mm: wall, mm, above 0

    Source: iron repair practice; the share is judgement

    >>> casting_root_face_mm(10) <= 10 / 2
    True
    """
    return min(USUAL_ROOT_FACE_MM, MOST_ROOT_SHARE * thickness_mm)


def usual_gap_mm(thickness_mm: float) -> float:
    """Return the usual root gap of a butt: touching to 3.2 mm, a quarter of the wall from 5 mm.

    Args:
        thickness_mm: wall, mm, above 0

    Source: ISO 9692-1

    >>> usual_gap_mm(1.2), usual_gap_mm(6)
    (0.0, 1.5)
    """
    whole = min(MOST_USUAL_GAP_MM, USUAL_GAP_PER_THICKNESS * thickness_mm)
    return bevelled_share(thickness_mm) * whole


def form_for(
    joint: Joint, thickness_mm: float, root_gap_mm: float, family: str = "carbon-steel"
) -> EdgeForm:
    """Return the edge form usual for a joint: square to 3.2 mm, a V above; lead stays square.

    Args:
        joint: which
        thickness_mm: wall, mm, above 0
        root_gap_mm: between the edges, mm
        family: the metal's

    Source: ISO 9692-1

    >>> form_for('butt', 1.2, 0.0), form_for('butt', 6, 1.5), form_for('tee', 3, 0)
    ('touching', 'v', 'fillet')
    """
    if joint in ("tee", "lap", "cluster"):
        return "fillet"
    if joint == "casting-crack":
        return "v"
    if joint == "tipped-edge":
        return "tipped"
    if joint == "outside-corner":
        return "corner"
    if thickness_mm > ONE_POOL_UP_TO_MM and traits_of(family).bevelled:
        return "v"
    return "gapped" if root_gap_mm > 0 else "touching"


def usual_groove(groove: "Groove") -> "Groove":
    """Return the groove usual for the same joint and thickness: what a weld is paced against."""
    t = groove.thickness_mm
    match groove.form:
        case "fillet":
            return groove.model_copy(update={"leg_mm": t, "root_gap_mm": 0.0})
        case "v" | "double-v" if groove.casting:
            return groove.model_copy(
                update={"form": "v", "included_angle_deg": CASTING_V_DEG,
                        "root_face_mm": casting_root_face_mm(t), "root_gap_mm": 0.0}
            )  # fmt: skip
        case "v" | "double-v":
            return groove.model_copy(
                update={"form": "v", "included_angle_deg": USUAL_V_DEG,
                        "root_face_mm": usual_root_face_mm(t), "root_gap_mm": usual_gap_mm(t)}
            )  # fmt: skip
    return groove.model_copy(update={"root_gap_mm": 0.0})


def bead_width_mm(thickness_mm: float) -> float:
    """Return the width of a bead through square edges: the pool's, 3 t + 1.5 mm.

    Args:
        thickness_mm: wall, mm, above 0

    Source: gas-welding practice texts: pool widths on sheet

    >>> bead_width_mm(1.2)
    5.1
    """
    return BEAD_PER_THICKNESS * thickness_mm + BEAD_MORE_MM


def cap_mm(groove: Groove) -> tuple[float, float]:
    """Return width and height of the cap on one side.

    Args:
        groove: form and sizes

    Source: geometry; the cap's height is judgement

    >>> sizes = {'thickness_mm': 6, 'root_face_mm': 1.5, 'root_gap_mm': 1.5}
    >>> v = Groove(form='v', included_angle_deg=60, **sizes)
    >>> [round(size, 2) for size in cap_mm(v)]
    [11.1, 0.9]
    """
    t = groove.thickness_mm
    low, high = CAP_SPAN_MM
    height = min(high, max(low, CAP_SHARE * t))
    match groove.form:
        case "v" | "double-v":
            # The cap covers what the pool melts beside the groove too, never less than a bead's.
            opening = groove.root_gap_mm + 2 * groove.depth_mm * groove.flank
            return max(opening, bead_width_mm(min(t, ONE_POOL_UP_TO_MM))), height
        case "fillet":
            return math.sqrt(2) * groove.leg_mm, FILLET_CAP_SHARE * groove.leg_mm
        case "corner":
            return math.sqrt(2) * t, FILLET_CAP_SHARE * t
        case "tipped":
            return 0.0, 0.0
    return bead_width_mm(min(t, ONE_POOL_UP_TO_MM)), height


def weld_area_mm2(groove: Groove) -> float:
    """Return the metal the rod has to bring, mm²: groove, gap and cap.

    Args:
        groove: form and sizes

    Source: geometry

    >>> sizes = {'thickness_mm': 6, 'root_face_mm': 1.5, 'root_gap_mm': 1.5}
    >>> v = Groove(form='v', included_angle_deg=60, **sizes)
    >>> round(weld_area_mm2(v), 1)
    27.4
    """
    width, height = cap_mm(groove)
    cap = 2 / 3 * width * height * groove.sides
    return area_below_mm2(groove, math.inf) + cap


def area_below_mm2(groove: Groove, height_mm: float) -> float:
    """Return the area of the groove below a height over its root, caps left out, mm².

    For a double V height is counted on both sides alike, away from the root face.

    Args:
        groove: form and sizes
        height_mm: over the root, mm

    Source: geometry

    >>> sizes = {'thickness_mm': 6, 'root_face_mm': 1.5, 'root_gap_mm': 1.5}
    >>> v = Groove(form='v', included_angle_deg=60, **sizes)
    >>> round(area_below_mm2(v, 6), 2)
    20.69
    """
    t, g = groove.thickness_mm, groove.root_gap_mm
    match groove.form:
        case "v" | "double-v":
            face = min(height_mm, t, groove.root_face_mm)
            up = min(max(0.0, height_mm - groove.root_face_mm), groove.depth_mm)
            return g * face + groove.sides * (g * up + up * up * groove.flank)
        case "fillet":
            z = groove.leg_mm
            full = z * z / 2
        case "corner":
            full = t * t / 2
            z = t
        case "tipped":
            return 0.0
        case _:
            return g * min(height_mm, t)
    # A fillet fills outward from the corner: its area grows with the square of its leg.
    share = min(1.0, height_mm / z) if z else 0.0
    return full * share * share


def filled_mm(groove: Groove) -> float:
    """Return what is filled up from one side: the leg of a fillet, the wall, half a double V.

    Args:
        groove: form and sizes

    Source: geometry

    >>> sizes = {'thickness_mm': 6, 'root_face_mm': 1.5, 'root_gap_mm': 1.5}
    >>> v = Groove(form='v', included_angle_deg=60, **sizes)
    >>> filled_mm(v)
    6.0
    """
    if groove.form == "fillet":
        return groove.leg_mm
    return groove.thickness_mm / groove.sides


def passes_a_side(groove: Groove) -> int:
    """Return the passes from each side: one to 4 mm, then one for each 3.5 mm of filling.

    Square and tipped edges are one: the pool goes through them, or the flame is too small.

    Args:
        groove: form and sizes

    Source: gas-welding practice: 3.5 mm a pass

    >>> sizes = {'thickness_mm': 6, 'root_face_mm': 1.5, 'root_gap_mm': 1.5}
    >>> v = Groove(form='v', included_angle_deg=60, **sizes)
    >>> passes_a_side(v)
    2
    """
    if groove.form in ("touching", "gapped", "tipped"):
        return 1
    filled = filled_mm(groove)
    least = 2 if filled >= TWO_PASSES_FROM_MM else 1
    return max(least, math.ceil(round(filled / USUAL_PASS_MM, 9)))
