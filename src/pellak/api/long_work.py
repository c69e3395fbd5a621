"""Reckoning that takes seconds has lanes of its own, so that it keeps nobody else waiting.

A day is planned in one thread, one day at a time, and looked for the best of in another: whoever
comes meanwhile with a wish that takes long is told, and for how long, instead of standing in line.
"""

import math
import time
from collections.abc import Callable
from typing import TypeVar

from anyio import CapacityLimiter, to_thread

from pellak.core.answer.errors import Refused
from pellak.shop.sign_ins import May

Answer = TypeVar("Answer")
USUAL_S, LONGEST_S = 5.0, 60.0
"""How long the best may be looked for: by anybody, and by whoever may change anything."""


class Occupied(Exception):
    """Somebody else's long reckoning is on; `ready_s` is when it ends at the latest, s from now."""

    def __init__(self, ready_s: float) -> None:
        self.ready_s = max(1, math.ceil(ready_s))
        super().__init__(
            f"Another day is being worked out. Ask again in {self.ready_s} s; the plan you have "
            "stands meanwhile."
        )


class LongWork:
    """The two lanes of one server."""

    def __init__(self, seconds: Callable[[], float] = time.monotonic) -> None:
        self._by_list, self._solving = CapacityLimiter(1), CapacityLimiter(1)
        self._seconds = seconds
        self._ends_s = 0.0

    async def listed(self, work: Callable[[], Answer]) -> Answer:
        """Do what takes a second or so, one after the other."""
        return await to_thread.run_sync(work, limiter=self._by_list)

    async def solved(self, work: Callable[[], Answer], within_s: float) -> Answer:
        """Do what may take all of some seconds. Raises Occupied while another such is on."""
        if self._solving.borrowed_tokens:
            raise Occupied(self._ends_s - self._seconds())
        self._ends_s = self._seconds() + within_s
        return await to_thread.run_sync(work, limiter=self._solving)


def seconds_granted(seconds: float, may: May) -> float:
    """Return how long the best may be looked for, s. Raises Refused for more than that."""
    most_s = LONGEST_S if may == "all" else USUAL_S
    if seconds > most_s:
        raise Refused("seconds", seconds, f"{most_s:.0f} s at most with this passcode")
    return seconds
