"""A heat watched in the page: simulated, told by hand, called for, filed, ended, learned from."""

import json
import re
import urllib.request

import pytest
from playwright.sync_api import expect

from tests.browser.card_walk import wait_for
from tests.browser.conftest import DESK, PHONE, TABLET, axe_violations, lit_as, overflow_px
from tests.browser.test_drawings import TEXT_THAT_IS_CUT, WORDS_THAT_CLASH

NUT = re.compile("Stern-gland nut")


def watch_the_nut(page, server, size=DESK):
    page.set_viewport_size(size)
    page.set_default_timeout(20_000)
    page.goto(server.url)
    page.get_by_role("link", name=NUT).click()
    page.get_by_role("button", name="Watch its heat").click()
    expect(page.get_by_role("region", name="What to do now")).to_contain_text("No reading")
    return page.url.rpartition("/")[2]


def simulate(page, speed="300", ill="none"):
    page.get_by_label("How fast").select_option(speed)
    page.get_by_label("Its thermometers").select_option(ill)
    page.get_by_role("button", name="Start a simulated one").click()


def send(server, watch_id, lines):
    asked = urllib.request.Request(
        f"{server.url}/api/watches/{watch_id}/lines", lines.encode(),
        {"content-type": "text/plain"}, method="POST",
    )  # fmt: skip
    with urllib.request.urlopen(asked, timeout=30) as answer:
        return json.load(answer)


def test_a_simulated_heat_is_watched_to_the_touch_and_taught(page, server, watched):
    watched(page, server)
    watch_the_nut(page, server)
    page.evaluate(
        "window.calls = 0; document.addEventListener('pellak:signal', () => window.calls++)"
    )
    simulate(page)
    now = page.get_by_role("region", name="What to do now")
    expect(page.get_by_role("list", name="Places read").get_by_role("listitem")).to_have_count(4)
    expect(page.get_by_text("Do it now:")).to_be_visible()
    wait_for(page, lambda: page.evaluate("window.calls") > 0)
    expect(now).to_contain_text("Touch it", timeout=60_000)
    expect(page).to_have_title(re.compile("^● Touch it · "))
    page.get_by_role("button", name="Heard").click()
    expect(page).to_have_title(re.compile("^Touch it · "))
    drawn = page.get_by_role("img", name=re.compile("4 places read over .*, beside the plan"))
    expect(drawn).to_be_visible()
    page.get_by_role("button", name="End the watch").click()
    page.get_by_role("button", name="End it").click()
    expect(page.get_by_role("heading", name="Stern-gland nut, as it was watched")).to_be_visible()
    expect(page.get_by_text(re.compile("less heat than planned"))).to_be_visible()
    page.get_by_role("button", name="Let later plans go by it").click()
    expect(page.get_by_text("Later plans go by it.")).to_be_visible()
    page.get_by_role("link", name="Stern-gland nut").click()
    expect(page.get_by_role("button", name="Watch its heat")).to_be_visible()


@pytest.mark.parametrize("ill", ["dies", "jumps", "nonsense"])
def test_a_sick_thermometer_is_named_and_called_for(page, server, watched, ill):
    watched(page, server)
    watch_the_nut(page, server)
    simulate(page, ill=ill)
    foot = page.get_by_role("listitem").filter(has_text=re.compile("^foot"))
    expect(foot).to_contain_text("Not believed.", timeout=40_000)
    expect(foot).to_contain_text("—")
    expect(page.get_by_role("region", name="What to do now")).not_to_contain_text("foot")
    expect(page.get_by_role("region", name="What happened")).to_contain_text(
        "“foot” is not believed"
    )


@pytest.mark.parametrize("size", [DESK, TABLET, PHONE], ids=["desk", "tablet", "phone"])
def test_the_hand_alone_by_touch_and_what_is_typed_wrong_stays(browser, server, watched, size):
    context = browser.new_context(viewport=size, has_touch=True)
    page = watched(context.new_page(), server)
    watch_the_nut(page, server, size)
    page.get_by_role("button", name="Flame on, warming").tap()
    box = page.get_by_label("Read off a crayon or thermometer")
    box.fill("hot")
    page.get_by_role("button", name="Crayon melted").tap()
    expect(page.get_by_role("alert").filter(has_text="Read “hot”")).to_be_visible()
    expect(box).to_have_value("hot")
    box.fill("150")
    page.get_by_role("button", name="Crayon melted").tap()
    now = page.get_by_role("region", name="What to do now")
    expect(now).to_contain_text("Warm more")
    expect(box).to_have_value("")
    page.get_by_role("button", name="Left to cool").tap()
    expect(page.get_by_role("button", name="Left to cool")).to_have_attribute(
        "aria-pressed", "true"
    )
    page.get_by_role("button", name=re.compile("A hand rests on it")).tap()
    expect(now).to_contain_text("Touch it")
    expect(page).to_have_title(re.compile("Touch it"))
    # Another page, and back: all of it is still there.
    page.reload()
    expect(now).to_contain_text("Touch it")
    assert overflow_px(page) <= 0
    for theme in ("Hood", "Day"):
        lit_as(page, theme)
        assert axe_violations(page) == []
    assert page.evaluate(TEXT_THAT_IS_CUT) == []
    assert page.evaluate(WORDS_THAT_CLASH) == []
    context.close()


def test_lines_of_a_cable_arrive_by_themselves_and_in_fahrenheit(page, server, watched):
    watched(page, server)
    watch_id = watch_the_nut(page, server)
    assert send(server, watch_id, "near 20.2 +0.2\nfoot 70F +0.2\n")["new"] == 2
    places = page.get_by_role("list", name="Places read")
    expect(places).to_contain_text("20 °C")
    expect(places).to_contain_text("21 °C")
    page.get_by_role("radio", name="in · °F · psi").click()
    expect(places).to_contain_text("70 °F")
    expect(page.get_by_role("region", name="What to do now")).to_contain_text("°F to go at “near”")


def test_a_loggers_file_is_shown_and_put_right_before_it_counts(page, server, watched, tmp_path):
    watched(page, server)
    watch_the_nut(page, server)
    file = tmp_path / "logger.csv"
    file.write_text("time;Near [C];Wand;Note\n08:00:00;20,5;68;on\n08:00:10;21,5;70;\n")
    page.get_by_role("button", name="Readings from a logger's file").click()
    page.get_by_label("The file").set_input_files(file)
    expect(page.get_by_text("2 rows. Taken for:")).to_be_visible()
    expect(page.get_by_label("Near [C] is")).to_have_value("channel")
    expect(page.get_by_label("Note is")).to_have_value("left-out")
    page.get_by_label("Unit of Wand").select_option("F")
    page.get_by_label("Name of the place in Wand").fill("Near")
    page.get_by_role("button", name="Take them in").click()
    expect(page.get_by_role("alert").filter(has_text="a name of its own")).to_be_visible()
    page.get_by_label("Name of the place in Wand").fill("far")
    page.get_by_role("button", name="Take them in").click()
    expect(page.get_by_text("4 readings were new and are kept.")).to_be_visible()
    page.get_by_role("button", name="Close").click()
    expect(page.get_by_role("list", name="Places read")).to_contain_text("21 °C")


def test_a_server_that_is_away_is_said_and_comes_back(page, quick_server, watched):
    watched(page, quick_server)
    watch_id = watch_the_nut(page, quick_server)
    send(quick_server, watch_id, "near 21 +0.5")
    expect(page.get_by_role("list", name="Places read")).to_contain_text("21 °C")
    quick_server.kill()
    expect(page.get_by_text("What was kept is safe.")).to_be_visible(timeout=30_000)
    quick_server.start()
    expect(page.get_by_text("What was kept is safe.")).to_be_hidden(timeout=30_000)
    send(quick_server, watch_id, "near 25 +1.5")
    expect(page.get_by_role("list", name="Places read")).to_contain_text("25 °C")


def test_the_bench_and_the_run_book_lead_to_the_watch(page, server, watched):
    watched(page, server)
    page.goto(server.url)
    page.get_by_role("link", name=NUT).click()
    page.get_by_role("button", name="Take it to the bench").click()
    page.get_by_role("button", name="Set up").click()
    page.get_by_role("button", name="Watch its heat").click()
    expect(page.get_by_role("heading", name="Stern-gland nut, watched")).to_be_visible()
    run_id = page.request.get(f"{server.url}/api/watches").json()[0]["run_id"]
    page.goto(f"{server.url}/runs/{run_id}")
    page.get_by_role("link", name="Its heat as it was watched").click()
    expect(page.get_by_role("region", name="What to do now")).to_be_visible()
