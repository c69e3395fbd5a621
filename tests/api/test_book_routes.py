"""The book over HTTP: found, counted, photographed, signed, compared, out and in; what cannot be
is refused by the field at fault."""

import csv
import io
import json

import pytest
from PIL import Image

from pellak.api.guards import LARGEST_BODY_BYTES, LARGEST_FILE_BYTES
from pellak.core.book.search import FACETS, SORTS
from pellak.core.model.run_measures import PUDDLE_PLACES, VERDICTS
from pellak.core.run.photo import SLOTS
from pellak.core.tables.metal_families import family_traits

FILE = {"Content-Type": "application/octet-stream"}


def fields(answer):
    return [fault["field"] for fault in answer.json()["errors"]]


def drawn(width=400, height=300, kind="JPEG"):
    written = io.BytesIO()
    Image.new("RGB", (width, height), "steelblue").save(written, kind)
    return written.getvalue()


@pytest.fixture
def run(client, job):
    """A run that is closed, with what it took and how it came out."""
    document = {"kind": "seam", "name": "Patch", "alloy": "dc01", "thickness_mm": 1.2,
            "length_mm": 640, "joint": "butt"}  # fmt: skip
    made = client.post("/api/jobs", json=document).json()
    started = client.post(f"/api/jobs/{made['id']}/runs")
    if started.status_code != 201:
        pytest.fail(started.text)
    line = started.json()["line"]
    entries = {"who": "Brit", "puddle_s": "4.4", "seam_min": "5", "seen": ["even-band"],
               "verdict": "good", "notes": "Raised on brick."}  # fmt: skip
    body = {"version": 1, "entries": entries, "finish": True}
    closed = client.patch(f"/api/runs/{line['id']}", json=body)
    assert closed.status_code == 200, closed.text
    return client.get(f"/api/runs/{line['id']}").json()


def test_every_choice_of_the_book_is_told_with_its_label(client):
    answer = client.get("/api/book/words").json()
    expected = {
        "verdicts": VERDICTS, "puddle_places": PUDDLE_PLACES, "slots": SLOTS, "sorts": SORTS,
        "metals": {family: one.name for family, one in family_traits().items()},
    }  # fmt: skip
    assert {name: {one["id"]: one["label"] for one in words} for name, words in answer.items()} == (
        expected
    )


def test_a_run_is_found_by_each_facet_and_not_by_another_value(client, run):
    found = client.get("/api/book/runs").json()
    assert [line["id"] for line in found["lines"]] == [run["line"]["id"]]
    assert [facet["id"] for facet in found["facets"]] == list(FACETS)
    own = {"family": "carbon-steel", "thickness": "1", "joint": "butt", "who": "Brit",
           "verdict": "good", "sign": "even-band", "kind": "seam"}  # fmt: skip
    for facet, value in own.items():
        assert client.get("/api/book/runs", params={facet: value}).json()["total"] == 1
        assert client.get("/api/book/runs", params={facet: "other"}).json()["total"] == 0
        both = client.get("/api/book/runs", params={facet: [value, "other"]}).json()
        assert both["total"] == 1
    for query, total in (
        ({"least_mm": 1.2}, 1), ({"least_mm": 1.3}, 0), ({"most_mm": 1.1}, 0),
        ({"first": "2030-01-01"}, 0), ({"last": "2030-01-01"}, 1), ({"words": "brick"}, 1),
        ({"words": "slate"}, 0), ({"offset": 1}, 1),
    ):  # fmt: skip
        assert client.get("/api/book/runs", params=query).json()["total"] == total, query
    assert client.get("/api/book/runs", params={"offset": 1}).json()["lines"] == []
    assert client.get("/api/book/runs", params={"facets": False}).json()["facets"] == []


@pytest.mark.parametrize(
    ("query", "field"),
    [
        ({"sort": "prettiest"}, "sort"),
        ({"offset": -1}, "offset"),
        ({"most": 100_000}, "most"),
        ({"first": "last week"}, "first"),
        ({"least_mm": "thin"}, "least_mm"),
        ({"words": "x" * 81}, "words"),
        ({"who": ["x"] * 41}, "who"),
    ],
    ids=lambda query: str(query)[:20],
)
def test_what_cannot_be_looked_for_is_refused_by_field(client, query, field):
    answer = client.get("/api/book/runs", params=query)
    assert answer.status_code == 422
    assert fields(answer) == [f"query.{field}"]


def test_the_book_is_counted(client, run):
    answer = client.get("/api/book/statistics", params={"family": "carbon-steel"}).json()
    assert answer["runs"] == 1
    assert answer["success"][0]["good"] == answer["success"][0]["judged"] == 1
    assert answer["months"][0]["n"] == 1
    assert answer["gas"][0]["middle_l"] == pytest.approx(
        run["plan"]["facts"]["acetylene_l_per_h"] * 5 / 60 / 0.64
    )
    assert client.get("/api/book/statistics", params={"family": "lead"}).json()["runs"] == 0


def test_runs_go_out_as_files_and_come_in_again(client, run):
    answer = client.get("/api/book/export.csv")
    assert answer.headers["content-type"].startswith("text/csv")
    assert "attachment" in answer.headers["content-disposition"]
    (row,) = csv.DictReader(io.StringIO(answer.text))
    assert (row["who"], row["first_puddle_s"]) == ("Brit", "4.4")
    whole = client.get("/api/book/export.json")
    assert whole.json()["runs"][0]["run_id"] == run["line"]["id"]
    again = client.post("/api/book/import", content=whole.content, headers=FILE)
    assert again.json() == {"new": 0, "known": 1}
    other = json.loads(whole.content)
    other["runs"][0]["run_id"] = "another"
    taken = client.post(
        "/api/book/import?rename=true", content=json.dumps(other).encode(), headers=FILE
    )
    assert taken.json() == {"new": 1, "known": 0}
    assert client.get("/api/runs/another").json()["line"]["who"] == "somebody 1"
    refused = client.post("/api/book/import", content=b"no file of runs", headers=FILE)
    assert fields(refused) == ["file"]


def test_a_photo_goes_in_and_out_and_what_is_none_is_refused(client, run):
    path = f"/api/runs/{run['line']['id']}/photos"
    added = client.post(f"{path}?slot=front", content=drawn(), headers=FILE)
    assert added.status_code == 201
    photo = added.json()
    assert (photo["slot_name"], photo["width_px"], photo["height_px"]) == ("Front", 400, 300)
    for small in ("", "?small=true"):
        shown = client.get(f"/api/photos/{photo['id']}{small}")
        assert shown.headers["content-type"] == "image/jpeg"
        assert shown.headers["x-content-type-options"] == "nosniff"
        assert Image.open(io.BytesIO(shown.content)).format == "JPEG"
    refused = client.post(f"{path}?slot=front", content=b"<svg/>", headers=FILE)
    assert (refused.status_code, fields(refused)) == (422, ["photo"])
    nowhere = client.post(f"{path}?slot=ceiling", content=drawn(), headers=FILE)
    assert (nowhere.status_code, fields(nowhere)) == (422, ["query.slot"])
    marks = {"scale": {"a": {"x": 0, "y": 0}, "b": {"x": 0.5, "y": 0}, "length_mm": 50},
             "lengths": [{"a": {"x": 0, "y": 0}, "b": {"x": 1, "y": 0}, "name": ""}]}  # fmt: skip
    body = {"version": photo["version"], "marks": marks}
    marked = client.put(f"/api/photos/{photo['id']}/marks", json=body)
    assert marked.json()["measured"][0]["length_mm"] == pytest.approx(100)
    stale = client.put(f"/api/photos/{photo['id']}/marks", json=body)
    assert stale.status_code == 409
    off = {"version": 2, "marks": {"scale": {**marks["scale"], "length_mm": -1}}}
    wrong = client.put(f"/api/photos/{photo['id']}/marks", json=off)
    assert (wrong.status_code, fields(wrong)) == (422, ["marks.scale.length_mm"])
    assert client.delete(f"/api/photos/{photo['id']}").status_code == 204
    assert client.get(f"/api/photos/{photo['id']}").status_code == 404
    assert client.get(path).json() == []


def test_only_the_doors_for_files_take_more_than_a_form(client, run):
    photos = f"/api/runs/{run['line']['id']}/photos?slot=front"
    middling, huge = b"x" * (LARGEST_BODY_BYTES + 1), b"x" * (LARGEST_FILE_BYTES + 1)
    assert client.post(photos, content=middling, headers=FILE).status_code == 422
    for path, content in ((photos, huge), ("/api/book/import", huge),
                          ("/api/metals/import", middling), ("/api/jobs", middling)):  # fmt: skip
        answer = client.post(path, content=content, headers=FILE)
        assert answer.status_code == 413, path
        assert "MB at most" in answer.json()["detail"]


def test_a_large_photo_of_a_phone_is_kept_small(client, run):
    noise = Image.effect_noise((4000, 3000), 60).convert("RGB")
    written = io.BytesIO()
    noise.save(written, "JPEG", quality=97)
    content = written.getvalue()
    assert 8_000_000 < len(content) < LARGEST_FILE_BYTES
    path = f"/api/runs/{run['line']['id']}/photos?slot=front"
    photo = client.post(path, content=content, headers=FILE).json()
    assert (photo["width_px"], photo["height_px"]) == (2400, 1800)
    assert len(client.get(f"/api/photos/{photo['id']}?small=true").content) < 60_000


def test_a_run_is_signed_offered_printed_and_compared(client, run):
    path = f"/api/runs/{run['line']['id']}"
    draft = client.get(f"{path}/procedure").json()
    assert draft["name"] == "carbon steel, butt, 1.2 mm"
    blank = client.post(f"{path}/procedure", json={"name": "A", "signed_by": " "})
    assert (blank.status_code, fields(blank)) == (422, ["signed_by"])
    other = client.post(f"{path}/procedure", json={"name": "A", "signed_by": "B", "number": 7})
    assert fields(other) == ["number"]
    signed = client.post(f"{path}/procedure", json={"name": "A", "signed_by": "Brit"})
    assert signed.status_code == 201
    assert (signed.json()["number"], signed.json()["version"]) == (1, 1)
    job = client.get(f"/api/jobs/{run['line']['job_id']}").json()
    assert [line["number"] for line in job["offered"]] == [1]
    thicker = client.patch(
        f"/api/jobs/{job['id']}",
        json={"version": job["version"], "changes": {"thickness_mm": "2"}},
    ).json()
    assert thicker["offered"] == [], "another piece is offered nothing, with the very save"
    assert [line["number"] for line in client.get("/api/procedures").json()] == [1]
    assert client.get("/api/procedures/1?version=2").status_code == 404
    for pdf in (f"{path}/sheet.pdf", "/api/procedures/1/card.pdf?paper=letter&units=inch"):
        printed = client.get(pdf)
        assert printed.headers["content-type"] == "application/pdf"
        assert printed.content.startswith(b"%PDF")
    beside = client.get(f"{path}/beside/{run['line']['id']}").json()
    assert beside["compared"]["differs"] == []
    assert client.get(f"{path}/beside/none").status_code == 404


def test_a_procedure_still_prints_when_its_photo_was_taken_out(client, run):
    path = f"/api/runs/{run['line']['id']}"
    photo = client.post(f"{path}/photos?slot=front", content=drawn(), headers=FILE).json()
    made = client.post(f"{path}/procedure", json={"name": "A", "signed_by": "Brit"}).json()
    assert made["text"]["photo_id"] == photo["id"]
    with_it = client.get("/api/procedures/1/card.pdf").content
    client.delete(f"/api/photos/{photo['id']}")
    without = client.get("/api/procedures/1/card.pdf").content
    assert without.startswith(b"%PDF")
    assert len(without) < len(with_it)


def test_the_hand_is_looked_at_taken_up_and_put_down(client, run):
    page = client.get("/api/hand").json()
    assert [point["point"]["timed_s"] for point in page["points"]] == [4.4]
    assert page["people"] == ["Brit"]
    stranger = client.post("/api/hand", json={"person": "Nobody"})
    assert (stranger.status_code, fields(stranger)) == (422, ["person"])
    taken = client.post("/api/hand", json={"person": "Brit"}).json()
    assert taken["kept"]["now"]["person"] == "Brit"
    assert client.get("/api/hand").json()["offered"]["person"] == "Brit", "whom it is made for now"
    assert client.get("/api/hand?person=").json()["offered"]["person"] == ""
    job = client.get(f"/api/jobs/{run['line']['job_id']}").json()
    figures = {f["id"]: f for s in job["plan"]["stations"] for f in s["figures"]}
    assert "Brit’s log" in figures["puddle_s"]["detail"]
    down = client.delete("/api/hand").json()
    assert down["kept"]["now"] is None
    assert [one["person"] for one in down["kept"]["before"]] == ["Brit"]
    assert client.post("/api/hand/cleaned", json={"tip": ""}).status_code == 422


def test_why_is_asked_with_no_run_at_hand(client, run):
    any_metal = {one["id"] for one in client.get("/api/faults").json()}
    on_lead = {one["id"] for one in client.get("/api/faults?family=lead").json()}
    assert "lead-dull" in on_lead
    assert "iron-balls" not in on_lead
    assert on_lead < any_metal
    answer = client.post("/api/faults", json={"family": "lead", "signs": ["burn-through"]}).json()
    assert sum(cause["share"] for cause in answer["values"]["causes"]) <= 1 + 1e-9
    wrong = client.post("/api/faults", json={"signs": ["no such sign"]})
    assert (wrong.status_code, fields(wrong)) == (422, ["signs"])
    proposed = client.post(f"/api/runs/{run['line']['id']}/proposed", json={"seen": ["sparks"]})
    assert proposed.json()["verdict"] == "reworked"


def test_every_correction_of_a_closed_run_stands_beside_what_it_replaced(client, run):
    path = f"/api/runs/{run['line']['id']}"
    first = {"used": {"tip": "B4"}, "puddles": [{"s": 4.1}], "next_time": "Softer."}
    one = client.patch(path, json={"version": run["version"], "entries": first}).json()
    assert one["log"]["taken_back"] == [], "what was only added replaces nothing"
    entries = {"verdict": "scrap", "used": {"tip": "B5"}, "puddles": [], "who": "Tove",
               "next_time": "Smaller tip.", "notes": "Raised on brick. And turned."}  # fmt: skip
    two = client.patch(path, json={"version": one["version"], "entries": entries}).json()
    listed = [taken["what"] for taken in two["log"]["taken_back"]]
    assert listed == [
        "torch held by Brit", "it came out good as it is", "tip, B4", "next time “Softer.”",
        "more puddles: 4.1 s",
    ]  # fmt: skip


def test_a_run_with_a_photo_is_never_dropped(client, job):
    begun = client.post(f"/api/jobs/{job['id']}/runs").json()["line"]["id"]
    client.post(f"/api/runs/{begun}/photos?slot=fit-up", content=drawn(), headers=FILE)
    change = {"version": job["version"], "changes": {"thickness_mm": "1.5"}}
    client.patch(f"/api/jobs/{job['id']}", json=change)
    again = client.post(f"/api/jobs/{job['id']}/runs").json()["line"]["id"]
    assert again != begun
    assert len(client.get(f"/api/runs/{begun}/photos").json()) == 1
