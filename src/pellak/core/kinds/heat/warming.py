"""Heating at the bench: what was read of the body, what to do about it, whether it came."""

from pydantic import Field

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.kinds.kind import Marks
from pellak.core.model.kinds.heat.work import HeatLog, HeatNow, HeatWork, KnownBy, Warmth
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import RunLog, with_work
from pellak.core.reading.quantity import read_quantity

NEAR_C = 10.0
COLDEST_READ_C, HOTTEST_READ_C = -40.0, 1300.0
MOST_READ = 200


class WarmthReported(Record):
    """A temperature of the body, as it is typed, and how it was known."""

    body: str = Field(min_length=1, max_length=40)
    by: KnownBy


class CameFree(Record):
    """Whether it came free, went on, bent as wanted."""

    came: bool | None = Field(default=None)


def _log(log: RunLog) -> HeatLog:
    return log.work if isinstance(log.work, HeatLog) else HeatLog()


def says_of(target_c: float, stop_c: float, last_c: float | None) -> tuple[str, bool]:
    """Return what to do at a temperature read, °C, and whether it is said loudly.

    Args:
        target_c: to be reached, °C
        stop_c: never passed, °C
        last_c: as read, °C, None where nothing was

    Source: definition

    >>> says_of(200.0, 250.0, None)[1], says_of(200.0, 250.0, 260.0)[1]
    (False, True)
    """
    if last_c is None:
        return "warm it, keep the flame moving", False
    if last_c > stop_c:
        return "too hot: flame off, let it fall by itself", True
    if last_c >= target_c - NEAR_C:
        return "it is there: hold, or do it now", False
    return f"warm more: {say.kelvin(round(target_c - last_c))} to go", False


def heat_now(plan: Plan, log: RunLog) -> HeatNow | None:
    """Return the heating as it stands."""
    work = plan.work
    if not isinstance(work, HeatWork):
        return None
    kept = _log(log)
    last = kept.read[-1].body_c if kept.read else None
    target = work.free.target_c if work.free else work.given.target_c
    stop = work.free.stop_c if work.free else max(720.0, target)
    says, loud = says_of(target, stop, last)
    return HeatNow(
        target_c=target, stop_c=stop,
        planned_min=work.free.seconds / 60 if work.free and work.free.seconds
        else work.soak.minutes,
        best_moment_s=work.free.best_moment_s if work.free else None,
        what_next=work.free.what_next if work.free else [], last_c=last, says=says, loud=loud,
    )  # fmt: skip


def report_warmth(plan: Plan, log: RunLog, report: WarmthReported) -> RunLog:
    """Return the log with a temperature added. Raises Refused for what is no temperature."""
    kept = _log(log)
    try:
        body_c = read_quantity(report.body, "temperature").value
    except Refused as refused:
        raise Refused("body", report.body, refused.accepted) from None
    if not COLDEST_READ_C <= body_c <= HOTTEST_READ_C:
        raise Refused("body", report.body, say.c(COLDEST_READ_C, to=HOTTEST_READ_C))
    read = [*kept.read, Warmth(body_c=body_c, by=report.by)][-MOST_READ:]
    return with_work(log, kept.model_copy(update={"read": read}))


def came_free(plan: Plan, log: RunLog, report: CameFree) -> RunLog:
    """Return the log with whether it came free."""
    return with_work(log, _log(log).model_copy(update={"came_free": report.came}))


def came_of_it(log: object) -> str:
    """Return what came of it in a few words."""
    if not isinstance(log, HeatLog):
        return ""
    top = max((one.body_c for one in log.read), default=None)
    words = [] if top is None else [f"up to {say.c(top)}"]
    if log.came_free is not None:
        words.append("it came" if log.came_free else "it did not come")
    return ", ".join(words)


def no_marks(plan: Plan) -> Marks:
    """Raise Refused: nothing is marked along a part that is heated."""
    raise Refused("job", plan.job.name, "a job that is marked out: a seam or a bowed member")
