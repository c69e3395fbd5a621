"""Answers come in the units that are asked for, from every door; files keep their marks."""

import shutil

import pytest

from pellak.api.app import create_app
from pellak.core.marks import CLOSE, OPEN
from tests.api.conftest import local
from tests.metric_left import inch_left, metric_left

COUPONS = ("pool-run", "butt-keyhole", "lead-lap")
INCH = {"Pellak-Units": "inch"}


@pytest.fixture(scope="module")
def demo(demo_folder, tmp_path_factory):
    folder = shutil.copytree(demo_folder, tmp_path_factory.mktemp("units") / "demo")
    with local(create_app(folder)) as made:
        yield made


def _doors(demo):
    jobs = [one["id"] for one in demo.get("/api/jobs").json()["tickets"]]
    runs = [one["id"] for one in demo.get("/api/runs?most=20").json()["lines"]]
    yield from ("/api/jobs", "/api/rack", "/api/metals", "/api/day", "/api/signs", "/api/faults")
    yield from ("/api/practice", "/api/procedures", "/api/rig", "/api/watches", "/api/rack/gas")
    yield from ("/api/rack/forms", "/api/flames", "/api/book/runs", "/api/book/statistics")
    yield from ("/api/hand", "/api/basics", "/api/jobs/kinds")
    yield from (f"/api/jobs/{one}" for one in jobs)
    yield from (f"/api/practice/for/{one}" for one in jobs)
    yield from (f"/api/practice/coupons/{one}" for one in COUPONS)
    yield from (f"/api/runs/{one}" for one in runs)
    yield from (f"/api/runs/{one}/bench" for one in runs[:4])
    yield from (f"/api/metals/{one}" for one in ("dc01", "4130", "gi-30", "al-3003", "316l"))


def test_every_door_says_inches_to_whom_works_in_them(demo):
    asked, typed = 0, (".note", "mast tube, 32 mm")
    for door in _doors(demo):
        inch, metric = demo.get(door, headers=INCH), demo.get(door)
        assert inch.status_code == metric.status_code == 200, door
        asked += 1
        assert [left for left in metric_left(inch.json()) if left != typed] == [], door
        assert inch_left(metric.json()) == [], door
    assert asked >= 40


@pytest.mark.parametrize(
    ("headers", "accepted"), [(INCH, "at most 0.984 in"), ({}, "at most 25 mm")]
)
def test_a_refusal_gives_its_limits_in_the_units_of_the_page(demo, headers, accepted):
    ticket = demo.get("/api/jobs").json()["tickets"][0]["id"]
    version = demo.get(f"/api/jobs/{ticket}").json()["version"]
    change = {"version": version, "changes": {"thickness_mm": "300 mm"}}
    refused = demo.patch(f"/api/jobs/{ticket}", json=change, headers=headers)
    assert refused.status_code == 422
    (fault,) = refused.json()["errors"]
    assert (fault["was_read"], fault["accepted"]) == ("300 mm", accepted)


@pytest.mark.parametrize(
    "name", [f"a{OPEN}x;y{CLOSE}", f"{OPEN}", f"{OPEN}mm;d3;1.2.3{CLOSE}", f"b{CLOSE}{OPEN};"]
)
def test_signs_that_somebody_pasted_into_a_name_are_only_signs(demo, name):
    made = demo.post("/api/jobs", json={"name": name})
    assert made.status_code == 201
    found = [t["name"] for t in demo.get("/api/jobs", headers=INCH).json()["tickets"]]
    assert name in found
    assert demo.delete(f"/api/jobs/{made.json()['id']}").status_code < 300


def test_nobody_is_told_marks_whatever_units_they_ask_for(demo):
    for units in ("inch", "metric", "", "cubits", "inch;metric", "é"):
        answer = demo.get("/api/jobs", headers={"Pellak-Units": units.encode()})
        assert OPEN not in answer.text
        assert CLOSE not in answer.text


def test_a_file_of_runs_keeps_its_marks_and_is_read_again(demo, blank_copy):
    file = demo.get("/api/book/export.json")
    assert "ue000" in file.text or OPEN in file.text
    with local(create_app(blank_copy)) as other:
        taken = other.post(
            "/api/book/import", content=file.content,
            headers={"Content-Type": "application/octet-stream"},
        )  # fmt: skip
        assert taken.status_code == 200
        run = other.get("/api/runs?most=1").json()["lines"][0]["id"]
        assert metric_left(other.get(f"/api/runs/{run}", headers=INCH).json()) == []
