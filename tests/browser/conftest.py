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


EVERY_FIGURE = (
    "if (location.origin !== 'null' && localStorage.getItem('pellak.figures') === null)"
    " localStorage.setItem('pellak.figures', 'all')"
)
"""Stories read figures of every station; what leads at one has stories of its own."""


@pytest.fixture(scope="session")
def browser(browser):
    real = browser.new_context

    def new_context(**more):
        made = real(**more)
        made.add_init_script(EVERY_FIGURE)
        return made

    browser.new_context = new_context
    return browser


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


def from_menu(page, menu: str, act: str) -> None:
    """Do one thing of a menu."""
    page.get_by_role("button", name=menu, exact=True).click()
    page.get_by_role("menuitem", name=act).click()


def lit_as(page, theme: str) -> None:
    """Take a theme: beside the units where there is room, in the menu where there is none."""
    beside = page.get_by_role("radio", name=theme, exact=True)
    if beside.is_visible():
        beside.click()
    elif page.evaluate("document.documentElement.dataset.theme") != theme.lower():
        from_menu(page, "Help and settings", theme)


def gone_to(page, path: str) -> None:
    """Go to another place as a link does, within the loaded page: a third of a fresh load."""
    expect(page.locator("h1")).to_be_visible()
    page.evaluate(
        """(path) => {
            document.querySelector("h1").dataset.left = "";
            history.pushState({}, "", path);
            dispatchEvent(new PopStateEvent("popstate", { state: {} }));
        }""",
        path,
    )
    expect(page.locator("h1:not([data-left])")).to_be_visible()


def axe_violations(page) -> list[str]:
    """Return what axe finds wrong on the page as it stands."""
    if not page.evaluate("'axe' in window"):
        page.evaluate(AXE)
    found = page.evaluate("axe.run(document, {resultTypes: ['violations']})")
    return [f"{v['id']}: {node['html'][:120]}" for v in found["violations"] for node in v["nodes"]]


def overflow_px(page) -> int:
    """Return how far the page runs past its right edge."""
    return page.evaluate(
        "document.documentElement.scrollWidth - document.documentElement.clientWidth"
    )


def at_rest(page) -> None:
    """Wait until nothing on the page moves: no animation, no font on its way, no size, no word."""
    seen = None
    for _ in range(200):
        page.wait_for_timeout(50)  # between two looks
        now = page.evaluate(
            """() => [document.getAnimations().filter((a) => a.playState === "running").length
                + (document.fonts.status === "loading" ? 1 : 0),
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
