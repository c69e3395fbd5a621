"""The plan of an overlay: part, heat, torch, safe start, layers, cooling, look."""

from typing import Any

from pellak.core import METHOD_VERSION, say
from pellak.core.answer.errors import Refused, answered
from pellak.core.answer.figure import Figure, Station, figure_of
from pellak.core.answer.working import Caution, short
from pellak.core.kinds.kind import Act, JobKind, ShopAsked
from pellak.core.kinds.overlay.from_line import face_from_line
from pellak.core.kinds.overlay.layers_station import (
    body_station,
    cooling_station,
    layers_station,
    overlay_gas,
)
from pellak.core.kinds.overlay.laying import (
    FeatherSeen,
    LayersLaid,
    came_of_it,
    feather_seen,
    found_as_it_cooled,
    layers_laid,
    no_marks,
    overlay_now,
    rods_taken,
    rods_wanted,
    unfinished_work,
)
from pellak.core.kinds.overlay.one_line import overlay_line
from pellak.core.kinds.overlay.part_station import (
    boxes,
    missing,
    part_station,
    question,
    size_missing,
)
from pellak.core.kinds.stations.gas import gas_figures
from pellak.core.kinds.stations.safe_start import safe_cards, safe_start_station
from pellak.core.kinds.stations.set_up import FlameWanted, TorchSetUp, line, set_up_with
from pellak.core.kinds.stations.torch import set_up_answer, set_up_cautions, set_up_figures
from pellak.core.kinds.stations.torch_facts import torch_facts
from pellak.core.metal.alloy import Metal
from pellak.core.model.facts import Facts
from pellak.core.model.job_base import ShopSchools, metal_of, schools_of
from pellak.core.model.kinds.overlay.drawing import DrawnLayer, FacedDrawing, drawing_text
from pellak.core.model.kinds.overlay.job import OverlayJob
from pellak.core.model.kinds.overlay.work import KIND, AsCooled, OverlayWork
from pellak.core.model.log_field import LogField
from pellak.core.model.overrides import with_own, without_own
from pellak.core.model.plan import LOOK_HOLDS, Plan, blocked_by_stops, first_stop, waiting
from pellak.core.model.run_measures import AS_SET
from pellak.core.model.sequences import GUIDANCE
from pellak.core.overlay.groups import Group, groups
from pellak.core.overlay.overlay import OverlayAnswer, answer_overlay
from pellak.core.overlay.sweat_tip import JUDGED_BY, JUDGED_SOURCE, sweat_tips
from pellak.core.rig.stock import held_kg
from pellak.core.seam.job_gas import JobGas

SAFE_START_PLACE = 3
OF_A_POOL = ("free_oxygen_percent", "flame_signs")
"""What a fused pool says of a wrong flame: nothing of it holds where only the skin sweats."""
WRONG_FLAME = Figure(
    id="flame_wrong",
    label="When the feather is wrong",
    text="two ways",
    detail="Too short: the rod balls up, pinholes, the base must be melted to take it. Too long: "
    "soot in the layer, and it comes out brittle.",
)
TORCH_HOLDS = "Tip one size up and soft, the long feather, pressures, lens."


def _answered(
    job: OverlayJob, metal: Metal | None, flow_l_per_h: float | None
) -> tuple[OverlayAnswer | None, Caution | None]:
    if size_missing(job):
        return None, None
    found = answered(lambda: answer_overlay(question(job, metal, flow_l_per_h), metal))
    if not isinstance(found, Refused):
        return found, None
    stop = Caution(
        level="stop",
        text=f"Not as told: {found.field.replace('_', ' ')}, {found.accepted}.",
        reason="Outside what the rule holds for, nothing is promised.",
        source="range of the overlay reckoner",
    )
    return None, stop


def _wanted(group: Group) -> FlameWanted:
    return FlameWanted(
        asked={"feather_ratio": group.feather_ratio},
        looks=f"feather {short(group.feather_ratio, 2)} times the cone",
        why="its spare carbon lets the skin sweat while the base stays whole",
        left_over="",
        judged_by=JUDGED_BY,
        judged_source=JUDGED_SOURCE,
    )


def _set_up(
    job: OverlayJob,
    asked: ShopAsked,
    schools: ShopSchools,
    metal: Metal | None,
    answer: OverlayAnswer | None,
) -> TorchSetUp | None:
    if metal is None or answer is None or not answer.values.suited:
        return None
    group = groups()[answer.values.group or ""]
    tips = sweat_tips(
        line(answer.working, "acetylene_l_per_h"), answer.values.oxygen_ratio or 1.0, asked.rack
    )
    return set_up_with(job, schools, asked.rack, metal, asked.equipment, tips, _wanted(group))


def _facts(job: OverlayJob, schools: ShopSchools, torch: TorchSetUp | None,
           answer: OverlayAnswer | None, gas: JobGas | None) -> Facts:  # fmt: skip
    facts = torch_facts(job, schools, torch, gas)
    if torch is None or answer is None:
        return facts
    values, hardness = answer.values, line(answer.working, "hardness_hrc").value
    return facts.model_copy(
        update={
            "preheat_c": values.body_preheat_c,
            "rod": values.rod,
            "cool_in": values.cool_in or "still-air",
            "job_min": values.minutes,
            "planned": {
                "laying_min": values.laying_min or 0.0,
                "hardness_hrc": float(hardness or 0.0),
            },
        }
    )


def _torch_station(torch: TorchSetUp | None, gas: JobGas | None) -> Station:
    if torch is None:
        return waiting("torch", "Torch", TORCH_HOLDS)
    figures, cautions = gas_figures(torch, torch.acetylene_l_per_h, gas)
    feather = figure_of(
        line(torch.flame.working, "feather_mm"), "Feather, from the tip",
        detail="looked at again before every layer: it leans out as the tip warms",
    )  # fmt: skip
    static, flowing = (
        torch.supply.values.acetylene.set_static_bar,
        torch.supply.values.acetylene.set_flowing_bar,
    )
    both = (
        []
        if static is None or flowing is None
        else [
            Figure(
                id="static_bar",
                label="Acetylene, before it is lit",
                text=f"up to {say.bar(static, places=2, limit='<')}",
                detail=f"it falls to {say.bar(flowing, places=2)} with the flame burning: set that",
                working=[line(torch.supply.working, "acetylene_set_bar")],
            )
        ]
    )
    return Station(
        id="torch",
        name="Torch",
        state="settled" if torch.tip else "present",
        answer=set_up_answer(torch),
        holds=TORCH_HOLDS,
        figures=[
            *(f for f in set_up_figures(torch) if f.id not in OF_A_POOL),
            feather,
            WRONG_FLAME,
            *both,
            *figures,
        ],
        cautions=[*cautions, *set_up_cautions(torch)],
    )


def _drawing(
    job: OverlayJob, answer: OverlayAnswer | None, torch: TorchSetUp | None
) -> FacedDrawing:
    suited = answer is not None and answer.values.suited
    laid = answer.values.layers if answer and suited else []
    base = answer.values.buffer_mm if answer and suited else 0.0
    layers = [
        DrawnLayer(
            from_mm=base + one.top_mm - one.height_mm, to_mm=base + one.top_mm,
            hrc_low=one.hrc_low, hrc_high=one.hrc_high,
        )
        for one in laid
    ]  # fmt: skip
    flame = torch.flame.values if torch else None
    return FacedDrawing(
        part=job.part,
        length_mm=job.length_mm,
        width_mm=job.width_mm,
        diameter_mm=job.diameter_mm,
        thickness_mm=job.thickness_mm,
        round_mm=laid[0].height_mm if laid else 0.0,
        buffer_mm=base,
        layers=layers,
        cone_mm=flame.cone_mm if flame else None,
        feather_mm=flame.feather_mm if flame else None,
        tip_mm=torch.orifice_mm if torch else None,
        boxes=boxes(job, answer if suited else None),
        text=drawing_text(job.part, layers, flame.feather_ratio if flame else None),
    )


def overlay_plan(job: OverlayJob, asked: ShopAsked) -> Plan:
    """Return the plan of an overlay; figures wait until part, base and wear are told."""
    schools, metal = schools_of(job, asked.schools), metal_of(job, asked.own)
    answer, stop = _answered(job, metal, job.acetylene_l_per_h)
    torch = _set_up(job, asked, schools, metal, answer)
    if torch is not None and answer is not None:
        # The tip in the rack decides the flow, and the flow minutes and gas.
        answer, _ = _answered(job, metal, torch.acetylene_l_per_h)
    gas = overlay_gas(job, answer, torch) if answer and torch else None
    piece = part_station(job, metal, answer)
    if stop is not None:
        piece = piece.model_copy(update={"cautions": [stop, *piece.cautions]})
    stations = [
        piece,
        body_station(answer),
        _torch_station(torch, gas),
        layers_station(job, answer, gas, asked.equipment),
        cooling_station(answer),
        waiting("look-and-log", "Look and log", LOOK_HOLDS),
    ]
    usual = without_own(job)
    ours = overlay_plan(usual, asked).stations if usual else stations
    stations = with_own(stations, ours, job)
    figures = {figure.id: figure for station in stations for figure in station.figures}
    family = metal.family if metal else job.family
    facts = _facts(job, schools, torch, answer, gas)
    cards = safe_cards(KIND, job, schools, family, "", figures, facts, asked.equipment, torch)
    stations.insert(SAFE_START_PLACE, safe_start_station(job, schools, family, "", cards))
    why_not = first_stop(stations) or missing(job)
    work = (
        OverlayWork(
            given=question(job, metal, torch.acetylene_l_per_h),
            values=answer.values,
            held_kg={
                name: kilos
                for name, group in groups().items()
                if (kilos := held_kg(asked.equipment.items, group.rod)) is not None
            },
        )
        if answer and torch
        else None
    )
    return Plan(
        method_version=METHOD_VERSION,
        guidance=GUIDANCE,
        job=job,
        stations=blocked_by_stops(stations),
        candidates=torch.tip_answer.values.candidates if torch else [],
        work=work,
        drawing=_drawing(job, answer, torch),
        facts=facts,
        cards=cards,
        may_start=not why_not and work is not None,
        why_not=why_not,
    )


def _line(job: OverlayJob) -> str:
    sizes = [job.diameter_mm if job.part in ("round", "point") else job.length_mm,
             job.length_mm if job.part == "point" else job.width_mm]  # fmt: skip
    size = " × ".join(say.mm(mm, 4) for mm in sizes if mm is not None)
    return f"{size} {job.part} · hard-face" if size else f"{job.part} · hard-face"


_LAYING = LogField(
    id="laying_min", label="Laying", asked="Laying, flame on, minutes", unit="min",
    quantity="time", least=0.02, most=1440, burns=True,
)  # fmt: skip
_HARDNESS = LogField(
    id="hardness_hrc", label="Hardness", asked="Hardness measured, HRC", unit="HRC",
    quantity=None, least=0, most=70,
)  # fmt: skip

OVERLAY_KIND: JobKind[Any] = JobKind(
    KIND,
    "Hard-face an edge",
    "a wear layer on what digs, rubs or is hit",
    OverlayJob,
    overlay_plan,
    _line,
    log=(_LAYING, _HARDNESS, *AS_SET),
    now=overlay_now,
    acts={
        "feather": Act(FeatherSeen, feather_seen),
        "layers": Act(LayersLaid, layers_laid),
        "found": Act(AsCooled, found_as_it_cooled),
    },
    marks=no_marks,
    look="Even colour, no pores, nothing lifted?",
    from_line=face_from_line,
    worked="layers",
    card=(
        "group", "body_preheat_c", "layers", "hardness_hrc", "zone_c", "feather_mm", "static_bar",
        "rod", "rod_g", "laying_min", "job_gas_l", "finish_by",
    ),
    came=came_of_it,
    wants=rods_wanted,
    takes=rods_taken,
    left=unfinished_work,
    lines={"hardface": overlay_line, "overlay": overlay_line},
)  # fmt: skip
