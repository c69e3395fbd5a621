"""The list of jobs: found by words, in an order, archived or not, with how far each has come; and
the copy of a job."""

import pytest

NAMES = ["Keel rail", "Anchor rail", "Mast step"]


@pytest.fixture
def jobs(client):
    made = {}
    for name in NAMES:
        document = {"kind": "seam", "name": name, "alloy": "dc01", "thickness_mm": 1.2}
        document["length_mm"] = 300
        document["belongs_to"] = "" if name == "Keel rail" else "Lightship"
        answer = client.post("/api/jobs", json=document)
        assert answer.status_code == 201, answer.text
        made[name] = answer.json()
    return made


def listed(client, **asked):
    answer = client.get("/api/jobs", params=asked)
    assert answer.status_code == 200, answer.text
    return [ticket["name"] for ticket in answer.json()["tickets"]]


def test_jobs_are_found_by_name_piece_and_metal(client, jobs):
    assert listed(client, words="rail") == ["Keel rail", "Anchor rail"]
    assert listed(client, words="lightship") == ["Anchor rail", "Mast step"]
    assert listed(client, words="lightship rail") == ["Anchor rail"]
    assert listed(client, words="DC01") == NAMES
    assert listed(client, words="100%") == []
    assert listed(client, kind="heat") == []
    assert listed(client, family="carbon-steel", words="mast") == ["Mast step"]


@pytest.mark.parametrize(
    ("order", "names"),
    [("oldest", NAMES), ("newest", NAMES[::-1]), ("name", sorted(NAMES))],
)
def test_each_order_is_the_same_in_pages_of_one(client, jobs, order, names):
    assert listed(client, order=order) == names
    after, met = "", []
    for _ in names:
        page = client.get("/api/jobs", params={"order": order, "most": 1, "after": after}).json()
        met += [ticket["name"] for ticket in page["tickets"]]
        after = page["next"] or ""
    assert met == names
    assert after == ""


def test_an_archived_job_is_found_again_and_restored(client, jobs):
    away = jobs["Anchor rail"]["id"]
    client.delete(f"/api/jobs/{away}")
    assert listed(client) == ["Keel rail", "Mast step"]
    assert listed(client, archived=True) == ["Anchor rail"]
    client.post(f"/api/jobs/{away}/restore")
    assert listed(client, archived=True) == []
    assert listed(client) == NAMES


def test_a_copy_is_the_job_and_not_its_runs(client, jobs):
    first = jobs["Keel rail"]
    client.post(f"/api/jobs/{first['id']}/runs")
    copy = client.post(f"/api/jobs/{first['id']}/duplicate")
    assert copy.status_code == 201
    made = copy.json()
    assert made["ticket"]["name"] == "Keel rail (2)"
    assert made["ticket"]["status"] == "planned"
    assert made["ticket"]["open_run_id"] is None
    same = {k: v for k, v in made["plan"]["job"].items() if k != "name"}
    assert same == {k: v for k, v in first["plan"]["job"].items() if k != "name"}
    again = client.post(f"/api/jobs/{made['id']}/duplicate").json()
    assert again["ticket"]["name"] == "Keel rail (3)"
    # A copy of a copy meets the numbers of its fellows.
    third = client.post(f"/api/jobs/{made['id']}/duplicate").json()
    assert third["ticket"]["name"] == "Keel rail (4)"
    long = client.post("/api/jobs", json={"kind": "seam", "name": "n" * 80}).json()
    name = client.post(f"/api/jobs/{long['id']}/duplicate").json()["ticket"]["name"]
    assert len(name) == 80
    assert name.endswith(" (2)")
    assert client.post("/api/jobs/nothing/duplicate").status_code == 404


def test_a_ticket_says_how_far_its_job_has_come(client, jobs):
    job = jobs["Mast step"]["id"]

    def status():
        return client.get(f"/api/jobs/{job}").json()["ticket"]["status"]

    assert status() == "planned"
    started = client.post(f"/api/jobs/{job}/runs")
    assert started.status_code == 201, started.text
    run = started.json()
    assert status() == "at-bench"
    done = {"version": run["version"], "finish": True, "entries": {}}
    ended = client.patch(f"/api/runs/{run['line']['id']}", json=done)
    assert ended.status_code == 200, ended.text
    assert status() == "done"


def test_a_run_in_which_nothing_was_done_is_discarded_and_no_other(client, jobs):
    job = jobs["Mast step"]["id"]
    run = client.post(f"/api/jobs/{job}/runs").json()
    address = f"/api/runs/{run['line']['id']}"
    assert client.delete(address).status_code == 204
    assert client.get(address).status_code == 404
    assert client.get(f"/api/jobs/{job}").json()["ticket"]["status"] == "planned"
    again = client.post(f"/api/jobs/{job}/runs").json()
    address = f"/api/runs/{again['line']['id']}"
    noted = {"version": again["version"], "entries": {"notes": "edges filed"}}
    assert client.patch(address, json=noted).status_code == 200
    refused = client.delete(address)
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"] == "run"
    assert client.get(address).status_code == 200
