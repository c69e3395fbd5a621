"""What goes over the socket comes out as it went in; what is not ours is refused by name."""

import struct

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.practice.flame.flows import FlameTorch, Set
from pellak.core.practice.flame.targets import Setting, flame_targets
from pellak.core.practice.flame.trainer import FlameState, Hands
from pellak.core.practice.flame.words import said, way_on
from pellak.core.practice.wire import (
    FLAME_BYTES,
    FLAME_NUMBERS,
    HANDS_BYTES,
    LIT,
    SPLIT,
    flame_frame,
    hands_message,
    read_hands,
)
from tests.core.robots import opened
from tests.core.test_practice_flame import NEUTRAL, lit

shares, bars = st.floats(0, 1), st.floats(0, 6)


@given(
    shares,
    shares,
    bars,
    bars,
    st.booleans(),
    st.booleans(),
    st.booleans(),
    st.integers(0, 2**32 - 1),
)
def test_hands_come_through_as_they_were(fuel, oxygen, low, high, spark, clean, end, number):
    hands = Hands(Set(fuel, oxygen, low, high), spark, clean)
    message = hands_message(hands, number, end=end)
    assert len(message) == HANDS_BYTES == 24
    result = read_hands(message)
    assert (result.number, result.end) == (number, end)
    assert (result.hands.spark, result.hands.clean) == (spark, clean)
    assert result.hands.wanted.acetylene_open == pytest.approx(fuel, abs=1e-5)
    assert result.hands.wanted.oxygen_bar == pytest.approx(high, abs=1e-4)


@given(st.binary(max_size=40))
def test_what_is_no_message_of_hands_is_refused(message):
    if len(message) != HANDS_BYTES or message[:3] != b"PL\x01":
        with pytest.raises(Refused, match="hands"):
            read_hands(message)


def test_a_frame_tells_what_is_drawn_and_heard():
    state = lit(dirt=0.75)
    frame = flame_frame(state, near=True, set_after_s=12.5, pops=300)
    assert len(frame) == FLAME_BYTES == 112
    numbers = dict(zip(FLAME_NUMBERS, struct.unpack_from("<22f", frame, 12), strict=True))
    assert numbers["ratio"] == pytest.approx(state.ratio, rel=1e-5)
    assert numbers["cone_mm"] == pytest.approx(state.seen().cone_mm, rel=1e-5)
    assert (numbers["near"], numbers["set_after_s"]) == (1, 12.5)
    assert frame[3] == LIT | SPLIT
    assert frame[109] == 255
    assert frame[100:103] == bytes(state.seen().cone)
    dark = flame_frame(FlameState(FlameTorch(0.89)), near=False, set_after_s=None, pops=0)
    assert dark[3] == 0
    assert dark[100:109] == bytes(9)


def test_words_follow_the_flame_and_lead_to_the_next_move():
    wanted = Setting(flame_targets()["neutral"])
    cold = FlameState(FlameTorch(0.89))
    assert said(cold).startswith("No flame")
    assert "spark" in way_on(wanted, cold)
    burning = lit()
    assert "neutral" in said(burning)
    assert way_on(wanted, burning) == ""
    rich = opened(burning, 3, Hands(Set(0.65, 0.55, 0.35, 0.35)))
    assert "feather" in said(rich)
    assert way_on(wanted, rich).startswith("Oxygen")
    poor = opened(burning, 3, Hands(Set(0.6, 0.68, 0.35, 0.35)))
    assert "oxidising" in said(poor)
    assert way_on(wanted, poor).startswith("Less oxygen")
    shut = opened(burning, 3, Hands(Set(0.0, 0.65, 0.35, 0.35)))
    assert said(shut).startswith("No flame")
    assert "oxygen" in way_on(wanted, opened(shut, 1, Hands(Set(0.5, 0.6, 0.35, 0.35))))
    sooty = opened(opened(FlameState(FlameTorch(0.89)), 2, Hands(Set(0.3, 0, 0.2, 0.2))), 0.1,
                   Hands(Set(0.3, 0, 0.2, 0.2), spark=True))  # fmt: skip
    assert "smok" in said(sooty)
    assert way_on(wanted, sooty).startswith("More acetylene")
    assert NEUTRAL.wanted.oxygen_open == 0.65
