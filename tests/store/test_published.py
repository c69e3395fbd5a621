"""A database of every form ever released opens, with every job and run in it."""

import json
import shutil
import sqlite3
from datetime import UTC, datetime
from pathlib import Path

import pytest

from pellak.shop.bench import Bench
from pellak.shop.metals import Metals
from pellak.shop.rack import RackBook
from pellak.shop.run_book import RunBook
from pellak.store.database import Database
from pellak.store.form import FILE_NAME, known_revisions, newest_revision
from pellak.store.keeping import kept_backups

PUBLISHED = sorted((Path(__file__).parents[1] / "published" / "databases").glob("m*.sqlite"))


def now() -> datetime:
    return datetime(2026, 6, 1, tzinfo=UTC)


def test_every_released_form_but_the_newest_is_kept_here():
    assert {file.stem for file in PUBLISHED} >= known_revisions() - {newest_revision()}


@pytest.mark.parametrize("published", PUBLISHED, ids=lambda file: file.stem)
def test_a_released_form_opens_with_all_it_holds(tmp_path, published):
    shutil.copy(published, tmp_path / FILE_NAME)
    with sqlite3.connect(published) as before:
        runs = dict(before.execute("SELECT run_id, plan FROM run"))
        jobs = dict(before.execute("SELECT job_id, name FROM job"))
        logs = dict(before.execute("SELECT run_id, log FROM run"))
    before.close()
    database = Database(tmp_path)
    book, bench = RunBook(database, now), Bench(database, now)
    lines = book.lines().lines
    assert {line.id for line in lines} == set(runs)
    for line in lines:
        run = book.look(line.id)
        kept = json.loads(runs[line.id])
        assert run.plan.method_version == kept["method_version"]
        assert run.log.who == json.loads(logs[line.id])["who"]
        # Where an older log counted cards, the run stands at the card of that number.
        card = json.loads(logs[line.id]).get("card")
        if card is not None and card < len(kept["cards"]) and line.finished_at is None:
            assert run.bench.at == kept["cards"][card]["step"]["id"]
        assert run.line.measures == line.measures
        assert any(m.planned for m in line.measures) == (line.kind == "seam")
        for measure in line.measures:
            assert measure.actual == json.loads(logs[line.id]).get(measure.id)
        series = json.loads(logs[line.id]).get("straightening") or {}
        assert bool(series.get("rounds")) == (
            run.log.work is not None and run.log.work.kind != "seam"
        )
    found = {line.id for line in book.lines(words="brit").lines}
    assert found == {run for run, log in logs.items() if json.loads(log)["who"] == "Brit"}
    tickets = bench.tickets().tickets
    assert {ticket.id: ticket.name for ticket in tickets} == jobs
    for ticket in tickets:
        assert ticket.line
        opened = bench.open(ticket.id)
        assert opened.plan.job.name == ticket.name
        assert bench.change(ticket.id, opened.version, {"name": "Again"}).plan.job.name == "Again"
    assert [item.item.name for item in RackBook(database, now).items()][:1] == ["2"]
    assert Metals(database, now).lines()
    database.close()


OLDER = [file for file in PUBLISHED if file.stem != newest_revision()]


@pytest.mark.parametrize("published", OLDER, ids=lambda file: file.stem)
def test_a_backup_is_made_before_a_form_is_changed(tmp_path, published):
    shutil.copy(published, tmp_path / FILE_NAME)
    Database(tmp_path).close()
    (backup,) = kept_backups(tmp_path)
    with sqlite3.connect(backup) as kept:
        assert kept.execute("SELECT version_num FROM alembic_version").fetchone() == (
            published.stem,
        )
    kept.close()
    Database(tmp_path).close()
    assert kept_backups(tmp_path) == [backup]


def test_gas_burnt_in_older_runs_is_still_counted(tmp_path):
    shutil.copy(PUBLISHED[-1], tmp_path / FILE_NAME)
    database = Database(tmp_path)
    with database.engine.connect() as connection:
        flows = connection.exec_driver_sql("SELECT acetylene_l_per_h FROM run").scalars().all()
    assert all(flow is not None and flow > 20 for flow in flows)
    database.close()
