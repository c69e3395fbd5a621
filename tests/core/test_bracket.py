"""The bracketing search against a standard root finder."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import brentq

from pellak.core.heat.bracket import CLOSE_ENOUGH, find_crossings

powers = st.lists(st.floats(0.05, 4), min_size=1, max_size=12)


@given(powers, st.floats(-6, 6), st.booleans())
def test_it_finds_what_a_standard_root_finder_finds(exponents, knee, rising):
    p = np.array(exponents)
    sign = 1 if rising else -1

    def share(x):
        return np.exp(sign * p * (x - knee)) * (1 + 0.3 * np.tanh(sign * (x - knee) + 0.5))

    found = find_crossings(share, -8.0, 8.0, len(p), rising=rising)
    for place, exponent in enumerate(exponents):

        def one(x, exponent=exponent):
            return math.log(
                math.exp(sign * exponent * (x - knee))
                * (1 + 0.3 * math.tanh(sign * (x - knee) + 0.5))
            )

        if one(-8) * one(8) > 0:
            assert math.isnan(found[place])
        else:
            assert one(found[place]) == pytest.approx(0, abs=1.01 * CLOSE_ENOUGH)
            assert found[place] == pytest.approx(
                brentq(one, -8, 8), abs=2 * CLOSE_ENOUGH / exponent + 1e-4
            )


def test_a_curve_that_starts_from_nothing_is_still_found():
    found = find_crossings(lambda x: 4 * np.exp(-50 * np.exp(-x)), -8.0, 8.0, 1, rising=True)
    assert 4 * math.exp(-50 * math.exp(-found[0])) == pytest.approx(1, rel=1e-4)


def test_what_never_gets_there_is_nan_beside_what_does():
    found = find_crossings(
        lambda x: np.array([0.5, 2.0]) * np.exp(0.01 * x), 0.0, 1.0, 2, rising=True
    )
    assert np.isnan(found).all()
    found = find_crossings(lambda x: np.array([0.1, 1.0]) * np.exp(x), -1.0, 1.0, 2, rising=True)
    assert math.isnan(found[0])
    assert found[1] == pytest.approx(0, abs=1e-4)


@pytest.mark.parametrize("steepness", [0.3, 3.0, 30.0, 300.0, 3000.0])
def test_no_curve_keeps_it_long(steepness):
    asked = []

    def share(x):
        asked.append(x)
        return np.exp(np.clip(steepness * (x - 1.234), -27, 5))

    found = find_crossings(share, -8.0, 8.0, 1, rising=True)
    assert found[0] == pytest.approx(1.234, abs=1e-3)
    assert len(asked) <= 24
