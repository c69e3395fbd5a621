"""The bench for tinted glasses, the left hand and far eyes; clocks that say so, a screen awake."""

import re

from playwright.sync_api import expect

from tests.browser.card_walk import name_whoever
from tests.browser.conftest import TABLET, axe_violations, until
from tests.browser.test_bench_mode import CARDS, to_the_bench


def test_the_bench_suits_tinted_glasses_and_the_left_hand(page, server, watched):
    watched(page, server)
    to_the_bench(page, server, TABLET)
    page.get_by_role("button", name="Set up").click()
    page.get_by_role("switch", name=re.compile("Tint for shade 5")).click()
    page.get_by_role("dialog").get_by_role("button", name="Left").click()
    assert axe_violations(page) == []
    page.keyboard.press("Escape")
    assert page.evaluate("document.documentElement.dataset.theme") == "lens"
    expect(page.get_by_role("main").get_by_role("button", name="✓ Left")).to_be_visible()
    page.reload()
    expect(page.get_by_role("main").get_by_role("button", name="✓ Left")).to_be_visible()
    assert page.evaluate("document.documentElement.dataset.theme") == "lens"
    assert axe_violations(page) == []
    page.get_by_role("link", name="Leave the bench").click()
    expect(page.get_by_label("Name of the job")).to_be_visible()
    assert page.evaluate("document.documentElement.dataset.theme") in ("day", "hood")


def test_a_changed_cylinder_brings_its_own_cards(page, server, watched):
    watched(page, server)
    to_the_bench(page, server)
    name_whoever(page)
    page.get_by_role("button", name="Next", exact=True).click()
    page.get_by_role("button", name=re.compile("^A cylinder was changed")).click()
    expect(page.get_by_role("button", name=re.compile("^✓ A cylinder"))).to_be_visible()
    expect(page.get_by_text(f"2 of {CARDS + 5}")).to_be_visible()
    page.get_by_role("button", name=re.compile("^New hose")).click()
    expect(page.get_by_text(f"2 of {CARDS + 6}")).to_be_visible()


def test_type_at_the_bench_is_read_from_two_metres(page, server, watched):
    watched(page, server)
    to_the_bench(page, server, TABLET)
    size = page.locator("main p.font-narrow").first.evaluate(
        "one => parseFloat(getComputedStyle(one).fontSize)"
    )
    # Ten inches of 820 by 1180 px show 5.5 px a millimetre; ten minutes of arc at 2 m is 5.8 mm of
    # capital, 0.7 of the type's size.
    assert 0.7 * size / 5.5 >= 5.8


def test_a_clock_says_so_when_it_is_over(page, server, watched):
    watched(page, server)
    page.add_init_script(
        "window.signals = 0; window.buzzes = 0;"
        "document.addEventListener('pellak:signal', () => window.signals++);"
        "navigator.vibrate = () => { window.buzzes++; return true; };"
    )
    to_the_bench(page, server)
    run = page.url.split("/")[-2]
    url = f"{server.url}/api/runs/{run}"
    answer = page.request.get(url).json()

    def post(path, **body):
        nonlocal answer
        answer = page.request.post(
            f"{url}/{path}", data={"version": answer["version"], **body}
        ).json()

    answer = page.request.patch(
        url, data={"version": answer["version"], "entries": {"who": "Brit"}}
    )
    answer = answer.json()
    for card in answer["bench"]["cards"]:
        post("stand", step=card["step"]["id"])
        if card["step"]["id"] == "stand":
            break
        if card["step"]["gate"] == "stop":
            post("confirm", step=card["step"]["id"])
    post("clocks", clock="stand", ago="1 h 55 min")
    # The page's clock is put forward: waiting for it is a race with a slow machine.
    page.clock.install()
    page.reload()
    expect(page.get_by_role("timer")).to_contain_text("4:")
    assert page.evaluate("[window.signals, window.buzzes]") == [0, 0]
    page.clock.fast_forward("05:00")
    expect(page.get_by_text("It has stood long enough")).to_be_visible()
    assert page.evaluate("[window.signals, window.buzzes]") == [1, 1]


def test_the_screen_is_kept_awake(page, server, watched):
    watched(page, server)
    page.add_init_script(
        "window.asked = 0;"
        "Object.defineProperty(navigator, 'wakeLock', {value: {request: async () => {"
        "window.asked++; return {release: async () => { window.asked--; }}; }}});"
    )
    to_the_bench(page, server)
    until(page, "window.asked === 1")
    page.get_by_role("link", name="Leave the bench").click()
    until(page, "window.asked === 0")
