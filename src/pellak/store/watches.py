"""Watches in one session: their rows, and their readings and marks in the order they came."""

from collections.abc import Sequence
from typing import Any, NamedTuple

from sqlalchemy import func, select, tuple_
from sqlalchemy.dialects.sqlite import insert
from sqlalchemy.orm import Session

from pellak.store.tables import WatchEntryRow, WatchRow

MOST_AT_ONCE = 5_000
"""Rows of one statement: SQLite binds so many values and not endlessly more."""


class Entry(NamedTuple):
    """A reading or a mark as it is kept."""

    entry_id: int
    at_ms: int
    channel: str
    phase: str
    c: float | None
    source: str


_COLUMNS = (
    WatchEntryRow.entry_id,
    WatchEntryRow.at_ms,
    WatchEntryRow.channel,
    WatchEntryRow.phase,
    WatchEntryRow.c,
    WatchEntryRow.source,
)


class Watches:
    """What was watched."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def add(self, row: WatchRow) -> None:
        """Keep a new watch."""
        self._session.add(row)

    def find(self, watch_id: str) -> WatchRow | None:
        """Return a watch or None."""
        return self._session.get(WatchRow, watch_id)

    def newest_first(
        self, most: int, job_id: str | None = None, after: WatchRow | None = None
    ) -> Sequence[WatchRow]:
        """Return watches, newest first, of one job where it is named; those that follow `after`."""
        place = (WatchRow.started_at, WatchRow.watch_id)
        statement = select(WatchRow).order_by(*(column.desc() for column in place)).limit(most)
        if job_id is not None:
            statement = statement.where(WatchRow.job_id == job_id)
        if after is not None:
            statement = statement.where(tuple_(*place) < (after.started_at, after.watch_id))
        return self._session.scalars(statement).all()

    def going(self) -> Sequence[WatchRow]:
        """Return the watches that have not ended."""
        return self._session.scalars(select(WatchRow).where(WatchRow.ended_at.is_(None))).all()

    def going_jobs(self) -> set[str]:
        """Return the jobs of which a heat is still watched; no plan is loaded."""
        return set(
            self._session.scalars(select(WatchRow.job_id).where(WatchRow.ended_at.is_(None)))
        )

    def observations(self, most: int) -> Sequence[dict[str, Any]]:
        """Return what watches tell later plans, newest first."""
        statement = select(WatchRow.observation).where(WatchRow.observation.is_not(None))
        newest = statement.order_by(WatchRow.started_at.desc()).limit(most)
        return [document for document in self._session.scalars(newest) if document is not None]

    def entries(self, watch_id: str, after: int = 0) -> list[Entry]:
        """Return readings and marks kept after an entry, in the order they were kept."""
        statement = (
            select(*_COLUMNS)
            .where(WatchEntryRow.watch_id == watch_id, WatchEntryRow.entry_id > after)
            .order_by(WatchEntryRow.entry_id)
        )
        return [Entry(*row) for row in self._session.execute(statement)]

    def keep(self, watch_id: str, entries: Sequence[dict[str, Any]]) -> int:
        """Keep what is new of some readings and marks; return how many that were."""
        changed = select(func.total_changes())
        before = self._session.scalar(changed) or 0
        rows = [{"watch_id": watch_id, **entry} for entry in entries]
        for start in range(0, len(rows), MOST_AT_ONCE):
            self._session.execute(
                insert(WatchEntryRow).on_conflict_do_nothing(), rows[start : start + MOST_AT_ONCE]
            )
        return (self._session.scalar(changed) or 0) - before
