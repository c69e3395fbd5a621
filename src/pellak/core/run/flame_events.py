"""What goes wrong at the bench and is told: a pop, a flash-back, a flame-out that was none."""

from pellak.core.answer.errors import Refused
from pellak.core.kinds.registry import kind_of
from pellak.core.model.clocks import Moment, cleared, started
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import Pop, Popped, RunLog, with_taken_back
from pellak.core.model.sequences import FLAME_OUT_PHASE
from pellak.core.run.bench import fire_watch_s
from pellak.core.run.hold_points import answered, barred_by, cards_of, standing_at
from pellak.core.run.walk import CLOSING, must_stand_at, order_of


def report_backfire(plan: Plan, log: RunLog, what: Popped, now: Moment, at: str) -> RunLog:
    """Return the log with a backfire or a flash-back told.

    A backfire leads back to the purge, a second one to the flame-out card. A flash-back leads to
    the closing of the cylinders, past that card, so its fire watch begins here.
    """
    after = log.model_copy(update={"pops": [*log.pops, Pop(what=what, at=at, who=log.who)]})
    cards = cards_of(plan, after)
    out = next(card.step.id for card in cards if card.step.phase == FLAME_OUT_PHASE)
    purge = next((card.step.id for card in cards if card.step.kind == "purge"), out)
    clocks = cleared(after.clocks, "purge-acetylene", "purge-oxygen")
    step = out if barred_by(plan, after) else purge
    confirmations = after.confirmations
    if what == "flash-back":
        step = next((card.step.id for card in cards if card.step.id == CLOSING), out)
        clocks = started(clocks, "fire-watch", fire_watch_s(plan), now)
        confirmations = [one for one in confirmations if one.step != "fire-watch"]
    return after.model_copy(
        update={
            "step": step,
            "clocks": clocks,
            "confirmations": confirmations,
            # What stands in the hoses now is not what was blown out: the purge is owed again.
            "purge_ended_s": now.utc_s,
        }
    )


def undo_flame_out(plan: Plan, log: RunLog, reason: str, now: Moment, at: str) -> RunLog:
    """Return the log with a flame-out that never was taken back; its fire watch goes with it.

    Raises Refused once the cylinders were closed, without a reason, and where no flame was out.
    """
    cards, here = cards_of(plan, log), standing_at(plan, log)
    order = order_of(cards)
    if not any(mark.clock == "fire-watch" for mark in log.clocks):
        raise Refused("reason", reason, "a flame that was put out in this run")
    closed = CLOSING in order and order.index(here) > order.index(CLOSING)
    if closed or barred_by(plan, log):
        raise Refused("reason", reason, "a torch that still burns; this one was shut down")
    if not reason.strip():
        raise Refused("reason", reason, "why, in a word: the run keeps it")
    worked = kind_of(plan.job).worked
    work = next(card.step.id for card in cards if card.step.kind == worked)
    must_stand_at(cards, answered(plan, log, now), work)
    after = with_taken_back(log, "flame out", at, reason.strip())
    return after.model_copy(update={"step": work, "clocks": cleared(log.clocks, "fire-watch")})
