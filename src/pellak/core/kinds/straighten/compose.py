"""The plan of a member to be straightened: piece, torch, safe start, rounds, look."""

from collections.abc import Sequence
from typing import Any

from pellak.core import METHOD_VERSION, say
from pellak.core.answer.errors import Refused, answered
from pellak.core.answer.figure import Station
from pellak.core.answer.working import Caution, short
from pellak.core.heat.solve import PieceGiven
from pellak.core.kinds.kind import Act, JobKind, ShopAsked
from pellak.core.kinds.stations.gas import gas_figures
from pellak.core.kinds.stations.safe_start import safe_cards, safe_start_station
from pellak.core.kinds.stations.set_up import TorchSetUp, torch_set_up
from pellak.core.kinds.stations.torch import set_up_answer, set_up_cautions, set_up_figures
from pellak.core.kinds.stations.torch_facts import torch_facts
from pellak.core.kinds.straighten.calibration import straightened, with_earlier
from pellak.core.kinds.straighten.from_line import member_from_line
from pellak.core.kinds.straighten.one_line import straighten_line
from pellak.core.kinds.straighten.piece import (
    boxes,
    member_station,
    missing,
    question,
    section_names,
    welds_drawn,
)
from pellak.core.kinds.straighten.rounds import (
    LineRead,
    SpotsMade,
    came_of_it,
    line_read,
    member_now,
    spot_marks,
    spots_made,
    unfinished_work,
)
from pellak.core.kinds.straighten.rounds_station import rounds_station, spots_gas
from pellak.core.member.straighten import StraightenAnswer, reckon_straighten
from pellak.core.member.straighten_given import StraightenGiven
from pellak.core.metal.alloy import Metal
from pellak.core.model.facts import Facts
from pellak.core.model.job_base import ShopSchools, metal_of, schools_of
from pellak.core.model.kinds.straighten.drawing import (
    BowPoint,
    MemberDrawing,
    even_bow,
    exaggeration,
    member_text,
    missing_text,
)
from pellak.core.model.kinds.straighten.job import StraightenJob
from pellak.core.model.kinds.straighten.work import KIND, MemberWork
from pellak.core.model.log_field import LogField
from pellak.core.model.overrides import with_own, without_own
from pellak.core.model.plan import LOOK_HOLDS, Plan, blocked_by_stops, first_stop, waiting
from pellak.core.model.sequences import GUIDANCE
from pellak.core.seam.job_gas import JobGas

SAFE_START_PLACE = 2


def _set_up(
    job: StraightenJob, asked: ShopAsked, schools: ShopSchools, metal: Metal | None
) -> TorchSetUp | None:
    """Return the torch: a welding tip for the wall, never a big head, which overshoots."""
    if job.thickness_mm is None or metal is None or not metal.traits.spot_heated_steel:
        return None
    hand = asked.hand("carbon-steel")
    piece = PieceGiven(
        family="carbon-steel", thickness_mm=job.thickness_mm, hand_factor=hand.factor,
        hand_sigma=hand.sigma,
    )  # fmt: skip
    return torch_set_up(job, schools, asked.rack, metal, piece, asked.equipment)


def _with_flame(given: StraightenGiven, torch: TorchSetUp | None) -> StraightenGiven:
    if torch is None:
        return given
    flame = {
        "acetylene_l_per_h": torch.acetylene_l_per_h, "orifice_mm": torch.whole_bore_mm,
    }  # fmt: skip
    return given.model_copy(update=flame)


def _facts(job: StraightenJob, schools: ShopSchools, torch: TorchSetUp | None,
           member: MemberWork | None, gas: JobGas | None) -> Facts:  # fmt: skip
    stated = {
        "spot_s": member.values.spot_s if torch and member else None,
        "spot_wait_min": member.values.wait_min if torch and member else None,
    }
    return torch_facts(job, schools, torch, gas).model_copy(update=stated)


def _torch_station(torch: TorchSetUp | None, gas: JobGas | None) -> Station:
    holds = "Tip, flow, flame, pressures: a welding tip, never a big head."
    if torch is None:
        return waiting("torch", "Torch", holds)
    figures, cautions = gas_figures(torch, torch.acetylene_l_per_h, gas)
    return Station(
        id="torch",
        name="Torch",
        state="settled" if torch.tip else "present",
        answer=set_up_answer(torch),
        holds=holds,
        figures=[*set_up_figures(torch), *figures],
        cautions=[*cautions, *set_up_cautions(torch)],
    )


def _drawing(job: StraightenJob, member: MemberWork | None) -> MemberDrawing:
    plain = MemberDrawing(
        section=job.section, depth_mm=job.depth_mm, width_mm=job.width_mm,
        wall_mm=job.thickness_mm, length_mm=job.length_mm, face=job.face,
        brackets=list(job.brackets_mm), boxes=boxes(job), welds=welds_drawn(job),
        text=missing_text(job.section, sum(box.value is not None for box in boxes(job))),
    )  # fmt: skip
    if member is None:
        return plain
    given, spots = member.given, [spot.at_mm for spot in member.values.next_round]
    length, bow = given.length_mm, given.bow_mm
    line = even_bow(length, bow)
    if given.stations:
        ends = {0.0: 0.0, length: 0.0, **{s.at_mm: s.bow_mm for s in given.stations}}
        line = [BowPoint(at_mm=at, bow_mm=ends[at]) for at in sorted(ends)]
    return plain.model_copy(
        update={
            "line": line,
            "exaggerated": exaggeration(length, bow),
            "spots": spots,
            "pattern": member.values.pattern,
            "text": member_text(given.section, length, bow, spots),
        }
    )


def _answered(
    job: StraightenJob, metal: Metal | None, torch: TorchSetUp | None, learned: Sequence[Any]
) -> tuple[StraightenGiven | None, StraightenAnswer | None, Caution | None]:
    """Return question and answer, or the stop that says why flame is not for this member."""
    if missing(job):
        return None, None, None

    def reckoned() -> tuple[StraightenGiven, StraightenAnswer]:
        given = with_earlier(_with_flame(question(job, metal), torch), learned)
        return given, reckon_straighten(given)

    found = answered(reckoned)
    if not isinstance(found, Refused):
        return *found, None
    stop = Caution(
        level="stop",
        text=f"Not by flame as told: {found.accepted}.",
        reason="Heat in the wrong steel or the wrong place does harm that nobody sees.",
        source="AWS D1.5; FHWA heat-straightening guide",
    )
    return None, None, stop


def _two_metals(metal: Metal | None, given: StraightenGiven) -> Caution:
    """Return the stop where metal and steel were told apart and do not agree."""
    named = metal.name if metal else "a metal nobody knows"
    steel = given.steel.replace("-", " ")
    return Caution(
        level="stop",
        text=f"It is told as {named} and as {steel} steel: say which it is.",
        reason="Flame straightens carbon and low-alloy steel; what else is bent warps or cracks.",
        source="FHWA heat-straightening guide",
    )


def straighten_plan(job: StraightenJob, asked: ShopAsked) -> Plan:
    """Return the plan of a member; figures wait until section, length and bow are told."""
    schools, metal = schools_of(job, asked.schools), metal_of(job, asked.own)
    torch = _set_up(job, asked, schools, metal)
    lacks = missing(job)
    given, answer, stop = _answered(job, metal, torch, asked.learned)
    if given is not None and answer is not None and torch is None:
        stop = _two_metals(metal, given)
    member = MemberWork(given=given, values=answer.values) if given and answer and torch else None
    gas = spots_gas(member, torch) if member and torch else None
    piece = member_station(job, metal)
    if stop is not None:
        piece = piece.model_copy(update={"cautions": [stop, *piece.cautions]})
    stations = [
        piece,
        _torch_station(torch, gas),
        rounds_station(member, answer, gas),
        waiting("look-and-log", "Look and log", LOOK_HOLDS),
    ]
    usual = without_own(job)
    ours = straighten_plan(usual, asked).stations if usual else stations
    stations = with_own(stations, ours, job)
    figures = {figure.id: figure for station in stations for figure in station.figures}
    family = metal.family if metal else job.family
    facts = _facts(job, schools, torch, member, gas)
    cards = safe_cards(KIND, job, schools, family, "", figures, facts, asked.equipment, torch)
    stations.insert(SAFE_START_PLACE, safe_start_station(job, schools, family, "", cards))
    why_not = first_stop(stations) or lacks
    if not why_not and member is not None and not member.values.next_round:
        why_not = member.values.says
    return Plan(
        method_version=METHOD_VERSION,
        guidance=GUIDANCE,
        job=job,
        stations=blocked_by_stops(stations),
        candidates=torch.tip_answer.values.candidates if torch else [],
        work=member,
        drawing=_drawing(job, member),
        facts=facts,
        cards=cards,
        may_start=not why_not and member is not None,
        why_not=why_not,
    )


def _line(job: StraightenJob) -> str:
    size = "×".join(
        short(mm, 4) for mm in (job.depth_mm, job.width_mm, job.thickness_mm) if mm is not None
    )
    bow = f", bowed {say.mm(job.camber_mm)}" if job.camber_mm else ""
    return f"{size} {section_names()[job.section]} · straighten{bow}".strip()


STRAIGHTEN = JobKind(
    KIND,
    "Straighten a member",
    "heat spots on the long face of what welds have bowed",
    StraightenJob,
    straighten_plan,
    _line,
    log=(
        LogField(
            id="flame_min", label="Flame on", asked="Flame on, all spots, minutes", unit="min",
            quantity="time", least=0.02, most=1440, burns=True,
        ),
    ),
    now=member_now,
    acts={"spots": Act(SpotsMade, spots_made), "line": Act(LineRead, line_read)},
    marks=spot_marks,
    look="Look along the line once more.",
    from_line=member_from_line,
    of_section=True,
    worked="rounds",
    left=unfinished_work,
    card=("spots_total", "next_round", "expected_mm", "peak_c", "spot_s", "spot_wait_min"),
    came=came_of_it,
    lines={"straighten": straighten_line},
    learns=straightened,
)  # fmt: skip
