"""The real server killed under writers, asked by many at once, sent half a head, told to stop."""

import http.client
import os
import socket
import subprocess
import time
import urllib.error

import pytest
from bench.kill_nine import kill_rounds
from bench.many_clients import many_clients
from bench.serving import PELLAK, Served

from pellak.api.patience import HEAD_WITHIN_S

KILLS = 20 if os.environ.get("PELLAK_SWEEP") == "full" else 8
READY = {"name": "Patch", "thickness_mm": 1.2, "length_mm": 640.0}


def test_no_acknowledged_save_is_lost_by_kills_under_eight_writers(tmp_path):
    report = kill_rounds(tmp_path, KILLS, quickly=True)
    assert report.lost == []
    assert report.rounds == KILLS
    assert report.acknowledged >= KILLS


def test_many_at_once_and_the_dearest_read_in_a_loop_fail_nobody(tmp_path):
    result = many_clients(tmp_path, 8.0)
    assert result.failures == []
    assert len(result.saves) > 10
    assert len(result.reads) > 50


def test_a_head_half_sent_is_cut_and_everybody_else_is_served(tmp_path):
    with Served(tmp_path) as served:
        slow = [socket.create_connection(("127.0.0.1", served.port)) for _ in range(40)]
        for line in slow:
            line.sendall(b"POST /api/jobs HTTP/1.1\r\nHost: 127.0.0.1\r\nX-")
        assert served.ask("POST", "/api/jobs", READY)["version"] == 1
        for line in slow:
            line.settimeout(HEAD_WITHIN_S + 20)
            assert line.recv(100) == b""
            line.close()
        assert len(served.ask("GET", "/api/jobs")["tickets"]) == 1


def test_a_connection_kept_alive_may_rest_between_requests(tmp_path):
    with Served(tmp_path) as served:
        line = http.client.HTTPConnection("127.0.0.1", served.port)
        for _ in range(3):
            line.request("GET", "/api/jobs")
            kept = line.sock
            answer = line.getresponse()
            assert (answer.status, answer.read()) == (200, b'{"tickets":[],"next":null}')
            assert line.sock is kept is not None
            time.sleep(0.3)  # a rest on the same line, as a page between two presses
        line.close()


def test_bodies_given_up_on_leave_the_memory_where_it_was(tmp_path):
    with Served(tmp_path) as served:
        served.ask("POST", "/api/jobs", READY)
        head = (
            b"POST /api/metals/import HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 950000\r\n\r\n"
        )

        def give_up(times):
            for _ in range(times):
                with socket.create_connection(("127.0.0.1", served.port)) as line:
                    line.sendall(head + b"x" * 900_000)
            served.ask("GET", "/api/basics")

        give_up(40)
        before = served.memory_mb()
        give_up(800)
        # 720 MB were sent; the last are still being read.
        until = time.monotonic() + 30
        while served.memory_mb() >= before + 40 and time.monotonic() < until:
            time.sleep(0.2)  # between two looks
        assert served.memory_mb() < before + 40


def test_large_bodies_past_what_may_wait_are_asked_to_come_again(tmp_path):
    head = b"POST /api/metals/import HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 950000\r\n\r\n"
    with Served(tmp_path) as served:
        lines = [socket.create_connection(("127.0.0.1", served.port)) for _ in range(30)]
        for line in lines:
            line.sendall(head + b"x" * 100)
            line.settimeout(5)
        answer = lines[-1].recv(4000)
        assert answer.startswith(b"HTTP/1.1 503")
        assert b"retry-after: 2" in answer.lower()
        # Whoever asks for little is answered meanwhile; those that waited go when they hang up.
        assert served.ask("GET", "/api/jobs")["tickets"] == []
        for line in lines:
            line.close()
        with pytest.raises(urllib.error.HTTPError) as refused:
            served.ask("POST", "/api/metals/import", {"no such field": "x" * 70_000})
        assert refused.value.code == 422
        refused.value.close()


def test_a_folder_being_served_is_served_once_and_never_replaced(tmp_path):
    home, backup = tmp_path / "home", tmp_path / "backup.sqlite"
    with Served(home) as served:
        served.ask("POST", "/api/jobs", READY)
        subprocess.run([PELLAK, "backup", "--data", home, backup], check=True, capture_output=True)
        for arguments in (["serve", "--port", "0"], ["restore", "--replace", backup]):
            refused = subprocess.run(
                [PELLAK, arguments[0], "--data", home, *arguments[1:]],
                check=False, capture_output=True, text=True,
            )  # fmt: skip
            assert refused.returncode == 2
            assert "being served" in refused.stderr
            assert len(refused.stderr.splitlines()) == 1
        assert len(served.ask("GET", "/api/jobs")["tickets"]) == 1


@pytest.mark.parametrize("length", [100, 950_000])
def test_a_stop_is_obeyed_while_a_body_never_comes(tmp_path, length):
    with Served(tmp_path) as served:
        line = socket.create_connection(("127.0.0.1", served.port))
        line.sendall(
            b"POST /api/jobs HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: %d\r\n\r\n{" % length
        )
        start = time.monotonic()
    assert time.monotonic() - start < 20
    line.close()


def test_large_bodies_that_never_come_keep_nobody_else_waiting(tmp_path):
    with Served(tmp_path) as served:
        head = (
            b"POST /api/metals/import HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 950000\r\n\r\n"
        )
        slow = [socket.create_connection(("127.0.0.1", served.port)) for _ in range(20)]
        for line in slow:
            line.sendall(head + b"x")
        assert served.ask("POST", "/api/jobs", READY, timeout_s=15)["version"] == 1
        assert len(served.ask("GET", "/api/jobs", timeout_s=15)["tickets"]) == 1
        for line in slow:
            line.close()
