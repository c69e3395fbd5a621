"""Rounds of kill -9 under writers, for acknowledged saves: `python -m bench.kill_nine 200`."""

import http.client
import random
import sys
import tempfile
import threading
import time
from dataclasses import dataclass, field
from pathlib import Path

from bench.serving import Served

WRITERS = 8


@dataclass
class Writer:
    """One window that saves one job again and again; `version` is the last one acknowledged."""

    job_id: str
    version: int = 1
    lengths: dict[int, float] = field(default_factory=dict)


@dataclass
class Report:
    rounds: int = 0
    acknowledged: int = 0
    lost: list[str] = field(default_factory=list)


def _write(served: Served, writer: Writer) -> None:
    while True:
        length = 100.0 + (writer.version % 40_000)
        writer.lengths[writer.version + 1] = length
        changes = {"version": writer.version, "changes": {"length_mm": length}}
        try:
            saved = served.ask("PATCH", f"/api/jobs/{writer.job_id}", changes)
        except (OSError, http.client.HTTPException):
            return
        writer.version = saved["version"]


def kill_rounds(folder: Path, rounds: int, seed: int = 1, *, quickly: bool = False) -> Report:
    """Kill a server under eight writers so many times; look after each what is still there.

    `quickly` begins them from a process that has loaded everything.
    """
    chance, report = random.Random(seed), Report()
    writers: list[Writer] = []
    for _ in range(rounds):
        served = Served(folder, quickly=quickly)
        served.__enter__()
        for number in range(len(writers), WRITERS):
            job = {"name": f"Job {number}", "thickness_mm": 1.2, "length_mm": 100.0}
            writers.append(Writer(served.ask("POST", "/api/jobs", job)["id"]))
        _check(served, writers, report)
        before = sum(writer.version for writer in writers)
        threads = [threading.Thread(target=_write, args=(served, w)) for w in writers]
        for thread in threads:
            thread.start()
        wanted, until = before + chance.randint(1, 3 * WRITERS), time.monotonic() + 30
        while sum(writer.version for writer in writers) < wanted and time.monotonic() < until:
            time.sleep(0.005)  # between two looks
        threads[0].join(chance.uniform(0.0, 0.1))
        served.kill()
        for thread in threads:
            thread.join()
        report.rounds += 1
        report.acknowledged += sum(writer.version for writer in writers) - before
    with Served(folder, quickly=quickly) as served:
        _check(served, writers, report)
    return report


def _check(served: Served, writers: list[Writer], report: Report) -> None:
    for writer in writers:
        found = served.ask("GET", f"/api/jobs/{writer.job_id}")
        version, length = found["version"], found["plan"]["job"]["length_mm"]
        # One more save may have reached the disk without its word reaching us.
        if version not in (writer.version, writer.version + 1):
            report.lost.append(f"{writer.job_id}: acknowledged {writer.version}, found {version}")
        if version > 1 and length != writer.lengths[version]:
            report.lost.append(f"{writer.job_id}: version {version} holds {length}")
        writer.version = version


if __name__ == "__main__":
    with tempfile.TemporaryDirectory() as name:
        done = kill_rounds(Path(name), int(sys.argv[1]))
    print(f"{done.rounds} rounds, {done.acknowledged} acknowledged writes, {len(done.lost)} lost")
    for lost in done.lost:
        print(lost)
    sys.exit(bool(done.lost))
