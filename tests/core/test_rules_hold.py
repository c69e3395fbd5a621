"""Rules held to what they say, not to the number they are written with: a fault in one shows."""

import re

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.heat.solve import PieceGiven
from pellak.core.member.kink import HeatSpot, hot_zone
from pellak.core.member.places import FINEST, Ground
from pellak.core.member.section import Section
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.plan.change_job import with_changes
from pellak.core.plan.compose import compose_plan
from pellak.core.preheat.reckon import PreheatGiven, reckon_preheat
from pellak.core.reading.measures import said
from pellak.core.run.bench import bench_state
from pellak.core.run.walk import may_stand_at, order_of
from pellak.core.seam.pace import direction_of
from pellak.core.seam.tack_heat import TackHeat, _first_below, waits_s
from pellak.core.supply.supply_line import GasLine
from tests.core.test_bench import BRIT, NOON, PLANS, all_answered, at


@pytest.mark.parametrize("family", sorted(PLANS))
def test_the_gate_of_an_open_stop_is_its_own_card(family):
    """With one stop open and all else answered, no card behind it can be stood at but flame-out."""
    plan = PLANS[family]
    state = bench_state(plan, all_answered(plan), NOON)
    order = order_of(state.cards)
    out = next(order.index(c.step.id) for c in state.cards if c.step.phase == "shut-down")
    stops = [card.step.id for card in state.cards if card.step.gate == "stop"]
    for stop in stops:
        holding = frozenset(stops) - {stop}
        stood = [step for step in order if may_stand_at(state.cards, holding, step)]
        assert stood == [*order[: order.index(stop) + 1], *order[out:]]


def test_restraint_adds_one_band_and_then_two():
    """A held joint is heated one 25 °C band more, a boxed-in one two, as shops say it."""
    asked = {
        restraint: reckon_preheat(
            PreheatGiven(alloy="sae-1045", thickness_mm=16.0, restraint=restraint)
        ).values.preheat_c
        for restraint in ("low", "medium", "high")
    }
    assert asked["medium"] - asked["low"] == pytest.approx(25.0)
    assert asked["high"] - asked["medium"] == pytest.approx(25.0)


def _big(flow_l_per_h):
    job = with_changes(
        SeamJob(name="Big", thickness_mm=10.0, length_mm=300.0, place="shop"),
        {"acetylene_l_per_h": flow_l_per_h},
    )
    plan = compose_plan(job, ShopSchools())
    card = next((card.step for card in plan.cards if card.step.id == "big-flame"), None)
    return card, plan.facts.greatest_l_per_h


def test_a_big_flame_is_as_big_as_its_card_says():
    low, high = 100.0, 3000.0
    assert _big(low)[0] is None
    for _ in range(12):
        middle = (low + high) / 2
        low, high = (low, middle) if _big(middle)[0] else (middle, high)
    card, greatest = _big(high)
    text = said(" ".join((card.text, card.detail, card.limit)), "metric")
    (listed,) = {float(n.replace(" ", "")) for n in re.findall(r"([\d ]*\d) L/h", text)}
    # The greatest of its passes counts, not the flow it is planned by.
    assert greatest == pytest.approx(listed, abs=1.0)


def test_hands_change_at_five_millimetres_unless_a_school_is_chosen():
    """Leftward to 5 mm and rightward above it, as welding books have it."""
    assert [direction_of("auto", t) for t in (1.0, 4.99, 5.0, 12.0)] == [
        "forehand", "forehand", "backhand", "backhand",
    ]  # fmt: skip
    assert direction_of("forehand", 20.0) == "forehand"
    assert direction_of("backhand", 1.0) == "backhand"


def test_warmth_where_a_ring_closes_is_told_as_far_below_as_above():
    job = with_changes(
        SeamJob(name="Ring"),
        {"joint": "pipe-butt", "thickness_mm": 3.6, "outside_diameter_mm": 60.3},
    )
    figures = {f.id: f for s in compose_plan(job, ShopSchools()).stations for f in s.figures}
    result = figures["closing_c"]
    start = job.start_c
    below = (result.value - start) / (result.low - start)
    above = (result.high - start) / (result.value - start)
    assert below == pytest.approx(above, rel=0.05)
    assert below > 1.2


def test_nobody_stands_at_a_card_that_is_not_there():
    plan = PLANS["carbon-steel"]
    cards = bench_state(plan, at(BRIT, ""), NOON).cards
    assert not may_stand_at(cards, frozenset(), "no-such-card")
    with pytest.raises(Refused):
        PreheatGiven(alloy="4130", composition={"C": 0.3}, thickness_mm=3.0).metal()


@given(st.floats(1, 3000), st.floats(0.01, 2))
def test_the_moment_it_is_cool_lies_on_the_line_between_two_looks(moment_s, per_s):
    """What cools in a straight line is cool exactly when that line says, wherever it is looked."""
    steps = np.concatenate([[0.0], np.geomspace(1.0, 3600.0, 40)])
    found = _first_below(steps, lambda at: 50 + per_s * (moment_s - at), 50.0)
    assert found == pytest.approx(moment_s)


def test_waits_are_the_same_read_from_the_other_end():
    """Heat turns back at either end of a seam alike."""
    heat = TackHeat.of(PieceGiven(family="carbon-steel", thickness_mm=1.2).matched_case(), 5.0)
    seam, places = 400.0, [396.0, 380.0, 388.0, 4.0, 20.0, 12.0]
    limit = heat.case.start_c + 40
    ways = [waits_s(heat, ats, seam, limit, closed=False)
            for ats in (places, [seam - at for at in places])]  # fmt: skip
    assert max(ways[0]) > 1
    assert ways[0] == pytest.approx(ways[1])


@pytest.mark.parametrize(("torch", "hose"), [(None, 0.1), (0.2, None), (None, None)])
def test_a_pressure_of_which_a_part_is_not_known_is_not_told(torch, hose):
    line = GasLine("acetylene", 100.0, None, torch, hose, 0.04, 5.0, ())
    assert line.set_bar is None
    whole = GasLine("acetylene", 100.0, None, 0.2, 0.1, 0.04, 5.0, ())
    assert whole.set_bar == pytest.approx(0.34)


def test_a_long_member_has_room_for_as_many_spots_as_a_halving_gives():
    """Each halving doubles the places, and none comes nearer than two spots."""
    places = Ground(30_000.0, 38.0, (), ()).in_order()
    assert len(places) == 2**FINEST - 1
    apart = np.diff(sorted(places))
    assert apart.min() >= 2 * 38.0
    assert apart.max() < 1.01 * 30_000 / 2**FINEST + 1e-6


@pytest.mark.parametrize("spot_mm", [10.0, 20.0])
def test_a_spot_on_a_leg_stands_half_its_width_inside_the_toe(spot_mm):
    section = Section(kind="angle", depth_mm=80.0, width_mm=60.0, wall_mm=6.0)
    toe = section_arm(section)
    zone = hot_zone(HeatSpot(section, "top", spot_mm))
    assert zone.arm_mm == pytest.approx(toe - spot_mm / 2)


def section_arm(section):
    """Return how far the toe of an angle's leg lies over the neutral axis, mm, from its areas."""
    wall, depth, width = section.wall_mm, section.depth_mm, section.width_mm
    areas = [(width * wall, wall / 2), ((depth - wall) * wall, wall + (depth - wall) / 2)]
    middle = sum(a * y for a, y in areas) / sum(a for a, _ in areas)
    return depth - middle
