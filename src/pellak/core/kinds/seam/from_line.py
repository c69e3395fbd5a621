"""A seam said in one line: its joint, its edges, its length."""

import re

from pellak.core.kinds.kind import LineRead, LineSaid, said_sizes
from pellak.core.reading.line_measures import placed
from pellak.core.reading.line_words import found
from pellak.core.tables import rows
from pellak.core.tables.metal_families import traits_of

FIELDS = ("thickness_mm", "length_mm", "root_gap_mm")
OF_TUBES = ("outside_diameter_mm", "branch_deg")


def seam_from_line(said: LineSaid) -> LineRead:
    """Return the seam a line says; the joint its metal mostly has where the line names none."""
    joint = found(said.rest, "joint")
    if joint is None and re.search(r"\btub(e|es|ing)\b", said.rest):
        joint = "cluster"
    joint = joint or traits_of(said.metal.family).usual_joint
    tube = joint in ("cluster", "pipe-butt")
    sizes = placed(said.sizes, "tube" if tube else "sheet")
    names = {row["joint"]: row["name"] for row in rows("joints.csv")}
    return LineRead(
        {"joint": joint, **said_sizes(sizes, FIELDS + OF_TUBES if tube else FIELDS)},
        {"joint": names[joint]},
    )
