"""The whole bench by pedal alone and by touch alone, with the power cut on the way."""

import re

import pytest
from playwright.sync_api import expect

from tests.browser.card_walk import (
    clock_is_over,
    go_on_from,
    name_whoever,
    needles_of,
    purge_by_clock,
    run_leak_test,
    stand_needles,
    tell_since,
    wait_for,
    walk_to,
    walk_until,
)
from tests.browser.conftest import DESK, PHONE, TABLET, axe_violations, overflow_px

CARDS = 31


def place_of(page):
    return page.get_by_text(re.compile(rf" · \d+ of {CARDS}$"))


def to_the_bench(page, server, size=DESK):
    page.set_viewport_size(size)
    page.set_default_timeout(20_000)
    page.goto(server.url)
    page.get_by_role("button", name="Take it to the bench").click()
    expect(page.get_by_text(f"1 of {CARDS}")).to_be_visible()


def card_number(page):
    return int(re.search(r"(\d+) of", place_of(page).inner_text()).group(1))


def wait_until_kept(page, number):
    """Wait until the server stands where the page does: what is pressed is kept in turn."""
    origin, _, run = page.url.removesuffix("/bench").rpartition("/runs/")

    def kept():
        answer = page.request.get(f"{origin}/api/runs/{run}").json()["bench"]
        return answer["at"] == answer["cards"][number - 1]["step"]["id"]

    wait_for(page, kept)


def pedal_on(page, server, watch_card):
    """Go on by pedal, answering stops by hand; cut the power once at each card named."""
    number = card_number(page)
    name_whoever(page)
    tell_since(page)
    run_leak_test(page, lambda _start: page.keyboard.press("T"))
    purge_by_clock(page, lambda _button: page.keyboard.press("t"))
    if page.get_by_role("button", name=re.compile("^(Heating|Flame away): start")).is_visible():
        page.keyboard.press("t")
    if number in watch_card:
        wait_until_kept(page, number)
        server.kill()
        server.start()
        page.reload()
        expect(page.get_by_text(f"{number} of {CARDS}")).to_be_visible()
    pedal = "PageDown" if number % 2 else "Space"
    if page.get_by_role("button", name="Yes, go on").is_visible():
        # The pedal turns pages and answers nothing, however often and long it is pressed.
        for _ in range(2):
            page.keyboard.press(pedal)
        expect(page.get_by_role("alert")).to_contain_text("press Yes or No")
        assert card_number(page) == number
        page.keyboard.press("y")
    else:
        go_on_from(page, number, lambda: page.keyboard.press(pedal))


PRESSED = """
for (const [event, own] of [['keydown', () => true], ['click', (at) => at.detail > 0]])
    addEventListener(event, (at) => {
        if (own(at)) sessionStorage[event] = 1 + Number(sessionStorage[event] ?? 0);
    }, true);
"""
"""Counts keys, and clicks that no key made, through every reload."""
MOST_KEYS, MOST_CLICKS = 40, 12
TRIED_IN_VAIN = 2
"""Pedals pressed at a card that wants yes or no, to see that they answer nothing."""


def test_the_whole_bench_by_pedal_alone(page, quick_server, watched):
    page.add_init_script(PRESSED)
    watched(page, quick_server)
    to_the_bench(page, quick_server, TABLET)
    seen = []
    in_vain = 0
    for number in range(1, CARDS + 1):
        expect(page.get_by_text(f"{number} of {CARDS}")).to_be_visible()
        assert overflow_px(page) <= 0
        if page.get_by_role("button", name="Yes, go on").is_visible():
            in_vain += TRIED_IN_VAIN
        seen.append(page.locator("main p.font-narrow").first.inner_text())
        if page.get_by_role("button", name=re.compile("^Flame on: start")).is_visible():
            page.keyboard.press("t")
            page.wait_for_timeout(700)  # the puddle forms
            page.keyboard.press("t")
            expect(page.get_by_role("status").filter(has_text="first puddle")).to_be_visible()
        pedal_on(page, quick_server, watch_card=(6, 15, 26))
    expect(page.get_by_text("What did you see?")).to_be_visible()
    page.keyboard.press("PageDown")
    expect(page.get_by_text("The plan it was done under")).to_be_visible()
    keys, clicks = (int(page.evaluate(f"sessionStorage.{event}")) for event in ("keydown", "click"))
    assert CARDS <= keys - in_vain <= MOST_KEYS
    assert clicks <= MOST_CLICKS
    assert len(set(seen)) == CARDS
    page.get_by_text("Answered before lighting").click()
    answered = page.get_by_role("listitem").filter(has_text=re.compile("Tove|Brit|Ansel"))
    expect(answered).to_have_count(9)
    # The fire watch goes on, on every page, though the run is in the book.
    expect(page.get_by_role("complementary", name=re.compile("^Fire watch"))).to_be_visible()


@pytest.mark.parametrize("size", [TABLET, PHONE], ids=["tablet", "phone"])
def test_the_whole_bench_by_touch_alone(browser, quick_server, watched, size):
    context = browser.new_context(viewport=size, has_touch=True, is_mobile=True)
    page = watched(context.new_page(), quick_server)
    page.set_default_timeout(20_000)
    page.goto(quick_server.url)
    if size == PHONE:
        page.get_by_role("link", name=re.compile("Funnel casing patch")).tap()
    page.get_by_role("button", name="Take it to the bench").tap()
    page.get_by_role("button", name="Tove", exact=True).tap()
    expect(page.get_by_role("button", name="✓ Tove")).to_be_visible()
    page.get_by_role("button", name="Left", exact=True).tap()
    for number in range(1, CARDS + 1):
        expect(page.get_by_text(f"{number} of {CARDS}")).to_be_visible()
        for button in page.get_by_role("button").all():
            box = button.bounding_box()
            if box:
                assert min(box["height"], box["width"]) >= 72, button.inner_text()
        if number == 19:
            expect(page.get_by_text("Torch in the left hand")).to_be_visible()
        tell_since(page)
        run_leak_test(page, lambda start: start.tap())
        seam = page.get_by_role("button", name=re.compile("^Seam: start"))
        if seam.is_visible():
            seam.tap()
        purge_by_clock(page, lambda button: button.tap())
        if number in (9, 18, 25):
            wait_until_kept(page, number)
            quick_server.kill()
            quick_server.start()
            page.reload()
            expect(page.get_by_text(f"{number} of {CARDS}")).to_be_visible()
        on = page.get_by_role("button", name=re.compile("^(Next|Yes, go on|Look and log)$"))
        go_on_from(page, number, on.tap)
    page.get_by_role("button", name="Write it in the run book").tap()
    expect(page.get_by_text("The plan it was done under")).to_be_visible()
    page.get_by_text("Answered before lighting").tap()
    expect(page.get_by_text(re.compile(r"^Tove, |, Tove")).first).to_be_visible()
    context.close()


def test_no_way_to_the_light_past_an_open_stop(page, quick_server, watched):
    watched(page, quick_server)
    to_the_bench(page, quick_server)
    walk_until(page, needles_of(page))
    here = card_number(page)
    page.keyboard.press("y")
    expect(page.get_by_role("alert")).to_contain_text("the four needles of a test")
    assert card_number(page) == here
    page.keyboard.press("n")
    expect(page.get_by_text("Answered no, or not sure: do not light.")).to_be_visible()
    assert card_number(page) == here
    run = page.url.split("/")[-2]
    answer = page.request.get(f"{quick_server.url}/api/runs/{run}").json()
    refused = page.request.post(
        f"{quick_server.url}/api/runs/{run}/stand",
        data={"version": answer["version"], "step": "light"},
    )
    assert refused.status == 422
    assert "leak" in refused.json()["detail"]


def test_a_key_held_down_answers_one_stop_and_turns_one_card(page, quick_server, watched):
    watched(page, quick_server)
    to_the_bench(page, quick_server)
    name_whoever(page)
    yes = page.get_by_role("button", name="Yes, go on")
    walk_until(page, yes)
    here = card_number(page)
    yes.focus()
    for _ in range(12):
        page.keyboard.down("Enter")
    page.keyboard.up("Enter")
    expect(page.get_by_text(f"{here + 1} of ")).to_be_visible()
    expect(yes).not_to_be_focused()
    wait_until_kept(page, here + 1)
    assert card_number(page) == here + 1


def test_a_leak_found_by_the_gauges_holds_the_start(page, quick_server, watched):
    watched(page, quick_server)
    to_the_bench(page, quick_server)
    walk_until(page, needles_of(page))
    start = page.get_by_role("button", name=re.compile("^Valves closed: start"))
    expect(start).to_be_hidden()
    stand_needles(page)
    start.click()
    high = needles_of(page).get_by_role("button", name=re.compile("or more$")).first
    expect(high).to_be_disabled()
    wait_for(page, lambda: clock_is_over(page, "leak"))
    judge = page.get_by_role("button", name="Judge what moved")
    for needle in ("Acetylene contents", "Acetylene outlet", "Oxygen contents", "Oxygen outlet"):
        expect(judge).to_be_disabled()
        told = page.get_by_role("group", name=needle)
        told.get_by_role("button", name="Moved" if "Oxygen o" in needle else "Did not").click()
    told.get_by_label(re.compile("^From")).fill("2.5")
    told.get_by_label(re.compile("^To")).fill("2.3")
    page.reload()
    judge.click()
    verdict = page.get_by_role("status").filter(has_text="It leaks")
    expect(verdict).to_contain_text("Oxygen outlet fell 0.2 bar: at the outlet joint")
    assert axe_violations(page) == []
    page.keyboard.press("y")
    expect(page.get_by_role("alert")).to_contain_text("found a leak")
    page.get_by_role("button", name="Mended: test again from the start").click()
    # The needles of the test that failed are told anew, not taken over.
    expect(needles_of(page).get_by_role("button", name=re.compile("or more$"))).to_have_count(4)
    expect(needles_of(page).locator("[aria-pressed=true]")).to_have_count(0)
    run_leak_test(page, lambda clock: clock.click())
    expect(verdict).to_be_hidden()
    page.keyboard.press("y")
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    expect(page.get_by_text(re.compile("Open the cylinders again"))).to_be_visible()


def test_a_cylinder_that_lay_down_waits_its_time(page, quick_server, watched):
    watched(page, quick_server)
    to_the_bench(page, quick_server)
    walk_to(page, "It lay down: start its clock")
    page.get_by_role("button", name="It lay down: start its clock").click()
    page.get_by_label("It lay for about").fill("soon")
    page.get_by_role("button", name="Start its clock").click()
    expect(page.get_by_text("Read “soon”")).to_be_visible()
    page.get_by_label("It lay for about").fill("3")
    page.get_by_label(re.compile("stood up")).fill("20 min")
    page.get_by_role("button", name="Start its clock").click()
    expect(page.get_by_role("timer")).to_contain_text(re.compile(r"2:3\d:"))
    page.keyboard.press("y")
    expect(page.get_by_role("alert")).to_contain_text("to have stood")
    page.get_by_role("button", name=re.compile("never lay down")).click()
    expect(page.get_by_role("timer")).to_be_hidden()
    page.keyboard.press("y")
    expect(page.get_by_text(re.compile("Hoses whole"))).to_be_visible()


def test_a_stopwatch_runs_on_through_a_power_cut(page, server, watched):
    watched(page, server)
    to_the_bench(page, server)
    page.keyboard.press("!")
    drill = page.get_by_role("alertdialog", name="Backfire or flash-back")
    expect(drill).to_contain_text("Oxygen shut at the torch")
    assert axe_violations(page) == []
    page.keyboard.press("Escape")
    expect(drill).to_be_hidden()
    page.get_by_role("button", name="Flame out").click()
    expect(page.get_by_text("acetylene torch valve first")).to_be_visible()
    page.keyboard.press("Space")
    expect(page.get_by_text("Close both cylinder valves")).to_be_visible()
    page.wait_for_timeout(600)  # some of the watch passes
    run = page.url.split("/")[-2]
    page.goto(server.url)
    watch = page.get_by_role("complementary", name=re.compile("^Fire watch"))
    expect(watch).to_contain_text(re.compile("(60:00|59:5)"))
    server.kill()
    server.start()
    page.wait_for_timeout(2000)  # seconds pass: a watch begun anew would show 60:00
    page.reload()
    # However long a busy machine took to come back, the watch went on from where it was.
    expect(watch).to_contain_text(re.compile(r"5[5-9]:\d\d to go"))
    expect(page.get_by_label("Name of the job")).to_be_visible()
    assert axe_violations(page) == []
    answer = page.request.get(f"{server.url}/api/runs/{run}").json()
    assert answer["bench"]["clocks"][0]["clock"] == "fire-watch"
    assert 3300 < answer["bench"]["clocks"][0]["left_s"] < 3599


@pytest.mark.parametrize("quick_server", [1200], indirect=True)
def test_a_fire_watch_ends_by_looking_only(page, quick_server, watched):
    watched(page, quick_server)
    to_the_bench(page, quick_server)
    name_whoever(page)
    page.get_by_role("button", name="Flame out").click()
    page.keyboard.press("Space")
    page.wait_for_timeout(800)  # sixteen minutes of the watch: too early
    run = page.url.split("/")[-2]
    url = f"{quick_server.url}/api/runs/{run}"
    version = page.request.get(url).json()["version"]
    early = page.request.post(f"{url}/confirm", data={"version": version, "step": "fire-watch"})
    assert early.status == 422
    page.wait_for_timeout(3200)  # the watch's hour, twelve hundred times as fast
    page.goto(quick_server.url)
    watch = page.get_by_role("complementary", name=re.compile("^Fire watch"))
    expect(watch).to_contain_text("looks behind and below")
    page.get_by_role("button", name="Looked: all cold").click()
    expect(watch).to_be_hidden()
    kept = page.request.get(url).json()["log"]["confirmations"]
    assert [(one["step"], bool(one["who"])) for one in kept] == [("fire-watch", True)]
