"""Something goes wrong at the bench: signs tapped, causes read, what helped told back."""

import re

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import DESK, PHONE, TABLET, axe_violations, overflow_px
from tests.browser.test_bench_mode import to_the_bench
from tests.browser.test_drawings import TEXT_THAT_IS_CUT


@pytest.mark.parametrize("size", [DESK, TABLET, PHONE], ids=["desk", "tablet", "phone"])
def test_why_it_goes_wrong_is_found_and_what_helped_is_kept(page, quick_server, watched, size):
    watched(page, quick_server)
    to_the_bench(page, quick_server, size)
    page.get_by_role("button", name="Went wrong").click()
    page.get_by_role("button", name="Find out why").click()
    expect(page.get_by_role("button", name="What is it?")).to_be_disabled()
    page.get_by_role("button", name="sparks from the pool").click()
    page.get_by_role("button", name="it pops or snaps out").click()
    page.get_by_role("button", name="it pops or snaps out").click()
    assert axe_violations(page) == []
    page.get_by_role("button", name="What is it?").click()
    causes = page.get_by_role("dialog").get_by_role("listitem")
    expect(causes.first).to_contain_text("rust, scale, oil or paint in the joint")
    expect(causes.first).to_contain_text("explains well “sparks from the pool”")
    expect(causes).to_have_count(3)
    expect(page.get_by_text(re.compile("^Look at .* Else look at "))).to_be_visible()
    causes.first.get_by_role("button", name="It helped").click()
    expect(causes.first.get_by_role("button", name="It helped")).to_have_attribute(
        "aria-pressed", "true"
    )
    assert axe_violations(page) == []
    assert overflow_px(page) <= 0
    assert page.evaluate(TEXT_THAT_IS_CUT) == []
    # Gone and come back, it is still told.
    page.reload()
    page.get_by_role("button", name="Went wrong").click()
    page.get_by_role("button", name="Find out why").click()
    page.get_by_role("button", name="sparks from the pool").click()
    page.get_by_role("button", name="What is it?").click()
    expect(causes.first.get_by_role("button", name="It helped")).to_have_attribute(
        "aria-pressed", "true"
    )
    expect(causes.first).to_contain_text("helped here more often than not")
    page.get_by_role("button", name="Other signs").click()
    page.get_by_role("button", name="Back", exact=True).last.click()
    expect(page.get_by_role("button", name="Find out why")).to_be_visible()
