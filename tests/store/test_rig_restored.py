"""A restore loses nothing that was told of the rig, and vouches for nothing."""

import json
import shutil
import sqlite3
from contextlib import closing
from datetime import timedelta

import pytest

from pellak.core.rig.state import RigEvent, rig_state
from pellak.shop.whole_records import check_records
from pellak.store.database import Database
from pellak.store.form import FILE_NAME
from pellak.store.keeping import back_up
from pellak.store.restoring import restore
from pellak.store.rig import RigEvents
from tests.store.test_keeping import NOW, database
from tests.store.test_restoring import M008

__all__ = ["database"]
LINE = ["torch:a"]


def tell(database, what, at_s):
    event = RigEvent(id=f"{what}-{at_s}", what=what, at_s=at_s, who="Brit", run_id="r", parts=LINE)
    with database.transaction() as session:
        RigEvents(session).add(event.id, at_s, event.model_dump(mode="json"))


def state_of(folder):
    held = Database(folder)
    with held.reading() as session:
        events = [RigEvent.model_validate(document) for _, document in RigEvents(session).after(0)]
    held.close()
    return rig_state(events, LINE)


BEFORE = NOW.timestamp() - 1000


def restored(database, tmp_path, since, told=()):
    for what in told:
        tell(database, what, BEFORE)
    backup = tmp_path / "good.sqlite"
    back_up(database.path, backup)
    for n, what in enumerate(since):
        tell(database, what, BEFORE + 10 + n)
    database.close()
    restore(backup, database.path.parent, NOW, check_records)
    return state_of(database.path.parent)


def test_a_lock_told_since_the_backup_outlives_the_restore(database, tmp_path):
    assert "flash-back" in restored(database, tmp_path, ["flash-back"]).lock


def test_so_do_backfires_and_a_flame(database, tmp_path):
    state = restored(database, tmp_path, ["backfire", "backfire", "lit"])
    assert state.popped
    assert [flame.who for flame in state.flames] == ["Brit"]


def test_what_was_examined_since_stays_examined_and_what_was_put_out_is_out(database, tmp_path):
    state = restored(database, tmp_path, ["examined", "out"], told=["flash-back", "lit"])
    assert (state.barred, state.flames) == ("", [])


@pytest.mark.parametrize("since", [[], ["tested"]])
def test_no_test_of_before_vouches_after_a_restore(database, tmp_path, since):
    assert restored(database, tmp_path, since, told=["tested"]).tests == []


@pytest.mark.parametrize("stood", ["nothing", "ruined", "older"])
def test_a_book_without_entries_adds_none_and_stands_in_nobodys_way(database, tmp_path, stood):
    tell(database, "tested", BEFORE)
    backup, home = tmp_path / "good.sqlite", tmp_path / "stood"
    back_up(database.path, backup)
    home.mkdir()
    if stood == "ruined":
        (home / FILE_NAME).write_bytes(b"SQLite format 3\0" + b"nothing of it is left" * 400)
    elif stood == "older":
        shutil.copy(M008, home / FILE_NAME)
    restore(backup, home, NOW + timedelta(seconds=5), check_records)
    state = state_of(home)
    assert (state.tests, state.gas_ended_s) == ([], NOW.timestamp() + 5)
    with closing(sqlite3.connect(home / FILE_NAME)) as book:
        (document,) = book.execute(
            "SELECT document FROM rig_event ORDER BY rowid DESC LIMIT 1"
        ).fetchone()
    assert RigEvent.model_validate(json.loads(document)).what == "unknown"
