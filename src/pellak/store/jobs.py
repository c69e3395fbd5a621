"""Jobs and their revisions in one session. The caller opens the transaction."""

from datetime import datetime

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from pellak.store.tables import JobRevisionRow, JobRow


class Jobs:
    """The jobs of the shop."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def add(self, row: JobRow) -> None:
        """Keep a new job."""
        self._session.add(row)

    def find(self, job_id: str) -> JobRow | None:
        """Return a job, deleted or not, or None."""
        return self._session.get(JobRow, job_id)

    def on_the_bench(self) -> list[JobRow]:
        """Return the jobs that are not deleted, oldest first."""
        statement = select(JobRow).where(JobRow.deleted_at.is_(None))
        return list(self._session.scalars(statement.order_by(JobRow.created_at, JobRow.job_id)))

    def remember(self, row: JobRow, made_at: datetime) -> None:
        """Keep the job as it stands, to be taken back by undo."""
        self._session.add(JobRevisionRow(job_id=row.job_id, document=row.document, made_at=made_at))

    def newest_revision(self, job_id: str) -> JobRevisionRow | None:
        """Return the revision undo would take back, or None."""
        statement = select(JobRevisionRow).where(JobRevisionRow.job_id == job_id)
        newest = statement.order_by(JobRevisionRow.revision_id.desc()).limit(1)
        return self._session.scalars(newest).one_or_none()

    def count_revisions(self, job_id: str) -> int:
        """Return how many edits could be undone."""
        statement = select(func.count()).where(JobRevisionRow.job_id == job_id)
        return self._session.scalar(statement) or 0

    def forget(self, revision: JobRevisionRow) -> None:
        """Drop a revision that was taken back."""
        self._session.delete(revision)
