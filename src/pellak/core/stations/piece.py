"""Station 1, Piece: metal, thickness as it is really named, length, fit-up."""

from pellak.core.figure import Figure, Station
from pellak.core.job import Job
from pellak.core.reading.gauges import gauge_systems
from pellak.core.stations.reckoned import Reckoned
from pellak.core.tables import gauge_thicknesses_mm, heat_families
from pellak.core.working import Caution, Working, short

HOLDS = "Metal, thickness as it is named, joint, length and fit-up."
NEAR_GAUGE_RATIO = 0.03
RODLESS_UP_TO_MM = 1.25
"""1.2 mm sheet in the trade; 18 gauge, 1.21 mm, counts as that."""
FIT_UP_SOURCE = "sheet practice: edges touching and no rod up to about 1.2 mm, a gap up to t above"


def gauge_beside(thickness_mm: float) -> str:
    """Return the sheet-steel gauge within 3 % of a thickness, such as `18 ga`, or nothing."""
    name, mm = min(
        gauge_thicknesses_mm()["sheet-steel"].items(), key=lambda g: abs(g[1] - thickness_mm)
    )
    near = abs(mm - thickness_mm) <= NEAR_GAUGE_RATIO * mm
    return f"{name} ga {gauge_systems()['sheet-steel'].name}" if near else ""


def _typed(job: Job, field: str, value: float) -> Working:
    typed = job.typed.get(field)
    return Working(
        name=field,
        value=value,
        unit="mm",
        formula="as typed",
        inserted=f"typed “{typed}”" if typed else f"entered as {short(value)} mm",
        source="measured by you; shipped gauge tables where a gauge was typed",
        note="measure the sheet itself: stock runs up to a tenth thin or thick",
    )


def fit_up(thickness_mm: float, root_gap_mm: float) -> str:
    """Return the fit-up in words."""
    if root_gap_mm > 0:
        return "gapped, rod-fed"
    return "edges touching, no rod" if thickness_mm <= RODLESS_UP_TO_MM else "edges touching"


def _cautions(job: Job) -> list[Caution]:
    cautions = [
        Caution(
            level="warn",
            text="Heated paint and plating give off fume. Bare 25 mm back from the seam, both "
            "faces, and the edges.",
            reason="Zinc gives fume fever, cadmium kills; scale and paint make the pool spark and "
            "trap dirt.",
            source="ANSI Z49.1",
        )
    ]
    thickness_mm = job.thickness_mm
    if thickness_mm is not None and thickness_mm > 6:
        cautions.append(
            Caution(
                level="warn",
                text="Thicker than 6 mm square-edged: bevel it and plan the root face, or use "
                "another process for quantity.",
                reason="One pass of this flame does not reach the back, and the long heat "
                "coarsens and distorts the plate.",
                source="range of the fitted plate model; leftward welding practice",
            )
        )
    if thickness_mm is not None and job.root_gap_mm > max(thickness_mm, 0.8):
        cautions.append(
            Caution(
                level="warn",
                text="The gap is wider than the sheet is thick. Close it up.",
                reason="The pool has nothing to bridge on and burns through.",
                source=FIT_UP_SOURCE,
            )
        )
    return cautions


def piece_station(job: Job, reckoned: Reckoned | None) -> Station:
    """Return the Piece station; it answers once the thickness is told."""
    if job.thickness_mm is None or reckoned is None:
        return Station(
            id="piece",
            name="Piece",
            state="present",
            answer="thickness?",
            holds=HOLDS,
            cautions=_cautions(job),
        )
    figures = [
        Figure(
            id="thickness_mm",
            label="Thickness",
            value=job.thickness_mm,
            unit="mm",
            detail=gauge_beside(job.thickness_mm),
            working=[_typed(job, "thickness_mm", job.thickness_mm)],
        ),
        Figure(
            id="metal",
            label="Metal",
            text=heat_families()[job.family].name,
            detail=fit_up(job.thickness_mm, job.root_gap_mm),
        ),
    ]
    if job.length_mm is not None:
        figures.append(
            Figure(
                id="length_mm",
                label="Seam",
                value=job.length_mm,
                unit="mm",
                working=[_typed(job, "length_mm", job.length_mm)],
            )
        )
    return Station(
        id="piece",
        name="Piece",
        state="settled" if job.length_mm is not None else "present",
        answer=f"{short(job.thickness_mm, 3)} mm sheet",
        holds=HOLDS,
        figures=figures,
        cautions=_cautions(job),
    )
