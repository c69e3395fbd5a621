"""The trainers: a step, frames a second on the page, and from a hand's move to the picture:
`python -m bench.trainer_frames`."""

import statistics
import tempfile
import time
from pathlib import Path

from playwright.sync_api import Browser, Page, sync_playwright

from bench.chromium import chromium
from bench.serving import Served
from pellak.core.practice.flame.flows import FlameTorch, Set
from pellak.core.practice.flame.trainer import FlameState, Hands, step
from pellak.core.practice.puddle.plan_hand import moved, set_out
from pellak.core.practice.puddle.tasks import exercise_for, puddle_tasks
from pellak.core.practice.puddle.trainer import begun
from pellak.core.practice.puddle.trainer import step as puddle_step

STEPS, PUDDLE_STEPS, SECONDS, MOVES = 3000, 900, 6, 40
LIMIT_STEP_MS, LIMIT_FRAMES, LIMIT_PICTURE_MS = 4.0, 30.0, 60.0
# Wraps the socket before the page makes it: frames are counted as they come, and the first whose
# number of that place stands where it was moved to ends a move.
WATCH = """
() => {
  const Real = WebSocket; window.frames_at = []; window.took = []; let from = null, at = 0;
  window.turn = (value) => {
    const valve = document.querySelector('input[aria-label="Acetylene valve"]');
    Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(valve, value);
    at = Number(value); from = performance.now();
    valve.dispatchEvent(new Event('input', { bubbles: true }));
  };
  window.carry = (mm) => {
    const sheet = document.querySelector('canvas'), box = sheet.getBoundingClientRect();
    const scale = Math.min(box.width / 100, box.height / 28);
    at = Number(mm); from = performance.now();
    sheet.dispatchEvent(new PointerEvent('pointermove', { bubbles: true, pointerType: 'mouse',
      clientX: box.left + (box.width - 90 * scale) / 2 + at * scale, clientY: box.top + 20 }));
  };
  window.WebSocket = class extends Real {
    set onmessage(then) {
      super.onmessage = (message) => {
        then(message);
        if (typeof message.data === 'string') return;
        window.frames_at.push(performance.now());
        const view = new DataView(message.data), flame = view.getUint8(2) === 1;
        const now = view.getFloat32(12 + (flame ? 6 * 4 : 0), true);
        if (from !== null && Math.abs(now - at) < (flame ? 0.007 : 0.02)) {
          window.took.push(performance.now() - from); from = null;
        }
      };
    }
  };
}
"""
TRAINERS = {
    "flame": ("/practice/flame/neutral", "No flame.", "turn", (0.2, 0.7)),
    "puddle": ("/practice/puddle/run-steel-12", "The torch is off", "carry", (20.0, 40.0)),
}
"""Page, what it says once it plays, and what is moved between which two places."""


def flame_step_ms() -> float:
    """Return the mean of a step, ms."""
    state = FlameState(FlameTorch(0.89))
    hands = Hands(Set(0.6, 0.6, 0.35, 0.35))
    start = time.perf_counter()
    for _ in range(STEPS):
        state = step(state, hands, 1 / 60)
    return 1000 * (time.perf_counter() - start) / STEPS


def puddle_step_ms(name: str) -> float:
    """Return the mean of a step of a seam that runs, ms."""
    exercise = exercise_for(puddle_tasks()[name])
    state, hand = begun(exercise.work), set_out(exercise)
    start = time.perf_counter()
    for _ in range(PUDDLE_STEPS):
        hand, hands = moved(hand, state, 1 / 60)
        state = puddle_step(state, hands, 1 / 60)
    return 1000 * (time.perf_counter() - start) / PUDDLE_STEPS


def _played(page: Page, url: str, path: str, says: str) -> None:
    page.add_init_script(f"({WATCH})()")
    page.goto(url + path)
    page.get_by_text(says).first.wait_for()


def _measured(browser: Browser, url: str, trainer: str, learners: int) -> str:
    path, says, moves, places = TRAINERS[trainer]
    pages = [browser.new_context().new_page() for _ in range(learners)]
    for page in pages:
        _played(page, url, path, says)
    page = pages[0]
    before = page.evaluate("frames_at.length")
    page.wait_for_timeout(1000 * SECONDS)  # frames are counted meanwhile
    frames = (page.evaluate("frames_at.length") - before) / SECONDS
    for n in range(MOVES):
        page.evaluate(f"(value) => {moves}(value)", f"{places[n % 2]:.2f}")
        page.wait_for_timeout(150)  # each move by itself
    took = page.evaluate("took")
    for page in pages:
        page.context.close()
    return (
        f"{trainer}, {learners} at once: {frames:.1f} frames/s (limit {LIMIT_FRAMES:g}), hand to "
        f"picture {statistics.median(took):.0f} ms, p95 {statistics.quantiles(took, n=20)[-1]:.0f} "
        f"(limit {LIMIT_PICTURE_MS:g}), {len(took)} of {MOVES} moves"
    )


def trainer_frames() -> None:
    """Print what is measured beside its limit."""
    print(f"flame: a step {flame_step_ms():.2f} ms (limit {LIMIT_STEP_MS:g})")
    for name in puddle_tasks():
        print(f"{name}: a step {puddle_step_ms(name):.2f} ms (limit {LIMIT_STEP_MS:g})")
    with (
        tempfile.TemporaryDirectory() as folder,
        Served(Path(folder)) as served,
        sync_playwright() as playwright,
    ):
        browser = playwright.chromium.launch(executable_path=chromium())
        for trainer in TRAINERS:
            for learners in (1, 2):
                print(_measured(browser, served.url, trainer, learners))
        browser.close()


if __name__ == "__main__":
    trainer_frames()
