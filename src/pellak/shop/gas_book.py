"""Gas over time: what the bench still wants, what was burnt, what it cost, what runs low."""

from collections.abc import Mapping
from datetime import timedelta

from pellak.core.answer.working import Record
from pellak.core.gas.cylinders import CylindersValues
from pellak.core.gas.hose import GASES, Gas
from pellak.core.rig.equipment import Equipment
from pellak.core.rig.items import CylinderItem
from pellak.core.rig.newest import COMMON_FLOW_L_PER_H, content_now
from pellak.shop.clock import Clock
from pellak.shop.whole_bench import BenchSummary
from pellak.store.database import Database
from pellak.store.runs import Runs

LOW_SHARE = 0.2
USED_OVER_DAYS = 30


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


class GasBook:
    """The use case behind the rack's gas section."""

    def __init__(self, database: Database, clock: Clock, bench: BenchSummary) -> None:
        self._database = database
        self._clock = clock
        self._bench = bench

    def sums(self) -> GasSums:
        """Return both gases. Use is flame minutes logged over the last thirty days, times flow.

        A long bench is reckoned over several calls, each of which answers soon.
        """
        since = self._clock() - timedelta(days=USED_OVER_DAYS)
        with self._database.reading() as session:
            asked = self._bench.asked(session)
            burnt = {gas: Runs(session).burnt_since(since, f"{gas}_l_per_h") for gas in GASES}
        bench = self._bench.reckoned(asked)
        wanted: dict[Gas, float] = {
            "acetylene": sum(one.acetylene_m3 for one in bench.jobs.values()),
            "oxygen": sum(one.oxygen_m3 for one in bench.jobs.values()),
        }
        return _sums(asked.shop.equipment, wanted, burnt, bench.to_reckon)


def _sums(
    shop: Equipment,
    wanted_m3: Mapping[Gas, float],
    burnt: Mapping[Gas, tuple[float, int]],
    to_reckon: int,
) -> GasSums:
    return GasSums(
        sums=[_sum(gas, shop, wanted_m3[gas], *burnt[gas]) for gas in GASES],
        jobs_to_reckon=to_reckon,
    )


def held_in(shop: Equipment, gas: Gas) -> list[tuple[CylinderItem, CylindersValues]]:
    """Return the cylinders of a gas whose content is known, with what they hold."""
    return [
        (item, answer.values)
        for item in shop.cylinders(gas)
        for answer in [content_now(item, COMMON_FLOW_L_PER_H)]
        if answer is not None
    ]


def _sum(gas: Gas, shop: Equipment, wanted: float, used_m3: float, used_runs: int) -> GasSum:
    held = held_in(shop, gas)
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
