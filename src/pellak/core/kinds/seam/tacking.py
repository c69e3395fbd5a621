"""Tacks as they are made: how many, what was measured between rounds, and what that changes."""

from pydantic import Field, ValidationError

from pellak.core.answer.errors import Refused, refusals
from pellak.core.answer.working import Record
from pellak.core.model.kinds.seam.work import MOST_MEASURED, SeamLog, SeamNow, SeamWork, TackPlan
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import RunLog, with_work
from pellak.core.reading.quantity import read_quantity
from pellak.core.seam.tacks import TacksValues, reckon_tacks
from pellak.core.seam.tacks_given import MOST_TACKS, Measured


class TacksMade(Record):
    """How many tacks are made."""

    done: int = Field(ge=0, le=MOST_TACKS)


class TackMeasures(Record):
    """What was measured beside the last tack, as typed; empty where it was not."""

    gap: str = Field(default="", max_length=40)
    rise: str = Field(default="", max_length=40)


def tacks_of(plan: Plan) -> TackPlan:
    """Return a plan's tacks. Raises Refused where the job has none."""
    tacks = _planned(plan)
    if tacks is None:
        raise Refused("job", plan.job.name, "a seam with a length, that is tacked")
    return tacks


def _planned(plan: Plan) -> TackPlan | None:
    return plan.work.tacks if isinstance(plan.work, SeamWork) else None


def _log(log: RunLog) -> SeamLog:
    return log.work if isinstance(log.work, SeamLog) else SeamLog()


def seam_now(plan: Plan, log: RunLog) -> SeamNow:
    """Return the seam as it stands."""
    return SeamNow(tacks=tacks_now(plan, log))


def tacks_now(plan: Plan, log: RunLog) -> TacksValues | None:
    """Return the tacks as they stand: the plan's, or reckoned anew once something was measured."""
    planned, logged = _planned(plan), _log(log)
    if planned is None:
        return None
    if not logged.measured:
        return planned.values
    asked = planned.given.model_copy(update={"done": logged.done, "measured": logged.measured})
    return reckon_tacks(asked, planned.values.hold_s).values


def unfinished_work(plan: Plan, log: RunLog, step: str) -> str:
    """Return the tacks not made yet."""
    tacks = _planned(plan)
    if step != "tacks" or tacks is None:
        return ""
    done = log.work.done if isinstance(log.work, SeamLog) else 0
    count = len(tacks.values.tacks)
    return f"{done} of {count} tacks made." if done < count else ""


def tacks_made(plan: Plan, log: RunLog, made: TacksMade) -> RunLog:
    """Return the log with so many tacks made. Raises Refused where there are not so many."""
    tacks = tacks_now(plan, log)
    most = len(tacks.tacks) if tacks else 0
    if made.done > most:
        raise Refused("done", made.done, f"0 to {most} tacks")
    return with_work(log, _log(log).model_copy(update={"done": made.done}))


def tack_measured(plan: Plan, log: RunLog, read: TackMeasures) -> RunLog:
    """Return the log with gap and rise measured beside the tack made last; the rest adapts.

    Raises Refused before the first tack, and naming the measure that cannot be used.
    """
    tacks, kept = tacks_now(plan, log), _log(log)
    if tacks is None or kept.done == 0:
        raise Refused("done", kept.done, "at least one tack made before something is measured")
    typed = {"gap": read.gap, "rise": read.rise}
    measured_mm = {name: _mm(name, text) for name, text in typed.items() if text.strip()}
    if not measured_mm:
        raise Refused("gap", read.gap, "the gap, or how far an edge stands proud")
    try:
        one = Measured(
            at_mm=tacks.tacks[kept.done - 1].at_mm,
            gap_mm=measured_mm.get("gap"),
            rise_mm=measured_mm.get("rise"),
        )
    except ValidationError as error:
        raise refusals(error)[0] from None
    measured = [*kept.measured, one][-MOST_MEASURED:]
    return with_work(log, kept.model_copy(update={"measured": measured}))


def _mm(field: str, text: str) -> float:
    try:
        return read_quantity(text, "length").value
    except Refused as refused:
        raise Refused(field, text, refused.accepted) from None
