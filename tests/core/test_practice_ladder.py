"""What comes today: what went wrong at once, what went well later and later; flames to read."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.practice.flame.quiz import (
    LEAST_RATIO,
    MOST_RATIO,
    QUESTIONS,
    flame_read,
    flame_shown,
)
from pellak.core.practice.ladder import (
    LADDER,
    LONGEST_PAUSE_DAYS,
    MOST_TODAY,
    PASSED_AT,
    ExerciseTried,
    due_day,
    standings,
)
from pellak.core.reading.measures import said

FIRST = LADDER[0].id
tries = st.lists(
    st.builds(
        ExerciseTried,
        rung=st.sampled_from([rung.id for rung in LADDER]),
        day=st.integers(0, 300),
        points=st.floats(0, 100),
    ),
    max_size=40,
).map(lambda tries: sorted(tries, key=lambda one: one.day))


def tried(*points_by_day, rung=FIRST):
    return [ExerciseTried(rung=rung, day=day, points=points) for day, points in points_by_day]


@pytest.mark.parametrize(
    ("history", "due"),
    [
        ([], None),
        ([(3, 79.9)], 3),
        ([(3, 80)], 4),
        ([(3, 90), (4, 90)], 6),
        ([(3, 90), (4, 90), (6, 95)], 10),
        ([(3, 90), (3, 90), (3, 90)], 4),
        ([(3, 90), (4, 90), (6, 40)], 6),
        ([(3, 90), (4, 90), (6, 40), (6, 85)], 7),
    ],
)
def test_what_goes_well_comes_later_each_time_and_what_does_not_comes_today(history, due):
    assert due_day(tried(*history)) == due


def test_no_pause_is_longer_than_two_months():
    day, history = 0, []
    for _ in range(12):
        history.append((day, 100))
        day = due_day(tried(*history))
    assert day - history[-1][0] == LONGEST_PAUSE_DAYS


def test_whoever_begins_begins_at_the_foot_of_the_ladder():
    result = standings([], 100)
    assert [one.rung.id for one in result if one.today] == [FIRST]
    assert [one.rung for one in result] == list(LADDER)


@given(tries, st.integers(0, 400))
def test_today_is_short_and_holds_what_is_due_the_weakest_first(history, today):
    result = standings(history, today)
    chosen = [one for one in result if one.today]
    assert len(chosen) <= MOST_TODAY
    due = [one for one in result if one.due_day is not None and one.due_day <= today]
    fresh = [one for one in result if one.tries == 0]
    assert {one.rung.id for one in chosen} <= {one.rung.id for one in (*due, *fresh)}
    assert all(one.why for one in chosen)
    assert all(not one.why for one in result if not one.today)
    if fresh:
        # Something new is always among them, and it is the lowest step not tried.
        assert [one for one in chosen if one.tries == 0] == [fresh[0].model_copy(
            update={"today": True, "why": "the next step of the ladder"}
        )]  # fmt: skip
    left_out = [one.last for one in due if not one.today]
    taken = [one.last for one in chosen if one.tries]
    if left_out and taken:
        assert max(taken) <= min(left_out)


@given(tries)
def test_a_standing_is_the_best_and_the_last_of_its_tries(history):
    for one in standings(history, 400):
        points = [t.points for t in history if t.rung == one.rung.id]
        assert one.tries == len(points)
        if points:
            assert (one.best, one.last) == (max(points), points[-1])
            assert one.passed == (max(points) >= PASSED_AT)


@given(st.integers(0, 2**31), st.integers(1, QUESTIONS), st.floats(0.7, 1.5))
def test_a_flame_is_read_by_what_is_seen_of_it(seed, number, answer):
    shown, read = flame_shown(seed, number), flame_read(seed, number, answer)
    assert shown == flame_shown(seed, number)
    assert LEAST_RATIO <= read.ratio <= MOST_RATIO
    # A feather shows as soon as acetylene is over, however little.
    assert (shown.feather_mm > shown.cone_mm) == (read.ratio < 1)
    assert ("feather" in shown.words) or "no feather" in shown.words
    # Nothing but lengths and colour is told; a bore may look like a ratio and is none.
    assert f"{read.ratio:.2f}" not in said(shown.words, "metric").replace(
        f"{shown.orifice_mm:g} mm", ""
    )
    assert 0 <= read.points <= 100
    right = flame_read(seed, number, read.ratio)
    assert right.points == pytest.approx(100)
    assert read.points <= right.points
    nearer = flame_read(seed, number, (answer + read.ratio) / 2)
    assert nearer.points >= read.points - 1e-9 or nearer.kind != read.kind


def test_a_set_holds_flames_of_every_kind():
    for seed in range(5):
        kinds = {flame_read(seed, number, 1.0).kind for number in range(1, 31)}
        assert kinds == {"carburising", "neutral", "oxidising"}
