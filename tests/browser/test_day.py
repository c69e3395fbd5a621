"""The day on its strip: read in order, moved by keys and by hand, left out and taken in again."""

import re

import pytest
from bench.given_clock import to_hour
from playwright.sync_api import expect

from tests.browser.conftest import DESK, PHONE, lit_as
from tests.browser.servers import Server
from tests.browser.test_practice import sound

SIZES = pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])


@pytest.fixture
def blank_server(tmp_path):
    """An empty bench at eight in the morning, whenever the tests are run."""
    made = Server(tmp_path / "blank", later_s=to_hour(8))
    made.start()
    yield made
    made.kill()


@pytest.fixture
def day(page, blank_server, watched):
    """Open the day of a bench with two sheets, open around the clock, at a size."""

    def opened(size):
        url = blank_server.url
        page.set_viewport_size(size)
        watched(page, blank_server)
        for name in ("Patch", "Flue"):
            body = {"name": name, "alloy": "dc01", "thickness_mm": 1.2, "length_mm": 400}
            made = page.request.post(f"{url}/api/jobs", data=body, headers={"origin": url})
            assert made.status == 201
        hours = {"opens": "00:00", "closes": "24:00", "people": ["Ida", "Per"]}
        assert page.request.patch(f"{url}/api/day", data=hours, headers={"origin": url}).ok
        page.goto(f"{url}/day")
        expect(page.get_by_role("heading", name="Day", exact=True)).to_be_visible()
        return page

    return opened


@SIZES
def test_a_day_is_read_in_order_pinned_by_keys_and_let_go(day, size):
    page = day(size)
    listed = page.get_by_role("region", name="In order")
    expect(listed.get_by_role("listitem").first).to_be_visible()
    sound(page)
    pins = listed.get_by_role("button", name=re.compile("Patch, flame$"))
    pins.press("Enter")
    expect(pins).to_have_text("Pinned")
    # By the arrow keys a block of the strip goes on by five minutes, and stays there.
    block = page.get_by_role("region", name="The strip").get_by_role(
        "button", name=re.compile("Patch, flame, pinned$")
    )
    before = block.first.get_attribute("aria-label")
    block.first.press("ArrowRight")
    expect(block.first).not_to_have_attribute("aria-label", before)
    block.first.press("Delete")
    expect(pins).to_have_text("Pin")


def test_a_plan_is_gone_by_and_let_go(day):
    page = day(DESK)
    page.get_by_role("button", name="Go by this").click()
    against = page.get_by_role("region", name="Against the plan")
    expect(against.get_by_text("On time: done by")).to_be_visible()
    page.get_by_text("Which jobs are for today").click()
    page.get_by_role("button", name="Leave out").first.click()
    expect(against.get_by_text(re.compile("^Ends .* sooner"))).to_be_visible()
    sound(page)
    against.get_by_role("button", name="Let it go").click()
    expect(against).to_be_hidden()


def test_a_job_is_left_out_taken_in_and_a_better_day_is_looked_for(day):
    page = day(DESK)
    page.get_by_text("Which jobs are for today").click()
    page.get_by_role("button", name="Leave out").first.click()
    out = page.get_by_role("region", name="Not today")
    expect(out.get_by_text("Patch: left out")).to_be_visible()
    out.get_by_role("button", name="Take it in").click()
    expect(out.get_by_text("All of it goes today.")).to_be_visible()
    page.get_by_role("button", name="Look for a better one").click()
    expect(page.get_by_text("nothing ends earlier")).to_be_visible(timeout=20_000)
    sound(page)


def test_a_block_is_dragged_and_hours_that_cannot_be_are_refused_in_words(day):
    page = day(DESK)
    strip = page.get_by_role("region", name="The strip")
    block = strip.get_by_role("button", name=re.compile("prepare$")).first
    box = block.bounding_box()
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    page.mouse.down()
    page.mouse.move(box["x"] + box["width"] / 2 + 60, box["y"] + box["height"] / 2, steps=5)
    page.mouse.up()
    expect(strip.get_by_role("button", name=re.compile("prepare, pinned$"))).not_to_have_count(0)
    page.get_by_label("Closes").fill("noon")
    page.get_by_label("Closes").press("Enter")
    expect(page.get_by_text("a time of day such as 07:30").first).to_be_visible()
    expect(page.get_by_role("link", name="Calendar")).to_have_attribute("download", "day.ics")


def test_after_the_flame_the_bench_says_what_comes_next(day, blank_server):
    page = day(DESK)
    jobs = page.request.get(f"{blank_server.url}/api/jobs").json()["tickets"]
    run = page.request.post(
        f"{blank_server.url}/api/jobs/{jobs[0]['id']}/runs", headers={"origin": blank_server.url}
    ).json()
    page.goto(f"{blank_server.url}/runs/{run['line']['id']}/bench")
    page.get_by_role("button", name="Flame out").click()
    shown = page.get_by_text(re.compile("^Next: "))
    # The fire watch is the last card. One press more would be at the log, and the next write it.
    watch = page.get_by_text("Someone watches for fire until the watch is over")
    place = page.get_by_text(re.compile(r" · \d+ of \d+$"))
    for _ in range(12):
        stood = place.inner_text()
        if watch.is_visible():
            break
        page.keyboard.press("PageDown")
        expect(place).not_to_have_text(stood)
    expect(shown).to_have_text(re.compile(r"^Next: Flue, prepare at 0[78]:\d\d, (Ida|Per)\.$"))


@pytest.mark.parametrize("theme", ["Day", "Hood"])
@SIZES
def test_a_day_that_is_over_is_read_by_keys(page, demo_copy, watched, size, theme):
    closed = Server(demo_copy, later_s=to_hour(21.5))
    closed.start()
    try:
        page.set_viewport_size(size)
        watched(page, closed)
        page.goto(f"{closed.url}/day")
        lit_as(page, theme)
        expect(page.get_by_role("heading", name="Day", exact=True)).to_be_visible()
        hours = page.get_by_role("group", name="Hours of the day")
        hours.focus()
        expect(hours).to_be_focused()
        sound(page)
    finally:
        closed.kill()


@SIZES
def test_every_block_says_whose_job_it_is(page, demo_copy, watched, size):
    """By its name, or by the number that stands before the name below; nothing is cut."""
    morning = Server(demo_copy, later_s=to_hour(8))
    morning.start()
    try:
        page.set_viewport_size(size)
        watched(page, morning)
        page.goto(f"{morning.url}/day")
        listed = page.get_by_role("list", name="Jobs by number").get_by_role("listitem")
        expect(listed.first).to_be_visible()
        by_number = dict(text.split(" ", 1) for text in listed.all_inner_texts())
        strip = page.get_by_role("group", name="Hours of the day")
        blocks = strip.locator("button")
        assert blocks.count() > len(by_number)
        for label, shown in blocks.evaluate_all(
            "all => all.map((one) => [one.ariaLabel, one.textContent])"
        ):
            whose = by_number.get(shown, shown)
            assert whose, label
            assert whose in label
        cut = blocks.evaluate_all(
            "all => all.filter((one) => one.scrollWidth > one.clientWidth + 1"
            " || one.scrollHeight > one.clientHeight + 1).map((one) => one.textContent)"
        )
        assert cut == []
    finally:
        morning.kill()
