"""A bench card for each pass of a seam laid in several, behind the card that tells how to run."""

from collections.abc import Sequence

from pellak.core import say
from pellak.core.answer.figure import Figure
from pellak.core.answer.working import short
from pellak.core.model.cards import BenchCard
from pellak.core.model.sequences import Step
from pellak.core.seam.interpass_wait import MEASURED_AT_MM
from pellak.core.seam.passes import WeldPass

SOURCE = "sharing of the weld among its passes, method page on filler"
REASON = "Each pass has its own flow and pace: metal laid on too hot or too fast does not join."
LEAST_WAIT_S = 20.0


def wait_words(weld: WeldPass) -> str:
    """Return how long to wait before a pass, and until what is read beside the seam; nothing where
    no wait is needed."""
    if weld.wait_s < LEAST_WAIT_S or weld.interpass_max_c is None:
        return ""
    return (
        f"about {short(weld.wait_s / 60, 2)} min, until it is under "
        f"{say.c(weld.interpass_max_c, limit='<')} "
        f"{say.mm(MEASURED_AT_MM, 6)} from the seam"
    )


def with_pass_cards(cards: Sequence[BenchCard], passes: Sequence[WeldPass]) -> list[BenchCard]:
    """Return the cards with one for each pass behind the seam's own, where there are several."""
    if len(passes) < 2:
        return list(cards)
    walked: list[BenchCard] = []
    for card in cards:
        walked.append(card)
        if card.step.kind == "seam":
            walked += [_card(weld, len(passes)) for weld in passes]
    return walked


def _card(weld: WeldPass, count: int) -> BenchCard:
    side = "From the back: " if weld.side == 2 else ""
    wait = wait_words(weld)
    rod = "" if weld.rod_diameter_mm is None else f", rod {say.wall(weld.rod_diameter_mm, 6)}"
    high = weld.high_min
    ratio = weld.travel_mm_per_min * weld.minutes
    return BenchCard(
        step=Step(
            id=f"pass-{weld.n}",
            phase="seam",
            text=f"Pass {weld.n} of {count}, {weld.name}. {side}{_sentence(weld.how)}",
            detail=f"{'Brush and wait ' + wait + '. ' if wait else ''}"
            f"{say.l_per_h(weld.acetylene_l_per_h)}{rod}, about {short(weld.minutes, 2)} min.",
            reason=REASON,
            source=SOURCE,
        ),
        figure=Figure(
            id="pass_travel_mm_per_min",
            label="Travel",
            value=weld.travel_mm_per_min,
            unit="mm/min",
            low=None if high is None else ratio / high,
            high=ratio / weld.low_min,
        ),
    )


def _sentence(words: str) -> str:
    return f"{words[0].upper()}{words[1:]}."
