"""Walking the cards: no way past an open stop, clocks begun, what was undone tested again."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from pellak.core.bench import (
    begun,
    bench_state,
    clock_cleared,
    clock_started,
    fire_watch_s,
    leak_tested,
    stood_at,
)
from pellak.core.binding import bound_by
from pellak.core.care.cards import BEFORE_THE_FLAME
from pellak.core.care.clocks import Moment
from pellak.core.care.walk import LIGHTS
from pellak.core.errors import Refused
from pellak.core.run_log import RunLog
from pellak.core.stops import confirmed, piece_of, popped
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


def answer(plan, log, step, now=NOON, told="yes"):
    return confirmed(plan, at(log, step), step, now, "2026-11-23T12:00:00+00:00", told)


def leak_read(plan, log=BRIT, now=NOON):
    """The log with a leak test just read and found tight."""
    before = Moment(utc_s=now.utc_s - 400, boot=now.boot, boot_s=now.boot_s - 400)
    log = clock_started(plan, log, "leak", before, ago="", lain="")
    return leak_tested(plan, log, TIGHT, now, "2026-11-23T12:00:00+00:00")


def all_answered(plan, log=BRIT, now=NOON):
    log = leak_read(plan, log, now)
    for card in bench_state(plan, log, now).cards:
        if card.step.gate == "stop":
            log = answer(plan, log, card.step.id, now)
    return log


ACTS = (
    "stand",
    "yes",
    "no",
    "begin",
    "leak",
    "read",
    "clear",
    "who",
    "pop",
    "flash",
    "close",
    "edit",
)


def acted(plans, log, act, number, now):
    """Return plans and log after one act at the bench; unchanged where it was refused.

    `plans` is the plan a run was begun under and the one its job has today.
    """
    kept, today = plans
    plan, _ = bound_by(kept, today)
    order = [*ids(plan, log), "look"]
    step = order[number % len(order)]
    here = bench_state(plan, log, now).at
    try:
        match act:
            case "stand":
                log = stood_at(plan, log, step, now)
            case "yes" | "no":
                log = confirmed(plan, log, here if number % 3 else step, now, "x", act)
            case "begin":
                log = begun(plan, log, ("daily", "cylinder-change", "short")[number % 3], now)
            case "leak":
                log = clock_started(plan, log, "leak", now, ago="10 min", lain="")
            case "read":
                log = leak_tested(plan, log, TIGHT, now, "x")
            case "clear":
                log = clock_cleared(log, "leak", "x")
            case "who":
                log = log.model_copy(update={"who": ("Brit", "Tove")[number % 2]})
            case "pop":
                log = popped(plan, log, "backfire", "x")
            case "flash":
                log = popped(plan, log, "flash-back", "x")
            case "close":
                out = next(s for s in order if s.startswith("out-"))
                for card in (out, "close-cylinders", "bleed"):
                    log = stood_at(plan, log, card, now)
            case "edit":
                family = sorted(PLANS)[number % len(PLANS)]
                return (kept, (kept, STRICT, PLANS[family])[number % 3]), log
    except Refused:
        pass
    return plans, log


STRICT = plan_of("carbon-steel", place="roof", fire_watch="240")
acts = st.lists(
    st.tuples(st.sampled_from(ACTS), st.integers(0, 60), st.sampled_from((0, 5, 70, 4000, 40_000))),
    max_size=60,
)  # fmt: skip


def may_burn(plan, log, now):
    """Say by the rules themselves whether the torch may be lit, apart from the code under test."""
    told = {one.step: one for one in log.confirmations}
    if any(pop.what == "flash-back" for pop in log.pops) or len(log.pops) > 1:
        return False
    for card in bench_state(plan, log, now).cards:
        step = card.step
        if step.id in LIGHTS:
            return plan.may_start
        if step.gate != "stop":
            continue
        one = told.get(step.id)
        if one is None or one.answer != "yes":
            return False
        if step.phase == "piece" and one.piece != piece_of(plan):
            return False
        age_h = (now.utc_s - one.given_s) / 3600
        if step.phase in ("people", "place") and (age_h > 8 or one.who != log.who):
            return False
        if step.phase in ("equipment", "gas") and (
            age_h > 12 or (log.gas_ended_s is not None and log.gas_ended_s >= one.given_s)
        ):
            return False
        if step.kind == "leak" and (log.leak_test is None or not log.leak_test.values.tight):
            return False
    return False


@settings(max_examples=300)
@given(acts, st.booleans())
def test_no_path_reaches_the_light_while_the_rules_say_it_must_not(path, ready):
    plans, now = (PLAN, PLAN), NOON
    log = all_answered(PLAN) if ready else BRIT
    for act, number, wait in path:
        now = after(now.utc_s - NOON.utc_s + wait)
        before = log
        plans, log = acted(plans, log, act, number, now)
        plan, _ = bound_by(*plans)
        light = next(step for step in ids(plan, log) if step in LIGHTS)
        try:
            stood_at(plan, log, light, now)
            reached = True
        except Refused:
            reached = False
        assert reached == may_burn(plan, log, now), (act, log.step)
        # Nothing of an answer or a clock is lost but by the rules' own doing, and out is open.
        if act not in ("begin", "yes", "no", "leak", "read", "clear", "close"):
            kept = {c.step for c in log.confirmations}
            # A flame lit and put out anew owes its look behind anew.
            assert {c.step for c in before.confirmations} - kept <= {"fire-watch"}
        out = next(step for step in ids(plan, log) if step.startswith("out-"))
        assert stood_at(plan, log, out, now).step == out


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


def test_a_stop_is_kept_with_who_when_and_what():
    log = answer(PLAN, BRIT, "place")
    (one,) = log.confirmations
    assert (one.step, one.who, one.answer, one.given_s) == ("place", "Brit", "yes", NOON.utc_s)
    tove = log.model_copy(update={"who": "Tove"})
    both = answer(PLAN, tove, "no-oil")
    assert [c.who for c in both.confirmations] == ["Brit", "Tove"]


def test_a_stop_is_answered_on_its_own_card_only():
    with pytest.raises(Refused, match="its own card"):
        confirmed(PLAN, at(BRIT, "begin"), "place", NOON, "x")


def test_no_or_not_sure_is_kept_and_bars():
    log = answer(PLAN, all_answered(PLAN), "place", told="no")
    assert [c.answer for c in log.confirmations if c.step == "place"] == ["no"]
    with pytest.raises(Refused):
        stood_at(PLAN, log, "light", NOON)
    assert stood_at(PLAN, answer(PLAN, log, "place"), "light", NOON).step == "light"


def test_answers_end_with_what_they_speak_of():
    whole = all_answered(PLAN)
    shift, half_day = after(8 * 3600 + 1), after(12 * 3600 + 1)
    assert bench_state(PLAN, whole, NOON).open_stop is None
    by_phase = {card.step.id: card.step.phase for card in PLAN.cards}
    for now, ended in (
        (shift, {"people", "place"}),
        (half_day, {"people", "place", "equipment", "gas"}),
    ):
        gone = {c.step for c in whole.confirmations} - set(bench_state(PLAN, whole, now).answered)
        assert {by_phase[step] for step in gone} == ended
    tove = whole.model_copy(update={"who": "Tove"})
    gone = {c.step for c in whole.confirmations} - set(bench_state(PLAN, tove, NOON).answered)
    assert {by_phase[step] for step in gone} == {"people", "place"}
    edited = plan_of("carbon-steel", length_mm=777)
    assert {
        by_phase[c.step]
        for c in whole.confirmations
        if c.step not in bench_state(bound_by(PLAN, edited)[0], whole, NOON).answered
    } == {"piece"}


def test_closing_the_cylinders_ends_what_was_tested():
    lit = stood_at(PLAN, all_answered(PLAN), "seam", NOON)
    shut = stood_at(PLAN, stood_at(PLAN, lit, "close-cylinders", NOON), "bleed", after(5))
    assert shut.leak_test is None
    assert bench_state(PLAN, shut, after(10)).open_stop in ("no-oil", "stand")
    assert "leak" not in bench_state(PLAN, shut, after(10)).answered


def test_an_open_run_is_held_to_what_is_stricter_today():
    whole = all_answered(PLAN)
    held = plan_of("carbon-steel", held="fuel-solvent-gas")
    bound, told = bound_by(PLAN, held)
    assert told[0] == held.why_not
    with pytest.raises(Refused, match="bars the light"):
        stood_at(bound, whole, "light", NOON)
    lit = at(whole, "seam")
    assert stood_at(bound, lit, "out-acetylene", NOON).step == "out-acetylene"
    bound, told = bound_by(PLAN, STRICT)
    assert fire_watch_s(bound) == 240 * 60
    assert any("non-combustible layer" in one for one in told)
    assert any("240 min" in one for one in told)
    assert bench_state(bound, whole, NOON).open_stop is not None
    assert bound_by(PLAN, PLAN)[1] == []
    assert bound_by(PLAN, None) == (PLAN, [])


def test_a_flash_back_locks_the_run_and_a_second_pop_shuts_it_down():
    lit = at(all_answered(PLAN), "seam")
    once = popped(PLAN, lit, "backfire", "x")
    assert bench_state(PLAN, once, NOON).at == "purge"
    assert stood_at(PLAN, once, "light", NOON).step == "light"
    twice = popped(PLAN, at(once, "seam"), "backfire", "x")
    assert bench_state(PLAN, twice, NOON).at == "out-acetylene"
    flash = popped(PLAN, lit, "flash-back", "x")
    assert bench_state(PLAN, flash, NOON).at == "close-cylinders"
    for locked in (twice, flash):
        assert bench_state(PLAN, locked, NOON).barred
        with pytest.raises(Refused):
            stood_at(PLAN, locked, "light", NOON)


def test_a_short_start_goes_on_from_a_run_that_vouches_for_it():
    before = all_answered(PLAN)
    for log, last, why in (
        (BRIT, None, "no leak test"),
        (BRIT, before.model_copy(update={"leak_test": None}), "no leak test"),
        (RunLog(who="Tove"), before, "Brit held the torch"),
        (BRIT, popped(PLAN, before, "flash-back", "x"), "flash-back"),
    ):
        with pytest.raises(Refused, match=why):
            begun(PLAN, log, "short", NOON, last)
    with pytest.raises(Refused, match="no leak test"):
        begun(PLAN, BRIT, "short", after(13 * 3600), before)
    shop = plan_of("carbon-steel", place="shop")
    short = begun(shop, BRIT, "short", NOON, before)
    cards = bench_state(shop, short, NOON).cards
    until_light = [c.step.id for c in cards if c.step.phase in BEFORE_THE_FLAME]
    assert len(until_light) <= 8, until_light
    assert "gauges" in until_light
    assert short.leak_test == before.leak_test
    assert {c.step.id for c in cards} >= {"seam", "out-acetylene", "fire-watch"}


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
    with pytest.raises(Refused, match="eight readings"):
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


@pytest.mark.parametrize(("ago", "field"), [("soon", "ago"), ("-3 min", "ago"), ("60 days", "ago")])
def test_a_time_that_cannot_be_is_refused_by_name(ago, field):
    with pytest.raises(Refused) as refused:
        clock_started(PLAN, BRIT, "stand", NOON, ago=ago, lain="")
    assert refused.value.field.startswith(field)
