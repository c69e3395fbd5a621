"""What a seam or its tacks are worth, part by part, and which faults to name."""

import math

import numpy as np
from numpy.typing import NDArray

from pellak.core import say
from pellak.core.answer.working import Record
from pellak.core.practice.puddle.conduction import Flags
from pellak.core.practice.puddle.joint import TACK_MM, TACKS_AT
from pellak.core.practice.puddle.sheet import COLUMNS
from pellak.core.practice.puddle.tasks import Exercise
from pellak.core.practice.puddle.trainer import PuddleState
from pellak.core.practice.puddle.trial import (
    EVERY_S,
    HEIGHT_SPAN_MM,
    LASTING_S,
    PuddleFault,
    Sample,
    Trial,
    too_high,
)
from pellak.core.practice.score import ScorePart, Worth, left

ROOT, EVEN, WIDTH, STRAIGHT, PACE, HEIGHT = 30.0, 15.0, 15.0, 15.0, 10.0, 15.0
EVEN_FULL, EVEN_NONE = 0.05, 0.35
WIDTH_FULL, WIDTH_NONE = 0.15, 0.60
STRAIGHT_FULL, STRAIGHT_NONE = 0.04, 0.30
PACE_FULL, PACE_NONE = 0.12, 0.90
HOLE_COSTS, POP_COSTS, STUCK_COSTS, MIRROR_COSTS = 12.0, 3.0, 2.0, 10.0
LAP_COSTS, OXIDE_COSTS = 20.0, 20.0
TACK_PLACE, TACK_ROOT, TACK_SIZE, TACK_HEIGHT = 40.0, 30.0, 15.0, 15.0
TACK_NEAR_MM, TACK_FAR_MM = 2.0, 10.0
FAULT_WORDS: dict[PuddleFault, tuple[str, str]] = {
    "not-brushed": ("Tacks not brushed", "their skin wants far more heat than the edges beside."),
    "left-cold": ("Moved on before the left edge ran", "lean a little to the cold side, and wait."),
    "right-cold": (
        "Moved on before the right edge ran", "lean a little to the cold side, and wait.",
    ),
    "off-line": ("Off the line", "look ahead of the pool, at the joint, not at the cone."),
    "too-high": ("Too high", "the cone two to five millimetres off; higher, it only warms."),
    "cone-in": ("The cone was in the pool", "it spits, and carbon goes into the weld."),
    "snatched": ("The flame was taken off the melt", "lift slowly: its envelope keeps air off."),
    "rod-in-flame": ("Rod melted by the flame", "the pool has to melt it, not the cone."),
    "stood": ("Stood still on a pool wide enough", "move as soon as the puddle has its width."),
    "end-pace": ("Ran into the end at full heat", "lift or hurry over the last eight millimetres."),
    "no-root": ("Ran ahead of the root", "the back never melted together: slower, or lower."),
    "burnt-through": ("Burnt through", "lift when the pool sinks and goes bright, or move on."),
}  # fmt: skip


class FaultNamed(Record):
    """A fault, the second it began, and what to do about it."""

    fault: str
    began_s: float
    remedy: str


class PuddleScore(Worth):
    """What a seam or its tacks are worth, with the faults as they began."""

    faults: list[FaultNamed]
    seconds: float


def puddle_score(trial: Trial, state: PuddleState, *, mirror: bool = False) -> PuddleScore:
    """Return what an exercise is worth as it stands; `mirror` whether the back was looked at."""
    task = trial.exercise.task
    parts = _tack_parts(trial, state) if task.goal == "tack" else _run_parts(trial, state)
    parts += _costs(state, mirror=mirror)
    worth = min(100.0, max(0.0, sum(part.points for part in parts)))
    began = dict(trial.began_s)
    high = too_high(trial.samples)
    if len(high) * EVERY_S >= LASTING_S:
        began["too-high"] = high[0].t_s
    named = sorted(began.items(), key=lambda one: one[1])
    faults = [
        FaultNamed(fault=FAULT_WORDS[name][0], began_s=at, remedy=FAULT_WORDS[name][1])
        for name, at in named
    ]
    return PuddleScore(points=worth, parts=parts, faults=faults, seconds=state.t_s)


def _melting(samples: tuple[Sample, ...]) -> list[Sample]:
    return [one for one in samples if one.pool_mm > 0]


def _run_parts(trial: Trial, state: PuddleState) -> list[ScorePart]:
    exercise, joint = trial.exercise, state.joint
    planned, cell = exercise.planned, exercise.work.sheet.cell_mm
    ran = joint.joined & (joint.width_mm > 0)
    joined, rooted = float(ran.mean()), float((joint.root & joint.joined).mean())
    within = np.ones(COLUMNS, dtype=bool)
    within[: round(planned.pool_mm / 2 / cell)] = False
    widths = joint.width_mm[ran & within]
    mean = float(widths.mean()) if len(widths) else 0.0
    spread = float(widths.std() / mean) if mean else 9.0
    off_width = abs(mean / planned.pool_mm - 1)
    hand = _melting(trial.samples)
    off_line = math.sqrt(float(np.mean([one.y_mm**2 for one in hand]))) if hand else 9.0
    pace = _off_pace(exercise, hand)
    right = _at_height(trial)
    return [
        ScorePart(
            label="Melted through to the back", most=ROOT, points=ROOT * rooted,
            why=f"{rooted:.0%} of the seam has its root",
        ),
        ScorePart(
            label="One width", most=EVEN, points=EVEN * joined * left(spread, EVEN_FULL, EVEN_NONE),
            why=f"it varies by {spread:.0%}" if mean else "nothing ran together",
        ),
        ScorePart(
            label="Width", most=WIDTH,
            points=WIDTH * joined * left(off_width, WIDTH_FULL, WIDTH_NONE),
            why=f"{say.mm(mean, places=1)}, {say.mm(planned.pool_mm, places=1)} planned",
        ),
        ScorePart(
            label="Straight", most=STRAIGHT, why=f"{say.mm(off_line, places=1)} off the joint in "
            "the mean",
            points=STRAIGHT * joined
            * left(off_line / planned.pool_mm, STRAIGHT_FULL, STRAIGHT_NONE),
        ),
        ScorePart(
            label="Pace", most=PACE,
            points=PACE * joined * (left(pace, PACE_FULL, PACE_NONE) if pace is not None else 0),
            why="it was never carried along" if pace is None
            else f"off by {math.expm1(pace):.0%} of "
            f"{say.mm_per_min(60 * planned.travel_mm_per_s, 3)}",
        ),
        ScorePart(
            label="Height", most=HEIGHT, points=HEIGHT * joined * right,
            why=f"{right:.0%} of the time {say.mm(2, to=5)} off the metal",
        ),
    ]  # fmt: skip


def _off_pace(exercise: Exercise, hand: list[Sample]) -> float | None:
    """Return how far, in ln, the pace lay off the plan's, in the mean over every second."""
    each = round(1 / EVERY_S)
    wanted = exercise.planned.travel_mm_per_s
    pool, end = exercise.planned.pool_mm, exercise.work.sheet.seam_mm
    low_enough = HEIGHT_SPAN_MM[1] + 0.01
    paces = [
        (after.x_mm - before.x_mm) / (after.t_s - before.t_s)
        for before, after in zip(hand[:-each], hand[each:], strict=True)
        # Waiting for the first puddle is no pace, nor is the lift at the end.
        if before.x_mm > 0.6 * pool and after.x_mm < end - 8.0 and after.height_mm <= low_enough
    ]
    if not paces:
        return None
    off = [math.log(max(one, 0.05 * wanted) / wanted) for one in paces]
    return math.sqrt(float(np.mean(np.square(off))))


def _at_height(trial: Trial) -> float:
    """Return the share of the time with a pool that the torch was neither too low nor too high."""
    low, high = HEIGHT_SPAN_MM
    melting = _melting(trial.samples)
    held = [one for one in melting if one.height_mm <= high + 0.01]
    right = sum(one.height_mm >= low - 0.01 for one in held)
    return right / max(1, len(held) + len(too_high(trial.samples)))


def _tack_parts(trial: Trial, state: PuddleState) -> list[ScorePart]:
    sheet, joint = trial.exercise.work.sheet, state.joint
    found = _stretches(joint.joined)
    middles = [float(sheet.column_x_mm[one].mean()) for one in found]
    sizes = [len(one) * sheet.cell_mm for one in found]
    offs = [
        min((abs(middle - share * sheet.seam_mm) for middle in middles), default=99.0)
        for share in TACKS_AT
    ]
    placed = sum(left(off, TACK_NEAR_MM, TACK_FAR_MM) for off in offs) / len(TACKS_AT)
    extra = max(0, len(found) - len(TACKS_AT))
    rooted = float(joint.root[joint.joined].mean()) if found else 0.0
    # Twice as long, or half: no marks. A short tack cracks, a long one soaks.
    size = np.mean([left(abs(math.log(one / TACK_MM)), 0.3, 0.9) for one in sizes] or [0.0])
    made = min(1.0, len(found) / len(TACKS_AT))
    right = _at_height(trial)
    return [
        ScorePart(
            label="Where they are", most=TACK_PLACE, why=f"{len(found)} tacks, three wanted",
            points=TACK_PLACE * max(0.0, placed - 0.2 * extra),
        ),
        ScorePart(
            label="Melted through to the back", most=TACK_ROOT, points=TACK_ROOT * made * rooted,
            why=f"{rooted:.0%} of them have their root",
        ),
        ScorePart(
            label="How long", most=TACK_SIZE, points=TACK_SIZE * made * float(size),
            why=", ".join(say.mm(one, places=1) for one in sizes) or "none held",
        ),
        ScorePart(
            label="Height", most=TACK_HEIGHT, points=TACK_HEIGHT * made * right,
            why=f"{right:.0%} of the time {say.mm(2, to=5)} off the metal",
        ),
    ]  # fmt: skip


def _stretches(joined: Flags) -> list[NDArray[np.intp]]:
    """Return the columns of each joined stretch."""
    at = np.flatnonzero(joined)
    return [one for one in np.split(at, np.flatnonzero(np.diff(at) > 1) + 1) if len(one)]


def _costs(state: PuddleState, *, mirror: bool) -> list[ScorePart]:
    joint = state.joint
    lap, oxide = float(joint.lap.mean()), float(joint.oxide.mean())
    costs = (
        ("Burnt through", HOLE_COSTS * state.holes, f"{state.holes} times"),
        ("Pops", POP_COSTS * state.pops, f"{state.pops}"),
        ("Rod lies cold", LAP_COSTS * lap, f"{lap:.0%} of the seam"),
        ("Burnt by air", OXIDE_COSTS * oxide, f"{oxide:.0%} of the seam"),
        ("Rod stuck", STUCK_COSTS * state.stuck, f"{state.stuck} times"),
        ("The mirror", MIRROR_COSTS * mirror, "the back was looked at"),
    )
    return [
        ScorePart(label=label, points=-cost, most=0.0, why=why)
        for label, cost, why in costs
        if cost > 0
    ]
