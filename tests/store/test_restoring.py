"""Restore: nothing unsound replaces good records, and wherever it is cut a whole book stands."""

import shutil
import sqlite3
from functools import partial
from pathlib import Path

import pytest

from pellak.cli import main
from pellak.cli.records import checked
from pellak.shop.sign_ins import SignIns
from pellak.shop.whole_records import check_records, would_change
from pellak.store.database import Database
from pellak.store.errors import Busy, Unusable
from pellak.store.form import FILE_NAME
from pellak.store.jobs import Jobs
from pellak.store.keeping import back_up, kept_backups
from pellak.store.restoring import restore, tidy
from pellak.store.salvage import salvage
from tests.store.test_database import job_row
from tests.store.test_keeping import NOW, database, names, spoiled
from tests.store.test_restore_killed import names_in, stand

__all__ = ["database"]
DATABASES = Path(__file__).parents[1] / "published" / "databases"
M008 = DATABASES / "m008.sqlite"


def foreign(path):
    with sqlite3.connect(path) as other:
        other.execute("CREATE TABLE job (x)")
    other.close()


def newer(path, source):
    shutil.copy(source, path)
    with sqlite3.connect(path) as later:
        later.execute("UPDATE alembic_version SET version_num = 'm999'")
    later.close()


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
        restore(file, database.path.parent, NOW, check_records)
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
    aside = restore(backup, database.path.parent, NOW, check_records)
    assert names(database.path.parent) == ["a1"]
    assert aside is not None
    if ruined is None:
        assert set(names_in(aside)) == {"a1", "later"}
    else:
        assert aside.read_bytes() == stood


def test_a_restore_cut_short_leaves_what_stood(database, tmp_path, monkeypatch):
    backup = backed_up_then_changed(database, tmp_path / "good.sqlite")

    def fails(_copied):
        raise OSError(5, "power")

    monkeypatch.setattr("pellak.store.restoring.sync_file", fails)
    with pytest.raises(Unusable, match="power"):
        restore(backup, database.path.parent, NOW, check_records)
    assert names(database.path.parent) == ["a1", "later"]


def test_what_an_older_pellak_left_half_restored_is_brought_back_by_what_is_said(tmp_path):
    """Earlier restores moved the file first and its log after it."""
    home = tmp_path / "home"
    stand(home, "with a log")
    (home / FILE_NAME).rename(home / "pellak-set-aside-2026-11-01T101112.sqlite")
    for opens in (checked, Database):
        with pytest.raises(Unusable, match="cut short") as refused:
            opens(home)
    command = str(refused.value).split("`")[1]
    assert command.startswith("mv ")
    _, source, target = command.split()
    Path(source).rename(target)
    assert names(home) == ["a1"]
    (home / FILE_NAME).rename(home / "pellak-set-aside-2026-11-01T101112.sqlite")
    with pytest.raises(Unusable, match="cut short") as refused:
        Database(home)
    arguments = str(refused.value).split("`")[1].split()
    assert main(arguments[1:]) == 0
    assert names(home) == ["a1"]


def test_the_next_start_clears_what_a_cut_restore_had_begun(tmp_path):
    home = tmp_path / "home"
    stand(home, "sound")
    for begun in ("restoring", "looking-x1"):
        (home / begun).mkdir()
        (home / begun / FILE_NAME).write_text("half")
    assert names(home) == ["a1"]
    tidy(home)
    assert [path.name for path in home.iterdir() if path.is_dir()] == []
    assert names(home) == ["a1"]


def test_records_somebody_has_open_are_not_moved_under_them(database, tmp_path):
    backup = tmp_path / "good.sqlite"
    back_up(database.path, backup)
    with database.reading() as session:
        Jobs(session).find("a1")
        with pytest.raises(Busy, match="close it first"):
            restore(backup, database.path.parent, NOW, check_records)
    assert names(database.path.parent) == ["a1"]


def altered(tmp_path, *statements):
    """Return a backup that somebody changed by hand."""
    file = tmp_path / "altered.sqlite"
    shutil.copy(M008, file)
    with sqlite3.connect(file) as opened:
        for statement in statements:
            opened.execute(statement)
    opened.close()
    return file


@pytest.mark.parametrize(
    ("statements", "says"),
    [
        (["ALTER TABLE run DROP COLUMN verdict"], "'run' with other columns: verdict"),
        (["DROP TABLE photo"], "no table 'photo'"),
        (["DROP INDEX ix_run_touched"], "no index 'ix_run_touched'"),
        (["ALTER TABLE job ADD COLUMN more TEXT"], "'job' with other columns: more"),
        (["CREATE TABLE more (x)"], "a table 'more' that no Pellak makes"),
        (
            ["CREATE TRIGGER t AFTER INSERT ON job BEGIN DELETE FROM run; END"],
            "a trigger 't' that no Pellak makes",
        ),
        (
            ["ALTER TABLE setting RENAME TO was", "CREATE VIEW setting AS SELECT * FROM was"],
            "lacks setting",
        ),
        (["UPDATE job SET document = '{\"name\": '"], "document: broken at sign"),
        (["UPDATE job SET document = 'null'"], "job "),
        (["UPDATE run SET log = '{\"who\": 7}'"], "log: who"),
        (["UPDATE run SET plan = json_remove(plan, '$.job')"], "plan: job"),
        (["UPDATE rack_item SET document = '[]'"], "rack_item "),
        (["INSERT INTO setting VALUES ('schools', '{\"pace\": \"never\"}')"], "schools, value"),
    ],
)
def test_a_file_that_could_not_serve_is_refused_and_says_why(tmp_path, statements, says):
    file = altered(tmp_path, *statements)
    home = tmp_path / "home"
    stand(home, "sound")
    before = (home / FILE_NAME).read_bytes()
    with pytest.raises(Unusable) as refused:
        restore(file, home, NOW, check_records)
    assert says in str(refused.value)
    assert len(str(refused.value).splitlines()) == 1
    assert (home / FILE_NAME).read_bytes() == before
    assert not (home / "restoring").exists()


def test_the_rest_of_a_backup_is_restored_without_what_cannot_be_read(tmp_path, capsys):
    runs = sqlite3.connect(M008).execute("SELECT run_id FROM run ORDER BY run_id").fetchall()
    file = altered(tmp_path, f"UPDATE run SET log = '[' WHERE run_id = '{runs[0][0]}'")
    home = tmp_path / "home"
    assert main(["restore", "--data", str(home), str(file)]) == 2
    assert "--leave-out" in capsys.readouterr().err
    assert main(["restore", "--leave-out", "--data", str(home), str(file)]) == 0
    assert f"LEFT OUT  run {runs[0][0]}, log: broken" in capsys.readouterr().out
    with sqlite3.connect(home / FILE_NAME) as kept:
        assert kept.execute("SELECT run_id FROM run ORDER BY run_id").fetchall() == runs[1:]
        assert kept.execute("PRAGMA foreign_key_check").fetchall() == []
    kept.close()


@pytest.mark.parametrize("form", sorted(DATABASES.glob("m*.sqlite")), ids=lambda file: file.stem)
def test_a_backup_of_every_released_form_is_restored(tmp_path, form):
    home = tmp_path / "home"
    assert restore(form, home, NOW, check_records) is None
    assert set(names(home)) == set(names_in(form))
    assert kept_backups(home) == []


def test_nobody_is_signed_in_by_a_backup(database, tmp_path):
    token = SignIns(database, lambda: NOW, {"all": "coal-hatch-9"}).sign_in("all")
    backup = tmp_path / "good.sqlite"
    back_up(database.path, backup)
    restore(backup, tmp_path / "other", NOW, check_records)
    opened = Database(tmp_path / "other")
    assert SignIns(opened, lambda: NOW, {"all": "coal-hatch-9"}).may(token) is None
    opened.close()


def test_what_was_salvaged_is_restored_without_what_hung_on_what_is_lost(tmp_path):
    file = altered(
        tmp_path, "PRAGMA foreign_keys=OFF",
        "DELETE FROM run WHERE run_id = (SELECT run_id FROM run_measure ORDER BY run_id LIMIT 1)",
    )  # fmt: skip
    with pytest.raises(Unusable, match="rows of run_measure hang on none"):
        restore(file, tmp_path / "refused", NOW, check_records)
    found = salvage(file, tmp_path / "saved.sqlite")
    assert [lost for lost in found.lost if lost.startswith("run_measure: ")]
    for saved, more in ((tmp_path / "saved.sqlite", {}), (file, {"leave_out": True})):
        home = tmp_path / f"home of {saved.name}"
        restore(saved, home, NOW, partial(check_records, **more))
        assert set(names(home)) == set(names_in(M008))
        with sqlite3.connect(home / FILE_NAME) as kept:
            assert kept.execute("PRAGMA foreign_key_check").fetchall() == []
        kept.close()


def test_what_a_restore_would_change_is_counted(database, tmp_path):
    backup = tmp_path / "good.sqlite"
    with database.transaction() as session:
        Jobs(session).add(job_row("gone"))
    back_up(database.path, backup)
    with database.transaction() as session:
        Jobs(session).find("a1").version = 2
        session.delete(Jobs(session).find("gone"))
        Jobs(session).add(job_row("new"))
        Jobs(session).add(job_row("newer"))
    jobs = would_change(database, backup).counts[0]
    assert (jobs.what, jobs.here, jobs.in_backup) == ("jobs", 3, 2)
    assert (jobs.only_here, jobs.only_in_backup, jobs.different) == (2, 1, 1)
    assert [path.name for path in database.path.parent.iterdir() if path.is_dir()] == []
    with pytest.raises(Unusable):
        would_change(database, tmp_path / "none.sqlite")
