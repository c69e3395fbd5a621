"""Stops: on their own card, ended by what they speak of, and no path to the light around them."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.model.run_log import RunLog
from pellak.core.plan.change_job import with_changes
from pellak.core.plan.compose import compose_plan
from pellak.core.rig.equipment import Equipment
from pellak.core.rig.items import read_item
from pellak.core.run.bench import (
    bench_state,
    clock_cleared,
    clock_started,
    fire_watch_s,
    stood_at,
)
from pellak.core.run.flame_events import report_backfire, undo_flame_out
from pellak.core.run.hold_points import confirmed, piece_of
from pellak.core.run.leak_at_bench import leak_tested
from pellak.core.run.requirements import bound_by
from pellak.core.run.start import begun
from pellak.core.run.walk import LIGHTS
from tests.core.test_bench import (
    BRIT,
    NOON,
    PLAN,
    PLANS,
    TIGHT,
    after,
    all_answered,
    answer,
    at,
    ids,
    leak_read,
)
from tests.core.test_families import READY, plan_of

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
    "back",
    "edit",
    "rack",
    "restart",
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
                log = report_backfire(plan, log, "backfire", now, "x")
            case "flash":
                log = report_backfire(plan, log, "flash-back", now, "x")
            case "close":
                out = next(s for s in order if s.startswith("out-"))
                for card in (out, "close-cylinders", "bleed"):
                    log = stood_at(plan, log, card, now)
            case "back":
                log = undo_flame_out(plan, log, ("", "slipped")[number % 2], now, "x")
            case "restart":
                # All that outlives a power cut is what was written down.
                log = RunLog.model_validate_json(log.model_dump_json())
            case "rack":
                return (kept, (NO_RACK, DAMAGED, PLAN)[number % 3]), log
            case "edit":
                family = sorted(PLANS)[number % len(PLANS)]
                return (kept, (kept, STRICT, PLANS[family])[number % 3]), log
    except Refused:
        pass
    return plans, log


STRICT = plan_of("carbon-steel", place="roof", fire_watch="240")
READY_JOB = with_changes(SeamJob(name="x"), {**READY, "alloy": "dc01", "thickness_mm": 1.2})
BROKEN = {"kind": "torch", "name": "T", "mixer": "equal-pressure", "out_of_use": "flash-back"}
NO_RACK = compose_plan(READY_JOB, ShopSchools())
DAMAGED = compose_plan(
    READY_JOB,
    ShopSchools(),
    equipment=Equipment((read_item(BROKEN),)),
)
acts = st.lists(
    st.tuples(st.sampled_from(ACTS), st.integers(0, 60), st.sampled_from((0, 5, 70, 4000, 40_000))),
    max_size=60,
)  # fmt: skip


def may_burn(plan, log, now):
    """Say by the rules themselves whether the torch may be lit, apart from the code under test."""
    by_name = {one.step: one for one in log.confirmations}
    if any(pop.what == "flash-back" for pop in log.pops) or len(log.pops) > 1:
        return False
    for card in bench_state(plan, log, now).cards:
        step = card.step
        if step.id in LIGHTS:
            return plan.may_start
        if step.gate != "stop":
            continue
        one = by_name.get(step.id)
        if one is None or one.answer != "yes":
            return False
        if step.phase == "piece" and one.piece != piece_of(plan):
            return False
        age_h = (now.utc_s - one.given_s) / 3600
        if step.phase in ("people", "place", "piece") and (age_h > 8 or one.who != log.who):
            return False
        if step.phase in ("equipment", "gas") and (
            age_h > 12 or (log.gas_ended_s is not None and log.gas_ended_s >= one.given_s)
        ):
            return False
        if step.kind == "purge" and (log.purge_ended_s or 0) >= one.given_s:
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
        if act == "restart":
            now = now.model_copy(update={"boot": now.boot + "+", "boot_s": 1.0})
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
            # A flame lit and put out anew owes its look behind anew, one that popped its purge too.
            if len(log.pops) > len(before.pops):
                assert "purge" not in bench_state(plan, log, now).answered
            assert {c.step for c in before.confirmations} - kept <= {"fire-watch"}
        out = next(step for step in ids(plan, log) if step.startswith("out-"))
        assert stood_at(plan, log, out, now).step == out


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
    log = answer(PLAN, all_answered(PLAN), "place", given="no")
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
        (shift, {"people", "place", "piece"}),
        (half_day, {"people", "place", "piece", "equipment", "gas"}),
    ):
        gone = {c.step for c in whole.confirmations} - set(bench_state(PLAN, whole, now).answered)
        assert {by_phase[step] for step in gone} == ended
    tove = whole.model_copy(update={"who": "Tove"})
    gone = {c.step for c in whole.confirmations} - set(bench_state(PLAN, tove, NOON).answered)
    assert {by_phase[step] for step in gone} == {"people", "place", "piece"}
    edited = plan_of("carbon-steel", length_mm=777)
    assert {
        by_phase[c.step]
        for c in whole.confirmations
        if c.step not in bench_state(bound_by(PLAN, edited)[0], whole, NOON).answered
    } == {"piece"}


def test_closing_the_cylinders_ends_what_was_tested():
    lit = stood_at(PLAN, all_answered(PLAN), "seam", NOON)
    shut = stood_at(PLAN, stood_at(PLAN, lit, "close-cylinders", NOON), "bleed", after(5))
    assert not bench_state(PLAN, shut, after(10)).leak_test_stands
    assert shut.leak_test is not None, "what was read is kept"
    assert bench_state(PLAN, shut, after(10)).open_stop in ("no-oil", "stand")
    assert "leak" not in bench_state(PLAN, shut, after(10)).answered


def test_an_open_run_is_held_to_what_is_stricter_today():
    whole = all_answered(PLAN)
    held = plan_of("carbon-steel", held="fuel-solvent-gas")
    bound, result = bound_by(PLAN, held)
    assert result[0] == held.why_not
    with pytest.raises(Refused, match="bars the light"):
        stood_at(bound, whole, "light", NOON)
    lit = at(whole, "seam")
    assert stood_at(bound, lit, "out-acetylene", NOON).step == "out-acetylene"
    bound, result = bound_by(PLAN, STRICT)
    assert fire_watch_s(bound) == 240 * 60
    assert any("non-combustible layer" in one for one in result)
    assert any("240 min" in one for one in result)
    assert bench_state(bound, whole, NOON).open_stop is not None
    assert bound_by(PLAN, PLAN)[1] == []


def test_a_flash_back_locks_the_run_and_a_second_pop_shuts_it_down():
    lit = at(all_answered(PLAN), "seam")
    once = report_backfire(PLAN, lit, "backfire", NOON, "x")
    assert bench_state(PLAN, once, NOON).at == "purge"
    with pytest.raises(Refused, match="purge"):
        stood_at(PLAN, once, "light", NOON)
    purged = answer(PLAN, once, "purge", after(1))
    assert stood_at(PLAN, purged, "light", after(1)).step == "light"
    twice = report_backfire(PLAN, at(once, "seam"), "backfire", NOON, "x")
    assert bench_state(PLAN, twice, NOON).at == "out-acetylene"
    flash = report_backfire(PLAN, lit, "flash-back", NOON, "x")
    assert bench_state(PLAN, flash, NOON).at == "close-cylinders"
    (watch,) = [c for c in bench_state(PLAN, flash, NOON).clocks if c.clock == "fire-watch"]
    assert watch.left_s == 3600, "the flame is out, and nobody walked past its card"
    for locked in (twice, flash):
        assert bench_state(PLAN, locked, NOON).barred
        with pytest.raises(Refused):
            stood_at(PLAN, locked, "light", NOON)


def test_a_flame_out_told_by_mistake_is_taken_back_with_its_reason():
    lit = at(all_answered(PLAN), "seam")
    out = stood_at(PLAN, stood_at(PLAN, lit, "out-acetylene", NOON), "close-cylinders", after(2))
    with pytest.raises(Refused, match="why"):
        undo_flame_out(PLAN, out, " ", after(5), "x")
    back = undo_flame_out(PLAN, out, "wrong button", after(5), "x")
    stands = bench_state(PLAN, back, after(5))
    assert (stands.at, stands.flame_may_burn) == ("seam", True)
    assert [c.clock for c in stands.clocks] == ["leak"]
    (result,) = back.taken_back
    assert (result.what, result.reason, result.who) == ("flame out", "wrong button", "Brit")
    for log, why in (
        (lit, "that was put out"),
        (stood_at(PLAN, out, "bleed", after(9)), "shut down"),
        (report_backfire(PLAN, lit, "flash-back", NOON, "x"), "shut down"),
        (stood_at(PLAN, BRIT, "close-cylinders", NOON), "an answer to the stop"),
    ):
        with pytest.raises(Refused, match=why):
            undo_flame_out(PLAN, log, "wrong button", after(10), "x")


def test_a_leak_test_in_doubt_is_repeated_over_a_longer_time():
    tight = leak_read(PLAN)
    again = clock_started(PLAN, tight, "leak", NOON, ago="", lain="", longer=True)
    assert again.leak_test is None
    with pytest.raises(Refused, match="run out"):
        leak_tested(PLAN, again, TIGHT, after(600), "x")
    long = leak_tested(PLAN, again, TIGHT, after(901), "x")
    assert long.leak_test.given.seconds == 900
