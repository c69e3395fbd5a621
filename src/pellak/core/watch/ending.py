"""What a watch that has ended tells: minutes to its heat, minutes to the touch, and the factors
these come to."""

import math

from pellak.core.answer.working import Record
from pellak.core.body.learning import cooling_observation, flame_observation
from pellak.core.factor import FactorObservation
from pellak.core.watch.watcher import Watcher


class Ending(Record):
    """Times taken, min, None where they were not watched; how the flame and what it cooled in did
    against the plan, 1 where exactly so."""

    to_heat_min: float | None
    touch_min: float | None
    flame_factor: float | None
    cooling_factor: float | None
    words: list[str]


def ending_of(watcher: Watcher) -> Ending:
    """Return what a watch comes to. Minutes to the mean of its places count from its `warming`
    mark, else its first reading, and from the last `cooling` mark."""
    plan = watcher.plan
    began = next((m.at_s for m in watcher.marks if m.phase == "warming"), watcher.first_s)
    to_heat = touch = None
    if watcher.reached_s is not None and began is not None and watcher.reached_s > began:
        to_heat = (watcher.reached_s - began) / 60
    cooled = [m.at_s for m in watcher.marks if m.phase == "cooling"]
    if watcher.touched_s is not None and cooled and watcher.touched_s > cooled[-1]:
        touch = (watcher.touched_s - cooled[-1]) / 60
    flame = flame_observation(plan.soak, to_heat) if plan.soak and to_heat is not None else None
    cooling = cooling_observation(plan.cool, touch) if plan.cool and touch is not None else None
    words = [
        *_words("The flame gave", "more heat", "less heat", flame),
        *_words(f"It lost heat to {plan.cool_in}", "faster", "slower", cooling),
    ]
    return Ending(
        to_heat_min=to_heat, touch_min=touch, flame_factor=_factor(flame),
        cooling_factor=_factor(cooling), words=words,
    )  # fmt: skip


def _factor(observation: FactorObservation | None) -> float | None:
    return None if observation is None else math.exp(observation.ln_factor)


def _words(what: str, more: str, less: str, observation: FactorObservation | None) -> list[str]:
    if observation is None:
        return []
    percent = 100 * (math.exp(abs(observation.ln_factor)) - 1)
    if percent < 100 * observation.error:
        return [f"{what} what was planned, within what a watch can tell."]
    return [f"{what} {percent:.0f} % {more if observation.ln_factor > 0 else less} than planned."]
