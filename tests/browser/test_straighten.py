"""A member straightened in the page: typed, taken to the bench, round by round by touch."""

import re

import pytest
from playwright.sync_api import expect

from tests.browser.card_walk import walk_to
from tests.browser.conftest import DESK, PHONE, TABLET, axe_violations, overflow_px

SPOT = re.compile(r"^Spot \d+ of \d+ at")


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
def test_a_member_is_told_from_nothing(page, blank_server, watched, size):
    watched(page, blank_server)
    page.set_viewport_size(size)
    page.goto(blank_server.url)
    page.get_by_role("button", name="+ New").click()
    page.get_by_role("radio", name="Straighten a member").click()
    page.get_by_label("What is it?").fill("Shed rail")
    page.get_by_label("Search the metals").fill("s235")
    page.get_by_role("button", name=re.compile("S235JR")).first.click()
    expect(page.get_by_label("Name of the job")).to_have_value("Shed rail")
    said = page.get_by_label("Section and length, as said")
    said.fill("2x3 of something")
    said.press("Enter")
    expect(page.get_by_role("alert").filter(has_text="2x3 of something")).to_be_visible()
    said.fill("2x3x1/4 tube, 24 ft")
    said.press("Enter")
    expect(page.get_by_role("textbox", name="Wall or web", exact=True)).to_have_value("6.35 mm")
    for label, text in (("Length", "25 ft"), ("Bow at its worst", "60 mm")):
        box = page.get_by_role("textbox", name=label, exact=True)
        box.fill(text)
        box.press("Enter")
        expect(box).not_to_have_value("")
    expect(page.get_by_text("Spots to expect")).to_be_visible()
    expect(page.get_by_role("img", name=re.compile("bowed 60 mm"))).to_be_visible()
    brackets = page.get_by_label("Brackets and welds to keep off")
    brackets.fill("about the middle")
    brackets.press("Enter")
    expect(page.get_by_role("alert").filter(has_text="about the middle")).to_be_visible()
    brackets.fill("3.81 m")
    brackets.press("Enter")
    expect(brackets).to_have_value("3810 mm")
    assert overflow_px(page) <= 0
    assert axe_violations(page) == []


@pytest.mark.parametrize("size", [TABLET, PHONE], ids=["tablet", "phone"])
def test_rounds_by_touch_through_a_power_cut(browser, quick_server, watched, size):
    context = browser.new_context(viewport=size, has_touch=True, is_mobile=True)
    page = watched(context.new_page(), quick_server)
    page.set_default_timeout(20_000)
    page.goto(quick_server.url)
    page.get_by_role("link", name=re.compile("Gangway handrail")).tap()
    page.get_by_role("button", name="Take it to the bench").tap()
    walk_to(page, SPOT)
    page.get_by_role("button", name=SPOT).tap()
    expect(page.get_by_role("button", name=re.compile("^Spot 2 of 3"))).to_be_visible()
    quick_server.kill()
    quick_server.start()
    page.reload()
    page.get_by_role("button", name=re.compile("^Spot 2 of 3")).tap()
    page.get_by_role("button", name=re.compile("^Spot 3 of 3")).tap()
    page.get_by_role("button", name=re.compile("^Last spot red")).tap()
    expect(page.get_by_role("timer")).to_be_visible()
    page.get_by_label("Bow, read along the line").fill("70")
    page.get_by_label("Surface, if measured").fill("90")
    page.get_by_role("button", name="Draw the next round").tap()
    expect(page.get_by_role("status").filter(has_text="Read while hot")).to_be_visible()
    assert axe_violations(page) == []
    page.get_by_label("Bow, read along the line").fill("53 mm")
    page.get_by_role("button", name="Draw the next round").tap()
    expect(page.get_by_text(re.compile("Round 2 · bow now 53 mm"))).to_be_visible()
    expect(page.get_by_role("button", name=re.compile("^Spot 1 of"))).to_be_visible()
    expect(page.get_by_role("list", name="Rounds so far")).to_contain_text("60 mm to 53 mm")
    assert overflow_px(page) <= 0
    run = page.url.split("/")[-2]
    page.goto(f"{quick_server.url}/runs/{run}")
    expect(page.get_by_text("1: 3 spots, bow 60 mm to 53 mm")).to_be_visible()
    context.close()


def test_what_a_weld_will_bow_becomes_a_job_in_one_press(page, server, watched):
    watched(page, server)
    page.goto(server.url)
    page.get_by_role("button", name=re.compile("Tack and run")).click()
    page.get_by_role("button", name="How far will it bow?").click()
    dialog = page.get_by_role("dialog", name="How far will it bow?")
    dialog.get_by_role("radio", name="Box tube").click()
    for label, text in (
        ("Depth, in the plane it bows", "76.2 mm"), ("Width across", "50.8 mm"),
        ("Wall or web", "6.35 mm"), ("Length of the member", "7.62 m"),
        ("Leg of the fillet along it", "5 mm"), ("Weld, height over the bottom", "76 mm"),
    ):  # fmt: skip
        dialog.get_by_label(label).fill(text)
    dialog.get_by_role("button", name="Compare").click()
    dialog.get_by_role("button", name=re.compile("^Make a job to straighten")).click()
    expect(page.get_by_label("Name of the job")).to_have_value("Straighten what the weld pulled")
    expect(page.get_by_role("textbox", name="Wall or web", exact=True)).to_have_value("6.35 mm")
    bow = page.get_by_role("textbox", name="Bow at its worst", exact=True)
    expect(bow).not_to_have_value("")
    expect(page.get_by_text("Say whether it is sound").first).to_be_visible()
