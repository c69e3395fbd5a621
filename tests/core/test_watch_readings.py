"""What thermometers send: lines read or refused by name, thermometers believed or named."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.watch.by_hand import hand_tells, stated_c
from pellak.core.watch.lines import LONGEST_S, Mark, Reading, read_line
from pellak.core.watch.thermometer import JUMP_C, QUIET_S, SILENT_S, Channel


def moment_of(when):
    return {"2026-11-25T08:00:10": 10.0}[when] if when.startswith("2026") else float("nan")


def read(text, now_s=7.0):
    return read_line(text, now_s, moment_of, "thermometer")


@pytest.mark.parametrize(
    ("text", "at_s", "channel", "c"),
    [
        ("wall 231.5C +12", 12.0, "wall", 231.5),
        ("wall 231,5", 7.0, "wall", 231.5),
        ("wall 212F +0.5", 0.5, "wall", 100.0),
        ("foot-2 373.15k +3", 3.0, "foot-2", 100.0),
        ("a.b_c -5 2026-11-25T08:00:10", 10.0, "a.b_c", -5.0),
        ("wall 20°C", 7.0, "wall", 20.0),
        ("wall OPEN +4", 4.0, "wall", None),
        ("wall 1e3 +4", 4.0, "wall", None),
    ],
)
def test_a_line_is_read(text, at_s, channel, c):
    one = read(text)
    assert (one.at_s, one.channel, one.source) == (at_s, channel, "thermometer")
    assert one.c == (None if c is None else pytest.approx(c))


@pytest.mark.parametrize("text", ["", "   ", "# wall 20"])
def test_an_empty_line_and_a_remark_say_nothing(text):
    assert read(text) is None


@pytest.mark.parametrize("phase", ["warming", "welding", "cooling"])
def test_a_mark_is_read(phase):
    assert read(f"mark {phase} +90") == Mark(at_s=90.0, phase=phase)


@pytest.mark.parametrize(
    ("text", "field"),
    [
        ("mark dancing", "mark"),
        ("wall", "temperature"),
        ("wände 20", "channel"),
        ("x" * 25 + " 20", "channel"),
        ("wall 20 +-1", "when"),
        ("wall 20 +inf", "when"),
        ("wall 20 +nan", "when"),
        (f"wall 20 +{LONGEST_S + 1}", "when"),
        ("wall 20 yesterday", "when"),
        ("wall 20 " + "x" * 300, "line"),
    ],
)
def test_a_line_that_makes_no_sense_is_refused_by_its_field(text, field):
    with pytest.raises(Refused) as refused:
        read(text)
    assert refused.value.field == field


@given(st.text(max_size=240))
def test_no_text_is_taken_for_what_it_is_not(text):
    try:
        one = read(text)
    except Refused:
        return
    if isinstance(one, Reading):
        assert 0 <= one.at_s <= LONGEST_S
        assert one.c is None or math.isfinite(one.c)


@pytest.mark.parametrize("tell", [one.id for one in hand_tells() if one.c is not None])
def test_a_tap_tells_its_own_heat(tell):
    known = next(one.c for one in hand_tells() if one.id == tell)
    assert stated_c(tell, "ignored") == known


def test_a_heat_is_typed_in_any_unit_and_refused_by_name():
    assert stated_c("crayon", "400 F") == pytest.approx(204.4, abs=0.1)
    for tell, typed, field in (("guess", "20", "tell"), ("crayon", "hot", "heat"),
                               ("crayon", "3000", "heat")):  # fmt: skip
        with pytest.raises(Refused) as refused:
            stated_c(tell, typed)
        assert refused.value.field == field


def sent(channel, readings):
    return [channel.step(Reading(at_s=at_s, channel="wall", c=c)) for at_s, c in readings]


def steady(n=30, from_s=0.0, c=200.0):
    return [(from_s + s, c + 0.2 * (s % 3)) for s in range(n)]


def test_one_stray_figure_is_passed_over_and_nobody_is_named():
    wall = Channel("wall")
    assert sent(wall, [*steady(), (30.0, 900.0), *steady(from_s=31.0)]).count(False) == 1
    assert wall.fault is None
    assert wall.last.c < 201


@pytest.mark.parametrize(
    ("bad", "fault"), [(900.0, "jumps"), (None, "nonsense"), (2000.0, "nonsense")]
)
def test_two_within_a_minute_name_it_and_it_is_not_believed_until_a_minute_is_quiet(bad, fault):
    wall = Channel("wall")
    sent(wall, [*steady(), (30.0, bad), (31.0, 200.0), (40.0, bad)])
    assert wall.fault == fault
    quiet = sent(wall, [(41.0 + s, 200.0) for s in range(int(QUIET_S) - 1)])
    assert not any(quiet)
    assert sent(wall, [(101.0 + s, 200.0) for s in range(5)])[-1]
    assert wall.fault is None


def test_what_comes_and_goes_is_never_believed_again():
    wall = Channel("wall")
    sent(wall, steady())
    seen = sent(wall, [(30.0 + s, 550.0 if s % 7 == 0 else 200.0) for s in range(3600)])
    assert not any(seen[10:])
    assert wall.fault == "jumps"


def test_a_thermometer_that_was_moved_is_believed_at_its_new_place():
    wall = Channel("wall")
    sent(wall, steady())
    moved = sent(wall, [(30.0 + s, 400.0) for s in range(90)])
    assert not moved[0]
    assert moved[-1]
    assert (wall.last.c, wall.fault) == (400.0, None)


def test_a_part_that_is_warmed_fast_is_no_jump():
    wall = Channel("wall")
    assert all(sent(wall, [(s, 20 + 9.5 * s) for s in range(60)]))
    assert all(sent(wall, [(60.0 + 30 * n, 585.0 + (JUMP_C + 250) * (n % 2)) for n in range(9)]))


@given(st.floats(1.0, 60.0))
def test_silence_is_named_a_while_after_it_usually_speaks(gap_s):
    wall = Channel("wall")
    sent(wall, [(n * gap_s, 200.0 + n % 2) for n in range(40)])
    last_s = 39 * gap_s
    waits_s = max(SILENT_S, 5 * gap_s)
    assert wall.named(last_s + 0.95 * waits_s, 0.0) is None
    assert wall.named(last_s + 1.05 * waits_s + 1, 0.0) == "silent"


def test_the_same_figure_for_a_quarter_hour_while_another_moves_is_stuck():
    wall = Channel("wall")
    sent(wall, [(float(s), 200.0) for s in range(0, 1000, 5)])
    assert wall.named(995.0, 30.0) == "stuck"
    assert wall.named(995.0, 5.0) is None
    moving = Channel("wall")
    sent(moving, [(float(s), 200.0 + s / 100) for s in range(0, 1000, 5)])
    assert moving.named(995.0, 30.0) is None


def test_what_came_late_changes_nothing_that_was_judged():
    wall = Channel("wall")
    sent(wall, steady())
    before = wall.last
    assert sent(wall, [(3.0, 150.0)]) == [True]
    assert wall.last == before


def test_the_fall_is_told_over_ten_minutes_at_least():
    wall = Channel("wall")
    sent(wall, [(float(s), 600 - 0.01 * s) for s in range(500)])
    assert wall.c_per_h() is None
    sent(wall, [(float(s), 600 - 0.01 * s) for s in range(500, 4000)])
    assert wall.c_per_h() == pytest.approx(-36, rel=0.02)
