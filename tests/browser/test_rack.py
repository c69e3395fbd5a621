"""The rack in the page: ladder, items, cylinders, files, the acetylene limit."""

import re

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import axe_violations


@pytest.fixture
def rack(desk):
    desk.get_by_role("link", name="Rack", exact=True).click()
    expect(desk.get_by_role("heading", name="Rack", level=1)).to_be_visible()
    expect(desk.get_by_role("img", name=re.compile("^Flow ladder, this job"))).to_be_visible()
    return desk


def test_a_tip_is_added_by_drill_refused_by_field_and_planned_with(rack):
    rack.get_by_role("button", name="Add to Tips").click()
    form = rack.get_by_role("dialog")
    form.get_by_label("Label stamped on it").fill("B9")
    form.get_by_label("Bore").fill("#99")
    form.get_by_role("button", name="Put it in the rack").click()
    expect(form.get_by_role("alert")).to_contain_text("Read “#99”")
    assert axe_violations(rack) == []
    form.get_by_label("Bore").fill("#66")
    form.get_by_label("Maker's chart").fill("1-1.5 mm 0.3/0.3 bar 120 L/h")
    form.get_by_role("button", name="Put it in the rack").click()
    expect(form).to_be_hidden()
    expect(rack.get_by_role("button", name="Edit B9")).to_be_visible()
    rack.get_by_role("link", name="Bench", exact=True).click()
    rack.get_by_text("7 tips compared").click()
    row = rack.get_by_role("listitem").filter(has_text="B9")
    row.get_by_role("button", name="Use").click()
    expect(rack.get_by_role("region", name="Tip from the rack")).to_contain_text("“B9”")
    pressure = rack.get_by_role("region", name="Acetylene, gas flowing")
    expect(pressure).to_contain_text("maker's chart")
    expect(pressure).to_contain_text("limit 1.03 bar")


def test_an_item_taken_out_comes_back_from_the_notice(rack):
    rack.get_by_role("button", name="Take out B4").click()
    edit = rack.get_by_role("button", name="Edit B4")
    expect(edit).to_have_count(0)
    rack.get_by_role("button", name="Restore it").click()
    expect(edit).to_be_visible()


def test_a_cylinder_is_weighed_and_its_band_narrows(rack):
    expect(rack.get_by_role("img", name=re.compile(r"^A-15: 1\.6 m³"))).to_be_visible()
    rack.get_by_role("button", name="Edit A-15").click()
    form = rack.get_by_role("dialog")
    form.get_by_label("Weight").fill("108 lb")
    form.get_by_role("button", name="Save").click()
    expect(form).to_be_hidden()
    expect(rack.get_by_role("img", name=re.compile(r"^A-15: 3\.6 m³"))).to_be_visible()
    expect(rack.get_by_text("weighed 49 kg")).to_be_visible()


def test_what_stands_out_is_told(rack):
    expect(rack.get_by_text("Past its age")).to_be_visible()
    expect(rack.get_by_text(re.compile("wants 6 of your largest"))).to_be_visible()
    expect(rack.get_by_role("region", name="Gas")).to_contain_text("the jobs on the bench want")


def test_the_limit_of_the_region_reaches_the_plan(rack):
    rack.get_by_role("radio", name="0.62 bar").click()
    rack.get_by_role("link", name="Bench", exact=True).click()
    pressure = rack.get_by_role("region", name="Acetylene, gas flowing")
    expect(pressure).to_contain_text("limit 0.62 bar")


def test_the_rack_goes_out_as_a_file_and_comes_in_again(rack):
    with rack.expect_download() as saved:
        rack.get_by_role("link", name="CSV").click()
    rack.get_by_role("button", name="Import").click()
    form = rack.get_by_role("dialog")
    form.get_by_label("Rack file").set_input_files(saved.value.path())
    expect(form).to_contain_text("21 were read")
    form.get_by_role("button", name="Take them in").click()
    expect(form).to_contain_text("0 added, 0 changed, 21 the same")
    assert axe_violations(rack) == []


def test_the_flame_is_shown_with_its_curves(desk):
    flame = desk.get_by_role("region", name="Flame", exact=True)
    expect(flame.get_by_role("img", name=re.compile("Flame temperature"))).to_be_visible()
    wrong = desk.get_by_role("region", name="When the flame is wrong")
    expect(wrong.get_by_role("img", name=re.compile("free oxygen left over"))).to_be_visible()
    expect(desk.get_by_text("Too little oxygen").first).to_be_visible()
