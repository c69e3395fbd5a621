"""A restore asked for from the page: serving ends, the records are put in place, it begins again.

Nothing of the old records may be in anybody's memory then, which only a new beginning makes sure.
"""

import logging
from collections.abc import Callable
from datetime import datetime
from pathlib import Path

from pellak.core.answer.working import Record
from pellak.shop.clock import Clock
from pellak.shop.whole_records import check_records
from pellak.store.errors import StoreError
from pellak.store.restoring import restore

_log = logging.getLogger("pellak")


class Restored(Record):
    """What became of a restore: of which backup, when, whether it stands, and in words."""

    backup: str
    at: datetime
    stands: bool
    said: str


class RestoreDesk:
    """Where a restore is asked for while serving, and done between two servings."""

    def __init__(self, folder: Path, clock: Clock) -> None:
        self._folder = folder
        self._clock = clock
        self._wanted: Path | None = None
        self.end_serving: Callable[[], None] = lambda: None
        self.last: Restored | None = None

    def ask(self, backup: Path) -> None:
        """Have a backup put in place as soon as nothing more is answered."""
        self._wanted = backup
        self.end_serving()

    def put_in_place(self) -> bool:
        """Put in place what was asked for, with nobody serving; say whether anything was."""
        if self._wanted is None:
            return False
        backup, now = self._wanted, self._clock()
        self._wanted = None
        try:
            aside = restore(backup, self._folder, now, check_records)
        except Exception as error:  # whatever it was, what stands is served again
            if not isinstance(error, StoreError):
                _log.exception("%s was not restored, by a fault of ours", backup)
            said = f"Nothing was changed: {error}."
            self.last = Restored(backup=backup.name, at=now, stands=False, said=said)
        else:
            said = f"What stood before is in {aside}." if aside else "Nothing stood before."
            said += " What befell the rig since is kept; it is tested again before it is lit."
            self.last = Restored(backup=backup.name, at=now, stands=True, said=said)
        return True
