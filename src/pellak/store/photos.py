"""Photos' rows in one session. The caller opens the transaction."""

from collections.abc import Sequence

from sqlalchemy import delete, func, select
from sqlalchemy.orm import Session

from pellak.store.tables import PhotoRow


class Photos:
    """The photos of runs."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def of(self, run_id: str) -> Sequence[PhotoRow]:
        """Return a run's photos in the order they were added."""
        ours = select(PhotoRow).where(PhotoRow.run_id == run_id)
        return self._session.scalars(ours.order_by(PhotoRow.added_at, PhotoRow.photo_id)).all()

    def count(self, run_id: str) -> int:
        """Return how many photos a run has."""
        ours = select(func.count()).where(PhotoRow.run_id == run_id)
        return self._session.scalar(ours) or 0

    def find(self, photo_id: str) -> PhotoRow | None:
        """Return a photo's row or None."""
        return self._session.get(PhotoRow, photo_id)

    def add(self, row: PhotoRow) -> None:
        """Keep a new photo."""
        self._session.add(row)

    def delete(self, photo_id: str) -> None:
        """Take a photo out of its run; its file stays for the backups that name it."""
        self._session.execute(delete(PhotoRow).where(PhotoRow.photo_id == photo_id))
