"""A tip with a number and no bore, on a phone: timed on a scrap, pinned, put into the rack."""

import re

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import DESK, PHONE, axe_violations, overflow_px

HIDDEN_MM = 0.9
PIN = re.compile(r"Try a pin: (#\d+), ([\d.]+) mm")


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
def test_a_number_becomes_a_bore(page, blank_server, watched, size):
    watched(page, blank_server)
    page.set_viewport_size(size)
    page.goto(f"{blank_server.url}/rack")
    page.get_by_role("button", name="A number, no bore?").click()
    label = f"double zero {size['width']}"
    for box, text in (
        ("Label stamped on it", label), ("Acetylene gauge", "3.6 psi"), ("Oxygen gauge", "0.25"),
        ("Steel scrap, thick", "soon"),
    ):  # fmt: skip
        page.get_by_label(box, exact=True).fill(text)
    page.get_by_label("Seconds to its puddle").first.fill("7.6")
    page.get_by_role("button", name="Find its bore").click()
    expect(page.get_by_text("Read “soon”")).to_be_visible()
    page.get_by_label("Steel scrap, thick").fill("14 ga")
    page.get_by_role("button", name="Find its bore").click()
    bore = page.get_by_role("region", name="Its bore")
    expect(bore).to_contain_text("Try a pin")
    assert axe_violations(page) == []
    assert overflow_px(page) <= 0
    tried = []
    while asked := PIN.search(bore.inner_text()):
        drill, size_mm = asked[1], float(asked[2])
        assert drill not in tried
        assert len(tried) < 6
        tried.append(drill)
        answer = "Goes in" if size_mm < HIDDEN_MM else "Does not"
        bore.get_by_role("button", name=answer).click()
        expect(bore.get_by_text(drill, exact=True)).not_to_be_visible()
    expect(bore).to_contain_text("known as well as a plan needs")
    low, high = map(float, re.search(r"\(([\d.]+)–([\d.]+)\)", bore.inner_text()).groups())
    assert low <= HIDDEN_MM <= high
    assert high - low < 0.2
    page.get_by_role("button", name="Put it in the rack").click()
    expect(page.get_by_role("button", name=f"Edit {label}")).to_be_visible()
    weld = page.get_by_role("region", name="What these tips weld")
    expect(weld).to_contain_text(label)
    page.get_by_role("button", name="Tip chart of this rack").click()
    chart = page.get_by_role("region", name="Tip chart")
    expect(chart.get_by_role("row", name=re.compile("^18 ga"))).to_be_visible()
    assert axe_violations(page) == []
    assert overflow_px(page) <= 0
