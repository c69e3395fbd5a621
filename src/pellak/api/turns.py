"""Whose turn it is when many ask at once: what is being saved goes before what is looked at.

Whoever saves stands with a torch in the hand; a list that comes half a second later harms nobody.
So only a few looks are worked on at a time and the other threads are kept for saves."""

import asyncio

from starlette.types import ASGIApp, Message, Receive, Scope, Send

LOOKS_AT_ONCE = 1
"""Looks are short, and share one processor however many are begun."""
LOOKING = frozenset({"GET", "HEAD"})
DAY_DOOR = "/api/day"
"""A day takes its turn in a lane of its own (`long_work`): no list waits behind one."""


class SavesFirst:
    """Let looks wait for each other, and saves for nobody."""

    def __init__(self, app: ASGIApp) -> None:
        self._app = app
        self._looks = asyncio.Semaphore(LOOKS_AT_ONCE)

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass a request on in its turn."""
        if (
            scope["type"] != "http"
            or scope["method"] not in LOOKING
            or scope["path"].startswith(DAY_DOOR)
        ):
            await self._app(scope, receive, send)
            return
        await self._looks.acquire()
        held = True

        def let_the_next() -> None:
            nonlocal held
            if held:
                held = False
                self._looks.release()

        async def answered(message: Message) -> None:
            # The work is done once an answer begins: who reads it slowly keeps nobody waiting.
            let_the_next()
            await send(message)

        try:
            await self._app(scope, receive, answered)
        finally:
            let_the_next()
