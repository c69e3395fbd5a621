"""Answers that come late: what was typed meanwhile counts, and nothing of it is lost."""

import re

from playwright.sync_api import expect

from tests.browser.conftest import DESK
from tests.browser.test_metals import answer
from tests.browser.test_story import type_size


def test_enter_before_the_catalogue_is_there_takes_its_first(page, server, watched):
    watched(page, server)
    page.set_viewport_size(DESK)
    held = []
    page.route("**/api/metals", lambda route: held.append(route))
    page.goto(server.url)
    expect(page.get_by_label("Name of the job")).to_be_visible()
    page.keyboard.press("n")
    expect(page.get_by_label("Search the metals")).to_be_focused()
    page.keyboard.type("dc01")
    page.keyboard.press("Enter")
    expect(page.get_by_role("dialog", name="New job")).to_be_visible()
    for route in held:
        route.continue_()
    expect(page.get_by_role("textbox", name="Thickness", exact=True)).to_be_focused()


def test_a_box_just_begun_keeps_its_caret_while_its_look_is_on_its_way(desk):
    """The look of the field before, at the joint before, has no such box: it must not be shown."""
    type_size(desk, "Thickness", "1.6")
    expect(desk.get_by_text("Saved", exact=True)).to_be_visible()
    answer(desk, "Joint", "tube cluster")
    box = desk.get_by_role("textbox", name="Outside diameter of the tube", exact=True)
    expect(box).to_be_visible()
    held = []
    desk.route(
        "**/preview", lambda route: held.append(route) if len(held) < 2 else route.continue_()
    )
    box.click()
    for figure in "32":
        with desk.expect_request("**/preview"):
            desk.keyboard.type(figure)
    expect(box).to_be_focused()
    expect(box).to_have_value("32")
    held[-1].continue_()
    desk.keyboard.press("Enter")
    expect(box).to_have_value(re.compile("32 mm"))
