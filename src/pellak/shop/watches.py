"""Watching heats: begin, take lines and taps in, say what to do, end, learn.

What was kept is the only truth: what stands is folded anew from it after a start, and further from
where it stood after that.
"""

from collections import OrderedDict
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from datetime import datetime, timedelta
from threading import Lock
from typing import TypeVar
from uuid import uuid4

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.model.watch_plan import WatchPlan
from pellak.core.watch.by_hand import CHANNEL, HandTell, hand_tells, stated_c
from pellak.core.watch.ending import Ending, ending_of
from pellak.core.watch.lines import (
    Mark,
    Phase,
    Reading,
    Source,
    read_line,
    still_open,
)
from pellak.core.watch.simulated import Simulation
from pellak.core.watch.thermometer import WORDS, Fault
from pellak.core.watch.verdict import WANTS_FLAME, Verdict, held_back
from pellak.core.watch.watcher import Event, Watcher
from pellak.shop.bench import Bench
from pellak.shop.clock import Clock
from pellak.shop.rig_desk import RigDesk
from pellak.shop.watch_lines import LinesRead, Taken
from pellak.shop.watch_rows import WatchLine, entry_of, entry_read, line_of, row_of
from pellak.store.database import Database
from pellak.store.runs import Runs
from pellak.store.tables import WatchRow
from pellak.store.watches import Entry, Watches

T = TypeVar("T")
MOST_LISTED, MOST_FOLDED, MOST_FAULTS = 100, 12, 20


class ChannelNow(Record):
    """A place that is read: its heat, when it was heard, and what is wrong with its thermometer."""

    name: str
    by_hand: bool
    c: float | None
    heard_s: float
    c_per_h: float | None
    fault: Fault | None
    fault_words: str


class Watch(Record):
    """A watch as it stands, `now_s` after it began. `taught` says that later plans go by it."""

    line: WatchLine
    plan: WatchPlan
    now_s: float
    phase: Phase
    verdict: Verdict
    channels: list[ChannelNow]
    events: list[Event]
    marks: list[Mark]
    planned: list[list[float]]
    simulation: Simulation | None
    may_simulate: bool
    hand_tells: list[HandTell]
    last_entry: int
    ending: Ending | None
    taught: bool


@dataclass
class _Folded:
    watcher: Watcher
    last_entry: int = 0
    lock: Lock = field(default_factory=Lock)


class WatchBook:
    """The use cases of watches."""

    def __init__(
        self, database: Database, bench: Bench, clock: Clock, rig: RigDesk | None = None
    ) -> None:
        self._rig = rig
        self._database = database
        self._bench = bench
        self._clock = clock
        self._folded: OrderedDict[str, _Folded] = OrderedDict()
        self._lock = Lock()

    def start(self, job_id: str) -> Watch:
        """Begin to watch a job's heat, with its open run; one that is going is gone on with.

        Raises NotFound; Refused where nothing of the job is taken to a heat.
        """
        job = self._bench.open(job_id)
        plan = job.plan.facts.watch if job.plan.facts else None
        if plan is None:
            raise Refused("job", job.plan.job.name, "a job that is heated: tell its piece first")
        with self._database.transaction() as session:
            going = next((row for row in Watches(session).going() if row.job_id == job_id), None)
            run = Runs(session).open_for(job_id)
            if going is not None and not Watches(session).entries(going.watch_id):
                # Nothing was read yet: it goes by the job as it is now.
                going.plan = plan.model_dump(mode="json")
                going.run_id = run.run_id if run else None
                self._folded.pop(going.watch_id, None)
            row = going or WatchRow(
                watch_id=uuid4().hex[:12], job_id=job_id, job_name=job.plan.job.name,
                run_id=run.run_id if run else None, started_at=self._clock(), ended_at=None,
                plan=plan.model_dump(mode="json"), simulation=None, observation=None,
            )  # fmt: skip
            if going is None:
                Watches(session).add(row)
        return self._watch(row)

    def lines(
        self, job_id: str | None = None, after: str | None = None, most: int = MOST_LISTED
    ) -> list[WatchLine]:
        """Return watches, newest first, from the one that follows `after`. Raises Refused."""
        with self._database.reading() as session:
            kept = Watches(session)
            last = None if after is None else kept.find(after)
            if after is not None and last is None:
                raise Refused("after", after, "the id of a watch")
            return [line_of(row) for row in kept.newest_first(most, job_id, last)]

    def look(self, watch_id: str) -> Watch:
        """Return a watch as it stands. Raises NotFound."""
        return self._watch(self.row(watch_id))

    def take_lines(self, watch_id: str, text: str, source: Source = "thermometer") -> Taken:
        """Keep what lines of the protocol say; see `core.watch.lines`. Raises NotFound, Refused."""
        row = self._open_row(watch_id)
        places = self.folded(row, lambda watcher, _: set(watcher.channels))
        read = LinesRead(row.started_at, self._since(row), places, source)
        entries = read.take(text.splitlines())
        return Taken(
            lines=read.lines, new=self.keep(watch_id, entries), faults=read.faults[:MOST_FAULTS]
        )

    def keep(self, watch_id: str, entries: Sequence[Reading | Mark]) -> int:
        """Keep readings and marks for good; return how many were new."""
        with self._database.transaction() as session:
            return Watches(session).keep(watch_id, [entry_of(one) for one in entries])

    def tell(self, watch_id: str, tell: str, typed: str) -> Watch:
        """Take in what a hand tells of the heat, one tap. Raises Refused for an unknown one."""
        row = self._open_row(watch_id)
        c = stated_c(tell, typed)
        at_s = still_open(self._now_s(row))
        self.keep(watch_id, [Reading(at_s=at_s, channel=CHANNEL, c=c, source="hand")])
        return self._watch(row)

    def mark(self, watch_id: str, phase: Phase) -> Watch:
        """Say what is done from now on."""
        row = self._open_row(watch_id)
        self.keep(watch_id, [Mark(at_s=still_open(self._now_s(row)), phase=phase)])
        return self._watch(row)

    def simulate(self, watch_id: str, simulation: Simulation | None) -> Watch:
        """Set a simulated thermometer to work, or take it away. Raises Refused without curves."""
        row = self._open_row(watch_id)
        if simulation is not None and not _may_simulate(WatchPlan.model_validate(row.plan)):
            raise Refused(
                "simulation", row.job_name, "a plan that gets there and cools: weight and head told"
            )
        with self._database.transaction() as session:
            kept = row_of(session, watch_id)
            kept.simulation = None
            if simulation is not None:
                kept.simulation = {
                    "set": simulation.model_dump(mode="json"),
                    "since": self._clock().isoformat(),
                    "from_s": self._now_s(row),
                }
        return self.look(watch_id)

    def end(self, watch_id: str) -> Watch:
        """End a watch; what it comes to is offered to later plans."""
        with self._database.transaction() as session:
            row = row_of(session, watch_id)
            row.ended_at = row.ended_at or self._clock()
        return self.look(watch_id)

    def enter(self, job_id: str, plan: WatchPlan, began: datetime, lines: Sequence[str]) -> None:
        """Enter a watch that is over, with its own date; its lines name their own moments."""
        entries = [one for line in lines if (one := read_line(line, 0.0, _no_moment, "simulated"))]
        row = WatchRow(
            watch_id=uuid4().hex[:12], job_id=job_id, run_id=None, started_at=began,
            job_name=self._bench.open(job_id).plan.job.name,
            ended_at=began + timedelta(seconds=max(one.at_s for one in entries)),
            plan=plan.model_dump(mode="json"), simulation=None, observation=None,
        )  # fmt: skip
        with self._database.transaction() as session:
            Watches(session).add(row)
            session.flush()
            Watches(session).keep(row.watch_id, [entry_of(one) for one in entries])

    def row(self, watch_id: str) -> WatchRow:
        """Return a watch's row. Raises NotFound."""
        with self._database.reading() as session:
            return row_of(session, watch_id)

    def going(self) -> list[WatchRow]:
        """Return the rows of the watches that have not ended."""
        with self._database.reading() as session:
            return list(Watches(session).going())

    def entries(self, watch_id: str, after: int = 0) -> list[Entry]:
        """Return what was kept of a watch after an entry. Raises NotFound."""
        with self._database.reading() as session:
            row_of(session, watch_id)
            return Watches(session).entries(watch_id, after)

    def folded(self, row: WatchRow, use: Callable[[Watcher, int], T]) -> T:
        """Return what `use` makes of a watch as it stands, everything kept taken in."""
        with self._lock:
            standing = self._folded.pop(row.watch_id, None)
            standing = standing or _Folded(Watcher(WatchPlan.model_validate(row.plan)))
            self._folded[row.watch_id] = standing
            while len(self._folded) > MOST_FOLDED:
                self._folded.popitem(last=False)
        with standing.lock:
            for entry in self.entries(row.watch_id, standing.last_entry):
                standing.watcher.step(entry_read(entry))
                standing.last_entry = entry.entry_id
            return use(standing.watcher, standing.last_entry)

    def _watch(self, row: WatchRow) -> Watch:
        def stands(watcher: Watcher, last_entry: int) -> Watch:
            now_s = watcher.now_s if row.ended_at else max(self._since(row), watcher.now_s)
            plan, faults = watcher.plan, watcher.faults(now_s)
            places = watcher.places(now_s, faults).c
            simulation = row.simulation
            return Watch(
                line=line_of(row), plan=plan, now_s=now_s, phase=watcher.phase,
                verdict=self._said(row, watcher.verdict(now_s, faults)),
                channels=[
                    ChannelNow(
                        name=name, by_hand=one.by_hand, c=places.get(name), heard_s=one.heard_s,
                        c_per_h=one.c_per_h(), fault=fault,
                        fault_words=WORDS[fault] if fault else "",
                    )
                    for name, one in watcher.channels.items()
                    for fault in [faults.get(name)]
                ],
                events=list(watcher.events), marks=list(watcher.marks), planned=watcher.planned(),
                simulation=Simulation(**simulation["set"]) if simulation else None,
                may_simulate=_may_simulate(plan), hand_tells=list(hand_tells()),
                last_entry=last_entry, ending=ending_of(watcher) if row.ended_at else None,
                taught=row.observation is not None,
            )  # fmt: skip

        return self.folded(row, stands)

    def _said(self, row: WatchRow, verdict: Verdict) -> Verdict:
        if row.ended_at is not None or verdict.say not in WANTS_FLAME:
            return verdict
        rig = self._rig.view().barred if self._rig else ""
        return held_back(verdict, self._bench.light_barred(row.job_id) or rig)

    def _open_row(self, watch_id: str) -> WatchRow:
        row = self.row(watch_id)
        if row.ended_at is not None:
            raise Refused("watch", row.job_name, "a watch that has not ended; begin another")
        return row

    def _since(self, row: WatchRow) -> float:
        return max(0.0, (self._clock() - row.started_at).total_seconds())

    def _now_s(self, row: WatchRow) -> float:
        """The moment of the watch: a simulated one may run ahead of the clock."""
        return self._watch(row).now_s if row.simulation else self._since(row)


def _may_simulate(plan: WatchPlan) -> bool:
    return len(plan.warm_curve) > 1 and len(plan.cool_curve) > 1


def _no_moment(when: str) -> float:
    raise ValueError(when)
