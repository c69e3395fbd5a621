"""Gas over time: what the bench still wants, what was burnt, what it cost, what runs low."""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import timedelta
from time import monotonic

from pellak.core.gas.hose import Gas
from pellak.core.job import job_from
from pellak.core.planned import Plan
from pellak.core.rack.equipment import Equipment
from pellak.core.rack.newest import content_now
from pellak.core.working import Record
from pellak.shop.clock import Clock
from pellak.shop.planning import Planner
from pellak.shop.rack import COMMON_FLOW_L_PER_H
from pellak.store.database import Database
from pellak.store.jobs import Jobs
from pellak.store.runs import Runs

GASES: tuple[Gas, ...] = ("acetylene", "oxygen")
LOW_SHARE = 0.2
USED_OVER_DAYS = 30
MOST_AT_ONCE, BUDGET_S = 24, 0.2
"""How many jobs, and for how long, one call reckons before it answers with what it has."""


class GasSum(Record):
    """One gas: in the rack, wanted by the jobs on the bench, burnt lately, and what it cost.

    `enough` is null where the band straddles what is wanted, or no cylinder has been read.
    """

    gas: Gas
    held_m3: float | None
    held_low_m3: float | None
    held_high_m3: float | None
    wanted_m3: float
    enough: bool | None
    used_m3: float
    used_runs: int
    used_cost: float | None
    low: list[str]


class GasSums(Record):
    """Both gases, and how many jobs on the bench are not counted yet: ask again for the rest."""

    sums: list[GasSum]
    jobs_to_reckon: int


@dataclass(frozen=True)
class _Wanted:
    """The gas one job wants, m³."""

    acetylene_m3: float
    oxygen_m3: float


_JobKey = tuple[int, str]
"""The shop's changes, a job with its version: what a job wants is reckoned once for each."""


class GasBook:
    """The use case behind the rack's gas section."""

    def __init__(self, database: Database, clock: Clock, planner: Planner | None = None) -> None:
        self._database = database
        self._clock = clock
        self._planner = planner or Planner()
        self._wanted: dict[_JobKey, _Wanted] = {}
        self._whole: tuple[int, str, dict[Gas, float]] | None = None
        """The shop's changes, the jobs' versions, and what all of them want: asked again and again
        of a bench nobody changed."""

    def sums(self) -> GasSums:
        """Return both gases. Use is flame minutes logged over the last thirty days, times flow.

        A long bench is reckoned over several calls, each of which answers soon.
        """
        since = self._clock() - timedelta(days=USED_OVER_DAYS)
        with self._database.reading() as session:
            shop = self._planner.shop(session)
            versions = Jobs(session).versions()
            burnt = {gas: Runs(session).burnt_since(since, f"{gas}_l_per_h") for gas in GASES}
            whole = self._whole
            if whole is not None and whole[:2] == (shop.changes, versions):
                return _told(shop.equipment, whole[2], burnt, 0)
            keys = [(shop.changes, job) for job in versions.split(",") if job]
            missing = [key for key in keys if key not in self._wanted][:MOST_AT_ONCE]
            found = [(key, Jobs(session).find(key[1].split(":")[0])) for key in missing]
            jobs = [(key, job_from(row.document)) for key, row in found if row is not None]
        known = {key: self._wanted[key] for key in keys if key in self._wanted}
        until = monotonic() + BUDGET_S
        for key, job in jobs:
            if monotonic() > until:
                break
            known[key] = _wanted(self._planner.plan(job, shop))
        self._wanted = known
        wanted: dict[Gas, float] = {
            "acetylene": sum(one.acetylene_m3 for one in known.values()),
            "oxygen": sum(one.oxygen_m3 for one in known.values()),
        }
        if len(known) == len(keys):
            self._whole = (shop.changes, versions, wanted)
        return _told(shop.equipment, wanted, burnt, len(keys) - len(known))


def _told(
    shop: Equipment,
    wanted_m3: Mapping[Gas, float],
    burnt: Mapping[Gas, tuple[float, int]],
    to_reckon: int,
) -> GasSums:
    return GasSums(
        sums=[_sum(gas, shop, wanted_m3[gas], *burnt[gas]) for gas in GASES],
        jobs_to_reckon=to_reckon,
    )


def _wanted(plan: Plan) -> _Wanted:
    facts = plan.facts
    if facts is None or facts.gas is None:
        return _Wanted(0.0, 0.0)
    acetylene = facts.gas.total_l / 1000
    return _Wanted(acetylene, acetylene * (facts.oxygen_ratio or 1.0))


def _sum(gas: Gas, shop: Equipment, wanted: float, used_m3: float, used_runs: int) -> GasSum:
    held = [
        (item, answer.values)
        for item in shop.cylinders(gas)
        for answer in [content_now(item, COMMON_FLOW_L_PER_H)]
        if answer is not None
    ]
    low_m3 = sum(v.low_m3 for _, v in held) if held else None
    high_m3 = sum(v.high_m3 for _, v in held) if held else None
    enough = None
    if low_m3 is not None and high_m3 is not None:
        enough = True if low_m3 >= wanted else False if high_m3 < wanted else None
    prices = [i.price_per_m3 for i in shop.cylinders(gas) if i.price_per_m3 is not None]
    return GasSum(
        gas=gas,
        held_m3=sum(v.content_m3 for _, v in held) if held else None,
        held_low_m3=low_m3,
        held_high_m3=high_m3,
        wanted_m3=wanted,
        enough=enough,
        used_m3=used_m3,
        used_runs=used_runs,
        used_cost=None if not prices else used_m3 * sum(prices) / len(prices),
        low=[
            item.name
            for item, v in held
            if v.full_m3 is not None and v.content_m3 < LOW_SHARE * v.full_m3
        ],
    )
