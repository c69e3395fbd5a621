"""Station 2, Preheat: whether it wants heat first, how much, by whom, and how to prove it."""

from pellak.core import say
from pellak.core.answer.figure import Curve, CurvePoint, Figure, MethodLine, Station, figure_of
from pellak.core.answer.working import School, Working, short
from pellak.core.heat.colour import blue_c
from pellak.core.kinds.seam.casting_heat import CastingHeat, heating_figures
from pellak.core.kinds.stations.set_up import choice_for, line
from pellak.core.metal.alloy import Metal
from pellak.core.metal.cautions import metal_cautions
from pellak.core.metal.fusion import fusion_advice
from pellak.core.metal.hardness import COLD_CRACKING_HV
from pellak.core.model.job_base import ShopSchools, schools_of
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.preheat.case import METHOD_LABELS
from pellak.core.preheat.crayons import SOURCE as CRAYON_SOURCE
from pellak.core.preheat.heated_band import BAND_FORMULA, BAND_SOURCE, heated_band_mm
from pellak.core.preheat.reckon import PreheatAnswer
from pellak.core.rig.equipment import Equipment

HOLDS = "Whether this metal at this thickness wants heat first, how much, and how to prove it."
AUTO = School(
    id="auto",
    label="our own rule",
    why=f"under {say.wall(3)} none; otherwise the highest formula that is valid here; a casting "
    "by how it is "
    "held",
)
BROAD_FLAME_FROM_C = 300.0
REACH_SOURCE = "torch practice: heat broad and slow, let it even out, measure away from the flame"


def _school_choice(
    job: SeamJob, shop: ShopSchools, answer: PreheatAnswer, figure: Figure
) -> Figure:
    chosen = schools_of(job, shop).preheat
    pickable = [s for s in answer.schools if s.id not in ("none", "practice", "en1011-b-edge")]
    if not pickable:
        return figure
    choice = choice_for(job, "preheat", "Whose preheat?", chosen, [AUTO, *pickable])
    return figure.model_copy(update={"choice": choice})


def _heat(job: SeamJob, shop: ShopSchools, answer: PreheatAnswer) -> Figure:
    values = answer.values
    rule = [w for w in answer.working if len(values.by_method) == 1 and w.name == "practice_c"]
    figure = figure_of(
        line(answer.working, "preheat_c"), "Heat it first to", detail=values.why, also=rule
    )
    if values.preheat_c is None:
        refused = any(c.level == "stop" for c in answer.cautions)
        figure = figure.model_copy(update={"text": "refused" if refused else "none"})
    return _school_choice(job, shop, answer, figure)


def _methods(answer: PreheatAnswer) -> Figure:
    values = answer.values
    lines = [
        MethodLine(
            id=name,
            label=METHOD_LABELS[name],  # type: ignore[index]  # keyed by Method
            value=method.preheat_c,
            valid=method.valid,
            chosen=name == values.method,
            why=method.why,
        )
        for name, method in values.by_method.items()
    ]
    working = [w for w in answer.working if w.name not in ("preheat_c", "interpass_max_c")]
    return Figure(
        id="methods",
        label="Every method beside the others",
        text=f"{len(lines)} methods" if len(lines) > 1 else "one rule",
        unit="°C",
        working=working,
        methods=lines,
    )


def _prove(answer: PreheatAnswer) -> Figure | None:
    check = answer.values.check_with
    if check is None:
        return None
    working = Working(
        name="crayons",
        value=f"{say.crayon(check.crayon_low_c)} and {say.crayon(check.crayon_high_c)}",
        formula="first stocked crayon at or above the least, last at or below the most",
        inserted=f"between {short(answer.values.preheat_low_c or 0, 3)} °C and "
        f"{short(answer.values.preheat_high_c or 0, 3)} °C",
        source=CRAYON_SOURCE,
    )
    contact = ", or a contact thermometer" if check.contact_thermometer else ""
    return Figure(
        id="crayons",
        label="Prove it with crayons",
        text=f"{say.crayon(check.crayon_low_c)} melts, {say.crayon(check.crayon_high_c)} does not",
        detail=check.how.removesuffix(".") + contact + ".",
        working=[working],
    )


def _reach(answer: PreheatAnswer, thickness_mm: float) -> Figure | None:
    target = answer.values.preheat_c
    if target is None:
        return None
    back = heated_band_mm(thickness_mm)
    how = "the welding tip, flame drawn back and soft" if target < blue_c() else "a heating head"
    if target >= BROAD_FLAME_FROM_C:
        how = "a heating head, or a furnace where the whole part is to soak"
    return Figure(
        id="reach",
        label="Reach it with",
        text=how,
        detail=f"{say.mm(back)} each side of the seam and right through; take the flame off "
        "a minute before measuring, so that the heat has evened out",
        working=[
            Working(
                name="heated_band_mm",
                value=back,
                unit="mm",
                formula=BAND_FORMULA,
                inserted=f"greater of 75 mm and {short(3 * thickness_mm, 3)} mm",
                source=BAND_SOURCE,
            )
        ],
    )


def _curve(answer: PreheatAnswer) -> Figure | None:
    values = answer.values
    if values.haz_hv is None or not values.curve:
        return None
    hv = line(answer.working, "haz_hv")
    points = [CurvePoint(x=p.start_c, y=p.haz_hv) for p in values.curve]
    here = [CurvePoint(x=values.curve[0].start_c, y=values.haz_hv)]
    warm = values.preheat_c
    words = f"cooling {say.c(800, to=500)} in {values.t85_s:.0f} s" if values.t85_s else ""
    if warm is not None:
        between = [p for p in points if p.y is not None]
        near = min(between, key=lambda p: abs(p.x - warm))
        here.append(CurvePoint(x=near.x, y=near.y))
        words += f"; about {near.y:.0f} HV when started at {say.c(near.x)}"
    return figure_of(hv, "Hardness beside the seam, started cold", detail=words).model_copy(
        update={
            "curve": Curve(
                label="Hardness beside the seam against the temperature it is started at",
                x_label="started at",
                x_unit="°C",
                y_unit="HV",
                points=points,
                limit=COLD_CRACKING_HV,
                limit_label="cracking risk above",
                at_x=here,
            )
        }
    )


def preheat_station(
    job: SeamJob,
    shop: ShopSchools,
    metal: Metal | None,
    answer: PreheatAnswer | None,
    casting: CastingHeat | None,
    equipment: Equipment,
) -> Station:
    """Return the Preheat station; it answers once metal and thickness are told."""
    if metal is None or answer is None or job.thickness_mm is None:
        return Station(id="preheat", name="Preheat", state="ahead", answer="—", holds=HOLDS)
    values = answer.values
    advice = fusion_advice(metal)
    if advice.level == "refuse":
        refused = Figure(
            id="preheat_c", label="Heat it first", text="not fused by torch", detail=advice.instead
        )
        return Station(
            id="preheat",
            name="Preheat",
            state="ahead",
            answer="refused",
            holds=HOLDS,
            figures=[refused],
            cautions=metal_cautions(metal, "preheat"),
        )
    figures = [_heat(job, shop, answer)]
    figures += heating_figures(job, answer, casting, equipment)
    if values.interpass_max_c is not None and (
        values.preheat_c or not metal.traits.preheat_optional
    ):
        least = (
            ""
            if values.interpass_min_c is None
            else f"never below {say.c(values.interpass_min_c, limit='>')}"
        )
        figures.append(
            figure_of(line(answer.working, "interpass_max_c"), "Between passes, at most",
                      detail=least)
        )  # fmt: skip
    optional = (_prove(answer), _reach(answer, job.thickness_mm), _curve(answer))
    figures += [figure for figure in optional if figure is not None]
    # Where no head gets it there, nothing says how far it would spread: the limit stands alone.
    warmed = casting is not None and casting.answer.values.reaches
    if values.spread_max_k is not None and not warmed:
        figures.append(
            figure_of(line(answer.working, "spread_max_k"), "Spread across the part, at most",
                      detail=_spread_words(answer))
        )  # fmt: skip
    if len(values.by_method) > 1:
        figures.append(_methods(answer))
    # The Piece station already refuses the metal itself; here only what the heat adds.
    own = [c for c in answer.cautions if not _is_metal_advice(c.source, metal)]
    return Station(
        id="preheat",
        name="Preheat",
        state="settled",
        answer="none" if values.preheat_c is None else say.c(values.preheat_c),
        holds=HOLDS,
        figures=figures,
        cautions=[
            *own,
            *(casting.answer.cautions if casting else []),
            *metal_cautions(metal, "preheat"),
        ],
    )


def _spread_words(answer: PreheatAnswer) -> str:
    target, spread = answer.values.preheat_c, answer.values.spread_max_k
    if target is None or spread is None:
        return "between hottest and coldest place"
    return f"at {say.c(target)} nothing colder than {say.c(target - spread)} anywhere"


def _is_metal_advice(source: str, metal: Metal) -> bool:
    return source == fusion_advice(metal).source
