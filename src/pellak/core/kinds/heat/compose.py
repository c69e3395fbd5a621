"""The plan of a heating: part, torch, safe start, heat, cooling, look."""

from typing import Any

from pellak.core import METHOD_VERSION, say
from pellak.core.answer.errors import Refused, answered
from pellak.core.answer.figure import Figure, Station
from pellak.core.answer.working import Caution, short
from pellak.core.body.body import BodyGiven, body_of
from pellak.core.body.cool import CoolValues
from pellak.core.body.cool_given import CoolIn
from pellak.core.body.free import FreeAnswer, reckon_free
from pellak.core.body.free_given import FreeGiven, InnerGiven
from pellak.core.body.metals import BodyFamily
from pellak.core.body.soak import SoakAnswer, reckon_soak
from pellak.core.body.soak_given import InsulationGiven, SoakGiven
from pellak.core.kinds.heat.calibration import heated
from pellak.core.kinds.heat.from_line import part_from_line
from pellak.core.kinds.heat.one_line import soak_line
from pellak.core.kinds.heat.part_station import boxes, missing, part_station, stated_body
from pellak.core.kinds.heat.warm_station import COOL_HOLDS, warm_station
from pellak.core.kinds.heat.warming import (
    CameFree,
    WarmthReported,
    came_free,
    came_of_it,
    heat_now,
    no_marks,
    report_warmth,
)
from pellak.core.kinds.kind import Act, JobKind, ShopAsked
from pellak.core.kinds.stations.body_cooling import COOL_NAMES, cool_figures, cool_given_of
from pellak.core.kinds.stations.body_heat import body_family, soak_gas
from pellak.core.kinds.stations.body_learning import with_flame, with_media
from pellak.core.kinds.stations.body_watch import body_watch
from pellak.core.kinds.stations.gas import gas_figures
from pellak.core.kinds.stations.head_tips import WANTED, head_answer, head_cautions
from pellak.core.kinds.stations.safe_start import safe_cards, safe_start_station
from pellak.core.kinds.stations.set_up import TorchSetUp, set_up_with
from pellak.core.kinds.stations.torch import set_up_answer, set_up_cautions, set_up_figures
from pellak.core.kinds.stations.torch_facts import torch_facts
from pellak.core.metal.alloy import Metal
from pellak.core.model.facts import Facts
from pellak.core.model.job_base import ShopSchools, metal_of, schools_of
from pellak.core.model.kinds.heat.drawing import heated_drawing
from pellak.core.model.kinds.heat.job import HeatJob
from pellak.core.model.kinds.heat.work import KIND, HeatWork
from pellak.core.model.log_field import LogField
from pellak.core.model.overrides import with_own, without_own
from pellak.core.model.plan import LOOK_HOLDS, Plan, blocked_by_stops, first_stop, waiting
from pellak.core.model.sequences import GUIDANCE
from pellak.core.seam.job_gas import JobGas

SAFE_START_PLACE = 2
OF_A_POOL = ("free_oxygen_percent", "flame_signs", "cone_mm")
TORCH_HOLDS = "Which head or tip, its flow, flame, pressures, lens."
HOT_FROM_C = 60.0


def _set_up(
    job: HeatJob, asked: ShopAsked, schools: ShopSchools, metal: Metal, body: dict[str, Any]
) -> TorchSetUp:
    """Return head or tip for a body told. Raises Refused where its shape is not told whole."""
    shape = body_of(BodyGiven(**body))
    tips = head_answer(shape.projected_m2, job.acetylene_l_per_h, asked.equipment, asked.rack)
    return set_up_with(
        job, schools, asked.rack, metal, asked.equipment, tips, WANTED, 2000 * shape.depth_m
    )


def _free(job: HeatJob, body: dict[str, Any], flow: float) -> FreeAnswer | None:
    if job.purpose == "warm-through":
        return None
    bore = job.bore_mm
    inner = (
        InnerGiven(family=body["family"], diameter_mm=bore, length_mm=job.inner_mm)
        if bore is not None and job.inner_mm is not None
        else None
    )
    return reckon_free(
        FreeGiven(
            purpose=job.purpose, outer=BodyGiven(**body), inner=inner, bore_mm=bore,
            interference_mm=job.interference_mm, property_class=job.property_class,
            radius_mm=job.radius_mm, angle_deg=job.angle_deg, target_c=job.target_c,
            start_c=job.start_c, acetylene_l_per_h=flow,
        )
    )  # fmt: skip


def _soak(job: HeatJob, body: dict[str, Any], flow: float, target_c: float) -> SoakGiven:
    lagging = job.lagging if job.lagging != "none" else None
    return SoakGiven(
        **body, target_c=target_c, start_c=job.start_c, acetylene_l_per_h=flow,
        heated_from=job.heated_from or "one", restraint=job.restraint or "medium",
        insulation=InsulationGiven(kind=lagging) if lagging and job.shape != "cluster" else None,
    )  # fmt: skip


class _Reckoned:
    """Everything reckoned of a heating whose part is told."""

    def __init__(
        self,
        job: HeatJob,
        asked: ShopAsked,
        schools: ShopSchools,
        metal: Metal,
        body: dict[str, Any],
    ) -> None:
        self.torch = _set_up(job, asked, schools, metal, body)
        flow = self.torch.acetylene_l_per_h
        self.free = _free(job, body, flow)
        target = self.free.values.target_c if self.free else float(job.target_c or 0.0)
        observations = (*asked.watched, *asked.learned)
        self.given = with_flame(_soak(job, body, flow, target), observations)
        self.soak: SoakAnswer = reckon_soak(self.given)
        self.gas: JobGas = soak_gas(self.soak, flow)
        self.cooling: tuple[list[Figure], CoolIn, CoolValues] | None = None
        if target >= HOT_FROM_C:
            self.cooling = cool_figures(
                cool_given_of(self.given, target),
                job.cool_in,
                lambda one: with_media(one, observations),
            )


def _reckoned(
    job: HeatJob, asked: ShopAsked, schools: ShopSchools, metal: Metal | None,
    family: BodyFamily | None,
) -> tuple[_Reckoned | None, Caution | None]:  # fmt: skip
    if metal is None or family is None or missing(job):
        return None, None
    body = stated_body(job, family)
    found = answered(lambda: _Reckoned(job, asked, schools, metal, body))
    if not isinstance(found, Refused):
        return found, None
    stop = Caution(
        level="stop",
        text=f"Not as told: {found.field.replace('_', ' ')}, {found.accepted}.",
        reason="Outside what the rule holds for, nothing is promised.",
        source="range of the reckoner",
    )
    return None, stop


def _facts(job: HeatJob, schools: ShopSchools, found: _Reckoned | None) -> Facts:
    facts = torch_facts(job, schools, found.torch if found else None, found.gas if found else None)
    if found is None:
        return facts
    minutes = found.soak.values.minutes
    seconds = found.free.values.seconds if found.free else None
    to_heat = seconds / 60 if seconds is not None else minutes
    slow = found.cooling is not None and found.cooling[1] != "still-air"
    planned = {} if to_heat is None else {"to_heat_min": to_heat}
    if found.cooling is not None:
        planned["touch_min"] = 60 * found.cooling[2].hours_to_touch
    watch = body_watch(found.given, found.soak.values, found.cooling[1:] if found.cooling else None)
    stop_c = found.free.values.stop_c if found.free else None
    return facts.model_copy(
        update={
            "cool_in": "slow" if slow else "still-air",
            "job_min": to_heat,
            "planned": planned,
            "watch": watch.model_copy(update={"ceiling_c": stop_c}),
        }
    )


def _torch_station(found: _Reckoned | None) -> Station:
    if found is None:
        return waiting("torch", "Torch", TORCH_HOLDS)
    torch = found.torch
    figures, cautions = gas_figures(torch, torch.acetylene_l_per_h, found.gas)
    shown = [_as_head(torch, f) for f in set_up_figures(torch) if f.id not in OF_A_POOL]
    return Station(
        id="torch",
        name="Torch",
        state="settled" if torch.tip else "present",
        answer=set_up_answer(torch),
        holds=TORCH_HOLDS,
        figures=[*shown, *figures],
        cautions=[*cautions, *head_cautions(torch.tip, torch.equipment), *set_up_cautions(torch)],
    )


def _as_head(torch: TorchSetUp, figure: Figure) -> Figure:
    """Return the tip's figure without the bore nobody drilled, where it is a head."""
    heads = {head.name: head for head in torch.equipment.heads}
    if figure.id != "tip" or torch.tip is None or torch.tip.label not in heads:
        return figure
    head = heads[torch.tip.label]
    return figure.model_copy(
        update={
            "label": "Head from the rack",
            "detail": f"{say.l_per_h(head.acetylene_low_l_per_h, to=head.acetylene_high_l_per_h)} "
            f"by its maker · {torch.tip.words}",
        }
    )


def _cool_station(found: _Reckoned | None) -> Station:
    if found is None:
        return waiting("cool-and-dress", "Cool", COOL_HOLDS)
    if found.cooling is None:
        hand = Figure(id="touch", label="A hand rests on it", text="all the while")
        return Station(id="cool-and-dress", name="Cool", state="ahead", answer="at once",
                       holds=COOL_HOLDS, figures=[hand])  # fmt: skip
    figures, medium, values = found.cooling
    hours = values.hours_to_touch
    when = f"{60 * hours:.0f} min" if hours < 2 else f"{short(hours, 2)} h"
    return Station(
        id="cool-and-dress",
        name="Cool",
        state="ahead",
        answer=f"{when}, {COOL_NAMES[medium].split(',')[0]}",
        holds=COOL_HOLDS,
        figures=[Figure(id="cool_in", label="Cool it in", text=COOL_NAMES[medium]), *figures],
    )


def heat_plan(job: HeatJob, asked: ShopAsked) -> Plan:
    """Return the plan of a heating; figures wait until the part is told."""
    schools, metal = schools_of(job, asked.schools), metal_of(job, asked.own)
    family = body_family(metal) if metal else None
    found, stop = _reckoned(job, asked, schools, metal, family)
    piece = part_station(job, metal, family, settled=found is not None)
    if stop is not None:
        piece = piece.model_copy(update={"cautions": [stop, *piece.cautions]})
    stations = [
        piece,
        _torch_station(found),
        warm_station(
            job, found.given if found else None, found.soak if found else None,
            found.free if found else None, found.gas if found else None,
        ),
        _cool_station(found),
        waiting("look-and-log", "Look and log", LOOK_HOLDS),
    ]  # fmt: skip
    usual = without_own(job)
    ours = heat_plan(usual, asked).stations if usual else stations
    stations = with_own(stations, ours, job)
    figures = {figure.id: figure for station in stations for figure in station.figures}
    name = metal.family if metal else job.family
    facts = _facts(job, schools, found)
    torch = found.torch if found else None
    cards = safe_cards(KIND, job, schools, name, "", figures, facts, asked.equipment, torch)
    stations.insert(SAFE_START_PLACE, safe_start_station(job, schools, name, "", cards))
    why_not = first_stop(stations) or missing(job)
    if not why_not and found and found.free is None and not found.soak.values.reaches:
        why_not = "This head never gets it there: see what would."
    return Plan(
        method_version=METHOD_VERSION,
        guidance=GUIDANCE,
        job=job,
        stations=blocked_by_stops(stations),
        candidates=torch.tip_answer.values.candidates if torch else [],
        work=HeatWork(
            given=found.given, soak=found.soak.values,
            free=found.free.values if found.free else None,
            cool_in=found.cooling[1] if found.cooling else None,
            cool=found.cooling[2] if found.cooling else None,
        ) if found else None,
        drawing=heated_drawing(job, boxes(job), found.soak.values.envelope_m2 if found else None,
            torch.acetylene_l_per_h if torch else None, found.given.target_c if found else None,
        ),
        facts=facts,
        cards=cards,
        may_start=not why_not and found is not None,
        why_not=why_not,
    )  # fmt: skip


def _line(job: HeatJob) -> str:
    size = f"{say.kg(job.body_kg)} " if job.shape == "casting" and job.body_kg else ""
    if job.shape in ("ring", "cylinder", "cluster") and job.diameter_mm:
        size = f"{say.wall(job.diameter_mm)} "
    return f"{size}{job.shape} · {job.purpose.replace('-', ' ')}"


HEAT_KIND: JobKind[Any] = JobKind(
    KIND,
    "Heat a part",
    "soak, free, fit on, bend, anneal, thaw",
    HeatJob,
    heat_plan,
    _line,
    log=(
        LogField(
            id="to_heat_min", label="To its heat", asked="To its heat, flame on, minutes",
            unit="min", quantity="time", least=0.02, most=1440, burns=True,
        ),
        LogField(
            id="touch_min", label="Until touched", asked="Until a hand rested on it, minutes",
            unit="min", quantity="time", least=1, most=20_000,
        ),
    ),
    now=heat_now,
    acts={"warmth": Act(WarmthReported, report_warmth), "came": Act(CameFree, came_free)},
    marks=no_marks,
    look="Did it come? Is it straight, uncracked, as soft or as hard as it was?",
    from_line=part_from_line,
    worked="warm",
    card=(
        "target_c", "stop_c", "seconds", "clearance_mm", "heat_mm", "to_heat_min",
        "ramp", "even_min", "spread_max_c", "job_gas_l", "hours_to_touch", "what_next",
    ),
    came=came_of_it,
    lines={"soak": soak_line},
    learns=heated,
)  # fmt: skip
