"""Twenty thousand requests of every kind, and what they leave: `python -m bench.many_requests`."""

import http.client
import itertools
import json
import tempfile
import time
from pathlib import Path

from bench.forked import command, forked
from bench.serving import Served

WARM, REQUESTS = 4000, 20_000
Asked = tuple[str, str, object]


def asked_of(served: Served) -> list[Asked]:
    """Return a round of requests: looks, edits, questions, paper, and what is refused."""
    job = served.ask("GET", "/api/jobs")["tickets"][0]["id"]
    run = served.ask("GET", "/api/runs")["lines"][0]["id"]
    looks = [
        "/api/basics", "/api/jobs", f"/api/jobs/{job}", "/api/rack", "/api/rack/gas", "/api/metals",
        "/api/runs", f"/api/runs/{run}", "/api/book/runs?sort=newest", "/api/book/statistics",
        "/api/fire-watches", "/api/shop/backups", "/api/shop/backups/files", "/api/procedures",
        "/api/procedures/1", "/api/signed-in", "/api/day", f"/api/jobs/{job}/card.pdf", "/",
        "/api/nowhere", "/api/jobs/nowhere", "/api/procedures/9223372036854775808",
    ]  # fmt: skip
    sends: list[Asked] = [
        ("POST", f"/api/jobs/{job}/preview", {"changes": {"length_mm": "25 in"}}),
        ("POST", "/api/find", {"text": "tip for 16 ga"}),
        ("POST", "/api/find", {"text": "x" * 150}),
        ("POST", "/api/reckon/quantity", {"text": "18 ga", "kind": "length"}),
        ("POST", "/api/reckon/hand", {"logs": [], "family": "unobtainium"}),
        ("POST", "/api/jobs", {"name": "x" * 5000}),
        ("PATCH", f"/api/jobs/{job}", {"version": 999_999, "changes": {}}),
    ]
    return [*(("GET", path, None) for path in looks), *sends]


def many_requests() -> None:
    """Print what the server holds before and after."""
    with tempfile.TemporaryDirectory() as folder:
        forked(command, ["demo", "--data", folder], {}).join()
        with Served(Path(folder)) as served:
            line = http.client.HTTPConnection("127.0.0.1", served.port)
            statuses: dict[int, int] = {}

            def send(count: int) -> None:
                for method, path, body in itertools.islice(itertools.cycle(round_), count):
                    result = None if body is None else json.dumps(body)
                    line.request(method, path, result, {"content-type": "application/json"})
                    answer = line.getresponse()
                    answer.read()
                    statuses[answer.status] = statuses.get(answer.status, 0) + 1

            round_ = asked_of(served)
            send(WARM)
            before, start = served.memory_mb(), time.perf_counter()
            send(REQUESTS)
            took_s, after = time.perf_counter() - start, served.memory_mb()
            line.close()
    grown = 100 * (after / before - 1)
    print(f"{REQUESTS} requests in {took_s:.0f} s after {WARM}: {before:.0f} MB, then {after:.0f}")
    print(f"{grown:+.1f} %; answers {dict(sorted(statuses.items()))}")


if __name__ == "__main__":
    many_requests()
