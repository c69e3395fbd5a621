"""The plan of a job, whatever its kind: stations in order, one drawing, cards; never stored."""

from pellak.core.care.cards import BenchCard
from pellak.core.drawing import SeamDrawing
from pellak.core.errors import Refused
from pellak.core.facts import Facts
from pellak.core.figure import Station, StationId
from pellak.core.job import Job
from pellak.core.kinds.straighten.drawing import MemberDrawing
from pellak.core.kinds.straighten.plan_part import MemberPlan
from pellak.core.seam.filler import FillerValues
from pellak.core.seam.groove_drawing import GrooveDrawing
from pellak.core.seam.tacks import TacksValues
from pellak.core.seam.tacks_given import TacksGiven
from pellak.core.torch.candidates import TipCandidate
from pellak.core.torch.ladder import FlowLadder
from pellak.core.working import Record

LOOK_HOLDS = "What was seen, times, what was changed."


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
    member: MemberPlan | None = None
    drawing: SeamDrawing | MemberDrawing
    facts: Facts | None = None
    cards: list[BenchCard]
    may_start: bool
    why_not: str


def tacks_of(plan: Plan) -> TackPlan:
    """Return a plan's tacks. Raises Refused where the job has none."""
    if plan.tacks is None:
        raise Refused("job", plan.job.name, "a seam with a length, that is tacked")
    return plan.tacks


def waiting(station: StationId, name: str, holds: str, answer: str = "—") -> Station:
    """Return a station of which nothing is known yet."""
    return Station(id=station, name=name, state="ahead", answer=answer, holds=holds)


def blocked_by_stops(stations: list[Station]) -> list[Station]:
    """Return the stations, those with a stop marked as blocked."""
    return [
        s.model_copy(update={"state": "blocked"})
        if any(c.level == "stop" for c in s.cautions)
        else s
        for s in stations
    ]


def first_stop(stations: list[Station]) -> str:
    """Return the text of the first stop, or nothing."""
    return next((c.text for s in stations for c in s.cautions if c.level == "stop"), "")
