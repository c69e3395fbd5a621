"""The flame trainer: a step, frames a second on the page, and from a hand's move to the picture:
`python -m bench.flame_frames`."""

import shutil
import statistics
import tempfile
import time
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from bench.serving import Served
from pellak.core.practice.flame.flows import Set, Torch
from pellak.core.practice.flame.trainer import FlameState, Hands, step

STEPS, SECONDS, MOVES = 3000, 6, 40
LIMIT_STEP_MS, LIMIT_FRAMES, LIMIT_PICTURE_MS = 4.0, 30.0, 60.0
# Wraps the socket before the page makes it: frames are counted as they come, and the first whose
# acetylene valve stands where it was turned to ends a move.
WATCH = """
() => {
  const Real = WebSocket; window.frames_at = []; window.took = []; let from = null, at = 0;
  window.turn = (value) => {
    const valve = document.querySelector('input[aria-label="Acetylene valve"]');
    Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(valve, value);
    at = Number(value); from = performance.now();
    valve.dispatchEvent(new Event('input', { bubbles: true }));
  };
  window.WebSocket = class extends Real {
    set onmessage(then) {
      super.onmessage = (message) => {
        then(message);
        if (typeof message.data === 'string') return;
        window.frames_at.push(performance.now());
        const open = new DataView(message.data).getFloat32(12 + 6 * 4, true);
        if (from !== null && Math.abs(open - at) < 0.007) {
          window.took.push(performance.now() - from); from = null;
        }
      };
    }
  };
}
"""


def step_ms() -> float:
    """Return the mean of a step, ms."""
    state = FlameState(Torch(0.89))
    hands = Hands(Set(0.6, 0.6, 0.35, 0.35))
    start = time.perf_counter()
    for _ in range(STEPS):
        state = step(state, hands, 1 / 60)
    return 1000 * (time.perf_counter() - start) / STEPS


def _played(page: Page, url: str) -> None:
    page.add_init_script(f"({WATCH})()")
    page.goto(f"{url}/practice/flame/neutral")
    page.get_by_text("No flame.").wait_for()


def flame_frames() -> None:
    """Print what is measured beside its limit."""
    print(f"step {step_ms():.2f} ms (limit {LIMIT_STEP_MS:g})")
    with (
        tempfile.TemporaryDirectory() as folder,
        Served(Path(folder)) as served,
        sync_playwright() as playwright,
    ):
        browser = playwright.chromium.launch(executable_path=shutil.which("chromium"))
        for learners in (1, 2):
            pages = [browser.new_context().new_page() for _ in range(learners)]
            for page in pages:
                _played(page, served.url)
            page = pages[0]
            before = page.evaluate("frames_at.length")
            page.wait_for_timeout(1000 * SECONDS)  # frames are counted meanwhile
            frames = (page.evaluate("frames_at.length") - before) / SECONDS
            for n in range(MOVES):
                page.evaluate("(value) => turn(value)", f"{0.2 + 0.5 * (n % 2):.2f}")
                page.wait_for_timeout(150)  # each move by itself
            took = page.evaluate("took")
            tenth = statistics.quantiles(took, n=20)[-1]
            print(
                f"{learners} at once: {frames:.1f} frames/s (limit {LIMIT_FRAMES:g}), hand to "
                f"picture {statistics.median(took):.0f} ms, p95 {tenth:.0f} "
                f"(limit {LIMIT_PICTURE_MS:g}), {len(took)} of {MOVES} moves"
            )
            for page in pages:
                page.context.close()
        browser.close()


if __name__ == "__main__":
    flame_frames()
