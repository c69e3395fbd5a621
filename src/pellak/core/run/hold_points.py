"""Stops of a run: which are answered and hold, what bars the light, and how one is answered."""

import hashlib
from typing import Literal

from pellak.core.answer.errors import Refused
from pellak.core.model.cards import BenchCard, cards_at_bench
from pellak.core.model.clocks import Moment
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import SINCE, Confirmation, RunLog
from pellak.core.model.sequences import VOUCHED, every_step
from pellak.core.run.class_turn import PIECE_STOPS, batch_holds, in_its_shift
from pellak.core.run.holding import answer_holds
from pellak.core.run.short_start import differing
from pellak.core.run.skipped_checks import PURGE, SHORTEST_REASON, unpurged
from pellak.core.run.walk import LIGHTS, clock_is_over, light_of, order_of

MOST_POPS = 2
MOST_REASON = 200
Answered = Literal["yes", "no"]


def cards_of(plan: Plan, log: RunLog) -> list[BenchCard]:
    """Return the cards of a run, for its kind of start and the hand that holds the torch."""
    shown = log.lit_before if log.start in VOUCHED else None
    also = {} if shown is None else differing(plan.cards, shown)
    lot = log.start == "class" and batch_holds(log.batch, piece_of(plan))
    return cards_at_bench(plan.cards, log.start, log.hand, also, PIECE_STOPS if lot else ())


def standing_at(plan: Plan, log: RunLog) -> str:
    """Return the id of the card a run stands at.

    A card that today's plan has no more, as of another torch, leaves the run where it was: before
    the light at the card before it, from the light on at the one that follows. A flame that burns
    is nowhere taken for one that does not.
    """
    order = order_of(cards_of(plan, log))
    if log.step in order:
        return log.step
    places = {step.id: place for place, step in enumerate(every_step())}
    if log.step not in places:
        return order[0]
    gone = places[log.step]
    known = [step for step in order if step in places]
    if gone < min(places[light] for light in LIGHTS):
        return next((step for step in reversed(known) if places[step] < gone), order[0])
    lit = [step for step in known[light_of(known) :] if places[step] > gone]
    return min(lit, key=places.__getitem__, default=order[-1])


def piece_of(plan: Plan) -> str:
    """Return a short mark of all a job says of its piece: an answer about it ends with it."""
    document = plan.job.model_dump_json(exclude={"name", "belongs_to", "typed"})
    return hashlib.sha256(document.encode()).hexdigest()[:12]


def answered(plan: Plan, log: RunLog, now: Moment) -> frozenset[str]:
    """Return the stops whose answer is yes and still holds."""
    phases = {card.step.id: card.step.phase for card in plan.cards}
    piece = piece_of(plan)
    tested = leak_holds(log, now)
    return frozenset(
        one.step
        for one in log.confirmations
        if one.answer == "yes"
        and one.step in phases
        and _since(one.given_s, log.answers_ended_s)
        and (one.step != "leak" or tested)
        and (one.step != PURGE or _since(one.given_s, log.purge_ended_s))
        and (one.step != SINCE or _still_vouched(one, log, now))
        and answer_holds(
            phases[one.step],
            given_s=one.given_s,
            now_s=now.utc_s,
            same_hands=one.who == log.who,
            same_piece=one.piece in ("", piece),
            gas_ended_s=log.gas_ended_s,
        )
    )


def _since(given_s: float | None, ended_s: float | None) -> bool:
    return ended_s is None or (given_s is not None and given_s > ended_s)


def _still_vouched(told: Confirmation, log: RunLog, now: Moment) -> bool:
    """Return whether nothing befell the rig since it was told that nothing had."""
    if log.start not in VOUCHED:
        return True
    nothing = all(_since(told.given_s, e) for e in (log.gas_ended_s, log.purge_ended_s))
    # Such a start has no test of its own: a leak found since, in whichever run, ends it too.
    return (
        nothing
        and leak_holds(log, now)
        and (log.batch is None or log.start == "short" or in_its_shift(log.batch, now))
    )


def leak_holds(log: RunLog, now: Moment) -> bool:
    """Return whether a leak test was read, found tight, and still speaks of this gas."""
    test = log.leak_test
    return (
        test is not None
        and test.values.tight
        and answer_holds(
            "gas",
            given_s=test.read_s,
            now_s=now.utc_s,
            same_hands=True,
            same_piece=True,
            gas_ended_s=log.gas_ended_s,
        )
    )


def barred_by(plan: Plan, log: RunLog) -> str:
    """Return what bars the light whatever is answered, or nothing."""
    happened = [pop.what for pop in log.pops]
    if "flash-back" in happened:
        return "a flash-back was told: torch, hoses and arrestors are examined first"
    if happened.count("backfire") >= MOST_POPS:
        return "it popped twice: shut down and find the cause"
    return "" if plan.may_start else plan.why_not


def confirmed(
    plan: Plan,
    log: RunLog,
    step: str,
    now: Moment,
    at: str,
    answer: Answered = "yes",
    reason: str = "",
) -> RunLog:
    """Return the log with a stop answered on its own card; "no" is kept too, and bars.

    A purge is answered by its clocks, or by a written `reason` that is kept.

    Raises:
        Refused: no such stop, another card, nobody named, or what it waits for has not happened.
    """
    cards = {card.step.id: card.step for card in cards_of(plan, log)}
    asked = cards.get(step)
    if asked is None or (asked.gate != "stop" and asked.kind != "fire-watch"):
        raise Refused("step", step, "a stop of this run")
    if asked.kind != "fire-watch" and standing_at(plan, log) != step:
        raise Refused("step", step, "to be answered on its own card")
    # Whoever looks behind last need not be whoever held the torch.
    if not log.who and asked.kind != "fire-watch":
        raise Refused("who", "", "the name of whoever holds the torch")
    if answer == "yes":
        _ready(log, asked.kind, now, " ".join(reason.split()))
    others = [one for one in log.confirmations if one.step != step]
    mine = Confirmation(
        step=step, at=at, who=log.who, answer=answer, given_s=now.utc_s, piece=piece_of(plan),
        reason=reason.strip()[:MOST_REASON],
    )  # fmt: skip
    return log.model_copy(update={"confirmations": [*others, mine]})


def _ready(log: RunLog, kind: str, now: Moment, reason: str) -> None:
    """Raise Refused where a stop waits for a clock or a test."""
    running = {mark.clock for mark in log.clocks}
    if kind == "since" and log.start in VOUCHED:
        raise Refused("step", "since", "what was done to the rig, told anew: a start of today "
                      "goes on from a light that still stands")  # fmt: skip
    number, _, issuer = reason.partition(",")
    if kind == "permit" and not (number.strip() and issuer.strip()):
        raise Refused("reason", reason, "the permit's number and who issued it, as 114, Dahl")
    if kind == "stand" and "stand" in running and not clock_is_over(log.clocks, "stand", now):
        raise Refused("step", "stand", "the cylinder to have stood until the clock stops")
    if kind == "leak" and not leak_holds(log, now):
        if log.leak_test is not None and not log.leak_test.values.tight:
            raise Refused("step", "leak", "a test in which no gauge moves; this one found a leak")
        raise Refused("step", "leak", "the four needles of a test, looked at and judged")
    if kind == "purge" and len(reason) < SHORTEST_REASON and (undone := unpurged(log, now)):
        undone = undone.removeprefix("Purge cut short: ").removesuffix(".")
        words = f"both clocks run out, or why not in ten signs or more: {undone}"
        raise Refused("reason", reason, words)
    if kind == "fire-watch" and not clock_is_over(log.clocks, "fire-watch", now):
        raise Refused("step", "fire-watch", "the watch to have run out")
