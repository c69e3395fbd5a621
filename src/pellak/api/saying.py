"""Sentences leave in the units of whoever asked.

An answer's sentences carry their measures as marks (`pellak.core.say`). Here, on the way out, they
are put into words: in metric, or in inches where the request says `Pellak-Units: inch`. Files that
are kept and read again (`Content-Disposition`) keep their marks.
"""

from starlette.datastructures import Headers, MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from pellak.core.marks import OPEN
from pellak.core.reading.measures import System, said

UNITS_HEADER = "pellak-units"
_OPEN = OPEN.encode()
_JSON = ("application/json", "application/problem+json")


def units_asked(value: str | None) -> System:
    """Return the units a request asks for; metric where it says nothing we know."""
    return "inch" if value == "inch" else "metric"


class SaysMeasures:
    """Put the measures of every JSON answer into words."""

    def __init__(self, app: ASGIApp) -> None:
        self._app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass a request on; its answer waits here until it is whole."""
        if scope["type"] != "http":
            await self._app(scope, receive, send)
            return
        system = units_asked(Headers(scope=scope).get(UNITS_HEADER))
        held: Message | None = None
        parts: list[bytes] = []

        async def answered(message: Message) -> None:
            nonlocal held
            if message["type"] == "http.response.start" and _is_said(
                Headers(raw=message["headers"])
            ):
                held = message
                return
            if held is None or message["type"] != "http.response.body":
                await send(message)
                return
            parts.append(message.get("body", b""))
            if message.get("more_body", False):
                return
            body = b"".join(parts)
            if _OPEN in body:
                body = said(body.decode(), system).encode()
                MutableHeaders(raw=held["headers"])["content-length"] = str(len(body))
            await send(held)
            await send({"type": "http.response.body", "body": body})

        await self._app(scope, receive, answered)


def _is_said(headers: Headers) -> bool:
    kind = headers.get("content-type", "").partition(";")[0]
    return kind in _JSON and "content-disposition" not in headers
