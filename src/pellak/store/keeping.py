"""Backups: written beside, checked, forced to the disk, and only then named."""

import sqlite3
from collections.abc import Callable
from contextlib import closing, suppress
from datetime import datetime
from pathlib import Path

from pellak.store.disk import make_folder, shut_off, sync_file, sync_folder
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
    _write_beside(target, lambda part: copy_records(source, part))
    if target.parent != source.parent / BACKUPS:
        # Those made beside the records share the records' own photos, which never change.
        copy_photos(source.parent, photos_beside(target))


def copy_records(source: Path, target: Path) -> None:
    """Copy one moment of a database into a new file, with nothing beside it.

    Raises sqlite3.Error. The source is opened to be read only: whoever could write it might take
    itself for its last user, and tidy away a log that others still write.
    """
    with closing(read_only(source)) as live, closing(sqlite3.connect(target)) as copied:
        shut_off(target)
        live.backup(copied)
        copied.execute("PRAGMA journal_mode=DELETE")


def photos_beside(backup: Path) -> Path:
    """Return the folder that holds the photos of a backup kept elsewhere."""
    return backup.with_name(f"{backup.name}-files")


def _write_beside(target: Path, copy: Callable[[Path], None]) -> None:
    part = target.with_name(target.name + PART)
    try:
        make_folder(target.parent)
        part.unlink(missing_ok=True)
        copy(part)
        check_file(part, whole=True)
        sync_file(part)
        part.rename(target)
        sync_folder(target.parent)
    except sqlite3.Error as error:
        raise in_our_words(error, part) or Unusable(f"{target} was not written ({error})") from None
    except OSError as error:
        raise Unusable(f"{target} was not written ({error.strerror})") from None
    finally:
        for ending in ("", "-journal", *BESIDE):
            with suppress(OSError):
                part.with_name(part.name + ending).unlink(missing_ok=True)


def kept_backups(folder: Path) -> list[Path]:
    """Return the automatic backups of a folder, oldest first."""
    return sorted((folder / BACKUPS).glob(f"{PREFIX}*.sqlite"))


def backed_up_at(backup: Path) -> datetime | None:
    """Return when an automatic backup was made, UTC without a zone; None by another name."""
    try:
        return datetime.strptime(backup.name, NAMED)
    except ValueError:
        return None


def back_up_beside(folder: Path, now: datetime, most: int | None) -> Path:
    """Make an automatic backup and let the oldest go, so that `most` are kept; None keeps all.

    Raises:
        StoreError: it could not be made; the older ones are left alone.
    """
    made = folder / BACKUPS / now.strftime(NAMED)
    if not made.exists():
        back_up(folder / FILE_NAME, made)
    if most is not None:
        for old in kept_backups(folder)[:-most]:
            with suppress(OSError):
                old.unlink()
    return made
