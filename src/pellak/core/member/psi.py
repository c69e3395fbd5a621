"""How much of the expansion is upset and stays (psi): known roughly at first, then from rounds.

ln psi starts normal about ln 0.8 with a spread of 0.47 (a factor of 1.6). Each cold reading of the
bow before and after a round tells psi times what psi 1 would have moved, within two reading errors
of 1 mm and 5 % of the move. The posterior is taken on a grid of ln psi: exact for any number of
rounds, with nothing linearised.

Members of one section, straightened in one shop, are alike: about a psi of the shop's own each lies
within a fifth or so. What earlier members told of the shop's psi is the prior of the next.
"""

import math
from collections.abc import Sequence

import numpy as np

from pellak.core.answer.working import Record
from pellak.core.heat.case import Floats

PRIOR_MEDIAN, PRIOR_SPREAD = 0.8, 0.47
ALIKE_SPREAD = 0.2
"""Spread of ln psi between members of one section in one shop: an estimate."""
READING_MM, READING_SHARE = 1.0, 0.05
SOURCE = "Bayes' rule on a grid; prior from published heat-straightening trials, a factor of 1.6"
_GRID = np.linspace(math.log(PRIOR_MEDIAN) - 6 * PRIOR_SPREAD,
                    math.log(PRIOR_MEDIAN) + 6 * PRIOR_SPREAD, 1201)  # fmt: skip
TINY = 1e-300
LOW_SHARE, HIGH_SHARE = 0.1587, 0.8413
"""One spread to either side."""


CAUTIOUS_SPREADS = 2.0


class Psi(Record):
    """psi: its median, and one spread to either side."""

    median: float
    low: float
    high: float

    @property
    def cautious(self) -> float:
        """What psi stays under 39 times in 40."""
        return self.median * math.pow(self.high / self.median, CAUTIOUS_SPREADS)


Moves = Sequence[tuple[float, float]]
"""For each round read cold: what psi 1 would have moved the bow, mm, and what it moved, mm."""


def _ln_likelihood(moves: Moves, grid: Floats) -> Floats:
    """Return the logarithm of how well each ln psi of a grid fits some rounds."""
    logs = np.zeros(len(grid))
    for of_one, moved in moves:
        expected = np.exp(grid) * of_one
        error = np.hypot(math.sqrt(2) * READING_MM, READING_SHARE * expected)
        logs = logs - 0.5 * ((moved - expected) / error) ** 2 - np.log(error)
    return logs


def _prior(earlier: Sequence[Moves]) -> Floats:
    """Return the logarithm of the prior on the grid, after members of the same section."""
    if not earlier:
        return -0.5 * ((_GRID - math.log(PRIOR_MEDIAN)) / PRIOR_SPREAD) ** 2
    # The shop's own ln psi, on every sixth place of the grid; members scatter about it.
    shop = _GRID[::6]
    between = math.sqrt(PRIOR_SPREAD**2 - ALIKE_SPREAD**2)
    logs = -0.5 * ((shop - math.log(PRIOR_MEDIAN)) / between) ** 2
    near = np.exp(-0.5 * ((shop[:, None] - shop[None, :]) / ALIKE_SPREAD) ** 2)
    for moves in earlier:
        fits = _ln_likelihood(moves, shop)
        logs = logs + np.log(near @ np.exp(fits - fits.max()) + TINY)
    of_shop = np.exp(logs - logs.max())
    scatter = np.exp(-0.5 * ((_GRID[:, None] - shop[None, :]) / ALIKE_SPREAD) ** 2)
    prior: Floats = np.log(scatter @ of_shop + TINY)
    return prior


def fitted_psi(moves: Moves, earlier: Sequence[Moves] = ()) -> Psi:
    """Return psi after some rounds, and after the rounds of earlier members like this one."""
    logs = _prior(earlier) + _ln_likelihood(moves, _GRID)
    weights = np.exp(logs - logs.max())
    cumulative = (np.cumsum(weights) - weights / 2) / weights.sum()

    def at(share: float) -> float:
        return math.exp(float(np.interp(share, cumulative, _GRID)))

    return Psi(median=at(0.5), low=at(LOW_SHARE), high=at(HIGH_SHARE))
