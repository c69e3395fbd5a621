"""From units with their starts to a day in blocks, with the reasons for what is left out."""

from pellak.core.day.calendar import Calendar, Placed
from pellak.core.day.gas_report import gas_of_day, no_gas
from pellak.core.day.given import A_DAY_MIN, DayGiven
from pellak.core.day.greedy import DayPlan
from pellak.core.day.plan import (
    DayBlock,
    DayValues,
    FreeHands,
    NotToday,
    TipChange,
    Way,
)
from pellak.core.day.units import TIP_CHANGE_MIN, DayUnit

FREE_LEAST_MIN, FIT_UP_LEAST_MIN = 10.0, 25.0
"""A shorter wait is no time to begin something else in; a longer one is worth a fit-up."""
LOOK_BACK_MIN = 60.0


def clock(minutes: float) -> str:
    """Return minutes since midnight as a time of day; later days by their name.

    Args:
        minutes: since midnight of the day planned

    Source: definition

    >>> clock(615.0), clock(1500.0)
    ('10:15', 'tomorrow 01:00')
    """
    day, rest = divmod(round(minutes), int(A_DAY_MIN))
    at = f"{rest // 60:02d}:{rest % 60:02d}"
    return at if day == 0 else f"tomorrow {at}" if day == 1 else f"in {day} days {at}"


def day_values(given: DayGiven, plan: DayPlan, way: Way, *, optimal: bool) -> DayValues:
    """Return a plan as it is told."""
    timeline = _timeline(given, plan)
    return DayValues(
        timeline=timeline, done_min=plan.done_min if plan.placed else None,
        tip_changes=_tip_changes(plan), not_today=_not_today(given, plan),
        hands_free=_hands_free(given, plan, timeline), gas=gas_of_day(given, plan), way=way,
        optimal=optimal,
    )  # fmt: skip


def _timeline(given: DayGiven, plan: DayPlan) -> list[DayBlock]:
    blocks: list[DayBlock] = []
    for placed in plan.placed.values():
        unit = placed.unit
        for part in unit.parts:
            end = placed.start_min + part.end_min
            watches = part.phase.needs == "watch"
            blocks.append(
                DayBlock(
                    job=unit.job.id, phase=part.phase.name, needs=part.phase.needs,
                    start_min=placed.start_min + part.offset_min, end_min=end, late_min=end,
                    who=placed.watcher if watches else
                    "" if part.phase.needs == "none" else placed.who,
                    torch=placed.torch if part.phase.needs == "torch" else "",
                    tip=part.phase.tip, place=unit.job.place,
                    pinned=unit.pinned_min is not None,
                    to_tomorrow=part.phase.needs == "none" and end > given.closes_min,
                )
            )  # fmt: skip
    order = {job.id: n for n, job in enumerate(given.jobs)}
    blocks.sort(key=lambda one: (one.start_min, order[one.job], one.end_min))
    return _dragged(given, blocks)


def _dragged(given: DayGiven, blocks: list[DayBlock]) -> list[DayBlock]:
    """Return the blocks with their latest ends: everything before them as slow as it may be."""
    high = {
        (job.id, phase.name): phase.minutes if phase.high is None else phase.high
        for job in given.jobs
        for phase in job.phases
    }
    late: list[DayBlock] = []
    for block in blocks:
        before = [
            other.late_min
            for other in late
            if other.end_min <= block.start_min + 1e-6
            and (
                other.job == block.job
                or (block.who and block.who == other.who and other.needs != "watch")
                or (block.torch and block.torch == other.torch)
            )
        ]
        begins = max([block.start_min, *before])
        longest = max(block.end_min - block.start_min, high[block.job, block.phase])
        late.append(block.model_copy(update={"late_min": begins + longest}))
    return late


def _tip_changes(plan: DayPlan) -> list[TipChange]:
    last: dict[str, str] = {}
    changes: list[TipChange] = []
    for one in sorted(
        (one for one in plan.placed.values() if one.torched), key=lambda one: one.torched or (0, 0)
    ):
        before, tip = last.get(one.torch), one.unit.tip
        if before is not None and before != tip and one.torched:
            at = one.torched[0] - TIP_CHANGE_MIN
            changes.append(TipChange(torch=one.torch, at_min=at, from_tip=before, to_tip=tip))
        last[one.torch] = tip
    return changes


def _not_today(given: DayGiven, plan: DayPlan) -> list[NotToday]:
    """Return what is left, each job once, with the first reason met along its phases."""
    longer = Calendar(given.model_copy(update={"closes_min": 3 * A_DAY_MIN}), dict(plan.placed))
    found: dict[str, NotToday] = {}
    for unit in plan.left:
        short_l = longer.gas_short_l(unit)
        placed = longer.fits(unit)
        if placed is not None:
            longer.add(placed)
        if unit.kept_open_min == 0:
            continue
        names = [part.phase.name for part in unit.parts]
        known = found.get(unit.job.id)
        if known is not None:
            found[unit.job.id] = known.model_copy(update={"phases": [*known.phases, *names]})
            continue
        why = no_gas(short_l) if short_l > 0 else _why(given, longer, unit, placed)
        found[unit.job.id] = NotToday(job=unit.job.id, phases=names, why=why)
    return list(found.values())


def _why(given: DayGiven, longer: Calendar, unit: DayUnit, placed: Placed | None) -> str:
    closes = f"you close at {clock(given.closes_min)}"
    if placed is None:
        return "what comes before it does not go today"
    not_before = unit.job.not_before_min
    if not_before + unit.kept_open_min > given.closes_min:
        reason = unit.job.why_not_before or "it may not begin"
        return f"{reason} until {clock(not_before)}"
    for key, after_min in unit.follows:
        before = longer.placed[key]
        waited = next(p for p in before.unit.parts if abs(p.end_min - after_min) < 1e-6)
        ready = before.start_min + after_min
        if ready + unit.kept_open_min > given.closes_min and waited.phase.needs == "none":
            return f"{waited.phase.name} takes until {clock(ready)}, {closes}"
    if unit.pinned_min is not None and unit.pinned_min + unit.kept_open_min > given.closes_min:
        return (
            f"pinned to {clock(unit.pinned_min)}: too late to end before {clock(given.closes_min)}"
        )
    what = "its watch" if unit.watched else "it"
    return f"{what} would end {clock(placed.open_until_min)}, {closes}"


def _hands_free(given: DayGiven, plan: DayPlan, timeline: list[DayBlock]) -> list[FreeHands]:
    found: list[FreeHands] = []
    for who in given.people:
        spans = sorted(
            one.attended for one in plan.placed.values() if one.who == who and one.attended
        )
        at = given.from_min
        for start, end in [*spans, (max(plan.done_min, at), at)]:
            if start - at >= FREE_LEAST_MIN:
                what = _for_what(given, at, start, who, timeline)
                found.append(FreeHands(who=who, start_min=at, end_min=start, for_what=what))
            at = max(at, end)
    return sorted(found, key=lambda one: (one.start_min, one.who))


def _for_what(
    given: DayGiven, start_min: float, end_min: float, who: str, timeline: list[DayBlock]
) -> str:
    """Return what a free stretch is good for."""
    burnt = [b for b in timeline if b.needs == "torch" and b.end_min <= start_min]
    due = [b for b in burnt if start_min <= b.end_min + LOOK_BACK_MIN <= end_min]
    parts: list[str] = []
    later = next(
        (b for b in timeline if b.needs == "torch" and b.start_min >= end_min and b.who == who),
        None,
    )
    if end_min - start_min >= FIT_UP_LEAST_MIN and later is not None:
        parts.append(f"clean and fit up {given.name_of(later.job)}")
    elif later is not None and later.tip:
        parts.append(f"clean tip {later.tip}, cut rod")
    if due:
        at = clock(due[0].end_min + LOOK_BACK_MIN)
        parts.append(f"look back at {given.name_of(due[0].job)} at {at}")
    return "; ".join(parts) or "sweep, put away, write up the log"
