"""A blank shop by few keys: four jobs to the bench, a whole rack written down."""

import re

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import axe_violations, from_menu, overflow_px

LINES = [
    ("18ga 25in", "18ga 25in", "", "First puddle in"),
    (".049 4130", "1in .049 4130", "2", "First puddle in"),
    ("3/8 iron", "3/8 iron 3in", "11", "Heat it first to"),
    ("2x2x1/8", "2x2x1/8 10' 1", "12", "Acetylene, gas flowing"),
]
"""What is typed for a first figure and for the bench; the answers by their numbers; the figure."""


@pytest.mark.parametrize(("short", "whole", "answers", "figure"), LINES, ids=[x[0] for x in LINES])
def test_in_a_blank_shop_a_job_is_at_the_bench_in_sixteen_keys(
    page, blank_server, watched, short, whole, answers, figure
):
    page.add_init_script("localStorage.setItem('pellak.units', 'inch')")
    watched(page, blank_server)
    page.goto(blank_server.url)
    expect(page.get_by_label("Say it in one line")).to_be_focused()
    assert len(f"{short}\n") <= 12
    assert len(f"{whole}\n{answers}") <= 16
    page.keyboard.type(short)
    page.keyboard.press("Enter")
    expect(page.get_by_label("Name of the job")).to_have_value(short)
    station = "Preheat" if figure.startswith("Heat") else "Torch"
    page.get_by_role("button", name=re.compile(station)).first.click()
    expect(page.get_by_role("region", name=figure)).to_contain_text(re.compile(r"\d"))
    from_menu(page, "More", "Archive")
    expect(page.get_by_label("Say it in one line")).to_be_focused()
    page.keyboard.type(whole)
    page.keyboard.press("Control+Enter")
    for number in answers:
        asked = page.get_by_role("dialog").get_by_role("heading").inner_text()
        page.keyboard.press(number)
        expect(page.get_by_role("dialog", name=asked)).to_have_count(0)
    expect(page).to_have_url(re.compile("/bench$"))
    # Who goes back has not asked for it again.
    page.go_back()
    expect(page.get_by_label("Name of the job")).to_have_value(whole)
    expect(page.get_by_role("button", name="Back to the bench")).to_be_visible()


def test_a_whole_rack_is_written_down_in_forty_keys(page, blank_server, watched):
    page.add_init_script("localStorage.setItem('pellak.units', 'inch')")
    watched(page, blank_server)
    page.goto(f"{blank_server.url}/rack")
    line = page.get_by_label("A line a thing")
    expect(line).to_be_focused()
    keys = 0
    for said in ("1 72", "2 67", "3 60", "4 56", "torch", "ac145", "ox80"):
        page.keyboard.type(said)
        page.keyboard.press("Enter")
        keys += len(said) + 1
    assert keys <= 40
    taken = page.get_by_role("list", name="Taken in").get_by_role("listitem")
    expect(taken).to_have_count(7)
    expect(taken.first).to_contain_text("80 ft³")
    page.keyboard.type("3 soup")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("Read")
    page.get_by_role("button", name="3 soup").click()
    expect(line).to_have_value("3 soup")
    expect(page.get_by_role("alert")).to_have_count(0)
    assert axe_violations(page) == []
    assert overflow_px(page) <= 0
    page.goto(f"{blank_server.url}/rack")
    expect(page.get_by_role("button", name="Edit 4")).to_be_visible()
    expect(line).to_have_count(0)
    page.get_by_role("button", name="+ Several").click()
    expect(line).to_be_focused()
    assert axe_violations(page) == []
