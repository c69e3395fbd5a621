"""One seam under one hand, as a page meets it: frames, words, an end that shows the back."""

import struct

import pytest

from pellak.core.answer.errors import Refused
from pellak.core.practice.puddle.score import MIRROR_COSTS
from pellak.core.practice.puddle.tasks import exercise_for, puddle_tasks
from pellak.core.practice.puddle.torch import Held
from pellak.core.practice.puddle.trainer import PuddleHands
from pellak.core.practice.puddle.wire import (
    BACK_SHOWN,
    PUDDLE_NUMBERS,
    puddle_hands_message,
)
from pellak.shop.puddle_session import PuddleSession

DOWN = PuddleHands(Held(20.0, 0.0, 3.0, 20.0), brush=True)


@pytest.fixture(scope="module")
def exercise():
    return exercise_for(puddle_tasks()["run-steel-12"])


def read(frame):
    flags, number = struct.unpack_from("<BI", frame, 3)
    return (
        flags,
        number,
        dict(zip(PUDDLE_NUMBERS, struct.unpack_from("<18f", frame, 12), strict=True)),
    )


def advanced(session, frames, hands=DOWN, **given):
    session.take(puddle_hands_message(hands, **given))
    return read([session.advance() for _ in range(frames)][-1])


def test_it_begins_off_the_work_with_nothing_liquid(exercise):
    flags, number, result = read(PuddleSession(exercise, 1).advance())
    assert (number, result["pool_mm"], result["over"]) == (2, 0, 0)
    assert result["height_mm"] == 100
    assert not flags & BACK_SHOWN


def test_its_hello_tells_the_page_what_no_page_should_know_by_itself(exercise):
    hello = PuddleSession(exercise, 1).hello().hello
    assert (hello.working_mm, hello.lean_deg, hello.off_mm) == (3, 20, 100)
    assert hello.mirror_costs == MIRROR_COSTS
    assert 0 < hello.width_within < 0.5
    assert hello.pool_mm == pytest.approx(exercise.planned.pool_mm)
    assert hello.columns * hello.cell_mm == pytest.approx(hello.seam_mm)
    assert len(hello.numbers) == 18


def test_a_brush_and_a_dab_are_done_once_however_messages_fall(exercise):
    gap = exercise_for(puddle_tasks()["gap-steel-16"])
    session = PuddleSession(gap, 1)
    session.take(puddle_hands_message(PuddleHands(Held(20, 0, 60, 0), True, (60.0, 0.0))))
    session.take(puddle_hands_message(PuddleHands(Held(20, 0, 60, 0), False, (60.0, 0.0))))
    assert read(session.advance())[2]["stuck"] == 1
    assert read(session.advance())[2]["stuck"] == 1


def test_roots_are_told_with_the_back_only(exercise):
    session = PuddleSession(exercise, 1)
    _, _, hidden = advanced(session, 200)
    assert (hidden["pool_mm"] > 4, hidden["rooted"]) == (True, 0)
    flags, _, seen = advanced(session, 1, mirror=True)
    assert flags & BACK_SHOWN
    assert seen["rooted"] > 0
    worth, _ = session.close()
    assert [part.label for part in worth.parts if part.points == -MIRROR_COSTS] == ["The mirror"]


def test_a_mirror_before_the_flame_costs_nothing(exercise):
    session = PuddleSession(exercise, 1)
    advanced(session, 2, PuddleHands(Held(20.0, 0.0, 100.0, 20.0)), mirror=True)
    advanced(session, 40)
    worth, _ = session.close()
    assert all(part.label != "The mirror" for part in worth.parts)


def test_an_end_turns_the_back_up_and_is_said(exercise):
    session = PuddleSession(exercise, 1)
    advanced(session, 30)
    assert not session.ended
    session.take(puddle_hands_message(DOWN, end=True))
    assert session.ended
    flags, _, result = read(session.last_frame())
    assert flags & BACK_SHOWN
    assert result["over"] == 1
    worth, said = session.close()
    assert said.score == worth
    assert session.kept_as == "run-steel-12"


def test_what_befell_is_told_once(exercise):
    session = PuddleSession(exercise, 3)
    advanced(session, 330, PuddleHands(Held(20.0, 0.0, 3.0, 0.0), brush=True))
    first, second = session.say().words, session.say().words
    assert any("burnt through" in line for line in first.happened)
    assert second.happened == []


def test_the_plans_hand_ends_by_itself_and_is_kept_for_nobody():
    session = PuddleSession(exercise_for(puddle_tasks()["tacks-steel"]), 1, watching=True)
    frames = 0
    while not session.ended:
        session.take(puddle_hands_message(PuddleHands(Held(70.0, 9.0, -2.0, 60.0))))
        frame = session.advance()
        frames += 1
        assert frames < 1200
    assert session.kept_as is None
    assert read(frame)[2]["over"] == 1
    assert session.close()[0].points >= 90


@pytest.mark.parametrize("message", [b"", b"x" * 24, b"x" * 300])
def test_anything_else_than_a_hand_is_refused(exercise, message):
    with pytest.raises(Refused, match="hands"):
        PuddleSession(exercise, 1).take(message)
