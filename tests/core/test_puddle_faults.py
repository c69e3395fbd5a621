"""What goes wrong at the puddle is named from the moment it began, and what goes well is not."""

from dataclasses import replace

import pytest

from pellak.core.practice.puddle.plan_hand import moved, set_out
from pellak.core.practice.puddle.score import FAULT_WORDS, puddle_score
from pellak.core.practice.puddle.tasks import exercise_for, puddle_tasks
from pellak.core.practice.puddle.torch import HIGHEST_MM, Held
from pellak.core.practice.puddle.trainer import PuddleHands, begun, step
from pellak.core.practice.puddle.trial import FAULTY, Sample, Trial, followed, too_high
from pellak.core.practice.puddle.words import said, way_on

DT = 1 / 30
EXERCISE = exercise_for(puddle_tasks()["run-steel-12"])


def played(worse, seconds=16.0, exercise=EXERCISE):
    """Let the plan's hand go, made worse step by step; return the score and the last state."""
    state, trial, hand = begun(exercise.work, 2), Trial(exercise), set_out(exercise)
    while state.t_s < seconds and not hand.done:
        hand, hands = moved(hand, state, DT)
        state = step(state, worse(hands, state), DT)
        trial = followed(trial, state)
    return puddle_score(trial, state), state


def held(hands, **changes):
    return replace(hands, held=replace(hands.held, **changes))


def unbrushed(hands, state):
    return replace(hands, brush=False)


def off_line(hands, state):
    return held(hands, y_mm=2.4 if state.t_s > 8 else 0.0)


def high(hands, state):
    return held(hands, height_mm=9.0 if 9 < state.t_s < 11 else hands.held.height_mm)


def low(hands, state):
    return held(hands, height_mm=0.4 if state.t_s > 9 else hands.held.height_mm)


def snatched(hands, state):
    return held(hands, height_mm=HIGHEST_MM if state.t_s > 10 else hands.held.height_mm)


def standing(hands, state):
    return held(hands, x_mm=min(hands.held.x_mm, 8.0))


def one_sided(side):
    def worse(hands, state):
        x_mm = 12.0 + 2.4 * max(0.0, state.t_s - 4.5)
        return held(hands, x_mm=x_mm, y_mm=side * 3.0)

    return worse


@pytest.mark.parametrize(
    ("worse", "fault", "between"),
    [
        (off_line, "off-line", (7.9, 8.7)), (high, "too-high", (8.9, 9.4)),
        (low, "cone-in", (8.9, 11.0)), (snatched, "snatched", (10.0, 10.6)),
        (standing, "stood", (5.0, 12.0)), (one_sided(-1), "right-cold", (4.0, 14.0)),
        (one_sided(1), "left-cold", (4.0, 14.0)),
    ],
    ids=lambda one: one if isinstance(one, str) else "",
)  # fmt: skip
def test_a_fault_is_named_from_when_it_began(worse, fault, between):
    worth, _ = played(worse)
    named = {one.fault: one for one in worth.faults}
    label, remedy = FAULT_WORDS[fault]
    assert label in named
    assert between[0] <= named[label].began_s <= between[1]
    assert named[label].remedy == remedy


def test_tacks_that_were_not_brushed_are_named_where_they_are_crossed():
    worth, _ = played(unbrushed, seconds=24.0)
    named = {one.fault for one in worth.faults}
    brushed, _ = played(lambda hands, state: hands, seconds=24.0)
    assert brushed.faults == []
    # Only what the pool did not break counts: near its middle it breaks it all.
    assert named <= {"Tacks not brushed"}


def test_faults_come_in_the_order_they_began_and_each_has_words():
    worth, _ = played(lambda hands, state: low(off_line(hands, state), state))
    began = [one.began_s for one in worth.faults]
    assert began == sorted(began)
    assert len(began) >= 2
    assert set(FAULTY) <= set(FAULT_WORDS)
    assert all(remedy.endswith(".") for _, remedy in FAULT_WORDS.values())


def sample(t_s, height_mm, pool_mm):
    return Sample(t_s, 0.0, 0.0, height_mm, pool_mm)


@pytest.mark.parametrize(
    ("given", "high_at"),
    [
        ([(0, 3, 5), (1, 9, 5), (2, 3, 5)], [1]),
        ([(0, 3, 5), (1, 9, 4), (2, 15, 2), (3, 30, 0)], []),
        ([(0, 9, 5), (1, 9, 5)], []),
        ([(0, 3, 5), (1, 9, 4), (2, 20, 0), (3, 8, 3), (4, 4, 4)], [3]),
        ([], []),
    ],
)
def test_lifting_until_it_is_frozen_is_no_fault(given, high_at):
    samples = tuple(sample(*one) for one in given)
    assert [one.t_s for one in too_high(samples)] == high_at


def test_a_look_in_the_mirror_costs_and_is_said():
    state, trial = begun(EXERCISE.work, 1), Trial(EXERCISE)
    for _ in range(200):
        state = step(state, PuddleHands(Held(20.0, 0.0, 3.0, 20.0), brush=True), DT)
        trial = followed(trial, state)
    plain, mirrored = (puddle_score(trial, state, mirror=look) for look in (False, True))
    assert [*plain.parts, mirrored.parts[-1]] == mirrored.parts
    assert (mirrored.parts[-1].label, mirrored.parts[-1].points) == ("The mirror", -10)
    assert mirrored.points <= max(0.0, plain.points - 10) + 1e-9
    assert sum(part.most for part in plain.parts) == 100


def test_what_is_said_follows_the_sheet():
    state = begun(EXERCISE.work, 1)
    assert said(EXERCISE, state) == "The torch is off the work."
    assert "Brush the tacks" in way_on(EXERCISE, state)
    hints, seen = set(), set()
    while state.t_s < 14:
        state = step(state, PuddleHands(Held(20.0, 0.0, 3.0, 10.0), brush=True), DT)
        hints.add(way_on(EXERCISE, state))
        seen.add(said(EXERCISE, state).split(".")[0])
    assert "Stand until it runs." in hints
    assert "Too wide: move on, or lift." in hints
    assert "Nothing is liquid yet" in seen
    assert "The pool sinks and goes bright" in seen
    assert "There is a hole" in seen
    cold = step(begun(EXERCISE.work, 1), PuddleHands(Held(20.0, 0.0, 12.0, 10.0), brush=True), DT)
    assert "three millimetres" in way_on(EXERCISE, cold)


@pytest.mark.parametrize(("side", "cold"), [(-1, "right"), (1, "left")])
def test_a_cold_side_is_told_by_its_name(side, cold):
    state = begun(EXERCISE.work, 1)
    hints = set()
    while state.t_s < 6:
        there = Held(20.0, side * 3.0, 3.0, 10.0)
        state = step(state, PuddleHands(there, brush=True), DT)
        hints.add(way_on(EXERCISE, state))
    assert f"The {cold} edge is cold: lean over to it." in hints
