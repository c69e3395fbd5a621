"""A seam's plan: its stations composed from the reckoners."""

from collections.abc import Callable, Sequence
from dataclasses import replace

from pellak.core import METHOD_VERSION, say
from pellak.core.answer.figure import Station
from pellak.core.gas.cylinders import LONG_FROM_MIN
from pellak.core.gas.draw import DrawLimits
from pellak.core.hand.known import MODEL_HAND
from pellak.core.kinds.kind import Act, JobKind, Marks, ShopAsked
from pellak.core.kinds.seam.calibration import seam_timed
from pellak.core.kinds.seam.casting_heat import casting_heat, cooling_of_casting, watch_of
from pellak.core.kinds.seam.cool_station import cool_station
from pellak.core.kinds.seam.facts_of import facts_of, planned_of
from pellak.core.kinds.seam.from_line import seam_from_line
from pellak.core.kinds.seam.piece import piece_station, seam_length
from pellak.core.kinds.seam.practice import with_practice
from pellak.core.kinds.seam.preheat_station import preheat_station
from pellak.core.kinds.seam.reckoned import Reckoned, preheat_of, reckon_job
from pellak.core.kinds.seam.rods_taken import rods_taken, rods_wanted
from pellak.core.kinds.seam.seam_work import ReckonedSeam, seam_work
from pellak.core.kinds.seam.tack_and_run import tack_and_run_station
from pellak.core.kinds.seam.tacking import (
    TackMeasures,
    TacksMade,
    seam_now,
    tack_measured,
    tacks_made,
    tacks_of,
    unfinished_work,
)
from pellak.core.kinds.seam.torch_station import torch_station
from pellak.core.kinds.stations.safe_start import safe_cards, safe_start_station
from pellak.core.metal.alloy import heat_family_of
from pellak.core.model.job_base import metal_of, schools_of
from pellak.core.model.kinds.seam.drawing import SeamDrawing, empty_drawing, seam_drawing
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.model.kinds.seam.work import KIND, SeamWork, TackPlan
from pellak.core.model.log_field import LogField
from pellak.core.model.overrides import with_own, without_own
from pellak.core.model.plan import (
    LOOK_HOLDS,
    Plan,
    blocked_by_stops,
    first_stop,
    waiting,
)
from pellak.core.model.run_measures import AS_SET, AS_WELDED
from pellak.core.model.sequences import GUIDANCE
from pellak.core.piece.dimensions import dimension_rows
from pellak.core.piece.joint_drawing import joint_drawing
from pellak.core.seam.groove_drawing import groove_drawing
from pellak.core.seam.template import flat_places, tacks_csv
from pellak.core.tables import joints
from pellak.core.torch.ladder import flow_ladder

SAFE_START_PLACE = 3
Whole = tuple[Reckoned | None, ReckonedSeam | None]
Reckon = Callable[[float | None], Whole]


def _not_planned(refused: bool, holds: str) -> tuple[str, str]:
    return (
        ("Not planned: this metal is not fused by torch.", "refused") if refused else (holds, "—")
    )


def _why_not(job: SeamJob, stations: Sequence[Station]) -> str:
    if stop := first_stop(list(stations)):
        return stop
    if job.thickness_mm is None:
        return "Type the thickness first: click its box on the drawing."
    if seam_length(job) is None:
        return "Type the seam's length first: click its box on the drawing."
    return ""


def _drawing(job: SeamJob, reckoned: Reckoned | None) -> SeamDrawing:
    stated = {row.field: getattr(job, row.field) for row in dimension_rows(job.joint)}
    joint = joint_drawing(job.joint, job.thickness_mm, stated)
    if reckoned is None:
        return empty_drawing(job.root_gap_mm or 0.0, job.thickness_mm, joint)
    return seam_drawing(
        reckoned.solution,
        root_gap_mm=reckoned.groove.root_gap_mm,
        orifice_mm=reckoned.orifice_mm,
        cone_mm=reckoned.flame.values.cone_mm,
        feather_mm=reckoned.flame.values.feather_mm,
        joint=joint,
        in_layers=reckoned.pool is not reckoned.heat,
    )


def _in_spells(
    reckon: Reckon, draw: DrawLimits | None
) -> tuple[Reckoned | None, ReckonedSeam | None]:
    """Return the work as if the acetylene were drawn on end; faster where it ends in a spell.

    How long it burns follows from the flow and how fast it may be drawn from how long: the faster
    flow is tried where the slower one is held back, and kept where its minutes are a spell's.
    """
    slow = reckon(None)
    if slow[0] is None or draw is None:
        return slow
    wanted = slow[0].tip_answer.values.acetylene_l_per_h
    if slow[0].job.acetylene_l_per_h is not None or wanted <= draw.continuous_l_per_h:
        return slow
    fast = reckon(LONG_FROM_MIN)
    minutes = fast[1].flame_min if fast[1] is not None else None
    return fast if minutes is not None and minutes <= LONG_FROM_MIN else slow


def seam_plan(job: SeamJob, asked: ShopAsked) -> Plan:
    """Return the plan of a seam; figures wait until its thickness is told."""
    shop, own, equipment = asked.schools, asked.own, asked.equipment
    schools = schools_of(job, shop)
    metal = metal_of(job, own)
    known = metal is not None and job.thickness_mm is not None
    constants = heat_family_of(metal.family) if metal else None
    hand = asked.hand(constants.family) if constants else MODEL_HAND
    preheat = preheat_of(job, metal, shop, hand) if metal is not None and known else None
    casting = casting_heat(job, metal, preheat, equipment, asked.watched)

    def reckon(flame_min: float | None) -> Whole:
        found = reckon_job(
            job, shop, asked.rack, hand, metal, preheat, equipment, casting, flame_min
        )
        return found, seam_work(found, asked.learned) if found else None

    reckoned, work = _in_spells(reckon, equipment.draw)
    refused = known and reckoned is None
    fall = cooling_of_casting(job, preheat, casting, asked.watched)
    usual = without_own(job)
    ours = seam_plan(usual, asked).stations if usual else None
    stations = [
        piece_station(job, metal),
        preheat_station(job, shop, metal, preheat, casting, equipment),
        torch_station(reckoned, work)
        if reckoned and work
        else waiting("torch", "Torch", *_not_planned(refused, "Tip, flow, flame, pressures.")),
        tack_and_run_station(reckoned, work)
        if reckoned and work
        else waiting(
            "tack-and-run", "Tack and run", *_not_planned(refused, "Travel, minutes, pool, rod.")
        ),
        cool_station(metal, preheat, fall)
        if not refused
        else waiting("cool-and-dress", "Cool and dress", *_not_planned(True, "")),
        waiting("look-and-log", "Look and log", LOOK_HOLDS),
    ]
    stations = with_own(stations, ours or stations, job)
    family = metal.family if metal else job.family
    stations = with_practice(
        stations, family, job.joint, job.thickness_mm, from_rack=bool(asked.rack)
    )
    figures = {figure.id: figure for station in stations for figure in station.figures}
    facts = facts_of(job, schools, preheat, reckoned, work).model_copy(
        update={
            "watch": watch_of(preheat, casting, fall),
            "planned": planned_of(figures, reckoned, work),
        }
    )
    cards = safe_cards(KIND, job, schools, family, job.joint, figures, facts, equipment, reckoned)
    stations.insert(SAFE_START_PLACE, safe_start_station(job, schools, family, job.joint, cards))
    why_not = _why_not(job, stations)
    return Plan(
        method_version=METHOD_VERSION,
        guidance=GUIDANCE,
        job=job,
        stations=blocked_by_stops(stations),
        candidates=reckoned.tip_answer.values.candidates if reckoned else [],
        barred=reckoned.barred if reckoned else None,
        ladder=flow_ladder(
            replace(reckoned.solution.expected.case, orifice_mm=None),
            reckoned.tip_answer.values.acetylene_l_per_h,
            reckoned.tip_answer.values.matched_puddle_s,
        )
        if reckoned
        else None,
        work=SeamWork(
            tacks=TackPlan(given=work.tacks[0], values=work.tacks[1].values)
            if work.tacks
            else None,
            filler=work.filler.values,
            groove=groove_drawing(reckoned.groove, work.filler.values.passes),
            paced=work.paced,
        )
        if work and reckoned
        else None,
        drawing=_drawing(job, reckoned),
        facts=facts,
        cards=cards,
        may_start=not why_not,
        why_not=why_not,
    )


def _line(job: SeamJob) -> str:
    thickness = f"{say.wall(job.thickness_mm)} · " if job.thickness_mm is not None else "· "
    return f"{thickness}{joints()[job.joint].name}"


def _marks(plan: Plan) -> Marks:
    tacks = tacks_of(plan)
    seam_mm = tacks.given.seam_mm
    places = flat_places(tacks.values, seam_mm)
    return Marks("tacks", "tacks", places, seam_mm, tacks_csv(tacks.values))


SEAM = JobKind(
    KIND,
    "A seam",
    "fusion weld along an edge",
    SeamJob,
    seam_plan,
    _line,
    log=(
        LogField(
            id="puddle_s", label="First puddle", asked="First puddle, seconds", unit="s",
            quantity="time", least=0.2, most=600, planned="puddle_s",
        ),
        LogField(
            id="seam_min", label="Seam", asked="Seam, minutes", unit="min",
            quantity="time", least=0.02, most=1440, planned="seam_min", burns=True,
        ),
        *AS_SET,
        *AS_WELDED,
    ),
    now=seam_now,
    acts={"tacks": Act(TacksMade, tacks_made), "measured": Act(TackMeasures, tack_measured)},
    marks=_marks,
    look="Look at both sides of the seam. What did you see?",
    from_line=seam_from_line,
    worked="seam",
    card=(
        "tacks", "travel_mm_per_min", "seam_min", "pool_width_mm", "blue_band_mm", "lift_off_mm",
        "rod", "flux",
    ),
    signs=True,
    learns=seam_timed,
    wants=rods_wanted,
    takes=rods_taken,
    left=unfinished_work,
)  # fmt: skip
