"""The plan of a job, whatever its kind: stations in order, one drawing, cards; never stored."""

from typing import Any

from pydantic import model_validator

from pellak.core.answer.figure import Station, StationId
from pellak.core.answer.working import Record
from pellak.core.model.cards import BenchCard
from pellak.core.model.facts import Facts
from pellak.core.model.kinds.unions import Drawing, Job, Work, upcast_plan
from pellak.core.torch.barred import Barred
from pellak.core.torch.candidates import TipCandidate
from pellak.core.torch.ladder import FlowLadder

LOOK_HOLDS = "What was seen, times, what was changed."


class Plan(Record):
    """Stations, drawing and cards for one job under one method version.

    `facts` is null only in plans of runs kept before they were typed.
    """

    method_version: str
    guidance: str
    job: Job
    stations: list[Station]
    candidates: list[TipCandidate]
    barred: Barred | None = None
    ladder: FlowLadder | None = None
    work: Work | None = None
    drawing: Drawing
    facts: Facts | None = None
    cards: list[BenchCard]
    may_start: bool
    why_not: str

    @model_validator(mode="before")
    @classmethod
    def _kept_before(cls, document: Any) -> Any:
        return upcast_plan(document)


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
