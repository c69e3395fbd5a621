"""The real built page in the distribution's Chromium, served by the command's own code."""

import re
import time
from pathlib import Path
from urllib.parse import urlsplit

import pytest
from bench.chromium import chromium
from bench.given_clock import page_clock, zone
from playwright.sync_api import expect

from tests.browser.servers import Server, Standing

ROOT = Path(__file__).parents[2]
AXE = (ROOT / "web/node_modules/axe-core/axe.min.js").read_text(encoding="utf-8")
DESK = {"width": 1280, "height": 800}
PHONE = {"width": 390, "height": 844}
TABLET = {"width": 820, "height": 1180}
# A busy machine is slow, not wrong: conditions are waited for. A fixed while stands only where
# the passing of time is itself what the story tells.
expect.set_options(timeout=20_000)


@pytest.fixture(scope="session")
def browser_type_launch_args(browser_type_launch_args):
    return {
        **browser_type_launch_args,
        "executable_path": chromium(),
        "args": [
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync",
            "--no-first-run",
        ],
    }


@pytest.fixture(scope="session")
def browser_context_args(browser_context_args):
    return {**browser_context_args, "timezone_id": zone()}


LOOKS = re.compile(r"/(preview|find|reckon/[a-z-]+|faults|proposed)$")
"""Where a page sends what it only wants looked at."""


@pytest.fixture(scope="session")
def one_context(browser, browser_context_args):
    """One context a worker: the page's scripts are compiled once, not for every story."""
    made = browser.new_context(**browser_context_args)
    # A browser that lives at the moment the server lives at.
    made.add_init_script(page_clock())
    yield made
    made.close()


@pytest.fixture(scope="session")
def forgetting(one_context):
    """A way to have the browser forget what a page at an address kept."""
    blank = one_context.new_page()
    asked = one_context.new_cdp_session(blank)

    def forget(addresses: set[str]) -> None:
        for page in one_context.pages:
            if page is not blank:
                page.close()
        for origin in addresses:
            kept = "cookies,local_storage,indexeddb,cache_storage,service_workers"
            asked.send("Storage.clearDataForOrigin", {"origin": origin, "storageTypes": kept})
        one_context.clear_cookies()
        one_context.clear_permissions()

    return forget


@pytest.fixture
def context(one_context, forgetting, standing):
    """The browser as a new user's: what the story before it kept is forgotten."""
    addresses: set[str] = set()

    def sent(request) -> None:
        whole = urlsplit(request.url)
        addresses.add(f"{whole.scheme}://{whole.netloc}")
        if request.method != "GET" and not LOOKS.search(whole.path):
            standing.writing = True

    one_context.on("request", sent)
    yield one_context
    forgetting(addresses)
    one_context.remove_listener("request", sent)


@pytest.fixture(scope="session")
def standing(demo_folder, tmp_path_factory):
    made = Standing(demo_folder, tmp_path_factory.mktemp("standing"))
    yield made
    made.end()


@pytest.fixture
def server(standing):
    return standing.untouched()


@pytest.fixture
def quick_server(request, demo_copy):
    """The demo on a fast clock, for waits at the bench: sixty times, or as often as asked."""
    faster = getattr(request, "param", 60)
    made = Server(demo_copy, faster=faster)
    made.start()
    yield made
    made.kill()


@pytest.fixture
def shared_server(demo_copy):
    """The demo, shared as on a network: everything with one passcode, looking with another."""
    made = Server(
        demo_copy,
        passcodes={"PELLAK_PASSCODE": "coal-hatch-9", "PELLAK_PASSCODE_LOOK": "rope-locker-1"},
    )
    made.start()
    yield made
    made.kill()


@pytest.fixture
def blank_server(tmp_path):
    made = Server(tmp_path / "blank")
    made.start()
    yield made
    made.kill()


@pytest.fixture
def watched(context):
    """A way to open pages that fails the test on any script error or request off our address."""
    faults: list[str] = []
    # Refused input and a killed server are part of some stories; the page says so itself.
    expected = ("Failed to load resource", "net::ERR_CONNECTION_REFUSED")

    def watch(page, server: Server):
        page.on("pageerror", lambda error: faults.append(f"script: {error}"))
        page.on(
            "console",
            lambda said: (
                faults.append(f"console: {said.text}")
                if said.type in ("error", "warning") and not said.text.startswith(expected)
                else None
            ),
        )
        page.on(
            "request",
            lambda request: (
                faults.append(f"outside: {request.url}")
                if not request.url.startswith((server.url, "data:"))
                else None
            ),
        )
        return page

    yield watch
    assert faults == []


@pytest.fixture
def desk(page, server, watched):
    page.set_viewport_size(DESK)
    watched(page, server)
    page.set_default_timeout(20_000)
    page.goto(server.url)
    # Keys mean something once the page stands, not before.
    expect(page.get_by_label("Name of the job")).to_be_visible()
    return page


def name_whoever(page):
    """Say who holds the torch, where the bench asks and nobody has said yet."""
    asked = page.get_by_role("group", name="Who holds the torch")
    if not page.get_by_text("Who holds the torch?", exact=True).is_visible():
        return
    # The names come a moment after the card.
    expect(asked.get_by_role("button").first).to_be_visible()
    if asked.locator("[aria-pressed=true]").count() == 0:
        asked.get_by_role("button").first.click()
        expect(asked.locator("[aria-pressed=true]")).to_have_count(1)


def tell_since(page):
    """Say what was done to the rig, where the bench asks and nobody has said yet."""
    asked = page.get_by_role("group", name="Since it last burnt")
    if asked.is_visible() and asked.locator("[aria-pressed=true]").count() == 0:
        asked.get_by_role("button", name=re.compile("^Nothing since yesterday")).click()
        expect(asked.locator("[aria-pressed=true]")).to_have_count(1)


def give_permit(page):
    """Type the permit, where the bench asks for one."""
    number = page.get_by_label("Its number")
    if number.is_visible():
        number.fill("114")
        page.get_by_label("Issued by").fill("Dahl")
        page.get_by_role("button", name="It is in force").click()
        expect(page.get_by_text("Permit 114, Dahl")).to_be_visible()


def needles_of(page):
    return page.get_by_role("region", name="The four needles")


def stand_needles(page):
    """Say of each needle that it stands high enough, by a tap each."""
    for tap in needles_of(page).get_by_role("button", name=re.compile("or more$")).all():
        tap.click()


def tap_tight(page):
    """Say of each needle that it did not move, by a tap each, and have it judged."""
    for tap in needles_of(page).get_by_role("button", name="Did not move").all():
        tap.click()
    page.get_by_role("button", name="Judge what moved").click()
    expect(page.get_by_text("No movement seen: both sides hold.")).to_be_visible()


def run_leak_test(page, press):
    """Do the leak test, where its card stands open; `press` starts its clock."""
    if not needles_of(page).is_visible():
        return
    stand_needles(page)
    start = page.get_by_role("button", name=re.compile("^Valves closed: start"))
    if start.is_visible():
        press(start)
        wait_for(page, lambda: clock_is_over(page, "leak"))
        expect(needles_of(page).get_by_role("button", name="Did not move")).to_have_count(4)
        tap_tight(page)


def purge_without_clock(page):
    """Answer the purge, where its card stands open, by a reason in place of its clocks."""
    without = page.get_by_role("button", name="Purged without the clock")
    if without.is_visible():
        without.click()
        page.get_by_label("Why without the clock?").fill("counted, the tablet was charging")
        page.get_by_role("button", name="Both gases were purged").click()
        expect(page.get_by_role("button", name="Next", exact=True)).to_be_visible()


def purge_by_clock(page, start):
    """Purge both gases by their clocks, where the card asks for it; `start` begins one of them."""
    for gas in ("Acetylene", "Oxygen"):
        button = page.get_by_role("button", name=re.compile(f"^{gas}: start"))
        if button.is_visible():
            start(button)
            clock = f"purge-{gas.lower()}"
            wait_for(page, lambda clock=clock: clock_is_over(page, clock))


def walk_to(page, name, most=60):
    """Go on card by card until a button of that name stands there; answer and test on the way."""
    walk_until(page, page.get_by_role("button", name=name), most)


def wait_for(page, true, within_s: float = 60.0) -> None:
    """Wait until the server says so; a busy machine is slow, but not for ever."""
    end = time.monotonic() + within_s
    while not true():
        assert time.monotonic() < end, "the server never said so"
        page.wait_for_timeout(100)  # between two looks


def clock_is_over(page, name) -> bool:
    """Return whether one of the server's clocks has run out; the page's own is slow."""
    origin, _, run = page.url.removesuffix("/bench").rpartition("/runs/")
    answer = page.request.get(f"{origin}/api/runs/{run}").json()["bench"]["clocks"]
    return any(clock["clock"] == name and clock["over"] for clock in answer)


def go_on_from(page, number, press) -> None:
    """Go on from a card, whatever it leaves undone: press, and once more when the bench asks.

    The page answers a moment after the press: either the card has gone, or it asks.
    """
    here = page.get_by_text(re.compile(rf" · {number} of \d+\b")).first
    asks = page.get_by_text("Press again to go on all the same")
    press()
    wait_for(page, lambda: asks.is_visible() or not here.is_visible())
    if asks.is_visible():
        press()


def walk_until(page, there, most=60):
    """Go on card by card until what is wanted stands there; answer and test on the way."""
    # The plan one comes from lists the same words: the first card has to stand before any is read.
    expect(page.get_by_text(re.compile(r" · \d+ of \d+$"))).to_be_visible()
    for _ in range(most):
        if there.is_visible():
            return
        before = page.get_by_text(re.compile(r" of \d+$")).inner_text()
        number = int(re.search(r" · (\d+) of", before).group(1))
        name_whoever(page)
        tell_since(page)
        give_permit(page)
        run_leak_test(page, lambda start: start.click())
        purge_without_clock(page)
        on = page.get_by_role("button", name=re.compile("^(Yes, go on|Next)$"))
        go_on_from(page, number, on.click)
        expect(page.get_by_text(before, exact=True)).to_be_hidden()
    raise AssertionError(f"no card with {there}")


def axe_violations(page) -> list[str]:
    """Return what axe finds wrong on the page as it stands."""
    page.evaluate(AXE)
    found = page.evaluate("axe.run(document, {resultTypes: ['violations']})")
    return [f"{v['id']}: {node['html'][:120]}" for v in found["violations"] for node in v["nodes"]]


def overflow_px(page) -> int:
    """Return how far the page runs past its right edge."""
    return page.evaluate(
        "document.documentElement.scrollWidth - document.documentElement.clientWidth"
    )


def at_rest(page) -> None:
    """Wait until nothing on the page moves: no animation runs, no size and no word changes."""
    seen = None
    for _ in range(200):
        page.wait_for_timeout(50)  # between two looks
        now = page.evaluate(
            """() => [document.getAnimations().filter((a) => a.playState === "running").length,
                document.documentElement.scrollWidth, document.documentElement.scrollHeight,
                document.body.innerText]"""
        )
        if now == seen and now[0] == 0:
            return
        seen = now
    raise AssertionError("the page never came to rest")


def until(page, expression: str, within_s: float = 10.0) -> None:
    """Wait until an expression is true on the page, whose policy forbids it to look itself."""
    end = time.monotonic() + within_s
    while not page.evaluate(expression):
        assert time.monotonic() < end, expression
        page.wait_for_timeout(50)  # between two looks
