"""The rack: items read from typing, exact files, age, the ladder, two hundred tips."""

import json
from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.heat.solve import PieceGiven
from pellak.core.heat.verdict import puddle_verdict
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.plan.change_job import with_changes
from pellak.core.plan.compose import compose_plan
from pellak.core.reading.measures import said
from pellak.core.rig.equipment import Equipment
from pellak.core.rig.files import read_rack, write_rack
from pellak.core.rig.form_fields import rack_fields
from pellak.core.rig.items import read_bore, read_item
from pellak.core.rig.newest import content_now
from pellak.core.torch.candidates import judge_tips
from pellak.core.torch.ladder import flow_ladder
from pellak.core.torch.rack_tip import RackTip

TIP = {"kind": "tip", "name": "3", "orifice_mm": "#67"}
CYLINDER = {
    "kind": "cylinder",
    "name": "A-1",
    "gas": "acetylene",
    "size": "acetylene-4.1",
    "readings": [{"at": "2026-11-01T08:00", "weight_kg": 47.0}],
}


@pytest.mark.parametrize(
    ("text", "mm"), [("#67", 0.813), ("no 67", 0.813), ("0.8 mm", 0.8), ("1/32 in", 0.79375)]
)
def test_a_bore_is_a_drill_or_a_length(text, mm):
    assert read_bore(text, "orifice_mm") == pytest.approx(mm, abs=0.001)


def test_a_makers_chart_is_typed_row_by_row():
    chart = "0.8-1.2 mm 0.2/0.2 bar 120 L/h; 1.2 to 2 mm 0,25/0,3 bar"
    tip = read_item({**TIP, "chart": chart})
    assert [row.thickness_high_mm for row in tip.chart] == [1.2, 2.0]
    assert tip.chart[0].acetylene_l_per_h == 120
    assert tip.chart[1].oxygen_bar == 0.3


@pytest.mark.parametrize(
    ("chart", "low_mm", "high_mm", "bar", "flow"),
    [
        (".030-.060 in, 4/4 psi, 3 cfh", 0.762, 1.524, 0.2758, 84.95),
        ("1/16-1/8 in 5/5 psi", 1.5875, 3.175, 0.3447, None),
        ("1 - 2 mm 20/20 kPa 2 l/min", 1, 2, 0.2, 120),
    ],
)
def test_a_chart_is_typed_in_the_makers_own_units(chart, low_mm, high_mm, bar, flow):
    (row,) = read_item({**TIP, "chart": chart}).chart
    assert row.thickness_low_mm == pytest.approx(low_mm, abs=1e-3)
    assert row.thickness_high_mm == pytest.approx(high_mm, abs=1e-3)
    assert row.acetylene_bar == row.oxygen_bar == pytest.approx(bar, abs=1e-4)
    assert row.acetylene_l_per_h == (None if flow is None else pytest.approx(flow, abs=0.01))


@pytest.mark.parametrize(
    ("document", "field"),
    [
        ({"name": "x"}, "kind"),
        ({"kind": "anvil", "name": "x"}, "kind"),
        ({**TIP, "name": ""}, "name"),
        ({**TIP, "name": "=cmd()"}, "name"),
        ({**TIP, "orifice_mm": "#99"}, "orifice_mm"),
        ({**TIP, "orifice_mm": "wide"}, "orifice_mm"),
        ({**TIP, "orifice_mm": 99.0}, "orifice_mm"),
        ({**TIP, "jets": "many"}, "jets"),
        ({**TIP, "chart": "thin 0.2"}, "chart"),
        ({**TIP, "colour": "red"}, "colour"),
        ({"kind": "torch", "name": "x", "mixer": "magic"}, "mixer"),
        ({"kind": "hose", "name": "x", "bore_mm": "6.3 mm"}, "length_m"),
        ({"kind": "hose", "name": "x", "bore_mm": "6 mm", "length_m": "8 m", "dated": "May"},
         "dated"),
        ({**CYLINDER, "size": "oxygen-7.1"}, "size"),
        ({**CYLINDER, "readings": "none"}, "readings"),
        ({"kind": "stock", "name": "x", "rod": "r99", "mass_kg": "1 kg"}, "rod"),
        ({"kind": "head", "name": "x", "acetylene_low_l_per_h": "900 L/h",
          "acetylene_high_l_per_h": "500 L/h"}, "acetylene_high_l_per_h"),
    ],
)  # fmt: skip
def test_a_bad_item_is_refused_by_field(document, field):
    with pytest.raises(Refused) as refused:
        read_item(document)
    assert refused.value.field == field


names = (
    st.text("AB 0123-äé;,\"'", min_size=1, max_size=12)
    .map(str.strip)
    .filter(lambda text: text and not text.startswith(("=", "+", "-", "@")))
)
days = st.dates(min_value=date(1990, 1, 1)).map(date.isoformat)
charts = st.lists(
    st.fixed_dictionaries(
        {
            "thickness_low_mm": st.floats(0.1, 1),
            "thickness_high_mm": st.floats(1, 9),
            "acetylene_bar": st.floats(0, 1),
            "oxygen_bar": st.floats(0, 5),
            "acetylene_l_per_h": st.none() | st.floats(5, 900),
        }
    ),
    max_size=3,
)
items = st.one_of(
    st.fixed_dictionaries({"kind": st.just("tip"), "name": names, "chart": charts,
                           "orifice_mm": st.floats(0.2, 9), "jets": st.integers(1, 40)}),
    st.fixed_dictionaries({"kind": st.just("hose"), "name": names, "bore_mm": st.floats(2, 20),
                           "length_m": st.floats(0.5, 99), "dated": st.none() | days}),
    st.fixed_dictionaries({"kind": st.just("arrestor"), "name": names,
                           "gas": st.sampled_from(["acetylene", "oxygen"]),
                           "drop_bar_at_1000_l_per_h": st.floats(0, 1), "dated": days}),
    st.fixed_dictionaries({"kind": st.just("stock"), "name": names, "rod": st.just("r45"),
                           "mass_kg": st.floats(0, 90), "diameter_mm": st.floats(0.5, 9)}),
    st.fixed_dictionaries({"kind": st.just("lens"), "name": names, "shade": st.integers(3, 9),
                           "glare": st.booleans()}),
    st.fixed_dictionaries({"kind": st.just("head"), "name": names,
                           "acetylene_low_l_per_h": st.floats(10, 500),
                           "acetylene_high_l_per_h": st.floats(500, 9000)}),
    st.just(CYLINDER),
    st.just({"kind": "torch", "name": "T", "mixer": "injector", "connection": "G 3/8"}),
)  # fmt: skip


@given(
    st.lists(items, min_size=1, max_size=6, unique_by=lambda d: (d["kind"], d["name"])),
    st.sampled_from(["csv", "json"]),
)
def test_what_is_written_out_reads_back_the_same(documents, kind):
    owned = [read_item(document) for document in documents]
    read = read_rack(write_rack(owned, kind).encode())
    assert read.items == owned
    assert read.left_out == []


@pytest.mark.parametrize(
    ("body", "field"),
    [
        (b"", "file"),
        (b"\xff\xfe\x00", "file"),
        (b"name,orifice_mm\n3,0.8\n", "header"),
        (b"kind,name,orifice_mm\ntip,3,wide\n", "row 2, column orifice_mm"),
        (b"kind;name;orifice_mm\ntip;3;0,8 mm\ntip;3;0,9 mm\n", "item 2"),
        (b"kind,name,orifice_mm\ntip,@x,0.8 mm\n", "row 2, column name"),
        (b"kind,name\ntip,3,4\n", "row 2"),
        (b'{"rack": 7}', "rack"),
        (b'[{"kind": "tip", "name": "3"}]', "item 1, orifice_mm"),
        (b"[[]]", "item 1"),
    ],
)
def test_hostile_files_are_refused_with_the_place_named(body, field):
    with pytest.raises(Refused) as refused:
        read_rack(body)
    assert refused.value.field == field


def test_columns_not_understood_are_told():
    read = read_rack(b"kind,name,orifice_mm,colour\ntip,3,0.8 mm,red\n")
    assert read.left_out == ["column colour"]
    assert read.items[0].orifice_mm == 0.8


@pytest.mark.parametrize(
    ("dated", "age"), [("2021-11-23", "old"), ("2021-11-24", ""), (None, "undated")]
)
def test_hoses_and_arrestors_grow_old_to_the_day(dated, age):
    hose = read_item(
        {"kind": "hose", "name": "h", "bore_mm": 6.0, "length_m": 10.0, "dated": dated}
    )
    shop = Equipment((hose,), today="2026-11-23")
    assert shop.age_of(hose) == age
    assert shop.age_of(read_item(TIP)) == ""


def test_the_plan_goes_by_the_racks_own_line():
    job = with_changes(SeamJob(name="x"), {"thickness_mm": 5, "length_mm": 300})

    def result(*documents):
        owned = Equipment(tuple(read_item(d) for d in documents))
        plan = compose_plan(job, ShopSchools(), equipment=owned)
        return plan, {f.id: f for s in plan.stations for f in s.figures}

    tip = {"kind": "tip", "name": "5", "orifice_mm": 1.7}
    usual, before = result(tip)
    hose = {"kind": "hose", "name": "long", "bore_mm": 4.0, "length_m": 30.0}
    plan, after = result(tip, hose, CYLINDER)
    assert after["acetylene_set_bar"].value > before["acetylene_set_bar"].value
    assert "30 m of 4 mm" in said(after["acetylene_set_bar"].detail, "metric")
    assert [p.label for p in after["acetylene_set_bar"].stack.parts] == [
        "tip",
        "torch",
        "hose",
        "arrestor",
    ]
    assert "enough for" in after["gas-A-1"].detail
    # Held to what the cylinder gives, where the tip carries the plate at that.
    assert after["acetylene_l_per_h"].value <= 410 < before["acetylene_l_per_h"].value
    assert not any("couple" in c.text for s in plan.stations for c in s.cautions)
    assert any("fifteenth" in c.text for s in usual.stations for c in s.cautions)
    injector, shown = result(tip, {"kind": "torch", "name": "t", "mixer": "injector"})
    assert shown["acetylene_set_bar"].text == "maker's chart"
    assert shown["acetylene_set_bar"].choice.job_only
    lone = {"kind": "arrestor", "name": "a", "gas": "oxygen"}
    _, _ = result(tip, lone)
    missing, _ = result(tip, lone)
    assert any("no flash-back arrestor in date at the acetylene" in c.text
               for s in missing.stations for c in s.cautions)  # fmt: skip
    assert injector.may_start


def test_tips_far_outside_their_band_are_judged_without_a_heat_solution():
    given_piece = PieceGiven(family="carbon-steel", thickness_mm=1.2)
    tips = [RackTip(label=str(n), orifice_mm=0.25 + 0.02 * n) for n in range(200)]
    judged, matched_s = judge_tips(given_piece, tips, 120.0, 1.05)
    assert len(judged) == 200
    by_label = {c.label: c for c in judged}
    assert by_label["0"].verdict == "too-small"
    assert by_label["199"].verdict == "too-large"
    unsolved = [c for c in judged if c.puddle_s is None]
    assert len(unsolved) > 100
    assert all(c.verdict in ("too-small", "too-large") for c in unsolved)
    assert judged[0].verdict == "fits"
    assert judged[0].words == "fits"
    assert matched_s == pytest.approx(3.7, abs=0.3)
    slow = [c for c in judged if c.verdict == "works-slow"]
    assert all(c.words.startswith("works, slow: ") and c.words.endswith(" s") for c in slow)


@pytest.mark.parametrize(("family", "thickness_mm"), [("carbon-steel", 1.2), ("aluminium", 2.0),
                                                       ("lead", 2.24)])  # fmt: skip
def test_the_ladders_steerable_flows_are_steerable(family, thickness_mm):
    case = PieceGiven(family=family, thickness_mm=thickness_mm).matched_case()
    _, matched_s = judge_tips(PieceGiven(family=family, thickness_mm=thickness_mm), [],
                              case.acetylene_l_per_h, 1.0)  # fmt: skip
    ladder = flow_ladder(case, case.acetylene_l_per_h, matched_s)
    assert ladder.steerable_low_l_per_h < case.acetylene_l_per_h
    assert case.acetylene_l_per_h < ladder.steerable_high_l_per_h <= 2.01 * case.acetylene_l_per_h
    assert puddle_verdict(family, thickness_mm, matched_s, matched_s).verdict == "steerable"


def test_every_form_field_belongs_to_its_item():
    for field in rack_fields():
        assert field.label
        assert field.kind_label
    assert json.loads(write_rack([read_item(TIP)], "json"))["rack"][0]["name"] == "3"


@pytest.mark.parametrize(
    ("gas", "size"), [("acetylene", "acetylene-4.1"), ("oxygen", "oxygen-7.1")]
)
def test_a_cylinder_of_another_content_than_the_usual_counts_by_its_own(gas, size):
    usual = {"kind": "cylinder", "name": "C", "gas": gas, "size": size}
    own = read_item({**usual, "capacity_m3": "100 cu ft"})
    assert own.full_m3 == pytest.approx(2.8317, rel=1e-4)
    reading = {"at": "2026-11-19T16:06", "gauge_bar": 10.0, "temperature_c": 15.0}
    held = [
        content_now(read_item({**usual, **extra, "readings": [reading]}), 100.0).values.content_m3
        for extra in ({}, {"capacity_m3": own.full_m3})
    ]
    assert held[1] / held[0] == pytest.approx(own.full_m3 / read_item(usual).full_m3, rel=0.01)
