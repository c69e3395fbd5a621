"""Station 1, Piece: metal, thickness as it is really named, joint, what it held, how it is held."""

from pellak.core import say
from pellak.core.answer.field_units import kind_of
from pellak.core.answer.figure import Asks, Figure, Station
from pellak.core.answer.working import Caution, School, Working, short
from pellak.core.kinds.stations.asked import question_figures
from pellak.core.kinds.stations.piece_figures import gauge_beside, metal_figure, typed_line
from pellak.core.metal.alloy import Metal
from pellak.core.metal.cautions import metal_cautions
from pellak.core.metal.fusion import fusion_cautions
from pellak.core.metal.rod import NO_ROD
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.piece.dimensions import dimension_rows, dimension_value, ring_length
from pellak.core.piece.questions import question_cautions
from pellak.core.seam.groove import ONE_POOL_UP_TO_MM
from pellak.core.tables import joints
from pellak.core.tables.metal_families import traits_of

HOLDS = "Metal, thickness as it is named, joint, what it held, how it is coated and held."
RODLESS_UP_TO_MM = 1.25
"""1.2 mm sheet in the trade; 18 gauge, 1.21 mm, counts as that."""
FIT_UP_SOURCE = "sheet practice: edges touching and no rod up to about 1.2 mm, a gap up to t above"
SQUARE_EDGED_UP_TO_MM = 6.0
WIDEST_GAP_MM = 3.2
"""Sheet may be gapped 1.6 to 3 mm on purpose, rod-fed, for the least distortion."""
BARE = Caution(
    level="warn",
    text=f"Heated paint and plating give off fume. Bare {say.mm(25)} back from the seam, both "
    "faces, and "
    "the edges.",
    reason="Zinc gives fume fever, cadmium kills; scale and paint make the pool spark and trap "
    "dirt.",
    source="ANSI Z49.1",
)
IDENTIFY = Caution(
    level="stop",
    text="Nobody knows this metal: no torch. Spark it, file it, try a magnet, look at a chip, "
    "weigh it; or send a chip for analysis. A steel of unknown grade is planned as high carbon.",
    reason="Magnesium burns, beryllium copper poisons, and a hard steel cracks: each has been "
    "taken for something else.",
    source="ANSI Z49.1",
    asks="alloy",
)


def fit_up(job: SeamJob) -> str:
    """Return the fit-up in words."""
    if job.joint not in ("butt", "pipe-butt", "outside-corner"):
        return joints()[job.joint].name
    assert job.thickness_mm is not None
    traits = traits_of(job.family)
    bevelled = job.edge_form in ("v", "double-v") or job.edge_form is None
    bevelled = bevelled and job.joint != "outside-corner" and traits.bevelled
    if job.thickness_mm > ONE_POOL_UP_TO_MM and bevelled:
        return "bevelled"
    if job.root_gap_mm:
        return "gapped, rod-fed"
    rodless = job.thickness_mm <= RODLESS_UP_TO_MM and traits.fused_without_rod == "usual"
    rodless = rodless and job.rod in (None, NO_ROD)
    return "edges touching, no rod" if rodless else "edges touching"


def _cautions(job: SeamJob, metal: Metal | None) -> list[Caution]:
    family = metal.family if metal else job.family
    cautions = [IDENTIFY] if metal is None else fusion_cautions(metal)
    cautions += question_cautions(job.answers, family, job.joint)
    if job.coating is None:
        cautions.append(BARE)
    if metal is not None:
        cautions += metal_cautions(metal, "piece")
    thickness_mm = job.thickness_mm
    square_edged = job.joint != "casting-crack"
    if square_edged and thickness_mm is not None and thickness_mm > SQUARE_EDGED_UP_TO_MM:
        cautions.append(
            Caution(
                level="warn",
                text=f"Thicker than {say.wall(6)}: bevelled and in passes, or another process for "
                "quantity.",
                reason="One pass of this flame does not reach the back of a square edge, and the "
                "long heat coarsens and distorts the plate.",
                source="range of the fitted plate model; leftward welding practice",
            )
        )
    if job.root_gap_mm is not None and job.root_gap_mm > WIDEST_GAP_MM:
        cautions.append(
            Caution(
                level="warn",
                text="The gap is wider than any rod-fed seam bridges. Close it up.",
                reason="The pool has nothing to hold on to and falls through.",
                source=FIT_UP_SOURCE,
            )
        )
    return cautions


def _joint(job: SeamJob) -> Figure:
    rows = joints()
    words = "" if job.thickness_mm is None else fit_up(job)
    return Figure(
        id="joint",
        label="Joint",
        text=rows[job.joint].name,
        detail="" if words in ("", rows[job.joint].name) else words,
        asks=Asks(
            field="joint",
            question="Which joint?",
            chosen=job.joint,
            answers=[School(id=r.joint, label=r.name, why=r.source) for r in rows.values()],
        ),
    )


def _dimensions(job: SeamJob, thickness_mm: float) -> list[Figure]:
    figures = []
    stated = {row.field: getattr(job, row.field) for row in dimension_rows(job.joint)}
    for row in dimension_rows(job.joint):
        if row.field == "root_gap_mm":
            continue
        value, usual = dimension_value(row, stated, thickness_mm)
        line = typed_line(job, row.field, value) if value is not None and not usual else None
        if value is not None and usual:
            line = Working(
                name=row.field,
                value=value,
                unit=row.unit,
                formula=f"usual: {row.usual}",
                inserted=f"{row.usual} with t = {short(thickness_mm)}",
                source=row.source,
                note=f"not told, so the usual: {row.why}",
            )
        figures.append(
            Figure(
                id=row.field,
                label=row.label,
                value=value,
                text=None if value is not None else "not told",
                unit=row.unit,
                detail="the usual; type your own on the drawing" if usual and value else "",
                working=[line] if line else [],
            )
        )
    return figures


def seam_length(job: SeamJob) -> Working | None:
    """Return the seam's length with working: typed, or once round the tube; None if neither."""
    if job.length_mm is not None:
        return typed_line(job, "length_mm", job.length_mm)
    return ring_length(job.joint, job.outside_diameter_mm, job.branch_deg)


def piece_station(job: SeamJob, metal: Metal | None) -> Station:
    """Return the Piece station; it answers once the thickness is told."""
    family = metal.family if metal else job.family
    length = seam_length(job)
    figures = [metal_figure(job, metal)]
    if job.thickness_mm is not None:
        figures.append(
            Figure(
                id="thickness_mm",
                label="Wall" if job.joint in ("cluster", "pipe-butt") else "Thickness",
                value=job.thickness_mm,
                unit="mm",
                kind=kind_of("thickness_mm"),
                detail=gauge_beside(job.thickness_mm, family),
                working=[typed_line(job, "thickness_mm", job.thickness_mm)],
            )
        )
    figures.append(_joint(job))
    if job.thickness_mm is not None:
        figures += _dimensions(job, job.thickness_mm)
    if length is not None:
        figures.append(
            Figure(
                id="length_mm",
                label="Seam",
                value=float(length.value or 0),
                unit="mm",
                low=length.low,
                high=length.high,
                working=[length],
            )
        )
    figures += question_figures(job, family)
    thickness_mm = job.thickness_mm
    stated = thickness_mm is not None
    return Station(
        id="piece",
        name="Piece",
        state="settled" if stated and length is not None else "present",
        answer=f"{say.wall(thickness_mm)} {_form(job)}" if thickness_mm else "thickness?",
        holds=HOLDS,
        figures=figures,
        cautions=_cautions(job, metal),
    )


def _form(job: SeamJob) -> str:
    return {"cluster": "tube", "pipe-butt": "pipe", "casting-crack": "casting"}.get(
        job.joint, "sheet" if (job.thickness_mm or 0) < SQUARE_EDGED_UP_TO_MM else "plate"
    )
