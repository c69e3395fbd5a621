"""A job in one line, as people say it: `18 ga mild butt 25 in`, `crack in grey iron 3/8`."""

import re
from collections.abc import Sequence
from functools import cache
from typing import Any

from pellak.core.answer.working import Record
from pellak.core.ask.piece import OfShop
from pellak.core.ask.spoken import SMALL_WORDS
from pellak.core.kinds.kind import LineSaid
from pellak.core.kinds.registry import KINDS, kind_named
from pellak.core.metal.alloy import Metal, alloys, metal_named
from pellak.core.plan.change_job import job_from, read_as, with_changes
from pellak.core.reading.line_measures import LONG_FROM_MM, Said, measures_in
from pellak.core.reading.line_words import Phrase, found, phrases, phrases_of, plain, rows_of
from pellak.core.tables import rows

SORTS = ("joint", "section", "kind", "purpose", "shape", "role")
LONGEST_NAME = 80
THIRD = 2
PLAIN_IRON = "gi-30"
PLAIN_SHEET, PLAIN_BAR, SHEET_UNDER_MM = "dc01", "a36", 3.0
"""Mild steel by itself: sheet under three millimetres, else what bars are rolled of."""
SAY_NOTHING = {"x", "weld", "sheet", "patch", "panel", "job", "piece"}
LABELS = {
    "alloy": "Metal", "joint": "Joint", "section": "Section", "purpose": "What for",
    "shape": "Shape", "thickness_mm": "Thick", "length_mm": "Long", "width_mm": "Wide",
    "depth_mm": "Deep", "camber_mm": "Bow", "root_gap_mm": "Gap",
    "outside_diameter_mm": "Across", "diameter_mm": "Across", "branch_deg": "Angle",
}  # fmt: skip


class ReadPart(Record):
    """One thing a line was read to say."""

    label: str
    text: str


class JobLine(Record):
    """A job as a line was read, ready to be put on the bench; what of the line was not read."""

    kind: str
    kind_name: str
    name: str
    document: dict[str, Any]
    parts: list[ReadPart]
    not_read: str


def read_job_line(text: str, shop: OfShop) -> JobLine:
    """Return the job a line says: its kind, metal, joint or section, and its sizes.

    Args:
        text: as typed; measures in any unit, a bare number in the units in force
        shop: its own heats and the units in force

    Raises:
        Refused: a size cannot be meant; names the field

    >>> line = read_job_line("18 ga mild butt 25 in", OfShop(system="inch"))
    >>> line.kind, line.document["alloy"], line.document["joint"], line.not_read
    ('seam', 'dc01', 'butt', '')
    >>> round(line.document["thickness_mm"], 2), line.document["length_mm"]
    (1.21, 635.0)
    """
    said, rest = measures_in(plain(text), shop.system)
    kind = kind_named(found(rest, "kind") or _kind_of_sizes(said, rest))
    metal = _metal(rest, shop)
    read = kind.from_line(LineSaid(said, rest, metal))
    alloy = metal.id
    blank = job_from({"kind": kind.id, "name": text.strip()[:LONGEST_NAME] or "Job"})
    job = with_changes(blank, {"alloy": alloy, **read.changes}, shop.own)
    thick = job.wall_mm
    if alloy == PLAIN_BAR and "joint" in read.changes and thick and thick < SHEET_UNDER_MM:
        job = with_changes(job, {"alloy": PLAIN_SHEET}, shop.own)
    left = _not_read(rest, shop)
    if not said and not left:
        # A metal alone is no name.
        usual = f"{metal_named(str(job.alloy), shop.own).name}, {kind.label.lower()}"
        job = job.model_copy(update={"name": usual[:LONGEST_NAME]})
    words = {**read_as(job, read.changes), **read.words}
    words["alloy"] = metal_named(str(job.alloy), shop.own).name
    unplaced = [one.typed for one in said if one.typed not in read.changes.values()]
    return JobLine(
        kind=kind.id,
        kind_name=kind.label,
        name=job.name,
        document=job.model_dump(mode="json"),
        parts=[
            ReadPart(label=LABELS[field], text=words[field])
            for field in ("alloy", *read.changes)
            if field in words
        ],
        not_read=" ".join([*unplaced, *left]),
    )


def _kind_of_sizes(said: Sequence[Said], rest: str) -> str:
    """Return the kind a line without a word for it means: three sizes by each other and no joint
    are a section, and what is told of a section alone is that it is bent."""
    whole = {one.of[0] for one in said if one.of is not None and one.of[1] == THIRD}
    parts = [one.value for one in said if one.of is not None and one.of[0] in whole]
    section = bool(parts) and max(parts) < LONG_FROM_MM and not found(rest, "joint")
    return next((kind.id for kind in KINDS if section and kind.of_section), KINDS[0].id)


@cache
def _metals() -> tuple[Phrase, ...]:
    catalogue = [(f"{m.name};{m.id};{m.name.split()[-1]}", m.id) for m in alloys().values()]
    spoken = [(row["words"], row["alloy"]) for row in rows("alloy_words.csv")]
    return phrases_of([*spoken, *rows_of("metal"), *catalogue])


def _metal(rest: str, shop: OfShop) -> Metal:
    own = next((m for m in shop.own.values() if plain(m.name) in rest), None)
    spoken = next((one.means for one in _metals() if one.pattern.search(rest)), None)
    if own is not None or spoken is not None:
        return own or alloys()[str(spoken)]
    cracked = found(rest, "joint") == "casting-crack" and not found(rest, "kind")
    return alloys()[PLAIN_IRON if cracked else PLAIN_BAR]


def _not_read(rest: str, shop: OfShop) -> list[str]:
    """Return the words nothing was made of."""
    left = rest
    for phrase in _metals() + tuple(one for what in SORTS for one in phrases(what)):
        left = phrase.pattern.sub(" ", left)
    for metal in shop.own.values():
        left = left.replace(plain(metal.name), " ")
    words = re.findall(r"[^\s,;:.]+", left)
    return [word for word in words if word not in SMALL_WORDS | SAY_NOTHING]
