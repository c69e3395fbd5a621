"""Waits between passes, and the card each pass has at the bench."""

import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from pellak.core.heat.case import HeatCase
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.plan.change_job import with_changes
from pellak.core.plan.compose import compose_plan
from pellak.core.reading.measures import said
from pellak.core.seam.interpass_wait import MEASURED_AT_MM, rise_beside_k, with_waits
from pellak.core.tables import heat_families

STEEL = heat_families()["carbon-steel"]


def plate(thickness_mm, length_mm=300.0, alloy="s235jr", **more):
    changes = {"thickness_mm": thickness_mm, "length_mm": length_mm, "alloy": alloy, **more}
    return compose_plan(with_changes(SeamJob(name="Plate"), changes), ShopSchools())


def test_the_line_of_heat_comes_to_the_sum_of_its_joules():
    # Without loss and long enough after, a wide plate holds what was laid in: check at the line.
    case = HeatCase(STEEL, 6.0, 600.0, 20.0, 2)
    passes = plate(6.0).facts.passes[:1]
    rise = rise_beside_k(case, passes, 3000.0, [900.0], 0.0)
    joules_per_m = sum(case.power_w) * 60 * passes[0].minutes / 3.0
    joules_per_m *= passes[0].acetylene_l_per_h / 600
    a = case.diffusivity_m2_per_s
    thin = joules_per_m / (STEEL.density_kg_per_m3 * STEEL.specific_heat_j_per_kg_k * 0.006)
    at = (MEASURED_AT_MM / 1000) ** 2 / (4 * a * 900)
    assert rise == pytest.approx(thin / math.sqrt(4 * math.pi * a * 900) * math.exp(-at), rel=1e-3)


@settings(max_examples=40)
@given(st.floats(4.1, 12), st.floats(60, 800), st.floats(120, 400))
def test_after_the_wait_the_plate_is_under_its_limit_and_not_long_before(thick, length, limit):
    case = HeatCase(STEEL, thick, 100 * thick, 20.0, 2)
    passes = plate(thick, length).facts.passes
    waits = [p.wait_s for p in with_waits(case, passes, length, limit)]
    assert waits[0] == 0
    cooler = [p.wait_s for p in with_waits(case, passes, length, limit - 40)]
    assert all(b >= a - 1e-6 for a, b in zip(waits, cooler, strict=True)), "a lower limit waits"


@pytest.mark.parametrize(("thickness_mm", "low_min", "high_min"), [(6, 0.5, 4), (8, 4, 12)])
def test_the_wait_is_one_a_welder_knows(thickness_mm, low_min, high_min):
    longest = max(p.wait_s for p in plate(thickness_mm).facts.passes) / 60
    assert low_min < longest < high_min


def test_every_pass_has_its_card_behind_the_seams_own():
    plan = plate(8.0)
    ids = [card.step.id for card in plan.cards]
    seam = ids.index("seam")
    passes = plan.facts.passes
    assert ids[seam + 1 : seam + 1 + len(passes)] == [f"pass-{p.n}" for p in passes]
    for weld in passes:
        card = next(c for c in plan.cards if c.step.id == f"pass-{weld.n}")
        assert f"{weld.acetylene_l_per_h:.0f} L/h" in said(card.step.detail, "metric")
        assert card.figure.value == weld.travel_mm_per_min
        assert card.figure.low < card.figure.value < card.figure.high
        assert ("wait" in card.step.detail) == (weld.wait_s >= 20)
    assert "250 °C 25 mm from the seam" in said(plan.cards[seam + 3].step.detail, "metric")
    assert not any(c.step.id.startswith("pass-") for c in plate(3.0).cards)
