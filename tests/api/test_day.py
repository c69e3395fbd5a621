"""The day over HTTP: planned from the bench, changed field by field, kept, and as a calendar."""

from datetime import datetime, timedelta

import pytest
from icalendar import Calendar

from pellak.api.app import create_app
from pellak.core.model.clocks import Moment
from tests.api.conftest import local

START = datetime(2026, 11, 26, 8, 0).astimezone()
"""Eight in the morning, wherever the tests are run."""
ORIGIN = {"origin": "http://localhost"}
SHEET = {"alloy": "dc01", "thickness_mm": 1.2, "length_mm": 400, "place": "shop"}


class Wound:
    """A clock that is wound on by hand."""

    now = START

    def __call__(self):
        return self.now


@pytest.fixture
def clock():
    return Wound()


@pytest.fixture
def client(tmp_path, clock):
    app = create_app(
        tmp_path, clock=clock, moments=lambda: Moment(utc_s=clock.now.timestamp())
    )  # fmt: skip
    with local(app, headers=ORIGIN) as client:
        for name in ("Patch", "Flue"):
            client.post("/api/jobs", json={"name": name, **SHEET})
        client.patch("/api/day", json={"opens": "0:00", "closes": "24:00"})
        yield client


def looked(client, **asked):
    answer = client.get("/api/day", params=asked)
    assert answer.status_code == 200
    return answer.json()


def test_the_bench_is_planned_from_now_on_and_named(client):
    day = looked(client)
    assert {job["name"] for job in day["jobs"]} == {"Patch", "Flue"}
    blocks = day["values"]["timeline"]
    assert {block["phase"] for block in blocks} == {"prepare", "flame", "watch", "cool", "dress"}
    assert min(block["start_min"] for block in blocks) >= day["now_min"] - 1e-6
    assert day["values"]["done_min"] < day["now_min"] + 150
    assert looked(client, exact=True)["values"]["optimal"]


def test_jobs_are_left_out_made_urgent_pinned_and_all_of_it_is_kept(client):
    day = looked(client)
    patch, flue = (job["id"] for job in day["jobs"])
    pin = {"job": flue, "phase": "flame", "start_min": round(day["now_min"]) + 200}
    kept = client.patch("/api/day", json={"pins": [pin], "urgent": [flue], "left_out": [patch]})
    assert kept.status_code == 200
    day = looked(client)
    flame = next(one for one in day["values"]["timeline"] if one["phase"] == "flame")
    assert (flame["job"], flame["start_min"], flame["pinned"]) == (flue, pin["start_min"], True)
    assert [job["left_out"] for job in day["jobs"]] == [True, False]
    assert {block["job"] for block in day["values"]["timeline"]} == {flue}


def test_a_job_that_may_not_be_lit_gets_no_flame_time_and_says_why(client):
    job = next(one for one in client.get("/api/jobs").json()["tickets"] if one["name"] == "Flue")
    changes = {"version": 1, "changes": {"held": "fuel-solvent-gas"}}
    assert client.patch(f"/api/jobs/{job['id']}", json=changes).status_code == 200
    day = client.get("/api/day").json()
    line = next(one for one in day["jobs"] if one["id"] == job["id"])
    assert line["why_out"].startswith("not while: ")
    assert "no torch" in line["why_out"]
    assert job["id"] not in {block["job"] for block in day["values"]["timeline"]}


def test_a_pin_is_gone_the_next_day(client, clock):
    flue = looked(client)["jobs"][1]["id"]
    pin = {"job": flue, "phase": "flame", "start_min": 1000}
    client.patch("/api/day", json={"pins": [pin]})
    clock.now = START + timedelta(days=1)
    assert not any(block["pinned"] for block in looked(client)["values"]["timeline"])


def test_a_run_begun_and_ended_is_followed(client, clock):
    patch = looked(client)["jobs"][0]["id"]
    assert client.post(f"/api/jobs/{patch}/runs", json={}).status_code == 201
    clock.now = START + timedelta(minutes=3)
    day = looked(client)
    assert [job["under_way"] for job in day["jobs"]] == [True, False]
    own = {block["phase"] for block in day["values"]["timeline"] if block["job"] == patch}
    assert day["values"]["timeline"][0]["job"] == patch
    assert own == {"flame", "watch", "cool", "dress"}


def test_a_flame_that_is_out_is_out_though_its_run_goes_on(client, clock):
    patch = looked(client)["jobs"][0]["id"]
    run = client.post(f"/api/jobs/{patch}/runs", json={}).json()
    clock.now = START + timedelta(minutes=7)
    for step in ("out-acetylene", "close-cylinders"):
        document = {"version": run["version"], "step": step}
        run = client.post(f"/api/runs/{run['line']['id']}/stand", json=document).json()
    clock.now = START + timedelta(minutes=27)
    own = {
        block["phase"]: block["end_min"] - block["start_min"]
        for block in looked(client)["values"]["timeline"]
        if block["job"] == patch
    }
    assert own == {"watch": pytest.approx(40), "cool": pytest.approx(0), "dress": 10}


def test_a_plan_gone_by_is_held_against_what_becomes_of_it(client, clock):
    assert looked(client)["meaning"] == []
    kept = client.post("/api/day/hold").json()
    assert kept["held"]["today"] == sorted(job["id"] for job in looked(client)["jobs"])
    assert looked(client)["meaning"][0].startswith("On time: done by ")
    clock.now = START + timedelta(minutes=40)
    assert looked(client)["meaning"][0].startswith("Ends 40 min later: ")
    job = looked(client)["jobs"][0]
    client.post(f"/api/jobs/{job['id']}/runs", json={})
    clock.now = START + timedelta(minutes=120)
    dragging = f"{job['name']} drags: begun 80 min ago, planned for "
    assert looked(client)["meaning"][-1].startswith(dragging)
    assert client.patch("/api/day", json={"held": None}).status_code == 200
    assert all("later" not in one for one in looked(client)["meaning"])
    client.post("/api/day/hold")
    clock.now = START + timedelta(days=1)
    assert looked(client)["meaning"] == []


@pytest.mark.parametrize(
    ("changes", "field"),
    [
        ({"opens": "noon"}, "opens"), ({"closes": "25:00"}, "closes"), ({"people": []}, "people"),
        ({"people": ["Ida", "Ida"]}, "people"), ({"torches": [" "]}, "torches"),
        ({"opens": "12:00", "closes": "11:00"}, "closes"), ({"hours": 8}, "hours"),
    ],
)  # fmt: skip
def test_what_cannot_be_is_refused_by_its_field_and_nothing_is_lost(client, changes, field):
    before = looked(client)["kept"]
    refused = client.patch("/api/day", json=changes)
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"].startswith(field)
    assert looked(client)["kept"] == before


def test_the_day_is_a_calendar_of_what_somebody_is_needed_for(client):
    calendar = Calendar.from_ical(client.get("/api/day/calendar.ics").content)
    events = calendar.walk("VEVENT")
    names = sorted({str(one["summary"]).split(": ")[1] for one in events})
    assert names == ["dress", "flame", "prepare", "watch"]
    assert len({str(one["uid"]) for one in events}) == len(events) == 8
    assert all(
        one["dtend"].dt > one["dtstart"].dt >= START - timedelta(minutes=1) for one in events
    )


@pytest.mark.parametrize("units", ["metric", "inch"])
def test_the_day_is_a_sheet_of_paper(client, units):
    sheet = client.get("/api/day/sheet.pdf", params={"units": units, "paper": "letter"})
    assert sheet.headers["content-type"] == "application/pdf"
    assert sheet.content.startswith(b"%PDF")


def test_a_day_too_full_for_a_page_says_so(client):
    crowd = [f"{number} {'of the long slip ' * 2}"[:40] for number in range(6)]
    client.patch("/api/day", json={"people": crowd, "torches": crowd})
    for number in range(38):
        document = {**SHEET, "name": f"{number} " + "wide and long and high " * 3}
        assert client.post("/api/jobs", json=document).status_code == 201
    answer = client.get("/api/day/sheet.pdf")
    assert (answer.status_code, answer.json()["title"]) == (422, "Too much for one page")
