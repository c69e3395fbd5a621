"""Jobs and their revisions in one session. The caller opens the transaction."""

from dataclasses import dataclass
from datetime import datetime
from typing import Literal

from sqlalchemy import ColumnElement, String, cast, func, or_, select, tuple_
from sqlalchemy.orm import Session, load_only

from pellak.store.page import Page, cut
from pellak.store.tables import JobRevisionRow, JobRow

BenchKey = tuple[datetime | str, str]
JobOrder = Literal["oldest", "newest", "name"]
PLACE = (JobRow.created_at, JobRow.job_id)
"""What the bench is ordered by, oldest first."""


@dataclass(frozen=True)
class JobsAsked:
    """Which jobs a list shows, and in which order."""

    words: str = ""
    kind: str = ""
    family: str = ""
    archived: bool = False
    order: JobOrder = "oldest"


_NAMED = load_only(JobRow.name, JobRow.line, JobRow.family, JobRow.created_at)


ON_THE_BENCH = JobsAsked()


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
        """Return jobs that are not archived, oldest first, from the place after `after`."""
        return self.listed(ON_THE_BENCH, after, most)

    def listed(self, asked: JobsAsked, after: BenchKey | None, most: int) -> Page[JobRow, BenchKey]:
        """Return the jobs asked for in their order, from the place after `after`."""
        named = asked.order == "name"
        place = (JobRow.name, JobRow.job_id) if named else PLACE
        newest = asked.order == "newest"
        statement = select(JobRow).order_by(*(one.desc() if newest else one for one in place))
        away = JobRow.deleted_at.is_not(None) if asked.archived else JobRow.deleted_at.is_(None)
        statement = statement.where(away)
        for word in asked.words.split():
            statement = statement.where(_holding(word))
        if asked.kind:
            statement = statement.where(JobRow.kind == asked.kind)
        if asked.family:
            statement = statement.where(JobRow.family == asked.family)
        if after is not None:
            beyond = tuple_(*place) < after if newest else tuple_(*place) > after
            statement = statement.where(beyond)
        found = self._session.scalars(statement.limit(most + 1)).all()
        return cut(found, most, lambda row: (row.name if named else row.created_at, row.job_id))

    def names_from(self, name: str) -> list[str]:
        """Return the names of all jobs that begin alike, archived ones too."""
        like = f"{_escaped(name[:40])}%"
        return list(
            self._session.scalars(select(JobRow.name).where(JobRow.name.ilike(like, escape="!")))
        )

    def named(self, words: str, most: int) -> list[JobRow]:
        """Return jobs on the bench whose name or line holds the words, without documents."""
        here = JobRow.deleted_at.is_(None)
        statement = select(JobRow).options(_NAMED).where(here, _holding(words))
        return list(self._session.scalars(statement.order_by(*PLACE).limit(most)))

    def of_piece(self, piece: str, most: int) -> list[JobRow]:
        """Return the jobs on the bench that belong to a piece, in the order they were entered."""
        statement = select(JobRow).where(JobRow.deleted_at.is_(None))
        belonging = statement.where(JobRow.document["belongs_to"].as_string() == piece)
        return list(self._session.scalars(belonging.order_by(*PLACE).limit(most)))

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


def _holding(words: str) -> ColumnElement[bool]:
    """Return the condition that a job's name, piece, metal or ticket line holds the words."""
    like = f"%{_escaped(words)}%"
    # A ticket says mild steel; who looks for its standard finds it too.
    piece, alloy = (JobRow.document[name].as_string() for name in ("belongs_to", "alloy"))
    said = (JobRow.name, JobRow.line, piece, alloy)
    return or_(*(held.ilike(like, escape="!") for held in said))


def _escaped(words: str) -> str:
    return words.replace("!", "!!").replace("%", "!%").replace("_", "!_")
