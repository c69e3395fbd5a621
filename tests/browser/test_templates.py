"""A job kept as a template, sent to another shop as a file, and put to a piece with its sums."""

import re

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import DESK, PHONE, axe_violations, from_menu


def opened(page, server, watched, size=DESK):
    page.set_viewport_size(size)
    watched(page, server)
    page.goto(server.url)
    expect(page.get_by_label("Name of the job")).to_be_visible()


def test_a_job_is_kept_as_a_template_begun_and_forgotten(page, server, watched):
    opened(page, server, watched, PHONE)
    name = page.get_by_label("Name of the job").input_value()
    from_menu(page, "More", "Save as a template")
    expect(page.get_by_text(f"“{name}” is a template").first).to_be_visible()
    page.keyboard.press("n")
    dialog = page.get_by_role("dialog", name="New job")
    kept = dialog.get_by_role("list", name="Templates").get_by_role("listitem")
    expect(kept).to_have_count(1)
    assert axe_violations(page) == []
    kept.get_by_role("button", name=re.compile(f"^{re.escape(name)}")).click()
    expect(dialog).to_be_hidden()
    expect(page.get_by_label("Name of the job")).to_have_value(f"{name} (2)")
    page.keyboard.press("Escape")
    page.locator("body").press("n")
    dialog.get_by_role("button", name=f"Forget the template {name}").click()
    expect(dialog.get_by_role("list", name="Templates")).to_be_hidden()


def test_a_job_goes_out_as_a_file(page, server, watched):
    opened(page, server, watched)
    page.get_by_role("button", name="More", exact=True).click()
    with page.expect_download() as saved:
        page.get_by_role("menuitem", name="As a file for another shop").click()
    assert saved.value.suggested_filename == "job.json"
    assert b'"pellak-job"' in saved.value.path().read_bytes()


def test_a_job_of_another_shop_comes_in(page, server, blank_server, watched):
    sent = page.request.get(f"{server.url}/api/jobs").json()["tickets"][0]
    content = page.request.get(f"{server.url}/api/jobs/{sent['id']}/file.json").body()
    page.set_viewport_size(DESK)
    watched(page, blank_server)
    page.goto(blank_server.url)
    page.get_by_role("button", name=re.compile("New")).first.click()
    dialog = page.get_by_role("dialog", name="New job")
    box = dialog.get_by_label("A job from another shop’s file")
    box.set_input_files({"name": "x.json", "mimeType": "application/json", "buffer": b"{}"})
    expect(dialog.get_by_role("alert")).to_contain_text("a file of one job")
    box.set_input_files({"name": "j.json", "mimeType": "application/json", "buffer": content})
    expect(dialog).to_be_hidden()
    expect(page.get_by_label("Name of the job")).to_have_value(sent["name"])


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
def test_a_job_is_put_to_a_piece_that_says_what_it_comes_to(page, blank_server, watched, size):
    for name in ("Keel", "Rail"):
        body = {"name": name, "alloy": "dc01", "thickness_mm": 1.2, "length_mm": 400}
        headers = {"origin": blank_server.url}
        made = page.request.post(f"{blank_server.url}/api/jobs", data=body, headers=headers)
        assert made.status == 201
    for name in ("Keel", "Rail"):
        opened(page, blank_server, watched, size)
        page.get_by_role("link", name=re.compile(f"^{name}")).first.click()
        expect(page.get_by_label("Name of the job")).to_have_value(name)
        page.get_by_role("button", name="Belongs to…").click()
        dialog = page.get_by_role("dialog", name="Belongs to")
        dialog.get_by_label("This job belongs to").fill("Launch")
        page.keyboard.press("Enter")
        expect(page.get_by_role("button", name="Launch")).to_be_visible()
    page.get_by_role("button", name="Launch").click()
    table = page.get_by_role("dialog", name="Launch").get_by_role("table")
    expect(table.get_by_role("row", name=re.compile("^2 jobs"))).to_contain_text("min")
    assert axe_violations(page) == []
    table.get_by_role("link", name="Keel").click()
    expect(page.get_by_label("Name of the job")).to_have_value("Keel")
