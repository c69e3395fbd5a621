"""Every metal in the page: the piece told, stops that hold, the Metals place, certificates."""

import re

import pytest
from playwright.sync_api import expect

from tests.browser.card_walk import walk_to
from tests.browser.conftest import DESK, PHONE, at_rest, axe_violations, overflow_px
from tests.browser.test_drawings import TEXT_THAT_IS_CUT, WORDS_THAT_CLASH
from tests.browser.test_story import make_job, type_size

SIZES = {
    "tipped edge": {},
    "outside corner": {},
    "tee": {},
    "lap": {},
    "tube cluster": {"Outside diameter of the tube": "32"},
    "pipe butt": {"Outside diameter of the pipe": "48.3"},
    "casting crack": {},
}
CERTIFICATE = "heat;alloy;C;Mn;Cr;Mo;Hv\nH-9;4130;0,29;0,47;0,92;0,18;210\n"


def answer(page, label, choice):
    region = page.get_by_role("region", name=label, exact=True)
    region.get_by_role("button", name=re.compile("^(Answer|Change)")).click()
    page.get_by_role("dialog").get_by_role("button", name=re.compile(f"^{choice}")).click()
    expect(page.get_by_role("dialog")).to_be_hidden()


def open_job(page, name):
    page.get_by_role("link", name=re.compile(name)).click()
    expect(page.get_by_label("Name of the job")).to_have_value(name)


def test_a_stop_holds_the_start_until_it_is_answered(desk):
    make_job(desk, "Flashing", "roof lead")
    type_size(desk, "Thickness", "code 5")
    expect(desk.get_by_role("textbox", name="Thickness", exact=True)).to_have_value(
        re.compile(r"2\.24 mm")
    )
    type_size(desk, "Seam length", "900")
    start = desk.get_by_role("button", name="Take it to the bench")
    expect(start).to_be_disabled()
    stop = desk.get_by_role("region", name="Lead fume")
    expect(stop).to_contain_text("not told")
    expect(desk.get_by_text("P3 respirator, before any flame").first).to_be_visible()
    answer(desk, "Lead fume", "open air")
    expect(start).to_be_enabled()
    answer(desk, "On the metal", "cadmium")
    expect(start).to_be_disabled()
    caution = desk.locator("details").filter(has_text="Cadmium: no torch").first
    caution.locator("summary").click()
    expect(caution.get_by_text("can kill, hours later")).to_be_visible()
    assert axe_violations(desk) == []
    desk.keyboard.press("Control+z")
    expect(start).to_be_enabled()


def test_a_metal_nobody_knows_and_one_that_is_refused(desk):
    make_job(desk, "Bracket", "dc01")
    type_size(desk, "Thickness", "3")
    answer(desk, "Metal", "Nobody knows")
    expect(desk.get_by_text("Spark it, file it, try a magnet").first).to_be_visible()
    region = desk.get_by_role("region", name="Metal", exact=True)
    region.get_by_role("button", name="Change: Metal").click()
    desk.get_by_label("Search the metals").fill("5083")
    desk.get_by_role("dialog").get_by_role("button", name=re.compile("5083")).click()
    expect(desk.get_by_text("is not fused by torch").first).to_be_visible()
    expect(desk.get_by_text("rivets").first).to_be_visible()
    expect(desk.get_by_role("button", name="Take it to the bench")).to_be_disabled()


def test_preheat_shows_every_method_the_curve_and_lets_a_school_be_chosen(desk):
    make_job(desk, "Lug", "4130")
    type_size(desk, "Thickness", "5 mm")
    type_size(desk, "Seam length", "80")
    heat = desk.get_by_role("region", name="Heat it first to")
    expect(heat).to_contain_text("205")
    methods = desk.get_by_role("region", name="Every method beside the others")
    expect(methods).to_contain_text("Seferian")
    expect(methods).to_contain_text("not valid here")
    expect(desk.get_by_role("img", name=re.compile("Hardness beside the seam"))).to_be_visible()
    expect(desk.get_by_role("region", name="Prove it with crayons")).to_contain_text("218 °C melts")
    heat.get_by_role("button", name=re.compile("Both schools")).click()
    seferian = desk.get_by_role("dialog").get_by_role("listitem").filter(has_text="Seferian")
    seferian.get_by_role("button", name="For this job").click()
    desk.keyboard.press("Escape")
    expect(heat).to_contain_text("was 205 °C")
    expect(heat).to_contain_text("175")
    desk.get_by_role("radio", name="in · °F · psi").click()
    expect(heat).to_contain_text("°F")


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
def test_every_joint_is_drawn_with_its_boxes_and_nothing_clashes(desk, size):
    make_job(desk, "Any joint", "dc01")
    type_size(desk, "Thickness", "1.6")
    type_size(desk, "Seam length", "250")
    desk.set_viewport_size(size)
    for joint, sizes in SIZES.items():
        answer(desk, "Joint", joint)
        drawing = desk.get_by_role("img", name=re.compile(f"^{joint} in section", re.IGNORECASE))
        expect(drawing).to_be_visible()
        for label, text in sizes.items():
            type_size(desk, label, text)
            expect(desk.get_by_role("status")).to_have_text("Saved")
        at_rest(desk)
        assert desk.evaluate(WORDS_THAT_CLASH) == [], joint
        assert desk.evaluate(TEXT_THAT_IS_CUT) == [], joint
        assert overflow_px(desk) <= 0, joint
    assert axe_violations(desk) == []


def test_a_dimension_of_the_joint_is_typed_on_its_drawing(desk):
    open_job(desk, "Chart-house flashing")
    overlap = desk.get_by_role("textbox", name="Overlap", exact=True)
    expect(overlap).to_have_value("overlap 25 mm")
    type_size(desk, "Overlap", "1-1/4 in")
    expect(overlap).to_have_value(re.compile(r"overlap 31\.8 mm"))
    leg = desk.get_by_role("textbox", name="Leg of the fillet", exact=True)
    assert "border-dashed" in leg.get_attribute("class")
    type_size(desk, "Leg of the fillet", "3")
    expect(leg).not_to_have_class(re.compile("border-dashed"))


def test_the_iron_job_soaks_and_says_how_it_cools(desk):
    open_job(desk, "Bilge-pump body")
    expect(desk.get_by_role("region", name="Heat it first to")).to_contain_text("600")
    spread = desk.get_by_role("region", name="Spread across the part, at most")
    expect(spread).to_contain_text("75")
    expect(desk.get_by_role("region", name="Cool no faster than")).to_contain_text("50")


def test_the_iron_job_is_heated_at_the_bench(page, quick_server, watched):
    watched(page, quick_server)
    page.set_viewport_size(DESK)
    page.set_default_timeout(20_000)
    page.goto(quick_server.url)
    page.get_by_role("link", name=re.compile("Bilge-pump body")).click()
    expect(page.get_by_label("Name of the job")).to_have_value("Bilge-pump body")
    page.get_by_role("button", name="Take it to the bench").click()
    walk_to(page, re.compile("^Heating: start"))
    expect(page.get_by_text("Heat it broad and slow")).to_be_visible()
    expect(page.get_by_text("600")).to_be_visible()


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
def test_metals_are_searched_looked_at_and_compared(desk, server, size):
    desk.set_viewport_size(size)
    desk.get_by_role("link", name="Metals", exact=True).click()
    desk.get_by_label("Search the metals").fill("1045")
    desk.get_by_role("button", name="SAE 1045 carbon steel").click()
    expect(desk.get_by_role("heading", name="SAE 1045")).to_be_visible()
    for ruler in ("CE, International Institute of Welding", "Pcm, Ito and Bessyo"):
        expect(desk.get_by_role("region", name=ruler)).to_be_visible()
    desk.get_by_label("Search the metals").fill("grey iron")
    desk.get_by_role("button", name="Compare with Grey iron class 30").click()
    expect(desk.get_by_role("article")).to_have_count(2)
    expect(desk.get_by_role("region", name="Carbon saturation, Grey iron")).to_be_visible()
    assert axe_violations(desk) == []
    assert overflow_px(desk) <= 0
    assert desk.evaluate(TEXT_THAT_IS_CUT) == []


def test_a_heat_is_pasted_refused_by_field_kept_and_put_away(desk):
    desk.get_by_role("link", name="Metals", exact=True).click()
    desk.get_by_role("button", name="+ Heat lot").click()
    form = desk.get_by_role("dialog")
    form.get_by_label("Heat-lot number").fill("H-12")
    form.get_by_label("Which alloy of the catalogue?").fill("4130")
    form.get_by_label("Analysis, element and amount in turn").fill("C 0.31 Qq 5")
    form.get_by_role("button", name="Keep the heat lot").click()
    expect(form.get_by_role("alert")).to_contain_text("Read “Qq 5”")
    assert axe_violations(desk) == []
    form.get_by_label("Analysis, element and amount in turn").fill("C 0.31 Mn 0.4-0.6 Cr .95")
    form.get_by_role("button", name="Keep the heat lot").click()
    expect(desk.get_by_role("heading", name="4130 normalised tube, heat H-12")).to_be_visible()
    expect(desk.get_by_role("article")).to_contain_text("0.4–0.6")
    desk.get_by_role("button", name="Archive").click()
    row = desk.get_by_role("list", name="Metals found").get_by_text("heat H-12")
    expect(row).to_have_count(0)
    desk.get_by_role("button", name="Restore it").click()
    expect(row).to_be_visible()


def test_a_certificate_file_is_looked_into_then_taken_whole(desk, tmp_path):
    desk.get_by_role("link", name="Metals", exact=True).click()
    desk.get_by_role("button", name="Import").click()
    form = desk.get_by_role("dialog")
    bad = tmp_path / "bad.csv"
    bad.write_text("heat,alloy,C\nH-1,4130,zero\n")
    form.get_by_label("Certificate file").set_input_files(bad)
    expect(form.get_by_role("alert")).to_contain_text("row 2, column C")
    good = tmp_path / "good.csv"
    good.write_text(CERTIFICATE)
    form.get_by_label("Certificate file").set_input_files(good)
    expect(form).to_contain_text("1 was read")
    expect(form).to_contain_text("column Hv")
    form.get_by_role("button", name="Take it in").click()
    expect(form).to_contain_text("1 taken in")
    assert axe_violations(desk) == []
    form.get_by_role("button", name="Close").click()
    with desk.expect_download() as saved:
        desk.get_by_role("link", name="CSV").click()
    assert "H-9,4130,,0.29,,0.47,,,0.92,0.18" in saved.value.path().read_text()


def test_a_job_names_an_own_heat(desk):
    make_job(desk, "Second mast", "BW-4502")
    expect(desk.get_by_role("region", name="Metal", exact=True)).to_contain_text("heat BW-4502")
