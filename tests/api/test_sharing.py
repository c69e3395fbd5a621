"""A shared Pellak: passcodes, what each lets one do, guesses, names, sessions that end."""

from datetime import UTC, datetime, timedelta

import pytest
from sqlalchemy import func, select
from starlette.testclient import TestClient

from pellak.api.app import create_app
from pellak.api.sharing import FREE_GUESSES, LONGEST_LOCK_S, Sharing
from pellak.shop.sign_ins import LASTS
from pellak.store.database import Database
from pellak.store.tables import SignInRow

CODES = {"all": "coal-hatch-9", "bench": "brass-lamp-4", "look": "rope-locker-1"}
READY = {"name": "Patch", "thickness_mm": 1.2, "length_mm": 640}


class Shared:
    def __init__(self, folder, page, codes=CODES) -> None:
        self.seconds, self.now = 0.0, datetime(2026, 11, 25, 10, tzinfo=UTC)
        self.sharing = Sharing(codes, names=("wharf",), seconds=lambda: self.seconds)
        self.app = create_app(folder, page=page, sharing=self.sharing, clock=lambda: self.now)

    def client(self, base="http://wharf.local"):
        return TestClient(self.app, base_url=base)

    def signed_in(self, may):
        client = self.client()
        answer = client.post("/api/sign-in", json={"passcode": CODES[may]})
        assert answer.json() == {"shared": True, "may": may}
        return client


@pytest.fixture
def shared(tmp_path, page):
    return Shared(tmp_path / "records", page)


def test_nothing_of_the_shop_is_told_before_the_passcode(shared):
    stranger = shared.client()
    for path in ("/api/jobs", "/api/rack", "/api/runs", "/api/basics", "/api/signed-in"):
        assert stranger.get(path).status_code == 401
    assert stranger.post("/api/jobs", json=READY).status_code == 401
    assert stranger.get("/").status_code == 200


def test_signing_out_ends_the_session_and_no_old_token_works_again(shared):
    client = shared.signed_in("all")
    assert client.post("/api/jobs", json=READY).status_code == 201
    token = client.cookies["pellak_signed_in"]
    assert client.post("/api/sign-out").status_code == 204
    other = shared.client()
    other.cookies.set("pellak_signed_in", token)
    assert other.get("/api/jobs").status_code == 401


def test_a_session_outlives_a_restart(shared, tmp_path, page):
    token = shared.signed_in("bench").cookies["pellak_signed_in"]
    again = Shared(tmp_path / "records", page).client()
    again.cookies.set("pellak_signed_in", token)
    assert again.get("/api/signed-in").json() == {"shared": True, "may": "bench"}


@pytest.mark.parametrize("changed", ["all", "bench", "look"])
def test_a_changed_passcode_signs_out_whoever_gave_the_old_one_and_nobody_else(
    shared, tmp_path, page, changed
):  # fmt: skip
    tokens = {may: shared.signed_in(may).cookies["pellak_signed_in"] for may in CODES}
    again = Shared(tmp_path / "records", page, {**CODES, changed: "another-code-7"})
    for may, token in tokens.items():
        client = again.client()
        client.cookies.set("pellak_signed_in", token)
        assert (client.get("/api/jobs").status_code == 401) is (may == changed)
    # Not even by the passcode of another who may do the same.
    swapped = Shared(tmp_path / "records", page, {"all": CODES["bench"], "bench": CODES["all"]})
    client = swapped.client()
    client.cookies.set("pellak_signed_in", tokens["all"])
    assert client.get("/api/jobs").status_code == 401


def test_everyone_is_signed_out_at_once_the_one_who_asks_too(shared):
    owner, bench = shared.signed_in("all"), shared.signed_in("bench")
    assert owner.post("/api/sign-everyone-out").json() == {"signed_out": 2}
    assert owner.get("/api/jobs").status_code == 401
    assert bench.get("/api/jobs").status_code == 401
    assert shared.signed_in("bench").get("/api/jobs").status_code == 200


def test_a_sign_in_ends_after_its_month_and_is_forgotten_at_the_next(shared, tmp_path):
    first = shared.signed_in("look")
    shared.now += LASTS
    assert first.get("/api/jobs").status_code == 200
    shared.now += timedelta(seconds=1)
    assert first.get("/api/jobs").status_code == 401
    shared.signed_in("look")
    database = Database(tmp_path / "records")
    with database.reading() as session:
        assert session.scalar(select(func.count()).select_from(SignInRow)) == 1
    database.close()
    # A clock set back does not make a sign-in of tomorrow.
    shared.now -= 2 * LASTS
    assert first.get("/api/jobs").status_code == 401


def test_a_cable_that_was_signed_out_is_let_in_by_its_passcode_alone(shared):
    owner = shared.signed_in("all")
    part = {
        "kind": "heat", "name": "Door", "alloy": "en-gjl-200", "purpose": "warm-through",
        "shape": "casting", "body_kg": 20.0, "thickness_mm": 12.0, "target_c": 300.0,
    }  # fmt: skip
    job = owner.post("/api/jobs", json=part).json()["id"]
    watch = owner.post(f"/api/jobs/{job}/watches").json()["line"]["id"]
    cable = shared.signed_in("bench")
    lines = f"/api/watches/{watch}/lines"
    text = {"content-type": "text/plain"}
    assert cable.post(lines, content="near 20.5", headers=text).status_code == 200
    owner.post("/api/sign-everyone-out")
    assert cable.post(lines, content="near 21.5", headers=text).status_code == 401


def test_the_cookie_goes_to_no_script_and_no_other_site(shared):
    answer = shared.client().post("/api/sign-in", json={"passcode": CODES["all"]})
    cookie = answer.headers["set-cookie"].lower()
    assert "httponly" in cookie
    assert "samesite=strict" in cookie


@pytest.mark.parametrize(
    ("may", "allowed"),
    [
        ("look", {"find", "reckon", "preview"}),
        ("bench", {"find", "reckon", "preview", "run", "note"}),
        ("all", {"find", "reckon", "preview", "run", "note", "job", "rack", "school", "away"}),
    ],
)
def test_each_passcode_lets_one_do_its_own_and_no_more(shared, may, allowed):
    owner = shared.signed_in("all")
    job = owner.post("/api/jobs", json=READY).json()["id"]
    run = owner.post(f"/api/jobs/{job}/runs").json()
    client = shared.signed_in(may)
    sent = {
        "find": client.post("/api/find", json={"text": "patch"}),
        "reckon": client.post("/api/reckon/quantity", json={"text": "8 psi", "kind": "pressure"}),
        "preview": client.post(f"/api/jobs/{job}/preview", json={"changes": {}}),
        "run": client.post(f"/api/jobs/{job}/runs"),
        "note": client.patch(
            f"/api/runs/{run['line']['id']}", json={"version": run["version"], "entries": {}}
        ),
        "job": client.post("/api/jobs", json=READY),
        "rack": client.post("/api/rack", json={"kind": "lens", "name": "5", "shade": 5}),
        "school": client.patch("/api/shop/schools", json={"pace": "gentle"}),
        "away": client.delete(f"/api/jobs/{job}"),
    }
    got = {what for what, answer in sent.items() if answer.status_code < 400}
    assert got == allowed
    refused = {answer.status_code for what, answer in sent.items() if what not in allowed}
    assert refused <= {403}
    assert client.get("/api/jobs").status_code == 200


def test_guesses_lock_out_longer_and_longer_and_only_whoever_guesses(shared, caplog):
    client = shared.client()
    for _ in range(FREE_GUESSES):
        assert client.post("/api/sign-in", json={"passcode": "guess"}).status_code == 401
    locked = client.post("/api/sign-in", json={"passcode": CODES["all"]})
    assert locked.status_code == 429
    assert "wrong passcode from" in caplog.text
    assert CODES["all"] not in caplog.text
    assert "guess" not in caplog.text
    assert shared.sharing.locked_s("another-address") == 0
    waits = []
    for _ in range(8):
        shared.seconds += shared.sharing.locked_s("testclient")
        client.post("/api/sign-in", json={"passcode": "guess"})
        waits.append(shared.sharing.locked_s("testclient"))
    assert waits == sorted(waits)
    assert waits[-1] == LONGEST_LOCK_S
    shared.seconds += LONGEST_LOCK_S
    assert client.post("/api/sign-in", json={"passcode": CODES["look"]}).status_code == 200


@pytest.mark.parametrize(
    ("host", "known"),
    [
        ("wharf", True),
        ("WHARF.local:8140", True),
        ("192.168.1.7:8140", True),
        ("[fe80::1]:8140", True),
        ("localhost:8140", True),
        ("wharf.evil.example", False),
        ("rebound.example:8140", False),
        ("", False),
    ],
)
def test_only_our_own_names_answer_while_shared(shared, host, known):
    answer = shared.client().get("/api/jobs", headers={"host": host})
    assert (answer.status_code != 421) == known
