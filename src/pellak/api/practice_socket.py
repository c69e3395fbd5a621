"""The flame trainer's socket: hands come in, frames go out, thirty in a second.

One exercise is one task; its steps run in a thread. Where the machine is slow the exercise is slow
with it: a step is never made longer than it is."""

import asyncio
import contextlib
from dataclasses import replace

from anyio import CapacityLimiter, to_thread
from fastapi import WebSocket, WebSocketDisconnect
from pydantic import BaseModel, ConfigDict, Field

from pellak.core.errors import Refused
from pellak.core.gas.limits import LimitRegion
from pellak.core.job_base import ShopSchools
from pellak.core.practice.flame.flows import LEAST_BORE_MM, MOST_BORE_MM, Torch
from pellak.core.practice.flame.targets import flame_targets, usual_torch
from pellak.core.practice.flame.trainer import Hands
from pellak.core.practice.wire import hands_told
from pellak.core.torch.mixer import Mixer
from pellak.shop.flame_session import FRAME_S, FlameSession, FlameTold
from pellak.shop.practice_book import PracticeBook

MOST_AT_ONCE, STEPPED_AT_ONCE = 4, 2
SILENT_S = 5.0
"""A page that says nothing for so long is gone, whatever the network still believes."""
WORDS_EVERY_FRAMES = 15
REFUSED, BUSY, DONE = 4400, 1013, 1000


class FlameAsked(BaseModel):
    """The exercise wanted: a target of the ladder, who is at it, the torch, the seed of its air.

    A mixer or a limit that is not told is the shop's.
    """

    model_config = ConfigDict(extra="forbid")
    target: str = Field(max_length=40)
    who: str = Field(default="", max_length=60)
    orifice_mm: float | None = Field(default=None, ge=LEAST_BORE_MM, le=MOST_BORE_MM)
    mixer: Mixer | None = None
    region: LimitRegion | None = None
    seed: int = Field(default=1, ge=0, le=2**31)


class _Hands:
    """The hands as they were told last; a spark stays until it was struck."""

    def __init__(self) -> None:
        self.now = Hands()
        self.end = False
        self.heard = asyncio.Event()

    def take(self, message: bytes) -> None:
        told = hands_told(message)
        self.now = replace(
            told.hands, spark=told.hands.spark or self.now.spark,
            clean=told.hands.clean or self.now.clean,
        )  # fmt: skip
        self.end = self.end or told.end
        self.heard.set()

    def used(self) -> Hands:
        hands = self.now
        self.now = replace(hands, spark=False, clean=False)
        return hands


def session_for(asked: FlameAsked, schools: ShopSchools) -> FlameSession:
    """Return the exercise asked for. Raises Refused where there is none such."""
    target = flame_targets().get(asked.target)
    if target is None:
        raise Refused("target", asked.target, "a flame of the ladder")
    usual = usual_torch(target)
    mixer = asked.mixer or schools.mixer
    torch = Torch(asked.orifice_mm or usual.orifice_mm, usual.jets, mixer)
    return FlameSession(target, torch, asked.seed, asked.region or schools.acetylene_limit)


class FlameSockets:
    """The exercises being played on this server."""

    def __init__(self, practice: PracticeBook) -> None:
        self._practice = practice
        self._playing = 0
        self._limit = CapacityLimiter(STEPPED_AT_ONCE)

    async def play(self, socket: WebSocket, asked: FlameAsked) -> None:
        """Play an exercise until its page ends it, is closed, or falls silent."""
        await socket.accept()
        if self._playing >= MOST_AT_ONCE:
            await socket.close(BUSY, "four exercises at once are as many as are played here")
            return
        self._playing += 1
        try:
            schools = await to_thread.run_sync(self._practice.schools)
            await self._exercise(socket, asked, session_for(asked, schools))
        except Refused as error:
            await socket.close(REFUSED, str(error)[:120])
        finally:
            self._playing -= 1

    async def _exercise(self, socket: WebSocket, asked: FlameAsked, session: FlameSession) -> None:
        hands = _Hands()
        listening = asyncio.create_task(_listen(socket, hands))
        try:
            await self._frames(socket, session, hands, listening)
            if hands.end:
                score = session.end()
                await to_thread.run_sync(self._practice.keep, asked.who, asked.target, score)
                await socket.send_text(FlameTold(score=score).model_dump_json())
            # Also where the page sent what no page of ours does: it is told that this is over.
            await socket.close(DONE)
        except (WebSocketDisconnect, RuntimeError):
            # The page went while a frame was on its way to it: there is nobody left to tell.
            pass
        finally:
            listening.cancel()
            with contextlib.suppress(asyncio.CancelledError, RuntimeError):
                await listening

    async def _frames(
        self,
        socket: WebSocket,
        session: FlameSession,
        hands: _Hands,
        listening: asyncio.Task[None],
    ) -> None:
        await socket.send_text(FlameTold(hello=session.hello()).model_dump_json())
        loop = asyncio.get_running_loop()
        due, silent_from, number = loop.time(), loop.time(), 0
        while not hands.end and not listening.done():
            if hands.heard.is_set():
                hands.heard.clear()
                silent_from = loop.time()
            elif loop.time() - silent_from > SILENT_S:
                return
            frame = await to_thread.run_sync(session.advance, hands.used(), limiter=self._limit)
            await socket.send_bytes(frame)
            number += 1
            if number % WORDS_EVERY_FRAMES == 0:
                await socket.send_text(FlameTold(words=session.say()).model_dump_json())
            # Late frames are not made up for: the exercise goes on slower.
            due = max(due + FRAME_S, loop.time())
            await asyncio.sleep(due - loop.time())  # until the next frame is due


async def _listen(socket: WebSocket, hands: _Hands) -> None:
    while True:
        message = await socket.receive()
        if message["type"] == "websocket.disconnect":
            return
        told = message.get("bytes")
        if told is None:
            return
        try:
            hands.take(told)
        except Refused:
            # No page of ours sends anything else: nobody is played with who does.
            return
