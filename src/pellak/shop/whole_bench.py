"""What every job on the bench comes to: the gas it wants, and a mark of its plan as it is now.

A long bench is reckoned over several calls, each of which answers soon; what was reckoned is kept
by the shop's changes and the job's version."""

from collections.abc import Mapping
from dataclasses import dataclass
from hashlib import sha256
from time import monotonic

from sqlalchemy.orm import Session

from pellak.core.answer.working import short
from pellak.core.model.kinds.unions import Job
from pellak.core.model.plan import Plan
from pellak.core.plan.change_job import job_from
from pellak.shop.planning import Planner, ShopNow
from pellak.store.jobs import Jobs

MOST_AT_ONCE, BUDGET_S = 24, 0.2
"""How many jobs, and for how long, one call reckons before it answers with what it has."""
MARKED_DIGITS = 3
"""Figures are read to so many digits: a change nobody can see is none."""


@dataclass(frozen=True)
class JobSum:
    """The gas one job wants, m³, and the mark of its plan."""

    acetylene_m3: float
    oxygen_m3: float
    mark: str


@dataclass(frozen=True)
class BenchSum:
    """The jobs on the bench reckoned so far, by id, and how many are still to come."""

    jobs: Mapping[str, JobSum]
    to_reckon: int


@dataclass(frozen=True)
class Asked:
    """What is still to be reckoned, read in a moment, so that no reckoning holds the records."""

    shop: ShopNow
    keys: tuple[str, ...]
    missing: Mapping[str, Job]


def plan_mark(plan: Plan) -> str:
    """Return a mark of what a plan says; another where any of its figures reads otherwise."""
    words = [
        f"{figure.id} {figure.text} {short(figure.value, MARKED_DIGITS)}"
        if figure.value is not None
        else f"{figure.id} {figure.text}"
        for station in plan.stations
        for figure in station.figures
    ]
    return sha256("\n".join(words).encode()).hexdigest()[:16]


class BenchSummary:
    """The bench as a whole, reckoned a few jobs at a time."""

    def __init__(self, planner: Planner) -> None:
        self._planner = planner
        self._known: dict[tuple[int, str], JobSum] = {}

    def asked(self, session: Session) -> Asked:
        """Return what a call will reckon."""
        shop = self._planner.shop(session)
        keys = tuple(key for key in Jobs(session).versions().split(",") if key)
        missing = [key for key in keys if (shop.changes, key) not in self._known][:MOST_AT_ONCE]
        found = {key: Jobs(session).find(key.split(":")[0]) for key in missing}
        jobs = {key: job_from(row.document) for key, row in found.items() if row is not None}
        return Asked(shop, keys, jobs)

    def reckoned(self, asked: Asked) -> BenchSum:
        """Return what is known of the bench after reckoning for a moment."""
        changes = asked.shop.changes
        known = {
            key: self._known[changes, key] for key in asked.keys if (changes, key) in self._known
        }
        until = monotonic() + BUDGET_S
        for key, job in asked.missing.items():
            if monotonic() > until:
                break
            known[key] = _sum(self._planner.plan(job, asked.shop))
        self._known = {(changes, key): one for key, one in known.items()}
        return BenchSum(
            jobs={key.split(":")[0]: one for key, one in known.items()},
            to_reckon=len(asked.keys) - len(known),
        )


def _sum(plan: Plan) -> JobSum:
    facts = plan.facts
    if facts is None or facts.gas is None:
        return JobSum(0.0, 0.0, plan_mark(plan))
    acetylene = facts.gas.total_l / 1000
    return JobSum(acetylene, acetylene * (facts.oxygen_ratio or 1.0), plan_mark(plan))
