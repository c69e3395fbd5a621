"""Soak: the whole casting hot and even before, during and after."""

from pellak.core.preheat.case import MethodAnswer, PreheatCase
from pellak.core.preheat.iron_heat import iron_answer


def soak(case: PreheatCase) -> MethodAnswer:
    """Return the soak's heat: fits every casting, and the only one for a boxed-in repair."""
    return iron_answer(case, "soak", "")
