"""The bench: open jobs, change them, take changes back, put jobs away."""

from collections.abc import Mapping
from datetime import datetime
from typing import Any
from uuid import uuid4

from sqlalchemy.orm import Session

from pellak.core.errors import Refused
from pellak.core.job import Job, job_from, metal_of, metal_words, with_changes
from pellak.core.metal.alloy import Metals as MetalsById
from pellak.core.plan import Plan
from pellak.core.tables import joints
from pellak.core.working import Record, short
from pellak.shop.clock import Clock
from pellak.shop.errors import NotFound, Stale
from pellak.shop.planning import own_metals, plan_job
from pellak.store.database import Database
from pellak.store.jobs import Jobs
from pellak.store.runs import Runs
from pellak.store.tables import JobRow


class Ticket(Record):
    """A job as its ticket on the bench shows it."""

    id: str
    name: str
    belongs_to: str
    line: str
    family: str
    open_run_id: str | None


class OpenJob(Record):
    """A job with its plan, as the bench shows it."""

    id: str
    version: int
    saved_at: datetime
    undo_steps: int
    open_run_id: str | None
    plan: Plan


def ticket_line(job: Job, own: MetalsById) -> str:
    """Return metal, thickness and joint in one line."""
    metal = metal_words(job, metal_of(job, own)).split(",")[0].removesuffix(" steel")
    thickness = f" {short(job.thickness_mm, 3)} mm" if job.thickness_mm is not None else ""
    return f"{metal}{thickness} · {joints()[job.joint].name}"


class Bench:
    """The use cases of the bench. Each opens and closes its own transaction."""

    def __init__(self, database: Database, clock: Clock) -> None:
        self._database = database
        self._clock = clock

    def tickets(self) -> list[Ticket]:
        """Return the tickets on the bench, oldest first."""
        with self._database.transaction() as session:
            own = own_metals(session)
            return [
                Ticket(
                    id=row.job_id,
                    name=row.name,
                    belongs_to=job.belongs_to,
                    line=ticket_line(job, own),
                    family=row.family,
                    open_run_id=_open_run_id(session, row.job_id),
                )
                for row in Jobs(session).on_the_bench()
                for job in [job_from(row.document)]
            ]

    def add(self, document: Mapping[str, Any]) -> OpenJob:
        """Put a new job on the bench."""
        now = self._clock()
        with self._database.transaction() as session:
            job = _new_job(document, own_metals(session))
            row = JobRow(
                job_id=uuid4().hex[:12], version=1, created_at=now, saved_at=now, **_columns(job)
            )
            Jobs(session).add(row)
            session.flush()
            return self._open(session, row)

    def open(self, job_id: str) -> OpenJob:
        """Return a job with its plan."""
        with self._database.transaction() as session:
            return self._open(session, _get(session, job_id))

    def preview(self, job_id: str, changes: Mapping[str, Any]) -> Plan:
        """Return the plan as it would be with some changes, saving nothing."""
        with self._database.transaction() as session:
            job = with_changes(
                job_from(_get(session, job_id).document), changes, own_metals(session)
            )
            return plan_job(session, job)

    def change(self, job_id: str, version: int, changes: Mapping[str, Any]) -> OpenJob:
        """Save some changes to a job; what stood before can be taken back."""
        with self._database.transaction() as session:
            row = self._current(session, job_id, version)
            before = job_from(row.document)
            after = with_changes(before, changes, own_metals(session))
            if after != before:
                Jobs(session).remember(row, self._clock())
                self._save(row, after)
            return self._open(session, row)

    def undo(self, job_id: str, version: int) -> OpenJob:
        """Take the last change of a job back; with none left, leave it as it is."""
        with self._database.transaction() as session:
            row = self._current(session, job_id, version)
            revision = Jobs(session).newest_revision(job_id)
            if revision is not None:
                self._save(row, job_from(revision.document))
                Jobs(session).forget(revision)
                session.flush()
            return self._open(session, row)

    def put_away(self, job_id: str) -> None:
        """Take a job off the bench. `bring_back` undoes it."""
        with self._database.transaction() as session:
            _get(session, job_id).deleted_at = self._clock()

    def bring_back(self, job_id: str) -> OpenJob:
        """Put a job that was put away back on the bench."""
        with self._database.transaction() as session:
            row = Jobs(session).find(job_id)
            if row is None:
                raise NotFound("job", job_id)
            row.deleted_at = None
            return self._open(session, row)

    def _current(self, session: Session, job_id: str, version: int) -> JobRow:
        row = _get(session, job_id)
        if row.version != version:
            raise Stale("job", version, row.version, self._open(session, row))
        return row

    def _save(self, row: JobRow, job: Job) -> None:
        for name, value in _columns(job).items():
            setattr(row, name, value)
        row.version += 1
        row.saved_at = self._clock()

    def _open(self, session: Session, row: JobRow) -> OpenJob:
        return OpenJob(
            id=row.job_id,
            version=row.version,
            saved_at=row.saved_at,
            undo_steps=Jobs(session).count_revisions(row.job_id),
            open_run_id=_open_run_id(session, row.job_id),
            plan=plan_job(session, job_from(row.document)),
        )


def _new_job(document: Mapping[str, Any], own: MetalsById) -> Job:
    """Return a new job, its family that of the alloy it names."""
    job = job_from(document)
    metal = metal_of(job, own)
    if job.alloy is None or metal is None or metal.family == job.family:
        return job
    if "family" in document:
        raise Refused("family", job.family, f"{metal.family}, the family of {metal.name}")
    return job.model_copy(update={"family": metal.family})


def _columns(job: Job) -> dict[str, Any]:
    return {
        "name": job.name,
        "kind": job.kind,
        "family": job.family,
        "thickness_mm": job.thickness_mm,
        "document": job.model_dump(mode="json"),
    }


def _get(session: Session, job_id: str) -> JobRow:
    row = Jobs(session).find(job_id)
    if row is None or row.deleted_at is not None:
        raise NotFound("job", job_id)
    return row


def _open_run_id(session: Session, job_id: str) -> str | None:
    run = Runs(session).open_for(job_id)
    return None if run is None else run.run_id
