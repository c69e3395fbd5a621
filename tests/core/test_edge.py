"""A torch near an edge: the mirror source, what is lost past it, what wraps on."""

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from pellak.core.heat.case import HeatCases
from pellak.core.heat.reckon import reckon_heat
from pellak.core.heat.solve import HeatGiven
from pellak.core.heat.standing import standing_times

RATIOS = [
    ("carbon-steel", 160, 0.5, 0.80, 0.57),
    ("carbon-steel", 160, 1.0, 0.95, 0.77),
    ("carbon-steel", 160, 2.0, 1.00, 0.97),
    ("aluminium", 224, 0.5, 0.50, 0.29),
]
"""Time near the edge over time far from it, lost and kept, at so many pool widths in: 1.6 mm."""


def piece(family, flow, **more):
    return HeatGiven(family=family, thickness_mm=1.6, acetylene_l_per_h=flow, **more)


def ratios(family, flow, edge_mm):
    far = standing_times(HeatCases.of([piece(family, flow).case()])).puddle_s[0]
    case = piece(family, flow, near_edge_mm=edge_mm).case()
    pair = standing_times(HeatCases.of([case, replace(case, edge_kept=True)])).puddle_s
    return pair / far


@pytest.mark.parametrize(("family", "flow", "pools", "lost", "kept"), RATIOS)
def test_the_published_ratios(family, flow, pools, lost, kept):
    pool = reckon_heat(piece(family, flow)).values.pool_width_mm
    assert ratios(family, flow, pools * pool) == pytest.approx([lost, kept], abs=0.02)


def test_over_the_edge_itself_half_the_flame_on_half_the_plate_is_the_same():
    lost, kept = ratios("carbon-steel", 160, 0)
    assert lost == pytest.approx(1.0, abs=0.002)
    assert kept == pytest.approx(0.28, abs=0.03)


def test_a_far_edge_is_no_edge():
    assert ratios("carbon-steel", 160, 500) == pytest.approx([1, 1], abs=1e-6)


@settings(max_examples=20)
@given(st.floats(0, 60))
def test_the_answer_lies_between_losing_and_keeping(edge_mm):
    given_edge = piece("carbon-steel", 160, near_edge_mm=edge_mm)
    answer = reckon_heat(given_edge)
    far = reckon_heat(piece("carbon-steel", 160)).values.puddle_s
    lost, kept = ratios("carbon-steel", 160, edge_mm)
    assert kept * far <= answer.values.puddle_s * 1.0001
    assert answer.values.puddle_s <= lost * far * 1.0001
    line = next(w for w in answer.working if w.name == "puddle_s")
    assert line.low <= answer.values.puddle_s <= line.high
