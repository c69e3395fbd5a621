"""Half a year of seams in the run book, from a fixed seed: three hands, of which one learns, and a
tip that clogs."""

import math
import random
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import timedelta

from pellak.core.heat.solve import solve_heat
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import RunLog, TriedRemedy
from pellak.core.model.run_measures import PuddleTimed, Verdict
from pellak.demo.work_done import LAST_DAY
from pellak.shop.bench import Bench
from pellak.shop.procedures import ProcedureBook
from pellak.shop.run_book import RunBook

SEED = 1907
RUNS, DAYS = 72, 182
LOGGED_JOINTS = ("butt", "tipped-edge")
"""The joints the made-up runs were done on; they come first among the jobs."""
CLOGS, CLOGS_FROM_DAY, CLOGS_TO = "B3", 128, 0.80
"""The tip that clogs, the day from which, and what is left of its heat at the end."""
NOTES = (
    "",
    "",
    "Raised it off the bench on brick, came up evener.",
    "Draught from the slip door, moved the screen.",
    "Second half better once it had cooled.",
    "Edges wanted more brushing underneath.",
)
WENT_WRONG: Mapping[str, tuple[str, str]] = {
    "sparks": ("dirty-joint", "Brush to bright metal both faces first."),
    "panel-moved": ("edges-riding", "Closer tacks, and let it cool between."),
    "popping": ("tip-dirty", "Clean the tip before, not after."),
    "one-side-first": ("one-sided", "Hold the flame dead over the line."),
    "burn-through": ("dwell", "Lift a little sooner where the gap opens."),
}
"""What was seen, the cause the finder named, and what to do next time."""


@dataclass(frozen=True)
class Person:
    """A made-up hand: its true factor, its scatter on the first day and the last, and how often
    it comes out good on the first day and the last."""

    factor: float
    scatter: tuple[float, float]
    good: tuple[float, float]


PEOPLE: Mapping[str, Person] = {
    "Ansel": Person(1.06, (0.10, 0.10), (0.85, 0.88)),
    "Brit": Person(0.95, (0.12, 0.09), (0.8, 0.9)),
    "Tove": Person(0.86, (0.30, 0.10), (0.35, 0.92)),
}


def enter_half_year(bench: Bench, book: RunBook, job_ids: Sequence[str]) -> None:
    """Enter the seams of half a year on the butt joints among some jobs."""
    chance = random.Random(SEED)
    plans = [(job_id, bench.open(job_id).plan) for job_id in job_ids]
    seams = [one for one in plans if getattr(one[1].job, "joint", "") in LOGGED_JOINTS]
    for day in sorted(chance.uniform(0, DAYS) for _ in range(RUNS)):
        job_id, plan = chance.choice(seams)
        who = chance.choice(sorted(PEOPLE))
        morning = LAST_DAY - timedelta(days=DAYS - round(day))
        started_at = morning + timedelta(minutes=chance.randrange(-80, 340))
        book.enter(job_id, plan, started_at, _log(chance, who, plan, day))


PROCEDURES: Mapping[str, tuple[str, str]] = {
    "Funnel casing patch": ("Casing sheet, butt", "Off the bench on brick; screen the slip door."),
    "Ramp kick plate": ("Plate, one pass, gap held", "Gap kept by two wedges till the last tack."),
    "Cowl vent halves": ("Tipped edge, no rod", "Flux both faces; stop before the sheet is warm."),
}
"""What the shop made procedures of: by job, its name, what to heed."""


def enter_procedures(procedures: ProcedureBook, book: RunBook) -> None:
    """Sign the newest good run of three jobs as procedures; the first has a better version."""
    lines = [line for line in book.lines(most=100).lines if line.verdict == "good"]
    for job_name, (name, notes) in PROCEDURES.items():
        good = [line for line in lines if line.job_name == job_name]
        if len(good) > 1:
            first = procedures.sign(good[1].id, name, notes, "Ansel", None)
            if first.number == 1:
                procedures.sign(good[0].id, name, notes, "Ansel", first.number)


def _between(ends: tuple[float, float], day: float) -> float:
    return ends[0] + (ends[1] - ends[0]) * day / DAYS


def _tip_gives(tip: str, day: float) -> float:
    if tip != CLOGS or day < CLOGS_FROM_DAY:
        return 1.0
    return 1 + (CLOGS_TO - 1) * min(1.0, (day - CLOGS_FROM_DAY) / 12)


def _log(chance: random.Random, who: str, plan: Plan, day: float) -> RunLog:
    facts, person = plan.facts, PEOPLE[who]
    assert facts is not None
    assert facts.heat is not None
    heat = facts.heat
    factor = person.factor * _tip_gives(facts.tip, day)

    def puddle_s() -> float:
        hand = factor * math.exp(chance.gauss(0, _between(person.scatter, day) / 2))
        solved = solve_heat(heat.model_copy(update={"hand_factor": round(hand, 3)}))
        return round(max(0.5, (solved.expected.puddle_s or 10.0) + chance.gauss(0, 0.2)), 1)

    actual = {"puddle_s": puddle_s()}
    if facts.seam_min is not None:
        actual["seam_min"] = round(facts.seam_min * math.exp(chance.gauss(0.12, 0.1)), 1)
    scatter = _between(person.scatter, day)
    for field in ("acetylene_flowing_bar", "bead_front_mm", "blue_one_side_mm",
                  "blue_other_side_mm", "tack_count"):  # fmt: skip
        if (planned := facts.planned.get(field)) is not None:
            near = 0.3 if field == "tack_count" else 1.0
            actual[field] = round(planned * math.exp(chance.gauss(0, near * scatter)), 2)
    if "tack_count" in actual:
        actual["tack_count"] = round(actual["tack_count"])
    more = [PuddleTimed(s=puddle_s()) for _ in range(chance.randrange(2))]
    if chance.random() < _between(person.good, day):
        seen = ["even-band", "wet-together", "root-through"][: chance.randint(1, 3)]
        return RunLog(
            who=who, actual=actual, puddles=more, seen=seen, verdict="good",
            notes=chance.choice(NOTES),
        )  # fmt: skip
    wrong = chance.choice(sorted(WENT_WRONG))
    cause, next_time = WENT_WRONG[wrong]
    verdict: Verdict = "scrap" if wrong == "burn-through" and chance.random() < 0.4 else "reworked"
    helped = "yes" if chance.random() < 0.7 else "no"
    tried = TriedRemedy(cause=cause, helped=helped, at=f"day {round(day)}", who=who)
    return RunLog(
        who=who, actual=actual, puddles=more, seen=[wrong], verdict=verdict, tried=[tried],
        next_time=next_time, notes=chance.choice(NOTES),
    )  # fmt: skip
