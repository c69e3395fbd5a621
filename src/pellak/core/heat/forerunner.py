"""What the torch meets when it comes round a ring: heat laid a lap ago, and its own running ahead.

The wall is an unrolled plate; the flame a line source through it, moving for one lap. Everything
slower than a minute loses heat by its temperature: convection, and radiation that grows with it.
"""

import math

import numpy as np

from pellak.core.heat.case import (
    CORE_RADIUS_PER_BORE,
    ENVELOPE_RADIUS_PER_BORE,
    REFERENCE_HEAT_PATHS,
    HeatCase,
)
from pellak.core.heat.loss import face_loss_w_per_m2_k

FORMULA = (
    "sum over the lap of P * dt / (pi * rho * c * h * s) * exp(-x^2 / s) * "
    "exp(-2 * H * age / (rho * c * h)), s = r^2 + 4 * a * age, cone and envelope, both ways round"
)
SOURCE = (
    "moving Gaussian sources in a thin plate as a sum of instantaneous ones, Carslaw and Jaeger, "
    "section 10.3; face loss by convection and radiation at emissivity 0.8"
)
STEPS = 4000
ROUNDS = 4


def closing_rise_k(case: HeatCase, ring_mm: float, lap_s: float, short_of_mm: float) -> float:
    """Return the rise where a ring began, with the torch so far short of closing it, K.

    Args:
        case: the wall under its flame.
        ring_mm: length once round.
        lap_s: seconds of one lap at travel speed.
        short_of_mm: how far the torch has still to go.

    Source: Carslaw and Jaeger, 10.7: a moving line source, laid round the ring

    >>> from pellak.core.heat.solve import HeatGiven
    >>> case = HeatGiven(family='carbon-steel', thickness_mm=1.2, joint='butt',
    ...     acetylene_l_per_h=110).case()
    >>> closing_rise_k(case, 120.0, 60.0, 1.0) > closing_rise_k(case, 120.0, 60.0, 40.0) > 0
    True
    """
    metal, h = case.family, case.thickness_mm / 1000
    radii_m = (
        case.core_radius_m,
        case.core_radius_m * ENVELOPE_RADIUS_PER_BORE / CORE_RADIUS_PER_BORE,
    )
    watts = [w * REFERENCE_HEAT_PATHS / case.heat_paths for w in case.power_w]
    speed = ring_mm / 1000 / lap_s
    spent = lap_s - short_of_mm / 1000 / speed
    # Ages close to now matter most: the torch is near. Their steps grow away from it.
    edges = np.geomspace(1e-3, 1.0, STEPS + 1) * spent
    ages, steps = (edges[1:] + edges[:-1]) / 2, np.diff(edges)
    along = speed * (spent - ages)
    diffusivity = case.diffusivity_m2_per_s
    capacity = metal.density_kg_per_m3 * metal.specific_heat_j_per_kg_k * h
    around = [ring_mm / 1000 * turn for turn in (-1, 0, 1)]
    laid = np.zeros(STEPS)
    for power_w, radius_m in zip(watts, radii_m, strict=True):
        spread = radius_m**2 + 4 * diffusivity * ages
        reach = sum(np.exp(-((along + turn) ** 2) / spread) for turn in around)
        laid += power_w * steps / (math.pi * capacity * spread) * reach
    rise = 100.0
    for _ in range(ROUNDS):
        # The loss goes by how warm it gets, which goes by the loss: a few rounds settle it.
        loss = face_loss_w_per_m2_k(case.start_c + rise)
        rise = float(np.sum(laid * np.exp(-2 * loss * ages / capacity)))
        rise = min(rise, metal.melting_c - case.start_c)
    return rise
