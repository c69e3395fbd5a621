"""The jobs of one piece, in their order, with what they come to together."""

import pytest

SHEET = {"kind": "seam", "alloy": "dc01", "thickness_mm": 3.0, "length_mm": 300, "root_gap_mm": 1.0}


@pytest.fixture
def piece(client):
    for name, belongs_to in (("Keel", "Launch"), ("Rail", "Launch"), ("Spout", "Kettle")):
        document = {**SHEET, "name": name, "belongs_to": belongs_to}
        assert client.post("/api/jobs", json=document).status_code == 201

    def look(name="Launch"):
        return client.get("/api/pieces", params={"name": name})

    return look


def test_a_piece_is_its_jobs_and_their_sum(client, piece):
    told = piece().json()
    assert [one["ticket"]["name"] for one in told["jobs"]] == ["Keel", "Rail"]
    one = told["jobs"][0]
    assert one["minutes"] > 0
    assert one["acetylene_l"] > 0
    # Two alike: everything twice, and the rod of both in one line.
    assert one["most_min"] > one["minutes"]
    for field in ("minutes", "most_min", "acetylene_l", "oxygen_l"):
        assert told[field] == pytest.approx(2 * one[field]), field
    (rod,) = told["rods"]
    (single,) = one["rods"]
    assert (rod["rod"], rod["diameter_mm"]) == (single["rod"], single["diameter_mm"])
    assert rod["grams"] == pytest.approx(2 * single["grams"])
    assert told["untold"] == 0


def test_its_figures_are_those_of_the_plans(client, piece):
    (first, _) = piece().json()["jobs"]
    plan = client.get(f"/api/jobs/{first['ticket']['id']}").json()["plan"]
    assert first["minutes"] == pytest.approx(plan["facts"]["job_min"])
    gas = plan["facts"]["gas"]
    parts = ("preheat_l", "tacks_l", "seam_l", "lighting_l")
    assert first["acetylene_l"] == pytest.approx(sum(gas[part] for part in parts))
    by_diameter = plan["work"]["filler"]["by_diameter"]
    assert [one["grams"] for one in first["rods"]] == [one["mass_g"] for one in by_diameter]


def test_what_a_plan_does_not_say_is_counted_as_untold(client, piece):
    client.post("/api/jobs", json={"kind": "seam", "name": "Stem", "belongs_to": "Launch"})
    told = piece().json()
    assert told["untold"] == 1
    assert told["jobs"][2]["minutes"] is None
    assert told["minutes"] == pytest.approx(2 * told["jobs"][0]["minutes"])


def test_a_job_is_moved_archived_and_the_empty_piece_is_gone(client, piece):
    (job,) = [t for t in client.get("/api/jobs").json()["tickets"] if t["name"] == "Spout"]
    moved = {"version": 1, "changes": {"belongs_to": "Launch"}}
    assert client.patch(f"/api/jobs/{job['id']}", json=moved).status_code == 200
    assert len(piece().json()["jobs"]) == 3
    assert piece("Kettle").status_code == 404
    client.delete(f"/api/jobs/{job['id']}")
    assert len(piece().json()["jobs"]) == 2
    # Named whole: a part of a name, or a sign that means something to a database, is no piece.
    for name in ("Laun", "launch", "%", ""):
        assert piece(name).status_code == 404


def test_a_casting_whose_heating_is_not_reckoned_is_untold(client):
    """Its minutes at the seam alone would be a hundredth of what it takes."""
    document = {"kind": "seam", "name": "Pump", "belongs_to": "Engine", "alloy": "en-gjl-200"}
    document |= {
        "family": "cast-iron",
        "joint": "casting-crack",
        "thickness_mm": 8,
        "length_mm": 85,
    }
    made = client.post("/api/jobs", json=document)
    assert made.status_code == 201, made.text
    assert made.json()["plan"]["facts"]["gas"]["not_counted"]
    told = client.get("/api/pieces", params={"name": "Engine"}).json()
    assert (told["untold"], told["minutes"], told["jobs"][0]["minutes"]) == (1, 0, None)
