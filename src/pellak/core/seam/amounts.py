"""What a weld takes of rod or strip, and the working behind its area, rods, minutes and gas."""

import math
from collections.abc import Sequence

from pydantic import Field

from pellak.core import say
from pellak.core.answer.working import Caution, Record, Working, inserted, short
from pellak.core.factor import SOURCE as LOG_SOURCE
from pellak.core.metal.rod import SOURCE as ROD_SOURCE
from pellak.core.metal.rod import Rod
from pellak.core.seam.groove import SOURCE as AREA_SOURCE
from pellak.core.seam.groove import EdgeForm, Groove, cap_mm, weld_area_mm2
from pellak.core.seam.pace import SOURCE as PACE_SOURCE
from pellak.core.seam.pace import VALID_UP_TO_MM, WeldPace
from pellak.core.seam.passes import LOSS_SHARE, WeldPass, open_sum
from pellak.core.tables import HeatFamily

STUB_MM = 60.0
ROD_MM = 1000.0
STRIP_PER_THICKNESS = 2.0
"""Parent strip is sheared about twice as wide as the sheet is thick."""
PIECE_MM = 500.0
AREA_SPREAD, ROD_SPREAD = (0.85, 1.25), (0.85, 1.3)
"""Caps differ between hands, and drops and stubs come on top of rod: estimates."""
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
MASS_FORMULA = "1.05 * A * L * rho / 1000000"
MINUTES_FORMULA = "m * t * k * G * L / 1000"
RODS_FORMULA = "over diameters of ceil(1000 * length / (1000 - 60))"


class StripCut(Record):
    """Parent-metal strip to shear: how wide, how much of it."""

    width_mm: float
    length_m: float
    pieces: int
    piece_mm: float


class RodTotal(Record):
    """Rods of one diameter."""

    diameter_mm: float
    rods: int
    length_m: float
    mass_g: float


class RodAmounts(Record):
    """What a weld takes: whole rods by diameter, or strip, and the metal in it."""

    rods: int
    length_m: float
    mass_g: float
    by_diameter: list[RodTotal] = Field(default_factory=list)
    strip: StripCut | None = None


def _pieces_in(length_m: float, piece_mm: float) -> int:
    """Return how many pieces a length takes, a stub of each left over."""
    return math.ceil(1000 * length_m / (piece_mm - STUB_MM) - 1e-9)


def rod_amounts(
    rod: Rod | None,
    groove: Groove,
    family: HeatFamily,
    length_mm: float,
    passes: Sequence[WeldPass],
) -> RodAmounts:
    """Return what a weld takes of rod, by the diameter each pass is fed with.

    A tenth of a rod is no rod: the whole rods of each diameter are counted. Where the pace is not
    known, so that there are no passes, the metal is still told.

    Args:
        rod: what is fed in, None for nothing
        groove: what is filled
        family: its heat row
        length_mm: of the seam
        passes: as they are laid

    Source: area of the groove and its cap by the density, and what is lost: geometry

    >>> from pellak.core.heat.solve import HeatGiven
    >>> case = HeatGiven(family='carbon-steel', thickness_mm=6.0, joint='butt',
    ...     acetylene_l_per_h=400).case()
    >>> from pellak.core.seam.filler import FillerGiven, groove_of
    >>> groove = groove_of(FillerGiven(family='carbon-steel', thickness_mm=6.0, length_mm=300.0))
    >>> from pellak.core.metal.rod import rods
    >>> 50 < rod_amounts(rods()['r45'], groove, case.family, 300.0, []).mass_g < 100
    True
    """
    if rod is None:
        return RodAmounts(rods=0, length_m=0.0, mass_g=0.0)
    volume_mm3 = (1 + LOSS_SHARE) * weld_area_mm2(groove) * length_mm
    density = family.density_kg_per_m3 / 1e6
    mass_g = volume_mm3 * density
    if not rod.diameters_mm:
        strip = _strip(groove.thickness_mm, volume_mm3) if volume_mm3 > 0 else None
        length = strip.length_m if strip else 0.0
        return RodAmounts(
            rods=_pieces_in(length, ROD_MM), length_m=length, mass_g=mass_g, strip=strip
        )
    grams: dict[float, float] = {}
    for one in passes:
        if one.rod_diameter_mm is not None:
            grams[one.rod_diameter_mm] = grams.get(one.rod_diameter_mm, 0.0) + one.rod_g
    totals = []
    for diameter, mass in sorted(grams.items()):
        length = mass / density / (math.pi / 4 * diameter**2) / 1000
        totals.append(
            RodTotal(
                diameter_mm=diameter, rods=_pieces_in(length, ROD_MM), length_m=length, mass_g=mass
            )
        )
    return RodAmounts(
        rods=sum(t.rods for t in totals),
        length_m=sum(t.length_m for t in totals),
        mass_g=mass_g,
        by_diameter=totals,
    )


def _strip(thickness_mm: float, volume_mm3: float) -> StripCut:
    width = STRIP_PER_THICKNESS * thickness_mm
    length_m = volume_mm3 / (width * thickness_mm) / 1000
    return StripCut(
        width_mm=width,
        length_m=length_m,
        pieces=_pieces_in(length_m, PIECE_MM),
        piece_mm=PIECE_MM,
    )


def area_workings(
    groove: Groove, fed: bool, amounts: RodAmounts, length_mm: float, family: HeatFamily
) -> list[Working]:
    """Return the working of area, rod, rods and mass.

    Args:
        groove: what is filled
        fed: whether rod is fed in
        amounts: of rod
        length_mm: of the seam
        family: its heat row

    Source: area of the groove and its cap: geometry

    >>> from pellak.core.heat.solve import HeatGiven
    >>> case = HeatGiven(family='carbon-steel', thickness_mm=6.0, joint='butt',
    ...     acetylene_l_per_h=400).case()
    >>> from pellak.core.seam.filler import FillerGiven, groove_of
    >>> groove = groove_of(FillerGiven(family='carbon-steel', thickness_mm=6.0, length_mm=300.0))
    >>> amounts = rod_amounts(None, groove, case.family, 300.0, [])
    >>> area_workings(groove, False, amounts, 300.0, case.family)[0].name
    'weld_area_mm2'
    """
    width, height = cap_mm(groove)
    area = weld_area_mm2(groove) if fed else 0.0
    one_size = len(amounts.by_diameter) == 1
    numbers = {
        "t": groove.thickness_mm, "f": groove.root_face_mm, "g": groove.root_gap_mm,
        "theta": math.radians(groove.included_angle_deg), "z": groove.leg_mm, "w": width,
        "h": height, "A": area, "L": length_mm, "rho": family.density_kg_per_m3, "pi": math.pi,
        "m": amounts.length_m, "d": amounts.by_diameter[0].diameter_mm if one_size else 0.0,
    }  # fmt: skip
    formula = AREA_FORMULAS[groove.form] if fed else "0 * t"
    least, most = ROD_SPREAD
    length_m, count, mass_g = amounts.length_m, amounts.rods, amounts.mass_g
    sizes = " + ".join(f"{t.rods} of {say.wall(t.diameter_mm, 6)}" for t in amounts.by_diameter)
    return [
        Working(name="weld_area_mm2", value=area, unit="mm²", low=AREA_SPREAD[0] * area,
                high=AREA_SPREAD[1] * area,
                formula=formula, inserted=inserted(formula, numbers), source=AREA_SOURCE,
                note="theta in radians; the cap is what varies between hands"),
        Working(name="rod_length_m", value=length_m, unit="m", low=least * length_m,
                high=most * length_m,
                formula=VOLUME_FORMULA if one_size else "each pass by its own diameter",
                inserted=inserted(VOLUME_FORMULA, numbers) if one_size else sizes or "—",
                source="volume of the weld with 5 % lost; " + ROD_SOURCE),
        Working(name="rods", value=float(count), low=float(math.floor(least * count)),
                high=float(math.ceil(most * count)), formula=RODS_FORMULA,
                inserted=sizes or "none", source="rods of 1 m, a stub of 60 mm left of each"),
        Working(name="mass_g", value=mass_g, unit="g", low=least * mass_g, high=most * mass_g,
                formula=MASS_FORMULA, inserted=inserted(MASS_FORMULA, numbers),
                source="volume of the weld times density, 5 % lost"),
    ]  # fmt: skip


def pace_workings(
    pace: WeldPace, passes: Sequence[WeldPass], groove: Groove, length_mm: float
) -> list[Working]:
    """Return the working of the whole weld's minutes, travel and gas.

    Args:
        pace: minutes a metre
        passes: as they are laid
        groove: what is filled
        length_mm: of the seam

    Source: each working tells its own

    >>> from pellak.core.heat.solve import HeatGiven
    >>> case = HeatGiven(family='carbon-steel', thickness_mm=6.0, joint='butt',
    ...     acetylene_l_per_h=400).case()
    >>> from pellak.core.seam.filler import FillerGiven, groove_of
    >>> groove = groove_of(FillerGiven(family='carbon-steel', thickness_mm=6.0, length_mm=300.0))
    >>> from pellak.core.seam.passes import FlowSpan, weld_passes
    >>> pace = WeldPace(5.0, 4.0, 6.0, 4.0, 1.0, 1.0, True)
    >>> passes = weld_passes(groove, case, pace, 300.0, FlowSpan(200.0, 600.0), None, 'forehand')
    >>> len(pace_workings(pace, passes, groove, 300.0)) > 1
    True
    """
    minutes, gas = sum(p.minutes for p in passes), sum(p.gas_l for p in passes)
    low, high = sum(p.low_min for p in passes), open_sum([p.high_min for p in passes])
    numbers = {"m": pace.min_per_m_per_mm, "t": groove.thickness_mm, "k": pace.direction_factor,
               "G": pace.groove_factor, "L": length_mm, "F": pace.log_factor}  # fmt: skip
    learned = pace.log_factor != 1.0
    rule = f"{MINUTES_FORMULA} * F" if learned else MINUTES_FORMULA
    limited = any(p.rod_limited for p in passes)
    thick = "" if pace.valid else "beyond the rule's range: another process is the right one"
    note = "m from the plate model, k the direction, G this groove against the usual one"
    note = f"{note}, F your own seams against it" if learned else note
    note = f"{note}; slowed by the rod the flame can melt" if limited else note
    each = " + ".join(short(p.minutes, 4) for p in passes)
    flows = " + ".join(
        f"{short(p.acetylene_l_per_h, 4)} * {short(p.minutes, 4)} / 60" for p in passes
    )
    return [
        Working(name="seam_min", value=minutes, unit="min", low=low, high=high,
                formula="each pass as long as its rod takes" if limited else rule,
                inserted=each if limited else inserted(rule, numbers),
                source=f"{PACE_SOURCE}; {LOG_SOURCE}" if learned else PACE_SOURCE,
                valid=pace.valid, note=thick or note),
        Working(name="travel_mm_per_min", value=length_mm / minutes, unit="mm/min",
                low=None if high is None else length_mm / high, high=length_mm / low,
                formula="L / minutes", inserted=f"{short(length_mm, 5)} / {short(minutes, 4)}",
                source=PACE_SOURCE, valid=pace.valid, note=thick or "all passes together"),
        Working(name="seam_acetylene_l", value=gas, unit="L", low=gas * low / minutes,
                high=None if high is None else gas * high / minutes,
                formula=" + ".join(f"Q{p.n} * m{p.n} / 60" for p in passes), inserted=flows,
                source="flow times flame minutes, pass by pass", valid=pace.valid),
    ]  # fmt: skip


def filler_cautions(passes: Sequence[WeldPass], thickness_mm: float) -> list[Caution]:
    """Return what to mind about the passes.

    Args:
        passes: as they are laid
        thickness_mm: wall, mm

    Source: judgement

    >>> filler_cautions([], 2.0)
    []
    """
    cautions = []
    if any(p.rod_limited for p in passes):
        cautions.append(
            Caution(
                level="note",
                text="The rod takes longer to melt than the plate here: the pace is the rod's.",
                reason="Half of the flame's heat at most goes into the rod; the plate takes more.",
                source="heat to melt the weld's mass against the heat of the fitted flame",
            )
        )
    if thickness_mm > VALID_UP_TO_MM:
        cautions.append(
            Caution(
                level="warn",
                text=f"Over {say.wall(VALID_UP_TO_MM)} these minutes stretch the rule. Another "
                "process "
                "is the right one for plate this thick.",
                reason="The flame's spread-out heat warms and draws thick plate for hours.",
                source="gas-welding practice; arc processes are used above 6 to 10 mm",
            )
        )
    return cautions
