"""What a day is made of: jobs in phases, people, torches, the hours the shop is open."""

import math
from typing import Literal, Self

from pydantic import Field, model_validator

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Number, Record
from pellak.core.gas.cylinders import CONTINUOUS_SHARE, SHORT_SHARE

Needs = Literal["torch", "hands", "watch", "none"]
A_DAY_MIN = 1440.0
MOST_JOBS, MOST_PHASES = 60, 12


class DayPhase(Record):
    """One phase of a job, minutes with their range.

    `needs` says what it takes: a torch and somebody at it, somebody's hands, somebody who stays at
    the place (a fire watch), or nobody. It begins once the phase named by `after` has ended: null
    is the one before it, an empty text none at all; with `after_gap_max_min` no later than so long
    after, at once where 0. `draw_l_per_h` is the most acetylene it draws, null for its mean.
    """

    name: str = Field(min_length=1, max_length=40)
    minutes: Number = Field(ge=0, le=10_000)
    low: Number | None = Field(default=None, ge=0)
    high: Number | None = Field(default=None, ge=0)
    needs: Needs
    tip: str = Field(default="", max_length=60)
    after: str | None = Field(default=None, max_length=40)
    after_gap_max_min: Number | None = Field(default=None, ge=0)
    acetylene_l: Number = Field(default=0.0, ge=0)
    oxygen_l: Number = Field(default=0.0, ge=0)
    draw_l_per_h: Number | None = Field(default=None, ge=0)

    @property
    def most_draw_l_per_h(self) -> float:
        """The most acetylene it draws while it burns, L/h."""
        if self.draw_l_per_h is not None or self.minutes == 0:
            return self.draw_l_per_h or 0.0
        return 60 * self.acetylene_l / self.minutes


class DayJob(Record):
    """One job. `priority` 1 comes first; `place` is where all of it is done; minutes are counted
    since midnight, `not_before_min` e.g. when a mould may be opened, `why_not_before` in words.
    `begun` where it is under way: its gas is flowing already, whatever the cylinders say."""

    id: str = Field(min_length=1, max_length=60)
    name: str = Field(default="", max_length=200)
    priority: int = Field(default=5, ge=1, le=9)
    place: str = Field(default="shop", max_length=40)
    not_before_min: Number = Field(default=0.0, ge=0)
    why_not_before: str = Field(default="", max_length=200)
    begun: bool = False
    phases: list[DayPhase] = Field(min_length=1, max_length=MOST_PHASES)

    @model_validator(mode="after")
    def _in_order(self) -> Self:
        seen: set[str] = set()
        for phase in self.phases:
            if phase.name in seen:
                raise ValueError(f"phase {phase.name!r} stands twice")
            if phase.after and phase.after not in seen:
                raise ValueError(f"{phase.name!r} is after {phase.after!r}, which is not before it")
            seen.add(phase.name)
        return self


class Pin(Record):
    """A phase that is put to a start, in minutes since midnight: no sooner, and as soon after as it
    can be."""

    job: str = Field(max_length=60)
    phase: str = Field(max_length=40)
    start_min: Number = Field(ge=0, le=2 * A_DAY_MIN)


class DayGiven(Record):
    """A day to be planned; minutes are counted since midnight.

    `acetylene_l` is what all usable cylinders hold, `acetylene_full_l` what the same would hold
    full, which says how fast they may be drawn; null where nobody says. `exact` asks for the best
    there is, within `seconds` of reckoning.
    """

    jobs: list[DayJob] = Field(max_length=MOST_JOBS)
    people: list[str] = Field(min_length=1, max_length=6)
    torches: list[str] = Field(min_length=1, max_length=6)
    opens_min: Number = Field(ge=0, lt=A_DAY_MIN)
    closes_min: Number = Field(gt=0, le=A_DAY_MIN)
    now_min: Number = Field(default=0.0, ge=0, le=A_DAY_MIN)
    pins: list[Pin] = Field(default_factory=list, max_length=200)
    acetylene_l: Number | None = Field(default=None, ge=0)
    acetylene_full_l: Number | None = Field(default=None, gt=0)
    exact: bool = True
    seconds: Number = Field(default=3.5, gt=0, le=60)

    def checked(self) -> Self:
        """Return it. Raises Refused, naming the field, where it does not hold together."""
        if self.closes_min <= self.opens_min:
            raise Refused("closes_min", self.closes_min, "later than it opens")
        for field, names in (("people", self.people), ("torches", self.torches)):
            if len(set(names)) < len(names):
                raise Refused(field, names, "each name once")
        ids = [job.id for job in self.jobs]
        if len(set(ids)) < len(ids):
            raise Refused("jobs", ids, "each id once")
        phases = {(job.id, phase.name) for job in self.jobs for phase in job.phases}
        for pin in self.pins:
            if (pin.job, pin.phase) not in phases:
                raise Refused("pins", f"{pin.job}, {pin.phase}", "a phase of one of the jobs")
        return self

    @property
    def from_min(self) -> float:
        """When work can begin: as it opens, or now."""
        return max(self.opens_min, self.now_min)

    @property
    def draw_at_once_l_per_h(self) -> float:
        """What all cylinders together give to the flames that burn at one time, L/h."""
        full_l = self.acetylene_full_l
        return math.inf if full_l is None else SHORT_SHARE * full_l

    @property
    def draw_by_hour_l(self) -> float:
        """What all cylinders together give hour after hour, L."""
        full_l = self.acetylene_full_l
        return math.inf if full_l is None else CONTINUOUS_SHARE * full_l

    def name_of(self, job_id: str) -> str:
        """Return what a job is called."""
        return next(job.name or job.id for job in self.jobs if job.id == job_id)
