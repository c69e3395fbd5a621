"""An edge hard-faced in the page: told from nothing, laid layer by layer by touch, looked at."""

import os
import re

import pytest
from playwright.sync_api import expect

from tests.browser.card_walk import wait_for, walk_to
from tests.browser.conftest import DESK, PHONE, TABLET, axe_violations, overflow_px

LAID = re.compile(r"^Layer \d is laid$")
FEATHER = re.compile(r"Feather looked at")


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
def test_an_edge_is_told_from_nothing(page, blank_server, watched, size):
    watched(page, blank_server)
    page.set_viewport_size(size)
    page.goto(blank_server.url)
    page.get_by_role("button", name="+ New").click()
    page.get_by_role("radio", name="Hard-face an edge").click()
    page.get_by_label("What is it?").fill("Scraper blade")
    page.get_by_label("Search the metals").fill("1045")
    page.get_by_role("button", name=re.compile("SAE 1045")).first.click()
    expect(page.get_by_label("Name of the job")).to_have_value("Scraper blade")
    for label, text in (
        ("Length faced", "8 in"), ("Width faced", "25"), ("Part beneath, thick", "1/2 in"),
        ("The part weighs", "4 lb"),
    ):  # fmt: skip
        box = page.get_by_role("textbox", name=label, exact=True)
        box.fill(text)
        box.press("Enter")
        expect(box).not_to_have_value("")
    expect(page.get_by_text("Say what wears it, or choose the alloy laid.")).to_be_visible()
    rubbed = page.get_by_role("region", name="Rubbed by")
    rubbed.get_by_role("button").first.click()
    page.get_by_role("button", name=re.compile("^sharp stone that digs in")).click()
    ranked = page.get_by_role("region", name="Alloys for this wear")
    expect(ranked.get_by_role("button", pressed=True)).to_contain_text("high-chromium iron")
    ranked.get_by_role("button", name=re.compile("^cobalt, harder")).click()
    expect(ranked.get_by_role("button", pressed=True)).to_contain_text("cobalt, harder")
    expect(page.get_by_role("img", name=re.compile("Feather 3 times the cone"))).to_be_visible()
    assert overflow_px(page) <= 0
    assert axe_violations(page) == []


@pytest.mark.parametrize("size", [TABLET, PHONE], ids=["tablet", "phone"])
def test_layers_by_touch_through_a_power_cut(browser, quick_server, watched, size):
    context = browser.new_context(viewport=size, has_touch=True, is_mobile=True)
    page = watched(context.new_page(), quick_server)
    page.set_default_timeout(20_000)
    page.goto(quick_server.url)
    page.get_by_role("link", name=re.compile("Winch pawls")).tap()
    page.get_by_role("button", name="Take it to the bench").tap()
    walk_to(page, FEATHER)
    expect(page.get_by_role("button", name=LAID)).to_be_disabled()
    page.get_by_role("button", name=FEATHER).tap()
    run = page.url.split("/")[-2]
    text = f"{quick_server.url}/api/runs/{run}"
    wait_for(page, lambda: page.request.get(text).json()["bench"]["at"] == "overlay-layers")
    page.get_by_role("button", name="Next", exact=True).tap()
    expect(page.get_by_role("alert")).to_contain_text("0 of 2 layers laid. Press again")
    page.get_by_role("button", name="Layer 1 is laid").tap()
    expect(page.get_by_role("button", name="Layer 2 is laid")).to_be_disabled()
    quick_server.kill()
    quick_server.start()
    page.reload()
    page.get_by_role("button", name=FEATHER).tap()
    assert axe_violations(page) == []
    assert overflow_px(page) <= 0
    if shots := os.environ.get("PELLAK_SHOTS"):
        page.screenshot(path=f"{shots}/layers-{size['width']}.png")
    page.get_by_role("button", name="Layer 2 is laid").tap()
    expect(page.get_by_role("status").filter(has_text="All 2 layers are laid")).to_be_visible()
    walk_to(page, "patchy")
    for choice in ("one even colour", "a few", "fine, on the surface", "all of it holds"):
        page.get_by_role("button", name=re.compile(f"{choice}$")).tap()
    expect(page.get_by_role("status").filter(has_text="Pinholes: a longer feather")).to_be_visible()
    assert axe_violations(page) == []
    assert overflow_px(page) <= 0
    if shots:
        page.screenshot(path=f"{shots}/look-{size['width']}.png")
    run = page.url.split("/")[-2]
    page.goto(f"{quick_server.url}/runs/{run}")
    expect(page.get_by_text("2 of 2 laid")).to_be_visible()
    expect(page.get_by_text(re.compile("pores: a few"))).to_be_visible()
    context.close()
