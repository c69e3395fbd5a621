"""One heat question solved whole: the case itself, its range, and the matched flame beside it."""

import math
from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np
from pydantic import Field

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Number, Record
from pellak.core.heat.case import Floats, HeatCase, HeatCases
from pellak.core.heat.gas_rule import rule_flow_l_per_h
from pellak.core.heat.standing import StandingTimes, standing_times
from pellak.core.heat.travel import TravelResult, travel_results
from pellak.core.metal.alloy import heat_family
from pellak.core.metal.composition import Percent
from pellak.core.tables import Family, HeatFamily, Joint, joints

SOLUTIONS_KEPT = 64
"""A job is asked about again and again with its heat unchanged: a length, a school, a name."""


class PieceGiven(Record):
    """The piece as every heat question needs it. Name a family or an alloy."""

    family: Family | None = None
    alloy: str | None = Field(default=None, max_length=60)
    thickness_mm: Number = Field(ge=0.3, le=100)
    joint: Joint = "butt"
    start_c: Number = Field(default=20.0, ge=-40, le=1200)
    hand_factor: Number = Field(default=1.0, ge=0.2, le=5)
    hand_sigma: Number | None = Field(default=None, gt=0, le=1)

    def metal(self) -> HeatFamily:
        """Return the heat constants; the start must be cold enough to be solid."""
        family = heat_family(self.family, self.alloy)
        if self.start_c > family.melting_c - 20:
            raise Refused(
                "start_c",
                self.start_c,
                f"below {say.c(family.melting_c - 20, limit='<')}, where it is solid",
            )
        return family

    def matched_case(self) -> HeatCase:
        """Return this piece under the flame the gas rule asks for."""
        family, paths = self.metal(), joints()[self.joint].heat_paths
        flow = rule_flow_l_per_h(
            family=family, thickness_mm=self.thickness_mm, start_c=self.start_c, heat_paths=paths
        )
        return HeatCase(
            family, self.thickness_mm, flow, self.start_c, paths,
            hand_factor=self.hand_factor, hand_sigma=self.hand_sigma,
        )  # fmt: skip


class HeatGiven(PieceGiven):
    """A piece and the flame on it; with an analysis of the family's steel, mass %, its hardness."""

    acetylene_l_per_h: Number = Field(ge=2, le=20_000)
    orifice_mm: Number | None = Field(default=None, ge=0.1, le=20)
    near_edge_mm: Number | None = Field(default=None, ge=0, le=10_000)
    composition: dict[str, Percent] | None = Field(default=None, max_length=20)

    def case(self) -> HeatCase:
        """Return this piece under this flame."""
        return replace(
            self.matched_case(),
            acetylene_l_per_h=self.acetylene_l_per_h,
            orifice_mm=self.orifice_mm,
            near_edge_mm=self.near_edge_mm,
        )


@dataclass(frozen=True)
class HeatOutcome:
    """Times and travel of one case; None where it never happens."""

    case: HeatCase
    wet_s: float | None
    puddle_s: float | None
    through_s: float | None
    travel: TravelResult | None


@dataclass(frozen=True)
class HeatSolution:
    """The planned case, the same for a cool and a hot hand, and the matched puddle time."""

    expected: HeatOutcome
    cool: HeatOutcome
    hot: HeatOutcome
    matched_puddle_s: float | None


def seconds_or_never(seconds: float) -> float | None:
    """Return the seconds, or None for the NaN that stands for never inside the arrays.

    Args:
        seconds: from the solver, s; NaN for never

    Source: definition

    >>> seconds_or_never(3.0), seconds_or_never(math.nan)
    (3.0, None)
    """
    return None if math.isnan(seconds) else float(seconds)


def _standing(cases: list[HeatCase], matched: HeatCase) -> StandingTimes:
    """Return standing times of the planned, cool and hot hand, and of the matched flame.

    Near an edge the flame past it is partly lost and partly wraps on: the planned time is the
    mean of both, by logarithm; the cool hand loses it all, the hot hand keeps it all.
    """
    times = standing_times(HeatCases.of([*cases, matched]))
    if cases[0].near_edge_mm is None:
        return times
    kept = standing_times(HeatCases.of([replace(c, edge_kept=True) for c in [*cases, matched]]))
    weight = np.array([0.5, 0.0, 1.0, 0.0])

    def between(lost: Floats, wrapped: Floats) -> Floats:
        mixed: Floats = np.exp((1 - weight) * np.log(lost) + weight * np.log(wrapped))
        return np.where(weight == 1.0, wrapped, mixed)

    return StandingTimes(
        between(times.wet_s, kept.wet_s),
        between(times.puddle_s, kept.puddle_s),
        between(times.through_s, kept.through_s),
    )


def solve_heat(given: HeatGiven) -> HeatSolution:
    """Solve a heat question.

    The range puts the hand factor at exp(±sigma) through the whole model, one standard deviation
    of hands and torches, rather than adding a fixed percentage.
    """
    return _solved(given.case(), given.matched_case())


@lru_cache(maxsize=SOLUTIONS_KEPT)
def _solved(case: HeatCase, matched: HeatCase) -> HeatSolution:
    spread = math.exp(case.sigma_ln_hand)
    cases = [
        case,
        replace(case, hand_factor=case.hand_factor / spread),
        replace(case, hand_factor=case.hand_factor * spread),
    ]
    times = _standing(cases, matched)
    travels = travel_results(HeatCases.of(cases), case.family.grain_change_c)
    expected, cool, hot = (
        HeatOutcome(
            case=cases[row],
            wet_s=seconds_or_never(times.wet_s[row]),
            puddle_s=seconds_or_never(times.puddle_s[row]),
            through_s=seconds_or_never(times.through_s[row]),
            travel=travels[row],
        )
        for row in range(3)
    )
    return HeatSolution(expected, cool, hot, seconds_or_never(times.puddle_s[3]))
