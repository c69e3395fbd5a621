"""A restore killed before and after every step that reaches the disk: the old book or the new."""

import os
import shutil
import signal
import sqlite3
from pathlib import Path

import pytest
from bench.forked import forked

from pellak.cli.records import checked
from pellak.shop.whole_records import check_records
from pellak.store.database import Database
from pellak.store.errors import Unusable
from pellak.store.form import FILE_NAME
from pellak.store.jobs import Jobs
from pellak.store.keeping import back_up
from pellak.store.restoring import restore, tidy
from tests.store.test_database import job_row
from tests.store.test_keeping import NOW, names

READY = {"kind": "seam", "name": "Patch", "thickness_mm": 1.2, "length_mm": 640.0}
FULL = os.environ.get("PELLAK_SWEEP") == "full"
STEPS = ("rename", "replace", "unlink", "rmdir", "link", "fsync", "mkdir", "chmod")


def restore_until(step, backup, folder, soundless):
    """Restore, killed as by the power at a step of those that reach the disk, before or after it.

    Counts every rename, unlink, link and fsync; step 2n is before the n-th, 2n + 1 after it.
    """
    done = 0

    def killed_at(real):
        def call(*given, **how):
            nonlocal done
            if done == step:
                os.kill(os.getpid(), signal.SIGKILL)
            made = real(*given, **how)
            if done + 1 == step:
                os.kill(os.getpid(), signal.SIGKILL)
            done += 2
            return made

        return call

    for name in STEPS:
        setattr(os, name, killed_at(getattr(os, name)))
    if soundless:
        # A disk that knows no second names.
        def no_link(*_told):
            raise OSError(95, "not supported")

        os.link = no_link
    restore(Path(backup), Path(folder), NOW, check_records)


@pytest.fixture(scope="module")
def good(tmp_path_factory):
    """A backup with one job in it, which no book of these tests has."""
    home = tmp_path_factory.mktemp("good")
    opened = Database(home / "home")
    with opened.transaction() as session:
        Jobs(session).add(job_row("new", document=READY))
    opened.close()
    back_up(home / "home" / FILE_NAME, home / "good.sqlite")
    return home / "good.sqlite"


@pytest.mark.parametrize(
    ("stands", "soundless"),
    [
        ("sound", False),
        ("sound", True),
        ("with a log", False),
        ("ruined", False),
        ("none", False),
    ],
)
def test_wherever_a_restore_is_killed_the_old_book_or_the_new_stands(
    tmp_path, good, stands, soundless
):  # fmt: skip
    home, stood, new = tmp_path / "home", tmp_path / "stood", {"new"}
    old = stand(stood, stands)
    ends = []
    # After one step or before the next differ by what never reaches the disk for sure: of every
    # way records can stand, the whole sweep looks at both.
    for step in range(0, 400, 1 if FULL or stands == "sound" else 2):
        shutil.rmtree(home, ignore_errors=True)
        shutil.copytree(stood, home)
        process = forked(restore_until, step, str(good), str(home), soundless)
        process.join()
        try:
            checked(home)
            found = set(names(home)) if (home / FILE_NAME).exists() else set()
        except Unusable as unusable:
            found = brought_back(home, str(unusable), stands)
        assert found in ((old,) if process.exitcode and step < 2 else (old, new)), step
        ends.append(found == new)
        if process.exitcode == 0:
            break
        assert process.exitcode == -signal.SIGKILL
    assert step >= 12
    # Once the new book stands it goes on standing, however much later the power fails.
    assert ends == sorted(ends)
    assert ends[-1]
    tidy(home)
    assert not (home / "restoring").exists()


def stand(home, how):
    """Let records stand in a folder; return the jobs that must be found again."""
    if how == "none":
        home.mkdir()
        return set()
    opened = Database(home)
    with opened.transaction() as session:
        Jobs(session).add(job_row("a1"))
    if how == "with a log":
        # As a kill leaves them: what was saved stands in the log alone.
        away = shutil.copytree(home, home.with_name("away"), dirs_exist_ok=True)
        opened.close()
        shutil.rmtree(home)
        shutil.move(away, home)
        assert (home / f"{FILE_NAME}-wal").stat().st_size > 0
        return {"a1"}
    opened.close()
    if how == "ruined":
        (home / FILE_NAME).write_bytes(b"rubbish" * 900)
        return set()
    return {"a1"}


def names_in(file):
    with sqlite3.connect(file) as there:
        found = [name for (name,) in there.execute("SELECT job_id FROM job")]
    there.close()
    return found


def brought_back(home, given, stands):
    """Follow what a refused start says; return the jobs that are found then."""
    if stands == "ruined" and "cut short" not in given:
        # What stood was no database: it is found as it was.
        assert (home / FILE_NAME).read_bytes() == b"rubbish" * 900
        return set()
    assert "cut short" in given
    assert given.count("`") == 4
    if stands == "ruined":
        (aside,) = home.glob("pellak-set-aside-*.sqlite")
        assert aside.read_bytes() == b"rubbish" * 900
    else:
        assert stands == "none"
    return set()
