"""Backups in the page: made, looked into, put back in place, and told when one failed."""

import re

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import DESK, PHONE, axe_violations, from_menu, overflow_px
from tests.browser.test_sign_in import sign_in

SIZES = pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])


@SIZES
def test_a_backup_is_made_looked_into_and_put_in_place(page, blank_server, watched, size):
    url = blank_server.url
    page.set_viewport_size(size)
    watched(page, blank_server)

    def make(name):
        document = {"name": name, "thickness_mm": 1.2, "length_mm": 640}
        assert page.request.post(f"{url}/api/jobs", data=document, headers={"origin": url}).ok

    make("Kept")
    page.goto(f"{url}/runs")
    page.get_by_role("link", name="Backups and settings").click()
    backups = page.get_by_role("region", name="Backups")
    expect(backups).to_be_visible()
    before = backups.get_by_role("listitem").count()
    page.get_by_role("button", name="Back up now").click()
    expect(page.get_by_text("Backed up.", exact=True)).to_be_visible()
    expect(backups.get_by_role("listitem")).to_have_count(before + 1)
    make("Made since")
    page.get_by_role("button", name=re.compile("^Restore the backup of")).first.click()
    row = page.get_by_role("row", name=re.compile("^jobs 2 1 1"))
    expect(row).to_be_visible()
    assert axe_violations(page) == []
    assert overflow_px(page) <= 0
    page.get_by_role("button", name="Restore", exact=True).click()
    expect(
        page.get_by_role("status").get_by_text(re.compile("^Restored from pellak-"))
    ).to_be_visible()
    assert axe_violations(page) == []
    assert overflow_px(page) <= 0
    page.goto(url)
    tickets = page.get_by_role("navigation", name="Jobs on the bench")
    expect(tickets.get_by_role("link", name=re.compile("^Kept"))).to_be_visible()
    expect(tickets.get_by_role("link", name=re.compile("^Made since"))).to_have_count(0)


def test_a_backup_that_failed_is_said_on_every_page_until_one_was_made(page, server, watched):
    page.set_viewport_size(DESK)
    watched(page, server)
    shelf = server.folder / "backups"
    page.goto(f"{server.url}/settings")
    expect(page.get_by_role("region", name="Backups")).to_be_visible()
    # The first of the day is made beside the server; a file then stands where the folder was.
    expect(page.get_by_text(re.compile("^The newest was made"))).to_be_visible()
    away = shelf.rename(server.folder / "away")
    shelf.write_text("in the way")
    page.get_by_role("button", name="Back up now").click()
    bar = page.get_by_role("complementary", name="Backup failed")
    expect(bar).to_contain_text("Last backup failed:")
    for path in ("/", "/rack", "/day"):
        page.goto(server.url + path)
        expect(page.get_by_role("heading", level=1)).to_be_visible()
        expect(bar).to_be_visible()
    assert axe_violations(page) == []
    bar.get_by_role("link", name="Backups").click()
    shelf.unlink()
    away.rename(shelf)
    page.get_by_role("button", name="Back up now").click()
    expect(bar).to_be_hidden()


def test_everyone_is_signed_out_by_one_button_of_the_owner(page, shared_server, watched):
    page.set_viewport_size(DESK)
    watched(page, shared_server)
    page.goto(f"{shared_server.url}/settings")
    sign_in(page, "rope-locker-1")
    expect(page.get_by_text("These settings are changed with the full passcode.")).to_be_visible()
    from_menu(page, "Help and settings", "Sign out")
    sign_in(page, "coal-hatch-9")
    page.get_by_role("button", name="Sign everyone out").click()
    expect(page.get_by_role("heading", name="This Pellak is shared")).to_be_visible()
