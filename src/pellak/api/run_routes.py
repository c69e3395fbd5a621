"""Runs: take a job to the bench, write the log, read the book."""

from typing import Annotated, Any

from fastapi import APIRouter, Query
from pydantic import AliasChoices, BaseModel, ConfigDict, Field

from pellak.api.problems import documented
from pellak.core.faults.finder import FaultsAnswer
from pellak.core.gas.hose import Gas
from pellak.core.model.clocks import ClockId
from pellak.core.model.run_log import Helped, Popped, Sign, signs
from pellak.core.model.sequences import Start
from pellak.core.run.corrective_actions import CorrectiveAction
from pellak.core.run.fault_search import FaultSign, FaultTurn, signs_shown
from pellak.core.run.hold_points import Answered
from pellak.core.run.next_time import Proposed
from pellak.core.safety.leak_asked import SoapPlace
from pellak.core.tables import MetalFamily
from pellak.shop.at_bench import AtBench, FireWatchLine, FlameLine
from pellak.shop.run_book import Run, RunBook, RunNow, RunPage


class LogEntries(BaseModel):
    """Entries of the log against a version; times may be typed text. `finish` closes the run."""

    model_config = ConfigDict(extra="forbid")
    version: int
    entries: dict[str, Any]
    finish: bool = False


class At(BaseModel):
    """The version of the run something was decided on."""

    model_config = ConfigDict(extra="forbid")
    version: int


class StandAt(At):
    """The card to stand at."""

    step: str = Field(max_length=60)


class StopAnswered(StandAt):
    """What a stop was answered; "no" is also "not sure"."""

    answer: Answered = "yes"
    reason: str = Field(default="", max_length=200)


class BatchAnswered(At):
    """What a lot of new, flat, bare stock is called, and what was looked at."""

    lot: str = Field(max_length=60)
    saw: str = Field(max_length=200)


class WatcherNamed(At):
    """Who keeps the fire watch from now on."""

    who: str = Field(max_length=60)


class BackfireReported(At):
    """What it was: one pop, or burning inside."""

    what: Popped


class Begin(At):
    """What was done to the torch since it last burnt."""

    start: Start


class StartClock(At):
    """A clock to start, a typed while `ago`; for the standing cylinder, how long it had `lain`, and
    how long its `supplier` wants it to stand."""

    clock: ClockId
    ago: str = Field(default="", max_length=40)
    lain: str = Field(default="", max_length=40)
    supplier: str = Field(default="", max_length=40)
    longer: bool = False


class ActionTaken(At):
    """What went wrong and was put right, by its id."""

    action: str = Field(max_length=40)


class SeenSigns(BaseModel):
    """What is seen, by the signs' ids."""

    model_config = ConfigDict(extra="forbid")
    signs: list[str] = Field(min_length=1, max_length=12)


class SeenInLog(BaseModel):
    """What is seen once it is done, by the log's signs; nothing yet is none."""

    model_config = ConfigDict(extra="forbid")
    seen: list[str] = Field(max_length=40)


class SeenAlone(SeenSigns):
    """What is seen with no run at hand, on which work and metal; null is any."""

    kind: str = Field(default="seam", max_length=20)
    family: MetalFamily | None = None


class RemedyReported(At):
    """A remedy that was tried, by its cause, and whether it helped."""

    cause: str = Field(max_length=40)
    helped: Helped


class FlameOutUndone(At):
    """Why the flame was not out after all."""

    reason: str = Field(max_length=200)


class ClearClock(At):
    """A clock to take away."""

    clock: ClockId


class ActReported(At):
    """What is reported of the work, by the names of the act; measures as typed."""

    report: dict[str, Any] = Field(
        default_factory=dict, max_length=20, validation_alias=AliasChoices("report", "told")
    )
    """`told` is its name of before 0.2."""


class LeakReadings(At):
    """Readings by gas and gauge, as typed in any unit of pressure; what was soaped besides."""

    readings: dict[Gas, dict[str, str]]
    soaped: list[SoapPlace] = Field(default_factory=list, max_length=4)


def run_router(book: RunBook, bench: AtBench) -> APIRouter:
    """Return the routes of the run book.

    Whatever is done at the bench is answered without the plan: whoever does it has it already.
    """
    router = APIRouter(prefix="/api", tags=["run book"], responses=documented(404, 409))

    @router.post("/jobs/{job_id}/runs", operation_id="start_run", status_code=201)
    def start_run(job_id: str) -> Run:
        """Begin a run of a job's plan as it stands."""
        return book.start(job_id)

    @router.get("/runs", operation_id="list_runs", deprecated=True)
    def list_runs(
        before: Annotated[int | None, Query(ge=0, lt=2**63)] = None,
        words: Annotated[str, Query(max_length=80)] = "",
        most: Annotated[int, Query(ge=1, le=500)] = 100,
    ) -> RunPage:
        """Runs, the newest first. Going: `/api/book/runs` lists them too, and finds."""
        return book.lines(before, words, most)

    @router.get("/runs/{run_id}", operation_id="get_run_whole")
    def get_run_whole(run_id: str) -> Run:
        """A run: its plan, its log and where it stands at the bench."""
        return book.look(run_id)

    @router.get("/runs/{run_id}/bench", operation_id="get_run_at_bench")
    def get_run_at_bench(run_id: str) -> RunNow:
        """How a run stands at the bench now, without the plan: what binds today is in it."""
        return book.look(run_id)

    @router.patch("/runs/{run_id}", operation_id="write_log")
    def write_log(run_id: str, log: LogEntries) -> RunNow:
        """Write into a run's log; the version says what it was written over."""
        if log.finish:
            return book.finish(run_id, log.version, log.entries)
        return book.note(run_id, log.version, log.entries)

    @router.delete("/runs/{run_id}", operation_id="discard_run", status_code=204)
    def discard_run(run_id: str) -> None:
        """Drop a run in which nothing was done yet."""
        book.discard(run_id)

    @router.post("/runs/{run_id}/stand", operation_id="stand_at")
    def stand_at(run_id: str, at: StandAt) -> RunNow:
        """Say at which step of the run somebody stands."""
        return bench.stand(run_id, at.version, at.step)

    @router.post("/runs/{run_id}/begin", operation_id="begin")
    def begin(run_id: str, body: Begin) -> RunNow:
        """Begin a run: the safe start is behind it."""
        return bench.begin(run_id, body.version, body.start)

    @router.post("/runs/{run_id}/confirm", operation_id="confirm_stop")
    def confirm_stop(run_id: str, at: StopAnswered) -> RunNow:
        """Confirm a step, or answer a stop, by whoever did it."""
        return bench.confirm(run_id, at.version, at.step, at.answer, at.reason)

    @router.post("/runs/{run_id}/batch", operation_id="answer_batch")
    def answer_batch(run_id: str, batch: BatchAnswered) -> RunNow:
        """Answer the stops of the piece once for a class: a lot of new, flat, bare stock."""
        return bench.answer_batch(run_id, batch.version, batch.lot, batch.saw)

    @router.post("/runs/{run_id}/watcher", operation_id="name_watcher")
    def name_watcher(run_id: str, named: WatcherNamed) -> RunNow:
        """Name who keeps the fire watch of a run; whoever keeps one lights nothing elsewhere."""
        return bench.name_watcher(run_id, named.version, named.who)

    @router.post("/runs/{run_id}/backfires", operation_id="report_backfire_in_run")
    def report_backfire_in_run(run_id: str, body: BackfireReported) -> RunNow:
        """Report a backfire or flash-back in a run: steps come up again, some things are barred."""
        return bench.pop(run_id, body.version, body.what)

    @router.get("/runs/{run_id}/corrective-actions", operation_id="list_corrective_actions")
    def list_corrective_actions(run_id: str) -> list[CorrectiveAction]:
        """What may be done about what went wrong in a run."""
        return bench.corrective_actions(run_id)

    @router.post("/runs/{run_id}/corrective-actions", operation_id="report_corrective_action")
    def report_corrective_action(run_id: str, made: ActionTaken) -> RunNow:
        """Report a corrective action done in a run."""
        return bench.take_corrective_action(run_id, made.version, made.action)

    @router.get("/faults", operation_id="list_signs_alone")
    def list_signs_alone(
        kind: Annotated[str, Query(max_length=20)] = "seam", family: MetalFamily | None = None
    ) -> list[FaultSign]:
        """Signs that work of a kind and metal can show, without a run."""
        return signs_shown(kind, family)

    @router.post("/faults", operation_id="find_fault_alone")
    def find_fault_alone(seen: SeenAlone) -> FaultsAnswer:
        """Rank the causes of signs, without a run."""
        return bench.faults_alone(seen.kind, seen.family, seen.signs)

    @router.get("/runs/{run_id}/faults", operation_id="list_fault_signs")
    def list_fault_signs(run_id: str) -> FaultTurn:
        """Signs the run's work and metal can show, and what was tried."""
        return bench.fault_turn(run_id)

    @router.post("/runs/{run_id}/faults", operation_id="find_fault")
    def find_fault(run_id: str, seen: SeenSigns) -> FaultsAnswer:
        """Rank the causes of signs by what the run's plan and log tell."""
        return bench.faults(run_id, seen.signs)

    @router.post("/runs/{run_id}/proposed", operation_id="propose_for_log")
    def propose_for_log(run_id: str, seen: SeenInLog) -> Proposed:
        """What the log would say of how the run came out."""
        return bench.proposed(run_id, seen.seen)

    @router.post("/runs/{run_id}/tried", operation_id="report_remedy_tried")
    def report_remedy_tried(run_id: str, body: RemedyReported) -> RunNow:
        """Report a remedy tried in a run, and whether it helped."""
        return bench.tried(run_id, body.version, body.cause, body.helped)

    @router.post("/runs/{run_id}/clocks", operation_id="start_clock")
    def start_clock(run_id: str, body: StartClock) -> RunNow:
        """Start a clock of the run."""
        how = body.model_dump(exclude={"version", "clock"})
        return bench.start_clock(run_id, body.version, body.clock, **how)

    @router.post("/runs/{run_id}/undo-flame-out", operation_id="undo_flame_out_in_run")
    def undo_flame_out_in_run(run_id: str, body: FlameOutUndone) -> RunNow:
        """Take back that the flame is out."""
        return bench.undo_flame_out_in_run(run_id, body.version, body.reason)

    @router.post("/runs/{run_id}/clocks/clear", operation_id="clear_clock")
    def clear_clock(run_id: str, body: ClearClock) -> RunNow:
        """Clear a clock of the run."""
        return bench.clear_clock(run_id, body.version, body.clock)

    @router.post("/runs/{run_id}/leak-test", operation_id="test_leaks")
    def test_leaks(run_id: str, body: LeakReadings) -> RunNow:
        """Judge a leak test by its gauges, and keep it with the run."""
        return bench.test_leaks(run_id, body.version, body.readings, body.soaped)

    @router.post("/runs/{run_id}/acts/{act}", operation_id="report_act")
    def report_act(run_id: str, act: str, body: ActReported) -> RunNow:
        """Report what this kind of work does at the bench: a tack, a round, a layer, a read."""
        return bench.tell(run_id, body.version, act, body.report)

    @router.get("/flames", operation_id="list_flames")
    def list_flames() -> list[FlameLine]:
        """Runs whose torch may be burning, and who holds it."""
        return bench.flames()

    @router.get("/fire-watches", operation_id="list_fire_watches")
    def list_fire_watches() -> list[FireWatchLine]:
        """Fire watches under way, of every run."""
        return bench.fire_watches()

    @router.get("/signs", operation_id="list_signs")
    def list_signs() -> list[Sign]:
        """Signs a finished run can be logged with."""
        return list(signs())

    return router
