"""Tack and run: the order played, taken along, made at the bench; rival plans by their bow."""

import re

import pytest
from playwright.sync_api import expect

from tests.browser.card_walk import walk_to
from tests.browser.conftest import DESK, PHONE, at_rest, axe_violations, overflow_px


def board(page, server, name, size=DESK):
    page.set_viewport_size(size)
    page.set_default_timeout(20_000)
    page.goto(server.url)
    page.get_by_role("link", name=re.compile(name)).click()
    expect(page.get_by_label("Name of the job")).to_have_value(name)
    page.goto(f"{page.url.split('?')[0]}?at=tack-and-run")
    return page.get_by_role("region", name="Edges and tacks")


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
@pytest.mark.parametrize(
    "name", ["Funnel casing patch", "Survey-mast node", "Bilge-pump body", "Mooring-rail pipe"]
)
def test_the_board_stands_whole(page, server, watched, name, size):
    watched(page, server)
    shown = board(page, server, name, size)
    expect(shown).to_be_visible()
    at_rest(page)
    assert overflow_px(page) <= 0
    assert axe_violations(page) == []


def test_the_order_is_played_and_scrubbed(page, server, watched):
    watched(page, server)
    shown = board(page, server, "Funnel casing patch")
    expect(
        shown.get_by_role("img", name=re.compile("^Tacks in order: 1 at 0 mm, 2 at 58"))
    ).to_be_visible()
    play = shown.get_by_role("button", name="Play")
    expect(play).to_be_enabled()
    play.click()
    expect(shown.get_by_text(re.compile(r"tack \d+ of 23"))).to_be_visible()
    shown.get_by_role("button", name="Hold").click()
    slider = shown.get_by_role("slider")
    slider.focus()
    page.keyboard.press("End")
    expect(shown.get_by_text("tack 23 of 23")).to_be_visible()
    page.keyboard.press("Home")
    expect(shown.get_by_text("tack 1 of 23")).to_be_visible()
    painted = shown.locator("canvas").evaluate(
        "one => new Set(one.getContext('2d').getImageData(0, 0, one.width, one.height).data).size"
    )
    assert painted > 3


def test_a_school_changes_the_order_and_a_corner_is_held(page, server, watched):
    watched(page, server)
    shown = board(page, server, "Funnel casing patch")
    page.get_by_role("region", name="Tacks", exact=True).get_by_role(
        "button", name=re.compile("schools")
    ).click()
    dialog = page.get_by_role("dialog")
    halving = dialog.get_by_role("listitem").filter(has_text="ends, middle, quarters")
    halving.get_by_role("button", name="For this job").click()
    expect(halving).to_contain_text("this job’s choice")
    page.keyboard.press("Escape")
    expect(page.get_by_role("region", name="Tacks", exact=True)).to_contain_text("halving")
    turns = shown.get_by_label("Turns at, along the seam")
    turns.fill("soon")
    turns.press("Enter")
    expect(shown.get_by_role("alert")).to_contain_text("Read “soon”")
    turns.fill("200; 440")
    turns.press("Enter")
    expect(shown.get_by_role("img", name=re.compile("at 200 mm"))).to_be_visible()
    expect(shown.get_by_text("As it lies, seen from above")).to_be_visible()


def test_the_template_and_table_are_taken_along(page, server, watched):
    watched(page, server)
    shown = board(page, server, "Ramp kick plate")
    for name in ("Template 1:1, A4", "Template 1:1, Letter", "SVG", "CSV"):
        href = shown.get_by_role("link", name=name, exact=True).get_attribute("href")
        assert page.request.get(f"{server.url}{href}").ok


def test_rival_plans_are_compared_before_the_flame(page, server, watched):
    watched(page, server)
    shown = board(page, server, "Ramp kick plate")
    shown.get_by_role("button", name="How far will it bow?").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_role("radio", name="Tee").click()
    for label, text in (
        ("Depth, in the plane it bows", "80"), ("Width across", "60"), ("Wall or web", "6"),
        ("Length of the member", "1.5 m"), ("Leg of the fillet along it", "5"),
        ("Weld, height over the bottom", "thick"),
    ):  # fmt: skip
        dialog.get_by_label(label).fill(text)
    dialog.get_by_role("button", name="Compare").click()
    expect(dialog.get_by_role("alert")).to_contain_text("Read “thick”")
    dialog.get_by_label("Weld, height over the bottom").fill("74 mm")
    dialog.get_by_role("button", name="Compare").click()
    rivals = dialog.get_by_role("table", name="Rival plans").get_by_role("row")
    expect(rivals).to_have_count(3)
    expect(rivals.first).to_contain_text("all on one side")
    assert axe_violations(page) == []


def test_tacks_are_made_one_by_one_and_the_pace_goes_along(page, quick_server, watched):
    watched(page, quick_server)
    page.set_viewport_size(DESK)
    page.set_default_timeout(20_000)
    page.goto(quick_server.url)
    page.get_by_role("button", name="Take it to the bench").click()
    expect(page.get_by_text("1 of 31")).to_be_visible()
    walk_to(page, re.compile("^Tack 1 of 23"))
    for _ in range(3):
        page.keyboard.press("t")
        page.wait_for_timeout(250)  # as quickly as a hand taps
    expect(page.get_by_role("button", name=re.compile("^Tack 4 of 23 at 175 mm"))).to_be_visible()
    page.get_by_label("Edge stands proud by").fill("0.9")
    page.get_by_role("button", name="Plan the rest").click()
    expect(page.get_by_text(re.compile("level it cold"))).to_be_visible()
    expect(page.get_by_role("button", name=re.compile(r"^Tack 4 of \d\d at"))).to_be_visible()
    page.reload()
    expect(page.get_by_role("button", name=re.compile(r"^Tack 4 of \d\d at"))).to_be_visible()
    assert axe_violations(page) == []
    walk_to(page, re.compile("^Seam: start"))
    bar = page.get_by_role("img", name=re.compile("^Pace: 0 mm of 640 mm"))
    expect(bar).to_be_visible()
    page.keyboard.press("t")
    # However slow the machine: once the puddle stands it is on its way, and a reload keeps it so.
    on_the_way = page.get_by_role("img", name=re.compile(r"^Pace: [1-9]\d* mm of 640 mm"))
    expect(on_the_way).to_be_visible()
    page.reload()
    expect(on_the_way).to_be_visible()
    assert axe_violations(page) == []
