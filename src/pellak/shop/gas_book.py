"""Gas over time: what the bench still wants, what was burnt, what it cost, what runs low."""

from collections.abc import Mapping, Sequence
from datetime import timedelta
from typing import Any

from pellak.core.gas.hose import Gas
from pellak.core.job import job_from
from pellak.core.plan import Plan
from pellak.core.rack.equipment import Equipment
from pellak.core.rack.newest import content_now
from pellak.core.working import Record
from pellak.shop.clock import Clock
from pellak.shop.planning import equipment, plan_job
from pellak.shop.rack import COMMON_FLOW_L_PER_H
from pellak.store.database import Database
from pellak.store.jobs import Jobs
from pellak.store.runs import Runs

GASES: tuple[Gas, ...] = ("acetylene", "oxygen")
LOW_SHARE = 0.2
USED_OVER_DAYS = 30


class GasSum(Record):
    """One gas: in the rack, wanted by the seams on the bench, burnt lately, and what it cost.

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


class GasBook:
    """The use case behind the rack's gas section."""

    def __init__(self, database: Database, clock: Clock) -> None:
        self._database = database
        self._clock = clock

    def sums(self) -> list[GasSum]:
        """Return both gases. Use is flame minutes logged over the last thirty days, times flow."""
        since = self._clock() - timedelta(days=USED_OVER_DAYS)
        with self._database.transaction() as session:
            shop = equipment(session)
            plans = [
                plan_job(session, job_from(row.document)) for row in Jobs(session).on_the_bench()
            ]
            runs = [(row.plan, row.seam_min or 0.0) for row in Runs(session).timed_since(since)]
        return [_sum(gas, shop, plans, runs) for gas in GASES]


def _figure(plan: Mapping[str, Any], name: str) -> float | None:
    """Return a figure's value in a stored plan, whatever method it was made under."""
    for station in plan.get("stations", []):
        for figure in station.get("figures", []):
            if figure.get("id") == name and isinstance(figure.get("value"), int | float):
                return float(figure["value"])
    return None


def _wanted_m3(gas: Gas, plan: Plan) -> float:
    shown = {f.id: f.value for s in plan.stations for f in s.figures}
    acetylene = shown.get("seam_acetylene_l") or 0.0
    flow, oxygen = shown.get("acetylene_l_per_h"), shown.get("oxygen_l_per_h")
    ratio = 1.0 if gas == "acetylene" else (oxygen or 0.0) / (flow or 1.0)
    return acetylene * ratio / 1000


def _sum(
    gas: Gas,
    shop: Equipment,
    plans: Sequence[Plan],
    runs: Sequence[tuple[Mapping[str, Any], float]],
) -> GasSum:
    held = [
        (item, answer.values)
        for item in shop.cylinders(gas)
        for answer in [content_now(item, COMMON_FLOW_L_PER_H)]
        if answer is not None
    ]
    low_m3 = sum(v.low_m3 for _, v in held) if held else None
    high_m3 = sum(v.high_m3 for _, v in held) if held else None
    wanted = sum(_wanted_m3(gas, plan) for plan in plans)
    enough = None
    if low_m3 is not None and high_m3 is not None:
        enough = True if low_m3 >= wanted else False if high_m3 < wanted else None
    flows = [(_figure(plan, f"{gas}_l_per_h"), minutes) for plan, minutes in runs]
    used = sum(flow * minutes / 60_000 for flow, minutes in flows if flow is not None)
    prices = [i.price_per_m3 for i in shop.cylinders(gas) if i.price_per_m3 is not None]
    return GasSum(
        gas=gas,
        held_m3=sum(v.content_m3 for _, v in held) if held else None,
        held_low_m3=low_m3,
        held_high_m3=high_m3,
        wanted_m3=wanted,
        enough=enough,
        used_m3=used,
        used_runs=sum(flow is not None for flow, _ in flows),
        used_cost=None if not prices else used * sum(prices) / len(prices),
        low=[
            item.name
            for item, v in held
            if v.full_m3 is not None and v.content_m3 < LOW_SHARE * v.full_m3
        ],
    )
