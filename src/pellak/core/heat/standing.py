"""A torch held still: seconds until the face wets, a puddle stands, and the back wets."""

from dataclasses import dataclass

import numpy as np
from scipy.optimize import elementwise

from pellak.core.heat.case import Floats, HeatCases
from pellak.core.heat.plate import FAR_FACE, NEAR_FACE, HeatingHistory

SHORTEST_S = 1e-3
LONGEST_S = 600.0
"""Past ten minutes a torch held still is losing as much as it gives: the answer is never."""
ROOT_TOLERANCE = {"xatol": 1e-4, "xrtol": 0.0, "fatol": 1e-2}


@dataclass(frozen=True)
class StandingTimes:
    """Seconds for each case; NaN inside the core where it never happens."""

    wet_s: Floats
    puddle_s: Floats
    through_s: Floats


def standing_times(cases: HeatCases) -> StandingTimes:
    """Return the times at which a torch held still melts its three marks.

    wet: (0, 0) on the near face; puddle: half a puddle's width to the side; through: (0, 0) on
    the far face. All three are solved for all cases in one bracketing search on ln t.
    """
    count = len(cases)
    still = np.zeros(count)
    stacked = cases.taken(np.tile(np.arange(count), 3))
    beside_m = np.concatenate([still, cases.puddle_half_width_m, still])
    depth = np.repeat([NEAR_FACE, NEAR_FACE, FAR_FACE], count)

    def short_by_k(ln_seconds: Floats, index: Floats) -> Floats:
        chosen = index.astype(np.intp)
        some = stacked.taken(chosen)
        history = HeatingHistory.at(some, np.exp(ln_seconds), depth[chosen])
        return history.rise_beside_k(beside_m[chosen]) - some.molten_rise_k

    found = elementwise.find_root(
        short_by_k,
        (np.log(SHORTEST_S), np.log(LONGEST_S)),
        args=(np.arange(3 * count, dtype=float),),
        tolerances=ROOT_TOLERANCE,
    )
    seconds = np.where(found.success, np.exp(found.x), np.nan)
    return StandingTimes(*np.split(seconds, 3))
