"""What is done again and again beside the server, whatever becomes of one time."""

import asyncio
import logging
from collections.abc import AsyncIterator, Callable, Sequence
from contextlib import AbstractAsyncContextManager, asynccontextmanager
from dataclasses import dataclass

from anyio import to_thread
from fastapi import FastAPI
from starlette.concurrency import run_in_threadpool

from pellak.store.errors import StoreError

_log = logging.getLogger("pellak")


@dataclass(frozen=True)
class PeriodicTask:
    """Something done every so often, and what it means that it failed."""

    work: Callable[[], object]
    every_s: float
    failed: str

    async def keep_on(self) -> None:
        """Do it until the server ends; a time that failed is logged, and the next one is tried."""
        while True:
            try:
                await run_in_threadpool(self.work)
            except StoreError as error:
                # The disk or another program: its words say all there is to say.
                _log.warning("%s: %s", self.failed, error)
            except Exception:  # a fault of ours: whatever it is, the next time must still come
                _log.exception("%s, by a fault of ours", self.failed)
            await asyncio.sleep(self.every_s)  # until it is due again


def beside(
    tasks: Sequence[PeriodicTask], threads: int, at_the_end: Callable[[], None]
) -> Callable[[FastAPI], AbstractAsyncContextManager[None]]:
    """Return what runs beside the server for as long as it serves.

    Args:
        tasks: what is done again and again.
        threads: how many answer requests, in the order they came: what they do is reckoning, and
            more threads would only take the processor from each other.
        at_the_end: what is let go of once nothing more is answered.
    """

    @asynccontextmanager
    async def running(_app: FastAPI) -> AsyncIterator[None]:
        to_thread.current_default_thread_limiter().total_tokens = threads
        going = [asyncio.create_task(task.keep_on()) for task in tasks]
        yield
        for task in going:
            task.cancel()
        await asyncio.gather(*going, return_exceptions=True)
        at_the_end()

    return running
