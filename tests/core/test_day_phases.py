"""A job's plan as phases of a day: before its run, while it burns, and after its flame is out."""

import pytest

from pellak.core.day.given import DayJob
from pellak.core.day.phases import COOL, DRESS, FLAME, PREPARE, WATCH, RunProgress, day_job
from pellak.core.model.facts import Facts
from pellak.core.model.job_base import ShopSchools
from pellak.core.plan.compose import compose_plan
from pellak.core.seam.job_gas import JobGas
from pellak.demo.jobs import JOBS, demo_job

FACTS = {row["name"]: compose_plan(demo_job(row), ShopSchools()).facts for row in JOBS}
SHEET = FACTS["Funnel casing patch"]


def names(job):
    return [phase.name for phase in job.phases]


@pytest.mark.parametrize("name", sorted(FACTS))
def test_every_demo_job_has_phases_or_the_reason_why_not(name):
    result = day_job("a", name, "shop", FACTS[name], None)
    if isinstance(result, str):
        assert "head" in result or "plan" in result
        return
    assert names(result) == [PREPARE, FLAME, WATCH, COOL, DRESS]
    flame = result.phases[1]
    assert 0 < flame.low < flame.minutes < flame.high
    assert flame.acetylene_l == pytest.approx(FACTS[name].gas.total_l)
    assert result.phases[2].after_gap_max_min == 0
    assert result.phases[2].minutes == 60


def test_a_run_under_way_has_only_what_is_left_of_its_flame():
    left = day_job("a", "Patch", "shop", SHEET, RunProgress(began_min_ago=4.0))
    assert names(left) == [FLAME, WATCH, COOL, DRESS]
    assert left.phases[0].minutes == pytest.approx(SHEET.job_min - 4)
    assert left.priority == 1
    late = day_job("a", "Patch", "shop", SHEET, RunProgress(began_min_ago=90.0))
    assert late.phases[0].minutes == 5


@pytest.mark.parametrize(
    ("ended", "watch", "cool"), [(0.0, 60, 20), (15.0, 45, 5), (30.0, 30, 0), (61.0, None, 0)]
)
def test_after_the_flame_its_watch_and_cooling_run_out(ended, watch, cool):
    result = day_job("a", "Patch", "shop", SHEET, RunProgress(80.0, ended))
    assert isinstance(result, DayJob)
    phases = {phase.name: phase.minutes for phase in result.phases}
    assert phases.get(WATCH) == watch
    assert phases[COOL] == cool
    assert FLAME not in phases
    assert result.phases[-1].name == DRESS


def test_a_plan_that_says_too_little_is_a_reason():
    assert "how long" in day_job("a", "x", "shop", None, None)
    assert "how long" in day_job("a", "x", "shop", Facts(start_c=20), None)
    never = Facts(start_c=20, job_min=3.0, gas=JobGas(not_counted="a heating this head never ends"))
    assert "never ends" in day_job("a", "x", "shop", never, None)
