"""What timed heatings and coolings tell: the factor meant, with an honest spread, nothing more."""

import math
import random
import statistics

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from pellak.core.body.cool_given import CoolGiven, cooling_of
from pellak.core.body.cooling import run_cooling
from pellak.core.body.learning import LEAST_ERROR, cooling_observation, flame_observation
from pellak.core.body.soak_given import FLAME_SIGMA, SoakGiven, soaking_of
from pellak.core.body.soaking import run_soak
from pellak.core.factor import FactorObservation, posterior
from pellak.core.kinds.heat.calibration import heated
from pellak.core.kinds.stations.body_learning import with_flame, with_media
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.run_log import RunLog
from pellak.core.plan.compose import compose_plan
from pellak.demo.jobs import JOBS, demo_job

SOAK = SoakGiven(
    family="grey-iron", shape="casting", mass_kg=20.0, wall_mm=12.0, target_c=300.0,
    acetylene_l_per_h=1500.0, restraint="low",
)  # fmt: skip
FALL = CoolGiven(
    family="grey-iron", shape="casting", mass_kg=20.0, wall_mm=12.0, start_c=600.0,
    medium="dry-sand",
)  # fmt: skip


def minutes_with(factor, of=SOAK):
    return run_soak(soaking_of(of, flame_factor=factor), of.target_c).seconds / 60


@pytest.mark.parametrize("factor", [0.6, 0.85, 1.0, 1.3, 1.8])
def test_a_timed_heating_gives_back_the_flame_that_made_it(factor):
    result = flame_observation(SOAK, minutes_with(factor))
    assert math.exp(result.ln_factor) == pytest.approx(factor, rel=0.01)
    assert result.error >= LEAST_ERROR


@pytest.mark.parametrize("medium", ["dry-sand", "vermiculite", "still-air"])
@pytest.mark.parametrize("factor", [0.7, 1.4])
def test_a_timed_cooling_gives_back_its_medium(medium, factor):
    asked = FALL.model_copy(update={"medium": medium})
    moved = {"loss_factor": factor} if medium == "still-air" else {"medium_factor": factor}
    hours = run_cooling(cooling_of(asked, **moved)).hours[-1]
    result = cooling_observation(asked, 60 * hours)
    assert math.exp(result.ln_factor) == pytest.approx(factor, rel=0.02)


@pytest.mark.parametrize("minutes", [0.05, 600.0])
def test_a_time_no_flame_could_take_tells_nothing(minutes):
    assert flame_observation(SOAK, minutes) is None


def test_what_was_learnt_before_is_not_counted_twice():
    learnt = SOAK.model_copy(update={"flame_factor": 0.8})
    assert flame_observation(learnt, 9.0) == flame_observation(SOAK, 9.0)


@settings(max_examples=50)
@given(st.lists(st.floats(-1, 1), min_size=1, max_size=12), st.floats(0.05, 0.5))
def test_the_spread_narrows_and_the_factor_stays_between_prior_and_runs(logs, error):
    listed = [FactorObservation(ln_factor=one, error=error) for one in logs]
    now = posterior(FLAME_SIGMA, listed)
    assert now.sigma < FLAME_SIGMA
    assert now.sigma >= posterior(FLAME_SIGMA, [*listed, listed[0]]).sigma
    low, high = min(0.0, *logs), max(0.0, *logs)
    assert low - 1e-9 <= math.log(now.factor) <= high + 1e-9


def test_the_truth_lies_in_the_spread_as_often_as_it_says():
    chance, held, off = random.Random(7), 0, []
    for _ in range(60):
        truth = math.exp(chance.gauss(0, FLAME_SIGMA))
        runs = [minutes_with(truth) * math.exp(chance.gauss(0, 0.1)) for _ in range(3)]
        listed = [one for minutes in runs if (one := flame_observation(SOAK, minutes)) is not None]
        if not listed:
            continue
        now = posterior(FLAME_SIGMA, listed)
        miss = abs(math.log(now.factor / truth))
        held += miss <= now.sigma
        off.append(miss)
    assert 0.55 <= held / len(off) <= 0.95
    assert statistics.median(off) < 0.5 * FLAME_SIGMA


def stove():
    return demo_job({
        "kind": "heat", "name": "Stove door", "alloy": "en-gjl-200", "shape": "casting",
        "body_kg": "20", "thickness_mm": "12 mm", "target_c": "250", "held": "nothing",
        "acetylene_l_per_h": "1500", "restraint": "low",
        "closed": "open", "coating": "bare", "place": "shop",
    })  # fmt: skip


def test_a_run_of_the_shop_moves_the_next_plan_and_says_so():
    plan = compose_plan(stove(), ShopSchools())
    slow = 1.5 * plan.work.soak.minutes
    result = heated(plan.work, RunLog(actual={"to_heat_min": slow}))
    assert result.flame.ln_factor < 0
    wiser = compose_plan(
        stove(), ShopSchools(), learned={"heat": [result, result, "another kind's"]}
    )
    assert wiser.work.soak.minutes > 1.2 * plan.work.soak.minutes
    width = [p.work.soak.minutes_high / p.work.soak.minutes_low for p in (plan, wiser)]
    assert width[1] < width[0]
    figure = next(f for s in wiser.stations for f in s.figures if f.id == "to_heat_min")
    assert any("fitted to your log" in line.note for line in figure.working)


def test_a_run_with_nothing_timed_tells_nothing():
    plan = compose_plan(stove(), ShopSchools())
    assert heated(plan.work, RunLog()) is None
    assert heated(None, RunLog(actual={"to_heat_min": 5.0})) is None
    assert with_flame(SOAK, []) is SOAK
    assert with_media(FALL, ["other"]) is FALL


def test_only_the_same_medium_learns():
    plan = compose_plan(stove(), ShopSchools())
    result = heated(plan.work, RunLog(actual={"touch_min": 90 * plan.work.cool.hours_to_touch}))
    same = FALL.model_copy(update={"medium": plan.work.cool_in})
    assert with_media(same, [result]) != same
    other = FALL.model_copy(update={"medium": "clay-granules"})
    assert with_media(other, [result]) is other


def test_what_may_lie_in_the_air_is_not_buried_for_a_minute():
    """A shop whose air cools slowly is told so, and still nobody buries a nut."""
    nut = demo_job(next(job for job in JOBS if job["name"] == "Stern-gland nut"))
    plan = compose_plan(nut, ShopSchools())
    slow = heated(plan.work, RunLog(actual={"touch_min": 72 * plan.work.cool.hours_to_touch}))
    wiser = compose_plan(nut, ShopSchools(), learned={"heat": [slow] * 3})
    assert wiser.work.cool.hours_to_touch > plan.work.cool.hours_to_touch
    assert wiser.work.cool_in == "still-air"
