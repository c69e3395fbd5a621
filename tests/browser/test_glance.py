"""At a glance: what leads at a station and the rest behind it; a job said in one line; jobs found
again; at every size what to do next is in sight."""

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

SIZES = pytest.mark.parametrize("size", [DESK, TABLET, PHONE], ids=["desk", "tablet", "phone"])
MOST_WORDS, MOST_SCREENS = 120, 3
"""Of a station with its drawing, before anything is opened; without the list of jobs."""
WORDS = """
() => {
    // A word has two letters together: figures and ticks are looked at, not read.
    const seen = (node) => {
        const range = document.createRange();
        range.selectNodeContents(node);
        const boxes = [range, node.parentElement].map((one) => one.getBoundingClientRect());
        return boxes.every((box) => box.width > 1 && box.height > 1)
            && node.parentElement.checkVisibility({ visibilityProperty: true });
    };
    const job = document.querySelector('main > div > div');
    const walk = document.createTreeWalker(job, NodeFilter.SHOW_TEXT);
    const words = [];
    while (walk.nextNode())
        if (seen(walk.currentNode))
            words.push(...walk.currentNode.textContent.split(/\\s+/)
                .filter((word) => /\\p{L}{2}/u.test(word)));
    return words.length;
}
"""
SCREENS = "document.body.scrollHeight / innerHeight"
IN_SIGHT = """
(name) => [...document.querySelectorAll('button')].some((one) => {
    const box = one.getBoundingClientRect();
    return one.textContent === name && box.top >= 0 && box.bottom <= innerHeight + 1;
})
"""


@pytest.fixture
def glancing(page, server, watched):
    def opened(size, path="/", units="metric"):
        page.set_viewport_size(size)
        page.add_init_script(
            "localStorage.setItem('pellak.figures', 'leading');"
            f"localStorage.setItem('pellak.units', '{units}')"
        )
        watched(page, server)
        page.goto(server.url + path)
        expect(page.get_by_label("Name of the job")).to_be_visible()
        return page

    return opened


def sound(page):
    at_rest(page)
    assert axe_violations(page) == []
    assert overflow_px(page) <= 0
    assert page.evaluate(WORDS_THAT_CLASH) == []
    assert page.evaluate(TEXT_THAT_IS_CUT) == []


@SIZES
def test_the_station_at_hand_says_what_leads_and_the_act_is_in_sight(glancing, size):
    page = glancing(size, units="inch")
    page.get_by_role("button", name=re.compile("Torch")).first.click()
    figures = page.get_by_role("complementary", name="Figures")
    for label in ("Tip from the rack", "First puddle in", "Acetylene, gas flowing", "Lens shade"):
        expect(figures.get_by_role("region", name=label)).to_be_visible()
    expect(figures.get_by_role("region")).to_have_count(6)
    sound(page)
    assert page.evaluate(IN_SIGHT, "Take it to the bench")
    assert page.evaluate(WORDS) <= MOST_WORDS
    if size == PHONE:
        assert page.evaluate(SCREENS) <= MOST_SCREENS
        first = figures.get_by_role("region").first.bounding_box()
        assert first["y"] + first["height"] < size["height"]


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
def test_every_station_of_every_job_is_read_at_a_look(glancing, server, size):
    page = glancing(size, units="inch")
    jobs = page.request.get(f"{server.url}/api/jobs").json()["tickets"]
    looked = []
    for job in jobs:
        page.goto(f"{server.url}/jobs/{job['id']}")
        expect(page.get_by_label("Name of the job")).to_have_value(job["name"])
        stations = page.get_by_role("navigation", name="Stations of the job").get_by_role("button")
        for number in range(stations.count()):
            stations.nth(number).click()
            expect(stations.nth(number)).to_have_attribute("aria-current", "step")
            looked.append((job["name"], number, page.evaluate(WORDS), page.evaluate(SCREENS)))
    assert len(looked) > 90
    assert [one for one in looked if not 30 < one[2] <= MOST_WORDS] == []
    if size == PHONE:
        assert [one for one in looked if one[3] > MOST_SCREENS] == []


TWICE_AS_LARGE = {"width": 640, "height": 400}
"""What a desk of 1280 by 800 has at 200 %."""
WITHOUT_GROUND = """
() => [...document.querySelectorAll('svg[role="img"]')]
    .filter((one) => getComputedStyle(one).backgroundColor === 'rgba(0, 0, 0, 0)')
    .map((one) => one.textContent)
"""
NOT_TOLD_APART = """
() => [...document.querySelectorAll('[aria-pressed="true"], [aria-checked="true"], [aria-current]')]
    .filter((one) => getComputedStyle(one).outlineStyle !== 'solid')
    .map((one) => one.textContent)
"""


@pytest.mark.parametrize("theme", ["day", "hood"])
def test_at_twice_the_size_in_forced_colours_and_without_motion_all_of_it_is_there(
    glancing, server, theme
):
    page = glancing(TWICE_AS_LARGE, units="inch")
    page.emulate_media(reduced_motion="reduce")
    page.evaluate(f"localStorage.setItem('pellak.theme', '{theme}')")
    page.reload()
    expect(page.get_by_label("Name of the job")).to_be_visible()
    for path in ("/rack", "/metals", "/runs", "/day", "/practice", "/"):
        gone_to(page, path)
        sound(page)
        assert page.evaluate("document.getAnimations().length") == 0
        page.emulate_media(forced_colors="active", reduced_motion="reduce")
        assert page.evaluate(WITHOUT_GROUND) == [], path
        assert page.evaluate(NOT_TOLD_APART) == [], path
        page.emulate_media(forced_colors="none", reduced_motion="reduce")
    page.get_by_role("button", name=re.compile("Torch")).first.click()
    assert page.evaluate(IN_SIGHT, "Take it to the bench")
    page.get_by_role("button", name="Why: Lens shade").click()
    panel = page.get_by_role("dialog")
    expect(panel).to_be_visible()
    box = panel.bounding_box()
    assert box["y"] >= 0
    assert box["y"] + box["height"] <= TWICE_AS_LARGE["height"]


def test_one_mark_opens_everything_behind_a_figure(glancing):
    page = glancing(DESK, units="inch")
    page.get_by_role("button", name=re.compile("Torch")).first.click()
    page.get_by_role("button", name="Why: Acetylene, gas flowing").click()
    panel = page.get_by_role("dialog")
    expect(panel.get_by_role("heading", name="Mine")).to_be_visible()
    expect(panel).to_contain_text("With numbers")
    expect(panel).to_contain_text("Source")
    assert axe_violations(page) == []
    page.keyboard.press("Escape")
    expect(page.get_by_role("button", name="Why: Acetylene, gas flowing")).to_be_focused()
    page.get_by_role("button", name=re.compile("^All figures")).click()
    expect(page.get_by_role("region", name="Acetylene flow")).to_be_visible()
    page.get_by_role("button", name=re.compile("^Only what leads")).click()
    expect(page.get_by_role("region", name="Acetylene flow")).to_have_count(0)


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
def test_a_line_says_how_it_was_read_and_what_was_not(glancing, size):
    page = glancing(size, units="inch")
    page.get_by_role("button", name="+ New").click()
    said = page.get_by_label("Say it in one line")
    expect(said).to_be_focused()
    said.fill("2x2x1/8 tube 10 ft bow 1 in for uncle")
    dialog = page.get_by_role("dialog")
    expect(dialog).to_contain_text("Straighten")
    expect(dialog).to_contain_text("Section box tube")
    expect(dialog).to_contain_text("Bow 1 in")
    expect(dialog).to_contain_text("Not read: uncle")
    sound(page)
    said.fill("18 mild butt 25 ft")
    expect(dialog).to_contain_text("for the gauge type 18 ga")
    page.keyboard.press("Enter")
    expect(dialog).to_be_visible()


def test_jobs_are_found_put_in_order_copied_archived_and_restored(glancing):
    page = glancing(DESK)
    rail = page.get_by_role("navigation", name="Jobs on the bench")
    rail.get_by_label("Find a job").fill("cowl")
    expect(rail.get_by_role("link")).to_have_count(1)
    rail.get_by_role("link", name=re.compile("^Cowl vent")).click()
    from_menu(page, "More", "Duplicate")
    expect(page.get_by_label("Name of the job")).to_have_value("Cowl vent halves (2)")
    expect(rail.get_by_role("link")).to_have_count(2)
    from_menu(page, "More", "Archive")
    expect(rail.get_by_role("link")).to_have_count(1)
    rail.get_by_label("Which jobs").select_option("Archived")
    rail.get_by_role("button", name="Restore Cowl vent halves (2)").click()
    expect(page.get_by_label("Name of the job")).to_have_value("Cowl vent halves (2)")
    from_menu(page, "More", "Archive")
    rail.get_by_role("button", name="All jobs again").click()
    rail.get_by_label("In which order").select_option("A to Z")
    expect(rail.get_by_role("link").first).to_contain_text(re.compile("^[A-C]"))


def test_what_is_missing_is_a_button_to_where_it_is_asked(glancing):
    page = glancing(PHONE)
    page.get_by_role("button", name="+ New").click()
    page.get_by_label("Say it in one line").fill("4130")
    page.keyboard.press("Enter")
    expect(page.get_by_label("Name of the job")).to_have_value(re.compile("^4130"))
    page.get_by_role("button", name=re.compile("Torch")).first.click()
    bar = page.get_by_role("group", name="What to do with the job")
    missing = bar.get_by_role("button").first
    expect(missing).to_contain_text("vented at both ends")
    missing.click()
    asked = page.get_by_role("dialog", name="Is anything closed being heated?")
    assert axe_violations(page) == []
    asked.get_by_role("button", name=re.compile("^vented")).click()
    expect(asked).to_have_count(0)
    expect(missing).to_contain_text("thickness")
    missing.click()
    expect(page.get_by_role("textbox", name=re.compile("Wall|Thickness"))).to_be_focused()
    from_menu(page, "More", "Archive")


def test_help_has_the_keys_and_the_words(glancing):
    page = glancing(PHONE)
    from_menu(page, "Help and settings", "Help: keys and words")
    page.get_by_label("Find a word").fill("puddle")
    expect(page.get_by_role("dialog")).to_contain_text("until the first metal runs")
    assert axe_violations(page) == []
    page.keyboard.press("Escape")
    from_menu(page, "Help and settings", "Settings")
    page.get_by_role("radio", name="Every figure").click()
    page.get_by_role("link", name="Bench", exact=True).click()
    expect(page.get_by_role("region", name="Acetylene flow")).to_be_visible()


TOO_SMALL = """
() => [...document.querySelectorAll('button, summary, select, [role=radio]')]
  .filter((one) => one.offsetParent !== null)
  .map((one) => [one.ariaLabel || one.textContent.trim(), one.getBoundingClientRect()])
  .filter(([, box]) => box.height > 1 && (box.height < 43.5 || box.width < 43.5))
  .map(([name, box]) => `${name}: ${Math.round(box.width)} x ${Math.round(box.height)}`)
"""


@pytest.mark.parametrize("size", [TABLET, PHONE], ids=["tablet", "phone"])
def test_every_target_is_wide_and_high_enough_for_a_finger(browser, server, watched, size):
    context = browser.new_context(viewport=size, has_touch=True, is_mobile=True)
    page = watched(context.new_page(), server)
    page.goto(server.url)
    for path in ("/", "/rack", "/metals", "/runs"):
        if path != "/":
            gone_to(page, path)
        at_rest(page)
        expect(page.locator("main").locator("a, button").first).to_be_visible()
        assert page.evaluate(TOO_SMALL) == [], path
        assert overflow_px(page) <= 0, path
    context.close()
