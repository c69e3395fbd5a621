"""What each station lists, figure by figure, against hand arithmetic and its own working."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from pellak.core.kinds.seam.piece import fit_up, gauge_beside
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.plan.change_job import job_from, with_changes
from pellak.core.plan.compose import compose_plan
from pellak.core.reading.measures import said
from pellak.core.tables import rows
from pellak.core.tables.metal_families import family_traits
from pellak.core.torch.rack_tip import RackTip
from tests.core.evaluate import evaluate
from tests.core.test_tip import DEMO
from tests.strategies import thicknesses_mm

CLOSED = {
    "oxygen_l_per_h",
    "acetylene_set_bar",
    "acetylene_torch_bar",
    "tip_pressure_bar",
    "cone_mm",
    "jet_m_per_s",
    "seam_min",
    "seam_acetylene_l",
    "travel_mm_per_min",
    "heat_input_kj_per_mm",
    "gas_l_per_m",
    "lift_off_mm",
}
"""Figures whose working is plain arithmetic, so that a person can follow it on paper."""


def plan_of(rack=DEMO, shop=None, **changes):
    job = with_changes(SeamJob(name="Patch"), {"length_mm": "640", **changes})
    return compose_plan(job, shop or ShopSchools(), rack)


def station(plan, station_id):
    return next(s for s in plan.stations if s.id == station_id)


def figures(plan, station_id):
    return {figure.id: figure for figure in station(plan, station_id).figures}


@settings(max_examples=20)
@given(thicknesses_mm, st.floats(20, 5000), st.sampled_from(["gentle", "normal", "brisk"]))
def test_every_line_of_plain_arithmetic_comes_to_its_value(thickness_mm, length_mm, pace):
    plan = plan_of(thickness_mm=thickness_mm, length_mm=length_mm, pace=pace)
    checked = set()
    for each in plan.stations:
        for figure in each.figures:
            for line in figure.working:
                if line.name in CLOSED and line.value is not None:
                    shown = evaluate(line.inserted)
                    assert shown == pytest.approx(line.value, rel=5e-3), line.name
                    checked.add(line.name)
    assert checked >= {"oxygen_l_per_h", "acetylene_set_bar", "cone_mm", "jet_m_per_s"}


@pytest.mark.parametrize(
    ("thickness_mm", "beside"),
    [(1.214, "18 ga sheet steel"), (1.2, "18 ga sheet steel"), (1.285, ""), (25, "")],
)
def test_the_gauge_is_named_only_where_it_is_near(thickness_mm, beside):
    assert gauge_beside(thickness_mm, "carbon-steel") == beside


@pytest.mark.parametrize(
    ("thickness_mm", "gap_mm", "words"),
    [
        (0.9, 0, "edges touching, no rod"),
        (1.214, 0, "edges touching, no rod"),
        (2, 0, "edges touching"),
        (2, 1.5, "gapped, rod-fed"),
    ],
)
def test_the_fit_up_follows_thickness_and_gap(thickness_mm, gap_mm, words):
    job = SeamJob(name="x", thickness_mm=thickness_mm, root_gap_mm=gap_mm)
    assert fit_up(job) == words


@pytest.mark.parametrize(
    ("rod", "words"), [("r45", "edges touching"), ("none", "edges touching, no rod")]
)
def test_the_fit_up_says_no_rod_only_while_none_is_chosen(rod, words):
    assert fit_up(SeamJob(name="x", thickness_mm=0.9, rod=rod)) == words


def test_a_wide_gap_on_purpose_is_never_scolded_and_one_too_wide_is_warned_of():
    wide = station(plan_of(thickness_mm="1", root_gap_mm="5"), "piece")
    fair = station(plan_of(thickness_mm="0.9", root_gap_mm="3"), "piece")
    assert any("gap is wider" in caution.text for caution in wide.cautions)
    assert not any("gap is wider" in caution.text for caution in fair.cautions)


def test_coatings_are_warned_of_on_every_piece():
    for thickness in ("0.8", "3", "12"):
        cautions = station(plan_of(thickness_mm=thickness), "piece").cautions
        assert any("fume" in caution.text for caution in cautions)


def test_minutes_are_length_over_travel():
    plan = plan_of(thickness_mm="1.2", length_mm="1000")
    run, torch = figures(plan, "tack-and-run"), figures(plan, "torch")
    by_hand = 1000 / run["travel_mm_per_min"].value
    assert run["seam_min"].value == pytest.approx(by_hand)
    assert run["seam_acetylene_l"].value == pytest.approx(
        torch["acetylene_l_per_h"].value * by_hand / 60
    )


def test_a_seam_twice_as_long_takes_twice_as_long():
    short, long = (
        figures(plan_of(thickness_mm="1.2", length_mm=length), "tack-and-run")["seam_min"].value
        for length in ("500", "1000")
    )
    assert long == pytest.approx(2 * short)


def test_an_injector_shows_the_chart_and_no_number():
    torch = figures(plan_of(thickness_mm="1.2", mixer="injector"), "torch")
    assert torch["acetylene_set_bar"].value is None
    assert torch["acetylene_set_bar"].text == "maker's chart"
    assert torch["acetylene_set_bar"].choice.chosen == "injector"
    assert station(plan_of(thickness_mm="1.2", mixer="injector"), "torch").answer == "3 · by chart"


def test_a_piece_no_tip_fits_is_planned_with_the_bore_to_buy():
    plan = plan_of(rack=[RackTip(label="tiny", orifice_mm=0.4)], thickness_mm="5")
    tip = figures(plan, "torch")["tip"]
    assert tip.label == "No tip in the rack fits; buy"
    assert tip.value == pytest.approx(1.67, abs=0.01)
    assert "drill #51" in tip.detail
    assert plan.drawing.orifice_mm == pytest.approx(tip.value)


def test_an_empty_rack_names_drills_and_says_so():
    tip = figures(plan_of(rack=(), thickness_mm="1.2"), "torch")["tip"]
    assert tip.label == "Tip, by drill number"
    assert tip.text == "#67"


def test_the_puddle_scale_holds_the_figure_and_names_every_band():
    puddle = figures(plan_of(thickness_mm="1.2"), "torch")["puddle_s"]
    ends = [band.up_to for band in puddle.scale.bands]
    assert [band.label for band in puddle.scale.bands] == [
        "too fierce",
        "steerable",
        "soaks the sheet",
        "too cold",
    ]
    assert ends[:3] == sorted(ends[:3])
    assert ends[0] < puddle.value < ends[1]
    assert puddle.scale.end > ends[2]


@pytest.mark.parametrize(
    ("thickness_mm", "least_l", "level"), [("1.2", 1800, "note"), ("6", 9900, "warn")]
)
def test_the_draw_on_the_cylinder_is_told_before_it_is_lit(thickness_mm, least_l, level):
    cautions = station(plan_of(thickness_mm=thickness_mm), "torch").cautions
    (draw,) = [caution for caution in cautions if "fifteenth" in caution.text]
    assert f"{least_l} L" in said(draw.text, "metric")
    assert draw.level == level


def test_safe_start_counts_its_stops():
    checks = figures(plan_of(thickness_mm="1.2"), "safe-start")["checks"]
    assert checks.text == "34 steps"
    assert checks.detail.startswith("12 of them must be answered")
    shown = figures(plan_of(thickness_mm="1.2"), "safe-start")
    for field in ("shut_down", "fuel_setting", "fire_watch"):
        assert shown[field].choice.field == field
    assert shown["place"].asks.chosen is None


def test_a_pressure_over_the_limit_blocks_the_torch_and_the_start():
    plan = plan_of(rack=(), thickness_mm="25", acetylene_l_per_h="4000")
    assert station(plan, "torch").state == "blocked"
    assert not plan.may_start
    assert "1.03 bar" in said(plan.why_not, "metric")


@pytest.mark.parametrize(
    ("length", "given"),
    [
        ("300", None),
        ("640", "5 stretches of 128 mm"),
        ("900", "6 stretches of 150 mm"),
    ],
)
def test_a_tacked_seam_is_run_through_and_back_step_is_a_school(length, given):
    usual = figures(plan_of(thickness_mm="1.2", length_mm=length), "tack-and-run")
    shown = figures(plan_of(thickness_mm="1.2", length_mm=length, run="back-step"), "tack-and-run")
    if given is None:
        assert "run" not in shown
        return
    assert usual["run"].text == "through all the tacks"
    assert "stop" not in usual["run"].text
    assert said(shown["run"].text, "metric") == given
    if length == "640":
        assert shown["run"].detail.startswith("stretch 3, 2, 4, 1, 5,")


def test_a_rod_that_is_not_for_this_metal_is_never_changed_without_a_word():
    shown = station(plan_of(alloy="4130", thickness_mm="2", rod="al-parent"), "tack-and-run")
    assert any("is not planned with here" in caution.text for caution in shown.cautions)
    fair = station(plan_of(thickness_mm="2", rod="r45"), "tack-and-run")
    assert not any("is not planned with here" in caution.text for caution in fair.cautions)


@pytest.mark.parametrize("thickness_mm", [0.8, 3.0, 3.01, 8.0])
@pytest.mark.parametrize("family", ["carbon-steel", "aluminium", "cast-iron", "chromoly", "lead"])
def test_every_seam_says_how_it_is_dressed_once_and_by_its_metal(family, thickness_mm):
    job = {"name": "Lid", "family": family, "thickness_mm": thickness_mm, "length_mm": 300}
    plan = compose_plan(job_from(job), ShopSchools())
    figures = [f for s in plan.stations if s.id == "cool-and-dress" for f in s.figures]
    dressed = [f for f in figures if f.label == "Dress the seam"]
    assert len(dressed) == 1
    hammered = family == "carbon-steel" and thickness_mm <= 3
    assert ("hammer and dolly: it is soft" in dressed[0].text) == hammered


def test_what_the_practice_table_names_is_known():
    named = {family for row in rows("seam_practice.csv") for family in row["families"].split(";")}
    assert named - {""} <= set(family_traits())
    asked = {joint for row in rows("seam_practice.csv") for joint in row["joints"].split(";")}
    assert asked - {""} <= {row["joint"] for row in rows("joints.csv")}
