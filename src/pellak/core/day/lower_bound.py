"""How early a day could be over at the best, whatever the order: by torches, hands and chains."""

from collections.abc import Callable, Sequence

from pellak.core.day.given import DayGiven
from pellak.core.day.greedy import DayPlan
from pellak.core.day.units import DayUnit, units_of

Span = tuple[float, float]
ROUNDING_MIN = 1e-6


def earliest_done_min(given: DayGiven) -> float:
    """Return the minute since midnight before which nobody can have done every job of a day.

    The greatest of three: the longest chain of one job's own phases; and for torches as for
    people, when the first can be taken, all they are taken for shared out evenly, and the least
    that follows the last. Valid for any day that has been checked; pins are not weighed, which
    can only make it earlier.
    Source: the one-machine bound of head, work and tail; J. Carlier, The one-machine sequencing
    problem, European Journal of Operational Research 11 (1982) 42-47.

    Args:
        given: the day, checked

    >>> earliest_done_min(DayGiven.model_construct(
    ...     from_min=480.0, opens_min=480.0, jobs=[], torches=[], people=[]))
    480.0
    """
    units = units_of(given)
    head, tail = _heads(given, units), _tails(units)
    chains = [head[unit.key] + tail[unit.key] for unit in units]
    return max(
        [
            given.from_min,
            *chains,
            _shared(units, head, tail, lambda unit: unit.torched, len(given.torches)),
            _shared(units, head, tail, lambda unit: unit.attended, len(given.people)),
        ]
    )


def ends_as_early_as_can_be(given: DayGiven, plan: DayPlan) -> bool:
    """Say whether a plan does every job, slips no pin, and is over at the earliest there is."""
    undone, slipped = plan.worth()[:2]
    return undone == 0 and slipped == 0 and plan.done_min <= earliest_done_min(given) + ROUNDING_MIN


def _heads(given: DayGiven, units: Sequence[DayUnit]) -> dict[int, float]:
    """Return the earliest start of each unit, were there people and torches for everything."""
    head: dict[int, float] = {}
    for unit in units:
        after = [head[key] + gap for key, gap in unit.follows]
        head[unit.key] = max([given.from_min, unit.job.not_before_min, *after])
    return head


def _tails(units: Sequence[DayUnit]) -> dict[int, float]:
    """Return how long from each unit's start until nobody is needed for it or what follows it."""
    tail = {unit.key: unit.kept_open_min for unit in units}
    for unit in reversed(units):
        for key, gap in unit.follows:
            if tail[unit.key] > 0:
                tail[key] = max(tail[key], gap + tail[unit.key])
    return tail


def _shared(
    units: Sequence[DayUnit], head: dict[int, float], tail: dict[int, float],
    span_of: Callable[[DayUnit], Span | None], count: int,
) -> float:  # fmt: skip
    """Return the bound of what `count` alike people or torches are taken for."""
    taken = [(unit, span) for unit in units if (span := span_of(unit))]
    if not taken:
        return 0.0
    first = min(head[unit.key] + begins for unit, (begins, _) in taken)
    work = sum(ends - begins for _, (begins, ends) in taken)
    least_after = min(tail[unit.key] - ends for unit, (_, ends) in taken)
    return first + work / max(1, count) + least_after
