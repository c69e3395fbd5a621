"""One sum everywhere: figures, facts, cylinders and card say the same gas, minutes and passes."""

import re

import pytest

from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.model.upcast import facts_kept
from pellak.core.plan.change_job import with_changes
from pellak.core.plan.compose import compose_plan
from pellak.core.reading.measures import measure, said
from pellak.core.rig.equipment import Equipment
from pellak.core.rig.items import read_item
from pellak.paper.measures import figure_words
from tests.core.test_tip import DEMO

JOBS = {
    "sheet": {"alloy": "dc01", "thickness_mm": 1.2, "length_mm": 640},
    "gapped sheet": {"alloy": "dc01", "thickness_mm": 0.9, "length_mm": 500, "root_gap_mm": 1.6},
    "plate": {"alloy": "s235jr", "thickness_mm": 6.0, "length_mm": 300},
    "thick plate": {
        "alloy": "s235jr", "thickness_mm": 12.0, "length_mm": 400, "edge_form": "double-v",
    },
    "fillet": {"alloy": "s235jr", "joint": "tee", "thickness_mm": 5.0, "length_mm": 300},
    "tube": {"alloy": "4130", "joint": "cluster", "thickness_mm": 1.65, "outside_diameter_mm": 32},
    "pipe": {
        "alloy": "dc01", "joint": "pipe-butt", "thickness_mm": 8.2, "outside_diameter_mm": 168.3,
    },
    "hard plate": {"alloy": "sae-1045", "thickness_mm": 10.0, "length_mm": 200},
    "lead": {"alloy": "pb-sheet", "joint": "lap", "thickness_mm": 3.55, "length_mm": 1200},
    "aluminium": {"alloy": "al-3003", "thickness_mm": 2.0, "length_mm": 500},
    "casting": {"alloy": "gi-30", "joint": "casting-crack", "thickness_mm": 9, "length_mm": 85,
                "restraint": "high", "closed": "vented"},
}  # fmt: skip
CYLINDER = {
    "kind": "cylinder", "name": "A", "gas": "acetylene", "size": "acetylene-4.1", "coupled": 4,
    "readings": [{"at": "2026-05-30T08:00", "weight_kg": 47.0, "temperature_c": 15.0}],
}  # fmt: skip
TIPS = [{"kind": "tip", "name": t.label, "orifice_mm": t.orifice_mm, "jets": t.jets} for t in DEMO]
RACK = Equipment(tuple(read_item(item) for item in (*TIPS, CYLINDER)))


def plan_of(name):
    job = with_changes(SeamJob(name="x"), JOBS[name])
    return compose_plan(job, ShopSchools(), equipment=RACK)


def figures(plan):
    return {f.id: f for s in plan.stations for f in s.figures}


@pytest.mark.parametrize("name", JOBS)
def test_every_place_reads_the_same_sum(name):
    plan = plan_of(name)
    shown, facts = figures(plan), plan.facts
    assert facts.gas.seam_l == pytest.approx(shown["seam_acetylene_l"].value)
    assert facts.gas.total_l == pytest.approx(shown["job_acetylene_l"].value)
    assert facts.gas.seam_l == pytest.approx(sum(p.gas_l for p in facts.passes))
    assert facts.seam_min == pytest.approx(sum(p.minutes for p in facts.passes))
    assert facts.seam_min == pytest.approx(shown["seam_min"].value)
    assert facts.job_min == pytest.approx(shown["job_min"].value)
    assert facts.puddle_s == shown["puddle_s"].value
    # The cylinder is asked for exactly that sum.
    asked = f"{measure(facts.gas.total_l, 'L', 'metric')} of this job"
    assert asked in said(shown["gas-A"].detail, "metric")
    low, high = shown["job_acetylene_l"].low, shown["job_acetylene_l"].high
    assert low <= facts.gas.total_l <= (high or facts.gas.total_l)


@pytest.mark.parametrize("name", JOBS)
def test_every_pass_burns_what_its_tip_can_burn(name):
    plan = plan_of(name)
    tip = next(c for c in plan.candidates if c.label in figures(plan)["tip"].text)
    for one in plan.facts.passes:
        assert tip.band_l_per_h.low - 1e-6 <= one.acetylene_l_per_h
        assert one.acetylene_l_per_h <= tip.band_l_per_h.high + 1e-6
    assert plan.facts.greatest_l_per_h == max(p.acetylene_l_per_h for p in plan.facts.passes)


def test_a_castings_heating_that_cannot_be_counted_is_said_wherever_gas_is():
    plan = plan_of("casting")
    assert "weight" in plan.facts.gas.not_counted
    shown = figures(plan)
    assert "without the heating" in shown["gas-A"].detail
    assert "without the heating" in shown["job_acetylene_l"].detail
    assert "enough for" not in shown["gas-A"].detail


def test_preheating_a_plate_is_counted():
    plan = plan_of("hard plate")
    assert plan.facts.preheat_c > 150
    assert plan.facts.gas.preheat_l > 20


def test_the_facts_of_an_older_plan_are_read_off_its_figures():
    plan = plan_of("sheet")
    kept, facts = facts_kept(plan.stations), plan.facts
    for name in ("acetylene_l_per_h", "puddle_s", "seam_min", "purge", "fire_watch_min"):
        assert getattr(kept, name) == getattr(facts, name)
    assert kept.oxygen_ratio == pytest.approx(facts.oxygen_ratio)


def number(text):
    return float(text.replace("−", "-"))


@pytest.mark.parametrize("system", ["metric", "inch"])
@pytest.mark.parametrize("name", JOBS)
def test_no_printed_range_leaves_its_own_value_out(name, system):
    checked = 0
    for figure in figures(plan_of(name)).values():
        words = figure_words(figure, system)
        result = re.fullmatch(r"(-?[\d.]+)\S* ?\S* \((-?[\d.]+)–(-?[\d.]+)\)", words)
        if result is None:
            continue
        value, low, high = (number(part) for part in result.groups())
        assert low <= value <= high, (figure.id, words)
        checked += 1
    assert checked > 6


@pytest.mark.parametrize("name", ["plate", "fillet", "thick plate"])
def test_layers_are_drawn_as_the_passes_lie(name):
    plan = plan_of(name)
    assert len(plan.work.groove.layers) == len(plan.work.filler.passes)
    assert plan.work.groove.names == [p.name for p in plan.work.filler.passes]
    t = plan.job.thickness_mm
    ys = [point.y for layer in plan.work.groove.layers for point in layer]
    assert min(ys) >= -1e-9
    if name != "fillet":
        assert max(ys) == pytest.approx(t)
        assert min(ys) == pytest.approx(0, abs=1e-9)
