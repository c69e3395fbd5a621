"""Everything the reckoners say about one job, worked out once and read by every station."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from pellak.core.care.eyes import EyesAnswer, EyesGiven, reckon_eyes
from pellak.core.figure import Choice
from pellak.core.gas.supply import SupplyAnswer, reckon_supply
from pellak.core.gas.supply_line import SupplyGiven
from pellak.core.heat.reckon import HeatAnswer, heat_answer
from pellak.core.heat.solve import HeatGiven, HeatSolution, solve_heat
from pellak.core.job import Job, ShopSchools, schools_of
from pellak.core.metal.alloy import HARDENABLE, Metal, heat_family_of
from pellak.core.metal.fusion import fusion_advice
from pellak.core.preheat.by_hand import heated_by_hand
from pellak.core.preheat.reckon import (
    PreheatAnswer,
    PreheatGiven,
    PreheatQuestion,
    answer_preheat,
)
from pellak.core.rack.equipment import USUAL_HOSE_M, USUAL_HOSE_MM, Equipment
from pellak.core.seam.decided import groove_for
from pellak.core.seam.groove import Groove
from pellak.core.seam.pace import pool_case
from pellak.core.tables import HeatFamily
from pellak.core.torch.candidates import RackTip, TipCandidate
from pellak.core.torch.flame import FlameAnswer, FlameGiven, reckon_flame
from pellak.core.torch.tip import TipAnswer, TipGiven, reckon_tip
from pellak.core.working import School, Working

USABLE = ("fits", "works-soft", "works-slow")


@dataclass(frozen=True)
class Reckoned:
    """The answers for a job whose thickness is known.

    `tip` is the tip planned with: the one the person chose, else the best that works, else None,
    and then the plan goes by the bore to buy. `heat` is the flame on the piece as thick as it is;
    `pool` is one pool of it, the same to 3.2 mm and between square edges.
    """

    job: Job
    schools: ShopSchools
    from_rack: bool
    metal: Metal
    constants: HeatFamily
    preheat: PreheatAnswer
    start_c: float
    tip_answer: TipAnswer
    tip: TipCandidate | None
    orifice_mm: float
    acetylene_l_per_h: float
    jet_m_per_s: float
    solution: HeatSolution
    heat: HeatAnswer
    groove: Groove
    pool_solution: HeatSolution
    pool: HeatAnswer
    flame: FlameAnswer
    equipment: Equipment
    supply: SupplyAnswer
    eyes: EyesAnswer

    @property
    def oxygen_ratio(self) -> float:
        """Oxygen to acetylene by volume."""
        return self.flame.values.oxygen_ratio


def _planned_tip(job: Job, answer: TipAnswer) -> TipCandidate | None:
    candidates = answer.values.candidates
    chosen = [c for c in candidates if c.label == job.tip_label]
    working = [c for c in candidates if c.verdict in USABLE]
    return next(iter(chosen or working), None)


def preheat_of(job: Job, metal: Metal, shop: ShopSchools, hand_factor: float) -> PreheatAnswer:
    """Ask the preheat reckoner about a job whose thickness is told."""
    assert job.thickness_mm is not None
    given = PreheatGiven(
        alloy=metal.id,
        thickness_mm=job.thickness_mm,
        joint=job.joint,
        restraint=job.restraint or ("medium" if metal.family == "cast-iron" else "low"),
        acetylene_l_per_h=job.acetylene_l_per_h,
        temper_c=job.temper_c,
        school=schools_of(job, shop).preheat,
    )
    answer = answer_preheat(PreheatQuestion(metal, given, hand_factor))
    if job.preheat_c is None:
        return answer
    return heated_by_hand(answer, job.preheat_c, metal.family, job.thickness_mm)


def _supply(
    job: Job,
    schools: ShopSchools,
    equipment: Equipment,
    tip: TipCandidate | None,
    orifice_mm: float,
    flow_l_per_h: float,
    oxygen_ratio: float,
) -> SupplyAnswer:
    """Ask the supply reckoner about the line to the torch: the rack's hose, else a usual one."""
    hose, chart = equipment.hose, tip.chart if tip else None
    return reckon_supply(
        SupplyGiven(
            acetylene_l_per_h=flow_l_per_h,
            oxygen_l_per_h=flow_l_per_h * oxygen_ratio,
            orifice_mm=orifice_mm,
            jets=tip.jets if tip else 1,
            mixer=schools.mixer,
            hose_length_m=hose.length_m if hose else USUAL_HOSE_M,
            hose_bore_mm=hose.bore_mm if hose else USUAL_HOSE_MM,
            arrestors=equipment.arrestors("acetylene"),
            chart_acetylene_bar=chart.acetylene_bar if chart else None,
            chart_oxygen_bar=chart.oxygen_bar if chart else None,
            own_acetylene_bar=job.acetylene_bar,
            own_oxygen_bar=job.oxygen_bar,
            region=schools.acetylene_limit,
        )
    )


def reckon_job(
    job: Job,
    shop: ShopSchools,
    rack: Sequence[RackTip],
    hand_factor: float,
    metal: Metal | None,
    preheat: PreheatAnswer | None,
    equipment: Equipment,
) -> Reckoned | None:
    """Ask every reckoner about a job.

    None while its thickness is not told, where nobody knows the metal, or where it is not fused.
    """
    if job.thickness_mm is None or metal is None or preheat is None:
        return None
    constants = heat_family_of(metal.family)
    if constants is None or fusion_advice(metal).level == "refuse":
        return None
    schools = schools_of(job, shop)
    start_c = max(job.start_c, preheat.values.preheat_c or job.start_c)
    piece = {
        "family": constants.family,
        "thickness_mm": job.thickness_mm,
        "joint": job.joint,
        "start_c": start_c,
        "hand_factor": hand_factor,
    }
    tip_answer = reckon_tip(
        TipGiven(
            **piece,
            pace=schools.pace,
            mixer=schools.mixer,
            region=schools.acetylene_limit,
            rack=list(rack),
            acetylene_l_per_h=job.acetylene_l_per_h,
        )
    )
    tip = _planned_tip(job, tip_answer)
    orifice_mm = tip.orifice_mm if tip else tip_answer.values.orifice_mm
    flow = tip.acetylene_l_per_h if tip else tip_answer.values.acetylene_l_per_h
    jet = tip.jet_m_per_s if tip else tip_answer.values.jet_m_per_s
    # Several jets heat as one bore of their whole area.
    whole_bore_mm = orifice_mm * math.sqrt(tip.jets if tip else 1)
    heat_given = HeatGiven(**piece, acetylene_l_per_h=flow, orifice_mm=whole_bore_mm)
    solution = solve_heat(heat_given)
    analysis = metal.composition if metal.family in HARDENABLE else None
    heat = heat_answer(heat_given, solution, analysis)
    groove = groove_for(job, constants.family)
    pool_given, pool_solution, pool = heat_given, solution, heat
    one = pool_case(solution.expected.case, groove.form)
    if one != solution.expected.case:
        pool_given = heat_given.model_copy(
            update={
                "thickness_mm": one.thickness_mm,
                "acetylene_l_per_h": one.acetylene_l_per_h,
                "orifice_mm": one.orifice_mm,
            }
        )
        pool_solution = solve_heat(pool_given)
        pool = heat_answer(pool_given, pool_solution, analysis)
    flame = reckon_flame(FlameGiven(metal=constants.family, orifice_mm=orifice_mm, jet_m_per_s=jet))
    return Reckoned(
        job=job,
        schools=schools,
        from_rack=bool(rack),
        metal=metal,
        constants=constants,
        preheat=preheat,
        start_c=start_c,
        tip_answer=tip_answer,
        tip=tip,
        orifice_mm=orifice_mm,
        acetylene_l_per_h=flow,
        jet_m_per_s=jet,
        solution=solution,
        heat=heat,
        groove=groove,
        pool_solution=pool_solution,
        pool=pool,
        flame=flame,
        equipment=equipment,
        supply=_supply(job, schools, equipment, tip, orifice_mm, flow, flame.values.oxygen_ratio),
        eyes=reckon_eyes(
            EyesGiven(
                acetylene_l_per_h=flow,
                thickness_mm=job.thickness_mm,
                flux=metal.family == "aluminium",
            )
        ),
    )


def line(working: Sequence[Working], name: str) -> Working:
    """Return the line of working for a figure."""
    return next(w for w in working if w.name == name)


def choice_for(job: Job, field: str, question: str, chosen: str, schools: list[School]) -> Choice:
    """Return a choice of school, saying whether job or shop made it."""
    by_job = getattr(job, field) is not None
    return Choice(
        field=field,
        question=question,
        chosen=chosen,
        chosen_by="job" if by_job else "shop",
        schools=schools,
    )
