"""Tips held to what the acetylene gives: the worked table, both sides of it, and no plan barred by
what it proposed itself."""

import os
from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from pellak.core.gas.content import cylinder_sizes
from pellak.core.gas.draw import DrawLimits
from pellak.core.heat.carry import carry_shares, gentlest_l_per_h, thickest_mm, thinnest_mm
from pellak.core.heat.solve import HeatGiven
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.heat.job import HeatJob
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.model.kinds.straighten.job import StraightenJob
from pellak.core.plan.compose import compose_plan
from pellak.core.reading.measures import said
from pellak.core.rig.equipment import Equipment
from pellak.core.rig.items import CylinderItem, HeadItem, TipItem
from pellak.core.torch.barred import barred_by_draw, smallest_size_m3
from pellak.core.torch.candidates import judge_tips
from pellak.core.torch.rack_tip import RackTip

FULL = os.environ.get("PELLAK_SWEEP") == "full"
BORES_MM = (0.9, 1.2, 1.6)
RACK = [RackTip(label=f"{bore}", orifice_mm=bore) for bore in BORES_MM]


def sheet(family, thickness_mm, flow=100.0, bore_mm=None):
    return HeatGiven(
        family=family, thickness_mm=thickness_mm, acetylene_l_per_h=flow, orifice_mm=bore_mm
    ).case()


@pytest.mark.parametrize(
    ("family", "thickness_mm", "gentlest"),
    [("carbon-steel", 3.2, 203.3), ("carbon-steel", 1.6, 99.1), ("stainless", 2.0, 96.6),
     ("aluminium", 2.5, 287.5)],
)  # fmt: skip
def test_the_gentlest_flow_that_still_roots(family, thickness_mm, gentlest):
    case = sheet(family, thickness_mm)
    found = gentlest_l_per_h(case)
    assert found == pytest.approx(gentlest, rel=1e-3)
    just, under = (replace(case, acetylene_l_per_h=found * part) for part in (1.0, 0.998))
    assert [share >= 1 for share in carry_shares([just, under])] == [True, False]


@pytest.mark.parametrize(
    ("bore_mm", "low", "high", "family", "thin", "thick"),
    [
        (0.7, 47.3, 108.1, "carbon-steel", 0.50, 2.03),
        (0.9, 78.2, 178.7, "carbon-steel", 0.50, 3.30),
        (0.9, 78.2, 178.7, "stainless", 0.52, 4.11),
        (0.9, 78.2, 178.7, "aluminium", 0.50, 1.72),
        (1.2, 139.0, 317.8, "carbon-steel", 0.70, 5.62),
        (1.6, 247.2, 564.9, "stainless", 1.65, 6.0),
        (1.6, 247.2, 564.9, "aluminium", 0.88, 4.92),
    ],
)
def test_the_walls_a_tip_carries_by_the_worked_table(bore_mm, low, high, family, thin, thick):
    thinnest = thinnest_mm([sheet(family, 1, low, bore_mm)])[0]
    thickest = thickest_mm([sheet(family, 1, high, bore_mm)])[0]
    assert (thinnest, thickest) == (pytest.approx(thin, abs=0.006), pytest.approx(thick, abs=0.006))


@pytest.mark.parametrize(
    ("family", "wall", "sizes"),
    [
        ("carbon-steel", 3.2, (8.5, 4.1, 4.1, 2.1)),
        ("carbon-steel", 1.6, (4.1, 2.1, 2.1, 1.1)),
        ("stainless", 2.0, (4.1, 2.1, 2.1, 1.1)),
        ("aluminium", 2.5, (8.5, 8.5, 4.1, 4.1)),
    ],
)
def test_the_smallest_cylinder_that_serves(family, wall, sizes):
    on_end = barred_by_draw(sheet(family, wall), RACK, 1.05, DrawLimits(280.0), 1, None)
    spell = barred_by_draw(sheet(family, wall), RACK, 1.05, DrawLimits(280.0), 1, 8.0)
    told = [(one.smallest_size_m3, one.smallest_size_gentle_m3) for one in (on_end, spell)]
    assert told == [sizes[:2], sizes[2:]]


@pytest.mark.parametrize(
    ("full_m3", "on_end", "spell"), [(1.1, 1.19, 1.77), (2.1, 2.24, 3.30)]
)  # fmt: skip
def test_the_thickest_steel_that_this_cylinder_carries(full_m3, on_end, spell):
    case, draw = sheet("carbon-steel", 6.0), DrawLimits(1000 * full_m3)
    here = [barred_by_draw(case, [], 1.05, draw, 1, m).thickest_here_mm for m in (None, 8.0)]
    assert here == [pytest.approx(on_end, abs=0.006), pytest.approx(spell, abs=0.006)]


def test_the_tip_that_carries_it_at_least_may_be_a_small_bore():
    found = barred_by_draw(sheet("carbon-steel", 3.2), RACK, 1.05, DrawLimits(1100.0), 1, None)
    assert found.gentlest_tip == "0.9"
    assert found.gentlest_tip_l_per_h == pytest.approx(175.5, abs=0.3)
    assert found.gentlest_tip_l_per_h < found.gentlest_l_per_h
    assert found.couple == 5


def test_nothing_is_barred_at_the_limit_itself():
    case = sheet("carbon-steel", 3.2)
    assert barred_by_draw(case, RACK, 1.05, DrawLimits(4800.0), 1, None) is None
    assert barred_by_draw(case, RACK, 1.05, DrawLimits(4799.0), 1, None) is not None


@pytest.mark.parametrize(
    ("full_m3", "minutes", "best", "flow"),
    [(1.1, None, None, None), (4.1, None, "1.2", 273.3), (4.1, 8.0, "1.2", 317.8),
     (8.5, None, "1.2", 317.8)],
)  # fmt: skip
def test_a_tip_is_turned_down_to_what_the_cylinder_gives(full_m3, minutes, best, flow):
    piece = HeatGiven(family="carbon-steel", thickness_mm=3.2, acetylene_l_per_h=320)
    draw = DrawLimits(1000 * full_m3)
    judged, _ = judge_tips(piece, RACK, 320.0, 1.05, draw=draw, flame_min=minutes)
    usable = [one for one in judged if one.verdict != "over-draw"]
    if best is None:
        assert usable == []
        return
    assert usable[0].label == best
    assert usable[0].acetylene_l_per_h == pytest.approx(flow, rel=1e-3)


def test_a_flow_somebody_decided_is_left_as_it_is():
    piece = HeatGiven(family="carbon-steel", thickness_mm=3.2, acetylene_l_per_h=320)
    judged, _ = judge_tips(piece, RACK, 300.0, 1.05, own_flow=True, draw=DrawLimits(1100.0))
    assert judged[0].acetylene_l_per_h == 300.0
    assert judged[0].verdict != "over-draw"


def test_how_small_a_cylinder_serves_is_asked_of_all_usual_ones():
    assert smallest_size_m3(5000.0, None) is None
    assert smallest_size_m3(1.0, None) == 0.28


SIZES = [name for name, one in cylinder_sizes().items() if one.gas == "acetylene"]
FAMILIES = {"carbon-steel": "dc01", "low-alloy-steel": "4130", "aluminium": "al-3003",
            "stainless": "304"}  # fmt: skip
SEAMS = st.builds(
    lambda alloy, wall, length, joint: SeamJob(
        name="x", alloy=alloy, thickness_mm=wall, length_mm=length, joint=joint
    ),
    st.sampled_from([*FAMILIES.values(), "pb-sheet"]),
    st.floats(0.5, 12.0),
    st.none() | st.floats(20, 3000),
    st.sampled_from(["butt", "lap", "tee", "outside-corner"]),
)
STRAIGHT = st.builds(
    lambda wall, bow: StraightenJob(
        name="x", alloy="s235jr", section="rect-tube", depth_mm=50.0, width_mm=50.0,
        thickness_mm=wall, length_mm=3000.0, camber_mm=bow,
    ),
    st.floats(1.0, 6.0),
    st.floats(2.0, 30.0),
)  # fmt: skip
HEATS = st.builds(
    lambda kg, wall: HeatJob(
        name="x", alloy="s235jr", shape="casting", body_kg=kg, thickness_mm=wall, target_c=300.0
    ),
    st.floats(0.5, 200.0),
    st.floats(3.0, 40.0),
)
BORES = st.lists(st.floats(0.4, 2.5), max_size=5, unique_by=lambda bore: round(bore, 2))


@settings(max_examples=2000 if FULL else 20, deadline=None)
@given(SEAMS | STRAIGHT | HEATS, BORES, st.sampled_from(SIZES), st.integers(1, 3), st.booleans())
def test_no_plan_proposes_a_tip_that_a_stop_of_its_own_draw_forbids(
    job, bores, size, coupled, headed
):
    items = [TipItem(name=f"{bore:.2f}", orifice_mm=bore) for bore in bores]
    items.append(CylinderItem(name="B", gas="acetylene", size=size, coupled=coupled))
    if headed:
        items.append(
            HeadItem(name="rose", acetylene_low_l_per_h=600.0, acetylene_high_l_per_h=2500.0)
        )
    equipment = Equipment(tuple(items))
    plan = compose_plan(job, ShopSchools(), equipment=equipment)
    stops = [
        said(caution.text, "metric")
        for station in plan.stations
        for caution in station.cautions
        if caution.level == "stop" and "oo fast for the acetylene" in caution.text
    ]
    usable = [one for one in plan.candidates if one.verdict.startswith(("fits", "works"))]
    assert not (usable and stops), (usable[0], stops)
    for one in usable:
        assert one.acetylene_l_per_h <= equipment.draw.stop_l_per_h
