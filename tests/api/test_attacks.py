"""What a request could once do to the server: a fault of ours, a gigabyte, everybody's turn."""

import asyncio
import json
import threading
import zlib
from concurrent.futures import ThreadPoolExecutor

import pytest
from starlette.requests import Request

from pellak.api.app import create_app
from pellak.api.guards import LARGE_FILES_AT_ONCE
from pellak.api.long_work import LONGEST_S, USUAL_S, LongWork, Occupied, seconds_granted
from pellak.api.sharing import Sharing, may_of
from pellak.core.answer.errors import Refused
from pellak.core.book.exchange import MOST_IN_FILE, MOST_IN_RUN, json_of, runs_of
from tests.api.conftest import local
from tests.api.test_guards import sent
from tests.core.test_day import day, seam

LARGE = 2**63
FILE = {"content-type": "application/octet-stream"}
PUDDLE = {
    "family": "carbon-steel", "thickness_mm": 1.2, "start_c": 20, "acetylene_l_per_h": 120,
    "puddle_s": 4.0,
}  # fmt: skip


@pytest.mark.parametrize("number", [LARGE, LARGE * 2, 10**30])
def test_a_number_no_row_holds_is_refused(client, job, number):
    run = client.post(f"/api/jobs/{job['id']}/runs").json()["line"]["id"]
    asked = [
        client.get(f"/api/procedures/{number}"),
        client.get(f"/api/procedures/{number}/card.pdf"),
        client.get(f"/api/procedures/1?version={number}"),
        client.get(f"/api/runs?before={number}"),
        client.patch(f"/api/jobs/{job['id']}", json={"version": number, "changes": {}}),
        client.patch(f"/api/runs/{run}", json={"version": number, "entries": {"notes": "x"}}),
        client.post(f"/api/jobs/{job['id']}/undo", json={"version": number}),
        client.post(
            f"/api/runs/{run}/procedure",
            json={"name": "x", "signed_by": "y", "number": number},
        ),
    ]
    assert {answer.status_code for answer in asked} <= {404, 409, 422}


def test_a_hand_of_a_metal_nobody_knows_is_refused_by_name(client):
    answer = client.post("/api/reckon/hand", json={"logs": [PUDDLE], "family": "unobtainium"})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"] == "family"
    assert client.post("/api/reckon/hand", json={"logs": [PUDDLE], "family": "lead"}).is_success


def test_only_this_machines_own_names_answer(tmp_path):
    with local(create_app(tmp_path)) as client:
        for host, known in (("localhost", True), ("127.0.0.1:8140", True), ("testserver", False)):
            answer = client.get("/api/jobs", headers={"host": host})
            assert (answer.status_code == 200) is known


def test_a_body_has_one_length(tmp_path):
    app = create_app(tmp_path)
    for lengths in (
        [(b"content-length", b"4"), (b"transfer-encoding", b"chunked")],
        [(b"content-length", b"four")],
        [(b"content-length", b"-1")],
        [(b"content-length", b"4, 4")],
    ):
        assert sent(app, "/api/jobs", [b"{}"], more=lengths) == 400


def test_a_body_that_comes_too_slowly_is_told_so(tmp_path, monkeypatch):
    monkeypatch.setattr("pellak.api.guards.BODY_WITHIN_S", 0.05)
    assert sent(create_app(tmp_path), "/api/jobs", [b"{"], silent=True) == 408


class Lanes:
    """Work that ends when it is let, in a loop of its own."""

    def __init__(self) -> None:
        self.work = LongWork()
        self.let, self.begun = threading.Event(), threading.Event()

    def wait(self):
        self.begun.set()
        assert self.let.wait(30)
        return "best"


def test_one_day_is_solved_at_a_time_and_whoever_comes_meanwhile_is_told_how_long():
    lanes = Lanes()

    async def both():
        first = asyncio.create_task(lanes.work.solved(lanes.wait, 5.0))
        await asyncio.to_thread(lanes.begun.wait, 30)
        with pytest.raises(Occupied, match=r"Ask again in [45] s"):
            await lanes.work.solved(lambda: "other", 5.0)
        # A plan by list has a lane of its own, and goes by.
        assert await lanes.work.listed(lambda: "list") == "list"
        lanes.let.set()
        assert await first == "best"
        assert await lanes.work.solved(lambda: "other", 5.0) == "other"

    with ThreadPoolExecutor(1) as thread:
        thread.submit(asyncio.run, both()).result()


def test_whoever_waits_for_a_day_hears_it_as_any_busy_answer(client, monkeypatch):
    async def occupied(*_told):
        raise Occupied(2.4)

    monkeypatch.setattr(LongWork, "solved", occupied)
    given = day([seam("rail")]).model_dump(mode="json")
    for answer in (
        client.get("/api/day?exact=true"), client.post("/api/reckon/day", json=given),
    ):  # fmt: skip
        assert answer.status_code == 503
        assert answer.headers["retry-after"] == "3"
        assert "Ask again in 3 s" in answer.json()["detail"]


def test_long_looks_are_for_whoever_may_change_anything(tmp_path):
    assert seconds_granted(LONGEST_S, "all") == LONGEST_S
    assert seconds_granted(USUAL_S, "look") == USUAL_S
    codes = {"all": "coal-hatch-9", "look": "rope-locker-1"}
    given = day([seam("rail")], seconds=USUAL_S + 0.1).model_dump(mode="json")
    with local(create_app(tmp_path, sharing=Sharing(codes))) as client:
        for may, status in (("look", 422), ("all", 200)):
            client.cookies.clear()
            client.post("/api/sign-in", json={"passcode": codes[may]})
            answer = client.post("/api/reckon/day", json=given)
            assert answer.status_code == status
    assert client.post("/api/reckon/day", json={**given, "seconds": 61}).status_code in (401, 422)


def test_where_nothing_is_shared_everybody_may_do_everything():
    assert may_of(Request({"type": "http", "state": {}})) == "all"
    assert may_of(Request({"type": "http", "state": {"may": "look"}})) == "look"


@pytest.mark.parametrize(
    "content",
    [
        b"[" + b"0," * (MOST_IN_FILE + 1) + b"0]",
        b"[" + b"{}," * (MOST_IN_FILE // 2 + 1) + b"{}]",
        b"[" * (MOST_IN_FILE + 1),
    ],
    ids=["zeros", "braces", "brackets"],
)
def test_a_file_that_unfolds_to_more_than_runs_can_hold_is_refused_unread(
    client, monkeypatch, content
):  # fmt: skip
    read = []
    with monkeypatch.context() as unread:
        unread.setattr("pellak.core.book.exchange.json.loads", read.append)
        answer = client.post("/api/book/import", content=content, headers=FILE)
    assert answer.status_code == 422
    assert str(MOST_IN_FILE) in answer.json()["detail"]
    assert read == []


def test_a_run_larger_than_any_plan_is_refused_before_it_is_checked():
    run = {"plan": {"stations": [0] * (MOST_IN_RUN + 1)}}
    document = {"format": "pellak-runs", "version": 1, "runs": [run]}
    with pytest.raises(Refused, match=str(MOST_IN_RUN)):
        list(runs_of(document, rename=False))


def test_a_file_of_runs_of_half_the_limit_is_read():
    content = b"[" + b"0," * (MOST_IN_FILE // 2) + b"0]"
    assert len(json_of(content)) == MOST_IN_FILE // 2 + 1


def test_no_more_large_files_are_held_at_once_than_are_worked_on(client, job, monkeypatch):
    run = client.post(f"/api/jobs/{job['id']}/runs").json()["line"]["id"]
    here, most, lock = [0], [0], threading.Lock()

    def slow(content):
        with lock:
            here[0] += 1
            most[0] = max(most[0], here[0])
        zlib.compress(content)
        with lock:
            here[0] -= 1
        raise Refused("photo", "x", "a picture")

    monkeypatch.setattr("pellak.shop.photo_book.picture_of", slow)
    with ThreadPoolExecutor(8) as threads:
        answers = list(
            threads.map(
                lambda _: client.post(
                    f"/api/runs/{run}/photos?slot=front", content=bytes(3_000_000), headers=FILE
                ),
                range(8),
            )
        )
    assert {answer.status_code for answer in answers} == {422}
    assert most[0] == 1
    assert LARGE_FILES_AT_ONCE == 2


def test_a_problem_can_be_read_whatever_was_sent(client):
    answer = client.post("/api/jobs", content=json.dumps({"name": "x" * 9000}).encode())
    assert len(answer.text) < 2000


def test_every_problem_names_its_kind_for_programs(client, job):
    asked = {
        "not-found": client.get("/api/jobs/nowhere"),
        "refused": client.post("/api/jobs", json={"thickness_mm": "wide"}),
        "saved-elsewhere-first": client.patch(
            f"/api/jobs/{job['id']}", json={"version": 9, "changes": {"name": "x"}}
        ),
        "wrong-host": client.get("/api/jobs", headers={"host": "elsewhere.example"}),
        "not-allowed": client.get("/api/jobs", headers={"sec-fetch-site": "cross-site"}),
        "not-this-method": client.put("/api/jobs"),
    }
    for kind, answer in asked.items():
        outcome = answer.json()
        assert outcome["type"] == f"urn:pellak:problem:{kind}"
        assert outcome["status"] == answer.status_code
        assert answer.headers["content-type"] == "application/problem+json"
