"""The shop's own tip chart: every cell what a plan would say, rows read as the metal's gauges."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.plan.compose import compose_plan
from pellak.core.rig.equipment import Equipment
from pellak.core.rig.items import read_item
from pellak.core.supply.tip_chart import TipChartGiven, reckon_tip_chart, usual_rows
from pellak.core.torch.rack_tip import RackTip

BORES = (0.6, 0.7, 0.9, 1.2, 1.6)
TIPS = [RackTip(label=f"{bore}", orifice_mm=bore) for bore in BORES]
CHARTED = {"kind": "tip", "name": "3", "orifice_mm": 0.9, "chart": "1-1.5 mm 0.2/0.2 bar 118 L/h"}


def chart(**told):
    return reckon_tip_chart(TipChartGiven.model_validate({"tips": TIPS, **told})).values


@settings(max_examples=15, deadline=None)
@given(
    st.floats(0.6, 3.1),
    # Metals that are not warmed first: the chart is of cold sheet, a plan of the warmed one.
    st.sampled_from(["carbon-steel", "stainless"]),
    st.lists(st.sampled_from(BORES), min_size=1, max_size=4, unique=True),
)
def test_a_cell_and_a_plan_never_differ(wall_mm, family, bores):
    items = [{"kind": "tip", "name": f"{bore}", "orifice_mm": bore} for bore in bores]
    equipment = Equipment(tuple(read_item(item) for item in items))
    job = SeamJob(name="x", family=family, thickness_mm=wall_mm, length_mm=300)
    plan = compose_plan(job, ShopSchools(), equipment=equipment)
    facts = plan.facts
    tips = [RackTip(label=f"{bore}", orifice_mm=bore) for bore in bores]
    (row,) = chart(tips=tips, family=family, rows=[wall_mm]).rows
    planned = [cell for cell in row.cells if cell.label == facts.tip]
    if not planned:
        assert not any(cell.verdict == "fits" for cell in row.cells)
        return
    (cell,) = planned
    assert cell.acetylene_l_per_h == pytest.approx(facts.acetylene_l_per_h, rel=1e-6)
    figures = {one.id: one.value for station in plan.stations for one in station.figures}
    assert cell.acetylene_bar == pytest.approx(figures["acetylene_set_bar"], rel=1e-6)
    assert cell.oxygen_bar == pytest.approx(figures["oxygen_set_bar"], rel=1e-6)


def test_a_makers_row_goes_before_what_is_reckoned():
    tip = read_item(CHARTED)
    own = RackTip(label="3", orifice_mm=0.9, chart=tip.chart)
    (thin, within) = (row.cells[0] for row in chart(tips=[own], rows=["24 ga", "18 ga"]).rows)
    assert (thin.by, within.by) == ("reckoned", "chart")
    assert within.acetylene_l_per_h == pytest.approx(118)
    assert within.acetylene_bar > 0.2, "the chart stands at the torch, the cell at the regulator"


@pytest.mark.parametrize(
    ("family", "first", "last"),
    [
        ("carbon-steel", "24 ga", "3 ga"),
        ("aluminium", "24 ga", "6 ga"),
        ("lead", "1 mm", "6 mm"),
        ("cast-iron", "1 mm", "6 mm"),
    ],
)
def test_without_rows_it_has_the_metals_own_gauges(family, first, last):
    rows = usual_rows(family)
    assert (rows[0], rows[-1]) == (first, last)


def test_rows_are_read_and_put_in_order():
    rows = chart(rows=["1/8 in", 1.2, "18 ga"]).rows
    assert [row.text for row in rows] == ["1.2 mm", "18 ga", "1/8 in"]
    assert [row.thickness_mm for row in rows] == pytest.approx([1.2, 1.214, 3.175])
    assert rows[-1].rod_mm >= rows[0].rod_mm


def test_what_the_cylinder_does_not_give_is_barred():
    small = chart(rows=["11 ga"], capacity_m3=1.1).rows[0].cells
    assert all(cell.barred or cell.verdict in ("too-small", "too-large") for cell in small)
    large = chart(rows=["11 ga"], capacity_m3=8.5).rows[0].cells
    assert not any(cell.barred for cell in large)


def test_down_a_tip_the_verdicts_go_from_too_large_to_too_small_once():
    order = {"too-large": 0, "works-soft": 1, "works-slow": 1, "fits": 1, "too-small": 2}
    rows = chart(rows=[round(0.5 + 0.1 * n, 1) for n in range(40)]).rows
    for place in range(len(TIPS)):
        down = [order[row.cells[place].verdict] for row in rows]
        assert down == sorted(down), TIPS[place].label


@pytest.mark.parametrize(
    ("told", "field"),
    [
        ({"rows": ["18 ga", "thick"]}, "rows.1"),
        ({"rows": [200]}, "rows.0"),
        ({"tips": [TIPS[0], TIPS[0]]}, "tips"),
        ({"family": "cast-iron", "rows": ["18 ga"]}, "rows.0"),
    ],
)
def test_what_cannot_be_read_names_its_row(told, field):
    with pytest.raises(Refused) as refused:
        chart(**told)
    assert refused.value.field == field
