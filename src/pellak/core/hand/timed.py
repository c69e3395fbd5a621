"""The factor that makes the model's puddle take as long as a hand's did, and how sure that is."""

import math
from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from pellak.core.hand.given import TimedPuddle
from pellak.core.heat.case import Floats, HeatCase, HeatCases
from pellak.core.heat.standing import puddle_times_s

LEAST_FACTOR, MOST_FACTOR, POINTS = 0.2, 5.0, 49
READ_WITHIN = 0.25
"""Spread of the logarithm of a timed puddle: a watch, an eye, and where the flame was put."""
LN_FACTORS: Floats = np.linspace(math.log(LEAST_FACTOR), math.log(MOST_FACTOR), POINTS)


@dataclass(frozen=True)
class FactorRead:
    """The logarithm of a factor read off one puddle, and its standard error."""

    ln_factor: float
    error: float


@lru_cache(maxsize=512)
def ln_seconds(case: HeatCase) -> tuple[float, ...]:
    """Return the logarithm of the seconds to a puddle for each of `LN_FACTORS`; infinite where it
    never comes. Near an edge the mean of flame lost and flame wrapped, as a plan takes it.

    Args:
        case: the plate under its flame

    Source: Carslaw and Jaeger, 10.3: Gaussian sources standing on a plate

    >>> from pellak.core.heat.solve import HeatGiven
    >>> case = HeatGiven(family='carbon-steel', thickness_mm=1.2, joint='butt',
    ...     acetylene_l_per_h=110).case()
    >>> seconds = ln_seconds(case)
    >>> len(seconds) == len(LN_FACTORS), seconds[0] > seconds[-1]
    (True, True)
    """
    cases = [replace(case, hand_factor=math.exp(f)) for f in LN_FACTORS]
    seconds = np.log(puddle_times_s(HeatCases.of(cases)))
    if case.near_edge_mm is not None:
        kept = [replace(one, edge_kept=True) for one in cases]
        seconds = (seconds + np.log(puddle_times_s(HeatCases.of(kept)))) / 2
    return tuple(float(one) if math.isfinite(one) else math.inf for one in seconds)


def factor_of(puddle: TimedPuddle) -> FactorRead | None:
    """Return the factor whose puddle takes as long; None where no factor of 0.2 to 5 does."""
    return read_factor(puddle.case(), puddle.puddle_s)


def read_factor(case: HeatCase, puddle_s: float) -> FactorRead | None:
    """Return the factor that makes a case's puddle come in `puddle_s`, s, and its error.

    Args:
        case: the plate under its flame
        puddle_s: as timed, s, above 0

    Source: turned about: seconds for each factor, the factor for the seconds

    >>> from pellak.core.heat.solve import HeatGiven
    >>> case = HeatGiven(family='carbon-steel', thickness_mm=1.2, joint='butt',
    ...     acetylene_l_per_h=110).case()
    >>> read = read_factor(case, seconds_at(case, 0.1))
    >>> round(read.ln_factor, 2)
    0.1
    """
    times = np.array(ln_seconds(case))
    known = np.isfinite(times)
    if known.sum() < 3:
        return None
    # More heat is quicker: turned round, so that the times rise.
    rising, factors = times[known][::-1], LN_FACTORS[known][::-1]
    wanted = math.log(puddle_s)
    if not rising[0] <= wanted <= rising[-1]:
        return None
    at = float(np.interp(wanted, rising, factors))
    step = LN_FACTORS[1] - LN_FACTORS[0]
    ends = np.interp([at - step, at + step], LN_FACTORS[known], times[known])
    steep = abs(float(ends[1] - ends[0])) / (2 * step)
    return FactorRead(at, READ_WITHIN / max(steep, 0.1))


def seconds_at(case: HeatCase, ln_factor: float) -> float:
    """Return the seconds to a puddle at the logarithm of a factor; infinite where none comes.

    Args:
        case: the plate under its flame
        ln_factor: natural logarithm of the factor on the flame's heat

    Source: straight between the factors of LN_FACTORS

    >>> from pellak.core.heat.solve import HeatGiven
    >>> case = HeatGiven(family='carbon-steel', thickness_mm=1.2, joint='butt',
    ...     acetylene_l_per_h=110).case()
    >>> seconds_at(case, 0.2) < seconds_at(case, 0.0)
    True
    """
    return math.exp(float(np.interp(ln_factor, LN_FACTORS, ln_seconds(case))))
