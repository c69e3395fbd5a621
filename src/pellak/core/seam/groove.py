"""What there is to fill: the area of a groove or fillet, and how it divides into layers."""

import math
from typing import Literal

from pydantic import Field

from pellak.core.tables import Joint
from pellak.core.working import Number, Record

EdgeForm = Literal["touching", "gapped", "tipped", "v", "double-v", "fillet", "corner"]
SQUARE_UP_TO_MM = 3.2
USUAL_V_DEG = 70.0
USUAL_ROOT_FACE_MM = 1.5
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


def form_for(joint: Joint, thickness_mm: float, root_gap_mm: float) -> EdgeForm:
    """Return the edge form usual for a joint: square to 3.2 mm, a V above."""
    if joint in ("tee", "lap", "cluster"):
        return "fillet"
    if joint == "casting-crack":
        return "v"
    if joint == "tipped-edge":
        return "tipped"
    if joint == "outside-corner":
        return "corner"
    if thickness_mm > SQUARE_UP_TO_MM:
        return "v"
    return "gapped" if root_gap_mm > 0 else "touching"


def cap_mm(groove: Groove) -> tuple[float, float]:
    """Return width and height of the cap on one side."""
    t = groove.thickness_mm
    low, high = CAP_SPAN_MM
    height = min(high, max(low, CAP_SHARE * t))
    match groove.form:
        case "v" | "double-v":
            return groove.root_gap_mm + 2 * groove.depth_mm * groove.flank, height
        case "fillet":
            return math.sqrt(2) * groove.leg_mm, FILLET_CAP_SHARE * groove.leg_mm
        case "corner":
            return math.sqrt(2) * t, FILLET_CAP_SHARE * t
        case "tipped":
            return 0.0, 0.0
    return BEAD_PER_THICKNESS * t + BEAD_MORE_MM, height


def weld_area_mm2(groove: Groove) -> float:
    """Return the metal the rod has to bring, mm²: groove, gap and cap."""
    width, height = cap_mm(groove)
    cap = 2 / 3 * width * height * groove.sides
    return area_below_mm2(groove, math.inf) + cap


def area_below_mm2(groove: Groove, height_mm: float) -> float:
    """Return the area of the groove below a height over its root, caps left out, mm².

    For a double V height is counted on both sides alike, away from the root face.
    """
    t, g = groove.thickness_mm, groove.root_gap_mm
    match groove.form:
        case "v" | "double-v":
            face = min(height_mm, groove.root_face_mm) if groove.form == "v" else min(
                height_mm, t, groove.root_face_mm
            )  # fmt: skip
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


def pass_count(groove: Groove) -> int:
    """Return the passes: one to 3.2 mm, root and cap to 6 mm, then one for each 3 mm."""
    thick = groove.leg_mm if groove.form in ("fillet",) else groove.thickness_mm
    if groove.form in ("touching", "gapped", "tipped", "corner") or thick <= SQUARE_UP_TO_MM:
        return 1
    return 2 if thick <= 6 else math.ceil(thick / 3)
