"""Procedures as lines: listed, and offered for a piece like a job's."""

from datetime import datetime

from sqlalchemy.orm import Session

from pellak.core import say
from pellak.core.answer.working import Record
from pellak.core.model.kinds.unions import Job
from pellak.core.run.procedure import LIKE_WITHIN, band_mm, is_like
from pellak.core.tables import joints
from pellak.core.tables.metal_families import family_name
from pellak.store.procedures import Procedures
from pellak.store.tables import ProcedureRow

MOST_LISTED, MOST_OFFERED = 500, 5


class ProcedureLine(Record):
    """A version of a procedure: number, piece, from which run, by whom it was signed and when."""

    number: int
    version: int
    name: str
    piece: str
    for_mm: str
    run_id: str
    signed_by: str
    signed_at: datetime


def procedure_line(row: ProcedureRow) -> ProcedureLine:
    """Return a version as it is listed."""
    low, high = band_mm(row.thickness_mm)
    joint = joints()[row.joint].name if row.joint in joints() else row.joint
    return ProcedureLine(
        number=row.number, version=row.version, name=row.name,
        piece=f"{family_name(row.family)}, {joint}, {say.wall(row.thickness_mm)}",
        for_mm=f"{say.wall(low, to=high)} (within {100 * LIKE_WITHIN:.0f} %)",
        run_id=row.run_id, signed_by=row.signed_by, signed_at=row.signed_at,
    )  # fmt: skip


def offered_for(session: Session, job: Job) -> list[ProcedureLine]:
    """Return the procedures for a piece like a job's, nearest in thickness first."""
    joint, wall_mm = getattr(job, "joint", ""), job.wall_mm
    if not joint or wall_mm is None:
        return []
    rows = Procedures(session).newest_of(job.family, joint, MOST_LISTED)
    like = [r for r in rows if is_like(job, r.family, r.joint, r.thickness_mm)]
    like.sort(key=lambda r: abs(r.thickness_mm - wall_mm))
    return [procedure_line(row) for row in like[:MOST_OFFERED]]
