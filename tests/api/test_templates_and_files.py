"""A job kept as a template, and as a file to another shop: all it wants, nothing answered."""

import json
import shutil
from pathlib import Path

import pytest

from pellak.api.app import create_app

from .conftest import local

CERTIFICATE = {"alloy": "4130", "heat": "K7713", "line": "C 0.31 Mn 0.52 Si 0.25 Cr 0.95 Mo 0.20"}
PIECE = {
    "kind": "seam", "name": "Rail foot", "belongs_to": "Lightship", "alloy": "dc01",
    "thickness_mm": 1.2, "length_mm": 300, "held": "nothing", "coating": "bare",
    "place": "shop", "acetylene_bar": 0.2,
}  # fmt: skip


@pytest.fixture
def other(blank_folder, tmp_path, page):
    """Another shop."""
    folder = shutil.copytree(blank_folder, tmp_path / "other")
    with local(create_app(folder, page=page)) as made:
        yield made


def added(client, **more):
    answer = client.post("/api/jobs", json={**PIECE, **more})
    assert answer.status_code == 201, answer.text
    return answer.json()


def document(opened):
    return opened["plan"]["job"]


def test_a_template_begins_a_job_as_it_was_but_nothing_is_answered(client):
    job = added(client, pace="gentle")
    kept = client.post(f"/api/jobs/{job['id']}/template")
    assert kept.status_code == 201
    # What becomes of the job it was made of is no matter of the template's.
    client.delete(f"/api/jobs/{job['id']}")
    (line,) = client.get("/api/templates").json()
    assert line == kept.json()
    assert line["name"] == "Rail foot"
    made = client.post(f"/api/templates/{line['id']}/jobs").json()
    again = client.post(f"/api/templates/{line['id']}/jobs").json()
    assert made["id"] != again["id"]
    assert [one["ticket"]["name"] for one in (made, again)] == ["Rail foot (2)", "Rail foot (3)"]
    for field in ("thickness_mm", "length_mm", "alloy", "acetylene_bar", "pace", "typed"):
        assert document(made)[field] == document(job)[field], field
    for question in ("held", "coating", "place"):
        assert document(job)[question] is not None
        assert document(made)[question] is None, question


def test_templates_are_replaced_by_name_and_forgotten(client):
    job = added(client)
    first = client.post(f"/api/jobs/{job['id']}/template").json()
    changes = {"version": 1, "changes": {"length_mm": "400"}}
    client.patch(f"/api/jobs/{job['id']}", json=changes)
    second = client.post(f"/api/jobs/{job['id']}/template").json()
    assert [one["id"] for one in client.get("/api/templates").json()] == [second["id"]]
    assert client.post(f"/api/templates/{first['id']}/jobs").status_code == 404
    assert client.delete(f"/api/templates/{second['id']}").status_code == 204
    assert client.delete(f"/api/templates/{second['id']}").status_code == 404
    assert client.get("/api/templates").json() == []
    assert client.post("/api/jobs/nowhere/template").status_code == 404


def test_forty_templates_are_kept_and_no_more(client):
    for number in range(41):
        job = added(client, name=f"Piece {number:02d}")
        answer = client.post(f"/api/jobs/{job['id']}/template")
        assert answer.status_code == (201 if number < 40 else 422)
    assert "forget one first" in answer.json()["errors"][0]["accepted"]


def test_a_job_goes_to_another_shop_with_its_heat_and_comes_back_alike(client, other):
    heat = client.post("/api/metals", json=CERTIFICATE).json()
    client.post("/api/rack", json={"kind": "tip", "name": "Seven", "orifice_mm": 0.9})
    job = added(client, alloy=heat["id"], family="chromoly", tip_label="Seven")
    sent = client.get(f"/api/jobs/{job['id']}/file.json")
    assert "attachment" in sent.headers["content-disposition"]
    taken = other.post("/api/jobs/import", content=sent.content)
    assert taken.status_code == 201, taken.text
    here = taken.json()["opened"]
    (own,) = [one for one in other.get("/api/metals").json() if one["own"]]
    assert document(here)["alloy"] == own["id"]
    assert "K7713" in own["name"]
    # Their tip is none of this rack's: it is said, with its bore, and not planned with.
    assert taken.json()["said"] == ["Tip “Seven” of 0.9 mm is not in your rack."]
    assert document(here)["tip_label"] is None
    for question in ("held", "coating", "place"):
        assert document(here)[question] is None, question
    # Taken in twice the heat stands once; and back home it is the heat that stood there.
    assert other.post("/api/jobs/import", content=sent.content).status_code == 201
    assert len([one for one in other.get("/api/metals").json() if one["own"]]) == 1
    back = other.get(f"/api/jobs/{here['id']}/file.json").content
    home = client.post("/api/jobs/import", content=back).json()["opened"]
    assert document(home)["alloy"] == heat["id"]
    same = set(document(home)) - {"held", "coating", "place", "tip_label"}
    assert {f: document(home)[f] for f in same} == {f: document(job)[f] for f in same}


def test_answers_written_into_a_file_by_hand_answer_nothing(client):
    body = {"format": "pellak-job", "version": 1, "job": {**PIECE, "thickness_mm": 1.2}}
    taken = client.post("/api/jobs/import", content=json.dumps(body))
    assert taken.status_code == 201, taken.text
    made = document(taken.json()["opened"])
    assert (made["held"], made["coating"], made["place"]) == (None, None, None)
    asked = {
        figure["asks"]["field"]
        for station in taken.json()["opened"]["plan"]["stations"]
        for figure in station["figures"]
        if figure["asks"] is not None and figure["asks"]["chosen"] is None
    }
    assert {"held", "coating"} <= asked


@pytest.mark.parametrize(
    ("content", "field"),
    [
        (b"", "body"),
        (b"no json", "file"),
        (b"[]", "file"),
        (b"[" * 5000, "file"),
        (b'{"format": "pellak-job", "version": 2, "job": {}}', "file"),
        (b'{"format": "pellak-job", "version": 1, "job": {}, "more": 1}', "file"),
        (b" " * 200_000, "file"),
        (b'{"format": "pellak-job", "version": 1, "job": {"kind": "boat"}}', "body"),
        (b'{"format": "pellak-job", "version": 1, "job": {"name": "A", "alloy": "no"}}', "alloy"),
    ],
)
def test_what_is_no_job_is_refused_and_nothing_kept(client, content, field):
    refused = client.post("/api/jobs/import", content=content)
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"] == field
    assert client.get("/api/jobs").json()["tickets"] == []


def test_a_heat_number_of_another_analysis_is_refused(client, other):
    for shop, carbon in ((client, "0.31"), (other, "0.29")):
        certificate = {**CERTIFICATE, "line": CERTIFICATE["line"].replace("0.31", carbon)}
        assert shop.post("/api/metals", json=certificate).status_code == 201
    (own,) = [one for one in client.get("/api/metals").json() if one["own"]]
    job = added(client, alloy=own["id"], family="chromoly")
    sent = client.get(f"/api/jobs/{job['id']}/file.json").content
    refused = other.post("/api/jobs/import", content=sent)
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"] == "heat"
    assert other.get("/api/jobs").json()["tickets"] == []


def test_every_demo_job_goes_out_and_comes_in(demo_copy, other):
    with local(create_app(Path(demo_copy))) as demo:
        for ticket in demo.get("/api/jobs").json()["tickets"]:
            sent = demo.get(f"/api/jobs/{ticket['id']}/file.json")
            taken = other.post("/api/jobs/import", content=sent.content)
            assert taken.status_code == 201, (ticket["name"], taken.text)


def test_a_file_whose_job_is_refused_leaves_no_heat_behind(client, other):
    heat = client.post("/api/metals", json=CERTIFICATE).json()
    job = added(client, alloy=heat["id"], family="chromoly")
    sent = client.get(f"/api/jobs/{job['id']}/file.json").json()
    sent["job"]["family"] = "lead"
    refused = other.post("/api/jobs/import", content=json.dumps(sent))
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"] == "heat"
    assert [one for one in other.get("/api/metals").json() if one["own"]] == []


def test_a_template_says_its_sizes_in_the_units_asked_for(client):
    client.post(f"/api/jobs/{added(client)['id']}/template")
    lines = [
        client.get("/api/templates", headers={"Pellak-Units": units}).json()[0]["line"]
        for units in ("metric", "inch")
    ]
    assert "1.2 mm" in lines[0]
    assert "mm" not in lines[1]
