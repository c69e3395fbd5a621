"""A shop procedure: how a piece is done here, from a run that came out well."""

from collections.abc import Mapping, Sequence

from pydantic import Field

from pellak.core import say
from pellak.core.answer.working import Record, short
from pellak.core.model.job_base import JobBase
from pellak.core.model.log_field import LoggedMeasure
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import RunLog
from pellak.core.model.run_measures import Used
from pellak.core.tables import joints
from pellak.core.tables.metal_families import family_name

LIKE_WITHIN = 0.15
"""A job is like a procedure's piece while its thickness is within this share of it."""
SET_UP = (
    "acetylene_flowing_bar", "oxygen_flowing_bar", "feather_ratio", "metal_start_c",
    "gap_before_mm", "tack_count", "tack_s", "puddle_s", "seam_min", "bead_front_mm",
)  # fmt: skip
"""What of a run's measures a procedure repeats; as it was where that was told, else as planned."""
ORDER = ("tack_order", "tacks", "run", "direction", "preheat_c", "interpass_max_c", "cool_in")
"""The plan's figures that say in which order and how warm."""


class SetLine(Record):
    """One line of the set-up: what, how much, and whether that was measured or only planned."""

    label: str
    text: str
    measured: bool


class ProcedureText(Record):
    """What a procedure says: set-up, order, notes, the photo that shows how it should look."""

    set_up: list[SetLine] = Field(default_factory=list, max_length=40)
    order: list[SetLine] = Field(default_factory=list, max_length=20)
    notes: str = Field(default="", max_length=2000)
    photo_id: str | None = None


def band_mm(thickness_mm: float) -> tuple[float, float]:
    """Return the thinnest and the thickest piece, mm, that a procedure of one is offered for.

    Args:
        thickness_mm: of the piece it was written for, mm

    Source: judgement: 15 % either way

    >>> band_mm(2.0)
    (1.7391304347826089, 2.3)
    """
    return thickness_mm / (1 + LIKE_WITHIN), thickness_mm * (1 + LIKE_WITHIN)


def is_like(job: JobBase, family: str, joint: str, thickness_mm: float) -> bool:
    """Return whether a job is near enough to a procedure's piece, mm, to be offered it.

    Args:
        job: the one on the bench
        family: of the procedure's metal
        joint: of it
        thickness_mm: of its wall

    Source: within LIKE_WITHIN of the wall: judgement

    >>> from pellak.core.model.kinds.seam.job import SeamJob
    >>> job = SeamJob(name='a', alloy='dc01', thickness_mm=1.2)
    >>> is_like(job, 'carbon-steel', 'butt', 1.25), is_like(job, 'carbon-steel', 'butt', 3.0)
    (True, False)
    """
    if job.wall_mm is None or job.family != family:
        return False
    low, high = band_mm(thickness_mm)
    return getattr(job, "joint", "") == joint and low - 1e-9 <= job.wall_mm <= high + 1e-9


def usual_name(plan: Plan) -> str:
    """Return what a procedure of a plan's piece would be called."""
    job = plan.job
    joint = getattr(job, "joint", "")
    words = joints()[joint].name if joint in joints() else job.kind
    thick = "" if job.wall_mm is None else f", {say.wall(job.wall_mm)}"
    return f"{family_name(job.family)}, {words}{thick}"


def procedure_text(
    plan: Plan, log: RunLog, measures: Sequence[LoggedMeasure], used: Sequence[Used], notes: str
) -> ProcedureText:
    """Return what a run tells as a procedure, as it was done where that was told."""
    by_id: Mapping[str, LoggedMeasure] = {one.id: one for one in measures}
    set_up = [
        SetLine(label=one.label, text=one.actual or one.planned, measured=bool(one.actual))
        for one in used
    ]
    for name in SET_UP:
        measure = by_id.get(name)
        value = None if measure is None else _first(measure.actual, measure.planned)
        if measure is not None and value is not None:
            words = f"{short(value, 3)} {measure.unit}".strip()
            set_up.append(
                SetLine(label=measure.label, text=words, measured=measure.actual is not None)
            )
    figures = {figure.id: figure for station in plan.stations for figure in station.figures}
    order = [
        SetLine(label=figure.label, text=words, measured=False)
        for name in ORDER
        if (figure := figures.get(name)) is not None
        for words in [figure.text or _number(figure.value, figure.unit)]
        if words
    ]
    return ProcedureText(set_up=set_up, order=order, notes=notes or log.notes)


def _first(*values: float | None) -> float | None:
    return next((value for value in values if value is not None), None)


def _number(value: float | None, unit: str) -> str:
    return "" if value is None else f"{short(value, 3)} {unit}"
