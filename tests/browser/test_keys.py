"""Metals and rack by keyboard alone, in inches, in two windows, and with the server away."""

import re

from playwright.sync_api import expect

from tests.browser.conftest import DESK, axe_violations


def tab_to(page, name, most=80):
    """Press Tab until the focus stands on something of that name."""
    text = "document.activeElement.ariaLabel || document.activeElement.textContent.trim()"
    for _ in range(most):
        page.keyboard.press("Tab")
        if re.search(name, page.evaluate(text) or ""):
            return
    raise AssertionError(f"the keyboard never reached {name}")


def test_a_stop_is_answered_by_keyboard_alone(desk):
    desk.get_by_role("link", name=re.compile("Survey-mast node")).click()
    expect(desk.get_by_label("Name of the job")).to_have_value("Survey-mast node")
    tab_to(desk, "^Change: Closed spaces")
    desk.keyboard.press("Enter")
    expect(desk.get_by_role("dialog")).to_contain_text("Is anything closed being heated?")
    tab_to(desk, "^closed: tube", 12)
    desk.keyboard.press("Enter")
    expect(desk.get_by_role("button", name="Take it to the bench")).to_be_disabled()
    expect(desk.get_by_role("region", name="Closed spaces")).to_contain_text("closed: tube")


def test_a_metal_is_found_and_compared_by_keyboard_alone(desk):
    tab_to(desk, "^Metals$", 10)
    desk.keyboard.press("Enter")
    expect(desk.get_by_role("heading", name="Metals", level=1)).to_be_visible()
    tab_to(desk, "Search the metals", 20)
    desk.keyboard.type("4140")
    tab_to(desk, "^4140", 6)
    desk.keyboard.press("Enter")
    expect(desk.get_by_role("heading", name="4140", level=2)).to_be_visible()
    tab_to(desk, "^Search the metals", 40)
    desk.keyboard.press("Control+a")
    desk.keyboard.type("8620")
    tab_to(desk, "^Compare with 8620", 8)
    desk.keyboard.press("Enter")
    expect(desk.get_by_role("article")).to_have_count(2)


def test_a_hose_is_put_in_the_rack_by_keyboard_alone(desk, server):
    desk.goto(f"{server.url}/rack")
    expect(desk.get_by_role("heading", name="Rack", level=1)).to_be_visible()
    tab_to(desk, "^Add to Hoses", 80)
    desk.keyboard.press("Enter")
    expect(desk.get_by_role("dialog")).to_be_visible()
    for text in ("Yard hose", "3/8 in", "25 ft", "2026-01-05"):
        tab_to(desk, ".*", 1) if text != "Yard hose" else tab_to_first_field(desk)
        desk.keyboard.type(text)
    desk.keyboard.press("Enter")
    expect(desk.get_by_role("dialog")).to_be_hidden()
    hoses = desk.get_by_role("region", name="Hoses")
    expect(hoses).to_contain_text("bore 9.5 mm · length 7.62 m · 2026-01-05")


def tab_to_first_field(page):
    for _ in range(6):
        if page.evaluate("document.activeElement.tagName") == "INPUT":
            return
        page.keyboard.press("Tab")
    raise AssertionError("the form has no field")


def test_rack_and_metals_speak_inches(desk, server):
    desk.get_by_role("radio", name="in · °F · psi").click()
    desk.goto(f"{server.url}/rack")
    expect(desk.get_by_role("region", name="Hoses")).to_contain_text("length 39 ft")
    ladder = desk.get_by_role("img", name=re.compile("^Flow ladder"))
    expect(ladder).to_contain_text("cfh")
    expect(desk.get_by_role("radio", name="15 psi")).to_be_visible()
    desk.goto(f"{server.url}/metals?m=sae-1045")
    preheats = desk.get_by_role("article").get_by_text("°F")
    expect(preheats.first).to_be_visible()
    desk.goto(f"{server.url}/?at=torch")
    flame = desk.get_by_role("region", name="Flame", exact=True)
    expect(flame.get_by_role("img")).to_contain_text("°F")


def test_two_windows_on_one_tip_do_not_lose_each_others_changes(desk, server, context):
    desk.goto(f"{server.url}/rack")
    other = context.new_page()
    other.set_viewport_size(DESK)
    other.goto(f"{server.url}/rack")
    for page in (desk, other):
        page.get_by_role("button", name="Edit B1").click()
    desk.get_by_role("dialog").get_by_label("Note").fill("mine")
    desk.get_by_role("button", name="Save").click()
    expect(desk.get_by_role("dialog")).to_be_hidden()
    late = other.get_by_role("dialog")
    late.get_by_label("Note").fill("theirs")
    other.get_by_role("button", name="Save").click()
    expect(late.get_by_role("alert")).to_contain_text("saved this in another window")
    expect(late.get_by_label("Note")).to_have_value("theirs")
    assert axe_violations(other) == []
    other.get_by_role("button", name="Save").click()
    expect(late).to_be_hidden()
    expect(other.get_by_text("theirs")).to_be_visible()


def test_a_server_gone_away_is_told_and_what_was_typed_stays(desk, server):
    desk.goto(f"{server.url}/metals")
    desk.get_by_role("button", name="+ Heat lot").click()
    form = desk.get_by_role("dialog")
    form.get_by_label("Heat-lot number").fill("H-1")
    form.get_by_label("Which alloy of the catalogue?").fill("4130")
    form.get_by_label("Analysis, element and amount in turn").fill("C 0.3 Mn 0.5")
    server.kill()
    form.get_by_role("button", name="Keep the heat lot").click()
    expect(form.get_by_role("alert")).to_contain_text("server cannot be reached")
    server.start()
    form.get_by_role("button", name="Keep the heat lot").click()
    expect(desk.get_by_role("heading", name=re.compile("heat H-1$"))).to_be_visible()
