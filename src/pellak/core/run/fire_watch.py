"""Who keeps a fire watch, and why that person lights nothing elsewhere meanwhile (NFPA 51B)."""

from collections.abc import Iterable

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.model.clocks import Moment, clock_state
from pellak.core.model.run_log import RunLog

FIRE_WATCH = "fire-watch"
KEPT_FOR_HOT_WORK = "shop"
"""Where one who works on sees the place of the watch all the while."""


class WatchKept(Record):
    """A fire watch that runs: of which run and job, who keeps it, at what place, s left."""

    run_id: str
    job_name: str
    who: str
    place: str | None
    left_s: float


def kept_by(log: RunLog) -> str:
    """Return who keeps a run's fire watch: whoever held the torch, until another is named."""
    return log.watcher or log.who


def watch_of(
    run_id: str, job_name: str, place: str | None, log: RunLog, now: Moment
) -> WatchKept | None:
    """Return a run's fire watch while it runs; None where it has none, or its time is over."""
    mark = next((mark for mark in log.clocks if mark.clock == FIRE_WATCH), None)
    if mark is None or (state := clock_state(mark, now)).over:
        return None
    return WatchKept(
        run_id=run_id, job_name=job_name, who=kept_by(log), place=place, left_s=state.left_s or 0.0
    )


def watching_elsewhere(
    who: str, run_id: str, place: str | None, watches: Iterable[WatchKept]
) -> str:
    """Return why somebody may not light: the watch they keep at another place. Or nothing.

    At one place kept for hot work, such as the shop's own bench, the watch is kept from the work.

    Args:
        who: whoever holds the torch; nobody named watches nothing.
        run_id: the run that is to be lit: its own watch starts anew as its flame goes out.
        place: where that is.
        watches: every fire watch that runs.
    """
    for watch in watches:
        # A place nobody told is only lit at once it was said to be one kept for hot work.
        places = {where or KEPT_FOR_HOT_WORK for where in (place, watch.place)}
        same_place = places == {KEPT_FOR_HOT_WORK}
        if who and watch.who == who and watch.run_id != run_id and not same_place:
            return (
                f"{who} keeps the fire watch of {watch.job_name}, {watch.left_s / 60:.0f} min "
                "more: somebody else is named for it first"
            )
    return ""


def with_watcher(log: RunLog, who: str) -> RunLog:
    """Return the log with somebody else keeping its fire watch. Raises Refused without a name."""
    if not who.strip():
        raise Refused("who", who, "the name of whoever watches now")
    if not any(mark.clock == FIRE_WATCH for mark in log.clocks):
        raise Refused("who", who, "a fire watch that runs; this run has none")
    return log.model_copy(update={"watcher": " ".join(who.split())[:60]})
