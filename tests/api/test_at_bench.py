"""A run at the bench and its papers over HTTP: let in, or refused by the field at fault."""

import pytest


@pytest.fixture
def run(client, job):
    started = client.post(f"/api/jobs/{job['id']}/runs").json()
    path = f"/api/runs/{started['line']['id']}"
    return client.patch(path, json={"version": 1, "entries": {"who": "Brit"}}).json()


def post(client, run, way, **body):
    told = {"version": run["version"], **body}
    return client.post(f"/api/runs/{run['line']['id']}/{way}", json=told)


def fields(answer):
    return [fault["field"] for fault in answer.json()["errors"]]


def test_a_stop_is_answered_and_a_card_stood_at(client, run):
    confirmed = post(client, run, "confirm", step="clear-vessel").json()
    assert confirmed["log"]["confirmations"][0]["who"] == "Brit"
    stood = post(client, confirmed, "stand", step="clear-closed").json()
    assert stood["bench"]["at"] == "clear-closed"
    assert stood["bench"]["open_stop"] == "clear-closed"


@pytest.mark.parametrize(
    ("way", "body", "field"),
    [
        ("stand", {"step": "light"}, "step"),
        ("stand", {"step": "nowhere"}, "step"),
        ("confirm", {"step": "tip"}, "step"),
        ("confirm", {"step": "leak"}, "step"),
        ("begin", {"start": "yearly"}, "start"),
        ("clocks", {"clock": "alarm"}, "clock"),
        ("clocks", {"clock": "stand", "ago": "long"}, "ago"),
        ("clocks", {"clock": "stand", "lain": "-2 h"}, "lain"),
        ("clocks/clear", {"clock": "fire-watch"}, "clock"),
        ("leak-test", {"readings": {"helium": {}}}, "readings.helium.[key]"),
        ("leak-test", {"readings": {}}, "readings"),
    ],
)
def test_what_cannot_be_is_refused_by_field(client, run, way, body, field):
    answer = post(client, run, way, **body)
    assert answer.status_code == 422
    assert fields(answer) == [field]
    assert client.get(f"/api/runs/{run['line']['id']}").json()["log"] == run["log"]


def test_where_the_bench_stands_is_not_written_as_an_entry(client, run):
    path = f"/api/runs/{run['line']['id']}"
    for entry in ("step", "clocks", "confirmations", "leak_test", "start"):
        answer = client.patch(path, json={"version": 2, "entries": {entry: "light"}})
        assert fields(answer) == [entry]


def test_a_stale_tablet_gets_what_stands(client, run):
    post(client, run, "confirm", step="clear-vessel")
    answer = post(client, run, "confirm", step="place")
    assert answer.status_code == 409
    assert answer.json()["current"]["version"] == 3


def test_clocks_come_with_what_is_left(client, run):
    begun = post(client, run, "clocks", clock="stand", ago="30 min", lain="1 h").json()
    (clock,) = begun["bench"]["clocks"]
    assert clock["clock"] == "stand"
    assert clock["left_s"] == pytest.approx(5400, abs=2)
    assert post(client, begun, "clocks/clear", clock="stand").json()["bench"]["clocks"] == []


def test_a_fire_watch_is_listed_for_every_page(client, run):
    assert client.get("/api/fire-watches").json() == []
    out = post(client, run, "stand", step="out-acetylene").json()
    post(client, out, "stand", step="close-cylinders")
    (line,) = client.get("/api/fire-watches").json()
    assert (line["job_name"], line["who"]) == ("Patch", "Brit")
    assert 3590 < line["clock"]["left_s"] <= 3600


@pytest.mark.parametrize("paper", ["a4", "letter"])
@pytest.mark.parametrize("units", ["metric", "inch"])
def test_the_job_card_is_a_pdf(client, job, paper, units):
    answer = client.get(f"/api/jobs/{job['id']}/card.pdf?paper={paper}&units={units}")
    assert answer.headers["content-type"] == "application/pdf"
    assert answer.content.startswith(b"%PDF-")
    assert client.get(f"/api/shop/card.pdf?paper={paper}").content.startswith(b"%PDF-")


@pytest.mark.parametrize(
    ("path", "status"),
    [("/api/jobs/nowhere/card.pdf", 404), ("/api/shop/card.pdf?paper=a0", 422)],
)
def test_no_card_of_what_is_not_there(client, path, status):
    answer = client.get(path)
    assert answer.status_code == status
    assert answer.headers["content-type"] == "application/problem+json"
