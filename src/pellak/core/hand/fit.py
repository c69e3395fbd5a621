"""One small ridge system: what all, each metal, each torch and each person give of a factor."""

import math
from collections.abc import Collection, Sequence
from dataclasses import dataclass

import numpy as np

from pellak.core.answer.working import Record
from pellak.core.hand.given import TimedPuddle
from pellak.core.hand.timed import FactorRead, factor_of
from pellak.core.heat.case import Floats
from pellak.core.tables import heat_families

PRIOR_SIGMA, TORCH_SIGMA, PERSON_SIGMA = 0.20, 0.15, 0.15
LEAST_FITTED, MOST_FITTED = 1 / 3, 3.0
STRAY_AT, PASSES = 3.0, 2
STRAY_WEIGHT = 0.5
"""A log that weighs less than this against the others is named."""


class Fitted(Record):
    """A factor with its band, one standard deviation of its logarithm either way, and its logs."""

    factor: float
    factor_low: float
    factor_high: float
    n: int

    @property
    def sigma(self) -> float:
        """Standard deviation of the factor's logarithm."""
        return math.log(self.factor_high / self.factor_low) / 2


@dataclass(frozen=True)
class Columns:
    """Which unknown stands in which column: all, then metals, torches, people."""

    names: tuple[tuple[str, str], ...]
    sigmas: Floats

    def row(self, **groups: str) -> Floats:
        """Return the row of a log, or of whose factor is wanted."""
        wanted = {("all", ""), *groups.items()}
        return np.array([float(name in wanted) for name in self.names])

    def row_of(self, log: TimedPuddle) -> Floats:
        """Return the row of a log."""
        return self.row(metal=log.metal().family, torch=log.torch, person=log.person)


def columns_of(logs: Sequence[TimedPuddle]) -> Columns:
    """Return the unknowns that some logs have something to say of."""
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
    return Columns(tuple(names), np.array(sigmas))


def solved(
    rows: Floats, y: Floats, errors: Floats, weights: Floats, sigmas: Floats
) -> tuple[Floats, Floats]:
    """Return the posterior mean and covariance of every unknown.

    Dimensionless: `rows` say which unknowns a log holds, `y` is the logarithm of its factor,
    `errors` its standard error, `weights` how far it counts, `sigmas` the priors.

    Args:
        rows: (logs, unknowns) which unknowns a log holds
        y: (logs,) logarithm of its factor
        errors: (logs,) standard error of it
        weights: (logs,) how far it counts, 0 to 1
        sigmas: (unknowns,) spread of each prior

    Source: normal equations with a normal prior at 0

    >>> one = np.ones(1)
    >>> mean, covariance = solved(np.ones((1, 1)), 0.2 * one, 0.1 * one, one, 0.1 * one)
    >>> round(float(mean[0]), 3), round(float(covariance[0, 0]), 4)
    (0.1, 0.005)
    """
    held = weights / errors**2
    system = rows.T @ (held[:, None] * rows) + np.diag(1 / sigmas**2)
    covariance: Floats = np.asarray(np.linalg.inv(system), dtype=np.float64)
    mean: Floats = covariance @ (rows.T @ (held * y))
    return mean, covariance


@dataclass(frozen=True)
class HandFit:
    """What some logs tell of every hand, torch and metal among them.

    `reads` are the factors read off them, None where none explains a log; `fitted` the places of
    those that count, `tails` their weights against strays.
    """

    logs: Sequence[TimedPuddle]
    reads: Sequence[FactorRead | None]
    fitted: Sequence[int]
    columns: Columns
    mean: Floats
    covariance: Floats
    tails: Floats

    def of(self, n: int, **groups: str) -> Fitted:
        """Return the factor of a metal, torch, person, or of several of them together."""
        row = self.columns.row(**groups)
        # A group no log spoke of is as wide as such a group may be.
        unknown = [
            sigma for group, sigma in (("torch", TORCH_SIGMA), ("person", PERSON_SIGMA))
            if groups.get(group) and (group, groups[group]) not in self.columns.names
        ]  # fmt: skip
        if (metal := groups.get("metal")) and ("metal", metal) not in self.columns.names:
            unknown.append(heat_families()[metal].sigma_ln_hand)
        return self._fitted(row, n, sum(one**2 for one in unknown))

    def together(self) -> Fitted:
        """Return what all logs give together, each with its own metal, torch and person."""
        rows = [self.columns.row_of(self.logs[n]) for n in self.fitted]
        row = np.mean(rows, axis=0) if rows else self.columns.row()
        return self._fitted(row, len(rows), 0.0)

    def beside(self, n: int, group: str, name: str) -> Fitted | None:
        """Return what one metal, torch or person gives against the others of its sort; None where
        there is no other."""
        others = [at for at, one in enumerate(self.columns.names) if one[0] == group]
        at = self.columns.names.index((group, name))
        others.remove(at)
        if not others:
            return None
        row = np.zeros(len(self.columns.names))
        row[at], row[others] = 1.0, -1.0 / len(others)
        return self._fitted(row, n, 0.0)

    def _fitted(self, row: Floats, n: int, unknown: float) -> Fitted:
        middle = float(row @ self.mean)
        sigma = math.sqrt(float(row @ self.covariance @ row) + unknown)
        return Fitted(
            factor=math.exp(middle), factor_low=math.exp(middle - sigma),
            factor_high=math.exp(middle + sigma), n=n,
        )  # fmt: skip

    @property
    def outliers(self) -> list[int]:
        """The places of the logs that go against the others."""
        return [n for n, tail in zip(self.fitted, self.tails, strict=True) if tail < STRAY_WEIGHT]

    @property
    def left_out(self) -> list[int]:
        """The places of the logs that no believable factor explains."""
        return sorted(set(range(len(self.logs))) - set(self.fitted))


def fit_hand(logs: Sequence[TimedPuddle], apart: Collection[int] = ()) -> HandFit:
    """Return the fit of some logs; none at all leave every factor at 1 and its priors.

    Args:
        logs: the puddles.
        apart: places of logs that do not count: timed with a tip that had clogged.

    Source: Gaussian errors of a logarithm with Gaussian priors: linear regression

    >>> fit_hand([], set()).fitted
    []
    """
    reads = [factor_of(log) for log in logs]
    read = [
        (n, one)
        for n, one in enumerate(reads)
        if one is not None and believable(one) and n not in apart
    ]
    fitted, counted = [n for n, _ in read], [one for _, one in read]
    columns = columns_of(logs)
    rows = np.array([columns.row_of(logs[n]) for n in fitted])
    rows = rows.reshape(len(fitted), len(columns.names))
    y = np.array([one.ln_factor for one in counted])
    errors = np.array([one.error for one in counted])
    weights = np.array([logs[n].weight for n in fitted])
    mean, covariance = solved(rows, y, errors, weights, columns.sigmas)
    tails = np.ones_like(y)
    for _ in range(PASSES):
        off = (y - rows @ mean) / (STRAY_AT * errors)
        tails = 1 / (1 + off**2)
        mean, covariance = solved(rows, y, errors, weights * tails, columns.sigmas)
    return HandFit(logs, reads, fitted, columns, mean, covariance, tails)


def believable(one: FactorRead) -> bool:
    """Return whether a factor lies between a third and three."""
    return math.log(LEAST_FITTED) <= one.ln_factor <= math.log(MOST_FITTED)
