"""Tacks: what every school promises, waits by the plate model, adapting to what is measured."""

import math
from dataclasses import replace
from itertools import pairwise

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.heat.case import HeatCase, HeatCases
from pellak.core.heat.plate import HeatingHistory
from pellak.core.seam.playback import play_tacks
from pellak.core.seam.tack_heat import WAITING_LOSS_W_PER_M2_K, TackHeat, field_c, waits_s
from pellak.core.seam.tack_order import filled_in, pitch_mm, tack_order
from pellak.core.seam.tacks import reckon_tacks
from pellak.core.seam.tacks_given import TacksGiven
from pellak.core.tables import heat_families

LINES = ("halving", "march", "centre-out")
STEEL = HeatCase(heat_families()["carbon-steel"], 1.2, 120.0, 20.0, 2)
lengths = st.floats(20, 3000)
pitches = st.floats(12, 75)


def apart(one, other, around=None):
    gap = abs(one - other)
    return gap if around is None else min(gap, around - gap)


@pytest.mark.parametrize(
    ("thickness", "family", "pitch"),
    [(0.4, "carbon-steel", 12), (0.8, "carbon-steel", 20), (1.2, "carbon-steel", 30),
     (3.2, "carbon-steel", 75), (1.2, "stainless", 24), (1.6, "aluminium", 32),
     (2.24, "lead", 56), (6.0, "chromoly", 75), (0.3, "aluminium", 9.6)],
)  # fmt: skip
def test_the_pitch_is_the_trades(thickness, family, pitch):
    assert pitch_mm(thickness, family) == pytest.approx(pitch)


@given(lengths, pitches, st.sampled_from(LINES), st.lists(st.floats(0.02, 0.98), max_size=4))
def test_a_seam_is_held_everywhere(length, pitch, school, turns):
    corners = sorted({share * length for share in turns})
    spots = tack_order(length, pitch, school, corners)
    places = [s.at_mm for s in spots]
    assert 0.0 in places, "ends held"
    assert length in places
    for corner in corners:
        assert corner in places, "corners held"
    assert len(places) == len(set(places)), "each place once"
    held = sorted(places)
    coupon = not corners and length <= 3 * pitch
    assert len(places) == 2 if coupon else True
    widest = 3 * pitch if coupon else pitch
    assert max(b - a for a, b in pairwise(held)) <= widest * (1 + 1e-6)


@given(st.floats(60, 3000), pitches)
def test_halving_and_marching_keep_two_spaces_between_tacks(length, pitch):
    for school in ("halving", "march"):
        spots = tack_order(length, pitch, school)
        # Of five the middle has a quarter beside it, whichever comes next.
        if len(spots) < 9:
            continue
        space = length / (len(spots) - 1)
        for one, other in pairwise(spots):
            assert apart(one.at_mm, other.at_mm) >= 2 * space * (1 - 1e-9)


@given(lengths, pitches)
def test_halving_goes_ends_middle_quarters(length, pitch):
    spots = tack_order(length, pitch, "halving")
    assert [s.at_mm for s in spots[:2]] == [0.0, length]
    space = length / (len(spots) - 1)
    middle = [s.at_mm for s in spots if s.round == 2]
    quarters = sorted(s.at_mm for s in spots if s.round == 3)
    for places, shares in ((middle, (0.5,)), (quarters, (0.25, 0.75))):
        for place, share in zip(places, shares, strict=False):
            assert abs(place - share * length) <= space * (1 + 1e-9) or len(places) < len(shares)
    if len(spots) > 2:
        assert space >= 0.75 * pitch * (1 - 1e-9), "never closer than the pitch's own range"
    assert [s.round for s in spots] == sorted(s.round for s in spots)


@given(lengths, pitches)
def test_a_march_goes_one_way_at_a_constant_stride_and_then_the_spaces(length, pitch):
    spots = tack_order(length, pitch, "march")
    for number in {s.round for s in spots}:
        places = [s.at_mm for s in spots if s.round == number]
        assert places == sorted(places)
    rounds = {s.round for s in spots}
    assert rounds == set(range(1, len(rounds) + 1))
    first = [s.at_mm for s in spots if s.round == 1]
    strides = [b - a for a, b in pairwise(first)]
    if len(spots) > 2:
        assert max(strides) <= 2 * pitch * (1 + 1e-6)
        assert len({round(stride, 6) for stride in strides[:-1]}) <= 1
        assert strides[-1] <= strides[0] * (1 + 1e-9), "only the last may be shorter"
        assert length / (len(spots) - 1) > 0.65 * pitch


def test_nine_inches_of_sheet_are_halved_in_the_pitchs_own_band():
    # 152 mm of 1.2 mm: doubling went to 19 mm where 30 was wanted.
    spots = tack_order(152, 30, "halving")
    assert [s.at_mm for s in spots[:3]] == [0, 152, 76]
    assert len(spots) == 7


def test_a_coupon_is_held_by_its_ends():
    assert [s.at_mm for s in tack_order(90, 30, "halving")] == [0, 90]
    assert len(tack_order(91, 30, "march")) == 5


@given(lengths, pitches)
def test_centre_out_only_ever_goes_outward(length, pitch):
    spots = tack_order(length, pitch, "centre-out")
    out = [abs(s.at_mm - length / 2) for s in spots]
    assert all(b >= a - 1e-5 for a, b in pairwise(out))


@given(lengths, pitches)
def test_a_ring_is_tacked_in_balanced_pairs(length, pitch):
    spots = tack_order(length, pitch, "opposite")
    count = len(spots)
    assert count >= 4
    assert count % 2 == 0
    places = [s.at_mm for s in spots]
    assert len(set(places)) == count
    for one, other in zip(places[::2], places[1::2], strict=True):
        assert apart(one, other, length) == pytest.approx(length / 2)
    turn = np.exp(2j * math.pi * np.array(places) / length)
    for made in range(2, count + 1, 2):
        assert abs(turn[:made].sum()) < 1e-6
    space = length / count
    assert space <= pitch * (1 + 1e-6)
    for one, other in pairwise(places):
        assert apart(one, other, length) >= space * (1 - 1e-9)


@given(lengths, pitches, st.sampled_from((*LINES, "opposite")))
def test_a_hair_more_length_moves_nothing_but_a_hair(length, pitch, school):
    spots = tack_order(length, pitch, school)
    longer = tack_order(length * (1 + 1e-10), pitch, school)
    if len(longer) == len(spots):
        for one, other in zip(spots, longer, strict=True):
            assert one.at_mm == pytest.approx(other.at_mm, abs=1e-5)
            assert one.round == other.round
    else:
        # Only where a stretch is a whole number of pitches to a part in a thousand million.
        assert abs(length / pitch - round(length / pitch)) < 1e-6


@given(st.floats(100, 2000), st.floats(15, 60), st.integers(2, 8), st.booleans())
def test_what_is_done_stays_and_the_rest_is_closer(length, pitch, done, closed):
    spots = tack_order(length, pitch, "opposite" if closed else "march")
    kept = spots[: min(done, len(spots))]
    more = filled_in(kept, length, 0.6 * pitch, closed=closed)
    places = sorted([s.at_mm for s in kept] + [s.at_mm for s in more])
    assert len({round(at, 5) for at in places}) == len(places)
    ends = [places[0] + length] if closed else []
    assert max(b - a for a, b in pairwise([*places, *ends])) <= 0.6 * pitch * (1 + 1e-6)
    if not closed:
        assert places[0] == 0.0
        assert places[-1] == pytest.approx(length)


@pytest.mark.parametrize("distance_mm", [1.5, 8, 20, 60, 150])
@pytest.mark.parametrize("seconds", [1, 10, 60, 600])
def test_the_table_of_what_is_left_is_the_plate_model(distance_mm, seconds):
    heat = TackHeat.of(STEEL, 5.0)
    cases = replace(HeatCases.of([STEEL]), face_loss_w_per_m2_k=WAITING_LOSS_W_PER_M2_K)
    cases = cases.taken(np.zeros(2, dtype=int))
    moments = np.array([seconds + 5.0, seconds], dtype=float)
    history = HeatingHistory.at(cases, moments, np.zeros(2))
    place = np.full((2, 1), distance_mm / 1000)
    on, off = history.rise_k(place, np.zeros(1), np.zeros(2))[:, 0, 0]
    result = float(heat.after_k(np.array([distance_mm / 1000]), np.array([float(seconds)]))[0])
    assert result == pytest.approx(on - off, rel=0.01, abs=0.1)


@given(st.floats(20, 200), st.floats(30, 200))
@settings(max_examples=25)
def test_a_wait_ends_when_the_place_is_cool(spacing, limit):
    heat = TackHeat.of(STEEL, 5.0)
    places = [0.0, spacing, spacing / 2]
    waits = waits_s(heat, places, 600.0, limit, closed=False)
    moment = 5 + 5 + waits[1] + 5 + 5 + waits[2]
    starts = np.array([0.0, 10 + waits[1]])
    field = field_c(
        heat, np.array(places[:2]), starts, 600.0, np.array([moment]), np.array([spacing / 2]),
        np.zeros(1), closed=False,
    )  # fmt: skip
    assert field[0, 0, 0] <= limit + 0.03 * (limit - 20) + 0.5
    assert waits[0] == 0


@given(st.floats(2, 15), st.floats(1.05, 2), st.floats(5, 60), st.floats(2, 300))
def test_a_flame_held_longer_leaves_more(hold, longer, distance_mm, seconds):
    place, moment = np.array([distance_mm / 1000]), np.array([seconds])
    short, long = (TackHeat.of(STEEL, s).after_k(place, moment)[0] for s in (hold, hold * longer))
    assert long >= short - 0.05


@pytest.mark.parametrize("family", sorted(heat_families()))
@pytest.mark.parametrize("school", [*LINES, "opposite"])
def test_every_metal_and_school_has_an_answer_with_working(family, school):
    answer = reckon_tacks(
        TacksGiven(seam_mm=400.0, thickness_mm=2.0, family=family, school=school, gap_mm=1.0)
    )
    values = answer.values
    assert [t.n for t in values.tacks] == list(range(1, len(values.tacks) + 1))
    assert values.wait_s == max(t.wait_s for t in values.tacks)
    assert values.interval_mm <= values.pitch_mm * (1 + 1e-6)
    assert values.gap_advice.endswith(".")
    starts = [t.starts_s for t in values.tacks]
    assert all(b > a for a, b in pairwise(starts))
    for line in answer.working:
        assert line.low <= line.value <= line.high
        assert line.source


def test_the_worked_shrinkage():
    values = reckon_tacks(
        TacksGiven(
            seam_mm=640.0, thickness_mm=1.2, family="carbon-steel", school="march", gap_mm=1.2
        )
    ).values
    # A pool of 3 t + 1.5 = 5.1 mm through 1.2 mm: 0.2 · 5.1 + 0.05 · 1.2.
    assert values.shrink_mm == pytest.approx(1.08)
    assert values.pitch_mm == 30
    assert len(values.tacks) == 23


BASE = {"seam_mm": 640.0, "thickness_mm": 1.2, "family": "carbon-steel", "school": "march"}


@pytest.mark.parametrize(
    ("measured", "gap", "words"),
    [
        ({"at_mm": 120.0, "rise_mm": 0.9}, 0.0, "level it cold"),
        ({"at_mm": 120.0, "gap_mm": 0.0}, 1.2, "ease the sheet away"),
        ({"at_mm": 120.0, "gap_mm": 4.0}, 1.2, "draw it together"),
    ],
)
def test_what_is_measured_shortens_the_rest(measured, gap, words):
    plain = reckon_tacks(TacksGiven(**BASE, gap_mm=gap)).values
    result = reckon_tacks(TacksGiven(**BASE, gap_mm=gap, done=6, measured=[measured])).values
    assert words in result.adapted
    assert [t.at_mm for t in result.tacks[:6]] == [t.at_mm for t in plain.tacks[:6]]
    assert len(result.tacks) > len(plain.tacks)
    assert result.interval_mm <= 0.6 * plain.pitch_mm * (1 + 1e-6)


def test_a_gap_as_planned_changes_nothing():
    plain = reckon_tacks(TacksGiven(**BASE, gap_mm=1.0))
    same = reckon_tacks(
        TacksGiven(**BASE, gap_mm=1.0, done=6, measured=[{"at_mm": 50.0, "gap_mm": 0.8}])
    )
    assert same.values == plain.values
    assert same.cautions == []


@pytest.mark.parametrize(
    ("changes", "field"),
    [({"seam_mm": 40_000.0}, "seam_mm"), ({"done": 200}, "done")],
)
def test_too_much_is_refused_by_name(changes, field):
    with pytest.raises(Refused) as refused:
        reckon_tacks(TacksGiven(**{**BASE, **changes}))
    assert refused.value.field == field


def test_preheated_work_waits_for_its_own_heat_only():
    values = reckon_tacks(TacksGiven(**{**BASE, "start_c": 250.0})).values
    assert values.limit_c == 290
    assert values.wait_s < 3600


def test_corners_turn_the_path_and_are_held():
    values = reckon_tacks(TacksGiven(**BASE, corners_mm=[200.0, 440.0])).values
    places = {round(t.at_mm): (t.x_mm, t.y_mm) for t in values.tacks}
    assert places[200] == pytest.approx((200, 0))
    assert places[440] == pytest.approx((200, -240))
    assert places[640] == pytest.approx((400, -240))
    walked = sum(math.dist((a.x_mm, a.y_mm), (b.x_mm, b.y_mm)) for a, b in pairwise(values.path))
    assert walked == pytest.approx(640, rel=0.01)


def test_a_ring_closes():
    values = reckon_tacks(
        TacksGiven(seam_mm=150.0, thickness_mm=1.6, family="chromoly", school="opposite")
    ).values
    first, last = values.path[0], values.path[-1]
    assert (first.x_mm, first.y_mm) == pytest.approx((last.x_mm, last.y_mm), abs=1e-6)
    radius = 150 / (2 * math.pi)
    assert all(math.hypot(t.x_mm, t.y_mm) == pytest.approx(radius) for t in values.tacks)


def test_the_order_plays_from_cold_to_molten_and_cools():
    given_, answer = TacksGiven(**BASE), reckon_tacks(TacksGiven(**BASE))
    played = play_tacks(given_, answer.values)
    frames = np.array(played.frames_c)
    assert frames.shape == (len(played.times_s), len(played.rows_mm), len(played.columns_mm))
    assert frames[0].max() <= 21
    assert frames.max() >= 1200
    assert frames[-1].max() < frames.max()
    assert frames.min() >= 19
    assert len(played.colours) * played.colour_step_c > frames.max()
    # Hottest on the seam, colder beside it, at every moment.
    assert (frames.max(axis=2)[:, 0] >= frames.max(axis=2)[:, -1]).all()
