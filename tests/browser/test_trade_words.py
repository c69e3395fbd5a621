"""Said as the trade says it: lists in inches, contents of one's own, papers without a grade."""

import re

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import at_rest


@pytest.fixture
def inches(desk):
    desk.get_by_role("radio", name="in · °F · psi").click()
    at_rest(desk)
    return desk


def test_bare_numbers_of_a_list_are_in_inches_too(inches):
    inches.get_by_role("button", name=re.compile("^Tack and run")).click()
    turns = inches.get_by_label("Turns at, along the seam")
    turns.fill("6; 12")
    turns.press("Enter")
    expect(turns).to_have_value(re.compile("^6 in; 12 in"))


def test_limits_and_rods_are_said_and_axes_stand_at_round_numbers(inches):
    figures = inches.get_by_role("complementary", name="Figures")
    expect(figures).to_contain_text("15 psi")
    ticks = inches.get_by_role("region", name="Flame", exact=True).locator("svg text")
    numbers = [int(text) for text in ticks.all_text_contents() if re.fullmatch(r"\d{4}", text)]
    assert len(numbers) >= 3
    assert all(number % 50 == 0 for number in numbers)


def test_the_wall_card_and_the_template_follow_the_units(inches):
    inches.get_by_role("button", name=re.compile("^Tack and run")).click()
    template = inches.get_by_role("link", name="Template 1:1, A4")
    expect(template).to_have_attribute("href", re.compile("units=inch"))


def test_a_cylinder_of_ones_own_content(inches, server):
    inches.goto(f"{server.url}/rack")
    inches.get_by_role("button", name="Add to Cylinders").click()
    form = inches.get_by_role("dialog")
    form.get_by_label("Name").fill("Odd one")
    form.get_by_label("Gas", exact=True).select_option("oxygen")
    form.get_by_label("Full content, if another").fill("200")
    form.get_by_role("button", name="Put it in the rack").click()
    expect(form).to_be_hidden()
    inches.get_by_role("button", name="Edit Odd one").click()
    expect(form.get_by_label("Full content, if another")).to_have_value(re.compile("^200 ft³"))


def test_a_certificate_without_a_grade_is_read_by_its_analysis(desk, server):
    desk.goto(f"{server.url}/metals")
    desk.get_by_role("button", name="Import").click()
    form = desk.get_by_role("dialog")
    paper = "heat,C,Si,Mn,Cr,Mo\nZZ-1,0.29,0.24,0.47,0.92,0.18\n"
    form.get_by_label("Certificate file").set_input_files(
        {"name": "mill.csv", "mimeType": "text/csv", "buffer": paper.encode()}
    )
    expect(form).to_contain_text("ZZ-1")
    expect(form).to_contain_text("4130, by its analysis: no grade is named")


@pytest.mark.parametrize(
    ("question", "says"),
    [
        ("rod for 2 mm", "R45"),
        ("time for 400 mm of 16 ga", "min of flame"),
        ("pressure B3", "gas flowing"),
        ("flux for aluminium", "flux"),
        ("ce of BW-4417", "heat BW-4417"),
    ],
)
def test_find_or_reckon_knows_the_shop(desk, question, says):
    desk.keyboard.press("/")
    dialog = desk.get_by_role("dialog")
    dialog.get_by_label("Find or reckon").fill(question)
    expect(dialog).to_contain_text(re.compile(re.escape(says), re.IGNORECASE))


def test_dressing_and_flux_stand_where_they_are_done(desk):
    desk.get_by_role("link", name=re.compile("^Cowl vent halves")).click()
    dress = desk.get_by_role("region", name="Dress the seam")
    expect(dress).to_contain_text("flux off first")
    expect(desk.get_by_role("region", name="Mix the flux")).to_contain_text("Tap water")
