"""One process serves a folder; while it does, nothing may replace the file under it."""

import fcntl
import os
from pathlib import Path
from typing import IO, Self

from pellak.store.disk import make_folder, shut_off
from pellak.store.errors import Unusable

LOCK_NAME = "serving.lock"


class ServingLock:
    """Held from a start to the end of the process: the system lets go of it even after a kill."""

    def __init__(self, folder: Path) -> None:
        """Take the lock. Raises Unusable where another process holds it."""
        path = folder / LOCK_NAME
        try:
            make_folder(folder)
            self._file: IO[str] = path.open("a+", encoding="ascii")
            shut_off(path)
        except OSError as error:
            raise Unusable(f"{folder} cannot be written ({error.strerror})") from None
        try:
            fcntl.flock(self._file, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError:
            self._file.seek(0)
            who = self._file.read().strip()
            self._file.close()
            raise Unusable(
                f"{folder} is being served"
                + (f" by process {who}" if who else "")
                + "; stop it first"
            ) from None
        self._file.truncate(0)
        self._file.write(str(os.getpid()))
        self._file.flush()

    def __enter__(self) -> Self:
        return self

    def __exit__(self, *_raised: object) -> None:
        self._file.close()
