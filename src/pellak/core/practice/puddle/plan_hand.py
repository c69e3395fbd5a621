"""The plan's own hand: it stands until a puddle, travels as planned, and lifts at the end."""

import math
from dataclasses import dataclass, replace

from pellak.core.practice.puddle.joint import TACKS_AT, gap_open
from pellak.core.practice.puddle.tasks import Exercise
from pellak.core.practice.puddle.torch import HELD_MM, HIGHEST_MM, Held
from pellak.core.practice.puddle.trainer import PuddleHands, PuddleState

LEAN_DEG = 30.0
LIFTS_OVER_S = 1.5
LIFTS_MM_PER_S, LIFTED_MM2_PER_S = 8.0, 45.0
"""Off the end no faster than this; slower the wider the pool, which takes longer to freeze."""
PUDDLE_SHARE = 0.85
"""It sets off a little before the puddle has its full width: that goes on growing."""
DAB_EVERY_S = 0.35
DAB_FILLS_MM = 2.0
"""So much open gap in the pool is worth a dab."""
MOVE_MM_PER_S = 60.0


@dataclass(frozen=True)
class PlanHand:
    """The hand between two steps. `pace` is what it travels of the plan's travel."""

    exercise: Exercise
    pace: float = 1.0
    x_mm: float = 0.0
    going: bool = False
    lifted_mm: float = 0.0
    dabbed_s: float = -9.0
    tacks_done: int = 0
    done: bool = False

    @property
    def lifts_mm_per_s(self) -> float:
        """How fast it lifts off the end."""
        return min(LIFTS_MM_PER_S, LIFTED_MM2_PER_S / self.exercise.planned.pool_mm)


def set_out(exercise: Exercise, pace: float = 1.0) -> PlanHand:
    """Return the hand before the flame, its `pace` a share of the plan's.

    Args:
        exercise: task, sheet, torch and plan
        pace: of the plan's, 1 as planned

    Source: the plan's own travel

    >>> from pellak.core.practice.puddle.tasks import exercise_for, puddle_tasks
    >>> set_out(exercise_for(puddle_tasks()['run-steel-12'])).pace
    1.0
    """
    return PlanHand(exercise, pace, x_mm=exercise.planned.pool_mm / 2)


def moved(hand: PlanHand, state: PuddleState, dt_s: float) -> tuple[PlanHand, PuddleHands]:
    """Return the hand a slice of time later, s, and what it does.

    Args:
        hand: as it was
        state: of the sheet
        dt_s: slice, s

    Source: the plan's own travel; it waits for its puddle

    >>> from pellak.core.practice.puddle.tasks import exercise_for, puddle_tasks
    >>> from pellak.core.practice.puddle.trainer import begun
    >>> exercise = exercise_for(puddle_tasks()['run-steel-12'])
    >>> hand, hands = moved(set_out(exercise), begun(exercise.work), 1 / 30)
    >>> hands.held.height_mm < 10
    True
    """
    if hand.exercise.task.goal == "tack":
        return _tacking(hand, state, dt_s)
    return _running(hand, state, dt_s)


def _running(hand: PlanHand, state: PuddleState, dt_s: float) -> tuple[PlanHand, PuddleHands]:
    sheet, planned = hand.exercise.work.sheet, hand.exercise.planned
    wide = PUDDLE_SHARE * planned.pool_mm
    going = hand.going or state.pool.width_mm >= wide
    end = sheet.seam_mm - planned.pool_mm / 4
    x_mm, lifted = hand.x_mm, hand.lifted_mm
    if going and x_mm < end:
        x_mm = min(end, x_mm + hand.pace * planned.travel_mm_per_s * dt_s)
    elif going:
        lifted += hand.lifts_mm_per_s * dt_s
    done = lifted >= hand.lifts_mm_per_s * LIFTS_OVER_S and state.pool.width_mm == 0
    dabs = _wants_rod(hand, state) and state.t_s - hand.dabbed_s >= DAB_EVERY_S
    now = replace(
        hand, going=going, x_mm=x_mm, lifted_mm=lifted, done=done,
        dabbed_s=state.t_s if dabs else hand.dabbed_s,
    )  # fmt: skip
    held = Held(x_mm, 0.0, HELD_MM + lifted, LEAN_DEG)
    if done:
        held = replace(held, height_mm=HIGHEST_MM)
    return now, PuddleHands(held, dabs=dabs, rod_mm=(x_mm, 0.0), brush=state.t_s == 0.0)


def _wants_rod(hand: PlanHand, state: PuddleState) -> bool:
    """Say whether the pool has a gap ahead that it cannot fill alone."""
    if hand.exercise.work.rod_mm is None or state.pool.width_mm < hand.exercise.planned.pool_mm / 3:
        return False
    sheet = state.work.sheet
    open_gap = gap_open(sheet, state.joint, state.pool.widths_mm)
    return bool((open_gap & state.pool.wet).sum() * sheet.cell_mm >= DAB_FILLS_MM)


def _tacking(hand: PlanHand, state: PuddleState, dt_s: float) -> tuple[PlanHand, PuddleHands]:
    sheet = hand.exercise.work.sheet
    if hand.tacks_done >= len(TACKS_AT):
        return replace(hand, done=True), PuddleHands(Held(hand.x_mm, 0.0, HIGHEST_MM, LEAN_DEG))
    there = TACKS_AT[hand.tacks_done] * sheet.seam_mm
    if hand.lifted_mm > 0:
        # Lifted slowly until it has frozen, then on to the next.
        lifted = hand.lifted_mm + hand.lifts_mm_per_s * dt_s
        frozen = state.pool.width_mm == 0
        now = replace(
            hand, lifted_mm=0.0 if frozen else lifted, tacks_done=hand.tacks_done + frozen
        )
        height = HIGHEST_MM if frozen else HELD_MM + lifted
        return now, PuddleHands(Held(there, 0.0, height, LEAN_DEG))
    way = there - hand.x_mm
    stepped = math.copysign(min(abs(way), MOVE_MM_PER_S * dt_s), way)
    x_mm = hand.x_mm + stepped
    if x_mm != there:
        return replace(hand, x_mm=x_mm), PuddleHands(Held(x_mm, 0.0, HIGHEST_MM, LEAN_DEG))
    at = min(int(there // sheet.cell_mm), len(state.joint.root) - 1)
    ready = bool(state.joint.root[max(0, at - 2) : at + 2].all())
    now = replace(hand, x_mm=x_mm, lifted_mm=dt_s if ready else 0.0)
    return now, PuddleHands(Held(there, 0.0, HELD_MM, LEAN_DEG))
