"""Warm and bury: small, free, unstressed castings only."""

from pellak.core.preheat.case import MethodAnswer, PreheatCase
from pellak.core.preheat.iron_heat import iron_answer

NOT_FREE = "only a small piece that is free all round stands so little heat; this one is held"


def warm_and_bury(case: PreheatCase) -> MethodAnswer:
    """Return the warm-and-bury heat, refused unless the piece is free."""
    return iron_answer(case, "warm-and-bury", "" if case.restraint == "low" else NOT_FREE)
