"""Kept means kept: saves told as saved survive a kill, and windows at once never lose one."""

import json
import os
import signal
import subprocess
import sys
from concurrent.futures import ThreadPoolExecutor
from datetime import UTC, datetime

import pytest

from pellak.shop.bench import Bench
from pellak.shop.errors import Stale
from pellak.shop.run_book import RunBook
from pellak.store.database import Database

SAVING = """
import sys
from datetime import UTC, datetime
from pathlib import Path
from pellak.shop.bench import Bench
from pellak.store.database import Database

bench = Bench(Database(Path(sys.argv[1])), lambda: datetime.now(UTC))
job = bench.add({"name": "Patch", "thickness_mm": 1.0, "length_mm": 100.0})
print(job.id, flush=True)
version = 1
while True:
    saved = bench.change(job.id, version, {"length_mm": 100.0 + version})
    version = saved.version
    print(version, flush=True)
"""


def clock() -> datetime:
    return datetime(2026, 6, 1, tzinfo=UTC)


@pytest.mark.parametrize("after_saves", [1, 4, 9])
def test_every_save_that_was_told_as_saved_survives_a_kill(tmp_path, after_saves):
    saving = subprocess.Popen(
        [sys.executable, "-c", SAVING, tmp_path], stdout=subprocess.PIPE, text=True
    )
    assert saving.stdout is not None
    job_id = saving.stdout.readline().strip()
    listed = [int(saving.stdout.readline()) for _ in range(after_saves)]
    os.kill(saving.pid, signal.SIGKILL)
    listed += [int(line) for line in saving.stdout.read().split()]
    saving.wait()
    saving.stdout.close()

    database = Database(tmp_path)
    found = Bench(database, clock).open(job_id)
    # One more save may have reached the disk without its word reaching us; none may be missing.
    assert found.version in (listed[-1], listed[-1] + 1)
    assert found.plan.job.length_mm == 100.0 + found.version - 1
    assert found.undo_steps == found.version - 1
    database.close()


def test_windows_saving_at_once_each_win_once_and_the_rest_are_told(tmp_path):
    database = Database(tmp_path)
    bench = Bench(database, clock)
    job = bench.add({"name": "Patch", "thickness_mm": 1.0, "length_mm": 100.0})

    def save(length_mm: float) -> str:
        try:
            bench.change(job.id, 1, {"length_mm": length_mm})
        except Stale:
            return "stale"
        return "saved"

    with ThreadPoolExecutor(8) as windows:
        outcomes = list(windows.map(save, [200.0 + n for n in range(16)]))
    assert outcomes.count("saved") == 1
    assert outcomes.count("stale") == 15
    assert bench.open(job.id).version == 2
    database.close()


def test_two_presses_on_the_same_job_start_one_run(tmp_path):
    database = Database(tmp_path)
    bench, book = Bench(database, clock), RunBook(database, clock)
    job = bench.add({"name": "Patch", "thickness_mm": 1.0, "length_mm": 100.0})
    with ThreadPoolExecutor(4) as presses:
        runs = list(presses.map(lambda _: book.start(job.id).line.id, range(8)))
    assert len(set(runs)) == 1
    assert len(book.lines().lines) == 1
    database.close()


def test_a_document_kept_on_disk_is_plain_json(tmp_path):
    database = Database(tmp_path)
    job = Bench(database, clock).add({"name": "Kupfer ½ ✓", "thickness_mm": 1.0})
    with database.engine.connect() as connection:
        (kept,) = connection.exec_driver_sql("SELECT document FROM job").one()
    assert json.loads(kept)["name"] == "Kupfer ½ ✓"
    assert Bench(database, clock).open(job.id).plan.job.name == "Kupfer ½ ✓"
    database.close()
