"""The clock is set back an hour, or on a year, under a shop at work: everything still answers."""

from datetime import UTC, datetime, timedelta

import pytest

from pellak.api.app import create_app
from pellak.core.model.clocks import Moment
from tests.api.conftest import local

HEAT = {
    "kind": "heat", "name": "Door", "alloy": "en-gjl-200", "purpose": "warm-through",
    "shape": "casting", "body_kg": 20.0, "thickness_mm": 12.0, "target_c": 300.0,
}  # fmt: skip
PLACES = (
    "/api/jobs", "/api/jobs/marks", "/api/runs", "/api/fire-watches", "/api/rack", "/api/rack/gas",
    "/api/day", "/api/day?exact=true", "/api/day/calendar.ics", "/api/day/sheet.pdf",
    "/api/book/runs", "/api/book/statistics", "/api/practice", "/api/shop/backups", "/api/watches",
    "/api/hand",
)  # fmt: skip


class Clocks:
    """The time of day, and the seconds since the machine was started; each is moved by hand."""

    def __init__(self) -> None:
        # The moment tests are given: the demo's records are of just before it.
        self.now, self.boot_s = datetime.now(UTC), 5000.0

    def moment(self) -> Moment:
        return Moment(utc_s=self.now.timestamp(), boot="one", boot_s=self.boot_s)

    def pass_s(self, seconds: float) -> None:
        self.now += timedelta(seconds=seconds)
        self.boot_s += seconds


@pytest.mark.parametrize(
    "by", [timedelta(hours=-1), timedelta(days=365), timedelta(days=-365)], ids=str
)
def test_a_shop_at_work_goes_on_whatever_the_clock_was_set_to(demo_copy, by):
    clocks = Clocks()
    app = create_app(demo_copy, clock=lambda: clocks.now, moments=clocks.moment)
    with local(app) as client:
        job = client.post("/api/jobs", json=HEAT).json()["id"]
        watch = client.post(f"/api/jobs/{job}/watches").json()["line"]["id"]
        seam = client.get("/api/jobs").json()["tickets"][0]["id"]
        run = client.post(f"/api/jobs/{seam}/runs").json()
        run_id = run["line"]["id"]
        watched = {"version": run["version"], "clock": "fire-watch"}
        out = client.post(f"/api/runs/{run_id}/clocks", json=watched)
        assert out.is_success
        before = client.get("/api/fire-watches").json()
        assert before
        clocks.pass_s(60.0)
        clocks.now += by
        for path in (*PLACES, f"/api/runs/{run_id}", f"/api/watches/{watch}"):
            answer = client.get(path)
            assert answer.status_code < 400, path
        # What counts seconds since the machine started heard of no change.
        after = next(
            one for one in client.get("/api/fire-watches").json() if one["run_id"] == run_id
        )
        ran = next(one for one in before if one["run_id"] == run_id)
        passed = ran["clock"]["left_s"] - after["clock"]["left_s"]
        assert passed == pytest.approx(60.0, abs=1.0)
        outcome = client.post(
            f"/api/watches/{watch}/lines", content="near 20.5",
            headers={"content-type": "text/plain"},
        )  # fmt: skip
        assert outcome.status_code < 500
        assert client.post("/api/shop/backups").status_code == 201
        assert client.post(f"/api/jobs/{seam}/runs").is_success
        assert client.post("/api/jobs", json=HEAT).status_code == 201
