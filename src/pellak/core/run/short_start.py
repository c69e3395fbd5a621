"""What a short start leaves out because nothing of it changed, and what it asks because it did.

The same hands light the same rig again: what the cards said at the last light is held against what
they say now. What differs has its card, with what it was.
"""

from collections.abc import Sequence

from pellak.core.model.cards import BEFORE_THE_FLAME, BenchCard
from pellak.core.model.run_log import ShownCard

PROVEN = frozenset({"stand", "closed", "open-acetylene", "open-oxygen", "leak", "reopen", "purge"})
"""Cards of the daily start that prove the rig itself: its own state vouches for them."""
SET = ("set-acetylene", "set-oxygen")
TIP = "tip"
SAME_SHARE, SAME_BAR = 0.10, 0.05
"""Pressures no further apart than a tenth, or half a division of the gauge, are set alike."""


def shown_by(cards: Sequence[BenchCard]) -> list[ShownCard]:
    """Return what the cards that a short start leaves out say, to be held against later."""
    return [
        ShownCard(step=card.step.id, says=_says(card), value=card.figure and card.figure.value)
        for card in cards
        if _left_out(card)
    ]


def differing(cards: Sequence[BenchCard], shown: Sequence[ShownCard]) -> dict[str, str]:
    """Return the cards that a short start has to show all the same, and what each said before.

    Args:
        cards: the plan's, for every kind of start.
        shown: what the cards said at the last light.
    """
    before = {one.step: one for one in shown}
    found = {
        card.step.id: before[card.step.id].says if card.step.id in before else ""
        for card in cards
        if _left_out(card) and _differs(card, before.get(card.step.id))
    }
    if TIP in found:
        # Another tip takes another flow: both gases are set anew, whatever the gauges show.
        for step in SET:
            if any(card.step.id == step for card in cards):
                found.setdefault(step, before[step].says if step in before else "")
    return found


def _left_out(card: BenchCard) -> bool:
    step = card.step
    daily = not step.starts or "daily" in step.starts
    told = step.phase in BEFORE_THE_FLAME and step.phase != "light-up"
    return daily and told and not step.short and step.id not in PROVEN


def _says(card: BenchCard) -> str:
    figure = card.figure
    if figure is None:
        return card.step.limit or card.step.text
    if figure.text is not None or figure.value is None:
        return figure.text or ""
    return f"{figure.value:.3g} {figure.unit}".strip()


def _differs(card: BenchCard, before: ShownCard | None) -> bool:
    if before is None:
        return True
    now = None if card.figure is None else card.figure.value
    if card.step.id in SET and now is not None and before.value is not None:
        apart = abs(now - before.value)
        return apart > max(SAME_SHARE * before.value, SAME_BAR)
    return _says(card) != before.says
