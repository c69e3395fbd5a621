"""The leak test: what moved, where it points, how much gas that is."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.safety.leak_test import LeakTestGiven, reckon_leak_test

STILL = {
    "contents_before_bar": 12.0,
    "contents_after_bar": 12.0,
    "outlet_before_bar": 0.4,
    "outlet_after_bar": 0.4,
}


def answered(acetylene=None, oxygen=None, **more):
    return reckon_leak_test(
        LeakTestGiven.model_validate(
            {
                "acetylene": {**STILL, **(acetylene or {})},
                "oxygen": {**STILL, **(oxygen or {})},
                "seconds": 60.0,
                **more,
            }
        )
    )


def test_still_gauges_are_tight():
    answer = answered()
    assert answer.values.tight
    assert answer.cautions == []
    assert answer.values.acetylene_leak_l_per_h is None


@pytest.mark.parametrize("gas", ["acetylene", "oxygen"])
@pytest.mark.parametrize(
    ("moved", "where"),
    [
        ({"contents_after_bar": 10.5}, "inlet joint"),
        ({"contents_after_bar": 13.5}, "does not shut"),
        ({"outlet_after_bar": 0.3}, "hose"),
        ({"outlet_after_bar": 0.5}, "creeps"),
    ],
)
def test_each_movement_points_where_it_should(gas, moved, where):
    answer = answered(**{gas: moved})
    assert not answer.values.tight
    assert [(f.gas, where in f.where) for f in answer.values.findings] == [(gas, True)]
    assert answer.cautions[0].level == "stop"
    assert answer.cautions[0].reason


def test_the_leak_is_the_gas_the_hose_lost():
    # 10 m of 6.3 mm holds 0.3117 L; 0.1 bar of it is 0.0308 L, in 60 s that is 1.85 L/h.
    answer = answered(oxygen={"outlet_after_bar": 0.3}, hose_length_m=10.0, hose_bore_mm=6.3)
    assert answer.values.oxygen_leak_l_per_h == pytest.approx(1.846, rel=0.002)
    line = answer.working[1]
    assert line.low < line.value < line.high


contents, outlets = st.floats(1, 200), st.floats(0.05, 1.0)


@given(contents, contents, outlets, outlets)
def test_movement_past_what_a_gauge_shows_is_a_finding(cb, ca, ob, oa):
    answer = answered(
        acetylene={
            "contents_before_bar": cb, "contents_after_bar": ca,
            "outlet_before_bar": ob, "outlet_after_bar": oa,
        }
    )  # fmt: skip
    moved = abs(ca - cb) > 1 + 1e-9 or abs(oa - ob) > 0.05 + 1e-9
    assert answer.values.tight == (not moved)
    assert (answer.values.acetylene_leak_l_per_h is not None) == (ob - oa > 0.05)


def test_contents_down_and_outlet_up_is_the_regulators_seat():
    findings = answered(
        oxygen={"contents_after_bar": 10.0, "outlet_after_bar": 0.7}
    ).values.findings
    assert len(findings) == 2
    assert all("seat" in f.where and "tag it out" in f.do for f in findings)


def test_an_empty_side_is_no_test():
    for reading in ({"contents_before_bar": 0.0}, {"outlet_before_bar": 0.0}):
        with pytest.raises(Refused) as refused:
            answered(acetylene=reading)
        assert refused.value.field == f"acetylene.{next(iter(reading))}"


@pytest.mark.parametrize(("region", "tight"), [("general", True), ("strict", False)])
def test_acetylene_over_its_limit_is_a_stop_in_itself(region, tight):
    high = {"outlet_before_bar": 0.8, "outlet_after_bar": 0.8}
    answer = answered(acetylene=high, region=region)
    assert answer.values.tight == tight
    assert answered(oxygen=high, region=region).values.tight
    assert tight or "over the limit" in answer.values.findings[0].where


@given(st.floats(0.06, 0.3), st.floats(1.1, 5))
def test_a_longer_hose_that_falls_as_far_lost_more(fall, longer):
    short = answered(acetylene={"outlet_after_bar": 0.4 - fall}, hose_length_m=5.0)
    long = answered(acetylene={"outlet_after_bar": 0.4 - fall}, hose_length_m=5.0 * longer)
    assert long.values.acetylene_leak_l_per_h == pytest.approx(
        longer * short.values.acetylene_leak_l_per_h
    )
