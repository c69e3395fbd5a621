"""Phases that hang together, as units: each has one start, and takes people and torches by it."""

from dataclasses import dataclass
from functools import cached_property

from pellak.core.day.given import DayGiven, DayJob, DayPhase

TIP_CHANGE_MIN = 3.0


@dataclass(frozen=True)
class Part:
    """One phase of a unit, so many minutes after the unit's start."""

    phase: DayPhase
    offset_min: float

    @property
    def end_min(self) -> float:
        """Its end after the unit's start."""
        return self.offset_min + self.phase.minutes


@dataclass(frozen=True)
class DayUnit:
    """Phases of one job without a wait between them.

    `follows` are units of the same job that have to have ended, each with the minutes from its
    start to the phase that is waited for.
    """

    key: int
    job: DayJob
    parts: tuple[Part, ...]
    follows: tuple[tuple[int, float], ...]
    pinned_min: float | None = None

    @cached_property
    def tip(self) -> str:
        """The tip its torch carries."""
        return next((part.phase.tip for part in self.parts if part.phase.needs == "torch"), "")

    @cached_property
    def attended(self) -> tuple[float, float] | None:
        """From when to when somebody is at it, after its start; None where nobody is."""
        return _span(self.parts, ("torch", "hands"))

    @cached_property
    def torched(self) -> tuple[float, float] | None:
        """From when to when it holds a torch, after its start."""
        return _span(self.parts, ("torch",))

    @cached_property
    def watched(self) -> tuple[float, float] | None:
        """From when to when somebody has to stay at its place, after its start."""
        return _span(self.parts, ("watch",))

    @cached_property
    def acetylene_l(self) -> float:
        """What it burns."""
        return sum(part.phase.acetylene_l for part in self.parts)

    @cached_property
    def draw_l_per_h(self) -> float:
        """The most acetylene it draws at one time."""
        return max(part.phase.most_draw_l_per_h for part in self.parts)

    @cached_property
    def kept_open_min(self) -> float:
        """Minutes after its start until nobody is needed for it any more."""
        ends = [span[1] for span in (self.attended, self.watched) if span]
        return max(ends, default=0.0)

    @property
    def name(self) -> str:
        """Its phases in words."""
        return ", ".join(part.phase.name for part in self.parts)


def _span(parts: tuple[Part, ...], needs: tuple[str, ...]) -> tuple[float, float] | None:
    ours = [part for part in parts if part.phase.needs in needs and part.phase.minutes > 0]
    if not ours:
        return None
    return min(part.offset_min for part in ours), max(part.end_min for part in ours)


def units_of(given: DayGiven) -> list[DayUnit]:
    """Return the units of every job, in order; each after those it follows."""
    pins = {(pin.job, pin.phase): pin.start_min for pin in given.pins}
    units: list[DayUnit] = []
    for job in given.jobs:
        place_of: dict[str, tuple[int, float]] = {}
        own: list[list[Part]] = []
        follows: list[list[tuple[int, float]]] = []
        first = len(units)
        for at, phase in enumerate(job.phases):
            previous = job.phases[at - 1].name if at else ""
            before = previous if phase.after is None else phase.after
            where = place_of.get(before)
            if where is not None and phase.after_gap_max_min is not None:
                # No later than so much: it is planned at once, which is always soon enough.
                unit, start = where
                own[unit].append(Part(phase, start))
                place_of[phase.name] = (unit, start + phase.minutes)
                continue
            own.append([Part(phase, 0.0)])
            follows.append([(first + where[0], where[1])] if where else [])
            place_of[phase.name] = (len(own) - 1, phase.minutes)
        for at, parts in enumerate(own):
            pinned = [
                pins[job.id, part.phase.name] - part.offset_min
                for part in parts
                if (job.id, part.phase.name) in pins
            ]
            units.append(
                DayUnit(
                    first + at, job, tuple(parts), tuple(follows[at]), min(pinned, default=None)
                )
            )
    return units
