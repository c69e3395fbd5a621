"""The fit of a hand: it finds the factor that made the puddles, with an honest band, told apart
from torch and metal, and strays are named."""

import math
import random
import statistics

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from pellak.core.hand.fit import PERSON_SIGMA, PRIOR_SIGMA
from pellak.core.hand.given import HandGiven, TimedPuddle
from pellak.core.hand.hand import reckon_hand
from pellak.core.hand.timed import READ_WITHIN, factor_of, seconds_at
from pellak.core.heat.solve import HeatGiven, solve_heat
from pellak.core.tables import heat_families

STEEL = {"family": "carbon-steel", "thickness_mm": 1.2, "acetylene_l_per_h": 120.0}
ALU = {"family": "aluminium", "thickness_mm": 1.5, "acetylene_l_per_h": 220.0}
MOLY = {"family": "chromoly", "thickness_mm": 1.6, "acetylene_l_per_h": 150.0}


def seconds(factor, piece=STEEL):
    return solve_heat(HeatGiven(**piece, hand_factor=factor)).expected.puddle_s


def logged(chance, factor, n, piece=STEEL, spread=READ_WITHIN, **who):
    case = HeatGiven(**piece).case()
    return [
        TimedPuddle(
            **piece, **who,
            puddle_s=seconds_at(case, math.log(factor)) * math.exp(chance.gauss(0, spread)),
        )
        for _ in range(n)
    ]  # fmt: skip


@pytest.mark.parametrize("piece", [STEEL, ALU, MOLY], ids=["steel", "aluminium", "chromoly"])
@pytest.mark.parametrize("factor", [0.7, 1.0, 1.3, 2.0])
def test_a_puddle_gives_back_the_factor_that_made_it(piece, factor):
    read = factor_of(TimedPuddle(**piece, puddle_s=seconds(factor, piece)))
    assert math.exp(read.ln_factor) == pytest.approx(factor, rel=0.01)
    assert 0.02 < read.error < 0.25


@pytest.mark.parametrize("near_edge_mm", [0.0, 8.0])
def test_near_an_edge_it_goes_by_what_a_plan_would_say(near_edge_mm):
    piece = {**STEEL, "near_edge_mm": near_edge_mm}
    read = factor_of(TimedPuddle(**piece, puddle_s=seconds(1.2, piece)))
    assert math.exp(read.ln_factor) == pytest.approx(1.2, rel=0.01)


def test_five_logs_halve_the_error_of_the_sixth_and_its_band_is_honest():
    """f = 1.3, times read within 0.25 by logarithm, 400 seeds."""
    case = HeatGiven(**STEEL).case()
    plain, fitted, within = [], [], 0
    for seed in range(400):
        chance = random.Random(seed)
        *logs, sixth = logged(chance, 1.3, 6)
        values = reckon_hand(HandGiven(logs=logs, family="carbon-steel")).values
        true_s = seconds_at(case, math.log(1.3))
        plain.append(abs(math.log(seconds_at(case, 0.0) / true_s)))
        fitted.append(abs(math.log(seconds_at(case, math.log(values.factor)) / true_s)))
        spread = math.log(seconds_at(case, math.log(values.factor_low))
                          / seconds_at(case, math.log(values.factor_high))) / 2  # fmt: skip
        band = 1.645 * math.hypot(spread, READ_WITHIN)
        middle = math.log(seconds_at(case, math.log(values.factor)))
        within += abs(math.log(sixth.puddle_s) - middle) <= band
    assert statistics.median(fitted) <= 0.5 * statistics.median(plain)
    assert 0.85 * 400 <= within <= 0.95 * 400


def test_hands_torches_and_metals_are_told_apart():
    chance = random.Random(7)
    logs = [
        one
        for person, by in (("Tove", 0.85), ("Brit", 1.15))
        for torch, of in (("long", 0.9), ("short", 1.1))
        for piece in (STEEL, MOLY)
        for one in logged(chance, by * of, 12, piece, 0.05, person=person, torch=torch)
    ]
    values = reckon_hand(HandGiven(logs=logs)).values
    people, torches = values.by_person, values.by_torch
    ratio = people["Brit"].factor / people["Tove"].factor
    assert ratio == pytest.approx(1.15 / 0.85, rel=0.12)
    assert torches["short"].factor / torches["long"].factor == pytest.approx(1.1 / 0.9, rel=0.12)
    assert {name: one.n for name, one in people.items()} == {"Brit": 48, "Tove": 48}
    asked = HandGiven(logs=logs, person="Brit", torch="short", family="carbon-steel")
    assert reckon_hand(asked).values.factor == pytest.approx(1.15 * 1.1, rel=0.08)


def test_a_stray_log_is_named_and_does_not_pull():
    chance = random.Random(3)
    logs = logged(chance, 1.2, 12, spread=0.08)
    clean = reckon_hand(HandGiven(logs=logs)).values
    stray = logs[0].model_copy(update={"puddle_s": 5.5 * logs[0].puddle_s})
    pulled = reckon_hand(HandGiven(logs=[*logs, stray])).values
    assert pulled.outliers == [12]
    assert clean.outliers == []
    assert pulled.factor == pytest.approx(clean.factor, rel=0.04)


def test_what_no_hand_explains_is_left_out_and_told():
    logs = logged(random.Random(1), 1.0, 4, spread=0.05)
    wild = logs[0].model_copy(update={"puddle_s": 590.0})
    hurried = logs[0].model_copy(update={"puddle_s": 0.05})
    answer = reckon_hand(HandGiven(logs=[wild, *logs, hurried]))
    assert answer.values.left_out == [0, 5]
    assert answer.values.n == 4
    assert "2 left out" in answer.working[0].note
    none = reckon_hand(HandGiven(logs=[wild])).values
    assert none.factor == pytest.approx(1.0)


def test_nobody_known_is_as_unsure_as_the_priors():
    metal = heat_families()["carbon-steel"].sigma_ln_hand
    far = TimedPuddle(**STEEL, puddle_s=590.0, person="Ansel")
    values = reckon_hand(HandGiven(logs=[far], person="Ansel", family="carbon-steel")).values
    sigma = math.log(values.factor_high / values.factor_low) / 2
    assert sigma == pytest.approx(math.sqrt(PRIOR_SIGMA**2 + metal**2 + PERSON_SIGMA**2))


@given(st.integers(1, 25), st.floats(0.6, 1.8), st.integers(0, 10_000))
@settings(max_examples=40)
def test_more_logs_narrow_and_never_blow_up(n, factor, seed):
    logs = logged(random.Random(seed), factor, n)
    some = reckon_hand(HandGiven(logs=logs)).values
    more = reckon_hand(HandGiven(logs=logs * 2)).values
    assert 0.2 < some.factor_low < some.factor < some.factor_high < 5
    assert more.factor_high / more.factor_low < some.factor_high / some.factor_low * 1.02


@given(st.floats(0.5, 2.5))
@settings(max_examples=25)
def test_a_slower_puddle_is_a_colder_hand(factor):
    quick, slow = (
        reckon_hand(HandGiven(logs=[TimedPuddle(**STEEL, puddle_s=s)] * 3)).values.factor
        for s in (seconds(factor), 1.1 * seconds(factor))
    )
    assert slow < quick


def test_who_timed_one_metal_asks_about_that_one():
    logs = logged(random.Random(4), 0.8, 6)
    told = reckon_hand(HandGiven(logs=logs, family="carbon-steel")).values
    assert reckon_hand(HandGiven(logs=logs)).values == told
