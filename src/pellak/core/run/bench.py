"""A run at the bench: where it stands, its stops, its clocks; every change is one function here."""

from collections.abc import Mapping, Sequence

from pydantic import Field, ValidationError

from pellak.core.answer.errors import Refused, refusals
from pellak.core.answer.working import Record
from pellak.core.kinds.registry import kind_of
from pellak.core.model.cards import BenchCard
from pellak.core.model.clocks import (
    LEAK_S,
    LINE_SETTLES_S,
    LONG_LEAK_S,
    ClockId,
    ClockState,
    Moment,
    cleared,
    clock_state,
    restarted_if_back,
    standing_s,
    started,
)
from pellak.core.model.kinds.unions import WorkNow
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import RunLog, with_taken_back
from pellak.core.model.upcast import facts_kept
from pellak.core.preheat.crayons import settles_min
from pellak.core.reading.quantity import read_quantity
from pellak.core.run.hold_points import answered, barred_by, cards_of, leak_holds, standing_at
from pellak.core.run.leak_at_bench import leak_asked
from pellak.core.run.skipped_checks import after_leaving, undone_at
from pellak.core.run.walk import (
    begun_by_leaving,
    flame_may_burn,
    left_closing,
    must_stand_at,
    open_stop,
)
from pellak.core.safety.leak_asked import LeakAsked

KEPT_CLOCKS: tuple[ClockId, ...] = ("stand", "leak", "purge-acetylene", "purge-oxygen")
MOST_LATE_S: Mapping[ClockId, float] = {
    "leak": 5.0, "purge-acetylene": 5.0, "purge-oxygen": 5.0, "settle": 5.0, "fire-watch": 60.0,
}  # fmt: skip
"""A press may reach the server late. A clock people hang on is run out, not typed."""


class BenchState(Record):
    """How a run stands at the bench: its cards for this start and hand, stops and clocks."""

    at: str
    cards: list[BenchCard]
    open_stop: str | None
    barred: str = ""
    binds: list[str] = Field(default_factory=list)
    answered: list[str] = Field(default_factory=list)
    flame_may_burn: bool
    clocks: list[ClockState]
    fire_watch_looked: bool
    leak_test_stands: bool = False
    """Whether the test in the log still speaks of the rig; one that found a leak does."""
    leak_asked: LeakAsked
    """What each needle of the leak test stands at, at least, and where soap stands in for one."""
    left: str = ""
    """What the card it stands at asks for and is not done yet."""
    work: WorkNow | None = None
    look: str = ""
    signs: bool = False


def bench_state(plan: Plan, log: RunLog, now: Moment, binds: Sequence[str] = ()) -> BenchState:
    """Return how a run stands at a moment; `binds` says what is stricter than its own plan."""
    cards, holding = cards_of(plan, log), answered(plan, log, now)
    at, kind, test = standing_at(plan, log), kind_of(plan.job), log.leak_test
    return BenchState(
        at=at,
        cards=cards,
        open_stop=open_stop(cards, holding),
        barred=barred_by(plan, log),
        binds=list(binds),
        answered=sorted(holding),
        flame_may_burn=flame_may_burn(cards, at),
        clocks=[clock_state(mark, now) for mark in log.clocks],
        fire_watch_looked=any(one.step == "fire-watch" for one in log.confirmations),
        leak_test_stands=test is not None and (not test.values.tight or leak_holds(log, now)),
        leak_asked=leak_asked(plan),
        left="" if at in holding else _left(plan, log, cards, at, now),
        work=kind.now(plan, log),
        look=kind.look,
        signs=kind.signs,
    )


def _left(plan: Plan, log: RunLog, cards: Sequence[BenchCard], at: str, now: Moment) -> str:
    card = next((card for card in cards if card.step.id == at), None)
    return "" if card is None else undone_at(plan, log, card, now)


def burns(plan: Plan, log: RunLog) -> bool:
    """Return whether the torch may be burning where a run stands."""
    return flame_may_burn(cards_of(plan, log), standing_at(plan, log))


def report_act_at_bench(plan: Plan, log: RunLog, act: str, report: Mapping[str, object]) -> RunLog:
    """Return the log after an act of its kind of work.

    Raises Refused where this kind has no such act, and naming what cannot be used.
    """
    acts = kind_of(plan.job).acts
    if act not in acts:
        raise Refused("act", act, "one of " + ", ".join(acts))
    try:
        read = acts[act].report.model_validate(report)
    except ValidationError as error:
        raise refusals(error)[0] from None
    return acts[act].change(plan, log, read)


def fire_watch_s(plan: Plan) -> float:
    """Return how long the fire watch of a plan is, seconds; an hour where it does not say.

    Args:
        plan: its fire-watch card counts

    Source: NFPA 51B: an hour

    >>> from pellak.core.model.job_base import ShopSchools
    >>> from pellak.core.model.kinds.seam.job import SeamJob
    >>> job = SeamJob(name='tray', alloy='4130', thickness_mm=1.2)
    >>> from pellak.core.plan.compose import compose_plan
    >>> fire_watch_s(compose_plan(job, ShopSchools()))
    3600.0
    """
    return 60.0 * (plan.facts or facts_kept(plan.stations)).fire_watch_min


def stood_at(plan: Plan, log: RunLog, step: str, now: Moment) -> RunLog:
    """Return the log with the bench at another card. Raises Refused past an open stop."""
    cards = cards_of(plan, log)
    must_stand_at(cards, answered(plan, log, now), step, barred_by(plan, log))
    left = standing_at(plan, log)
    clocks = begun_by_leaving(cards, log.clocks, left, step, now, fire_watch_s(plan))
    if left_closing(cards, left, step):
        log = log.model_copy(update={"gas_ended_s": now.utc_s})
    log = after_leaving(log, cards, left, step, _left(plan, log, cards, left, now))
    confirmations = log.confirmations
    if len(clocks) != len(log.clocks) or clocks != log.clocks:
        # A new flame was put out: the look behind is owed again.
        confirmations = [one for one in confirmations if one.step != "fire-watch"]
    return log.model_copy(update={"step": step, "clocks": clocks, "confirmations": confirmations})


def _purge_s(plan: Plan, clock: ClockId) -> float:
    purge = (plan.facts or facts_kept(plan.stations)).purge
    if purge is None:
        raise Refused("clock", clock, "a plan that knows its purge")
    return purge.acetylene_s if clock == "purge-acetylene" else purge.oxygen_s


def _counts_s(
    plan: Plan, log: RunLog, clock: ClockId, stood_s: float, longer: bool
) -> float | None:
    match clock:
        case "stand":
            return stood_s
        case "line-settle":
            return LINE_SETTLES_S
        case "leak":
            return LONG_LEAK_S if longer else LEAK_S[log.start]
        case "purge-acetylene" | "purge-oxygen":
            return _purge_s(plan, clock)
        case "settle":
            return 60 * settles_min(plan.job.thickness_mm or 0.0)
        case "fire-watch":
            return fire_watch_s(plan)
        case "spot-wait":
            wait_min = plan.facts.spot_wait_min if plan.facts else None
            return None if wait_min is None else 60 * wait_min
    return None


def clock_started(
    plan: Plan,
    log: RunLog,
    clock: ClockId,
    now: Moment,
    *,
    ago: str,
    lain: str,
    supplier: str = "",
    longer: bool = False,
) -> RunLog:
    """Return the log with a clock started, `ago` before now.

    Args:
        plan: knows what a clock counts down from.
        log: the log.
        clock: which.
        now: the moment.
        ago: how long ago it began, as typed; nothing typed is now.
        lain: for the standing cylinder, how long it lay, as typed; nothing typed is not long.
        supplier: how long its gas supplier wants it to stand, as typed; nothing typed is not told.
        longer: for the leak test, over a longer time, where a gauge could not tell.

    Raises:
        Refused: a time that cannot be read or used, or a plan without that clock.
    """
    lain_s, ago_s = _typed_s("lain", lain), _typed_s("ago", ago)
    # A tablet that was away may be late; a wait that keeps people safe may run long, never short.
    ago_s = min(ago_s, MOST_LATE_S.get(clock, ago_s))
    stood_s = standing_s(lain_s, _typed_s("supplier", supplier))
    seconds = _counts_s(plan, log, clock, stood_s, longer)
    changes: dict[str, object] = {"clocks": started(log.clocks, clock, seconds, now, ago_s)}
    if clock == "leak":
        changes["leak_test"] = None
    undone = {"leak": "leak", "stand": "stand", "fire-watch": "fire-watch"}.get(clock)
    changes["confirmations"] = [one for one in log.confirmations if one.step != undone]
    return log.model_copy(update=changes)


def _typed_s(field: str, text: str) -> float:
    if not text.strip():
        return 0.0
    try:
        # Nobody tells by the second how long a cylinder lay: a bare number is hours.
        return 3600 * read_quantity(text, "hours").value
    except Refused as refused:
        raise Refused(field, text, refused.accepted) from None


def clock_cleared(log: RunLog, clock: ClockId, at: str) -> RunLog:
    """Return the log without a clock; that one people's safety hangs on was taken back is kept.

    The fire watch is never cleared: it runs out.
    """
    if clock == "fire-watch":
        raise Refused("clock", clock, "a clock other than the fire watch, which runs out by itself")
    if not any(mark.clock == clock for mark in log.clocks):
        return log
    kept = with_taken_back(log, f"clock {clock}", at) if clock in KEPT_CLOCKS else log
    return kept.model_copy(update={"clocks": cleared(log.clocks, clock)})


def restarted_after_clock_change(log: RunLog, now: Moment) -> RunLog:
    """Return the log; a clock begun later than the machine now shows is restarted from now."""
    return log.model_copy(update={"clocks": restarted_if_back(log.clocks, now)})
