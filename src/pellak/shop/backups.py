"""Automatic backups: one a day, so many kept, told with their age."""

from datetime import UTC, datetime, timedelta
from pathlib import Path

from pydantic import Field

from pellak.core.working import Record
from pellak.shop.clock import Clock
from pellak.store.database import Database
from pellak.store.keeping import (
    USUALLY_KEPT,
    back_up_beside,
    backed_up_at,
    kept_backups,
)
from pellak.store.rack import Rack

KEPT_KEY = "backups_kept"
EVERY = timedelta(hours=24)


class BackupsKept(Record):
    """How many automatic backups are kept."""

    kept: int = Field(ge=1, le=400)


class BackupState(Record):
    """The automatic backups: how many stand, how many are kept at most, when the newest was made,
    and in which folder; no moment where there is none yet."""

    standing: int
    kept: int
    newest_at: datetime | None
    folder: str


class Backups:
    """The use cases of automatic backups."""

    def __init__(self, database: Database, clock: Clock) -> None:
        self._database = database
        self._folder: Path = database.path.parent
        self._clock = clock

    def state(self) -> BackupState:
        """Return how the backups stand."""
        backups = kept_backups(self._folder)
        moments = [m for m in (backed_up_at(backup) for backup in backups) if m is not None]
        return BackupState(
            standing=len(backups),
            kept=self._most(),
            newest_at=max(moments).replace(tzinfo=UTC) if moments else None,
            folder=str(backups[-1].parent) if backups else "",
        )

    def keep(self, wanted: BackupsKept) -> BackupState:
        """Set how many are kept; the next backup lets the others go."""
        with self._database.transaction() as session:
            Rack(session).set_setting(KEPT_KEY, wanted.kept)
        return self.state()

    def make_if_due(self) -> bool:
        """Make a backup where the newest is a day old; say whether one was made.

        A clock set back does not stop them: a backup from the future counts as old.
        """
        newest = self.state().newest_at
        now = self._clock()
        if newest is not None and timedelta() <= now - newest < EVERY:
            return False
        back_up_beside(self._folder, now, self._most())
        return True

    def _most(self) -> int:
        with self._database.reading() as session:
            return int(Rack(session).setting(KEPT_KEY) or USUALLY_KEPT)
