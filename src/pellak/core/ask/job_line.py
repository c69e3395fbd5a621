"""A job in one line, as people say it: `18 ga mild butt 25 in`, `crack in grey iron 3/8`."""

import re
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from typing import Any

from pellak.core.answer.working import Record
from pellak.core.ask.job_line_measures import Said, measures_in, placed
from pellak.core.ask.piece import OfShop
from pellak.core.ask.spoken import SMALL_WORDS, SPELLINGS
from pellak.core.kinds.registry import kind_of
from pellak.core.metal.alloy import Metal, alloys, metal_named
from pellak.core.plan.change_job import job_from, read_as, with_changes
from pellak.core.tables import rows
from pellak.core.tables.metal_families import traits_of

LONGEST_NAME = 80
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


@dataclass(frozen=True)
class _Phrase:
    pattern: re.Pattern[str]
    means: str
    length: int


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
    plain = _plain(text)
    said, rest = measures_in(plain, shop.system)
    found = {what: _found(rest, what) for what in ("kind", "metal", "joint", "section", "purpose")}
    kind = found["kind"] or "seam"
    metal = _metal(rest, found["metal"], kind, shop)
    changes = {
        "seam": _seam, "straighten": _straighten, "overlay": _overlay, "heat": _heat,
    }[kind](said, rest, metal)  # fmt: skip
    alloy = _sheet_or_bar(metal, said, kind)
    blank = job_from({"kind": kind, "name": text.strip()[:LONGEST_NAME] or "Job"})
    job = with_changes(blank, {"alloy": alloy, **changes}, shop.own)
    left = _not_read(rest, shop)
    # A metal alone is no name.
    usual = f"{metal_named(alloy, shop.own).name}, {kind_of(job).label.lower()}"
    named_job = job if said or left else job.model_copy(update={"name": usual[:LONGEST_NAME]})
    words = read_as(job, changes)
    named = {"alloy": metal_named(alloy, shop.own).name, **_names_of(kind, changes)}
    return JobLine(
        kind=kind,
        kind_name=kind_of(job).label,
        name=named_job.name,
        document=named_job.model_dump(mode="json"),
        parts=[
            ReadPart(label=LABELS[field], text=words.get(field) or named[field])
            for field in ("alloy", *changes)
            if field in words or field in named
        ],
        not_read=" ".join([*_unplaced(said, changes), *left]),
    )


def _plain(text: str) -> str:
    words = re.sub(r"[×✕]", "x", text.casefold()).replace("-", " ").split()
    return " ".join(SPELLINGS.get(word, word) for word in words)


@cache
def _phrases(what: str) -> tuple[_Phrase, ...]:
    """Return the phrases of a sort, the longest first."""
    pairs = [(row["words"], row["means"]) for row in rows("job_line_words.csv")
             if row["what"] == what]  # fmt: skip
    if what == "metal":
        catalogue = [(f"{m.name};{m.id};{m.name.split()[-1]}", m.id) for m in alloys().values()]
        pairs = [(r["words"], r["alloy"]) for r in rows("alloy_words.csv")] + pairs + catalogue
    made: dict[str, str] = {}
    for words, means in pairs:
        for word in words.split(";"):
            made.setdefault(_plain(word), means)
    return tuple(
        _Phrase(re.compile(rf"(?<!\w){re.escape(word)}(?!\w)"), means, len(word))
        for word, means in sorted(made.items(), key=lambda pair: -len(pair[0]))
    )


def _found(text: str, what: str) -> str | None:
    """Return what the longest phrase of a sort means, or None where none stands in the text."""
    return next((one.means for one in _phrases(what) if one.pattern.search(text)), None)


def _metal(rest: str, spoken: str | None, kind: str, shop: OfShop) -> Metal:
    own = next((m for m in shop.own.values() if _plain(m.name) in rest), None)
    if own is not None or spoken is not None:
        return own or alloys()[str(spoken)]
    cracked = kind == "seam" and _found(rest, "joint") == "casting-crack"
    return alloys()[PLAIN_IRON if cracked else PLAIN_BAR]


def _sheet_or_bar(metal: Metal, said: list[Said], kind: str) -> str:
    thick = placed(said, "seam").get("thickness_mm")
    if metal.id == PLAIN_BAR and kind == "seam" and thick and thick.value < SHEET_UNDER_MM:
        return PLAIN_SHEET
    return metal.id


def _seam(said: list[Said], rest: str, metal: Metal) -> dict[str, Any]:
    joint = _found(rest, "joint")
    if joint is None and re.search(r"\btub(e|es|ing)\b", rest):
        joint = "cluster"
    joint = joint or traits_of(metal.family).usual_joint
    tube = joint in ("cluster", "pipe-butt")
    fields = placed(said, "tube" if tube else "seam")
    keep = {"thickness_mm", "length_mm", "root_gap_mm", "branch_deg", "outside_diameter_mm"}
    if not tube:
        keep -= {"outside_diameter_mm", "branch_deg"}
    return {"joint": joint, **_typed(fields, keep)}


def _straighten(said: list[Said], rest: str, metal: Metal) -> dict[str, Any]:
    fields = placed(said, "straighten")
    keep = {"depth_mm", "width_mm", "thickness_mm", "length_mm", "camber_mm"}
    return {"section": _found(rest, "section") or "rect-tube", **_typed(fields, keep)}


def _overlay(said: list[Said], rest: str, metal: Metal) -> dict[str, Any]:
    keep = {"thickness_mm", "length_mm", "width_mm"}
    return _typed(placed(said, "overlay"), keep)


def _heat(said: list[Said], rest: str, metal: Metal) -> dict[str, Any]:
    shape = _found(rest, "shape")
    fields = placed(said, "round" if shape in ("ring", "cylinder") else "heat")
    if "outside_diameter_mm" in fields:
        fields["diameter_mm"] = fields.pop("outside_diameter_mm")
    keep = {"thickness_mm", "length_mm", "width_mm", "diameter_mm"}
    return {
        "purpose": _found(rest, "purpose") or "warm-through",
        **({"shape": shape} if shape else {}),
        **_typed(fields, keep),
    }


def _typed(fields: Mapping[str, Said], keep: set[str]) -> dict[str, str]:
    return {field: one.typed for field, one in fields.items() if field in keep}


@cache
def _choices(table: str, column: str) -> Mapping[str, str]:
    return {row[column]: row["name"] for row in rows(table)}


def _names_of(kind: str, changes: Mapping[str, Any]) -> dict[str, str]:
    """Return the words of choices that are no measures."""
    named: dict[str, str] = {}
    if kind == "seam":
        named["joint"] = _choices("joints.csv", "joint")[changes["joint"]]
    if kind == "straighten":
        sections = {r["id"]: r["label"] for r in rows("member_questions.csv")
                    if r["field"] == "section"}  # fmt: skip
        named["section"] = sections[changes["section"]]
    if kind == "heat":
        named["purpose"] = _choices("heat_purposes.csv", "purpose")[changes["purpose"]]
        if "shape" in changes:
            named["shape"] = changes["shape"]
    return named


def _unplaced(said: list[Said], changes: Mapping[str, Any]) -> list[str]:
    """Return the sizes that became no size of the job."""
    return [one.typed for one in said if one.typed not in changes.values()]


def _not_read(rest: str, shop: OfShop) -> list[str]:
    """Return the words nothing was made of."""
    left = rest
    for what in ("metal", "joint", "section", "kind", "purpose", "shape", "role"):
        for phrase in _phrases(what):
            left = phrase.pattern.sub(" ", left)
    for metal in shop.own.values():
        left = left.replace(_plain(metal.name), " ")
    words = re.findall(r"[^\s,;:.]+", left)
    return [word for word in words if word not in SMALL_WORDS | SAY_NOTHING]
