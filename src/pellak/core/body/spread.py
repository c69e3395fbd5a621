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
    """Return the greatest spread, °C, for how much the shape restrains itself.

    Args:
        body: its shape and metal
        restraint: how much the shape restrains itself

    Source: thermal strain held to a share of the yield strain; the share by restraint is
    judgement

    >>> from pellak.core.body.soak_given import SoakGiven, soaking_of
    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> of = soaking_of(given)
    >>> spread_limit_c(of.body, 'low') > spread_limit_c(of.body, 'high') > 0
    True
    """
    metal = body.metal
    stress_per_k = metal.youngs_pa * metal.expansion_per_k
    return metal.uts_pa / (2 * RESTRAINT_SHARE[restraint] * stress_per_k)


def wall_limit_c(body: Body) -> float:
    """Return the greatest lag of a wall's middle behind its skin, °C.

    Args:
        body: its shape and metal

    Source: thermal strain held to a share of the yield strain

    >>> from pellak.core.body.soak_given import SoakGiven, soaking_of
    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> of = soaking_of(given)
    >>> wall_limit_c(of.body) > 0
    True
    """
    metal = body.metal
    return metal.uts_pa * (1 - metal.poisson) / (3 * metal.youngs_pa * metal.expansion_per_k)


def stored_j_per_m3_k(body: Body, at_c: float) -> float:
    """Return what the metal stores for a degree, J/m3K, at a temperature, °C.

    Args:
        body: its metal counts
        at_c: °C

    Source: density times heat capacity of the metal's row

    >>> from pellak.core.body.soak_given import SoakGiven, soaking_of
    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> of = soaking_of(given)
    >>> stored_j_per_m3_k(of.body, 20.0) > 2e6
    True
    """
    return body.metal.density_kg_per_m3 * body.metal.capacity(at_c)


def evening_s(body: Body, swept: float, at_c: float) -> float:
    """Return the seconds in which a spread evens out to a third, at a temperature, °C.

    `swept` is the share of the body the flame goes over, 0.05 to 0.98.

    Args:
        body: its shape and metal
        swept: share of the body under the flame, 0.05 to 0.98
        at_c: °C

    Source: Carslaw and Jaeger, 3.3: the slowest term of the series

    >>> from pellak.core.body.soak_given import SoakGiven, soaking_of
    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> of = soaking_of(given)
    >>> evening_s(of.body, 0.5, 20.0) > 0
    True
    """
    return (
        body.spread_factor * swept * (1 - swept) * body.far_m**2
        * stored_j_per_m3_k(body, at_c) / body.metal.conductivity(at_c)
    )  # fmt: skip


def by_loss(body: Body, seconds: float, loss_w_per_k: float, at_c: float) -> float:
    """Return the share of spread and of evening time left by a loss that is greater where hotter.

    `seconds` the evening time without it, `loss_w_per_k` of the whole bare skin.

    Args:
        body: its shape and metal
        seconds: evening time without loss, s
        loss_w_per_k: of the whole bare skin, W/K
        at_c: °C

    Source: two rates add: evening by conduction and by loss

    >>> from pellak.core.body.soak_given import SoakGiven, soaking_of
    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> of = soaking_of(given)
    >>> by_loss(of.body, 100.0, 0.0, 20.0)
    1.0
    """
    return 1 / (1 + seconds * loss_w_per_k / (stored_j_per_m3_k(body, at_c) * body.volume_m3))


def spread_per_w(body: Body, swept: float, at_c: float) -> float:
    """Return the spread, °C, that a watt taken up keeps up, without loss; `swept` as above.

    Args:
        body: its shape and metal
        swept: share of the body under the flame, 0.05 to 0.98
        at_c: °C

    Source: conduction from the part that is swept to the part that is not

    >>> from pellak.core.body.soak_given import SoakGiven, soaking_of
    >>> given = SoakGiven(shape='casting', mass_kg=20, wall_mm=12, family='grey-iron',
    ...     target_c=600, acetylene_l_per_h=3000)
    >>> of = soaking_of(given)
    >>> spread_per_w(of.body, 0.5, 20.0) > 0
    True
    """
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
