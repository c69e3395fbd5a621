"""Two hundred photos of 12 MB on one run: how long each takes in, how large the server grows, and
what a phone waits for: `python -m bench.many_photos`."""

import io
import statistics
import tempfile
import time
import urllib.request
from pathlib import Path

import numpy as np
from PIL import Image
from playwright.sync_api import sync_playwright

from bench.chromium import chromium
from bench.serving import Served

PHOTOS, LEAST_BYTES = 200, 12_000_000
WIDE_PX, HIGH_PX = 4000, 3000
PHONE = {"width": 390, "height": 844}
SLOTS = ("fit-up", "front", "back", "tip", "line")


def photo(seed: int) -> bytes:
    """Return a photo with the grain of a small sensor: about as large as such files are."""
    chance = np.random.default_rng(seed)
    across = np.linspace(60, 200, WIDE_PX)
    grain = chance.normal(0, 42, (HIGH_PX, WIDE_PX, 3))
    picture = np.clip(across[None, :, None] + grain, 0, 255).astype(np.uint8)
    for quality in (92, 96, 98):
        written = io.BytesIO()
        Image.fromarray(picture).save(written, "JPEG", quality=quality)
        if written.tell() >= LEAST_BYTES:
            break
    return written.getvalue()


def many_photos() -> None:
    """Print what is measured."""
    with tempfile.TemporaryDirectory() as folder, Served(Path(folder)) as served:
        job = {"name": "Patch", "thickness_mm": 1.2, "length_mm": 640.0}
        opened = served.ask("POST", "/api/jobs", job)
        run_id = served.ask("POST", f"/api/jobs/{opened['id']}/runs")["line"]["id"]
        taken_s = []
        kinds = [photo(seed) for seed in range(3)]
        for n in range(PHOTOS):
            # What stands behind the end is not kept: drawn anew, one picture in three is the same
            # and kept once, but each is read, drawn and asked for by itself.
            body = kinds[n % len(kinds)] + n.to_bytes(4, "little")
            asked = urllib.request.Request(
                f"{served.url}/api/runs/{run_id}/photos?slot={SLOTS[n % len(SLOTS)]}", body,
                {"content-type": "application/octet-stream"}, method="POST",
            )  # fmt: skip
            start = time.perf_counter()
            urllib.request.urlopen(asked, timeout=120).close()
            taken_s.append(time.perf_counter() - start)
        slow = statistics.quantiles(taken_s, n=20)[-1]
        print(
            f"{PHOTOS} photos of {len(kinds[0]) / 1e6:.1f} MB: each "
            f"{statistics.median(taken_s):.2f} s, p95 {slow:.2f}; "
            f"server {served.memory_mb():.0f} MB"
        )
        with sync_playwright() as playwright:
            browser = playwright.chromium.launch(executable_path=chromium())
            page = browser.new_page(viewport=PHONE)
            bytes_got: list[int] = []
            page.on("response", lambda r: bytes_got.append(int(r.headers.get("content-length", 0))))
            start = time.perf_counter()
            page.goto(f"{served.url}/runs/{run_id}")
            page.get_by_role("img", name="Fit-up, open to measure").first.wait_for()
            page.wait_for_function(
                "[...document.images].some((one) => one.complete && one.naturalWidth > 0)"
            )
            print(
                f"first photo on a phone after {time.perf_counter() - start:.2f} s, "
                f"{sum(bytes_got) / 1e6:.1f} MB, {page.get_by_role('img').count()} pictures"
            )
            browser.close()


if __name__ == "__main__":
    many_photos()
