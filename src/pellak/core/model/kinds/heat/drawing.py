"""The drawing of a part that is heated: its outline to scale, the flame's width, its far end."""

import math
from typing import Literal

from pydantic import Field

from pellak.core import say
from pellak.core.answer.working import Record
from pellak.core.body.body import Shape
from pellak.core.body.soaking import FOOTPRINT_M2_PER_L_PER_H
from pellak.core.model.kinds.heat.job import HeatJob
from pellak.core.piece.box import Box


class HeatedDrawing(Record):
    """A part seen from the flame, mm: how wide and high, a bore, and how wide the flame is."""

    kind: Literal["heated"] = "heated"
    shape: Shape
    wide_mm: float | None
    high_mm: float | None
    bore_mm: float | None
    wall_mm: float | None
    guessed: bool
    """Its outline is guessed from its weight and wall."""
    tubes: int
    flame_mm: float | None
    target_c: float | None
    insulated: bool
    one_side: bool
    boxes: list[Box] = Field(default_factory=list)
    text: str


def flame_width_mm(acetylene_l_per_h: float) -> float:
    """Return the diameter of what a flow's flame covers at once, mm.

    Args:
        acetylene_l_per_h: L/h, above 0

    Source: judgement: a flame grows by the square root of its flow

    >>> flame_width_mm(4000.0) / flame_width_mm(1000.0)
    2.0
    """
    return 1000 * math.sqrt(4 * FOOTPRINT_M2_PER_L_PER_H * acetylene_l_per_h / math.pi)


def _outline(job: HeatJob, envelope_m2: float | None) -> tuple[float | None, float | None, bool]:
    if job.shape == "casting":
        if job.length_mm and job.height_mm:
            return job.length_mm, job.height_mm, False
        if envelope_m2 is None:
            return None, None, True
        side = 1000 * math.sqrt(envelope_m2 / 6)
        return side, side, True
    if job.shape in ("plate", "block"):
        other = job.width_mm
        return job.length_mm, other, False
    if job.shape == "cylinder":
        return job.length_mm, job.diameter_mm, False
    if job.shape == "ring":
        return job.diameter_mm, job.diameter_mm, False
    return (2 * job.heated_mm, 2 * job.heated_mm, False) if job.heated_mm else (None, None, False)


def heated_drawing(
    job: HeatJob,
    boxes: list[Box],
    envelope_m2: float | None,
    flow_l_per_h: float | None,
    target_c: float | None,
) -> HeatedDrawing:
    """Return the drawing with its boxed measures; `envelope_m2` of the body if it is reckoned.

    Args:
        job: the part
        boxes: its measures
        envelope_m2: of the body
        flow_l_per_h: of the flame, None where it is not known
        target_c: what it is heated to, None where it is not known

    Source: the part's own measures, its flame as `flame_width_mm`

    >>> nut = HeatJob(name='nut', shape='ring', diameter_mm=62)
    >>> heated_drawing(nut, [], None, 300.0, 205.0).wide_mm
    62.0
    """
    wide, high, guessed = _outline(job, envelope_m2)
    flame = flame_width_mm(flow_l_per_h) if flow_l_per_h else None
    words = f"A {job.shape} to be heated"
    if target_c is not None:
        words += f" to {say.c(target_c)}"
    return HeatedDrawing(
        shape=job.shape, wide_mm=wide, high_mm=high, bore_mm=job.bore_mm
        if job.shape == "ring" or job.bore_mm else None,
        wall_mm=job.thickness_mm, guessed=guessed,
        tubes=int(job.tube_count or "4") if job.shape == "cluster" else 0, flame_mm=flame,
        target_c=target_c, insulated=(job.lagging or "none") != "none",
        one_side=(job.heated_from or "one") == "one", boxes=boxes,
        text=words + ("." if wide else "; not all is told yet."),
    )  # fmt: skip
