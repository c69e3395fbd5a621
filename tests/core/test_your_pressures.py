"""Pressures a person sets himself: what burns stands beside what was planned, with its cautions."""

import pytest

from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.plan.compose import compose_plan
from pellak.core.reading.measures import said
from pellak.core.rig.equipment import Equipment
from pellak.core.rig.items import read_item

SHEET = SeamJob(name="x", alloy="dc01", thickness_mm=1.2, length_mm=300)
TIP = {"kind": "tip", "name": "3", "orifice_mm": 0.9}
CHART = "1-2 mm 0.3/2.5 bar 225 L/h"
INJECTOR = ({"kind": "tip", "name": "3", "orifice_mm": 1.2, "chart": CHART},
            {"kind": "torch", "name": "t", "mixer": "injector"})  # fmt: skip


def torch_at(*items, **typed):
    equipment = Equipment(tuple(read_item(item) for item in items or (TIP,)))
    plan = compose_plan(SHEET.model_copy(update=typed), ShopSchools(), equipment=equipment)
    station = next(one for one in plan.stations if one.id == "torch")
    shown = next((one for one in station.figures if one.id == "at_pressures"), None)
    told = [(one.level, said(one.text, "metric")) for one in station.cautions]
    return shown, told, plan


def test_nothing_is_said_where_nobody_set_his_own():
    assert torch_at()[0] is None


def test_what_burns_stands_beside_what_was_planned():
    shown, told, plan = torch_at(acetylene_bar=0.25, oxygen_bar=0.25)
    assert shown.value == pytest.approx(146.9, rel=1e-3)
    assert shown.low < shown.value < shown.high
    words = said(shown.detail, "metric")
    assert words.startswith("right, planned 120 L/h, cone 5.9 mm, puddle in 3.2 s")
    assert not any("at most, planned" in text for _, text in told)
    assert not any("over the 0.25 bar" in text for _, text in told), "they read alike"
    assert plan.facts.acetylene_l_per_h == pytest.approx(120)


def test_one_typed_goes_with_the_planned_other_and_too_little_is_said():
    shown, told, _ = torch_at(acetylene_bar=0.12)
    assert shown.value == pytest.approx(101.9, rel=2e-3)
    assert ("warn", "Your acetylene gives 102 L/h at most, planned are 120 L/h: more acetylene, "
            "or plan with less.") in told  # fmt: skip


def test_a_gas_that_feeds_back_stops_the_start():
    shown, told, plan = torch_at(acetylene_bar=0.15, oxygen_bar=0.7)
    assert "feeds back" in said(shown.detail, "metric")
    assert any(level == "stop" and "Do not light" in text for level, text in told)
    assert not plan.may_start


def test_over_the_limit_no_flow_is_told_and_one_stop_says_so():
    shown, told, plan = torch_at(acetylene_bar=0.9, oxygen_bar=0.9)
    assert shown.value is None
    assert "over the acetylene limit" in shown.text
    assert len([text for level, text in told if level == "stop"]) == 1
    assert not plan.may_start


def test_an_injector_is_followed_from_its_charts_row():
    shown, _, _ = torch_at(*INJECTOR, acetylene_bar=0.3, oxygen_bar=2.0)
    assert shown.value == pytest.approx(193.0, abs=0.1)
    shown, _, _ = torch_at(*INJECTOR, acetylene_bar=0.3, oxygen_bar=1.0)
    assert shown.value is None
    assert shown.text == "only the maker's chart can say"
