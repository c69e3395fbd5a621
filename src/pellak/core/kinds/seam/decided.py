"""What a job decides of its seam: groove, direction, tack order; the usual where it is silent."""

from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.piece.dimensions import dimension_rows, dimension_value
from pellak.core.seam.filler import FillerGiven, groove_of
from pellak.core.seam.groove import MOST_ROOT_SHARE, EdgeForm, Groove
from pellak.core.seam.tack_order import TackSchool, pitch_mm
from pellak.core.tables import Family

RINGS = ("cluster", "pipe-butt")
LONG_IN_PITCHES = 12
"""From here a seam closes as it cools like a long panel, and marching keeps its gap."""
EDGES_OFFERED: dict[str, tuple[EdgeForm, ...]] = {
    "butt": ("touching", "gapped", "v", "double-v"),
    "pipe-butt": ("touching", "gapped", "v"),
}
"""Joints whose edges are a choice; the others make their own."""


def groove_for(job: SeamJob, family: Family) -> Groove:
    """Return the groove a job's dimensions make, what was not told taken as usual."""
    assert job.thickness_mm is not None
    t = job.thickness_mm
    stated = {row.field: getattr(job, row.field) for row in dimension_rows(job.joint)}
    sizes = {row.field: dimension_value(row, stated, t)[0] for row in dimension_rows(job.joint)}
    return groove_of(
        FillerGiven(
            family=family,
            thickness_mm=t,
            joint=job.joint,
            edge_form=job.edge_form if job.joint in EDGES_OFFERED else None,
            length_mm=100.0,
            root_gap_mm=job.root_gap_mm,
            # A root thicker than the metal cannot be left; most of the wall is what is meant.
            root_face_mm=None
            if job.root_face_mm is None
            else min(job.root_face_mm, MOST_ROOT_SHARE * t),
            included_angle_deg=job.included_angle_deg or sizes.get("included_angle_deg"),
            leg_mm=sizes.get("leg_mm"),
        )
    )


def tack_school_of(
    job: SeamJob, schools: ShopSchools, family: Family, seam_mm: float
) -> TackSchool:
    """Return the order tacks are made in: opposite round tube, else the school chosen.

    Args:
        job: its order of tacks, where one was chosen
        schools: the shop's
        family: of the metal
        seam_mm: length

    Source: sheet practice

    >>> from pellak.core.model.kinds.seam.job import SeamJob
    >>> from pellak.core.model.job_base import ShopSchools
    >>> tack_school_of(SeamJob(name='a'), ShopSchools(), 'carbon-steel', 300.0)
    'halving'
    """
    if job.joint in RINGS:
        return "opposite"
    if schools.tacks != "auto":
        return schools.tacks
    pitch = pitch_mm(job.thickness_mm or 1.0, family)
    return "march" if seam_mm > LONG_IN_PITCHES * pitch else "halving"
