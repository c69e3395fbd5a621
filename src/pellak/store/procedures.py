"""Procedures in one session: every version ever signed stays. The caller opens the transaction."""

from collections.abc import Sequence

from sqlalchemy import ColumnElement, func, select
from sqlalchemy.orm import Session, aliased

from pellak.store.tables import ProcedureRow


class Procedures:
    """The shop's procedures."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def newest(self, most: int, after: int = 0) -> Sequence[ProcedureRow]:
        """Return the newest version of each, by number, from the one that follows `after`."""
        ours = select(ProcedureRow).where(self._is_newest(), ProcedureRow.number > after)
        return self._session.scalars(ours.order_by(ProcedureRow.number).limit(most)).all()

    def newest_of(self, family: str, joint: str, most: int) -> Sequence[ProcedureRow]:
        """Return the newest version of each for a metal and a joint, the last signed first."""
        ours = select(ProcedureRow).where(
            self._is_newest(), ProcedureRow.family == family, ProcedureRow.joint == joint
        )
        return self._session.scalars(ours.order_by(ProcedureRow.signed_at.desc()).limit(most)).all()

    def versions(self, number: int) -> Sequence[ProcedureRow]:
        """Return every version of one, newest first."""
        ours = select(ProcedureRow).where(ProcedureRow.number == number)
        return self._session.scalars(ours.order_by(ProcedureRow.version.desc())).all()

    def last_number(self) -> int:
        """Return the highest number given so far."""
        return self._session.scalar(select(func.max(ProcedureRow.number))) or 0

    def add(self, row: ProcedureRow) -> None:
        """Keep a version."""
        self._session.add(row)

    def _is_newest(self) -> ColumnElement[bool]:
        other = aliased(ProcedureRow)
        last = select(func.max(other.version)).where(other.number == ProcedureRow.number)
        return ProcedureRow.version == last.scalar_subquery()
