"""Figures of a piece of any kind: its metal, its measures as typed, the gauge beside one."""

from pellak.core.answer.figure import Asks, Figure
from pellak.core.answer.working import School, Working, short
from pellak.core.metal.alloy import Metal
from pellak.core.metal.fusion import fusion_advice
from pellak.core.model.job_base import JobBase, metal_words
from pellak.core.reading.gauges import gauge_systems
from pellak.core.tables import gauge_thicknesses_mm, rows
from pellak.core.tables.metal_families import traits_of

NEAR_GAUGE_RATIO = 0.03


def gauge_beside(thickness_mm: float, family: str) -> str:
    """Return the gauge within 3 % of a thickness in the family's own system, or nothing.

    Args:
        thickness_mm: mm, above 0
        family: of the metal

    Source: gauge systems by table sheet_gauges.csv

    >>> gauge_beside(1.2, 'carbon-steel'), gauge_beside(55.0, 'carbon-steel')
    ('18 ga sheet steel', '')
    """
    system = next((s for s in gauge_systems().values() if family in s.families), None)
    if traits_of(family).sheet_sold_by == "code":
        name, mm = _nearest("lead-code", thickness_mm)
        return f"code {name} lead" if abs(mm - thickness_mm) <= NEAR_GAUGE_RATIO * mm else ""
    if system is None:
        return ""
    name, mm = _nearest(system.system, thickness_mm)
    near = abs(mm - thickness_mm) <= NEAR_GAUGE_RATIO * mm
    return f"{name} ga {system.name}" if near else ""


def _nearest(system: str, thickness_mm: float) -> tuple[str, float]:
    return min(gauge_thicknesses_mm()[system].items(), key=lambda g: abs(g[1] - thickness_mm))


def typed_line(job: JobBase, field: str, value: float) -> Working:
    """Return the working of a measure somebody typed: `value`, mm.

    Args:
        job: what was typed of it
        field: which
        value: mm

    Source: as typed

    >>> from pellak.core.model.kinds.seam.job import SeamJob
    >>> typed_line(SeamJob(name='tray', thickness_mm=1.2), 'thickness_mm', 1.2).value
    1.2
    """
    typed = job.typed.get(field)
    return Working(
        name=field,
        value=value,
        unit="mm",
        formula="as typed",
        inserted=f"typed “{typed}”" if typed else f"entered as {short(value)} mm",
        source="measured by you; shipped gauge tables where a gauge was typed",
        note="measure the sheet itself: stock runs up to a tenth thin or thick",
    )


def listed_figure(table: str, field: str, label: str, question: str, chosen: str | None) -> Figure:
    """Return a question whose answers are rows of a table, with what was answered."""
    answers = [row for row in rows(table) if row["field"] == field]
    return Figure(
        id=field,
        label=label,
        text=next((row["label"] for row in answers if row["id"] == chosen), "not told"),
        asks=Asks(
            field=field,
            question=question,
            chosen=chosen,
            answers=[School(id=r["id"], label=r["label"], why=r["why"]) for r in answers],
        ),
    )


def metal_figure(job: JobBase, metal: Metal | None, *, fused: bool = True) -> Figure:
    """Return what metal it is, with the question that asks it; `fused` adds how it takes a weld."""
    asks = Asks(
        field="alloy",
        question="Which metal is it?",
        chosen=job.alloy,
        answers=[],
        picker="metals",
    )
    if metal is None:
        return Figure(
            id="metal", label="Metal", text=metal_words(job, metal), detail="identify it", asks=asks
        )
    words = "" if job.alloy else f"grade not told: reckoned as {metal.name}"
    plain = Working(
        name="metal",
        value=metal.name,
        formula="composition of the alloy named",
        inserted=", ".join(f"{e} {short(n)} %" for e, n in metal.composition.items()) or "—",
        source=metal.source or "as told",
        note="; ".join(filter(None, [metal.note, words])),
    )
    advice = fusion_advice(metal)
    judged = {"fuse": "", "mind": "a poor choice for the torch", "refuse": "not fused by torch"}
    welds = judged[advice.level] if fused else ""
    return Figure(
        id="metal",
        label="Metal",
        text=metal_words(job, metal),
        detail=" · ".join(filter(None, [words or metal.traits.name, welds])),
        working=[plain],
        asks=asks,
    )
