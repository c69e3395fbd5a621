"""Rules of gas, hands, layers, bodies and remedies, each held to what it says."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.body.two_bodies import inner_of
from pellak.core.faults.finder import learned
from pellak.core.faults.given import RemedyTried
from pellak.core.gas.cylinders import CylindersGiven, reckon_cylinders
from pellak.core.hand.fit import PERSON_SIGMA, TORCH_SIGMA, fit_hand, solved
from pellak.core.hand.given import TimedPuddle
from pellak.core.heat.case import HeatCase
from pellak.core.metal.alloy import heat_family, metal_named
from pellak.core.model.sequences import flash_back_drill
from pellak.core.overlay.base import body_preheat
from pellak.core.overlay.groups import groups
from pellak.core.overlay.layers import DILUTION, layers_of
from pellak.core.safety.leak_test import ALONE, SEAT, LeakTestGiven, reckon_leak_test
from pellak.core.seam.pace import ONE_POOL_UP_TO_MM, pool_case

TIGHT = {
    "contents_before_bar": 12.0, "contents_after_bar": 12.0, "outlet_before_bar": 0.5,
    "outlet_after_bar": 0.5,
}  # fmt: skip


def findings(**moved):
    given = LeakTestGiven.model_validate(
        {"seconds": 60, "acetylene": TIGHT, "oxygen": {**TIGHT, **moved}}
    )
    return [finding.where for finding in reckon_leak_test(given).values.findings]


def test_only_contents_falling_into_a_rising_outlet_point_at_the_seat():
    fell, rose = {"contents_after_bar": 9.0}, {"contents_after_bar": 15.0}
    low, high = {"outlet_after_bar": 0.3}, {"outlet_after_bar": 0.8}
    assert findings(**fell, **high) == [SEAT[0], SEAT[0]]
    assert findings(**fell, **low) == [ALONE["contents", False][0], ALONE["outlet", False][0]]
    assert findings(**rose, **high) == [ALONE["contents", True][0], ALONE["outlet", True][0]]
    assert findings(**rose, **low) == [ALONE["contents", True][0], ALONE["outlet", False][0]]


@given(st.floats(ONE_POOL_UP_TO_MM + 0.1, 25.0), st.floats(0.8, 4.0), st.floats(100, 3000))
def test_one_pool_of_many_keeps_the_speed_of_the_jet(thickness_mm, orifice_mm, flow):
    case = HeatCase(
        family=heat_family("carbon-steel", None), thickness_mm=thickness_mm, start_c=20.0,
        acetylene_l_per_h=flow, heat_paths=2, orifice_mm=orifice_mm,
    )  # fmt: skip
    pool = pool_case(case, "single-v")
    assert pool.thickness_mm == ONE_POOL_UP_TO_MM
    before = case.acetylene_l_per_h / orifice_mm**2
    assert pool.acetylene_l_per_h / pool.orifice_mm**2 == pytest.approx(before)
    per_mm = case.acetylene_l_per_h / case.thickness_mm
    assert pool.acetylene_l_per_h / pool.thickness_mm == pytest.approx(per_mm)


def test_a_bolt_is_touched_only_where_the_nut_grips_it_and_a_stub_over_its_own_length():
    long, short, nut = (
        inner_of("carbon-steel", 16.0, length, 16.2, 13.0).contact_m2 for length in (200, 8, 13)
    )
    assert long == nut == pytest.approx(math.pi * 16.2 * 13 / 1e6)
    assert short == pytest.approx(math.pi * 16.2 * 8 / 1e6)


@pytest.mark.parametrize("technique", DILUTION)
def test_each_layer_takes_up_its_share_of_the_one_beneath_not_of_the_base(technique):
    group = next(iter(groups().values()))
    first, second, third = layers_of(group, 0.0, 3, 1.5, technique)
    assert second.dilution == pytest.approx(first.dilution**2)
    assert third.dilution == pytest.approx(first.dilution * second.dilution)
    assert [layer.own_share for layer in (first, second, third)] == pytest.approx(
        [1 - layer.dilution for layer in (first, second, third)]
    )
    # On a soft base each layer comes out harder than the one below it.
    assert first.hrc_low < second.hrc_low < third.hrc_low <= group.hrc_low


def test_a_part_to_be_faced_is_never_colder_than_its_own_metal_asks():
    """Soft cobalt on a hardening steel: what the steel asks counts, and is said."""
    softest = min(groups().values(), key=lambda group: group.body_high_c)
    lean, rich = (body_preheat(metal_named(alloy), softest, 25.0) for alloy in ("s235jr", "4140"))
    assert rich.value > softest.body_high_c
    assert "asks" in rich.note
    assert lean.value < rich.value
    assert "asks" not in lean.note


@given(st.floats(0.05, 0.8), st.floats(0.05, 0.8), st.floats(-0.5, 0.5), st.floats(-0.5, 0.5))
def test_two_reads_are_weighed_by_their_variances(one, other, ln_one, ln_other):
    """With a prior as wide as the sea the mean is that of inverse variances."""
    rows, y = np.ones((2, 1)), np.array([ln_one, ln_other])
    mean, covariance = solved(rows, y, np.array([one, other]), np.ones(2), np.array([1e4]))
    weights = 1 / np.array([one, other]) ** 2
    assert mean[0] == pytest.approx(float(weights @ y / weights.sum()), abs=1e-6)
    assert covariance[0, 0] == pytest.approx(1 / weights.sum(), rel=1e-6)


def test_whoever_was_never_timed_is_as_wide_as_a_person_may_be():
    log = TimedPuddle.model_validate(
        {"family": "carbon-steel", "thickness_mm": 1.2, "start_c": 20, "acetylene_l_per_h": 120,
         "puddle_s": 3.8, "person": "Ida", "torch": "Wharf"}
    )  # fmt: skip
    fit = fit_hand([log])
    known = fit.of(1, metal="carbon-steel").sigma
    for group, sigma in (("person", PERSON_SIGMA), ("torch", TORCH_SIGMA)):
        stranger = fit.of(1, metal="carbon-steel", **{group: "nobody"}).sigma
        assert stranger == pytest.approx(math.hypot(known, sigma))


def test_a_remedy_helps_no_more_often_than_it_was_tried():
    def after(tried, helped):
        return learned("tip", [RemedyTried(cause="tip", tried=tried, helped=helped)])

    assert after(2, 50) == after(2, 2) < after(3, 3)
    assert after(0, 0) == learned("tip", []) == pytest.approx(1.0)


def test_a_cylinder_is_enough_only_if_its_low_estimate_is():
    def enough(minutes):
        given = CylindersGiven(
            gas="acetylene", size="acetylene-1.1", gauge_bar=9.0, flow_l_per_h=120.0,
            minutes_needed=minutes,
        )  # fmt: skip
        return reckon_cylinders(given).values

    values = enough(1.0)
    low, high = (60_000 * end / 120.0 for end in (values.low_m3, values.high_m3))
    assert low < high
    assert [enough(minutes).enough for minutes in (0.99 * low, 1.01 * low, 0.99 * high)] == [
        True, None, None,
    ]  # fmt: skip
    assert enough(1.01 * high).enough is False


def test_the_drill_shuts_oxygen_then_acetylene_then_sends_people_out():
    texts = [step.text.lower() for step in flash_back_drill()]
    assert texts[0].startswith("oxygen")
    assert texts[1].startswith("acetylene")
    assert "fire service" in texts[3]
    assert all(step.reason for step in flash_back_drill())
