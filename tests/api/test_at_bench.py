"""A run at the bench and its papers over HTTP: let in, or refused by the field at fault."""

import pytest


@pytest.fixture
def run(client, job):
    started = client.post(f"/api/jobs/{job['id']}/runs").json()
    path = f"/api/runs/{started['line']['id']}"
    return client.patch(path, json={"version": 1, "entries": {"who": "Brit"}}).json()


def post(client, run, way, **body):
    document = {"version": run["version"], **body}
    return client.post(f"/api/runs/{run['line']['id']}/{way}", json=document)


def fields(answer):
    return [fault["field"] for fault in answer.json()["errors"]]


def test_a_stop_is_answered_and_a_card_stood_at(client, run):
    there = post(client, run, "stand", step="since").json()
    confirmed = post(client, there, "confirm", step="since").json()
    assert confirmed["log"]["confirmations"][0]["who"] == "Brit"
    stood = post(client, confirmed, "stand", step="clear-vessel").json()
    assert stood["bench"]["at"] == "clear-vessel"
    assert stood["bench"]["open_stop"] == "clear-vessel"


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
    post(client, run, "stand", step="since")
    answer = post(client, run, "confirm", step="place")
    assert answer.status_code == 409
    assert answer.json()["current"]["version"] == 3


def test_no_is_an_answer_and_a_pop_is_told(client, run):
    told = post(client, run, "begin", start="daily").json()
    there = post(client, told, "stand", step="clear-vessel").json()
    answer = post(client, there, "confirm", step="clear-vessel", answer="no").json()
    assert answer["log"]["confirmations"][-1]["answer"] == "no"
    assert answer["bench"]["open_stop"] == "clear-vessel"
    popped = post(client, answer, "backfires", what="flash-back").json()
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
    path = f"/api/jobs/{job['id']}"
    played = client.get(f"{path}/tacks/playback").json()
    assert len(played["frames_c"]) == len(played["times_s"])
    assert client.get(f"{path}/marks.pdf?paper=letter").content.startswith(b"%PDF-")
    assert client.get(f"{path}/marks.svg").headers["content-type"].startswith("image/svg+xml")
    assert client.get(f"{path}/marks.csv").text.startswith("n,round,at_mm")


@pytest.mark.parametrize("way", ["tacks/playback", "marks.pdf", "marks.svg", "marks.csv"])
def test_a_seam_without_length_has_no_tacks_to_give(client, way):
    blank = client.post("/api/jobs", json={"name": "Blank"}).json()
    answer = client.get(f"/api/jobs/{blank['id']}/{way}")
    assert answer.status_code == 422
    assert "tacked" in answer.json()["detail"]


def act(client, run, name, **given):
    return post(client, run, f"acts/{name}", report=given)


def test_what_is_measured_between_tacks_changes_the_rest(client, run):
    before = client.get(f"/api/runs/{run['line']['id']}").json()
    made = act(client, run, "tacks", done=6).json()
    assert made["log"]["work"]["done"] == 6
    plain = len(made["bench"]["work"]["tacks"]["tacks"])
    answer = act(client, made, "measured", rise="0.9 mm").json()
    assert len(answer["bench"]["work"]["tacks"]["tacks"]) > plain
    assert "level it cold" in answer["bench"]["work"]["tacks"]["adapted"]
    assert "plan" not in answer
    whole = client.get(f"/api/runs/{run['line']['id']}").json()
    assert whole["plan"] == before["plan"]
    assert whole["bench"] == answer["bench"]


@pytest.mark.parametrize(
    ("way", "body", "field"),
    [
        ("tacks", {"done": 300}, "done"),
        ("tacks", {"done": -1}, "done"),
        ("tacks", {"gap": "1 mm"}, "done"),
        ("measured", {"gap": "1 mm"}, "done"),
        ("spots", {"done": 1}, "act"),
    ],
)
def test_tacks_that_cannot_be_are_refused(client, run, way, body, field):
    answer = act(client, run, way, **body)
    assert answer.status_code == 422
    assert fields(answer)[0] == field


@pytest.mark.parametrize(
    ("body", "field"), [({"gap": "wide"}, "gap"), ({}, "gap"), ({"rise": "9 m"}, "rise_mm")]
)
def test_measures_that_cannot_be_are_refused(client, run, body, field):
    made = act(client, run, "tacks", done=2).json()
    assert fields(act(client, made, "measured", **body)) == [field]


def test_corners_are_typed_in_any_unit(client, job):
    path = f"/api/jobs/{job['id']}"
    answer = client.patch(path, json={"version": 1, "changes": {"corners_mm": "200; 17 in"}}).json()
    assert answer["plan"]["job"]["corners_mm"] == [200, pytest.approx(431.8)]
    places = {round(t["at_mm"]) for t in answer["plan"]["work"]["tacks"]["values"]["tacks"]}
    assert {0, 200, 432, 640} <= places
    bad = client.patch(path, json={"version": 2, "changes": {"corners_mm": "200; soon"}})
    assert fields(bad) == ["corners_mm"]


HANDRAIL = {
    "kind": "straighten", "name": "Rail", "alloy": "s235jr", "depth_mm": 50.8, "width_mm": 76.2,
    "thickness_mm": 6.35, "length_mm": 7620.0, "camber_mm": 60.0, "condition": "sound",
    "held": "nothing", "closed": "vented", "coating": "bare", "place": "shop",
}  # fmt: skip


@pytest.fixture
def rail(client):
    return client.post("/api/jobs", json=HANDRAIL).json()


@pytest.fixture
def rail_run(client, rail):
    return client.post(f"/api/jobs/{rail['id']}/runs").json()


def test_every_kind_can_be_begun_with_a_name_alone(client):
    kinds = client.get("/api/jobs/kinds").json()
    assert {kind["id"] for kind in kinds} >= {"seam", "straighten"}
    for kind in kinds:
        opened = client.post("/api/jobs", json={"kind": kind["id"], "name": "New"}).json()
        assert opened["plan"]["why_not"]
        assert not opened["plan"]["may_start"]
        assert opened["plan"]["cards"]


def test_a_round_is_made_spot_by_spot_and_the_line_read_cold(client, rail_run):
    assert len(rail_run["bench"]["work"]["values"]["next_round"]) == 3
    early = act(client, rail_run, "line", bow="50")
    assert fields(early) == ["bow"]
    assert fields(act(client, rail_run, "spots", done=4)) == ["done"]
    result = rail_run
    for done in (1, 2, 3):
        result = act(client, result, "spots", done=done).json()
    for bow, surface, field in (("", "", "bow"), ("far", "", "bow"), ("50", "warm", "surface")):
        assert fields(act(client, result, "line", bow=bow, surface=surface)) == [field]
    hot = act(client, result, "line", bow="2.8 in", surface="194 F").json()
    assert hot["log"]["work"]["rounds"][0]["surface_c"] == pytest.approx(90)
    assert hot["bench"]["work"]["values"]["left_mm"] == 60.0
    assert hot["bench"]["work"]["values"]["next_round"] == []
    cold = act(client, hot, "line", bow="53 mm").json()
    (one,) = cold["log"]["work"]["rounds"]
    assert (one["camber_before_mm"], one["camber_after_mm"]) == (60.0, 53.0)
    member = cold["bench"]["work"]["values"]
    assert member["left_mm"] == 53.0
    assert member["spots_high"] - member["spots_low"] < (
        rail_run["bench"]["work"]["values"]["spots_high"]
        - rail_run["bench"]["work"]["values"]["spots_low"]
    )
    used = {spot["at_mm"] for spot in one["spots"]}
    assert all(abs(spot["at_mm"] - at) >= 76 - 1e-6 for spot in member["next_round"] for at in used)


@pytest.mark.parametrize(
    ("changes", "words"),
    [
        ({"condition": "damaged"}, "qualified repair"),
        ({"steel": "cold-worked"}, "strength out"),
        ({"alloy": "304"}, "Not by flame"),
        ({"condition": None}, "Say whether it is sound"),
        ({"camber_mm": None}, "Type the bow first"),
        ({"peak_c": "1250 F"}, "at most 650"),
    ],
)
def test_what_flame_is_not_for_never_starts(client, rail, changes, words):
    path = f"/api/jobs/{rail['id']}"
    answer = client.patch(path, json={"version": 1, "changes": changes}).json()
    assert not answer["plan"]["may_start"]
    assert words in answer["plan"]["why_not"]
    assert client.post(f"{path}/runs").status_code == 422


def test_bows_and_brackets_are_typed_in_any_unit(client, rail):
    path = f"/api/jobs/{rail['id']}"
    changes = {"stations": "1 m: 20; 2.5 m: 1 1/2 in; 5 m: 30 mm", "brackets_mm": "300 mm; 4 ft"}
    answer = client.patch(path, json={"version": 1, "changes": changes}).json()["plan"]["job"]
    assert [s["bow_mm"] for s in answer["stations"]] == pytest.approx([20, 38.1, 30])
    assert answer["brackets_mm"] == pytest.approx([300, 1219.2])
    bad = client.patch(path, json={"version": 2, "changes": {"stations": "1 m 20"}})
    assert fields(bad) == ["stations"]


def test_a_section_said_in_one_line_fills_its_measures(client, rail):
    path = f"/api/jobs/{rail['id']}"
    answer = client.patch(path, json={"version": 1, "changes": {"said": "80x40x3 RHS, 6 m"}}).json()
    job = answer["plan"]["job"]
    assert [job[f] for f in ("depth_mm", "width_mm", "thickness_mm", "length_mm")] == [
        80,
        40,
        3,
        6000,
    ]
    assert job["said"] == "80x40x3 RHS, 6 m"
    for bad in ("some tube", "x" * 5000, "2x3"):
        assert fields(client.patch(path, json={"version": 2, "changes": {"said": bad}})) == ["said"]


def test_the_spots_are_printed_drawn_and_listed(client, rail, job):
    for way, begins in (("pdf", b"%PDF"), ("svg", b"<svg"), ("csv", b"n,at_mm")):
        answer = client.get(f"/api/jobs/{rail['id']}/marks.{way}")
        assert answer.status_code == 200
        assert answer.content.startswith(begins)
        assert client.get(f"/api/jobs/{job['id']}/marks.{way}").status_code == 200
    assert client.get(f"/api/jobs/{rail['id']}/card.pdf").content.startswith(b"%PDF")


def test_the_next_member_of_a_section_starts_wiser(client, rail, rail_run):
    result = rail_run
    for done in (1, 2, 3):
        result = act(client, result, "spots", done=done).json()
    result = act(client, result, "line", bow="53 mm").json()
    first = client.get(f"/api/jobs/{rail['id']}").json()["plan"]["work"]["values"]
    body = {"version": result["version"], "entries": {"flame_min": "12"}, "finish": True}
    done = client.patch(f"/api/runs/{result['line']['id']}", json=body).json()
    assert done["line"]["measures"][0]["actual"] == 12
    second = client.post("/api/jobs", json={**HANDRAIL, "name": "Next rail"}).json()["plan"]
    values = second["work"]["values"]
    assert values["psi_high"] / values["psi_low"] < 0.8 * first["psi_high"] / first["psi_low"]
    (figure,) = [f for s in second["stations"] for f in s["figures"] if f["id"] == "spots_total"]
    assert "one member of this section" in figure["detail"]
    other = {**HANDRAIL, "name": "Thin", "thickness_mm": 3.0}
    thin = client.post("/api/jobs", json=other).json()["plan"]["work"]["values"]
    assert thin["psi"] == first["psi"]


def test_how_a_run_stands_is_asked_without_its_plan(client, job):
    run = client.post(f"/api/jobs/{job['id']}/runs").json()
    now = client.get(f"/api/runs/{run['line']['id']}/bench").json()
    assert now == {name: run[name] for name in now}
    assert "plan" not in now
    assert client.get("/api/flames").json() == []
