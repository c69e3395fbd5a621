"""Every line a person could follow on paper: the inserted numbers come to the value shown."""

import math

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from pellak.core.gas.content import CylindersGiven
from pellak.core.gas.cylinders import reckon_cylinders
from pellak.core.heat.case import HeatCase
from pellak.core.heat.forerunner import closing_rise_k
from pellak.core.heat.loss import face_loss_w_per_m2_k
from pellak.core.metal.hardness import hardenability
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.plan.change_job import with_changes
from pellak.core.plan.compose import compose_plan
from pellak.core.preheat.reckon import PreheatGiven, reckon_preheat
from pellak.core.tables import heat_families
from tests.core.evaluate import evaluate
from tests.core.test_tip import DEMO

PREHEAT_LINES = {"seferian_c", "chemical_carbon", "en1011_b_c", "en1011_b_edge_c", "haz_hv",
                 "spread_max_k"}  # fmt: skip


def by_name(lines):
    return {line.name: line for line in lines}


@settings(max_examples=40)
@given(
    st.floats(0.1, 0.6), st.floats(0.3, 1.8), st.floats(0, 1.2), st.floats(0, 0.4),
    st.floats(1, 80),
)  # fmt: skip
def test_preheat_lines(carbon, manganese, chromium, molybdenum, thickness_mm):
    composition = {"C": carbon, "Mn": manganese, "Cr": chromium, "Mo": molybdenum}
    answer = reckon_preheat(
        PreheatGiven(composition=composition, family="chromoly", thickness_mm=thickness_mm)
    )
    checked = 0
    for line in answer.working:
        if line.name in PREHEAT_LINES and line.value is not None:
            result = evaluate(line.inserted)
            if line.name == "haz_hv":
                ends = hardenability(composition)
                result = min(max(result, ends.bainite_hv), ends.martensite_hv)
            assert result == pytest.approx(line.value, rel=5e-3, abs=0.6), line.name
            checked += 1
    assert checked >= 2


@pytest.mark.parametrize("alloy", ["gi-30", "en-gjs-500-7"])
def test_the_spread_line(alloy):
    lines = by_name(reckon_preheat(PreheatGiven(alloy=alloy, thickness_mm=9)).working)
    assert evaluate(lines["spread_max_k"].inserted) == pytest.approx(lines["spread_max_k"].value)


@given(st.floats(1, 230), st.floats(-10, 40), st.floats(20, 4000))
def test_oxygen_lines(gauge, temperature_c, flow):
    answer = reckon_cylinders(
        CylindersGiven(gas="oxygen", water_capacity_l=50, gauge_bar=gauge,
                       temperature_c=temperature_c, flow_l_per_h=flow)
    )  # fmt: skip
    for line in answer.working:
        assert evaluate(line.inserted) == pytest.approx(line.value, rel=2e-3), line.name


@given(st.floats(46, 49), st.floats(20, 300))
def test_acetylene_lines(weight, flow):
    answer = reckon_cylinders(
        CylindersGiven(gas="acetylene", size="acetylene-4.1", tare_kg=45, weight_kg=weight,
                       flow_l_per_h=flow)
    )  # fmt: skip
    for line in answer.working:
        assert evaluate(line.inserted) == pytest.approx(line.value, rel=2e-3), line.name


@settings(max_examples=15)
@given(st.floats(0.8, 3), st.floats(15, 200), st.floats(30, 90))
def test_the_line_of_a_closing_ring(thickness_mm, diameter, angle):
    assume(diameter > 8 * thickness_mm)
    changes = {
        "alloy": "4130",
        "joint": "cluster",
        "thickness_mm": thickness_mm,
        "outside_diameter_mm": diameter,
        "branch_deg": angle,
        "closed": "vented",
    }
    plan = compose_plan(with_changes(SeamJob(name="x"), changes), ShopSchools(), DEMO)
    shown = {f.id: f for s in plan.stations for f in s.figures}
    if "closing_c" not in shown:
        return
    line = shown["closing_c"].working[0]
    assert plan.facts.start_c < line.low <= line.value <= line.high <= 1480


def test_what_a_torch_meets_round_a_pipe_is_what_a_grid_finds():
    # 168.3 × 8.2 mm, one lap of 37 min: about 200 °C with the torch 100 mm short of its start, by
    # a two-dimensional finite-difference solution; warmer every step from there.
    case = HeatCase(heat_families()["carbon-steel"], 8.2, 820.0, 20.0, 2)
    ring_mm, lap_s = math.pi * 168.3, 37 * 60.0
    met = [20 + closing_rise_k(case, ring_mm, lap_s, short) for short in (100, 60, 30)]
    assert met[0] == pytest.approx(200, rel=0.1)
    assert met == sorted(met)
    assert met[1] > 1.3 * met[0]
    for surface_c, loss in ((60, 15.6), (300, 26.3)):
        assert face_loss_w_per_m2_k(surface_c) == pytest.approx(loss, rel=0.02)


def test_the_hardness_line_of_a_seam_agrees_with_the_preheat_stations():
    changes = {"alloy": "4130", "thickness_mm": 1.6, "length_mm": 200}
    plan = compose_plan(with_changes(SeamJob(name="x"), changes), ShopSchools(), DEMO)
    shown = {f.id: f for s in plan.stations for f in s.figures}
    assert evaluate(shown["haz_hv"].working[0].inserted) == pytest.approx(
        shown["haz_hv"].value, rel=2e-3
    )
