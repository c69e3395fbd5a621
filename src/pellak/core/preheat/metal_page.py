"""A metal as its page shows it: composition, rulers, advice, preheat by thickness, rods."""

from pydantic import Field

from pellak.core import say
from pellak.core.answer.figure import Figure, JudgementScale, ScaleBand, figure_of
from pellak.core.answer.working import Caution, Record, School
from pellak.core.metal.alloy import Metal
from pellak.core.metal.carbon_equivalent import (
    CarbonEquivalentGiven,
    reckon_carbon_equivalent,
)
from pellak.core.metal.fusion import Advice, fusion_advice, fusion_cautions
from pellak.core.metal.rod import rod_schools
from pellak.core.preheat.reckon import PreheatGiven, PreheatQuestion, answer_preheat
from pellak.core.tables import rows

PAGE_THICKNESSES_MM = (1.5, 3.0, 6.0, 12.0, 25.0)
TITLES = {
    "ce_iiw": "CE, International Institute of Welding",
    "pcm": "Pcm, Ito and Bessyo",
    "cet": "CET, EN 1011-2",
    "cen": "CEN, Yurioka",
    "ce_cast": "Carbon equivalent of the iron",
    "carbon_saturation": "Carbon saturation",
}
OTHER_BANDS: dict[str, tuple[list[tuple[str, float | None]], float]] = {
    "pcm": ([("no preheat", 0.20), ("warm", 0.30), ("hot", None)], 0.6),
    "cet": ([("no preheat", 0.30), ("warm", 0.40), ("hot", None)], 0.8),
    "cen": ([("no preheat", 0.40), ("warm", 0.55), ("hot", None)], 1.2),
    "ce_cast": ([("chills", 3.9), ("grey", 4.26), ("sheds graphite", None)], 5.0),
    "carbon_saturation": ([("chills", 0.9), ("grey", 1.0), ("sheds graphite", None)], 1.2),
}
"""Where each ruler's bands end: common shop readings, meant for comparing metals by eye."""


class MetalLine(Record):
    """One line of the catalogue."""

    id: str
    name: str
    family: str
    family_name: str
    standard: str
    own: bool
    advice: Advice
    note: str
    words: str


class ElementBar(Record):
    """An element: how much is reckoned with, and the span it was certified in."""

    element: str
    percent: float
    low_percent: float
    high_percent: float


class PreheatAt(Record):
    """The preheat of a metal at one thickness, free to move."""

    thickness_mm: float
    preheat_c: float | None
    why: str


class MetalPage(Record):
    """Everything a metal's page shows."""

    line: MetalLine
    source: str
    composition: list[ElementBar]
    equivalents: list[Figure] = Field(default_factory=list)
    meaning: str
    cautions: list[Caution]
    preheats: list[PreheatAt]
    rods: list[School]


def everyday_words(metal: Metal) -> str:
    """Return the everyday names a metal is also looked for by, separated by semicolons."""
    named = [row["words"] for row in rows("alloy_words.csv") if row["alloy"] == metal.advised_as]
    return ";".join(named)


def metal_line(metal: Metal) -> MetalLine:
    """Return a metal as one line of the catalogue."""
    return MetalLine(
        id=metal.id,
        name=metal.name,
        family=metal.family,
        family_name=metal.traits.name,
        standard=metal.standard,
        own=bool(metal.like),
        advice=fusion_advice(metal).level,
        note=metal.note,
        words=everyday_words(metal),
    )


def _shop_scale() -> JudgementScale:
    bands = rows("preheat_bands.csv")
    labels = [
        "no preheat" if not row["low_c"] else say.c(float(row["low_c"]), to=float(row["high_c"]))
        for row in bands
    ]
    ends = [float(row["ce_from"]) for row in bands[1:]]
    return JudgementScale(
        bands=[
            ScaleBand(label=label, up_to=end)
            for label, end in zip(labels, [*ends, None], strict=True)
        ],
        end=1.0,
    )


def _equivalents(metal: Metal) -> list[Figure]:
    if not metal.traits.ferrous:
        return []
    given = CarbonEquivalentGiven(composition=dict(metal.composition), family=metal.family)
    answer = reckon_carbon_equivalent(given)
    figures = []
    for line in answer.working:
        if line.name == "ce_iiw":
            scale = _shop_scale()
        else:
            bands, end = OTHER_BANDS[line.name]
            named = [ScaleBand(label=label, up_to=up_to) for label, up_to in bands]
            scale = JudgementScale(bands=named, end=end)
        end = max(scale.end, 1.1 * float(line.value or 0.0))
        scaled = scale.model_copy(update={"end": end, "aims": False})
        figure = figure_of(line, TITLES[line.name], detail=line.note)
        figures.append(figure.model_copy(update={"scale": scaled}))
    return figures


def _meaning(metal: Metal, equivalents: list[Figure]) -> str:
    values = {f.id: f.value for f in equivalents}
    saturation = values.get("carbon_saturation")
    if saturation is not None:
        if saturation < 0.9:
            return "Chills readily: white and hard unless the part is hot and cools slowly."
        if saturation <= 1.0:
            return "Turns grey if kept hot and cooled slowly; chills at the edge of a cold seam."
        return "Rich in carbon: sheds graphite as it freezes, and seldom chills."
    ce = values.get("ce_iiw")
    if not metal.traits.hardenable or ce is None:
        return metal.note
    if ce < 0.40:
        return "Does not harden beside a gas weld; thickness alone may ask for a little heat."
    if ce < 0.60:
        return (
            f"Hardens beside the seam when it cools fast: preheat from {say.wall(3)}, still "
            "air after."
        )
    return "Hardens readily, in thick walls even in air: preheat, slow cooling, a temper after."


def metal_page(metal: Metal) -> MetalPage:
    """Return a metal's page."""
    equivalents = _equivalents(metal)
    preheats = []
    for thickness_mm in PAGE_THICKNESSES_MM:
        given = PreheatGiven(alloy=metal.id, thickness_mm=thickness_mm)
        values = answer_preheat(PreheatQuestion(metal, given)).values
        preheats.append(
            PreheatAt(thickness_mm=thickness_mm, preheat_c=values.preheat_c, why=values.why)
        )
    return MetalPage(
        line=metal_line(metal),
        source=metal.source,
        composition=[
            ElementBar(
                element=element,
                percent=percent,
                low_percent=metal.spans.get(element, (percent, percent))[0],
                high_percent=metal.spans.get(element, (percent, percent))[1],
            )
            for element, percent in metal.composition.items()
        ],
        equivalents=equivalents,
        meaning=_meaning(metal, equivalents),
        cautions=fusion_cautions(metal),
        preheats=[] if fusion_advice(metal).level == "refuse" else preheats,
        rods=rod_schools(metal),
    )
