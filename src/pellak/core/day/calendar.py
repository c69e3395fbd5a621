"""Who and what is taken when: what a list is placed into, one unit after the other."""

import math
from collections.abc import Iterator
from dataclasses import dataclass, field
from functools import cached_property

from pellak.core.day.given import DayGiven
from pellak.core.day.units import TIP_CHANGE_MIN, DayUnit

TINY_MIN, TINY_L = 1e-6, 1e-6


@dataclass(frozen=True)
class Placed:
    """A unit with its start, minutes since midnight, who is at it and with which torch; who keeps
    watch where it has one."""

    unit: DayUnit
    start_min: float
    who: str = ""
    torch: str = ""
    watcher: str = ""

    def during(self, span: tuple[float, float] | None) -> tuple[float, float] | None:
        """Return a span of the unit as minutes since midnight."""
        return None if span is None else (self.start_min + span[0], self.start_min + span[1])

    @cached_property
    def attended(self) -> tuple[float, float] | None:
        """From when to when somebody is at it."""
        return self.during(self.unit.attended)

    @cached_property
    def torched(self) -> tuple[float, float] | None:
        """From when to when it holds a torch."""
        return self.during(self.unit.torched)

    @cached_property
    def watched(self) -> tuple[float, float] | None:
        """From when to when somebody stays at its place."""
        return self.during(self.unit.watched)

    @property
    def open_until_min(self) -> float:
        """Until when somebody is needed for it."""
        return self.start_min + self.unit.kept_open_min


def _over(one: tuple[float, float] | None, other: tuple[float, float] | None) -> bool:
    if one is None or other is None:
        return False
    return one[0] < other[1] - TINY_MIN and other[0] < one[1] - TINY_MIN


def too_much_at_once(given: DayGiven, one: DayUnit, other: DayUnit) -> bool:
    """Say whether the cylinders do not carry two units' flames at one time."""
    if one.torched is None or other.torched is None or (one.job.begun and other.job.begun):
        return False
    return one.draw_l_per_h + other.draw_l_per_h > given.draw_at_once_l_per_h


@dataclass
class Calendar:
    """What is placed so far, and where the next unit fits."""

    given: DayGiven
    placed: dict[int, Placed] = field(default_factory=dict)
    _at_work: dict[str, list[Placed]] = field(default_factory=dict, init=False)
    _on_watch: dict[str, list[Placed]] = field(default_factory=dict, init=False)

    def __post_init__(self) -> None:
        for placed in self.placed.values():
            self._enter(placed)

    def ready_min(self, unit: DayUnit) -> float | None:
        """Return when a unit can begin at the soonest; None where what it follows is not placed."""
        ready = max(self.given.from_min, unit.job.not_before_min)
        for key, after_min in unit.follows:
            if key not in self.placed:
                return None
            ready = max(ready, self.placed[key].start_min + after_min)
        return ready

    def fits(self, unit: DayUnit) -> Placed | None:
        """Return a unit placed as soon as it fits; None where it does not before closing."""
        ready = self.ready_min(unit)
        if ready is None or self.gas_short_l(unit) > TINY_L:
            return None
        # Where it was put, or as soon after as it can be.
        ready = max(ready, unit.pinned_min or 0.0)
        starts = sorted({ready, *(t for t in self._turns(unit) if t > ready)})
        for start in starts:
            if start + unit.kept_open_min > self.given.closes_min + TINY_MIN:
                if unit.kept_open_min > 0:
                    return None
                # Cooling needs nobody: it may run through the night.
                return Placed(unit, start)
            found = self._at(unit, start)
            if found is not None:
                return found
        return None

    def gas_short_l(self, unit: DayUnit) -> float:
        """Return how much acetylene is missing for a unit beside all that is placed; 0 for none."""
        if self.given.acetylene_l is None or unit.acetylene_l == 0 or unit.job.begun:
            return 0.0
        burnt = sum(one.unit.acetylene_l for one in self.placed.values())
        return max(0.0, burnt + unit.acetylene_l - self.given.acetylene_l)

    def add(self, placed: Placed) -> None:
        """Take a unit up."""
        self.placed[placed.unit.key] = placed
        self._enter(placed)

    def _enter(self, placed: Placed) -> None:
        if placed.attended:
            self._at_work.setdefault(placed.who, []).append(placed)
        if placed.watched:
            self._on_watch.setdefault(placed.watcher, []).append(placed)

    def _turns(self, unit: DayUnit) -> Iterator[float]:
        """Give the moments at which something ends or begins that the unit might fit beside."""
        for other in self.placed.values():
            away = other.unit.job.place != unit.job.place
            if unit.attended:
                if other.attended:
                    yield other.attended[1] - unit.attended[0]
                if other.watched and away:
                    yield other.watched[1] - unit.attended[0]
            if unit.torched and other.torched:
                change = TIP_CHANGE_MIN if other.unit.tip != unit.tip else 0.0
                yield other.torched[1] + change - unit.torched[0]
                if not math.isinf(self.given.draw_at_once_l_per_h):
                    yield other.torched[1] - unit.torched[0]
            if unit.watched and away:
                for busy in (other.attended, other.watched):
                    if busy:
                        yield busy[1] - unit.watched[0]

    def _at(self, unit: DayUnit, start_min: float) -> Placed | None:
        now = Placed(unit, start_min)
        if not self.draw_holds(now):
            return None
        for who in self.given.people if unit.attended else ("",):
            if who and not self._free(now, who):
                continue
            for torch in self.given.torches if unit.torched else ("",):
                if torch and not self._torch_free(now, torch):
                    continue
                for watcher in self._watchers(now, who):
                    return Placed(unit, start_min, who, torch, watcher)
        return None

    def _free(self, now: Placed, who: str) -> bool:
        """Say whether somebody can be at a unit: at nothing else, and watching nowhere else."""
        span, place = now.attended, now.unit.job.place
        return span is None or not (
            any(_over(span, other.attended) for other in self._at_work.get(who, ()))
            or any(
                _over(span, other.watched)
                for other in self._on_watch.get(who, ())
                if other.unit.job.place != place
            )
        )

    def _torch_free(self, now: Placed, torch: str) -> bool:
        span = now.torched
        for other in self.placed.values():
            if other.torch != torch or other.torched is None or span is None:
                continue
            change = TIP_CHANGE_MIN if other.unit.tip != now.unit.tip else 0.0
            if _over((span[0] - change, span[1] + change), other.torched):
                return False
        return True

    def draw_holds(self, now: Placed) -> bool:
        """Say whether the cylinders carry a unit's flame beside those that burn meanwhile."""
        span, most = now.torched, self.given.draw_at_once_l_per_h
        if span is None or now.unit.job.begun or math.isinf(most):
            return True
        beside = [
            (other.torched, other.unit.draw_l_per_h)
            for other in self.placed.values()
            if other.torched and _over(span, other.torched)
        ]
        moments = [span[0], *(begins for (begins, _), _ in beside if begins > span[0])]
        for moment in moments:
            drawn = [draw for (begins, ends), draw in beside if begins <= moment < ends - TINY_MIN]
            # A flame that is too much by itself is for its own plan to say.
            if drawn and now.unit.draw_l_per_h + sum(drawn) > most:
                return False
        return True

    def _watchers(self, now: Placed, who: str) -> Iterator[str]:
        """Give who can keep a unit's watch: nobody who is busy at another place meanwhile."""
        if now.watched is None:
            yield ""
            return
        # Whoever did it stays beside it, where that is possible.
        for name in sorted(self.given.people, key=lambda one: one != who):
            if self._can_watch(now, name):
                yield name

    def _can_watch(self, now: Placed, name: str) -> bool:
        span, place = now.watched, now.unit.job.place
        taken = [
            *((other, other.attended) for other in self._at_work.get(name, ())),
            *((other, other.watched) for other in self._on_watch.get(name, ())),
        ]
        return not any(_over(span, busy) for other, busy in taken if other.unit.job.place != place)
