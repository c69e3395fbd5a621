"""The records: migrated, strict, copied whole while in use."""

from datetime import UTC, datetime, timedelta, timezone

import pytest
from alembic.autogenerate import compare_metadata
from alembic.migration import MigrationContext
from sqlalchemy import text
from sqlalchemy.exc import IntegrityError

from pellak.store.database import Database
from pellak.store.jobs import Jobs
from pellak.store.salvage import INDEX_TABLE
from pellak.store.tables import Base, JobRow, RunRow

NOON = datetime(2026, 5, 4, 12, 0, tzinfo=UTC)


@pytest.fixture
def database(tmp_path):
    opened = Database(tmp_path)
    yield opened
    opened.close()


def job_row(job_id="a1", **columns):
    return JobRow(
        **{
            "job_id": job_id,
            "name": "Patch",
            "kind": "seam",
            "family": "carbon-steel",
            "thickness_mm": 1.2,
            "document": {"name": "Patch"},
            "version": 1,
            "created_at": NOON,
            "saved_at": NOON,
            **columns,
        }
    )


def test_the_migrations_make_exactly_the_tables(database):
    with database.engine.connect() as connection:
        context = MigrationContext.configure(connection, opts={"compare_type": True})
        # The search index is a virtual table with tables of its own, which no model describes.
        found = [
            difference
            for difference in compare_metadata(context, Base.metadata)
            if INDEX_TABLE not in str(difference)
        ]
        assert found == []


def test_every_save_reaches_the_disk_and_keys_are_kept(database):
    with database.transaction() as session:
        pragma = {
            name: session.execute(text(f"PRAGMA {name}")).scalar()
            for name in ("journal_mode", "synchronous", "foreign_keys")
        }
    assert pragma == {"journal_mode": "wal", "synchronous": 2, "foreign_keys": 1}


def test_a_moment_comes_back_in_utc(database):
    east = NOON.astimezone(timezone(timedelta(hours=5)))
    with database.transaction() as session:
        Jobs(session).add(job_row(created_at=east))
    with database.transaction() as session:
        found = Jobs(session).find("a1")
        assert found is not None
        assert found.created_at == NOON
        assert found.created_at.tzinfo is UTC


def test_a_transaction_is_kept_whole_or_not_at_all(database):
    def half():
        with database.transaction() as session:
            Jobs(session).add(job_row())
            session.flush()
            raise RuntimeError("the lights went out")

    with pytest.raises(RuntimeError):
        half()
    with database.transaction() as session:
        assert Jobs(session).on_the_bench(None, 9).rows == []


def test_a_run_of_no_job_is_refused(database):
    def orphan():
        with database.transaction() as session:
            session.add(
                RunRow(
                    run_id="r",
                    job_id="nowhere",
                    job_name="x",
                    family="carbon-steel",
                    thickness_mm=1,
                    method_version="0",
                    started_at=NOON,
                    place=1,
                    log={},
                    plan={},
                    version=1,
                )
            )

    with pytest.raises(IntegrityError):
        orphan()


def test_opening_again_finds_what_was_there(tmp_path):
    first = Database(tmp_path)
    with first.transaction() as session:
        Jobs(session).add(job_row())
    first.close()
    second = Database(tmp_path)
    with second.transaction() as session:
        assert [row.job_id for row in Jobs(session).on_the_bench(None, 9).rows] == ["a1"]
    second.close()


@pytest.mark.parametrize("sign", ["_", "%", "!", "a_b", "100 %", "!_"])
def test_words_of_a_job_are_found_as_they_are_written(database, sign):
    """No sign of a search stands for any other."""
    with database.transaction() as session:
        for number, name in enumerate((f"Rail {sign} end", "Rail x end", "Rail axb end", "Rail")):
            Jobs(session).add(job_row(f"j{number}", name=name))
    with database.reading() as session:
        assert [row.name for row in Jobs(session).named(sign, 9)] == [f"Rail {sign} end"]
