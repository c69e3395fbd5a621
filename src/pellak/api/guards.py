"""Guards around every request: who may ask, how much may be sent, what the page may load."""

import asyncio
import logging
import re
import secrets
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager, nullcontext
from urllib.parse import urlsplit

from starlette.concurrency import run_in_threadpool
from starlette.datastructures import Headers, MutableHeaders
from starlette.requests import cookie_parser
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from pellak.api.problems import Problem, busy, problem_response, unexpected
from pellak.api.sharing import COOKIE, SIGN_IN, Sharing, allowed
from pellak.core.reading.text import unkeepable
from pellak.shop.sign_ins import SignIns

LARGEST_BODY_BYTES, LARGEST_FILE_BYTES = 1_000_000, 20_000_000
LARGE_FILES_AT_ONCE = 2
"""Such a file is held until it is answered: one is worked on while the next one comes in."""
LARGE_DOORS = re.compile(r"/api/runs/[^/]+/photos|/api/book/import")
"""The doors that take more than a form or a table: a photo as it came, a book of runs."""
BODY_WITHIN_S = 30.0
SMALL_BODY_BYTES, LARGE_BODIES_AT_ONCE, LARGE_BODIES_HERE = 65_536, 6, 24
"""Hundreds of large bodies sent and given up on at once would fill the memory: some are read, a
few wait (the socket's own buffer of each stays filled meanwhile), the rest come again."""
LOOPBACK_NAMES = frozenset({"127.0.0.1", "localhost", "::1"})
UNSAFE_METHODS = frozenset({"POST", "PUT", "PATCH", "DELETE"})
FROM_ELSEWHERE = frozenset({"cross-site", "same-site"})
"""What a browser says of a request another page made; another port of this machine is same-site."""
NOT_LET_IN = 1008
SOCKET_LOOKS_EVERY_S = 2.0
"""How often whoever talks over a socket is looked up again: a sign-in may end meanwhile."""
FILES = "application/octet-stream"
_log = logging.getLogger("pellak")


def content_security_policy(nonce: str) -> str:
    """Return the policy: everything from us, styles also by this answer's nonce."""
    return (
        "default-src 'none'; script-src 'self'; connect-src 'self'; img-src 'self' data:; "
        f"font-src 'self'; style-src 'self' 'nonce-{nonce}'; manifest-src 'self'; "
        "base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
    )


class Guards:
    """Refuse what no page of ours would send, before any of our code sees it."""

    def __init__(
        self,
        app: ASGIApp,
        sharing: Sharing | None,
        sign_ins: SignIns,
        seconds: Callable[[], float] = time.monotonic,
    ) -> None:
        self._app = app
        self._sharing = sharing
        self._sign_ins = sign_ins
        self._seconds = seconds
        self._large_bodies = asyncio.Semaphore(LARGE_BODIES_AT_ONCE)
        self._large_files = asyncio.Semaphore(LARGE_FILES_AT_ONCE)
        self._large_here = 0

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer a request, or pass it on once its body is here whole."""
        if scope["type"] == "lifespan":
            await self._app(scope, receive, send)
            return
        headers = Headers(scope=scope)
        if scope["type"] == "websocket":
            if await self._may_talk(scope, headers):
                await self._app(scope, self._while_let_in(scope, headers, receive), send)
            else:
                await send({"type": "websocket.close", "code": NOT_LET_IN})
            return
        nonce = scope.setdefault("state", {})["nonce"] = secrets.token_urlsafe(16)
        begun = False

        async def guarded_send(message: Message) -> None:
            nonlocal begun
            if message["type"] == "http.response.start":
                begun = True
                answer = MutableHeaders(scope=message)
                answer["Content-Security-Policy"] = content_security_policy(nonce)
                answer["X-Content-Type-Options"] = "nosniff"
                answer["Referrer-Policy"] = "no-referrer"
            await send(message)

        problem = self._problem(scope["method"], scope["path"], headers)
        if problem is None and self._sharing is not None:
            problem = await self._not_let_in(scope, headers)
        large = _is_large(headers)
        if problem is None and large and self._large_here >= LARGE_BODIES_HERE:
            problem = busy()
        if problem is not None:
            await problem_response(problem)(scope, receive, guarded_send)
            return
        file = large and LARGE_DOORS.fullmatch(scope["path"])
        with self._counted(large):
            async with self._large_files if file else nullcontext():
                body = await self._body(receive, headers, scope["path"])
                if body is None:
                    # Whoever sent it is gone: what came is not what was meant.
                    return
                if isinstance(body, Problem):
                    await problem_response(body)(scope, receive, guarded_send)
                    return
                try:
                    await self._app(scope, _replayed(body, receive), guarded_send)
                except Exception:  # the last door out: for the server's own output alone
                    _log.exception("%s %s", scope["method"], scope["path"])
                    if begun:
                        raise
                    await problem_response(unexpected())(scope, receive, guarded_send)

    @contextmanager
    def _counted(self, large: bool) -> Iterator[None]:
        self._large_here += large
        try:
            yield
        finally:
            self._large_here -= large

    async def _body(self, receive: Receive, headers: Headers, path: str) -> bytes | Problem | None:
        """Return the body once it is here whole, or what is wrong with it; None where it never
        came. Of large ones only some are read at once, the others wait unread."""
        most = _most_bytes(path)
        async with self._large_bodies if _is_large(headers) else nullcontext():
            body = await _whole_body(receive, _announced(headers), most)
        if not isinstance(body, bytes):
            return body
        if len(body) > most:
            return _too_large(most)
        if headers.get("content-type", "") != FILES and unkeepable(body):
            return Problem(
                title="That text cannot be kept",
                status=422,
                detail="It holds half of a sign, or a zero, which no file can keep.",
            )
        return body

    def _problem(self, method: str, path: str, headers: Headers) -> Problem | None:
        host = _name(headers.get("host", ""))
        if self._sharing is None and host not in LOOPBACK_NAMES:
            return Problem(
                title="Wrong host", status=421, detail="This Pellak answers on this machine only."
            )
        if self._sharing is not None and not self._sharing.answers_to(host):
            return Problem(
                title="Wrong host",
                status=421,
                detail="This Pellak does not know itself by that name; start it with --name.",
            )
        origin = headers.get("origin")
        if method in UNSAFE_METHODS and origin and _netloc(origin) != headers.get("host"):
            return Problem(
                title="Wrong origin", status=403, detail="Another site's page may not write here."
            )
        if path.startswith("/api") and headers.get("sec-fetch-site") in FROM_ELSEWHERE:
            return Problem(
                title="Wrong origin", status=403, detail="Another site's page may not ask here."
            )
        announced = _announced(headers)
        if "content-length" in headers and (announced is None or "transfer-encoding" in headers):
            return Problem(
                title="Which length?",
                status=400,
                detail="A body has one length, or comes in parts.",
            )
        if announced is not None and announced > _most_bytes(path):
            return _too_large(_most_bytes(path))
        return None

    async def _may_talk(self, scope: Scope, headers: Headers) -> bool:
        """Return whether a socket may be opened: what it changes, it changes as a POST would.

        A browser asks nobody whether another site's page may open one, so its origin has to be
        told, and to be ours.
        """
        if self._problem("POST", scope["path"], headers) is not None:
            return False
        if _netloc(headers.get("origin") or "") != headers.get("host"):
            return False
        scope.setdefault("state", {})
        asked = {**scope, "method": "POST"}
        return self._sharing is None or await self._not_let_in(asked, headers) is None

    def _while_let_in(self, scope: Scope, headers: Headers, receive: Receive) -> Receive:
        """Give what a socket says for as long as whoever opened it may; then it has hung up."""
        if self._sharing is None:
            return receive
        asked = {**scope, "method": "POST"}
        looked_s = self._seconds()

        async def receive_while_let_in() -> Message:
            nonlocal looked_s
            message = await receive()
            if self._seconds() - looked_s >= SOCKET_LOOKS_EVERY_S:
                looked_s = self._seconds()
                if await self._not_let_in(asked, headers) is not None:
                    return {"type": "websocket.disconnect", "code": NOT_LET_IN}
            return message

        return receive_while_let_in

    async def _not_let_in(self, scope: Scope, headers: Headers) -> Problem | None:
        path = scope["path"]
        if not path.startswith("/api") or path == SIGN_IN:
            # The page itself holds nothing of the shop's.
            return None
        token = cookie_parser(headers.get("cookie", "")).get(COOKIE)
        may = await run_in_threadpool(self._sign_ins.may, token) if token else None
        if may is None:
            return Problem(title="Passcode, please", status=401, detail="This Pellak is shared.")
        scope["state"]["may"] = may
        if not allowed(may, scope["method"], path):
            return Problem(
                title="Not with this passcode",
                status=403,
                detail="This passcode lets you look"
                + (" and work at the bench" if may == "bench" else "")
                + ", not change this.",
            )
        return None


async def _whole_body(receive: Receive, announced: int | None, most: int) -> bytes | Problem | None:
    """Return the body once it is here whole; None where whoever sent it is gone.

    Past the limit it is cut: its length says that it was too much, whatever its head said.
    """
    body = bytearray()
    try:
        async with asyncio.timeout(BODY_WITHIN_S):
            while True:
                message = await receive()
                if message["type"] != "http.request":
                    return None
                body += message.get("body", b"")
                if len(body) > most:
                    return bytes(body)
                if not message.get("more_body", False):
                    break
    except TimeoutError:
        return Problem(
            title="Too slow",
            status=408,
            detail=f"What was sent did not come within {BODY_WITHIN_S:.0f} s. Nothing was saved.",
        )
    return None if announced is not None and len(body) < announced else bytes(body)


def _is_large(headers: Headers) -> bool:
    announced = _announced(headers)
    if announced is None:
        return "transfer-encoding" in headers
    return announced > SMALL_BODY_BYTES


def _announced(headers: Headers) -> int | None:
    length = headers.get("content-length", "")
    return int(length) if length.isascii() and length.isdigit() else None


def _netloc(origin: str) -> str | None:
    try:
        return urlsplit(origin).netloc
    except ValueError:
        return None


def _most_bytes(path: str) -> int:
    return LARGEST_FILE_BYTES if LARGE_DOORS.fullmatch(path) else LARGEST_BODY_BYTES


def _too_large(most: int) -> Problem:
    return Problem(
        title="Too large",
        status=413,
        detail=f"This may hold {most // 1_000_000} MB at most.",
    )


def _replayed(body: bytes, receive: Receive) -> Receive:
    """Give the body that was read once, then whatever the connection says next."""
    given = False

    async def replay() -> Message:
        nonlocal given
        if given:
            return await receive()
        given = True
        return {"type": "http.request", "body": body, "more_body": False}

    return replay


def _name(host: str) -> str:
    if host.startswith("["):
        return host.partition("]")[0].strip("[")
    return host.rsplit(":", 1)[0] if host.count(":") == 1 else host
