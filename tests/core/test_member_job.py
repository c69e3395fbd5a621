"""A member as a job: a section read as said, and a plan or its reason for whatever is told."""

from typing import get_args

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.member.limits import Steel
from pellak.core.member.said import read_said
from pellak.core.member.section import SectionKind
from pellak.core.model.job_base import ShopSchools
from pellak.core.plan.change_job import job_from
from pellak.core.plan.compose import compose_plan

plausible = st.fixed_dictionaries(
    {
        "section": st.sampled_from(get_args(SectionKind)),
        "depth_mm": st.floats(30, 200),
        "width_mm": st.floats(30, 200),
        "thickness_mm": st.floats(1.5, 10),
        "length_mm": st.floats(2000, 12_000),
        "camber_mm": st.floats(5, 80),
        "face": st.sampled_from(("top", "bottom")),
        "condition": st.just("sound"),
        "alloy": st.sampled_from(("s235jr", "4130")),
        "held": st.just("nothing"),
        "closed": st.just("vented"),
    }
)
sizes = st.one_of(st.none(), st.floats(0.5, 400))
wild = st.fixed_dictionaries(
    {},
    optional={
        "depth_mm": sizes,
        "width_mm": sizes,
        "thickness_mm": st.one_of(st.none(), st.floats(0.3, 25)),
        "length_mm": st.one_of(st.none(), st.floats(300, 50_000)),
        "camber_mm": st.one_of(st.none(), st.floats(0.1, 2000)),
        "stations": st.lists(
            st.fixed_dictionaries({"at_mm": st.floats(0, 5000), "bow_mm": st.floats(-20, 200)}),
            max_size=4,
        ),
        "brackets_mm": st.lists(st.floats(0, 6000), max_size=5),
        "steel": st.sampled_from(get_args(Steel)),
        "condition": st.sampled_from((None, "damaged")),
        "spot_mm": st.floats(8, 120),
        "alloy": st.sampled_from((None, "304", "gi-30", "unknown")),
        "acetylene_l_per_h": st.floats(5, 3000),
    },
)


TOLD = {
    "section": "rect-tube", "depth_mm": 60.0, "width_mm": 40.0, "thickness_mm": 3.0,
    "length_mm": 4000.0, "camber_mm": 20.0, "face": "top", "condition": "sound",
    "held": "nothing", "closed": "vented",
}  # fmt: skip


@pytest.mark.parametrize("alloy", ["304", "gi-30", "unknown"])
def test_a_metal_and_a_steel_that_do_not_agree_are_asked_about(alloy):
    document = {"kind": "straighten", "name": "x", **TOLD, "alloy": alloy, "steel": "carbon"}
    plan = compose_plan(job_from(document), ShopSchools())
    assert not plan.may_start
    assert "say which it is" in plan.why_not


@settings(max_examples=150, deadline=None)
@given(plausible, st.one_of(st.just({}), wild))
def test_any_member_gets_a_plan_or_its_reason(outcome, changed):
    job = job_from({"kind": "straighten", "name": "x", **outcome, **changed})
    plan = compose_plan(job, ShopSchools())
    assert plan.may_start == (plan.why_not == "")
    if plan.may_start:
        assert plan.work is not None
        assert plan.work.values.next_round
        assert job.condition == "sound"
        assert plan.facts is not None
        assert plan.facts.spot_s is not None
    for station in plan.stations:
        for figure in station.figures:
            if figure.value is not None and figure.low is not None:
                assert figure.low <= figure.value * (1 + 1e-9), figure.id
            if figure.value is not None and figure.high is not None:
                assert figure.value <= figure.high * (1 + 1e-9), figure.id


@pytest.mark.parametrize(
    ("said", "section", "depth", "width", "wall", "length"),
    [
        ("2x3x1/4 tube, 25 ft", "rect-tube", 50.8, 76.2, 6.35, 7620),
        ("3 x 2 x 1/4 box tube 25 ft", "rect-tube", 76.2, 50.8, 6.35, 7620),
        ("60.3 x 3.9 pipe, 3 m", "round-tube", 60.3, None, 3.9, 3000),
        ("50x6 flat 2.4 m", "flat", 50, None, 6, 2400),
        ("50 x 50 x 5 angle", "angle", 50, 50, 5, None),
        ("200x100x5.6 I, 6 m", "i", 200, 100, 5.6, 6000),
        ("80×60×4 RHS 4500 mm", "rect-tube", 80, 60, 4, 4500),
        ("1-1/2 in x 1/8 in round tube, 12 ft", "round-tube", 38.1, None, 3.175, 3657.6),
    ],
)
def test_a_section_is_read_as_the_trade_says_it(said, section, depth, width, wall, length):
    result = read_said(said)
    assert result["section"] == section
    assert result["depth_mm"] == pytest.approx(depth)
    assert result.get("width_mm") == (None if width is None else pytest.approx(width))
    assert result["thickness_mm"] == pytest.approx(wall)
    assert result.get("length_mm") == (None if length is None else pytest.approx(length))


@pytest.mark.parametrize("said", ["tube 25 ft", "2x3x1/4", "2x3xthin tube", "50x6 plank, 2 m"])
def test_a_section_half_said_is_refused(said):
    with pytest.raises(Refused) as refused:
        read_said(said)
    assert refused.value.field == "said"
