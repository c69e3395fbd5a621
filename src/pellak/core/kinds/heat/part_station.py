"""Station 1 of a heating: what it is heated for, its metal, its shape and sizes."""

from typing import Any

from pellak.core.answer.figure import Asks, Figure, Station
from pellak.core.answer.working import Caution, School
from pellak.core.body.metals import BodyFamily
from pellak.core.body.purposes import OPENED_BY_HEAT, purposes
from pellak.core.kinds.stations.asked import question_figures
from pellak.core.kinds.stations.piece_figures import listed_figure, metal_figure, typed_line
from pellak.core.metal.alloy import Metal
from pellak.core.model.kinds.heat.job import HeatJob
from pellak.core.piece.box import Box, BoxKind
from pellak.core.piece.questions import question_cautions

HOLDS = "What it is heated for, its metal, its shape and sizes, what must stay cool."
NEEDS: dict[str, tuple[str, ...]] = {
    "casting": ("body_kg", "thickness_mm"),
    "plate": ("length_mm", "width_mm", "thickness_mm"),
    "block": ("length_mm", "width_mm", "height_mm"),
    "cylinder": ("diameter_mm", "length_mm"),
    "ring": ("diameter_mm", "bore_mm", "length_mm"),
    "cluster": ("diameter_mm", "thickness_mm", "heated_mm"),
}
MAY_TELL: dict[str, tuple[str, ...]] = {"casting": ("length_mm", "width_mm", "height_mm")}
LABELS = {
    "body_kg": ("It weighs", "weight?"),
    "thickness_mm": ("Wall", "wall?"),
    "length_mm": ("Length", "length?"),
    "width_mm": ("Width", "width?"),
    "height_mm": ("Height", "height?"),
    "diameter_mm": ("Outside", "outside?"),
    "bore_mm": ("Bore", "bore?"),
    "heated_mm": ("Heated length of each", "heated?"),
    "target_c": ("Heat it to", "heat?"),
    "inner_mm": ("What sits in it, long", "inner length?"),
    "interference_mm": ("Tighter than the bore by", "tight by?"),
    "radius_mm": ("Bend, inside radius", "radius?"),
    "angle_deg": ("Bend, angle", "angle?"),
}
KINDS: dict[str, BoxKind] = {"body_kg": "mass", "target_c": "temperature", "angle_deg": "angle"}
UNITS = {"body_kg": "kg", "target_c": "°C", "angle_deg": "°"}
BY_PURPOSE = {
    "seized": ("inner_mm",),
    "shrink-on": ("interference_mm",),
    "shrink-off": ("inner_mm", "interference_mm"),
    "bend": ("radius_mm", "angle_deg"),
    "warm-through": ("target_c",),
}
CARRIES = "Does it hold a wheel, brake, suspension, steering, a load, pressure or a lifting part?"
TARGET_STATED_FIRST = ("warm-through",)
"""Purposes that say no heat of their own."""


def needs(job: HeatJob) -> tuple[str, ...]:
    """Return the measures this job is told by, in the order they are asked."""
    extra = ("target_c",) if job.purpose in TARGET_STATED_FIRST else ()
    if job.purpose in ("shrink-on", "shrink-off") and job.shape != "ring":
        extra = (*extra, "bore_mm")
    return (*NEEDS[job.shape], *extra)


def shown(job: HeatJob) -> tuple[str, ...]:
    """Return every measure boxed on the drawing: those needed, then those that help."""
    more = (*MAY_TELL.get(job.shape, ()), *BY_PURPOSE.get(job.purpose, ()))
    if job.purpose not in TARGET_STATED_FIRST:
        more = (*more, "target_c")
    if job.purpose == "seized" and job.shape != "ring":
        more = (*more, "bore_mm")
    return tuple(dict.fromkeys((*needs(job), *more)))


def missing(job: HeatJob) -> str:
    """Return what is still to be told before anything can be reckoned, or nothing."""
    for field in needs(job):
        if getattr(job, field) is None:
            return f"Type it first: {LABELS[field][0].lower()}. Its box is empty."
    return ""


def stated_body(job: HeatJob, family: BodyFamily) -> dict[str, Any]:
    """Return the body as the reckoners take it; every measure is told."""
    fields = (*NEEDS[job.shape], *MAY_TELL.get(job.shape, ()))
    stated: dict[str, Any] = {"family": family, "shape": job.shape}
    if job.shape == "cluster":
        tube = {"od_mm": job.diameter_mm, "wall_mm": job.thickness_mm,
                "count": int(job.tube_count or "4")}  # fmt: skip
        return {**stated, "tubes": (tube,), "heated_mm": job.heated_mm}
    for field in fields:
        value = getattr(job, field)
        if value is not None:
            stated[{"thickness_mm": "wall_mm", "body_kg": "mass_kg"}.get(field, field)] = value
    sides = [stated.get(side) for side in MAY_TELL.get(job.shape, ())]
    if None in sides:
        # One side or two say nothing of a casting's envelope.
        stated = {name: value for name, value in stated.items() if name not in MAY_TELL[job.shape]}
    return stated


def boxes(job: HeatJob) -> list[Box]:
    """Return the boxed measures of the drawing."""
    return [
        Box(field=field, label=LABELS[field][0], asks=LABELS[field][1],
            kind=KINDS.get(field, "length"),
            unit=UNITS.get(field, "mm"), value=getattr(job, field))
        for field in shown(job)
    ]  # fmt: skip


def _purpose(job: HeatJob) -> Figure:
    row = purposes()[job.purpose]
    return Figure(
        id="purpose",
        label="Heated to",
        text=row.name.lower(),
        detail=row.about,
        asks=Asks(
            field="purpose",
            question="What is it heated for?",
            chosen=job.purpose,
            answers=[School(id=p.purpose, label=p.name, why=p.about) for p in purposes().values()],
        ),
    )


def _asked(job: HeatJob, field: str, label: str, question: str) -> Figure:
    return listed_figure("heat_questions.csv", field, label, question, getattr(job, field))


def _carried(job: HeatJob) -> list[Caution]:
    """Return the stop of a screw that carries, until it is agreed that a new one goes in."""
    if job.purpose != "seized" or job.carries in ("nothing", "replaced"):
        return []
    asked = "Say what the seized part holds: a wheel, a brake, a load, pressure?"
    kept = "It carries, and would be used again: no torch. After heat it is replaced by a new one."
    return [Caution(
        level="stop", text=kept if job.carries else asked,
        reason="Heat takes the strength out of a tempered screw, and nothing shows it.",
        source="ISO 898-1", asks="carries")]  # fmt: skip


def part_station(
    job: HeatJob, metal: Metal | None, family: BodyFamily | None, *, settled: bool
) -> Station:
    """Return the Part station of a heating."""
    name = metal.family if metal else job.family
    figures = [
        _purpose(job),
        metal_figure(job, metal, fused=False),
        _asked(job, "shape", "Shape", "What is it like?"),
        *(
            Figure(id=field, label=LABELS[field][0], value=value, unit=UNITS.get(field, "mm"),
                   working=[typed_line(job, field, value)] if field not in UNITS else [])
            for field in shown(job)
            if (value := getattr(job, field)) is not None
        ),
        _asked(job, "heated_from", "Heated from", "From one side, or all round?"),
    ]  # fmt: skip
    if job.shape == "cluster":
        figures.append(_asked(job, "tube_count", "Tubes", "How many tubes meet?"))
    if job.purpose in OPENED_BY_HEAT:
        figures.append(_asked(job, "property_class", "Screw's class", "What is stamped on it?"))
    figures += [f for f in question_figures(job, name) if f.id != "fume"]
    if job.purpose == "seized":
        figures.append(_asked(job, "carries", "It holds", CARRIES))
    cautions = question_cautions(job.answers, name, job.shape)
    cautions += _carried(job)
    if metal is not None and family is None:
        cautions.insert(0, Caution(
            level="stop", text=f"{metal.name} is not heated through by torch here.",
            reason="Nobody has figures of it that hold: lead runs, manganese steel turns brittle, "
            "magnesium burns.", source="handbooks of these metals"))  # fmt: skip
    return Station(
        id="piece",
        name="Part",
        state="settled" if settled else "present",
        answer=purposes()[job.purpose].name.lower() if settled else "—",
        holds=HOLDS,
        figures=figures,
        cautions=cautions,
    )
