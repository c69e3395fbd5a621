"""A day's plan that is gone by, and what has become of it since."""

from collections.abc import Callable, Iterable

from pydantic import Field

from pellak.core.answer.working import Number, Record
from pellak.core.day.explain import clock
from pellak.core.day.plan import DayValues

LEAST_MOVED_MIN = 5.0
"""Less is what any hour brings."""


class HeldDay(Record):
    """What a day was to be when it was settled: when it would end, and which jobs went whole.

    `on` is its date; minutes are counted since midnight.
    """

    on: str = Field(max_length=10)
    at_min: Number = Field(ge=0)
    done_min: Number | None = None
    today: list[str] = Field(default_factory=list, max_length=200)


def held(values: DayValues, on: str, at_min: float) -> HeldDay:
    """Return what is remembered of a plan that was made on a date, `at_min` since midnight.

    Args:
        values: of the plan
        on: its date
        at_min: since midnight

    Source: definition

    >>> values = DayValues.model_construct(done_min=900.0, timeline=[], not_today=[])
    >>> held(values, '2026-03-02', 480.0).done_min
    900.0
    """
    return HeldDay(on=on, at_min=at_min, done_min=values.done_min, today=sorted(_whole(values)))


def moved(was: HeldDay, values: DayValues, name_of: Callable[[str], str]) -> list[str]:
    """Return in words what a plan has become: its end, what no longer goes, what goes besides."""
    now, left = _whole(values), {one.job for one in values.not_today}
    sentences = [_end(was, values)]

    def named(jobs: Iterable[str], words: str) -> None:
        names = ", ".join(sorted(name_of(job) for job in jobs))
        if names:
            sentences.append(f"{words}: {names}.")

    named(left & set(was.today), "No longer whole today")
    named(now - set(was.today), "Now whole today")
    return sentences


def _end(was: HeldDay, values: DayValues) -> str:
    if values.done_min is None:
        return "Nothing of it is left to do."
    if was.done_min is None:
        return f"Ends {clock(values.done_min)}; nothing was planned."
    later = values.done_min - was.done_min
    if abs(later) < LEAST_MOVED_MIN:
        return f"On time: done by {clock(values.done_min)}."
    word = "later" if later > 0 else "sooner"
    return f"Ends {abs(later):.0f} min {word}: {clock(values.done_min)}, was {clock(was.done_min)}."


def _whole(values: DayValues) -> set[str]:
    return {block.job for block in values.timeline} - {one.job for one in values.not_today}
