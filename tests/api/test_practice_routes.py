"""Practice over HTTP: what is wrong is named, what is right is kept."""

import pytest

from pellak.api.app import create_app
from pellak.core.practice.ladder import LADDER
from tests.api.conftest import local


@pytest.fixture
def client(tmp_path):
    with local(create_app(tmp_path)) as client:
        yield client


def refused(answer, field):
    assert answer.status_code == 422, answer.text
    return any(field in one["field"] for one in answer.json()["errors"])


def test_the_ladder_is_there_for_whoever_asks(client):
    answer = client.get("/api/practice").json()
    assert [one["rung"]["id"] for one in answer["learner"]["standings"]] == [r.id for r in LADDER]
    assert answer["people"] == []
    assert len(answer["targets"]) == 6
    assert client.get("/api/practice/group").json() == []
    assert refused(client.get("/api/practice", params={"who": "x" * 61}), "who")


def test_every_rung_leads_somewhere(client):
    kinds = {"order": "orders/{}?seed=1", "coupon": "coupons/{}", "look": "flames?seed=1"}
    for rung in LADDER:
        if rung.kind in kinds:
            answer = client.get("/api/practice/" + kinds[rung.kind].format(rung.id))
            assert answer.status_code == 200, rung.id


@pytest.mark.parametrize(
    ("path", "body", "field"),
    [
        ("orders/order-tea", {"picks": []}, "order"),
        ("orders/order-shut-down", {"picks": ["bleed"]}, "picks"),
        ("orders/order-shut-down", {"picks": ["attic"]}, "pick"),
        ("orders/order-shut-down", {"picks": [], "seconds": -1}, "seconds"),
        ("orders/order-shut-down/pick", {"done": [], "pick": "attic"}, "pick"),
        ("orders/order-shut-down/pick", {"done": ["bleed"], "pick": "bleed"}, "pick"),
        ("coupons/horseshoe", {"who": "Ida", "judged_by": "Brit", "good": []}, "coupon"),
        ("coupons/lap", {"who": "Ida", "judged_by": "", "good": []}, "judged_by"),
        ("coupons/lap", {"who": "", "judged_by": "Brit", "good": []}, "who"),
        ("coupons/lap", {"who": "Ida", "judged_by": "Brit", "good": ["shine"]}, "good"),
        ("flames", {"who": "Ida", "seed": 1, "ratios": [1.0]}, "ratios"),
        ("flames", {"who": "", "seed": 1, "ratios": [1.0] * 10}, "who"),
        ("words", {"who": "Ida", "rung": "attic", "said_by": "Brit", "words": "x"}, "rung"),
        ("words", {"who": "Ida", "rung": "neutral", "said_by": "Brit"}, "words"),
        ("words", {"who": "Ida", "rung": "neutral", "said_by": "", "words": "x"}, "said_by"),
    ],
)
def test_what_is_wrong_is_named_and_nothing_is_kept(client, path, body, field):
    assert refused(client.post(f"/api/practice/{path}", json=body), field)
    assert client.get("/api/practice").json()["people"] == []


def test_a_coupon_and_flames_read_stand_under_who_did_them(client):
    body = {"who": "Ida", "judged_by": "Brit", "good": ["both", "size"]}
    assert client.post("/api/practice/coupons/lap", json=body).json()["points"] == 70
    body = {"who": "Ida", "seed": 3, "ratios": [1.0] * 10}
    read = client.post("/api/practice/flames", json=body).json()
    answer = client.get("/api/practice", params={"who": "Ida"}).json()["learner"]
    assert {one["rung"]: one["points"] for one in answer["tries"]} == {
        "lap": 70, "read-flames": pytest.approx(read["points"]),
    }  # fmt: skip
    assert [one["points"] for one in client.get("/api/practice/group").json()[0]["tries"]] == []


def test_a_jobs_exercise_is_named_and_a_strange_job_is_not_found(client):
    job = client.post("/api/jobs", json={"name": "Patch", "thickness_mm": 1.2}).json()["id"]
    answer = client.get(f"/api/practice/for/{job}").json()
    assert answer["flame"]["target"] == "neutral"
    assert (answer["puddle"]["id"], answer["puddle"]["thickness_mm"]) == ("run-steel-12", 1.2)
    bare = client.post("/api/jobs", json={"name": "Patch"}).json()["id"]
    answer = client.get(f"/api/practice/for/{bare}").json()
    assert (answer["flame"], answer["puddle"]) == (None, None)
    assert "plan" in answer["why_no_puddle"]
    assert client.get("/api/practice/for/nowhere").status_code == 404
