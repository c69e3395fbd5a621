"""Sizes as they are spoken, written down before they were read: in any box, with what is said
beside them."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.core.answer.errors import Refused
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.plan.change_job import with_changes
from pellak.core.reading.quantity import read_quantity
from pellak.core.reading.spoken_sizes import as_written

SPOKEN = [
    ("about 3 mm", "length", 3), ("~3 mm", "length", 3), ("roughly 1/8 in", "length", 3.175),
    ("approx. 10 ft", "length", 3048), ("say 25 in", "length", 635), ("ca 20 kg", "mass", 20),
    ("10 ft or so", "length", 3048), ("3 mm thick", "length", 3), ("25 inches long", "length", 635),
    ("3/16 plate", "length", 4.7625), ("about 1/8 in plate", "length", 3.175),
    ("a quarter inch", "length", 6.35), ("half inch", "length", 12.7),
    ("half an inch", "length", 12.7), ("three eighths", "length", 9.525),
    ("three quarters of an inch", "length", 19.05), ("an inch and a half", "length", 38.1),
    ("2 and a quarter inch", "length", 57.15), ("five sixteenths", "length", 7.9375),
    ("a sixteenth", "length", 1.5875), ("about half", "length", 12.7),
    ("18 ga sheet", "length", 1.214), ("350 degrees F", "temperature", 176.67),
    ("about 200 degrees C", "temperature", 200), ("20 deg c", "temperature", 20),
    ("5 pounds", "pressure", 0.3447), ("about 5 lbs", "pressure", 0.3447),
    ("around 20 pounds", "mass", 9.0718),
]  # fmt: skip


@pytest.mark.parametrize(("said", "kind", "value"), SPOKEN, ids=[one[0] for one in SPOKEN])
def test_a_size_is_read_as_it_is_spoken(said, kind, value):
    assert read_quantity(said, kind, "carbon-steel").value == pytest.approx(value, rel=1e-3)


@pytest.mark.parametrize("typed", ["18 ga", "1 1/2 in", "2'6\"", "0,35 bar", "code 5", ".049"])
def test_what_is_written_stays_as_it_is(typed):
    assert as_written(typed) == typed


@pytest.mark.parametrize("typed", ["about", "half a mile", "thick", "quarter past", "and a half"])
def test_words_without_a_size_are_refused(typed):
    with pytest.raises(Refused):
        read_quantity(typed, "length", "carbon-steel")


@given(st.text(max_size=40))
def test_nothing_falls_over(text):
    assert isinstance(as_written(text), str)


@pytest.mark.parametrize("field", ["outside_diameter_mm", "thickness_mm"])
def test_a_pipe_is_typed_in_either_of_its_boxes(field):
    pipe = SeamJob(name="Rail", joint="pipe-butt", alloy="a106-b")
    read = with_changes(pipe, {field: "2 in sch 80"})
    assert (read.outside_diameter_mm, read.thickness_mm) == (60.3, 5.54)
    assert read.typed[field] == "2 in sch 80"
