"""Backups by hand and by themselves while served, read and written by others: nothing is lost."""

import os
import sqlite3
import threading
import time
from contextlib import closing
from pathlib import Path

from bench.forked import command, forked
from bench.serving import Served

from pellak.store.form import FILE_NAME
from pellak.store.keeping import kept_backups

ROUNDS = 20 if os.environ.get("PELLAK_SWEEP") == "full" else 8
SAVES, WRITERS = 32, 4
READY = {"name": "Patch", "thickness_mm": 1.2, "length_mm": 640.0}


def look_and_write(path, writes):
    """Open the records, look or write, and close them, again and again, as a tool beside would."""
    number = 0
    while True:
        number += 1
        with closing(sqlite3.connect(path, timeout=20)) as other:
            other.execute("SELECT count(*) FROM job").fetchone()
            if writes:
                with other:
                    other.execute(
                        "INSERT OR REPLACE INTO setting VALUES ('of another', ?)", (str(number),)
                    )
        time.sleep(0.02)  # between two looks


def jobs_in(path):
    with closing(sqlite3.connect(f"{Path(path).as_uri()}?mode=ro", uri=True)) as kept:
        assert kept.execute("PRAGMA integrity_check").fetchall() == [("ok",)]
        return {job for (job,) in kept.execute("SELECT job_id FROM job")}


def saved(served, given, wanted):
    while len(given) < wanted:
        given.append(served.ask("POST", "/api/jobs", READY)["id"])


def test_nothing_is_lost_by_backups_others_and_stops(tmp_path):
    home, acknowledged, beside = tmp_path / "home", set(), []
    path = str(home / FILE_NAME)
    for number in range(ROUNDS):
        listed: list[list[str]] = [[] for _ in range(WRITERS)]
        served = Served(home, quickly=True).__enter__()
        # They go on between two servings too, when they are the only users there are.
        beside = beside or [forked(look_and_write, path, writes) for writes in (False, True)]
        threads = [
            threading.Thread(target=saved, args=(served, one, SAVES // WRITERS)) for one in listed
        ]
        for thread in threads:
            thread.start()
        for copy in range(1):
            stood = acknowledged.union(*listed)
            backup = tmp_path / f"{number}-{copy}.sqlite"
            making = forked(command, ["backup", "--data", str(home), str(backup)], {})
            making.join()
            assert making.exitcode == 0
            assert stood <= jobs_in(backup)
        made = served.ask("POST", "/api/shop/backups")
        assert made["last_failure"] is None
        for thread in threads:
            thread.join()
        acknowledged.update(*listed)
        if number % 2:
            served.kill()
        else:
            served.__exit__(None, None, None)
        assert acknowledged <= jobs_in(path)
    for one in beside:
        one.kill()
        one.join()
    assert len(acknowledged) >= 25 * ROUNDS
    # The first of them was made by the server itself, the others were asked for.
    assert len(kept_backups(home)) > 1
    for backup in kept_backups(home):
        jobs_in(backup)
