"""A short start: what vouches for it, and what it shows because it is not as at the last light."""

import pytest

from pellak.core.answer.errors import Refused
from pellak.core.model.run_log import RunLog
from pellak.core.run.bench import bench_state
from pellak.core.run.flame_events import report_backfire
from pellak.core.run.short_start import SAME_BAR, SET, differing, shown_by
from pellak.core.run.start import begun
from tests.core.test_bench import BRIT, NOON, PLAN, after, all_answered
from tests.core.test_families import plan_of


def test_a_short_start_goes_on_from_a_run_that_vouches_for_it():
    before = all_answered(PLAN)
    for log, last, why in (
        (BRIT, None, "no leak test"),
        (BRIT, before.model_copy(update={"leak_test": None}), "no leak test"),
        (RunLog(who="Tove"), before, "Brit held the torch"),
        (BRIT, report_backfire(PLAN, before, "flash-back", NOON, "x"), "flash-back"),
    ):
        with pytest.raises(Refused, match=why):
            begun(PLAN, log, "short", NOON, last)
    with pytest.raises(Refused, match="no leak test"):
        begun(PLAN, BRIT, "short", after(13 * 3600), before)
    shop = plan_of("carbon-steel", place="shop")
    short = begun(shop, BRIT, "short", NOON, before)
    cards = bench_state(shop, short, NOON).cards
    order = [card.step.id for card in cards]
    until_light = order[: order.index("light") + 1]
    assert len(until_light) <= 8, until_light
    assert "gauges" in until_light
    assert short.leak_test == before.leak_test
    assert {c.step.id for c in cards} >= {"seam", "out-acetylene", "fire-watch"}


def test_what_stands_as_it_stood_differs_in_nothing():
    assert differing(PLAN.cards, shown_by(PLAN.cards)) == {}


@pytest.mark.parametrize("step", SET)
def test_a_pressure_is_set_anew_where_it_is_off_by_a_tenth_and_half_a_division(step):
    shown = shown_by(PLAN.cards)
    value = next(one.value for one in shown if one.step == step)

    def asked(was):
        moved = [
            one.model_copy(update={"value": was}) if one.step == step else one for one in shown
        ]
        return step in differing(PLAN.cards, moved)

    assert not asked(value + 0.9 * SAME_BAR)
    assert asked(value + 1.5 * SAME_BAR)
    assert asked(value - 1.5 * SAME_BAR)


def test_another_tip_sets_both_gases_anew_though_the_gauges_show_the_same():
    shown = [
        one.model_copy(update={"says": "another"}) if one.step == "tip" else one
        for one in shown_by(PLAN.cards)
    ]
    found = differing(PLAN.cards, shown)
    assert found["tip"] == "another"
    assert set(SET) < set(found)


def test_a_card_that_was_not_there_is_shown_and_one_that_went_is_not():
    shown = shown_by(PLAN.cards)
    assert set(differing(PLAN.cards, [one for one in shown if one.step != "dress"])) == {"dress"}
    fewer = [card for card in PLAN.cards if card.step.id != "dress"]
    assert differing(fewer, shown) == {}
