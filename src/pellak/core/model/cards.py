"""Bench cards: one instruction at a time, with the plan's own number on those that have one."""

from collections.abc import Collection, Mapping, Sequence
from typing import Literal, get_args

from pydantic import Field

from pellak.core.answer.figure import Figure
from pellak.core.answer.working import Record
from pellak.core.model.sequences import VOUCHED, Start, Step, every_step, holds
from pellak.core.torch.looks import FlameLook

Hand = Literal["right", "left"]
BEFORE_THE_FLAME = ("people", "piece", "place", "equipment", "gas", "light-up")
WAYS = ("right to left", "left to right")


class BenchCard(Record):
    """One card: the step and, where it has them, the figure shown large and the flames drawn."""

    step: Step
    figure: Figure | None = None
    beside: Figure | None = None
    looks: list[FlameLook] = Field(default_factory=list)
    belongs_to: list[Start] = Field(default_factory=list)
    """The kinds of start it is wanted for; empty in runs kept before it was told."""
    was: str = ""
    """On a short start: what it said at the last light, where it says something else now."""


def bench_cards(
    figures: Mapping[str, Figure],
    schools: Mapping[str, str],
    conditions: frozenset[str],
    looks: Mapping[str, list[FlameLook]],
    words: Mapping[str, str],
) -> list[BenchCard]:
    """Return the cards of a plan in order, for every kind of start.

    Args:
        figures: the plan's figures by id.
        schools: the schools chosen, by question.
        conditions: what the job is like.
        looks: flames to draw, by the name of their row.
        words: what stands for the {names} in a step's texts; those not named here stay.
    """
    return [
        BenchCard(
            step=_worded(step, words),
            figure=figures.get(step.number) if step.number else None,
            beside=figures.get(step.beside) if step.beside else None,
            looks=looks.get(step.picture, []) if step.picture else [],
        )
        for step in every_step()
        if all(schools.get(question) == school for question, school in step.schools.items())
        and holds(step, conditions)
    ]


def _worded(step: Step, words: Mapping[str, str]) -> Step:
    # Few steps have a name to fill in, and a copy of each card at each look is most of a look.
    if "{" not in step.text and "{" not in step.detail and "{" not in step.limit:
        return step
    worded = {}
    for field in ("text", "detail", "limit"):
        text = getattr(step, field)
        for name, word in words.items():
            text = text.replace(f"{{{name}}}", word)
        worded[field] = text
    return step.model_copy(update=worded)


def cards_at_bench(
    cards: Sequence[BenchCard],
    start: Start,
    hand: Hand,
    also: Mapping[str, str] | None = None,
    without: Collection[str] = (),
) -> list[BenchCard]:
    """Return the cards for one kind of start, worded for a right- or left-handed welder.

    `also` names cards that a short start shows though it is not its own, with what each was;
    `without` those that somebody answered for the whole batch.
    """
    changed = also or {}
    forehand, backhand = WAYS if hand == "right" else WAYS[::-1]
    words = {
        "torch_hand": hand,
        "other_hand": "left" if hand == "right" else "right",
        "forehand": f"From {forehand}, flame pointing ahead.",
        "backhand": f"From {backhand}, flame pointing back.",
    }
    return [
        _shown(card, _worded(card.step, words), changed.get(card.step.id, ""))
        for card in cards
        if (_belongs(card.step, start) or card.step.id in changed) and card.step.id not in without
    ]


def _shown(card: BenchCard, step: Step, was: str) -> BenchCard:
    if step is card.step and was == card.was:
        return card
    return card.model_copy(update={"step": step, "was": was})


def with_starts(cards: Sequence[BenchCard]) -> list[BenchCard]:
    """Return the cards, each with the kinds of start it belongs to."""
    every: tuple[Start, ...] = get_args(Start)
    return [
        card.model_copy(update={"belongs_to": [s for s in every if _belongs(card.step, s)]})
        for card in cards
    ]


def _belongs(step: Step, start: Start) -> bool:
    """Return whether a step belongs to a kind of start; once the flame burns all are alike."""
    if step.starts and start not in step.starts:
        return False
    return start not in VOUCHED or step.short or step.phase not in BEFORE_THE_FLAME
