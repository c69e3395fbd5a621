"""Runs in one session. The caller opens the transaction."""

from datetime import datetime

from sqlalchemy import select
from sqlalchemy.orm import Session, defer

from pellak.store.tables import RunRow


class Runs:
    """The run book's rows."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def add(self, row: RunRow) -> None:
        """Keep a new run."""
        self._session.add(row)

    def find(self, run_id: str) -> RunRow | None:
        """Return a run or None."""
        return self._session.get(RunRow, run_id)

    def newest_first(self, limit: int, offset: int) -> list[RunRow]:
        """Return runs, newest first, without loading their plans."""
        statement = select(RunRow).options(defer(RunRow.plan))
        ordered = statement.order_by(RunRow.started_at.desc(), RunRow.run_id)
        return list(self._session.scalars(ordered.limit(limit).offset(offset)))

    def timed_since(self, moment: datetime) -> list[RunRow]:
        """Return the runs begun since a moment whose seam was timed, plans loaded."""
        timed = select(RunRow).where(RunRow.started_at >= moment, RunRow.seam_min.is_not(None))
        return list(self._session.scalars(timed.order_by(RunRow.started_at)))

    def with_fire_watch(self) -> list[RunRow]:
        """Return the runs whose fire watch runs, or is over and nobody has looked; newest first."""
        watched = select(RunRow).where(RunRow.fire_watch.is_(True))
        newest = watched.order_by(RunRow.started_at.desc())
        return list(self._session.scalars(newest.options(defer(RunRow.plan))))

    def open_for(self, job_id: str) -> RunRow | None:
        """Return the newest run of a job that was not finished, or None."""
        statement = select(RunRow).where(RunRow.job_id == job_id, RunRow.finished_at.is_(None))
        return self._session.scalars(
            statement.order_by(RunRow.started_at.desc()).limit(1)
        ).one_or_none()
