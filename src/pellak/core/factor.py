"""What timed runs tell of one factor of the model, and the factor after them: by Bayes."""

import math
from collections.abc import Iterable

from pellak.core.answer.working import Record

LEAST_FACTOR, MOST_FACTOR = 1 / 3, 3.0
"""What would need more is not believed: another piece was timed, or another unit typed."""
SOURCE = "fitted to your log: Bayes' rule on the logarithm of one factor"


class FactorObservation(Record):
    """What one timed run says of a factor: its logarithm, and how far off that may be."""

    ln_factor: float
    error: float


class Factor(Record):
    """A factor after so many runs, and its spread as a logarithm."""

    factor: float
    sigma: float
    runs: int


def posterior(prior_sigma: float, observations: Iterable[FactorObservation]) -> Factor:
    """Return the factor for a prior of 1 with a spread `prior_sigma`, a logarithm, and the runs.

    Source: normal prior and normal errors of the logarithm.

    Args:
        prior_sigma: spread of the prior's logarithm, above 0
        observations: runs, each with its logarithm and error

    >>> posterior(0.2, []).factor, posterior(0.2, []).sigma
    (1.0, 0.2)
    """
    kept = list(observations)
    weight = 1 / prior_sigma**2 + sum(1 / one.error**2 for one in kept)
    mean = sum(one.ln_factor / one.error**2 for one in kept) / weight
    return Factor(factor=math.exp(mean), sigma=1 / math.sqrt(weight), runs=len(kept))
