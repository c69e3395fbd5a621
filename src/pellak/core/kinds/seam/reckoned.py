"""Everything the reckoners say about one seam, worked out once and read by every station."""

from collections.abc import Sequence
from dataclasses import dataclass, fields

from pellak.core.hand.known import HandFactor
from pellak.core.heat.reckon import HeatAnswer, heat_answer
from pellak.core.heat.solve import HeatGiven, HeatSolution, PieceGiven, solve_heat
from pellak.core.kinds.seam.casting_heat import CastingHeat
from pellak.core.kinds.seam.decided import groove_for
from pellak.core.kinds.stations.set_up import TorchSetUp, torch_set_up
from pellak.core.metal.alloy import Metal, heat_family_of
from pellak.core.metal.fusion import fusion_advice
from pellak.core.model.job_base import ShopSchools, schools_of
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.preheat.by_hand import heated_by_hand
from pellak.core.preheat.reckon import (
    PreheatAnswer,
    PreheatGiven,
    PreheatQuestion,
    answer_preheat,
)
from pellak.core.rig.equipment import Equipment
from pellak.core.seam.groove import Groove
from pellak.core.seam.pace import pool_case
from pellak.core.tables import HeatFamily
from pellak.core.torch.rack_tip import RackTip


@dataclass(frozen=True)
class Reckoned(TorchSetUp):
    """The answers for a seam whose thickness is known.

    `heat` is the flame on the piece as thick as it is; `pool` is one pool of it, the same to
    3.2 mm and between square edges.
    """

    job: SeamJob
    constants: HeatFamily
    preheat: PreheatAnswer
    start_c: float
    solution: HeatSolution
    heat: HeatAnswer
    heat_given: HeatGiven
    hand: HandFactor
    groove: Groove
    pool_solution: HeatSolution
    pool: HeatAnswer
    casting: CastingHeat | None


def preheat_of(job: SeamJob, metal: Metal, shop: ShopSchools, hand: HandFactor) -> PreheatAnswer:
    """Ask the preheat reckoner about a job whose thickness is told."""
    assert job.thickness_mm is not None
    given = PreheatGiven(
        alloy=metal.id,
        thickness_mm=job.thickness_mm,
        joint=job.joint,
        restraint=job.restraint or ("medium" if metal.traits.graphitic else "low"),
        acetylene_l_per_h=job.acetylene_l_per_h,
        temper_c=job.temper_c,
        school=schools_of(job, shop).preheat,
    )
    answer = answer_preheat(PreheatQuestion(metal, given, hand.factor))
    if job.preheat_c is None:
        return answer
    return heated_by_hand(answer, job.preheat_c, metal.family, job.thickness_mm)


def reckon_job(
    job: SeamJob,
    shop: ShopSchools,
    rack: Sequence[RackTip],
    hand: HandFactor,
    metal: Metal | None,
    preheat: PreheatAnswer | None,
    equipment: Equipment,
    casting: CastingHeat | None,
    flame_min: float | None = None,
) -> Reckoned | None:
    """Ask every reckoner about a job of so many minutes of flame, None as if on end.

    None while its thickness is not told, where nobody knows the metal, or where it is not fused.

    Args:
        job: as typed
        shop: its schools
        rack: its tips
        hand: who welds
        metal: of the job, None where nobody knows it
        preheat: worked out before
        equipment: the line and the cylinders
        casting: its heating, for a casting
        flame_min: minutes

    Source: the reckoners it asks

    >>> from pellak.core.hand.known import MODEL_HAND
    >>> reckon_job(SeamJob(name='x'), ShopSchools(), [], MODEL_HAND, None, None, Equipment(), None)
    """
    if job.thickness_mm is None or metal is None or preheat is None:
        return None
    constants = heat_family_of(metal.family)
    if constants is None or fusion_advice(metal).level == "refuse":
        return None
    schools = schools_of(job, shop)
    start_c = max(job.start_c, preheat.values.preheat_c or job.start_c)
    piece = PieceGiven(
        family=constants.family,
        thickness_mm=job.thickness_mm,
        joint=job.joint,
        start_c=start_c,
        hand_factor=hand.factor,
        hand_sigma=hand.sigma,
    )
    torch = torch_set_up(job, schools, rack, metal, piece, equipment, flame_min)
    heat_given = HeatGiven(
        **piece.model_dump(),
        acetylene_l_per_h=torch.acetylene_l_per_h,
        orifice_mm=torch.whole_bore_mm,
    )
    solution = solve_heat(heat_given)
    analysis = metal.composition if metal.traits.hardenable else None
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
    own = {field.name: getattr(torch, field.name) for field in fields(torch)}
    return Reckoned(
        **{**own, "job": job},
        constants=constants,
        preheat=preheat,
        start_c=start_c,
        solution=solution,
        heat=heat,
        heat_given=heat_given,
        hand=hand,
        groove=groove,
        pool_solution=pool_solution,
        pool=pool,
        casting=casting,
    )
