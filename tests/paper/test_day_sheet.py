"""A day on one page: whole, nothing off the sheet, in both units, by what is planned."""

from itertools import product

import pytest

from pellak.core import say
from pellak.core.day.given import DayGiven, Pin
from pellak.core.day.reckon import plan_day
from pellak.paper.day_sheet import day_sheet
from pellak.paper.sheet import SIZES
from pellak.shop.day_book import DayKept, DayLine, DayLook
from tests.core.test_day import day, seam
from tests.paper.test_cards import squeezed
from tests.paper.test_runs_on_paper import read_back


def look_at(given: DayGiven, **more) -> DayLook:
    answer = plan_day(given)
    lines = [
        DayLine(id=job.id, name=f"The {job.id} & <so on>", left_out=False, urgent=False,
                under_way=False)
        for job in given.jobs
    ]  # fmt: skip
    return DayLook(
        date="2026-11-27", now_min=given.now_min, opens_min=given.opens_min,
        closes_min=given.closes_min,
        kept=DayKept(people=given.people, torches=given.torches),
        jobs=[*lines, *more.get("lines", [])], values=answer.values, working=answer.working,
        cautions=answer.cautions, meaning=["On time: done by 15:00."],
    )  # fmt: skip


def busy(count: int, people: int = 2) -> DayGiven:
    jobs = [
        seam(
            f"job{n}",
            minutes=10.0 + n % 7,
            tip=f"head {say.l_per_h(300 + 50 * (n % 3))}",
            cool=30.0 * n,
        )
        for n in range(count)
    ]
    return day(
        jobs, people=["Ida", "Per", "Tove", "Brit", "Ole", "Siv"][:people], exact=False,
        torches=["Wharf", "Slip"], acetylene_l=95.0, acetylene_full_l=150.0,
        pins=[Pin(job="job0", phase="prepare", start_min=500)],
    )  # fmt: skip


@pytest.mark.parametrize(("size", "system"), list(product(SIZES, ("metric", "inch"))))
def test_a_day_is_on_one_page_with_everything_that_is_planned(tmp_path, size, system):
    look = look_at(busy(12))
    result = squeezed(read_back(day_sheet(look, size, system), tmp_path / "day.pdf", size))
    for block in look.values.timeline:
        if block.needs != "none" or block.to_tomorrow:
            assert squeezed(f"The {block.job} & <so on>, {block.phase}") in result
    assert look.values.not_today
    for left in look.values.not_today:
        assert squeezed(left.why.split(",")[0]) in result
    assert squeezed("On time: done by 15:00.") in result
    assert squeezed("Friday 27 November 2026") in result
    assert (squeezed("300 L/h") in result) is (system == "metric")
    assert squeezed("more than the cylinders give") in result


def test_the_fullest_day_there_is_still_goes_on_a_page(tmp_path):
    look = look_at(busy(60, people=6))
    assert len(look.values.timeline) > 30
    read_back(day_sheet(look), tmp_path / "day.pdf", "a4")


@pytest.mark.parametrize("now_min", [1049.0, 1050.0, 1080.0, 1200.0, 1439.0])
def test_a_day_that_is_over_is_still_a_page(tmp_path, now_min):
    look = look_at(day([seam("rail")], now_min=now_min, exact=False))
    result = squeezed(read_back(day_sheet(look), tmp_path / "over.pdf", "a4"))
    assert squeezed("Not today") in result


def test_an_empty_day_says_so_and_why(tmp_path):
    line = DayLine(id="a", name="Bilge", left_out=False, urgent=False, under_way=False,
                   why_out="a heating this head never ends")  # fmt: skip
    planned_day = squeezed(
        read_back(day_sheet(look_at(day([]), lines=[line])), tmp_path / "d.pdf", "a4")
    )
    assert squeezed("Nothing is planned.") in planned_day
    assert squeezed("Bilge: a heating this head never ends") in planned_day


def test_a_block_says_whose_it_is_by_name_or_by_the_number_in_the_list(tmp_path):
    look = look_at(busy(12))
    assert sorted(look.numbers.values()) == list(range(1, len(look.numbers) + 1))
    begun = {}
    for block in look.values.timeline:
        if block.end_min > block.start_min:
            begun.setdefault(block.job, block.start_min)
    first_to_last = sorted(look.numbers, key=look.numbers.__getitem__)
    assert first_to_last == list(begun)
    result = squeezed(read_back(day_sheet(look), tmp_path / "day.pdf", "a4"))
    for job, number in look.numbers.items():
        assert squeezed(f"· {number} The {job} & <so on>") in result
    strip = result[: result.index(squeezed("Black: at the flame."))]
    # On the strip of a full day hardly a block has room for a name: each has its number.
    for number in look.numbers.values():
        assert str(number) in strip
