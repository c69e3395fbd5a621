"""Keystroke to figures on the screen, measured in the browser itself: `make bench` prints it."""

import statistics
import tempfile
from pathlib import Path

from playwright.sync_api import sync_playwright

from bench.chromium import chromium
from bench.serving import Served

STROKES = 40
BETWEEN_MS = 120.0
"""A quick hand: eight keys a second."""
BOX, FIGURES = "Thickness", "Figures"
TYPED = """
([label, figures, text]) => new Promise((done) => {
  const box = [...document.querySelectorAll('input')].find((one) => one.ariaLabel === label);
  const shown = document.querySelector(`aside[aria-label="${figures}"]`);
  if (document.activeElement !== box) box.focus();
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
  const before = shown.textContent;
  const began = performance.now();
  new MutationObserver((_, seen) => {
    if (shown.textContent === before) return;
    seen.disconnect();
    requestAnimationFrame(() => done(performance.now() - began));
  }).observe(shown, { subtree: true, childList: true, characterData: true });
  set.call(box, text);
  box.dispatchEvent(new Event('input', { bubbles: true }));
})
"""


def keystroke_to_figures() -> None:
    job = {"name": "Bench", "thickness_mm": 1.2, "length_mm": 640.0}
    with tempfile.TemporaryDirectory() as folder, Served(Path(folder)) as served:
        job_id = served.ask("POST", "/api/jobs", job)["id"]
        with sync_playwright() as playwright:
            browser = playwright.chromium.launch(executable_path=chromium())
            page = browser.new_page(viewport={"width": 1280, "height": 800})
            page.goto(f"{served.url}/jobs/{job_id}?at=piece")
            page.get_by_role("complementary", name=FIGURES).wait_for()
            taken = []
            for stroke in range(STROKES):
                text = f"{1.3 + 0.1 * stroke:.2f}"
                taken.append(page.evaluate(TYPED, [BOX, FIGURES, text]))
                page.wait_for_timeout(BETWEEN_MS)  # as between two keys of a quick hand
            browser.close()
    middle, slow = statistics.median(taken), statistics.quantiles(taken, n=20)[-1]
    print(
        f"keystroke to figures on screen    {middle:8.0f} ms median, p95 {slow:.0f} ms (limit 150)"
    )


if __name__ == "__main__":
    keystroke_to_figures()
