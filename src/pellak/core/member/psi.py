"""How much of the expansion is upset and stays (psi): known roughly at first, then from rounds.

ln psi starts normal about ln 0.8 with a spread of 0.47 (a factor of 1.6). Each cold reading of the
bow before and after a round tells psi times what psi 1 would have moved, within two reading errors
of 1 mm and 5 % of the move. The posterior is taken on a grid of ln psi: exact for any number of
rounds, with nothing linearised.
"""

import math
from collections.abc import Sequence

import numpy as np

from pellak.core.working import Record

PRIOR_MEDIAN, PRIOR_SPREAD = 0.8, 0.47
READING_MM, READING_SHARE = 1.0, 0.05
SOURCE = "Bayes' rule on a grid; prior from published heat-straightening trials, a factor of 1.6"
_GRID = np.linspace(math.log(PRIOR_MEDIAN) - 6 * PRIOR_SPREAD,
                    math.log(PRIOR_MEDIAN) + 6 * PRIOR_SPREAD, 1201)  # fmt: skip
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


def fitted_psi(moves: Sequence[tuple[float, float]]) -> Psi:
    """Return psi after some rounds.

    Args:
        moves: for each round that was read cold, what psi 1 would have moved the bow, mm, and
            what it moved, mm.
    """
    logs = -0.5 * ((_GRID - math.log(PRIOR_MEDIAN)) / PRIOR_SPREAD) ** 2
    for of_one, moved in moves:
        expected = np.exp(_GRID) * of_one
        error = np.hypot(math.sqrt(2) * READING_MM, READING_SHARE * expected)
        logs = logs - 0.5 * ((moved - expected) / error) ** 2 - np.log(error)
    weights = np.exp(logs - logs.max())
    told = (np.cumsum(weights) - weights / 2) / weights.sum()

    def at(share: float) -> float:
        return math.exp(float(np.interp(share, told, _GRID)))

    return Psi(median=at(0.5), low=at(LOW_SHARE), high=at(HIGH_SHARE))
