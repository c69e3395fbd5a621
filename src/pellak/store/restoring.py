"""Putting a backup in place so that, wherever it is cut, the old book or the new one stands.

The new book is made and checked in a folder of its own inside the records' folder. What stands is
brought to rest in its one file and given a second name; then one rename puts the new over the old.
"""

import os
import shutil
import sqlite3
from collections.abc import Callable
from contextlib import closing, suppress
from datetime import datetime
from pathlib import Path

from pellak.store.disk import make_folder, sync_file, sync_folder
from pellak.store.errors import Busy, Unusable, in_our_words
from pellak.store.form import FILE_NAME
from pellak.store.health import check_file
from pellak.store.keeping import BACKUPS, BESIDE, PART, copy_records, photos_beside
from pellak.store.photo_files import copy_photos
from pellak.store.rig import carry_entries

MAKING = "restoring"
LOOKING = "looking-"
"""How the folders begin in which a backup is looked into."""
ASIDE = "pellak-set-aside-"
WAITS_S = 5.0
"""How long a look that somebody else has at the standing file is waited for."""


def restore(
    source: Path, folder: Path, now: datetime, check: Callable[[Path], object]
) -> Path | None:
    """Put a backup in place; what stood there is set aside.

    Args:
        source: a backup; its identity, form and every page are checked first.
        folder: where the records are kept. Nobody may be serving it.
        now: names what is set aside.
        check: looks at the copy, in a folder of its own, before anything is moved: brings it to
            the newest form and reads every document. Raises what the restore is then refused with.

    Returns:
        Where the file that stood there is now, None where there was none.

    Raises:
        Unusable: the backup cannot be trusted, or the folder cannot be written.
        Busy: another program has the standing records open.
    """
    check_file(source, whole=True)
    making, standing = folder / MAKING, folder / FILE_NAME
    aside = folder / now.strftime(f"{ASIDE}%Y-%m-%dT%H%M%S.sqlite")
    if standing.exists() and aside.exists():
        raise Unusable(f"{aside} exists already; wait a second and try again")
    try:
        make_folder(folder)
        shutil.rmtree(making, ignore_errors=True)
        make_folder(making)
        made = making / FILE_NAME
        copy_records(source, made)
        check(making)
        carry_entries(standing, made, now.timestamp())
        _at_rest(made)
        check_file(made, whole=True)
        sync_file(made)
        copy_photos(photos_beside(source), folder)
        if source.parent.name == BACKUPS:
            copy_photos(source.parent.parent, folder)
        stood = standing.exists()
        if stood:
            _set_aside(standing, aside)
        made.replace(standing)
        sync_folder(folder)
    except sqlite3.Error as error:
        raise in_our_words(error, standing) or Unusable(
            f"{standing} was not written ({error})"
        ) from None
    except OSError as error:
        raise Unusable(f"{standing} was not written ({error.strerror})") from None
    finally:
        shutil.rmtree(making, ignore_errors=True)
    return aside if stood else None


def _at_rest(path: Path) -> None:
    """Bring all of a database into its one file, with no log beside it. Raises sqlite3.Error."""
    with closing(sqlite3.connect(path, timeout=WAITS_S)) as connection:
        connection.execute("PRAGMA journal_mode=DELETE").fetchone()


def _set_aside(standing: Path, aside: Path) -> None:
    """Give what stands a second name, while it stands.

    A ruined file cannot be brought to rest: it is moved with its log, and until the new one stands
    a start is refused in words (`refuse_unfinished`).
    """
    try:
        _at_rest(standing)
    except sqlite3.Error as error:
        if isinstance(in_our_words(error, standing), Busy):
            raise Busy(f"{standing} is open in another program; close it first") from None
        for ending in ("", *BESIDE):
            part_of_it = standing.with_name(standing.name + ending)
            if part_of_it.exists():
                part_of_it.rename(aside.with_name(aside.name + ending))
        sync_folder(standing.parent)
        return
    try:
        os.link(standing, aside)
    except OSError:
        # Some disks know no second names. Nobody has the records open, so that a copy is safe.
        shutil.copyfile(standing, aside)
        sync_file(aside)
    sync_folder(standing.parent)


def refuse_unfinished(folder: Path) -> None:
    """Refuse to begin an empty book where a restore was cut short.

    Raises Unusable naming the commands that put the old book, or the new one, in place.
    """
    standing = folder / FILE_NAME
    if standing.exists():
        return
    asides = sorted(folder.glob(f"{ASIDE}*.sqlite"))
    again = f"`pellak restore --data {folder} BACKUP.sqlite` puts a backup in place"
    if asides and standing.with_name(f"{FILE_NAME}-wal").exists():
        back = f"`mv {asides[-1]} {standing}` brings back what stood, with its log"
    elif asides:
        back = f"`pellak restore --data {folder} {asides[-1]}` brings back what stood"
    elif any(folder.glob(f"{FILE_NAME}*")) or (folder / MAKING).exists():
        left = f"{folder / MAKING} {standing}{PART} {standing}-*"
        back = f"`rm -r {left}` clears what was begun, for an empty book"
    else:
        return
    raise Unusable(f"{folder} holds no records, but a restore that was cut short: {back}; {again}")


def tidy(folder: Path) -> None:
    """Remove what a restore or a look into a backup that was cut short had begun, where the records
    stand. Nobody may be at either: the folder is held by whoever is about to serve it."""
    if (folder / FILE_NAME).exists():
        for begun in (folder / MAKING, *folder.glob(f"{LOOKING}*")):
            with suppress(OSError):
                shutil.rmtree(begun)
