"""The flow ladder: this piece's flow and the flows at which its puddle can be steered."""

from dataclasses import replace
from functools import lru_cache

import numpy as np

from pellak.core.answer.working import Record
from pellak.core.heat.case import HeatCase, HeatCases
from pellak.core.heat.standing import puddle_times_s
from pellak.core.heat.verdict import puddle_verdict

RUNGS = 25
CLOSE_ENOUGH = 5e-3
"""Miss of the melting rise: finer than the rungs stand apart."""
LEAST_RATIO, GREATEST_RATIO = 1 / 6, 2.0
"""How far below and above the planned flow is looked at. Above twice, a wider flame hides the heat
that a hand feels: the model would call steerable what nobody could hold on thin sheet."""


class FlowLadder(Record):
    """Flows on a log axis, L/h of acetylene; null where no flow looked at is steerable."""

    wanted_l_per_h: float
    steerable_low_l_per_h: float | None
    steerable_high_l_per_h: float | None


@lru_cache(maxsize=64)
def flow_ladder(matched: HeatCase, wanted_l_per_h: float, matched_s: float | None) -> FlowLadder:
    """Return where on the flow axis this piece's puddle is steerable, each flow on its own bore.

    Solved on 25 flows from a sixth of the planned one to twice it, good to about 10 %.

    Args:
        matched: the piece under the planned flow
        wanted_l_per_h: acetylene, L/h
        matched_s: its seconds to a puddle, None for never

    Source: Carslaw and Jaeger, 10.3: Gaussian sources standing on a plate

    >>> from pellak.core.heat.solve import HeatGiven
    >>> case = HeatGiven(family='carbon-steel', thickness_mm=1.2, joint='butt',
    ...     acetylene_l_per_h=110).case()
    >>> flow_ladder(case, 110.0, 2.5) is not None
    True
    """
    flows = matched.acetylene_l_per_h * np.geomspace(LEAST_RATIO, GREATEST_RATIO, RUNGS)
    cases = HeatCases.of([replace(matched, acetylene_l_per_h=float(flow)) for flow in flows])
    steerable = [
        float(flow)
        for flow, seconds in zip(flows, puddle_times_s(cases, CLOSE_ENOUGH), strict=True)
        if puddle_verdict(
            matched.family.family,
            matched.thickness_mm,
            None if np.isnan(seconds) else float(seconds),
            matched_s,
        ).verdict
        == "steerable"
    ]
    return FlowLadder(
        wanted_l_per_h=wanted_l_per_h,
        steerable_low_l_per_h=min(steerable) if steerable else None,
        steerable_high_l_per_h=max(steerable) if steerable else None,
    )
