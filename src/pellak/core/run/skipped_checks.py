"""What a card asks for and was not done as it is left: asked once, and kept in the run."""

from collections.abc import Sequence

from pellak.core.kinds.registry import kind_of
from pellak.core.model.cards import BenchCard
from pellak.core.model.clocks import Moment, clock_state
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import RunLog, SkippedCheck
from pellak.core.run.walk import order_of

MOST_KEPT = 40
PURGE = "purge"
PURGES = (("acetylene", "purge-acetylene"), ("oxygen", "purge-oxygen"))


SHORTEST_REASON = 10
"""Signs of a reason that says something."""


def undone_at(plan: Plan, log: RunLog, card: BenchCard, now: Moment) -> str:
    """Return what a card asks for and is not done yet, in words, or nothing."""
    if card.step.kind == "purge":
        undone = unpurged(log, now)
        reason = next((one.reason for one in log.confirmations if one.step == card.step.id), "")
        return f"{undone} Why: {reason}" if undone and reason else undone
    return kind_of(plan.job).left(plan, log, card.step.kind)


def unpurged(log: RunLog, now: Moment) -> str:
    """Return which gas was not purged for its time, in words, or nothing."""
    undone = []
    for gas, clock in PURGES:
        mark = next((mark for mark in log.clocks if mark.clock == clock), None)
        if mark is not None and mark.started.utc_s <= (log.purge_ended_s or 0.0):
            mark = None
        if mark is None:
            undone.append(f"{gas} was not timed")
        elif not (state := clock_state(mark, now)).over:
            undone.append(f"{gas} {state.elapsed_s:.0f} of {state.seconds or 0:.0f} s")
    return f"Purge cut short: {', '.join(undone)}." if undone else ""


def after_leaving(
    log: RunLog, cards: Sequence[BenchCard], left: str, to: str, undone: str
) -> RunLog:
    """Return the log with what a card left undone kept, and forgotten once it is done after all."""
    order = order_of(cards)
    if order.index(to) <= order.index(left):
        return log
    kept = [one for one in log.skipped_checks if one.step != left]
    if undone:
        kept = [*kept, SkippedCheck(step=left, what=undone)][-MOST_KEPT:]
    return log.model_copy(update={"skipped_checks": kept})
