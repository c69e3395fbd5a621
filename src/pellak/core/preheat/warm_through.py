"""Warm through: the school that takes the chill off every node, formula or none."""

from pellak.core.preheat.case import MethodAnswer, PreheatCase

LOW_C = 95.0
HIGH_C = 150.0


def warm_through(case: PreheatCase) -> MethodAnswer:
    """Return the warm-through school's 95 to 150 °C, for hardenable tube and sheet."""
    return MethodAnswer(
        method="warm-through",
        preheat_c=LOW_C,
        valid=case.metal.traits.warmed_through,
        why="drives off damp and evens the node out; said for chromoly tube, harmless elsewhere",
        low_c=LOW_C,
        high_c=HIGH_C,
    )
