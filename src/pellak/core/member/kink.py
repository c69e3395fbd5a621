"""The kink one heat spot makes in a member: what goes red, how far off the axis, how much it bends.

    theta = psi * alpha * (T - 20) * V_hot * e / I

V_hot is the metal that went red, e its distance from the neutral axis, I the second moment about
the axis the bow bends round. psi tells how much of the free expansion is upset and stays: the
member itself tells it, round by round.
"""

import math
from dataclasses import dataclass
from typing import Literal

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.member.section import Section, SectionProperties, properties

Pattern = Literal["spot", "v-and-strip"]
LongFace = Literal["top", "bottom"]
SOURCE = (
    "upset of a heated zone held by the cold metal round it: Holt, Heat straightening; FHWA, "
    "Guide for Heat-Straightening of Damaged Steel Bridge Members"
)
KINK_FORMULA = "psi * alpha * (T - 20) * V * e / I"
V_DEPTH_SHARE = 0.75
"""A vee in a web reaches from the long flange to three quarters of the depth."""
MOST_FACE_SHARE = 0.8
"""A spot wider than this share of its face has no cold metal beside it to hold it."""


class HotZone(Record):
    """What one heating makes red: volume, mm³, its arm over the neutral axis, mm, and where."""

    pattern: Pattern
    volume_mm3: float
    arm_mm: float
    where: str


@dataclass(frozen=True)
class HeatSpot:
    """The section, the face that is too long, the diameter that goes red."""

    section: Section
    face: LongFace
    spot_mm: float

    @property
    def shape(self) -> SectionProperties:
        """Area, neutral axis and second moment."""
        return properties(self.section)

    def unit_kink_rad(self, expansion_per_k: float, peak_c: float) -> float:
        """Return the kink of one heating were all expansion upset (psi 1), radians."""
        zone = hot_zone(self)
        inertia = self.shape.inertia_mm4
        return expansion_per_k * (peak_c - 20) * zone.volume_mm3 * zone.arm_mm / inertia


def heated_face_mm(section: Section, face: LongFace) -> float:
    """Return how wide the face is that is heated, mm.

    Args:
        section: kind and sizes
        face: which of its two faces is too long

    Source: geometry

    >>> heated_face_mm(Section(kind='rect-tube', depth_mm=50, width_mm=30, wall_mm=3), 'top')
    30.0
    """
    depth, width, wall = section.depth_mm, section.width_mm or 0.0, section.wall_mm or 0.0
    match section.kind:
        case "rect-tube":
            return width
        case "round-tube":
            return depth
        case "flat":
            return depth / 2
        case "angle":
            return width if face == "bottom" else depth - wall
        case "tee":
            return width if face == "top" else depth - wall
    return width


def hot_zone(spot: HeatSpot) -> HotZone:
    """Return what one heating makes red. Raises Refused where the spot is too wide for its face."""
    section, face, d = spot.section, spot.face, spot.spot_mm
    most = MOST_FACE_SHARE * heated_face_mm(section, face)
    if d > most + 1e-9:
        raise Refused(
            "spot_mm", d, f"at most {say.mm(most, limit='<')} on this face: cold metal holds it"
        )
    shape = spot.shape
    to_top, to_bottom = section.depth_mm - shape.neutral_mm, shape.neutral_mm
    arm = to_top if face == "top" else to_bottom
    wall = section.wall_mm or 0.0
    flange = section.flange_mm or wall
    disc = math.pi / 4 * d * d
    match section.kind:
        case "rect-tube":
            return HotZone(pattern="spot", volume_mm3=disc * wall, arm_mm=arm, where="on the face")
        case "round-tube":
            where = "on the long line"
            return HotZone(pattern="spot", volume_mm3=disc * wall, arm_mm=arm, where=where)
        case "flat":
            # Through the flat at its long edge: the spot's middle lies half its width inside.
            thick = section.width_mm or 0.0
            where = "through the flat, at the long edge"
            return HotZone(pattern="spot", volume_mm3=disc * thick, arm_mm=arm - d / 2, where=where)
        case "angle" | "tee":
            on_flange = face == ("bottom" if section.kind == "angle" else "top")
            thick = flange if on_flange else wall
            inside = 0.0 if on_flange else d / 2
            where = "through the flange" if on_flange else "through the leg, at its toe"
            return HotZone(
                pattern="spot", volume_mm3=disc * thick, arm_mm=arm - inside, where=where
            )
    # An I or a channel about its strong axis: spots alone do nothing.
    vee = d * V_DEPTH_SHARE * section.depth_mm / 2 * wall
    strip = (section.width_mm or 0.0) * d * flange
    where = "a vee in the web from the long flange, then a strip across that flange"
    return HotZone(pattern="v-and-strip", volume_mm3=vee + strip, arm_mm=arm, where=where)


def spots_large(spot: HeatSpot) -> float:
    """Return how many spots' worth of metal one heating is: 1, more for a vee with its strip.

    Args:
        spot: size and place on its section

    Source: geometry: volume of the zone over that of one spot

    >>> from pellak.core.member.section import Section
    >>> flat = Section(kind='flat', depth_mm=50.0, width_mm=6.0)
    >>> spots_large(HeatSpot(section=flat, face='top', spot_mm=20.0)) >= 1
    True
    """
    zone = hot_zone(spot)
    if zone.pattern == "spot":
        return 1.0
    wall = spot.section.wall_mm or 1.0
    return max(1.0, zone.volume_mm3 / (math.pi / 4 * spot.spot_mm**2 * wall))


def lowers_mm(at_mm: float, kink_rad: float, length_mm: float) -> float:
    """Return by how much a kink at a place lowers the bow at mid length, mm.

    Args:
        at_mm: of the kink from one end, mm, inside the length
        kink_rad: of it, rad
        length_mm: of the member, mm

    Source: geometry of a bent line on its chord

    >>> lowers_mm(500.0, 0.01, 1000.0)
    2.5
    """
    return kink_rad * min(at_mm, length_mm - at_mm) / 2


def shape_of_kink(at_mm: float, seen_mm: float, length_mm: float) -> float:
    """Return the bow at a place, mm a radian, of a kink at another; ends held on the line.

    Args:
        at_mm: of the kink, mm
        seen_mm: where the bow is read, mm
        length_mm: of the member, mm

    Source: geometry of a bent line on its chord

    >>> shape_of_kink(500.0, 500.0, 1000.0), shape_of_kink(500.0, 0.0, 1000.0)
    (250.0, 0.0)
    """
    near, far = min(at_mm, seen_mm), max(at_mm, seen_mm)
    return near * (length_mm - far) / length_mm
