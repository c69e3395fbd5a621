"""How far the far end of a body lags its swept end, and how much of that it bears."""

import math
from typing import Literal

from pellak.core.body.body import Body

Restraint = Literal["low", "medium", "high"]
RESTRAINT_SHARE = {"low": 0.25, "medium": 0.5, "high": 1.0}
"""Smooth from end to end; a hot zone in a wide plate; boxed in."""
LIMITED = ("grey-iron", "ductile-iron", "alloy-steel", "aluminium-cast")
"""Families that crack where one end is much hotter than the other."""
LIMIT_SOURCE = "thermal stress of a restrained zone, E alpha dT r, held to half the strength"


def spread_limit_c(body: Body, restraint: Restraint) -> float:
    """Return the greatest spread, °C, for how much the shape restrains itself."""
    metal = body.metal
    stress_per_k = metal.youngs_pa * metal.expansion_per_k
    return metal.uts_pa / (2 * RESTRAINT_SHARE[restraint] * stress_per_k)


def wall_limit_c(body: Body) -> float:
    """Return the greatest lag of a wall's middle behind its skin, °C."""
    metal = body.metal
    return metal.uts_pa * (1 - metal.poisson) / (3 * metal.youngs_pa * metal.expansion_per_k)


def stored_j_per_m3_k(body: Body, at_c: float) -> float:
    """Return what the metal stores for a degree, J/m3K, at a temperature, °C."""
    return body.metal.density_kg_per_m3 * body.metal.capacity(at_c)


def evening_s(body: Body, swept: float, at_c: float) -> float:
    """Return the seconds in which a spread evens out to a third, at a temperature, °C.

    `swept` is the share of the body the flame goes over, 0.05 to 0.98.
    """
    return (
        body.spread_factor * swept * (1 - swept) * body.far_m**2
        * stored_j_per_m3_k(body, at_c) / body.metal.conductivity(at_c)
    )  # fmt: skip


def by_loss(body: Body, seconds: float, loss_w_per_k: float, at_c: float) -> float:
    """Return the share of spread and of evening time left by a loss that is greater where hotter.

    `seconds` the evening time without it, `loss_w_per_k` of the whole bare skin.
    """
    return 1 / (1 + seconds * loss_w_per_k / (stored_j_per_m3_k(body, at_c) * body.volume_m3))


def spread_per_w(body: Body, swept: float, at_c: float) -> float:
    """Return the spread, °C, that a watt taken up keeps up, without loss; `swept` as above."""
    return (
        body.spread_factor * (1 - swept) * body.far_m**2
        / (body.metal.conductivity(at_c) * body.volume_m3)
    )  # fmt: skip


def towards(now_c: float, end_c: float, seconds: float, evening_time_s: float) -> float:
    """Return a spread after so many seconds on its way to what it tends to, °C.

    Args:
        now_c: spread now, °C
        end_c: what it tends to, °C
        seconds: from now, s
        evening_time_s: to a third, s, 0 or more

    Source: first-order lag

    >>> round(towards(0.0, 10.0, 60.0, 60.0), 2), towards(0.0, 10.0, 60.0, 0.0)
    (6.32, 10.0)
    """
    if evening_time_s <= 0:
        return end_c
    return end_c + (now_c - end_c) * math.exp(-seconds / evening_time_s)
