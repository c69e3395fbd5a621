"""The whole catalogue at every joint and wall: a plan, or a refusal with its reason."""

import json
import math
import os

import pytest

from pellak.core.metal.alloy import alloys
from pellak.core.metal.fusion import fusion_advice
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.plan.change_job import with_changes
from pellak.core.plan.compose import compose_plan
from pellak.core.tables import joints
from tests.core.test_tip import DEMO

FULL = os.environ.get("PELLAK_SWEEP") == "full"
WALLS_MM = (0.5, 2.4, 8.0, 25.0)
ANSWERS = {"held": "nothing", "coating": "bare", "closed": "vented", "restraint": "low"}


def finite(value) -> bool:
    match value:
        case float():
            return math.isfinite(value)
        case dict():
            return all(finite(one) for one in value.values())
        case list():
            return all(finite(one) for one in value)
    return True


def joints_for(alloy: str) -> list[str]:
    """Return the joints an alloy is tried at: all in a full sweep, else two, all over the list."""
    every = list(joints())
    if FULL:
        return every
    first = sorted(alloys()).index(alloy)
    return [every[(first + step) % len(every)] for step in (0, len(every) // 2)]


@pytest.mark.parametrize("alloy", sorted(alloys()))
def test_every_alloy_joint_and_wall_gets_a_plan_or_a_reasoned_refusal(alloy):
    refused = fusion_advice(alloys()[alloy]).level == "refuse"
    fume = {"fume": "open-air"} if alloys()[alloy].family == "lead" else {}
    for joint in joints_for(alloy):
        for thickness_mm in WALLS_MM:
            changes = {
                "alloy": alloy,
                "joint": joint,
                "thickness_mm": thickness_mm,
                "length_mm": 250,
                "outside_diameter_mm": 60,
                **ANSWERS,
                **fume,
            }
            job = with_changes(SeamJob(name="Sweep"), changes)
            plan = compose_plan(job, ShopSchools(), DEMO)
            where = f"{alloy} {joint} {thickness_mm}"
            assert finite(plan.model_dump()), where
            json.dumps(plan.model_dump(mode="json"), allow_nan=False)
            shown = {f.id: f for s in plan.stations for f in s.figures}
            cautions = [c for s in plan.stations for c in s.cautions]
            assert all(c.reason and c.source for c in cautions), where
            assert plan.drawing.text
            if refused:
                assert not plan.may_start, where
                assert any(c.level == "stop" for c in cautions), where
                assert "tip" not in shown, where
                continue
            assert plan.may_start or any(c.level == "stop" for c in cautions), where
            for wanted in ("metal", "preheat_c", "tip", "flame", "shade", "rod", "cool_in"):
                assert wanted in shown, f"{where}: {wanted}"
            for figure in shown.values():
                if figure.value is not None:
                    assert figure.working, f"{where}: {figure.id}"
                for line in figure.working:
                    assert line.source, f"{where}: {line.name}"
                    assert line.inserted, f"{where}: {line.name}"
