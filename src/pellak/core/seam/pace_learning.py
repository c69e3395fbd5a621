"""What seams that were timed tell the next one: one factor on the minutes, for each metal."""

import math
from collections.abc import Sequence
from dataclasses import replace

from pellak.core.answer.working import Record
from pellak.core.factor import LEAST_FACTOR, MOST_FACTOR, Factor, FactorObservation, posterior
from pellak.core.seam.pace import WeldPace

RULE_SIGMA = 0.25
"""How far hands and shops lie off the rule, a logarithm: its own band, a quarter either way."""
SEAM_ERROR = 0.15
"""How far one seam lies off its own hand: fit-up, rod fetched, a cramped corner."""
MOST_BEFORE = 20


class PaceObservation(Record):
    """A seam that was timed: its metal, and what it says of the minutes."""

    family: str
    observation: FactorObservation


def pace_observation(
    family: str, planned_min: float, factor: float, took_min: float
) -> PaceObservation | None:
    """Return what a seam says of the rule's minutes; None where it is too far off to be believed.

    Args:
        family: the heat family of the metal.
        planned_min: the flame minutes planned.
        factor: the factor they were planned with.
        took_min: the flame minutes it took.

    Source: ratio of measured to planned minutes

    >>> pace_observation('carbon-steel', 10.0, 1.0, 12.0) is not None
    True
    """
    share = factor * took_min / planned_min
    if not LEAST_FACTOR <= share <= MOST_FACTOR:
        return None
    return PaceObservation(
        family=family, observation=FactorObservation(ln_factor=math.log(share), error=SEAM_ERROR)
    )


def pace_factor(family: str, learned: Sequence[object]) -> Factor:
    """Return the factor on a metal's minutes after the newest seams of it; 1 without any."""
    observations = [
        one.observation
        for one in learned
        if isinstance(one, PaceObservation) and one.family == family
    ]
    return posterior(RULE_SIGMA, observations[:MOST_BEFORE])


def paced_by_log(pace: WeldPace, factor: float, sigma: float) -> WeldPace:
    """Return a pace by what seams before it took; its band draws in as the log grows.

    Args:
        pace: the rule's own pace, min/m.
        factor: how many times the rule's minutes.
        sigma: how far the factor may be off, a logarithm; `RULE_SIGMA` leaves the band as it is.

    Source: a factor learned from the log of seams

    >>> from pellak.core.seam.pace import WeldPace
    >>> ours = WeldPace(5.0, 4.0, 6.0, 4.0, 1.0, 1.0, True)
    >>> round(paced_by_log(ours, 1.2, 0.1).min_per_m, 2)
    6.0
    """
    narrower = math.hypot(sigma, SEAM_ERROR) / math.hypot(RULE_SIGMA, SEAM_ERROR)

    def end(of_rule: float) -> float:
        share = math.exp(narrower * math.log(of_rule / pace.min_per_m))
        return factor * pace.min_per_m * share

    high = pace.high_min_per_m
    return replace(
        pace,
        min_per_m=factor * pace.min_per_m,
        low_min_per_m=end(pace.low_min_per_m),
        high_min_per_m=None if high is None else end(high),
        log_factor=factor,
    )
