"""Six hours on four channels, with the server killed in the middle: nothing that was told as kept
is lost, and it says what it would have said without."""

import http.client
import json
import urllib.request

from bench.serving import Served

from pellak.core.model.watch_plan import WatchPlan
from pellak.core.reading.measures import said
from pellak.core.watch.lines import Mark, Reading, read_line
from pellak.core.watch.simulated import Simulation, lines_between
from pellak.core.watch.watcher import Watcher

HOURS, BATCH, KILLS = 6.0, 1200, (17, 38, 55)
CASTING = {
    "kind": "heat", "name": "Stove door", "alloy": "en-gjl-200", "purpose": "warm-through",
    "shape": "casting", "body_kg": 20.0, "thickness_mm": 12.0, "target_c": 300.0,
    "acetylene_l_per_h": 1500.0, "cool_in": "still-air",
}  # fmt: skip


def send(served, watch_id, lines):
    asked = urllib.request.Request(
        f"{served.url}/api/watches/{watch_id}/lines", "\n".join(lines).encode(),
        {"content-type": "text/plain"}, method="POST",
    )  # fmt: skip
    with urllib.request.urlopen(asked, timeout=60) as answer:
        return json.load(answer)


def test_six_hours_on_four_channels_through_three_kills(tmp_path):
    with Served(tmp_path) as served:
        job = served.ask("POST", "/api/jobs", CASTING)
        watch = served.ask("POST", f"/api/jobs/{job['id']}/watches")
    watch_id, plan = watch["line"]["id"], WatchPlan.model_validate(watch["plan"])
    lines = lines_between(plan, Simulation(ill="jumps"), [], 0.0, 3600 * HOURS)
    assert len(lines) > 80_000
    batches = [lines[start : start + BATCH] for start in range(0, len(lines), BATCH)]
    acknowledged = 0
    served = Served(tmp_path, quickly=True).__enter__()
    for number, batch in enumerate(batches):
        if number in KILLS:
            # Killed just as it is sent: told as kept or not, it is sent again, and counts once.
            line = http.client.HTTPConnection("127.0.0.1", served.port)
            line.request("POST", f"/api/watches/{watch_id}/lines", "\n".join(batch),
                         {"content-type": "text/plain"})  # fmt: skip
            served.kill()
            line.close()
            served = Served(tmp_path, quickly=True).__enter__()
        result = send(served, watch_id, batch)
        assert result["faults"] == []
        acknowledged += len(batch)
    stands = served.ask("GET", f"/api/watches/{watch_id}")
    with urllib.request.urlopen(f"{served.url}/api/watches/{watch_id}/export") as answer:
        kept = answer.read().decode().splitlines()
    served.__exit__()
    assert len(kept) == acknowledged + 1
    without = Watcher(plan)
    for line_said in lines:
        one = read_line(line_said, 0.0, float, "simulated")
        assert isinstance(one, Reading | Mark)
        without.step(one)
    assert [one["text"] for one in stands["events"]] == [
        said(one.text, "metric") for one in without.events
    ]
    assert any("not believed" in one["text"] for one in stands["events"])
    assert stands["verdict"]["say"] == without.said
