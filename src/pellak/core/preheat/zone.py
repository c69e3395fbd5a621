"""Zone: dull red across the part that is free to move."""

from pellak.core.preheat.case import MethodAnswer, PreheatCase
from pellak.core.preheat.iron_heat import iron_answer

BOXED_IN = "boxed in by stiffer metal, a hot zone has nowhere to grow: it cracks as it cools"


def zone(case: PreheatCase) -> MethodAnswer:
    """Return the zone's heat, refused where stiffer metal boxes the repair in."""
    return iron_answer(case, "zone", BOXED_IN if case.restraint == "high" else "")
