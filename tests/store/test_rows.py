"""Heats and rack items as rows: kept, put away, ordered, and runs timed since a moment."""

from datetime import UTC, datetime, timedelta

import pytest

from pellak.store.database import Database
from pellak.store.heat_lots import HeatLots
from pellak.store.jobs import Jobs
from pellak.store.rack import Rack
from pellak.store.runs import Runs
from pellak.store.tables import HeatLotRow, RackItemRow, RunRow
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


def run(run_id, started_at, seam_min):
    return RunRow(
        run_id=run_id,
        job_id="a1",
        job_name="Patch",
        family="carbon-steel",
        thickness_mm=1.2,
        method_version="x",
        started_at=started_at,
        seam_min=seam_min,
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
        for run_id, hours, minutes in (("r1", -2, 5.0), ("r2", 1, None), ("r3", 2, 7.0)):
            Runs(session).add(run(run_id, NOON + timedelta(hours=hours), minutes))
    with database.transaction() as session:
        assert [row.run_id for row in Runs(session).timed_since(NOON)] == ["r3"]
        earlier = Runs(session).timed_since(NOON - timedelta(days=1))
        assert [row.run_id for row in earlier] == ["r1", "r3"]
        assert earlier[0].plan == {"stations": []}


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
