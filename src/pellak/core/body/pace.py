"""How the flame is moved: how long it may dwell, how fast the body may rise, when it rests."""

import math
from typing import Literal

from pellak.core.answer.working import Record
from pellak.core.body.soaking import Soaking, SoakRun
from pellak.core.body.spread import spread_limit_c, stored_j_per_m3_k, wall_limit_c

CONTINUOUS_DUTY = 0.97
SHORTEST_ON_S, LONGEST_ON_S, ON_STEP_S = 10.0, 120.0, 5.0
ON_SHARE = 0.25
"""While the flame is on, the spread may grow by this share of its limit."""
EVEN_WITHIN_C = 10.0


class RampStep(Record):
    """A third of the rise: flame on and off, or a steady smaller head that does the same."""

    from_c: float
    to_c: float
    duty: float
    on_s: float | None
    off_s: float | None
    steady_l_per_h: float


def wall_lag_c(of: Soaking) -> float:
    """Return how far the wall's skin leads its mean at full flame when cold, °C.

    Args:
        of: the run: body, flame and losses

    Source: Carslaw and Jaeger, 3.4: a wall taking up an even flux

    >>> from pellak.core.body.soak_given import SoakGiven, soaking_of
    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> of = soaking_of(given)
    >>> 0 < wall_lag_c(of) < 100
    True
    """
    metal, start = of.body.metal, of.start_c
    flux = of.taken_w(start) / of.heated_m2
    return flux * of.depth_m / (of.body.shape_factor * metal.conductivity(start))


def core_lag_c(of: Soaking) -> float:
    """Return how far the wall's middle lags its skin at full flame when cold, °C.

    Args:
        of: the run: body, flame and losses

    Source: Carslaw and Jaeger, 3.4: a wall taking up an even flux

    >>> from pellak.core.body.soak_given import SoakGiven, soaking_of
    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> of = soaking_of(given)
    >>> core_lag_c(of) > wall_lag_c(of) > 0
    True
    """
    metal, start = of.body.metal, of.start_c
    return of.taken_w(start) / of.heated_m2 * of.depth_m / (2 * metal.conductivity(start))


def dwell_max_s(of: Soaking) -> float:
    """Return the longest the flame may stand still before its spot runs away from the rest, s.

    The lesser of a spot heated through its depth and one on metal without end, either to the
    spread a boxed-in part bears.

    Args:
        of: the run: body, flame and losses

    Source: Carslaw and Jaeger, 10.4: a round spot on a body without end; heat kept within a
    depth

    >>> from pellak.core.body.soak_given import SoakGiven, soaking_of
    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> of = soaking_of(given)
    >>> 1 < dwell_max_s(of) < 600
    True
    """
    body, start = of.body, of.start_c
    rise = spread_limit_c(body, "high")
    flux = of.taken_w(start) / of.footprint_m2
    stored, k = stored_j_per_m3_k(body, start), body.metal.conductivity(start)
    return min(rise * stored * body.depth_one_side_m / flux,
               math.pi / 4 * (rise / flux) ** 2 * k * stored)  # fmt: skip


def max_rate_c_per_h(
    of: Soaking, target_c: float, spread_limit: float
) -> tuple[float, Literal["wall", "spread"]]:
    """Return the fastest rise over the whole way, °C/h, and which limit sets it.

    `spread_limit` is the spread borne, °C.

    Args:
        of: the run: body, flame and losses
        target_c: °C
        spread_limit: spread borne, °C

    Source: Carslaw and Jaeger, 3.4; spread by the evening time of the body

    >>> from pellak.core.body.soak_given import SoakGiven, soaking_of
    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> of = soaking_of(given)
    >>> max_rate_c_per_h(of, 600.0, 100.0)[1]
    'spread'
    """
    body, least = of.body, math.inf
    governs: Literal["wall", "spread"] = "spread"
    wall = body.shape_factor * wall_limit_c(body) * of.heated_m2 / (of.depth_m * body.volume_m3)
    spread = spread_limit / (body.spread_factor * (1 - of.swept) * body.far_m**2)
    steps = max(2, math.ceil((target_c - of.start_c) / 5))
    for n in range(steps + 1):
        at = of.start_c + (target_c - of.start_c) * n / steps
        even = body.metal.conductivity(at) / stored_j_per_m3_k(body, at)
        least = min(least, even * min(wall, spread) * 3600)
    if wall < spread:
        governs = "wall"
    return least, governs


def ramp_of(of: Soaking, run: SoakRun, target_c: float) -> list[RampStep]:
    """Return the rise in thirds with the rests the spread asks for; none where none is held.

    Args:
        of: the run: body, flame and losses
        run: the run made
        target_c: °C

    Source: rests until the spread is borne again; thirds are judgement

    >>> from pellak.core.body.soak_given import SoakGiven, soaking_of
    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> of = soaking_of(given)
    >>> from pellak.core.body.soaking import run_soak
    >>> len(ramp_of(of, run_soak(of, 600.0), 600.0))
    0
    """
    if of.limit_c is None or not run.reached:
        return []
    steps: list[RampStep] = []
    for third in range(3):
        ends = [of.start_c + (target_c - of.start_c) * (third + d) / 3 for d in (0, 1)]
        first, last = (run.at_c(t) for t in ends)
        seconds = max(last.at_s - first.at_s, 1e-9)
        duty = (last.gas_l - first.gas_l) / (of.acetylene_l_per_h / 3600 * seconds)
        if duty > CONTINUOUS_DUTY:
            steps.append(RampStep(from_c=ends[0], to_c=ends[1], duty=1.0, on_s=None, off_s=None,
                                  steady_l_per_h=of.acetylene_l_per_h))  # fmt: skip
            continue
        middle = sum(ends) / 2
        heat = of.body.mass_kg * of.body.metal.capacity(middle)
        alone = ON_SHARE * of.limit_c * heat / of.taken_w(middle)
        on = min(max(ON_STEP_S * round(alone / ON_STEP_S), SHORTEST_ON_S), LONGEST_ON_S)
        steps.append(
            RampStep(from_c=ends[0], to_c=ends[1], duty=duty, on_s=on, off_s=on * (1 / duty - 1),
                     steady_l_per_h=of.acetylene_l_per_h * duty)
        )  # fmt: skip
    return steps


def hold_min(of: Soaking, run: SoakRun, target_c: float) -> float:
    """Return the minutes to hold until the far end and the wall's middle have come up.

    Args:
        of: the run: body, flame and losses
        run: the run made
        target_c: °C

    Source: Carslaw and Jaeger, 3.4: what is uneven dies out by the evening time

    >>> from pellak.core.body.soak_given import SoakGiven, soaking_of
    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> of = soaking_of(given)
    >>> from pellak.core.body.soaking import run_soak
    >>> hold_min(of, run_soak(of, 600.0), 600.0) >= 0
    True
    """
    evening, per_w = of.evening(target_c)
    last = run.moments[-1]
    over = abs(last.spread_c - per_w * of.steady_loss_w(target_c))
    along = evening * math.log(over / EVEN_WITHIN_C) if over > EVEN_WITHIN_C else 0.0
    # The lead the cold wall had: at the end it is a little less, and the hold a little safer.
    lead, through = wall_lag_c(of), 0.0
    if lead > 2:
        stored, k = stored_j_per_m3_k(of.body, target_c), of.body.metal.conductivity(target_c)
        through = 4 * of.depth_m**2 * stored / (math.pi**2 * k) * math.log(lead / 2)
    return max(along, through) / 60
