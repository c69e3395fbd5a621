"""The laws of the flame: each goes the way a welder knows it, and none of them jumps."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.practice.flame.burning import (
    QUIETEST_DB,
    cone_burning_m_per_s,
    feather_of,
    hiss_db,
    lifts_at_m_per_s,
    look,
    pops_per_s,
    soot,
)
from pellak.core.practice.flame.flows import FlameTorch, Set, flows, needle
from pellak.core.practice.flame.targets import FLAME_TARGETS, usual_torch
from pellak.core.torch.jet import BACKFIRE_BELOW_M_PER_S, LIFTS_ABOVE_M_PER_S

TORCH = FlameTorch(0.89)
SMALL = 1e-4
ratios, jets, dirts = st.floats(0, 2), st.floats(5, 300), st.floats(0, 1)
NUMBERS = ("cone_mm", "feather_ratio", "inner", "sharp", "soot", "envelope_mm", "lift_mm",
           "hiss_db")  # fmt: skip
STEEPEST = {"cone_mm": 60, "feather_ratio": 20, "inner": 10, "sharp": 60, "soot": 10,
            "envelope_mm": 200, "lift_mm": 100, "hiss_db": 60}  # fmt: skip
"""What a number may change by for a whole unit of oxygen ratio: far above any slope it has."""


def seen(ratio, jet, dirt=0.0, torch=TORCH):
    return look(torch, jet / (1 + ratio), jet, ratio, dirt)


@given(ratios, st.floats(20, 300), dirts)
def test_nothing_that_is_seen_jumps_from_one_ratio_to_the_next(ratio, jet, dirt):
    one, next_to_it = seen(ratio, jet, dirt), seen(ratio + SMALL, jet, dirt)
    for name in NUMBERS:
        moved = abs(getattr(one, name) - getattr(next_to_it, name))
        assert moved <= STEEPEST[name] * SMALL + 1e-9, name
    for name in ("cone", "feather", "envelope"):
        pairs = zip(getattr(one, name), getattr(next_to_it, name), strict=True)
        assert all(abs(a - b) <= 1 for a, b in pairs), name


@given(ratios, jets, dirts)
def test_shares_stay_shares_and_lengths_are_never_less_than_nothing(ratio, jet, dirt):
    result = seen(ratio, jet, dirt)
    assert all(0 <= getattr(result, name) <= 1 for name in ("inner", "sharp", "soot"))
    assert result.cone_mm >= 0
    assert result.lift_mm >= 0
    assert result.envelope_mm > 0
    assert result.feather_ratio >= 1
    assert result.hiss_db >= QUIETEST_DB


@given(st.floats(0.3, 2), st.floats(30, 290))
def test_a_faster_jet_has_a_longer_cone_and_is_louder(ratio, jet):
    slow, fast = seen(ratio, jet), seen(ratio, jet + 5)
    assert fast.cone_mm > slow.cone_mm
    assert fast.hiss_db > slow.hiss_db
    assert fast.lift_mm >= slow.lift_mm


@given(st.floats(0, 0.99), st.floats(0.001, 0.3))
def test_oxygen_draws_the_feather_back_and_clears_the_soot(ratio, more):
    assert feather_of(ratio + more) < feather_of(ratio)
    assert soot(40, ratio + more) <= soot(40, ratio)
    assert seen(ratio + more, 120).inner > seen(ratio, 120).inner or ratio > 0.8


@given(st.floats(1.12, 1.8), st.floats(0.01, 0.2))
def test_too_much_oxygen_shortens_the_cone_dulls_it_and_is_heard(ratio, more):
    less, much = seen(ratio, 130), seen(ratio + more, 130)
    assert much.cone_mm < less.cone_mm
    assert much.sharp < less.sharp
    assert much.hiss_db >= less.hiss_db
    assert much.cone[0] <= less.cone[0]


@given(st.floats(0.41, 2), st.floats(5, 69), st.floats(0.1, 5), dirts)
def test_slower_pops_oftener_and_so_does_a_foul_tip(ratio, jet, slower, dirt):
    assert pops_per_s(jet - min(slower, jet - 1), ratio, dirt) >= pops_per_s(jet, ratio, dirt)
    assert pops_per_s(jet, ratio, dirt) >= pops_per_s(jet, ratio, 0)
    assert pops_per_s(200, ratio, 0) == 0


@given(ratios)
def test_a_flame_lifts_no_sooner_than_acetylene_alone_and_no_later_than_a_neutral_one(ratio):
    assert 100 <= lifts_at_m_per_s(ratio) <= LIFTS_ABOVE_M_PER_S
    assert cone_burning_m_per_s(ratio) > 0


@pytest.mark.parametrize("target", FLAME_TARGETS, ids=lambda one: one.id)
def test_every_target_lies_where_its_flame_is_steady(target):
    """A flame one is asked to set neither pops nor leaves its tip, at both ends of its band."""
    for ratio in (target.ratio_low, target.ratio_high):
        for jet in (target.jet_low_m_per_s, target.jet_high_m_per_s):
            assert pops_per_s(jet, ratio, 0) == 0
            assert jet < lifts_at_m_per_s(ratio)
            assert target.fuel_only or jet > BACKFIRE_BELOW_M_PER_S


@pytest.mark.parametrize("target", FLAME_TARGETS, ids=lambda one: one.id)
def test_every_target_can_be_reached_under_the_strictest_limit(target):
    torch = usual_torch(target)
    reached = False
    for bar in np.linspace(0.1, 0.6, 11):
        for opening in np.linspace(0.3, 1, 29):
            oxygen = 0.0 if target.fuel_only else opening
            result = flows(torch, Set(opening, oxygen, bar, bar))
            both = result.acetylene_m3_per_s + result.oxygen_m3_per_s
            jet = both / torch.area_m2
            reached |= target.jet_low_m_per_s <= jet <= target.jet_high_m_per_s
    assert reached


@given(st.floats(0, 1), st.floats(0, 1))
def test_a_needle_opens_more_the_more_it_is_turned_and_gives_all_wide_open(one, other):
    one, other = sorted((one, other))
    assert needle(one) <= needle(other)
    assert needle(0) == 0
    assert needle(1) == pytest.approx(1)
    assert needle(other) - needle(one) <= 4 * (other - one) + 1e-9


def test_twice_the_bores_are_three_decibels_more():
    one, two = (hiss_db(FlameTorch(1.0, jets=jets), 130, 1.0) for jets in (6, 12))
    assert two - one == pytest.approx(10 * math.log10(2))
    assert hiss_db(TORCH, 130, 1.0) == pytest.approx(0)
    assert hiss_db(TORCH, 0, 1.0) == QUIETEST_DB
