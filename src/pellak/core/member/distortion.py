"""The distortion reckoner: how far welds bow a member, and which rival plan bows it least."""

from collections.abc import Sequence

from pydantic import Field, model_validator

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Answer, Number, Reckoner, Record, School, Working, inserted
from pellak.core.member.section import SOURCE as SECTION_SOURCE
from pellak.core.member.section import Section, SectionProperties, properties

SHRINKAGE = 0.005
"""Camber coefficient for a weld along the whole member."""
CURVATURE = 8 * SHRINKAGE
"""The same as a bend per length of weld: a camber is curvature times L²/8."""
CAMBER_FORMULA = "0.005 * A * e * L^2 / I * share"
SOURCE = "Blodgett, Design of Weldments, longitudinal bending of welded members (arc): an estimate"
SPREAD = (0.5, 2.0)
GAS_NOTE = (
    "a gas flame heats wider than an arc and may bow it more; fit your own from a trial piece"
)
LEFT_OVER = 0.25
"""Welds on the second side find the first already stiff: about a quarter of the bow stays."""
INTERMITTENT_SHARE = 0.4


class Weld(Record):
    """A weld along the member, by its area or a fillet's leg; `offset_mm` over the bottom."""

    area_mm2: Number | None = Field(default=None, gt=0, le=5000)
    leg_mm: Number | None = Field(default=None, gt=0, le=50)
    offset_mm: Number = Field(ge=-3000, le=3000)
    start_mm: Number = Field(default=0.0, ge=0, le=50_000)
    end_mm: Number | None = Field(default=None, gt=0, le=50_000)

    @property
    def laid_mm2(self) -> float:
        """The area of the weld: as told, else of a fillet with that leg."""
        return self.area_mm2 if self.area_mm2 is not None else (self.leg_mm or 0.0) ** 2 / 2

    @model_validator(mode="after")
    def _one_size(self) -> "Weld":
        if (self.area_mm2 is None) == (self.leg_mm is None):
            raise ValueError("say either area_mm2 or leg_mm")
        return self


class DistortionGiven(Record):
    """A member and the welds that run along it."""

    section: Section
    length_mm: Number = Field(ge=20, le=50_000)
    welds: list[Weld] = Field(min_length=1, max_length=40)


class WeldKink(Record):
    """The bend one weld makes, at its middle: what is looked for with a straight-edge."""

    at_mm: float
    angle_rad: float


class RivalPlan(Record):
    """One way of making the same welds, with the camber to expect."""

    id: str
    label: str
    why: str
    camber_mm: float
    low_mm: float
    high_mm: float


class DistortionValues(Record):
    """Camber at mid length, positive where the welded side turns hollow; kinks; rivals."""

    camber_mm: float
    shortening_mm: float
    kinks: list[WeldKink]
    plans: list[RivalPlan]
    properties: SectionProperties


class DistortionAnswer(Answer):
    """Answer of the distortion reckoner."""

    values: DistortionValues


def _span(weld: Weld, length_mm: float) -> tuple[float, float]:
    end = length_mm if weld.end_mm is None else weld.end_mm
    if not weld.start_mm < end <= length_mm:
        raise Refused(
            "welds", f"{weld.start_mm:g} to {end:g} mm", f"a stretch of 0 to {say.mm(length_mm, 6)}"
        )
    return weld.start_mm, end


def _mid_camber(start: float, end: float, length: float) -> float:
    """Return ∫ min(x, L − x) / 2 dx over a stretch: what unit curvature there lowers the mid."""

    def below(x: float) -> float:
        half = length / 2
        return x * x / 4 if x <= half else length * x / 2 - x * x / 4 - half * half / 2

    return below(end) - below(start)


def camber_mm(welds: Sequence[Weld], length_mm: float, shape: SectionProperties) -> float:
    """Return the camber of a member at mid length from every weld along it, mm.

    Args:
        welds: along the member
        length_mm: of the member, mm, above 0
        shape: of its section

    Source: Blodgett, Design of Weldments, 7.7: 0.005 A d L2 / I

    >>> from pellak.core.member.section import Section, properties
    >>> shape = properties(Section(kind='flat', depth_mm=50, width_mm=6))
    >>> camber_mm([], 1000.0, shape)
    0.0
    """
    total = 0.0
    for weld in welds:
        start, end = _span(weld, length_mm)
        curvature = CURVATURE * weld.laid_mm2 * (weld.offset_mm - shape.neutral_mm)
        total += curvature / shape.inertia_mm4 * _mid_camber(start, end, length_mm)
    return total


def _rivals(one_side: float) -> list[RivalPlan]:
    rivals = [
        ("one-side", "all on one side", "the least turning, the most bow", 1.0),
        ("intermittent", "intermittent, two fifths of the length",
         "where the joint needs not be tight: less weld, less bow", INTERMITTENT_SHARE),
        ("alternating", "alternating sides, stretch by stretch",
         "each stretch bends back the one before; the first sets, so some stays", LEFT_OVER),
    ]  # fmt: skip
    return [
        RivalPlan(
            id=name, label=label, why=why, camber_mm=share * one_side,
            low_mm=min(SPREAD[0] * share * one_side, SPREAD[1] * share * one_side),
            high_mm=max(SPREAD[0] * share * one_side, SPREAD[1] * share * one_side),
        )
        for name, label, why, share in rivals
    ]  # fmt: skip


def reckon_distortion(given: DistortionGiven) -> DistortionAnswer:
    """Return camber, kinks and rival plans of welds along a member.

    Valid for members long against their depth, welds along them, within a factor of two for gas.

    Raises Refused where a weld runs off the member or walls fill the section.

    Source: Blodgett, Design of Weldments, longitudinal bending of welded members.
    """
    shape = properties(given.section)
    length = given.length_mm
    camber = camber_mm(given.welds, length, shape)
    spans = [_span(weld, length) for weld in given.welds]
    kinks = [
        WeldKink(
            at_mm=(start + end) / 2,
            angle_rad=CURVATURE * weld.laid_mm2 * (weld.offset_mm - shape.neutral_mm)
            / shape.inertia_mm4 * (end - start),
        )
        for weld, (start, end) in zip(given.welds, spans, strict=True)
    ]  # fmt: skip
    welded = sum(w.laid_mm2 * (e - s) for w, (s, e) in zip(given.welds, spans, strict=True))
    # The same shrinkage that bends also shortens: force over area instead of moment over inertia.
    shortening = CURVATURE * welded / shape.area_mm2
    first, (start, end) = given.welds[0], spans[0]
    numbers = {
        "A": first.laid_mm2, "e": first.offset_mm - shape.neutral_mm, "L": length,
        "I": shape.inertia_mm4, "share": (end - start) / length,
    }  # fmt: skip
    low, high = sorted((SPREAD[0] * camber, SPREAD[1] * camber))
    return DistortionAnswer(
        values=DistortionValues(
            camber_mm=camber,
            shortening_mm=shortening,
            kinks=kinks,
            plans=_rivals(abs(camber)),
            properties=shape,
        ),
        working=[
            Working(name="camber_mm", value=camber, unit="mm", low=low, high=high,
                    formula="sum over the welds of 0.04 * A * e / I times min(x, L - x) / 2",
                    inserted=f"first weld, whole length: {inserted(CAMBER_FORMULA, numbers)}",
                    source=SOURCE, note=GAS_NOTE),
            Working(name="inertia_mm4", value=shape.inertia_mm4, unit="mm⁴",
                    formula="sum of b h^3 / 12 + b h (y - neutral)^2",
                    inserted=f"neutral axis {shape.neutral_mm:.4g} mm over the bottom",
                    source=SECTION_SOURCE),
            Working(name="shortening_mm", value=shortening, unit="mm", low=0.5 * shortening,
                    high=2 * shortening, formula="0.04 * A * L / area",
                    inserted=f"0.04 * {welded:.4g} / {shape.area_mm2:.4g}", source=SOURCE),
        ],
        schools=[
            School(id=p.id, label=p.label, why=p.why, values={"camber_mm": f"{p.camber_mm:.2g}"})
            for p in _rivals(abs(camber))
        ],
    )  # fmt: skip


DISTORTION = Reckoner(
    "distortion", "How far will welds bow it?", DistortionGiven, DistortionAnswer, reckon_distortion
)
