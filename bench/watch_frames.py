"""Frames of the temperature watch while a hand moves over 20 000 points and readings come in:
`python -m bench.watch_frames`."""

import json
import statistics
import tempfile
import threading
import time
import urllib.request
from pathlib import Path

from playwright.sync_api import sync_playwright

from bench.chromium import chromium
from bench.serving import Served

POINTS, CHANNELS = 20_000, ("near", "middle", "far", "foot")
SECONDS = 6
PART = {
    "kind": "heat", "name": "Bench", "alloy": "en-gjl-200", "purpose": "warm-through",
    "shape": "casting", "body_kg": 20.0, "thickness_mm": 12.0, "target_c": 300.0,
    "acetylene_l_per_h": 1500.0, "cool_in": "dry-sand",
}  # fmt: skip
FRAMES = """
(seconds) => new Promise((done) => {
  const gaps = []; let last = performance.now(); const end = last + 1000 * seconds;
  const over = document.querySelector('.u-over'); const box = over.getBoundingClientRect();
  const step = (now) => {
    gaps.push(now - last); last = now;
    const x = box.left + (now / 4 % box.width);
    over.dispatchEvent(new MouseEvent('mousemove', { clientX: x, clientY: box.top + 90,
                                                     bubbles: true }));
    now < end ? requestAnimationFrame(step) : done(gaps);
  };
  requestAnimationFrame(step);
})
"""


def _send(served: Served, watch_id: str, lines: list[str]) -> None:
    asked = urllib.request.Request(
        f"{served.url}/api/watches/{watch_id}/lines", "\n".join(lines).encode(),
        {"content-type": "text/plain"}, method="POST",
    )  # fmt: skip
    with urllib.request.urlopen(asked, timeout=60) as answer:
        json.load(answer)


def _lines(at_s: int) -> list[str]:
    return [f"{name} {200 + at_s % 97 + n} +{at_s}" for n, name in enumerate(CHANNELS)]


def watch_frames() -> None:
    each = POINTS // len(CHANNELS)
    with tempfile.TemporaryDirectory() as folder, Served(Path(folder)) as served:
        job_id = served.ask("POST", "/api/jobs", PART)["id"]
        watch_id = served.ask("POST", f"/api/jobs/{job_id}/watches")["line"]["id"]
        _send(served, watch_id, [line for at_s in range(each) for line in _lines(at_s)])
        more = threading.Event()

        def keep_sending() -> None:
            at_s = each
            while not more.is_set():
                _send(served, watch_id, _lines(at_s))
                at_s += 1
                time.sleep(1.0)  # once a second, as thermometers do

        sender = threading.Thread(target=keep_sending)
        sender.start()
        with sync_playwright() as playwright:
            browser = playwright.chromium.launch(executable_path=chromium())
            page = browser.new_page(viewport={"width": 1280, "height": 800})
            page.goto(f"{served.url}/watches/{watch_id}")
            page.locator(".u-over").wait_for()
            page.wait_for_timeout(1500)  # until all points are drawn
            gaps = page.evaluate(FRAMES, SECONDS)
            browser.close()
        more.set()
        sender.join()
    slow = statistics.quantiles(gaps, n=20)[-1]
    print(
        f"frames over {POINTS} points       {len(gaps) / SECONDS:8.1f} a second, gap median "
        f"{statistics.median(gaps):.1f} ms, p95 {slow:.1f}, worst {max(gaps):.0f} (wanted 60)"
    )


if __name__ == "__main__":
    watch_frames()
