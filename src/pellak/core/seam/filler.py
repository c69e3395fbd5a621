"""The filler reckoner: rod, its diameter, passes, and how much of it a seam takes."""

from pydantic import Field

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Answer, Number, Reckoner, Record
from pellak.core.heat.solve import HeatGiven, PieceGiven, solve_heat
from pellak.core.metal.alloy import metal_named
from pellak.core.metal.rod import NO_ROD, STRIP_UP_TO_MM, Rod, rod_schools, rods, strip_too_thick
from pellak.core.seam.amounts import (
    RodTotal,
    StripCut,
    area_workings,
    filler_cautions,
    pace_workings,
    rod_amounts,
)
from pellak.core.seam.groove import (
    CASTING_V_DEG,
    ONE_POOL_UP_TO_MM,
    USUAL_V_DEG,
    EdgeForm,
    Groove,
    casting_root_face_mm,
    form_for,
    usual_gap_mm,
    usual_root_face_mm,
    weld_area_mm2,
)
from pellak.core.seam.pace import Direction, Pools, paced_by_hand, pools_of, weld_pace
from pellak.core.seam.pace_learning import RULE_SIGMA, paced_by_log
from pellak.core.seam.passes import FlowSpan, WeldPass, open_sum, weld_passes
from pellak.core.tables.metal_families import traits_of


class FillerGiven(PieceGiven):
    """A seam to be filled; what is not told is what is usual for the joint and thickness.

    Without `acetylene_l_per_h` the gas rule's flow, without a band that of the bore it asks for.
    `pace_factor`: how many times the rule's minutes your own seams took, `pace_sigma` how far that
    may be off as a logarithm; a travel that is told goes before both.
    """

    rod: str | None = Field(default=None, max_length=40)
    thickness_mm: Number = Field(ge=0.3, le=50)
    edge_form: EdgeForm | None = None
    root_gap_mm: Number | None = Field(default=None, ge=0, le=10)
    root_face_mm: Number | None = Field(default=None, ge=0, le=20)
    included_angle_deg: Number | None = Field(default=None, ge=20, le=120)
    leg_mm: Number | None = Field(default=None, ge=0.3, le=50)
    length_mm: Number = Field(ge=5, le=50_000)
    direction: Direction = "forehand"
    acetylene_l_per_h: Number | None = Field(default=None, ge=2, le=20_000)
    orifice_mm: Number | None = Field(default=None, ge=0.1, le=20)
    tip_low_l_per_h: Number | None = Field(default=None, ge=1, le=20_000)
    tip_high_l_per_h: Number | None = Field(default=None, ge=1, le=40_000)
    rod_diameter_mm: Number | None = Field(default=None, ge=0.5, le=12)
    travel_mm_per_min: Number | None = Field(default=None, ge=0.5, le=5000)
    pace_factor: Number = Field(default=1.0, ge=0.2, le=5)
    pace_sigma: Number = Field(default=RULE_SIGMA, ge=0, le=1)


class FillerValues(Record):
    """The filler. `rod_diameter_mm`, the fill's, is null for strip; all is nought without a rod.

    Minutes, gas and travel are of the whole weld, all passes; null where the flow never melts its
    root: `flow_that_would_l_per_h` then says which would.
    """

    rod: str
    rod_diameter_mm: float | None
    form: EdgeForm
    passes: list[WeldPass]
    weld_area_mm2: float
    rods: int
    rod_length_m: float
    mass_g: float
    strip: StripCut | None = None
    by_diameter: list[RodTotal] = Field(default_factory=list)
    minutes: float | None = None
    low_min: float | None = None
    high_min: float | None = None
    gas_l: float | None = None
    travel_mm_per_min: float | None = None
    root_wets: bool = True
    back_wets: bool = True
    flow_that_would_l_per_h: float | None = None
    rod_limited: bool = False
    valid: bool = True


class FillerAnswer(Answer):
    """Answer of the filler reckoner."""

    values: FillerValues


def groove_of(given: FillerGiven) -> Groove:
    """Return the groove a question means, what was not told filled in with what is usual."""
    t, casting = given.thickness_mm, given.joint == "casting-crack"
    family = given.metal().family
    form = given.edge_form or form_for(given.joint, t, given.root_gap_mm or 0, family)
    grooved = form in ("v", "double-v")
    face, gap = given.root_face_mm, given.root_gap_mm
    if face is None:
        face = 0.0
        if grooved:
            face = casting_root_face_mm(t) if casting else usual_root_face_mm(t)
    if grooved and (face > t or (face >= t > ONE_POOL_UP_TO_MM)):
        raise Refused("root_face_mm", face, f"less than the thickness, {say.wall(t, 6)}")
    if gap is None:
        gap = usual_gap_mm(t) if grooved and not casting else 0.0
    return Groove(
        form=form,
        thickness_mm=t,
        root_gap_mm=gap,
        root_face_mm=face,
        included_angle_deg=given.included_angle_deg or (CASTING_V_DEG if casting else USUAL_V_DEG),
        leg_mm=(given.leg_mm or t) if form == "fillet" else 0.0,
        casting=casting,
    )


def _rod(given: FillerGiven) -> Rod | None:
    if given.rod == NO_ROD:
        return None
    family = given.metal().family
    usual = rod_schools(
        metal_named(given.alloy or traits_of(family).plain_alloy), given.thickness_mm
    )
    name = given.rod or usual[0].id
    if name not in rods():
        raise Refused("rod", name, "a rod id of the table, such as r45, or none")
    rod = rods()[name]
    if strip_too_thick(rod, given.thickness_mm):
        raise Refused(
            "rod", name, f"a rod: strip of the parent sheet serves to {say.wall(STRIP_UP_TO_MM)}"
        )
    return rod


def heat_given_of(given: FillerGiven) -> HeatGiven:
    """Return the heat question a filler question means: the flow told, else the gas rule's."""
    piece = HeatGiven(
        family=given.family, alloy=given.alloy, thickness_mm=given.thickness_mm,
        joint=given.joint, start_c=given.start_c, hand_factor=given.hand_factor,
        hand_sigma=given.hand_sigma,
        orifice_mm=given.orifice_mm,
        acetylene_l_per_h=given.acetylene_l_per_h or 100.0,
    )  # fmt: skip
    if given.acetylene_l_per_h is not None:
        return piece
    matched = piece.matched_case().acetylene_l_per_h
    return piece.model_copy(update={"acetylene_l_per_h": max(2.0, matched)})


def _span(given: FillerGiven, flow_l_per_h: float) -> FlowSpan:
    """Return the flows the tip may be run at; without a tip, a usual bore's about the flow."""
    low = given.tip_low_l_per_h if given.tip_low_l_per_h is not None else 0.6 * flow_l_per_h
    high = given.tip_high_l_per_h if given.tip_high_l_per_h is not None else 1.5 * flow_l_per_h
    return FlowSpan(min(low, high), max(low, high))


def reckon_filler(given: FillerGiven, pools: Pools | None = None) -> FillerAnswer:
    """Return rod, passes and amounts for a seam.

    Args:
        given: the seam and the flame.
        pools: its pool already solved, where it is.

    Raises Refused where the rod is not in the table or the root face is as thick as the sheet.

    Valid for seams of 0.5 to 12 mm, square edges to 6 mm; mm, g, min. Source: geometry of the
    edges; the fitted pool at 3.2 mm and the same gas for each millimetre; long-published minutes.
    """
    rod, groove, family = _rod(given), groove_of(given), given.metal()
    heat_given = heat_given_of(given)
    case = heat_given.case()
    pools = pools or pools_of(solve_heat(heat_given), groove.form)
    pace = weld_pace(pools, groove, given.direction)
    if pace is not None and given.travel_mm_per_min is not None:
        pace = paced_by_hand(pace, given.travel_mm_per_min)
    elif pace is not None:
        pace = paced_by_log(pace, given.pace_factor, given.pace_sigma)
    passes = (
        weld_passes(groove, case, pace, given.length_mm, _span(given, case.acetylene_l_per_h), rod,
                    given.direction, given.rod_diameter_mm)
        if pace is not None
        else []
    )  # fmt: skip
    area = weld_area_mm2(groove) if rod else 0.0
    amounts = rod_amounts(rod, groove, family, given.length_mm, passes)
    minutes = sum(p.minutes for p in passes) if passes else None
    values = FillerValues(
        rod=rod.id if rod else NO_ROD,
        rod_diameter_mm=max((p.rod_diameter_mm for p in passes if p.rod_diameter_mm), default=None),
        form=groove.form,
        passes=passes,
        weld_area_mm2=area,
        rods=amounts.rods,
        rod_length_m=amounts.length_m,
        mass_g=amounts.mass_g,
        strip=amounts.strip,
        by_diameter=amounts.by_diameter,
        minutes=minutes,
        low_min=sum(p.low_min for p in passes) if passes else None,
        high_min=open_sum([p.high_min for p in passes]),
        gas_l=sum(p.gas_l for p in passes) if passes else None,
        travel_mm_per_min=given.length_mm / minutes if minutes else None,
        root_wets=pace is not None,
        back_wets=pools.expected.back_wets,
        flow_that_would_l_per_h=None if pace is not None else flow_that_would(given),
        rod_limited=any(p.rod_limited for p in passes),
        valid=pace is not None and pace.valid,
    )
    return FillerAnswer(
        values=values,
        working=[
            *area_workings(groove, rod is not None, amounts, given.length_mm, family),
            *(pace_workings(pace, passes, groove, given.length_mm) if pace is not None else []),
        ],
        cautions=filler_cautions(passes, given.thickness_mm),
    )


def flow_that_would(given: FillerGiven) -> float | None:
    """Return the least flow, in steps of a tenth over the gas rule's, that melts the root; None
    where twice the rule's does not either.

    Args:
        given: the seam

    Source: the gas rule, and the plate model of the root

    >>> given = FillerGiven(family='carbon-steel', thickness_mm=6.0, length_mm=300.0)
    >>> flow_that_would(given) is None or flow_that_would(given) > 0
    True
    """
    groove = groove_of(given)
    asked = given.model_copy(update={"acetylene_l_per_h": None, "orifice_mm": None})
    rule = heat_given_of(asked).acetylene_l_per_h
    for tenths in range(5, 21):
        flow = rule * tenths / 10
        if given.acetylene_l_per_h is not None and flow <= given.acetylene_l_per_h:
            continue
        tried = heat_given_of(asked).model_copy(update={"acetylene_l_per_h": flow})
        if weld_pace(pools_of(solve_heat(tried), groove.form), groove, given.direction):
            return flow
    return None


FILLER = Reckoner(
    "filler",
    "Which rod, how many passes, how much of it, how long?",
    FillerGiven,
    FillerAnswer,
    reckon_filler,
)
