"""Where a page of a list ends, as text an address can carry."""

from datetime import UTC, datetime

from pellak.core.answer.errors import Refused
from pellak.store.jobs import BenchKey, JobOrder

MARK = "@"


def cursor_of(place: BenchKey | None) -> str | None:
    """Return a place on the bench as text, None where there is none."""
    if place is None:
        return None
    by, job_id = place
    return f"{job_id}{MARK}{by if isinstance(by, str) else by.isoformat()}"


def place_of(cursor: str, order: JobOrder = "oldest") -> BenchKey | None:
    """Return the place a text names; nothing for the first page. Raises Refused for any other."""
    if not cursor:
        return None
    job_id, _, moment = cursor.partition(MARK)
    if order == "name":
        return moment, job_id
    try:
        at = datetime.fromisoformat(moment)
        # A zone is part of the place; a moment at the edge of the calendar has none in UTC.
        return at.astimezone(UTC), job_id
    except (ValueError, OverflowError):
        raise Refused("after", cursor, "the `next` of the page before") from None
