"""From a job's plan to its phases of a day: the plan's own minutes and waits."""

from dataclasses import dataclass

from pellak.core import say
from pellak.core.day.given import DayJob, DayPhase
from pellak.core.model.facts import Facts

PREPARE_MIN, PREPARE_SPREAD = 15.0, (0.6, 2.0)
"""Cleaning and fitting up: an estimate; no plan counts it."""
DRESS_MIN, DRESS_SPREAD = 10.0, (0.5, 2.0)
SHEET_COOLS_MIN = 20.0
SLOW_COOLS_MIN = 12 * 60.0
"""Buried in sand or lime, where nothing is reckoned."""
LEAST_LEFT_MIN = 5.0
"""What a run that drags on is planned to take from now on, at the least."""
FLAME_SPREAD = (0.7, 1.6)
PREPARE, FLAME, WATCH, COOL, DRESS = "prepare", "flame", "watch", "cool", "dress"


@dataclass(frozen=True)
class RunProgress:
    """How far a job's run of today is: minutes since it began, and since its flame went out for
    good; None where it burns."""

    began_min_ago: float
    ended_min_ago: float | None = None


def day_job(
    job_id: str,
    name: str,
    place: str,
    facts: Facts | None,
    run: RunProgress | None,
    priority: int = 5,
) -> DayJob | str:
    """Return a job as a day's, of a `priority` of 1 to 9, or the reason why its plan gives none.

    A run under way comes before all else.

    Args:
        job_id: the job's
        name: its name
        place: where it is worked
        facts: of its plan, None where it gives none
        run: under way, or None
        priority: 1 to 9

    Source: the plan's own minutes

    >>> day_job('a', 'tray', 'shop', None, None, 5)
    'its plan does not say yet how long the flame burns'
    """
    flame = flame_min(facts)
    if facts is None or flame is None:
        return "its plan does not say yet how long the flame burns"
    if facts.gas is not None and facts.gas.not_counted:
        return facts.gas.not_counted
    minutes, high = flame
    phases: list[DayPhase] = []
    ended = run.ended_min_ago if run else None
    if run is None:
        phases.append(_hands(PREPARE, PREPARE_MIN, PREPARE_SPREAD))
    if ended is None:
        taken = run.began_min_ago if run else 0.0
        left = minutes if run is None else max(LEAST_LEFT_MIN, minutes - taken)
        flow = facts.greatest_l_per_h or facts.acetylene_l_per_h or 0.0
        litres = (facts.gas.total_l if facts.gas else 0.0) * left / max(minutes, left)
        phases.append(
            DayPhase(
                name=FLAME, minutes=left, low=FLAME_SPREAD[0] * left,
                high=max(high - taken, FLAME_SPREAD[1] * left), needs="torch",
                tip=facts.tip or f"head {say.l_per_h(flow)}", acetylene_l=litres,
                oxygen_l=litres * (facts.oxygen_ratio or 1.0), draw_l_per_h=flow or None,
            )
        )  # fmt: skip
    since = ended or 0.0
    # Watch and cooling begin together: with the end of the flame, or where it is out, now.
    after = FLAME if ended is None else ""
    watch = max(0.0, facts.fire_watch_min - since)
    if watch:
        phases.append(
            DayPhase(name=WATCH, minutes=watch, needs="watch", after=after, after_gap_max_min=0.0)
        )
    cool = max(0.0, _cool_min(facts) - since)
    phases.append(DayPhase(name=COOL, minutes=cool, needs="none", after=after))
    phases.append(_hands(DRESS, DRESS_MIN, DRESS_SPREAD))
    return DayJob(
        id=job_id, name=name, place=place, phases=phases,
        priority=1 if run is not None else priority, begun=run is not None,
    )  # fmt: skip


def drags(facts: Facts | None, run: RunProgress) -> str:
    """Return in words that a run takes longer than its plan's slowest hand; nothing otherwise."""
    flame = flame_min(facts)
    if flame is None or run.ended_min_ago is not None:
        return ""
    # The safe start is in it, and no plan counts that.
    if run.began_min_ago <= PREPARE_MIN + flame[1]:
        return ""
    return (
        f"begun {run.began_min_ago:.0f} min ago, planned for {flame[0]:.0f} min at the flame, "
        f"{flame[1]:.0f} at the most"
    )


def _hands(name: str, minutes: float, spread: tuple[float, float]) -> DayPhase:
    return DayPhase(
        name=name, minutes=minutes, low=spread[0] * minutes, high=spread[1] * minutes,
        needs="hands",
    )  # fmt: skip


def flame_min(facts: Facts | None) -> tuple[float, float] | None:
    """Return minutes at the torch and the most of them; None where the plan does not say.

    Args:
        facts: of a plan

    Source: the plan's own minutes, or its gas at its flow

    >>> flame_min(Facts(start_c=20.0, job_min=10.0))
    (10.0, 16.0)
    """
    if facts is None:
        return None
    if facts.job_min is not None:
        minutes = facts.job_min
    elif facts.gas is not None and facts.acetylene_l_per_h:
        minutes = 60 * facts.gas.total_l / facts.acetylene_l_per_h
    else:
        return None
    minutes += facts.spot_wait_min or 0.0
    slow = [one.high_min / one.minutes for one in facts.passes if one.high_min and one.minutes]
    return minutes, minutes * max([FLAME_SPREAD[1], *slow])


def _cool_min(facts: Facts) -> float:
    if facts.watch is not None and facts.watch.touch_high_h is not None:
        return 60 * facts.watch.touch_high_h
    return SLOW_COOLS_MIN if facts.cool_in == "slow" else SHEET_COOLS_MIN
