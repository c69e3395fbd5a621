"""Bench cards: one instruction at a time, with the plan's own number on those that have one."""

from collections.abc import Mapping

from pellak.core.care.sequences import ShutDownSchool, Step, steps
from pellak.core.figure import Figure
from pellak.core.working import Record


class BenchCard(Record):
    """One card: the step and, where it has one, the figure shown large on it."""

    step: Step
    figure: Figure | None = None


def bench_cards(
    figures: Mapping[str, Figure], shut_down: ShutDownSchool, family: str
) -> list[BenchCard]:
    """Return the cards in order for a plan's figures by id and the metal's family."""

    def wanted(step: Step) -> bool:
        if step.families and family not in step.families:
            return False
        if not step.when:
            return True
        figure = figures.get(step.when)
        return figure is not None and figure.value is not None

    return [
        BenchCard(step=step, figure=figures.get(step.number) if step.number else None)
        for step in steps(shut_down)
        if wanted(step)
    ]
