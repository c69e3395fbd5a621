"""What tips on cylinders can weld: the worked table, and plans at either side of its ends."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from pellak.core.supply.pressure_flow import PressuresGiven
from pellak.core.supply.pressures import reckon_pressures
from pellak.core.supply.reach import reckon_reach
from pellak.core.supply.reach_given import ReachGiven
from pellak.core.supply.tip_to_buy import tip_to_buy, widest_gap
from pellak.core.torch.jet import flow_for_jet_l_per_h

METALS = ["carbon-steel", "stainless", "aluminium"]
SMALL = {"capacity_m3": 1.1}


def tip(bore_mm, **more):
    return {"label": f"{bore_mm:g}", "orifice_mm": bore_mm, **more}


def reach(*bores, **told):
    asked = {"tips": [tip(bore) for bore in bores], **told}
    return reckon_reach(ReachGiven.model_validate(asked))


@pytest.mark.parametrize(
    ("bore_mm", "low", "high", "walls"),
    [
        (0.7, 47.3, 108.1, [(0.50, 0.88, 2.03), (0.50, 1.17, 2.56), (0.50, 0.63, 1.05)]),
        (0.9, 78.2, 178.7, [(0.50, 1.45, 3.30), (0.52, 1.94, 4.11), (0.50, 1.04, 1.72)]),
        (1.2, 139.0, 317.8, [(0.70, 2.58, 5.62), (0.93, 3.44, 6.0), (0.50, 1.84, 3.01)]),
        (1.6, 247.2, 564.9, [(1.24, 4.59, 6.0), (1.65, 6.0, 6.0), (0.88, 3.28, 4.92)]),
    ],
)
def test_the_worked_table(bore_mm, low, high, walls):
    found = reach(bore_mm, families=METALS).values.tips[0]
    assert (found.low_l_per_h, found.high_l_per_h) == (
        pytest.approx(low, rel=1e-3), pytest.approx(high, rel=1e-3)
    )  # fmt: skip
    assert (found.low_by, found.high_by) == ("pops", "harsh")
    for one, wall in zip(found.metals, walls, strict=True):
        told = (one.thinnest_mm, one.usual_mm, one.thickest_mm)
        assert told == pytest.approx(wall, abs=0.006), one.family
        assert (one.thick_by == "method") is (one.thickest_mm == 6.0)


def test_the_thick_end_tells_how_slow_it_is():
    steel = reach(0.9).values.tips[0].metals[0]
    assert steel.puddle_thick_s == pytest.approx(16.7, abs=0.05)
    assert steel.travel_thick_mm_per_min == pytest.approx(44, abs=0.5)
    assert steel.thickest_low_mm < steel.thickest_mm < steel.thickest_high_mm


def test_pressures_hold_a_tip_under_its_harsh_jet():
    set_to = {"acetylene_bar": [0.1, 0.25], "oxygen_bar": 0.25}
    found = reach(0.9, pressures=set_to).values.tips[0]
    assert found.high_l_per_h == pytest.approx(146.9, rel=1e-3)
    assert found.high_by == "pressure"
    assert found.metals[0].thickest_mm == pytest.approx(2.37, abs=0.006)
    assert found.set_high_bar.oxygen == pytest.approx(0.25)
    assert found.low_l_per_h == pytest.approx(78.2, rel=1e-3), "torch valves throttle"


def test_a_small_cylinder_holds_it_lower_or_bars_it():
    short = reach(0.9, acetylene=SMALL, minutes_needed=10).values.tips[0]
    assert (short.high_l_per_h, short.high_by) == (pytest.approx(110.0), "draw")
    assert short.metals[0].thickest_mm == pytest.approx(1.37, abs=0.006)
    answer = reach(0.9, acetylene=SMALL)
    on_end = answer.values.tips[0]
    assert on_end.over_limit
    assert on_end.metals == []
    assert on_end.set_high_bar is None
    assert answer.cautions[0].level == "warn"


@pytest.mark.parametrize(
    ("full_m3", "low_min", "high_min"), [(1.1, 10.0, 0.0), (2.1, None, 10.0), (8.5, None, None)]
)
def test_how_long_it_may_burn_before_the_draw_limit(full_m3, low_min, high_min):
    assert reach(0.9).values.tips[0].burn_at_high_min is None
    draw = {"capacity_m3": full_m3}
    held = reach(0.9, acetylene=draw, minutes_needed=8).values.tips[0]
    assert held.burn_at_low_min == low_min
    # Held at what may be drawn in a spell, it is never told to burn for none.
    assert held.burn_at_high_min == (10.0 if high_min == 0.0 else high_min)


def test_how_long_it_lasts_leaves_a_twentieth():
    held = {"capacity_m3": 4.0, "content_m3": 2.0, "coupled": 2}
    found = reach(0.9, acetylene=held, oxygen={"content_m3": 3.0}, minutes_needed=5).values.tips[0]
    by_acetylene = 60_000 * 2 * (2.0 - 0.2) / found.low_l_per_h
    by_oxygen = 60_000 * 3.0 / (1.05 * found.low_l_per_h)
    assert found.empty_at_low_min == pytest.approx(min(by_acetylene, by_oxygen))
    assert reach(0.9, acetylene={"capacity_m3": 4.0}).values.tips[0].empty_at_low_min is None


def test_an_injector_has_no_pressures_of_ours():
    found = reach(0.9, mixer="injector").values.tips[0]
    assert (found.set_low_bar, found.set_high_bar) == (None, None)
    assert found.high_by == "harsh"


def test_a_barred_piece_says_what_would_weld_it():
    piece = {"family": "carbon-steel", "thickness_mm": 3.2}
    barred = reach(0.9, 1.2, acetylene=SMALL, piece=piece).values.barred
    assert (barred.gentlest_tip, barred.smallest_size_m3, barred.couple) == ("0.9", 8.5, 5)
    assert reach(0.9, piece=piece).values.barred is None
    assert reach(0.9, acetylene={"capacity_m3": 8.5}, piece=piece).values.barred is None


@settings(max_examples=15, deadline=None)
@given(st.floats(0.5, 2.0), st.floats(0.08, 0.6), st.floats(1, 30), st.floats(4, 12))
def test_its_ends_are_what_those_pressures_burn(bore_mm, bar, metres, hose_mm):
    hose = {"hose_length_m": metres, "hose_bore_mm": hose_mm}
    both = {"acetylene_bar": bar, "oxygen_bar": bar}
    found = reach(bore_mm, pressures=both, families=[], **hose).values.tips[0]
    burns = reckon_pressures(PressuresGiven(orifice_mm=bore_mm, **both, **hose)).values
    assert found.high_l_per_h <= burns.acetylene_l_per_h * (1 + 1e-9)
    if found.high_by == "pressure":
        assert found.high_l_per_h == pytest.approx(burns.acetylene_l_per_h, rel=1e-9)


FLOWS = st.lists(
    st.tuples(st.floats(20, 400), st.floats(1.1, 3)).map(lambda ends: (ends[0], ends[0] * ends[1])),
    max_size=6,
)


@given(FLOWS, st.floats(60, 500))
def test_the_tip_to_buy_closes_the_widest_gap(flows, rule):
    bought = tip_to_buy(flows, rule, 1.05)
    if bought is None:
        return
    least, most = bought.thinnest_mm * rule, bought.thickest_mm * rule
    assert not any(low < most * 0.999 and high > least * 1.001 for low, high in flows)
    usual = flow_for_jet_l_per_h(bought.orifice_mm, 130, 1.05)
    if bought.drill:
        assert least * 0.85 < usual < most * 1.18, "the nearest drill, not the bore itself"
    left = widest_gap([*flows, (least, most)], 0.5 * rule, 6 * rule)
    assert left is None or left[1] / left[0] <= most / least * 1.0001


def test_a_rack_whose_tips_meet_lacks_none_and_a_small_cylinder_asks_for_none_beyond_it():
    assert reach(0.5, 0.7, 0.9, 1.2, 1.6, 1.8).values.buy is None
    small = reach(0.7, acetylene={"capacity_m3": 1.1}, minutes_needed=8).values.buy
    assert small is None or small.thickest_mm <= 1.1 + 1e-9
