"""What setting a flame is worth: parts that follow what was done, and nothing else."""

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.practice.flame.flows import FlameTorch
from pellak.core.practice.flame.targets import (
    FLAME_TARGETS,
    HELD_S,
    JET_POINTS,
    PAR_S,
    RATIO_POINTS,
    STEADY_POINTS,
    TIME_POINTS,
    Setting,
    flame_targets,
    followed,
    off_jet,
    off_ratio,
    score,
    usual_torch,
)
from pellak.core.practice.flame.trainer import FlameState

DT = 1 / 60
NEUTRAL = flame_targets()["neutral"]
targets = st.sampled_from(FLAME_TARGETS)


def burning(target, ratio, jet_m_per_s, t_s=0.0, **given):
    """Return a lit flame of a ratio and a jet speed; the acetylene's own where it burns alone."""
    torch = usual_torch(target)
    fuel = jet_m_per_s if target.fuel_only else jet_m_per_s / (1 + ratio)
    return FlameState(
        torch, t_s=t_s, lit=True, acetylene=fuel * torch.area_m2,
        oxygen=ratio * fuel * torch.area_m2, **given,
    )  # fmt: skip


def held(setting, target, ratio, jet, seconds, from_s=0.0):
    """Let a flame stand for a while."""
    for n in range(round(seconds / DT)):
        setting = followed(setting, burning(target, ratio, jet, from_s + n * DT))
    return setting


def middle(target):
    return (
        (target.ratio_low + target.ratio_high) / 2,
        (target.jet_low_m_per_s + target.jet_high_m_per_s) / 2,
    )


@given(targets)
def test_the_flame_wanted_held_long_enough_has_every_point(target):
    ratio, jet = middle(target)
    setting = held(Setting(target), target, ratio, jet, HELD_S + 0.2)
    result = score(setting, burning(target, ratio, jet))
    assert result.points == pytest.approx(100)
    assert result.set_after_s == pytest.approx(HELD_S, abs=0.1)
    assert [part.most for part in result.parts] == [
        RATIO_POINTS, JET_POINTS, TIME_POINTS, STEADY_POINTS,
    ]  # fmt: skip


@given(targets, st.floats(0, 1.5), st.floats(5, 400), st.integers(0, 20), st.integers(0, 9))
def test_points_lie_between_nothing_and_all_whatever_was_done(target, ratio, jet, pops, lost):
    setting = replace(Setting(target), pops=pops, lost=lost, crossings=pops, set_after_s=jet)
    result = score(setting, burning(target, ratio, jet))
    assert 0 <= result.points <= 100
    assert result.points == pytest.approx(max(0, sum(part.points for part in result.parts)))
    assert all(part.points <= part.most for part in result.parts if part.most)


@given(targets, st.floats(0, 0.4), st.floats(0, 0.4))
def test_farther_off_is_never_worth_more(target, near, far):
    near, far = sorted((near, far))
    for way in (-1, 1):
        ratio, jet = middle(target)
        edge = target.ratio_high if way > 0 else target.ratio_low
        ratios = [max(0.0, edge + way * off) for off in (near, far)]
        points = [score(Setting(target), burning(target, r, jet)).points for r in ratios]
        assert points[0] >= points[1] - 1e-9
        edge = target.jet_high_m_per_s if way > 0 else target.jet_low_m_per_s
        jets = [edge * (1 + way * off) for off in (near, far)]
        points = [score(Setting(target), burning(target, ratio, j)).points for j in jets]
        assert points[0] >= points[1] - 1e-9


@given(targets, st.floats(0, 1))
def test_inside_its_band_nothing_is_off(target, share):
    low, high = target.ratio_low, target.ratio_high
    assert off_ratio(target, low + share * (high - low)) <= 1e-12
    low, high = target.jet_low_m_per_s, target.jet_high_m_per_s
    assert off_jet(target, low + share * (high - low)) <= 1e-12


def test_it_has_to_stand_and_a_slip_begins_anew():
    almost = held(Setting(NEUTRAL), NEUTRAL, 1.04, 130, HELD_S - 0.2)
    assert almost.set_after_s is None
    slipped = held(almost, NEUTRAL, 1.3, 130, 0.1, HELD_S)
    assert slipped.near_since_s is None
    again = held(slipped, NEUTRAL, 1.04, 130, HELD_S - 0.2, HELD_S + 0.2)
    assert again.set_after_s is None
    stood = held(again, NEUTRAL, 1.04, 130, 0.5, 2 * HELD_S)
    assert stood.set_after_s is not None
    out = followed(stood, replace(burning(NEUTRAL, 1.04, 130), lit=False))
    assert out.near_since_s is None


def test_once_set_its_time_stays():
    first = held(Setting(NEUTRAL), NEUTRAL, 1.04, 130, HELD_S + 0.1)
    wandered = held(first, NEUTRAL, 0.8, 130, 5, 5)
    back = held(wandered, NEUTRAL, 1.04, 130, HELD_S + 0.1, 20)
    assert back.set_after_s == first.set_after_s


@pytest.mark.parametrize(
    ("seconds", "share"), [(PAR_S, 1.0), (2 * PAR_S, 0.5), (3 * PAR_S, 0.0), (None, 0.0)]
)
def test_time_counts_from_the_spark(seconds, share):
    result = score(replace(Setting(NEUTRAL), set_after_s=seconds), burning(NEUTRAL, 1.04, 130))
    assert result.parts[2].points == pytest.approx(share * TIME_POINTS)


@pytest.mark.parametrize(
    ("crossings", "share"), [(0, 1), (1, 1), (2, 0.75), (3, 0.5), (5, 0), (50, 0)]
)
def test_the_first_time_past_it_is_free(crossings, share):
    result = score(replace(Setting(NEUTRAL), crossings=crossings), burning(NEUTRAL, 1.04, 130))
    assert result.parts[3].points == pytest.approx(share * STEADY_POINTS)


def test_going_past_it_is_counted_and_a_tremble_is_not():
    setting = Setting(NEUTRAL)
    for ratio in (0.8, 0.95, 1.03, 1.05, 1.02, 1.06):
        setting = followed(setting, burning(NEUTRAL, ratio, 130))
    assert setting.crossings == 0
    for ratio, crossings in ((1.2, 1), (1.04, 1), (0.9, 2), (0.95, 2), (1.3, 3)):
        setting = followed(setting, burning(NEUTRAL, ratio, 130))
        assert setting.crossings == crossings
    fuel = flame_targets()["smoke-gone"]
    setting = Setting(fuel)
    for jet, crossings in ((30, 0), (70, 0), (95, 1), (72, 1), (40, 2)):
        setting = followed(setting, burning(fuel, 0.0, jet))
        assert setting.crossings == crossings


def test_pops_and_lost_flames_cost_and_are_told():
    setting = followed(Setting(NEUTRAL), burning(NEUTRAL, 1.04, 130, happened=("pop",)))
    setting = followed(setting, burning(NEUTRAL, 1.04, 130, happened=("bang", "lit")))
    gone = replace(burning(NEUTRAL, 1.04, 130, happened=("left-tip",)), lit=False)
    setting = followed(setting, gone)
    setting = followed(setting, replace(gone, happened=("flash-back",)))
    assert (setting.pops, setting.lost) == (3, 2)
    result = score(setting, burning(NEUTRAL, 1.04, 130))
    assert result.parts[-1].points == -(3 * 6 + 2 * 4)
    assert "3 pops" in result.parts[-1].why


def test_no_flame_at_the_end_is_worth_nothing_and_says_so():
    dark = FlameState(FlameTorch(0.89))
    assert score(Setting(NEUTRAL), dark).points == 0
    assert "no flame" in score(Setting(NEUTRAL), dark).parts[0].why
    stopped = replace(burning(NEUTRAL, 1.04, 130), stopped=True)
    assert "limit" in score(Setting(NEUTRAL), stopped).parts[0].why
    assert score(Setting(NEUTRAL), stopped).ratio is None
