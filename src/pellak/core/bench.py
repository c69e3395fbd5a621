"""A run at the bench: where it stands, its stops, its clocks; every change is one function here."""

from collections.abc import Mapping

from pydantic import ValidationError

from pellak.core.care.cards import BenchCard, cards_at_bench
from pellak.core.care.clocks import (
    LEAK_S,
    SETTLE_S,
    ClockId,
    ClockState,
    Moment,
    cleared,
    clock_state,
    restarted_if_back,
    standing_s,
    started,
)
from pellak.core.care.leak_test import LeakTestGiven, reckon_leak_test
from pellak.core.care.sequences import Start
from pellak.core.care.walk import (
    begun_by_leaving,
    clock_is_over,
    flame_may_burn,
    must_stand_at,
    open_stop,
    order_of,
)
from pellak.core.errors import Refused
from pellak.core.facts_kept import facts_kept
from pellak.core.gas.hose import Gas
from pellak.core.job import refusals
from pellak.core.plan import Plan
from pellak.core.reading.quantity import read_quantity
from pellak.core.run_log import Confirmation, LeakTest, RunLog
from pellak.core.seam.tacks import TacksValues
from pellak.core.tacking import tacks_now
from pellak.core.working import Record

REDONE = ("equipment", "gas")
"""Phases that are done again once a hose or a cylinder was changed."""
GAUGES = ("contents_before_bar", "contents_after_bar", "outlet_before_bar", "outlet_after_bar")


class BenchState(Record):
    """How a run stands at the bench: its cards for this start and hand, stops and clocks."""

    at: str
    cards: list[BenchCard]
    open_stop: str | None
    flame_may_burn: bool
    clocks: list[ClockState]
    fire_watch_looked: bool
    tacks: TacksValues | None = None


def _cards(plan: Plan, log: RunLog) -> list[BenchCard]:
    return cards_at_bench(plan.cards, log.start, log.hand)


def _answered(log: RunLog) -> frozenset[str]:
    return frozenset(one.step for one in log.confirmations)


def standing_at(plan: Plan, log: RunLog) -> str:
    """Return the id of the card a run stands at."""
    order = order_of(_cards(plan, log))
    return log.step if log.step in order else order[0]


def bench_state(plan: Plan, log: RunLog, now: Moment) -> BenchState:
    """Return how a run stands at a moment."""
    cards = _cards(plan, log)
    at = standing_at(plan, log)
    return BenchState(
        at=at,
        cards=cards,
        open_stop=open_stop(cards, _answered(log)),
        flame_may_burn=flame_may_burn(cards, at),
        clocks=[clock_state(mark, now) for mark in log.clocks],
        fire_watch_looked="fire-watch" in _answered(log),
        tacks=tacks_now(plan, log),
    )


def fire_watch_s(plan: Plan) -> float:
    """Return how long the fire watch of a plan is, seconds; an hour where it does not say."""
    return 60.0 * (plan.facts or facts_kept(plan.stations)).fire_watch_min


def stood_at(plan: Plan, log: RunLog, step: str, now: Moment) -> RunLog:
    """Return the log with the bench at another card. Raises Refused past an open stop."""
    cards = _cards(plan, log)
    must_stand_at(cards, _answered(log), step)
    clocks = begun_by_leaving(
        cards, log.clocks, standing_at(plan, log), step, now, fire_watch_s(plan)
    )
    confirmations = log.confirmations
    if len(clocks) != len(log.clocks) or clocks != log.clocks:
        # A new flame was put out: the look behind is owed again.
        confirmations = [one for one in confirmations if one.step != "fire-watch"]
    return log.model_copy(update={"step": step, "clocks": clocks, "confirmations": confirmations})


def begun(plan: Plan, log: RunLog, start: Start) -> RunLog:
    """Return the log for another kind of start; what was undone has to be tested again.

    Raises Refused while the torch may be burning.
    """
    cards, at = _cards(plan, log), standing_at(plan, log)
    if flame_may_burn(cards, at) and at != order_of(cards)[0]:
        raise Refused("start", start, "the flame put out and the cylinders closed first")
    redone = {card.step.id for card in plan.cards if card.step.phase in REDONE}
    changed = log.model_copy(
        update={
            "start": start,
            "confirmations": [one for one in log.confirmations if one.step not in redone],
            "clocks": cleared(log.clocks, "leak", "purge-acetylene", "purge-oxygen"),
            "leak_test": None,
        }
    )
    now_cards = _cards(plan, changed)
    order = order_of(now_cards)
    first = next(card.step.id for card in now_cards if card.step.phase in REDONE)
    back = at in order and order.index(at) <= order.index(first)
    return changed.model_copy(update={"step": at if back else first})


def confirmed(plan: Plan, log: RunLog, step: str, now: Moment, at: str) -> RunLog:
    """Return the log with a stop answered.

    Raises:
        Refused: no such stop, nobody named, or what it waits for has not happened.
    """
    cards = {card.step.id: card.step for card in _cards(plan, log)}
    asked = cards.get(step)
    if asked is None or (asked.gate != "stop" and asked.kind != "fire-watch"):
        raise Refused("step", step, "a stop of this run")
    if not log.who:
        raise Refused("who", "", "the name of whoever holds the torch")
    _ready(log, asked.kind, now)
    others = [one for one in log.confirmations if one.step != step]
    mine = Confirmation(step=step, at=at, who=log.who)
    return log.model_copy(update={"confirmations": [*others, mine]})


def _ready(log: RunLog, kind: str, now: Moment) -> None:
    """Raise Refused where a stop waits for a clock or a test."""
    running = {mark.clock for mark in log.clocks}
    if kind == "stand" and "stand" in running and not clock_is_over(log.clocks, "stand", now):
        raise Refused("step", "stand", "the cylinder to have stood until the clock stops")
    if kind == "leak":
        if log.leak_test is not None and not log.leak_test.values.tight:
            raise Refused("step", "leak", "a test in which no gauge moves; this one found a leak")
        if log.leak_test is None and not clock_is_over(log.clocks, "leak", now):
            raise Refused("step", "leak", "the test's clock to have run out, both valves closed")
    if kind == "fire-watch" and not clock_is_over(log.clocks, "fire-watch", now):
        raise Refused("step", "fire-watch", "the watch to have run out")


def _purge_s(plan: Plan, clock: ClockId) -> float:
    purge = (plan.facts or facts_kept(plan.stations)).purge
    if purge is None:
        raise Refused("clock", clock, "a plan that knows its purge")
    return purge.acetylene_s if clock == "purge-acetylene" else purge.oxygen_s


def _counts_s(plan: Plan, log: RunLog, clock: ClockId, lain_s: float) -> float | None:
    match clock:
        case "stand":
            return standing_s(lain_s)
        case "leak":
            return LEAK_S[log.start]
        case "purge-acetylene" | "purge-oxygen":
            return _purge_s(plan, clock)
        case "settle":
            return SETTLE_S
        case "fire-watch":
            return fire_watch_s(plan)
    return None


def clock_started(
    plan: Plan, log: RunLog, clock: ClockId, now: Moment, *, ago: str, lain: str
) -> RunLog:
    """Return the log with a clock started, `ago` before now.

    Args:
        plan: knows what a clock counts down from.
        log: the log.
        clock: which.
        now: the moment.
        ago: how long ago it began, as typed; nothing typed is now.
        lain: for the standing cylinder, how long it lay, as typed; nothing typed is not long.

    Raises:
        Refused: a time that cannot be read or used, or a plan without that clock.
    """
    lain_s, ago_s = _typed_s("lain", lain), _typed_s("ago", ago)
    seconds = _counts_s(plan, log, clock, lain_s)
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
        return read_quantity(text, "time").value
    except Refused as refused:
        raise Refused(field, text, refused.accepted) from None


def clock_cleared(log: RunLog, clock: ClockId) -> RunLog:
    """Return the log without a clock. The fire watch is never cleared: it runs out."""
    if clock == "fire-watch":
        raise Refused("clock", clock, "a clock other than the fire watch, which runs out by itself")
    return log.model_copy(update={"clocks": cleared(log.clocks, clock)})


def put_right(log: RunLog, now: Moment) -> RunLog:
    """Return the log with the clocks the machine's clock went back behind started over."""
    return log.model_copy(update={"clocks": restarted_if_back(log.clocks, now)})


def leak_tested(
    plan: Plan, log: RunLog, readings: Mapping[Gas, Mapping[str, str]], now: Moment, at: str
) -> RunLog:
    """Return the log with a leak test's eight readings and what came of them.

    Raises Refused before its clock has run out, and naming the reading that cannot be used.
    """
    if not clock_is_over(log.clocks, "leak", now):
        raise Refused("readings", "", "the test's clock to have run out, both valves closed")
    if not log.who:
        raise Refused("who", "", "the name of whoever holds the torch")
    gases: tuple[Gas, Gas] = ("acetylene", "oxygen")
    read = {
        gas: {
            gauge: _bar(f"{gas}.{gauge}", readings.get(gas, {}).get(gauge, "")) for gauge in GAUGES
        }
        for gas in gases
    }
    seconds = LEAK_S[log.start]
    try:
        given = LeakTestGiven.model_validate({**read, "seconds": seconds})
    except ValidationError as error:
        raise refusals(error)[0] from None
    test = LeakTest(at=at, who=log.who, given=given, values=reckon_leak_test(given).values)
    others = [one for one in log.confirmations if one.step != "leak"]
    return log.model_copy(update={"leak_test": test, "confirmations": others})


def _bar(field: str, text: str) -> float:
    try:
        return read_quantity(text, "pressure").value
    except Refused as refused:
        raise Refused(field, text, refused.accepted) from None
