"""The trainers' sockets: hands come in, frames go out, thirty in a second.

One exercise is one task; its steps run in a thread. Where the machine is slow the exercise is slow
with it: a step is never made longer than it is."""

import asyncio
import contextlib
from collections.abc import Callable, Iterator
from functools import partial
from typing import Protocol

from anyio import CapacityLimiter, to_thread
from fastapi import WebSocket, WebSocketDisconnect
from pydantic import BaseModel, ConfigDict, Field

from pellak.core.answer.errors import Refused
from pellak.core.gas.limits import LimitRegion
from pellak.core.model.facts import Facts
from pellak.core.model.job_base import ShopSchools
from pellak.core.practice.dial import MOST_LINES
from pellak.core.practice.flame.flows import LEAST_BORE_MM, MOST_BORE_MM, FlameTorch
from pellak.core.practice.flame.targets import flame_targets, usual_torch
from pellak.core.practice.for_job import puddle_for
from pellak.core.practice.puddle.tasks import exercise_for, puddle_tasks
from pellak.core.practice.score import Worth
from pellak.core.reading.measures import System, said
from pellak.core.torch.mixer import Mixer
from pellak.shop.errors import NotFound
from pellak.shop.flame_session import FRAME_S, FlameSession
from pellak.shop.practice_book import PracticeBook
from pellak.shop.puddle_session import PuddleSession
from pellak.store.errors import StoreError

MOST_AT_ONCE, STEPPED_AT_ONCE = 4, 2
SILENT_FRAMES = 240
"""A page that says nothing for so many frames is gone, whatever the network still believes: eight
seconds where the machine keeps up, longer where it does not, as its pages are slow with it."""
WORDS_EVERY_FRAMES = 15
REFUSED, BUSY, DONE = 4400, 1013, 1000
DIAL = "^([0-9]{4})?$"
"""Four digits a page shows, by which a dial finds its exercise."""


class FlameAsked(BaseModel):
    """The exercise wanted: a target of the ladder, who is at it, the torch, the seed of its air.

    A mixer or a limit that is not told is the shop's. `dial` is the number a dial finds it by.
    """

    model_config = ConfigDict(extra="forbid")
    target: str = Field(max_length=40)
    who: str = Field(default="", max_length=60)
    orifice_mm: float | None = Field(default=None, ge=LEAST_BORE_MM, le=MOST_BORE_MM)
    mixer: Mixer | None = None
    region: LimitRegion | None = None
    seed: int = Field(default=1, ge=0, le=2**31)
    dial: str = Field(default="", pattern=DIAL)
    units: System = "metric"


class PuddleAsked(BaseModel):
    """The exercise wanted: a task of the ladder or a job's own sheet, who is at it, the seed of its
    pops; `watching` lets the plan's own hand do it."""

    model_config = ConfigDict(extra="forbid")
    task: str = Field(default="", max_length=40)
    job: str = Field(default="", max_length=32)
    who: str = Field(default="", max_length=60)
    watching: bool = False
    units: System = "metric"
    seed: int = Field(default=1, ge=0, le=2**31)


class _Said:
    """A socket that says sentences in the units of its page."""

    def __init__(self, socket: WebSocket, units: System) -> None:
        self._socket, self._units = socket, units
        self.receive, self.send_bytes = socket.receive, socket.send_bytes

    async def send_text(self, text: str) -> None:
        """Send a text, its measures in words."""
        await self._socket.send_text(said(text, self._units))

    async def close(self, code: int, reason: str) -> None:
        """Close it with a reason."""
        await self._socket.close(code, reason)


class Trainer(Protocol):
    """One exercise under one pair of hands, as the socket plays it."""

    @property
    def kept_as(self) -> str | None:
        """The exercise a try is kept as; None where it is not kept."""

    @property
    def ended(self) -> bool:
        """Whether it is over."""

    def hello(self) -> BaseModel:
        """Return what a page is told first."""

    def take(self, message: bytes) -> None:
        """Take what the hands do from now on. Raises Refused for anything else."""

    def advance(self) -> bytes:
        """Return the next frame."""

    def say(self) -> BaseModel:
        """Return what is told in words."""

    def last_frame(self) -> bytes:
        """Return how it lies at the end."""

    def close(self) -> tuple[Worth, BaseModel]:
        """Return what it is worth, and that as the page is told it."""


def flame_session(asked: FlameAsked, schools: ShopSchools) -> FlameSession:
    """Return the exercise asked for. Raises Refused where there is none such."""
    target = flame_targets().get(asked.target)
    if target is None:
        raise Refused("target", asked.target, "a flame of the ladder")
    usual = usual_torch(target)
    mixer = asked.mixer or schools.mixer
    torch = FlameTorch(asked.orifice_mm or usual.orifice_mm, usual.jets, mixer)
    return FlameSession(target, torch, asked.seed, asked.region or schools.acetylene_limit)


def puddle_session(asked: PuddleAsked, facts: Facts | None) -> PuddleSession:
    """Return the exercise asked for; `facts` are the job's. Raises Refused where there is none."""
    if asked.job:
        found = puddle_for(facts)
        if found.task is None:
            raise Refused("job", asked.job, found.why_not)
        exercise = exercise_for(found.task, found.heat)
    else:
        task = puddle_tasks().get(asked.task)
        if task is None:
            raise Refused("task", asked.task, "an exercise of the ladder")
        exercise = exercise_for(task)
    return PuddleSession(exercise, asked.seed, asked.watching)


class TrainerSockets:
    """The exercises being played on this server."""

    def __init__(self, practice: PracticeBook) -> None:
        self._practice = practice
        self._playing = 0
        self._dials: dict[str, FlameSession] = {}
        self._limit = CapacityLimiter(STEPPED_AT_ONCE)

    async def play(
        self,
        socket: WebSocket,
        who: str,
        made: Callable[[], Trainer],
        dial: str = "",
        units: System = "metric",
    ) -> None:
        """Play an exercise until its page ends it, is closed, or falls silent.

        `made` makes it, in a thread; a Refused of it is told the page.
        """
        await socket.accept()
        if self._playing >= MOST_AT_ONCE:
            await socket.close(BUSY, "four exercises at once are as many as are played here")
            return
        self._playing += 1
        try:
            trainer = await to_thread.run_sync(made)
            with self._dialled(dial, trainer):
                await self._exercise(_Said(socket, units), who, trainer)
        except (Refused, NotFound) as error:
            await socket.close(REFUSED, _closing(said(str(error), units)))
        finally:
            self._playing -= 1

    def turn(self, dial: str, lines: str) -> None:
        """Take a dial's lines to the exercise it is for. Raises Refused, all or nothing."""
        typed = [line.strip() for line in lines.splitlines() if line.strip()]
        if dial not in self._dials:
            raise Refused("dial", dial, "the four digits on the page of a flame that burns now")
        if not 0 < len(typed) <= MOST_LINES:
            raise Refused("lines", len(typed), f"one to {MOST_LINES} lines")
        self._dials[dial].turn(typed)

    @contextlib.contextmanager
    def _dialled(self, dial: str, trainer: Trainer) -> Iterator[None]:
        """Let a dial find a flame by its number as long as it is played."""
        if dial and isinstance(trainer, FlameSession):
            self._dials[dial] = trainer
        try:
            yield
        finally:
            if self._dials.get(dial) is trainer:
                del self._dials[dial]

    async def _exercise(self, socket: _Said, who: str, trainer: Trainer) -> None:
        heard = asyncio.Event()
        listening = asyncio.create_task(_listen(socket, trainer, heard))
        try:
            await self._frames(socket, trainer, heard, listening)
            not_kept = ""
            if trainer.ended:
                await socket.send_bytes(await to_thread.run_sync(trainer.last_frame))
                worth, result = await to_thread.run_sync(trainer.close)
                if trainer.kept_as is not None:
                    keeping = partial(self._keep, who, trainer.kept_as, worth)
                    not_kept = await to_thread.run_sync(keeping)
                await socket.send_text(result.model_dump_json())
            # Also where the page sent what no page of ours does: it is told that this is over.
            await socket.close(DONE, _closing(not_kept))
        except (WebSocketDisconnect, RuntimeError):
            # The page went while a frame was on its way to it: there is nobody left to tell.
            pass
        finally:
            listening.cancel()
            with contextlib.suppress(asyncio.CancelledError, RuntimeError):
                await listening

    def _keep(self, who: str, rung: str, worth: Worth) -> str:
        """Keep a try; return why it could not be kept. Its score is shown all the same."""
        try:
            self._practice.keep(who, rung, worth)
        except StoreError as error:
            return f"This try is not kept: {error}"
        return ""

    async def _frames(
        self,
        socket: _Said,
        trainer: Trainer,
        heard: asyncio.Event,
        listening: asyncio.Task[None],
    ) -> None:
        await socket.send_text(trainer.hello().model_dump_json())
        loop = asyncio.get_running_loop()
        due, number, heard_at = loop.time(), 0, 0
        while not trainer.ended and not listening.done():
            if heard.is_set():
                heard.clear()
                heard_at = number
            elif number - heard_at > SILENT_FRAMES:
                return
            frame = await to_thread.run_sync(trainer.advance, limiter=self._limit)
            await socket.send_bytes(frame)
            number += 1
            if number % WORDS_EVERY_FRAMES == 0:
                await socket.send_text(trainer.say().model_dump_json())
            # Late frames are not made up for: the exercise goes on slower.
            due = max(due + FRAME_S, loop.time())
            await asyncio.sleep(due - loop.time())  # until the next frame is due


def _closing(reason: str) -> str:
    """Return a reason to close with: it has a limit of its own, in bytes."""
    return reason.encode()[:120].decode(errors="ignore")


async def _listen(socket: _Said, trainer: Trainer, heard: asyncio.Event) -> None:
    while True:
        message = await socket.receive()
        if message["type"] == "websocket.disconnect":
            return
        sent = message.get("bytes")
        if sent is None:
            return
        try:
            trainer.take(sent)
        except Refused:
            # No page of ours sends anything else: nobody is played with who does.
            return
        heard.set()
