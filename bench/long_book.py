"""A book of 100 000 runs and 5 000 jobs beside one of 1 000: every list, search and page.

`python -m bench.long_book`"""

import random
import statistics
import tempfile
import time
from collections.abc import Sequence
from datetime import UTC, datetime, timedelta
from pathlib import Path

from bench.serving import Served
from pellak.core.model.run_log import RunLog
from pellak.shop.bench import Bench
from pellak.shop.run_book import RunBook
from pellak.store.database import Database
from pellak.store.jobs import Jobs
from pellak.store.runs import Runs
from pellak.store.tables import JobRow, RunRow

START = datetime(2020, 1, 6, 8, 0, tzinfo=UTC)
ROUNDS = 40
PLAN_BYTES = 8000


def fill(folder: Path, jobs: int, runs: int) -> None:
    """Fill a folder with so many copies of one job and one run, plans and all."""
    database = Database(folder)
    bench = Bench(database, lambda: START)
    first = bench.add({"name": "Patch", "thickness_mm": 1.2, "length_mm": 640.0})
    book = RunBook(database, lambda: START)
    taken = {"seam_min": 9.0, "puddle_s": 4.0}
    book.enter(first.id, first.plan, START, RunLog(who="Brit", actual=taken))
    with database.reading() as session:
        job = Jobs(session).find(first.id)
        run = Runs(session).find(Runs(session).newest_first(None, 1).rows[0].run_id)
        assert job is not None
        assert run is not None
        job_like = {c.name: getattr(job, c.name) for c in JobRow.__table__.columns}
        names = [c.name for c in RunRow.__table__.columns if c.name != "plan"]
        run_like = {name: getattr(run, name) for name in names}
        # Lists load no plan, so a short one stands in; whole ones would take an hour to write.
        run_like["plan"] = {"stations": [], "in place of a plan": "x" * PLAN_BYTES}
    chance = random.Random(3)
    with database.transaction() as session:
        for number in range(1, jobs):
            name = f"{chance.choice(('Flue', 'Patch', 'Locker'))} {number}"
            at = START + timedelta(minutes=number)
            session.add(
                JobRow(**{**job_like, "job_id": f"j{number}", "name": name, "created_at": at})
            )
    for batch in range(0, runs, 2000):
        with database.transaction() as session:
            for number in range(batch, min(batch + 2000, runs)):
                who = chance.choice(("Brit", "Anders", "Jorun"))
                at = START + timedelta(minutes=20 * number + 1)
                more = {
                    "run_id": f"r{number}", "who": who, "started_at": at,
                    "family": chance.choice(("carbon-steel", "aluminium", "chromoly")),
                    "thickness_mm": chance.choice((0.8, 1.2, 1.5, 3.0, 5.0)),
                    "joint": chance.choice(("butt", "lap", "fillet")),
                    "tip": chance.choice(("B1", "B2", "B3")),
                    "verdict": chance.choice(("good", "good", "reworked", "scrap")),
                }  # fmt: skip
                seen = chance.choice((["even-band"], ["burn-through"], ["sparks", "popping"]))
                row = RunRow(**{**run_like, **more})
                words = f"{run_like['job_name']}\n{who}" + ("\nrare bird" if number == 7 else "")
                Runs(session).add(row, words, seen)
                Runs(session).measure(row.run_id, list(taken), taken)
    database.close()


Times = tuple[float, float]
"""Median and 95th of a hundred, ms."""


def _times(taken_s: Sequence[float]) -> Times:
    return 1000 * statistics.median(taken_s), 1000 * statistics.quantiles(taken_s, n=20)[-1]


def times_ms(served: Served) -> dict[str, Times]:
    """Return how long every list, search, first and last page takes."""
    asked = {
        "jobs, first page": "/api/jobs",
        "jobs, last page": "/api/jobs?after=zzz@2029-01-01T00:00:00%2B00:00",
        "runs, first page": "/api/runs",
        "runs, last page": "/api/runs?before=1578300000000000",
        "runs, common word": "/api/runs?words=brit",
        "runs, rare word": "/api/runs?words=rare%20bird",
        "runs, no such word": "/api/runs?words=unheard",
        "book, first page": "/api/book/runs",
        "book, middle": "/api/book/runs?offset=500&facets=false",
        "book, thin aluminium": "/api/book/runs?family=aluminium&thickness=0&sort=slowest",
        "book, signs and word": "/api/book/runs?sign=burn-through&sign=sparks&words=brit",
        "book, statistics": "/api/book/statistics?family=aluminium",
        "rack, gas": "/api/rack/gas",
        "fire watches": "/api/fire-watches",
    }
    for _ in range(600):
        if served.ask("GET", "/api/rack/gas")["jobs_to_reckon"] == 0:
            break
    found = {}
    for what, path in asked.items():
        taken = []
        for _ in range(ROUNDS):
            start = time.perf_counter()
            served.ask("GET", path)
            taken.append(time.perf_counter() - start)
        found[what] = _times(taken)
    taken = []
    for _ in range(ROUNDS):
        start = time.perf_counter()
        served.ask("POST", "/api/find", {"text": "locker"})
        taken.append(time.perf_counter() - start)
    found["find a job"] = _times(taken)
    return found


if __name__ == "__main__":
    taken = []
    for jobs, runs in ((50, 1000), (5000, 100_000)):
        with tempfile.TemporaryDirectory() as name:
            folder = Path(name)
            fill(folder, jobs, runs)
            with Served(folder) as served:
                taken.append(times_ms(served))
                print(f"{jobs} jobs, {runs} runs: memory {served.memory_mb():.0f} MB (limit 400)")
    for what, (small, small_95) in taken[0].items():
        large, large_95 = taken[1][what]
        print(
            f"{what:<22} {small:6.1f} p95 {small_95:6.1f} ms  {large:6.1f} p95 {large_95:6.1f} ms"
            f"   x {large / small:.1f} (limit 50 ms, x 3)"
        )
