"""A torch held still: seconds until the face wets, a puddle stands, and the back wets."""

from dataclasses import dataclass

import numpy as np

from pellak.core.heat.bracket import CLOSE_ENOUGH, find_crossings
from pellak.core.heat.case import Floats, HeatCases
from pellak.core.heat.edge import beside_edge
from pellak.core.heat.plate import FAR_FACE, NEAR_FACE, HeatingHistory

SHORTEST_S = 1e-3
LONGEST_S = 600.0
"""Past ten minutes a torch held still is losing as much as it gives: the answer is never."""


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
    seconds = _seconds_until_molten(
        cases.taken(np.tile(np.arange(count), 3)),
        beside_m=np.concatenate([still, cases.puddle_half_width_m, still]),
        depth=np.repeat([NEAR_FACE, NEAR_FACE, FAR_FACE], count),
    )
    return StandingTimes(*np.split(seconds, 3))


def puddle_times_s(cases: HeatCases, close_enough: float = CLOSE_ENOUGH) -> Floats:
    """Return only the seconds to a puddle, one a case: all that a rack of tips is judged by.

    `close_enough` is how far, as a share, the rise may miss melting.

    Args:
        cases: plates under their flames, any count
        close_enough: relative miss of melting, above 0

    Source: Carslaw and Jaeger, 10.3: Gaussian sources standing on a plate

    >>> from pellak.core.heat.solve import HeatGiven
    >>> from pellak.core.heat.case import HeatCases
    >>> case = HeatGiven(family='carbon-steel', thickness_mm=1.2, joint='butt',
    ...     acetylene_l_per_h=110).case()
    >>> 0.5 < float(puddle_times_s(HeatCases.of([case]))[0]) < 10
    True
    """
    return _seconds_until_molten(
        cases,
        beside_m=cases.puddle_half_width_m,
        depth=np.full(len(cases), NEAR_FACE),
        close_enough=close_enough,
    )


def _seconds_until_molten(
    cases: HeatCases, *, beside_m: Floats, depth: Floats, close_enough: float = CLOSE_ENOUGH
) -> Floats:
    def share(ln_seconds: Floats) -> Floats:
        history = beside_edge(HeatingHistory.at(cases, np.exp(ln_seconds), depth), cases)
        return history.rise_beside_k(beside_m) / cases.molten_rise_k

    ln_seconds = find_crossings(
        share,
        np.log(SHORTEST_S),
        np.log(LONGEST_S),
        len(cases),
        rising=True,
        close_enough=close_enough,
    )
    return np.exp(ln_seconds)
