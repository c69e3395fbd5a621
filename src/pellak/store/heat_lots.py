"""Where the shop's own heats are kept."""

from collections.abc import Sequence

from sqlalchemy import select
from sqlalchemy.orm import Session

from pellak.store.tables import HeatLotRow


class HeatLots:
    """The heats of one session, those put away included where asked for."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def add(self, row: HeatLotRow) -> None:
        """Keep a new heat."""
        self._session.add(row)

    def find(self, metal_id: str) -> HeatLotRow | None:
        """Return a heat by its id, put away or not."""
        return self._session.get(HeatLotRow, metal_id)

    def ever(self) -> Sequence[HeatLotRow]:
        """Return every heat there ever was: a job may still name one that was put away."""
        return self._session.scalars(select(HeatLotRow).order_by(HeatLotRow.entered_at)).all()

    def kept(self) -> Sequence[HeatLotRow]:
        """Return the heats that are not put away, oldest first."""
        return [row for row in self.ever() if row.deleted_at is None]
