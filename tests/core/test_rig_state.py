"""The rig's state is what its entries come to: in any order, joined from two books, per line."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.model.clocks import Moment
from pellak.core.model.run_log import RunLog
from pellak.core.model.sequences import every_step
from pellak.core.rig.equipment import Equipment
from pellak.core.rig.items import read_item
from pellak.core.rig.state import (
    ENDS_TESTS,
    LINE_PARTS,
    SOON_AFTER_S,
    RigEvent,
    reported,
    rig_state,
)
from pellak.core.run.hold_points import answered
from pellak.core.run.rig_at_bench import as_rig_stands
from pellak.core.run.short_start import PROVEN, SET
from tests.core.test_bench import NOON, PLAN, all_answered

LINE = ["torch:a", "hose:b", "cylinder:c x1"]
OTHER = ["torch:z", "hose:y", "cylinder:x x1"]


def told(what, at_s, *, parts=LINE, run="r1", who="Brit", finding="", looked_at=LINE_PARTS):
    mark = f"{what}-{at_s}-{run}-{who}"[:40]
    return RigEvent(
        id=mark, what=what, at_s=at_s, who=who, run_id=run, parts=parts, finding=finding,
        looked_at=list(looked_at) if what == "examined" else [],
    )  # fmt: skip


whats = st.sampled_from(
    ["tested", "leak", "closed", "exchanged", "lit", "out", "backfire", "cause-mended",
     "flash-back", "examined", "unknown"]
)  # fmt: skip
histories = st.lists(
    st.builds(
        lambda what, at, run: told(what, float(at), run=run),
        whats, st.integers(0, 5000), st.sampled_from(["r1", "r2"]),
    ),
    max_size=14, unique_by=lambda event: event.at_s,
)  # fmt: skip


@given(histories, st.randoms(use_true_random=False))
def test_the_order_in_which_entries_are_read_changes_nothing(history, chance):
    shuffled = list(history)
    chance.shuffle(shuffled)
    assert rig_state(shuffled, LINE) == rig_state(history, LINE)


@given(histories)
def test_a_test_counts_while_nothing_ended_it_and_no_longer(history):
    state = rig_state(history, LINE)
    for event in history:
        if event.what == "tested":
            later = [e for e in history if e.what in ENDS_TESTS and e.at_s >= event.at_s]
            assert state.vouches_for(event.at_s) == (not later)


@given(histories, histories)
def test_of_two_books_joined_a_lock_in_either_holds(mine, theirs):
    """Where nobody said that it was examined."""
    joined = rig_state([*mine, *theirs], LINE)
    examined = any(e.what == "examined" for e in [*mine, *theirs])
    if not examined and any(e.what == "flash-back" for e in [*mine, *theirs]):
        assert joined.lock


@given(histories)
def test_an_entry_more_never_makes_an_old_test_count_again(history):
    before = set(rig_state(history, LINE).tests)
    for what in ENDS_TESTS:
        after = rig_state([*history, told(what, 6000.0)], LINE)
        assert set(after.tests) == set()
    again = set(rig_state([*history, told("tested", 6000.0)], LINE).tests)
    assert again == before | {6000.0}


def test_a_test_of_another_line_or_of_a_changed_one_vouches_for_nothing():
    events = [told("tested", 100.0)]
    assert rig_state(events, LINE).tests == [100.0]
    assert rig_state(events, OTHER).tests == []
    for at in range(len(LINE)):
        changed = [*LINE[:at], "arrestor:new", *LINE[at + 1 :]]
        assert rig_state(events, changed).tests == []
    assert rig_state(events, [*LINE, "arrestor:new"]).tests == []
    assert rig_state(events, LINE[::-1]).tests == [100.0]


def test_what_befalls_one_line_leaves_another_alone_and_no_line_named_means_all():
    assert rig_state([told("closed", 1.0)], OTHER).gas_ended_s is None
    assert rig_state([told("flash-back", 1.0)], OTHER).lock, "a rack entered anew is locked too"
    assert rig_state([told("flash-back", 1.0)], LINE).lock
    assert rig_state([told("flash-back", 1.0, parts=[])], OTHER).lock
    # An empty rack names no part: what is told of it is told of every line.
    assert rig_state([told("flash-back", 1.0)], []).lock


def test_a_flash_back_locks_until_somebody_examined_it_and_names_who_told():
    locked = rig_state([told("flash-back", 1.0, who="Oona")], LINE)
    assert "Oona" in locked.lock
    assert "examined" in locked.lock
    assert rig_state([told("flash-back", 1.0), told("examined", 2.0)], LINE).barred == ""
    assert rig_state([told("examined", 1.0), told("flash-back", 2.0)], LINE).lock


@pytest.mark.parametrize(
    ("history", "barred"),
    [
        ([("backfire", 0)], False),
        ([("backfire", 0), ("backfire", 90_000)], True),
        ([("backfire", 0), ("cause-mended", 60), ("backfire", 90_000)], False),
        ([("backfire", 0), ("cause-mended", 60), ("backfire", SOON_AFTER_S)], True),
        ([("backfire", 0), ("cause-mended", 60), ("backfire", SOON_AFTER_S + 1)], False),
        (
            [("backfire", 0), ("cause-mended", 60), ("backfire", 300), ("cause-mended", 400)],
            False,
        ),
        ([("backfire", 0), ("backfire", 90_000), ("cause-mended", 90_060)], False),
        ([("backfire", 0), ("out", 60), ("lit", 90), ("backfire", 90_000)], True),
    ],
)
def test_a_second_backfire_bars_until_its_cause_is_mended(history, barred):
    events = [told(what, float(at)) for what, at in history]
    assert bool(rig_state(events, LINE).popped) == barred


def test_a_flame_is_told_to_every_other_run_of_that_torch_until_it_is_out():
    lit = told("lit", 5.0, run="r1")
    assert rig_state([lit], LINE, "r1").flames == []
    (flame,) = rig_state([lit], LINE, "r2").flames
    assert (flame.run_id, flame.who, flame.at_s) == ("r1", "Brit", 5.0)
    assert rig_state([lit], OTHER, "r2").flames == []
    # The same cylinders through another torch: two flames are two rigs' business.
    assert rig_state([lit], ["torch:z", "cylinder:c x1"], "r2").flames == []
    assert rig_state([lit, told("out", 6.0, run="r1")], LINE, "r2").flames == []
    assert rig_state([lit, told("out", 6.0, run="r9")], LINE, "r2").flames != []


@pytest.mark.parametrize(
    ("event", "field"),
    [
        (told("examined", 9.0, who=" ", finding="arrestors changed"), "who"),
        (told("examined", 9.0, finding="fine"), "finding"),
        *(
            (
                told("examined", 9.0, finding="all replaced", looked_at=LINE_PARTS.keys() - {one}),
                "looked_at",
            )
            for one in LINE_PARTS
        ),
        (told("cause-mended", 9.0, finding="tip was loose"), "what"),
        (told("out", 9.0, run="r7"), "run_id"),
        (told("tested", 9.0), "what"),
        (told("lit", 9.0), "what"),
    ],
)
def test_only_what_bars_is_ended_and_by_name_and_finding(event, field):
    state = rig_state([told("flash-back", 1.0), told("lit", 2.0)], LINE)
    with pytest.raises(Refused) as refused:
        reported(event, state)
    assert refused.value.field == field


def test_what_ends_a_lock_is_taken():
    state = rig_state([told("flash-back", 1.0), told("lit", 2.0)], LINE)
    for event in (
        told("examined", 9.0, finding="both arrestors replaced, hoses tested"),
        told("out", 9.0, run="r1"),
    ):
        assert reported(event, state) is event


RACK = (
    {"kind": "torch", "name": "Long", "mixer": "equal-pressure"},
    {"kind": "hose", "name": "Pair", "bore_mm": 6.3, "length_m": 10},
    {"kind": "arrestor", "name": "A1", "gas": "acetylene", "dated": "2025-01-01"},
    {"kind": "cylinder", "name": "C1", "gas": "acetylene", "size": "acetylene-4.1", "in_use": True},
)


def rack(*items, **more):
    return Equipment(tuple(read_item(item) for item in items), **more)


def test_a_new_name_is_the_same_part_and_a_new_part_is_not():
    renamed = [{**RACK[0], "name": "Short"}, *RACK[1:]]
    ids = {("torch", "Long"): "t1", ("torch", "Short"): "t1"}
    assert rack(*RACK, ids=ids).line_parts == rack(*renamed, ids=ids).line_parts
    assert rack(*RACK).line_parts != rack(*renamed).line_parts


@pytest.mark.parametrize("at", range(len(RACK)))
def test_every_part_of_the_line_counts(at):
    assert rack(*RACK[:at], *RACK[at + 1 :]).line_parts != rack(*RACK).line_parts


def test_one_cylinder_more_coupled_is_another_line():
    coupled = [*RACK[:3], {**RACK[3], "coupled": 2}]
    assert rack(*coupled).line_parts != rack(*RACK).line_parts


def test_the_cards_a_proven_rig_vouches_for_are_cards():
    assert {step.id for step in every_step()} >= PROVEN.union(SET)


@pytest.mark.parametrize(("restored_s", "holds"), [(None, True), (-60.0, True), (60.0, False)])
def test_no_answer_outlives_the_records_it_was_given_in(restored_s, holds):
    # A backup of before somebody's "no" brings back the "yes" that stood there.
    log = all_answered(PLAN, RunLog(who="Brit"), NOON)
    entries = [] if restored_s is None else [told("unknown", NOON.utc_s + restored_s, parts=[])]
    later = Moment(utc_s=NOON.utc_s + 120, boot=NOON.boot, boot_s=NOON.boot_s + 120)
    stands = as_rig_stands(log, rig_state(entries, [])) if entries else log
    assert ("clear-vessel" in answered(PLAN, stands, later)) == holds


@pytest.mark.parametrize(
    ("first", "then", "told_of"),
    [
        ("out", "lit", lambda state: bool(state.flames)),
        ("examined", "flash-back", lambda state: bool(state.lock)),
        ("tested", "closed", lambda state: not state.vouches_for(5000.0)),
    ],
)
def test_a_clock_set_back_puts_nothing_that_came_last_first(first, then, told_of):
    entries = [told(first, 5000.0), told(then, 4000.0)]
    counted = [one.model_copy(update={"number": at + 1}) for at, one in enumerate(entries)]
    assert told_of(rig_state(counted, LINE, "another"))
    assert told_of(rig_state(counted[::-1], LINE, "another"))
