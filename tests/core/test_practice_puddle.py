"""The puddle trainer against the heat model, its own books, and hands from poor to the plan's."""

import math
import os
from itertools import pairwise

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from pellak.core.heat.solve import HeatGiven, solve_heat
from pellak.core.model.job_base import ShopSchools
from pellak.core.plan.compose import compose_plan
from pellak.core.practice.for_job import puddle_for
from pellak.core.practice.puddle.conduction import at_start, conducted, faces
from pellak.core.practice.puddle.metal import melting_metal
from pellak.core.practice.puddle.picture import FIRST_LIQUID, HOLE, palette
from pellak.core.practice.puddle.pool import pool_on
from pellak.core.practice.puddle.sheet import COLUMNS, Sheet
from pellak.core.practice.puddle.tasks import exercise_for, puddle_tasks, usual_heat
from pellak.core.practice.puddle.torch import (
    HIGHEST_MM,
    Held,
    PuddleTorch,
    core_share,
    flame_w_per_m2,
)
from pellak.core.practice.puddle.trainer import PuddleHands, begun, step
from pellak.demo.jobs import JOBS, demo_job
from tests.core.puddle_hands import carried

DT = 1 / 30
FULL = os.environ.get("PELLAK_SWEEP") == "full"
"""A hundred thousand wild hands, and in every run some three thousand of them."""
FAMILIES = ("carbon-steel", "chromoly", "aluminium")


def puddle_seconds(family, thickness_mm, flow, lean_deg):
    """Return how long a torch held still takes to a puddle, as the trainer melts it."""
    heat = HeatGiven(family=family, thickness_mm=thickness_mm, joint="butt", acetylene_l_per_h=flow)
    sheet = Sheet(melting_metal(family), thickness_mm)
    torch, held = PuddleTorch.of(heat.case()), Held(sheet.seam_mm / 2, 0.0, 3.0, lean_deg)
    flame = flame_w_per_m2(sheet, torch, held, np.ones_like(sheet.area_m2))
    now, bridged = at_start(sheet, 20.0)
    bridged[:] = True
    seconds = 0.0
    while pool_on(sheet, faces(sheet, now, flame).top_w_per_m).width_mm < thickness_mm + 2:
        now = conducted(sheet, now, flame, bridged, 1 / 60).heat_j_per_m3
        seconds += 1 / 60
        assert seconds < 30
    return seconds, solve_heat(heat).expected.puddle_s


@pytest.mark.parametrize(
    ("family", "thickness_mm", "flow"),
    [("carbon-steel", 0.9, 90), ("carbon-steel", 1.6, 160), ("aluminium", 1.6, 224)],
)
def test_standing_it_takes_as_long_to_a_puddle_as_plans_say(family, thickness_mm, flow):
    for lean_deg in (0.0, 30.0):
        took, planned = puddle_seconds(family, thickness_mm, flow, lean_deg)
        # The heat model's own residual is 6 % with 5 % of scatter, and its constants are fitted.
        assert -0.17 < took / planned - 1 < 0.12


def test_a_sheet_three_layers_high_is_as_one_of_two():
    took = [puddle_seconds("carbon-steel", mm, 250, 20.0)[0] for mm in (2.49, 2.51)]
    assert took[1] == pytest.approx(took[0], rel=0.04)


@pytest.mark.parametrize("family", FAMILIES)
def test_freezing_gives_back_what_melting_took(family):
    metal = melting_metal(family)
    below, above = (metal.heat_j_per_m3(metal.liquidus_c + off) for off in (-60.0, 0.0))
    # Latent heat alone, and 60 K of the metal beside it.
    latent = (above - below) / metal.density_kg_per_m3 / 1000
    assert {"aluminium": 390}.get(family, 250) < latent < {"aluminium": 480}.get(family, 320)
    assert (np.diff(metal.at_c) > 0).all()
    assert (metal.flow_slope > 0).all()
    assert np.all(np.diff(metal.loss_w_per_m2[metal.at_c > 20]) >= 0)


@pytest.mark.parametrize("piece", ["sheet", "coupon"])
@pytest.mark.parametrize("family", FAMILIES)
def test_the_flame_falls_whole_on_a_sheet_that_goes_on(family, piece):
    task = next(t for t in puddle_tasks().values() if t.goal == "run")
    task = task.model_copy(update={"family": family, "piece": piece})
    exercise = exercise_for(task)
    sheet, torch = exercise.work.sheet, exercise.work.torch
    caught = np.ones_like(sheet.area_m2)

    def brought_w(held):
        return float((flame_w_per_m2(sheet, torch, held, caught) * sheet.area_m2).sum())

    whole = torch.core_w + torch.envelope_w
    middle = brought_w(Held(sheet.seam_mm / 2, 0.0, 3.0, 20.0))
    assert middle == pytest.approx(whole, rel=0.01)
    # Over the end of a strip half the flame is past it, and half of that wraps on.
    end = brought_w(Held(sheet.seam_mm, 0.0, 3.0, 0.0))
    assert end == pytest.approx(whole * (0.75 if piece == "coupon" else 1.0), rel=0.02)
    heights = [brought_w(Held(sheet.seam_mm / 2, 0, mm, 20.0)) for mm in np.arange(0.5, 40, 0.5)]
    assert all(after < before * 1.0001 for before, after in pairwise(heights))


@given(st.floats(-3, 99), st.sampled_from(FAMILIES))
def test_no_share_of_the_cone_jumps_with_its_height(height_mm, family):
    torch = PuddleTorch.of(
        HeatGiven(family=family, thickness_mm=1.2, joint="butt", acetylene_l_per_h=120).case()
    )
    near, beside = core_share(torch, height_mm), core_share(torch, height_mm + 0.01)
    assert abs(near - beside) < 0.005
    assert 0 < near <= 1.05


def by_plan(job):
    """Return a demo job's own exercise."""
    result = next(one for one in JOBS if one["name"] == job)
    found = puddle_for(compose_plan(demo_job(result), ShopSchools()).facts)
    return exercise_for(found.task, found.heat)


SHEET_JOBS = (
    "Funnel casing patch", "Galley flue seam", "Ramp kick plate", "Lamp-room locker",
    "Cowl vent halves",
)  # fmt: skip


@pytest.mark.parametrize("name", [*SHEET_JOBS, "tacks-steel", "gap-steel-16"])
def test_the_plans_own_hand_earns_ninety(name):
    task = puddle_tasks().get(name)
    worth, state = carried(exercise_for(task) if task else by_plan(name))
    assert worth.points >= (90 if task else 95)
    assert worth.faults == []
    assert state.holes == state.pops == 0


@pytest.mark.parametrize("name", ["run-steel-09", "run-steel-16", "run-aluminium-16"])
def test_too_slow_burns_or_grows_and_too_fast_has_no_root(name):
    exercise = exercise_for(puddle_tasks()[name])
    pool_mm, seam_mm = exercise.planned.pool_mm, exercise.work.sheet.seam_mm

    def gone_wrong(state):
        return state.holes > 0 or state.joint.width_mm.max() > 1.5 * pool_mm

    _, slowly = carried(exercise, pace=0.6, until=gone_wrong)
    assert gone_wrong(slowly)
    assert slowly.held.x_mm < seam_mm - pool_mm
    most = 0.75 * seam_mm
    fast, quickly = carried(exercise, pace=1.5, until=lambda state: state.held.x_mm > most)
    # It sets off from a whole puddle, so the very start has its root; nothing after it has.
    assert not quickly.joint.root[COLUMNS // 2 :].any()
    assert "Ran ahead of the root" in {one.fault for one in fast.faults}


def test_a_strip_soaks_and_its_end_runs_wide():
    worth, state = carried(exercise_for(puddle_tasks()["coupon-steel-12"]))
    assert "Ran into the end at full heat" in {one.fault for one in worth.faults}
    assert 40 < worth.points < 90
    assert state.joint.width_mm[-12:].max() > 1.3 * state.joint.width_mm[30:60].mean()


def test_hands_of_rising_skill_earn_rising_scores():
    exercise = exercise_for(puddle_tasks()["run-steel-12"])
    points = [carried(exercise, skill=skill)[0].points for skill in (0.1, 0.6, 0.9)]
    assert points == sorted(points)
    assert points[0] < 40
    assert points[-1] > 90


wild = st.floats(allow_nan=True, allow_infinity=True, width=32) | st.floats(-200, 200)
hands = st.builds(
    lambda x, y, height, lean, dabs, brush, rod: PuddleHands(
        Held(x, y, height, lean), dabs, rod, brush
    ),
    wild, wild, wild | st.floats(-3, 8), wild, st.booleans(), st.booleans(),
    st.tuples(st.floats(-50, 150), st.floats(-20, 20)),
)  # fmt: skip


@settings(max_examples=900 if FULL else 25, deadline=None)
@given(
    st.sampled_from(sorted(puddle_tasks())), st.lists(hands, min_size=1, max_size=40),
    st.integers(0, 9), st.floats(-1, 1),
)  # fmt: skip
def test_wild_hands_never_break_it_and_no_heat_is_lost_from_the_books(name, outcome, seed, dt_s):
    exercise = exercise_for(puddle_tasks()[name])
    state = begun(exercise.work, seed)
    before_j = state.held_j
    for one in outcome * 3:
        state = step(state, one, dt_s)
    assert np.isfinite(state.heat_j_per_m3).all()
    assert (state.heat_j_per_m3 > 0).all()
    owed = state.held_j - before_j - (state.given_j - state.lost_j - state.taken_j)
    assert abs(owed) <= 1e-6 * max(1.0, state.given_j, before_j * 1e-3)
    assert math.isfinite(state.hung)
    assert 0 <= state.pool.width_mm < 40


def stood(name, held, seconds, state=None, **given):
    exercise = exercise_for(puddle_tasks()[name])
    state = state or begun(exercise.work, 3)
    for _ in range(round(seconds / DT)):
        state = step(state, PuddleHands(held, **given), DT)
    return state


def test_a_torch_that_stays_burns_through_and_the_hole_stays():
    sheet = exercise_for(puddle_tasks()["run-steel-12"]).work.sheet
    state = stood("run-steel-12", Held(20.0, 0.0, 3.0, 0.0), 14, brush=True)
    assert state.holes == 1
    at = np.flatnonzero(state.joint.hole)
    assert abs(sheet.column_x_mm[at].mean() - 20.0) < 2.5
    cold = stood("run-steel-12", Held(height_mm=HIGHEST_MM), 4, state)
    assert cold.joint.hole.sum() == state.joint.hole.sum()
    assert cold.pool.width_mm == 0


def test_a_flame_snatched_off_leaves_burnt_metal_and_one_lifted_slowly_does_not():
    there = Held(20.0, 0.0, 3.0, 0.0)
    melted = stood("run-steel-12", there, 4, brush=True)
    while melted.pool.width_mm < 6:
        melted = stood("run-steel-12", there, DT, melted)
    snatched = stood("run-steel-12", Held(20.0, 0.0, HIGHEST_MM, 0.0), 3, melted)
    assert snatched.joint.oxide.any()
    lifted = melted
    for at in range(round(4 / DT)):
        lifted = stood("run-steel-12", Held(20.0, 0.0, 3 + 8 * at * DT, 0.0), DT, lifted)
    assert lifted.pool.width_mm == 0
    assert not lifted.joint.oxide.any()


def test_a_cone_in_the_pool_pops_and_one_above_it_does_not():
    assert stood("run-steel-12", Held(20.0, 0.0, -0.5, 0.0), 7).pops >= 1
    assert stood("run-steel-12", Held(20.0, 0.0, 3.0, 0.0), 7).pops == 0


def test_rod_goes_where_it_is_liquid_laps_in_the_flame_and_sticks_on_cold_metal():
    exercise = exercise_for(puddle_tasks()["gap-steel-16"])
    cold = begun(exercise.work, 1)
    dab = PuddleHands(Held(20.0, 0.0, 60.0, 0.0), dabs=True, rod_mm=(60.0, 0.0))
    assert step(cold, dab, DT).stuck == 1
    hot = stood("gap-steel-16", Held(20.0, 0.0, 3.0, 0.0), 0.5)
    lapped = step(hot, PuddleHands(Held(20.0, 0.0, 3.0, 0.0), True, (20.0, 0.0)), DT)
    assert lapped.joint.lap.any()
    molten = stood("gap-steel-16", Held(20.0, 0.0, 3.0, 0.0), 9)
    assert molten.pool.width_mm > 5
    before = molten.joint.metal_mm2.sum() * exercise.work.sheet.cell_mm
    taken = step(molten, PuddleHands(Held(20.0, 0.0, 3.0, 0.0), True, (20.0, 0.0)), DT)
    assert taken.taken_j > 0
    dab_mm3 = math.pi / 4 * 1.6**2 * 2.5
    now = taken.joint.metal_mm2.sum() * exercise.work.sheet.cell_mm
    assert now - before == pytest.approx(dab_mm3, rel=1e-6)


def test_tacks_that_were_not_brushed_want_more_heat_before_they_run():
    task = puddle_tasks()["run-steel-12"]
    sheet = exercise_for(task).work.sheet
    at = int(0.5 * sheet.seam_mm / sheet.cell_mm)
    there = Held(0.5 * sheet.seam_mm, 0.0, 3.0, 20.0)
    seconds = {}
    for brush in (True, False):
        state = begun(exercise_for(task).work, 1)
        while not (state.joint.root[at] and not state.joint.skin[at]):
            state = step(state, PuddleHands(there, brush=brush), DT)
            assert state.t_s < 15
        seconds[brush] = state.t_s
    assert seconds[False] > seconds[True] + 0.15


@pytest.mark.parametrize("family", FAMILIES)
def test_a_palette_shows_the_pool_apart_from_the_hottest_solid(family):
    colours = palette(melting_metal(family))
    assert len(colours) == 256

    def light(hex_colour):
        parts = [int(hex_colour[at : at + 2], 16) for at in (1, 3, 5)]
        return 0.299 * parts[0] + 0.587 * parts[1] + 0.114 * parts[2]

    assert light(colours[FIRST_LIQUID]) - light(colours[FIRST_LIQUID - 1]) > 15
    assert light(colours[HOLE]) < 10


def test_the_same_seed_and_hand_melt_the_same_pool():
    twice = [stood("run-steel-12", Held(20.0, 0.2, -1.0, 10.0), 5) for _ in range(2)]
    assert twice[0].pops == twice[1].pops > 0
    assert np.array_equal(twice[0].heat_j_per_m3, twice[1].heat_j_per_m3)


def test_every_task_is_planned_within_a_hands_reach():
    for task in puddle_tasks().values():
        planned = exercise_for(task).planned
        assert 1.5 < planned.puddle_s < 12
        assert 1.2 < planned.travel_mm_per_s < 6
        assert task.thickness_mm < planned.pool_mm < 12
        assert usual_heat(task).acetylene_l_per_h > 50
        assert len(begun(exercise_for(task).work).joint.root) == COLUMNS
