"""What has grown slower is found soon and seldom wrongly; what is taken up is what plans use."""

import math
import random
import statistics

import pytest

from pellak.core.hand.drift import ALARM_AT, MOST_OFF, SLACK, OffBy, drift_of, drifts, off_by
from pellak.core.hand.fit import fit_hand
from pellak.core.hand.given import TimedPuddle
from pellak.core.hand.known import (
    MODEL_HAND,
    OperatorCalibration,
    operator_calibration,
    predicted_sigma,
)
from pellak.core.hand.page import clogged, drift_lines, factor_lines, puddle_points
from pellak.core.hand.timed import READ_WITHIN, seconds_at
from pellak.core.heat.solve import HeatGiven
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.plan.compose import compose_plan
from pellak.core.tables import heat_families

STEEL = {"family": "carbon-steel", "thickness_mm": 1.2, "acetylene_l_per_h": 120.0}
CASE = HeatGiven(**STEEL).case()


def timed(chance, factor, tip="B3", torch="long", person="Brit", spread=READ_WITHIN):
    seconds = seconds_at(CASE, math.log(factor)) * math.exp(chance.gauss(0, spread))
    return TimedPuddle(**STEEL, puddle_s=seconds, tip=tip, torch=torch, person=person)


def told_after(off, before):
    """How many logs after the first `before` the sum takes to pass its limit; None where never."""
    total = 0.0
    for place, one in enumerate(off):
        total = max(0.0, total - max(-MOST_OFF, min(MOST_OFF, one.deviations)) - SLACK)
        if total > ALARM_AT and place >= before:
            return place - before + 1
    return None


@pytest.mark.parametrize("tips", [1, 3])
def test_a_tip_that_lost_15_percent_is_found_within_twelve_of_its_runs(tips):
    names, before, found = [f"B{n}" for n in range(tips)], 30, []
    for seed in range(60):
        chance = random.Random(seed)
        hand = math.exp(chance.gauss(0, 0.2))
        logs = [timed(chance, hand, names[n % tips]) for n in range(before * tips)]
        for _ in range(20):
            logs += [timed(chance, hand * (0.85 if tip == "B0" else 1), tip) for tip in names]
        off = [one for one in off_by(logs) if logs[one.log].tip == "B0"]
        found.append(told_after(off, before) or 99)
    assert statistics.median(found) <= 8
    assert sum(one <= 12 for one in found) >= 0.8 * len(found)


def test_false_alarms_are_fewer_than_one_in_200_runs():
    alarms, runs = 0, 0
    for seed in range(40):
        chance = random.Random(500 + seed)
        logs = [timed(chance, math.exp(chance.gauss(0, 0.02))) for _ in range(150)]
        total = 0.0
        for one in off_by(logs):
            runs += 1
            total = max(0.0, total - max(-MOST_OFF, min(MOST_OFF, one.deviations)) - SLACK)
            if total > ALARM_AT:
                alarms, total = alarms + 1, 0.0
    assert alarms < runs / 200


def test_what_is_off_a_log_is_about_standard_while_nothing_drifts():
    chance = random.Random(11)
    off = [one.deviations for one in off_by([timed(chance, 1.1) for _ in range(400)])]
    assert abs(statistics.mean(off)) < 0.15
    assert 0.85 < statistics.stdev(off) < 1.15


def test_a_drift_is_told_with_since_when_and_ends_when_the_tip_is_as_before():
    slow = [OffBy(log=n, deviations=-2.0, ln_factor=-0.2) for n in range(4)]
    even = [OffBy(log=10 + n, deviations=0.1, ln_factor=0.0) for n in range(3)]
    drift = drift_of("B3", [*even, *slow])
    assert (drift.name, drift.since, drift.n) == ("B3", 0, 4)
    assert drift.sum == pytest.approx(4 * 1.5)
    assert drift.less == pytest.approx(1 - math.exp(-0.2))
    assert drift_of("B3", [*even, *slow[:2]]) is None, "two logs are no drift"
    cleaned = [OffBy(log=20 + n, deviations=1.5, ln_factor=0.1) for n in range(4)]
    assert drift_of("B3", [*slow, *cleaned]) is None


def test_one_stray_is_no_drift():
    stray = OffBy(log=1, deviations=-40.0, ln_factor=-3.0)
    assert drift_of("B3", [stray]) is None


def test_logs_of_a_clogged_tip_do_not_count_for_the_hand():
    chance = random.Random(5)
    logs = [timed(chance, 1.1, spread=0.1) for _ in range(30)]
    logs += [timed(chance, 1.1 * 0.7, spread=0.1) for _ in range(12)]
    apart = clogged(logs)
    assert apart
    assert min(apart) >= 28
    with_them, without = fit_hand(logs).together(), fit_hand(logs, apart).together()
    assert without.factor == pytest.approx(1.1, rel=0.04)
    assert with_them.factor < without.factor
    assert {p.log for p in puddle_points(fit_hand(logs, apart)) if p.left_out} == apart
    (line,) = drift_lines(logs, [f"day {n}" for n in range(len(logs))])
    assert line.group == "tip", "its torch is not told beside it"
    assert f"day {line.drift.since}" in line.says
    assert "measure the bore" in line.says


def test_a_torch_that_grew_slower_with_every_tip_is_named():
    chance = random.Random(6)
    logs = [timed(chance, 1.0, tip="", spread=0.1) for _ in range(30)]
    logs += [timed(chance, 0.75, tip="", spread=0.1) for _ in range(12)]
    assert [one.name for one in drifts(logs, lambda log: log.torch)] == ["long"]
    assert [line.group for line in drift_lines(logs, ["a day"] * len(logs))] == ["torch"]


def test_people_are_told_apart_in_words_and_alone_there_is_nobody_to_compare_with():
    chance = random.Random(2)
    logs = [timed(chance, 1.15, person="Ansel", spread=0.08) for _ in range(20)]
    assert factor_lines(fit_hand(logs)) == []
    logs += [timed(chance, 0.9, person="Tove", spread=0.08) for _ in range(20)]
    lines = {line.name: line for line in factor_lines(fit_hand(logs))}
    assert set(lines) == {"Ansel", "Tove"}
    assert "more heat than the others: puddles come sooner" in lines["Ansel"].says
    assert "less heat than the others: puddles come later" in lines["Tove"].says
    assert lines["Ansel"].fitted.factor * lines["Tove"].fitted.factor == pytest.approx(1)
    alike = [timed(chance, 1.0, person=name, spread=0.2) for name in ("A", "B") for _ in range(4)]
    assert all("no different" in line.says for line in factor_lines(fit_hand(alike)))


def test_nine_in_ten_of_the_next_puddles_come_where_the_plot_expects_them():
    within = 0
    for seed in range(200):
        chance = random.Random(seed)
        logs = [timed(chance, 1.2) for _ in range(9)]
        point = puddle_points(fit_hand(logs[:8]))[0]
        within += point.low_s <= logs[8].puddle_s <= point.high_s
    assert 0.85 * 200 <= within <= 0.97 * 200


def job(**more):
    return SeamJob(name="Patch", family="carbon-steel", thickness_mm=1.2, length_mm=300, **more)


def learned(person="", factor=0.8, n=12, torch="long"):
    chance = random.Random(1)
    logs = [timed(chance, factor, person="Tove", spread=0.1, torch=torch) for _ in range(n)]
    return operator_calibration(fit_hand(logs), person, ["long"], "2026-11-20T09:00:00+00:00")


def test_a_plan_goes_by_the_hand_that_was_taken_up_with_its_band_and_says_so():
    plain = compose_plan(job(), ShopSchools())
    fitted = compose_plan(job(), ShopSchools(), operator_calibration=learned("Tove"))
    assert plain.facts.hand == ""
    assert "Tove’s log" in fitted.facts.hand
    assert fitted.facts.puddle_s > 1.3 * plain.facts.puddle_s
    assert fitted.facts.tack_hold_s > plain.facts.tack_hold_s
    assert fitted.facts.heat == plain.facts.heat, "what is logged against stays the model's own"
    near = compose_plan(job(), ShopSchools(), operator_calibration=learned(factor=1.02, torch=""))
    figures = [
        {f.id: f for station in plan.stations for f in station.figures}["puddle_s"]
        for plan in (plain, near)
    ]
    spans = [math.log(f.working[0].high / f.working[0].low) for f in figures]
    assert spans[1] < spans[0]
    assert "from its log" in figures[1].working[0].note


def test_a_torch_no_log_names_is_less_sure_and_a_metal_none_names_stays_the_models():
    known = learned()
    own, other = known.of("carbon-steel", "long"), known.of("carbon-steel", "another")
    assert own.sigma < other.sigma
    assert known.of("lead", "long") == MODEL_HAND
    assert OperatorCalibration.model_validate_json(known.model_dump_json()) == known


def test_no_band_is_narrower_than_a_reading_and_more_logs_never_widen_it():
    sigmas = []
    for n in (1, 5, 40):
        known = learned(n=n)
        reading = known.read_within["carbon-steel"]
        assert READ_WITHIN / 4 < reading < READ_WITHIN
        sigmas.append(known.of("carbon-steel", "long").sigma)
        assert reading <= sigmas[-1]
        widest = math.hypot(heat_families()["carbon-steel"].sigma_ln_hand, reading)
        assert sigmas[-1] <= widest
        assert predicted_sigma(known.by_metal["carbon-steel"], reading, "carbon-steel") <= widest
    assert sigmas == sorted(sigmas, reverse=True)


def test_the_fit_of_nothing_leaves_the_model_as_it_is():
    fit = fit_hand([])
    assert fit.together().factor == 1
    assert fit.outliers == fit.left_out == []
