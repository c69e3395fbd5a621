"""A day's gas: what the cylinders hold, what they give at once, and by the hour."""

import pytest
from hypothesis import given as drawn
from hypothesis import settings
from hypothesis import strategies as st

from pellak.core.day.greedy import plan_greedily
from pellak.core.day.local_search import search_locally
from pellak.core.day.reckon import plan_day
from pellak.core.reading.measures import said
from tests.core.day_checker import faults_of
from tests.core.test_day import day, hot, seam, shops

TWO = {"people": ("Ida", "Per"), "torches": ("Wharf", "Slip"), "exact": False}
"""Twenty minutes of 100 L are 300 L/h: two of them at once want 6000 L of cylinders."""


def heating(name, litres=100.0, **more):
    one = seam(name)
    phases = [hot(20.0, gas=litres) if phase.needs == "torch" else phase for phase in one.phases]
    return one.model_copy(update={"phases": phases} | more)


def flames(values):
    return sorted((b.start_min, b.end_min) for b in values.timeline if b.needs == "torch")


def test_a_job_the_cylinders_do_not_hold_stands_aside_with_what_is_missing():
    jobs = [seam(name) for name in ("rail", "patch", "flue")]
    answer = plan_day(day(jobs, acetylene_l=25.0))
    (left,) = answer.values.not_today
    assert (
        said(left.why, "metric")
        == "acetylene runs out in it, about 5 L short: swap a cylinder before"
    )
    assert (answer.values.gas.enough, answer.values.gas.runs_out_in) == (False, left.job)
    assert [one.text for one in answer.cautions if one.level == "warn"] == [
        f"Acetylene runs out in {left.job}: swap before it."
    ]
    assert plan_day(day(jobs, acetylene_l=30.0)).values.gas.enough is True
    assert plan_day(day(jobs)).values.gas.enough is None


def test_the_urgent_gets_the_gas_there_is():
    jobs = [seam("rail"), seam("patch", priority=1), seam("flue")]
    values = plan_day(day(jobs, acetylene_l=10.0)).values
    assert {b.job for b in values.timeline if b.needs == "torch"} == {"patch"}


def test_what_is_under_way_burns_on_whatever_is_left():
    jobs = [heating("rail", begun=True), heating("patch", begun=True), heating("flue")]
    values = plan_day(day(jobs, acetylene_l=150.0, acetylene_full_l=3000.0, **TWO)).values
    assert {b.job for b in values.timeline if b.needs == "torch"} == {"rail", "patch"}
    assert flames(values)[0] == flames(values)[1]
    assert values.gas.runs_out_in == "patch"


@pytest.mark.parametrize(("full_l", "together"), [(5999.0, False), (6001.0, True), (None, True)])
def test_flames_burn_together_where_the_cylinders_give_it(full_l, together):
    values = plan_day(
        day([heating("rail"), heating("patch")], acetylene_full_l=full_l, **TWO)
    ).values
    one, other = flames(values)
    assert (one == other) is together
    if not together:
        assert other[0] == one[1]


def test_a_flame_too_large_by_itself_is_left_to_its_own_plan():
    values = plan_day(day([heating("rail", 500.0)], acetylene_full_l=3000.0, **TWO)).values
    assert len(flames(values)) == 1


def test_three_flames_are_weighed_together_and_not_by_pairs():
    three = {"people": ("Ida", "Per", "Tove"), "torches": ("Wharf", "Slip", "Roof")}
    jobs = [heating(name) for name in ("rail", "patch", "flue")]
    planned_day = day(jobs, acetylene_full_l=7000.0, **three)
    values = plan_day(planned_day).values
    assert faults_of(planned_day, values) == []
    assert len(set(flames(values))) == 2


@pytest.mark.parametrize(("full_l", "over"), [(4400.0, True), (4600.0, False)])
def test_an_hour_that_draws_more_than_a_fifteenth_is_warned_of(full_l, over):
    jobs = [
        seam("rail").model_copy(update={"phases": [hot(50.0, gas=300.0)]}),
    ]
    answer = plan_day(day(jobs, now_min=480.0, acetylene_full_l=full_l))
    (hour,) = answer.values.gas.by_hour
    assert (hour.over_limit, hour.hour_min) == (over, 480.0)
    assert answer.values.gas.draw_limit_by_hour_l == pytest.approx(full_l / 15)
    warned = [said(one.text, "metric") for one in answer.cautions]
    assert warned == (
        ["From 08:00 an hour burns 300 L of acetylene; all cylinders together give 293 L an hour."]
        if over
        else []
    )


@settings(max_examples=20, deadline=None)
@drawn(shops(most=8), st.integers(0, 1))
def test_small_moves_never_make_a_day_worse_and_can_be_done(shop, exact):
    before = plan_greedily(shop)
    after = search_locally(shop, before)
    assert after.worth() <= before.worth()
    result = shop.model_copy(update={"exact": bool(exact), "seconds": 0.1})
    assert faults_of(result, plan_day(result).values) == []


def test_small_moves_save_tips():
    jobs = [seam(f"job {n}", minutes=10.0 + n % 7, tip=f"B{n % 3}") for n in range(10)]
    planned_day = day(jobs, **TWO)
    before = plan_greedily(planned_day)
    after = search_locally(planned_day, before)
    assert after.worth()[3] < before.worth()[3]
    assert after.worth()[:3] <= before.worth()[:3]
