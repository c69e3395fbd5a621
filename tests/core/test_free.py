"""Heat to free, fit and bend: worked clearance, the best moment, what may never be heated."""

import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.body.purposes import purposes
from pellak.core.body.two_bodies import EXPANSION_TO_200, clearance_mm
from pellak.core.catalogue.one_line import reckon_by_name

NUT = {"family": "carbon-steel", "shape": "ring", "diameter_mm": 60.0, "bore_mm": 40.0,
       "length_mm": 25.0}  # fmt: skip
STUD = {"family": "carbon-steel", "diameter_mm": 40.0, "length_mm": 60.0}
SHAPES = {
    "ring": NUT,
    "plate": {"shape": "plate", "length_mm": 200.0, "width_mm": 100.0, "wall_mm": 6.0},
}


def freed(**changed):
    asked = {"purpose": "seized", "outer": NUT, "inner": STUD, "acetylene_l_per_h": 600.0}
    return reckon_by_name("free", {**asked, **changed}).values


def test_the_worked_nut():
    a = EXPANSION_TO_200["carbon-steel"]
    assert clearance_mm(40.0, 200.0, 60.0, a, a) == pytest.approx(0.068, abs=5e-4)


def test_the_fit_is_widest_when_the_flame_goes_off_and_closes_after():
    values = freed()
    places = [mm for _, mm in values.clearance_curve]
    widest = places.index(max(places))
    assert places[: widest + 1] == sorted(places[: widest + 1])
    assert places[widest:] == sorted(places[widest:], reverse=True)
    assert values.best_moment_s == pytest.approx(values.seconds, rel=0.05)
    assert values.clearance_low_mm < values.clearance_mm < values.clearance_high_mm
    assert 150 <= values.target_c <= 260 < values.stop_c


def test_a_bigger_flame_opens_it_further_and_sooner():
    small, big = freed(acetylene_l_per_h=100.0), freed(acetylene_l_per_h=200.0)
    assert big.seconds < 0.6 * small.seconds
    assert big.clearance_mm > small.clearance_mm


def test_a_flame_wider_than_the_part_gains_nothing():
    part_filled, twice = freed(acetylene_l_per_h=600.0), freed(acetylene_l_per_h=1200.0)
    assert twice.seconds == pytest.approx(part_filled.seconds, rel=1e-6)
    assert twice.gas_l == pytest.approx(2 * part_filled.gas_l, rel=1e-6)


@settings(max_examples=40)
@given(st.floats(10, 150), st.floats(0, 0.15), st.floats(0, 0.2))
def test_a_shrink_fit_opens_what_it_needs_or_says_so(bore, interference, spare):
    ring = {**NUT, "bore_mm": bore, "diameter_mm": bore * 1.6, "length_mm": bore * 0.6 + 5}
    values = freed(purpose="shrink-on", outer=ring, inner=None, interference_mm=interference,
                   clearance_mm=spare, acetylene_l_per_h=3000.0)  # fmt: skip
    wanted_k = (interference + spare) / (EXPANSION_TO_200["carbon-steel"] * bore)
    assert values.target_c == pytest.approx(min(20 + max(wanted_k, 20), 300), abs=1e-6)
    if values.reaches:
        assert values.opens_enough == (20 + wanted_k <= 300 + 1e-6)


@pytest.mark.parametrize(
    ("grade", "stop"), [("8.8", 300.0), ("10.9", 300.0), ("12.9", 300.0), ("4.6", 300.0)]
)
def test_no_class_raises_the_stop_of_a_seized_screw(grade, stop):
    assert freed(property_class=grade).stop_c == stop


@pytest.mark.parametrize(
    ("changed", "field"),
    [
        ({"bearing": True}, "bearing"),
        ({"purpose": "anneal"}, "family"),
        ({"purpose": "bend", "outer": {**SHAPES["plate"], "family": "aluminium"}}, "family"),
        ({"purpose": "warm-through", "outer": NUT}, "target_c"),
        ({"purpose": "shrink-on", "outer": {**SHAPES["plate"], "family": "carbon-steel"},
          "inner": None}, "bore_mm"),
        ({"target_c": 500.0}, "target_c"),
    ],
)  # fmt: skip
def test_what_may_not_be_heated_is_refused_by_its_field(changed, field):
    with pytest.raises(Refused, match=field):
        freed(**changed)


def test_a_bend_tells_its_length_and_colour_and_no_seconds():
    values = freed(purpose="bend", outer={"family": "carbon-steel", "shape": "plate",
                   "length_mm": 80.0, "width_mm": 40.0, "wall_mm": 10.0}, inner=None,
                   radius_mm=30.0, angle_deg=90.0)  # fmt: skip
    assert values.heat_mm == pytest.approx(math.pi * 30 * 90 / 180 + 20)
    assert values.least_radius_mm == 10
    assert 870 <= values.target_c <= 1000
    assert values.reaches is None


@pytest.mark.parametrize("purpose", sorted(purposes()))
def test_every_purpose_stops_above_its_heat_and_says_what_next(purpose):
    row = purposes()[purpose]
    assert row.what_next
    outer = {**SHAPES["ring"], "family": row.families[0]}
    values = freed(purpose=purpose, outer=outer, inner=None,
                   target_c=80.0 if purpose == "warm-through" else None)  # fmt: skip
    assert values.target_c <= values.stop_c
    assert values.crayon_c[0] <= values.stop_c or len(values.crayon_c) == 1
