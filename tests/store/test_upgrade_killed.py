"""The power fails in the middle of an upgrade: the next start finds all, and upgrades again."""

import os
import shutil
import signal
import sqlite3
from pathlib import Path

import pytest
from bench.forked import forked
from sqlalchemy import event
from sqlalchemy.engine import Engine

from pellak.cli.records import checked
from pellak.store.database import Database
from pellak.store.form import FILE_NAME, newest_revision
from pellak.store.form_check import check_form
from pellak.store.keeping import kept_backups
from tests.store.test_restore_killed import names_in

DATABASES = Path(__file__).parents[1] / "published" / "databases"


def upgrade_until(statement, folder):
    """Open older records, killed as by the power before so many statements were run."""
    done = 0

    @event.listens_for(Engine, "before_cursor_execute")
    def count(*_told):
        nonlocal done
        if done == statement:
            os.kill(os.getpid(), signal.SIGKILL)
        done += 1

    Database(Path(folder)).close()


@pytest.mark.parametrize("form", ["m001", "m005"])
def test_an_upgrade_cut_anywhere_is_whole_or_not_at_all(tmp_path, form):
    home, statement, cut = tmp_path / "home", 1, 0
    while True:
        shutil.rmtree(home, ignore_errors=True)
        home.mkdir()
        shutil.copy(DATABASES / f"{form}.sqlite", home / FILE_NAME)
        jobs = set(names_in(home / FILE_NAME))
        process = forked(upgrade_until, statement, str(home))
        process.join()
        checked(home)
        with sqlite3.connect(home / FILE_NAME) as found:
            (stands_at,) = found.execute("SELECT version_num FROM alembic_version").fetchone()
        found.close()
        assert stands_at in (form, newest_revision())
        check_form(home / FILE_NAME)
        assert set(names_in(home / FILE_NAME)) == jobs
        if process.exitcode == 0:
            break
        cut += 1
        Database(home).close()
        assert set(names_in(home / FILE_NAME)) == jobs
        assert 1 <= len(kept_backups(home)) <= 2
        statement = statement * 2 if statement < 32 else statement + 37
    assert cut >= 6
