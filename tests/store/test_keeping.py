"""Backup, the check at the start and salvage: nothing good is ever lost."""

import os
import shutil
import subprocess
import sys
import threading
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest

from pellak.store.database import Database
from pellak.store.errors import Unusable
from pellak.store.form import FILE_NAME
from pellak.store.health import check_file
from pellak.store.jobs import Jobs
from pellak.store.keeping import back_up, back_up_beside, kept_backups
from pellak.store.photo_files import keep_photo, tidy_photos
from pellak.store.runs import Runs
from pellak.store.salvage import salvage
from pellak.store.serving_lock import ServingLock
from tests.store.test_database import NOON, job_row
from tests.store.test_rows import run

NOW = datetime(2026, 11, 25, 3, 10, tzinfo=UTC)
OLDEST = Path(__file__).parents[1] / "published" / "databases" / "m001.sqlite"


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

    monkeypatch.setattr("pellak.store.disk.os.fsync", full)
    with pytest.raises(Unusable, match="No space left"):
        back_up(database.path, tmp_path / "away" / "copy.sqlite")
    assert list((tmp_path / "away").iterdir()) == []


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


LOOKS = """
import sqlite3, sys
with sqlite3.connect(sys.argv[1]) as other:
    print(other.execute("SELECT count(*) FROM job").fetchone()[0])
other.close()
"""


def looked_at_by_another(path):
    """Have another process open the records, look, and close them, as any tool of SQLite does."""
    text = subprocess.run(
        [sys.executable, "-c", LOOKS, path], check=True, capture_output=True, text=True
    )
    return int(text.stdout)


def test_a_check_inside_the_server_drops_none_of_its_locks(database):
    """The automatic backup looks at the file in the process that serves it. If that drops the
    locks, the next tool takes itself for the last user and deletes the log under the server."""
    back_up_beside(database.path.parent, NOW, 14)
    for number in range(6):
        with database.transaction() as session:
            Jobs(session).add(job_row(f"b{number}"))
        check_file(database.path, whole=True)
        assert looked_at_by_another(database.path) == number + 2
        assert database.path.with_name(f"{FILE_NAME}-wal").exists()
    back_up(database.path, database.path.parent / "by-hand" / FILE_NAME)
    assert len(names(database.path.parent / "by-hand")) == 7


def test_nothing_of_ours_opens_the_records_but_sqlite(database, tmp_path):
    """Python tells of every file it opens, SQLite of none."""
    opened = []
    # A hook cannot be taken out again, so it is told when to listen.
    listening = [True]

    def hear(event, given):
        if listening[0] and event == "open" and isinstance(given[0], (str, bytes, os.PathLike)):
            opened.append(os.fsdecode(given[0]))

    sys.addaudithook(hear)
    folder = database.path.parent
    check_file(database.path, whole=True)
    back_up_beside(folder, NOW, 1)
    back_up_beside(folder, NOW + timedelta(days=1), 1)
    back_up(database.path, tmp_path / "away.sqlite")
    Database(folder).close()
    (tmp_path / "heard").write_text("the hook hears")
    listening[0] = False
    assert str(tmp_path / "heard") in opened
    assert [name for name in opened if name.startswith(str(database.path))] == []


def test_a_backup_holds_what_stood_when_it_began_whoever_writes(database, tmp_path):
    stop = threading.Event()

    def write():
        number = 0
        while not stop.is_set():
            number += 1
            with database.transaction() as session:
                Jobs(session).add(job_row(f"w{number:05}"))

    writer = threading.Thread(target=write)
    writer.start()
    try:
        for round_ in range(6):
            copy = tmp_path / f"copy-{round_}" / FILE_NAME
            stood = set(names(database.path.parent))
            back_up(database.path, copy)
            kept = set(names(copy.parent))
            assert stood <= kept <= set(names(database.path.parent))
    finally:
        stop.set()
        writer.join()


def test_an_upgrade_lets_no_backup_go(tmp_path):
    shutil.copy(OLDEST, tmp_path / FILE_NAME)
    (tmp_path / "backups").mkdir()
    for day in range(1, 31):
        (tmp_path / "backups" / f"pellak-2026-01-{day:02}T030000.sqlite").write_text("older")
    Database(tmp_path).close()
    assert len(kept_backups(tmp_path)) == 31


def test_nobody_else_of_the_machine_may_read_the_records(database, tmp_path):
    folder = database.path.parent
    back_up_beside(folder, NOW, 14)
    back_up(database.path, tmp_path / "away" / "copy.sqlite")
    keep_photo(folder, b"photo", b"small")
    made = [*folder.rglob("*"), *(tmp_path / "away").rglob("*"), folder, tmp_path / "away"]
    assert len(made) >= 9
    for path in made:
        assert path.stat().st_mode & 0o077 == 0, path
    database.path.chmod(0o644)
    Database(folder).close()
    assert database.path.stat().st_mode & 0o077 == 0


def test_parts_of_photos_that_were_never_named_go_after_an_hour(tmp_path):
    keep_photo(tmp_path, b"photo", b"small")
    (kept,) = (tmp_path / "photos").glob("*/*[0-9a-f].jpg")
    old, new = kept.with_name("a.1.part"), kept.with_name("b.2.part")
    for part in (old, new):
        part.write_bytes(b"half")
    os.utime(old, (NOW.timestamp() - 3700,) * 2)
    os.utime(new, (NOW.timestamp() - 3500,) * 2)
    assert tidy_photos(tmp_path, NOW.timestamp()) == 1
    assert (old.exists(), new.exists(), kept.exists()) == (False, True, True)
