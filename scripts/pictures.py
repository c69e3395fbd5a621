"""Take every picture of the docs anew from the demo's records: `make pictures [ONLY=hand]`."""

import os
import re
import shutil
import subprocess
import sys
import tempfile
import urllib.request
from collections.abc import Callable
from pathlib import Path
from typing import Any

from bench.chromium import chromium
from bench.forked import command, forked
from bench.given_clock import behind_s, page_clock
from bench.serving import Served
from playwright.sync_api import Browser, Page, expect, sync_playwright

INTO = Path(__file__).parents[1] / "docs" / "screenshots"
DESK, TABLET, PHONE = (1280, 800), (820, 1180), (390, 844)
CARD, CARD_DPI = "job-card", 79
MOST_CARDS = 60
MOST_LOOKS = 1200
SLID_PX = 160
"""How far the knob of the tacks is slid: a little less than half."""
Take = Callable[[Page, Served], None]


def job(served: Served, name: str) -> dict[str, Any]:
    """Return the ticket of a job of the demo."""
    return next(t for t in served.ask("GET", "/api/jobs")["tickets"] if t["name"].startswith(name))


def at_job(name: str, station: str = "") -> Take:
    """Return how a job is opened at a station."""

    def take(page: Page, served: Served) -> None:
        page.goto(f"{served.url}/jobs/{job(served, name)['id']}?at={station}")
        expect(page.get_by_label("Name of the job")).to_have_value(re.compile(name))

    return take


def at(path: str) -> Take:
    """Return how a place is opened."""

    def take(page: Page, served: Served) -> None:
        page.goto(served.url + path)
        expect(page.get_by_role("heading", level=1)).to_be_visible()

    return take


def slid(page: Page, name: str, value: float) -> None:
    """Slide something as a hand would, past React's own copy of its value."""
    page.get_by_label(name, exact=True).evaluate(
        "(one, value) => { Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')"
        ".set.call(one, value); one.dispatchEvent(new Event('input', { bubbles: true })); }",
        str(value),
    )


def hood(page: Page, served: Served) -> None:
    """The bench by the dark theme."""
    at("/")(page, served)
    page.get_by_role("radio", name="Hood").click()


def tacks(page: Page, served: Served) -> None:
    """Tacks played half through."""
    at_job("Ramp kick plate", "tack-and-run")(page, served)
    knob = page.get_by_role("slider").first
    knob.focus()
    page.wait_for_timeout(1500)  # until the frames to slide through are there
    box = knob.bounding_box()
    assert box
    page.mouse.click(box["x"] + SLID_PX, box["y"] + box["height"] / 2)


def settings(page: Page, served: Served) -> None:
    """A backup just made by hand."""
    served.ask("POST", "/api/shop/backups")
    at("/settings")(page, served)


def metals(page: Page, served: Served) -> None:
    """Two heats of the shop's own beside each other."""
    own = [m["id"] for m in served.ask("GET", "/api/metals") if m["own"]][:2]
    at("/metals?" + "&".join(f"m={one}" for one in own))(page, served)


def at_leak_test(page: Page, served: Served) -> None:
    """A run at the bench, as far as the leak test."""
    at_job("Funnel casing patch")(page, served)
    page.get_by_role("button", name="Take it to the bench").click()
    page.get_by_role("button", name="Tove", exact=True).click()
    expect(page.get_by_role("button", name="✓ Tove")).to_be_visible()
    page.get_by_role("button", name="Next", exact=True).click()
    page.get_by_role("button", name=re.compile("^Nothing since yesterday")).click()
    expect(page.get_by_role("button", name=re.compile("^✓ Nothing"))).to_be_visible()
    page.get_by_role("button", name="Next", exact=True).click()
    needles = page.get_by_role("region", name="The four needles")
    for _ in range(MOST_CARDS):
        if needles.is_visible():
            for needle in needles.get_by_role("button", name=re.compile("or more$")).all():
                needle.click()
            return
        count = page.get_by_text(re.compile(r"· \d+ of \d+")).inner_text()
        stop = page.get_by_role("button", name=re.compile("^Yes"))
        page.keyboard.press("y" if stop.is_visible() else "PageDown")
        expect(page.get_by_text(count)).to_have_count(0)
    raise RuntimeError("no card of the leak test")


def watch(page: Page, served: Served) -> None:
    """A casting warmed in its box, one thermometer dead, ready to be welded."""
    opened = served.ask("GET", f"/api/jobs/{job(served, 'Bilge-pump body')['id']}")
    body = {"version": opened["version"], "changes": {"lagging": "brick-box"}}
    served.ask("PATCH", f"/api/jobs/{opened['id']}", body)
    started = served.ask("POST", f"/api/jobs/{opened['id']}/watches")["line"]["id"]
    set_so = {"seed": 3, "speed": 200, "dawdles": 1.1, "ill": "dies", "every_s": 20}
    served.ask("PUT", f"/api/watches/{started}/simulation", {"simulation": set_so})
    # Held as soon as it is ready: at this pace a page would miss it.
    for _ in range(MOST_LOOKS):
        if served.ask("GET", f"/api/watches/{started}")["verdict"]["say"] == "weld-now":
            break
        page.wait_for_timeout(100)  # until the next readings are in
    served.ask("PUT", f"/api/watches/{started}/simulation", {"simulation": None})
    page.goto(f"{served.url}/watches/{started}")
    expect(page.get_by_text("Weld now", exact=True)).to_be_visible()
    page.wait_for_timeout(1500)  # until the last of it is drawn


def practice(page: Page, served: Served) -> None:
    """A flame on its way to twice the cone."""
    page.goto(f"{served.url}/practice/flame/two-x?who=Tove")
    expect(page.get_by_text("No flame.")).to_be_visible()
    for name, value in (("Acetylene pressure", 0.36), ("Oxygen pressure", 0.36),
                        ("Acetylene valve", 0.6)):  # fmt: skip
        slid(page, name, value)
    page.wait_for_timeout(1500)  # gas comes a hose's length later
    page.get_by_role("button", name="Strike a spark").click()
    for value in (0.3, 0.4, 0.5, 0.54, 0.56):
        page.wait_for_timeout(700)  # oxygen comes slowly, or blows it out
        slid(page, "Oxygen valve", value)
    page.wait_for_timeout(2000)  # until it stands


def puddle(page: Page, served: Served) -> None:
    """A pool carried a third of its way."""
    page.goto(f"{served.url}/practice/puddle/run-steel-16?who=Tove")
    expect(page.get_by_text("Brush the tacks before you begin")).to_be_visible()
    page.get_by_role("button", name="Brush the tacks").click()
    box = page.get_by_role("img", name=re.compile("torch is off|Two sheets")).bounding_box()
    if box is None:
        raise RuntimeError("no sheet")
    per_mm = box["width"] / 100

    def over(x_mm: float) -> None:
        page.mouse.move(box["x"] + (5 + x_mm) * per_mm, box["y"] + box["height"] / 2)

    over(4.0)
    page.mouse.down()
    page.mouse.up()
    page.wait_for_timeout(7500)  # until it runs
    for step in range(160):
        over(4.0 + 0.2 * step)
        page.wait_for_timeout(100)  # at the plan's travel


PICTURES: dict[str, tuple[tuple[int, int], Take]] = {
    "watch": (DESK, watch),
    "bench-day": (DESK, at_job("Funnel casing patch", "torch")),
    "bench-hood": (DESK, hood),
    "tacks": (DESK, tacks),
    "straighten": (DESK, at_job("Gangway handrail", "piece")),
    "hard-face": (DESK, at_job("Winch pawls", "piece")),
    "heat-part": (DESK, at_job("Stern-gland nut", "warm")),
    "casting-preheat": (DESK, at_job("Bilge-pump body", "preheat")),
    "metals": (DESK, metals),
    "rack": (DESK, at("/rack")),
    "settings": (DESK, settings),
    "run-book": (DESK, at("/runs")),
    "hand": (DESK, at("/runs/hand")),
    "day": (DESK, at("/day")),
    "practice": (DESK, practice),
    "puddle": (DESK, puddle),
    "phone": (PHONE, at_job("Funnel casing patch")),
    "bench-mode": (TABLET, at_leak_test),
}


def taken(browser: Browser, demo: Path, name: str) -> None:
    """Take one picture from records of its own."""
    size, take = PICTURES[name]
    with tempfile.TemporaryDirectory() as folder:
        shop = Path(shutil.copytree(demo, Path(folder) / "shop"))
        with Served(shop, later_s=0.0) as served:
            page = browser.new_page(viewport={"width": size[0], "height": size[1]})
            page.add_init_script(page_clock())
            take(page, served)
            page.wait_for_timeout(1200)  # until nothing moves any more
            page.screenshot(path=INTO / f"{name}.png")
            page.close()


def card(demo: Path) -> None:
    """Take the first job's card as it lies on paper."""
    with tempfile.TemporaryDirectory() as folder:
        shop = Path(shutil.copytree(demo, Path(folder) / "shop"))
        with Served(shop, later_s=0.0) as served:
            job_id = job(served, "Funnel casing patch")["id"]
            with urllib.request.urlopen(f"{served.url}/api/jobs/{job_id}/card.pdf") as answer:
                paper = Path(folder) / "card.pdf"
                paper.write_bytes(answer.read())
        drawn = ["pdftoppm", "-singlefile", "-r", str(CARD_DPI), "-png", paper, INTO / CARD]
        subprocess.run(drawn, check=True)


def main(only: list[str]) -> None:
    """Take the pictures named, or all, as they stand early in a working day."""
    os.environ.setdefault("PELLAK_TESTS_AT", "2026-11-25T08:00")
    behind_s()
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as playwright:
        forked(command, ["demo", "--data", folder], {}, 0.0).join()
        browser = playwright.chromium.launch(executable_path=chromium())
        for name in only or (*PICTURES, CARD):
            if name == CARD:
                card(Path(folder))
            else:
                taken(browser, Path(folder), name)
            print(name, flush=True)
        browser.close()


if __name__ == "__main__":
    main(sys.argv[1:])
