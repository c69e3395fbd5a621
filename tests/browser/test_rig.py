"""The rig on the rack's page: what bars every light, who ends it, and what befell it."""

import re

import pytest
from playwright.sync_api import expect

from pellak.core.rig.state import RigEvent
from pellak.store.database import Database
from pellak.store.rig import RigEvents
from tests.browser.conftest import DESK, PHONE, axe_violations, overflow_px


@pytest.fixture
def told(server):
    """A way to have entries of the rig stand in the records, as runs write them."""

    def tell(*whats, run_id="gone"):
        book = Database(server.folder)
        with book.transaction() as session:
            for n, what in enumerate(whats):
                event = RigEvent(
                    id=f"{what}-{n}", what=what, at_s=1.76e9 + n, who="Brit", run_id=run_id
                )
                RigEvents(session).add(event.id, event.at_s, event.model_dump(mode="json"))
        book.close()

    return tell


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
def test_a_flash_back_bars_the_bench_until_somebody_says_what_was_examined(
    page, server, watched, told, size
):
    told("lit", "out", "flash-back")
    page.set_viewport_size(size)
    watched(page, server)
    page.goto(f"{server.url}/rack")
    rig = page.get_by_role("region", name="The rig")
    expect(rig).to_contain_text("Do not light: a flash-back, told by Brit")
    assert axe_violations(page) == []
    assert overflow_px(page) <= 0
    rig.get_by_text("What befell it last").click()
    expect(rig.get_by_role("listitem")).to_have_text(
        [re.compile("Flash-back"), re.compile("Flame out"), re.compile("Lit")]
    )
    done = rig.get_by_role("button", name="Examined: it may be lit again")
    done.click()
    expect(rig.get_by_role("alert")).to_contain_text("The name of whoever looked")
    rig.get_by_label("Who looked at it").fill("Oona")
    done.click()
    expect(rig.get_by_role("alert")).to_contain_text("torch and tip, acetylene hose")
    for part in rig.get_by_role("checkbox").all():
        part.check()
    rig.get_by_label(re.compile("^Found and done")).fill("fine")
    done.click()
    expect(rig.get_by_role("alert")).to_contain_text("ten signs or more")
    rig.get_by_label(re.compile("^Found and done")).fill("both arrestors replaced, hoses tested")
    done.click()
    expect(rig).to_contain_text("Nothing told of it bars the light.")
    expect(rig).to_contain_text("both arrestors replaced, hoses tested")


def test_two_backfires_bar_and_the_bench_leads_to_where_that_ends(page, server, watched, told):
    told("backfire", "backfire")
    page.set_viewport_size(DESK)
    watched(page, server)
    page.goto(server.url)
    page.get_by_role("button", name="Take it to the bench").click()
    binds = page.get_by_role("region", name="What binds now")
    expect(binds).to_contain_text("Do not light: it popped twice")
    binds.get_by_role("link", name="Say what was found and mended").click()
    rig = page.get_by_role("region", name="The rig")
    rig.get_by_label("Who looked at it").fill("Brit")
    rig.get_by_label(re.compile("^The cause")).fill("tip was loose, seat cleaned")
    rig.get_by_role("button", name="Mended: it may be lit again").click()
    expect(rig).to_contain_text("Nothing told of it bars the light.")
    page.go_back()
    expect(binds).to_be_hidden()


def test_a_flame_whose_run_the_book_lost_is_told_out(page, server, watched, told):
    told("lit")
    watched(page, server)
    page.goto(f"{server.url}/rack")
    rig = page.get_by_role("region", name="The rig")
    expect(rig).to_contain_text("A torch may be burning")
    rig.get_by_label(re.compile("Who saw that it is out")).fill("Oona")
    rig.get_by_role("button", name="It is out").click()
    expect(rig).not_to_contain_text("A torch may be burning")
