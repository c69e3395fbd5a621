"""Where a person meets a stop: the job's own, the rack's, the day's, and what is taken back."""

import re

import pytest
from playwright.sync_api import expect

from tests.browser.card_walk import (
    name_whoever,
    needles_of,
    run_leak_test,
    wait_for,
    walk_to,
    walk_until,
)
from tests.browser.conftest import axe_violations, overflow_px
from tests.browser.test_bench_mode import card_number, to_the_bench, wait_until_kept


def change_job(page, server, **changes):
    """Change the first job on the bench as another window would; return its id."""
    job = page.request.get(f"{server.url}/api/jobs").json()["tickets"][0]["id"]
    open_job = page.request.get(f"{server.url}/api/jobs/{job}").json()
    answer = page.request.patch(
        f"{server.url}/api/jobs/{job}", data={"version": open_job["version"], "changes": changes}
    )
    assert answer.ok, answer.text()
    return job


def empty_rack(page, server, *kinds):
    for one in page.request.get(f"{server.url}/api/rack").json():
        if one["item"]["kind"] in kinds:
            assert page.request.delete(f"{server.url}/api/rack/{one['id']}").ok


def run_of(page):
    return page.url.split("/")[-2]


def test_a_watch_outlives_its_jobs_new_start(page, server, watched):
    watched(page, server)
    to_the_bench(page, server)
    name_whoever(page)
    page.get_by_role("button", name="Flame out").click()
    page.keyboard.press("Space")
    expect(page.get_by_text("Close both cylinder valves")).to_be_visible()
    first = run_of(page)
    change_job(page, server, length_mm="700")
    page.goto(server.url)
    page.get_by_role("button", name=re.compile("to the bench$")).click()
    expect(page.get_by_role("button", name="Flame out")).to_be_visible()
    page.goto(f"{server.url}/runs/{first}")
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    watch = page.get_by_role("complementary", name=re.compile("^Fire watch"))
    expect(watch).to_be_visible()


def test_a_stop_that_came_later_binds_the_open_run(page, quick_server, watched):
    watched(page, quick_server)
    to_the_bench(page, quick_server)
    walk_to(page, re.compile("^Acetylene: start"))
    change_job(page, quick_server, held="fuel-solvent-gas")
    page.reload()
    binds = page.get_by_role("region", name="What binds now")
    expect(binds).to_contain_text("Do not light")
    run = f"{quick_server.url}/api/runs/{run_of(page)}"
    version = page.request.get(run).json()["version"]
    refused = page.request.post(f"{run}/stand", data={"version": version, "step": "light"})
    assert refused.status == 422
    page.get_by_role("button", name="Flame out").click()
    expect(page.get_by_text("acetylene torch valve first")).to_be_visible()


def test_a_stop_that_comes_while_the_flame_burns_is_heard_and_said_full_size(
    page, quick_server, watched
):
    watched(page, quick_server)
    to_the_bench(page, quick_server)
    walk_to(page, re.compile("^Flame on: start"))
    wait_until_kept(page, card_number(page))
    # Whoever leaves a burning torch is asked, and every page says whose it is.
    page.get_by_role("link", name="Leave the bench").click()
    asked = page.get_by_role("dialog", name="The torch may be burning")
    asked.get_by_role("link", name=re.compile("leave$")).click()
    burns = page.get_by_role("complementary", name=re.compile("^Flame, Funnel casing patch"))
    expect(burns).to_be_visible()
    burns.get_by_role("link").click()
    expect(page.get_by_role("button", name=re.compile("^Flame on: start"))).to_be_visible()
    change_job(page, quick_server, held="fuel-solvent-gas")
    told = page.get_by_role("alertdialog", name="Flame out now")
    expect(told).to_contain_text("no torch")
    assert axe_violations(page) == []
    assert overflow_px(page) <= 0
    page.keyboard.press("PageDown")
    expect(told).to_be_hidden()
    expect(page.get_by_text("acetylene torch valve first")).to_be_visible()
    page.keyboard.press("PageDown")
    expect(page.get_by_text("Close both cylinder valves")).to_be_visible()
    wait_for(page, lambda: page.request.get(f"{quick_server.url}/api/flames").json() == [])
    page.goto(quick_server.url)
    expect(page.get_by_label("Name of the job")).to_be_visible()
    expect(burns).to_be_hidden()


@pytest.mark.parametrize(
    ("changes", "gone", "said"),
    [
        ({}, ["cylinder"], "The acetylene cylinders on this rig"),
        ({}, ["arrestor"], "A flash-back arrestor stands at each regulator"),
        ({"place": None}, [], "Is this a workshop or bench kept for hot work?"),
        ({"place": "confined"}, [], "Permit signed, rescue planned"),
    ],
    ids=["cylinder", "arrestor", "untold", "confined"],
)
def test_what_nobody_told_is_asked_on_its_own_card(
    page, quick_server, watched, changes, gone, said
):
    watched(page, quick_server)
    page.goto(quick_server.url)
    change_job(page, quick_server, **changes)
    empty_rack(page, quick_server, *gone)
    page.get_by_role("button", name="Take it to the bench").click()
    walk_until(page, page.get_by_text(said))
    expect(page.get_by_role("button", name="Yes, go on")).to_be_visible()
    page.keyboard.press("Space")
    expect(page.get_by_role("alert")).to_contain_text("press Yes or No")
    page.keyboard.press("n")
    expect(page.get_by_text("Answered no, or not sure: do not light.")).to_be_visible()


def test_an_injector_has_its_own_start(page, quick_server, watched):
    watched(page, quick_server)
    page.goto(quick_server.url)
    change_job(page, quick_server, mixer="injector")
    page.get_by_role("button", name="Take it to the bench").click()
    expect(page.get_by_text("Who holds the torch?", exact=True)).to_be_visible()
    name_whoever(page)
    page.get_by_role("button", name="Next", exact=True).click()
    page.get_by_role("button", name=re.compile("^New hose")).click()
    expect(page.get_by_role("button", name=re.compile("^✓ New hose"))).to_be_visible()
    walk_until(page, page.get_by_text("Does it draw? Fuel hose off at the torch"))
    walk_until(page, page.get_by_text(re.compile("oxygen .*first|Crack the oxygen", re.I)))


def test_a_typed_time_is_read_back_before_it_counts(page, quick_server, watched):
    watched(page, quick_server)
    to_the_bench(page, quick_server)
    walk_to(page, "It lay down: start its clock")
    page.get_by_role("button", name="It lay down: start its clock").click()
    page.get_by_label("It lay for about").fill("12")
    expect(page.get_by_text("read as 12 h")).to_be_visible()
    page.get_by_label(re.compile("stood up")).fill("20 min")
    expect(page.get_by_text("read as 20 min", exact=True)).to_be_visible()
    page.get_by_role("button", name="Start its clock").click()
    expect(page.get_by_role("timer")).to_contain_text(re.compile(r"11:[34]\d:"))


def test_a_flame_out_by_mistake_is_taken_back(page, quick_server, watched):
    watched(page, quick_server)
    to_the_bench(page, quick_server)
    walk_to(page, re.compile("^Flame on: start"))
    page.get_by_role("button", name="Flame out").click()
    page.keyboard.press("Space")
    page.get_by_role("button", name="By mistake: the flame still burns").click()
    page.get_by_role("button", name="Back to the seam").click()
    expect(page.get_by_text(re.compile("Why, in a word"))).to_be_visible()
    page.get_by_label("Why was it told?").fill("elbow on the glass")
    page.get_by_role("button", name="Back to the seam").click()
    expect(page.get_by_role("button", name=re.compile("^Seam: start"))).to_be_visible()
    run = run_of(page)
    page.goto(f"{quick_server.url}/runs/{run}")
    expect(page.get_by_text("flame out: elbow on the glass")).to_be_visible()
    expect(page.get_by_role("complementary", name=re.compile("^Fire watch"))).to_be_hidden()


def test_a_leak_test_in_doubt_is_done_again_for_longer(page, quick_server, watched):
    watched(page, quick_server)
    to_the_bench(page, quick_server)
    walk_until(page, needles_of(page))
    run_leak_test(page, lambda start: start.click())
    page.get_by_role("button", name="In doubt? Test again over 15 minutes").click()
    expect(page.get_by_role("timer")).to_contain_text(re.compile("^1[45]:"))
    page.keyboard.press("y")
    expect(page.get_by_role("alert")).to_contain_text("the four needles of a test")
