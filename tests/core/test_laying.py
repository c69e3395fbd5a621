"""Laying at the bench: the feather before each layer, what is found and what to do about it."""

import itertools

import pytest

from pellak.core.answer.errors import Refused
from pellak.core.kinds.overlay.laying import (
    FeatherSeen,
    LayersLaid,
    advice,
    came_of_it,
    feather_seen,
    found_as_it_cooled,
    layers_laid,
)
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.overlay.work import AsCooled, OverlayLog
from pellak.core.model.run_log import RunLog
from pellak.core.plan.change_job import job_from
from pellak.core.plan.compose import compose_plan
from tests.core.test_overlay import JOB


def made():
    return compose_plan(job_from({**JOB, "alloy": "sae-1045", "group": "co-a"}), ShopSchools())


def test_a_layer_waits_for_the_feather_to_be_looked_at():
    plan, log = made(), RunLog()
    with pytest.raises(Refused, match="feather"):
        layers_laid(plan, log, LayersLaid(done=1))
    with pytest.raises(Refused, match="feather"):
        feather_seen(plan, log, FeatherSeen(right=False))
    log = layers_laid(plan, feather_seen(plan, log, FeatherSeen(right=True)), LayersLaid(done=1))
    with pytest.raises(Refused, match="feather"):
        layers_laid(plan, log, LayersLaid(done=2))
    log = layers_laid(plan, feather_seen(plan, log, FeatherSeen(right=True)), LayersLaid(done=2))
    with pytest.raises(Refused, match="0 to 2"):
        layers_laid(plan, log, LayersLaid(done=3))
    back = layers_laid(plan, log, LayersLaid(done=1))
    with pytest.raises(Refused, match="feather"):
        layers_laid(plan, back, LayersLaid(done=2))


def test_what_is_found_wants_a_layer_first_and_brings_its_remedy():
    plan = made()
    sound = AsCooled(colour="even", pores="none", cracks="none", lifted=False)
    with pytest.raises(Refused, match="layer"):
        found_as_it_cooled(plan, RunLog(), sound)
    log = found_as_it_cooled(plan, RunLog(work=OverlayLog(done=2)), sound)
    assert came_of_it(log.work) == "2 layers, even colour, no pores"
    assert advice(sound) == ["Even and sound."]
    for pores, cracks, lifted in itertools.product(("none", "many"), ("none", "through"), (0, 1)):
        bad = AsCooled(colour="even", pores=pores, cracks=cracks, lifted=bool(lifted))
        faults = (pores != "none") + (cracks != "none") + lifted
        assert len(advice(bad)) == max(1, faults)
