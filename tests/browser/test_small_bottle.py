"""The owner of one small bottle: told what would weld his sheet, and what this cylinder carries."""

from playwright.sync_api import expect

from tests.browser.conftest import PHONE, axe_violations, overflow_px


def test_a_piece_the_acetylene_cannot_feed_says_what_would(page, blank_server, watched):
    watched(page, blank_server)
    page.set_viewport_size(PHONE)
    small = {"kind": "cylinder", "name": "A", "gas": "acetylene", "size": "acetylene-0.28"}
    tip = {"kind": "tip", "name": "unnumbered", "orifice_mm": 0.9}
    sheet = {"kind": "seam", "name": "gate", "thickness_mm": 1.2, "length_mm": 600}
    for where, body in (("rack", small), ("rack", tip), ("jobs", sheet)):
        assert page.request.post(f"{blank_server.url}/api/{where}", data=body).ok
    page.goto(blank_server.url)
    page.get_by_role("button", name="Torch").first.click()
    would = page.get_by_role("region", name="What would weld it")
    expect(would).to_contain_text("Smallest cylinder")
    expect(would).to_contain_text("2.1 m³")
    expect(would).to_contain_text("5 like it")
    assert overflow_px(page) <= 0
    assert axe_violations(page) == []
    would.get_by_role("link", name="Change the cylinder").click()
    expect(page.get_by_role("heading", name="Rack", exact=True)).to_be_visible()
