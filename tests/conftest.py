"""One profile for every property test, one clock for every test, and the demo's records to copy.

Speed is measured in benchmarks, never asserted here. Time is given (`bench/given_clock.py`): a
test that asks the machine what o'clock it is passes at noon and fails after closing.
"""

import fcntl
import os
import shutil

import pytest
from bench.forked import command, forked
from bench.given_clock import set_clock
from hypothesis import HealthCheck, settings

from pellak.store.database import Database

# Hypothesis times the making of examples too: a machine that stands still for a second is no fault.
settings.register_profile(
    "unhurried", settings(), deadline=None, suppress_health_check=[HealthCheck.too_slow]
)
settings.load_profile("unhurried")
set_clock()


@pytest.fixture(scope="session")
def demo_folder(tmp_path_factory):
    """The demo's records, made once, by whichever worker asks first; to be copied, not used."""
    shared = tmp_path_factory.getbasetemp()
    if "PYTEST_XDIST_WORKER" in os.environ:
        shared = shared.parent
    made = shared / "demo"
    with (shared / "demo.lock").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        if not made.exists():
            making = forked(command, ["demo", "--data", str(shared / "making")], {}, 0.0)
            making.join()
            assert making.exitcode == 0
            (shared / "making").rename(made)
    return made


@pytest.fixture
def demo_copy(demo_folder, tmp_path):
    """A copy of the demo's records of a test's own."""
    return shutil.copytree(demo_folder, tmp_path / "demo")


@pytest.fixture(scope="session")
def blank_folder(tmp_path_factory):
    """Records that hold nothing yet, brought to the newest form once; to be copied, not used."""
    made = tmp_path_factory.mktemp("blank") / "records"
    Database(made).close()
    return made


@pytest.fixture
def blank_copy(blank_folder, tmp_path):
    """A test's own records, with nothing in them."""
    return shutil.copytree(blank_folder, tmp_path / "records")
