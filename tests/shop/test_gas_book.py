"""Gas over time: what the bench wants, what was burnt, what runs low."""

import json
from datetime import UTC, datetime

import pytest

from pellak.core.model.run_log import RunLog
from pellak.shop.gas_book import GasBook
from pellak.shop.planning import Planner
from pellak.shop.whole_bench import BenchSummary
from tests.shop.test_shop import Shop

DAY = datetime(2026, 6, 1, 9, 0, tzinfo=UTC)


@pytest.fixture
def shop(tmp_path):
    made = Shop(tmp_path)
    yield made
    made.database.close()


def sums(shop, now=DAY):
    book = GasBook(shop.database, lambda: now, BenchSummary(Planner(lambda: now)))
    while (result := book.sums()).jobs_to_reckon:
        pass
    return {s.gas: s for s in result.sums}


def cylinder(shop, name, **more):
    shop.rack.add({"kind": "cylinder", "name": name, "gas": "acetylene", "size": "acetylene-4.1",
                   **more})  # fmt: skip


def test_without_cylinders_nothing_is_claimed(shop):
    result = sums(shop)["acetylene"]
    assert result.held_m3 is None
    assert result.enough is None
    assert (result.wanted_m3, result.used_m3, result.used_runs) == (0, 0, 0)


def test_the_bench_wants_what_its_seams_want(shop):
    job = shop.patch()
    figures = {f.id: f.value for s in job.plan.stations for f in s.figures}
    cylinder(shop, "A", readings=[{"at": "2026-05-30T08:00", "weight_kg": 47.0}])
    result = sums(shop)
    assert result["acetylene"].wanted_m3 == pytest.approx(figures["job_acetylene_l"] / 1000)
    assert result["oxygen"].wanted_m3 == pytest.approx(1.05 * figures["job_acetylene_l"] / 1000)
    assert result["acetylene"].enough is True
    shop.patch(length_mm=50_000.0)
    for _ in range(12):
        shop.patch(length_mm=50_000.0)
    assert sums(shop)["acetylene"].enough is False


def test_use_is_minutes_logged_times_the_flow_of_that_plan_and_costs_its_price(shop):
    job = shop.patch()
    flow = {f.id: f.value for s in job.plan.stations for f in s.figures}["acetylene_l_per_h"]
    for day, minutes in ((DAY, 6.0), (DAY.replace(day=2), 9.0), (DAY.replace(month=1), 60.0)):
        shop.book.enter(job.id, job.plan, day, RunLog(who="Brit", actual={"seam_min": minutes}))
    cylinder(shop, "A", price_per_m3=20.0)
    result = sums(shop, DAY.replace(day=3))["acetylene"]
    assert result.used_runs == 2
    assert result.used_m3 == pytest.approx(flow * 15 / 60_000)
    assert result.used_cost == pytest.approx(20 * result.used_m3)
    assert sums(shop, DAY.replace(day=3))["oxygen"].used_cost is None


def test_a_reading_that_cannot_be_counts_as_none(shop):
    odd = {"kind": "cylinder", "name": "odd", "gas": "acetylene", "size": "acetylene-4.1",
           "in_use": True, "readings": [{"at": "2026-05-30T08:00", "weight_kg": 2.0}]}  # fmt: skip
    # Typed it would be refused; a file may still bring it.
    shop.rack.take_in(json.dumps([odd]).encode())
    result = sums(shop)["acetylene"]
    assert result.held_m3 is None
    assert result.enough is None


def test_a_cylinder_under_a_fifth_runs_low(shop):
    cylinder(shop, "low", tare_kg=45.0,
             readings=[{"at": "2026-05-30T08:00", "weight_kg": 45.6}])  # fmt: skip
    cylinder(shop, "full", tare_kg=45.0,
             readings=[{"at": "2026-05-30T08:00", "weight_kg": 49.0}])  # fmt: skip
    assert sums(shop)["acetylene"].low == ["low"]


def test_a_long_bench_is_reckoned_over_several_calls_and_each_job_once(shop, monkeypatch):
    for number in range(7):
        shop.patch(length_mm=100.0 + number)
    monkeypatch.setattr("pellak.shop.whole_bench.MOST_AT_ONCE", 3)
    planner = Planner()
    reckoned = []
    plan = planner.plan
    monkeypatch.setattr(planner, "plan", lambda job, now: reckoned.append(job) or plan(job, now))
    book = GasBook(shop.database, lambda: DAY, BenchSummary(planner))
    left, wanted = zip(
        *((row.jobs_to_reckon, row.sums[0].wanted_m3) for row in (book.sums() for _ in range(4))),
        strict=True,
    )
    assert left[-1] == 0
    assert list(left) == sorted(left, reverse=True)
    assert list(wanted) == sorted(wanted)
    assert len(reckoned) == 7
    one = shop.bench.tickets().tickets[0]
    shop.bench.change(one.id, 1, {"length_mm": 50_000.0})
    assert book.sums().sums[0].wanted_m3 > wanted[-1]
    assert len(reckoned) == 8
