"""The plan: a job's stations in order, composed from the reckoners; derived, never stored."""

from collections.abc import Sequence

from pellak.core import METHOD_VERSION
from pellak.core.care.cards import BenchCard, bench_cards
from pellak.core.care.sequences import GUIDANCE, steps
from pellak.core.drawing import SeamDrawing, empty_drawing, seam_drawing
from pellak.core.figure import Figure, Station, StationId
from pellak.core.job import Job, ShopSchools, schools_of
from pellak.core.stations.piece import piece_station
from pellak.core.stations.reckoned import Reckoned, choice_for, reckon_job
from pellak.core.stations.tack_and_run import tack_and_run_station
from pellak.core.stations.torch import torch_station
from pellak.core.torch.candidates import RackTip, TipCandidate
from pellak.core.working import Record, School

SHUT_DOWN_SCHOOLS = [
    School(
        id="acetylene-first",
        label="acetylene first",
        why="flame out at once, and oxygen blows the tip clear of soot",
    ),
    School(
        id="oxygen-first",
        label="oxygen first",
        why="for torches whose maker asks for it: a leaking fuel valve shows as a small flame",
    ),
]
TO_COME: dict[StationId, tuple[str, str]] = {
    "preheat": (
        "Preheat",
        "Whether this alloy at this thickness wants heat first, how much and from which rule. "
        "Not built yet; thin low-carbon sheet, dry and above 10 °C, wants none.",
    ),
    "cool-and-dress": (
        "Cool and dress",
        "Post-heat, how slowly it must cool, cleaning, planishing and straightening. Not built "
        "yet; let low-carbon sheet cool in still air.",
    ),
}
LOOK_HOLDS = "Both sides of the seam, what was seen, times, what was changed."


class Plan(Record):
    """Stations, drawing and cards for one job under one method version."""

    method_version: str
    guidance: str
    job: Job
    stations: list[Station]
    candidates: list[TipCandidate]
    drawing: SeamDrawing
    cards: list[BenchCard]
    may_start: bool
    why_not: str


def _to_come(station: StationId) -> Station:
    name, holds = TO_COME[station]
    return Station(id=station, name=name, state="to-come", answer="to come", holds=holds)


def _waiting(station: StationId, name: str, holds: str) -> Station:
    return Station(id=station, name=name, state="ahead", answer="—", holds=holds)


def _safe_start(job: Job, schools: ShopSchools) -> Station:
    checks = steps(schools.shut_down)
    stops = sum(step.gate == "stop" for step in checks)
    figure = Figure(
        id="checks",
        label="On the bench cards",
        text=f"{len(checks)} steps",
        detail=f"{stops} of them must be answered before the torch is lit",
        choice=choice_for(
            job, "shut_down", "Which gas off first?", schools.shut_down, SHUT_DOWN_SCHOOLS
        ),
    )
    return Station(
        id="safe-start",
        name="Safe start",
        state="ahead",
        answer=f"{stops} to answer",
        holds="Steps in order from place to fire watch, each with its reason.",
        figures=[figure],
    )


def _why_not(job: Job, stations: Sequence[Station]) -> str:
    if job.thickness_mm is None:
        return "Type the thickness first: click its box on the drawing."
    if job.length_mm is None:
        return "Type the seam's length first: click its box on the drawing."
    stops = [c.text for s in stations for c in s.cautions if c.level == "stop"]
    return stops[0] if stops else ""


def _drawing(job: Job, reckoned: Reckoned | None) -> SeamDrawing:
    if reckoned is None:
        return empty_drawing(job.root_gap_mm)
    return seam_drawing(
        reckoned.solution,
        root_gap_mm=job.root_gap_mm,
        orifice_mm=reckoned.orifice_mm,
        cone_mm=reckoned.flame.values.cone_mm,
        feather_mm=reckoned.flame.values.feather_mm,
    )


def compose_plan(
    job: Job,
    shop: ShopSchools,
    rack: Sequence[RackTip] = (),
    hand_factor: float = 1.0,
) -> Plan:
    """Return the plan of a job.

    Args:
        job: what the person decided; figures wait until the thickness is told.
        shop: the shop's schools, which the job may overrule.
        rack: the tips to choose from; without any, number drills stand in.
        hand_factor: heat of this hand and torch against the model's, 1 until fitted.
    """
    schools = schools_of(job, shop)
    reckoned = reckon_job(job, shop, rack, hand_factor)
    stations = [
        piece_station(job, reckoned),
        _to_come("preheat"),
        torch_station(reckoned)
        if reckoned
        else _waiting("torch", "Torch", "Tip, flow, flame, pressures, lens."),
        _safe_start(job, schools),
        tack_and_run_station(reckoned)
        if reckoned
        else _waiting("tack-and-run", "Tack and run", "Travel, minutes, pool and blue band."),
        _to_come("cool-and-dress"),
        _waiting("look-and-log", "Look and log", LOOK_HOLDS),
    ]
    figures = {figure.id: figure for station in stations for figure in station.figures}
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
        drawing=_drawing(job, reckoned),
        cards=bench_cards(figures, schools.shut_down),
        may_start=not why_not,
        why_not=why_not,
    )
