"""The run book: take a job to the bench, keep what happened, look back."""

from collections.abc import Callable, Mapping
from datetime import UTC, datetime
from typing import Any

from sqlalchemy.orm import Session

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.kinds.registry import kind_named, kind_of
from pellak.core.model.clocks import Moment
from pellak.core.model.log_corrections import with_trace
from pellak.core.model.log_field import LoggedMeasure
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import (
    RunLog,
    Sign,
    holds_nothing,
    signs_on,
    with_entries,
)
from pellak.core.model.run_measures import Used
from pellak.core.plan.change_job import job_from
from pellak.core.run.bench import (
    BenchState,
    bench_state,
    burns,
    restarted_after_clock_change,
)
from pellak.core.run.equipment_used import used_of
from pellak.core.run.rig_at_bench import befell
from pellak.core.run.start import handed_over
from pellak.shop.clock import Clock, Moments, machine_moment
from pellak.shop.errors import NotFound, Stale
from pellak.shop.holding import Holding
from pellak.shop.planning import Planner
from pellak.shop.rack import weigh_out
from pellak.shop.rig_desk import RigDesk
from pellak.shop.run_plans import plan_of_run
from pellak.shop.run_rows import (
    RunLine,
    add_run,
    learn,
    log_columns,
    logged_measures,
    remedies_of,
    run_line,
    run_words,
)  # fmt: skip
from pellak.store.database import Database
from pellak.store.jobs import Jobs
from pellak.store.photos import Photos
from pellak.store.remedies import Remedies
from pellak.store.rig import RigEvents
from pellak.store.runs import Runs
from pellak.store.tables import JobRow, RunRow

PAGE = 100


class RunNow(Record):
    """A run as it stands: its line, its log, how it stands at the bench."""

    version: int
    line: RunLine
    log: RunLog
    measures: list[LoggedMeasure]
    used: list[Used]
    bench: BenchState


class Run(RunNow):
    """One run whole, with the plan it is done under, which never changes."""

    plan: Plan
    signs: list[Sign]


class RunPage(Record):
    """Some runs of the book, and where the next page begins; null where there is none."""

    lines: list[RunLine]
    next: int | None


class RunBook:
    """The use cases of the run book."""

    def __init__(
        self,
        database: Database,
        clock: Clock,
        moments: Moments = machine_moment,
        planner: Planner | None = None,
        rig: RigDesk | None = None,
    ) -> None:
        self._database = database
        self._clock = clock
        self._moments = moments
        self._planner = planner or Planner()
        self._rig = rig or RigDesk(database, moments)
        self._holding = Holding(database, self._planner, self._rig, moments)

    def start(self, job_id: str) -> Run:
        """Take a job to the bench; a run left open is taken up again where it stood.

        A job changed since is never run by its old plan: a run that holds nothing yet starts over
        under the new one, and a run that does is closed as it stands, with a new one begun. A run
        whose flame may burn is ended by nothing but its own shut-down: it is taken up again.

        Raises:
            NotFound: no such job.
            Refused: the plan may not start; says why.
        """
        while True:
            with self._database.reading() as session:
                row = _job_row(session, job_id)
                version, document = row.version, row.document
                shop = self._planner.shop(session)
                standing = Runs(session).open_for(job_id)
                under = None if standing is None else plan_of_run(session, standing.run_id)
            if (
                standing is not None
                and under is not None
                and (under.job == job_from(document) or self._burns(standing))
            ):
                return self._run(standing)
            plan = self._planner.plan(job_from(document), shop)
            if not plan.may_start or plan.job.wall_mm is None:
                raise Refused("job", plan.job.name, plan.why_not)
            begun = self._begun(job_id, version, standing, plan)
            if begun is not None:
                return self._run(begun)

    def _burns(self, row: RunRow) -> bool:
        return burns((held := self._holding.held(row)).plan, held.log)

    def _begun(
        self, job_id: str, version: int, standing: RunRow | None, plan: Plan
    ) -> RunRow | None:
        """Return a new run under a plan; None where job or run were changed while it was made."""
        with self._database.transaction() as session:
            if _job_row(session, job_id).version != version:
                return None
            now = Runs(session).open_for(job_id)
            if _mark(now) != _mark(standing):
                return None
            if now is not None and _nothing_happened(session, now):
                Runs(session).delete(now.run_id)
            elif now is not None:
                now.finished_at = self._clock()
                learn(session, now.kind)
            newest = Runs(session).newest()
            # Who holds the torch is asked anew on every start; which hand, seldom changes.
            last = RunLog.model_validate(newest.log) if newest is not None else RunLog()
            log = RunLog(hand=last.hand)
            return add_run(session, job_id, plan, self._clock(), log)

    def discard(self, run_id: str) -> None:
        """Drop a run in which nothing happened yet. Raises Refused where something did."""
        with self._database.transaction() as session:
            row = get_run(session, run_id)
            if row.finished_at is not None or not _nothing_happened(session, row):
                raise Refused("run", row.job_name, "a run in which nothing was done yet; finish it")
            Runs(session).delete(run_id)

    def look(self, run_id: str) -> Run:
        """Return one run."""
        with self._database.reading() as session:
            row = get_run(session, run_id)
        return self._run(row)

    def note(self, run_id: str, version: int, entries: Mapping[str, Any]) -> Run:
        """Write some entries of the log; times may come as typed text."""
        return self._write(run_id, version, entries, finish=False)

    def finish(self, run_id: str, version: int, entries: Mapping[str, Any]) -> Run:
        """Write the last entries and close the run."""
        return self._write(run_id, version, entries, finish=True)

    def _write(self, run_id: str, version: int, entries: Mapping[str, Any], *, finish: bool) -> Run:
        with self._database.reading() as session:
            closed = get_run(session, run_id).finished_at is not None

        def written(plan: Plan, log: RunLog, now: Moment) -> RunLog:
            fields = kind_of(plan.job).log
            after = with_entries(log, entries, fields)
            if not closed:
                return handed_over(plan, log, after, now)
            return with_trace(
                log, after, fields, datetime.fromtimestamp(now.utc_s, UTC).isoformat()
            )

        return self.change(run_id, version, written, finish=finish)

    def change(
        self,
        run_id: str,
        version: int,
        change: Callable[[Plan, RunLog, Moment], RunLog],
        *,
        finish: bool = False,
        at_bench: bool = False,
    ) -> Run:
        """Change the log of a run by a function of its plan, its log and the moment.

        Raises Stale where it was changed since, with the run as it is now, and Refused for what
        is only done `at_bench` where the run is over.
        """
        with self._database.reading() as session:
            row = get_run(session, run_id)
        if row.version != version:
            raise Stale("run", version, row.version, self._run(row))
        if at_bench and row.finished_at is not None:
            raise Refused("run", row.job_name, "a run that is not over: take the job to the bench")
        while (kept := self._kept(row, change, finish)) is None:
            pass  # somebody told of the rig meanwhile: decided anew, on what it is now
        with self._database.reading() as session:
            row = get_run(session, run_id)
        if not kept:
            raise Stale("run", version, row.version, self._run(row))
        return self._run(row)

    def _kept(
        self, row: RunRow, change: Callable[[Plan, RunLog, Moment], RunLog], finish: bool
    ) -> bool | None:
        """Keep a run as a change leaves it; say whether it was, None where the rig was told of."""
        now = self._moments()
        held = self._holding.held(row)
        plan, before = held.plan, restarted_after_clock_change(held.log, now)
        log = before
        if finish and row.finished_at is None and burns(plan, log):
            raise Refused("finish", log.step, "the flame put out first: go to the flame-out card")
        log = change(plan, log, now)
        kind, closes = kind_named(row.kind), finish and row.finished_at is None
        with self._database.transaction() as session:
            if RigEvents(session).count() != held.entries:
                return None
            if closes and get_run(session, row.run_id).version == row.version:
                # Weighed out with the very save that closes the run, or not at all.
                taken = weigh_out(session, kind.takes(plan, log))
                log = log.model_copy(update={"rods": taken})
            columns = log_columns(log, kind.log)
            if closes:
                columns["finished_at"] = self._clock()
            kept = Runs(session).keep(row.run_id, row.version, columns)
            if kept:
                said = befell(plan, before, log, now)
                self._rig.write(session, said, log.who, row.run_id, held.line)
                Runs(session).name(row.place, run_words(row.job_name, log))
                Runs(session).sign(row.run_id, log.seen)
                Remedies(session).set(row.run_id, row.family, remedies_of(log))
                Runs(session).measure(row.run_id, [field.id for field in kind.log], log.actual)
                if finish or row.finished_at is not None:
                    learn(session, kind.id)
        return kept

    def _run(self, row: RunRow) -> Run:
        with self._database.reading() as session:
            measures = Runs(session).measures([row.run_id])[row.run_id]
        held = self._holding.held(row)
        bound, log = held.plan, held.log
        return Run(
            version=row.version,
            line=run_line(row, measures),
            log=log,
            measures=logged_measures(row, measures),
            used=used_of(bound, log),
            plan=held.kept,
            signs=signs_on(row.family) if kind_named(row.kind).signs else [],
            bench=bench_state(bound, log, self._moments(), held.binds),
        )

    def before(self, run_id: str) -> tuple[Plan, RunLog] | None:
        """Return the run before one, its log as far as the rig of that one bears it out."""
        with self._database.reading() as session:
            row = get_run(session, run_id)
        return self._holding.before(row)

    def lines(self, before: int | None = None, words: str = "", most: int = PAGE) -> RunPage:
        """Return a page of the book, newest first, of the runs that words find."""
        with self._database.reading() as session:
            page = Runs(session).newest_first(
                before, most, " ".join(words.split()).replace("\0", "")
            )
            measures = Runs(session).measures([row.run_id for row in page.rows])
            lines = [run_line(row, measures[row.run_id]) for row in page.rows]
            return RunPage(lines=lines, next=page.next)

    def enter(self, job_id: str, plan: Plan, started_at: datetime, log: RunLog) -> None:
        """Enter a finished run from paper, or from the demo, with its own date."""
        with self._database.transaction() as session:
            add_run(session, job_id, plan, started_at, log).finished_at = started_at
            learn(session, plan.job.kind)


def _nothing_happened(session: Session, row: RunRow) -> bool:
    """Return whether a run may be dropped; a photo is something that happened."""
    kept = Photos(session).count(row.run_id) > 0
    return not kept and holds_nothing(RunLog.model_validate(row.log))


def _mark(row: RunRow | None) -> tuple[str, int] | None:
    return None if row is None else (row.run_id, row.version)


def _job_row(session: Session, job_id: str) -> JobRow:
    row = Jobs(session).find(job_id)
    if row is None or row.deleted_at is not None:
        raise NotFound("job", job_id)
    return row


def get_run(session: Session, run_id: str) -> RunRow:
    """Return the row of a run, without its plan. Raises NotFound."""
    row = Runs(session).find(run_id)
    if row is None:
        raise NotFound("run", run_id)
    return row
