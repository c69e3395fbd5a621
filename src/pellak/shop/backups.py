"""Backups: one a day and when they are asked for, so many kept, told with their age."""

from datetime import UTC, datetime, timedelta
from pathlib import Path
from threading import Lock

from pydantic import Field

from pellak.core.answer.working import Record
from pellak.shop.clock import Clock
from pellak.shop.errors import NotFound
from pellak.store.database import Database
from pellak.store.errors import StoreError
from pellak.store.keeping import USUALLY_KEPT, back_up_beside, backed_up_at, kept_backups
from pellak.store.rack import Rack

KEPT_KEY = "backups_kept"
EVERY = timedelta(hours=24)


class BackupsKept(Record):
    """How many automatic backups are kept."""

    kept: int = Field(ge=1, le=400)


class BackupLine(Record):
    """One backup beside the records: its file's name, when it was made, how large it is."""

    name: str
    made_at: datetime
    bytes: int


class BackupState(Record):
    """The backups beside the records: how many stand, how many are kept at most, when the newest
    was made, and in which folder; no moment where there is none yet. `last_failure` says why the
    last one was not made, and is null once one was."""

    standing: int
    kept: int
    newest_at: datetime | None
    folder: str
    last_failure: str | None
    failed_at: datetime | None


class Backups:
    """The use cases of backups beside the records."""

    def __init__(self, database: Database, clock: Clock) -> None:
        self._database = database
        self._folder: Path = database.path.parent
        self._clock = clock
        self._making = Lock()
        self._failure: tuple[str, datetime] | None = None

    def state(self) -> BackupState:
        """Return how the backups stand."""
        moments = [line.made_at for line in self.lines()]
        backups = kept_backups(self._folder)
        said, at = self._failure or (None, None)
        return BackupState(
            standing=len(backups),
            kept=self._most(),
            newest_at=max(moments) if moments else None,
            folder=str(backups[-1].parent) if backups else "",
            last_failure=said,
            failed_at=at,
        )

    def lines(self) -> list[BackupLine]:
        """Return the backups, the newest first."""
        return [
            BackupLine(
                name=backup.name, made_at=made_at.replace(tzinfo=UTC), bytes=backup.stat().st_size
            )
            for backup in reversed(kept_backups(self._folder))
            if (made_at := backed_up_at(backup)) is not None
        ]

    def file(self, name: str) -> Path:
        """Return a backup's file. Raises NotFound for anything else than one that stands here."""
        found = next((one for one in kept_backups(self._folder) if one.name == name), None)
        if found is None or backed_up_at(found) is None:
            raise NotFound("backup", name)
        return found

    def keep(self, wanted: BackupsKept) -> BackupState:
        """Set how many are kept; the next backup lets the others go."""
        with self._database.transaction() as session:
            Rack(session).set_setting(KEPT_KEY, wanted.kept)
        return self.state()

    def make(self) -> BackupState:
        """Make a backup now. Raises StoreError where it could not be made; that is kept in mind."""
        try:
            # The daily one may fall due while somebody asks for one.
            with self._making:
                back_up_beside(self._folder, self._clock(), self._most())
        except Exception as error:  # whatever it was, every page has to say so until one was made
            said = str(error) if isinstance(error, StoreError) else f"a fault of ours ({error!r})"
            self._failure = (said, self._clock())
            raise
        self._failure = None
        return self.state()

    def make_if_due(self) -> bool:
        """Make a backup where the newest is a day old; say whether one was made.

        A clock set back does not stop them: a backup from the future counts as old.
        """
        newest = self.state().newest_at
        now = self._clock()
        if newest is not None and timedelta() <= now - newest < EVERY:
            return False
        self.make()
        return True

    def _most(self) -> int:
        with self._database.reading() as session:
            return int(Rack(session).setting(KEPT_KEY) or USUALLY_KEPT)
