"""Printed cards, read back with poppler: one page, whole, nothing cut, nothing overlapping."""

import re
import subprocess
from itertools import product
from pathlib import Path

import pytest
import segno
from PIL import Image
from reportlab.lib.units import mm

from pellak.core.model.cards import cards_at_bench
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.model.kinds.seam.work import SeamWork
from pellak.core.model.sequences import flash_back_drill
from pellak.core.plan.change_job import with_changes
from pellak.core.plan.compose import compose_plan
from pellak.core.reading.measures import measure, said
from pellak.core.rig.equipment import Equipment
from pellak.core.rig.items import read_item
from pellak.demo.ferry import RACK, TIPS
from pellak.demo.jobs import JOBS, demo_job
from pellak.paper.job_card import job_card
from pellak.paper.large_figures import large_figures
from pellak.paper.lettering import spelt
from pellak.paper.sheet import MARGIN, SIZES
from pellak.paper.shop_card import shop_card

ROOT = Path(__file__).parents[2]
ADDRESS = "http://192.168.1.20:8000/jobs/ab12cd34ef56"
STAMPED = [{"kind": "tip", "name": label, "orifice_mm": mm} for label, mm in TIPS]
EQUIPMENT = Equipment(tuple(read_item(item) for item in (*RACK, *STAMPED)))
WORD = re.compile(r'<word xMin="([\d.]+)" yMin="([\d.]+)" xMax="([\d.]+)" yMax="([\d.]+)">(.*?)<')


def plan_of(place):
    job = demo_job(JOBS[place])
    return compose_plan(job, ShopSchools(), EQUIPMENT.tips, equipment=EQUIPMENT)


PLANS = [plan_of(place) for place in range(len(JOBS))]


def poppler(*command):
    return subprocess.run(command, check=True, capture_output=True, text=True).stdout


def squeezed(text):
    return re.sub(r"[\s-]+", "", text)


def pages(path):
    return int(re.search(r"Pages:\s+(\d+)", poppler("pdfinfo", path)).group(1))


def words(path):
    return [
        (*(float(n) for n in found[:4]), found[4])
        for found in WORD.findall(poppler("pdftotext", "-bbox", path, "-"))
    ]


def assert_whole(path, size):
    assert pages(path) == 1
    fonts = poppler("pdffonts", path).splitlines()[2:]
    assert fonts
    assert all("yes yes yes" in font for font in fonts), "type is embedded, its text readable"
    width, height = SIZES[size]
    result = words(path)
    for left, top, right, bottom, word in result:
        assert left >= MARGIN - 1, word
        assert top >= MARGIN - 4, word
        assert right <= width - MARGIN + 1, word
        assert bottom <= height - MARGIN + 4, word
    for a, b in product(result, result):
        if a is not b:
            wide = min(a[2], b[2]) - max(a[0], b[0])
            high = min(a[3], b[3]) - max(a[1], b[1])
            assert not (wide > 1 and high > 0.45 * (a[3] - a[1])), (a[4], b[4])


@pytest.mark.parametrize("place", range(len(JOBS)), ids=[job["name"] for job in JOBS])
@pytest.mark.parametrize(("size", "system"), [("a4", "metric"), ("letter", "inch")])
def test_a_job_card_is_one_whole_page(tmp_path, place, size, system):
    plan, path = PLANS[place], tmp_path / "card.pdf"
    path.write_bytes(job_card(plan, ADDRESS, size, system))
    assert_whole(path, size)
    text = squeezed(poppler("pdftotext", "-raw", path, "-"))
    assert squeezed(plan.job.name) in text
    assert squeezed(ADDRESS) in text
    assert squeezed(plan.guidance) in text
    for signed in ("Checked before lighting", "Flame out at", "Fire watch over"):
        assert squeezed(signed) in text
    for card in cards_at_bench(plan.cards, "daily", "right"):
        if card.step.gate == "stop":
            assert squeezed(spelt(said(card.step.text, system))) in text, card.step.id
    for station in plan.stations:
        for caution in station.cautions:
            if caution.level in ("stop", "warn"):
                assert squeezed(spelt(said(caution.text, system))) in text


def test_inches_are_on_the_inch_card(tmp_path):
    path = tmp_path / "card.pdf"
    path.write_bytes(job_card(PLANS[0], ADDRESS, "letter", "inch"))
    text = poppler("pdftotext", "-layout", path, "-")
    assert "0.047 in" in text
    assert "psi" in text
    assert " bar " not in text.split("Before the light")[0]


def test_the_square_code_is_the_address(tmp_path):
    path = tmp_path / "card.pdf"
    path.write_bytes(job_card(PLANS[0], ADDRESS))
    poppler("pdfimages", "-png", path, tmp_path / "code")
    picture = Image.open(next(tmp_path.glob("code-*.png"))).convert("1")
    matrix = [list(row) for row in segno.make(ADDRESS, error="m").matrix_iter(border=2)]
    side = picture.width / len(matrix)
    for row, line in enumerate(matrix):
        for column, dark in enumerate(line):
            at = (int((column + 0.5) * side), int((row + 0.5) * side))
            assert (picture.getpixel(at) == 0) == bool(dark)


@pytest.mark.parametrize("size", ["a4", "letter"])
@pytest.mark.parametrize("shut_down", ["acetylene-first", "oxygen-first"])
@pytest.mark.parametrize(("system", "limit"), [("metric", "0.62 bar"), ("inch", "9 psi")])
def test_the_shop_card_holds_start_shut_down_and_drill(tmp_path, size, shut_down, system, limit):
    path = tmp_path / "shop.pdf"
    schools = ShopSchools(shut_down=shut_down, acetylene_limit="strict", fuel_setting="feathering")
    path.write_bytes(shop_card(schools, size, system))
    assert_whole(path, size)
    text = squeezed(poppler("pdftotext", "-raw", path, "-"))
    first, other = (
        ("acetylene", "oxygen") if shut_down == "acetylene-first" else ("oxygen", "acetylene")
    )
    assert squeezed(f"Flame out: {first} torch valve first, then {other}.") in text
    assert squeezed(f"never above {limit}") in text
    assert squeezed("last third of the flame breaks into feathers") in text
    assert squeezed("Soapy water").lower() in text.lower()
    for step in flash_back_drill():
        assert squeezed(step.text) in text
    assert "{" not in text


def test_a_card_before_anything_is_told_says_what_is_missing(tmp_path):
    path = tmp_path / "card.pdf"
    path.write_bytes(job_card(compose_plan(SeamJob(name="Blank"), ShopSchools()), ADDRESS))
    assert_whole(path, "a4")
    assert "Not to be lit yet" in poppler("pdftotext", "-raw", path, "-")


@pytest.mark.parametrize("name", ["Łódź <b>&amp;", "🔥 seam", "x" * 80, "名前"])
def test_any_name_prints(tmp_path, name):
    path = tmp_path / "card.pdf"
    plan = compose_plan(SeamJob(name=name, thickness_mm=1.2, length_mm=300.0), ShopSchools())
    path.write_bytes(job_card(plan, ADDRESS))
    assert pages(path) == 1


def test_signs_the_type_lacks_become_words():
    assert spelt("≤ 5 → 6 & <b>") == "at most  5 to 6 & <b>"


METRIC_LEFT = re.compile(r"\d ?(mm|°C|bar|L/h|kg|m/s|cm)\b")


@pytest.mark.parametrize(
    "given",
    [
        {"alloy": "dc01", "thickness_mm": 1.2, "length_mm": 640},
        {"alloy": "s235jr", "thickness_mm": 8.0, "length_mm": 300},
        {"alloy": "4130", "joint": "cluster", "thickness_mm": 1.65, "outside_diameter_mm": 32},
        {"alloy": "pb-sheet", "joint": "lap", "thickness_mm": 2.24, "length_mm": 900},
        {"alloy": "sae-1045", "thickness_mm": 10.0, "length_mm": 200, "restraint": "medium"},
    ],
)
def test_an_inch_card_holds_no_metric_measure(given, tmp_path):
    plan = compose_plan(with_changes(SeamJob(name="Card"), given), ShopSchools())
    file = tmp_path / "card.pdf"
    file.write_bytes(job_card(plan, "http://127.0.0.1/jobs/a", "a4", "inch"))
    text = subprocess.run(
        ["pdftotext", "-layout", file, "-"], check=True, capture_output=True, text=True
    ).stdout
    assert METRIC_LEFT.findall(text) == []
    if given["thickness_mm"] >= 8:
        assert "root" in text
        assert "cover" in text


def test_a_refused_job_prints_one_thing(tmp_path):
    file = tmp_path / "card.pdf"
    document = {"thickness_mm": 1.2, "length_mm": 300, "held": "fuel-solvent-gas"}
    plan = compose_plan(with_changes(SeamJob(name="Drum"), document), ShopSchools())
    file.write_bytes(job_card(plan, ADDRESS))
    text = poppler("pdftotext", "-layout", file, "-")
    assert "DO NOT LIGHT" in text
    assert "no torch" in text
    for word in ("Set-up", "Tack and run", "Afterwards", "L/h", "flowing"):
        assert word not in text


HEATED = [plan for plan in PLANS if plan.facts and plan.facts.watch and plan.facts.watch.cool_curve]


@pytest.mark.parametrize("plan", HEATED, ids=lambda plan: plan.job.name)
def test_a_heat_is_drawn_on_its_card_with_its_ends_in_words(plan, tmp_path):
    card = tmp_path / "card.pdf"
    card.write_bytes(job_card(plan, ADDRESS, "a4", "metric"))
    watch = plan.facts.watch
    said = squeezed(poppler("pdftotext", "-raw", card, "-"))
    ends = [measure(watch.cool_curve[n][1], "°C", "metric") for n in (0, -1)]
    assert squeezed(f"down, {watch.cool_in}: {ends[0]} to {ends[1]}") in said
    assert ("up:" in said) == bool(watch.warm_curve)


def test_a_cold_seam_has_no_curve_on_its_card(tmp_path):
    assert len(HEATED) >= 3
    card = tmp_path / "card.pdf"
    card.write_bytes(job_card(PLANS[0], ADDRESS, "a4", "metric"))
    assert "down," not in poppler("pdftotext", "-raw", card, "-")


@pytest.mark.parametrize("host", ["localhost:8000", "127.0.0.1:8000", "[::1]:8000"])
def test_a_card_of_a_machine_nobody_else_finds_has_no_code_and_says_why(host, tmp_path):
    card = tmp_path / "card.pdf"
    card.write_bytes(job_card(PLANS[0], f"http://{host}/jobs/ab12cd34ef56"))
    assert squeezed("No code to scan") in squeezed(poppler("pdftotext", "-raw", card, "-"))
    assert len(poppler("pdfimages", "-list", card).strip().splitlines()) == 2


def heights(path, word):
    """How high a word is printed, points, wherever it stands."""
    return [bottom - top for _, top, _, bottom, said in words(path) if said == word]


@pytest.mark.parametrize("plan", PLANS, ids=lambda plan: plan.job.name)
def test_what_a_hand_reaches_for_is_read_at_arm_s_length(plan, tmp_path):
    card = tmp_path / "card.pdf"
    card.write_bytes(job_card(plan, ADDRESS, "letter", "inch"))
    large = large_figures({f.id: f for s in plan.stations for f in s.figures})
    assert {"tip", "acetylene_set_bar", "oxygen_set_bar", "shade"} <= {one.id for one in large}
    smallest = min(heights(card, "Flame") or heights(card, "was"))
    for figure in large:
        if figure.value is not None:
            first = measure(figure.value, figure.kind or figure.unit, "inch").split()[0]
            assert max(heights(card, first)) > 2 * smallest, figure.id


TACKED = [p for p in PLANS if isinstance(p.work, SeamWork) and p.work.tacks]


@pytest.mark.parametrize("plan", TACKED, ids=lambda plan: plan.job.name)
def test_tacks_stand_along_the_seam_where_they_are_made(plan, tmp_path):
    """Their numbers are at their places: left to right by the tape, whatever the order."""
    card = tmp_path / "card.pdf"
    card.write_bytes(job_card(plan, ADDRESS))
    tacks = sorted(plan.work.tacks.values.tacks, key=lambda tack: tack.at_mm)
    seam_mm = plan.work.tacks.given.seam_mm
    found = words(card)
    band = min(top for _, top, _, _, said in found if said == "was")
    foot = next(top for _, top, _, _, said in found if said == "Tacks" and top > band)
    width = SIZES["a4"][0] - 2 * MARGIN - 8 * mm
    for tack in tacks:
        at = MARGIN + 4 * mm + width * tack.at_mm / seam_mm
        assert any(
            said == str(tack.n) and band < top < foot and abs((left + right) / 2 - at) < 1.5
            for left, top, right, _, said in found
        ), tack.n


@pytest.mark.parametrize("length_mm", [1200, 3000, 3600])
@pytest.mark.parametrize("system", ["metric", "inch"])
def test_a_long_seam_of_many_tacks_names_as_many_as_can_be_read(tmp_path, length_mm, system):
    card = tmp_path / "card.pdf"
    document = {"alloy": "dc01", "thickness_mm": 0.9, "length_mm": length_mm}
    plan = compose_plan(with_changes(SeamJob(name="Gutter"), document), ShopSchools())
    card.write_bytes(job_card(plan, ADDRESS, "a4", system))
    assert_whole(card, "a4")
    count = len(plan.work.tacks.values.tacks)
    assert ("is named here" in poppler("pdftotext", "-layout", card, "-")) == (count > 60)
