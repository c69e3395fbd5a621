"""A job worked with a torch, a hose and cylinders of its own choice out of a rack with several."""

import pytest

from pellak.core.kinds.stations.gear import GEAR
from pellak.core.model.job_base import ShopSchools
from pellak.core.plan.change_job import job_from
from pellak.core.plan.compose import compose_plan
from pellak.core.rig.equipment import Equipment
from pellak.core.rig.items import read_item

BIG = "acetylene-4.1"
RACK = Equipment(
    tuple(
        read_item(item)
        for item in (
            {"kind": "torch", "name": "Long", "mixer": "injector"},
            {"kind": "torch", "name": "Small", "mixer": "equal-pressure"},
            {"kind": "torch", "name": "Burnt", "mixer": "injector", "out_of_use": "flash-back"},
            {"kind": "hose", "name": "Ten", "bore_mm": 6.3, "length_m": 10},
            {"kind": "hose", "name": "Forty", "bore_mm": 6.3, "length_m": 40},
            {"kind": "cylinder", "name": "A-1", "gas": "acetylene", "size": BIG},
            {"kind": "cylinder", "name": "A-2", "gas": "acetylene", "size": BIG, "coupled": 3},
            {"kind": "cylinder", "name": "O-1", "gas": "oxygen", "size": "oxygen-200bar-50L"},
        )
    )
)


def plan_of(rack=RACK, **chosen):
    job = {"name": "Lid", "thickness_mm": 2.0, "length_mm": 400, **chosen}
    return compose_plan(job_from(job), ShopSchools(), equipment=rack)


def figures_of(plan):
    return {f.id: f for station in plan.stations for f in station.figures}


def test_the_rack_leads_where_nothing_is_chosen_and_one_of_a_kind_is_not_asked_about():
    found = figures_of(plan_of())
    assert found["torch"].text == "Long"
    assert found["hose"].text == "Ten"
    assert "oxygen_cylinder" not in found
    assert [answer.id for answer in found["torch"].asks.answers] == ["", "Long", "Small"]


def test_a_longer_hose_asks_for_more_pressure_and_a_torch_brings_its_mixer():
    ten, forty = (
        figures_of(plan_of(torch="Small", hose=name))["acetylene_set_bar"].value
        for name in ("Ten", "Forty")
    )
    assert ten < forty
    assert figures_of(plan_of())["acetylene_set_bar"].text == "maker's chart"


def test_a_cylinder_of_choice_counts_with_all_coupled_to_it():
    assert [i.name for i in RACK.in_use("acetylene")] == ["A-2"]
    alone = RACK.choosing({"acetylene_cylinder": "A-1", "torch": None})
    assert [i.name for i in alone.in_use("acetylene")] == ["A-1"]
    warned = [
        c.text
        for s in plan_of(acetylene_cylinder="A-1", acetylene_l_per_h=700).stations
        for c in s.cautions
    ]
    assert any(text.startswith("A-1: ") for text in warned)


@pytest.mark.parametrize("part", list(GEAR))
def test_what_is_not_in_the_rack_is_said_and_not_planned_with(part):
    gone, led = figures_of(plan_of(**{part: "Sold"})), figures_of(plan_of())
    assert "“Sold” is not in the rack" in gone[part].detail
    assert gone["tip"] == led["tip"]
    assert gone[part].text == RACK_LEADS[part]


RACK_LEADS = {
    "torch": "Long",
    "hose": "Ten",
    "acetylene_cylinder": "A-2",
    "oxygen_cylinder": "O-1",
}


def test_one_out_of_use_is_not_offered():
    assert "out of use" in figures_of(plan_of(torch="Burnt"))["torch"].detail
