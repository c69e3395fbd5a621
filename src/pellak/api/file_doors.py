"""What every door for files shares: the body as it came, and a file to keep as the answer."""

from typing import Annotated, Any

from fastapi import Body, Response

MEDIA_TYPES = {
    "csv": "text/csv; charset=utf-8",
    "json": "application/json",
    "ics": "text/calendar; charset=utf-8",
}
FileBody = Annotated[bytes, Body(media_type="application/octet-stream")]
FILE_ANSWER: dict[str, Any] = {
    "response_class": Response,
    "responses": {200: {"content": {"text/csv": {}, "application/json": {}}}},
}
CALENDAR_ANSWER: dict[str, Any] = {
    "response_class": Response,
    "responses": {200: {"content": {"text/calendar": {}}}},
}
"""How routes that give a file, or a calendar, are documented."""
LinesBody = Annotated[str, Body(media_type="text/plain")]


def file_answer(text: str, name: str, kind: str) -> Response:
    """Return a text as a file to keep under a name."""
    named = f"attachment; filename={name}.{kind}"
    return Response(text, media_type=MEDIA_TYPES[kind], headers={"Content-Disposition": named})
