"""Walking the cards: no way past an open stop, clocks begun, what was undone tested again."""

import pytest

from pellak.core.answer.errors import Refused
from pellak.core.model.clocks import Moment, clock_state
from pellak.core.model.run_log import RunLog
from pellak.core.model.sequences import VOUCHED
from pellak.core.run.bench import (
    bench_state,
    clock_cleared,
    clock_started,
    fire_watch_s,
    stood_at,
)
from pellak.core.run.hold_points import cards_of, confirmed, standing_at
from pellak.core.run.leak_at_bench import leak_tested
from pellak.core.run.requirements import barred
from pellak.core.run.start import begun
from pellak.core.run.walk import LIGHTS, clock_is_over, flame_may_burn
from tests.core.test_families import PIECES, plan_of

PLANS = {family: plan_of(family) for family in PIECES}
PLAN = PLANS["carbon-steel"]
NOON = Moment(utc_s=1_800_000_000.0, boot="one", boot_s=5000.0)
BRIT = RunLog(who="Brit")
TIGHT = {gas: {"contents_before_bar": "12", "contents_after_bar": "12",
               "outlet_before_bar": "6 psi", "outlet_after_bar": "6 psi"}
         for gas in ("acetylene", "oxygen")}  # fmt: skip


def after(seconds):
    return Moment(utc_s=NOON.utc_s + seconds, boot="one", boot_s=NOON.boot_s + seconds)


def ids(plan, log):
    return [card.step.id for card in bench_state(plan, log, NOON).cards]


def at(log, step):
    return log.model_copy(update={"step": step})


COUNTED = "counted aloud, no clock at hand"


def answer(plan, log, step, now=NOON, given="yes"):
    return confirmed(plan, at(log, step), step, now, "2026-11-23T12:00:00+00:00", given, COUNTED)


def leak_read(plan, log=BRIT, now=NOON):
    """The log with a leak test just read and found tight."""
    before = Moment(utc_s=now.utc_s - 400, boot=now.boot, boot_s=now.boot_s - 400)
    log = clock_started(plan, log, "leak", before, ago="", lain="")
    return leak_tested(plan, log, TIGHT, now, "2026-11-23T12:00:00+00:00")


def all_answered(plan, log=BRIT, now=NOON):
    log = leak_read(plan, log, now)
    for card in bench_state(plan, log, now).cards:
        told = card.step.kind == "since" and log.start in VOUCHED
        if card.step.gate == "stop" and not told:
            log = answer(plan, log, card.step.id, now)
    return log


@pytest.mark.parametrize("family", sorted(PLANS))
def test_the_flame_can_always_be_put_out(family):
    plan = PLANS[family]
    for step in ids(plan, BRIT):
        if step.startswith("out-") or step in ("close-cylinders", "fire-watch"):
            assert stood_at(plan, BRIT, step, NOON).step == step


@pytest.mark.parametrize("family", sorted(PLANS))
def test_every_stop_bars_the_light_by_itself(family):
    plan = PLANS[family]
    whole = all_answered(plan)
    assert stood_at(plan, whole, "light", NOON).step == "light"
    for one in whole.confirmations:
        rest = [c for c in whole.confirmations if c is not one]
        lacking = whole.model_copy(update={"confirmations": rest})
        with pytest.raises(Refused) as refused:
            stood_at(plan, lacking, "light", NOON)
        assert one.step in refused.value.accepted


@pytest.mark.parametrize("step", ["tip", "nothing", "look", "light"])
def test_only_stops_are_answered(step):
    with pytest.raises(Refused):
        confirmed(PLAN, at(BRIT, step), step, NOON, "x")


def test_nobody_answers_a_stop():
    with pytest.raises(Refused) as refused:
        confirmed(PLAN, at(RunLog(), "place"), "place", NOON, "x")
    assert refused.value.field == "who"


def test_a_card_that_is_not_there_is_refused():
    with pytest.raises(Refused):
        stood_at(PLAN, BRIT, "flux-off", NOON)


def test_a_cylinder_that_lay_holds_the_start_until_it_has_stood():
    log = clock_started(PLAN, BRIT, "stand", NOON, ago="30 min", lain="3 h")
    with pytest.raises(Refused):
        answer(PLAN, log, "stand", after(8000))
    assert answer(PLAN, log, "stand", after(9001)).confirmations
    cleared = clock_cleared(log, "stand", "noon")
    assert [(one.what, one.who, one.at) for one in cleared.taken_back] == [
        ("clock stand", "Brit", "noon")
    ]
    assert answer(PLAN, cleared, "stand").confirmations


def test_a_bare_number_of_a_cylinder_is_hours():
    log = clock_started(PLAN, BRIT, "stand", NOON, ago="1", lain="12")
    assert bench_state(PLAN, log, NOON).clocks[0].left_s == 11 * 3600


def test_the_leak_test_waits_for_its_clock_and_its_verdict():
    with pytest.raises(Refused):
        answer(PLAN, BRIT, "leak")
    log = clock_started(PLAN, BRIT, "leak", NOON, ago="1 h", lain="")
    with pytest.raises(Refused):
        leak_tested(PLAN, log, TIGHT, after(50), "x")
    with pytest.raises(Refused, match="four needles"):
        answer(PLAN, log, "leak", after(61))
    over = {**TIGHT, "acetylene": {**TIGHT["acetylene"], "outlet_after_bar": "2 bar",
                                   "outlet_before_bar": "2 bar"}}  # fmt: skip
    assert not leak_tested(PLAN, log, over, after(61), "x").leak_test.values.tight
    falling = {**TIGHT, "oxygen": {**TIGHT["oxygen"], "outlet_after_bar": "5 psi"}}
    leaks = leak_tested(PLAN, log, falling, after(61), "x")
    assert leaks.leak_test.values.findings[0].gas == "oxygen"
    with pytest.raises(Refused):
        answer(PLAN, leaks, "leak", after(61))
    again = clock_started(PLAN, leaks, "leak", after(100), ago="", lain="")
    assert again.leak_test is None
    tight = leak_tested(PLAN, again, TIGHT, after(161), "x")
    assert answer(PLAN, tight, "leak", after(162)).confirmations


@pytest.mark.parametrize(
    ("gas", "gauge", "text"),
    [("acetylene", "outlet_after_bar", "soon"), ("oxygen", "contents_before_bar", ""),
     ("oxygen", "outlet_before_bar", "-1"), ("oxygen", "contents_before_bar", "0"),
     ("acetylene", "outlet_before_bar", "0"), ("acetylene", "outlet_before_bar", "390 bar")],
)  # fmt: skip
def test_a_reading_that_cannot_be_names_its_gauge(gas, gauge, text):
    log = clock_started(PLAN, BRIT, "leak", NOON, ago="", lain="")
    readings = {**TIGHT, gas: {**TIGHT[gas], gauge: text}}
    with pytest.raises(Refused) as refused:
        leak_tested(PLAN, log, readings, after(70), "x")
    assert refused.value.field == f"{gas}.{gauge}"


def test_a_needle_that_did_not_move_is_one_tap_and_one_that_did_is_typed():
    log = clock_started(PLAN, BRIT, "leak", NOON, ago="", lain="")
    taps = {"contents_at_least_bar": "5 bar", "outlet_at_least_bar": "0.4 bar"}
    tested = leak_tested(PLAN, log, {"acetylene": taps, "oxygen": taps}, after(70), "x").leak_test
    assert tested.values.tight
    assert tested.given.oxygen.outlet.moved is False
    moved = {
        "contents_at_least_bar": "5", "outlet_before_bar": "6 psi", "outlet_after_bar": "4 psi",
    }  # fmt: skip
    found = leak_tested(PLAN, log, {"acetylene": taps, "oxygen": moved}, after(70), "x").leak_test
    assert [(one.gas, one.gauge) for one in found.values.findings] == [("oxygen", "outlet")]
    low = {**taps, "outlet_at_least_bar": "0.1"}
    with pytest.raises(Refused) as refused:
        leak_tested(PLAN, log, {"acetylene": taps, "oxygen": low}, after(70), "x")
    assert refused.value.field == "oxygen.outlet_before_bar"


def test_a_line_settles_a_minute_before_its_needles_are_read():
    settled = clock_started(PLAN, BRIT, "line-settle", NOON, ago="", lain="")
    (mark,) = settled.clocks
    assert mark.seconds == 60


def test_leaving_the_flame_out_card_starts_the_fire_watch():
    lit = stood_at(PLAN, all_answered(PLAN), "seam", NOON)
    out = stood_at(PLAN, lit, "out-acetylene", after(10))
    assert not any(mark.clock == "fire-watch" for mark in out.clocks)
    left = stood_at(PLAN, out, "close-cylinders", after(20))
    state = bench_state(PLAN, left, after(80))
    assert [c.left_s for c in state.clocks if c.clock == "fire-watch"] == [3540.0]
    with pytest.raises(Refused):
        confirmed(PLAN, left, "fire-watch", after(3000), "x")
    looked = confirmed(PLAN, left, "fire-watch", after(3621), "x")
    assert bench_state(PLAN, looked, after(3621)).fire_watch_looked
    # Lit again and put out again: the hour and the look are owed anew.
    back = stood_at(PLAN, looked, "out-acetylene", after(4000))
    anew = stood_at(PLAN, back, "close-cylinders", after(4010))
    state = bench_state(PLAN, anew, after(4010))
    assert not state.fire_watch_looked
    assert [c.left_s for c in state.clocks if c.clock == "fire-watch"] == [3600.0]


def test_the_fire_watch_cannot_be_taken_away_and_the_shop_may_lengthen_it():
    with pytest.raises(Refused):
        clock_cleared(BRIT, "fire-watch", "x")
    assert fire_watch_s(PLAN) == 3600
    assert fire_watch_s(plan_of("carbon-steel", fire_watch="120")) == 7200


def test_a_changed_cylinder_is_tested_again_and_the_rest_stands():
    whole = stood_at(PLAN, all_answered(PLAN), "set-oxygen", NOON)
    changed = begun(PLAN, whole, "cylinder-change", NOON)
    state = bench_state(PLAN, changed, NOON)
    assert (state.at, state.open_stop) == ("stand", "stand")
    kept = {one.step for one in changed.confirmations}
    assert {"place", "clear-vessel"} <= kept
    assert not {"leak", "stand"} & kept
    assert changed.leak_test is None


def test_nothing_is_changed_with_the_flame_burning():
    lit = stood_at(PLAN, all_answered(PLAN), "puddle", NOON)
    with pytest.raises(Refused):
        begun(PLAN, lit, "cylinder-change", NOON)
    out = stood_at(PLAN, lit, "screws-out", NOON)
    assert begun(PLAN, out, "after-assembly", NOON).step == "stand"


def test_at_the_first_card_the_kind_of_start_only_changes_what_follows():
    changed = begun(PLAN, BRIT, "after-assembly", NOON)
    assert bench_state(PLAN, changed, NOON).at == "begin"
    assert "arrestors-assembled" in ids(PLAN, changed)


@pytest.mark.parametrize(
    ("clock", "seconds"),
    [("stand", 7200), ("leak", 60), ("settle", 60), ("fire-watch", 3600), ("preheat", None)],
)
def test_clocks_know_what_they_count_from(clock, seconds):
    log = clock_started(PLAN, BRIT, clock, NOON, ago="", lain="")
    assert log.clocks[-1].seconds == seconds


def test_purge_clocks_are_the_supply_reckoners_own_seconds():
    purge = next(f for s in PLAN.stations for f in s.figures if f.id == "purge")
    for gas in ("acetylene", "oxygen"):
        log = clock_started(PLAN, BRIT, f"purge-{gas}", NOON, ago="", lain="")
        line = next(w for w in purge.working if w.name == f"{gas}_purge_s")
        assert log.clocks[0].seconds == line.value >= 5


@pytest.mark.parametrize("clock", ["leak", "purge-acetylene", "purge-oxygen", "settle"])
def test_a_wait_that_keeps_people_safe_is_run_out_and_not_typed(clock):
    log = clock_started(PLAN, BRIT, clock, NOON, ago="2 h", lain="")
    assert clock_state(log.clocks[-1], NOON).elapsed_s <= 5
    assert not clock_is_over(log.clocks, clock, NOON)


@pytest.mark.parametrize(("ago", "field"), [("soon", "ago"), ("-3 min", "ago"), ("60 days", "ago")])
def test_a_time_that_cannot_be_is_refused_by_name(ago, field):
    with pytest.raises(Refused) as refused:
        clock_started(PLAN, BRIT, "stand", NOON, ago=ago, lain="")
    assert refused.value.field.startswith(field)


def test_a_run_whose_job_is_gone_may_shut_down_and_not_light():
    plan, said = barred(PLAN, "its job was archived")
    lit = all_answered(PLAN)
    light = next(step for step in ids(plan, lit) if step in LIGHTS)
    assert said == ["its job was archived"]
    with pytest.raises(Refused, match="archived"):
        stood_at(plan, lit, light, NOON)
    out = next(c.step.id for c in plan.cards if c.step.phase == "shut-down")
    assert stood_at(plan, lit, out, NOON).step == out


@pytest.mark.parametrize("step", [one for one in ids(PLAN, BRIT) if one not in LIGHTS])
def test_a_card_that_todays_plan_lacks_neither_lights_a_flame_nor_puts_it_out(step):
    log = BRIT.model_copy(update={"step": step})
    lacking = PLAN.model_copy(update={"cards": [c for c in PLAN.cards if c.step.id != step]})
    stands = standing_at(lacking, log)
    assert stands != step
    may_burn = flame_may_burn(cards_of(PLAN, log), step)
    assert flame_may_burn(cards_of(lacking, log), stands) == may_burn
