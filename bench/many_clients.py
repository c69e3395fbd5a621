"""Sixteen clients at once for a while, and one that asks the dearest read in a loop.

`python -m bench.many_clients [SECONDS]`"""

import random
import statistics
import sys
import tempfile
import threading
import time
import urllib.error
from dataclasses import dataclass, field
from pathlib import Path

from bench.serving import Served

CLIENTS, JOBS = 16, 60


@dataclass
class Told:
    reads: list[float] = field(default_factory=list)
    saves: list[float] = field(default_factory=list)
    failures: list[str] = field(default_factory=list)

    def timed(self, kept: list[float], served: Served, *request: object) -> object:
        start = time.perf_counter()
        try:
            answer = served.ask(*request)  # type: ignore[arg-type]  # what `ask` takes, in a row
        except urllib.error.HTTPError as error:
            if error.code != 409:
                self.failures.append(f"{error.code} {request[:2]}")
            return None
        except OSError as error:
            self.failures.append(f"{error} {request[:2]}")
            return None
        kept.append(time.perf_counter() - start)
        return answer


def _client(served: Served, job_ids: list[str], until: float, given: Told, seed: int) -> None:
    chance = random.Random(seed)
    while time.monotonic() < until:
        job_id = chance.choice(job_ids)
        job = given.timed(given.reads, served, "GET", f"/api/jobs/{job_id}")
        if chance.random() < 0.3 and isinstance(job, dict):
            change = {"version": job["version"], "changes": {"length_mm": chance.uniform(50, 900)}}
            given.timed(given.saves, served, "PATCH", f"/api/jobs/{job_id}", change)
        if chance.random() < 0.1:
            given.timed(given.reads, served, "GET", "/api/rack")


def many_clients(folder: Path, seconds: float) -> Told:
    load = Told()
    with Served(folder) as served:
        ready = {"thickness_mm": 1.2, "length_mm": 640.0}
        ids = [
            served.ask("POST", "/api/jobs", {"name": f"Job {n}", **ready})["id"]
            for n in range(JOBS)
        ]
        until = time.monotonic() + seconds
        clients = [
            threading.Thread(target=_client, args=(served, ids, until, load, seed))
            for seed in range(CLIENTS)
        ]

        def dearest() -> None:
            while time.monotonic() < until:
                load.timed([], served, "GET", "/api/rack/gas")

        clients.append(threading.Thread(target=dearest))
        for client in clients:
            client.start()
        for client in clients:
            client.join()
        print(f"memory of the server              {served.memory_mb():8.0f} MB")
    return load


def p95_ms(seconds: list[float]) -> float:
    return 1000 * statistics.quantiles(seconds, n=20)[-1]


if __name__ == "__main__":
    with tempfile.TemporaryDirectory() as name:
        load = many_clients(Path(name), float(sys.argv[1]) if len(sys.argv) > 1 else 60.0)
    print(f"reads {len(load.reads)}, p95                     {p95_ms(load.reads):8.0f} ms")
    print(
        f"saves {len(load.saves)}, p95                     {p95_ms(load.saves):8.0f} ms (limit 500)"
    )
    print(f"failures                          {len(load.failures):8d}")
    for failure in load.failures[:10]:
        print(failure)
    sys.exit(bool(load.failures))
