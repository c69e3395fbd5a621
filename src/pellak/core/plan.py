"""The plan: a job's stations in order, composed from the reckoners; derived, never stored."""

from collections.abc import Sequence
from dataclasses import replace

from pellak.core import METHOD_VERSION
from pellak.core.care.cards import BenchCard
from pellak.core.care.sequences import GUIDANCE
from pellak.core.drawing import SeamDrawing, empty_drawing, seam_drawing
from pellak.core.errors import Refused
from pellak.core.facts import Facts
from pellak.core.figure import Station, StationId
from pellak.core.job import Job, ShopSchools, metal_of, schools_of
from pellak.core.metal.alloy import Metals
from pellak.core.own import with_own, without_own
from pellak.core.piece.dimensions import dimension_rows
from pellak.core.piece.joint_drawing import joint_drawing
from pellak.core.rack.equipment import Equipment
from pellak.core.seam.filler import FillerValues
from pellak.core.seam.groove_drawing import GrooveDrawing, groove_drawing
from pellak.core.seam.tacks import TacksValues
from pellak.core.seam.tacks_given import TacksGiven
from pellak.core.stations.cool import cool_station
from pellak.core.stations.facts_of import facts_of
from pellak.core.stations.piece import piece_station, seam_length
from pellak.core.stations.preheat import preheat_station
from pellak.core.stations.reckoned import Reckoned, preheat_of, reckon_job
from pellak.core.stations.safe_start import safe_cards, safe_start_station
from pellak.core.stations.seam_work import seam_work
from pellak.core.stations.tack_and_run import tack_and_run_station
from pellak.core.stations.torch import torch_station
from pellak.core.torch.candidates import RackTip, TipCandidate
from pellak.core.torch.ladder import FlowLadder, flow_ladder
from pellak.core.working import Record

SAFE_START_PLACE = 3
LOOK_HOLDS = "Both sides of the seam, what was seen, times, what was changed."


class TackPlan(Record):
    """What was asked of the tacks reckoner, and its answer: asked again once gaps are measured."""

    given: TacksGiven
    values: TacksValues


class Plan(Record):
    """Stations, drawing and cards for one job under one method version.

    `facts` is null only in plans of runs kept before they were typed.
    """

    method_version: str
    guidance: str
    job: Job
    stations: list[Station]
    candidates: list[TipCandidate]
    ladder: FlowLadder | None = None
    tacks: TackPlan | None = None
    filler: FillerValues | None = None
    groove: GrooveDrawing | None = None
    drawing: SeamDrawing
    facts: Facts | None = None
    cards: list[BenchCard]
    may_start: bool
    why_not: str


def tacks_of(plan: Plan) -> TackPlan:
    """Return a plan's tacks. Raises Refused where the job has none."""
    if plan.tacks is None:
        raise Refused("job", plan.job.name, "a seam with a length, that is tacked")
    return plan.tacks


def _not_planned(refused: bool, holds: str) -> tuple[str, str]:
    return (
        ("Not planned: this metal is not fused by torch.", "refused") if refused else (holds, "—")
    )


def _waiting(station: StationId, name: str, holds: str, answer: str = "—") -> Station:
    return Station(id=station, name=name, state="ahead", answer=answer, holds=holds)


def _why_not(job: Job, stations: Sequence[Station]) -> str:
    stops = [c.text for s in stations for c in s.cautions if c.level == "stop"]
    if stops:
        return stops[0]
    if job.thickness_mm is None:
        return "Type the thickness first: click its box on the drawing."
    if seam_length(job) is None:
        return "Type the seam's length first: click its box on the drawing."
    return ""


def _drawing(job: Job, reckoned: Reckoned | None) -> SeamDrawing:
    told = {row.field: getattr(job, row.field) for row in dimension_rows(job.joint)}
    joint = joint_drawing(job.joint, job.thickness_mm, told)
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


def compose_plan(
    job: Job,
    shop: ShopSchools,
    rack: Sequence[RackTip] = (),
    hand_factor: float = 1.0,
    own: Metals | None = None,
    equipment: Equipment | None = None,
) -> Plan:
    """Return the plan of a job, figures the person decided beside those reckoned.

    Args:
        job: what the person decided; figures wait until the thickness is told.
        shop: the shop's schools, which the job may overrule.
        rack: the tips to choose from; without any, number drills stand in.
        hand_factor: heat of this hand and torch against the model's, 1 until fitted.
        own: the shop's own heats, which the job may name.
        equipment: the whole rack; its tips are judged where `rack` names none.
    """
    equipment = equipment or Equipment()
    rack = rack or equipment.tips
    if equipment.mixer is not None:
        # The torch in the hand decides, whatever the shop is used to.
        shop = shop.model_copy(update={"mixer": equipment.mixer})
    schools = schools_of(job, shop)
    metal = metal_of(job, own)
    told = metal is not None and job.thickness_mm is not None
    preheat = preheat_of(job, metal, shop, hand_factor) if metal is not None and told else None
    reckoned = reckon_job(job, shop, rack, hand_factor, metal, preheat, equipment)
    refused = told and reckoned is None
    work = seam_work(reckoned) if reckoned else None
    usual = without_own(job)
    ours = compose_plan(usual, shop, rack, hand_factor, own, equipment).stations if usual else None
    stations = [
        piece_station(job, metal),
        preheat_station(job, shop, metal, preheat),
        torch_station(reckoned, work)
        if reckoned and work
        else _waiting("torch", "Torch", *_not_planned(refused, "Tip, flow, flame, pressures.")),
        tack_and_run_station(reckoned, work)
        if reckoned and work
        else _waiting(
            "tack-and-run", "Tack and run", *_not_planned(refused, "Travel, minutes, pool, rod.")
        ),
        cool_station(metal, preheat)
        if not refused
        else _waiting("cool-and-dress", "Cool and dress", *_not_planned(True, "")),
        _waiting("look-and-log", "Look and log", LOOK_HOLDS),
    ]
    stations = with_own(stations, ours or stations, job)
    figures = {figure.id: figure for station in stations for figure in station.figures}
    family = metal.family if metal else job.family
    facts = facts_of(job, schools, preheat, reckoned, work)
    cards = safe_cards(job, schools, family, figures, facts, equipment, reckoned)
    stations.insert(SAFE_START_PLACE, safe_start_station(job, schools, family, cards))
    why_not = _why_not(job, stations)
    return Plan(
        method_version=METHOD_VERSION,
        guidance=GUIDANCE,
        job=job,
        stations=[
            s.model_copy(update={"state": "blocked"})
            if any(c.level == "stop" for c in s.cautions)
            else s
            for s in stations
        ],
        candidates=reckoned.tip_answer.values.candidates if reckoned else [],
        ladder=flow_ladder(
            replace(reckoned.solution.expected.case, orifice_mm=None),
            reckoned.tip_answer.values.acetylene_l_per_h,
            reckoned.tip_answer.values.matched_puddle_s,
        )
        if reckoned
        else None,
        tacks=TackPlan(given=work.tacks[0], values=work.tacks[1].values)
        if work and work.tacks
        else None,
        filler=work.filler.values if work else None,
        groove=groove_drawing(reckoned.groove, work.filler.values.passes)
        if work and reckoned
        else None,
        drawing=_drawing(job, reckoned),
        facts=facts,
        cards=cards,
        may_start=not why_not,
        why_not=why_not,
    )
