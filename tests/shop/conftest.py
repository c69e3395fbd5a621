"""A shop at the bench on a machine whose clock is in the test's hands."""

import pytest

from tests.core.test_bench import all_answered
from tests.shop.at_machine import Machine, Place


@pytest.fixture
def place(blank_copy):
    made = Place(blank_copy, Machine())
    yield made
    made.database.close()


@pytest.fixture
def run(place):
    job = place.bench.add({"name": "Patch", "thickness_mm": 1.2, "length_mm": 640.0})
    started = place.book.start(job.id)
    return place.book.note(started.line.id, started.version, {"who": "Brit"})


@pytest.fixture
def short(place, run):
    """The second run of the day, by the same hands, started short."""
    log = all_answered(run.plan, run.log, place.machine.moment())
    place.book.change(run.line.id, run.version, lambda _plan, _log, _now: log)
    other = place.bench.add({"name": "Other", "thickness_mm": 1.2, "length_mm": 200.0})
    second = place.book.start(other.id)
    named = place.book.note(second.line.id, second.version, {"who": "Brit"})
    return place.at.begin(second.line.id, named.version, "short")
