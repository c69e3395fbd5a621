"""Clocks at the bench: started once, right after a reload, a restart, a sleep or a changed clock.

A moment holds the time of day and, where the machine tells it, how long it has been up, sleep
counted. Within one boot only the second is trusted, so a changed clock moves nothing. Across a
boot only the time of day is left; where that has gone back the clock starts over, because a wait
that keeps people safe may run long and never short.
"""

from collections.abc import Sequence
from typing import Literal

from pydantic import Field

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Number, Record
from pellak.core.model.sequences import Start

ClockId = Literal[
    "stand", "line-settle", "leak", "purge-acetylene", "purge-oxygen", "preheat", "settle",
    "tack-wait", "puddle", "seam", "spot-wait", "fire-watch",
]  # fmt: skip
LEAST_STANDING_S, ENOUGH_STANDING_S = 2 * 3600.0, 24 * 3600.0
LEAK_S: dict[Start, float] = {
    "daily": 60.0,
    "short": 60.0,
    "class": 60.0,
    "after-assembly": 300.0,
    "cylinder-change": 300.0,
}
LINE_SETTLES_S = 60.0
"""Gas let in fast is warm, and falls a little as it cools: that is no leak (ANSI Z49.1)."""
LONG_LEAK_S = 900.0
"""A leak test repeated because what the gauges can show was not enough."""
LONGEST_AGO_S = 14 * 24 * 3600.0


class Moment(Record):
    """A moment: seconds since 1970 UTC, and seconds since this boot, sleep counted."""

    utc_s: Number
    boot: str = ""
    boot_s: Number = 0.0


class ClockMark(Record):
    """A clock that was started. `seconds` is what it counts down from, None counts up."""

    clock: ClockId
    seconds: Number | None = Field(default=None, ge=0)
    started: Moment


class ClockState(Record):
    """A clock as it stands now. `doubt` says when the machine's clock was put back."""

    clock: ClockId
    seconds: float | None
    elapsed_s: float
    left_s: float | None
    over: bool
    doubt: bool = False


def elapsed_s(mark: ClockMark, now: Moment) -> tuple[float, bool]:
    """Return the seconds since a clock was started, and whether that is in doubt.

    Args:
        mark: the clock as it was started
        now: the moment

    Source: within one boot by the machine's own count, else by the time of day

    >>> mark = ClockMark(clock='seam', seconds=None, started=Moment(utc_s=100.0))
    >>> elapsed_s(mark, Moment(utc_s=160.0)), elapsed_s(mark, Moment(utc_s=40.0))
    ((60.0, False), (0.0, True))
    """
    if mark.started.boot and mark.started.boot == now.boot:
        return max(0.0, now.boot_s - mark.started.boot_s), False
    passed = now.utc_s - mark.started.utc_s
    return max(0.0, passed), passed < 0


def clock_state(mark: ClockMark, now: Moment) -> ClockState:
    """Return how a clock stands at a moment."""
    passed, doubt = elapsed_s(mark, now)
    left = None if mark.seconds is None else max(0.0, mark.seconds - passed)
    return ClockState(
        clock=mark.clock,
        seconds=mark.seconds,
        elapsed_s=passed,
        left_s=left,
        over=left == 0.0,
        doubt=doubt,
    )


def standing_s(lain_s: float, supplier_s: float = 0.0) -> float:
    """Return how long an acetylene cylinder that lay down must stand, seconds.

    As long as it lay, two hours at least; a day is enough unless the supplier asks for more, whose
    figure then stands.

    Args:
        lain_s: how long it lay, s.
        supplier_s: what the gas supplier asks for, s; 0 where nobody was asked.

    Source: CGA G-1 for the two hours and the supplier's word; the day is judgement, as the solvent
    has long sunk back by then

    >>> [standing_s(3600 * hours) / 3600 for hours in (0, 5, 700)]
    [2.0, 5.0, 24.0]
    >>> standing_s(700 * 3600.0, supplier_s=48 * 3600.0) / 3600
    48.0
    """
    return max(LEAST_STANDING_S, supplier_s or min(lain_s, ENOUGH_STANDING_S))


def started(
    clocks: Sequence[ClockMark],
    clock: ClockId,
    seconds: float | None,
    now: Moment,
    ago_s: float = 0.0,
) -> list[ClockMark]:
    """Return the clocks with one started, or started over, `ago_s` before now.

    Raises Refused where it would have been started in the future or too long ago to mean it.

    Args:
        clocks: those that run
        clock: which is started
        seconds: how long it runs, None as long as it is let
        now: the moment
        ago_s: begun so long before, s

    Source: two clocks of the machine: one that goes on through a wrong date

    >>> noon = Moment(utc_s=43_200.0, boot='a', boot_s=100.0)
    >>> [mark.clock for mark in started([], 'leak', 300.0, noon)]
    ['leak']
    """
    if not 0 <= ago_s <= LONGEST_AGO_S:
        raise Refused("ago_s", ago_s, "a time from now back to fourteen days ago")
    begun = Moment(utc_s=now.utc_s - ago_s, boot=now.boot, boot_s=now.boot_s - ago_s)
    mark = ClockMark(clock=clock, seconds=seconds, started=begun)
    return [*cleared(clocks, clock), mark]


def restarted_if_back(clocks: Sequence[ClockMark], now: Moment) -> list[ClockMark]:
    """Return the clocks with those the machine's clock went back behind started over from now."""
    return [
        mark.model_copy(update={"started": now}) if elapsed_s(mark, now)[1] else mark
        for mark in clocks
    ]


def cleared(clocks: Sequence[ClockMark], *names: ClockId) -> list[ClockMark]:
    """Return the clocks without those named."""
    return [mark for mark in clocks if mark.clock not in names]
