"""Remedies tried, in one session: kept by run, counted by cause."""

from collections.abc import Iterable

from sqlalchemy import Integer, cast, delete, func, select
from sqlalchemy.orm import Session

from pellak.store.tables import RemedyTriedRow


class Remedies:
    """What was tried, and whether it helped."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def set(self, run_id: str, family: str, tried: Iterable[tuple[str, bool | None]]) -> None:
        """Keep what a run tried; the last told of a cause stands."""
        self._session.execute(delete(RemedyTriedRow).where(RemedyTriedRow.run_id == run_id))
        for cause, helped in dict(tried).items():
            self._session.add(
                RemedyTriedRow(run_id=run_id, cause=cause, family=family, helped=helped)
            )

    def counted(self, family: str | None) -> dict[str, tuple[int, int]]:
        """Return by cause how often its remedy was tried and how often it helped, on one family
        of metals or on all; where nobody can say, it counts as not tried."""
        statement = (
            select(
                RemedyTriedRow.cause, func.count(), func.sum(cast(RemedyTriedRow.helped, Integer))
            )
            .where(RemedyTriedRow.helped.is_not(None))
            .group_by(RemedyTriedRow.cause)
        )
        if family is not None:
            statement = statement.where(RemedyTriedRow.family == family)
        return {
            cause: (tried, int(helped or 0))
            for cause, tried, helped in self._session.execute(statement)
        }
