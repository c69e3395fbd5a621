"""What was tried in the shop's runs is kept with them and ranks the next search."""

from datetime import UTC, datetime, timedelta
from itertools import count

import pytest

from pellak.core.answer.errors import Refused
from pellak.shop.at_bench import AtBench
from pellak.shop.bench import Bench
from pellak.shop.errors import Stale
from pellak.shop.run_book import RunBook
from pellak.store.database import Database
from pellak.store.remedies import Remedies

STEEL = {"name": "Patch", "thickness_mm": 1.2, "length_mm": 640.0}
ALU = {"name": "Cowl", "alloy": "al-3003", "thickness_mm": 1.5, "length_mm": 300.0}


class Shop:
    def __init__(self, folder) -> None:
        ticks = count()
        self.database = Database(folder)

        def clock() -> datetime:
            return datetime(2026, 6, 1, tzinfo=UTC) + timedelta(minutes=next(ticks))

        self.bench = Bench(self.database, clock)
        self.book = RunBook(self.database, clock)
        self.at = AtBench(self.database, self.book)

    def run(self, job=None):
        return self.book.start((job or self.bench.add(STEEL)).id)

    def first(self, run_id, signs=("porosity",)):
        return self.at.faults(run_id, list(signs)).values.causes[0].id


@pytest.fixture
def shop(tmp_path):
    made = Shop(tmp_path)
    yield made
    made.database.close()


def report_tried(shop, cause, helped, times, job=None):
    for _ in range(times):
        run = shop.run(shop.bench.add(job or STEEL))
        shop.at.tried(run.line.id, run.version, cause, helped)


def test_a_run_offers_its_signs_and_keeps_what_was_tried(shop):
    run = shop.run()
    assert "popping" in [one.id for one in shop.at.fault_turn(run.line.id).signs]
    after = shop.at.tried(run.line.id, run.version, "damp", "no")
    after = shop.at.tried(run.line.id, after.version, "damp", "yes")
    kept = shop.at.fault_turn(run.line.id).tried
    assert [(one.cause, one.helped) for one in kept] == [("damp", "yes")]
    with shop.database.reading() as session:
        assert Remedies(session).counted("carbon-steel") == {"damp": (1, 1)}
        assert Remedies(session).counted("aluminium") == {}
    with pytest.raises(Stale):
        shop.at.tried(run.line.id, run.version, "damp", "no")
    with pytest.raises(Refused):
        shop.at.tried(run.line.id, after.version, "gremlins", "no")


def test_what_helped_ranks_first_next_time_and_cannot_say_weighs_nothing(shop):
    assert shop.first(shop.run().line.id) == "pool-uncovered"
    report_tried(shop, "damp", "cannot-say", 9)
    assert shop.first(shop.run().line.id) == "pool-uncovered"
    report_tried(shop, "damp", "yes", 9)
    report_tried(shop, "pool-uncovered", "no", 9)
    assert shop.first(shop.run().line.id) == "damp"


def test_the_same_metal_counts_before_any_other(shop):
    report_tried(shop, "damp", "yes", 12)
    report_tried(shop, "pool-uncovered", "no", 12)
    alu = shop.run(shop.bench.add(ALU))
    # On a metal where nothing was tried, what helped on others is better than nothing.
    assert shop.first(alu.line.id) == "damp"
    report_tried(shop, "damp", "no", 12, ALU)
    report_tried(shop, "pool-uncovered", "yes", 12, ALU)
    alu = shop.run(shop.bench.add(ALU))
    assert shop.first(alu.line.id) == "pool-uncovered"
    assert shop.first(shop.run().line.id) == "damp"


def test_a_sign_the_run_cannot_show_is_refused(shop):
    with pytest.raises(Refused):
        shop.at.faults(shop.run().line.id, ["lead-spits"])
