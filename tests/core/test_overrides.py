"""Figures the person decides: theirs is used, ours stays beside it, and limits hold."""

import pytest

from pellak.core.answer.errors import Refused
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.model.overrides import own_rows
from pellak.core.plan.change_job import job_from, with_changes
from pellak.core.plan.compose import compose_plan
from pellak.core.reading.measures import said

SHEET = {"thickness_mm": 1.2, "length_mm": 400.0}
PLATE = {"thickness_mm": 8.0, "length_mm": 300.0, "alloy": "sae-1045"}
RAIL = {"kind": "straighten", "alloy": "s235jr", "said": "50x80x5 RHS, 6 m", "camber_mm": 40.0}
INSIDE = {
    "peak_c": (RAIL, "580 °C"),
    "preheat_c": (PLATE, "{low} °C"),
    "acetylene_l_per_h": (SHEET, "125 L/h"),
    "acetylene_bar": (SHEET, "{reckoned} bar"),
    "oxygen_bar": (SHEET, "{reckoned} bar"),
    "included_angle_deg": (PLATE, "75"),
    "root_face_mm": (PLATE, "1.2 mm"),
    "tack_pitch_mm": (SHEET, "25 mm"),
    "tack_hold_s": (SHEET, "{reckoned} s"),
    "travel_mm_per_min": (SHEET, "{reckoned} mm/min"),
    "seam_min": (SHEET, "{reckoned} min"),
    "rod_diameter_mm": (PLATE, "4 mm"),
}
FAR = {"low": 0.4, "high": 2.4}


def plan_of(piece, **changes):
    result = dict(piece)
    job = job_from({"kind": result.pop("kind", "seam"), "name": "Own"})
    return compose_plan(with_changes(job, {**result, **changes}), ShopSchools())


def own_of(plan, field):
    found = [o for s in plan.stations for f in s.figures for o in f.own if o.field == field]
    assert len(found) == 1, field
    return found[0]


def warned(plan, label):
    return [
        c for s in plan.stations for c in s.cautions if c.text.startswith(f"{label}: your ")
    ]  # fmt: skip


def test_every_figure_that_may_be_decided_is_tried_here():
    assert {row.field for row in own_rows()} == set(INSIDE)


@pytest.mark.parametrize("row", own_rows(), ids=lambda row: row.field)
def test_theirs_is_used_and_ours_stays_beside_it(row):
    piece, text = INSIDE[row.field]
    ours = own_of(plan_of(piece), row.field)
    assert ours.typed is None
    typed = text.format(**ours.model_dump())
    plan = plan_of(piece, **{row.field: typed})
    own = own_of(plan, row.field)
    assert own.typed == pytest.approx(getattr(plan.job, row.field))
    assert (own.reckoned, own.low, own.high) == (ours.reckoned, ours.low, ours.high)
    figure = next(f for s in plan.stations for f in s.figures if own in f.own)
    assert f"{row.label.lower()} yours, reckoned" in figure.detail
    line = next(w for w in figure.working if w.name == row.line)
    assert line.value == pytest.approx(own.typed, rel=1e-3), "what follows is reckoned with theirs"
    assert warned(plan, row.label) == []


@pytest.mark.parametrize("side", FAR)
@pytest.mark.parametrize("row", own_rows(), ids=lambda row: row.field)
def test_a_caution_says_where_theirs_leaves_the_range(row, side):
    piece, _ = INSIDE[row.field]
    ours = own_of(plan_of(piece), row.field)
    edge = getattr(ours, side) or ours.reckoned
    field = type(plan_of(piece).job).model_fields[row.field].metadata
    least = next(m.ge for m in field if hasattr(m, "ge"))
    most = next(m.le for m in field if hasattr(m, "le"))
    value = min(max(edge * FAR[side], least), most, 700.0)
    if not (value < edge * 0.99 if side == "low" else value > edge * 1.01):
        with pytest.raises(Refused, match=row.field):
            plan_of(piece, **{row.field: edge * FAR[side]})
        return
    plan = plan_of(piece, **{row.field: value})
    over = any(c.level == "stop" for s in plan.stations for c in s.cautions)
    assert len(warned(plan, row.label)) == 1 or over


def test_the_acetylene_limit_is_nobodys_to_decide():
    plan = plan_of(SHEET, acetylene_bar="12 psi")
    assert not plan.may_start
    assert "1.03 bar" in said(plan.why_not, "metric")
    strict = compose_plan(
        with_changes(SeamJob(name="Own"), {**SHEET, "acetylene_bar": "8 psi"}),
        ShopSchools(acetylene_limit="strict"),
    )
    assert not strict.may_start
    with pytest.raises(Refused, match="acetylene_bar"):
        plan_of(SHEET, acetylene_bar="30 psi")


def test_travel_and_minutes_say_one_thing_and_the_last_told_is_meant():
    job = with_changes(SeamJob(name="Own"), {**SHEET, "travel_mm_per_min": "3 in/min"})
    assert job.travel_mm_per_min == pytest.approx(76.2)
    job = with_changes(job, {"seam_min": "8 min"})
    assert (job.travel_mm_per_min, job.seam_min) == (None, 8)
    assert "travel_mm_per_min" not in job.typed
    facts = compose_plan(job, ShopSchools()).facts
    assert facts is not None
    assert facts.seam_min == pytest.approx(8)


def test_gas_and_whole_job_follow_an_own_travel():
    ours = plan_of(SHEET).facts
    slow = plan_of(SHEET, travel_mm_per_min=float(40)).facts
    assert slow.seam_min == pytest.approx(10)
    assert slow.gas.total_l > ours.gas.total_l
    assert slow.job_min > ours.job_min


def test_a_lighter_lens_than_the_flame_asks_for_is_warned_of():
    plan = plan_of(SHEET, shade="4")
    shade = next(f for s in plan.stations for f in s.figures if f.id == "shade")
    assert shade.value == 4
    assert "yours, reckoned 5" in shade.detail
    assert any("shade 4 is lighter than the 5" in c.text for s in plan.stations for c in s.cautions)
    assert shade.low is None


@pytest.mark.parametrize(
    ("mixer", "acetylene", "oxygen", "level", "says"),
    [
        ("equal-pressure", 0.4, 0.6, "note", "trimmed"),
        ("equal-pressure", 0.3, 0.3, None, ""),
        ("equal-pressure", 0.2, 0.9, "warn", "Bring the oxygen down"),
        ("equal-pressure", 0.5, 0.3, "warn", "Bring the acetylene down"),
        ("injector", 0.2, 2.0, None, ""),
        ("injector", 0.4, 0.6, "warn", "too little oxygen"),
    ],
)
def test_a_pair_of_pressures_is_judged_by_the_mixer(mixer, acetylene, oxygen, level, says):
    plan = plan_of(SHEET, mixer=mixer, acetylene_bar=acetylene, oxygen_bar=oxygen)
    listed = [
        c
        for s in plan.stations
        for c in s.cautions
        if " bar acetylene with " in said(c.text, "metric")
    ]
    assert [c.level for c in listed] == ([] if level is None else [level])
    if listed:
        assert says in listed[0].text
