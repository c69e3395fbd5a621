"""The drawings' millimetres: nested, cooling outwards, complete to the edges shown."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from pellak.core.heat.case import HeatCase, HeatCases
from pellak.core.heat.colour import BARE_STEEL, POOL, colour_at, heat_colours
from pellak.core.heat.plate import FAR_FACE, NEAR_FACE, HeatingHistory
from pellak.core.heat.solve import HeatGiven, solve_heat
from pellak.core.heat.travel import (
    PEAK_POINTS,
    PROFILE_Y_M,
    SETTLED_S,
    full_travel_m_per_s,
    peak_profile_k,
    points_behind_m,
    reach_m,
    travel_results,
)
from pellak.core.model.kinds.seam.drawing import (
    SeamDrawing,
    blue_band_mm,
    empty_drawing,
    seam_drawing,
)
from pellak.core.reading.measures import said
from pellak.core.tables import heat_families
from tests.published import published
from tests.strategies import thicknesses_mm

STEEL = heat_families()["carbon-steel"]


def drawn(thickness_mm: float, flow_per_mm: float = 100, **more) -> SeamDrawing:
    solution = solve_heat(
        HeatGiven(
            family="carbon-steel",
            thickness_mm=thickness_mm,
            acetylene_l_per_h=flow_per_mm * thickness_mm,
        )
    )
    document = {"root_gap_mm": 0.0, "orifice_mm": 0.8, "cone_mm": 5.0, "feather_mm": 5.0, **more}
    return seam_drawing(solution, **document)


@settings(max_examples=25)
@given(thicknesses_mm, st.floats(70, 150))
def test_root_pool_and_blue_band_lie_within_each_other(thickness_mm, flow_per_mm):
    drawing = drawn(thickness_mm, flow_per_mm)
    if drawing.pool_mm is None:
        assert drawing.across == []
        assert "does not reach the back" in drawing.text
        return
    assert 0 < drawing.root_mm <= drawing.pool_mm < drawing.blue_band_mm
    assert drawing.pool_back_mm < 0 <= drawing.pool_front_mm
    assert drawing.section_half_width_mm >= 0.5 * drawing.pool_mm
    assert drawing.section_half_width_mm >= 2.5 * thickness_mm
    assert drawing.strip_half_width_mm >= 0.5 * drawing.blue_band_mm


@settings(max_examples=15)
@given(thicknesses_mm)
def test_it_only_gets_cooler_away_from_the_seam(thickness_mm):
    drawing = drawn(thickness_mm)
    near = [point.near_c for point in drawing.across]
    assert near == sorted(near, reverse=True)
    assert all(p.far_c <= p.near_c + 1 for p in drawing.across)
    assert drawing.across[0].at_mm == 0
    assert drawing.across[-1].at_mm == round(drawing.strip_half_width_mm, 2)


@pytest.mark.parametrize("thickness_mm", [0.8, 1.6, 3.2, 5])
def test_the_line_along_reaches_past_the_pool_both_ways(thickness_mm):
    drawing = drawn(thickness_mm)
    places = [point.at_mm for point in drawing.along]
    assert places == sorted(places)
    assert places[0] < 1.3 * drawing.pool_back_mm
    assert places[-1] > 3 * drawing.pool_front_mm
    assert drawing.along[-1].near_c < 720
    hottest = max(drawing.along, key=lambda point: point.near_c)
    assert hottest.colour == POOL


def test_the_gap_and_the_sheet_are_told_in_words():
    assert "edges touching" in drawn(1.2).text
    gapped = drawn(1.2, root_gap_mm=0.8)
    assert "gap 0.8 mm" in said(gapped.text, "metric")
    assert gapped.root_gap_mm == 0.8


def test_an_unknown_sheet_is_drawn_as_unknown():
    drawing = empty_drawing(0.5)
    assert drawing.thickness_mm is None
    assert drawing.cone_mm is None
    assert drawing.lines == []
    assert "not been told" in drawing.text


def test_lines_of_the_strip_run_from_hot_to_cool():
    lines = [line.at_c for line in drawn(1.2).lines]
    assert lines == sorted(lines, reverse=True)
    assert lines[0] == STEEL.melting_c


def test_no_travel_means_no_blue_band():
    assert blue_band_mm(None, "carbon-steel") is None


@given(st.floats(-20, 3000), st.floats(0, 200))
def test_colours_cover_every_temperature(temperature_c, warmer_k):
    for family in ("carbon-steel", "stainless", "aluminium"):
        known = {colour.hex for colour in heat_colours(family)} | {BARE_STEEL, POOL}
        assert colour_at(temperature_c, 1500, family) in known
    if colour_at(temperature_c, 1500) == POOL:
        assert colour_at(temperature_c + warmer_k, 1500) == POOL


@pytest.mark.parametrize("row", published("heat_cases.csv"), ids=lambda r: r["family"])
def test_the_hottest_place_is_always_inside_what_is_searched(row):
    case = HeatCase(
        heat_families()[row["family"]],
        float(row["thickness_mm"]),
        float(row["acetylene_l_per_h"]),
        float(row["start_c"]),
        int(row["paths"]),
    )
    cases = HeatCases.of([case])
    speed = 0.85 * full_travel_m_per_s(cases)
    x = points_behind_m(cases, speed, SETTLED_S, PEAK_POINTS)
    for depth in (NEAR_FACE, FAR_FACE):
        history = HeatingHistory.at(cases, np.array([SETTLED_S]), np.array([depth]))
        place = int(np.argmax(history.rise_k(x, np.zeros(1), speed)[0, :, 0]))
        assert 0 < place < PEAK_POINTS - 1


def test_the_sharpened_peak_is_the_peak_of_a_fine_search():
    cases = HeatCases.of([HeatCase(STEEL, 1.6, 160, 20, 2)])
    speed = np.array([0.002])
    history = HeatingHistory.at(cases, np.array([SETTLED_S]), np.array([NEAR_FACE]))
    fine = -np.geomspace(1e-4, 0.2, 20_000)[None, :]
    for column in (0, 30, 60):
        y = PROFILE_Y_M[column : column + 1]
        expected = history.rise_k(fine, y, speed).max()
        found = peak_profile_k(cases, speed, NEAR_FACE)[0, column]
        assert found == pytest.approx(expected, rel=1e-3)


def test_a_reach_that_is_never_met_or_never_left_is_not_a_number_made_up():
    falling = np.linspace(1000, 100, len(PROFILE_Y_M))
    assert reach_m(falling, 2000) is None
    assert reach_m(falling, 50) is None
    assert 0 < reach_m(falling, 500) < PROFILE_Y_M[-1]


def test_what_never_goes_through_stands_beside_what_does():
    thick, thin = HeatCase(STEEL, 25, 100, 20, 2), HeatCase(STEEL, 1, 100, 20, 2)
    results = travel_results(HeatCases.of([thick, thin, thick]), STEEL.grain_change_c)
    assert [result is None for result in results] == [True, False, True]
    alone = travel_results(HeatCases.of([thin]), STEEL.grain_change_c)[0]
    assert results[1].travel_m_per_s == pytest.approx(alone.travel_m_per_s, rel=1e-4)
    assert travel_results(HeatCases.of([thick]), None) == [None]
