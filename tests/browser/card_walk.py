"""Going from card to card at the bench, answering and testing on the way."""

import re
import time

from playwright.sync_api import expect


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
