"""The tip reckoner: worked values, the rack judged, limits held."""

import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from pydantic import ValidationError

from pellak.core.answer.working import inserted
from pellak.core.gas.limits import ACETYLENE_LIMIT_BAR
from pellak.core.torch import jet
from pellak.core.torch.candidates import usable_band
from pellak.core.torch.rack_tip import ChartRow, RackTip
from pellak.core.torch.tip import TipGiven, reckon_tip
from tests.core.evaluate import evaluate
from tests.published import published
from tests.strategies import bores_mm, flows_l_per_h, oxygen_ratios, thicknesses_mm, tips

DEMO = [
    RackTip(label=label, orifice_mm=bore)
    for label, bore in (
        ("1", 0.51),
        ("2", 0.66),
        ("3", 0.81),
        ("4", 0.99),
        ("5", 1.32),
        ("6", 1.85),
    )
]


def tip(**given_values):
    return reckon_tip(TipGiven(**{"family": "carbon-steel", **given_values}))


@pytest.mark.parametrize("row", published("jets.csv"), ids=lambda row: row["acetylene_l_per_h"])
def test_bore_and_drill_are_as_worked(row):
    bore = jet.orifice_for_flow_mm(float(row["acetylene_l_per_h"]), 1.05)
    assert bore == pytest.approx(float(row["orifice_mm"]), abs=0.0006)
    nearest = jet.nearest_drill(bore)
    assert nearest is not None
    assert nearest.drill == row["drill"]


def test_pressure_at_the_tip_is_as_worked():
    assert jet.tip_pressure_bar(130, 1.05) == pytest.approx(0.160, abs=0.0005)


@pytest.mark.parametrize(
    ("family", "thickness_mm", "joint", "pace", "flow"),
    [
        ("carbon-steel", 1.2, "butt", "normal", 120),
        ("carbon-steel", 1.2, "butt", "gentle", 72),
        ("carbon-steel", 1.2, "butt", "brisk", 156),
        ("carbon-steel", 3.2, "tee", "normal", 480),
        ("chromoly", 1.2, "cluster", "normal", 216),
        ("aluminium", 1.6, "butt", "normal", 224),
        ("lead", 2.24, "butt", "normal", 33.6),
    ],
)
def test_the_gas_rule_by_hand(family, thickness_mm, joint, pace, flow):
    values = tip(family=family, thickness_mm=thickness_mm, joint=joint, pace=pace).values
    assert values.acetylene_l_per_h == pytest.approx(flow)


def test_preheat_wants_less_gas():
    warm = tip(family="cast-iron", thickness_mm=6, start_c=500).values
    assert warm.acetylene_l_per_h == pytest.approx(120 * 6 * (1190 - 500) / (1190 - 20))


@given(flows_l_per_h, oxygen_ratios, st.floats(70, 200))
def test_bore_flow_and_jet_agree_with_each_other(flow, ratio, speed):
    bore = jet.orifice_for_flow_mm(flow, ratio, speed)
    assert jet.jet_for_flow_m_per_s(flow, bore, ratio) == pytest.approx(speed)
    assert jet.flow_for_jet_l_per_h(bore, speed, ratio) == pytest.approx(flow)


@given(flows_l_per_h, oxygen_ratios, bores_mm, st.floats(1.01, 3))
def test_a_larger_bore_never_raises_jet_speed(flow, ratio, bore, larger):
    slow = jet.jet_for_flow_m_per_s(flow, bore * larger, ratio)
    assert slow < jet.jet_for_flow_m_per_s(flow, bore, ratio)


@given(flows_l_per_h, oxygen_ratios)
def test_the_working_shown_gives_the_value(flow, ratio):
    numbers = {"Q": flow, "beta": ratio, "pi": math.pi, "v": 130.0, "n": 1.0}
    shown = evaluate(inserted(jet.ORIFICE_FORMULA, numbers))
    assert shown == pytest.approx(jet.orifice_for_flow_mm(flow, ratio), rel=1e-3)
    numbers |= {"d": jet.orifice_for_flow_mm(flow, ratio)}
    assert evaluate(inserted(jet.JET_FORMULA, numbers)) == pytest.approx(130, rel=1e-3)


@settings(max_examples=25)
@given(thicknesses_mm, st.sampled_from(["gentle", "normal", "brisk"]), st.floats(-20, 400))
def test_every_closed_working_of_the_tip_gives_its_value(thickness_mm, pace, start_c):
    answer = tip(thickness_mm=thickness_mm, pace=pace, start_c=start_c)
    for line in answer.working:
        if isinstance(line.value, float):
            assert evaluate(line.inserted) == pytest.approx(line.value, rel=2e-3), line.name
            assert line.low < line.value < line.high


@settings(max_examples=40)
@given(thicknesses_mm, st.lists(tips, min_size=1, max_size=8, unique_by=lambda t: t.label))
def test_every_tip_is_judged_once_best_first_and_runs_within_its_band(thickness_mm, rack):
    values = tip(thickness_mm=thickness_mm, rack=rack).values
    assert sorted(c.label for c in values.candidates) == sorted(t.label for t in rack)
    order = ["fits", "works-soft", "works-slow", "too-small", "too-large"]
    ranks = [order.index(c.verdict) for c in values.candidates]
    assert ranks == sorted(ranks)
    for candidate in values.candidates:
        assert candidate.why
        band = candidate.band_l_per_h
        assert band.low * 0.999 <= candidate.acetylene_l_per_h <= band.high * 1.001
        assert 69.9 <= candidate.jet_m_per_s <= 160.1


@settings(max_examples=30)
@given(thicknesses_mm)
def test_a_starved_tip_is_never_called_fitting(thickness_mm):
    values = tip(thickness_mm=thickness_mm, rack=DEMO).values
    for candidate in values.candidates:
        if candidate.acetylene_l_per_h > 1.26 * values.acetylene_l_per_h:
            assert candidate.verdict == "too-large"
            assert "starved" in candidate.why


@pytest.mark.parametrize(
    ("thickness_mm", "label"),
    [(0.5, "1"), (0.8, "2"), (1.2, "3"), (1.6, "4"), (3.2, "5"), (6, "6")],
)
def test_the_tip_a_welder_would_reach_for_comes_first(thickness_mm, label):
    best = tip(thickness_mm=thickness_mm, rack=DEMO).values.candidates[0]
    assert best.label == label
    assert best.verdict == "fits"


def test_when_no_tip_fits_it_says_what_to_buy():
    answer = tip(thickness_mm=25, rack=DEMO)
    assert {c.verdict for c in answer.values.candidates} == {"too-small"}
    assert any("to buy" in caution.text for caution in answer.cautions)
    assert answer.values.orifice_mm == pytest.approx(3.734, abs=0.001)
    assert answer.values.drill == "#26"


def test_without_a_rack_the_nearest_drills_are_judged():
    labels = [c.label for c in tip(thickness_mm=1.2).values.candidates]
    assert sorted(labels) == ["#66", "#67", "#68"]


def test_an_injector_gets_flow_but_no_invented_pressure():
    answer = tip(thickness_mm=1.2, mixer="injector")
    assert answer.values.torch_bar is None
    assert answer.values.tip_pressure_bar is None
    assert answer.values.acetylene_l_per_h == pytest.approx(120)
    assert any("chart" in caution.text for caution in answer.cautions)


@given(st.floats(5, 20_000))
@settings(max_examples=40)
def test_no_acetylene_pressure_is_ever_recommended_over_the_limit(flow):
    answer = tip(thickness_mm=3, acetylene_l_per_h=flow)
    stopped = any(caution.level == "stop" for caution in answer.cautions)
    assert stopped == (answer.values.torch_bar is None)
    if answer.values.torch_bar is not None:
        assert answer.values.torch_bar * 1.1 <= ACETYLENE_LIMIT_BAR["general"]


def test_the_makers_chart_row_comes_with_the_tip():
    row = ChartRow(thickness_low_mm=1, thickness_high_mm=2, acetylene_bar=0.2, oxygen_bar=0.2)
    charted = RackTip(label="A", orifice_mm=0.81, chart=[row])
    assert tip(thickness_mm=1.2, rack=[charted]).values.candidates[0].chart == row
    assert tip(thickness_mm=2.5, rack=[charted]).values.candidates[0].chart is None


def test_a_chart_row_the_wrong_way_round_is_refused():
    with pytest.raises(ValidationError, match="must not be above"):
        ChartRow(thickness_low_mm=2, thickness_high_mm=1, acetylene_bar=0.2, oxygen_bar=0.2)


@given(bores_mm, oxygen_ratios)
def test_the_usable_band_runs_from_backfire_to_lifting(bore, ratio):
    band = usable_band(bore, ratio)
    assert band.high / band.low == pytest.approx(200 / 70)
