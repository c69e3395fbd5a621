"""Backup, restore, the check at the start and salvage: nothing good is ever lost."""

import os
import shutil
import sqlite3
from datetime import UTC, datetime, timedelta

import pytest

from pellak.store.database import Database
from pellak.store.errors import Unusable
from pellak.store.form import FILE_NAME
from pellak.store.health import check_file
from pellak.store.jobs import Jobs
from pellak.store.keeping import back_up, back_up_beside, kept_backups, restore
from pellak.store.runs import Runs
from pellak.store.salvage import salvage
from pellak.store.serving_lock import ServingLock
from tests.store.test_database import NOON, job_row
from tests.store.test_rows import run

NOW = datetime(2026, 11, 25, 3, 10, tzinfo=UTC)


@pytest.fixture
def database(tmp_path):
    opened = Database(tmp_path / "home")
    with opened.transaction() as session:
        Jobs(session).add(job_row())
    yield opened
    opened.close()


def names(folder):
    opened = Database(folder)
    with opened.reading() as session:
        found = [row.job_id for row in Jobs(session).on_the_bench(None, 999).rows]
    opened.close()
    return found


def foreign(path):
    with sqlite3.connect(path) as other:
        other.execute("CREATE TABLE job (x)")
    other.close()


def newer(path, source):
    shutil.copy(source, path)
    with sqlite3.connect(path) as later:
        later.execute("UPDATE alembic_version SET version_num = 'm999'")
    later.close()


def spoiled(path, source):
    """A copy with rubbish in the middle of its pages."""
    body = bytearray(source.read_bytes())
    middle = len(body) // 2 // 4096 * 4096
    body[middle : middle + 8192] = os.urandom(8192)
    path.write_bytes(body)


def test_a_backup_made_while_in_use_is_whole(database, tmp_path):
    copy = tmp_path / "copy" / FILE_NAME
    with database.transaction() as session:
        Jobs(session).add(job_row("not yet kept"))
        session.flush()
        back_up(database.path, copy)
    assert names(copy.parent) == ["a1"]
    with pytest.raises(Unusable, match="exists already"):
        back_up(database.path, copy)


def test_a_backup_to_a_full_disk_leaves_nothing_behind(database, tmp_path, monkeypatch):
    def full(_file):
        raise OSError(28, "No space left on device")

    monkeypatch.setattr("pellak.store.keeping.os.fsync", full)
    with pytest.raises(Unusable, match="No space left"):
        back_up(database.path, tmp_path / "away" / "copy.sqlite")
    assert list((tmp_path / "away").iterdir()) == []


@pytest.mark.parametrize("bad", ["none", "empty", "words", "foreign", "newer", "spoiled", "cut"])
def test_what_is_no_sound_backup_never_replaces_good_records(database, tmp_path, bad):
    backup, file = tmp_path / "good.sqlite", tmp_path / f"{bad}.sqlite"
    back_up(database.path, backup)
    match bad:
        case "empty":
            file.touch()
        case "words":
            file.write_text("not a database, however long it is " * 400)
        case "foreign":
            foreign(file)
        case "newer":
            newer(file, backup)
        case "spoiled":
            spoiled(file, backup)
        case "cut":
            file.write_bytes(backup.read_bytes()[:-5000])
    database.close()
    before = database.path.read_bytes()
    with pytest.raises(Unusable):
        restore(file, database.path.parent, NOW)
    assert database.path.read_bytes() == before
    assert names(database.path.parent) == ["a1"]


def backed_up_then_changed(database, backup):
    back_up(database.path, backup)
    with database.transaction() as session:
        Jobs(session).add(job_row("later"))
    database.close()
    return backup


@pytest.mark.parametrize("ruined", [b"", b"rubbish" * 900, None])
def test_a_good_backup_is_restored_over_anything_and_that_is_set_aside(database, tmp_path, ruined):
    backup = backed_up_then_changed(database, tmp_path / "good.sqlite")
    if ruined is not None:
        database.path.write_bytes(ruined)
    stood = database.path.read_bytes()
    aside = restore(backup, database.path.parent, NOW)
    assert names(database.path.parent) == ["a1"]
    assert aside is not None
    assert aside.read_bytes() == stood


def test_a_restore_cut_short_leaves_what_stood(database, tmp_path, monkeypatch):
    backup = backed_up_then_changed(database, tmp_path / "good.sqlite")
    monkeypatch.setattr(
        "pellak.store.keeping.check_file",
        lambda path, **how: (
            (_ for _ in ()).throw(OSError(5, "power")) if path.name.endswith(".part") else True
        ),
    )
    with pytest.raises(Unusable, match="power"):
        restore(backup, database.path.parent, NOW)
    assert names(database.path.parent) == ["a1", "later"]


def test_only_one_process_serves_a_folder(tmp_path):
    with ServingLock(tmp_path), pytest.raises(Unusable, match=f"process {os.getpid()}"):
        ServingLock(tmp_path)
    with ServingLock(tmp_path):
        pass


def test_the_oldest_automatic_backups_go_and_no_other_file(database):
    folder = database.path.parent
    (folder / "backups").mkdir()
    (folder / "backups" / "mine.sqlite").write_text("kept by hand")
    for day in range(6):
        back_up_beside(folder, NOW + timedelta(days=day), 4)
    assert [b.name[7:17] for b in kept_backups(folder)] == [
        "2026-11-27", "2026-11-28", "2026-11-29", "2026-11-30",
    ]  # fmt: skip
    assert (folder / "backups" / "mine.sqlite").exists()


def test_a_large_check_may_run_out_of_time_and_says_so(database):
    assert check_file(database.path, whole=False) is True
    with database.transaction() as session:
        for number in range(400):
            Jobs(session).add(job_row(f"j{number}", document={"name": "x" * 4000}))
    assert check_file(database.path, whole=False, within_s=0.0) is False


def test_salvage_reads_all_of_a_sound_file(database, tmp_path):
    with database.transaction() as session:
        Runs(session).add(run("r1", NOON, 5.0), "Brit")
    found = salvage(database.path, tmp_path / "x.sqlite")
    assert found.rows["job"] == 1
    assert found.lost == []
    check_file(tmp_path / "x.sqlite", whole=True)


def test_salvage_reads_what_can_be_read_and_reports_the_rest(database, tmp_path):
    with database.transaction() as session:
        for number in range(300):
            Jobs(session).add(job_row(f"j{number:03}", document={"name": "x" * 3000}))
    with database.engine.connect() as connection:
        connection.exec_driver_sql("PRAGMA wal_checkpoint(TRUNCATE)")
    database.close()
    spoiled(database.path, database.path)
    with pytest.raises(Unusable, match="damaged") as damaged:
        check_file(database.path, whole=False)
    assert len(str(damaged.value).splitlines()) == 1
    home = tmp_path / "saved"
    home.mkdir()
    found = salvage(database.path, home / FILE_NAME)
    # Two pages of rubbish hold a handful of these rows at most.
    assert 290 <= found.rows["job"] < 301
    assert any(lost.startswith("job:") for lost in found.lost)
    kept = names(home)
    assert len(kept) == found.rows["job"]
    assert "a1" in kept
