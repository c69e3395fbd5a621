"""Every door: good input through, bad input refused by field, nothing lost."""

import pytest

from pellak.core.catalogue.reckoners import RECKONERS

PROBLEM = "application/problem+json"


def fields(answer):
    assert answer.headers["content-type"] == PROBLEM
    return [fault["field"] for fault in answer.json()["errors"]]


def test_reckoners_are_listed_and_answer(client):
    names = [line["name"] for line in client.get("/api/reckon").json()]
    assert names == [reckoner.name for reckoner in RECKONERS]
    answer = client.post("/api/reckon/quantity", json={"text": "8 psi", "kind": "pressure"}).json()
    assert answer["values"]["value"] == pytest.approx(0.5515806)


@pytest.mark.parametrize(
    ("name", "body", "field"),
    [
        ("tip", {"family": "carbon-steel", "thickness_mm": -1}, "thickness_mm"),
        ("tip", {"family": "carbon-steel", "thickness_mm": 1e9}, "thickness_mm"),
        ("tip", {"family": "carbon-steel", "thickness_mm": "1.2"}, "thickness_mm"),
        ("tip", {"family": "carbon-steel", "thickness_mm": True}, "thickness_mm"),
        ("tip", {"family": "carbon-steel", "thickness_mm": None}, "thickness_mm"),
        ("tip", {"family": "carbon-steel"}, "thickness_mm"),
        ("tip", {"family": "butter", "thickness_mm": 1}, "family"),
        ("tip", {"thickness_mm": 1}, "family"),
        ("tip", {"family": "lead", "thickness_mm": 1, "colour": 1}, "colour"),
        ("heat", {"alloy": "nosuch", "thickness_mm": 1, "acetylene_l_per_h": 9}, "alloy"),
        ("quantity", {"text": "18 ga", "kind": "length"}, "text"),
        ("quantity", {"text": "x" * 20_000, "kind": "length"}, "text"),
        ("flame", {}, "oxygen_ratio"),
        ("flame", {"oxygen_ratio": 9}, "oxygen_ratio"),
        ("eyes", {"acetylene_l_per_h": 0, "thickness_mm": 1}, "acetylene_l_per_h"),
    ],
)
def test_a_reckoner_names_the_field_at_fault(client, name, body, field):
    answer = client.post(f"/api/reckon/{name}", json=body)
    assert answer.status_code == 422
    assert field in fields(answer)
    assert field in answer.json()["detail"]


@pytest.mark.parametrize("body", ["", "{", "[1", '{"text": NaN', "\xff"])
def test_a_body_that_is_no_json_is_refused(client, body):
    answer = client.post(
        "/api/reckon/quantity",
        content=body.encode("latin-1"),
        headers={"content-type": "application/json"},
    )
    assert answer.status_code in (400, 422)
    assert answer.headers["content-type"] == PROBLEM


def test_nan_in_json_is_refused(client):
    answer = client.post(
        "/api/reckon/tip",
        content='{"family": "carbon-steel", "thickness_mm": NaN}',
        headers={"content-type": "application/json"},
    )
    assert answer.status_code == 422
    assert fields(answer) == ["thickness_mm"]


@pytest.mark.parametrize("sized", [True, False])
def test_ten_megabytes_are_too_much_whether_announced_or_not(client, sized):
    block = b'{"text": "' + b"x" * 10_000_000 + b'"}'
    content = block if sized else iter([block[:500_000]] * 20)
    answer = client.post("/api/reckon/quantity", content=content)
    assert answer.status_code == 413
    assert answer.headers["content-type"] == PROBLEM


def test_a_job_goes_through_its_whole_life(client, job):
    path = f"/api/jobs/{job['id']}"
    change = {"version": 1, "changes": {"thickness_mm": "18 ga"}}
    changed = client.patch(path, json=change).json()
    assert changed["plan"]["job"]["thickness_mm"] == 1.214
    assert changed["undo_steps"] == 1
    preview = client.post(f"{path}/preview", json={"changes": {"thickness_mm": ".049"}}).json()
    assert preview["plan"]["job"]["thickness_mm"] == pytest.approx(1.2446)
    assert client.post(f"{path}/undo", json={"version": 2}).json()["undo_steps"] == 0
    assert client.delete(path).status_code == 204
    assert client.get(path).status_code == 404
    assert client.post(f"{path}/restore").json()["plan"]["job"]["name"] == "Patch"
    assert [ticket["id"] for ticket in client.get("/api/jobs").json()["tickets"]] == [job["id"]]


@pytest.mark.parametrize("typed", ["-1", "nan", "1e9", "", "wide", "18 ga plywood"])
def test_a_bad_thickness_is_refused_and_the_job_left_alone(client, job, typed):
    path = f"/api/jobs/{job['id']}"
    change = {"version": 1, "changes": {"thickness_mm": typed}}
    answer = client.patch(path, json=change)
    assert answer.status_code == 422
    assert fields(answer) == ["thickness_mm"]
    assert client.get(path).json() == job


def test_a_job_needs_a_name(client):
    for document in ({}, {"name": ""}, {"name": "   "}, {"name": "x" * 81}, {"name": 7}):
        answer = client.post("/api/jobs", json=document)
        assert answer.status_code == 422
        assert fields(answer) == ["name"]
    assert client.get("/api/jobs").json() == {"tickets": [], "next": None}


def test_a_stale_version_gets_what_stands(client, job):
    path = f"/api/jobs/{job['id']}"
    client.patch(path, json={"version": 1, "changes": {"name": "Theirs"}})
    answer = client.patch(path, json={"version": 1, "changes": {"name": "Mine"}})
    assert answer.status_code == 409
    assert answer.json()["current"]["plan"]["job"]["name"] == "Theirs"


def test_a_run_is_logged_and_listed(client, job):
    run = client.post(f"/api/jobs/{job['id']}/runs").json()
    path = f"/api/runs/{run['line']['id']}"
    noted = client.patch(path, json={"version": 1, "entries": {"notes": "windy"}}).json()
    assert noted["log"]["notes"] == "windy"
    bad = client.patch(path, json={"version": 2, "entries": {"puddle_s": "soon"}})
    assert fields(bad) == ["puddle_s"]
    final = {"version": 2, "entries": {"who": "Brit", "puddle_s": "4,4 s"}, "finish": True}
    assert client.patch(path, json=final).json()["line"]["measures"][0]["actual"] == 4.4
    assert client.patch(path, json=final).status_code == 409
    (line,) = client.get("/api/runs").json()["lines"]
    assert (line["who"], line["job_name"]) == ("Brit", "Patch")


def test_an_unready_job_says_why_it_may_not_start(client):
    blank = client.post("/api/jobs", json={"name": "Blank"}).json()
    answer = client.post(f"/api/jobs/{blank['id']}/runs")
    assert answer.status_code == 422
    assert "thickness" in answer.json()["detail"]


@pytest.mark.parametrize(
    "path", ["/api/jobs/nowhere", "/api/runs/nowhere", "/api/nowhere", "/api/reckon/horoscope"]
)
def test_what_is_not_there_is_a_problem(client, path):
    answer = client.get(path)
    assert answer.status_code in (404, 405)
    assert answer.headers["content-type"] == PROBLEM


def test_a_deep_link_opens_the_page_and_the_api_stays_apart(client):
    for path in ("/", "/jobs/abc", "/runs"):
        answer = client.get(path)
        assert answer.status_code == 200
        policy = answer.headers["content-security-policy"]
        nonce = answer.text.split('content="')[1].rstrip('">')
        assert f"'nonce-{nonce}'" in policy
        assert "'unsafe-inline'" not in policy
        assert "default-src 'none'" in policy
    assert client.get("/").text != client.get("/").text
    assert client.get("/assets/a.js").text == "1"


def test_another_host_or_another_sites_page_is_refused(client):
    assert client.get("/api/jobs", headers={"host": "evil.example"}).status_code == 421
    cross = client.post("/api/jobs", json={"name": "x"}, headers={"origin": "http://evil.example"})
    assert cross.status_code == 403
    own = client.post("/api/jobs", json={"name": "x"}, headers={"origin": "http://localhost"})
    assert own.status_code == 201


def test_basics_carry_units_drill_and_guidance(client):
    basics = client.get("/api/basics").json()
    assert {unit["canonical"] for unit in basics["units"]} >= {"mm", "°C", "bar", "L/h"}
    assert basics["drill"][0]["text"].startswith("Oxygen")
    assert basics["guidance"].startswith("Guidance, not authority")
    assert client.patch("/api/shop/schools", json={"pace": "brisk"}).json()["pace"] == "brisk"
    assert client.get("/api/shop/schools").json()["pace"] == "brisk"
    assert fields(client.patch("/api/shop/schools", json={"pace": "x"})) == ["pace"]
    assert client.get("/api/rack").json() == []
    assert client.post("/api/find", json={"text": "3 cfh"}).json()["answers"]
    assert client.get("/api/signs").json()
