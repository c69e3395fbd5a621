"""One factor after timed runs: between what it was and what they say, surer with each."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.factor import FactorObservation, posterior

sigmas = st.floats(0.05, 0.6)
runs = st.lists(
    st.builds(FactorObservation, ln_factor=st.floats(-1, 1), error=st.floats(0.05, 0.5)),
    max_size=12,
)


@given(sigmas, runs)
def test_the_factor_lies_between_the_models_own_and_what_was_told(sigma, outcome):
    now = posterior(sigma, outcome)
    said = [0.0, *(one.ln_factor for one in outcome)]
    assert min(said) - 1e-9 <= math.log(now.factor) <= max(said) + 1e-9
    assert now.runs == len(outcome)
    assert 0 < now.sigma <= sigma + 1e-12


@given(sigmas, runs, st.randoms())
def test_no_order_of_runs_matters(sigma, outcome, chance):
    mixed = list(outcome)
    chance.shuffle(mixed)
    one, other = posterior(sigma, outcome), posterior(sigma, mixed)
    assert one.factor == pytest.approx(other.factor)
    assert one.sigma == pytest.approx(other.sigma)


@given(sigmas, runs, st.floats(-1, 1), st.floats(0.05, 0.5))
def test_one_more_run_makes_it_surer_and_draws_it_towards_itself(sigma, outcome, ln_factor, error):
    before = posterior(sigma, outcome)
    after = posterior(sigma, [*outcome, FactorObservation(ln_factor=ln_factor, error=error)])
    assert after.sigma < before.sigma
    was, now = math.log(before.factor), math.log(after.factor)
    assert abs(now - ln_factor) <= abs(was - ln_factor) + 1e-9


@given(sigmas, runs)
def test_runs_taken_one_by_one_say_what_they_say_together(sigma, outcome):
    """What was learned is the prior of what comes next: the closed form of a normal mean."""
    mean, spread = 0.0, sigma
    for one in outcome:
        weight = spread**2 / (spread**2 + one.error**2)
        mean, spread = mean + weight * (one.ln_factor - mean), spread * math.sqrt(1 - weight)
    together = posterior(sigma, outcome)
    assert math.log(together.factor) == pytest.approx(mean, abs=1e-9)
    assert together.sigma == pytest.approx(spread)


def test_nothing_told_leaves_the_model_as_it_is():
    assert posterior(0.2, []).factor == 1.0
    assert posterior(0.2, []).sigma == pytest.approx(0.2)
