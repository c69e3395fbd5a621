"""The shop that learns: the book searched and counted, the hand taken up, photos measured, a run
signed as a procedure and offered, two runs side by side; at three sizes, both themes."""

import io
import re

import pytest
from PIL import Image
from playwright.sync_api import expect

from tests.browser.card_walk import wait_for
from tests.browser.conftest import DESK, PHONE, axe_violations, overflow_px
from tests.browser.test_drawings import TEXT_THAT_IS_CUT

SIZES = pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])


def sound(page):
    assert axe_violations(page) == []
    assert overflow_px(page) <= 0
    assert page.evaluate(TEXT_THAT_IS_CUT) == []


def opened(page, server, watched, size, path):
    page.set_viewport_size(size)
    watched(page, server)
    page.goto(server.url + path)
    return page


def ids_of(page, server, query=""):
    answer = page.request.get(f"{server.url}/api/book/runs?most=200&kind=seam{query}").json()
    return [line["id"] for line in answer["lines"]]


@SIZES
def test_the_book_is_narrowed_counted_and_widened_again(page, server, watched, size):
    opened(page, server, watched, size, "/runs")
    status = page.get_by_role("status").filter(has_text=re.compile("runs"))
    expect(status).to_contain_text("77 runs")
    if size is not DESK:
        page.get_by_text("Tell runs apart").click()
    box = page.get_by_role("checkbox", name=re.compile("^scrap|^good after rework")).locator(
        "visible=true"
    )
    box.first.check()
    expect(status).not_to_contain_text("77 runs")
    expect(status).to_contain_text("found")
    narrowed = status.inner_text()
    sound(page)
    page.reload()
    expect(status).to_contain_text(narrowed.split(" ")[0])
    page.get_by_role("searchbox").fill("no such word anywhere")
    expect(page.get_by_text("No run names")).to_be_visible()
    page.get_by_role("button", name="Show all").click()
    expect(status).to_contain_text("77 runs")
    page.get_by_label("In which order").select_option("thickest")
    expect(page.get_by_role("listitem").first).to_contain_text("Capstan bush")
    page.get_by_role("link", name="Counts").click()
    expect(page.get_by_role("heading", name="What goes wrong, and what cured it")).to_be_visible()
    expect(page.get_by_text(re.compile("helped \\d+ of \\d+")).first).to_be_visible()
    sound(page)


def test_of_a_long_book_only_what_is_in_sight_is_drawn(desk, server):
    desk.goto(f"{server.url}/runs")
    rows = desk.get_by_role("listitem")
    expect(rows.first).to_be_visible()
    assert 5 <= rows.count() < 40
    expect(rows.first).to_have_attribute("aria-setsize", "77")
    last = desk.locator("[role=listitem][aria-posinset='77']")

    def at_the_end():
        # Rows are as tall as what they hold, which is known once they came: the end moves.
        desk.keyboard.press("End")
        # Looked at once: a row that goes between two looks would be waited for.
        return any("2026" in text for text in last.all_inner_texts())

    wait_for(desk, at_the_end)
    assert rows.count() < 40


@SIZES
def test_the_hand_is_looked_at_taken_up_and_put_down(page, server, watched, size):
    opened(page, server, watched, size, "/runs/hand")
    expect(page.get_by_text("Plans go by the model’s own hand")).to_be_visible()
    expect(page.get_by_text(re.compile("has grown slower since 2026-"))).to_be_visible()
    sound(page)
    page.get_by_label("Plan for").select_option("Tove")
    expect(page.get_by_role("heading", name="First puddles on the bench")).to_be_visible()
    page.get_by_role("button", name="Let plans go by it").click()
    expect(page.get_by_text("Plans go by the log")).to_be_visible()
    expect(page.get_by_text("No plan on the bench changes")).to_be_visible()
    job = page.request.get(f"{server.url}/api/jobs").json()["tickets"][0]["id"]
    page.goto(f"{server.url}/jobs/{job}")
    region = page.get_by_role("region", name="First puddle in")
    region.get_by_role("button", name=re.compile("working", re.I)).click()
    expect(region.or_(page.get_by_role("dialog")).get_by_text("from its log").first).to_be_visible()
    page.goto(f"{server.url}/runs/hand")
    page.get_by_role("button", name=re.compile("was cleaned or measured")).click()
    expect(page.get_by_text(re.compile("has grown slower"))).to_have_count(0)
    page.get_by_role("button", name="Back to the model’s own hand").click()
    expect(page.get_by_text("Plans go by the model’s own hand")).to_be_visible()
    page.get_by_text("What plans went by before").click()
    expect(page.get_by_text(re.compile("Tove’s hand: .*carbon-steel ×"))).to_be_visible()


def photo(width=1200, height=800):
    written = io.BytesIO()
    Image.new("RGB", (width, height), "steelblue").save(written, "JPEG")
    return {"name": "front.jpg", "mimeType": "image/jpeg", "buffer": written.getvalue()}


@SIZES
def test_a_photo_is_added_measured_by_a_scale_and_written_in_the_log(page, server, watched, size):
    run = ids_of(page, server)[4]
    opened(page, server, watched, size, f"/runs/{run}")
    add = page.get_by_label("Add photos")
    add.set_input_files({"name": "x.jpg", "mimeType": "image/jpeg", "buffer": b"no picture"})
    expect(page.get_by_role("alert")).to_contain_text("photo")
    add.set_input_files([photo(), photo(600, 900)])
    shown = page.get_by_role("img", name="Front, open to measure")
    expect(shown).to_have_count(2)
    sound(page)
    shown.first.click()
    dialog = page.get_by_role("dialog")
    # By keys alone: both ends put, one moved, the known length typed.
    dialog.get_by_role("button", name="Put both ends for me").click()
    dialog.get_by_role("button", name=re.compile("^End 1")).focus()
    page.keyboard.press("ArrowLeft")
    dialog.get_by_label("Its length").fill("2 in")
    dialog.get_by_role("button", name="Lay the scale").click()
    expect(dialog.get_by_text("Tap both ends of what you want to measure.")).to_be_visible()
    picture = dialog.get_by_role("img", name="Front")
    box = picture.bounding_box()
    picture.click(position={"x": 0.3 * box["width"], "y": 0.5 * box["height"]})
    picture.click(position={"x": 0.61 * box["width"], "y": 0.5 * box["height"]})
    dialog.get_by_role("button", name="Measure it").click()
    expect(dialog.get_by_text(re.compile(r"^5[01](\.\d)? mm$"))).to_be_visible()
    sound(page)
    dialog.get_by_label("Write it in the log as").select_option("bead_back_mm")
    dialog.get_by_role("button", name="Close").click()
    row = page.get_by_role("row", name=re.compile("Bead, back"))
    expect(row).to_contain_text(re.compile(r"5[01](\.\d)? mm"))
    shown.first.click()
    dialog.get_by_role("button", name="Take this photo out").click()
    dialog.get_by_role("button", name="Take it out").click()
    expect(shown).to_have_count(1)


@SIZES
def test_a_good_run_is_signed_and_offered_on_the_next_like_job(page, server, watched, size):
    run = ids_of(page, server, "&verdict=good&family=carbon-steel&thickness=1")[1]
    opened(page, server, watched, size, f"/runs/{run}")
    page.get_by_role("button", name="Make it a procedure").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Its name").fill("Wharf sheet")
    dialog.get_by_label("Signed by").fill("")
    dialog.get_by_role("button", name="Sign it").click()
    expect(dialog.get_by_role("alert")).to_contain_text("somebody answers for it")
    expect(dialog.get_by_label("Its name")).to_have_value("Wharf sheet")
    dialog.get_by_label("Signed by").fill("Ansel")
    sound(page)
    dialog.get_by_role("button", name="Sign it").click()
    expect(
        page.get_by_role("heading", name=re.compile(r"\d Wharf sheet, revision 1"))
    ).to_be_visible()
    sound(page)
    job = page.request.get(f"{server.url}/api/runs/{run}").json()["line"]["job_id"]
    page.goto(f"{server.url}/jobs/{job}")
    page.get_by_role("link", name=re.compile("Wharf sheet")).click()
    page.get_by_role("link", name="Shop procedures").click()
    expect(page.get_by_role("listitem").filter(has_text="Wharf sheet")).to_have_count(1)
    sound(page)


@SIZES
def test_two_runs_are_laid_side_by_side(page, server, watched, size):
    opened(page, server, watched, size, "/runs?words=Funnel+casing")
    boxes = page.get_by_role("checkbox", name=re.compile("^Compare Funnel casing patch"))
    boxes.nth(0).check()
    expect(page.get_by_text("Pick one more to compare.")).to_be_visible()
    boxes.nth(1).check()
    page.get_by_role("link", name="Lay the two side by side").click()
    expect(page.get_by_role("row", name=re.compile("First puddle as it was"))).to_be_visible()
    sound(page)


@SIZES
def test_why_is_asked_with_no_run_at_hand_and_from_the_log(page, server, watched, size):
    opened(page, server, watched, size, "/runs/why")
    page.get_by_label("On which metal").select_option("lead")
    expect(page.get_by_role("button", name=re.compile("^it spits|dull"))).not_to_have_count(0)
    expect(page.get_by_role("button", name=re.compile("iron"))).to_have_count(0)
    page.get_by_role("button", name="burned through").click()
    page.get_by_role("button", name="What is it?").click()
    expect(page.get_by_text("Never certain")).to_be_visible()
    expect(page.get_by_role("button", name="It helped")).to_have_count(0)
    sound(page)
    run = ids_of(page, server)[0]
    page.goto(f"{server.url}/runs/{run}")
    page.get_by_role("button", name="Why did it go wrong?").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_role("button", name="burned through").click()
    dialog.get_by_role("button", name="What is it?").click()
    dialog.get_by_role("button", name="It helped").first.click()
    expect(dialog.get_by_role("button", name="It helped").first).to_have_attribute(
        "aria-pressed", "true"
    )


@SIZES
def test_a_log_is_taken_as_planned_in_one_tap_and_proposes_what_to_change(
    page, server, watched, size
):
    run = ids_of(page, server)[2]
    opened(page, server, watched, size, f"/runs/{run}")
    page.get_by_role("button", name="Add or correct").click()
    page.get_by_role("button", name="burned through").click()
    page.get_by_role("button", name=re.compile("^\\+ ")).first.click()
    expect(page.get_by_label("What to do otherwise next time?")).not_to_have_value("")
    page.get_by_role("button", name="Good after rework").click()
    page.get_by_text("As it was set and measured").click()
    page.get_by_role("button", name=re.compile("^Tip as planned")).click()
    page.get_by_role("button", name=re.compile("^Metal at the start as planned")).click()
    page.get_by_label("Bead width, back").fill("1/4 in")
    page.get_by_role("button", name="I timed more puddles").click()
    page.get_by_label("Another puddle, seconds").last.fill("soon")
    sound(page)
    page.get_by_role("button", name="Write it in the run book").click()
    expect(page.get_by_role("alert").first).to_be_visible()
    expect(page.get_by_label("Bead width, back")).to_have_value("1/4 in")
    page.get_by_label("Another puddle, seconds").last.fill("4.5")
    page.get_by_role("button", name="Write it in the run book").click()
    expect(page.get_by_role("row", name=re.compile("Bead, back"))).to_contain_text("6.4 mm")
    expect(page.get_by_role("row", name=re.compile("Metal at the start"))).to_contain_text("20 °C")
    expect(page.get_by_role("strong").filter(has_text="good after rework")).to_be_visible()
    sound(page)


def test_runs_go_out_and_another_shops_come_in(page, server, blank_server, watched):
    whole = page.request.get(f"{server.url}/api/book/export.json?verdict=reworked").body()
    opened(page, blank_server, watched, DESK, "/runs")
    expect(page.get_by_text("No runs yet.")).to_be_visible()
    box = page.locator("input[type=file]")
    box.set_input_files({"name": "x.json", "mimeType": "application/json", "buffer": b"{}"})
    expect(page.get_by_role("alert")).to_contain_text("a file of runs")
    box.set_input_files({"name": "runs.json", "mimeType": "application/json", "buffer": whole})
    expect(page.get_by_text(re.compile(r"^\d+ taken in\.$"))).to_be_visible()
    expect(page.get_by_role("listitem").first).to_contain_text("somebody 1")
