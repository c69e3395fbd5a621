"""Pipe read by its trade name, held against the published sizes."""

import pytest

from pellak.core.answer.errors import Refused
from pellak.core.plan.change_job import job_from, with_changes
from pellak.core.reading.pipes import read_pipe
from pellak.core.reading.quantity import read_quantity
from pellak.core.tables import rows


@pytest.mark.parametrize(
    ("text", "across", "wall"),
    [
        ("2 in sch 40", 60.3, 3.91), ("2\" sch 80", 60.3, 5.54), ("nps 1-1/2 sch 40", 48.3, 3.68),
        ("NPS 1 1/2 schedule 40", 48.3, 3.68), ("DN 50", 60.3, None),
        ("dn100 sch 10s", 114.3, 3.05),
        ("1/2 in pipe", 21.3, None), ("3/4 inch pipe sch.40", 26.7, 2.87),
    ],
)  # fmt: skip
def test_pipe_as_it_is_asked_for(text, across, wall):
    pipe = read_pipe(text)
    assert (pipe.outside_diameter_mm, pipe.wall_mm) == (across, wall)
    assert read_quantity(text, "length").value == across


@pytest.mark.parametrize("text", ["2 in", "1/2", "2", "60.3 mm", "16 ga", "2 ft 6 in", "1 1/2 in"])
def test_what_is_a_plain_measure_is_no_pipe(text):
    assert read_pipe(text) is None


@pytest.mark.parametrize("text", ["2 in sch 30", "7 in sch 40", "DN 55", "nps 9"])
def test_a_pipe_of_no_table_is_refused_with_those_there_are(text):
    with pytest.raises(Refused, match=r"pipe of|schedule 10"):
        read_quantity(text, "length")


def test_the_table_grows_with_the_pipe():
    sizes = [[float(row[c]) for c in ("dn", "outside_diameter_mm", "sch40_mm", "sch80_mm")]
             for row in rows("pipes.csv")]  # fmt: skip
    for column in zip(*sizes, strict=True):
        assert list(column) == sorted(column)
    for row in rows("pipes.csv"):
        assert float(row["sch10_mm"]) < float(row["sch40_mm"]) < float(row["sch80_mm"])
        bore = float(row["outside_diameter_mm"]) - 2 * float(row["sch40_mm"])
        assert bore == pytest.approx(float(row["dn"]), rel=0.26), "DN is about the bore"


def test_a_pipes_name_tells_a_jobs_wall_too_and_size_alone_leaves_it():
    job = job_from({"name": "Rail", "joint": "pipe-butt", "thickness_mm": 2.0})
    result = with_changes(job, {"outside_diameter_mm": "2 in sch 40"})
    assert (result.outside_diameter_mm, result.thickness_mm) == (60.3, 3.91)
    assert result.typed == {"outside_diameter_mm": "2 in sch 40"}
    assert with_changes(job, {"outside_diameter_mm": "DN 50"}).thickness_mm == 2.0
    assert with_changes(job, {"outside_diameter_mm": "48.3"}).thickness_mm == 2.0
