"""Overlays: published ratings and the worked case, layers, bases, plans without a seam's advice."""

import math
import re
from typing import get_args

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.ask.one_line_questions import ask
from pellak.core.ask.piece import OfShop
from pellak.core.catalogue.one_line import reckon_by_name
from pellak.core.metal.alloy import alloys
from pellak.core.model.job_base import ShopSchools
from pellak.core.overlay.base import SMALL_MM2, base_of, body_preheat
from pellak.core.overlay.given import Part
from pellak.core.overlay.groups import group_named, groups
from pellak.core.overlay.layers import layers_of
from pellak.core.overlay.sweat_tip import flow_working, sweat_tips
from pellak.core.plan.change_job import job_from
from pellak.core.plan.compose import compose_plan
from pellak.core.tables import rows
from pellak.core.torch.rack_tip import RackTip

EDGE = {"alloy": "sae-1045", "part": "edge", "length_mm": 200.0, "width_mm": 25.0,
        "thickness_mm": 12.0, "group": "co-a"}  # fmt: skip


def overlay(**changed):
    return reckon_by_name("overlay", {**EDGE, **changed}).values


def test_the_worked_edge():
    result = overlay(layers=2, layer_mm=1.5, acetylene_l_per_h=800.0)
    assert result.area_mm2 == 5000
    assert result.rod_g == pytest.approx(1.1 * 126, rel=1e-6)
    assert result.laying_min == pytest.approx(9.3, abs=0.1)
    assert [one.own_share for one in result.layers] == pytest.approx([0.95, 0.9975])
    assert result.feather_ratio == 3
    assert result.oxygen_ratio == pytest.approx(0.85)
    assert result.static_bar > result.flowing_bar
    assert 300 <= result.body_preheat_c <= 400


@pytest.mark.parametrize(
    ("changed", "mm2"),
    [
        ({"part": "round", "diameter_mm": 40.0, "length_mm": None}, math.pi * 40 * 25),
        ({"part": "point", "diameter_mm": 30.0, "length_mm": 20.0, "width_mm": None},
         math.pi * 15 * 25),
    ],
)  # fmt: skip
def test_area_all_round(changed, mm2):
    assert overlay(**changed).area_mm2 == pytest.approx(mm2)


def test_what_a_part_is_told_by_is_asked_for():
    with pytest.raises(Refused, match="width_mm"):
        overlay(width_mm=None)


wears = st.fixed_dictionaries(
    {need: st.floats(0, 5) for need in ("abrasion", "impact", "corrosion", "heat")}
)


@given(wears)
def test_groups_are_ranked_by_need_times_rating(wear):
    lines = overlay(group=None, wear=wear).ranked
    assert {one.group for one in lines} == set(groups())
    free = [one for one in lines if not one.barred]
    assert [one.score for one in free] == sorted((one.score for one in free), reverse=True)
    for one in lines:
        rated = groups()[one.group].ratings
        assert one.score == pytest.approx(sum(rated[need] * wear[need] for need in wear))


def test_sharp_stone_and_heat_want_different_alloys():
    stone = overlay(group=None, wear={"abrasion": 5.0}).group
    valve = overlay(group=None, wear={"abrasion": 2.0, "heat": 5.0, "corrosion": 5.0}).group
    hammer = overlay(group=None, wear={"abrasion": 1.0, "impact": 5.0}).group
    assert groups()[stone].ratings["abrasion"] == 5
    assert valve.startswith("co-")
    assert hammer == "co-e"


def test_what_is_to_be_turned_ranks_what_a_lathe_cuts_first():
    turned = overlay(group=None, wear={"abrasion": 5.0}, turned=True)
    assert groups()[turned.group].turned
    assert not groups()[overlay(group=None, wear={"abrasion": 5.0}).group].turned


@given(st.sampled_from(sorted(groups())), st.floats(0, 50), st.integers(1, 4))
def test_layers_come_nearer_to_the_rods_own_hardness(name, base_hrc, count):
    group = group_named(name)
    for technique in ("sweat", "puddled"):
        laid = layers_of(group, base_hrc, count, 1.5, technique)
        off = [abs(one.hrc_low - group.hrc_low) for one in laid]
        assert off == sorted(off, reverse=True)
        for one in laid:
            between = sorted((base_hrc, group.hrc_high))
            assert between[0] - 1e-9 <= one.hrc_high <= between[1] + 1e-9
            assert one.dilution_low <= one.dilution <= one.dilution_high
            assert one.top_mm == pytest.approx(1.5 * one.n)
    sweat, puddled = (layers_of(group, 0.0, 1, 1.5, t)[0] for t in ("sweat", "puddled"))
    assert puddled.hrc_high < sweat.hrc_high, "puddling costs hardness on a soft base"


@given(st.floats(0.6, 58), st.sampled_from(sorted(groups())))
def test_height_beyond_the_layers_allowed_is_built_up_first(height_mm, name):
    result, group = overlay(height_mm=height_mm, group=name), group_named(name)
    assert len(result.layers) <= group.max_layers
    assert result.layers[0].height_mm <= group.layer_high_mm + 1e-9
    assert result.layers[-1].top_mm + result.buffer_mm == pytest.approx(height_mm)


@given(st.floats(0.3, 299.9), st.sampled_from(sorted(groups())))
def test_nothing_jumps_between_neighbours(thickness_mm, name):
    metal, group = alloys()["sae-1045"], group_named(name)
    here, there = (body_preheat(metal, group, t).value for t in (thickness_mm, thickness_mm + 0.01))
    # The base's own formula is rounded up to 5 °C.
    assert abs(here - there) <= 5.001
    flows = [flow_working(metal, t, w, 300.0, None).value
             for t, w in ((thickness_mm, 20.0), (thickness_mm + 0.01, 20.01))]  # fmt: skip
    assert abs(flows[0] - flows[1]) < 3
    assert 500 <= flows[0] <= 1200


def test_more_carbon_and_thicker_want_a_hotter_body():
    group = group_named("co-a")
    lean, rich = (body_preheat(alloys()[a], group, 12.0).value for a in ("a36", "sae-1060"))
    thick = body_preheat(alloys()["a36"], group, 45.0).value
    assert lean == pytest.approx(305, abs=5)
    assert rich > lean + 30
    assert thick > lean + 50


def test_a_stainless_body_stays_under_its_limit_and_iron_over_its_own():
    assert body_preheat(alloys()["316l"], group_named("co-a"), 12.0).value == 250
    assert body_preheat(alloys()["gi-30"], group_named("co-e"), 12.0).value >= 400


@pytest.mark.parametrize(
    ("alloy", "group", "says"),
    [
        ("321", "co-a", "Titanium"), ("12l14", "co-a", "Lead and sulphur"), ("w1", "ni-c", "Cold"),
        ("white-iron", "co-a", "cracks on heating"), ("al-6061", "co-a", "melts far below"),
        ("pb-sheet", "fe-cr", "melts far below"), ("malleable-bh", "ni-a", "white iron"),
        ("gi-30", "wc-8-12", "braze"), ("5160", "co-c", "temper"), ("4340", "co-a", "furnace"),
        ("unknown-steel", "co-a", "Identify"),
    ],
)  # fmt: skip
def test_unsuited_bases_are_refused_with_what_to_do(alloy, group, says):
    result = overlay(alloy=alloy, group=group)
    assert not result.suited
    assert says in result.why_not
    assert result.layers == []
    assert result.body_preheat_c is None


def test_manganese_steel_takes_small_patches_only():
    side = math.sqrt(SMALL_MM2)
    small = overlay(alloy="mn-a128-b2", length_mm=side - 0.1, width_mm=side)
    assert small.suited
    assert small.body_preheat_c <= 260
    large = overlay(alloy="mn-a128-b2", length_mm=side + 0.1, width_mm=side)
    assert "10 cm²" in large.why_not


def test_every_base_of_the_table_is_a_metal_of_the_catalogue():
    known = {key for a in alloys().values() for key in (a.id, a.thermal_id, a.family)}
    for row in rows("overlay_bases.csv"):
        assert row["level"] in ("suited", "small", "refuse")
        assert set(row["metal"].split(";")) <= known | {"malleable-iron"}
    assert {row["need"] for row in rows("overlay_questions.csv") if row["need"]} <= set("012345")


JOB = {
    "kind": "overlay", "name": "x", "length_mm": 60.0, "width_mm": 14.0, "thickness_mm": 12.0,
    "held": "nothing", "closed": "open", "coating": "bare", "place": "shop", "hit": "knocks",
}  # fmt: skip
OF_A_SEAM = re.compile(
    r"neutral|the seam\b|\bbead|\bpuddles?\b(?! it|d)|run quickly|root gap|penetrat", re.I
)


@pytest.mark.parametrize("group", sorted(groups()))
def test_every_base_gets_a_plan_or_its_reason_and_no_advice_for_a_seam(group):
    for metal in alloys().values():
        job = job_from({**JOB, "alloy": metal.id, "family": metal.family, "group": group})
        plan = compose_plan(job, ShopSchools())
        assert plan.may_start == (plan.why_not == ""), metal.id
        assert plan.may_start == (base_of(metal).level != "refuse" and not plan.why_not)
        listed = [c.text for s in plan.stations for c in s.cautions]
        if plan.may_start:
            listed += [f"{f.text} {f.detail}" for s in plan.stations for f in s.figures]
            listed += [f"{c.step.text} {c.step.detail}" for c in plan.cards
                     if c.step.id.startswith("overlay")]  # fmt: skip
        else:
            assert len(plan.why_not) > 20
        found = [(metal.id, text) for text in listed if OF_A_SEAM.search(text)]
        assert [text for _, text in found if "sweat, never puddle" not in text] == []


told_jobs = st.fixed_dictionaries(
    {},
    optional={
        "part": st.sampled_from(get_args(Part)),
        "length_mm": st.one_of(st.none(), st.floats(2, 20_000)),
        "width_mm": st.one_of(st.none(), st.floats(2, 2000)),
        "diameter_mm": st.one_of(st.none(), st.floats(3, 3000)),
        "thickness_mm": st.floats(0.3, 300),
        "body_kg": st.floats(0.01, 5000),
        "layer_mm": st.floats(0.5, 8),
        "height_mm": st.floats(0.5, 60),
        "layers": st.sampled_from(("1", "2", "3")),
        "group": st.sampled_from([None, *sorted(groups())]),
        "rubbed_by": st.sampled_from(("nothing", "stone")),
        "alloy": st.sampled_from((None, "sae-1045", "gi-30", "316l", "unknown", "mn-a128-b2")),
        "acetylene_l_per_h": st.floats(5, 5000),
    },
)


@settings(max_examples=200, deadline=None)
@given(told_jobs)
def test_any_overlay_gets_a_plan_or_its_reason(changed):
    plan = compose_plan(job_from({**JOB, **changed}), ShopSchools())
    assert plan.may_start == (plan.why_not == "")
    for figure in (f for s in plan.stations for f in s.figures):
        for number in (figure.value, figure.low, figure.high):
            assert number is None or math.isfinite(number)
        if figure.value is not None and figure.low is not None and figure.high is not None:
            assert figure.low <= figure.value <= figure.high, figure.id


def test_the_softest_tip_is_taken_first():
    flow = flow_working(alloys()["sae-1045"], 12.0, 25.0, 350.0, 800.0)
    bores = (0.8, 1.85, 2.3, 3.4)
    rack = [RackTip(label=str(d), orifice_mm=d) for d in bores]
    by_name = {c.label: c for c in sweat_tips(flow, 0.85, rack).values.candidates}
    assert next(iter(by_name)) == "2.3"
    assert by_name["2.3"].verdict == "fits"
    assert by_name["0.8"].verdict == "too-small"
    assert by_name["3.4"].verdict == "too-large"
    for one in by_name.values():
        assert 69.9 <= one.jet_m_per_s <= 110.1


def test_an_alloy_may_be_chosen_before_the_wear_is_told():
    document = {**JOB, "alloy": "sae-1045"}
    del document["hit"]
    plan = compose_plan(job_from(document), ShopSchools())
    assert plan.why_not == "Say what wears it, or choose the alloy laid."
    alloy = next(f for f in plan.stations[0].figures if f.id == "group")
    assert "until you say what wears it" in alloy.detail
    assert {school.id for school in alloy.choice.schools} == set(groups())
    assert compose_plan(job_from({**document, "group": "ni-a"}), ShopSchools()).may_start


@pytest.mark.parametrize(
    ("line", "says"),
    [
        ("hardface 200 x 25 edge, cobalt, 1045", "139 g of rod"),
        ("hardface 8 x 1 in, cobalt, tough, 1045", "size"),
        ("overlay 60 x 20 mm, RWC-8/12, on 30mnb5", "feather 1.5×"),
        ("hardface 60 x 20, carbide, gi-30", "braze"),
    ],
)
def test_one_line(line, says):
    if says == "size":
        with pytest.raises(Refused):
            ask(line, OfShop())
        return
    assert says in ask(line, OfShop())[0].headline
