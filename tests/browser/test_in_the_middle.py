"""In the middle of the work: what went wrong, and what leads at each station."""

import json
import re
import urllib.request

import pytest
from playwright.sync_api import expect

from tests.browser.card_walk import name_whoever, needles_of, wait_for, walk_to
from tests.browser.conftest import PHONE, TABLET, at_rest, axe_violations, overflow_px
from tests.browser.test_bench_mode import to_the_bench


@pytest.mark.parametrize("size", [TABLET, PHONE], ids=["tablet", "phone"])
def test_a_burnt_hole_is_put_right_in_three_taps_and_kept(browser, quick_server, watched, size):
    context = browser.new_context(viewport=size, has_touch=True, is_mobile=True)
    page = watched(context.new_page(), quick_server)
    to_the_bench(page, quick_server, size)
    name_whoever(page)
    page.get_by_role("button", name="Went wrong").tap()
    dialog = page.get_by_role("dialog")
    dialog.get_by_role("button", name="Burned a hole").tap()
    expect(dialog.get_by_role("region", name="Do this")).to_contain_text("Push the rod")
    expect(dialog.get_by_role("region", name="Then go on")).to_contain_text("pool's width back")
    at_rest(page)
    assert overflow_px(page) <= 0
    assert axe_violations(page) == []
    dialog.get_by_role("button", name="Put right, go on").tap()
    expect(dialog).to_be_hidden()
    run = page.url.split("/")[-2]
    answer = page.request.get(f"{quick_server.url}/api/runs/{run}").json()
    assert [one["id"] for one in answer["log"]["mended"]] == ["hole"]
    page.goto(f"{quick_server.url}/runs/{run}")
    expect(page.get_by_role("heading", name="Went wrong and put right")).to_be_visible()
    expect(page.get_by_text("Burned a hole")).to_be_visible()
    context.close()


def test_a_mended_leak_leads_back_to_the_test_and_waits_for_a_dead_flame(
    page, quick_server, watched
):
    watched(page, quick_server)
    to_the_bench(page, quick_server)
    page.keyboard.press("w")
    dialog = page.get_by_role("dialog")
    dialog.get_by_role("button", name="A leak was found and mended").click()
    dialog.get_by_role("button", name="Put right, go on").click()
    expect(dialog).to_be_hidden()
    expect(needles_of(page)).to_be_visible()


def test_hints_are_for_learners_and_silent_for_the_rest(page, quick_server, watched):
    watched(page, quick_server)
    to_the_bench(page, quick_server)
    hint = page.get_by_text("Hands and body.")
    walk_to(page, re.compile("^Flame on: start"))
    expect(hint).to_have_count(0)
    page.get_by_role("button", name="Set up").click()
    page.get_by_role("switch", name=re.compile("Hints for learners")).click()
    page.get_by_role("button", name="Done").click()
    expect(hint).to_be_visible()


def test_each_station_leads_with_its_own_picture(desk, server):
    expect(desk.get_by_role("region", name="The flame to set")).to_be_in_viewport()
    desk.get_by_role("link", name=re.compile("Survey-mast node")).click()
    expect(desk.get_by_label("Name of the job")).to_have_value("Survey-mast node")
    desk.get_by_role("button", name=re.compile("^Preheat")).click()
    zone = desk.get_by_role("region", name="Where to heat")
    expect(zone).to_be_in_viewport(ratio=0.9)
    expect(
        zone.get_by_role("img", name=re.compile("Band of 75 mm .*Crayons: .* melts"))
    ).to_be_visible()
    desk.get_by_role("button", name=re.compile("^Piece")).click()
    expect(zone).to_have_count(0)


def test_which_cylinder_a_job_is_worked_with_is_one_press(desk):
    which = desk.get_by_role("region", name="Acetylene cylinder", exact=True)
    expect(which).to_contain_text("A-12")
    which.get_by_role("button", name="Change: Acetylene cylinder").click()
    desk.get_by_role("dialog").get_by_role("button", name=re.compile("^A-15")).click()
    expect(which).to_contain_text("A-15")
    expect(which).to_contain_text("was A-12")
    desk.keyboard.press("Control+z")
    expect(which).to_contain_text("A-12")


def test_a_ticket_says_its_plan_changed_until_it_is_looked_at(desk, server):
    ticket = desk.get_by_role("link", name=re.compile("^Funnel casing patch"))
    desk.get_by_role("link", name=re.compile("^Galley flue seam")).click()
    expect(desk.get_by_label("Name of the job")).to_have_value("Galley flue seam")
    expect(ticket).not_to_contain_text("plan changed")
    with urllib.request.urlopen(f"{server.url}/api/rack") as answer:
        item = next(o["id"] for o in json.load(answer) if o["item"]["name"] == "B3")
    address = f"{server.url}/api/rack/{item}"
    urllib.request.urlopen(urllib.request.Request(address, method="DELETE")).close()
    desk.reload()
    expect(ticket).to_contain_text("plan changed")
    ticket.click()
    expect(desk.get_by_label("Name of the job")).to_have_value("Funnel casing patch")
    desk.get_by_role("link", name=re.compile("^Galley flue seam")).click()
    expect(ticket).not_to_contain_text("plan changed")
    urllib.request.urlopen(urllib.request.Request(f"{address}/restore", method="POST")).close()


def test_a_station_asked_for_while_the_job_loads_is_not_forgotten(desk, server):
    held, released = [], []
    desk.route(
        re.compile(r"/api/jobs/[0-9a-f]{12}$"),
        lambda route: route.continue_() if released else held.append(route),
    )
    desk.get_by_role("link", name=re.compile("^Galley flue seam")).click()
    wait_for(desk, lambda: held)
    desk.keyboard.press("5")
    released.append(True)
    for route in held:
        route.continue_()
    expect(desk.get_by_label("Name of the job")).to_have_value("Galley flue seam")
    expect(desk.get_by_role("button", name=re.compile("^Tack and run"))).to_have_attribute(
        "aria-current", "step"
    )


def test_the_bow_form_knows_the_job(desk):
    desk.get_by_role("button", name=re.compile("^Tack and run")).click()
    desk.get_by_role("button", name="How far will it bow?").click()
    form = desk.get_by_role("dialog", name="How far will it bow?")
    expect(form.get_by_label("Length of the member")).to_have_value("640 mm")
    expect(form.get_by_label("Width across")).to_have_value(re.compile(r"^1\.2"))
    # What the job does not say stays to be told.
    expect(form.get_by_label("Leg of the fillet along it")).to_have_value("")
