"""A facing said in one line: the place that is faced."""

from pellak.core.kinds.kind import LineRead, LineSaid, said_sizes
from pellak.core.reading.line_measures import placed


def face_from_line(said: LineSaid) -> LineRead:
    """Return the facing a line says."""
    fields = ("thickness_mm", "length_mm", "width_mm")
    return LineRead(said_sizes(placed(said.sizes, "face"), fields))
