"""Heats and rack items as rows: kept, put away, ordered, and runs timed since a moment."""

from datetime import UTC, datetime, timedelta

import pytest
from sqlalchemy import select
from sqlalchemy.exc import InvalidRequestError

from pellak.store.change_count import shop_changes
from pellak.store.database import PRAGMAS, Database
from pellak.store.errors import Busy
from pellak.store.heat_lots import HeatLots
from pellak.store.jobs import Jobs
from pellak.store.rack import Rack
from pellak.store.runs import Runs
from pellak.store.tables import HeatLotRow, JobRow, RackItemRow, RunRow
from tests.store.test_database import NOON, job_row

MORNING = datetime(2026, 5, 4, 8, 0, tzinfo=UTC)


@pytest.fixture
def database(tmp_path):
    opened = Database(tmp_path)
    yield opened
    opened.close()


def heat(number, minutes=0, **columns):
    return HeatLotRow(
        **{
            "metal_id": f"heat-{number}",
            "heat": f"H-{number}",
            "alloy": "4130",
            "certificate": {"heat": f"H-{number}"},
            "entered_at": MORNING + timedelta(minutes=minutes),
            **columns,
        }
    )


def item(number, kind="tip", minutes=0, **columns):
    return RackItemRow(
        **{
            "item_id": f"i{number}",
            "kind": kind,
            "name": f"B{number}",
            "document": {"kind": kind},
            "version": 1,
            "added_at": MORNING + timedelta(minutes=minutes),
            **columns,
        }
    )


def run(run_id, started_at, flame_min):
    return RunRow(
        run_id=run_id,
        job_id="a1",
        job_name="Patch",
        family="carbon-steel",
        thickness_mm=1.2,
        method_version="x",
        started_at=started_at,
        flame_min=flame_min,
        acetylene_l_per_h=100.0,
        log={},
        plan={"stations": []},
        version=1,
    )


def test_heats_put_away_are_kept_for_the_jobs_that_name_them(database):
    with database.transaction() as session:
        lots = HeatLots(session)
        lots.add(heat(2, minutes=5))
        lots.add(heat(1, deleted_at=NOON))
    with database.transaction() as session:
        lots = HeatLots(session)
        assert [row.heat for row in lots.ever()] == ["H-1", "H-2"]
        assert [row.heat for row in lots.kept()] == ["H-2"]
        assert lots.find("heat-1").deleted_at == NOON
        assert lots.find("heat-9") is None


def test_the_rack_lists_what_is_in_it_in_the_order_it_was_added(database):
    with database.transaction() as session:
        rack = Rack(session)
        rack.add(item(3, minutes=9))
        rack.add(item(1, "hose", minutes=1))
        rack.add(item(2, minutes=2, deleted_at=NOON))
    with database.transaction() as session:
        rack = Rack(session)
        assert [row.name for row in rack.items()] == ["B1", "B3"]
        assert rack.find("i2").name == "B2"
        assert rack.find("i9") is None


def test_settings_are_kept_beside_the_rack(database):
    with database.transaction() as session:
        Rack(session).set_setting("limit", {"bar": 0.62})
        Rack(session).set_setting("limit", {"bar": 1.03})
    with database.transaction() as session:
        assert Rack(session).setting("limit") == {"bar": 1.03}
        assert Rack(session).setting("nothing") is None


def test_only_timed_runs_since_a_moment_are_summed(database):
    with database.transaction() as session:
        Jobs(session).add(job_row())
        session.flush()
        for run_id, hours, minutes in (("r1", -2, 6.0), ("r2", 1, None), ("r3", 2, 12.0)):
            Runs(session).add(run(run_id, NOON + timedelta(hours=hours), minutes))
    with database.reading() as session:
        # 12 min at 100 L/h are 20 L.
        assert Runs(session).burnt_since(NOON, "acetylene_l_per_h") == (pytest.approx(0.02), 1)
        earlier = Runs(session).burnt_since(NOON - timedelta(days=1), "acetylene_l_per_h")
        assert earlier == (pytest.approx(0.03), 2)
        assert Runs(session).burnt_since(NOON, "oxygen_l_per_h") == (0.0, 0)


def test_the_book_is_read_page_by_page_and_no_run_twice_or_never(database):
    moments = [NOON + timedelta(seconds=n // 3) for n in range(20)]
    with database.transaction() as session:
        Jobs(session).add(job_row())
        session.flush()
        for number, moment in enumerate(moments):
            words = "Brit" if number % 2 else "Anders"
            Runs(session).add(run(f"r{number:02}", moment, None), words)
    for words, wanted in (("", 20), ("brit", 10), ("nders", 10), ("nobody", 0), ('"', 20)):
        seen: list[str] = []
        before = None
        with database.reading() as session:
            while True:
                page = Runs(session).newest_first(before, 3, words)
                seen += [row.run_id for row in page.rows]
                if page.next is None:
                    break
                before = page.next
        assert seen == sorted(set(seen), reverse=True)
        assert len(seen) == wanted


def test_a_list_never_loads_a_kept_plan(database):
    with database.transaction() as session:
        Jobs(session).add(job_row())
        session.flush()
        Runs(session).add(run("r1", NOON, None))
    with database.reading() as session:
        (row,) = Runs(session).newest_first(None, 5).rows
        with pytest.raises(InvalidRequestError):
            _ = row.plan


def test_a_run_is_written_only_at_the_version_that_stands(database):
    with database.transaction() as session:
        Jobs(session).add(job_row())
        session.flush()
        Runs(session).add(run("r1", NOON, None))
    with database.transaction() as session:
        assert Runs(session).keep("r1", 1, {"who": "Brit"})
        assert not Runs(session).keep("r1", 1, {"who": "Anders"})
    with database.reading() as session:
        found = Runs(session).find("r1")
        assert (found.who, found.version) == ("Brit", 2)


def test_every_change_of_rack_settings_and_heats_is_counted_and_no_other(database):
    def count():
        with database.reading() as session:
            return shop_changes(session)

    assert count() == 0
    with database.transaction() as session:
        Rack(session).add(item(1))
    with database.transaction() as session:
        Rack(session).find("i1").deleted_at = NOON
    with database.transaction() as session:
        Rack(session).set_setting("limit", 1)
    with database.transaction() as session:
        HeatLots(session).add(heat(1))
    counted = count()
    assert counted == 4
    with database.transaction() as session:
        Jobs(session).add(job_row())
        session.flush()
        Runs(session).add(run("r1", NOON, None))
    assert count() == counted


def test_readers_never_wait_for_a_writer_and_see_one_moment(database):
    with database.transaction() as session:
        Jobs(session).add(job_row())
    with database.reading() as reader:
        assert Jobs(reader).find("a1").version == 1
        with database.transaction() as writer:
            Jobs(writer).find("a1").version = 2
            writer.flush()
            with database.reading() as other:
                assert Jobs(other).find("a1").version == 1
        assert reader.scalar(select(JobRow.version)) == 1


def test_a_writer_that_waits_too_long_is_told_the_records_are_busy(tmp_path, monkeypatch):
    pragmas = [p for p in PRAGMAS if not p.startswith("busy")]
    monkeypatch.setattr("pellak.store.database.PRAGMAS", (*pragmas, "busy_timeout=20"))
    monkeypatch.setattr("pellak.store.database.WAITS_MS", 20)
    database = Database(tmp_path)

    def write(number):
        with database.transaction() as session:
            Rack(session).add(item(number))
            session.flush()
            if number == 1:
                write(2)

    with pytest.raises(Busy):
        write(1)
    database.close()


def test_nothing_of_a_transaction_that_fails_is_kept(database):
    def cut_short():
        with database.transaction() as session:
            Rack(session).add(item(1))
            HeatLots(session).add(heat(1))
            session.flush()
            raise RuntimeError("power")

    with pytest.raises(RuntimeError, match="power"):
        cut_short()
    with database.transaction() as session:
        assert Rack(session).items() == []
        assert HeatLots(session).ever() == []
