"""Torch, flame and gas line of any job with a flame on metal, worked out once."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any

from pellak.core.answer.figure import Choice
from pellak.core.answer.working import School, Working
from pellak.core.heat.solve import PieceGiven
from pellak.core.metal.alloy import Metal
from pellak.core.model.job_base import JobBase, ShopSchools
from pellak.core.rig.equipment import Equipment
from pellak.core.safety.eyes import EyesAnswer, EyesGiven, reckon_eyes
from pellak.core.supply.supply import SupplyAnswer, reckon_supply
from pellak.core.supply.supply_line import SupplyGiven
from pellak.core.tables import Family
from pellak.core.torch.barred import Barred, barred_by_draw
from pellak.core.torch.candidates import RANK, TipCandidate, out_by_draw
from pellak.core.torch.flame import FlameAnswer, FlameGiven, flame_settings, reckon_flame
from pellak.core.torch.rack_tip import RackTip
from pellak.core.torch.tip import TipAnswer, TipGiven, reckon_tip

USABLE = ("fits", "works-soft", "works-slow")


@dataclass(frozen=True)
class FlameWanted:
    """The flame a job wants: as the flame reckoner is asked for it, how it looks, why, what too
    much oxygen or carbon does, and what its tips are judged by."""

    asked: Mapping[str, Any]
    looks: str
    why: str
    left_over: str
    judged_by: str
    judged_source: str


@dataclass(frozen=True)
class TorchSetUp:
    """The torch of a job whose thickness is known.

    `tip` is the tip planned with: the one the person chose, else the best that works, else None,
    and then the plan goes by the bore to buy.
    """

    job: JobBase
    wanted: FlameWanted
    schools: ShopSchools
    from_rack: bool
    metal: Metal
    tip_answer: TipAnswer
    tip: TipCandidate | None
    orifice_mm: float
    acetylene_l_per_h: float
    jet_m_per_s: float
    flame: FlameAnswer
    equipment: Equipment
    supply: SupplyAnswer
    eyes: EyesAnswer
    barred: Barred | None
    piece: PieceGiven | None

    @property
    def oxygen_ratio(self) -> float:
        """Oxygen to acetylene by volume."""
        return self.flame.values.oxygen_ratio

    @property
    def whole_bore_mm(self) -> float:
        """Several jets heat as one bore of their whole area, mm."""
        return self.orifice_mm * math.sqrt(self.tip.jets if self.tip else 1)


def _planned_tip(job: JobBase, answer: TipAnswer) -> TipCandidate | None:
    candidates = answer.values.candidates
    chosen = [c for c in candidates if c.label == job.tip_label]
    working = [c for c in candidates if c.verdict in USABLE]
    return next(iter(chosen or working), None)


def _supply(
    job: JobBase,
    schools: ShopSchools,
    equipment: Equipment,
    tip: TipCandidate | None,
    orifice_mm: float,
    flow_l_per_h: float,
    oxygen_ratio: float,
) -> SupplyAnswer:
    """Ask the supply reckoner about the line to the torch: the rack's hose, else a usual one."""
    chart = tip.chart if tip else None
    return reckon_supply(
        SupplyGiven(
            acetylene_l_per_h=flow_l_per_h,
            oxygen_l_per_h=flow_l_per_h * oxygen_ratio,
            orifice_mm=orifice_mm,
            jets=tip.jets if tip else 1,
            **dict(equipment.line(schools.mixer, schools.acetylene_limit)),
            chart_acetylene_bar=chart.acetylene_bar if chart else None,
            chart_oxygen_bar=chart.oxygen_bar if chart else None,
            own_acetylene_bar=job.acetylene_bar,
            own_oxygen_bar=job.oxygen_bar,
        )
    )


def torch_set_up(
    job: JobBase,
    schools: ShopSchools,
    rack: Sequence[RackTip],
    metal: Metal,
    piece: PieceGiven,
    equipment: Equipment,
    flame_min: float | None = None,
) -> TorchSetUp:
    """Return tip, flame, pressures and lens for a flame of so many minutes on a piece.

    Minutes count for what the acetylene gives; None is as if on end.

    Args:
        job: as typed
        schools: the shop's and the job's
        rack: its tips
        metal: of the job
        piece: what the flame meets
        equipment: the line and the cylinders
        flame_min: minutes of flame, or None

    Source: the reckoners it asks

    >>> from pellak.core.metal.alloy import metal_named
    >>> from pellak.core.model.kinds.seam.job import SeamJob
    >>> piece = PieceGiven(family='carbon-steel', thickness_mm=1.2)
    >>> torch = torch_set_up(SeamJob(name='x', thickness_mm=1.2), ShopSchools(), [],
    ...     metal_named('dc01'), piece, Equipment())
    >>> round(torch.acetylene_l_per_h)
    120
    """
    draw = equipment.draw
    tip_answer = reckon_tip(
        TipGiven(
            **piece.model_dump(),
            pace=schools.pace,
            mixer=schools.mixer,
            region=schools.acetylene_limit,
            rack=list(rack),
            acetylene_l_per_h=job.acetylene_l_per_h,
            capacity_m3=None if draw is None else draw.full_l / 1000,
            minutes_needed=flame_min,
        )
    )
    wanted = _for_fusion(piece.metal().family)
    torch = set_up_with(job, schools, rack, metal, equipment, tip_answer, wanted)
    torch = replace(torch, piece=piece)
    if draw is None or torch.tip is not None or job.acetylene_l_per_h is not None:
        return torch
    if not any(one.verdict == "over-draw" for one in torch.tip_answer.values.candidates):
        return torch
    barred = barred_by_draw(
        piece.matched_case(), rack, torch.oxygen_ratio, draw, equipment.coupled, flame_min
    )
    return replace(torch, barred=barred)


def _for_fusion(family: Family) -> FlameWanted:
    setting = flame_settings()[family, "fusion"]
    return FlameWanted(
        asked={"metal": family},
        looks=setting.looks,
        why=setting.why,
        left_over="more of it burns and sparks steel; less of it, and carbon goes into the pool",
        judged_by="puddle time at the flow the tip is run at, over the matched puddle time",
        judged_source="fitted plate model; bands are judgement against what a steady hand likes",
    )


def set_up_with(
    job: JobBase,
    schools: ShopSchools,
    rack: Sequence[RackTip],
    metal: Metal,
    equipment: Equipment,
    tip_answer: TipAnswer,
    wanted: FlameWanted,
    thickness_mm: float | None = None,
) -> TorchSetUp:
    """Return the set-up for tips judged already and the flame wanted on them; `thickness_mm` of
    what glows under it where the job tells no wall of its own."""
    if job.acetylene_l_per_h is None:
        tip_answer = _without_barred(tip_answer, equipment)
    tip = _planned_tip(job, tip_answer)
    orifice_mm = tip.orifice_mm if tip else tip_answer.values.orifice_mm
    flow = tip.acetylene_l_per_h if tip else tip_answer.values.acetylene_l_per_h
    jet = tip.jet_m_per_s if tip else tip_answer.values.jet_m_per_s
    flame = reckon_flame(FlameGiven(**wanted.asked, orifice_mm=orifice_mm, jet_m_per_s=jet))
    return TorchSetUp(
        job=job,
        wanted=wanted,
        schools=schools,
        from_rack=bool(rack),
        metal=metal,
        tip_answer=tip_answer,
        tip=tip,
        orifice_mm=orifice_mm,
        acetylene_l_per_h=flow,
        jet_m_per_s=jet,
        flame=flame,
        equipment=equipment,
        supply=_supply(job, schools, equipment, tip, orifice_mm, flow, flame.values.oxygen_ratio),
        eyes=reckon_eyes(
            EyesGiven(
                acetylene_l_per_h=flow,
                thickness_mm=job.thickness_mm if thickness_mm is None else thickness_mm,
                flux=metal.traits.flux_glares,
            )
        ),
        barred=None,
        piece=None,
    )


def _without_barred(answer: TipAnswer, equipment: Equipment) -> TipAnswer:
    """Return the tips, those last that would be drawn faster than the acetylene may ever be."""
    judged = [out_by_draw(one, equipment.draw) for one in answer.values.candidates]
    judged.sort(key=lambda one: RANK[one.verdict])
    values = answer.values.model_copy(update={"candidates": judged})
    return answer.model_copy(update={"values": values})


def line(working: Sequence[Working], name: str) -> Working:
    """Return the line of working for a figure."""
    return next(w for w in working if w.name == name)


def choice_for(
    job: JobBase, field: str, question: str, chosen: str, schools: list[School]
) -> Choice:
    """Return a choice of school, saying whether job or shop made it."""
    by_job = getattr(job, field) is not None
    return Choice(
        field=field,
        question=question,
        chosen=chosen,
        chosen_by="job" if by_job else "shop",
        schools=schools,
    )
