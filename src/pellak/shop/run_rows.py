"""Runs as rows: what of a run stands in columns of its own, and a run as the book lists it."""

from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import Any
from uuid import uuid4

from sqlalchemy.orm import Session

from pellak.core.answer.working import Record
from pellak.core.kinds.registry import kind_named, kind_of
from pellak.core.model.kinds.unions import upcast_log
from pellak.core.model.log_field import LogField, LoggedMeasure, planned_by
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import Helped, RunLog, signs
from pellak.core.model.upcast import facts_kept
from pellak.store.change_count import count_change
from pellak.store.remedies import Remedies
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
    verdict: str
    tip: str
    method_version: str


def log_columns(log: RunLog, fields: Sequence[LogField]) -> dict[str, Any]:
    """Return a log as its row keeps it, what is searched and summed in columns of its own."""
    burnt = [log.actual[field.id] for field in fields if field.burns and field.id in log.actual]
    used = {name: log.used[name] for name in ("torch", "tip") if log.used.get(name)}
    return {
        **used,
        "verdict": log.verdict,
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
    """Return what a run is found by: its job, whoever welded it, what was seen and written."""
    seen = [sign.label for sign in signs() if sign.id in log.seen]
    said = [log.notes, log.changed, log.next_time, *log.used.values()]
    return "\n".join([job_name, log.who, *seen, *(one for one in said if one)])


HELPED: Mapping[Helped, bool | None] = {"yes": True, "no": False, "cannot-say": None}


def remedies_of(log: RunLog) -> list[tuple[str, bool | None]]:
    """Return the causes whose remedies were tried, and whether each helped."""
    return [(one.cause, HELPED[one.helped]) for one in log.tried]


def add_run(
    session: Session,
    job_id: str,
    plan: Plan,
    started_at: datetime,
    log: RunLog,
    run_id: str | None = None,
) -> RunRow:
    """Return a new run, kept with its words and with what was planned of each measure."""
    facts, kind = plan.facts or facts_kept(plan.stations), kind_of(plan.job)
    flow, ratio = facts.acetylene_l_per_h, facts.oxygen_ratio
    row = RunRow(
        run_id=run_id or uuid4().hex[:12],
        job_id=job_id,
        job_name=plan.job.name,
        kind=kind.id,
        family=plan.job.family,
        thickness_mm=plan.job.wall_mm,
        method_version=plan.method_version,
        started_at=started_at,
        acetylene_l_per_h=flow,
        oxygen_l_per_h=None if flow is None or ratio is None else flow * ratio,
        length_mm=getattr(plan.job, "length_mm", None),
        joint=plan.job.model_dump().get("joint") or "",
        heat=facts.heat.model_dump(mode="json") if facts.heat else None,
        plan=plan.model_dump(mode="json"),
        version=1,
        **{"torch": facts.torch, "tip": facts.tip, **log_columns(log, kind.log)},
    )
    Runs(session).add(row, run_words(row.job_name, log), log.seen)
    Remedies(session).set(row.run_id, row.family, remedies_of(log))
    for field in kind.log:
        planned, actual = planned_by(facts, field), log.actual.get(field.id)
        if planned is not None or actual is not None:
            session.add(
                RunMeasureRow(run_id=row.run_id, field=field.id, planned=planned, actual=actual)
            )
    return row


def logged_measures(row: RunRow, measures: Sequence[RunMeasureRow]) -> list[LoggedMeasure]:
    """Return all a run logs, planned beside actual, in the order its kind logs it."""
    by_field = {measure.field: measure for measure in measures}
    return [
        LoggedMeasure(
            id=field.id,
            label=field.label,
            asked=field.asked,
            unit=field.unit,
            least=field.least,
            planned=by_field[field.id].planned if field.id in by_field else None,
            actual=by_field[field.id].actual if field.id in by_field else None,
            group=field.group,
        )
        for field in kind_named(row.kind).log
    ]


def run_line(row: RunRow, measures: Sequence[RunMeasureRow]) -> RunLine:
    """Return a run as the book lists it, with the times that were taken."""
    kind = kind_named(row.kind)
    logged = [one for one in logged_measures(row, measures) if one.group == "timed"]
    ours = {"id", "seen", "measures", "came"}
    # A log is long; whole it is read only where something of it came that is told.
    document = upcast_log(row.log)
    work = RunLog.model_validate(document).work if document.get("work") else None
    return RunLine(
        id=row.run_id,
        seen=document.get("seen", []),
        came=kind.came(work),
        measures=logged,
        **{name: getattr(row, name) for name in RunLine.model_fields if name not in ours},
    )
