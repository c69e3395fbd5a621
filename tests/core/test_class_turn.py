"""A class: one proven rig, a lot answered for once, and each hand for itself."""

import pytest

from pellak.core.answer.errors import Refused
from pellak.core.model.run_log import RunLog
from pellak.core.run.bench import bench_state, stood_at
from pellak.core.run.class_turn import PIECE_STOPS, with_batch
from pellak.core.run.flame_events import report_backfire
from pellak.core.run.hold_points import answered, confirmed, piece_of
from pellak.core.run.start import begun
from tests.core.test_bench import NOON, after, all_answered, answer, plan_of

NEW = {"held": "nothing", "closed": "open", "coating": "bare", "place": "shop"}
PLAN = plan_of("carbon-steel", alloy="dc01", **NEW)
TEACHER = RunLog(who="Brit")
SAW = "forty coupons cut this morning from one sheet"


def batch(plan=PLAN, log=None, lot="B7", saw=SAW, now=NOON):
    log = all_answered(plan, TEACHER, now) if log is None else log
    return with_batch(plan, log, piece_of(plan), answered(plan, log, now), lot, saw, now)


def turn(before, who="Tove", plan=PLAN, now=NOON):
    return begun(plan, RunLog(who=who), "class", now, before, PLAN)


def until_light(plan, log, now=NOON):
    order = [card.step.id for card in bench_state(plan, log, now).cards]
    return order[: order.index("light") + 1]


def test_a_turn_at_a_proven_rig_is_five_cards_with_a_name_on_each():
    log = turn(batch())
    assert until_light(PLAN, log) == ["begin", "since", "class-ready", "gauges", "light"]
    for step in ("class-ready", "gauges"):
        with pytest.raises(Refused, match=step):
            stood_at(PLAN, log, "light", NOON)
        log = answer(PLAN, log, step, NOON)
    assert stood_at(PLAN, log, "light", NOON).step == "light"
    assert {one.who for one in log.confirmations} == {"Tove"}


def test_the_lot_goes_from_hand_to_hand_and_ends_with_the_shift():
    second = turn(batch())
    third = turn(second, who="Oona", now=after(7 * 3600))
    assert third.batch.who == "Brit"
    late = turn(second, who="Oona", now=after(8.1 * 3600))
    assert late.batch is None
    assert set(PIECE_STOPS) <= set(until_light(PLAN, late, after(8.1 * 3600)))
    # One who began in time and lights too late is asked anew.
    assert "since" in bench_state(PLAN, second, NOON).answered
    assert "since" not in bench_state(PLAN, second, after(8.1 * 3600)).answered


def test_another_piece_is_asked_about_alone():
    other = plan_of("carbon-steel", alloy="dc01", **NEW, length_mm=123.0)
    assert set(PIECE_STOPS) <= set(until_light(other, turn(batch(), plan=other)))


def test_a_class_without_a_lot_asks_each_piece():
    assert set(PIECE_STOPS) <= set(until_light(PLAN, turn(all_answered(PLAN, TEACHER))))


@pytest.mark.parametrize(
    ("job", "field"),
    [
        ({"coating": "zinc"}, "coating"),
        ({"held": None}, "held"),
        ({"closed": "vented"}, "closed"),
        ({"place": "roof"}, "place"),
        ({"alloy": None}, "alloy"),
    ],
)
def test_used_coated_closed_and_unnamed_stock_is_no_lot(job, field):
    plan = plan_of("carbon-steel", **{"alloy": "dc01", **NEW, **job})
    with pytest.raises(Refused) as refused:
        batch(plan, TEACHER)
    assert refused.value.field == field


@pytest.mark.parametrize(
    ("lot", "saw", "field"), [(" ", SAW, "lot"), ("B7", "fine", "saw"), ("B7", "  ", "saw")]
)
def test_a_lot_has_a_name_and_says_what_was_looked_at(lot, saw, field):
    with pytest.raises(Refused) as refused:
        batch(lot=lot, saw=saw)
    assert refused.value.field == field


@pytest.mark.parametrize("stop", PIECE_STOPS)
def test_whoever_answers_for_a_lot_has_answered_each_stop_themselves(stop):
    whole = all_answered(PLAN, TEACHER)
    lacking = [one for one in whole.confirmations if one.step != stop]
    with pytest.raises(Refused, match=stop):
        batch(log=whole.model_copy(update={"confirmations": lacking}))
    with pytest.raises(Refused):
        batch(log=whole.model_copy(update={"who": "Tove"}))


def test_a_backfire_ends_the_start_for_all():
    popped = report_backfire(PLAN, batch(), "backfire", after(60), "x")
    with pytest.raises(Refused, match="popped"):
        turn(popped, now=after(120))
    # Told by another run on the rig: it reaches this one as the purge's end.
    told = batch().model_copy(update={"purge_ended_s": NOON.utc_s + 60})
    with pytest.raises(Refused, match="backfire on this rig"):
        turn(told, now=after(120))
    begun_before = turn(batch()).model_copy(update={"purge_ended_s": NOON.utc_s + 60})
    assert bench_state(PLAN, begun_before, after(120)).open_stop == "since"
    at_since = begun_before.model_copy(update={"step": "since"})
    with pytest.raises(Refused, match="told anew"):
        confirmed(PLAN, at_since, "since", after(120), "x")


def test_a_class_goes_on_from_a_test_that_stands():
    with pytest.raises(Refused, match="no leak test"):
        turn(TEACHER)
    with pytest.raises(Refused, match="no leak test"):
        turn(batch(), now=after(13 * 3600))
    with pytest.raises(Refused, match="holds the torch"):
        turn(batch(), who="")
