"""Where a page of a list ends, as text an address can carry."""

from datetime import UTC, datetime

from pellak.core.answer.errors import Refused
from pellak.store.jobs import BenchKey

MARK = "@"


def cursor_of(place: BenchKey | None) -> str | None:
    """Return a place on the bench as text, None where there is none."""
    return None if place is None else f"{place[1]}{MARK}{place[0].isoformat()}"


def place_of(cursor: str) -> BenchKey | None:
    """Return the place a text names; nothing for the first page. Raises Refused for any other."""
    if not cursor:
        return None
    job_id, _, moment = cursor.partition(MARK)
    try:
        at = datetime.fromisoformat(moment)
        # A zone is part of the place; a moment at the edge of the calendar has none in UTC.
        return at.astimezone(UTC), job_id
    except (ValueError, OverflowError):
        raise Refused("after", cursor, "the `next` of the page before") from None
