"""The shop's day: which jobs, who, until when; planned anew each time it is looked at."""

import re
from collections.abc import Mapping
from datetime import UTC, datetime, timedelta
from typing import Any

from pydantic import Field, ValidationError, computed_field, field_validator

from pellak.core.answer.errors import Refused, refusals
from pellak.core.answer.working import Caution, Record, Working
from pellak.core.day.given import DayGiven, DayJob, Pin
from pellak.core.day.held import HeldDay, held, moved
from pellak.core.day.phases import RunProgress, day_job, drags
from pellak.core.day.plan import DayValues
from pellak.core.day.reckon import plan_day
from pellak.core.model.run_log import RunLog
from pellak.core.plan.change_job import job_from
from pellak.core.reading.measures import System
from pellak.core.rig.equipment import Equipment
from pellak.shop.calendar_file import day_calendar
from pellak.shop.clock import Clock
from pellak.shop.gas_book import held_in
from pellak.shop.planning import Planner
from pellak.store.database import Database
from pellak.store.jobs import Jobs
from pellak.store.rack import Rack
from pellak.store.runs import Runs
from pellak.store.tables import RunRow

DAY_KEY = "day"
MOST_ON_BENCH = 40
HOURS = re.compile(r"(\d{1,2})[:.](\d{2})")
TIME_WANTED = "a time of day such as 07:30"


class DayKept(Record):
    """How the shop goes about its days. `left_out` are jobs that are not for today; pins belong to
    the day they were put on, `held` is the plan a day is gone by."""

    people: list[str] = Field(default_factory=lambda: ["one"], min_length=1, max_length=6)
    torches: list[str] = Field(default_factory=lambda: ["torch"], min_length=1, max_length=6)
    opens: str = "07:30"
    closes: str = "17:30"
    left_out: list[str] = Field(default_factory=list, max_length=200)
    urgent: list[str] = Field(default_factory=list, max_length=200)
    pins: list[Pin] = Field(default_factory=list, max_length=200)
    pins_on: str = Field(default="", max_length=10)
    held: HeldDay | None = None

    @field_validator("people", "torches")
    @classmethod
    def _named(cls, names: list[str]) -> list[str]:
        cleaned = [name.strip()[:40] for name in names if name.strip()]
        if not cleaned or len(set(cleaned)) < len(cleaned):
            raise ValueError("at least one name, each once")
        return cleaned

    @field_validator("opens", "closes")
    @classmethod
    def _timed(cls, typed: str) -> str:
        hours, minutes = divmod(round(minutes_of(typed)), 60)
        return f"{hours:02d}:{minutes:02d}"


def minutes_of(typed: str) -> float:
    """Return minutes since midnight of a time of day. Raises ValueError for what is none."""
    found = HOURS.fullmatch(typed.strip())
    if found is None or int(found[1]) > 24 or int(found[2]) > 59:
        raise ValueError(TIME_WANTED)
    minutes = 60.0 * int(found[1]) + int(found[2])
    if minutes > 24 * 60:
        raise ValueError(TIME_WANTED)
    return minutes


class DayLine(Record):
    """A job of the bench as the day has it; `why_out` where its plan gives no phases."""

    id: str
    name: str
    left_out: bool
    urgent: bool
    under_way: bool
    why_out: str = ""


class DayLook(Record):
    """The day as it stands: minutes since midnight of `date`, by this machine's clock.

    `meaning` is what runs that drag and the hour mean for the plan that is gone by.
    """

    date: str
    now_min: float
    opens_min: float
    closes_min: float
    kept: DayKept
    jobs: list[DayLine]
    values: DayValues
    working: list[Working]
    cautions: list[Caution]
    meaning: list[str]

    @computed_field(description="The number of each job on the strip, in the order they begin.")  # type: ignore[prop-decorator]  # pydantic's own way
    @property
    def numbers(self) -> dict[str, int]:
        """A block too narrow for a name says whose it is by this, on the page and on paper."""
        begun = dict.fromkeys(
            block.job for block in self.values.timeline if block.end_min > block.start_min
        )
        return {job: number for number, job in enumerate(begun, 1)}


class DayBook:
    """The use cases of the day."""

    def __init__(self, database: Database, clock: Clock, planner: Planner) -> None:
        self._database = database
        self._clock = clock
        self._planner = planner

    def look(self, *, exact: bool) -> DayLook:
        """Return the day planned from now on; `exact` takes seconds for the best there is."""
        now = self._clock().astimezone()
        midnight = now.replace(hour=0, minute=0, second=0, microsecond=0)
        with self._database.reading() as session:
            kept = _kept(Rack(session))
            shop = self._planner.shop(session)
            rows = Jobs(session).on_the_bench(None, MOST_ON_BENCH).rows
            runs = _runs_since(midnight, now, Runs(session))
            jobs = [(row.job_id, job_from(row.document)) for row in rows]
        lines: list[DayLine] = []
        meaning: list[str] = []
        planned: list[DayJob] = []
        for job_id, job in jobs:
            out, urgent = job_id in kept.left_out, job_id in kept.urgent
            plan = self._planner.plan(job, shop)
            facts = plan.facts
            entry = day_job(
                job_id, job.name, job.place or "shop", facts, runs.get(job_id), 2 if urgent else 5
            )
            if isinstance(entry, DayJob) and not plan.may_start and job_id not in runs:
                entry = f"not while: {plan.why_not}"
            if job_id in runs and (dragging := drags(facts, runs[job_id])):
                meaning.append(f"{job.name} drags: {dragging}.")
            why = entry if isinstance(entry, str) else ""
            lines.append(
                DayLine(id=job_id, name=job.name, left_out=out, urgent=urgent, why_out=why,
                        under_way=job_id in runs)
            )  # fmt: skip
            if not out and isinstance(entry, DayJob):
                planned.append(entry)
        given = DayGiven(
            jobs=planned, people=kept.people, torches=kept.torches,
            opens_min=minutes_of(kept.opens), closes_min=minutes_of(kept.closes),
            now_min=(now - midnight) / timedelta(minutes=1), exact=exact,
            **_acetylene(shop.equipment),
        )  # fmt: skip
        given = given.model_copy(update={"pins": _pins(kept, given, now.date().isoformat())})
        answer = plan_day(given)
        date = now.date().isoformat()
        if kept.held is not None and kept.held.on == date:
            meaning = [*moved(kept.held, answer.values, given.name_of), *meaning]
        return DayLook(
            date=date, meaning=meaning, now_min=given.now_min, opens_min=given.opens_min,
            closes_min=given.closes_min, kept=kept, jobs=lines, values=answer.values,
            working=answer.working, cautions=answer.cautions,
        )  # fmt: skip

    def calendar(self, system: System = "metric") -> str:
        """Return the day as a calendar, one event for each stretch somebody is needed for."""
        look = self.look(exact=False)
        midnight = self._clock().astimezone().replace(hour=0, minute=0, second=0, microsecond=0)
        names = {line.id: line.name for line in look.jobs}
        return day_calendar(midnight, self._clock(), look.values.timeline, names, system)

    def hold(self) -> DayKept:
        """Go by the day as it is planned now: from here on it is held against this."""
        look = self.look(exact=False)
        with self._database.transaction() as session:
            rack = Rack(session)
            settled = held(look.values, look.date, look.now_min)
            kept = _kept(rack).model_copy(update={"held": settled})
            rack.set_setting(DAY_KEY, kept.model_dump())
            return kept

    def change(self, changes: Mapping[str, Any]) -> DayKept:
        """Change how the day is gone about. Raises Refused naming the field."""
        today = self._clock().astimezone().date().isoformat()
        with self._database.transaction() as session:
            rack = Rack(session)
            try:
                kept = DayKept.model_validate({**_kept(rack).model_dump(), **changes})
            except ValidationError as error:
                raise refusals(error)[0] from None
            if minutes_of(kept.closes) <= minutes_of(kept.opens):
                raise Refused("closes", kept.closes, f"later than {kept.opens}")
            if "pins" in changes:
                kept = kept.model_copy(update={"pins_on": today})
            rack.set_setting(DAY_KEY, kept.model_dump())
            return kept


def _kept(rack: Rack) -> DayKept:
    return DayKept.model_validate(rack.setting(DAY_KEY) or {})


def _runs_since(midnight: datetime, now: datetime, book: Runs) -> dict[str, RunProgress]:
    """Return how far each job's run of today is."""
    flame_out = {row.run_id: _flame_out(row) for row in book.with_fire_watch()}
    return {
        run.job_id: _run_now(run.began, flame_out.get(run.run_id) or run.ended, now)
        for run in book.begun_since(midnight)
    }


def _pins(kept: DayKept, given: DayGiven, today: str) -> list[Pin]:
    """Return what has its place: what burns or is watched goes on now, then what was pinned."""
    going_on = [
        Pin(job=job.id, phase=job.phases[0].name, start_min=given.now_min)
        for job in given.jobs
        if job.begun
    ]
    ours = {(job.id, phase.name) for job in given.jobs for phase in job.phases}
    pins = kept.pins if kept.pins_on == today else []
    return [*going_on, *(pin for pin in pins if (pin.job, pin.phase) in ours)]


def _flame_out(row: RunRow) -> datetime | None:
    """Return when a run's flame went out, by its fire watch."""
    marks = RunLog.model_validate(row.log).clocks
    return next(
        (datetime.fromtimestamp(one.started.utc_s, UTC) for one in marks
         if one.clock == "fire-watch"),
        None,
    )  # fmt: skip


def _run_now(began: datetime, ended: datetime | None, now: datetime) -> RunProgress:
    def ago(moment: datetime) -> float:
        # What lies ahead was begun before the machine's clock was set back.
        return max(0.0, (now - moment) / timedelta(minutes=1))

    return RunProgress(ago(began), None if ended is None else ago(ended))


def _acetylene(shop: Equipment) -> dict[str, float]:
    """Return what the cylinders hold at the least, and full, L; nothing where none is known."""
    held = [values for _, values in held_in(shop, "acetylene")]
    full_l = 1000 * sum(values.full_m3 or 0.0 for values in held)
    content = {"acetylene_l": 1000 * sum(values.low_m3 for values in held)} if held else {}
    return content | ({"acetylene_full_l": full_l} if full_l > 0 else {})
