"""The soak reckoner: can this head bring this body to its heat, in how long, how evenly."""

import math
from functools import lru_cache

from pellak.core.answer.working import Answer, Reckoner
from pellak.core.body.media import insulations
from pellak.core.body.pace import (
    core_lag_c,
    dwell_max_s,
    hold_min,
    max_rate_c_per_h,
    ramp_of,
    wall_lag_c,
)
from pellak.core.body.reach import (
    ceiling_c,
    held_back_by,
    hold_spread_c,
    needed_l_per_h,
    needed_sweep,
    remedies_of,
)
from pellak.core.body.soak_cautions import soak_cautions
from pellak.core.body.soak_given import (
    HEAT_SIGMA,
    SoakGiven,
    soaking_of,
)
from pellak.core.body.soak_values import SoakValues
from pellak.core.body.soak_working import soak_working
from pellak.core.body.soaking import Soaking, SoakRun, run_soak, tubes_c
from pellak.core.body.spans import span_of
from pellak.core.body.spread import spread_limit_c, wall_limit_c

OXYGEN_RATIO = 1.1
"""A head burns a little over neutral: it is not to soot the work."""
CURVE_STEPS = 8


class SoakAnswer(Answer):
    """Answer of the soak reckoner."""

    values: SoakValues


def _minutes(of: Soaking, target_c: float) -> tuple[float | None, float | None]:
    run = run_soak(of, target_c)
    return (run.seconds / 60, run.moments[-1].gas_l / 1000) if run.reached else (None, None)


def _spans(given: SoakGiven, run: SoakRun, capture: float) -> tuple[float | None, ...]:
    """Return low and high of minutes, then of gas."""
    if not run.reached:
        return None, None, None, None
    flame = given.sigma_of_flame(capture)
    loss, medium = given.sigma_of_loss(), 0.0
    if given.insulation is not None:
        stated_sigma = given.medium_sigma
        medium = (
            insulations()[given.insulation.kind].sigma_ln_k
            if stated_sigma is None
            else stated_sigma
        )
    pairs = []
    for parts in ((flame, 0.0, 0.0), (0.0, loss, medium)):
        ends = []
        for way in (1, -1):
            f, loss_by, k = (math.exp(way * part) for part in parts)
            of = soaking_of(given, flame_factor=f, loss_factor=loss_by, medium_factor=k)
            ends.append(_minutes(of, given.target_c))
        pairs.append(ends)
    last = run.moments[-1]
    minutes = span_of(run.seconds / 60, [(a[0], b[0]) for a, b in pairs], HEAT_SIGMA)
    gas = span_of(last.gas_l / 1000, [(a[1], b[1]) for a, b in pairs], HEAT_SIGMA)
    return *minutes, *gas


def _curve(of: Soaking, run: SoakRun, target_c: float) -> list[list[float]]:
    end = target_c if run.reached else run.moments[-1].body_c
    steps = (of.start_c + (end - of.start_c) * n / CURVE_STEPS for n in range(CURVE_STEPS + 1))
    return [[round(run.at_c(t).at_s / 60, 4), round(t, 1)] for t in steps]


@lru_cache(maxsize=64)
def reckon_soak(given: SoakGiven) -> SoakAnswer:
    """Return minutes, gas, ceiling, spread, pace and hold of a body under a moving heating head.

    Valid for convex-ish bodies of 3 to 200 mm, indoors, iron and steel to 720 °C, aluminium to
    500 °C; mm, kg, °C, L/h, m3, W. Source: EN 1993-1-2, EN 1999-1-2, EN 1561 for the metals,
    Churchill and Chu for still air; the flame's share from the heat it has left at a surface.
    Raises Refused for a measure the shape is told by left out.
    """
    of, target = soaking_of(given), given.target_c
    body, top = of.body, ceiling_c(of)
    run = run_soak(of, target)
    full = run_soak(soaking_of(given, limited=False), target) if of.limit_c is not None else run
    low, high, gas_low, gas_high = _spans(given, run, of.capture)
    flame = given.sigma_of_flame(of.capture)
    tops = [ceiling_c(soaking_of(given, flame_factor=math.exp(way * flame))) for way in (-1, 1)]
    spreads = body.far_m > 0
    limit = spread_limit_c(body, given.restraint) if spreads else None
    rate = max_rate_c_per_h(of, target, limit) if of.limit_c is not None and limit else None
    held = None if run.reached else held_back_by(of, target, top)
    gas = run.moments[-1].gas_l / 1000 if run.reached else None
    bare_rise = max(target - given.ambient_c, 1.0)
    values = SoakValues(
        mass_kg=body.mass_kg, area_m2=body.area_m2, envelope_m2=body.envelope_m2,
        capture=of.capture, reaches=run.reached, limited_by=held,
        minutes=run.seconds / 60 if run.reached else None, minutes_low=low, minutes_high=high,
        minutes_full_flame=full.seconds / 60 if full.reached else None,
        acetylene_m3=gas, acetylene_low_m3=gas_low, acetylene_high_m3=gas_high,
        oxygen_m3=None if gas is None else gas * OXYGEN_RATIO,
        ceiling_c=top, ceiling_low_c=tops[0], ceiling_high_c=tops[1],
        needed_l_per_h=needed_l_per_h(of, target) if held == "flame" else None,
        needed_swept_fraction=needed_sweep(of, target, of.limit_c)
        if held == "spread" and of.limit_c is not None else None,
        remedies=[] if run.reached else remedies_of(given),
        absorbed_w=of.taken_w(target), loss_w=of.steady_loss_w(target),
        max_rate_c_per_h=rate[0] if rate else None, rate_governed_by=rate[1] if rate else None,
        wall_lag_c=wall_lag_c(of), core_lag_c=core_lag_c(of), wall_limit_c=wall_limit_c(body),
        spread_max_c=max(m.spread_c for m in run.moments) if spreads else None,
        spread_full_flame_c=max(m.spread_c for m in full.moments) if spreads else None,
        spread_hold_c=hold_spread_c(of, target) if spreads else None, spread_limit_c=limit,
        hold_min=hold_min(of, run, target) if run.reached and spreads
        else 0.0 if run.reached else None,
        biot=of.skin_w_per_m2(target) / bare_rise * body.depth_m
        / body.metal.conductivity(target),
        dwell_max_s=dwell_max_s(of), tube_50mm_c=tubes_c(of, run, 50.0),
        tube_100mm_c=tubes_c(of, run, 100.0), ramp=ramp_of(of, run, target),
        curve=_curve(of, run, target),
    )  # fmt: skip
    return SoakAnswer(
        values=values,
        working=soak_working(given, of, values),
        cautions=soak_cautions(given, of, values.reaches, values.spread_max_c),
    )


SOAK = Reckoner(
    "soak",
    "Can this head bring the whole body to its heat, and in how long?",
    SoakGiven,
    SoakAnswer,
    reckon_soak,
)
