"""Practice: a flame is set by keys and by touch, scored and kept; flames are read; a group is told
how it stands; at three sizes."""

import re

import pytest
from playwright.sync_api import expect

from tests.browser.card_walk import wait_for
from tests.browser.conftest import DESK, PHONE, axe_violations, overflow_px
from tests.browser.test_drawings import TEXT_THAT_IS_CUT

SIZES = pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])


def sound(page):
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    assert axe_violations(page) == []
    assert overflow_px(page) <= 0
    assert page.evaluate(TEXT_THAT_IS_CUT) == []


@pytest.fixture
def practising(page, server, watched):
    def opened(size, path):
        page.set_viewport_size(size)
        watched(page, server)
        page.goto(server.url + path)
        return page

    return opened


def lit_by_keys(page):
    """Set both regulators, crack the acetylene and light it; nothing is touched but keys."""
    for name, presses in (("Acetylene pressure", 3), ("Oxygen pressure", 1)):
        page.get_by_label(name, exact=True).focus()
        for _ in range(presses):
            page.keyboard.press("PageUp")
    page.get_by_label("Acetylene valve", exact=True).focus()
    for _ in range(6):
        page.keyboard.press("PageUp")
    said = page.locator("p[aria-live]")
    expect(said).to_contain_text("Gas flows")
    page.get_by_role("button", name="Strike a spark").focus()
    page.keyboard.press("Enter")
    expect(said).to_contain_text("Yellow")
    return said


@SIZES
def test_a_flame_is_set_by_keys_alone_scored_and_kept(practising, size):
    page = practising(size, "/practice/flame/neutral?who=Frida")
    expect(page.get_by_role("heading", name="Neutral")).to_be_visible()
    sound(page)
    said = lit_by_keys(page)
    valve = page.get_by_label("Oxygen valve", exact=True)
    valve.focus()
    # As one does it: oxygen comes slowly, and the flame is read before there is more of it.
    for _ in range(5):
        page.keyboard.press("PageUp")
        page.wait_for_timeout(400)  # the flame answers a hose's length later

    def closer():
        if "neutral" in said.inner_text():
            return True
        page.keyboard.press("ArrowLeft" if "oxidising" in said.inner_text() else "ArrowRight")
        return False

    wait_for(page, closer)
    expect(page.get_by_text(re.compile("^Hold it|^Too|^Oxygen, slowly"))).to_be_visible()
    page.wait_for_timeout(2500)  # it has to stand for two seconds
    page.get_by_role("button", name="That is it").click()
    worth = page.get_by_role("region", name="What it is worth")
    expect(worth).to_contain_text(re.compile(r"\d+ of 100"))
    expect(worth.get_by_role("row")).to_have_count(4)
    sound(page)
    page.get_by_role("link", name="Practice").last.click()
    expect(page.get_by_role("button", name="✓ Frida")).to_be_visible()
    tries = page.get_by_role("region", name="Tries")
    expect(tries.get_by_role("listitem")).to_have_count(1)
    tries.get_by_role("button").click()
    expect(tries.get_by_role("row", name=re.compile("Oxygen to acetylene"))).to_be_visible()
    sound(page)


def test_a_glove_finds_the_buttons_and_over_the_limit_it_is_stopped(browser, server, watched):
    context = browser.new_context(viewport=PHONE, has_touch=True, is_mobile=True)
    page = watched(context.new_page(), server)
    page.goto(f"{server.url}/practice/flame/smoke-gone")
    expect(page.get_by_text("nobody’s try")).to_be_visible()
    more = page.get_by_role("button", name="Acetylene pressure: more")
    assert more.bounding_box()["height"] >= 44
    for _ in range(3):
        more.tap()
    expect(page.get_by_label("Acetylene pressure", exact=True)).to_have_value("0.06")
    page.get_by_label("Acetylene pressure", exact=True).focus()
    page.keyboard.press("End")
    expect(page.get_by_text(re.compile("over the limit"))).to_be_visible()
    page.get_by_role("button", name="That is it").tap()
    expect(page.get_by_role("region", name="What it is worth")).to_contain_text("0 of 100")
    page.get_by_role("button", name="Once more").tap()
    expect(page.get_by_label("Acetylene pressure", exact=True)).to_have_value("0")
    context.close()


def test_a_server_that_goes_away_is_said_and_one_begins_again(practising, server):
    page = practising(DESK, "/practice/flame/neutral")
    expect(page.get_by_text("No flame.")).to_be_visible()
    server.kill()
    expect(page.get_by_role("alert")).to_contain_text("went away")
    server.start()
    page.get_by_role("button", name="Begin again").click()
    expect(page.get_by_text("No flame.")).to_be_visible()


@SIZES
def test_ten_flames_are_read_by_keys_and_each_is_held_against_the_truth(practising, size):
    page = practising(size, "/practice/read-flames?who=Frida")
    sound(page)
    for number in range(1, 11):
        expect(page.get_by_text(f"{number} of 10")).to_be_visible()
        expect(page.get_by_role("img", name=re.compile("cone"))).to_be_visible()
        page.get_by_label("Oxygen to acetylene", exact=True).focus()
        page.keyboard.press("ArrowRight")
        page.get_by_role("button", name="I read it so").press("Enter")
    shown = page.get_by_role("region", name="How far off")
    expect(shown.get_by_role("listitem")).to_have_count(10)
    expect(shown.get_by_role("listitem").first).to_contain_text("you read 1.01; it was")
    sound(page)
    page.get_by_role("button", name="Ten others").click()
    expect(page.get_by_text("1 of 10")).to_be_visible()


@SIZES
def test_a_group_is_seen_told_and_signed_off(practising, size):
    page = practising(size, "/practice")
    sound(page)
    page.get_by_role("button", name="Ida").click()
    expect(page.get_by_role("region", name="Today").get_by_role("listitem")).not_to_have_count(0)
    sound(page)
    page.get_by_role("link", name="Everybody’s standing").click()
    expect(page.get_by_role("columnheader", name="Ida")).to_be_visible()
    sound(page)
    page.get_by_label("To whom").select_option("Ida")
    page.get_by_label("Of which exercise").select_option("neutral")
    page.get_by_role("button", name="Say it").click()
    expect(page.get_by_role("alert")).to_be_visible()
    page.get_by_label("Who says it").fill("Brit")
    page.get_by_label("What", exact=True).fill("Steadier than last week.")
    page.get_by_label("Signed off").check()
    # The table of names above grows by what was said: gone to once it has been told anew.
    with page.expect_response(re.compile("/api/practice/group")):
        page.get_by_role("button", name="Say it").click()
    expect(page.get_by_label("What", exact=True)).to_have_value("")
    page.get_by_role("link", name="Ida").press("Enter")
    expect(page).to_have_url(re.compile("who=Ida"))
    expect(page.get_by_text("Steadier than last week.")).to_be_visible()
    ladder = page.get_by_role("region", name="The ladder")
    expect(ladder.get_by_role("listitem").filter(has_text="Neutral").first).to_contain_text(
        "signed off"
    )


@SIZES
def test_cards_are_put_in_order_mistakes_explained_and_then_done(practising, size, server):
    page = practising(size, "/practice/order/order-shut-down?who=Frida")
    sound(page)
    answer = page.request.get(f"{server.url}/api/practice/orders/order-shut-down?seed=1").json()
    in_order = ("Flame out", "Close both cylinder", "Bleed", "Back out both", "Someone watches")
    assert len(answer["cards"]) == len(in_order)
    asked = page.get_by_role("region", name="What comes next?")
    page.get_by_label("Time me").check()
    asked.get_by_role("button", name=re.compile("^Bleed")).click()
    expect(page.get_by_text("Not yet.")).to_be_visible()
    expect(page.get_by_text(re.compile("Before that: Flame out"))).to_be_visible()
    for text in in_order:
        asked.get_by_role("button", name=re.compile(f"^{text}")).press("Enter")
        expect(asked.get_by_role("button", name=re.compile(f"^{text}"))).to_have_count(0)
    worth = page.get_by_role("region", name="What it is worth")
    expect(worth).to_contain_text("80 of 100")
    expect(worth.get_by_role("row", name=re.compile("^Time"))).to_be_visible()
    sound(page)
    doing = page.get_by_role("region", name="Do it")
    doing.get_by_role("button", name="Begin with the first card").click()
    for number in range(1, len(in_order) + 1):
        expect(doing.get_by_text(f"{number} of {len(in_order)}")).to_be_visible()
        doing.get_by_role("button", name="Done").click()
    expect(doing.get_by_text("All of it, in its order.")).to_be_visible()
    page.get_by_role("link", name="Practice").last.click()
    expect(page.get_by_role("region", name="Tries").get_by_role("listitem")).to_have_count(1)


@pytest.mark.parametrize(
    ("job", "flame", "bore"),
    [("Galley flue seam", "Neutral", "0.66 mm"), ("Winch pawls", "Feather three times", "0.89 mm")],
)
def test_a_jobs_own_flame_is_practised_first(practising, job, flame, bore):
    page = practising(DESK, "/")
    page.get_by_role("link", name=re.compile(f"^{job}")).click()
    page.get_by_role("button", name=re.compile("^Torch")).first.click()
    page.get_by_role("link", name="Practise this one first").click()
    expect(page.get_by_role("link", name="Set the flame")).to_be_visible()
    sound(page)
    page.get_by_role("link", name="Set the flame").click()
    expect(page.get_by_role("heading", name=re.compile(flame))).to_be_visible()
    expect(page.get_by_text(f"On a bore of {bore}, for your job.")).to_be_visible()
    page.get_by_role("link", name="Back to the job").click()
    expect(page.get_by_label("Name of the job")).to_have_value(job)


@SIZES
def test_a_coupon_is_looked_at_point_by_point_and_planned_as_a_job(practising, size):
    page = practising(size, "/practice/coupon/butt-keyhole?who=Frida")
    sound(page)
    page.get_by_label(re.compile("^The back shows a bead")).check()
    page.get_by_label(re.compile("^Start is fused")).check()
    page.get_by_role("button", name="Write it down").click()
    expect(page.get_by_role("alert")).to_be_visible()
    page.get_by_label("Who looked at it").fill("Brit")
    page.get_by_role("button", name="Write it down").click()
    expect(page.get_by_role("status").filter(has_text="of 100")).to_contain_text("55 of 100")
    sound(page)
    page.get_by_role("button", name="Plan it as a job").click()
    expect(page.get_by_label("Name of the job")).to_have_value("Butt with rod and keyhole, Frida")
    page.goto(page.url.split("/jobs")[0] + "/practice?who=Frida")
    expect(page.get_by_role("region", name="Tries").get_by_role("listitem")).to_have_count(1)


def held_over(page, x_mm, y_mm=0.0):
    """Move the pointer over a place of a seam of 90 mm."""
    box = page.get_by_role("img").first.bounding_box()
    per_mm = min(box["width"] / 100, box["height"] / 28)
    middle = min(box["height"] / 2, 18 * per_mm)
    left = box["x"] + (box["width"] - 90 * per_mm) / 2
    page.mouse.move(left + x_mm * per_mm, box["y"] + middle + y_mm * per_mm)


def until_it_runs(page, x_mm):
    """Stand over a place until a pool is told of, the pointer laid there anew at each look: what
    loads late moves the drawing, and a pool that stood too long is told of behind its hole."""

    def runs():
        held_over(page, x_mm)
        return page.get_by_text(re.compile(r"\bA pool .* wide")).count() > 0

    wait_for(page, runs)


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
def test_a_puddle_is_carried_by_the_pointer_scored_and_shown_beside_the_plans(practising, size):
    page = practising(size, "/practice/puddle/run-steel-12?who=Frida")
    expect(page.get_by_text("Brush the tacks before you begin")).to_be_visible()
    sound(page)
    page.get_by_role("button", name="Brush the tacks").click()
    page.get_by_role("img").first.scroll_into_view_if_needed()
    held_over(page, 6.0)
    page.mouse.down()
    page.mouse.up()
    until_it_runs(page, 6.0)
    for step in range(12):
        held_over(page, 6.0 + step / 2)
    page.get_by_role("button", name="Mirror to the back").dispatch_event("click")
    expect(page.get_by_role("img", name="The back of the sheet")).to_be_visible()
    page.get_by_role("button", name="That is it").dispatch_event("click")
    worth = page.get_by_role("region", name="What it is worth")
    expect(worth).to_contain_text("of 100")
    expect(worth.get_by_role("row", name=re.compile("^The mirror"))).to_be_visible()
    expect(worth.get_by_role("img", name=re.compile("^Along the seam"))).to_be_visible()
    sound(page)
    page.get_by_role("button", name="See it beside the plan’s hand").click()
    expect(page.get_by_role("img", name="Your hand")).to_be_visible()
    expect(page.get_by_text(re.compile(r"^[1-9] s$"))).to_be_visible(timeout=15_000)
    page.get_by_role("link", name="Practice").last.click()
    expect(page.get_by_role("region", name="Tries").get_by_role("listitem")).to_have_count(1)


def test_without_a_pointer_it_says_what_it_needs_and_the_plans_hand_is_watched(practising):
    page = practising(DESK, "/practice")
    page.add_init_script(
        "const real = matchMedia.bind(window); window.matchMedia = (query) =>"
        " query.includes('any-pointer') ? { matches: false } : real(query)"
    )
    page.goto(page.url.split("/practice")[0] + "/practice/puddle/run-steel-12?who=Frida")
    expect(page.get_by_text("a mouse, a pen or a finger")).to_be_visible()
    sound(page)
    page.get_by_role("button", name="Watch the plan’s hand").press("Enter")
    expect(page.get_by_text("The plan’s own hand is at it")).to_be_visible()
    expect(page.get_by_text(re.compile("^A pool"))).to_be_visible(timeout=30_000)


def test_a_jobs_own_sheet_is_melted_or_it_says_why_not(practising):
    page = practising(DESK, "/")
    page.get_by_role("link", name=re.compile("^Galley flue seam")).click()
    page.get_by_role("button", name=re.compile("^Torch")).first.click()
    page.get_by_role("link", name="Practise this one first").click()
    page.get_by_role("link", name="Carry the puddle").click()
    expect(page.get_by_role("heading", name="Your job’s sheet, 0.91 mm")).to_be_visible()
    page.get_by_role("link", name="Back to the job").click()
    page.get_by_role("link", name="Bench", exact=True).click()
    page.get_by_role("link", name=re.compile("^Chart-house flashing")).click()
    page.get_by_role("button", name=re.compile("^Torch")).first.click()
    page.get_by_role("link", name="Practise this one first").click()
    expect(page.get_by_text("It would take steel, chromoly or aluminium")).to_be_visible()


def test_a_dial_has_the_valves_and_the_page_follows(practising, server):
    page = practising(DESK, "/practice/flame/neutral?who=Frida")
    number = page.get_by_text(re.compile(r"^pellak dial \d{4}$")).inner_text().split()[-1]
    expect(page.get_by_role("button", name="Strike a spark")).to_be_enabled()
    sent = page.request.post(
        f"{server.url}/api/practice/dials/{number}",
        data="acetylene_bar 0.35\nacetylene_open 0.5",
        headers={"content-type": "text/plain", "origin": server.url},
    )
    assert sent.status == 204
    expect(page.get_by_text("A dial has the valves.")).to_be_visible()
    expect(page.get_by_label("Acetylene valve", exact=True)).to_be_disabled()
    expect(page.get_by_text(re.compile("^(49|50) % open$"))).to_be_visible()
