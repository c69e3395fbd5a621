"""The bench as a place to work: editing, undo, conflicts, faults, units, themes, finding."""

import re

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import (
    DESK,
    PHONE,
    TABLET,
    at_rest,
    axe_violations,
    from_menu,
    gone_to,
    overflow_px,
)
from tests.browser.test_drawings import TEXT_THAT_IS_CUT, WORDS_THAT_CLASH
from tests.browser.test_story import make_job, type_size


def thickness(page):
    return page.get_by_role("textbox", name="Thickness", exact=True)


def test_bad_sizes_are_told_and_nothing_typed_is_lost(desk):
    for typed in ("-1", "nan", "1e9", "wide", "18 ga plywood", "40 mm"):
        type_size(desk, "Thickness", typed)
        expect(desk.get_by_role("alert")).to_contain_text("Read")
        expect(thickness(desk)).to_have_value(typed)
        thickness(desk).click()
        desk.keyboard.press("Escape")
        expect(thickness(desk)).to_have_value("1.2 mm")
        expect(desk.get_by_role("region", name="First puddle in")).to_contain_text("3.8")
        expect(desk.get_by_role("alert")).to_have_count(0)


def test_typing_redraws_before_anything_is_saved(desk):
    thickness(desk).click()
    desk.keyboard.type("1/8")
    expect(desk.get_by_role("region", name="First puddle in")).to_contain_text("was 3.8 s")
    # Held at what the cylinder gives on end, the smaller bore carries it better than B5 would.
    expect(desk.get_by_role("region", name="Tip from the rack")).to_contain_text("“B4”")
    desk.keyboard.press("Escape")
    expect(desk.get_by_role("region", name="Tip from the rack")).to_contain_text("“B3”")


def test_a_change_is_marked_saved_and_taken_back_by_key(desk):
    type_size(desk, "Thickness", "2")
    expect(thickness(desk)).to_have_value("2 mm")
    expect(desk.get_by_role("region", name="Acetylene flow")).to_contain_text("was 120 L/h")
    expect(desk.get_by_text("Saved", exact=True)).to_be_visible()
    desk.keyboard.press("Control+z")
    expect(thickness(desk)).to_have_value("1.2 mm")
    desk.reload()
    expect(thickness(desk)).to_have_value("1.2 mm")


def test_a_job_put_away_comes_back_from_the_notice(desk):
    from_menu(desk, "More", "Archive")
    link = desk.get_by_role("link", name=re.compile("Funnel casing patch"))
    expect(link).to_have_count(0)
    desk.get_by_role("button", name="Restore it").click()
    expect(link).to_be_visible()
    expect(desk.get_by_label("Name of the job")).to_have_value("Funnel casing patch")
    from_menu(desk, "More", "Archive")
    expect(link).to_have_count(0)
    expect(desk.get_by_role("button", name="Restore it")).to_be_visible()
    desk.keyboard.press("Control+z")
    expect(link).to_be_visible()
    expect(desk.get_by_label("Name of the job")).to_have_value("Funnel casing patch")


def test_two_windows_do_not_lose_each_others_changes(desk, server, context):
    desk.get_by_role("link", name=re.compile("Funnel casing patch")).click()
    other = context.new_page()
    other.set_viewport_size(DESK)
    other.goto(desk.url)
    expect(thickness(other)).to_have_value("1.2 mm")
    type_size(desk, "Thickness", "1.5")
    expect(thickness(desk)).to_have_value("1.5 mm")
    type_size(other, "Gap between the edges", "0.5")
    shown = other.get_by_role("dialog", name="This job was changed in another window")
    expect(shown).to_contain_text("yours 0.5")
    assert axe_violations(other) == []
    shown.get_by_role("button", name="Put mine on top").click()
    expect(thickness(other)).to_have_value("1.5 mm")
    expect(other.get_by_label("Gap between the edges")).to_have_value("gap 0.5 mm")


def test_a_server_gone_away_is_told_and_the_change_arrives_later(desk, server):
    server.kill()
    type_size(desk, "Thickness", "1.8")
    expect(desk.get_by_text("Not saved: the server is away, trying again")).to_be_visible()
    expect(thickness(desk)).to_have_value("1.8")
    server.start()
    expect(thickness(desk)).to_have_value("1.8 mm")
    expect(desk.get_by_text("Saved", exact=True)).to_be_visible()


def test_units_convert_everything_and_typing_takes_either(desk):
    desk.get_by_role("radio", name="in · °F · psi").click()
    expect(thickness(desk)).to_have_value("0.047 in")
    expect(desk.get_by_role("region", name="Travel")).to_contain_text("in/min")
    expect(desk.get_by_role("region", name="Acetylene flow")).to_contain_text("cfh")
    expect(desk.get_by_role("img", name=re.compile("Across the seam"))).to_contain_text(
        "pool 7/32 in"
    )
    # Sentences come a moment later, in the units that are asked for.
    metric = re.compile(r"\d ?(mm|°C|bar|L/h)\b")
    expect(desk.get_by_role("main")).not_to_contain_text(metric, use_inner_text=True)
    type_size(desk, "Thickness", "2 mm")
    expect(thickness(desk)).to_have_value("0.079 in · 2 mm")
    desk.reload()
    expect(thickness(desk)).to_have_value("0.079 in · 2 mm")


def test_a_school_is_chosen_for_the_job_and_for_the_shop(desk):
    flow = desk.get_by_role("region", name="Acetylene flow")
    flow.get_by_role("button", name=re.compile("Both schools")).click()
    dialog = desk.get_by_role("dialog")
    expect(dialog).to_contain_text("gentle · 72 L/h")
    assert axe_violations(desk) == []
    item = dialog.get_by_role("listitem").filter(has_text="gentle")
    item.get_by_role("button", name="For this job").click()
    expect(item).to_contain_text("this job’s choice")
    item = dialog.get_by_role("listitem").filter(has_text="brisk")
    item.get_by_role("button", name="For the whole shop").click()
    expect(item).to_contain_text("this shop’s choice")
    desk.keyboard.press("Escape")
    expect(flow).to_contain_text("was")


def test_another_tip_may_be_chosen_and_everything_follows(desk):
    desk.get_by_text("6 tips compared").click()
    row = desk.get_by_role("listitem").filter(has_text="B4")
    row.get_by_role("button", name="Use").click()
    expect(desk.get_by_role("region", name="Tip from the rack")).to_contain_text("“B4”")
    expect(desk.get_by_role("region", name="First puddle in")).to_contain_text("was 3.8 s")


def test_stations_go_by_key_and_have_their_own_address(desk):
    desk.keyboard.press("5")
    expect(desk).to_have_url(re.compile("at=tack-and-run"))
    desk.keyboard.press("[")
    expect(desk).to_have_url(re.compile("at=safe-start"))
    desk.keyboard.press("2")
    expect(desk).to_have_url(re.compile("at=preheat"))
    desk.keyboard.press("]")
    expect(desk).to_have_url(re.compile("at=torch"))
    desk.reload()
    current = desk.get_by_role("button", name=re.compile("^Torch"))
    expect(current).to_have_attribute("aria-current", "step")


def test_find_or_reckon_answers_each_question(desk):
    desk.keyboard.press("/")
    for question, says in (
        ("tip for 16 ga", "152 L/h through 0.92 mm"),
        ("heat 1.6", "puddle in 5.2 s"),
        ("flame 2X", "carburising"),
        ("3 cfh", "84.951 L/h"),
        ("tip for ever", "Could not be read"),
        ("zebra", "No job by that name"),
    ):
        desk.get_by_role("dialog").get_by_label("Find or reckon").fill(question)
        expect(desk.get_by_role("dialog")).to_contain_text(says)


def test_find_or_reckon_jumps(desk):
    desk.keyboard.press("Control+k")
    assert axe_violations(desk) == []
    desk.get_by_role("dialog").get_by_label("Find or reckon").fill("galley")
    expect(desk.get_by_role("dialog")).to_contain_text("Galley flue seam")
    desk.keyboard.press("Enter")
    expect(desk.get_by_label("Name of the job")).to_have_value("Galley flue seam")
    desk.keyboard.press("Control+k")
    desk.keyboard.type("run book")
    desk.keyboard.press("Enter")
    expect(desk.get_by_role("heading", name="Run book")).to_be_visible()


def test_enter_waits_for_the_answer_to_the_whole_line(desk):
    """The first letter of a place is in many jobs: a quick hand must not land in one of them."""
    held = []

    def hold_the_last(route):
        last = route.request.post_data_json["text"] == "run book"
        held.append(route) if last else route.continue_()

    desk.route("**/api/find", hold_the_last)
    desk.keyboard.press("Control+k")
    desk.keyboard.type("r")
    expect(desk.get_by_role("dialog")).to_contain_text("Ramp kick plate")
    with desk.expect_request(lambda asked: "run book" in (asked.post_data or "")):
        desk.keyboard.type("un book")
        desk.keyboard.press("Enter")
    expect(desk.get_by_label("Name of the job")).to_have_value("Funnel casing patch")
    for route in held:
        route.continue_()
    expect(desk.get_by_role("heading", name="Run book")).to_be_visible()


def test_a_blank_bench_explains_itself(page, blank_server, watched):
    watched(page, blank_server)
    page.goto(blank_server.url)
    expect(page.get_by_text("The bench is clear")).to_be_visible()
    assert axe_violations(page) == []
    make_job(page, "First")
    name = page.get_by_label("Name of the job")
    name.fill("Second")
    name.press("Escape")
    expect(name).to_have_value("First")
    expect(page).to_have_title("First · Pellak")
    type_size(page, "Thickness", "25 mm")
    type_size(page, "Seam length", "1 m")
    root = page.get_by_role("region", name="Passes", exact=True)
    expect(root).to_contain_text("keyhole ahead of the pool")
    page.goto(f"{blank_server.url}/runs")
    expect(page.get_by_text("No runs yet")).to_be_visible()


def test_what_is_not_here_says_so(desk, server):
    for path in ("/jobs/nowhere", "/runs/nowhere", "/attic"):
        desk.goto(server.url + path)
        expect(desk.get_by_text("That is not here")).to_be_visible()


MM, INCH = "mm · °C · bar", "in · °F · psi"
WALL = {"width": 1920, "height": 1080}
SIZES = ("desk", "tablet", "phone", "wall")


# Each size meets each theme and each system; each theme each system.
@pytest.mark.parametrize(
    ("size", "theme", "units"),
    [
        (DESK, "Day", MM), (DESK, "Hood", INCH), (TABLET, "Day", INCH), (TABLET, "Hood", MM),
        (PHONE, "Day", MM), (PHONE, "Hood", INCH), (WALL, "Day", INCH), (WALL, "Hood", MM),
    ],
    ids=[f"{size}-{look}" for size in SIZES for look in ("day", "hood")],
)  # fmt: skip
def test_every_view_is_accessible_and_fits(desk, server, size, theme, units):
    desk.get_by_role("radio", name=theme).click()
    desk.get_by_role("radio", name=units).click()
    desk.get_by_role("link", name=re.compile("^Bilge-pump body")).click()
    expect(desk.get_by_label("Name of the job")).to_have_value("Bilge-pump body")
    job = desk.url.split("?")[0].removeprefix(server.url)
    desk.set_viewport_size(size)
    for path in ("/runs", "/metals?m=gi-30", f"{job}?at=preheat", "/metals?m=4130&m=sae-1045",
                 "/rack", "/", "/runs/hand", "/day", "/practice"):  # fmt: skip
        gone_to(desk, path)
        at_rest(desk)
        assert axe_violations(desk) == []
        assert overflow_px(desk) <= 0
        assert desk.title().endswith(" · Pellak"), path
        assert desk.evaluate(WORDS_THAT_CLASH) == [], path
        assert desk.evaluate(TEXT_THAT_IS_CUT) == [], path
    assert desk.evaluate("document.fonts.check('16px Barlow')")
