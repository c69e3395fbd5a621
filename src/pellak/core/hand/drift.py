"""Whether a tip or a torch has grown slower: a cumulative sum over what its puddles were off."""

import math
from collections.abc import Callable, Sequence

import numpy as np

from pellak.core.answer.working import Record
from pellak.core.hand.fit import believable, columns_of
from pellak.core.hand.given import TimedPuddle
from pellak.core.hand.timed import factor_of
from pellak.core.heat.case import Floats

TIP_SIGMA = 0.10
"""What a tip gives that its bore does not tell; it is learned first and is no drift."""
SLACK, ALARM_AT = 0.5, 4.0
"""In standard deviations, as the usual chart for a shift of one of them (Page 1954; Montgomery,
Introduction to Statistical Quality Control): on its own a false alarm in some 330 runs."""
MOST_OFF = 2.5
"""A single log counts as no more than this: one stray is no drift."""


class Drift(Record):
    """Something that has grown slower: how far its sum stands in standard deviations, since which
    log (its place in what was given, from 0), what share of its heat it lost, out of how many
    logs since."""

    name: str
    sum: float
    since: int
    less: float
    n: int


class OffBy(Record):
    """How far one log was off what was known before it: in standard deviations, and by logarithm.
    Negative is slower."""

    log: int
    deviations: float
    ln_factor: float


def off_by(logs: Sequence[TimedPuddle]) -> list[OffBy]:
    """Return how far each log was off what the logs before it told, in the order they were timed.

    Each is predicted from those before it alone (Gaussian, one update a log), so that nothing
    that comes later hides it. A log that no believable factor explains says nothing.
    """
    columns = columns_of(logs)
    tips = sorted({log.tip for log in logs if log.tip})
    sigmas = np.concatenate([columns.sigmas, np.full(len(tips), TIP_SIGMA)])
    mean: Floats = np.zeros(len(sigmas))
    covariance: Floats = np.diag(sigmas**2)
    found = []
    for place, log in enumerate(logs):
        read = factor_of(log)
        if read is None or not believable(read):
            continue
        tip = np.array([float(log.tip == one) for one in tips])
        row: Floats = np.concatenate([columns.row_of(log), tip])
        along = covariance @ row
        variance = float(row @ along) + read.error**2
        rest = read.ln_factor - float(row @ mean)
        deviations = rest / math.sqrt(variance)
        found.append(OffBy(log=place, deviations=deviations, ln_factor=rest))
        # A stray moves what is known no further than the most it counts for.
        held = max(-MOST_OFF, min(MOST_OFF, deviations)) * math.sqrt(variance)
        mean = mean + along * (held / variance)
        covariance = covariance - np.outer(along, along) / variance
    return found


def drift_of(name: str, off: Sequence[OffBy]) -> Drift | None:
    """Return the drift of one tip or torch from its own logs in order; None where none shows.

    Once it was seen it stands until the sum is back at nothing: a tip that was cleaned.
    """
    total, since, seen = 0.0, 0, False
    for place, one in enumerate(off):
        held = max(-MOST_OFF, min(MOST_OFF, one.deviations))
        before, total = total, max(0.0, total - held - SLACK)
        if total > 0 and before == 0:
            since = place
        seen = total > 0 and (seen or total > ALARM_AT)
    if not seen:
        return None
    slower = off[since:]
    less = 1 - math.exp(sum(one.ln_factor for one in slower) / len(slower))
    return Drift(name=name, sum=total, since=off[since].log, less=less, n=len(slower))


def drifts(logs: Sequence[TimedPuddle], name_of: Callable[[TimedPuddle], str]) -> list[Drift]:
    """Return what has grown slower among what `name_of` tells of each log; "" is nothing named."""
    by_name: dict[str, list[OffBy]] = {}
    for one in off_by(logs):
        if name := name_of(logs[one.log]):
            by_name.setdefault(name, []).append(one)
    found = [drift_of(name, off) for name, off in sorted(by_name.items())]
    return [one for one in found if one is not None]
