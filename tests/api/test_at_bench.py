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
    there = post(client, run, "stand", step="clear-vessel").json()
    confirmed = post(client, there, "confirm", step="clear-vessel").json()
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
    post(client, run, "stand", step="clear-vessel")
    answer = post(client, run, "confirm", step="place")
    assert answer.status_code == 409
    assert answer.json()["current"]["version"] == 3


def test_no_is_an_answer_and_a_pop_is_told(client, run):
    there = post(client, run, "stand", step="clear-vessel").json()
    told = post(client, there, "confirm", step="clear-vessel", answer="no").json()
    assert told["log"]["confirmations"][0]["answer"] == "no"
    assert told["bench"]["open_stop"] == "clear-vessel"
    popped = post(client, told, "pops", what="flash-back").json()
    assert popped["bench"]["at"] == "close-cylinders"
    assert "flash-back" in popped["bench"]["barred"]
    assert post(client, popped, "stand", step="light").status_code == 422


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


def test_tacks_are_played_drawn_and_listed(client, job):
    path = f"/api/jobs/{job['id']}/tacks"
    played = client.get(f"{path}/playback").json()
    assert len(played["frames_c"]) == len(played["times_s"])
    assert client.get(f"{path}.pdf?paper=letter").content.startswith(b"%PDF-")
    assert client.get(f"{path}.svg").headers["content-type"].startswith("image/svg+xml")
    assert client.get(f"{path}.csv").text.startswith("n,round,at_mm")


@pytest.mark.parametrize("way", ["/playback", ".pdf", ".svg", ".csv"])
def test_a_seam_without_length_has_no_tacks_to_give(client, way):
    blank = client.post("/api/jobs", json={"name": "Blank"}).json()
    answer = client.get(f"/api/jobs/{blank['id']}/tacks{way}")
    assert answer.status_code == 422
    assert "tacked" in answer.json()["detail"]


def test_what_is_measured_between_tacks_changes_the_rest(client, run):
    made = post(client, run, "tacks", done=6).json()
    assert made["log"]["tacking"]["done"] == 6
    plain = len(made["bench"]["tacks"]["tacks"])
    told = post(client, made, "tacks/measured", rise="0.9 mm").json()
    assert len(told["bench"]["tacks"]["tacks"]) > plain
    assert "level it cold" in told["bench"]["tacks"]["adapted"]
    assert told["plan"]["tacks"]["values"] == made["plan"]["tacks"]["values"]


@pytest.mark.parametrize(
    ("way", "body", "field"),
    [
        ("tacks", {"done": 300}, "done"),
        ("tacks/measured", {"gap": "1 mm"}, "done"),
    ],
)
def test_tacks_that_cannot_be_are_refused(client, run, way, body, field):
    answer = post(client, run, way, **body)
    assert answer.status_code == 422
    assert fields(answer) == [field]


@pytest.mark.parametrize(
    ("body", "field"), [({"gap": "wide"}, "gap"), ({}, "gap"), ({"rise": "9 m"}, "rise_mm")]
)
def test_measures_that_cannot_be_are_refused(client, run, body, field):
    made = post(client, run, "tacks", done=2).json()
    assert fields(post(client, made, "tacks/measured", **body)) == [field]


def test_corners_are_typed_in_any_unit(client, job):
    path = f"/api/jobs/{job['id']}"
    told = client.patch(path, json={"version": 1, "changes": {"corners_mm": "200; 17 in"}}).json()
    assert told["plan"]["job"]["corners_mm"] == [200, pytest.approx(431.8)]
    places = {round(t["at_mm"]) for t in told["plan"]["tacks"]["values"]["tacks"]}
    assert {0, 200, 432, 640} <= places
    bad = client.patch(path, json={"version": 2, "changes": {"corners_mm": "200; soon"}})
    assert fields(bad) == ["corners_mm"]
