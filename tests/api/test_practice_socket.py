"""The flame trainer's socket: who may open it, what comes over it, and what stays of it."""

import itertools
import json
import struct
import time

import pytest
from starlette.websockets import WebSocketDisconnect

from pellak.api import practice_socket
from pellak.api.app import create_app
from pellak.api.practice_socket import MOST_AT_ONCE
from pellak.api.sharing import Sharing
from pellak.core.practice.flame.flows import Set
from pellak.core.practice.flame.trainer import Hands
from pellak.core.practice.puddle.torch import Held
from pellak.core.practice.puddle.trainer import PuddleHands
from pellak.core.practice.puddle.wire import PUDDLE_BYTES, puddle_hands_message
from pellak.core.practice.wire import FLAME_BYTES, FLAME_NUMBERS, LIT, STOPPED, hands_message
from pellak.shop.practice_book import PracticeBook
from pellak.store.errors import Unusable
from tests.api.conftest import local

HERE = {"host": "localhost", "origin": "http://localhost"}
NEUTRAL = Set(0.65, 0.65, 0.35, 0.35)
FUEL = Set(0.65, 0.0, 0.35, 0.35)


@pytest.fixture
def client(tmp_path):
    with local(create_app(tmp_path)) as client:
        yield client


def play(client, target="neutral", headers=HERE, **asked):
    query = "&".join(f"{name}={value}" for name, value in {"target": target, **asked}.items())
    return client.websocket_connect(f"/api/practice/flame?{query}", headers=headers)


def frames(socket, count, hands=None, given=hands_message):
    """Return the next frames, and the words between them; the hands are told before each."""
    got, words = [], []
    while len(got) < count:
        if hands is not None:
            socket.send_bytes(given(hands))
            hands = Hands(hands.wanted) if isinstance(hands, Hands) else hands
        message = socket.receive()
        if message["type"] == "websocket.close":
            raise WebSocketDisconnect(message["code"], message.get("reason"))
        if message.get("bytes") is not None:
            got.append(message["bytes"])
        else:
            words.append(json.loads(message["text"]))
    return got, words


def read(frame):
    magic, kind, flags, number, t_s = struct.unpack_from("<HBBIf", frame)
    numbers = struct.unpack_from("<22f", frame, 12)
    assert (magic, kind) == (0x4C50, 1)
    return flags, number, t_s, dict(zip(FLAME_NUMBERS, numbers, strict=True))


def finish(socket, hands):
    socket.send_bytes(hands_message(hands, end=True))
    while True:
        message = socket.receive()
        if message.get("text") and (score := json.loads(message["text"])["score"]):
            return score


def test_a_flame_is_lit_set_scored_and_kept(client):
    with play(client, who="Tove") as socket:
        _, first = frames(socket, 60, Hands(FUEL))
        hello = first[0]["hello"]
        assert (hello["target"]["id"], hello["orifice_mm"]) == ("neutral", 0.89)
        assert tuple(hello["numbers"]) == FLAME_NUMBERS
        frames(socket, 20, Hands(FUEL, spark=True))
        for share in (0.5, 0.7, 0.85):
            frames(socket, 20, Hands(Set(0.65, share * 0.65, 0.35, 0.35)))
        got, words = frames(socket, 120, Hands(NEUTRAL))
        assert all(len(one) == FLAME_BYTES for one in got)
        flags, number, t_s, result = read(got[-1])
        assert flags & LIT
        assert t_s == pytest.approx(number / 60, abs=0.01)
        assert 0.95 < result["ratio"] < 1.15
        assert 70 < result["jet_m_per_s"] < 150
        assert any("neutral" in one["words"]["said"] for one in words if one["words"])
        score = finish(socket, Hands(NEUTRAL))
    assert score["points"] > 60
    learner = client.get("/api/practice?who=Tove").json()["learner"]
    assert [one["points"] for one in learner["tries"]] == [pytest.approx(score["points"])]
    standing = next(s for s in learner["standings"] if s["rung"]["id"] == "neutral")
    assert (standing["tries"], standing["best"]) == (1, pytest.approx(score["points"]))


def test_steps_are_never_longer_however_late_a_frame_is(client):
    with play(client) as socket:
        got, _ = frames(socket, 90, Hands(FUEL))
    numbers = [read(frame)[1] for frame in got]
    assert [b - a for a, b in itertools.pairwise(numbers)] == [2] * 89


def test_what_nobody_tried_is_not_kept_and_over_the_limit_stops(client):
    with play(client) as socket:
        got, _ = frames(socket, 20, Hands(Set(0.5, 0, 1.2, 0.3)))
        assert read(got[-1])[0] & STOPPED
        assert finish(socket, Hands(FUEL))["points"] == 0
    assert client.get("/api/practice").json()["people"] == []


@pytest.mark.parametrize(
    "headers",
    [
        {"host": "localhost"},
        {"host": "localhost", "origin": "http://elsewhere.example"},
        {"host": "elsewhere.example", "origin": "http://elsewhere.example"},
        {**HERE, "sec-fetch-site": "cross-site"},
    ],
)
def test_another_sites_page_opens_nothing(client, headers):
    with pytest.raises(WebSocketDisconnect), play(client, headers=headers):
        pass
    with pytest.raises(WebSocketDisconnect), puddle(client, headers, task="run-steel-12"):
        pass


def test_a_shared_pellak_asks_for_its_passcode(tmp_path):
    sharing = Sharing({"all": "smith", "bench": "anvil", "look": "glass"})
    with local(create_app(tmp_path, sharing=sharing)) as client:
        headers = {"host": "localhost", "origin": "http://localhost"}
        with pytest.raises(WebSocketDisconnect), play(client, headers=headers):
            pass
        for passcode, may in (("glass", False), ("anvil", True)):
            client.cookies.clear()
            assert client.post("/api/sign-in", json={"passcode": passcode}).status_code < 300
            cookie = "; ".join(f"{one.name}={one.value}" for one in client.cookies.jar)
            if may:
                with play(client, headers={**headers, "cookie": cookie}) as socket:
                    assert len(frames(socket, 2, Hands())[0]) == 2
            else:
                with (
                    pytest.raises(WebSocketDisconnect),
                    play(client, headers={**headers, "cookie": cookie}),
                ):
                    pass


@pytest.mark.parametrize("message", [b"", b"x" * 24, b"x" * 4000])
def test_who_sends_anything_else_is_not_played_with(client, message):
    with play(client) as socket:
        socket.send_bytes(message)
        with pytest.raises(WebSocketDisconnect):
            frames(socket, 400)


def test_a_try_that_cannot_be_kept_still_has_its_score_and_says_so(client, monkeypatch):
    def full(*_told):
        raise Unusable("the disk is full")

    monkeypatch.setattr(PracticeBook, "keep", full)
    with play(client, who="Tove") as socket:
        frames(socket, 2, Hands(FUEL))
        assert finish(socket, Hands(FUEL))["points"] >= 0
        closed = socket.receive()
    assert (closed["code"], closed["reason"]) == (1000, "This try is not kept: the disk is full")


def test_an_unknown_flame_is_refused_by_name(client):
    with play(client, target="violet") as socket:
        with pytest.raises(WebSocketDisconnect) as result:
            socket.receive_bytes()
        assert result.value.code == 4400
        assert "target" in result.value.reason


def test_only_so_many_play_at_once_and_a_closed_page_makes_room(client):
    with play(client) as first:
        frames(first, 2, Hands())
        with play(client) as second, play(client) as third, play(client) as fourth:
            for socket in (second, third, fourth):
                frames(socket, 1, Hands())
            with play(client) as fifth, pytest.raises(WebSocketDisconnect):
                frames(fifth, 1)
    assert MOST_AT_ONCE == 4
    until = time.monotonic() + 30
    while True:
        with play(client) as again:
            try:
                frames(again, 1, Hands())
                return
            except WebSocketDisconnect:
                assert time.monotonic() < until, "a closed page kept its place"


def test_a_page_that_fell_silent_is_let_go_after_so_many_frames(client, monkeypatch):
    monkeypatch.setattr(practice_socket, "SILENT_FRAMES", 40)
    with play(client) as socket:
        frames(socket, 30, Hands())
        frames(socket, 39, Hands())
        with pytest.raises(WebSocketDisconnect):
            frames(socket, 60)


def test_an_injector_and_a_strict_limit_are_the_shops_unless_they_are_told(client):
    client.patch("/api/shop/schools", json={"mixer": "injector", "acetylene_limit": "strict"})
    with play(client) as socket:
        _, words = frames(socket, 1, Hands())
        hello = words[0]["hello"]
        assert (hello["mixer"], hello["limit_bar"]) == ("injector", 0.62)
        got, _ = frames(socket, 20, Hands(Set(0.5, 0, 0.7, 0.3)))
        assert read(got[-1])[0] & STOPPED
    with play(client, mixer="equal-pressure", region="general", orifice_mm=0.66) as socket:
        _, words = frames(socket, 1, Hands())
        hello = words[0]["hello"]
        assert (hello["mixer"], hello["limit_bar"]) == ("equal-pressure", 1.03)
        assert hello["orifice_mm"] == 0.66
        got, _ = frames(socket, 20, Hands(Set(0.5, 0, 0.7, 0.3)))
        assert not read(got[-1])[0] & STOPPED


@pytest.mark.parametrize("asked", [{"orifice_mm": 0.1}, {"mixer": "sieve"}, {"seed": -1}])
def test_a_torch_that_is_none_is_refused_before_it_is_played(client, asked):
    with pytest.raises(WebSocketDisconnect), play(client, **asked) as socket:
        frames(socket, 1)


def test_a_foul_tip_is_cleaned_cold_over_the_socket_too(client):
    with play(client) as socket:
        _, words = frames(socket, 20, Hands(FUEL, clean=True))
        said = [one["words"] for one in words if one["words"]]
        assert any("the tip is clean" in line for one in said for line in one["happened"])
        frames(socket, 40, Hands(FUEL, spark=True))
        _, words = frames(socket, 20, Hands(FUEL, clean=True))
        said = [one["words"] for one in words if one["words"]]
        assert any("cleaned cold" in line for one in said for line in one["happened"])


def puddle(client, headers=HERE, **asked):
    query = "&".join(f"{name}={value}" for name, value in asked.items())
    return client.websocket_connect(f"/api/practice/puddle?{query}", headers=headers)


def test_a_puddle_is_carried_scored_and_kept_and_its_back_turned_up(client):
    with puddle(client, task="run-steel-12", who="Tove") as socket:
        hello = json.loads(socket.receive()["text"])["hello"]
        assert (hello["columns"], hello["face_rows"], len(hello["palette"])) == (120, 50, 256)
        held = PuddleHands(Held(5.0, 0.0, 3.0, 20.0), brush=True)
        got, words = frames(socket, 150, held, puddle_hands_message)
        assert all(len(one) == PUDDLE_BYTES for one in got)
        assert not any(got[-1][-1500:])
        assert any("pool" in one["words"]["said"] for one in words if one["words"])
        socket.send_bytes(puddle_hands_message(held, end=True))
        last, score = None, None
        while score is None:
            message = socket.receive()
            if message.get("bytes"):
                last = message["bytes"]
            elif message.get("text"):
                score = json.loads(message["text"])["score"]
        assert any(last[-1500:])
    assert 0 < score["points"] < 60
    learner = client.get("/api/practice?who=Tove").json()["learner"]
    assert [one["rung"] for one in learner["tries"]] == ["run-steel-12"]


def test_the_plans_own_hand_is_watched_and_never_kept(client):
    with puddle(client, task="run-steel-12", who="Tove", watching="true") as socket:
        got, _ = frames(socket, 30)
        assert struct.unpack_from("<f", got[-1], 12)[0] > 1
    assert client.get("/api/practice").json()["people"] == []


@pytest.mark.parametrize(
    ("asked", "why"),
    [({"task": "bronze"}, "exercise of the ladder"), ({"job": "none"}, "no job"), ({}, "task")],
)
def test_a_puddle_that_is_none_is_refused_with_the_reason(client, asked, why):
    with (
        pytest.raises(WebSocketDisconnect) as closed,
        puddle(client, **asked) as socket,
    ):
        frames(socket, 1)
    assert closed.value.code == 4400
    assert why in closed.value.reason


def test_a_dial_turns_the_flame_on_a_page_and_only_while_it_burns(client):
    lines = "acetylene_bar 0.35\noxygen_bar 0.35\nacetylene_open 0.6\n"
    plain = {"content-type": "text/plain", **HERE}
    assert client.post("/api/practice/dials/4711", content=lines, headers=plain).status_code == 422
    with play(client, dial="4711") as socket:
        frames(socket, 2, Hands())
        sent = client.post("/api/practice/dials/4711", content=lines, headers=plain)
        assert sent.status_code == 204
        wrong = client.post(
            "/api/practice/dials/4711", content="oxygen_open 0.1\nbogus", headers=plain
        )
        assert wrong.status_code == 422
        got, words = frames(socket, 60, Hands())
        result = read(got[-1])[3]
        assert result["acetylene_open"] == pytest.approx(0.6, abs=0.01)
        assert result["oxygen_open"] == 0
        assert result["fuel_m_per_s"] > 30
        assert words[-1]["words"]["dialled"]
        spark = client.post("/api/practice/dials/4711", content="spark", headers=plain)
        assert spark.status_code == 204
        for _ in range(30):
            # What a dial sent is taken up by a frame or two later, by more on a busy machine.
            got, _ = frames(socket, 4, Hands())
            if read(got[-1])[0] & LIT:
                break
        assert read(got[-1])[0] & LIT
    for _ in range(100):
        gone = client.post("/api/practice/dials/4711", content=lines, headers=plain)
        if gone.status_code == 422:
            break
        time.sleep(0.05)  # until the server has seen the page go
    assert gone.json()["errors"][0]["field"] == "dial"
