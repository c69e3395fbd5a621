"""The fastest hour of a fall: what a rule of so many degrees an hour is held against."""

from pellak.core.body.cooling import CoolRun

SHORTEST_RANGE_C = 100.0


def fastest_hour_c_per_h(run: CoolRun, from_c: float, to_c: float) -> float | None:
    """Return the largest fall in any hour between two temperatures, °C.

    A range passed in less than an hour counts by its mean rate; one shorter than 100 °C says
    nothing about a rule, and is None.
    """
    begins, ends = run.hours_to(from_c), run.hours_to(to_c)
    if begins is None or ends is None or from_c - to_c < SHORTEST_RANGE_C:
        return None
    if ends - begins <= 1:
        return (from_c - to_c) / (ends - begins)
    starts = [begins, *(h for h in run.hours if begins < h < ends - 1), ends - 1]
    return max((run.at_h(h) or 0.0) - (run.at_h(min(h + 1, run.hours[-1])) or 0.0) for h in starts)


def mean_c_per_h(run: CoolRun, from_c: float, to_c: float) -> float | None:
    """Return the mean fall between two temperatures, °C/h; None where it does not pass both."""
    begins, ends = run.hours_to(from_c), run.hours_to(to_c)
    if begins is None or ends is None or ends <= begins:
        return None
    return (from_c - to_c) / (ends - begins)
