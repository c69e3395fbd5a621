"""What a damaged database still holds, row by row, into a new one."""

import sqlite3
from collections.abc import Generator, Iterator
from contextlib import closing
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

from pellak.store.errors import Unusable, in_our_words
from pellak.store.health import read_only

INDEX_TABLE = "run_words"
"""A search index: made anew from the runs, never copied."""
MOST_TRIES = 50_000
"""Rows looked for one by one inside a damaged stretch of one table."""


@dataclass
class Salvaged:
    """What came of it: rows read by table, and in words what could not be."""

    rows: dict[str, int] = field(default_factory=dict)
    lost: list[str] = field(default_factory=list)


def salvage(damaged: Path, target: Path) -> Salvaged:
    """Read every readable row of a damaged database into a new one of the same form.

    Args:
        damaged: the file; it is only read.
        target: a name that is not taken. Opening it brings it to the newest form as usual.

    Raises:
        Unusable: the head of the file, which says what tables there are, is gone; or the target
            is taken.
    """
    if not damaged.is_file():
        raise Unusable(f"{damaged} does not exist")
    if target.exists():
        raise Unusable(f"{target} exists already; nothing is overwritten")
    found = Salvaged()
    try:
        with closing(read_only(damaged)) as source, closing(sqlite3.connect(target)) as made:
            made.isolation_level = None
            made.execute("BEGIN")
            for name, kind, sql in source.execute(
                "SELECT name, type, sql FROM sqlite_master WHERE sql IS NOT NULL"
            ).fetchall():
                if not _copied(name, kind):
                    continue
                made.execute(sql)
                if kind == "table":
                    found.rows[name] = _copy_rows(source, made, name, found)
            _without_hanging(made, found)
            if INDEX_TABLE in _names(source):
                _index_anew(made)
            made.execute("COMMIT")
            (mark,) = source.execute("PRAGMA application_id").fetchone()
            made.execute(f"PRAGMA application_id={mark}")
    except sqlite3.Error as error:
        target.unlink(missing_ok=True)
        raise in_our_words(error, damaged) or Unusable(f"{damaged}: {error}") from None
    return found


def _without_hanging(made: sqlite3.Connection, found: Salvaged) -> None:
    """Leave out what hung on a row that is lost: a measure of a run nobody can read."""
    while hanging := made.execute("PRAGMA foreign_key_check").fetchall():
        for table in {table for table, *_ in hanging}:
            rows = {rowid for one, rowid, *_ in hanging if one == table}
            made.executemany(f'DELETE FROM "{table}" WHERE rowid = ?', [(row,) for row in rows])
            found.rows[table] -= len(rows)
            found.lost.append(f"{table}: {len(rows)} rows that hung on one of those lost")


def _copied(name: str, kind: str) -> bool:
    return kind in ("table", "index") and not name.startswith((INDEX_TABLE, "sqlite_"))


def _names(source: sqlite3.Connection) -> set[str]:
    return {name for (name,) in source.execute("SELECT name FROM sqlite_master")}


def _copy_rows(
    source: sqlite3.Connection, made: sqlite3.Connection, table: str, found: Salvaged
) -> int:
    count = 0
    for row in _rows(source, table, found):
        places = ", ".join("?" * len(row))
        try:
            made.execute(f'INSERT INTO "{table}" VALUES ({places})', row)
            count += 1
        except sqlite3.IntegrityError as error:
            found.lost.append(f"{table}: a row that contradicts another ({error})")
    return count


def _rows(source: sqlite3.Connection, table: str, found: Salvaged) -> Iterator[tuple[Any, ...]]:
    """Give rows from the front, then from the back, then one by one between the two."""
    first_bad = yield from _walk(source, table, None, forward=True)
    if first_bad is None:
        return
    last_bad = yield from _walk(source, table, first_bad, forward=False)
    if last_bad is None:
        return
    lost = 0
    tried = range(first_bad, min(last_bad + 1, first_bad + MOST_TRIES))
    for rowid in tried:
        try:
            yield from source.execute(f'SELECT * FROM "{table}" WHERE rowid = ?', (rowid,))
        except sqlite3.Error:
            lost += 1
    not_tried = last_bad + 1 - first_bad - len(tried)
    found.lost.append(
        f"{table}: {lost} rows between {first_bad} and {last_bad} cannot be read"
        + (f", {not_tried} were not tried" if not_tried > 0 else "")
    )


def _walk(
    source: sqlite3.Connection, table: str, stop: int | None, *, forward: bool
) -> Generator[tuple[Any, ...], None, int | None]:
    """Give rows until one cannot be read; return the rowid beyond the last good one, or None.

    A generator's return value: None where the whole table was read.
    """
    order, sign = ("ASC", 1) if forward else ("DESC", -1)
    last: int | None = None
    try:
        for rowid, *row in source.execute(f'SELECT rowid, * FROM "{table}" ORDER BY rowid {order}'):
            if stop is not None and rowid < stop:
                return None
            last = rowid
            yield tuple(row)
    except sqlite3.Error:
        if last is not None:
            return last + sign
        return 1 if forward else (stop or 1) + MOST_TRIES
    return None


def _index_anew(made: sqlite3.Connection) -> None:
    """Make the search index again from the runs' names; signs come back as they are seen again."""
    made.execute(f"CREATE VIRTUAL TABLE {INDEX_TABLE} USING fts5(words, tokenize='trigram')")
    made.execute(
        f"INSERT INTO {INDEX_TABLE} (rowid, words) "
        "SELECT place, job_name || char(10) || who FROM run WHERE place IS NOT NULL"
    )
