"""The run book: take a job to the bench, keep what happened, look back."""

from collections.abc import Callable, Mapping
from datetime import datetime
from typing import Any
from uuid import uuid4

from sqlalchemy.orm import Session

from pellak.core.bench import BenchState, bench_state, put_right
from pellak.core.care.clocks import Moment
from pellak.core.errors import Refused
from pellak.core.job import job_from
from pellak.core.plan import Plan
from pellak.core.run_log import RunLog, with_entries
from pellak.core.working import Record
from pellak.shop.clock import Clock, Moments, machine_moment
from pellak.shop.errors import NotFound, Stale
from pellak.shop.planning import plan_job
from pellak.store.database import Database
from pellak.store.jobs import Jobs
from pellak.store.runs import Runs
from pellak.store.tables import RunRow

PAGE = 200


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
    planned_puddle_s: float | None
    puddle_s: float | None
    planned_seam_min: float | None
    seam_min: float | None
    seen: list[str]
    method_version: str


class Run(Record):
    """One run whole: its line, its log, the plan it was done under, how it stands at the bench."""

    version: int
    line: RunLine
    log: RunLog
    plan: Plan
    bench: BenchState


class RunBook:
    """The use cases of the run book. Each opens and closes its own transaction."""

    def __init__(self, database: Database, clock: Clock, moments: Moments = machine_moment) -> None:
        self._database = database
        self._clock = clock
        self._moments = moments

    def start(self, job_id: str) -> Run:
        """Take a job to the bench; a run left open is taken up again where it stood.

        A job changed since is never run by its old plan: a run that has timed nothing yet starts
        over under the new one, and a run that has is closed as it stands, with a new one begun.

        Raises:
            NotFound: no such job.
            Refused: the plan may not start; says why.
        """
        with self._database.transaction() as session:
            job_row = Jobs(session).find(job_id)
            if job_row is None or job_row.deleted_at is not None:
                raise NotFound("job", job_id)
            standing = Runs(session).open_for(job_id)
            if standing is not None and standing.plan["job"] == job_row.document:
                return self._run(standing)
            plan = plan_job(session, job_from(job_row.document))
            if not plan.may_start or plan.job.thickness_mm is None:
                raise Refused("job", plan.job.name, plan.why_not)
            if standing is not None and standing.puddle_s is None and standing.seam_min is None:
                session.delete(standing)
            elif standing is not None:
                standing.finished_at = self._clock()
            row = _new_row(job_id, plan, self._clock())
            newest = next(iter(Runs(session).newest_first(1, 0)), None)
            if newest is not None:
                # Most often the same hands as last time; one press on the bench keeps them.
                last = RunLog.model_validate(newest.log)
                keep_log(row, RunLog(who=last.who, hand=last.hand))
            else:
                keep_log(row, RunLog())
            Runs(session).add(row)
            session.flush()
            return self._run(row)

    def look(self, run_id: str) -> Run:
        """Return one run."""
        with self._database.transaction() as session:
            return self._run(get_run(session, run_id))

    def note(self, run_id: str, version: int, entries: Mapping[str, Any]) -> Run:
        """Write some entries of the log; times may come as typed text."""
        return self._write(run_id, version, entries, finish=False)

    def finish(self, run_id: str, version: int, entries: Mapping[str, Any]) -> Run:
        """Write the last entries and close the run."""
        return self._write(run_id, version, entries, finish=True)

    def _write(self, run_id: str, version: int, entries: Mapping[str, Any], *, finish: bool) -> Run:
        def written(plan: Plan, log: RunLog, now: Moment) -> RunLog:
            return with_entries(log, entries)

        return self.change(run_id, version, written, finish=finish)

    def change(
        self,
        run_id: str,
        version: int,
        change: Callable[[Plan, RunLog, Moment], RunLog],
        *,
        finish: bool = False,
    ) -> Run:
        """Change the log of a run by a function of its plan, its log and the moment.

        Raises Stale where it was changed since, with the run as it is now.
        """
        with self._database.transaction() as session:
            row = get_run(session, run_id)
            if row.version != version:
                raise Stale("run", version, row.version, self._run(row))
            now = self._moments()
            log = put_right(RunLog.model_validate(row.log), now)
            log = change(Plan.model_validate(row.plan), log, now)
            keep_log(row, log)
            if finish and row.finished_at is None:
                row.finished_at = self._clock()
            return self._run(row)

    def _run(self, row: RunRow) -> Run:
        plan, log = Plan.model_validate(row.plan), RunLog.model_validate(row.log)
        return Run(
            version=row.version,
            line=_line(row),
            log=log,
            plan=plan,
            bench=bench_state(plan, log, self._moments()),
        )

    def lines(self, page: int = 0) -> list[RunLine]:
        """Return a page of the book, newest first."""
        with self._database.transaction() as session:
            return [_line(row) for row in Runs(session).newest_first(PAGE, page * PAGE)]

    def enter(self, job_id: str, plan: Plan, started_at: datetime, log: RunLog) -> None:
        """Enter a finished run from paper, or from the demo, with its own date."""
        with self._database.transaction() as session:
            row = _new_row(job_id, plan, started_at)
            keep_log(row, log)
            row.finished_at = started_at
            Runs(session).add(row)


def keep_log(row: RunRow, log: RunLog) -> None:
    """Keep a log in its row, what is searched in columns of its own."""
    row.log = log.model_dump(mode="json")
    row.who, row.puddle_s, row.seam_min = log.who, log.puddle_s, log.seam_min
    row.fire_watch = any(mark.clock == "fire-watch" for mark in log.clocks) and not any(
        one.step == "fire-watch" for one in log.confirmations
    )
    row.version += 1


def get_run(session: Session, run_id: str) -> RunRow:
    """Return the row of a run. Raises NotFound."""
    row = Runs(session).find(run_id)
    if row is None:
        raise NotFound("run", run_id)
    return row


def _planned(plan: Plan, figure_id: str) -> float | None:
    figures = (figure for station in plan.stations for figure in station.figures)
    return next((figure.value for figure in figures if figure.id == figure_id), None)


def _new_row(job_id: str, plan: Plan, started_at: datetime) -> RunRow:
    return RunRow(
        run_id=uuid4().hex[:12],
        job_id=job_id,
        job_name=plan.job.name,
        family=plan.job.family,
        thickness_mm=plan.job.thickness_mm,
        method_version=plan.method_version,
        started_at=started_at,
        who="",
        planned_puddle_s=_planned(plan, "puddle_s"),
        planned_seam_min=_planned(plan, "seam_min"),
        log=RunLog().model_dump(mode="json"),
        plan=plan.model_dump(mode="json"),
        fire_watch=False,
        version=0,
    )


def _line(row: RunRow) -> RunLine:
    return RunLine(
        id=row.run_id,
        seen=RunLog.model_validate(row.log).seen,
        **{name: getattr(row, name) for name in RunLine.model_fields if name not in ("id", "seen")},
    )
