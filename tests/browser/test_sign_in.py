"""A shared Pellak: signing in at its page, what a passcode lets one do, signing out."""

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import DESK, PHONE, axe_violations, from_menu, overflow_px


def sign_in(page, passcode):
    page.get_by_label("Passcode").fill(passcode)
    page.get_by_role("button", name="Sign in").click()


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
def test_signing_in_and_out(page, shared_server, watched, size):
    page.set_viewport_size(size)
    watched(page, shared_server)
    page.goto(shared_server.url)
    expect(page.get_by_role("heading", name="This Pellak is shared")).to_be_visible()
    assert axe_violations(page) == []
    assert overflow_px(page) <= 0
    sign_in(page, "not-this-one")
    expect(page.get_by_role("alert")).to_be_visible()
    sign_in(page, "coal-hatch-9")
    name = page.get_by_label("Name of the job")
    expect(name).to_be_visible()
    assert axe_violations(page) == []
    assert overflow_px(page) <= 0
    page.reload()
    expect(name).to_be_visible()
    from_menu(page, "Help and settings", "Sign out")
    expect(page.get_by_role("heading", name="This Pellak is shared")).to_be_visible()
    expect(name).to_be_hidden()


def test_who_may_only_look_is_told_so_and_changes_nothing(page, shared_server, watched):
    page.set_viewport_size(DESK)
    watched(page, shared_server)
    page.goto(shared_server.url)
    sign_in(page, "rope-locker-1")
    expect(page.get_by_label("Name of the job")).to_be_visible()
    page.get_by_role("button", name="Take it to the bench").click()
    expect(page.get_by_text("This passcode lets you look").first).to_be_visible()
    assert "/bench" not in page.url
