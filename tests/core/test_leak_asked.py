"""What a bench asks of the needles is what the test accepts: neither more nor less."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.safety.leak_asked import SOAP_PLACES, asked_of
from pellak.core.safety.leak_readings import HalfDivisions
from pellak.core.safety.leak_test import LeakTestGiven, held_enough

halves = st.builds(
    HalfDivisions, contents=st.floats(0.1, 5.0), outlet=st.floats(0.01, 0.2)
)  # fmt: skip
set_bar = st.fixed_dictionaries(
    {}, optional={"acetylene": st.floats(0.05, 1.0), "oxygen": st.floats(0.05, 6.0)}
)


def test_usual_gauges_ask_five_bar_and_four_fifths():
    asked = asked_of(HalfDivisions(), {"acetylene": 0.35, "oxygen": 2.0})
    assert [(one.gas, one.gauge, one.least_bar) for one in asked.needles] == [
        ("acetylene", "contents", 5.0),
        ("acetylene", "outlet", 0.28),
        ("oxygen", "contents", 5.0),
        ("oxygen", "outlet", 1.6),
    ]
    assert [spot.place for spot in asked.soap] == list(SOAP_PLACES)


@given(halves, set_bar)
def test_what_is_asked_is_enough_and_a_fifth_less_is_not(half, bar):
    needles = asked_of(half, bar).needles
    document = {
        "acetylene": {}, "oxygen": {}, "seconds": 60, "half_division_bar": half, "test_bar": bar,
    }  # fmt: skip
    for one in needles:
        document[one.gas][one.gauge] = {"at_least_bar": one.least_bar, "moved": False}
    held_enough(LeakTestGiven.model_validate(document))
    for one in needles:
        kept = document[one.gas][one.gauge]
        document[one.gas][one.gauge] = {"at_least_bar": 0.8 * one.least_bar - 0.01, "moved": False}
        if 0.8 * one.least_bar - 0.01 >= 0:
            with pytest.raises(Refused, match=rf"{one.gas}\.{one.gauge}"):
                held_enough(LeakTestGiven.model_validate(document))
        document[one.gas][one.gauge] = kept
