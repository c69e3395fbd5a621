"""Files forced to the disk, and kept from other people of the machine.

The database's own file is never opened here or anywhere else in this program but by SQLite: POSIX
drops every lock a process holds on a file when it closes *any* handle of it, and the next tool
that looks at the records then takes itself for the only one and deletes their write-ahead log.
"""

import os
from contextlib import suppress
from pathlib import Path

OURS_ALONE, OUR_FOLDER = 0o600, 0o700


def sync_file(path: Path) -> None:
    """Force what was written to a file to the disk; never to be asked of records in use."""
    _sync(path)


def sync_folder(folder: Path) -> None:
    """Force the names in a folder to the disk: a new name is lost with the power otherwise."""
    _sync(folder)


def _sync(path: Path) -> None:
    handle = os.open(path, os.O_RDONLY)
    try:
        os.fsync(handle)
    finally:
        os.close(handle)


def make_folder(folder: Path) -> None:
    """Make a folder, and those above it, that nobody else of this machine may look into."""
    if not folder.exists():
        # Asked for with its parents, Python would make those for everybody.
        make_folder(folder.parent)
    folder.mkdir(mode=OUR_FOLDER, exist_ok=True)


def make_file(path: Path) -> None:
    """Make an empty file that nobody else of this machine may read, where there is none yet.

    Raises OSError. Nobody can hold a lock on a file that is only being made.
    """
    with suppress(FileExistsError):
        os.close(os.open(path, os.O_CREAT | os.O_EXCL, OURS_ALONE))


def shut_off(path: Path) -> None:
    """Let nobody else of this machine read a file or a folder; where that cannot be, leave it."""
    with suppress(OSError):
        path.chmod(OUR_FOLDER if path.is_dir() else OURS_ALONE)
