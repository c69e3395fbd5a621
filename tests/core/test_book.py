"""The book: what is found and counted is what going through every run one by one would say."""

import math
from collections import Counter

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from pellak.core.book.columns import MOST_SIGNS, RunColumns, RunEntry
from pellak.core.book.search import FACETS, BookHits, RunsWanted, band_label, thickness_bands
from pellak.core.book.statistics import book_statistics, wilson
from pellak.core.book.texts import RunTexts
from pellak.core.faults.tables import fault_causes
from pellak.core.reading.measures import said

FAMILIES, PEOPLE = ("carbon-steel", "aluminium", "lead"), ("", "Brit", "Tove")
THICK = (0.5, 1.0, 1.2, 1.6, 3.0, 6.0, 12.0)
SIGNS = ("sparks", "popping", "even-band", "burn-through")
CAUSE = next(iter(fault_causes()))


@st.composite
def entries(draw):
    number = draw(st.integers(0, 40))
    return [
        RunEntry(
            run_id=f"r{n}",
            place=draw(st.integers(0, 10**9)) * 100 + n,
            words={
                "family": draw(st.sampled_from(FAMILIES)), "who": draw(st.sampled_from(PEOPLE)),
                "verdict": draw(st.sampled_from(("", "good", "scrap"))), "kind": "seam",
                "joint": draw(st.sampled_from(("butt", "lap"))), "tip": "B1", "name": "Patch",
            },
            numbers={
                "thickness_mm": draw(st.sampled_from(THICK)), "day": draw(st.integers(0, 30_000)),
                "puddle_s": draw(st.none() | st.floats(1, 20)), "planned_puddle_s": 4.0,
                "acetylene_l": draw(st.none() | st.floats(1, 99)), "length_mm": 500.0,
            },
            signs=draw(st.lists(st.sampled_from(SIGNS), unique=True)),
            tried=draw(st.sampled_from(((), ((CAUSE, True),), ((CAUSE, False), ("odd", None))))),
        )
        for n in range(number)
    ]  # fmt: skip


@st.composite
def wanted(draw):
    chosen = {}
    offered = {
        "family": FAMILIES, "who": PEOPLE[1:], "sign": SIGNS, "verdict": ("good", "scrap"),
        "thickness": tuple("01234"),
    }  # fmt: skip
    for facet, values in offered.items():
        some = draw(st.lists(st.sampled_from(values), max_size=2, unique=True))
        if some:
            chosen[facet] = some
    return RunsWanted(
        chosen=chosen,
        least_mm=draw(st.none() | st.sampled_from(THICK)),
        most_mm=draw(st.none() | st.sampled_from(THICK)),
        first_day=draw(st.none() | st.integers(0, 20_000)),
        sort=draw(st.sampled_from(("newest", "oldest", "thinnest", "thickest", "slowest"))),
    )


def band_of(entry):
    return int(thickness_bands(entry.numbers["thickness_mm"]))


def has(entry, facet, value):
    if facet == "sign":
        return value in entry.signs
    if facet == "thickness":
        return band_of(entry) == int(value)
    return entry.words.get(facet, "") == value


def fits(entry, want, but=None):
    thick, day = entry.numbers["thickness_mm"], entry.numbers["day"]
    return (
        (want.least_mm is None or thick >= want.least_mm)
        and (want.most_mm is None or thick <= want.most_mm)
        and (want.first_day is None or day >= want.first_day)
        and all(
            any(has(entry, facet, value) for value in values)
            for facet, values in want.chosen.items()
            if facet != but
        )
    )


@settings(max_examples=60)
@given(entries(), wanted())
def test_what_is_found_and_counted_is_what_each_run_by_itself_says(book, want):
    columns = RunColumns()
    columns.enter(book)
    found = BookHits(columns, want)
    expected = [entry for entry in book if fits(entry, want)]
    assert found.total == len(expected)
    assert set(found.rows(0, 100)) == {entry.run_id for entry in expected}
    for facet in found.facets():
        others = [entry for entry in book if fits(entry, want, but=facet.id)]
        for value in facet.values:
            assert value.count == sum(has(entry, facet.id, value.value) for entry in others)
            assert value.chosen == (value.value in want.chosen.get(facet.id, []))
    assert [facet.id for facet in found.facets()] == list(FACETS)


@settings(max_examples=40)
@given(entries(), wanted(), st.integers(0, 45), st.integers(1, 20))
def test_pages_are_cuts_of_one_order(book, want, offset, most):
    columns = RunColumns()
    columns.enter(book)
    found = BookHits(columns, want)
    assert found.rows(offset, most) == found.rows(0, 100)[offset : offset + most]
    place = {entry.run_id: entry.place for entry in book}
    thick = {entry.run_id: entry.numbers["thickness_mm"] for entry in book}
    order = found.rows(0, 100)
    if want.sort in ("newest", "oldest"):
        places = [place[one] for one in order]
        assert places == sorted(places, reverse=want.sort == "newest")
    elif want.sort in ("thinnest", "thickest"):
        walls = [thick[one] for one in order]
        assert walls == sorted(walls, reverse=want.sort == "thickest")


@settings(max_examples=40)
@given(entries())
def test_a_run_written_anew_counts_once_as_it_is_now(book):
    columns, again = RunColumns(), RunColumns()
    columns.enter(book)
    changed = [
        RunEntry(e.run_id, e.place, {**e.words, "who": "Ansel"}, e.numbers, ("sparks",))
        for e in book
    ]
    columns.enter(changed)
    again.enter(changed)
    for want in (RunsWanted(), RunsWanted(chosen={"who": ["Ansel"]}),
                 RunsWanted(chosen={"sign": ["popping"]})):  # fmt: skip
        assert BookHits(columns, want).rows(0, 99) == BookHits(again, want).rows(0, 99)
    assert len(columns) == len(book)


def test_unknown_values_find_nothing_and_unknown_puddles_stand_last():
    columns = RunColumns()
    columns.enter(
        RunEntry(f"r{n}", n, {"who": "Brit"}, {"thickness_mm": 1.2, "puddle_s": s,
                                              "planned_puddle_s": 4.0})
        for n, s in enumerate((None, 8.0, 4.0))
    )  # fmt: skip
    assert BookHits(columns, RunsWanted(chosen={"who": ["Nobody"]})).total == 0
    assert BookHits(columns, RunsWanted(chosen={"sign": ["sparks"]})).total == 0
    assert BookHits(columns, RunsWanted(sort="slowest")).rows(0, 9) == ["r1", "r2", "r0"]
    assert BookHits(columns, RunsWanted(sort="quickest")).rows(0, 9) == ["r2", "r1", "r0"]


def test_more_rows_and_more_signs_than_there_was_room_for():
    columns = RunColumns()
    columns.enter(
        RunEntry(f"r{n}", n, {"name": f"Patch {n}"}, {"thickness_mm": 1.0}, (f"s{n % 80}",))
        for n in range(3000)
    )
    assert BookHits(columns, RunsWanted()).rows(0, 1) == ["r2999"]
    assert len(columns.signs) == MOST_SIGNS
    assert BookHits(columns, RunsWanted(chosen={"sign": ["s5"]})).total == math.ceil(
        (3000 - 5) / 80
    )


def test_bands_meet_without_a_gap():
    for end, thinner in ((1.0, 0), (1.6, 1), (3.2, 2), (6.0, 3)):
        assert int(thickness_bands(end)) == thinner
        assert int(thickness_bands(end + 0.01)) == thinner + 1
    assert [said(band_label(n), "metric") for n in range(5)] == [
        "to 1 mm", "over 1 to 1.6 mm", "over 1.6 to 3.2 mm", "over 3.2 to 6 mm", "over 6 mm",
    ]  # fmt: skip


@settings(max_examples=100)
@given(entries())
def test_what_the_book_says_is_what_counting_by_hand_says(book):
    columns = RunColumns()
    columns.enter(book)
    result = book_statistics(
        columns, BookHits(columns, RunsWanted()).mask, ["sparks", "burn-through"]
    )
    assert result.runs == len(book)
    judged = [e for e in book if e.words["verdict"]]
    assert sum(one.judged for one in result.success) == len(judged)
    assert sum(one.good for one in result.success) == sum(
        e.words["verdict"] == "good" for e in judged
    )
    timed = [e for e in book if e.numbers["puddle_s"] is not None]
    assert sum(month.n for month in result.months) == len(timed)
    for month in result.months:
        assert month.low <= month.middle <= month.high
    assert sum(g.n for g in result.gas) == sum(e.numbers["acetylene_l"] is not None for e in book)
    seen = Counter(sign for e in book for sign in e.signs)
    assert {one.sign: one.runs for one in result.signs} == {
        sign: seen[sign] for sign in ("sparks", "burn-through") if seen[sign]
    }
    for one in result.signs:
        with_it = [e for e in book if one.sign in e.signs]
        tries = [helped for e in with_it for cause, helped in e.tried if cause == CAUSE]
        assert [(c.tried, c.helped) for c in one.cures] == (
            [(len(tries), sum(tries))] if tries else []
        )


@given(st.integers(0, 60), st.integers(1, 60))
def test_a_share_lies_in_its_range_which_narrows_with_more_runs(good, of):
    good = min(good, of)
    low, high = wilson(good, of)
    assert 0 <= low <= good / of + 1e-12
    assert good / of - 1e-12 <= high <= 1
    wider = wilson(good, of)
    narrower = wilson(4 * good, 4 * of)
    assert narrower[1] - narrower[0] < wider[1] - wider[0]


def test_a_share_of_nothing_may_be_anything():
    assert wilson(0, 0) == (0.0, 1.0)
    assert wilson(8, 10) == pytest.approx((0.6491, 0.8964), abs=0.0001)


LETTERS = st.text("aBß Éé.*\0\n", max_size=6)


@given(st.lists(st.tuples(st.integers(0, 5), LETTERS), max_size=30), LETTERS)
def test_words_are_found_where_they_stand_now_and_nowhere_else(entered, asked):
    texts, now = RunTexts(), {}
    for row, text in entered:
        texts.enter(row, text)
        now[row] = text.replace("\0", " ")
    found = {int(row) for row in texts.found(asked, 6).nonzero()[0]}
    if asked and "\0" not in asked:
        assert found == {r for r, text in now.items() if asked.casefold() in text.casefold()}
    else:
        assert found == set()
