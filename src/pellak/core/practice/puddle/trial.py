"""An exercise on its way: where the hand was, and since when what went wrong."""

from collections.abc import Callable
from dataclasses import dataclass, field, replace
from typing import Literal

import numpy as np

from pellak.core.practice.puddle.tasks import Exercise
from pellak.core.practice.puddle.trainer import PuddleState

EVERY_S = 0.1
MOST_SAMPLES = 6000
PACE_OVER_S = 1.0
LASTING_S = 0.5
"""What goes wrong for so long is named; a hand may twitch."""
STANDS_BELOW, MOVES_ABOVE = 0.2, 0.5
HEIGHT_SPAN_MM = (2.0, 5.0)
OFF_LINE_SHARE, OFF_LINE_MM = 0.3, 1.0
TOO_LOW_MM = 1.0
WIDE_TIMES, END_MM, END_TIMES = 1.5, 8.0, 1.25
PuddleFault = Literal[
    "not-brushed", "left-cold", "right-cold", "off-line", "too-high", "cone-in", "snatched",
    "rod-in-flame", "stood", "end-pace", "no-root", "burnt-through",
]  # fmt: skip


@dataclass(frozen=True)
class Sample:
    """Where the torch was at a moment, s; measures in mm, and the pool's width then."""

    t_s: float
    x_mm: float
    y_mm: float
    height_mm: float
    pool_mm: float


@dataclass(frozen=True)
class Trial:
    """An exercise so far. `since_s` is since when something goes wrong now, `began_s` the moment
    each fault began that lasted."""

    exercise: Exercise
    samples: tuple[Sample, ...] = ()
    since_s: dict[PuddleFault, float] = field(default_factory=dict)
    began_s: dict[PuddleFault, float] = field(default_factory=dict)


def followed(trial: Trial, state: PuddleState) -> Trial:
    """Return the exercise after one more step of the sheet."""
    began = dict(trial.began_s)
    if "hole" in state.befell:
        began.setdefault("burnt-through", state.t_s)
    if "pop" in state.befell:
        began.setdefault("cone-in", state.t_s)
    if "lap" in state.befell:
        began.setdefault("rod-in-flame", state.t_s)
    if state.joint.oxide.any():
        began.setdefault("snatched", state.t_s)
    trial = replace(trial, began_s=began)
    last = trial.samples[-1].t_s if trial.samples else -EVERY_S
    if state.t_s - last < EVERY_S - 1e-9 or len(trial.samples) >= MOST_SAMPLES:
        return trial
    held = state.held
    now = Sample(state.t_s, held.x_mm, held.y_mm, held.height_mm, state.pool.width_mm)
    trial = replace(trial, samples=(*trial.samples, now))
    return _watched(trial, state)


def pace_mm_per_s(samples: tuple[Sample, ...], over_s: float = PACE_OVER_S) -> float | None:
    """Return how fast the torch went along over the last second or `over_s`, s.

    Args:
        samples: of the hand, oldest first
        over_s: how far back it looks, s

    Source: distance over time; None before there is so much of it

    >>> pace_mm_per_s(())
    """
    back = round(over_s / EVERY_S)
    if len(samples) <= back:
        return None
    return (samples[-1].x_mm - samples[-1 - back].x_mm) / (samples[-1].t_s - samples[-1 - back].t_s)


def _watched(trial: Trial, state: PuddleState) -> Trial:
    since, began = dict(trial.since_s), dict(trial.began_s)
    for fault, goes_wrong in FAULTY.items():
        if not goes_wrong(trial, state):
            since.pop(fault, None)
            continue
        first = since.setdefault(fault, state.t_s)
        if state.t_s - first >= LASTING_S:
            began.setdefault(fault, first)
    return replace(trial, since_s=since, began_s=began)


def _moves(trial: Trial) -> bool:
    pace = pace_mm_per_s(trial.samples)
    return pace is not None and pace > MOVES_ABOVE * trial.exercise.planned.travel_mm_per_s


def _at(state: PuddleState) -> int | None:
    """Return the column the torch is over; None past either end."""
    column = int(state.held.x_mm // state.work.sheet.cell_mm)
    return column if 0 <= column < len(state.pool.widths_mm) else None


def _side_cold(trial: Trial, state: PuddleState, side: int) -> bool:
    at = _at(state)
    if at is None or not _moves(trial) or state.joint.bridged[0, at]:
        return False
    if state.pool.widths_mm[at] <= 0:
        return False
    reach = state.pool.high_mm[at] if side > 0 else -state.pool.low_mm[at]
    return bool(reach <= state.work.sheet.cell_mm / 2)


def _skin_crossed(trial: Trial, state: PuddleState) -> bool:
    at = _at(state)
    return at is not None and _moves(trial) and bool(state.joint.skin[at])


def _melts(state: PuddleState) -> bool:
    return state.pool.width_mm > 0


def _off_line(trial: Trial, state: PuddleState) -> bool:
    most = max(OFF_LINE_MM, OFF_LINE_SHARE * trial.exercise.planned.pool_mm)
    return _melts(state) and abs(state.held.y_mm) > most


def _stands_long(trial: Trial, state: PuddleState) -> bool:
    pace = pace_mm_per_s(trial.samples)
    slow = pace is not None and pace < STANDS_BELOW * trial.exercise.planned.travel_mm_per_s
    return slow and state.pool.width_mm > WIDE_TIMES * trial.exercise.planned.pool_mm


def too_high(samples: tuple[Sample, ...]) -> list[Sample]:
    """Return the moments the torch was too high on a pool it meant to carry on.

    Lifting until a pool has frozen is no fault: those that end in a frozen pool are left out.
    """
    high: list[Sample] = []
    lifting = True
    for one in reversed(samples):
        if one.pool_mm <= 0:
            lifting = True
        elif one.height_mm <= HEIGHT_SPAN_MM[1]:
            lifting = False
        elif not lifting:
            high.append(one)
    return high[::-1]


def _ends_wide(trial: Trial, state: PuddleState) -> bool:
    near_end = state.work.sheet.seam_mm - state.held.x_mm < END_MM
    wide = state.pool.width_mm > END_TIMES * trial.exercise.planned.pool_mm
    return near_end and wide and state.held.height_mm <= HEIGHT_SPAN_MM[1]


def _no_root(trial: Trial, state: PuddleState) -> bool:
    at = _at(state)
    behind = round(1.5 * trial.exercise.planned.pool_mm / state.work.sheet.cell_mm)
    if trial.exercise.task.goal != "run" or at is None or at < 2 * behind or not _moves(trial):
        return False
    return not bool(np.any(state.joint.root[at - behind : at - behind + 2]))


FAULTY: dict[PuddleFault, Callable[[Trial, PuddleState], bool]] = {
    "not-brushed": _skin_crossed,
    "left-cold": lambda trial, state: _side_cold(trial, state, -1),
    "right-cold": lambda trial, state: _side_cold(trial, state, 1),
    "off-line": _off_line,
    "cone-in": lambda _, state: _melts(state) and state.held.height_mm < TOO_LOW_MM,
    "stood": _stands_long,
    "end-pace": _ends_wide,
    "no-root": _no_root,
}
