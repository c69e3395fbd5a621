"""Backups and restores: written beside, checked, forced to the disk, and only then named.

A good file is never touched: what stands is set aside under a name of its own, never lost."""

import os
import sqlite3
from collections.abc import Callable
from contextlib import closing, suppress
from datetime import datetime
from pathlib import Path

from pellak.store.errors import Unusable, in_our_words
from pellak.store.form import FILE_NAME
from pellak.store.health import check_file, read_only
from pellak.store.photo_files import copy_photos

BACKUPS = "backups"
USUALLY_KEPT = 14
PREFIX = "pellak-"
NAMED = f"{PREFIX}%Y-%m-%dT%H%M%S.sqlite"
PART = ".part"
BESIDE = ("-wal", "-shm")
"""What SQLite keeps beside a database; it belongs to that file alone."""


def back_up(source: Path, target: Path) -> None:
    """Copy a database, served or not, whole and consistent, to a name that is not taken.

    Raises:
        Unusable: the source is damaged or foreign, the target is taken or cannot be written.
    """
    if target.exists():
        raise Unusable(f"{target} exists already; nothing is overwritten")
    check_file(source, whole=False)

    def copy(part: Path) -> None:
        with closing(sqlite3.connect(source)) as live, closing(sqlite3.connect(part)) as copied:
            live.backup(copied)
            # One file to carry about, with nothing beside it.
            copied.execute("PRAGMA journal_mode=DELETE")

    _write_beside(target, copy)
    if target.parent != source.parent / BACKUPS:
        # Those made beside the records share the records' own photos, which never change.
        copy_photos(source.parent, photos_beside(target))


def photos_beside(backup: Path) -> Path:
    """Return the folder that holds the photos of a backup kept elsewhere."""
    return backup.with_name(f"{backup.name}-files")


def restore(source: Path, folder: Path, now: datetime) -> Path | None:
    """Put a backup in place; what stood there is set aside.

    Args:
        source: a backup; its identity, form and every page are checked first.
        folder: where the records are kept. Nobody may be serving it.
        now: names what is set aside.

    Returns:
        Where the file that stood there is now, None where there was none.

    Raises:
        Unusable: the backup cannot be trusted, or the folder cannot be written.
    """
    check_file(source, whole=True)
    try:
        folder.mkdir(parents=True, exist_ok=True)
    except OSError as error:
        raise Unusable(f"the folder {folder} cannot be made ({error.strerror})") from None
    standing = folder / FILE_NAME

    def copy(part: Path) -> None:
        with closing(read_only(source)) as kept, closing(sqlite3.connect(part)) as copied:
            kept.backup(copied)

    aside: Path | None = None
    if standing.exists():
        aside = folder / now.strftime("pellak-set-aside-%Y-%m-%dT%H%M%S.sqlite")
        if aside.exists():
            raise Unusable(f"{aside} exists already; wait a second and try again")

    def set_aside() -> None:
        if aside is None:
            return
        for ending in ("", *BESIDE):
            part_of_it = standing.with_name(standing.name + ending)
            if part_of_it.exists():
                part_of_it.rename(aside.with_name(aside.name + ending))

    copy_photos(photos_beside(source), folder)
    if source.parent.name == BACKUPS:
        copy_photos(source.parent.parent, folder)
    _write_beside(standing, copy, set_aside)
    return aside


def _write_beside(
    target: Path, copy: Callable[[Path], None], before_naming: Callable[[], None] = lambda: None
) -> None:
    part = target.with_name(target.name + PART)
    try:
        target.parent.mkdir(parents=True, exist_ok=True)
        part.unlink(missing_ok=True)
        copy(part)
        check_file(part, whole=True)
        with part.open("rb") as written:
            os.fsync(written.fileno())
        before_naming()
        part.rename(target)
        _sync_folder(target.parent)
    except sqlite3.Error as error:
        raise in_our_words(error, part) or Unusable(f"{target} was not written ({error})") from None
    except OSError as error:
        raise Unusable(f"{target} was not written ({error.strerror})") from None
    finally:
        for ending in ("", "-journal", *BESIDE):
            with suppress(OSError):
                part.with_name(part.name + ending).unlink(missing_ok=True)


def _sync_folder(folder: Path) -> None:
    """Force a rename itself to the disk."""
    handle = os.open(folder, os.O_RDONLY)
    try:
        os.fsync(handle)
    finally:
        os.close(handle)


def kept_backups(folder: Path) -> list[Path]:
    """Return the automatic backups of a folder, oldest first."""
    return sorted((folder / BACKUPS).glob(f"{PREFIX}*.sqlite"))


def backed_up_at(backup: Path) -> datetime | None:
    """Return when an automatic backup was made, UTC without a zone; None by another name."""
    try:
        return datetime.strptime(backup.name, NAMED)
    except ValueError:
        return None


def back_up_beside(folder: Path, now: datetime, most: int) -> Path:
    """Make an automatic backup and let the oldest go, so that `most` are kept.

    Raises:
        StoreError: it could not be made; the older ones are left alone.
    """
    made = folder / BACKUPS / now.strftime(NAMED)
    if not made.exists():
        back_up(folder / FILE_NAME, made)
    for old in kept_backups(folder)[:-most]:
        with suppress(OSError):
            old.unlink()
    return made
