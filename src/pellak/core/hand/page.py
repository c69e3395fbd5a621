"""What the log says of a shop's hands, for people: each puddle planned against timed, who and what
is off and by how much, what has drifted."""

import math
from collections.abc import Sequence

from pellak.core.answer.working import Record
from pellak.core.hand.drift import ALARM_AT, SLACK, Drift, drifts
from pellak.core.hand.fit import Fitted, HandFit
from pellak.core.hand.given import TimedPuddle
from pellak.core.hand.known import predicted_sigma
from pellak.core.hand.timed import seconds_at

NINE_IN_TEN = 1.645
DRIFT_SAYS = (
    "clean it with the right drill and look at the jet, or measure the bore: a bore that cleaning "
    "has worn wider loses jet at the same pressure, and wants a little more of it or a new tip"
)


class PuddlePoint(Record):
    """A timed puddle: what the model's own hand would take, between what the fit of its person,
    torch and metal lets expect nine in ten, what it took; all s.

    `stray` goes against the others; `left_out` is beyond any believable factor, or was timed with
    a tip that had clogged.
    """

    log: int
    model_s: float | None
    low_s: float | None
    high_s: float | None
    timed_s: float
    person: str
    family: str
    stray: bool
    left_out: bool


class FactorLine(Record):
    """The factor of a person, torch or metal among the others alike, and in words what it means."""

    group: str
    name: str
    fitted: Fitted
    says: str


class DriftLine(Record):
    """A tip or torch that has grown slower, what to do about it, and how it was found."""

    group: str
    drift: Drift
    says: str
    how: str


def puddle_points(fit: HandFit) -> list[PuddlePoint]:
    """Return every log of a fit as a point, in seconds."""
    strays, out = set(fit.outliers), set(fit.left_out)
    points = []
    for place, log in enumerate(fit.logs):
        case, metal = log.case(), log.metal().family
        fitted = fit.of(0, metal=metal, torch=log.torch, person=log.person)
        read = fit.reads[place]
        reach = NINE_IN_TEN * predicted_sigma(fitted, read.error if read else 0.0, metal)
        middle = math.log(fitted.factor)
        points.append(
            PuddlePoint(
                log=place,
                model_s=_or_never(seconds_at(case, 0.0)),
                low_s=_or_never(seconds_at(case, middle + reach)),
                high_s=_or_never(seconds_at(case, middle - reach)),
                timed_s=log.puddle_s,
                person=log.person,
                family=metal,
                stray=place in strays,
                left_out=place in out,
            )
        )
    return points


def _or_never(seconds: float) -> float | None:
    return seconds if math.isfinite(seconds) else None


def factor_lines(fit: HandFit) -> list[FactorLine]:
    """Return people, torches and metals with their factors, those that are off first."""
    logs = [fit.logs[n] for n in fit.fitted]
    counts: dict[str, list[str]] = {
        "metal": [log.metal().family for log in logs],
        "torch": [log.torch for log in logs],
        "person": [log.person for log in logs],
    }
    lines = [
        FactorLine(group=group, name=name, fitted=fitted, says=_says(group, fitted))
        for group, name in fit.columns.names
        if group != "all"
        for fitted in [fit.beside(counts[group].count(name), group, name)]
        if fitted is not None
    ]
    return sorted(lines, key=lambda line: -abs(math.log(line.fitted.factor)))


def _says(group: str, fitted: Fitted) -> str:
    """Return a factor in words, against the shop's other hands, torches or metals."""
    percent = abs(fitted.factor - 1) * 100
    if fitted.factor_low <= 1 <= fitted.factor_high or percent < 1:
        return "no different from the others, as far as these logs tell"
    more = "more" if fitted.factor > 1 else "less"
    sooner = "sooner" if fitted.factor > 1 else "later"
    does = {"person": "puts in", "torch": "gives", "metal": "takes up"}[group]
    than = {
        "person": "than the others",
        "torch": "than the others",
        "metal": "than the model has it, beside the other metals",
    }[group]
    return f"{does} some {percent:.0f} % {more} heat {than}: puddles come {sooner}"


def clogged(logs: Sequence[TimedPuddle]) -> set[int]:
    """Return the places of the logs timed with a tip since it grew slower: they tell of the tip,
    not of the hand.

    Args:
        logs: timed puddles, oldest first

    Source: slower from one on: judgement

    >>> clogged([])
    set()
    """
    since = {one.name: one.since for one in drifts(logs, lambda log: log.tip)}
    return {n for n, log in enumerate(logs) if n >= since.get(log.tip, len(logs))}


def drift_lines(logs: Sequence[TimedPuddle], days: Sequence[str]) -> list[DriftLine]:
    """Return the tips and torches that have grown slower, worst first.

    Args:
        logs: in the order they were timed.
        days: the day of each, as it is told.
    """
    found = [
        *(("tip", one) for one in drifts(logs, lambda log: log.tip)),
        *(("torch", one) for one in drifts(logs, lambda log: log.torch)),
    ]
    # One tip that is slow pulls its torch down with it; the tip is what can be cleaned.
    with_tip = {
        log.torch for log in logs if any(g == "tip" and d.name == log.tip for g, d in found)
    }
    lines = [
        DriftLine(
            group=group,
            drift=one,
            says=f"{one.name} has grown slower since {days[one.since]}, some "
            f"{one.less * 100:.0f} % less heat in {one.n} puddles: {DRIFT_SAYS}",
            how=f"Sum of what each puddle was slower than those before it told, less {SLACK:g} "
            f"standard deviations each: {one.sum:.1f}, told from {ALARM_AT:g} on. By chance alone "
            "it is told about once in 300 runs or more.",
        )
        for group, one in found
        if group == "tip" or one.name not in with_tip
    ]
    return sorted(lines, key=lambda line: -line.drift.sum)
