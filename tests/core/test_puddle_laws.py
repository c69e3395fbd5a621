"""The laws the puddle is melted by, each against a closed form or a published figure."""

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import quad, solve_ivp
from scipy.special import exp1

from pellak.core.heat.solve import HeatGiven
from pellak.core.practice.puddle.conduction import Faces, at_start, conducted, faces
from pellak.core.practice.puddle.joint import (
    THINS_BY,
    gap_open,
    tacked,
    thickness_there_mm,
)
from pellak.core.practice.puddle.metal import melting_metal
from pellak.core.practice.puddle.pool import dish_mm, pool_on, through_radius_m
from pellak.core.practice.puddle.sheet import COLUMNS, Sheet
from pellak.core.practice.puddle.torch import (
    Held,
    PuddleTorch,
    core_share,
    cover_mm,
    flame_w_per_m2,
    gap_catches,
    powers_w,
)

STEEL, ALUMINIUM = melting_metal("carbon-steel"), melting_metal("aluminium")
HEAT = HeatGiven(family="carbon-steel", thickness_mm=1.2, acetylene_l_per_h=120)
TORCH = PuddleTorch.of(HEAT.case())
SHEET = Sheet(STEEL, 1.2)


@pytest.mark.parametrize(
    ("at_c", "k"), [(20, 53.3), (200, 47.3), (400, 40.7), (600, 34.0), (800, 27.3), (900, 27.3)]
)
def test_steel_conducts_as_the_standard_says(at_c, k):
    # EN 1993-1-2, 3.4.1.3: 54 - 3.33e-2 T up to 800 °C, 27.3 above.
    step = STEEL.flow_at_w_per_m(at_c + 1) - STEEL.flow_at_w_per_m(at_c - 1)
    assert step / 2 == pytest.approx(k, abs=0.15)


@pytest.mark.parametrize(
    ("at_c", "c"), [(20, 440), (200, 530), (400, 606), (600, 760), (1000, 650)]
)
def test_steel_holds_heat_as_the_standard_says(at_c, c):
    # EN 1993-1-2, 3.4.1.2.
    step = STEEL.heat_j_per_m3(at_c + 2) - STEEL.heat_j_per_m3(at_c - 2)
    assert step / 4 / STEEL.density_kg_per_m3 == pytest.approx(c, rel=0.02)


@pytest.mark.parametrize("metal", [STEEL, ALUMINIUM], ids=["steel", "aluminium"])
def test_melt_conducts_twofold_and_tables_lead_there_and_back(metal):
    at = metal.liquidus_c
    solid, melt = (
        metal.flow_at_w_per_m(at + 5 + off) - metal.flow_at_w_per_m(at + off) for off in (-60, 20)
    )
    assert melt / solid == pytest.approx(2.0, rel=0.02)
    for at_c in np.linspace(0, at + 300, 40):
        heat = metal.heat_j_per_m3(at_c)
        row = round(heat / metal.row_j_per_m3)
        assert metal.at_c[row] == pytest.approx(at_c, abs=1.0)
        assert metal.flow_w_per_m[row] + metal.flow_slope[row] * heat == pytest.approx(
            metal.flow_at_w_per_m(at_c), rel=2e-3, abs=20
        )


def test_an_even_sheet_without_flame_cools_as_one_lump():
    hot, bridged = at_start(SHEET, 600.0)
    seconds = 2.0
    now = conducted(SHEET, hot, np.zeros_like(SHEET.area_m2), bridged, seconds)
    emissivity = 0.8
    kelvin = 873.15
    loss = 25 * 580 + emissivity * 5.670e-8 * (kelvin**4 - 293.15**4)
    per_volume = 2 * loss / (SHEET.thickness_mm / 1000)
    fell = float(hot.mean() - now.heat_j_per_m3.mean())
    assert fell == pytest.approx(per_volume * seconds, rel=0.03)
    spread = float(np.ptp(now.heat_j_per_m3))
    assert spread < 1e-6 * float(hot.mean())


@pytest.mark.parametrize(("metal", "mm"), [(STEEL, 0.9), (STEEL, 3.0), (ALUMINIUM, 1.6)])
def test_a_few_stages_reach_where_many_small_steps_do(metal, mm):
    sheet = Sheet(metal, mm)
    start, bridged = at_start(sheet, 20.0)
    bridged[:, : COLUMNS // 2] = True
    flame = flame_w_per_m2(
        sheet, TORCH, Held(sheet.seam_mm / 2, 1.0, 3.0, 20.0), np.ones_like(sheet.area_m2)
    )
    few, many = start, start
    for _ in range(10):
        few = conducted(sheet, few, flame, bridged, 1 / 60).heat_j_per_m3
    count = math.ceil(10 / 60 / sheet.longest_step_s) * 2
    for _ in range(count):
        many = conducted(sheet, many, flame, bridged, 10 / 60 / count).heat_j_per_m3
    gained = float((many - start).max())
    assert float(np.abs(few - many).max()) < 0.03 * gained
    assert sheet.stages(1 / 60) < math.ceil(1 / 60 / sheet.longest_step_s)


def test_a_line_of_heat_spreads_as_in_a_thin_plate():
    # An instant line source across a thin plate: sqrt(4 pi a t) spreads it, far from any loss.
    sheet = Sheet(ALUMINIUM, 1.0)
    cold, bridged = at_start(sheet, 20.0)
    bridged[:] = True
    hot = cold.copy()
    column = sheet.first_column + COLUMNS // 2
    hot[:, column, :] = ALUMINIUM.heat_j_per_m3(120.0)
    seconds, steps = 0.5, 60
    now = hot
    for _ in range(steps):
        now = conducted(sheet, now, np.zeros_like(sheet.area_m2), bridged, seconds / steps)
        now = now.heat_j_per_m3
    over = now[0, sheet.columns, sheet.joint_row + 5] - cold[0, 0, 0]
    x_m = (np.arange(COLUMNS) - COLUMNS // 2) * sheet.cell_mm / 1000
    variance = float((over * x_m**2).sum() / over.sum())
    diffusivity = 190 / (2700 * 925)
    assert variance == pytest.approx(2 * diffusivity * seconds, rel=0.08)


def test_an_open_joint_holds_heat_back_and_a_bridged_one_lets_it_through():
    start, bridged = at_start(SHEET, 20.0)
    warm = start.copy()
    warm[:, :, : SHEET.joint_row] = STEEL.heat_j_per_m3(500.0)
    no_flame = np.zeros_like(SHEET.area_m2)
    passed = {}
    for name, sheet, held in (
        ("touching", SHEET, False), ("gap", replace(SHEET, root_gap_mm=1.0), False),
        ("melted", SHEET, True),
    ):  # fmt: skip
        bridged[:] = held
        now = conducted(sheet, warm, no_flame, bridged, 0.1).heat_j_per_m3
        passed[name] = float(now[0, SHEET.columns, SHEET.joint_row].mean() - start[0, 0, 0])
    assert passed["gap"] < 0.2 * passed["touching"] < passed["touching"] < passed["melted"]


@given(st.floats(-40, 130), st.floats(-15, 15), st.floats(-60, 60))
def test_left_and_right_are_alike_and_the_peak_falls_with_the_lean(x, y, lean):
    caught = np.ones_like(SHEET.area_m2)
    one = flame_w_per_m2(SHEET, TORCH, Held(x, y, 3.0, lean), caught)
    other = flame_w_per_m2(SHEET, TORCH, Held(x, -y, 3.0, lean), caught)
    assert np.allclose(one, other[:, ::-1])
    assert (one >= 0).all()


def test_a_leaned_cone_spreads_along_the_seam_and_over_45_degrees_loses():
    upright, leaned = (
        flame_w_per_m2(SHEET, TORCH, Held(45.0, 0.0, 3.0, lean), np.ones_like(SHEET.area_m2))
        for lean in (0.0, 40.0)
    )
    core = TORCH.core_w / (TORCH.core_w + TORCH.envelope_w)
    assert 1 > leaned.max() / upright.max() > math.sqrt(math.cos(math.radians(40))) - 0.03
    assert 0.2 < core < 0.3
    whole = [sum(powers_w(TORCH, Held(0, 0, 3.0, lean))) for lean in (0, 44.9, 45.1, 60)]
    assert whole[0] == whole[1] == pytest.approx(whole[2], rel=0.01)
    assert whole[3] == pytest.approx(whole[0] * 0.5 / math.cos(math.pi / 4))


def test_what_the_cone_loses_with_height_the_envelope_keeps_in_half():
    for height in (5.0, 10.0, 25.0):
        core, envelope = powers_w(TORCH, Held(0, 0, height, 20.0))
        share = core_share(TORCH, height)
        assert share == pytest.approx(math.exp(-(height - 3) / (18 * TORCH.bore_mm)))
        assert core == pytest.approx(share * TORCH.core_w)
        far = math.exp(-(height - 3) / (60 * TORCH.bore_mm))
        kept = 0.5 * TORCH.core_w * (1 - share)
        assert envelope == pytest.approx(TORCH.envelope_w * far + kept)
    assert core_share(TORCH, 0.0) == pytest.approx(1.05)
    assert core_share(TORCH, -2.0) == core_share(TORCH, -3.0) == pytest.approx(0.5)


def test_a_gap_lets_half_of_what_falls_into_it_through_until_it_is_bridged():
    sheet = replace(SHEET, root_gap_mm=1.0)
    no, yes = np.zeros(COLUMNS, dtype=bool), np.ones(COLUMNS, dtype=bool)
    rows = slice(sheet.joint_row - 1, sheet.joint_row + 1)
    open_share = gap_catches(sheet, no)[sheet.columns, rows]
    assert np.allclose(open_share, 1 - 0.5 * 1.0 / (2 * sheet.cell_mm))
    assert np.allclose(gap_catches(sheet, yes)[sheet.columns], 1.0)
    assert np.allclose(gap_catches(SHEET, no), 1.0)


def test_the_envelope_covers_less_the_higher_it_is_held():
    bore = TORCH.bore_mm
    assert cover_mm(TORCH, 0) == cover_mm(TORCH, -2) == 20 * bore
    assert cover_mm(TORCH, 40 * bore) == cover_mm(TORCH, 99) == 0
    heights = np.linspace(0, 40 * bore, 50)
    covers = [cover_mm(TORCH, height) for height in heights]
    assert covers == sorted(covers, reverse=True)


@given(st.floats(0.3, 12), st.floats(1e-4, 2e-3))
def test_a_films_dish_is_what_the_membrane_equation_gives(radius_over_core, push_n):
    core_m = 2.4e-3
    radius_m = radius_over_core * core_m
    tension = STEEL.tension_n_per_m
    weight = STEEL.density_kg_per_m3 * 9.81 * SHEET.thickness_mm / 1000

    # T (w' r)' = -p r from the middle out, w = 0 at the rim.
    def slope(r):
        load = push_n / math.pi * (1 - math.exp(-((r / core_m) ** 2))) / 2 + weight * r**2 / 2
        return load / (tension * r)

    deep_m, _ = quad(slope, 1e-12, radius_m)
    assert dish_mm(SHEET, push_n, core_m, radius_m) == pytest.approx(1000 * deep_m, rel=1e-6)
    share = radius_over_core**2
    assert math.log(share) + exp1(share) + 0.5772156649 >= -1e-9
    assert dish_mm(SHEET, push_n, core_m, 0.0) == 0


def painted(sheet, wide_mm, long_mm):
    """Return faces with an oval pool of that size about the middle of the seam."""
    x = (sheet.column_x_mm - sheet.seam_mm / 2)[:, None] / (long_mm / 2)
    y = sheet.row_y_mm[None, :] / (wide_mm / 2)
    oval = 1 - (x**2 + y**2)
    flow = np.full(sheet.area_m2.shape, -1e4)
    flow[sheet.columns] = STEEL.flow_at_w_per_m(STEEL.liquidus_c) + 1e4 * oval
    return Faces(flow, flow, np.stack([flow, flow]))


@given(st.floats(4, 18), st.floats(5, 40))
def test_a_pool_is_as_wide_and_long_as_it_was_painted(wide_mm, long_mm):
    seen = painted(SHEET, wide_mm, long_mm)
    pool = pool_on(SHEET, seen.top_w_per_m)
    # The middle of the oval lies between cells: half a cell from it, it is a little less.
    wide_there = wide_mm * math.sqrt(1 - (SHEET.cell_mm / long_mm) ** 2)
    assert pool.width_mm == pytest.approx(wide_there, abs=0.15)
    assert pool.length_mm(SHEET.cell_mm) == pytest.approx(
        long_mm * math.sqrt(1 - (SHEET.cell_mm / wide_mm) ** 2), abs=2 * SHEET.cell_mm
    )
    assert pool.low_mm.min() == pytest.approx(-pool.high_mm.max())
    a, b = long_mm / 2000, wide_mm / 2000
    round_m = math.sqrt(2 * (a * b) ** 2 / (a**2 + b**2))
    assert through_radius_m(SHEET, seen) == pytest.approx(round_m, rel=0.2)


@given(st.floats(0.1, 2), st.floats(0.6, 3.2), st.floats(1, 12))
def test_a_pool_fills_a_gap_by_so_much_of_its_own_and_no_more(gap, thickness, wide):
    sheet = Sheet(STEEL, thickness, root_gap_mm=gap)
    joint = tacked(sheet, tacks=False, brushed=True)
    widths = np.full(COLUMNS, wide)
    wanted = gap * thickness
    assert gap_open(sheet, joint, widths).all() == (wanted > THINS_BY * thickness * wide + 1e-9)
    filled = replace(joint, metal_mm2=np.full(COLUMNS, wanted))
    assert not gap_open(sheet, filled, widths).any()
    assert np.allclose(thickness_there_mm(sheet, filled, wide), thickness)
    over = replace(joint, metal_mm2=np.full(COLUMNS, wanted + 1.0))
    assert (thickness_there_mm(sheet, over, wide) > thickness).all()


def test_tacks_stand_at_both_ends_and_the_middle():
    joint = tacked(SHEET, tacks=True, brushed=False)
    at = SHEET.column_x_mm[joint.bridged[0]]
    for share in (0.04, 0.5, 0.96):
        near = at[np.abs(at - share * SHEET.seam_mm) <= 2.0]
        assert 4 <= len(near) <= 6
    assert (joint.skin == joint.bridged[0]).all()
    assert not tacked(SHEET, tacks=True, brushed=True).skin.any()


def test_the_faces_of_a_thin_layer_carry_what_passes_through_them():
    # A slab given heat above and losing none below: the parabola is exact there.
    sheet = Sheet(ALUMINIUM, 2.0)
    heat, _ = at_start(sheet, 100.0)
    given_w = np.full_like(sheet.area_m2, 2e5)
    seen = faces(sheet, heat, given_w)
    lift = seen.top_w_per_m - seen.layers_w_per_m[0]
    assert np.allclose(lift, 2e5 * sheet.layer_m / 3)
    assert np.allclose(seen.back_w_per_m, seen.layers_w_per_m[-1])


def test_a_membrane_by_another_way_agrees():
    core_m, push_n, radius_m = 2.4e-3, 6e-4, 4e-3
    tension = STEEL.tension_n_per_m
    weight = STEEL.density_kg_per_m3 * 9.81 * SHEET.thickness_mm / 1000

    def grows(r, w):
        load = push_n / (math.pi * core_m**2) * math.exp(-((r / core_m) ** 2)) + weight
        return [w[1], -load / tension - w[1] / r]

    solved = solve_ivp(grows, (1e-8, radius_m), [0.0, 0.0], rtol=1e-9, atol=1e-14)
    assert dish_mm(SHEET, push_n, core_m, radius_m) == pytest.approx(
        -1000 * solved.y[0, -1], rel=1e-4
    )
