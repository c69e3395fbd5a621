"""A shop at the bench on a machine whose clock is in the test's hands."""

import pytest

from tests.shop.at_machine import Machine, Place


@pytest.fixture
def place(tmp_path):
    made = Place(tmp_path, Machine())
    yield made
    made.database.close()


@pytest.fixture
def run(place):
    job = place.bench.add({"name": "Patch", "thickness_mm": 1.2, "length_mm": 640.0})
    started = place.book.start(job.id)
    return place.book.note(started.line.id, started.version, {"who": "Brit"})
