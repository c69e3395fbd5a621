"""Long lists in pages, by key: what comes or goes meanwhile neither repeats nor skips a line.

A list goes on after the line whose key is named; the header `Link` of an answer names the address
of what follows (RFC 8288), and is left out on the last page.
"""

from collections.abc import Callable, Sequence
from typing import Annotated, Any, TypeVar

from fastapi import Query, Request, Response

from pellak.core.answer.errors import Refused

Line = TypeVar("Line")
LONGEST_PAGE = 1000
After = Annotated[str | None, Query(max_length=64)]
Most = Annotated[int, Query(ge=1, le=LONGEST_PAGE)]
LINKED: dict[str, Any] = {
    "responses": {
        200: {
            "headers": {
                "Link": {
                    "description": "The address of the next page, where there is one.",
                    "schema": {"type": "string"},
                }
            }
        }
    }
}
"""What a paged list adds to its contract."""


def following(
    lines: Sequence[Line], key: Callable[[Line], str], after: str | None
) -> Sequence[Line]:
    """Return the lines after the one whose key is named. Raises Refused where none has it."""
    if after is None:
        return lines
    for place, line in enumerate(lines, start=1):
        if key(line) == after:
            return lines[place:]
    raise Refused("after", after, "the key of a line of this list; it may be gone: begin anew")


def page_of(
    lines: Sequence[Line], key: Callable[[Line], str], most: int, request: Request, answer: Response
) -> list[Line]:
    """Return as many lines as a page holds, and name the next page where more are there."""
    page = list(lines[:most])
    if len(lines) > most:
        there = request.url.include_query_params(after=key(page[-1]))
        answer.headers["Link"] = f'<{there.path}?{there.query}>; rel="next"'
    return page
