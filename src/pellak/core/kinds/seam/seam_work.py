"""What is reckoned of the seam itself, once, for every station that reads it."""

from collections.abc import Sequence
from dataclasses import dataclass

from pellak.core import say
from pellak.core.answer.working import School, Working
from pellak.core.factor import Factor
from pellak.core.kinds.seam.casting_heat import CastingHeat
from pellak.core.kinds.seam.fit_up import tacks_of
from pellak.core.kinds.seam.piece import RODLESS_UP_TO_MM, seam_length
from pellak.core.kinds.seam.reckoned import Reckoned
from pellak.core.metal.rod import NO_ROD, rod_schools
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.model.kinds.seam.work import SeamPaced
from pellak.core.seam.filler import FillerAnswer, FillerGiven, reckon_filler
from pellak.core.seam.interpass_wait import with_waits
from pellak.core.seam.job_gas import LIGHTING_MIN, JobGas, job_gas, warming_gas
from pellak.core.seam.pace import direction_of, pools_of
from pellak.core.seam.pace_learning import pace_factor
from pellak.core.seam.tacks import TacksAnswer
from pellak.core.seam.tacks_given import TacksGiven


def rod_choice(reckoned: Reckoned) -> tuple[str, list[School]]:
    """Return the rod planned with and those to choose from: the job's, none on thin, the usual."""
    job, metal = reckoned.job, reckoned.metal
    thickness_mm = job.thickness_mm or 0.0
    schools = rod_schools(metal, thickness_mm)
    rodless = School(
        id=NO_ROD,
        label="no rod",
        why=f"edges touching, melted together and planished flat; to about {say.wall(1.2)}, or "
        "tipped edges",
    )
    may_melt = metal.traits.fused_without_rod != "no"
    if may_melt:
        schools = [*schools, rodless]
    thin = thickness_mm <= RODLESS_UP_TO_MM and not job.root_gap_mm and job.joint == "butt"
    usual = NO_ROD if (thin and metal.traits.fused_without_rod == "usual") or (
        job.joint == "tipped-edge" and may_melt
    ) else schools[0].id  # fmt: skip
    known = [school.id for school in schools]
    return (job.rod if job.rod in known else usual), schools


def own_travel_mm_per_min(job: SeamJob) -> float | None:
    """Return the travel a person decided, told as such or as minutes of the whole seam.

    Args:
        job: its travel or minutes as typed

    Source: length over minutes

    >>> from pellak.core.model.kinds.seam.job import SeamJob
    >>> own_travel_mm_per_min(SeamJob(name='tray', length_mm=300.0, seam_min=10.0))
    30.0
    """
    length = seam_length(job)
    if job.seam_min is None or length is None:
        return job.travel_mm_per_min
    return float(length.value or 0.0) / job.seam_min


def filler_of(reckoned: Reckoned, pace: Factor) -> FillerAnswer:
    """Ask the filler reckoner about a job, paced by the seams of its metal that were timed.

    A length of 100 mm stands in until one is told.
    """
    job, groove = reckoned.job, reckoned.groove
    length = seam_length(job)
    tip, flow = reckoned.tip, reckoned.acetylene_l_per_h
    answer = reckon_filler(
        FillerGiven(
            family=reckoned.constants.family,
            rod=rod_choice(reckoned)[0],
            thickness_mm=groove.thickness_mm,
            joint=job.joint,
            edge_form=groove.form,
            root_gap_mm=groove.root_gap_mm,
            root_face_mm=groove.root_face_mm,
            included_angle_deg=groove.included_angle_deg,
            leg_mm=groove.leg_mm or None,
            length_mm=float(length.value or 100.0) if length else 100.0,
            direction=direction_of(reckoned.schools.direction, groove.thickness_mm),
            start_c=reckoned.start_c,
            hand_factor=reckoned.solution.expected.case.hand_factor,
            hand_sigma=reckoned.solution.expected.case.hand_sigma,
            acetylene_l_per_h=flow,
            orifice_mm=reckoned.solution.expected.case.orifice_mm,
            tip_low_l_per_h=tip.band_l_per_h.low if tip else None,
            tip_high_l_per_h=_most_l_per_h(reckoned),
            rod_diameter_mm=job.rod_diameter_mm,
            travel_mm_per_min=own_travel_mm_per_min(job),
            pace_factor=pace.factor,
            pace_sigma=pace.sigma,
        ),
        pools_of(reckoned.pool_solution, groove.form),
    )
    limit_c, passes = reckoned.preheat.values.interpass_max_c, answer.values.passes
    if limit_c is None or len(passes) < 2 or length is None:
        return answer
    case = reckoned.solution.expected.case
    waited = with_waits(case, passes, float(length.value or 0.0), limit_c)
    values = answer.values.model_copy(update={"passes": waited})
    return answer.model_copy(update={"values": values})


def _most_l_per_h(reckoned: Reckoned) -> float | None:
    """Return the most a pass may burn: what the tip holds, and the acetylene gives on end."""
    if reckoned.tip is None:
        return None
    high, draw = reckoned.tip.band_l_per_h.high, reckoned.equipment.draw
    if draw is None or reckoned.job.acetylene_l_per_h is not None:
        return high
    return min(high, max(draw.continuous_l_per_h, reckoned.acetylene_l_per_h))


@dataclass(frozen=True)
class ReckonedSeam:
    """What is reckoned of the seam itself, once, for every station that reads it."""

    filler: FillerAnswer
    tacks: tuple[TacksGiven, TacksAnswer] | None
    gas: JobGas
    flow_l_per_h: float
    length_known: bool
    casting: CastingHeat | None
    paced: SeamPaced | None

    @property
    def job_min(self) -> float | None:
        """Minutes of the whole job, waits included; `whole_job` gives its working."""
        values = self.filler.values
        if values.minutes is None or not self.length_known:
            return None
        tacks = self.tacks[1].values.minutes if self.tacks else 0.0
        return values.minutes + tacks + self.warming_min + LIGHTING_MIN

    @property
    def warming_min(self) -> float:
        """Flame minutes of the preheat: a casting's by its head, a band's by the tip."""
        if self.casting is not None:
            return self.casting.minutes
        return 60 * self.gas.preheat_l / self.flow_l_per_h

    @property
    def greatest_l_per_h(self) -> float | None:
        """The greatest flow of any pass, or of the head that heats it, L/h of acetylene."""
        flows = [p.acetylene_l_per_h for p in self.filler.values.passes]
        if self.casting is not None:
            flows.append(self.casting.flow_l_per_h)
        return max(flows, default=None)

    @property
    def flame_min(self) -> float | None:
        """Minutes in which its greatest flow burns the job's gas; None without a length."""
        if self.minutes is None:
            return None
        return 60 * self.gas.total_l / (self.greatest_l_per_h or self.flow_l_per_h)

    @property
    def minutes(self) -> Working | None:
        """The flame minutes of the whole seam; None without a length or where the root never
        melts."""
        lines = self.filler.working if self.length_known else []
        return next((w for w in lines if w.name == "seam_min"), None)


def seam_work(reckoned: Reckoned, learned: Sequence[object]) -> ReckonedSeam:
    """Return rod and passes, tacks, and the gas of a job in a shop that learned from its runs."""
    pace = pace_factor(reckoned.constants.family, learned)
    filler, tacks = filler_of(reckoned, pace), tacks_of(reckoned)
    known = seam_length(reckoned.job) is not None
    gas = _gas_of(reckoned, filler, tacks, known=known)
    flow = reckoned.acetylene_l_per_h
    paced = _paced(reckoned, filler, pace) if known else None
    return ReckonedSeam(filler, tacks, gas, flow, known, reckoned.casting, paced)


def _paced(reckoned: Reckoned, filler: FillerAnswer, pace: Factor) -> SeamPaced | None:
    values = filler.values
    if values.minutes is None or values.rod_limited or own_travel_mm_per_min(reckoned.job):
        return None
    return SeamPaced(
        family=reckoned.constants.family, planned_min=values.minutes, factor=pace.factor,
        seams=pace.runs,
    )  # fmt: skip


def _gas_of(
    reckoned: Reckoned,
    filler: FillerAnswer,
    tacks: tuple[TacksGiven, TacksAnswer] | None,
    *,
    known: bool,
) -> JobGas:
    held_min = tacks[1].values.held_min if tacks else 0.0
    warming, words = None, ""
    target = reckoned.preheat.values.preheat_c
    length = seam_length(reckoned.job)
    if target is not None and target > reckoned.job.start_c and length is not None:
        if reckoned.casting is not None:
            warming = reckoned.casting.warming
            words = "" if warming else "a heating this head never ends"
        elif reckoned.job.joint == "casting-crack":
            words = "the heating of the casting: tell its weight to count it"
        else:
            warming = warming_gas(
                reckoned.constants, reckoned.job.thickness_mm or 0.0, float(length.value or 0),
                reckoned.job.start_c, target,
            )  # fmt: skip
    passes = filler.values.passes if known else []
    return job_gas(passes, reckoned.acetylene_l_per_h, held_min, warming, words)
