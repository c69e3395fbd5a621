"""The leak test: what moved, where it points, how much gas that is."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

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


contents, outlets = st.floats(5, 200), st.floats(0.25, 1.0)


@given(contents, contents, outlets, outlets)
def test_movement_past_what_a_gauge_shows_is_a_finding(cb, ca, ob, oa):
    answer = answered(
        acetylene={
            "contents_before_bar": cb, "contents_after_bar": ca,
            "outlet_before_bar": ob, "outlet_after_bar": oa,
        }
    )  # fmt: skip

    def moved(before, after, half_division):
        return abs(after - before) > half_division + 1e-9 or before - after >= 0.2 * before

    assert answer.values.tight == (not moved(cb, ca, 1) and not moved(ob, oa, 0.05))
    assert (answer.values.acetylene_leak_l_per_h is not None) == (
        ob - oa > 0.05 + 1e-9 or ob - oa >= 0.2 * ob
    )


def test_contents_down_and_outlet_up_is_the_regulators_seat():
    findings = answered(
        oxygen={"contents_after_bar": 10.0, "outlet_after_bar": 0.7}
    ).values.findings
    assert len(findings) == 2
    assert all("seat" in f.where and "tag it out" in f.do for f in findings)


@pytest.mark.parametrize("gas", ["acetylene", "oxygen"])
@pytest.mark.parametrize(
    ("gauge", "before", "after"),
    [("contents", 0, 0), ("contents", 1, 0), ("contents", 4.99, 4.99), ("outlet", 0, 0),
     ("outlet", 0.05, 0), ("outlet", 0.249, 0.249)],
)  # fmt: skip
def test_a_side_that_holds_too_little_to_be_seen_falling_is_no_test(gas, gauge, before, after):
    with pytest.raises(Refused) as refused:
        answered(**{gas: {f"{gauge}_before_bar": before, f"{gauge}_after_bar": after}})
    assert refused.value.field == f"{gas}.{gauge}_before_bar"


@pytest.mark.parametrize("gauge", ["contents", "outlet"])
def test_a_fall_by_a_fifth_or_to_nothing_is_a_leak_whatever_the_gauge_can_show(gauge):
    least = {"contents": 5.0, "outlet": 0.25}[gauge]
    for share, tight in ((0.81, True), (0.8, False), (0.5, False), (0.0, False)):
        readings = {f"{gauge}_before_bar": least, f"{gauge}_after_bar": share * least}
        assert answered(acetylene=readings).values.tight is tight, share


SOAPED = ["cylinder-nut", "gauge-stem", "regulator-body", "valve-spindle"]


def test_soap_at_every_place_vouches_for_a_nearly_empty_acetylene_cylinder_alone():
    low = {"contents_before_bar": 1.0, "contents_after_bar": 1.0}
    assert answered(acetylene=low, soaped=SOAPED).values.tight
    for missing in SOAPED:
        with pytest.raises(Refused) as refused:
            answered(acetylene=low, soaped=[one for one in SOAPED if one != missing])
        assert "soap" in refused.value.accepted
    # Oxygen, and the outlet of either, are read from their gauges.
    with pytest.raises(Refused):
        answered(oxygen=low, soaped=SOAPED)
    with pytest.raises(Refused):
        answered(acetylene={"outlet_before_bar": 0.1, "outlet_after_bar": 0.1}, soaped=SOAPED)
    # What is seen to fall leaks all the same.
    falling = {"contents_before_bar": 1.0, "contents_after_bar": 0.0}
    assert not answered(acetylene=falling, soaped=SOAPED).values.tight


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


STOOD = {"at_least_bar": 5.0, "moved": False}


def needles(outlet_bar=0.3, contents_bar=5.0, **more):
    side = {
        "contents": {"at_least_bar": contents_bar, "moved": False},
        "outlet": {"at_least_bar": outlet_bar, "moved": False},
    }
    document = {"acetylene": side, "oxygen": side, "seconds": 60, "hose_length_m": 10, **more}
    return reckon_leak_test(LeakTestGiven.model_validate(document))


def test_four_needles_that_did_not_move_are_four_taps():
    values = needles().values
    assert values.tight
    assert values.findings == []
    assert values.acetylene_leak_l_per_h is None


@pytest.mark.parametrize(
    ("half_bar", "length_m", "seconds", "leak"),
    [(0.05, 10, 60, 0.92), (0.05, 10, 300, 0.185), (0.034, 10, 60, 0.63), (0.05, 20, 300, 0.37)],
)
def test_what_a_gauge_cannot_see_is_told_beside_tight(half_bar, length_m, seconds, leak):
    values = needles(
        half_division_bar={"outlet": half_bar}, hose_length_m=length_m, seconds=seconds
    ).values
    assert values.blind_leak_l_per_h == pytest.approx(leak, rel=0.01)


def test_least_is_five_half_divisions_of_the_gauge_that_is_read():
    assert needles(0.17, half_division_bar={"outlet": 0.034}).values.tight
    for refused_bar in ({"outlet_bar": 0.24}, {"contents_bar": 4.9}):
        with pytest.raises(Refused):
            needles(**refused_bar)


def test_the_outlet_stands_near_what_is_set_for_work():
    assert needles(0.41, test_bar={"acetylene": 0.5}).values.tight
    with pytest.raises(Refused, match="four fifths") as refused:
        needles(0.39, test_bar={"oxygen": 0.5})
    assert refused.value.field == "oxygen.outlet_before_bar"


@pytest.mark.parametrize(
    "reading",
    [
        {"at_least_bar": 5.0},
        {"moved": False},
        {"before_bar": 5.0},
        {"before_bar": 5.0, "after_bar": 5.0, "at_least_bar": 5.0, "moved": False},
        {"at_least_bar": 5.0, "moved": True},
    ],
)
def test_a_needle_is_told_one_way_whole(reading):
    with pytest.raises(ValidationError):
        LeakTestGiven.model_validate({
            "oxygen": {"contents": reading, "outlet": {**STOOD, "at_least_bar": 0.4}},
            "acetylene": {"contents": STOOD, "outlet": {**STOOD, "at_least_bar": 0.4}},
            "seconds": 60,
        })  # fmt: skip
