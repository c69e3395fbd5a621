"""Straighten: worked values, the places of spots, limits that refuse, and five hundred members."""

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.heat.case import HeatCase
from pellak.core.member.kink import HeatSpot, hot_zone, lowers_mm, shape_of_kink
from pellak.core.member.limits import limit_c
from pellak.core.member.places import Ground, one_kink, placed_by_bow
from pellak.core.member.psi import PRIOR_MEDIAN, fitted_psi
from pellak.core.member.section import Section
from pellak.core.member.spot_heat import SpotCase, spot_heat
from pellak.core.member.straighten import reckon_straighten
from pellak.core.member.straighten_given import Attached, BowStation, Round, SpotAt, StraightenGiven
from pellak.core.reading.measures import said
from pellak.core.tables import heat_families

TUBE = Section(kind="rect-tube", width_mm=50.8, depth_mm=76.2, wall_mm=6.35)
FLAT_WAY = Section(kind="rect-tube", width_mm=76.2, depth_mm=50.8, wall_mm=6.35)
LENGTH = 7620.0
MEMBER = StraightenGiven(section=TUBE, length_mm=LENGTH, camber_mm=42.3, peak_c=650)
places = st.lists(st.floats(80, LENGTH - 80), max_size=12)


def of(**changes):
    return MEMBER.model_copy(update=changes)


def values(**changes):
    return reckon_straighten(of(**changes)).values


def test_the_worked_tube_bends_and_wants_as_many_spots_as_worked_by_hand():
    result = values()
    assert result.theta_per_spot_rad == pytest.approx(1.853e-3, rel=1e-3)
    assert result.spots_total == 23
    lowered = sum(
        lowers_mm(LENGTH * n / 24, result.theta_per_spot_rad, LENGTH) for n in range(1, 24)
    )
    assert lowered == pytest.approx(42.3, rel=2e-3)
    assert values(section=FLAT_WAY, camber_mm=60.0).spots_total == pytest.approx(26, abs=1)


def test_a_first_round_is_the_middle_and_half_way_to_each_end():
    assert [s.at_mm for s in values().next_round] == [LENGTH / 4, LENGTH / 2, 3 * LENGTH / 4]


@pytest.mark.parametrize("wall", [1.5, 3.0, 6.35])
@pytest.mark.parametrize(
    "kind", ["rect-tube", "round-tube", "flat", "angle", "tee", "i", "channel"]
)
def test_every_section_has_its_zone_and_a_kink(kind, wall):
    section = Section(kind=kind, width_mm=60.0, depth_mm=90.0, wall_mm=wall)
    zone = hot_zone(HeatSpot(section, "top", 24.0))
    assert zone.volume_mm3 > 0
    assert zone.arm_mm > 0
    assert (zone.pattern == "v-and-strip") == (kind in ("i", "channel"))
    assert values(section=section, spot_mm=24.0).theta_per_spot_rad > 0


@given(st.floats(450, 600), st.floats(1, 40), st.floats(12, 40))
def test_hotter_and_wider_bends_more(peak_c, hotter, spot_mm):
    wide = values(peak_c=min(650.0, peak_c + hotter), spot_mm=spot_mm).theta_per_spot_rad
    assert wide >= values(peak_c=peak_c, spot_mm=spot_mm).theta_per_spot_rad
    assert values(spot_mm=spot_mm + 0.5).theta_per_spot_rad > wide or peak_c + hotter < 650


@pytest.mark.parametrize(
    ("changes", "field"),
    [
        ({"steel": "cold-worked"}, "steel"),
        ({"steel": "aluminium"}, "steel"),
        ({"steel": "unknown"}, "steel"),
        ({"steel": "quenched-tempered"}, "temper_c"),
        ({"steel": "quenched-tempered", "temper_c": 600.0, "peak_c": 580.0}, "peak_c"),
        ({"condition": "damaged"}, "condition"),
        ({"condition": "fracture-critical"}, "condition"),
        ({"peak_c": 651.0}, "peak_c"),
        ({"spot_mm": 41.0}, "spot_mm"),
    ],
)
def test_what_flame_is_not_for_is_refused_by_field(changes, field):
    with pytest.raises(Refused) as refused:
        reckon_straighten(of(**changes))
    assert refused.value.field == field


@pytest.mark.parametrize(
    ("steel", "temper_c", "limit"),
    [("carbon", None, 650), ("low-alloy", None, 650), ("quenched-tempered", 700.0, 590),
     ("quenched-tempered", 600.0, 572)],
)  # fmt: skip
def test_limits_are_those_of_the_steel(steel, temper_c, limit):
    assert limit_c(steel, temper_c) == limit


@settings(max_examples=60, deadline=None)
@given(places, places, st.floats(12, 40))
def test_no_spot_falls_on_a_used_one_or_a_bracket(used, brackets, spot_mm):
    ground = Ground(LENGTH, spot_mm, tuple((b, b) for b in brackets), tuple(used))
    found = ground.in_order()
    for n, at in enumerate(found):
        others = [*used, *found[:n]]
        assert all(abs(at - other) >= 2 * spot_mm - 1e-6 for other in others)
        assert all(abs(at - bracket) >= spot_mm - 1e-6 for bracket in brackets)
        assert 2 * spot_mm <= at <= LENGTH - 2 * spot_mm


@pytest.mark.parametrize("seed", range(40))
@pytest.mark.parametrize("share", [0.22, 0.5, 0.71])
def test_stations_find_a_kink_that_is_off_centre(seed, share):
    chance = np.random.default_rng(seed)
    seen = np.linspace(0, LENGTH, 11)[1:-1]
    kink = 30.0 / shape_of_kink(share * LENGTH, share * LENGTH, LENGTH)
    bows = {
        float(at): kink * shape_of_kink(share * LENGTH, float(at), LENGTH) + chance.normal(0, 1)
        for at in seen
    }
    assert abs(one_kink(bows, LENGTH)[0] - share * LENGTH) <= 0.05 * LENGTH
    first = placed_by_bow(Ground(LENGTH, 38.0), kink / 3, bows, 1.0, 99.0, 1)
    assert abs(first[0] - share * LENGTH) <= 0.05 * LENGTH


def test_a_bow_read_at_stations_decides_where_the_round_goes():
    at = 0.25 * LENGTH
    kink = 20 / shape_of_kink(at, at, LENGTH)
    seen = [n * LENGTH / 8 for n in range(1, 8)]
    stations = [BowStation(at_mm=a, bow_mm=kink * shape_of_kink(at, a, LENGTH)) for a in seen]
    result = values(camber_mm=None, stations=stations)
    assert all(abs(s.at_mm - at) < 0.12 * LENGTH for s in result.next_round)
    even = {a: 20 * 4 * (a / LENGTH) * (1 - a / LENGTH) for a in seen}
    spread = placed_by_bow(Ground(LENGTH, 38.0), 1e-9, even, 1.0, 99.0, 3)
    assert spread == pytest.approx([LENGTH / 6, LENGTH / 2, 5 * LENGTH / 6], abs=0.06 * LENGTH)


@given(st.lists(st.floats(0.4, 1.6), min_size=1, max_size=6))
def test_psi_goes_to_what_the_rounds_say_and_narrows(truths):
    moves = [(20.0, 20.0 * truth) for truth in truths]
    result = fitted_psi(moves)
    assert result.low <= result.median <= result.high
    assert result.high / result.low < fitted_psi([]).high / fitted_psi([]).low
    assert min(*truths, PRIOR_MEDIAN) * 0.9 <= result.median <= max(*truths, PRIOR_MEDIAN) * 1.1


def test_a_hot_reading_is_never_fitted():
    spots = values().next_round
    cold = Round(spots=spots, camber_before_mm=42.3, camber_after_mm=35.0)
    hot = Round(spots=[SpotAt(at_mm=1000.0)], camber_before_mm=35.0, camber_after_mm=48.0,
                surface_c=120.0)  # fmt: skip
    result = values(rounds=[cold, hot])
    assert result.psi == values(rounds=[cold]).psi
    assert result.left_mm == 35.0
    assert (result.next_round, result.verdict) == ([], "read-again")
    assert any(
        "120 °C" in said(c.text, "metric")
        for c in reckon_straighten(of(rounds=[cold, hot])).cautions
    )


def test_worse_after_a_cold_round_stops():
    worse = Round(spots=values().next_round, camber_before_mm=42.3, camber_after_mm=47.0)
    answer = reckon_straighten(of(rounds=[worse]))
    assert (answer.values.next_round, answer.values.verdict) == ([], "worse")
    assert any(c.level == "stop" and "find out why" in c.text for c in answer.cautions)


def straightened(seed, tolerance_mm):
    """A member whose psi nobody knows, straightened by rounds; bow, what is left, rounds."""
    chance = np.random.default_rng(seed)
    psi, bow = PRIOR_MEDIAN * chance.uniform(0.6, 1.6), chance.uniform(25, 60)
    left, rounds = bow, []
    last = float(bow + chance.normal(0, 1))
    member = of(camber_mm=last, tolerance_mm=tolerance_mm)
    for _ in range(15):
        result = reckon_straighten(member.model_copy(update={"rounds": rounds})).values
        if not result.next_round:
            break
        unit = result.theta_per_spot_rad / result.psi
        left -= sum(lowers_mm(s.at_mm, psi * unit, LENGTH) for s in result.next_round)
        now = float(left + chance.normal(0, 1))
        rounds = [
            *rounds,
            Round(spots=result.next_round, camber_before_mm=last, camber_after_mm=now),
        ]
        last = now
    return bow, left, len(rounds), result.tolerance_mm


@pytest.mark.parametrize("tolerance_mm", [None, 3.0])
def test_five_hundred_members_end_straight_and_none_goes_past(tolerance_mm):
    ends = [
        straightened(seed, tolerance_mm) for seed in range(500 if tolerance_mm is None else 150)
    ]
    assert np.mean([abs(left) <= tolerance for _, left, _, tolerance in ends]) >= 0.95
    assert all(left >= -0.1 * bow for bow, left, _, _ in ends)
    assert np.median([rounds for _, _, rounds, _ in ends]) <= 6


@settings(max_examples=40, deadline=None)
@given(st.floats(1.5, 12), st.floats(100, 1500), st.floats(15, 45))
def test_a_spot_takes_its_time_and_its_wait(wall_mm, flow, spot_mm):
    def heat(flow_l_per_h):
        case = HeatCase(heat_families()["carbon-steel"], wall_mm, flow_l_per_h, 20.0, 2)
        return spot_heat(SpotCase(case, spot_mm, 600.0, 40 * wall_mm * 4, 320.0))

    small, big = heat(flow), heat(1.5 * flow)
    if small.seconds is None:
        assert small.wait_min is None
        return
    assert big.seconds is not None
    assert big.seconds < small.seconds
    assert 0 < (small.wait_min or 0) <= 240
    assert math.isclose(small.acetylene_l or 0, flow * small.seconds / 3600)


def test_past_straight_is_said_and_nothing_more_is_heated():
    over = Round(spots=values().next_round, camber_before_mm=42.3, camber_after_mm=-9.0)
    answer = reckon_straighten(of(rounds=[over]))
    assert (answer.values.next_round, answer.values.verdict) == ([], "past")
    assert any("9 mm past straight" in said(c.text, "metric") for c in answer.cautions)
    within = Round(spots=values().next_round, camber_before_mm=42.3, camber_after_mm=-2.0)
    result = reckon_straighten(of(rounds=[within]))
    assert result.values.verdict == "straight"
    assert not any("past" in c.text for c in result.cautions)
    kept_cold = [Attached(from_mm=0.0, to_mm=LENGTH)]
    assert values(attached=kept_cold).verdict == "no-room"


def test_the_wait_goes_by_the_flame_told_or_the_rules():
    small, usual = values(acetylene_l_per_h=300.0), values()
    assert small.spot_s > usual.spot_s > 0
    assert 2 < usual.wait_min < 60
    assert values(acetylene_l_per_h=60.0).spot_s is None
