"""With inches in force no metric measure is left on any page of any demo job."""

import json
import re
import urllib.request

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import at_rest

# 304L is a steel, 2 L are litres.
METRIC = re.compile(
    r"(?<![\w.#])\d[\d.,]*(?: ?(?:mm²?|cm|m|°C|bar|L/h|L/m|mm/min|kJ/mm|kg|m/s|m³)| L)"
    r"(?![\w/³²-])[^\n]{0,20}"
)


def words(page) -> str:
    # What lies folded in a summary is read too.
    page.evaluate("document.querySelectorAll('details').forEach((one) => (one.open = true))")
    return page.get_by_role("main").inner_text()


def metric_left(page) -> list[str]:
    return METRIC.findall(words(page))


@pytest.fixture
def in_inches(desk):
    desk.get_by_role("radio", name="in · °F · psi").click()
    at_rest(desk)
    return desk


def test_no_job_keeps_a_metric_measure(in_inches, server):
    with urllib.request.urlopen(f"{server.url}/api/jobs") as answer:
        tickets = json.load(answer)["tickets"]
    left = {}
    for ticket in tickets:
        in_inches.goto(f"{server.url}/jobs/{ticket['id']}")
        expect(in_inches.get_by_label("Name of the job")).to_have_value(ticket["name"])
        at_rest(in_inches)
        if found := metric_left(in_inches):
            left[ticket["name"]] = sorted(set(found))
    assert left == {}


@pytest.mark.parametrize(
    "place", ["rack", "metals", "runs", "practice?who=Tove", "practice/coupon/butt-keyhole"]
)
def test_no_other_place_does(in_inches, server, place):
    in_inches.goto(f"{server.url}/{place}")
    expect(in_inches.get_by_role("heading").first).to_be_visible()
    at_rest(in_inches)
    assert metric_left(in_inches) == []
