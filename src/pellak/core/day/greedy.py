"""A plan by list: units placed one after the other in many orders, the best of them kept."""

from collections.abc import Callable, Collection, Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise

from pellak.core.day.calendar import Calendar, Placed
from pellak.core.day.given import DayGiven, DayJob
from pellak.core.day.units import DayUnit, units_of
from pellak.core.noise import hash_uniform

MOST_ORDERS, MOST_WORK = 60, 600
"""So many orders are tried; fewer where there is more to place."""
Order = Callable[[DayUnit], tuple[float, ...]]


@dataclass(frozen=True)
class DayPlan:
    """Units placed, by key; `left` are those that were not."""

    placed: dict[int, Placed]
    left: tuple[DayUnit, ...]

    @property
    def done_min(self) -> float:
        """When the last of it needs nobody any more, minutes since midnight."""
        return max(
            (one.open_until_min for one in self.placed.values() if one.unit.kept_open_min > 0),
            default=0.0,
        )

    def worth(self) -> tuple[float, ...]:
        """Return what plans are held against each other by, less is better.

        First that jobs are done, the more urgent the more; then that what was pinned is where it
        was put; then when the last is over; then how often tips are changed; then that what is
        urgent is done early.
        """
        undone = sum(weight(unit.job) for unit in self.left if unit.kept_open_min > 0)
        slipped = sum(
            one.start_min - one.unit.pinned_min
            for one in self.placed.values()
            if one.unit.pinned_min is not None
        )
        early = sum(weight(one.unit.job) * one.open_until_min for one in self.placed.values())
        done = round(self.done_min, 3)
        return (undone, round(slipped, 3), done, tip_changes(self.placed.values()), early)


def weight(job: DayJob) -> float:
    """Return how much a job counts: each step of urgency twice the one below it.

    Args:
        job: of the day

    Source: definition: urgency doubles

    >>> weight(DayJob.model_construct(priority=1)) / weight(DayJob.model_construct(priority=2))
    2.0
    """
    return float(2.0 ** (9 - job.priority))


def tip_changes(placed: Collection[Placed]) -> int:
    """Return how often a tip is changed on any torch.

    Args:
        placed: phases with their torches, any order

    Source: count

    >>> tip_changes([])
    0
    """
    by_torch: dict[str, list[tuple[float, str]]] = {}
    for one in placed:
        if one.torched:
            by_torch.setdefault(one.torch, []).append((one.torched[0], one.unit.tip))
    return sum(
        before[1] != after[1]
        for held in by_torch.values()
        for before, after in pairwise(sorted(held))
    )


def plan_greedily(given: DayGiven) -> DayPlan:
    """Return the best plan of a number of orders; every one of them can be done."""
    units = units_of(given)
    count = max(3, min(MOST_ORDERS, MOST_WORK // max(1, len(units))))
    plans = [by_order(given, units, order) for order in _orders(units, count)]
    return min(plans, key=DayPlan.worth)


def _orders(units: Sequence[DayUnit], count: int) -> Iterator[Order]:
    """Give the orders: the urgent first, long tails first, tips together, then by chance."""
    tail = {unit.key: _tail_min(unit, units) for unit in units}
    tips = sorted({unit.tip for unit in units})

    def urgent(unit: DayUnit) -> tuple[float, ...]:
        return (unit.job.priority, -tail[unit.key])

    def long_tails(unit: DayUnit) -> tuple[float, ...]:
        return (-tail[unit.key], unit.job.priority)

    def tips_together(unit: DayUnit) -> tuple[float, ...]:
        return (tips.index(unit.tip), unit.job.priority, -tail[unit.key])

    yield from (urgent, long_tails, tips_together)
    for seed in range(count - 3):

        def by_chance(unit: DayUnit, seed: int = seed) -> tuple[float, ...]:
            loose = 0.3 + 0.7 * hash_uniform(seed, unit.key, salt=21)
            # Half of them hold on to urgency, the others to how long a thing has to lie.
            return (
                (unit.job.priority * loose, -tail[unit.key])
                if seed % 2
                else (-tail[unit.key] * loose, unit.job.priority)
            )

        yield by_chance


def _tail_min(unit: DayUnit, units: Sequence[DayUnit]) -> float:
    """Return how long it takes from a unit's start until its job is over."""
    after = [
        gap + _tail_min(other, units)
        for other in units
        for key, gap in other.follows
        if key == unit.key
    ]
    ends = [part.end_min for part in unit.parts]
    return max([*ends, *after])


def _before_pins(units: Sequence[DayUnit]) -> set[int]:
    """Return the units that are under way or pinned, and all that they follow."""
    found = {unit.key for unit in units if unit.job.begun or unit.pinned_min is not None}
    for unit in reversed(units):
        if unit.key in found:
            found.update(key for key, _ in unit.follows)
    return found


def by_order(given: DayGiven, units: Sequence[DayUnit], order: Order) -> DayPlan:
    """Return the plan that comes of placing units one after the other, the least of `order` first,
    each as soon as it fits; what follows another waits for that one's turn."""
    calendar = Calendar(given)
    # What goes on or is pinned, and what comes before that, has its place before anything else.
    first = _before_pins(units)
    waiting = sorted(units, key=lambda one: (one.key not in first, order(one), one.key))
    left: list[DayUnit] = []
    while waiting:
        at = next(
            (n for n, unit in enumerate(waiting) if calendar.ready_min(unit) is not None), None
        )
        if at is None:
            # They follow something that found no place today.
            left += waiting
            break
        unit = waiting.pop(at)
        placed = calendar.fits(unit)
        if placed is None:
            left.append(unit)
        else:
            calendar.add(placed)
    return DayPlan(calendar.placed, tuple(left))
