"""Runs as rows: what of a run stands in columns of its own, and a run as the book lists it."""

from collections.abc import Sequence
from datetime import datetime
from typing import Any
from uuid import uuid4

from sqlalchemy.orm import Session

from pellak.core.facts_kept import facts_kept
from pellak.core.kinds.registry import kind_named, kind_of
from pellak.core.log_field import LogField, LoggedMeasure, planned_by
from pellak.core.planned import Plan
from pellak.core.run_log import RunLog, signs
from pellak.core.working import Record
from pellak.store.change_count import count_change
from pellak.store.runs import Runs
from pellak.store.tables import RunMeasureRow, RunRow


class RunLine(Record):
    """A run as the book lists it, planned beside actual."""

    id: str
    job_id: str
    job_name: str
    family: str
    thickness_mm: float
    started_at: datetime
    finished_at: datetime | None
    who: str
    kind: str
    measures: list[LoggedMeasure]
    came: str
    seen: list[str]
    method_version: str


def log_columns(log: RunLog, fields: Sequence[LogField]) -> dict[str, Any]:
    """Return a log as its row keeps it, what is searched and summed in columns of its own."""
    burnt = [log.actual[field.id] for field in fields if field.burns and field.id in log.actual]
    return {
        "log": log.model_dump(mode="json"),
        "who": log.who,
        "flame_min": sum(burnt) if burnt else None,
        "fire_watch": any(mark.clock == "fire-watch" for mark in log.clocks)
        and not any(one.step == "fire-watch" for one in log.confirmations),
    }


def learn(session: Session, kind: str) -> None:
    """Let later plans of a kind that learns from its runs be reckoned anew."""
    if kind_named(kind).learns is not None:
        count_change(session)


def run_words(job_name: str, log: RunLog) -> str:
    """Return what a run is found by: its job, whoever welded it, what was seen."""
    seen = [sign.label for sign in signs() if sign.id in log.seen]
    return "\n".join([job_name, log.who, *seen])


def add_run(session: Session, job_id: str, plan: Plan, started_at: datetime, log: RunLog) -> RunRow:
    """Return a new run, kept with its words and with what was planned of each measure."""
    facts, kind = plan.facts or facts_kept(plan.stations), kind_of(plan.job)
    flow, ratio = facts.acetylene_l_per_h, facts.oxygen_ratio
    row = RunRow(
        run_id=uuid4().hex[:12],
        job_id=job_id,
        job_name=plan.job.name,
        kind=kind.id,
        family=plan.job.family,
        thickness_mm=plan.job.wall_mm,
        method_version=plan.method_version,
        started_at=started_at,
        acetylene_l_per_h=flow,
        oxygen_l_per_h=None if flow is None or ratio is None else flow * ratio,
        plan=plan.model_dump(mode="json"),
        version=1,
        **log_columns(log, kind.log),
    )
    Runs(session).add(row, run_words(row.job_name, log))
    session.add_all(
        RunMeasureRow(
            run_id=row.run_id,
            field=field.id,
            planned=planned_by(facts, field),
            actual=log.actual.get(field.id),
        )
        for field in kind.log
    )
    return row


def run_line(row: RunRow, measures: Sequence[RunMeasureRow]) -> RunLine:
    """Return a run as the book lists it, its measures in the order its kind logs them."""
    kind, told = kind_named(row.kind), {measure.field: measure for measure in measures}
    logged = [
        LoggedMeasure(
            id=field.id,
            label=field.label,
            asked=field.asked,
            unit=field.unit,
            least=field.least,
            planned=told[field.id].planned if field.id in told else None,
            actual=told[field.id].actual if field.id in told else None,
        )
        for field in kind.log
    ]
    ours, log = {"id", "seen", "measures", "came"}, RunLog.model_validate(row.log)
    return RunLine(
        id=row.run_id,
        seen=log.seen,
        came=kind.came(log.work),
        measures=logged,
        **{name: getattr(row, name) for name in RunLine.model_fields if name not in ours},
    )
