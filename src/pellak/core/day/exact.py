"""The best plan there is: a mixed-integer program over starts, people, torches and orders."""

import math
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from pellak.core.day.calendar import Calendar, Placed, too_much_at_once
from pellak.core.day.given import A_DAY_MIN, DayGiven
from pellak.core.day.greedy import DayPlan, weight
from pellak.core.day.units import TIP_CHANGE_MIN, DayUnit, units_of

MOST_JOBS = 12
"""More are left to the list: nothing is proved of them in seconds."""
JOB_WORTH_MIN = 3000.0
"""Doing a job outweighs any ending of the day."""
PIN_MINUTE_WORTH_MIN = 20.0
"""And so does every minute by which a pin slips, the day's end by twenty."""
OPTIMAL = 0
FOLLOWS_FAR_MIN = 4 * A_DAY_MIN
Term = tuple[int, float]
Floats = NDArray[np.float64]


@dataclass
class _Program:
    """Columns and rows as they are written down."""

    low: list[float] = field(default_factory=list)
    high: list[float] = field(default_factory=list)
    whole: list[bool] = field(default_factory=list)
    cost: list[float] = field(default_factory=list)
    rows: list[tuple[list[Term], float]] = field(default_factory=list)

    def column(self, low: float, high: float, *, whole: bool = False, cost: float = 0.0) -> int:
        self.low.append(low)
        self.high.append(high)
        self.whole.append(whole)
        self.cost.append(cost)
        return len(self.low) - 1

    def choice(self) -> int:
        return self.column(0, 1, whole=True)

    def at_least(self, terms: list[Term], bound: float) -> None:
        """Write that a sum is no less than a bound."""
        self.rows.append((terms, bound))

    def exactly(self, terms: list[Term], value: float) -> None:
        self.at_least(terms, value)
        self.at_least([(at, -share) for at, share in terms], -value)

    def solved(self, seconds: float) -> tuple[Floats, bool] | None:
        # Half a second to load, and only a day asks for it.
        from scipy.optimize import Bounds, LinearConstraint, milp
        from scipy.sparse import csr_array

        parts = [(n, at, share) for n, (terms, _) in enumerate(self.rows) for at, share in terms]
        rows, columns, shares = zip(*parts, strict=True)
        matrix = csr_array((shares, (rows, columns)), shape=(len(self.rows), len(self.low)))
        bounds = np.array([bound for _, bound in self.rows])
        found = milp(
            np.array(self.cost), integrality=np.array(self.whole, dtype=int),
            bounds=Bounds(np.array(self.low), np.array(self.high)),
            constraints=LinearConstraint(matrix, bounds, np.inf),
            options={"time_limit": seconds, "mip_rel_gap": 0.0},
        )  # fmt: skip
        if found.x is None:
            return None
        return found.x, found.status == OPTIMAL


@dataclass(frozen=True)
class Proved:
    """A plan of the program, and whether nothing better is possible."""

    plan: DayPlan
    optimal: bool


class _Day:
    """The program of one day, and how its columns are read back."""

    def __init__(self, given: DayGiven, known: DayPlan) -> None:
        self.given, self.units = given, units_of(given)
        self.program = _Program()
        longest = max((unit.kept_open_min for unit in self.units), default=0.0)
        self.far_min = given.closes_min - given.from_min + longest + 2 * TIP_CHANGE_MIN
        # A unit nobody is needed for may run past closing, and is no reason to leave a job.
        self.start = [self._start(unit) for unit in self.units]
        self.done = [self._done(unit) for unit in self.units]
        self.last = self.program.column(given.from_min, given.closes_min, cost=1.0)
        self.who = [self._one_of(given.people, unit.attended) for unit in self.units]
        self.torch = [self._one_of(given.torches, unit.torched) for unit in self.units]
        self.watcher = [self._one_of(given.people, unit.watched) for unit in self.units]
        for unit in self.units:
            self._single(unit)
        for at, one in enumerate(self.units):
            for other in self.units[at + 1 :]:
                self._apart(one, other)
        self._gas_holds()
        self._no_sooner()
        # No worse than what is known already, where that does every job.
        pinned = any(unit.pinned_min is not None for unit in self.units)
        if not pinned and not any(unit.kept_open_min > 0 for unit in known.left):
            self.program.at_least([(self.last, -1.0)], -known.done_min - 1e-6)

    def _gas_holds(self) -> None:
        """Write down that the cylinders hold what is burnt; what is under way burns anyway."""
        if self.given.acetylene_l is None:
            return
        burning = sum(unit.acetylene_l for unit in self.units if unit.job.begun)
        burnt = [
            (self.done[unit.key], -unit.acetylene_l)
            for unit in self.units
            if unit.acetylene_l > 0 and not unit.job.begun
        ]
        if burnt:
            self.program.at_least(burnt, -max(0.0, self.given.acetylene_l - burning))

    def _no_sooner(self) -> None:
        """Write down that the day is no shorter than its work: orders alone do not show it."""
        attended = [(unit, unit.attended) for unit in self.units]
        torched = [(unit, unit.torched) for unit in self.units]
        for count, spans in (
            (len(self.given.people), attended),
            (len(self.given.torches), torched),
        ):
            taken = [(unit, span) for unit, span in spans if span]
            if not taken:
                continue
            tail = min(unit.kept_open_min - span[1] for unit, span in taken)
            shares = [(self.done[unit.key], -(span[1] - span[0]) / count) for unit, span in taken]
            self.program.at_least([(self.last, 1.0), *shares], self.given.from_min + tail)

    def _start(self, unit: DayUnit) -> int:
        low = max(self.given.from_min, unit.job.not_before_min)
        high = self.given.closes_min - unit.kept_open_min if unit.kept_open_min else 3 * A_DAY_MIN
        low = max(low, unit.pinned_min or 0.0)
        slips = PIN_MINUTE_WORTH_MIN if unit.pinned_min is not None else 0.0
        return self.program.column(low, max(low, high), cost=slips)

    def _done(self, unit: DayUnit) -> int:
        """Return the column that says whether a unit is done today."""
        late = (
            unit.kept_open_min > 0
            and self.program.low[self.start[unit.key]] + unit.kept_open_min > self.given.closes_min
        )
        worth = weight(unit.job) * JOB_WORTH_MIN if unit.kept_open_min > 0 else 1.0
        return self.program.column(0, 0 if late else 1, whole=True, cost=-worth)

    def _one_of(self, names: list[str], span: tuple[float, float] | None) -> list[int]:
        return [self.program.choice() for _ in names] if span else []

    def _single(self, unit: DayUnit) -> None:
        """Write down what holds for a unit alone."""
        program, at = self.program, unit.key
        for choices in (self.who[at], self.torch[at], self.watcher[at]):
            if choices:
                program.exactly([(one, 1.0) for one in choices] + [(self.done[at], -1.0)], 0.0)
        for key, after_min in unit.follows:
            program.at_least([(self.done[key], 1.0), (self.done[at], -1.0)], 0.0)
            program.at_least(
                [
                    (self.start[at], 1.0),
                    (self.start[key], -1.0),
                    (self.done[at], -FOLLOWS_FAR_MIN),
                ],
                after_min - FOLLOWS_FAR_MIN,
            )
        if unit.kept_open_min > 0:
            program.at_least(
                [(self.last, 1.0), (self.start[at], -1.0), (self.done[at], -self.far_min)],
                unit.kept_open_min - self.far_min,
            )

    def _apart(self, one: DayUnit, other: DayUnit) -> None:
        """Write down that two units do not take the same person, torch or eyes at once."""
        if any(key == one.key for key, _ in other.follows):
            ends = [span[1] for span in (one.attended, one.torched, one.watched) if span]
            if all(gap >= end for _, gap in other.follows for end in ends):
                return
        # One person does one thing after the other: then one order of two units orders all of it.
        alone = len(self.given.people) == 1 and _at_once(one) and _at_once(other)
        first = self.program.choice() if alone else None
        self._ordered(
            one, other, one.attended, other.attended, self.who[one.key], self.who[other.key],
            first=first,
        )  # fmt: skip
        change = TIP_CHANGE_MIN if one.tip != other.tip else 0.0
        self._ordered(
            one, other, one.torched, other.torched, self.torch[one.key], self.torch[other.key],
            change, first,
        )  # fmt: skip
        if too_much_at_once(self.given, one, other):
            self._ordered(
                one, other, one.torched, other.torched, [self.done[one.key]],
                [self.done[other.key]], first=first,
            )  # fmt: skip
        if one.job.place == other.job.place:
            return
        eyes = self.watcher
        self._ordered(
            one, other, one.watched, other.attended, eyes[one.key], self.who[other.key],
            first=first,
        )  # fmt: skip
        self._ordered(
            one, other, one.attended, other.watched, self.who[one.key], eyes[other.key],
            first=first,
        )  # fmt: skip
        self._ordered(
            one, other, one.watched, other.watched, eyes[one.key], eyes[other.key],
            first=first,
        )  # fmt: skip

    def _ordered(
        self, one: DayUnit, other: DayUnit,
        mine: tuple[float, float] | None, its: tuple[float, float] | None,
        my_choices: list[int], its_choices: list[int], between_min: float = 0.0,
        first: int | None = None,
    ) -> None:  # fmt: skip
        """Write down that one span ends before the other begins where both have the same choice.

        `first` is the column that says which of them, where there is one already.
        """
        if mine is None or its is None:
            return
        program, far = self.program, self.far_min
        if first is None:
            first = program.choice()
        s, t = self.start[one.key], self.start[other.key]
        for a, b in zip(my_choices, its_choices, strict=True):
            program.at_least(
                [(t, 1.0), (s, -1.0), (first, -far), (a, -far), (b, -far)],
                mine[1] - its[0] + between_min - 3 * far,
            )
            program.at_least(
                [(s, 1.0), (t, -1.0), (first, far), (a, -far), (b, -far)],
                its[1] - mine[0] + between_min - 2 * far,
            )

    def plan(self, seconds: float) -> Proved | None:
        """Return the program's plan; None where it found none in so many seconds, s."""
        found = self.program.solved(seconds)
        if found is None:
            return None
        x, optimal = found
        placed: dict[int, Placed] = {}
        left: list[DayUnit] = []
        for unit in self.units:
            if x[self.done[unit.key]] < 0.5 or any(key not in placed for key, _ in unit.follows):
                left.append(unit)
                continue
            start = float(x[self.start[unit.key]])
            if unit.kept_open_min == 0:
                # Nothing makes it wait: it begins as soon as what it follows has ended.
                ends = [placed[key].start_min + after for key, after in unit.follows]
                start = max([self.program.low[self.start[unit.key]], *ends])
            placed[unit.key] = Placed(
                unit, start,
                self._named(self.given.people, self.who[unit.key], x),
                self._named(self.given.torches, self.torch[unit.key], x),
                self._named(self.given.people, self.watcher[unit.key], x),
            )  # fmt: skip
        return Proved(DayPlan(placed, tuple(left)), optimal)

    @staticmethod
    def _named(names: list[str], choices: list[int], x: Floats) -> str:
        return next((name for name, at in zip(names, choices, strict=False) if x[at] > 0.5), "")


def _at_once(unit: DayUnit) -> bool:
    """Say whether a unit's watch, where it has one, begins as soon as nobody is at it any more."""
    if unit.watched is None or unit.attended is None:
        return unit.watched is None
    return unit.watched[0] <= unit.attended[1]


def proved(given: DayGiven, known: DayPlan) -> Proved | None:
    """Return the best plan there is, better or equal to a known one; None where none was found in
    time. Source: HiGHS branch and bound, through scipy."""
    if not given.jobs or len(given.jobs) > MOST_JOBS:
        return None
    found = _Day(given, known).plan(math.ceil(10 * given.seconds) / 10)
    if found is None or not _draw_holds(given, found.plan):
        return None
    return found


def _draw_holds(given: DayGiven, plan: DayPlan) -> bool:
    """Say whether the cylinders carry all flames at once: the program weighs them two by two."""
    return all(
        Calendar(
            given, {key: other for key, other in plan.placed.items() if key != one.unit.key}
        ).draw_holds(one)
        for one in plan.placed.values()
        if one.torched
    )
