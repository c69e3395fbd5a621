"""Station 1 of a member: section, length, bow, steel, and what may not be heated."""

from collections.abc import Mapping
from functools import cache
from typing import get_args

from pellak.core import say
from pellak.core.answer.figure import Figure, Station, figure_of
from pellak.core.answer.working import Caution
from pellak.core.kinds.stations.asked import question_figures
from pellak.core.kinds.stations.piece_figures import listed_figure, metal_figure, typed_line
from pellak.core.member.kink import MOST_FACE_SHARE, heated_face_mm
from pellak.core.member.limits import Steel
from pellak.core.member.section import NEEDS, Section
from pellak.core.member.straighten_given import SPOT_MM, Attached, StraightenGiven
from pellak.core.member.welds import pulled_line
from pellak.core.metal.alloy import Metal
from pellak.core.model.kinds.straighten.job import StraightenJob
from pellak.core.piece.box import Box
from pellak.core.piece.questions import question_cautions
from pellak.core.tables import rows

HOLDS = "Section, length, the bow along a line, steel, what is fixed to it."
LABELS = {
    "depth_mm": ("Depth, in the plane of the bow", "depth?"),
    "width_mm": ("Width across", "width?"),
    "thickness_mm": ("Wall or web", "wall?"),
    "length_mm": ("Length", "length?"),
    "camber_mm": ("Bow at its worst", "bow?"),
    "spot_mm": ("Spot, across", "spot?"),
    "tolerance_mm": ("Straight enough", "within?"),
    "peak_c": ("Stop at", "°C?"),
}
NOT_ASKED = ("restraint",)
"""A member to be straightened is free to move, or it is not ready."""
SOUND = Caution(
    level="stop",
    text="Say whether it is sound: no tear, crack, dent or sharp kink, and not a part whose "
    "failure would bring something down.",
    reason="Heat spots straighten a bow. They make a crack longer and hide a tear.",
    source="FHWA heat-straightening guide",
    asks="condition",
)


@cache
def section_names() -> Mapping[str, str]:
    """Return what each section is called."""
    found = (row for row in rows("member_questions.csv") if row["field"] == "section")
    return {row["id"]: row["label"] for row in found}


def _steel_of(metal: Metal | None) -> Steel:
    """Return the steel a metal is when it is straightened, while nobody stated another."""
    known = metal.traits.member_steel if metal else ""
    return next((steel for steel in get_args(Steel) if steel == known), "unknown")


def needs(job: StraightenJob) -> list[str]:
    """Return the measures this section is told by, in the order they are asked."""
    wanted = NEEDS[job.section]
    fields = ["depth_mm"]
    if "width_mm" in wanted and job.section != "flat":
        fields.append("width_mm")
    return [*fields, "thickness_mm", "length_mm"]


def missing(job: StraightenJob) -> str:
    """Return what is still to be told before anything can be reckoned, or nothing."""
    for field in needs(job):
        if getattr(job, field) is None:
            return f"Type the {LABELS[field][0].split(',')[0].lower()} first: its box is empty."
    if job.camber_mm is None and len(job.stations) < 2:
        return "Type the bow first: stretch a line end to end and measure at its worst."
    return ""


def section_of(job: StraightenJob) -> Section:
    """Return the section a job tells; a flat's width is its thickness."""
    flat = job.section == "flat"
    return Section(
        kind=job.section,
        depth_mm=job.depth_mm or 0.0,
        width_mm=job.thickness_mm if flat else job.width_mm,
        wall_mm=None if flat else job.thickness_mm,
        flange_mm=job.flange_mm,
    )


def spot_of(job: StraightenJob) -> float:
    """Return the spot's diameter: as told, else 38 mm or what the face leaves room for, mm.

    Args:
        job: its spot and face as typed

    Source: 38 mm, an inch and a half: usual for members

    >>> from pellak.core.model.kinds.straighten.job import StraightenJob
    >>> spot_of(StraightenJob(name='beam', spot_mm=30.0))
    30.0
    """
    if job.spot_mm is not None:
        return job.spot_mm
    if any(getattr(job, field) is None for field in needs(job)[:-1]):
        return SPOT_MM
    return min(SPOT_MM, MOST_FACE_SHARE * heated_face_mm(section_of(job), job.face))


def question(job: StraightenJob, metal: Metal | None) -> StraightenGiven:
    """Return what is asked of the reckoner; every measure is told."""
    steel = job.steel or _steel_of(metal)
    return StraightenGiven(
        section=section_of(job),
        length_mm=job.length_mm or 0.0,
        camber_mm=None if len(job.stations) >= 2 else job.camber_mm,
        stations=job.stations if len(job.stations) >= 2 else [],
        face=job.face,
        steel=steel,
        condition=job.condition or "sound",
        temper_c=job.temper_c,
        spot_mm=spot_of(job),
        peak_c=job.peak_c,
        tolerance_mm=job.tolerance_mm,
        attached=[Attached(from_mm=at, to_mm=at) for at in job.brackets_mm],
    )


def boxes(job: StraightenJob) -> list[Box]:
    """Return the boxed measures of the drawing, the section's first."""
    usual = {"spot_mm": spot_of(job)}
    if job.length_mm is not None:
        usual["tolerance_mm"] = job.length_mm / 1000
    fields = [*needs(job), "camber_mm", "spot_mm", "tolerance_mm"]
    return [
        Box(
            field=field,
            label=LABELS[field][0],
            asks=LABELS[field][1],
            value=value if (value := getattr(job, field)) is not None else usual.get(field),
            usual=getattr(job, field) is None and field in usual,
        )
        for field in fields
    ]


def _chosen(field: str, label: str, question_: str, chosen: str | None) -> Figure:
    return listed_figure("member_questions.csv", field, label, question_, chosen)


def welds_drawn(job: StraightenJob) -> list[Attached]:
    """Return where each weld of the list begins and ends, those that lie on the member, mm."""
    length = job.length_mm or 0.0
    stretches = [stretch for row in job.welds for stretch in row.stretches]
    return [Attached(from_mm=a, to_mm=b) for a, b in stretches if b <= length]


def _not_fitting(job: StraightenJob) -> list[Caution]:
    length = job.length_mm
    return [
        Caution(
            level="stop",
            text=f"{row.count} welds of {say.mm(row.length_mm)} take "
            f"{say.mm(row.end_mm, 4)}; the member is {say.mm(length, 4)} long.",
            reason="One of the two was read wrong, and everything after hangs on it.",
            source="(n - 1) pitches and one weld",
        )
        for row in job.welds
        if length is not None and row.end_mm > length
    ]


def _pulled(job: StraightenJob) -> list[Figure]:
    """Return the bow the welds of the list should have made, beside the one measured."""
    if not job.welds or any(getattr(job, field) is None for field in needs(job)):
        return []
    if _not_fitting(job):
        return []
    line = pulled_line(job.welds, section_of(job), job.length_mm or 0.0, job.face)
    low, high = line.low or 0.0, line.high or 0.0
    measured = max([job.camber_mm or 0.0, *(s.bow_mm for s in job.stations)])
    if measured == 0:
        words = "measure it: this is an estimate"
    elif measured > high:
        words = "measured more than they explain: something else pulled, or it was never straight"
    elif measured < low:
        words = "measured less: it was held, or the welds are lighter than told"
    else:
        words = "the bow measured is what such welds do"
    return [figure_of(line, "Bow these welds make", detail=words)]


def member_station(job: StraightenJob, metal: Metal | None) -> Station:
    """Return the Piece station of a member."""
    family = metal.family if metal else job.family
    steel = job.steel or _steel_of(metal)
    figures = [
        metal_figure(job, metal),
        _chosen("section", "Section", "Which section is it?", job.section),
        *[
            Figure(
                id=field,
                label=LABELS[field][0],
                value=value,
                unit="mm",
                working=[typed_line(job, field, value)],
            )
            for field in [*needs(job), "camber_mm"]
            if (value := getattr(job, field)) is not None
        ],
        *_pulled(job),
        _chosen("face", "Long face", "Which face is too long?", job.face),
        _chosen("steel", "Steel, for heat", "What has been done to the steel?", steel),
        _chosen("condition", "Condition", "Is it only bowed?", job.condition),
        *[f for f in question_figures(job, family) if f.id not in NOT_ASKED],
    ]
    cautions = [SOUND] if job.condition is None else []
    cautions += _not_fitting(job)
    cautions += question_cautions(job.answers, family, job.section or "")
    stated = not missing(job)
    return Station(
        id="piece",
        name="Piece",
        state="settled" if stated else "present",
        answer=f"{say.mm(job.camber_mm)} bow" if job.camber_mm else "bow?",
        holds=HOLDS,
        figures=figures,
        cautions=cautions,
    )
