"""The gas of a planned day: how much, in which hour, against what the cylinders hold and give."""

import math

from pellak.core import say
from pellak.core.day.calendar import TINY_L, Calendar
from pellak.core.day.given import DayGiven
from pellak.core.day.greedy import DayPlan
from pellak.core.day.plan import DayGas, HourDraw

HOUR_MIN = 60.0


def no_gas(short_l: float) -> str:
    """Return in words that a job wants so much more acetylene than there is, L.

    Args:
        short_l: how much more is wanted, L

    Source: definition

    >>> no_gas(120.4)[:24]
    'acetylene runs out in it'
    """
    return (
        f"acetylene runs out in it, about {say.litres(math.ceil(short_l), 6)} short: swap a "
        "cylinder before"
    )


def gas_of_day(given: DayGiven, plan: DayPlan) -> DayGas:
    """Return the gas of all that is planned, and the first job there is not enough for."""
    parts = [part for one in plan.placed.values() for part in one.unit.parts]
    by_hour = _by_hour(plan)
    most = given.draw_by_hour_l
    runs_out_in = _runs_out_in(given, plan)
    return DayGas(
        acetylene_l=sum(part.phase.acetylene_l for part in parts),
        oxygen_l=sum(part.phase.oxygen_l for part in parts),
        by_hour=[
            HourDraw(hour_min=at, acetylene_l=by_hour[at], over_limit=by_hour[at] > most + TINY_L)
            for at in sorted(by_hour)
        ],
        draw_limit_by_hour_l=None if math.isinf(most) else most,
        enough=None if given.acetylene_l is None else not runs_out_in,
        runs_out_in=runs_out_in,
    )


def _runs_out_in(given: DayGiven, plan: DayPlan) -> str:
    """Return the first job there is too little acetylene for; nothing where it lasts."""
    if given.acetylene_l is None:
        return ""
    # What is under way burns on, whatever is left: it may be what empties the cylinder.
    burning = sorted(
        (one for one in plan.placed.values() if one.unit.job.begun and one.torched),
        key=lambda one: one.torched or (0, 0),
    )
    burnt_l = 0.0
    for one in burning:
        burnt_l += one.unit.acetylene_l
        if burnt_l > given.acetylene_l + TINY_L:
            return given.name_of(one.unit.job.id)
    calendar = Calendar(given, plan.placed)
    short = (unit for unit in plan.left if calendar.gas_short_l(unit) > TINY_L)
    return next((given.name_of(unit.job.id) for unit in short), "")


def _by_hour(plan: DayPlan) -> dict[float, float]:
    """Return what is burnt in each clock hour, by the minute it begins at."""
    hours: dict[float, float] = {}
    for placed in plan.placed.values():
        for part in placed.unit.parts:
            litres = part.phase.acetylene_l
            if litres == 0:
                continue
            start, end = placed.start_min + part.offset_min, placed.start_min + part.end_min
            hour = HOUR_MIN * (start // HOUR_MIN)
            while hour < end or hour == start:
                share = (min(end, hour + HOUR_MIN) - max(start, hour)) / max(end - start, 1e-9)
                hours[hour] = hours.get(hour, 0.0) + litres * (share if end > start else 1.0)
                hour += HOUR_MIN
    return hours
