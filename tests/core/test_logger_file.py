"""Files of data loggers: columns guessed, read only as agreed, bad rows named."""

from datetime import UTC, datetime

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.watch.logger_file import guess_columns, read_file


def moment_of(text):
    return datetime.fromisoformat(text).replace(tzinfo=UTC).timestamp()


CLOCKED = "Time;Near [C];Far (F);Note\n23:59:50;20,5;68;on\n00:00:00;21,5;70;\n00:00:10;23;72;x\n"
DATED = "2026-11-25 08:00:00,20.1,19.8\n2026-11-25 08:00:30,25.0,21\n2026-11-25 08:01:00,31,25\n"
MINUTES = "elapsed min\tT1\tbattery V\n0\t20\t9000\n0.5\t40\t9000\n1\t61\t8990\n"


def roles(text):
    return [one.role for one in guess_columns(text, moment_of).columns]


@pytest.mark.parametrize(
    ("text", "parted_by", "time_in", "heading", "expected"),
    [
        (CLOCKED, ";", "clock", True, ["time", "channel", "channel", "left-out"]),
        (DATED, ",", "clock", False, ["time", "channel", "channel"]),
        (MINUTES, "\t", "min", True, ["time", "channel", "left-out"]),
    ],
)
def test_columns_are_guessed(text, parted_by, time_in, heading, expected):
    guess = guess_columns(text, moment_of)
    result = (guess.parted_by, guess.time_in, guess.has_heading)
    assert result == (parted_by, time_in, heading)
    assert roles(text) == expected
    assert guess.rows == 3


def heats(text, agreed=None):
    guess = agreed or guess_columns(text, moment_of)
    return [(r.at_s, r.channel, round(r.c, 1)) for r in read_file(text, guess, moment_of)]


def test_a_file_is_read_over_midnight_with_decimal_commas_and_in_fahrenheit():
    assert heats(CLOCKED) == [
        (0, "Near", 20.5), (0, "Far", 20.0), (10, "Near", 21.5), (10, "Far", 21.1),
        (20, "Near", 23.0), (20, "Far", 22.2),
    ]  # fmt: skip


def test_minutes_and_dates_count_from_the_first_row():
    assert [at_s for at_s, _, _ in heats(MINUTES)] == [0, 30, 60]
    assert sorted({at_s for at_s, _, _ in heats(DATED)}) == [0, 30, 60]


def test_what_was_put_right_counts_and_not_the_guess():
    guess = guess_columns(CLOCKED, moment_of)
    far = guess.columns[2].model_copy(update={"unit": "C", "channel": "foot"})
    near = guess.columns[1].model_copy(update={"role": "left-out"})
    agreed = guess.model_copy(update={"columns": [guess.columns[0], near, far, guess.columns[3]]})
    assert heats(CLOCKED, agreed) == [(0, "foot", 68), (10, "foot", 70), (20, "foot", 72)]


def test_cells_that_are_no_number_are_left_out():
    text = "s,a\n0,20\n1,\n2,ERR\n3,23\n"
    assert heats(text) == [(0, "a", 20), (3, "a", 23)]


@pytest.mark.parametrize(
    ("text", "field"),
    [("", "file"), ("20\n21\n", "file"), ("a,b\nx,y\n", "file"), ("note,word\nq,r\ns,t\n", "file")],
)
def test_a_text_with_no_time_or_no_heat_is_refused(text, field):
    with pytest.raises(Refused) as refused:
        guess_columns(text, moment_of)
    assert refused.value.field == field


def test_two_columns_of_time_or_of_one_name_are_refused_and_a_bad_row_is_named():
    guess = guess_columns(MINUTES, moment_of)
    time, heat, left = guess.columns
    for columns in ([time, time, left], [heat, heat, left], [time, left, left]):
        with pytest.raises(Refused) as refused:
            read_file(MINUTES, guess.model_copy(update={"columns": columns}), moment_of)
        assert refused.value.field == "columns"
    twice = guess.model_copy(update={"columns": [time, heat, heat]})
    with pytest.raises(Refused, match="name of its own"):
        read_file(MINUTES, twice, moment_of)
    with pytest.raises(Refused, match="row 4"):
        read_file(MINUTES + "later\t70\t9000\n", guess, moment_of)
    with pytest.raises(Refused, match="after the file's first"):
        read_file(MINUTES + "-5\t70\t9000\n", guess, moment_of)


@given(st.one_of(st.text(max_size=300), st.text(",;\t\n 0123456789.:-sC", max_size=60)))
def test_no_text_breaks_it(text):
    try:
        guess = guess_columns(text, moment_of)
        read_file(text, guess, moment_of)
    except Refused:
        pass
