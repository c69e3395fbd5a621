"""Every sentence of plans in both systems: no figure of the other one is left in it."""

import json

import pytest

from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.heat.job import HeatJob
from pellak.core.model.kinds.overlay.job import OverlayJob
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.model.kinds.straighten.job import StraightenJob
from pellak.core.plan.change_job import with_changes
from pellak.core.plan.compose import compose_plan
from pellak.core.reading.measures import said
from pellak.demo.jobs import JOBS, demo_job
from tests.metric_left import inch_left, metric_left

SEAMS = [
    {"alloy": alloy, "thickness_mm": wall, "length_mm": length, **more}
    for alloy, more in (
        ("dc01", {}), ("s235jr", {"joint": "tee"}), ("4130", {"joint": "lap"}),
        ("316l", {}), ("al-3003", {"root_gap_mm": 0.8}), ("sae-1045", {"restraint": "medium"}),
        ("pb-sheet", {"joint": "lap"}), ("gi-30", {"joint": "casting-crack"}),
    )
    for wall, length in ((0.8, 180), (1.6, 640), (3.2, 900), (6.0, 350), (10.0, 300), (14.0, 2400))
]  # fmt: skip
OTHERS = [
    (StraightenJob, {"section": "flat", "depth_mm": 50, "thickness_mm": 6, "length_mm": 3000,
                     "camber_mm": 12}),
    (OverlayJob, {"part": "round", "diameter_mm": 60, "length_mm": 80, "alloy": "mn-a128-b2"}),
    (OverlayJob, {"part": "edge", "length_mm": 200, "width_mm": 30, "thickness_mm": 20,
                  "alloy": "sae-1045"}),
    (HeatJob, {"purpose": "bend", "shape": "cylinder", "diameter_mm": 20, "length_mm": 300}),
    (HeatJob, {"purpose": "thaw", "shape": "casting", "body_kg": 12, "thickness_mm": 15}),
    (HeatJob, {"purpose": "anneal", "shape": "plate", "alloy": "al-3003", "thickness_mm": 2,
               "length_mm": 300, "width_mm": 200}),
]  # fmt: skip


def _plans():
    for document in JOBS:
        yield document["name"], demo_job(document)
    for given in SEAMS:
        yield f"{given['alloy']} {given['thickness_mm']}", with_changes(SeamJob(name="A"), given)
    for kind, given in OTHERS:
        yield kind.__name__, with_changes(kind(name="A"), given)


PLANS = [pytest.param(job, id=name.replace(" ", "-")) for name, job in _plans()]


@pytest.mark.parametrize("job", PLANS)
def test_no_figure_of_the_other_system_is_left(job):
    text = compose_plan(job, ShopSchools()).model_dump_json()
    assert metric_left(json.loads(said(text, "inch"))) == []
    assert inch_left(json.loads(said(text, "metric"))) == []


def test_sixty_pieces_and_the_demo_are_walked():
    assert len(PLANS) >= 14 + 50
