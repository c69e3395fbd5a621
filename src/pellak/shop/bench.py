"""The bench: open jobs, change them, take changes back, put jobs away.

Each use case reads in a moment, reckons with nothing held, and writes in a moment: what it writes
names the version it was decided on."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import Any
from uuid import uuid4

from sqlalchemy.orm import Session

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.ask.job_line import JobLine, read_job_line
from pellak.core.ask.piece import OfShop
from pellak.core.metal.alloy import Metals as MetalsById
from pellak.core.model.job_base import metal_of
from pellak.core.model.kinds.unions import Job
from pellak.core.model.plan import Plan
from pellak.core.plan.change_job import job_from, read_as, started_solid, with_changes
from pellak.core.reading.measures import System
from pellak.shop.clock import Clock
from pellak.shop.errors import NotFound, Stale
from pellak.shop.planning import Planner, ShopNow
from pellak.shop.procedure_lines import ProcedureLine, offered_for
from pellak.shop.tickets import (
    Ticket,
    TicketPage,
    copy_name,
    ticket_line,
    ticket_page,
    tickets_of,
    unnumbered,
)
from pellak.shop.whole_bench import BenchSummary, plan_mark
from pellak.store.database import Database
from pellak.store.jobs import ON_THE_BENCH, Jobs, JobsAsked
from pellak.store.tables import JobRow


class PlanMarks(Record):
    """A mark of each job's plan, another when the plan reads otherwise; ask again for the rest."""

    marks: dict[str, str]
    jobs_to_reckon: int


class JobLook(Record):
    """What a job would be with some changes: its plan, and how each typed measure was read."""

    plan: Plan
    read_as: dict[str, str]


class OpenJob(Record):
    """A job with its plan, as the bench shows it, and what was done on such a piece before."""

    id: str
    version: int
    saved_at: datetime
    undo_steps: int
    ticket: Ticket
    mark: str
    plan: Plan
    offered: list[ProcedureLine]


@dataclass(frozen=True)
class _Standing:
    """A job as it stood at a moment, with all a plan of it needs."""

    job_id: str
    version: int
    saved_at: datetime
    undo_steps: int
    ticket: Ticket
    job: Job
    shop: ShopNow
    offered: list[ProcedureLine]


class Bench:
    """The use cases of the bench."""

    def __init__(
        self,
        database: Database,
        clock: Clock,
        planner: Planner | None = None,
        whole: BenchSummary | None = None,
    ) -> None:
        self._database = database
        self._clock = clock
        self._planner = planner or Planner()
        self._whole = whole or BenchSummary(self._planner)
        self._write_missing_lines()

    def tickets(
        self, asked: JobsAsked = ON_THE_BENCH, after: str = "", most: int = 100
    ) -> TicketPage:
        """Return a page of the tickets that are asked for."""
        with self._database.reading() as session:
            return ticket_page(session, asked, after, most)

    def marks(self) -> PlanMarks:
        """Return the mark of each plan on the bench as it is now, those reckoned so far."""
        with self._database.reading() as session:
            asked = self._whole.asked(session)
        bench = self._whole.reckoned(asked)
        return PlanMarks(
            marks={job_id: one.mark for job_id, one in bench.jobs.items()},
            jobs_to_reckon=bench.to_reckon,
        )

    def read_line(self, text: str, system: System) -> JobLine:
        """Return the job a line says; nothing is kept."""
        with self._database.reading() as session:
            own = self._planner.shop(session).own
        return read_job_line(text, OfShop(own=own, system=system))

    def add(self, document: Mapping[str, Any]) -> OpenJob:
        """Put a new job on the bench."""
        now = self._clock()
        with self._database.transaction() as session:
            shop = self._planner.shop(session)
            job = started_solid(_new_job(document, shop.own), shop.own)
            row = JobRow(
                job_id=uuid4().hex[:12],
                version=1,
                created_at=now,
                saved_at=now,
                **_columns(job, shop.own),
            )
            Jobs(session).add(row)
            session.flush()
            standing = self._standing(session, row)
        return self._opened(standing)

    def open(self, job_id: str) -> OpenJob:
        """Return a job with its plan."""
        with self._database.reading() as session:
            standing = self._standing(session, _get(session, job_id))
        return self._opened(standing)

    def light_barred(self, job_id: str) -> str:
        """Return why a job may not be lit, in words; nothing where its plan may start."""
        try:
            with self._database.reading() as session:
                standing = self._standing(session, _get(session, job_id))
        except NotFound:
            return "its job was archived"
        plan = self._planner.plan(standing.job, standing.shop)
        return "" if plan.may_start else plan.why_not

    def preview(self, job_id: str, changes: Mapping[str, Any]) -> JobLook:
        """Return the job as it would be with some changes, saving nothing."""
        with self._database.reading() as session:
            standing = self._standing(session, _get(session, job_id))
        job = with_changes(standing.job, changes, standing.shop.own)
        return JobLook(plan=self._planner.plan(job, standing.shop), read_as=read_as(job, changes))

    def change(self, job_id: str, version: int, changes: Mapping[str, Any]) -> OpenJob:
        """Save some changes to a job; what stood before can be taken back."""

        def decided(session: Session, row: JobRow, standing: _Standing) -> Job:
            after = with_changes(standing.job, changes, standing.shop.own)
            if after != standing.job:
                Jobs(session).remember(row, self._clock())
            return after

        return self._saved(job_id, version, decided)

    def undo(self, job_id: str, version: int) -> OpenJob:
        """Take the last change of a job back; with none left, leave it as it is."""

        def decided(session: Session, row: JobRow, standing: _Standing) -> Job:
            revision = Jobs(session).newest_revision(job_id)
            if revision is None:
                return standing.job
            Jobs(session).forget(revision)
            return job_from(revision.document)

        return self._saved(job_id, version, decided)

    def _saved(
        self, job_id: str, version: int, decide: Callable[[Session, JobRow, _Standing], Job]
    ) -> OpenJob:
        """Save what is decided on a version. Raises Stale, with what stands, on any other."""
        with self._database.transaction() as session:
            row = _get(session, job_id)
            standing = self._standing(session, row)
            current = row.version == version
            if current:
                after = decide(session, row, standing)
                if after != standing.job:
                    for name, value in _columns(after, standing.shop.own).items():
                        setattr(row, name, value)
                    row.version += 1
                    row.saved_at = self._clock()
                session.flush()
                standing = self._standing(session, row)
        opened = self._opened(standing)
        if not current:
            raise Stale("job", version, standing.version, opened)
        return opened

    def duplicate(self, job_id: str) -> OpenJob:
        """Put a copy of a job on the bench: what it is, not what was done to it."""
        with self._database.reading() as session:
            row = _get(session, job_id)
            document, names = row.document, Jobs(session).names_from(unnumbered(row.name))
        return self.add({**document, "name": copy_name(row.name, names)})

    def archive(self, job_id: str) -> None:
        """Take a job off the bench. `restore` undoes it."""
        with self._database.transaction() as session:
            _get(session, job_id).deleted_at = self._clock()

    def restore(self, job_id: str) -> OpenJob:
        """Put a job that was put away back on the bench."""
        with self._database.transaction() as session:
            row = Jobs(session).find(job_id)
            if row is None:
                raise NotFound("job", job_id)
            row.deleted_at = None
            standing = self._standing(session, row)
        return self._opened(standing)

    def _standing(self, session: Session, row: JobRow) -> _Standing:
        job = job_from(row.document)
        return _Standing(
            job_id=row.job_id,
            version=row.version,
            saved_at=row.saved_at,
            undo_steps=Jobs(session).count_revisions(row.job_id),
            ticket=tickets_of(session, [row])[0],
            job=job,
            shop=self._planner.shop(session),
            offered=offered_for(session, job),
        )

    def _opened(self, standing: _Standing) -> OpenJob:
        plan = self._planner.plan(standing.job, standing.shop)
        return OpenJob(
            id=standing.job_id,
            version=standing.version,
            saved_at=standing.saved_at,
            undo_steps=standing.undo_steps,
            ticket=standing.ticket,
            mark=plan_mark(plan),
            plan=plan,
            offered=standing.offered,
        )

    def _write_missing_lines(self) -> None:
        """Write the ticket lines of jobs kept before lines were, some at a time."""
        while True:
            with self._database.transaction() as session:
                rows = Jobs(session).without_line(200)
                own = self._planner.shop(session).own if rows else {}
                for row in rows:
                    row.line = ticket_line(job_from(row.document), own)
            if not rows:
                return


def _new_job(document: Mapping[str, Any], own: MetalsById) -> Job:
    """Return a new job, its family that of the alloy it names."""
    job = job_from(document)
    metal = metal_of(job, own)
    if job.alloy is None or metal is None or metal.family == job.family:
        return job
    if "family" in document:
        raise Refused("family", job.family, f"{metal.family}, the family of {metal.name}")
    return job.model_copy(update={"family": metal.family})


def _columns(job: Job, own: MetalsById) -> dict[str, Any]:
    return {
        "name": job.name,
        "kind": job.kind,
        "family": job.family,
        "thickness_mm": job.wall_mm,
        "line": ticket_line(job, own),
        "document": job.model_dump(mode="json"),
    }


def _get(session: Session, job_id: str) -> JobRow:
    row = Jobs(session).find(job_id)
    if row is None or row.deleted_at is not None:
        raise NotFound("job", job_id)
    return row
