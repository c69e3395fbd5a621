"""Answers that come late: what was typed meanwhile counts, and nothing of it is lost."""

import re

from playwright.sync_api import expect

from tests.browser.card_walk import wait_for, walk_to
from tests.browser.conftest import DESK
from tests.browser.test_bench_mode import card_number, to_the_bench, wait_until_kept
from tests.browser.test_metals import answer
from tests.browser.test_story import type_size


def test_enter_before_the_line_is_read_takes_what_it_says(page, server, watched):
    watched(page, server)
    page.set_viewport_size(DESK)
    held = []
    page.route("**/api/jobs/read-line", lambda route: held.append(route))
    page.goto(server.url)
    expect(page.get_by_label("Name of the job")).to_be_visible()
    page.keyboard.press("n")
    expect(page.get_by_label("Say it in one line")).to_be_focused()
    page.keyboard.type("dc01")
    page.keyboard.press("Enter")
    wait_for(page, lambda: any("dc01" in (one.request.post_data or "") for one in held))
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


def test_what_was_refused_stays_typed_though_the_drawing_steps_back(desk):
    """The look of "18" stands until that of "18 ga plywood" ends: the measure changes under it."""
    box = desk.get_by_role("textbox", name="Thickness", exact=True)
    held = []
    desk.route(
        "**/preview",
        lambda route: held.append(route) if "ply" in route.request.post_data else route.continue_(),
    )
    box.click()
    expect(box).to_be_focused()
    with desk.expect_response("**/preview"):
        desk.keyboard.type("18")
    expect(desk.get_by_role("region", name="First puddle in")).not_to_contain_text("3.8 s (")
    with desk.expect_request(lambda asked: "plywood" in (asked.post_data or "")):
        desk.keyboard.type(" ga plywood")
    with desk.expect_response(lambda given: given.request.method == "PATCH"):
        desk.keyboard.press("Enter")
    held[-1].continue_()
    expect(desk.get_by_role("alert")).to_contain_text("Read")
    expect(box).to_have_value("18 ga plywood")


def test_a_card_asks_once_though_what_it_lacks_goes_on_changing(page, quick_server, watched):
    """Another tack is told between two presses: the second press still means go on."""
    watched(page, quick_server)
    to_the_bench(page, quick_server)
    walk_to(page, re.compile("^Tack 1 of 23"))
    here = card_number(page)
    wait_until_kept(page, here)
    page.keyboard.press("PageDown")
    expect(page.get_by_role("alert")).to_contain_text("0 of 23")
    page.get_by_role("button", name=re.compile("^Tack 1 of 23")).click()
    expect(page.get_by_role("alert")).to_contain_text("1 of 23")
    page.keyboard.press("PageDown")
    expect(page.get_by_text(f"{here + 1} of ")).to_be_visible()
