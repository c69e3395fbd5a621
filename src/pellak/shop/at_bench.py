"""At the bench: walk the cards, answer stops, run clocks, test for leaks, watch for fire."""

from collections.abc import Mapping, Sequence
from datetime import UTC, datetime

from pellak.core.answer.working import Record
from pellak.core.faults.finder import FaultsAnswer, reckon_faults
from pellak.core.faults.given import FaultsGiven, RemedyTried
from pellak.core.gas.hose import Gas
from pellak.core.model.clocks import ClockId, ClockState, Moment, clock_state
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import Helped, Popped, RunLog
from pellak.core.model.sequences import Start
from pellak.core.run.bench import (
    burns,
    clock_cleared,
    clock_started,
    report_act_at_bench,
    stood_at,
)
from pellak.core.run.class_turn import with_batch
from pellak.core.run.corrective_actions import (
    CorrectiveAction,
    corrective_actions_for,
    with_corrective_action,
)
from pellak.core.run.fault_search import FaultTurn, faults_of, signs_of, with_tried
from pellak.core.run.fire_watch import FIRE_WATCH, kept_by, with_watcher
from pellak.core.run.flame_events import report_backfire, undo_flame_out
from pellak.core.run.hold_points import Answered, answered, confirmed, piece_of
from pellak.core.run.leak_at_bench import leak_tested
from pellak.core.run.next_time import Proposed, proposed
from pellak.core.run.start import begun
from pellak.core.safety.leak_asked import SoapPlace
from pellak.core.tables import MetalFamily
from pellak.shop.clock import Moments, machine_moment
from pellak.shop.rack import put_out_of_use
from pellak.shop.run_book import Run, RunBook
from pellak.shop.run_plans import plan_of_run
from pellak.store.database import Database
from pellak.store.remedies import Remedies
from pellak.store.runs import Runs
from pellak.store.tables import RunRow


class FireWatchLine(Record):
    """A fire watch that runs, or that is over and waits for somebody to look; `who` keeps it."""

    run_id: str
    version: int
    job_name: str
    who: str
    clock: ClockState


def _iso(now: Moment) -> str:
    return datetime.fromtimestamp(now.utc_s, UTC).isoformat(timespec="seconds")


class FlameLine(Record):
    """A run whose torch may be burning, and who holds it."""

    run_id: str
    job_name: str
    who: str


class AtBench:
    """The use cases of a run at the bench. Every one names the version it was decided on."""

    def __init__(
        self, database: Database, book: RunBook, moments: Moments = machine_moment
    ) -> None:
        self._database = database
        self._book = book
        self._moments = moments
        self._flames: dict[str, tuple[int, FlameLine | None]] = {}
        """What was found of each open run, and of which version: a plan is long to read."""

    def stand(self, run_id: str, version: int, step: str) -> Run:
        """Stand at another card. Raises Refused past an open stop."""

        def change(plan: Plan, log: RunLog, now: Moment) -> RunLog:
            return stood_at(plan, log, step, now)

        return self._book.change(run_id, version, change, at_bench=True)

    def begin(self, run_id: str, version: int, start: Start) -> Run:
        """Say what was done to the torch since it last burnt; what was undone is tested again."""

        last = self._book.before(run_id)
        planned, before = (None, None) if last is None else last

        def change(plan: Plan, log: RunLog, now: Moment) -> RunLog:
            return begun(plan, log, start, now, before, planned, _iso(now))

        return self._book.change(run_id, version, change, at_bench=True)

    def confirm(
        self, run_id: str, version: int, step: str, answer: Answered = "yes", reason: str = ""
    ) -> Run:  # fmt: skip
        """Answer a stop on its own card, under the name of whoever holds the torch."""

        def change(plan: Plan, log: RunLog, now: Moment) -> RunLog:
            return confirmed(plan, log, step, now, _iso(now), answer, reason)

        # The fire watch outlives its run: somebody looks behind once more.
        at_bench = step != FIRE_WATCH
        return self._book.change(run_id, version, change, at_bench=at_bench)

    def answer_batch(self, run_id: str, version: int, lot: str, saw: str) -> Run:
        """Answer the stops of the piece once for a lot of new, flat, bare stock."""

        def change(plan: Plan, log: RunLog, now: Moment) -> RunLog:
            holding = answered(plan, log, now)
            return with_batch(plan, log, piece_of(plan), holding, lot, saw, now)

        return self._book.change(run_id, version, change, at_bench=True)

    def name_watcher(self, run_id: str, version: int, who: str) -> Run:
        """Name somebody else who keeps a run's fire watch; the run may be over."""

        def change(plan: Plan, log: RunLog, now: Moment) -> RunLog:
            return with_watcher(log, who)

        return self._book.change(run_id, version, change)

    def undo_flame_out_in_run(self, run_id: str, version: int, reason: str) -> Run:
        """Take back a flame-out that was told by mistake, with its reason."""

        def change(plan: Plan, log: RunLog, now: Moment) -> RunLog:
            return undo_flame_out(plan, log, reason, now, _iso(now))

        return self._book.change(run_id, version, change, at_bench=True)

    def start_clock(
        self,
        run_id: str,
        version: int,
        clock: ClockId,
        *,
        ago: str = "",
        lain: str = "",
        supplier: str = "",
        longer: bool = False,
    ) -> Run:
        """Start a clock, now or a typed while ago."""

        def change(plan: Plan, log: RunLog, now: Moment) -> RunLog:
            return clock_started(
                plan, log, clock, now, ago=ago, lain=lain, supplier=supplier, longer=longer
            )

        return self._book.change(run_id, version, change, at_bench=True)

    def clear_clock(self, run_id: str, version: int, clock: ClockId) -> Run:
        """Take a clock away."""

        def change(plan: Plan, log: RunLog, now: Moment) -> RunLog:
            return clock_cleared(log, clock, _iso(now))

        return self._book.change(run_id, version, change, at_bench=True)

    def pop(self, run_id: str, version: int, what: Popped) -> Run:
        """Tell a backfire or a flash-back; after a flash-back the rack's line is out of use."""

        def change(plan: Plan, log: RunLog, now: Moment) -> RunLog:
            return report_backfire(plan, log, what, now, _iso(now))

        run = self._book.change(run_id, version, change)
        if what == "flash-back":
            with self._database.transaction() as session:
                put_out_of_use(session, f"flash-back {run.log.pops[-1].at[:10]}")
            return self._book.look(run_id)
        return run

    def corrective_actions(self, run_id: str) -> list[CorrectiveAction]:
        """Return what can go wrong in a run, with what to do about each."""
        return corrective_actions_for(self._book.look(run_id).plan)

    def take_corrective_action(self, run_id: str, version: int, what: str) -> Run:
        """Keep that something went wrong and was put right."""

        def change(plan: Plan, log: RunLog, now: Moment) -> RunLog:
            return with_corrective_action(plan, log, what, _iso(now))

        return self._book.change(run_id, version, change)

    def fault_turn(self, run_id: str) -> FaultTurn:
        """Return what a run's trouble is found by."""
        run = self._book.look(run_id)
        return FaultTurn(signs=signs_of(run.plan), tried=run.log.tried)

    def faults(self, run_id: str, signs: Sequence[str]) -> FaultsAnswer:
        """Return what most likely went wrong. What helped on this metal counts, else on any."""
        run = self._book.look(run_id)
        return faults_of(run.plan, run.log, signs, self._helped(run.line.family))

    def faults_alone(
        self, kind: str, family: MetalFamily | None, seen: Sequence[str]
    ) -> FaultsAnswer:
        """Return what most likely goes wrong with no run at hand: by signs and what helped here.

        Raises Refused for a sign such work cannot show.
        """
        helped = self._helped(family or "")
        tried = [RemedyTried(cause=cause, tried=n, helped=k) for cause, (n, k) in helped.items()]
        return reckon_faults(FaultsGiven(kind=kind, family=family, signs=list(seen), tried=tried))

    def proposed(self, run_id: str, seen: Sequence[str]) -> Proposed:
        """Return how a log may be closed, by what is seen; the person decides."""
        run = self._book.look(run_id)
        return proposed(run.plan, run.log, seen, self._helped(run.line.family))

    def _helped(self, family: str) -> dict[str, tuple[int, int]]:
        """Return how often each remedy helped, on this metal where it was tried on it."""
        with self._database.reading() as session:
            remedies = Remedies(session)
            return {**remedies.counted(None), **remedies.counted(family)}

    def tried(self, run_id: str, version: int, cause: str, helped: Helped) -> Run:
        """Keep that a remedy was tried, and whether it helped."""

        def change(plan: Plan, log: RunLog, now: Moment) -> RunLog:
            return with_tried(log, cause, helped, _iso(now))

        return self._book.change(run_id, version, change)

    def test_leaks(
        self, run_id: str, version: int, readings: Mapping[Gas, Mapping[str, str]],
        soaped: Sequence[SoapPlace] = (),
    ) -> Run:  # fmt: skip
        """Keep a leak test's readings and what came of them."""

        def change(plan: Plan, log: RunLog, now: Moment) -> RunLog:
            return leak_tested(plan, log, readings, now, _iso(now), soaped)

        return self._book.change(run_id, version, change, at_bench=True)

    def tell(self, run_id: str, version: int, act: str, report: Mapping[str, object]) -> Run:
        """Tell what was done at the work, by the acts of its kind; what follows adapts."""

        def change(plan: Plan, log: RunLog, now: Moment) -> RunLog:
            return report_act_at_bench(plan, log, act, report)

        return self._book.change(run_id, version, change, at_bench=True)

    def flames(self) -> list[FlameLine]:
        """Return every run whose torch may be burning, newest first."""
        with self._database.reading() as session:
            runs = Runs(session)
            versions = runs.open_versions()
            kept = self._flames
            known = {one: kept[one] for one, version in versions.items()
                     if one in kept and kept[one][0] == version}  # fmt: skip
            for run_id in versions.keys() - known.keys():
                if (row := runs.find(run_id)) is not None:
                    known[run_id] = (row.version, _flame(row, plan_of_run(session, run_id)))
        self._flames = known
        return [line for one in versions if (line := known.get(one, (0, None))[1]) is not None]

    def fire_watches(self) -> list[FireWatchLine]:
        """Return every fire watch nobody has ended by looking, finished runs too."""
        now = self._moments()
        with self._database.reading() as session:
            lines = []
            for row in Runs(session).with_fire_watch():
                log = RunLog.model_validate(row.log)
                lines += [
                    FireWatchLine(
                        run_id=row.run_id,
                        version=row.version,
                        job_name=row.job_name,
                        who=kept_by(log),
                        clock=clock_state(mark, now),
                    )
                    for mark in log.clocks
                    if mark.clock == FIRE_WATCH
                ]
            return lines


def _flame(row: RunRow, plan: Plan) -> FlameLine | None:
    if not burns(plan, RunLog.model_validate(row.log)):
        return None
    return FlameLine(run_id=row.run_id, job_name=row.job_name, who=row.who)
