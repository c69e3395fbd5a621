"""Watches as rows: a watch as it is listed, a reading or a mark as it is kept."""

from datetime import datetime

from sqlalchemy.orm import Session

from pellak.core.answer.working import Record
from pellak.core.watch.lines import Mark, Reading
from pellak.shop.errors import NotFound
from pellak.store.tables import WatchRow
from pellak.store.watches import Entry, Watches


class WatchLine(Record):
    """A watch as it is listed."""

    id: str
    job_id: str
    job_name: str
    run_id: str | None
    started_at: datetime
    ended_at: datetime | None


def row_of(session: Session, watch_id: str) -> WatchRow:
    """Return a watch's row. Raises NotFound."""
    row = Watches(session).find(watch_id)
    if row is None:
        raise NotFound("watch", watch_id)
    return row


def line_of(row: WatchRow) -> WatchLine:
    """Return a watch as it is listed."""
    return WatchLine(
        id=row.watch_id, job_id=row.job_id, job_name=row.job_name, run_id=row.run_id,
        started_at=row.started_at, ended_at=row.ended_at,
    )  # fmt: skip


def entry_of(one: Reading | Mark) -> dict[str, object]:
    """Return a reading or mark as its row keeps it."""
    at_ms = round(one.at_s * 1000)
    if isinstance(one, Mark):
        return {"at_ms": at_ms, "channel": "", "phase": one.phase, "c": None, "source": ""}
    return {
        "at_ms": at_ms, "channel": one.channel, "phase": "", "c": one.c, "source": one.source,
    }  # fmt: skip


def entry_read(entry: Entry) -> Reading | Mark:
    """Return the reading or mark a row keeps."""
    at_s = entry.at_ms / 1000
    if entry.phase:
        return Mark.model_validate({"at_s": at_s, "phase": entry.phase})
    kept = {"at_s": at_s, "channel": entry.channel, "c": entry.c, "source": entry.source}
    return Reading.model_validate(kept)
