"""The hand reckoner: one factor from many puddles, shared out to metals, torches and people."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from pellak.core.hand.given import HandGiven, TimedPuddle
from pellak.core.hand.timed import FactorRead, factor_of
from pellak.core.heat.case import Floats
from pellak.core.tables import heat_families
from pellak.core.working import Answer, Reckoner, Record, Working

PRIOR_SIGMA, TORCH_SIGMA, PERSON_SIGMA = 0.20, 0.15, 0.15
LEAST_FITTED, MOST_FITTED = 1 / 3, 3.0
STRAY_AT, PASSES = 3.0, 2
STRAY_WEIGHT = 0.5
"""A log that weighs less than this against the others is named."""
SOURCE = (
    "normal priors on the logarithm of the factor: 0.20 for all, 0.15 a torch, 0.15 a person, a "
    "metal by its table row; one ridge system, heavy tails weighed down (Rousseeuw and Leroy)"
)


class Fitted(Record):
    """A factor with its band, one standard deviation of its logarithm either way, and its logs."""

    factor: float
    factor_low: float
    factor_high: float
    n: int


class HandValues(Fitted):
    """The factor asked for, and those of each metal, torch and person for everybody else alike.

    `outliers` are logs that go against the others, `left_out` those no believable factor explains,
    both by their place in what was given, from 0.
    """

    by_metal: dict[str, Fitted]
    by_torch: dict[str, Fitted]
    by_person: dict[str, Fitted]
    outliers: list[int]
    left_out: list[int]


class HandAnswer(Answer):
    """Answer of the hand reckoner."""

    values: HandValues


@dataclass(frozen=True)
class _Columns:
    """Which unknown stands in which column: all, then metals, torches, people."""

    names: tuple[tuple[str, str], ...]
    sigmas: Floats

    def row(self, **groups: str) -> Floats:
        """Return the row of a log, or of whose factor is wanted."""
        wanted = {("all", ""), *groups.items()}
        return np.array([float(name in wanted) for name in self.names])


def _columns(logs: Sequence[TimedPuddle]) -> _Columns:
    metals = sorted({log.metal().family for log in logs})
    torches = sorted({log.torch for log in logs if log.torch})
    people = sorted({log.person for log in logs if log.person})
    names = [
        ("all", ""), *(("metal", one) for one in metals), *(("torch", one) for one in torches),
        *(("person", one) for one in people),
    ]  # fmt: skip
    sigmas = [
        PRIOR_SIGMA, *(heat_families()[one].sigma_ln_hand for one in metals),
        *(TORCH_SIGMA for _ in torches), *(PERSON_SIGMA for _ in people),
    ]  # fmt: skip
    return _Columns(tuple(names), np.array(sigmas))


def _row(columns: _Columns, log: TimedPuddle) -> Floats:
    return columns.row(metal=log.metal().family, torch=log.torch, person=log.person)


def _solve(
    rows: Floats, y: Floats, errors: Floats, weights: Floats, sigmas: Floats
) -> tuple[Floats, Floats]:
    """Return the posterior mean and covariance of every unknown."""
    held = weights / errors**2
    system = rows.T @ (held[:, None] * rows) + np.diag(1 / sigmas**2)
    covariance: Floats = np.asarray(np.linalg.inv(system), dtype=np.float64)
    mean: Floats = covariance @ (rows.T @ (held * y))
    return mean, covariance


def reckon_hand(given: HandGiven) -> HandAnswer:
    """Return the factor of a hand, a torch, a metal, from puddles that were timed.

    Dimensionless, 1 as the model has it; s, mm, L/h, °C in. Valid for factors of 0.2 to 5; those
    beyond a third and three are kept out of the fit. Source: normal priors and a Gaussian
    posterior of the logarithm, solved as one ridge system. Raises Refused for a piece the heat
    model does not hold for.
    """
    read = [factor_of(log) for log in given.logs]
    fitted = [n for n, one in enumerate(read) if one is not None and _believable(one)]
    left_out = sorted(set(range(len(read))) - set(fitted))
    logs = [given.logs[n] for n in fitted]
    columns = _columns(given.logs)
    rows = np.array([_row(columns, log) for log in logs]).reshape(len(logs), len(columns.names))
    reads = [one for one in read if one is not None and _believable(one)]
    y = np.array([one.ln_factor for one in reads])
    errors = np.array([one.error for one in reads])
    told = np.array([log.weight for log in logs])
    mean, covariance = _solve(rows, y, errors, told, columns.sigmas)
    tails = np.ones_like(y)
    for _ in range(PASSES):
        off = (y - rows @ mean) / (STRAY_AT * errors)
        tails = 1 / (1 + off**2)
        mean, covariance = _solve(rows, y, errors, told * tails, columns.sigmas)

    def of(row: Floats, n: int) -> Fitted:
        middle, sigma = float(row @ mean), math.sqrt(float(row @ covariance @ row))
        return Fitted(
            factor=math.exp(middle), factor_low=math.exp(middle - sigma),
            factor_high=math.exp(middle + sigma), n=n,
        )  # fmt: skip

    def each(group: str, names: Sequence[str]) -> dict[str, Fitted]:
        return {
            name: of(columns.row(**{group: name}), sum(name == one for one in names))
            for kind, name in columns.names
            if kind == group
        }

    wanted = of(columns.row(metal=given.family, torch=given.torch, person=given.person), len(logs))
    values = HandValues(
        **wanted.model_dump(),
        by_metal=each("metal", [log.metal().family for log in logs]),
        by_torch=each("torch", [log.torch for log in logs]),
        by_person=each("person", [log.person for log in logs]),
        outliers=[n for n, tail in zip(fitted, tails, strict=True) if tail < STRAY_WEIGHT],
        left_out=left_out,
    )
    return HandAnswer(values=values, working=[_working(values)])


def _believable(one: FactorRead) -> bool:
    return math.log(LEAST_FITTED) <= one.ln_factor <= math.log(MOST_FITTED)


def _working(values: HandValues) -> Working:
    return Working(
        name="factor", value=values.factor, low=values.factor_low, high=values.factor_high,
        formula="exp(mean of all + metal + torch + person)",
        inserted=f"{values.n} puddles, {len(values.outliers)} of them stray", source=SOURCE,
        note=f"{len(values.left_out)} left out" if values.left_out else "",
    )  # fmt: skip


HAND = Reckoner(
    "hand",
    "Is this hand, torch or metal hotter than the model?",
    HandGiven,
    HandAnswer,
    reckon_hand,
)
