"""The shop's own cards, to be put in their order: which comes next, and why nothing else does."""

from collections.abc import Callable, Mapping, Sequence

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.model.cards import WAYS
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.sequences import (
    DrillStep,
    Start,
    Step,
    every_step,
    flash_back_drill,
    holds,
    leak_test_drill,
)
from pellak.core.noise import hash_uniform
from pellak.core.practice.score import ScorePart

DRILLS: Mapping[str, Callable[[], tuple[DrillStep, ...]]] = {
    "order-flash-back": flash_back_drill, "order-leak-test": leak_test_drill,
}  # fmt: skip
"""Sequences that are no part of the bench's cards, by id."""
EITHER_WAY = frozenset(
    {
        frozenset({"open-acetylene", "open-oxygen"}),
        frozenset({"set-acetylene", "set-oxygen"}),
        frozenset({"label", "seats"}),
    }
)
"""Neighbours of which either may come first."""


class OrderDrill(Record):
    """A sequence to be put in order: which start it belongs to, and its steps by their ids."""

    id: str
    label: str
    about: str
    start: Start = "daily"
    steps: tuple[str, ...] = ()


ORDERS: tuple[OrderDrill, ...] = (
    OrderDrill(
        id="order-gas-on", label="Gas on, and proved tight",
        about="From closed cylinders to both pressures set: what comes after what.",
        steps=("closed", "open-acetylene", "open-oxygen", "leak", "reopen", "purge",
               "set-acetylene", "set-oxygen"),
    ),
    OrderDrill(
        id="order-light-up", label="Light up",
        about="From the purge to the flame read once more.",
        steps=("purge", "set-acetylene", "set-oxygen", "light", "light-injector", "fuel-smoke",
               "fuel-leaving", "fuel-feathering", "flame", "recheck"),
    ),
    OrderDrill(
        id="order-shut-down", label="Shut down",
        about="From the flame to gauges at nothing and the watch for fire.",
        steps=("out-acetylene", "out-oxygen", "out-injector", "close-cylinders", "bleed",
               "screws-out", "fire-watch"),
    ),
    OrderDrill(
        id="order-leak-test", label="The leak test",
        about="Nine moves that prove a rig tight, and what a falling gauge says.",
    ),
    OrderDrill(
        id="order-flash-back", label="Flash-back",
        about="It hisses, the flame has gone inside: what first, what next.",
    ),
    OrderDrill(
        id="order-cylinder-change", label="Change a cylinder",
        about="From the label to a rig that is proved tight again.",
        start="cylinder-change",
        steps=("label", "seats", "threads", "regulators", "closed", "open-acetylene",
               "open-oxygen", "leak", "reopen"),
    ),
)  # fmt: skip


class OrderCard(Record):
    """A step as its card says it."""

    id: str
    text: str
    reason: str
    source: str


class OrderAsked(Record):
    """A sequence as it is asked: its cards out of order, without the reasons that give them away.

    `reason` and `source` of each card are empty.
    """

    id: str
    label: str
    about: str
    cards: list[OrderCard]


class Picked(Record):
    """Whether a card was the next one, and why, or why another comes before it."""

    right: bool
    why: str
    next_id: str


class OrderJudged(Record):
    """What an order was worth, its parts, and the cards as the shop does them, with reasons."""

    points: float
    mistakes: int
    parts: list[ScorePart]
    cards: list[OrderCard]


def orders() -> dict[str, OrderDrill]:
    """Return every sequence, by id."""
    return {drill.id: drill for drill in ORDERS}


def order_named(name: str) -> OrderDrill:
    """Return a sequence. Raises Refused where there is none such."""
    if name not in orders():
        raise Refused("order", name, "a sequence of the ladder")
    return orders()[name]


def cards_in_order(drill: OrderDrill, schools: ShopSchools) -> list[OrderCard]:
    """Return a sequence's cards as this shop does them."""
    if drill.id in DRILLS:
        return [
            OrderCard(id=f"drill-{at}", text=step.text, reason=step.reason, source="")
            for at, step in enumerate(DRILLS[drill.id](), start=1)
        ]
    return [
        OrderCard(id=step.id, text=_worded(step.text), reason=step.reason, source=step.source)
        for step in every_step()
        if step.id in drill.steps and _is_ours(step, drill, schools)
    ]


def _is_ours(step: Step, drill: OrderDrill, schools: ShopSchools) -> bool:
    mine = schools.model_dump()
    if any(mine.get(question) != school for question, school in step.schools.items()):
        return False
    # A step that only some metals want is asked for where a plain steel would want it.
    plain = frozenset({"family:carbon-steel"})
    return holds(step, plain) and (not step.starts or drill.start in step.starts)


def _worded(text: str) -> str:
    words = {"torch_hand": "right", "other_hand": "left", "forehand": WAYS[0], "backhand": WAYS[1]}
    for name, word in words.items():
        text = text.replace(f"{{{name}}}", word)
    return text


def asked(drill: OrderDrill, schools: ShopSchools, seed: int) -> OrderAsked:
    """Return a sequence with its cards mixed, the same for a seed each time.

    Args:
        drill: the sequence
        schools: the shop's
        seed: whole number, the same mixes alike

    Source: the shop's own cards

    >>> drill = ORDERS[0]
    >>> len(asked(drill, ShopSchools(), 1).cards) == len(cards_in_order(drill, ShopSchools()))
    True
    """
    cards = cards_in_order(drill, schools)
    mixed = sorted(cards, key=lambda card: hash_uniform(seed, cards.index(card), salt=11))
    return OrderAsked(
        id=drill.id,
        label=drill.label,
        about=drill.about,
        cards=[card.model_copy(update={"reason": "", "source": ""}) for card in mixed],
    )


def picked(drill: OrderDrill, schools: ShopSchools, done: Sequence[str], pick: str) -> Picked:
    """Return whether a card is the next one after those that are done.

    Raises Refused where the card is none of the sequence's, or is done already.
    """
    cards = {card.id: card for card in cards_in_order(drill, schools)}
    if pick not in cards or pick in done:
        raise Refused("pick", pick, "a card of this sequence that is not done yet")
    left = [card for name, card in cards.items() if name not in done]
    first = left[0]
    if pick == first.id or _either_way(pick, first.id):
        return Picked(right=True, why=cards[pick].reason, next_id=pick)
    return Picked(right=False, why=f"Before that: {first.text} {first.reason}", next_id=first.id)


def _either_way(one: str, other: str) -> bool:
    return frozenset({one, other}) in EITHER_WAY


def judged(
    drill: OrderDrill, schools: ShopSchools, picks: Sequence[str], seconds: float | None = None
) -> OrderJudged:
    """Return what an order was worth: every card picked too early costs one card's share.

    Args:
        drill: the sequence.
        schools: the shop's.
        picks: every card that was picked, those too early too, in the order they were.
        seconds: how long it took, where it was timed, s.

    Raises Refused where the order was not brought to its end.

    Source: judgement: a card picked too early costs one card's share

    >>> drill = ORDERS[0]
    >>> order = [card.id for card in cards_in_order(drill, ShopSchools())]
    >>> judged(drill, ShopSchools(), order).points
    100.0
    """
    cards = cards_in_order(drill, schools)
    done: list[str] = []
    mistakes: list[ScorePart] = []
    share = 100 / len(cards)
    for pick in picks:
        judged_pick = picked(drill, schools, done, pick)
        if judged_pick.right:
            done.append(pick)
        else:
            text = next(card.text for card in cards if card.id == pick)
            mistakes.append(ScorePart(label=text, points=-share, most=0.0, why=judged_pick.why))
    if len(done) < len(cards):
        raise Refused("picks", f"{len(done)} of {len(cards)}", "every card of the sequence")
    points = max(0.0, 100 - share * len(mistakes))
    timed = [] if seconds is None else [
        ScorePart(label="Time", points=0.0, most=0.0, why=f"{seconds:.0f} s; it counts for nothing")
    ]  # fmt: skip
    whole = ScorePart(
        label="The order", points=100.0, most=100.0, why=f"{len(cards)} cards, as this shop does it"
    )
    return OrderJudged(
        points=points, mistakes=len(mistakes), parts=[whole, *mistakes, *timed], cards=cards
    )
