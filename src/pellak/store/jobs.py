"""Jobs and their revisions in one session. The caller opens the transaction."""

from datetime import datetime

from sqlalchemy import String, cast, func, or_, select, tuple_
from sqlalchemy.orm import Session, load_only

from pellak.store.page import Page, cut
from pellak.store.tables import JobRevisionRow, JobRow

BenchKey = tuple[datetime, str]
PLACE = (JobRow.created_at, JobRow.job_id)
"""What the bench is ordered by, oldest first."""
_NAMED = load_only(JobRow.name, JobRow.line, JobRow.family, JobRow.created_at)


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

    def on_the_bench(self, after: BenchKey | None, most: int) -> Page[JobRow, BenchKey]:
        """Return jobs that are not deleted, oldest first, from the place after `after`."""
        statement = select(JobRow).where(JobRow.deleted_at.is_(None)).order_by(*PLACE)
        if after is not None:
            statement = statement.where(tuple_(*PLACE) > after)
        found = self._session.scalars(statement.limit(most + 1)).all()
        return cut(found, most, lambda row: (row.created_at, row.job_id))

    def named(self, words: str, most: int) -> list[JobRow]:
        """Return jobs on the bench whose name or line holds the words, without documents."""
        like = f"%{_escaped(words)}%"
        held = or_(JobRow.name.ilike(like, escape="!"), JobRow.line.ilike(like, escape="!"))
        statement = select(JobRow).options(_NAMED).where(JobRow.deleted_at.is_(None), held)
        return list(self._session.scalars(statement.order_by(*PLACE).limit(most)))

    def versions(self) -> str:
        """Return `id:version` of every job on the bench, one text: cheap to compare with before."""
        pairs = func.group_concat(JobRow.job_id + ":" + cast(JobRow.version, String))
        return self._session.scalar(select(pairs).where(JobRow.deleted_at.is_(None))) or ""

    def without_line(self, most: int) -> list[JobRow]:
        """Return some jobs whose line was never written: they are older than the column."""
        statement = select(JobRow).where(JobRow.line == "").limit(most)
        return list(self._session.scalars(statement))

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


def _escaped(words: str) -> str:
    return words.replace("!", "!!").replace("%", "!%").replace("_", "!_")
