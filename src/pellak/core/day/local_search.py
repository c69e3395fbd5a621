"""A plan made better by small moves: a unit or a job put beside another, kept where it helps."""

from collections.abc import Sequence

from pellak.core.day.given import DayGiven
from pellak.core.day.greedy import DayPlan, by_order
from pellak.core.day.units import DayUnit, units_of
from pellak.core.noise import hash_uniform

MOST_MOVES, MOST_WORK = 120, 240_000
"""So many moves are tried; fewer where each takes longer, with the square of what is placed."""
BESIDE_ITS_TIP, WHOLE_JOB = 0.5, 0.5
"""How often a unit goes beside one with its own tip, and how often its job goes with it."""


def search_locally(given: DayGiven, plan: DayPlan) -> DayPlan:
    """Return a plan that is worth no less: moves are by chance, the same every time."""
    units = units_of(given)
    if len(units) < 2:
        return plan
    best, sequence = plan, _sequence(units, plan)
    for move in range(min(MOST_MOVES, MOST_WORK // len(units) ** 2)):
        moved = _moved(units, sequence, move)
        rank = {key: float(at) for at, key in enumerate(moved)}

        def by_rank(unit: DayUnit, rank: dict[int, float] = rank) -> tuple[float, ...]:
            return (rank[unit.key],)

        tried = by_order(given, units, by_rank)
        if tried.worth() < best.worth():
            best, sequence = tried, _sequence(units, tried)
    return best


def _sequence(units: Sequence[DayUnit], plan: DayPlan) -> list[int]:
    """Return the units' keys as they begin; what is left comes last."""
    begins = {key: placed.start_min for key, placed in plan.placed.items()}
    return sorted((unit.key for unit in units), key=lambda key: (begins.get(key, 1e9), key))


def _moved(units: Sequence[DayUnit], sequence: Sequence[int], move: int) -> list[int]:
    """Return a sequence in which one unit, or its whole job, goes beside another unit."""
    one = units[sequence[int(hash_uniform(move, 1, salt=31) * len(sequence))]]
    beside_its_tip = hash_uniform(move, 2, salt=31) < BESIDE_ITS_TIP
    going = [
        key
        for key in sequence
        if key == one.key
        or (units[key].job is one.job and hash_uniform(move, 3, salt=31) < WHOLE_JOB)
    ]
    staying = [key for key in sequence if key not in going]
    anchors = [key for key in staying if units[key].tip == one.tip] if beside_its_tip else staying
    if not anchors:
        return list(sequence)
    anchor = anchors[int(hash_uniform(move, 4, salt=31) * len(anchors))]
    at = staying.index(anchor) + (hash_uniform(move, 5, salt=31) < 0.5)
    return [*staying[:at], *going, *staying[at:]]
