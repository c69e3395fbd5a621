"""Everything the page offers to choose is taken by the shop, saved, planned with and taken back."""

import pytest

from pellak.core.answer.errors import Refused
from pellak.core.tables import joints
from tests.shop.test_shop import Shop

FAMILIES = {"carbon-steel": "dc01", "chromoly": "4130", "aluminium": "al-3003",
            "lead": "pb-sheet", "cast-iron": "gi-30", "stainless": "304"}  # fmt: skip


@pytest.fixture
def shop(tmp_path):
    made = Shop(tmp_path)
    yield made
    made.database.close()


def figures(job):
    return {f.id: f for s in job.plan.stations for f in s.figures}


@pytest.mark.parametrize("alloy", FAMILIES.values())
def test_every_answer_offered_is_taken(shop, alloy):
    job = shop.patch(alloy=alloy, thickness_mm=2.0)
    for figure in figures(job).values():
        if figure.asks is None:
            continue
        for answer in figure.asks.answers:
            job = shop.bench.change(job.id, job.version, {figure.asks.field: answer.id})
            shown = figures(job)[figure.id]
            assert shown.asks.chosen == answer.id
        if figure.asks.field != "joint" and figure.asks.answers:
            job = shop.bench.change(job.id, job.version, {figure.asks.field: None})
            assert figures(job)[figure.id].asks.chosen is None


@pytest.mark.parametrize("alloy", FAMILIES.values())
def test_every_school_offered_is_taken(shop, alloy):
    job = shop.patch(alloy=alloy, thickness_mm=4.0, restraint="low", fume="open-air")
    offered = {f.id: f.choice for f in figures(job).values() if f.choice is not None}
    assert offered
    for name, choice in offered.items():
        for school in choice.schools:
            changed = shop.bench.change(job.id, job.version, {choice.field: school.id})
            assert figures(changed)[name].choice.chosen == school.id, (name, school.id)
            job = shop.bench.undo(changed.id, changed.version)


@pytest.mark.parametrize("joint", sorted(joints()))
def test_every_box_on_every_drawing_takes_what_is_typed(shop, joint):
    job = shop.patch(alloy="dc01", joint=joint, thickness_mm=2.0)
    drawing = job.plan.drawing.joint
    boxes = [] if drawing is None else drawing.dimensions
    for box in boxes:
        text = "62°" if box.unit == "deg" else "1/8 in"
        if box.field == "outside_diameter_mm":
            text = "1-1/2 in"
        changed = shop.bench.change(job.id, job.version, {box.field: text})
        redrawn = {d.field: d for d in changed.plan.drawing.joint.dimensions}[box.field]
        wanted = {"62°": 62.0, "1/8 in": 3.175, "1-1/2 in": 38.1}[text]
        assert redrawn.value == pytest.approx(wanted)
        assert not redrawn.usual
        assert changed.plan.job.typed[box.field] == text
        job = shop.bench.undo(changed.id, changed.version)


@pytest.mark.parametrize(
    ("field", "value"),
    [
        ("joint", "dovetail"),
        ("held", "beer"),
        ("coating", "gold"),
        ("closed", "maybe"),
        ("restraint", "tied"),
        ("fume", "some"),
        ("preheat", "hot"),
        ("alloy", "butter"),
        ("upstand_mm", "-2"),
        ("branch_deg", "200"),
        ("outside_diameter_mm", "1 km"),
        ("temper_c", "9000"),
    ],
)
def test_what_cannot_be_is_refused_by_field_and_nothing_is_saved(shop, field, value):
    job = shop.patch()
    with pytest.raises(Refused) as refused:
        shop.bench.change(job.id, 1, {field: value})
    assert refused.value.field == field
    assert shop.bench.open(job.id).version == 1


def test_a_preview_of_another_metal_saves_nothing(shop):
    job = shop.patch(alloy="dc01")
    seen = shop.bench.preview(job.id, {"alloy": "al-3003", "thickness_mm": "16 ga"})
    assert seen.plan.job.family == "aluminium"
    assert seen.plan.job.thickness_mm == pytest.approx(1.291)
    assert "16 gauge" in seen.read_as["thickness_mm"]
    assert shop.bench.open(job.id).plan.job.family == "carbon-steel"


def test_a_run_of_lead_keeps_its_own_cards(shop):
    job = shop.patch(alloy="pb-sheet", thickness_mm=2.24, joint="lap", fume="open-air")
    run = shop.book.start(job.id)
    steps = [card.step.id for card in run.plan.cards]
    assert "lead-fume" in steps
    assert "seam-lead" in steps
    shop.bench.change(job.id, job.version, {"fume": "none"})
    with pytest.raises(Refused) as refused:
        shop.book.start(job.id)
    assert "without fume control" in refused.value.accepted
