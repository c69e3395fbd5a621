"""What the puddle trainer sends and takes: as long as it is said, and nothing else is read."""

import struct
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.cli.dial import STEP_S, stand_in
from pellak.core.answer.errors import Refused
from pellak.core.heat.solve import HeatGiven
from pellak.core.model.facts import Facts
from pellak.core.practice.dial import TURNED, turned
from pellak.core.practice.flame.flows import FlameTorch as FlameTorch
from pellak.core.practice.flame.trainer import FlameState, Hands
from pellak.core.practice.flame.trainer import step as flame_step
from pellak.core.practice.for_job import for_job, puddle_for
from pellak.core.practice.ladder import ladder
from pellak.core.practice.puddle.picture import FACE_ROWS, FIRST_LIQUID
from pellak.core.practice.puddle.sheet import COLUMNS
from pellak.core.practice.puddle.tasks import exercise_for, puddle_tasks
from pellak.core.practice.puddle.torch import Held
from pellak.core.practice.puddle.trainer import PuddleHands, begun, step
from pellak.core.practice.puddle.wire import (
    JOINED,
    PUDDLE_BYTES,
    PUDDLE_NUMBERS,
    ROOTED,
    Beside,
    puddle_frame,
    puddle_hands_message,
    read_puddle_hands,
)
from pellak.core.reading.measures import said


def melted(seconds=6.0):
    exercise = exercise_for(puddle_tasks()["run-steel-12"])
    state = begun(exercise.work)
    for _ in range(round(seconds * 30)):
        state = step(state, PuddleHands(Held(20.0, 0.0, 3.0, 20.0), brush=True), 1 / 30)
    return exercise, state


def test_a_frame_is_as_long_as_it_is_told_and_hides_the_back():
    exercise, state = melted()
    shown, hidden = (
        puddle_frame(exercise, state, Beside(back_shown=back)) for back in (True, False)
    )
    assert len(shown) == len(hidden) == PUDDLE_BYTES == 7824
    numbers = dict(zip(PUDDLE_NUMBERS, struct.unpack_from("<18f", shown, 12), strict=True))
    assert numbers["pool_mm"] == pytest.approx(state.pool.width_mm, rel=1e-5)
    assert (numbers["x_mm"], numbers["height_mm"]) == (20.0, 3.0)
    seams = [
        np.frombuffer(one, np.uint8, 2 * COLUMNS, 84).reshape(-1, 2) for one in (shown, hidden)
    ]
    assert (seams[0][:, 1] & ROOTED).any()
    assert not (seams[1][:, 1] & ROOTED).any()
    assert ((seams[1][:, 1] & JOINED) > 0).sum() == state.joint.joined.sum()
    assert any(shown[-1500:])
    assert not any(hidden[-1500:])
    face = np.frombuffer(shown, np.uint8, COLUMNS * FACE_ROWS, 84 + 2 * COLUMNS)
    liquid = (face.reshape(COLUMNS, FACE_ROWS) >= FIRST_LIQUID).sum(axis=1)
    # As wide in the picture as it is told, to a cell either side.
    assert abs(liquid.max() * exercise.work.sheet.cell_mm - state.pool.width_mm) <= 1.5


@given(
    st.floats(-40, 130), st.floats(-20, 20), st.floats(-3, 100), st.floats(-75, 75),
    st.booleans(), st.booleans(), st.booleans(), st.booleans(),
)  # fmt: skip
def test_hands_are_read_as_they_were_written(x, y, height, lean, dabs, brush, mirror, end):
    hands = PuddleHands(Held(x, y, height, lean), dabs, (y, x), brush)
    result = read_puddle_hands(puddle_hands_message(hands, 7, mirror=mirror, end=end))
    assert (result.number, result.mirror, result.end) == (7, mirror, end)
    assert (result.hands.dabs, result.hands.brush) == (dabs, brush)
    held = result.hands.held
    assert (held.x_mm, held.y_mm, held.height_mm) == pytest.approx((x, y, height), abs=0.006)
    assert held.lean_deg == pytest.approx(lean, abs=0.06)
    assert result.hands.rod_mm == pytest.approx((y, x), abs=0.006)


@given(st.binary(max_size=40))
def test_anything_else_is_refused_by_name(message):
    with pytest.raises(Refused, match="hands"):
        read_puddle_hands(message)


@pytest.mark.parametrize(
    ("given", "why"),
    [
        ({"family": "lead", "thickness_mm": 2.24}, "steel, chromoly or aluminium"),
        ({"family": "carbon-steel", "thickness_mm": 6.0}, "0.7 to 3.3 mm"),
        ({"family": "carbon-steel", "thickness_mm": 0.5}, "0.7 to 3.3 mm"),
        ({"family": "carbon-steel", "thickness_mm": 1.2, "joint": "tee"}, "two paths"),
    ],
)
def test_a_job_that_is_not_played_says_what_would_be(given, why):
    facts = Facts(start_c=20, heat=HeatGiven(**given, acetylene_l_per_h=120))
    result = for_job(facts)
    assert result.puddle is None
    assert why in said(result.why_no_puddle, "metric")
    assert why in said(puddle_for(facts).why_not, "metric")
    assert puddle_for(None).task is None


@pytest.mark.parametrize(
    ("family", "thickness_mm", "near"),
    [
        ("carbon-steel", 0.8, "run-steel-09"), ("carbon-steel", 1.25, "run-steel-12"),
        ("chromoly", 2.0, "run-steel-16"), ("aluminium", 1.0, "run-aluminium-16"),
    ],
)  # fmt: skip
def test_a_jobs_own_sheet_is_kept_as_the_nearest_step_of_the_ladder(family, thickness_mm, near):
    heat = HeatGiven(
        family=family, thickness_mm=thickness_mm, acetylene_l_per_h=110, orifice_mm=0.8
    )
    found = puddle_for(Facts(start_c=15, heat=heat))
    assert found.task.id == near
    assert near in ladder()
    assert (found.task.family, found.task.thickness_mm) == (family, thickness_mm)
    assert exercise_for(found.task, found.heat).work.torch.bore_mm == 0.8


@pytest.mark.parametrize("name", sorted(TURNED))
def test_a_dial_turns_what_it_names_and_nothing_else(name):
    hands = turned(Hands(), f"{name} 0,4")
    assert getattr(hands.wanted, name) == 0.4
    assert sum(vars(hands.wanted).values()) == 0.4
    for wrong in (f"{name} {TURNED[name] + 0.1}", f"{name} nan", f"{name} -1", f"{name} x"):
        with pytest.raises(Refused, match=name):
            turned(hands, wrong)


@pytest.mark.parametrize("line", ["", "valve 0.3", "acetylene_open", "spark 1", "x" * 500])
def test_what_is_no_line_of_a_dial_is_refused(line):
    with pytest.raises(Refused, match="spark, clean"):
        turned(Hands(), line)


def test_a_dial_strikes_a_spark_and_cleans():
    assert turned(Hands(), "spark").spark
    assert turned(Hands(), "clean").clean


def test_the_dial_that_turns_by_itself_sets_a_neutral_flame():
    state, hands = FlameState(FlameTorch(0.89)), Hands()
    for line in stand_in():
        hands = turned(hands, line)
        for _ in range(round(60 * STEP_S)):
            state = flame_step(state, hands, 1 / 60)
            hands = replace(hands, spark=False)
    assert state.lit
    assert 0.97 < state.ratio < 1.12
