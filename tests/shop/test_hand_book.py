"""The hand in the shop: puddles come from the run book, plans change only when it is taken up."""

from datetime import UTC, datetime

import pytest

from pellak.core.answer.errors import Refused
from pellak.core.model.run_log import RunLog
from pellak.core.model.run_measures import PuddleTimed
from pellak.shop.bench import Bench
from pellak.shop.hand_book import HandBook
from pellak.shop.planning import Planner
from pellak.shop.rack import RackBook
from pellak.shop.run_book import RunBook
from pellak.store.database import Database
from pellak.store.keeping import back_up

DAY = datetime(2026, 6, 1, 8, tzinfo=UTC)


class Shop:
    def __init__(self, folder):
        self.database = Database(folder)
        planner = Planner(lambda: DAY)
        self.bench = Bench(self.database, lambda: DAY, planner)
        self.book = RunBook(self.database, lambda: DAY, planner=planner)
        self.hands = HandBook(self.database, lambda: DAY, planner)
        self.rack = RackBook(self.database, lambda: DAY)
        self.rack.add({"kind": "torch", "name": "Long", "mixer": "equal-pressure"})
        self.rack.add({"kind": "tip", "name": "B3", "orifice_mm": 0.81})
        document = {"kind": "seam", "name": "Patch", "alloy": "dc01", "thickness_mm": 1.2,
                "length_mm": 300.0, "held": "nothing"}  # fmt: skip
        self.job_id = self.bench.add(document).id

    def puddle_s(self):
        return self.bench.open(self.job_id).plan.facts.puddle_s

    def logged(self, n, seconds, who="Brit", day=1, **log):
        plan = self.bench.open(self.job_id).plan
        for minute in range(n):
            document = RunLog(who=who, actual={"puddle_s": seconds}, **log)
            self.book.enter(self.job_id, plan, DAY.replace(day=day, minute=minute), document)


@pytest.fixture
def shop(tmp_path):
    made = Shop(tmp_path)
    yield made
    made.database.close()


def test_nothing_timed_says_so_and_cannot_be_taken_up(shop):
    page = shop.hands.look()
    assert page.points == []
    assert page.offered is None
    with pytest.raises(Refused) as refused:
        shop.hands.take_up("")
    assert refused.value.field == "person"


def test_plans_change_when_it_is_taken_up_and_not_before_and_back_again(shop):
    before = shop.puddle_s()
    shop.logged(8, round(1.5 * before, 1))
    page = shop.hands.look()
    assert shop.puddle_s() == before
    (change,) = page.changes
    assert (change.job_name, change.now_s) == ("Patch", pytest.approx(before))
    assert change.then_s > 1.2 * before
    assert {(p.tip, p.torch, p.point.person) for p in page.points} == {("B3", "Long", "Brit")}
    taken = shop.hands.take_up("")
    assert shop.puddle_s() == pytest.approx(change.then_s)
    assert taken.kept.now.n == 8
    assert taken.changes[0].now_s == taken.changes[0].then_s
    shop.logged(8, round(0.8 * before, 1), day=2)
    assert shop.puddle_s() == pytest.approx(change.then_s), "what came since waits"
    back = shop.hands.put_down()
    assert shop.puddle_s() == before
    assert back.kept.now is None
    assert back.kept.before == [taken.kept.now], "what plans went by is kept"


def test_a_run_keeps_the_hand_it_was_planned_with_and_is_read_in_the_models_own(shop):
    before = shop.puddle_s()
    shop.logged(6, round(1.5 * before, 1))
    shop.hands.take_up("")
    factor = shop.hands.look().all.factor
    shop.logged(6, round(1.5 * before, 1), day=2)
    assert shop.hands.look().all.factor == pytest.approx(factor, rel=0.05), "not counted twice"
    newest = shop.book.lines(most=1).lines[0]
    assert "this shop’s log" in shop.book.look(newest.id).plan.facts.hand


def test_a_persons_own_hand_is_planned_for_and_a_stranger_refused(shop):
    before = shop.puddle_s()
    shop.logged(8, round(1.4 * before, 1), who="Tove")
    shop.logged(8, round(0.9 * before, 1), who="Ansel", day=2)
    shop.hands.take_up("Tove")
    slow = shop.puddle_s()
    shop.hands.take_up("Ansel")
    assert slow > 1.15 * shop.puddle_s()
    with pytest.raises(Refused):
        shop.hands.take_up("Nobody")


def test_more_puddles_of_one_run_count_with_where_they_were_timed(shop):
    seconds = shop.puddle_s()
    more = [PuddleTimed(s=seconds), PuddleTimed(s=0.5 * seconds, at="edge")]
    shop.logged(2, seconds, puddles=more)
    page = shop.hands.look()
    assert len(page.points) == 6
    at_edge = [p.point for p in page.points if p.point.timed_s < 0.7 * seconds]
    assert all(point.model_s < 0.8 * seconds for point in at_edge)
    assert not any(point.stray for point in at_edge)


def test_a_tip_that_clogged_is_told_until_it_was_cleaned(shop):
    seconds = shop.puddle_s()
    shop.logged(20, seconds)
    shop.logged(12, round(1.7 * seconds, 1), day=2)
    (line,) = shop.hands.look().drifts
    assert (line.group, line.drift.name) == ("tip", "B3")
    assert "since 2026-06-0" in line.says
    shop.hands._clock = lambda: DAY.replace(day=20)
    assert shop.hands.cleaned("B3").drifts == []


def test_a_run_corrected_afterwards_is_fitted_as_corrected(shop):
    seconds = shop.puddle_s()
    shop.logged(3, seconds)
    run = shop.book.look(shop.book.lines().lines[0].id)
    shop.book.note(run.line.id, run.version, {"puddle_s": 2 * seconds})
    timed = sorted(p.point.timed_s for p in shop.hands.look().points)
    assert timed == pytest.approx([seconds, seconds, 2 * seconds])


def test_a_backup_carries_the_hand(shop, tmp_path):
    shop.logged(5, round(1.4 * shop.puddle_s(), 1))
    shop.hands.take_up("")
    taken = shop.puddle_s()
    back_up(shop.database.path, tmp_path / "other" / "pellak.sqlite")
    other = Database(tmp_path / "other")
    assert Bench(other, lambda: DAY).open(shop.job_id).plan.facts.puddle_s == taken
    other.close()
