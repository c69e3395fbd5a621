"""Jobs as people say them in one line, written down before the reader, by who would say it."""

import csv
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.ask.job_line import read_job_line
from pellak.core.ask.piece import OfShop
from pellak.core.plan.change_job import job_from

with Path(__file__).with_name("job_lines.csv").open(encoding="utf-8") as file:
    LINES = list(csv.DictReader(file))


@pytest.mark.parametrize("row", LINES, ids=lambda row: row["text"])
def test_a_line_is_the_job_it_says(row):
    line = read_job_line(row["text"], OfShop(system=row["system"]))
    assert (line.kind, line.document["alloy"]) == (row["kind"], row["alloy"])
    for field, _, expected in (one.partition("=") for one in row["expected"].split()):
        got = line.document[field]
        if isinstance(got, str):
            assert got == expected, field
        else:
            assert got == pytest.approx(float(expected), rel=0.01), field
    assert line.name == row["text"]
    # What is read is a job as it stands.
    assert job_from(line.document).kind == row["kind"]


def test_it_says_how_it_read_and_what_it_did_not():
    line = read_job_line("18 ga mild butt 25 in for uncle", OfShop(system="inch"))
    assert [part.label for part in line.parts] == ["Metal", "Joint", "Thick", "Long"]
    assert line.parts[1].text == "butt"
    assert line.not_read == "uncle"


@pytest.mark.parametrize(
    ("text", "field"),
    [("18 mild butt 25 ft", "thickness_mm"), ("18 ga 16 ga mild", "thickness_mm")],
)
def test_what_cannot_be_meant_is_refused_by_its_name(text, field):
    with pytest.raises(Refused) as refused:
        read_job_line(text, OfShop(system="inch"))
    assert refused.value.field == field


@given(st.text(max_size=80))
def test_any_line_is_a_job_or_refused(text):
    try:
        line = read_job_line(text, OfShop(system="inch"))
    except Refused:
        return
    assert job_from(line.document).name


def test_a_metal_alone_gives_the_job_its_plain_name():
    line = read_job_line("4130", OfShop())
    assert (line.kind, line.document["alloy"], line.document["thickness_mm"]) == (
        "seam",
        "4130",
        None,
    )
    assert line.name == "4130 normalised tube, a seam"
    assert read_job_line("cowl vent", OfShop()).name == "cowl vent"
