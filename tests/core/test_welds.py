"""The welds that pulled a member: read as said, checked that they fit, held against the bow."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.ask.one_line_questions import ask
from pellak.core.ask.piece import OfShop
from pellak.core.member.distortion import DistortionGiven, Weld, reckon_distortion
from pellak.core.member.welds import WeldRow, pulled_line, read_welds
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.straighten.job import StraightenJob
from pellak.core.plan.change_job import with_changes
from pellak.core.plan.compose import compose_plan
from pellak.core.reading.measures import said
from tests.core.test_straighten import TUBE

SAID = {"said": "2x3x1/4 tube, 25 ft", "camber_mm": "42 mm", "condition": "sound"}


def planned(**changes):
    return compose_plan(with_changes(StraightenJob(name="R"), {**SAID, **changes}), ShopSchools())


def pulled(plan):
    return next((f for f in plan.stations[0].figures if f.id == "pulled_mm"), None)


@pytest.mark.parametrize(
    ("text", "row"),
    [
        ("24 x 40 mm every 300 mm from 150 mm, leg 5 mm", (24, 40, 300, 150, 5)),
        ("6 of 2 in at 12 in leg 3/16 in", (6, 50.8, 304.8, 0, 4.7625)),
        ("1 m leg 1/4 in", (1, 1000, 0, 0, 6.35)),
        ("24 X 40 pitch 300 leg 5", (24, 40, 300, 0, 5)),
    ],
)
def test_welds_are_read_as_they_are_said(text, row):
    (outcome,) = read_welds(text)["welds"]
    assert tuple(outcome.values()) == pytest.approx(row)


@pytest.mark.parametrize(
    "text",
    ["24 x 40 leg", "24 x 40 mm leg 5 mm", "x", "9 x 400 mm every 300 mm, leg 5 mm",
     "0 x 40 mm every 300 mm, leg 5 mm", "9999 x 4 mm every 30 mm, leg 5 mm",
     "40 every soon leg 5"],
)  # fmt: skip
def test_welds_that_cannot_be_are_refused_by_field(text):
    with pytest.raises(Refused, match=r"every 300 mm|welds") as refused:
        read_welds(text)
    assert refused.value.field == "welds_said"


@given(st.integers(1, 60), st.floats(10, 200), st.floats(0, 300), st.floats(0, 500))
def test_n_welds_take_so_many_pitches_and_one_length(count, length, more, start):
    row = WeldRow(count=count, length_mm=length, pitch_mm=length + more, start_mm=start, leg_mm=5.0)
    assert row.stretches[-1][1] == pytest.approx(row.end_mm)
    assert len(row.stretches) == count


def test_a_row_without_gaps_bows_as_one_weld_along_it():
    row = WeldRow(count=10, length_mm=100, pitch_mm=100, start_mm=0, leg_mm=5)
    line = pulled_line([row], TUBE, 1000.0, "top")
    whole = reckon_distortion(
        DistortionGiven(section=TUBE, length_mm=1000.0, welds=[Weld(leg_mm=5, offset_mm=0.0)])
    )
    assert line.value == pytest.approx(abs(whole.values.camber_mm), rel=0.01)
    assert pulled_line([row], TUBE, 1000.0, "bottom").value == pytest.approx(line.value)


@pytest.mark.parametrize(
    ("camber", "says"),
    [("25 mm", "what such welds do"), ("120 mm", "more than they explain"), ("2 mm", "held")],
)
def test_the_bow_measured_is_held_against_what_its_welds_do(camber, says):
    plan = planned(welds_said="24 x 40 mm every 300 mm from 150 mm, leg 5 mm", camber_mm=camber)
    figure = pulled(plan)
    assert figure.low < figure.value < figure.high
    assert says in figure.detail
    assert len(plan.drawing.welds) == 24


def test_welds_that_do_not_fit_the_member_stop_the_plan():
    plan = planned(welds_said="30 x 40 mm every 300 mm, leg 5 mm")
    assert pulled(plan) is None
    assert not plan.may_start
    assert "30 welds" in plan.why_not


def test_welds_said_no_longer_are_gone():
    job = with_changes(StraightenJob(name="R"), {**SAID, "welds_said": "1 m leg 5 mm"})
    assert len(job.welds) == 1
    assert with_changes(job, {"welds_said": ""}).welds == []
    assert with_changes(job, {"said": ""}).depth_mm == pytest.approx(50.8)


@pytest.mark.parametrize(
    ("question", "says"),
    [
        ("straighten 2x3x1/4 tube, 25 ft, bow 42 mm", "spots ("),
        ("straighten 50 x 6 flat 3 m bowed 12", "first at 375 mm, 750 mm, 1500 mm"),
    ],
)
def test_a_member_is_reckoned_in_one_line(question, says):
    (answer,) = ask(question, OfShop())
    assert says in said(answer.headline, "metric")
    assert answer.working


@pytest.mark.parametrize("question", ["straighten tube", "straighten 2x3x1/4 tube, 25 ft"])
def test_a_line_without_its_measures_says_what_it_wants(question):
    with pytest.raises(Refused, match="25 ft"):
        ask(question, OfShop())
