"""The piece: what is asked of it, what stops it, its dimensions and its drawing to scale."""

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.piece.dimensions import dimension_rows, ring_length, usual_value
from pellak.core.piece.joint_drawing import joint_drawing
from pellak.core.piece.questions import piece_questions, question_cautions
from pellak.core.plan.change_job import with_changes
from pellak.core.plan.compose import compose_plan
from pellak.core.tables import joints
from tests.core.test_tip import DEMO

DRAWN = [joint for joint in joints() if joint != "butt"]
BASE = {"alloy": "dc01", "thickness_mm": 1.2, "length_mm": 300}


def plan_of(**changes):
    return compose_plan(with_changes(SeamJob(name="x"), {**BASE, **changes}), ShopSchools(), DEMO)


def stops(plan):
    return [c.text for s in plan.stations for c in s.cautions if c.level == "stop"]


@pytest.mark.parametrize(
    ("changes", "says"),
    [
        ({"held": "fuel-solvent-gas"}, "specialist"),
        ({"held": "not-known"}, "Nobody knows what it held"),
        ({"coating": "cadmium"}, "Cadmium"),
        ({"coating": "lead-paint"}, "Lead paint"),
        ({"coating": "degreased-chlorinated"}, "Chlorinated"),
        ({"coating": "not-known"}, "nobody can name"),
        ({"closed": "closed"}, "vent it at both ends"),
        ({"joint": "cluster", "outside_diameter_mm": 30}, "vented at both ends"),
        ({"alloy": "unknown"}, "Nobody knows this metal"),
        ({"alloy": "pb-sheet"}, "P3 respirator"),
        ({"alloy": "pb-sheet", "fume": "none"}, "without fume control"),
        ({"alloy": "al-5083"}, "not fused by torch"),
        ({"alloy": "malleable-bh", "restraint": "low"}, "not fused by torch"),
        ({"alloy": "gi-30"}, "how the repair is held"),
        ({"alloy": "gi-30", "restraint": "high", "preheat": "warm-and-bury"}, "refused"),
    ],
)
def test_what_stops_the_start(changes, says):
    plan = plan_of(**changes)
    assert not plan.may_start
    assert any(says in text for text in stops(plan))
    assert plan.why_not in stops(plan)
    assert plan.stations[0].state == "blocked" or plan.stations[1].state == "blocked"


@pytest.mark.parametrize(
    "changes",
    [
        {},
        {"held": "nothing", "coating": "bare", "closed": "open"},
        {"coating": "zinc"},
        {"joint": "cluster", "outside_diameter_mm": 30, "closed": "vented"},
        {"alloy": "pb-sheet", "fume": "open-air"},
        {"alloy": "gi-30", "restraint": "low"},
        {"alloy": "unknown-steel"},
    ],
)
def test_what_does_not(changes):
    plan = plan_of(**changes)
    assert stops(plan) == []
    assert plan.may_start


def test_every_answer_is_a_choice_the_job_takes():
    for question in piece_questions():
        for answer in question.answer:
            result = with_changes(SeamJob(name="x"), {question.field: answer.id})
            assert result.answers[question.field] == answer.id
            cautions = question_cautions(
                {question.field: answer.id}, "carbon-steel", "butt", question.station
            )
            named = [c for c in cautions if c.text == answer.text]
            asked = not question.families or "carbon-steel" in question.families
            assert len(named) == (1 if answer.level and asked else 0)


def test_an_alloy_brings_its_family_and_its_own_gauges():
    lead = with_changes(SeamJob(name="x"), {"alloy": "pb-sheet", "thickness_mm": "code 5"})
    assert (lead.family, lead.thickness_mm) == ("lead", 2.24)
    alu = with_changes(SeamJob(name="x"), {"alloy": "al-3003", "thickness_mm": "16 ga"})
    assert alu.thickness_mm == pytest.approx(1.291)
    tube = with_changes(SeamJob(name="x"), {"alloy": "4130", "thickness_mm": ".049"})
    assert tube.thickness_mm == pytest.approx(1.2446)
    with pytest.raises(Refused) as refused:
        with_changes(SeamJob(name="x"), {"alloy": "unobtainium"})
    assert refused.value.field == "alloy"


@pytest.mark.parametrize(("rule", "value"), [("t", 3.0), ("max(1.5; 2*t)", 6.0), ("0", 0.0),
                                              ("", None), ("max(10; 4*t)", 12.0)])  # fmt: skip
def test_the_usual_rules(rule, value):
    row = dimension_rows("tee")[0]
    assert usual_value(row.__class__(**{**row.__dict__, "usual": rule}), 3.0) == value


@given(st.floats(5, 500), st.floats(20, 90))
def test_a_saddle_is_as_long_as_its_ellipse(diameter, angle):
    result = ring_length("cluster", diameter, angle).value
    t = np.linspace(0, 2 * np.pi, 4001)
    a, b = diameter / 2 / math.sin(math.radians(angle)), diameter / 2
    steps = np.hypot(np.diff(a * np.cos(t)), np.diff(b * np.sin(t)))
    assert result == pytest.approx(steps.sum(), rel=1e-3)


def test_a_pipe_is_as_long_as_its_circumference_and_a_butt_must_be_typed():
    assert ring_length("pipe-butt", 48.3, None).value == pytest.approx(math.pi * 48.3)
    assert ring_length("butt", 48.3, None) is None
    assert ring_length("cluster", None, None) is None


def area(points):
    xy = [(p.x, p.y) for p in points]
    pairs = zip(xy, xy[1:] + xy[:1], strict=True)
    return abs(sum(x1 * y2 - x2 * y1 for (x1, y1), (x2, y2) in pairs)) / 2


def drawn(joint, t=2.0, **given):
    sizes = {"outside_diameter_mm": 40.0} if joint in ("cluster", "pipe-butt") else {}
    return joint_drawing(joint, t, {**sizes, **given})


@pytest.mark.parametrize("joint", DRAWN)
@settings(max_examples=15)
@given(t=st.floats(0.5, 12))
def test_every_joint_is_drawn_whole_and_labelled(joint, t):
    drawing = drawn(joint, t, outside_diameter_mm=max(40.0, 4 * t))
    places = [p for s in drawing.shapes for p in s.points]
    assert all(math.isfinite(p.x) and math.isfinite(p.y) for p in places)
    assert min(p.x for p in places) == drawing.view.left
    assert max(p.y for p in places) == drawing.view.top
    fields = {d.field for d in drawing.dimensions}
    assert fields == {"thickness_mm"} | {r.field for r in dimension_rows(joint)}
    for dimension in drawing.dimensions:
        assert drawing.view.left <= dimension.at.x <= drawing.view.right
        assert drawing.view.bottom <= dimension.at.y <= drawing.view.top
        assert dimension.value is not None
    assert [d.at.x for d in drawing.dimensions] == sorted(d.at.x for d in drawing.dimensions)
    for shape in drawing.shapes:
        if shape.role in ("metal", "far"):
            assert area(shape.points) > 0
    assert any(s.role == "pool" for s in drawing.shapes)


@pytest.mark.parametrize("joint", ["tipped-edge", "outside-corner", "tee", "lap", "casting-crack"])
def test_two_pieces_are_drawn_as_two(joint):
    assert sum(s.role == "metal" for s in drawn(joint).shapes) == 2


def test_a_corner_plate_is_as_thick_as_it_is_said_to_be():
    plate = next(s for s in drawn("outside-corner", 2.0).shapes if s.role == "metal")
    arm = max(12.0, 8.0)
    assert area(plate.points) == pytest.approx(2.0 * arm)


def test_tube_walls_are_as_thick_as_they_are_said_to_be_at_any_angle():
    for angle in (30.0, 60.0, 90.0, 135.0):
        drawing = drawn("cluster", 2.0, branch_deg=angle)
        wall = [s for s in drawing.shapes if s.role == "metal"][-1]
        (a, b, c, d) = wall.points
        side = math.hypot(d.x - a.x, d.y - a.y)
        assert area([a, b, c, d]) / side == pytest.approx(2.0)
        lean = math.degrees(math.atan2(d.y - a.y, d.x - a.x))
        assert lean == pytest.approx(angle)


def test_the_groove_has_its_angle_and_leaves_its_root():
    drawing = drawn("casting-crack", 12.0, included_angle_deg=60.0, root_face_mm=2.0)
    groove = next(s for s in drawing.shapes if s.role == "pool").points
    half = max(p.x for p in groove)
    depth = -min(p.y for p in groove)
    assert depth == pytest.approx(10.0)
    assert 2 * math.degrees(math.atan2(half, depth)) == pytest.approx(60.0)


def test_a_measure_not_told_is_marked_as_the_usual_or_asked_for():
    tee = drawn("tee", 2.0)
    leg = next(d for d in tee.dimensions if d.field == "leg_mm")
    assert (leg.value, leg.usual) == (2.0, True)
    result = drawn("tee", 2.0, leg_mm=3.0)
    assert not next(d for d in result.dimensions if d.field == "leg_mm").usual
    tube = joint_drawing("cluster", 1.6, {})
    width = next(d for d in tube.dimensions if d.field == "outside_diameter_mm")
    assert width.value is None
    assert width.asks


def test_a_butt_has_a_drawing_of_its_own():
    assert joint_drawing("butt", 1.2, {}) is None
    assert plan_of().drawing.joint is None


def test_metals_that_do_not_glow_are_not_drawn_glowing():
    cold = {p.colour for p in plan_of(alloy="al-3003").drawing.across}
    assert len(cold) == 2  # bare metal, and pool
    assert plan_of(alloy="al-3003").drawing.blue_band_mm is None
    assert plan_of().drawing.blue_band_mm > 0


def test_a_ring_tells_how_warm_it_is_where_it_closes():
    plan = plan_of(alloy="4130", joint="cluster", closed="vented", length_mm=None,
                   outside_diameter_mm=25.4)  # fmt: skip
    figures = {f.id: f for s in plan.stations for f in s.figures}
    assert 300 < figures["closing_c"].value < 900
    assert figures["length_mm"].value == pytest.approx(math.pi * 25.4)
    assert plan.may_start


def test_a_groove_is_planned_in_layers():
    plan = plan_of(alloy="gi-30", joint="casting-crack", thickness_mm=12, closed="vented",
                   restraint="high")  # fmt: skip
    assert [p.name for p in plan.work.filler.passes] == ["root", "fill", "fill", "cover"]
    shown = {f.id: f for f in plan.stations[4].figures}
    assert shown["seam_min"].value == pytest.approx(sum(p.minutes for p in plan.work.filler.passes))
    assert shown["passes"].text == "root, fill, fill, cover"
    assert plan.drawing.pool_mm is None
    assert plan.drawing.cold_colour != "#9AA3AB"  # it glows at 595 °C


def stands_in(place, points):
    """Whether a place lies inside an outline: a line to the right crosses it an odd number of
    times."""
    crossed = [
        place.x < (b.x - a.x) * (place.y - a.y) / (b.y - a.y) + a.x
        for a, b in zip(points, [*points[1:], points[0]], strict=True)
        if (a.y > place.y) != (b.y > place.y)
    ]
    return sum(crossed) % 2 == 1


@pytest.mark.parametrize("joint", DRAWN)
@given(t=st.floats(0.5, 12))
@settings(max_examples=15)
def test_the_thickness_is_pointed_at_in_the_metal_itself(joint, t):
    drawing = drawn(joint, t, outside_diameter_mm=max(40.0, 4 * t))
    at = next(d.at for d in drawing.dimensions if d.field == "thickness_mm")
    metal = [s.points for s in drawing.shapes if s.role in ("metal", "far")]
    assert any(stands_in(at, points) for points in metal)
