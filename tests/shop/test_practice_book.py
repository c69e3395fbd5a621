"""The practice book: tries are kept by name and in order, words are said, a group is light."""

from datetime import UTC, datetime, timedelta

import pytest

from pellak.core.answer.errors import Refused
from pellak.core.practice.ladder import LADDER
from pellak.core.practice.score import ScorePart
from pellak.shop.practice_book import (
    MOST_LINES,
    FlamesRead,
    OrderReported,
    PickReported,
    PracticeBook,
    WordSaid,
)
from pellak.shop.settings import Settings
from pellak.store.database import Database

NOW = datetime(2026, 11, 20, 9, 0, tzinfo=UTC)
PART = ScorePart(label="The flame", points=70.0, most=100.0, why="a little rich")
RUNG = LADDER[0].id


@pytest.fixture
def database(tmp_path):
    made = Database(tmp_path)
    yield made
    made.close()


@pytest.fixture
def practice(database):
    return PracticeBook(database, lambda: NOW)


def test_tries_stand_newest_first_and_only_so_many_are_told_whole(practice):
    for day in range(30):
        practice.enter("Tove", RUNG, float(day), [PART], NOW - timedelta(days=30 - day))
    learner = practice.look("Tove").learner
    assert len(learner.tries) == MOST_LINES
    assert learner.tries[0].points == 29
    assert learner.tries[0].parts == [PART]
    standing = learner.standings[0]
    assert (standing.tries, standing.best, standing.last) == (30, 29, 29)
    (in_group,) = practice.group()
    assert in_group.tries == []
    assert in_group.standings == learner.standings


def test_people_stand_by_who_practised_last_and_nobody_is_nobody(practice):
    assert practice.look("").people == []
    practice.enter("Ida", RUNG, 50, [PART], NOW - timedelta(days=2))
    practice.enter("Per", RUNG, 50, [PART], NOW - timedelta(days=1))
    assert practice.look("").people == ["Per", "Ida"]
    assert practice.look("").learner.tries == []


def test_words_are_kept_and_a_sign_off_stays(practice):
    said = {"who": "Ida", "rung": RUNG, "said_by": "Brit"}
    practice.say(WordSaid(**said, words=" Slower. "))
    answer = practice.say(WordSaid(**said, signed_off=True)).learner
    assert [word.words for word in answer.words if word.words] == ["Slower."]
    assert answer.signed_off == [RUNG]
    for wrong, field in (({"words": " "}, "words"), ({"rung": "attic", "words": "x"}, "rung")):
        with pytest.raises(Refused) as refused:
            practice.say(WordSaid(**{**said, **wrong}))
        assert refused.value.field == field


def test_flames_read_are_kept_with_how_far_off_each_was(practice):
    judged = practice.judge(FlamesRead(who="Ida", seed=5, ratios=[1.0] * 10))
    (tried,) = practice.look("Ida").learner.tries
    assert tried.points == pytest.approx(judged.points)
    assert [part.why for part in tried.parts] == [one.why for one in judged.read]


def test_an_order_goes_by_the_shops_own_schools(practice, database):
    Settings(database).set_schools({"shut_down": "oxygen-first"})
    result = practice.order("order-shut-down", 1)
    assert "out-oxygen" in {card.id for card in result.cards}
    assert not practice.pick("order-shut-down", PickReported(pick="bleed")).right
    in_order = ["out-oxygen", "close-cylinders", "bleed", "screws-out", "fire-watch"]
    worth = practice.judge_order("order-shut-down", OrderReported(who="Ida", picks=in_order))
    assert worth.points == 100
    assert practice.look("Ida").learner.tries[0].points == 100
    practice.judge_order("order-shut-down", OrderReported(picks=in_order))
    assert len(practice.look("Ida").people) == 1
