"""A bent member said in one line: its section, its length, its bow."""

from pellak.core.kinds.kind import LineRead, LineSaid, said_sizes
from pellak.core.kinds.straighten.piece import section_names
from pellak.core.reading.line_measures import placed
from pellak.core.reading.line_words import found

FIELDS = ("depth_mm", "width_mm", "thickness_mm", "length_mm", "camber_mm")


def member_from_line(said: LineSaid) -> LineRead:
    """Return the member a line says; a box tube where it names no section."""
    section = found(said.rest, "section") or "rect-tube"
    return LineRead(
        {"section": section, **said_sizes(placed(said.sizes, "bar"), FIELDS)},
        {"section": section_names()[section]},
    )
