"""Seams that were timed pace the next one of their metal: the factor meant, and no more."""

import math
import random
import statistics

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.kinds.seam.calibration import seam_timed
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.run_log import RunLog
from pellak.core.plan.change_job import job_from
from pellak.core.plan.compose import compose_plan
from pellak.core.seam.filler import FillerGiven, reckon_filler
from pellak.core.seam.pace_learning import (
    MOST_BEFORE,
    RULE_SIGMA,
    SEAM_ERROR,
    PaceObservation,
    pace_factor,
    pace_observation,
)
from tests.core.evaluate import evaluate

STEEL = {
    "kind": "seam",
    "name": "Locker",
    "family": "carbon-steel",
    "thickness_mm": 1.2,
    "length_mm": 600,
}
ALUMINIUM = {**STEEL, "family": "aluminium"}


def plan_of(given=STEEL, learned=()):
    return compose_plan(job_from(given), ShopSchools(), learned={"seam": learned})


def figure(plan, name):
    return next(f for s in plan.stations for f in s.figures if f.id == name)


def timed(plan, times_the_plan, **log):
    minutes = plan.work.paced.planned_min * times_the_plan
    return seam_timed(plan.work, RunLog(actual={"seam_min": minutes}, **log))


def observed(factor, count=1, family="carbon-steel"):
    return [pace_observation(family, 4.0, 1.0, 4.0 * factor)] * count


def test_five_seams_leave_a_third_of_the_error_and_the_band_holds():
    left, inside = [], 0
    for seed in range(400):
        chance = random.Random(seed)
        true = math.exp(chance.gauss(0, RULE_SIGMA))
        seams = [true * math.exp(chance.gauss(0, SEAM_ERROR)) for _ in range(6)]
        known = [pace_observation("lead", 10.0, 1.0, 10.0 * seam) for seam in seams[:5]]
        now = pace_factor("lead", known)
        left.append(abs(math.log(now.factor / true)) / abs(math.log(true)))
        spread = math.hypot(now.sigma, SEAM_ERROR)
        inside += abs(math.log(seams[5] / now.factor)) < 1.645 * spread
    assert statistics.median(left) <= 0.35
    assert 0.85 <= inside / 400 <= 0.95


@given(
    st.floats(0.5, 5), st.sampled_from(["carbon-steel", "aluminium", "lead"]), st.floats(0.4, 2.5)
)
def test_minutes_gas_and_travel_follow_the_factor_and_the_band_draws_in(mm, family, factor):
    seam = FillerGiven(family=family, thickness_mm=mm, joint="butt", length_mm=300)
    plain = reckon_filler(seam).values
    if plain.minutes is None or plain.high_min is None:
        return
    widths = [plain.high_min / plain.low_min]
    for seams in (1, 5, MOST_BEFORE):
        now = pace_factor(family, observed(factor, seams, family))
        assert min(1, factor) <= now.factor <= max(1, factor)
        learned = {"pace_factor": now.factor, "pace_sigma": now.sigma}
        paced = reckon_filler(seam.model_copy(update=learned)).values
        if paced.rod_limited or plain.rod_limited:
            return
        assert paced.minutes == pytest.approx(now.factor * plain.minutes)
        assert paced.gas_l == pytest.approx(now.factor * plain.gas_l)
        assert paced.travel_mm_per_min == pytest.approx(plain.travel_mm_per_min / now.factor)
        assert paced.low_min <= paced.minutes <= paced.high_min
        widths.append(paced.high_min / paced.low_min)
    assert widths == sorted(widths, reverse=True)


def test_nothing_learned_is_the_rule_itself():
    assert pace_factor("carbon-steel", []).factor == 1.0
    rule = FillerGiven(family="carbon-steel", thickness_mm=2.0, joint="butt", length_mm=300)
    same = rule.model_copy(update={"pace_factor": 1.0, "pace_sigma": RULE_SIGMA})
    assert reckon_filler(same) == reckon_filler(rule)
    assert figure(plan_of(), "seam_min").detail == ""


def test_a_plan_says_how_many_seams_it_goes_by_and_shows_the_factor_in_its_working():
    plain, wiser = plan_of(), plan_of(learned=observed(1.4, 9))
    factor = wiser.work.paced.factor
    assert 1.3 < factor < 1.4
    shown = figure(wiser, "seam_min")
    assert shown.value == pytest.approx(factor * figure(plain, "seam_min").value)
    assert "9 seams of this metal" in shown.detail
    line = shown.working[0]
    assert line.formula.endswith("* F")
    assert "your log" in line.source
    assert evaluate(line.inserted) == pytest.approx(line.value, rel=2e-3)
    assert figure(plan_of(learned=observed(1.4)), "seam_min").detail.endswith(
        "one seam of this metal"
    )


def test_another_metal_and_a_pace_that_was_told_are_left_alone():
    learned = observed(1.4, 9)
    assert plan_of(ALUMINIUM, learned).work.paced.factor == 1.0
    decided = plan_of({**STEEL, "travel_mm_per_min": 100}, learned)
    assert figure(decided, "seam_min").value == pytest.approx(6.0)
    assert decided.work.paced is None
    assert timed(plan_of(), 1.2) is not None
    assert seam_timed(decided.work, RunLog(actual={"seam_min": 6.0})) is None
    unmeasured = plan_of({**STEEL, "length_mm": None}, learned)
    assert unmeasured.work.paced is None


def test_a_run_tells_the_rules_factor_whatever_it_was_planned_with():
    once = timed(plan_of(learned=observed(1.4, 9)), 1.0)
    assert math.exp(once.observation.ln_factor) == pytest.approx(
        plan_of(learned=observed(1.4, 9)).work.paced.factor
    )
    # A hand that keeps to what was learned leaves it where it is, for ever.
    learned: list[PaceObservation] = observed(1.4, MOST_BEFORE)
    for _ in range(40):
        learned = [timed(plan_of(learned=learned), 1.0), *learned]
    assert plan_of(learned=learned).work.paced.factor == pytest.approx(1.4, rel=0.12)


@pytest.mark.parametrize("log", [{"verdict": "scrap"}, {"off": 4.0}, {"off": 0.2}])
def test_scrap_and_minutes_nobody_would_believe_tell_nothing(log):
    off = log.pop("off", 1.1)
    assert timed(plan_of(), off, **log) is None


def test_a_run_without_its_minutes_tells_nothing():
    assert seam_timed(plan_of().work, RunLog(actual={"puddle_s": 4.0})) is None
    assert seam_timed(None, RunLog(actual={"seam_min": 4.0})) is None
