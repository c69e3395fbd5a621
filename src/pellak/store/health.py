"""Whether a file can be trusted: looked at read-only, before anything is opened, moved or kept."""

import sqlite3
import time
from contextlib import closing
from pathlib import Path

from pellak.store.errors import StoreError, Unusable, in_our_words
from pellak.store.form import APPLICATION_ID, known_revisions

OUR_TABLES = frozenset({"job", "run", "setting", "alembic_version"})
LONGEST_QUOTED = 300
QUICK_CHECK_S = 5.0
"""A book of many years takes longer than anyone waits at a start; then it opens unchecked."""


def read_only(path: Path) -> sqlite3.Connection:
    """Return a connection that cannot change the file."""
    return sqlite3.connect(f"{path.absolute().as_uri()}?mode=ro", uri=True)


def check_file(path: Path, *, whole: bool, within_s: float | None = None) -> bool:
    """Check that a file is a sound Pellak database this Pellak can read.

    Args:
        path: the file.
        whole: check every index against its table too; slower.
        within_s: give up the check of its pages, not of its identity, after so long.

    Returns:
        Whether the check of its pages was finished.

    Raises:
        Unusable: it is missing, foreign, newer, damaged or cannot be read; says which.
    """
    if not path.is_file():
        raise Unusable(f"{path} does not exist")
    # Asked of SQLite alone, which knows what this process has open of the file: see `disk`.
    if path.stat().st_size == 0:
        raise Unusable(f"{path} is no Pellak database; it is empty")
    try:
        with closing(read_only(path)) as connection:
            _check_identity(connection, path)
            return _check_pages(connection, path, whole=whole, within_s=within_s)
    except sqlite3.Error as error:
        raise _store_error(error, path) from None


def _check_identity(connection: sqlite3.Connection, path: Path) -> None:
    (mark,) = connection.execute("PRAGMA application_id").fetchone()
    names = connection.execute("SELECT name FROM sqlite_master WHERE type = 'table'")
    tables = {name for (name,) in names}
    missing = OUR_TABLES - tables
    if mark == APPLICATION_ID and missing:
        raise Unusable(f"{path} is no whole Pellak database: it lacks {', '.join(sorted(missing))}")
    if mark not in (0, APPLICATION_ID) or missing:
        raise Unusable(f"{path} is no Pellak database")
    revisions = {r for (r,) in connection.execute("SELECT version_num FROM alembic_version")}
    if not revisions or not revisions <= known_revisions():
        raise Unusable(f"{path} was written by a newer Pellak; update this one first")


def _check_pages(
    connection: sqlite3.Connection, path: Path, *, whole: bool, within_s: float | None
) -> bool:
    until = None if within_s is None else time.monotonic() + within_s

    def too_long() -> bool:
        return until is not None and time.monotonic() > until

    connection.set_progress_handler(too_long, 10_000)
    try:
        found = connection.execute(
            "PRAGMA integrity_check(3)" if whole else "PRAGMA quick_check(3)"
        ).fetchall()
    except sqlite3.OperationalError as error:
        if error.sqlite_errorname == "SQLITE_INTERRUPT":
            return False
        raise
    if found != [("ok",)]:
        quoted = "; ".join(" ".join(str(line).split()) for (line,) in found)
        raise Unusable(f"{path} is damaged: {quoted[:LONGEST_QUOTED]}")
    return True


def _store_error(error: sqlite3.Error, path: Path) -> StoreError:
    return in_our_words(error, path) or Unusable(f"{path} cannot be read ({error})")
