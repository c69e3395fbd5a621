"""Station 1 of an overlay: the part, its base, what wears it, which alloy is laid."""

from pellak.core import say
from pellak.core.answer.figure import Choice, Figure, Station, figure_of
from pellak.core.answer.working import Caution, School, short
from pellak.core.kinds.stations.asked import question_figures
from pellak.core.kinds.stations.piece_figures import listed_figure, metal_figure, typed_line
from pellak.core.kinds.stations.set_up import line
from pellak.core.metal.alloy import Metal
from pellak.core.model.kinds.overlay.job import OverlayJob
from pellak.core.overlay.base import base_of
from pellak.core.overlay.given import OverlayGiven, WearGiven
from pellak.core.overlay.groups import groups
from pellak.core.overlay.overlay import USUAL_LAYERS, OverlayAnswer
from pellak.core.piece.box import Box
from pellak.core.piece.questions import question_cautions
from pellak.core.tables import rows

HOLDS = "The part, its base, what wears it, the alloy laid on it."
NEEDS = {
    "edge": ("length_mm", "width_mm"),
    "face": ("length_mm", "width_mm"),
    "round": ("diameter_mm", "width_mm"),
    "point": ("diameter_mm", "length_mm"),
}
LABELS = {
    "length_mm": ("Length faced", "length?"),
    "width_mm": ("Width faced", "width?"),
    "diameter_mm": ("Diameter", "across?"),
    "thickness_mm": ("Part beneath, thick", "thick?"),
    "height_mm": ("Height wanted", "height?"),
    "layer_mm": ("Each layer", "layer?"),
}
WEARS = {"rubbed_by": "abrasion", "hit": "impact", "wet": "corrosion", "hot": "heat"}
ASKED = {
    "part": ("Faced", "What is faced?"),
    "rubbed_by": ("Rubbed by", "What rubs or digs at it?"),
    "hit": ("Blows", "Is it hit?"),
    "hot": ("At work it is", "How hot does it get at work?"),
    "wet": ("Wetted by", "What wets it?"),
    "finish": ("Afterwards", "What is done to it afterwards?"),
}
NOT_ASKED = ("restraint", "fume")
"""Nothing holds a part that is faced, and its fume has a stop of its own at the bench."""


def needs(job: OverlayJob) -> tuple[str, ...]:
    """Return the measures this part is told by, in the order they are asked."""
    return (*NEEDS[job.part], "thickness_mm")


def size_missing(job: OverlayJob) -> str:
    """Return which size is still to be told before anything can be reckoned, or nothing."""
    for field in needs(job):
        if getattr(job, field) is None:
            return f"Type the {LABELS[field][0].split(',')[0].lower()} first: its box is empty."
    return ""


def missing(job: OverlayJob) -> str:
    """Return what is still to be told before it is laid, or nothing."""
    if lacks := size_missing(job):
        return lacks
    if job.group is None and not _worn(job):
        return "Say what wears it, or choose the alloy laid."
    return ""


def _worn(job: OverlayJob) -> bool:
    return any(getattr(job, field) for field in WEARS)


def _need(field: str, chosen: str | None) -> float:
    row = (r for r in rows("overlay_questions.csv") if r["field"] == field and r["id"] == chosen)
    return next((float(r["need"]) for r in row), 0.0)


def question(job: OverlayJob, metal: Metal | None, flow_l_per_h: float | None) -> OverlayGiven:
    """Return what is asked of the reckoner; every measure is told.

    Args:
        job: the part
        metal: the base, None where not told
        flow_l_per_h: a flow that was decided, or None

    Source: the job's own measures

    >>> from pellak.core.metal.alloy import metal_named
    >>> pawl = OverlayJob(name='pawl', part='edge', length_mm=46, width_mm=18, thickness_mm=12)
    >>> question(pawl, metal_named('sae-1045'), None).alloy
    'sae-1045'
    """
    wear = {need: _need(field, getattr(job, field)) for field, need in WEARS.items()}
    return OverlayGiven(
        alloy=metal.advised_as if metal else None,
        part=job.part,
        **{field: getattr(job, field) for field in NEEDS[job.part]},
        thickness_mm=job.thickness_mm or 0.0,
        body_kg=job.body_kg,
        start_c=job.start_c,
        layers=int(job.layers) if job.layers else None,
        layer_mm=job.layer_mm,
        height_mm=job.height_mm,
        group=job.group,
        wear=WearGiven(**wear) if _worn(job) else None,
        turned=job.finish == "turned",
        acetylene_l_per_h=flow_l_per_h,
    )


def boxes(job: OverlayJob, answer: OverlayAnswer | None) -> list[Box]:
    """Return the boxed measures of the drawing, the part's own first."""
    laid = answer.values.layers if answer else []
    usual = {"layer_mm": laid[0].height_mm, "height_mm": laid[-1].top_mm} if laid else {}
    figures = [
        Box(
            field=field,
            label=LABELS[field][0],
            asks=LABELS[field][1],
            value=value if (value := getattr(job, field)) is not None else usual.get(field),
            usual=getattr(job, field) is None and field in usual,
        )
        for field in (*needs(job), "height_mm", "layer_mm")
    ]
    weight = Box(
        field="body_kg", label="The part weighs", asks="weight?", kind="mass", unit="kg",
        value=job.body_kg,
    )  # fmt: skip
    return [*figures, weight]


def _asked(job: OverlayJob, field: str) -> Figure:
    label, question_ = ASKED[field]
    return listed_figure("overlay_questions.csv", field, label, question_, getattr(job, field))


def _alloy_figure(job: OverlayJob, answer: OverlayAnswer) -> Figure:
    values = answer.values
    schools = [
        School(
            id=one.group,
            label=f"{one.name}, {one.classification}",
            why=one.barred
            or f"{one.hrc_low:g} to {one.hrc_high:g} HRC, up to {one.max_layers} layers, "
            f"{'can be turned' if one.turned else 'ground only'}: {one.why}",
        )
        for one in values.ranked
    ]
    group = groups().get(values.group or "")
    chosen_by = "chosen by you" if job.group else "first for this wear"
    if job.group is None and not _worn(job):
        chosen_by = "for plain rubbing, until you say what wears it"
    return Figure(
        id="group",
        label="Alloy laid",
        text=group.name if group else "none suits",
        detail=f"{group.as_rod.classification}, {chosen_by}: {group.holds}" if group else "",
        working=[line(answer.working, "group")] if values.suited else [],
        choice=Choice(
            field="group",
            question="Which alloy is laid?",
            chosen=values.group or "",
            chosen_by="job" if job.group else "shop",
            schools=schools,
            job_only=True,
        ),
    )


def part_station(job: OverlayJob, metal: Metal | None, answer: OverlayAnswer | None) -> Station:
    """Return the Piece station of an overlay."""
    family = metal.family if metal else job.family
    measures = [
        Figure(
            id=field,
            label=LABELS[field][0],
            value=value,
            unit="mm",
            working=[typed_line(job, field, value)],
        )
        for field in needs(job)
        if (value := getattr(job, field)) is not None
    ]
    figures = [metal_figure(job, metal, fused=False)]
    if answer is not None:
        figures.append(_alloy_figure(job, answer))
    figures += [_asked(job, "part"), *measures]
    figures += [_asked(job, field) for field in (*WEARS, "finish")]
    figures += [f for f in question_figures(job, family) if f.id not in NOT_ASKED]
    cautions = []
    if answer is not None and not answer.values.suited:
        cautions.append(
            Caution(level="stop", text=answer.values.why_not,
                    reason="On the wrong base it lifts, cracks down, or breaks the part.",
                    source=base_of(metal).source)
        )  # fmt: skip
    cautions += question_cautions(job.answers, family, "")
    settled = answer is not None and answer.values.suited and not missing(job)
    group = groups().get(answer.values.group or "") if answer else None
    return Station(
        id="piece",
        name="Part",
        state="settled" if settled else "present",
        answer=group.name if group and settled else "—",
        holds=HOLDS,
        figures=figures,
        cautions=cautions,
    )


def layers_asked(job: OverlayJob, answer: OverlayAnswer) -> Choice:
    """Return the choice of how many layers."""
    count = len(answer.values.layers)
    group = groups()[answer.values.group or ""]
    return Choice(
        field="layers",
        question="How many layers?",
        chosen=str(count),
        chosen_by="job" if job.layers else "shop",
        job_only=True,
        schools=[
            School(
                id=str(n),
                label=f"{n} layer{'s' if n > 1 else ''}",
                why="the base shows through its hardness"
                if n == 1
                else "nearly the rod's own hardness"
                if n <= group.max_layers
                else f"more than {group.name} bears",
            )
            for n in range(1, USUAL_LAYERS + 2)
        ],
    )


def layer_words(answer: OverlayAnswer) -> str:
    """Return what each layer comes out as."""
    return "; ".join(
        f"layer {one.n}: {short(100 * one.own_share, 4)} % the rod's own, "
        f"{one.hrc_low:.0f} to {one.hrc_high:.0f} HRC"
        for one in answer.values.layers
    )


def area_figure(job: OverlayJob, answer: OverlayAnswer) -> Figure:
    """Return the area that is faced."""
    area = answer.values.area_mm2
    given = {field: getattr(job, field) for field in NEEDS[job.part]}
    sizes = " by ".join(say.mm(value, 4) for value in given.values())
    formula = {
        "round": "pi * diameter * width",
        "point": "pi * radius * slant, all round",
    }.get(job.part, "length * width")
    return figure_of(
        line(answer.working, "rod_g").model_copy(
            update={
                "name": "area_cm2", "value": area / 100, "unit": "cm²", "low": None, "high": None,
                "formula": formula, "inserted": sizes, "source": "geometry", "note": "",
            }
        ),
        "Area faced",
    )  # fmt: skip
