"""What was done to the rig since it last burnt, and what may therefore be gone on from."""

from pellak.core.answer.errors import Refused
from pellak.core.model.clocks import Moment, cleared
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import SINCE, Batch, Confirmation, RunLog
from pellak.core.model.sequences import VOUCHED, Start
from pellak.core.run.bench import burns
from pellak.core.run.class_turn import batch_holds, in_its_shift
from pellak.core.run.hold_points import cards_of, leak_holds, piece_of, standing_at
from pellak.core.run.holding import latest
from pellak.core.run.leak_at_bench import tested_high_enough
from pellak.core.run.short_start import shown_by
from pellak.core.run.walk import flame_may_burn, order_of

REDONE = ("equipment", "gas")
"""Phases that are done again once a hose or a cylinder was changed."""


def begun(
    plan: Plan,
    log: RunLog,
    start: Start,
    now: Moment,
    before: RunLog | None = None,
    planned_before: Plan | None = None,
    at: str = "",
) -> RunLog:
    """Return the log for another kind of start; what was undone has to be tested again.

    Args:
        plan: what the run is held to.
        log: the log.
        start: what was done to the torch since it last burnt.
        now: the moment.
        before: the log of the run before this one; a short start or a class goes on from it.
        planned_before: the plan of that run; what differs from it has its card.
        at: the moment as it is written down, UTC, ISO 8601.

    Raises Refused while the torch may be burning, and a short start that nothing vouches for.
    """
    if start in VOUCHED:
        _vouched_for(start, plan, log, before, now)
    cards, here = cards_of(plan, log), standing_at(plan, log)
    if flame_may_burn(cards, here) and here != order_of(cards)[0]:
        raise Refused("start", start, "the flame put out and the cylinders closed first")
    redone = {card.step.id for card in plan.cards if card.step.phase in REDONE}
    changed = log.model_copy(
        update={
            "start": start,
            "confirmations": [one for one in log.confirmations if one.step not in redone],
            "clocks": cleared(log.clocks, "line-settle", "leak", "purge-acetylene", "purge-oxygen"),
            "leak_test": before.leak_test if before and start in VOUCHED else None,
            "lit_before": shown_by(planned_before.cards)
            if planned_before and start in VOUCHED
            else None,
            "batch": _lot(plan, before, now) if start == "class" else None,
        }
    )
    if log.who:
        told = Confirmation(step=SINCE, at=at, who=log.who, given_s=now.utc_s)
        others = [one for one in changed.confirmations if one.step != SINCE]
        changed = changed.model_copy(update={"confirmations": [*others, told]})
    now_cards = cards_of(plan, changed)
    order = order_of(now_cards)
    first = next(card.step.id for card in now_cards if card.step.phase in REDONE)
    back = here in order and order.index(here) <= order.index(first)
    return changed.model_copy(update={"step": here if back else first})


def handed_over(plan: Plan, before: RunLog, after: RunLog, now: Moment) -> RunLog:
    """Return the log once somebody else holds the torch: what vouched for the first hands is gone.

    A flame that burns is shut down first, by whoever holds it.
    """
    if before.start not in VOUCHED or before.who in ("", after.who) or burns(plan, after):
        return after
    anew = begun(plan, after, "daily", now)
    # Nobody told it of these hands: it is asked.
    asked = [one for one in anew.confirmations if one.step != SINCE]
    return anew.model_copy(update={"confirmations": asked})


def _lot(plan: Plan, before: RunLog | None, now: Moment) -> Batch | None:
    """Return the lot that was answered for, where this piece is of it."""
    batch = before.batch if before else None
    if batch is None or not batch_holds(batch, piece_of(plan)) or not in_its_shift(batch, now):
        return None
    return batch


def _vouched_for(start: Start, plan: Plan, log: RunLog, before: RunLog | None, now: Moment) -> None:
    """Raise Refused where the run before does not vouch for rig, gas and hands."""
    if not log.who:
        raise Refused("who", "", "the name of whoever holds the torch")
    # What ended the gas since may have been told by another run, and is in this log only.
    if before is None or not leak_holds(_ended_with(before, log), now):
        why = "the daily start: no leak test of today stands, or the cylinders were closed since"
    elif start == "short" and before.who != log.who:
        why = f"the daily start: {before.who} held the torch, not {log.who}"
    elif any(pop.what == "flash-back" for pop in before.pops):
        why = "the full start after what was examined: a flash-back was told"
    elif before.pops:
        why = "the daily start: the torch popped, so it is looked at and purged again"
    elif before.leak_test is not None and not tested_high_enough(plan, before.leak_test):
        why = "the daily start: this job is set higher than the leak test stood at"
    elif _purge_ended_after(before, log):
        why = "the daily start: a backfire on this rig since, so it is purged again"
    else:
        return
    raise Refused("start", start, why)


def _purge_ended_after(before: RunLog, log: RunLog) -> bool:
    ended_s = max(before.purge_ended_s or 0.0, log.purge_ended_s or 0.0)
    tested = before.leak_test
    return tested is not None and tested.read_s is not None and ended_s > tested.read_s


def _ended_with(before: RunLog, log: RunLog) -> RunLog:
    return before.model_copy(update={"gas_ended_s": latest(before.gas_ended_s, log.gas_ended_s)})
