"""Measure how long a day takes: the list that is on screen first, small moves, the program."""

import time

from pellak.core.day.given import DayGiven, DayJob, DayPhase
from pellak.core.day.greedy import DayPlan, plan_greedily
from pellak.core.day.local_search import search_locally
from pellak.core.day.reckon import plan_day


def jobs(count: int) -> list[DayJob]:
    return [
        DayJob(
            id=f"job {number}",
            phases=[
                DayPhase(name="prepare", minutes=10, needs="hands"),
                DayPhase(name="flame", minutes=10 + number % 7, needs="torch",
                         tip=f"B{number % 3}", acetylene_l=40),
                DayPhase(name="watch", minutes=60, needs="watch", after_gap_max_min=0),
                DayPhase(name="cool", minutes=30, needs="none", after="flame"),
                DayPhase(name="dress", minutes=10, needs="hands"),
            ],
        )
        for number in range(count)
    ]  # fmt: skip


def day(count: int, exact: bool) -> DayGiven:
    return DayGiven(
        jobs=jobs(count), people=["Ida", "Per"], torches=["one", "two"], opens_min=450,
        closes_min=1050, acetylene_full_l=12_000, exact=exact,
    )  # fmt: skip


def print_taken(what: str, taken_s: float, plan: DayPlan, asked: str = "") -> None:
    worth = plan.worth()
    print(f"{what:34}{taken_s:7.2f} s   ends {worth[2]:6.0f} min, {worth[3]:2.0f} changes  {asked}")


def main() -> None:
    for count, asked in ((6, ""), (12, "(floor 0.3 s)"), (20, ""), (40, "(floor 1 s)"), (60, "")):
        given = day(count, exact=False)
        start = time.perf_counter()
        plan = plan_greedily(given)
        print_taken(f"{count} jobs by list", time.perf_counter() - start, plan, asked)
        start = time.perf_counter()
        plan = search_locally(given, plan)
        print_taken(f"{count} jobs, small moves", time.perf_counter() - start, plan)
    for count in (6, 12):
        start = time.perf_counter()
        answer = plan_day(day(count, exact=True))
        values = answer.values
        print(
            f"{count} jobs, program and moves       {time.perf_counter() - start:7.2f} s   "
            f"ends {values.done_min or 0:6.0f} min, {len(values.tip_changes):2.0f} changes, "
            f"{'proved' if values.optimal else 'not proved'}  (floor 5 s)"
        )


if __name__ == "__main__":
    main()
