"""The day reckoner: what to do when, what cannot be done today and why, tips, gas, hands free."""

from pellak.core import say
from pellak.core.answer.working import Answer, Caution, Reckoner, Working
from pellak.core.day.exact import proved
from pellak.core.day.explain import clock, day_values
from pellak.core.day.given import DayGiven
from pellak.core.day.greedy import DayPlan, plan_greedily
from pellak.core.day.local_search import search_locally
from pellak.core.day.lower_bound import ends_as_early_as_can_be
from pellak.core.day.plan import DayValues, Way
from pellak.core.gas.cylinders import DRAW_SOURCE

SOURCE = (
    "list scheduling in many orders, made better by small moves; up to twelve jobs also as a "
    "mixed-integer program (HiGHS), which says where nothing ends earlier"
)
WATCH_SOURCE = "NFPA 51B: the watch goes on after the last flame, and somebody stays for it"


class DayAnswer(Answer):
    """Answer of the day reckoner."""

    values: DayValues


def plan_day(given: DayGiven) -> DayAnswer:
    """Return a day's plan: every block in its place, what is left out and why, tips, gas.

    Valid for up to sixty jobs and six people and torches, one day between opening and closing,
    minutes since midnight; proved for up to twelve jobs. People are alike, tips are unlimited, and
    every torch may draw on every cylinder.
    Source: SOURCE.
    Raises Refused, naming the field, where the day does not hold together.
    """
    given = given.checked()
    plan, optimal = plan_greedily(given), False
    way: Way = "list"
    if given.exact:
        # A bound proves most small days at once; the program may need longer than it has.
        optimal = ends_as_early_as_can_be(given, plan)
        better = None if optimal else proved(given, plan)
        if better is not None and better.plan.worth()[:3] <= plan.worth()[:3]:
            optimal = better.optimal
            if better.plan.worth() < plan.worth():
                plan, way = better.plan, "program"
        plan = search_locally(given, plan)
    values = day_values(given, plan, way, optimal=optimal)
    return DayAnswer(
        values=values, working=_working(given, plan, values), cautions=_cautions(given, values)
    )


def _working(given: DayGiven, plan: DayPlan, values: DayValues) -> list[Working]:
    proof = "nothing ends earlier" if values.optimal else "the best of those tried"
    latest = max((block.late_min for block in values.timeline if not block.to_tomorrow), default=0)
    return [
        Working(
            name="done", value=None if values.done_min is None else clock(values.done_min),
            formula="latest end of whatever somebody is needed for",
            inserted=f"{len(plan.placed)} stretches, {len(given.people)} people, "
            f"{len(given.torches)} torches: {proof}",
            source=SOURCE, note=f"if everything drags: {clock(latest)}" if latest else "",
        ),
        Working(
            name="acetylene", value=values.gas.acetylene_l, unit="L",
            formula="sum over what is planned",
            inserted=" + ".join(f"{one.acetylene_l:.0f}" for one in values.gas.by_hour) or "0",
            source="each job's own plan",
        ),
    ]  # fmt: skip


def _cautions(given: DayGiven, values: DayValues) -> list[Caution]:
    cautions: list[Caution] = []
    gas = values.gas
    if gas.enough is False:
        cautions.append(
            Caution(
                level="warn", source="each job's own plan",
                text=f"Acetylene runs out in {gas.runs_out_in}: swap before it.",
                reason="A cylinder that empties under a flame draws it back into the hose.",
            )
        )  # fmt: skip
    over = [one for one in gas.by_hour if one.over_limit]
    if over and gas.draw_limit_by_hour_l is not None:
        worst = max(over, key=lambda one: one.acetylene_l)
        cautions.append(
            Caution(
                level="warn", source=DRAW_SOURCE,
                text=f"From {clock(worst.hour_min)} an hour burns "
                f"{say.litres(worst.acetylene_l, places=0)} of "
                f"acetylene; all cylinders together give "
                f"{say.litres(gas.draw_limit_by_hour_l, places=0, limit='<')} an hour.",
                reason="Drawn faster, a cylinder gives acetone with its gas; pin a job to later or "
                "couple one more.",
            )
        )  # fmt: skip
    late = [
        block for block in values.timeline
        if block.needs != "none" and block.late_min > given.closes_min >= block.end_min
    ]  # fmt: skip
    if late:
        last = max(late, key=lambda one: one.late_min)
        watches = last.needs == "watch"
        what = "the fire watch" if watches else last.phase
        cautions.append(
            Caution(
                level="warn" if watches else "note", source=WATCH_SOURCE if watches else SOURCE,
                text=f"If it drags, {what} of {given.name_of(last.job)} would end "
                f"{clock(last.late_min)}; you close at {clock(given.closes_min)}.",
                reason="Sparks smoulder for hours: nobody locks the door on a watch."
                if watches
                else "Minutes are the plans' middles; slow hands take longer.",
            )
        )  # fmt: skip
    return cautions


DAY = Reckoner(
    "day",
    "What comes next, what goes while it cools, and what does not go today?",
    DayGiven,
    DayAnswer,
    plan_day,
)
