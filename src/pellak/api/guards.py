"""Guards around every request: who may ask, how much may be sent, what the page may load."""

import base64
import secrets
from urllib.parse import urlsplit

from starlette.datastructures import Headers, MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from pellak.api.problems import Problem, problem_response

LARGEST_BODY_BYTES = 1_000_000
LOOPBACK_NAMES = frozenset({"127.0.0.1", "localhost", "[::1]", "::1", "testserver"})
UNSAFE_METHODS = frozenset({"POST", "PUT", "PATCH", "DELETE"})


def content_security_policy(nonce: str) -> str:
    """Return the policy: everything from us, styles also by this answer's nonce."""
    return (
        "default-src 'none'; script-src 'self'; connect-src 'self'; img-src 'self' data:; "
        f"font-src 'self'; style-src 'self' 'nonce-{nonce}'; manifest-src 'self'; "
        "base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
    )


class Guards:
    """Refuse what no page of ours would send, before any of our code sees it."""

    def __init__(self, app: ASGIApp, passcode: str | None) -> None:
        self._app = app
        self._passcode = passcode

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer a request, or pass it on with a limit on its body."""
        if scope["type"] != "http":
            await self._app(scope, receive, send)
            return
        headers = Headers(scope=scope)
        nonce = scope.setdefault("state", {})["nonce"] = secrets.token_urlsafe(16)
        problem = self._problem(scope["method"], headers)

        async def guarded_send(message: Message) -> None:
            if message["type"] == "http.response.start":
                answer = MutableHeaders(scope=message)
                answer["Content-Security-Policy"] = content_security_policy(nonce)
                answer["X-Content-Type-Options"] = "nosniff"
                answer["Referrer-Policy"] = "no-referrer"
                if problem is not None and problem.status == 401:
                    answer["WWW-Authenticate"] = 'Basic realm="Pellak", charset="UTF-8"'
            await send(message)

        if problem is None:
            body = await self._whole_body(receive)
            if body is None:
                problem = _too_large()
            else:
                await self._app(scope, _replayed(body, receive), guarded_send)
                return
        await problem_response(problem)(scope, receive, guarded_send)

    def _problem(self, method: str, headers: Headers) -> Problem | None:
        host = _name(headers.get("host", ""))
        if self._passcode is None and host not in LOOPBACK_NAMES:
            return Problem(
                title="Wrong host", status=421, detail="This Pellak answers on this machine only."
            )
        origin = headers.get("origin")
        if method in UNSAFE_METHODS and origin and urlsplit(origin).netloc != headers.get("host"):
            return Problem(
                title="Wrong origin", status=403, detail="Another site's page may not write here."
            )
        if self._passcode is not None and not _knows(headers, self._passcode):
            return Problem(title="Passcode, please", status=401, detail="This Pellak is shared.")
        if int(headers.get("content-length") or 0) > LARGEST_BODY_BYTES:
            return _too_large()
        return None

    @staticmethod
    async def _whole_body(receive: Receive) -> bytes | None:
        """Return the body, or None as soon as it passes the limit, whatever its header said."""
        body = bytearray()
        while True:
            message = await receive()
            body += message.get("body", b"")
            if len(body) > LARGEST_BODY_BYTES:
                return None
            if not message.get("more_body", False):
                return bytes(body)


def _too_large() -> Problem:
    return Problem(
        title="Too large",
        status=413,
        detail=f"A request may hold {LARGEST_BODY_BYTES // 1_000_000} MB at most.",
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
    return host.rsplit(":", 1)[0] if not host.endswith("]") else host


def _knows(headers: Headers, passcode: str) -> bool:
    scheme, _, token = headers.get("authorization", "").partition(" ")
    if scheme.lower() != "basic":
        return False
    try:
        _, _, given = base64.b64decode(token).decode("utf-8").partition(":")
    except ValueError:
        return False
    return secrets.compare_digest(given.encode(), passcode.encode())
