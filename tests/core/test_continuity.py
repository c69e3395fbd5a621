"""A hundredth of a millimetre moves no headline figure of a whole plan: no rule has a step in it.

A number of passes or tacks, a rod or none, another tip are choices between whole things, but each
pass's and each tack's share of the sum may not jump. Waits between tacks are left out: a place is
under its limit or not, and one tack more or less changes the order of all.

Where the cool hand never melts it, the range that is shown ends in "never": the flame stands
beside a pole, and its minutes climb steeply without a step. There alone they may climb by 30 %."""

import os
from itertools import pairwise, product

import pytest

from pellak.core.heat.gas_rule import PACE_FACTORS
from pellak.core.heat.solve import PieceGiven
from pellak.core.metal.alloy import alloys, heat_family_of
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.plan.change_job import with_changes
from pellak.core.plan.compose import compose_plan
from pellak.core.tables import joints
from pellak.core.torch.jet import orifice_for_flow_mm
from pellak.core.torch.rack_tip import RackTip

FULL = os.environ.get("PELLAK_SWEEP") == "full"
AT_MM = (0.5, 0.6, 0.8, 1.0, 1.2, 1.25, 1.5, 1.6, 2.0, 2.5, 3.0, 3.2, 3.5, 4.0, 4.8, 5.0, 6.0,
         6.4, 7.0, 8.0, 10.0, 10.5, 12.0, 12.7, 14.0, 16.0, 17.5, 19.0, 20.0, 21.0, 24.0,
         24.5)  # fmt: skip
"""Every thickness at which any rule or table of ours changes, and those trades speak of."""
ALLOYS = ("dc01", "4130", "304", "al-3003", "pb-sheet", "gi-30", "sae-1045", "4140")
PACES = ("gentle", "normal", "brisk")
MOST_JUMP, BESIDE_NEVER = 0.12, 0.30
STEEPEST = (
    ("sae-1045", "cluster", "gentle", 5.0), ("al-3003", "tee", "gentle", 0.6),
    ("pb-sheet", "cluster", "gentle", 0.5), ("pb-sheet", "cluster", "gentle", 0.6),
)  # fmt: skip
"""The worst of all: a change of hands, and flames beside never. Always tried."""
NOTHING = {"gas of preheat and seam": 0.5}
"""Litres nobody could measure."""
PREHEAT_JUMP_K = 10.0
"""A preheat is told from hand-warm up and in steps of 5 °C."""


def planned_with(alloy, joint, pace, thickness_mm, rack):
    job = with_changes(
        SeamJob(name="Near"),
        {
            "alloy": alloy, "joint": joint, "pace": pace, "thickness_mm": thickness_mm,
            "length_mm": 300, "outside_diameter_mm": 60, "held": "nothing", "coating": "bare",
            "closed": "vented", "restraint": "low", "fume": "open-air", "rod_diameter_mm": 3.2,
            "tip_label": "one",
            "rod": None if thickness_mm > 1.3 else "none",
        },
    )  # fmt: skip
    plan = compose_plan(job, ShopSchools(), rack)
    facts = plan.facts
    gas = facts.gas
    made = plan.work.tacks.values if plan.work and plan.work.tacks else None
    tacks = len(made.tacks) if made else 0
    span = None
    if tacks > 1:
        span = made.interval_mm * (tacks - 1)
    figures = {f.id: f for station in plan.stations for f in station.figures}
    never = {
        name
        for name, figure in (
            ("puddle", "puddle_s"), ("gas of a tack", "puddle_s"),
            ("flame minutes", "seam_min"), ("gas of preheat and seam", "seam_min"),
        )
        if figure in figures and figures[figure].low and figures[figure].high is None
    }  # fmt: skip
    return never, {
        "flame minutes": facts.seam_min,
        "gas of preheat and seam": gas.preheat_l + gas.seam_l if gas else None,
        "gas of a tack": gas.tacks_l / tacks if gas and tacks else None,
        "shrink": facts.shrink_mm,
        "preheat": facts.preheat_c,
        "rod mass": plan.work.filler.mass_g if plan.work and plan.work.filler else None,
        "puddle": facts.puddle_s,
        "tacks' span": span,
    }


def jumps(alloy, joint, pace, thickness_mm):
    family = heat_family_of(alloys()[alloy].family)
    piece = PieceGiven(family=family.family, joint=joint, thickness_mm=thickness_mm)
    flow = piece.matched_case().acetylene_l_per_h * PACE_FACTORS[pace]
    bore_mm = min(10.0, max(0.2, orifice_for_flow_mm(flow, 1.05)))
    rack = [RackTip(label="one", orifice_mm=bore_mm)]
    near = [
        planned_with(alloy, joint, pace, thickness_mm + step, rack) for step in (-0.01, 0.0, 0.01)
    ]
    found = []
    for (never, one), (_, other) in pairwise(near):
        for name, value in one.items():
            after = other[name]
            most = BESIDE_NEVER if name in never else MOST_JUMP
            if name == "preheat":
                value, after = max(value or 20.0, 20.0), max(after or 20.0, 20.0)
                if abs(value - after) > max(PREHEAT_JUMP_K, MOST_JUMP * max(value, after)):
                    found.append((name, value, after))
            elif value is None or after is None:
                if value is not after:
                    found.append((name, value, after))
            elif abs(value - after) > most * max(value, after) + NOTHING.get(name, 0.0):
                found.append((name, value, after))
    return found


def cases():
    every = list(product(ALLOYS, joints(), PACES, AT_MM))
    # One in forty, and never the same joint, pace and thickness together for two alloys.
    return every if FULL else [*STEEPEST, *every[::41]]


@pytest.mark.parametrize(("alloy", "joint", "pace", "thickness_mm"), cases())
def test_nothing_jumps_across_a_hundredth_of_a_millimetre(alloy, joint, pace, thickness_mm):
    assert jumps(alloy, joint, pace, thickness_mm) == []
