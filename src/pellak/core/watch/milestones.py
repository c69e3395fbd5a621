"""What is waited for while a body cools: when, and until when it may take."""

from itertools import pairwise

from pellak.core import say
from pellak.core.answer.working import Record
from pellak.core.model.watch_plan import WatchPlan

SLOWLY_TO_C = 300.0
"""Down to here an iron's fall is held slow; below it only patience is wanted."""


class Milestone(Record):
    """A moment to come back, hours after it was left to cool; None where nobody can say."""

    after_h: float
    low_h: float | None
    high_h: float | None
    text: str


def hours_to(curve: list[list[float]], c: float) -> float | None:
    """Return the hours after which a fall passes `c`, °C, None where it does not; `curve` is hours
    and °C.

    Args:
        curve: rows of hours and °C, falling
        c: °C

    Source: straight between rows

    >>> hours_to([[0.0, 600.0], [2.0, 400.0]], 500.0)
    1.0
    """
    for (left, high), (right, low) in pairwise(curve):
        if low <= c < high:
            return left + (right - left) * (high - c) / (high - low)
    return None


def milestones(plan: WatchPlan) -> list[Milestone]:
    """Return what is waited for, soonest first; none where no fall is planned."""
    curve, found = plan.cool_curve, []
    slow_h = hours_to(curve, SLOWLY_TO_C) if curve and plan.limit_c_per_h is not None else None
    if slow_h is not None:
        found.append(
            Milestone(after_h=slow_h, low_h=None, high_h=None,
                      text=f"about {say.c(SLOWLY_TO_C)}: leave it covered all the same")
        )  # fmt: skip
    if curve:
        found.append(
            Milestone(
                after_h=curve[-1][0], low_h=plan.touch_low_h, high_h=plan.touch_high_h,
                text=f"touch it: about {say.c(curve[-1][1])}, a bare hand rests on it",
            )
        )  # fmt: skip
    return found
