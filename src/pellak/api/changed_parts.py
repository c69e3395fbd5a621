"""A job's answer to whoever holds the last one: the parts that changed, not the plan anew.

A job with its plan is some 110 kB and an edit changes a part of it. Who asks with
`Pellak-Holds: TAG`, the tag of the last answer (`Pellak-Tag`) it still has, is answered with the
changed parts and `Pellak-Changed-From: TAG`; who asks with an unknown tag is answered whole, with
a tag; who asks without is answered whole, as any program is. The form of the parts is in
`docs/formats.md`.

>>> changed({"a": 1, "b": [1, 2, 3]}, {"a": 1, "b": [1, 5, 3], "c": "new"})
{'b': {'1': [5]}, 'c': ['new']}
>>> changed([{"id": "x", "t": 1}, {"id": "y"}], [{"id": "z"}, {"id": "x", "t": 2}, {"id": "y"}])
{'<': [-1, 0, 1], '0': [{'id': 'z'}], '1': {'t': [2]}}
"""

import json
from collections import OrderedDict
from hashlib import blake2b
from threading import Lock
from typing import Any

from starlette.datastructures import Headers, MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

HOLDS, TAG, FROM = "pellak-holds", "pellak-tag", "pellak-changed-from"
ROUTES = "/api/jobs/"
KEPT = 16
"""Whole answers remembered: some 15 MB. A page that was away longer is answered whole."""

MOST_BY_PLACE = 0.5
"""Share of a list that may have changed before it is weighed whether it is shorter whole."""

OWN_KEYS = frozenset("-#<")
Part = dict[str, Any] | list[Any]
"""`[value]` in place of what was; else parts by key or place, with `-`: keys gone, `#`: a list's
new length, or `<`: the place each one of a list had before, -1 for those new."""


def changed(before: Any, after: Any) -> Part | None:
    """Return what makes `after` of `before`, or None where nothing does."""
    if isinstance(before, dict) and isinstance(after, dict):
        if OWN_KEYS & (before.keys() | after.keys()):
            # A document may hold any key; one that is ours would be read as ours.
            return None if before == after else [after]
        parts: dict[str, Any] = {}
        for key, value in after.items():
            if key not in before:
                parts[key] = [value]
            elif (part := changed(before[key], value)) is not None:
                parts[key] = part
        if gone := [key for key in before if key not in after]:
            parts["-"] = gone
        return parts or None
    if isinstance(before, list) and isinstance(after, list):
        return _changed_list(before, after)
    # 1 and 1.0 and true are one value to Python and three texts to a page.
    return None if type(before) is type(after) and before == after else [after]


def _changed_list(before: list[Any], after: list[Any]) -> Part | None:
    came_from = _places_before(before, after)
    parts: dict[str, Any] = {}
    for at, (value, was) in enumerate(zip(after, came_from, strict=True)):
        if was < 0:
            parts[str(at)] = [value]
        elif (part := changed(before[was], value)) is not None:
            parts[str(at)] = part
    changes = len(parts)
    if any(was not in (at, -1) for at, was in enumerate(came_from)):
        parts["<"] = came_from
    elif len(before) != len(after):
        parts["#"] = len(after)
    if not parts:
        return None
    # A line drawn anew is shorter told whole.
    if changes > len(after) * MOST_BY_PLACE and _size(parts) >= _size([after]):
        return [after]
    return parts


def _places_before(before: list[Any], after: list[Any]) -> list[int]:
    """Return where each one stood before: by its name where all have one, else where it stands."""
    if len(before) != len(after):
        names = [_name(value) for value in before]
        if None not in names and len(set(names)) == len(names):
            return [names.index(name) if (name := _name(one)) in names else -1 for one in after]
    return [at if at < len(before) else -1 for at in range(len(after))]


def _name(value: Any) -> str | None:
    """Return what a figure, a station or a card is known by."""
    if not isinstance(value, dict):
        return None
    name = value["step"].get("id") if isinstance(value.get("step"), dict) else value.get("id")
    return name if isinstance(name, str) else None


def _size(part: Part) -> int:
    return len(json.dumps(part, separators=(",", ":"), ensure_ascii=False))


class ChangedPartsOnly:
    """Answer with the parts that changed, to whoever says what it holds."""

    def __init__(self, app: ASGIApp) -> None:
        self._app = app
        self._whole: OrderedDict[str, Any] = OrderedDict()
        self._lock = Lock()

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass a request on; a job's answer waits here until it is whole."""
        holds = Headers(scope=scope).get(HOLDS) if scope["type"] == "http" else None
        if holds is None or not scope["path"].startswith(ROUTES):
            await self._app(scope, receive, send)
            return
        held: Message | None = None
        parts: list[bytes] = []

        async def answered(message: Message) -> None:
            nonlocal held
            if message["type"] == "http.response.start" and _is_a_job(message):
                held = message
                return
            if held is None or message["type"] != "http.response.body":
                await send(message)
                return
            parts.append(message.get("body", b""))
            if message.get("more_body", False):
                return
            headers = MutableHeaders(raw=held["headers"])
            body = self._answer(holds, b"".join(parts), headers)
            headers["content-length"] = str(len(body))
            await send(held)
            await send({"type": "http.response.body", "body": body})

        await self._app(scope, receive, answered)

    def _answer(self, holds: str, body: bytes, headers: MutableHeaders) -> bytes:
        tag = blake2b(body, digest_size=12).hexdigest()
        headers[TAG] = tag
        after = json.loads(body)
        with self._lock:
            before = self._whole.get(holds)
            self._whole[tag] = after
            self._whole.move_to_end(tag)
            while len(self._whole) > KEPT:
                self._whole.popitem(last=False)
        if before is None:
            return body
        part = changed(before, after) or {}
        told = json.dumps(part, separators=(",", ":"), ensure_ascii=False).encode()
        if len(told) >= len(body):
            return body
        headers[FROM] = holds
        return told


def _is_a_job(message: Message) -> bool:
    kind = Headers(raw=message["headers"]).get("content-type", "")
    # An answer without a body, as to an archiving, is no job.
    return message["status"] in (200, 201) and kind.startswith("application/json")
