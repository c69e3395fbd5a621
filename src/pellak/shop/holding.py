"""What an open run is held to now: by its job as it stands, by the shop, and by the rig."""

from typing import NamedTuple

from pellak.core.model.plan import Plan
from pellak.core.model.run_log import RunLog
from pellak.core.plan.change_job import job_from
from pellak.core.run.bench import burns
from pellak.core.run.fire_watch import kept_by, watch_of, watching_elsewhere
from pellak.core.run.requirements import barred, bound_by
from pellak.core.run.rig_at_bench import as_rig_stands, held_by_rig, line_of
from pellak.shop.clock import Moments
from pellak.shop.planning import Planner
from pellak.shop.rig_desk import RigDesk
from pellak.shop.run_plans import plan_of_run
from pellak.store.database import Database
from pellak.store.jobs import Jobs
from pellak.store.rig import RigEvents
from pellak.store.runs import Runs
from pellak.store.tables import RunRow


class Held(NamedTuple):
    """What a run is held to: the plan it keeps, that plan as it binds today, its log as far as the
    rig bears it out, what is stricter than its own plan, its line's parts, and how many entries
    the rig had."""

    kept: Plan
    plan: Plan
    log: RunLog
    binds: list[str]
    line: list[str]
    entries: int


class Holding:
    """What runs are held to."""

    def __init__(
        self, database: Database, planner: Planner, rig: RigDesk, moments: Moments
    ) -> None:
        self._database = database
        self._planner = planner
        self._rig = rig
        self._moments = moments

    def held(self, row: RunRow) -> Held:
        """Return what an open run is held to today, by its job, the shop and the rig."""
        log = RunLog.model_validate(row.log)
        with self._database.reading() as session:
            kept = plan_of_run(session, row.run_id)
            job = Jobs(session).find(row.job_id)
            document = None if job is None or job.deleted_at is not None else job.document
            shop = self._planner.shop(session)
        plan, binds = kept, list[str]()
        if row.finished_at is None and document is None:
            plan, binds = barred(kept, "its job was archived: restore it, or begin another")
        elif row.finished_at is None and document is not None:
            plan, binds = bound_by(kept, self._planner.plan(job_from(document), shop))
        line = line_of(plan, shop.equipment)
        with self._database.reading() as session:
            entries = RigEvents(session).count()
            rig = self._rig.stands(session, line, row.run_id)
        if row.finished_at is not None:
            return Held(kept, plan, log, binds, line, entries)
        log = as_rig_stands(log, rig)
        plan, why = held_by_rig(plan, log, rig)
        if plan.may_start and not burns(plan, log) and (watching := self._watching(row, plan, log)):
            plan, why = barred(plan, watching)
        return Held(kept, plan, log, [*binds, *why], line, entries)

    def _watching(self, row: RunRow, plan: Plan, log: RunLog) -> str:
        """Return the fire watch that whoever holds the torch keeps elsewhere, or nothing."""
        if not log.who:
            return ""
        now = self._moments()
        with self._database.reading() as session:
            rows = Runs(session).with_fire_watch()
        logs = [(other, RunLog.model_validate(other.log)) for other in rows]
        # A plan is long to read: only those of watches that this person keeps.
        watches = [
            watch_of(other.run_id, other.job_name, self._place(other.run_id), theirs, now)
            for other, theirs in logs
            if kept_by(theirs) == log.who and other.run_id != row.run_id
        ]
        kept = [watch for watch in watches if watch is not None]
        return watching_elsewhere(log.who, row.run_id, plan.job.place, kept)

    def _place(self, run_id: str) -> str | None:
        with self._database.reading() as session:
            return plan_of_run(session, run_id).job.place

    def before(self, row: RunRow) -> tuple[Plan, RunLog] | None:
        """Return the run before one, its log as far as the rig of that one bears it out."""
        line = self.held(row).line
        with self._database.reading() as session:
            newest = Runs(session).newest_but(row.run_id)
        if newest is None:
            return None
        with self._database.reading() as session:
            last = Runs(session).find(newest.run_id)
            plan = None if last is None else plan_of_run(session, last.run_id)
            rig = self._rig.stands(session, line, row.run_id)
        if last is None or plan is None:
            return None
        return plan, as_rig_stands(RunLog.model_validate(last.log), rig)
