"""Walking the cards: what is answered, how far one may go, and what leaving a card begins."""

from collections.abc import Sequence

from pellak.core.answer.errors import Refused
from pellak.core.model.cards import BenchCard
from pellak.core.model.clocks import ClockMark, Moment, clock_state, started
from pellak.core.model.sequences import FLAME_OUT_PHASE, LIGHT

LIGHTS = (LIGHT, "light-injector")
LOOK = "look"
CLOSING = "close-cylinders"
"""Where the bench stands once the last card is done: looking at the seam and logging."""
STOPS_FOR = "an answer to the stop before it"


def order_of(cards: Sequence[BenchCard]) -> list[str]:
    """Return the ids of the cards in order, the look at the end."""
    return [*(card.step.id for card in cards), LOOK]


def open_stop(cards: Sequence[BenchCard], answered: frozenset[str]) -> str | None:
    """Return the first stop that has no answer yet."""
    stops = (card.step.id for card in cards if card.step.gate == "stop")
    return next((step for step in stops if step not in answered), None)


def may_stand_at(
    cards: Sequence[BenchCard], answered: frozenset[str], step: str, barred: str = ""
) -> bool:
    """Return whether the bench may stand at a step.

    The flame may always be put out: shut-down and what follows is never barred. The torch's own
    cards, from the light on, are while the run is barred; and everything behind an open stop.
    """
    order = order_of(cards)
    if step not in order:
        return False
    place = order.index(step)
    out = next(card.step.id for card in cards if card.step.phase == FLAME_OUT_PHASE)
    if place >= order.index(out):
        return True
    if barred and place >= light_of(order):
        return False
    stop = open_stop(cards, answered)
    return stop is None or place <= order.index(stop)


def must_stand_at(
    cards: Sequence[BenchCard], answered: frozenset[str], step: str, barred: str = ""
) -> None:
    """Raise Refused naming the open stop, or what bars the light, where the bench may not stand."""
    if step not in order_of(cards):
        raise Refused("step", step, "a card of this run")
    if not may_stand_at(cards, answered, step, barred):
        why = f"{STOPS_FOR}: {open_stop(cards, answered)}"
        raise Refused("step", step, f"what bars the light to end: {barred}" if barred else why)


def left_closing(cards: Sequence[BenchCard], left: str, to: str) -> bool:
    """Return whether going on from one card to another went past the closing of the cylinders."""
    order = order_of(cards)
    if CLOSING not in order or left not in order or to not in order:
        return False
    return order.index(left) <= order.index(CLOSING) < order.index(to)


def flame_may_burn(cards: Sequence[BenchCard], step: str) -> bool:
    """Return whether the torch may be burning at a step: from the light to the flame-out card."""
    order = order_of(cards)
    out = next(card.step.id for card in cards if card.step.phase == FLAME_OUT_PHASE)
    return light_of(order) <= order.index(step) <= order.index(out)


def light_of(order: Sequence[str]) -> int:
    """Return the place of the card on which the torch is lit.

    Args:
        order: ids of the cards

    Source: definition

    >>> light_of(['tip', 'light', 'flame'])
    1
    """
    return next(n for n, step in enumerate(order) if step in LIGHTS)


def begun_by_leaving(
    cards: Sequence[BenchCard],
    clocks: Sequence[ClockMark],
    left: str,
    to: str,
    now: Moment,
    fire_watch_s: float,
) -> list[ClockMark]:
    """Return the clocks after going on from one card to another: flame out starts the watch.

    Args:
        cards: of the bench
        clocks: that run
        left: the card left
        to: the card gone to
        now: the moment
        fire_watch_s: how long it is watched

    Source: fire watch begins with the flame out, NFPA 51B

    >>> begun_by_leaving([], [], 'a', 'b', None, 60.0)
    []
    """
    order = order_of(cards)
    if left not in order or to not in order:
        return list(clocks)
    passed = cards[order.index(left) : max(order.index(left), order.index(to))]
    if any(card.step.begins == "fire-watch" for card in passed):
        return started(clocks, "fire-watch", fire_watch_s, now)
    return list(clocks)


def clock_is_over(clocks: Sequence[ClockMark], name: str, now: Moment) -> bool:
    """Return whether a clock was started and has run out."""
    return any(mark.clock == name and clock_state(mark, now).over for mark in clocks)
