"""The work of an overlay: body and glowing zone, layers, their hardness, rod, minutes, gas."""

from pellak.core import say
from pellak.core.answer.figure import Figure, Station, figure_of
from pellak.core.answer.working import Caution, Working, short
from pellak.core.heat.colour import colour_words
from pellak.core.kinds.overlay.part_station import area_figure, layer_words, layers_asked
from pellak.core.kinds.stations.set_up import TorchSetUp, line
from pellak.core.model.kinds.overlay.job import OverlayJob
from pellak.core.model.plan import waiting
from pellak.core.overlay.groups import groups
from pellak.core.overlay.layers import DILUTION
from pellak.core.overlay.overlay import ZONE_HIGH_C, ZONE_LOW_C, OverlayAnswer
from pellak.core.rig.equipment import Equipment
from pellak.core.rig.stock import held_kg
from pellak.core.seam.job_gas import LIGHTING_MIN, JobGas

HEAT_HOLDS = "How hot the whole part, how hot the place that is faced, how to prove it."
LAYERS_HOLDS = "Layers and their hardness, rod, minutes, gas."
COOL_HOLDS = "How slowly it cools, in what, and how it is finished."


def overlay_gas(job: OverlayJob, answer: OverlayAnswer, torch: TorchSetUp) -> JobGas:
    """Return the gas of an overlay: warming, laying, lighting."""
    values = answer.values
    lighting = torch.acetylene_l_per_h * LIGHTING_MIN / 60
    laying = torch.acetylene_l_per_h / 60 * (values.laying_min or 0.0)
    whole = values.acetylene_l or 0.0
    return JobGas(
        preheat_l=whole - laying,
        seam_l=laying,
        lighting_l=lighting,
        low_l=(values.acetylene_low_l or 0.0) + lighting,
        high_l=(values.acetylene_high_l or 0.0) + 2 * lighting,
        not_counted="" if job.body_kg else "warming the body",
    )


def body_station(answer: OverlayAnswer | None) -> Station:
    """Return the Preheat station of an overlay: the body, then the zone."""
    if answer is None or not answer.values.suited:
        return waiting("preheat", "Heat", HEAT_HOLDS)
    body = line(answer.working, "body_preheat_c")
    zone = answer.values.zone_c or 0.0
    figures = [
        figure_of(body, "Heat the whole part to", detail="right through; keep it there to the end"),
        figure_of(
            Working(
                name="zone_c", value=zone, unit="°C", low=ZONE_LOW_C, high=ZONE_HIGH_C,
                formula="dull red that stays when the flame is lifted",
                inserted=f"between {short(ZONE_LOW_C)} and {short(ZONE_HIGH_C)} °C",
                source="hard-facing practice; colours of hot iron",
                note="soon after it the surface sweats",
            ),
            "The place that is faced, to",
            detail=f"{colour_words(zone)} in the shade, and it stays so; then nearer until it "
            "sweats: a wet shine, no pool",
        ),
    ]  # fmt: skip
    return Station(
        id="preheat",
        name="Heat",
        state="settled",
        answer=say.c(float(body.value or 0)),
        holds=HEAT_HOLDS,
        figures=figures,
    )


def _hardness(job: OverlayJob, answer: OverlayAnswer) -> list[Figure]:
    values = answer.values
    group = groups()[values.group or ""]
    lost = values.puddled[0]
    first = values.layers[0]
    less = (first.hrc_low + first.hrc_high - lost.hrc_low - lost.hrc_high) / 2
    figures = [
        Figure(
            id="layers",
            label="Layers",
            text=f"{len(values.layers)} of {say.mm(first.height_mm)}",
            detail=layer_words(answer),
            working=[line(answer.working, "dilution")],
            choice=layers_asked(job, answer),
        ),
        figure_of(
            line(answer.working, "hardness_hrc"),
            "Hardness of the top",
            detail=f"of the matrix; {group.holds}" if group.carbide else group.finish,
        ),
        Figure(
            id="puddled",
            label="If the base is puddled",
            text=f"{less:.0f} HRC less" if less >= 1 else "little harder or softer",
            detail=f"{100 * DILUTION['puddled'][1]:.0f} % of the base in the first layer: "
            f"{lost.hrc_low:.0f} to {lost.hrc_high:.0f} HRC",
            working=[line(answer.working, "dilution")],
        ),
    ]
    if values.buffer_mm > 0:
        figures.append(
            Figure(
                id="buffer_mm",
                label="Build up first",
                text=say.mm(values.buffer_mm),
                detail="with a rod like the base, or the tough cobalt grade",
            )
        )
    return figures


def _stock(answer: OverlayAnswer, equipment: Equipment) -> str:
    kilos = held_kg(equipment.items, answer.values.rod or "")
    if kilos is None:
        return "none in the rack"
    enough = 1000 * kilos >= (answer.values.rod_g or 0.0)
    return f"the rack holds {say.kg(kilos, 2)}" + ("" if enough else ": not enough")


def _amounts(answer: OverlayAnswer, equipment: Equipment, gas: JobGas) -> list[Figure]:
    values = answer.values
    grams = line(answer.working, "rod_g")
    rod = groups()[values.group or ""].as_rod
    many = "rod" if values.rods == 1 else "rods"
    litres = Working(
        name="job_gas_l", value=gas.total_l, unit="L", low=gas.low_l, high=gas.high_l,
        formula="warming + laying + lighting",
        inserted=f"{short(gas.preheat_l, 3)} + {short(gas.seam_l, 3)} + "
        f"{short(gas.lighting_l, 2)}",
        source="flow times flame minutes", note="acetylene; oxygen by the flame's ratio",
    )  # fmt: skip
    return [
        Figure(
            id="rod",
            label="Rod",
            text=rod.classification,
            detail=f"{say.wall(values.rod_diameter_mm or 0)}; {rod.note}",
        ),
        figure_of(
            grams, "Rod it takes",
            detail=f"{say.metres(values.rod_length_m or 0, 2)}, {values.rods} {many} of "
            f"{say.metres(1)}; "
            f"{_stock(answer, equipment)}",
            also=[line(answer.working, "rods")],
        ),
        figure_of(line(answer.working, "laying_min"), "Laying, flame time"),
        figure_of(
            litres, "Acetylene, warming and laying",
            detail=f"without {gas.not_counted}: tell its weight" if gas.not_counted else "",
        ),
    ]  # fmt: skip


def layers_station(
    job: OverlayJob, answer: OverlayAnswer | None, gas: JobGas | None, equipment: Equipment
) -> Station:
    """Return the Layers station."""
    if answer is None or not answer.values.suited or gas is None:
        return waiting("layers", "Layers", LAYERS_HOLDS)
    return Station(
        id="layers",
        name="Layers",
        state="settled",
        answer=f"{len(answer.values.layers)} of {say.mm(answer.values.layers[0].height_mm)}",
        holds=LAYERS_HOLDS,
        figures=[
            *_hardness(job, answer),
            area_figure(job, answer),
            *_amounts(answer, equipment, gas),
        ],
        cautions=answer.cautions,
    )


def cooling_station(answer: OverlayAnswer | None) -> Station:
    """Return the Cool and dress station of an overlay."""
    if answer is None or not answer.values.suited:
        return waiting("cool-and-dress", "Cool and finish", COOL_HOLDS)
    values, group = answer.values, groups()[answer.values.group or ""]
    figures = [Figure(id="cool_in", label="Cool it in", text=values.cool_words)]
    if values.cool_max_k_per_h is not None:
        figures.append(
            Figure(
                id="cooling_max_c_per_h",
                label="Cool no faster than",
                value=values.cool_max_k_per_h,
                unit="K/h",
                detail=f"large parts, above {say.c(300)}",
                working=[
                    Working(
                        name="cooling_max_c_per_h", value=values.cool_max_k_per_h, unit="K/h",
                        formula="as the practice for this alloy has it", inserted=group.name,
                        source="hard-facing practice",
                    )
                ],
            )
        )  # fmt: skip
    figures += [
        Figure(id="finish_by", label="Finish it", text=values.finish),
        Figure(
            id="look_for",
            label="Look for",
            text="one even colour as it cools, no pores",
            detail="pinholes: too little feather, rust or a puddled base; lifted or cracked: not "
            "sweating before the rod, or cooled too fast",
        ),
    ]
    cautions = [
        Caution(
            level="warn",
            text="Extract at the wheel too, wet or with a mask for fine dust; guard and eye "
            "protection.",
            reason="Dust of hard alloys scars or sensitises the lungs.",
            source="HSE on cobalt, nickel and chromium; ANSI B7.1",
        )
    ]
    return Station(
        id="cool-and-dress",
        name="Cool and finish",
        state="ahead",
        answer="bury it" if values.cool_in == "slow" else "slowly, in air",
        holds=COOL_HOLDS,
        figures=figures,
        cautions=cautions,
    )
