"""What heatings and coolings that were timed tell the next plan: one factor each."""

import math
from collections.abc import Callable
from functools import lru_cache

from scipy.optimize import brentq

from pellak.core.answer.working import Record
from pellak.core.body.cool_given import CoolGiven, CoolIn, cooling_of
from pellak.core.body.cooling import run_cooling
from pellak.core.body.media import media
from pellak.core.body.soak_given import SoakGiven, soaking_of
from pellak.core.body.soaking import run_soak
from pellak.core.factor import LEAST_FACTOR, MOST_FACTOR, FactorObservation

TIMED_WITHIN, LEAST_ERROR = 0.10, 0.05
"""A time at the bench is off by a tenth; no run says more than a twentieth."""
CLOSE_ENOUGH = 1e-7
"""Of the logarithm of a factor: far closer than any timing."""


def _met(taken: Callable[[float], float | None], timed: float) -> FactorObservation | None:
    """Return the factor whose run takes the time that was taken, and its error.

    More of the factor is quicker. None where no factor within a third and three meets it.
    """
    low, high = math.log(LEAST_FACTOR), math.log(MOST_FACTOR)
    slowest, quickest = taken(LEAST_FACTOR), taken(MOST_FACTOR)
    if quickest is None or timed < quickest or (slowest is not None and timed > slowest):
        return None
    while slowest is None and high - low > CLOSE_ENOUGH:
        # So little of the factor never gets there: halve up to where it does.
        middle = (low + high) / 2
        now = taken(math.exp(middle))
        if now is not None and now <= timed:
            high = middle
        else:
            low, slowest = middle, now

    def too_slow(ln_factor: float) -> float:
        now = taken(math.exp(ln_factor))
        return math.inf if now is None else math.log(now / timed)

    at = high if slowest is None else brentq(too_slow, low, high, xtol=CLOSE_ENOUGH)
    ends = [taken(math.exp(at + step)) for step in (-0.05, 0.05)]
    if ends[0] is None or ends[1] is None:
        return None
    steep = abs(math.log(ends[1] / ends[0])) / 0.1
    return FactorObservation(ln_factor=at, error=max(LEAST_ERROR, TIMED_WITHIN / max(steep, 1e-3)))


@lru_cache(maxsize=256)
def flame_observation(given: SoakGiven, minutes: float) -> FactorObservation | None:
    """Return what a heating timed in `minutes` says of the flame; None where it says nothing.

    Args:
        given: body, head and target
        minutes: as timed, above 0

    Source: ratio of measured to reckoned minutes

    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> flame_observation(given, 1e9) is None
    True
    """
    plain = given.model_copy(update={"flame_factor": 1.0})

    def taken(factor: float) -> float | None:
        run = run_soak(soaking_of(plain, flame_factor=factor), plain.target_c)
        return run.seconds / 60 if run.reached else None

    return _met(taken, minutes)


@lru_cache(maxsize=256)
def cooling_observation(given: CoolGiven, minutes: float) -> FactorObservation | None:
    """Return what a cooling to the touch, timed in `minutes`, says of its loss: of the medium's
    conductivity where it is buried, else of the bare loss.

    Args:
        given: the hot body and where it cools
        minutes: as timed, above 0

    Source: ratio of measured to reckoned minutes

    >>> given = CoolGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron', start_c=600)
    >>> cooling_observation(given, 100.0) is not None
    True
    """
    if given.medium == "furnace-ramp":
        return None
    buried = given.medium in media()
    plain = given.model_copy(update={"loss_factor": 1.0, "medium_factor": 1.0})

    def taken(factor: float) -> float | None:
        moved = {"medium_factor": factor} if buried else {"loss_factor": factor}
        return 60 * run_cooling(cooling_of(plain, **moved)).hours[-1]

    return _met(taken, minutes)


class BodyObservation(Record):
    """What one run of a heated body tells: of the flame, and of what it cooled in."""

    flame: FactorObservation | None = None
    cooled_in: CoolIn | None = None
    cooling: FactorObservation | None = None
