"""What binds an open run today: its own plan, and whatever has become stricter since.

The work of a run goes on by its own plan. Its safety goes by today's: a new stop, a stricter limit,
a longer watch or a plan that may no longer start binds at once."""

from pellak.core.model.cards import BenchCard
from pellak.core.model.plan import Plan
from pellak.core.model.sequences import Phase
from pellak.core.model.upcast import facts_kept

WORK: frozenset[Phase] = frozenset({"preheat", "tack", "seam", "cool"})


def barred(kept: Plan, why: str) -> tuple[Plan, list[str]]:
    """Return the plan of a run that may not light any more, and why; it may always shut down."""
    return kept.model_copy(update={"may_start": False, "why_not": why}), [why]


def bound_by(kept: Plan, today: Plan) -> tuple[Plan, list[str]]:
    """Return the plan a run is held to, and what of today's binds that its own did not.

    Args:
        kept: the plan the run was begun under.
        today: the job's plan as it stands.
    """
    facts = kept.facts or facts_kept(kept.stations)
    todays = today.facts or facts_kept(today.stations)
    watch_min = max(facts.fire_watch_min, todays.fire_watch_min)
    reasons = [] if today.may_start else [today.why_not]
    reasons += [f"New to answer: {text}" for text in _new_stops(kept, today)]
    reasons += [f"Now: {text}" for text in _new_limits(kept, today)]
    if watch_min > facts.fire_watch_min:
        reasons.append(f"The fire watch is now {watch_min:.0f} min.")
    return (
        kept.model_copy(
            update={
                "job": today.job,
                "cards": _cards(kept, today),
                "facts": facts.model_copy(update={"fire_watch_min": watch_min}),
                "may_start": today.may_start,
                "why_not": today.why_not,
            }
        ),
        reasons,
    )


def _cards(kept: Plan, today: Plan) -> list[BenchCard]:
    work = [card for card in kept.cards if card.step.phase in WORK]
    safety = [card for card in today.cards if card.step.phase not in WORK]
    out = next(
        (n for n, card in enumerate(safety) if card.step.phase in ("shut-down", "after")),
        len(safety),
    )
    return [*safety[:out], *work, *safety[out:]]


def _new_stops(kept: Plan, today: Plan) -> list[str]:
    known = {card.step.id for card in kept.cards}
    return [
        card.step.text
        for card in today.cards
        if card.step.gate == "stop" and card.step.id not in known
    ]


def _new_limits(kept: Plan, today: Plan) -> list[str]:
    known = {card.step.id: card.step.limit for card in kept.cards}
    return [
        card.step.limit
        for card in today.cards
        if card.step.limit and known.get(card.step.id, card.step.limit) != card.step.limit
    ]
