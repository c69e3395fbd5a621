"""What befell the rig, in one session. The caller opens the transaction."""

import json
import sqlite3
from collections.abc import Mapping
from contextlib import closing, suppress
from pathlib import Path
from typing import Any
from uuid import uuid4

from sqlalchemy import ColumnElement, func, literal_column, select
from sqlalchemy.orm import Session

from pellak.store.health import read_only
from pellak.store.tables import RigEventRow


def carry_entries(standing: Path, made: Path, at_s: float) -> None:
    """Let a book that is put in place keep what befell the rig by the one that stood.

    Every entry of both is kept: a lock, a backfire or a flame that was told since the backup is
    lost by no restore. Nobody can vouch for what came before it, which an entry of its own says.

    Args:
        standing: the book that stood; one that holds no entries, or is no sound book, adds none.
        made: the book that is put in place, in the newest form.
        at_s: the moment of the restore, seconds since 1970 UTC.
    """
    kept: list[tuple[str, float, str]] = []
    if standing.exists():
        with suppress(sqlite3.Error), closing(read_only(standing)) as stood:
            kept = stood.execute("SELECT event_id, at_s, document FROM rig_event").fetchall()
    mark = uuid4().hex[:12]
    unknown = {"id": mark, "what": "unknown", "at_s": at_s, "finding": "a backup was put in place"}
    with closing(sqlite3.connect(made)) as book, book:
        book.executemany("INSERT OR IGNORE INTO rig_event VALUES (?, ?, ?)", kept)
        book.execute("INSERT INTO rig_event VALUES (?, ?, ?)", (mark, at_s, json.dumps(unknown)))


class RigEvents:
    """The entries of the rig: added, never changed and never taken away."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def after(self, place: int) -> list[tuple[int, dict[str, Any]]]:
        """Return every entry added after a place, each with its own, oldest first."""
        rowid: ColumnElement[int] = literal_column("rowid")
        rows = select(rowid, RigEventRow.document).where(rowid > place).order_by(rowid)
        return [(int(at), document) for at, document in self._session.execute(rows)]

    def count(self) -> int:
        """Return how many entries there are."""
        return self._session.scalar(select(func.count()).select_from(RigEventRow)) or 0

    def add(self, event_id: str, at_s: float, document: Mapping[str, Any]) -> None:
        """Keep a new entry."""
        self._session.add(RigEventRow(event_id=event_id, at_s=at_s, document=dict(document)))
