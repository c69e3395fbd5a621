"""The exercise before a job is its own flame, on its own tip."""

import pytest

from pellak.core.heat.solve import HeatGiven
from pellak.core.model.facts import Facts
from pellak.core.practice.flame.targets import flame_targets
from pellak.core.practice.for_job import flame_for


def facts(ratio, flow=120.0, bore=0.81, **given):
    heat = HeatGiven(
        family="carbon-steel", thickness_mm=1.2, joint="butt", acetylene_l_per_h=flow,
        orifice_mm=bore,
    )  # fmt: skip
    return Facts(start_c=20, oxygen_ratio=ratio, acetylene_l_per_h=flow, heat=heat, **given)


@pytest.mark.parametrize(
    ("ratio", "flow", "target"),
    [
        (1.05, 120, "neutral"),
        (1.0, 120, "neutral"),
        (1.1, 120, "neutral"),
        (0.93, 120, "two-x"),
        (0.85, 120, "three-x"),
        (0.80, 120, "three-x"),
        (1.05, 73, "soft-neutral"),
    ],
)
def test_the_nearest_flame_of_the_ladder_is_practised(ratio, flow, target):
    result = flame_for(facts(ratio, flow))
    assert result.target == target
    assert result.orifice_mm == 0.81
    assert target in flame_targets()


def test_a_limit_of_the_jobs_own_is_kept():
    assert flame_for(facts(1.05, acetylene_limit="strict")).region == "strict"


def test_without_a_tip_the_usual_one_serves_and_without_a_flame_there_is_no_exercise():
    untipped = Facts(start_c=20, oxygen_ratio=0.85, acetylene_l_per_h=400)
    assert flame_for(untipped).model_dump() == {
        "target": "three-x", "orifice_mm": None, "region": "general",
    }  # fmt: skip
    assert flame_for(facts(1.05, 30, 0.2)).orifice_mm is None
    assert flame_for(Facts(start_c=20)) is None
    assert flame_for(None) is None
