"""A simulated thermometer: the plan's own curves, with noise, lag, lost readings and a hand that
dawdles. It speaks the same lines as a real one.

What it says at a second follows from the plan, its seed and the marks alone, so that it goes on
after a stop as if nothing had been.
"""

import hashlib
import math
import struct
from collections.abc import Sequence
from typing import Literal

from pydantic import Field

from pellak.core.answer.working import Record
from pellak.core.model.watch_plan import WatchPlan, on_curve
from pellak.core.watch.lines import Mark

Ill = Literal["none", "dies", "jumps", "nonsense"]
PLACES = ("near", "middle", "far", "foot")
SHARE_OF_SPREAD = (0.5, 0.15, -0.25, -0.5)
"""Where each place stands in the spread: the flame goes near, the foot lags."""
LAG_S, NOISE_C, LOST = 6.0, 0.8, 0.02
SPREAD_C, SPREAD_EVENS_S = 30.0, 150.0
OVER_C = 12.0
"""A hand goes on a little past the heat, then lets it even out."""
WELD_S, ROOM_C = 720.0, 20.0
ILL_FROM_S = 600.0


class Simulation(Record):
    """How a simulated thermometer is set: its seed, how many seconds pass in one, how much longer
    its hand takes than planned, what is wrong with its last channel."""

    seed: int = Field(default=1, ge=0, le=2**31)
    speed: float = Field(default=1.0, ge=1, le=1000)
    dawdles: float = Field(default=1.15, ge=0.8, le=3)
    ill: Ill = "none"
    every_s: float = Field(default=1.0, ge=1, le=60)


def _chance(seed: int, what: str, second: int) -> float:
    """Return a number in 0 to 1, the same for the same question."""
    digest = hashlib.blake2b(f"{seed} {what} {second}".encode(), digest_size=8).digest()
    return float(struct.unpack("<Q", digest)[0]) / 2.0**64


def _noise(seed: int, what: str, second: int) -> float:
    """Return noise with a spread of 1: four even chances less their mean, summed and scaled."""
    return math.sqrt(3) * sum(_chance(seed, f"{what}{n}", second) - 0.5 for n in range(4))


def marks_of(plan: WatchPlan, simulation: Simulation) -> list[Mark]:
    """Return what the simulated hand does, and when it does it of itself."""
    there_s = _warm_min(plan) * 60 * simulation.dawdles
    even_s = there_s + 60 * plan.hold_min + 240
    if not plan.welds:
        return [Mark(at_s=0, phase="warming"), Mark(at_s=even_s + 120, phase="cooling")]
    return [
        Mark(at_s=0, phase="warming"), Mark(at_s=even_s + 60, phase="welding"),
        Mark(at_s=even_s + 60 + WELD_S, phase="cooling"),
    ]  # fmt: skip


def _warm_min(plan: WatchPlan) -> float:
    return plan.warm_curve[-1][0]


def true_c(plan: WatchPlan, simulation: Simulation, marks: Sequence[Mark], at_s: float) -> float:
    """Return the body's mean temperature, °C, `at_s` after the watch began.

    Args:
        plan: of the watch
        simulation: how it is set
        marks: phases begun
        at_s: since the watch began

    Source: the plan's own curves

    >>> plan = WatchPlan(target_c=200.0, warm_curve=[[0.0, 20.0], [10.0, 200.0]],
    ...     cool_curve=[[0.0, 200.0], [2.0, 60.0]])
    >>> true_c(plan, Simulation(dawdles=1.0), [], 300.0)
    110.0
    """
    buried = next((mark.at_s for mark in marks if mark.phase == "cooling"), math.inf)
    if at_s >= buried:
        start = true_c(plan, simulation, [m for m in marks if m.phase != "cooling"], buried)
        gone_h = (at_s - buried) / 3600
        over = (start - plan.cool_curve[0][1]) * math.exp(-gone_h / 2)
        return _fallen_c(plan.cool_curve, gone_h) + over
    minutes = at_s / 60 / simulation.dawdles
    planned_min = _warm_min(plan)
    if minutes <= planned_min:
        return on_curve(plan.warm_curve, minutes)
    # The flame is lifted and comes back: a little past the heat it swings, it does not creep.
    past_min = minutes - planned_min
    return plan.target_c + OVER_C * (1 - math.exp(-past_min / 3)) - 4 * math.sin(past_min / 3)


def _fallen_c(curve: list[list[float]], hours: float) -> float:
    """Return the planned fall's °C after `hours`; beyond its end it goes on towards the room."""
    (last_h, last_c), (end_h, end_c) = curve[-2], curve[-1]
    if hours <= end_h:
        return on_curve(curve, hours)
    steep = (last_c - end_c) / (end_h - last_h) / (end_c - ROOM_C)
    return ROOM_C + (end_c - ROOM_C) * math.exp(-steep * (hours - end_h))


def lines_between(
    plan: WatchPlan, simulation: Simulation, marks: Sequence[Mark], after_s: float, to_s: float
) -> list[str]:
    """Return the lines of every reading in (after_s, to_s], s, each with its own moment.

    Args:
        plan: of the watch
        simulation: how it is set
        marks: phases begun
        after_s: from there, not with it
        to_s: to there, with it

    Source: the plan's own curves, with noise by hash

    >>> plan = WatchPlan(target_c=200.0, warm_curve=[[0.0, 20.0], [10.0, 200.0]],
    ...     cool_curve=[[0.0, 200.0], [2.0, 60.0]])
    >>> lines_between(plan, Simulation(), [], 0.0, 1.0)[0]
    'near 20.1 +1.0'
    """
    done = {mark.phase for mark in marks}
    to_do = [mark for mark in marks_of(plan, simulation) if mark.phase not in done]
    lines = [
        (mark.at_s, f"mark {mark.phase} +{mark.at_s:.1f}")
        for mark in to_do
        if after_s < mark.at_s <= to_s
    ]
    step = simulation.every_s
    planned = [*marks, *to_do]
    for number in range(math.floor(after_s / step) + 1, math.floor(to_s / step) + 1):
        lines += [(number * step, one) for one in _at(plan, simulation, planned, number * step)]
    return [text for _, text in sorted(lines, key=lambda one: one[0])]


def _at(plan: WatchPlan, simulation: Simulation, marks: Sequence[Mark], at_s: float) -> list[str]:
    seed, second = simulation.seed, int(at_s)
    felt = max(0.0, at_s - LAG_S)
    mean = true_c(plan, simulation, marks, felt)
    there_s = _warm_min(plan) * 60 * simulation.dawdles
    grown = min(1.0, felt / 240)
    spread = SPREAD_C * grown * math.exp(-max(0.0, felt - there_s) / SPREAD_EVENS_S)
    lines = []
    for place, share in zip(PLACES, SHARE_OF_SPREAD, strict=True):
        ill = simulation.ill if place == PLACES[-1] and at_s > ILL_FROM_S else "none"
        if ill == "dies" or _chance(seed, f"lost {place}", second) < LOST:
            continue
        c = mean + share * spread + NOISE_C * _noise(seed, place, second)
        if ill == "jumps" and second % 7 == 0:
            c += 350
        said = "OPEN" if ill == "nonsense" and second % 2 else f"{c:.1f}"
        lines.append(f"{place} {said} +{at_s:.1f}")
    return lines
