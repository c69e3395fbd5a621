"""Clocks under a controlled clock: restart, sleep, a changed clock, a new boot."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.model.clocks import (
    LEAK_S,
    LEAST_STANDING_S,
    ClockMark,
    Moment,
    clock_state,
    restarted_if_back,
    standing_s,
    started,
)

NOON = Moment(utc_s=1_800_000_000.0, boot="one", boot_s=5000.0)
spans = st.floats(0, 1e6)


def later(seconds, *, clock_moved=0.0, boot=None, boot_s=None):
    return Moment(
        utc_s=NOON.utc_s + seconds + clock_moved,
        boot=NOON.boot if boot is None else boot,
        boot_s=NOON.boot_s + seconds if boot_s is None else boot_s,
    )


def watch(seconds=3600.0):
    return ClockMark(clock="fire-watch", seconds=seconds, started=NOON)


@given(spans, st.floats(-1e8, 1e8))
def test_within_a_boot_no_changed_clock_moves_it(seconds, clock_moved):
    state = clock_state(watch(), later(seconds, clock_moved=clock_moved))
    assert state.elapsed_s == pytest.approx(seconds, abs=1e-3)
    assert not state.doubt


@given(spans)
def test_a_restart_or_a_sleep_goes_on_counting(seconds):
    state = clock_state(watch(), later(seconds))
    assert state.left_s == pytest.approx(max(0, 3600 - seconds), abs=1e-3)
    assert state.over == (seconds >= 3600)


@given(spans)
def test_across_a_boot_the_time_of_day_counts(seconds):
    state = clock_state(watch(), later(seconds, boot="two", boot_s=3.0))
    assert state.elapsed_s == pytest.approx(seconds, abs=1e-3)


@given(st.floats(1, 1e8), st.floats(0, 3599))
def test_a_clock_gone_back_across_a_boot_starts_the_wait_over(back, since):
    gone_back = later(-back, boot="two", boot_s=1.0)
    state = clock_state(watch(), gone_back)
    assert state.doubt
    assert state.left_s == 3600
    again = restarted_if_back([watch()], gone_back)
    after = Moment(utc_s=gone_back.utc_s + since, boot="two", boot_s=1.0 + since)
    assert clock_state(again[0], after).left_s == pytest.approx(3600 - since, abs=1e-3)
    assert restarted_if_back([watch()], later(since)) == [watch()]


@given(spans, spans, st.sampled_from(["one", "two"]))
def test_a_wait_never_gets_shorter_by_looking_twice(first, more, boot):
    one = clock_state(watch(), later(first, boot=boot, boot_s=NOON.boot_s + first))
    two = clock_state(watch(), later(first + more, boot=boot, boot_s=NOON.boot_s + first + more))
    assert two.left_s <= one.left_s + 1e-6
    assert two.elapsed_s >= one.elapsed_s - 1e-6


def test_a_clock_without_an_end_counts_up():
    state = clock_state(ClockMark(clock="preheat", started=NOON), later(90))
    assert (state.elapsed_s, state.left_s, state.over) == (90.0, None, False)


@given(spans)
def test_a_clock_may_have_begun_a_while_ago(ago):
    marks = started([], "stand", 7200.0, NOON, ago)
    assert clock_state(marks[0], NOON).elapsed_s == pytest.approx(ago, abs=1e-3)


@pytest.mark.parametrize("ago", [-1.0, 1e9, float("nan")])
def test_no_clock_begins_tomorrow_or_a_month_ago(ago):
    with pytest.raises(Refused) as refused:
        started([], "stand", 7200.0, NOON, ago)
    assert refused.value.field == "ago_s"


def test_starting_again_replaces():
    marks = started(started([], "leak", 60.0, NOON), "leak", 300.0, later(10))
    assert [m.seconds for m in marks] == [300.0]


@given(st.floats(0, 1e6), st.floats(1, 1e6))
def test_a_cylinder_stands_as_long_as_it_lay_two_hours_at_least_and_a_day_at_most(lain, asked):
    stood = standing_s(lain)
    assert LEAST_STANDING_S <= stood <= 86400
    assert stood == lain or stood in (LEAST_STANDING_S, 86400)
    assert standing_s(lain, asked) == max(LEAST_STANDING_S, asked), "the supplier's figure stands"


def test_the_leak_test_is_five_minutes_after_assembly_and_one_daily():
    assert LEAK_S == {
        "daily": 60, "short": 60, "class": 60, "after-assembly": 300, "cylinder-change": 300,
    }  # fmt: skip
