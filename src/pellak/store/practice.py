"""What was practised, in one session. The caller opens the transaction."""

from collections.abc import Sequence
from datetime import datetime

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from pellak.store.tables import PracticeTryRow, PracticeWordRow


class Practised:
    """Tries, and what instructors said of them."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def add(self, row: PracticeTryRow | PracticeWordRow) -> None:
        """Keep a try or a word."""
        self._session.add(row)

    def newest_of(self, who: str, most: int) -> Sequence[PracticeTryRow]:
        """Return somebody's newest tries, the newest first."""
        ours = select(PracticeTryRow).where(PracticeTryRow.who == who)
        return self._session.scalars(
            ours.order_by(PracticeTryRow.tried_at.desc(), PracticeTryRow.try_id).limit(most)
        ).all()

    def points_of(self, who: str, most: int) -> Sequence[tuple[str, datetime, float]]:
        """Return exercise, moment and points of somebody's newest tries, the newest first."""
        statement = select(PracticeTryRow.rung, PracticeTryRow.tried_at, PracticeTryRow.points)
        ours = statement.where(PracticeTryRow.who == who).order_by(
            PracticeTryRow.tried_at.desc(), PracticeTryRow.try_id
        )
        return [(rung, at, points) for rung, at, points in self._session.execute(ours.limit(most))]

    def words_to(self, who: str, most: int) -> Sequence[PracticeWordRow]:
        """Return what was said of somebody's exercises, the newest first."""
        ours = select(PracticeWordRow).where(PracticeWordRow.who == who)
        return self._session.scalars(
            ours.order_by(PracticeWordRow.said_at.desc(), PracticeWordRow.word_id).limit(most)
        ).all()

    def people(self, most: int) -> list[str]:
        """Return who practised, whoever did so last first."""
        last = func.max(PracticeTryRow.tried_at).label("last")
        found = select(PracticeTryRow.who, last).group_by(PracticeTryRow.who)
        return [who for who, _ in self._session.execute(found.order_by(last.desc()).limit(most))]
