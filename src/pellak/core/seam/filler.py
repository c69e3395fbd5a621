"""The filler reckoner: rod, its diameter, passes, and how much of it a seam takes."""

import math
from typing import Literal

from pydantic import Field

from pellak.core.errors import Refused
from pellak.core.metal.alloy import PLAIN_ALLOY, metal_named
from pellak.core.metal.rod import LEAST_DIAMETER_MM, NO_ROD, SOURCE, Rod, rod_schools, rods
from pellak.core.seam.groove import SOURCE as AREA_SOURCE
from pellak.core.seam.groove import (
    USUAL_ROOT_FACE_MM,
    USUAL_V_DEG,
    EdgeForm,
    Groove,
    cap_mm,
    form_for,
    weld_area_mm2,
)
from pellak.core.seam.passes import WeldPass, weld_passes
from pellak.core.tables import Family, Joint, heat_families
from pellak.core.working import Answer, Number, Reckoner, Record, Working, inserted

LOSS_SHARE = 0.05
STUB_MM = 60.0
ROD_MM = 1000.0
STRIP_PER_THICKNESS = 2.0
"""Parent strip is sheared about twice as wide as the sheet is thick."""
AREA_FORMULAS: dict[EdgeForm, str] = {
    "v": "(t - f)^2 * tan(theta / 2) + g * t + 2 / 3 * w * h",
    "double-v": "(t - f)^2 / 2 * tan(theta / 2) + g * t + 4 / 3 * w * h",
    "fillet": "z^2 / 2 + 2 / 3 * w * h",
    "corner": "t^2 / 2 + 2 / 3 * w * h",
    "gapped": "g * t + 2 / 3 * w * h",
    "touching": "g * t + 2 / 3 * w * h",
    "tipped": "0 * t",
}
VOLUME_FORMULA = "1.05 * A * L / (pi / 4 * d^2) / 1000"
RODS_FORMULA = "ceil(1000 * m / (1000 - 60))"
MASS_FORMULA = "1.05 * A * L * rho / 1000000"
Direction = Literal["forehand", "backhand"]


class FillerGiven(Record):
    """A seam to be filled; what is not told is what is usual for the joint and thickness."""

    metal: Family = "carbon-steel"
    rod: str | None = Field(default=None, max_length=40)
    thickness_mm: Number = Field(ge=0.3, le=50)
    joint: Joint = "butt"
    form: EdgeForm | None = None
    root_gap_mm: Number | None = Field(default=None, ge=0, le=10)
    root_face_mm: Number | None = Field(default=None, ge=0, le=20)
    included_angle_deg: Number | None = Field(default=None, ge=20, le=120)
    leg_mm: Number | None = Field(default=None, ge=0.5, le=50)
    length_mm: Number = Field(ge=5, le=50_000)
    direction: Direction = "forehand"
    root_travel_mm_per_min: Number | None = Field(default=None, gt=0, le=5000)


class StripCut(Record):
    """Parent-metal strip to shear: how wide, how much of it."""

    width_mm: float
    length_m: float
    pieces: int
    piece_mm: float


class FillerValues(Record):
    """The filler. `rod_diameter_mm` is null for strip, everything is nought without a rod."""

    rod: str
    rod_diameter_mm: float | None
    form: EdgeForm
    passes: list[WeldPass]
    weld_area_mm2: float
    rods: int
    rod_length_m: float
    mass_g: float
    strip: StripCut | None = None


class FillerAnswer(Answer):
    """Answer of the filler reckoner."""

    values: FillerValues


def groove_of(given: FillerGiven) -> Groove:
    """Return the groove a question means, what was not told filled in with what is usual."""
    form = given.form or form_for(given.joint, given.thickness_mm, given.root_gap_mm or 0)
    grooved = form in ("v", "double-v")
    face = given.root_face_mm
    if face is None:
        face = min(USUAL_ROOT_FACE_MM, given.thickness_mm / 2) if grooved else 0.0
    if grooved and face >= given.thickness_mm:
        raise Refused("root_face_mm", face, f"less than the thickness, {given.thickness_mm:g} mm")
    return Groove(
        form=form,
        thickness_mm=given.thickness_mm,
        root_gap_mm=given.root_gap_mm or 0.0,
        root_face_mm=face,
        included_angle_deg=given.included_angle_deg or USUAL_V_DEG,
        leg_mm=(given.leg_mm or given.thickness_mm) if form == "fillet" else 0.0,
    )


def rod_diameter_mm(rod: Rod, thickness_mm: float, direction: Direction) -> float | None:
    """Return the stocked diameter nearest the rule: t/2 + 1 mm forehand, t/2 backhand."""
    more = 1.0 if direction == "forehand" else 0.0
    wanted = max(LEAST_DIAMETER_MM, thickness_mm / 2 + more)
    return min(rod.diameters_mm, key=lambda d: abs(d - wanted), default=None)


def _rod(given: FillerGiven) -> Rod | None:
    if given.rod == NO_ROD:
        return None
    name = given.rod or rod_schools(metal_named(PLAIN_ALLOY[given.metal]))[0].id
    if name not in rods():
        raise Refused("rod", name, "a rod id of the table, such as r45, or none")
    return rods()[name]


def reckon_filler(given: FillerGiven) -> FillerAnswer:
    """Return rod, passes and amounts for a seam.

    Raises Refused where the rod is not in the table or the root face is as thick as the sheet.
    """
    rod, groove, family = _rod(given), groove_of(given), heat_families()[given.metal]
    area = weld_area_mm2(groove) if rod else 0.0
    diameter = rod_diameter_mm(rod, given.thickness_mm, given.direction) if rod else None
    volume_mm3 = (1 + LOSS_SHARE) * area * given.length_mm
    strip = _strip(given.thickness_mm, volume_mm3) if rod and diameter is None and area else None
    if diameter is not None:
        length_m = volume_mm3 / (math.pi / 4 * diameter**2) / 1000
    else:
        length_m = strip.length_m if strip else 0.0
    count = math.ceil(1000 * length_m / (ROD_MM - STUB_MM) - 1e-9)
    mass_g = volume_mm3 * family.density_kg_per_m3 / 1e6
    width, height = cap_mm(groove)
    numbers = {
        "t": groove.thickness_mm, "f": groove.root_face_mm, "g": groove.root_gap_mm,
        "theta": math.radians(groove.included_angle_deg), "z": groove.leg_mm, "w": width,
        "h": height, "A": area, "L": given.length_mm, "d": diameter or 0.0, "m": length_m,
        "rho": family.density_kg_per_m3, "pi": math.pi,
    }  # fmt: skip
    formula = AREA_FORMULAS[groove.form] if rod else "0 * t"
    working = [
        Working(name="weld_area_mm2", value=area, unit="mm²", low=0.85 * area, high=1.25 * area,
                formula=formula, inserted=inserted(formula, numbers), source=AREA_SOURCE,
                note="theta in radians; the cap is what varies between hands"),
        Working(name="rod_length_m", value=length_m, unit="m", low=0.85 * length_m,
                high=1.3 * length_m, formula=VOLUME_FORMULA if diameter else "see the cut list",
                inserted=inserted(VOLUME_FORMULA, numbers) if diameter else "—",
                source="volume of the weld with 5 % lost; " + SOURCE),
        Working(name="rods", value=float(count), low=float(math.ceil(0.85 * count)),
                high=float(math.ceil(1.3 * count)), formula=RODS_FORMULA,
                inserted=inserted(RODS_FORMULA, numbers),
                source="rods of 1 m, a stub of 60 mm left of each"),
        Working(name="mass_g", value=mass_g, unit="g", low=0.85 * mass_g, high=1.3 * mass_g,
                formula=MASS_FORMULA, inserted=inserted(MASS_FORMULA, numbers),
                source="volume of the weld times density, 5 % lost"),
    ]  # fmt: skip
    return FillerAnswer(
        values=FillerValues(
            rod=rod.id if rod else NO_ROD,
            rod_diameter_mm=diameter,
            form=groove.form,
            passes=weld_passes(groove, family, given.length_mm, given.root_travel_mm_per_min)
            if rod
            else [],
            weld_area_mm2=area,
            rods=count,
            rod_length_m=length_m,
            mass_g=mass_g,
            strip=strip,
        ),
        working=working,
    )


def _strip(thickness_mm: float, volume_mm3: float) -> StripCut:
    width = STRIP_PER_THICKNESS * thickness_mm
    length_m = volume_mm3 / (width * thickness_mm) / 1000
    piece = 500.0
    return StripCut(
        width_mm=width,
        length_m=length_m,
        pieces=math.ceil(1000 * length_m / (piece - STUB_MM) - 1e-9),
        piece_mm=piece,
    )


FILLER = Reckoner(
    "filler",
    "Which rod, how many passes, how much of it?",
    FillerGiven,
    FillerAnswer,
    reckon_filler,
)
