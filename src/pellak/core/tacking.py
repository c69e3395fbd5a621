"""Tacks as they are made: how many, what was measured between rounds, and what that changes."""

from pydantic import ValidationError

from pellak.core.errors import Refused
from pellak.core.job import refusals
from pellak.core.planned import Plan
from pellak.core.reading.quantity import read_quantity
from pellak.core.run_log import RunLog
from pellak.core.seam.tacks import TacksValues, reckon_tacks
from pellak.core.seam.tacks_given import Measured

MOST_MEASURED = 60


def tacks_now(plan: Plan, log: RunLog) -> TacksValues | None:
    """Return the tacks as they stand: the plan's, or reckoned anew once something was measured."""
    if plan.tacks is None:
        return None
    if not log.tacking.measured:
        return plan.tacks.values
    asked = plan.tacks.given.model_copy(
        update={"done": log.tacking.done, "measured": log.tacking.measured}
    )
    return reckon_tacks(asked, plan.tacks.values.hold_s).values


def tacks_made(plan: Plan, log: RunLog, done: int) -> RunLog:
    """Return the log with so many tacks made. Raises Refused where there are not so many."""
    tacks = tacks_now(plan, log)
    most = len(tacks.tacks) if tacks else 0
    if not 0 <= done <= most:
        raise Refused("done", done, f"0 to {most} tacks")
    return log.model_copy(update={"tacking": log.tacking.model_copy(update={"done": done})})


def tack_measured(plan: Plan, log: RunLog, gap: str, rise: str) -> RunLog:
    """Return the log with gap and rise measured beside the tack made last; the rest adapts.

    Raises Refused before the first tack, and naming the measure that cannot be used.
    """
    tacks, done = tacks_now(plan, log), log.tacking.done
    if tacks is None or done == 0:
        raise Refused("done", done, "at least one tack made before something is measured")
    told = {name: _mm(name, text) for name, text in (("gap", gap), ("rise", rise)) if text.strip()}
    if not told:
        raise Refused("gap", gap, "the gap, or how far an edge stands proud")
    try:
        one = Measured(
            at_mm=tacks.tacks[done - 1].at_mm, gap_mm=told.get("gap"), rise_mm=told.get("rise")
        )
    except ValidationError as error:
        raise refusals(error)[0] from None
    kept = [*log.tacking.measured, one][-MOST_MEASURED:]
    return log.model_copy(update={"tacking": log.tacking.model_copy(update={"measured": kept})})


def _mm(field: str, text: str) -> float:
    try:
        return read_quantity(text, "length").value
    except Refused as refused:
        raise Refused(field, text, refused.accepted) from None
