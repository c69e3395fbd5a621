"""All rows of a file: gone through one by one, held against another file's, taken out."""

from collections.abc import Iterator, Sequence
from typing import Any, NamedTuple

from sqlalchemy import delete, inspect, select, text
from sqlalchemy.orm import Session

from pellak.store.tables import (
    Base,
    HeatLotRow,
    JobRevisionRow,
    JobRow,
    PhotoRow,
    PracticeTryRow,
    ProcedureRow,
    RackItemRow,
    RigEventRow,
    RunRow,
    SettingRow,
    SignInRow,
    WatchRow,
)

AT_A_TIME = 100
Key = tuple[Any, ...]


class Counted(NamedTuple):
    """A kind of record a person knows by name: its table, and the column that tells whether two
    files hold the same of it."""

    what: str
    table: type[Base]
    marked_by: str


COUNTED = (
    Counted("jobs", JobRow, "version"),
    Counted("runs", RunRow, "version"),
    Counted("rack items", RackItemRow, "version"),
    Counted("entries of the rig", RigEventRow, "at_s"),
    Counted("heats", HeatLotRow, "deleted_at"),
    Counted("photos", PhotoRow, "version"),
    Counted("procedures", ProcedureRow, "name"),
    Counted("watches", WatchRow, "ended_at"),
    Counted("exercises tried", PracticeTryRow, "points"),
    Counted("settings", SettingRow, "value"),
)
DOCUMENTS: tuple[tuple[type[Base], tuple[str, ...]], ...] = (
    (JobRow, ("document",)),
    (JobRevisionRow, ("document",)),
    (RunRow, ("log", "plan")),
    (RackItemRow, ("document",)),
    (RigEventRow, ("document",)),
    (HeatLotRow, ("certificate",)),
    (PhotoRow, ("marks",)),
    (ProcedureRow, ("document",)),
    (WatchRow, ("plan", "simulation", "observation")),
    (PracticeTryRow, ("document",)),
    (SettingRow, ("value",)),
)
"""Every column that holds a document, by table."""


class Kept(NamedTuple):
    """One document as it lies in a file: text, as JSON or as what stands in its place."""

    table: type[Base]
    key: Key
    column: str
    text: str


class Sides(NamedTuple):
    """How many of a kind one file holds, the other holds, and how they differ."""

    what: str
    here: int
    there: int
    only_here: int
    only_there: int
    different: int


def documents(session: Session) -> Iterator[Kept]:
    """Give every document of a file, as its text."""
    for table, columns in DOCUMENTS:
        keys = [column.name for column in inspect(table).primary_key]
        named = ", ".join(f'"{name}"' for name in (*keys, *columns))
        rows = session.execute(
            text(f"SELECT {named} FROM {table.__tablename__}").execution_options(
                yield_per=AT_A_TIME
            )
        )
        for row in rows:
            key = tuple(row[: len(keys)])
            for column, kept in zip(columns, row[len(keys) :], strict=True):
                if kept is not None:
                    yield Kept(table, key, column, str(kept))


def held_against(here: Session, there: Session) -> list[Sides]:
    """Return by kind of record how one file differs from another."""
    return [
        _sides(one.what, _marks(here, one), _marks(there, one))
        for one in COUNTED
    ]  # fmt: skip


def _marks(session: Session, counted: Counted) -> dict[Key, str]:
    keys = inspect(counted.table).primary_key
    column = inspect(counted.table).columns[counted.marked_by]
    rows = session.execute(select(*keys, column))
    return {tuple(row[:-1]): repr(row[-1]) for row in rows}


def _sides(what: str, here: dict[Key, str], there: dict[Key, str]) -> Sides:
    both = here.keys() & there.keys()
    return Sides(
        what, len(here), len(there), len(here.keys() - both), len(there.keys() - both),
        sum(here[key] != there[key] for key in both),
    )  # fmt: skip


def forget_sign_ins(session: Session) -> None:
    """Let nobody be signed in by what a file says: what was ended since stays ended."""
    session.execute(delete(SignInRow))


def take_out(session: Session, rows: Sequence[tuple[type[Base], Key]]) -> int:
    """Take some rows out, and all that hangs on them; return how many rows went.

    The session is one whose connection does not hold foreign keys (`PRAGMA foreign_keys=OFF`).
    """
    gone = 0
    for table, key in rows:
        columns = inspect(table).primary_key
        named = [column == value for column, value in zip(columns, key, strict=True)]
        gone += _count(session.execute(delete(table).where(*named)))
    while hanging := session.execute(text("PRAGMA foreign_key_check")).all():
        for name, rowid, *_ in hanging:
            gone += _count(
                session.execute(text(f'DELETE FROM "{name}" WHERE rowid = :row'), {"row": rowid})
            )
    return gone


def hanging(session: Session) -> list[str]:
    """Return the tables with rows that name something which is not there."""
    return sorted({row[0] for row in session.execute(text("PRAGMA foreign_key_check"))})


def _count(result: Any) -> int:
    return int(result.rowcount)
