"""The sheet in words, for those who cannot look, and the one thing to do next."""

from pellak.core import say
from pellak.core.practice.puddle.tasks import Exercise
from pellak.core.practice.puddle.torch import HIGHEST_MM
from pellak.core.practice.puddle.trainer import PuddleState
from pellak.core.practice.puddle.trial import HEIGHT_SPAN_MM

NEARLY, WIDE, HANGS = 0.85, 1.3, 0.75


def said(exercise: Exercise, state: PuddleState) -> str:
    """Return what there is to see, in words."""
    planned = exercise.planned.pool_mm
    if state.holes and state.joint.hole.any():
        there = "There is a hole. "
    elif state.hung > HANGS:
        there = "The pool sinks and goes bright. "
    else:
        there = ""
    if state.pool.width_mm > 0:
        return (
            f"{there}A pool {say.mm(state.pool.width_mm, places=1)} wide; "
            f"{say.mm(planned, places=1)} is planned."
        )
    if state.held.height_mm >= HIGHEST_MM:
        return f"{there}The torch is off the work."
    return f"{there}Nothing is liquid yet."


def way_on(exercise: Exercise, state: PuddleState) -> str:
    """Return the one thing to do next; nothing where all goes well."""
    planned, pool, held = exercise.planned, state.pool, state.held
    if state.given_j == 0 and state.joint.skin.any():
        return "Brush the tacks before you begin: their skin hides under the flame."
    if state.hung > HANGS or pool.width_mm > WIDE * planned.pool_mm:
        return "Too wide: move on, or lift."
    if pool.width_mm <= 0:
        if held.height_mm > HEIGHT_SPAN_MM[1]:
            return "Bring the cone down to three millimetres."
        return "Stand until it runs."
    if pool.low_mm.min() > -exercise.work.sheet.cell_mm:
        return "The left edge is cold: lean over to it."
    if pool.high_mm.max() < exercise.work.sheet.cell_mm:
        return "The right edge is cold: lean over to it."
    if pool.width_mm < NEARLY * planned.pool_mm:
        return "Slower: it is narrower than planned."
    return ""
