"""The corners of what may be told: a plan, or a refusal that names a field somebody typed."""

import math

import pytest

from pellak.core.answer.errors import Refused
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.plan.change_job import with_changes
from pellak.core.plan.compose import compose_plan
from pellak.core.reading.measures import said
from pellak.core.tables import joints
from tests.core.test_one_sum import RACK

ALLOYS = ("pb-sheet", "al-3003", "dc01", "4130", "gi-30", "304")


@pytest.mark.parametrize("alloy", ALLOYS)
@pytest.mark.parametrize("joint", sorted(joints()))
def test_thinnest_thickest_coldest_and_hottest_never_break(alloy, joint):
    for thickness in (0.3, 0.5, 25.0):
        for start in (-20.0, 300.0, 400.0):
            document = {"alloy": alloy, "joint": joint, "thickness_mm": thickness, "start_c": start,
                    "length_mm": 300.0, "outside_diameter_mm": 60.0}  # fmt: skip
            if alloy == "pb-sheet" and start > 307:
                with pytest.raises(Refused, match="start_c"):
                    with_changes(SeamJob(name="x"), document)
                continue
            job = with_changes(SeamJob(name="x"), document)
            plan = compose_plan(job, ShopSchools(), equipment=RACK)
            values = [f.value for s in plan.stations for f in s.figures if f.value is not None]
            assert all(math.isfinite(value) for value in values)


def test_lead_hotter_than_it_stays_solid_is_refused_by_the_field_that_was_typed():
    with pytest.raises(Refused, match="start_c") as refused:
        with_changes(SeamJob(name="x"), {"alloy": "pb-sheet", "start_c": 350.0})
    assert said(refused.value.accepted, "metric").startswith("below 307 °C")
    warm = with_changes(SeamJob(name="x"), {"start_c": 350.0})
    with pytest.raises(Refused, match="start_c"):
        with_changes(warm, {"alloy": "pb-sheet"})
