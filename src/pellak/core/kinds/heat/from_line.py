"""A part that is heated, said in one line: what for, its shape, its sizes."""

from pellak.core.kinds.kind import LineRead, LineSaid, said_sizes
from pellak.core.reading.line_measures import placed
from pellak.core.reading.line_words import found
from pellak.core.tables import rows

FIELDS = ("thickness_mm", "length_mm", "width_mm", "diameter_mm")


def part_from_line(said: LineSaid) -> LineRead:
    """Return the part a line says; warmed through where it says nothing of what for."""
    purpose, shape = found(said.rest, "purpose") or "warm-through", found(said.rest, "shape")
    sizes = placed(said.sizes, "round" if shape in ("ring", "cylinder") else "part")
    if "outside_diameter_mm" in sizes:
        sizes["diameter_mm"] = sizes.pop("outside_diameter_mm")
    named = {row["purpose"]: row["name"] for row in rows("heat_purposes.csv")}
    shapes = {r["id"]: r["label"] for r in rows("heat_questions.csv") if r["field"] == "shape"}
    changes = {"purpose": purpose, **said_sizes(sizes, FIELDS)}
    words = {"purpose": named[purpose]}
    if shape is not None:
        return LineRead({**changes, "shape": shape}, {**words, "shape": shapes[shape]})
    return LineRead(changes, words)
