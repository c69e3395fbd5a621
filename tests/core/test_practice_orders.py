"""Sequences put in order: only what comes next is right, in every school of a shop."""

import itertools

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.sequences import every_step
from pellak.core.practice.orders import (
    DRILLS,
    EITHER_WAY,
    ORDERS,
    asked,
    cards_in_order,
    judged,
    order_named,
    picked,
)

SHOPS = [
    ShopSchools.model_validate({"mixer": mixer, "shut_down": shut, "fuel_setting": fuel})
    for mixer in ("equal-pressure", "injector")
    for shut in ("acetylene-first", "oxygen-first")
    for fuel in ("smoke-gone", "leaving-tip", "feathering")
]
drills, shops = st.sampled_from(ORDERS), st.sampled_from(SHOPS)


@pytest.mark.parametrize("drill", ORDERS, ids=lambda one: one.id)
def test_a_sequence_is_the_shops_own_cards_in_the_shops_own_order(drill):
    for shop in SHOPS:
        cards = cards_in_order(drill, shop)
        assert len(cards) >= 5
        assert len({card.id for card in cards}) == len(cards)
        assert all(card.text and card.reason and "{" not in card.text for card in cards)
        if drill.id in DRILLS:
            assert [card.text for card in cards] == [one.text for one in DRILLS[drill.id]()]
            continue
        bench = [step.id for step in every_step()]
        places = [bench.index(card.id) for card in cards]
        assert places == sorted(places)


def test_a_torchs_mixer_and_a_shops_school_change_the_cards():
    equal, injector = (
        [card.id for card in cards_in_order(order_named("order-light-up"), shop)]
        for shop in (SHOPS[0], SHOPS[-1])
    )
    assert "light" in equal
    assert "light-injector" in injector
    outs = {cards_in_order(order_named("order-shut-down"), shop)[0].id for shop in SHOPS}
    assert outs == {"out-acetylene", "out-oxygen", "out-injector"}


@given(drills, shops, st.integers(0, 2**31))
def test_what_is_asked_is_mixed_and_gives_nothing_away(drill, shop, seed):
    result, cards = asked(drill, shop, seed), cards_in_order(drill, shop)
    assert sorted(card.id for card in result.cards) == sorted(card.id for card in cards)
    assert not any(card.reason or card.source for card in result.cards)
    assert result == asked(drill, shop, seed)


def test_cards_come_in_many_orders():
    drill = order_named("order-gas-on")
    firsts = {asked(drill, SHOPS[0], seed).cards[0].id for seed in range(60)}
    assert len(firsts) >= 6


@given(drills, shops, st.data())
def test_only_the_next_card_is_right_and_every_mistake_is_explained(drill, shop, data):
    cards = cards_in_order(drill, shop)
    picks: list[str] = []
    done: list[str] = []
    mistakes = 0
    while len(done) < len(cards):
        left = [card for card in cards if card.id not in done]
        pick = data.draw(st.sampled_from([card.id for card in left]))
        result = picked(drill, shop, done, pick)
        free = frozenset({pick, left[0].id}) in EITHER_WAY
        assert result.right == (pick == left[0].id or free)
        picks.append(pick)
        if result.right:
            done.append(pick)
        else:
            mistakes += 1
            assert left[0].text in result.why
            assert left[0].reason in result.why
            if mistakes > 12:
                picks.append(left[0].id)
                done.append(left[0].id)
    worth = judged(drill, shop, picks)
    assert worth.mistakes == mistakes
    assert worth.points == pytest.approx(max(0, 100 - 100 * mistakes / len(cards)))
    assert worth.points == pytest.approx(max(0, sum(part.points for part in worth.parts)))
    assert [card.id for card in worth.cards] == [card.id for card in cards]


@pytest.mark.parametrize("pair", sorted(sorted(pair) for pair in EITHER_WAY))
def test_neighbours_that_may_change_places_do_so_without_a_mistake(pair):
    shop = SHOPS[0]
    drill = next(d for d in ORDERS if set(pair) <= {c.id for c in cards_in_order(d, shop)})
    names = [card.id for card in cards_in_order(drill, shop)]
    at = [names.index(one) for one in pair]
    assert abs(at[0] - at[1]) == 1
    names[at[0]], names[at[1]] = names[at[1]], names[at[0]]
    assert judged(drill, shop, names).points == 100


@pytest.mark.parametrize("drill", ORDERS, ids=lambda one: one.id)
def test_every_other_pair_of_neighbours_may_not(drill):
    shop = SHOPS[0]
    names = [card.id for card in cards_in_order(drill, shop)]
    for one, other in itertools.pairwise(names):
        at = names.index(one)
        result = picked(drill, shop, names[:at], other)
        assert result.right == (frozenset({one, other}) in EITHER_WAY)


def test_time_is_told_and_counts_for_nothing():
    drill, shop = order_named("order-shut-down"), SHOPS[0]
    names = [card.id for card in cards_in_order(drill, shop)]
    timed = judged(drill, shop, names, 41.6)
    assert timed.points == judged(drill, shop, names).points == 100
    assert timed.parts[-1].why.startswith("42 s")


@pytest.mark.parametrize(
    ("picks", "field"), [([], "picks"), (["nothing"], "pick"), (["bleed", "bleed"], "picks")]
)
def test_an_order_left_open_or_made_up_is_refused(picks, field):
    with pytest.raises(Refused) as result:
        judged(order_named("order-shut-down"), SHOPS[0], picks)
    assert result.value.field == field
    with pytest.raises(Refused, match="sequence"):
        order_named("order-tea")
