"""The drawings: no words over words, nothing cut, one scale on both axes, for any sheet."""

import re

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import DESK, PHONE, TABLET, at_rest, overflow_px
from tests.browser.test_story import make_job, scale_of, type_size

SHEETS = ["0.5 mm", "18 ga", "1/8 in", "6 mm", "10 mm", "25 mm"]

WORDS_THAT_CLASH = """
() => {
  const clashes = [];
  const boxOf = (element) => element.getBoundingClientRect();
  const over = (a, b) => Math.min(a.right, b.right) - Math.max(a.left, b.left) > 1.5
    && Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top) > 2.5;
  for (const drawing of document.querySelectorAll('main svg')) {
    const frame = boxOf(drawing);
    const words = [...drawing.querySelectorAll('text')].filter((t) => t.textContent.trim());
    for (const [place, word] of words.entries()) {
      const box = boxOf(word);
      if (box.left < frame.left - 1 || box.right > frame.right + 1)
        clashes.push(`cut: ${word.textContent}`);
      for (const other of words.slice(place + 1))
        if (over(box, boxOf(other))) clashes.push(`${word.textContent} over ${other.textContent}`);
      for (const field of document.querySelectorAll('main input:not([type=search])'))
        if (over(box, boxOf(field))) clashes.push(`${word.textContent} under ${field.ariaLabel}`);
    }
  }
  const fields = [...document.querySelectorAll('main input:not([type=search])')];
  for (const [place, field] of fields.entries())
    for (const other of fields.slice(place + 1))
      if (over(boxOf(field), boxOf(other)))
        clashes.push(`${field.ariaLabel} on ${other.ariaLabel}`);
  const lines = 'main svg path[fill=none], main svg g[fill=none] > path';
  for (const line of document.querySelectorAll(lines))
    for (const field of fields)
      if (over(boxOf(line), boxOf(field))) clashes.push(`a line under ${field.ariaLabel}`);
  const drawings = [...document.querySelectorAll('main svg')];
  for (const [place, drawing] of drawings.entries())
    for (const other of drawings.slice(place + 1))
      if (over(boxOf(drawing), boxOf(other))) clashes.push('a drawing lies on another');
  return clashes;
}
"""

TEXT_THAT_IS_CUT = """
() => [...document.querySelectorAll('main input:not([type=search]), main button, main p, main h2')]
  .filter((element) => element.clientWidth > 2 && element.scrollWidth > element.clientWidth + 1)
  .map((element) => element.value || element.textContent)
"""


@pytest.mark.parametrize("units", ["mm · °C · bar", "in · °F · psi"])
@pytest.mark.parametrize("size", [DESK, TABLET, PHONE], ids=["desk", "tablet", "phone"])
def test_no_words_clash_and_none_are_cut_whatever_the_sheet(desk, size, units):
    make_job(desk, "Any sheet")
    type_size(desk, "Seam length", "640")
    desk.get_by_role("radio", name=units).click()
    desk.set_viewport_size(size)
    for sheet in SHEETS:
        type_size(desk, "Thickness", sheet)
        expect(desk.get_by_role("status")).to_have_text("Saved")
        expect(desk.get_by_role("textbox", name="Thickness", exact=True)).not_to_be_focused()
        at_rest(desk)
        assert desk.evaluate(WORDS_THAT_CLASH) == [], sheet
        assert desk.evaluate(TEXT_THAT_IS_CUT) == [], sheet
        assert overflow_px(desk) <= 0, sheet


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
def test_one_scale_holds_across_sheets(desk, size):
    desk.set_viewport_size(size)
    for typed, thickness_mm in (("1", 1.0), ("2", 2.0), ("3", 3.0)):
        type_size(desk, "Thickness", typed)
        pool = desk.get_by_role("region", name="Pool width to hold")
        expect(desk.get_by_role("textbox", name="Thickness", exact=True)).to_have_value(
            f"{typed} mm"
        )
        pool_mm = float(re.search(r"hold\D*?([\d.]+)", pool.inner_text().replace("\n", " "))[1])
        assert scale_of(desk) == pytest.approx(thickness_mm / pool_mm, rel=0.05)


def test_the_drawings_have_words_for_those_who_cannot_see_them(desk):
    across = desk.get_by_role("img", name=re.compile("Across the seam"))
    result = across.get_attribute("aria-labelledby")
    words = desk.locator(f"[id='{result}']").text_content()
    for part in ("1.2 mm thick", "edges touching", "cone 5.4 mm", "Pool 5.6 mm", "Blue band"):
        assert part in words
    desk.get_by_role("radio", name="in · °F · psi").click()
    expect(desk.locator(f"[id='{result}']")).to_contain_text("0.047 in thick")


def test_the_seam_line_lays_bead_as_stations_settle(desk):
    bead = desk.get_by_role("navigation", name="Stations of the job").locator("ellipse")
    settled = bead.count()
    make_job(desk, "Fresh")
    expect(desk.get_by_text("Type the thickness first")).to_be_visible()
    assert bead.count() < settled
    type_size(desk, "Thickness", "1.2")
    type_size(desk, "Seam length", "300")
    expect(desk.get_by_role("button", name="Take it to the bench")).to_be_enabled()
    assert bead.count() == settled


def test_everything_at_the_desk_is_reached_by_keyboard(desk):
    reached = set()
    # Every figure of every station stands between the drawing and the way to the bench.
    for _ in range(140):
        desk.keyboard.press("Tab")
        reached.add(
            desk.evaluate(
                "document.activeElement.ariaLabel || document.activeElement.textContent.trim()"
            )
        )
    for name in ("Thickness", "Gap between the edges", "Seam length", "Take it to the bench"):
        assert name in reached
    assert any("Show working: First puddle in" in name for name in reached)
    assert any(name.startswith("Torch") for name in reached)


def test_motion_is_still_for_those_who_ask(desk):
    desk.emulate_media(reduced_motion="reduce")
    moving = desk.evaluate(
        "[...document.querySelectorAll('*')]"
        ".filter(e => getComputedStyle(e).animationName !== 'none').length"
    )
    assert moving == 0


def test_paper_gets_the_plan_without_the_screens_furniture(desk):
    desk.emulate_media(media="print")
    expect(desk.get_by_role("button", name="Find or reckon")).to_be_hidden()
    expect(desk.get_by_role("img", name=re.compile("Across the seam"))).to_be_visible()
    expect(desk.get_by_role("region", name="First puddle in")).to_be_visible()
