"""The fastest hour of a fall: what a rule of so many degrees an hour is held against."""

from pellak.core.body.cooling import CoolRun

SHORTEST_RANGE_C = 100.0


def fastest_hour_c_per_h(run: CoolRun, from_c: float, to_c: float) -> float | None:
    """Return the largest fall in any hour between two temperatures, °C.

    A range passed in less than an hour counts by its mean rate; one shorter than 100 °C says
    nothing about a rule, and is None.

    Args:
        run: a cooling
        from_c: upper end, °C
        to_c: lower end, °C

    Source: definition; rules of cooling are told by the hour

    >>> from pellak.core.body.cool_given import CoolGiven
    >>> from pellak.core.body.cool import run_cooling
    >>> from pellak.core.body.cool_given import cooling_of
    >>> block = dict(family='grey-iron', shape='block', length_mm=200, width_mm=200, height_mm=200)
    >>> run = run_cooling(cooling_of(CoolGiven(**block, start_c=600)))
    >>> fastest_hour_c_per_h(run, 500, 100) > mean_c_per_h(run, 500, 100) > 0
    True
    """
    begins, ends = run.hours_to(from_c), run.hours_to(to_c)
    if begins is None or ends is None or from_c - to_c < SHORTEST_RANGE_C:
        return None
    if ends - begins <= 1:
        return (from_c - to_c) / (ends - begins)
    starts = [begins, *(h for h in run.hours if begins < h < ends - 1), ends - 1]
    return max((run.at_h(h) or 0.0) - (run.at_h(min(h + 1, run.hours[-1])) or 0.0) for h in starts)


def mean_c_per_h(run: CoolRun, from_c: float, to_c: float) -> float | None:
    """Return the mean fall between two temperatures, °C/h; None where it does not pass both.

    Args:
        run: a cooling
        from_c: upper end, °C
        to_c: lower end, °C

    Source: definition

    >>> from pellak.core.body.cool import run_cooling
    >>> from pellak.core.body.cool_given import CoolGiven, cooling_of
    >>> block = dict(family='grey-iron', shape='block', length_mm=200, width_mm=200, height_mm=200)
    >>> run = run_cooling(cooling_of(CoolGiven(**block, start_c=600)))
    >>> mean_c_per_h(run, 500, 200) > mean_c_per_h(run, 200, 60) > 0
    True
    """
    begins, ends = run.hours_to(from_c), run.hours_to(to_c)
    if begins is None or ends is None or ends <= begins:
        return None
    return (from_c - to_c) / (ends - begins)
