"""What stands large at a station: there in some plan, few at a time, and never none."""

import pytest

from pellak.core.model.job_base import ShopSchools
from pellak.core.plan.compose import compose_plan
from pellak.core.plan.leading_figures import MOST, leading_figures
from pellak.demo.jobs import JOBS, demo_job

PLANS = [compose_plan(demo_job(job), ShopSchools()) for job in JOBS]
# Nobody set his own pressures in the demo.
SET_BY_HAND = compose_plan(
    demo_job(JOBS[0]).model_copy(update={"acetylene_bar": 0.2, "oxygen_bar": 0.2}), ShopSchools()
)
LEADING = {one.station: one.figures for one in leading_figures()}
SHOWN_OTHERWISE = {"look-and-log"}
"""Stations whose figures come only once a run was logged."""


@pytest.mark.parametrize("plan", PLANS, ids=lambda plan: plan.job.name)
def test_every_station_has_something_to_show_at_a_glance(plan):
    for station in plan.stations:
        if not station.figures or station.id in SHOWN_OTHERWISE:
            continue
        leads = [f for f in station.figures if f.id in LEADING[station.id]]
        assert leads, station.id
        assert len(leads) <= MOST + 2, station.id


def test_every_leading_figure_is_one_of_some_plan():
    there = {
        (s.id, f.id) for plan in (*PLANS, SET_BY_HAND) for s in plan.stations for f in s.figures
    }
    missing = {(s, f) for s, figures in LEADING.items() for f in figures} - there
    assert missing == set()


def test_what_the_torch_is_set_by_leads():
    for plan in PLANS:
        torch = next(s for s in plan.stations if s.id == "torch")
        first = [f.id for f in torch.figures if f.id in LEADING["torch"]][:MOST]
        if torch.state == "settled":
            assert {"acetylene_set_bar", "oxygen_set_bar", "shade"} <= {
                f.id for f in torch.figures if f.id in LEADING["torch"]
            }, first
