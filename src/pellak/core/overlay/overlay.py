"""The overlay reckoner: which alloy, how hot, what flame, how many layers, how hard, how much."""

from collections.abc import Mapping
from typing import Literal

from pydantic import Field

from pellak.core.answer.working import Answer, Reckoner, Record, Working, short
from pellak.core.metal.alloy import Metal
from pellak.core.overlay.amounts import STUB_MM, Amounts, amounts_of
from pellak.core.overlay.base import base_of, body_preheat, why_not
from pellak.core.overlay.cautions import overlay_cautions
from pellak.core.overlay.given import OverlayGiven
from pellak.core.overlay.groups import Group, group_named, groups
from pellak.core.overlay.layers import HARDNESS_SOURCE, SOURCE, Layer, layers_of
from pellak.core.overlay.sweat_tip import flow_working, sweat_tips
from pellak.core.overlay.wear import FORMULA as WEAR_FORMULA
from pellak.core.overlay.wear import Ranked, Wear, ranked
from pellak.core.supply.supply import reckon_supply
from pellak.core.supply.supply_line import SupplyGiven
from pellak.core.torch.flame import FEATHER_SLOPE

ZONE_C, ZONE_LOW_C, ZONE_HIGH_C = 650.0, 600.0, 750.0
"""Dull red, and staying so: soon after it the surface sweats."""
USUAL_LAYERS = 2


class OverlayValues(Record):
    """The overlay. Where the base takes none, `suited` is false and what follows is empty or
    null; `buffer_mm` is what is built up first where more height is wanted than layers allow.

    `minutes` and gas leave out warming the body where its weight is not told.
    """

    suited: bool
    why_not: str
    group: str | None
    ranked: list[Ranked]
    area_mm2: float
    feather_ratio: float | None = None
    oxygen_ratio: float | None = None
    acetylene_l_per_h: float | None = None
    orifice_mm: float | None = None
    flowing_bar: float | None = None
    static_bar: float | None = None
    body_preheat_c: float | None = None
    zone_c: float | None = None
    layers: list[Layer] = Field(default_factory=list)
    puddled: list[Layer] = Field(default_factory=list)
    buffer_mm: float = 0.0
    rod: str | None = None
    rod_diameter_mm: float | None = None
    rod_g: float | None = None
    rods: int | None = None
    rod_length_m: float | None = None
    laying_min: float | None = None
    minutes: float | None = None
    acetylene_l: float | None = None
    acetylene_low_l: float | None = None
    acetylene_high_l: float | None = None
    oxygen_l: float | None = None
    cool_in: Literal["still-air", "slow"] | None = None
    cool_words: str = ""
    cool_max_k_per_h: float | None = None
    finish: str = ""


class OverlayAnswer(Answer):
    """Answer of the overlay reckoner."""

    values: OverlayValues


def oxygen_ratio_for(feather_ratio: float) -> float:
    """Return the oxygen ratio of a flame with so long a feather, 1 to 4.5 cones.

    Args:
        feather_ratio: feather over cone, 1 to 4.5

    Source: feathers of carburising flames, table flame_settings.csv

    >>> oxygen_ratio_for(1.0), oxygen_ratio_for(3.0) < 1
    (1.0, True)
    """
    return 1 - FEATHER_SLOPE * (feather_ratio - 1)


def stack_of(group: Group, given: OverlayGiven) -> tuple[int, float, float]:
    """Return how many layers, how high each, and how much is built up before them, mm.

    Args:
        group: the alloy laid, its greatest layers count
        given: layers, their height or the whole's, as typed

    Source: definition

    >>> from pellak.core.overlay.groups import groups
    >>> group = next(iter(groups().values()))
    >>> stack_of(group, OverlayGiven(alloy='sae-1045', height_mm=1.0))[0]
    1
    """
    if given.height_mm is not None and given.layers is None and given.layer_mm is None:
        count = 1
        while count < group.max_layers and given.height_mm > count * group.layer_high_mm:
            count += 1
        laid = min(given.height_mm, count * group.layer_high_mm)
        return count, laid / count, given.height_mm - laid
    count = given.layers or min(USUAL_LAYERS, group.max_layers)
    return count, given.layer_mm or group.layer_low_mm, 0.0


def _barred(metal: Metal | None, area_mm2: float) -> Mapping[str, str]:
    reasons = {name: why_not(metal, group, area_mm2) for name, group in groups().items()}
    return {name: why for name, why in reasons.items() if why}


def choose_group(given: OverlayGiven, lines: list[Ranked]) -> Group | None:
    """Return the group asked for, else the best ranked that nothing bars; None where all are."""
    if given.group is not None:
        return group_named(given.group)
    return next((groups()[one.group] for one in lines if not one.barred), None)


def answer_overlay(given: OverlayGiven, metal: Metal | None) -> OverlayAnswer:
    """Return the overlay for a base in hand; None where nobody knows what it is."""
    area = given.area_mm2()
    wear = given.wear.wear() if given.wear is not None else Wear(abrasion=3.0)
    lines = ranked(wear, turned=given.turned, barred=_barred(metal, area))
    group = choose_group(given, lines)
    # With none left, the reason is the base's own.
    refused = why_not(metal, group, area)
    if group is None or metal is None or refused:
        return OverlayAnswer(
            values=OverlayValues(
                suited=False, why_not=refused or "No alloy group is left for this base.",
                group=group.id if group else None, ranked=lines, area_mm2=area,
            ),
        )  # fmt: skip
    return _planned(given, metal, group, lines, wear)


def _planned(
    given: OverlayGiven, metal: Metal, group: Group, lines: list[Ranked], wear: Wear
) -> OverlayAnswer:
    area, base = given.area_mm2(), base_of(metal)
    body = body_preheat(metal, group, given.thickness_mm)
    body_c = float(body.value or 0.0)
    strip_mm = given.strip_mm()
    flow = flow_working(metal, given.thickness_mm, strip_mm, body_c, given.acetylene_l_per_h)
    flow_l_per_h = float(flow.value or 0.0)
    ratio = oxygen_ratio_for(group.feather_ratio)
    tips = sweat_tips(flow, ratio, ())
    supply = reckon_supply(
        SupplyGiven(
            acetylene_l_per_h=flow_l_per_h,
            oxygen_l_per_h=flow_l_per_h * ratio,
            orifice_mm=tips.values.orifice_mm,
        )
    )
    count, layer_mm, buffer_mm = stack_of(group, given)
    laid = layers_of(group, base.hrc, count, layer_mm, given.technique)
    amounts = amounts_of(
        group, metal, area_mm2=area, width_mm=strip_mm,
        thickness_mm=given.thickness_mm, height_mm=count * layer_mm, start_c=given.start_c,
        body_c=body_c, zone_c=ZONE_C, body_kg=given.body_kg, flow_l_per_h=flow_l_per_h,
        rod_mm=given.rod_diameter_mm,
    )  # fmt: skip
    return OverlayAnswer(
        values=OverlayValues(
            suited=True, why_not="", group=group.id, ranked=lines, area_mm2=area,
            feather_ratio=group.feather_ratio, oxygen_ratio=ratio,
            acetylene_l_per_h=flow_l_per_h, orifice_mm=tips.values.orifice_mm,
            flowing_bar=supply.values.acetylene.set_flowing_bar,
            static_bar=supply.values.acetylene.set_static_bar,
            body_preheat_c=body_c, zone_c=ZONE_C, layers=laid,
            puddled=layers_of(group, base.hrc, count, layer_mm, "puddled"), buffer_mm=buffer_mm,
            rod=group.rod, rod_diameter_mm=amounts.rod_diameter_mm, rod_g=amounts.rod_g,
            rods=amounts.rods, rod_length_m=amounts.rod_length_m, laying_min=amounts.laying_min,
            minutes=amounts.minutes, acetylene_l=amounts.acetylene_l,
            acetylene_low_l=amounts.low_l, acetylene_high_l=amounts.high_l,
            oxygen_l=amounts.acetylene_l * ratio,
            cool_in="slow" if group.slowly or base.hrc >= 15 else "still-air",
            cool_words=group.cool_words if group.slowly or base.hrc < 15
            else "dry lime, sand or vermiculite, already warm",
            cool_max_k_per_h=group.cool_max_k_per_h, finish=group.finish,
        ),
        working=[
            _score_line(group, wear), body, *tips.working,
            *[w for w in supply.working if w.name == "acetylene_set_bar"],
            _feather_line(group), *_layer_lines(group, laid, base.hrc),
            *amounts.working, _rods_line(amounts),
        ],
        cautions=overlay_cautions(given, metal, group, base, count, layer_mm, buffer_mm),
    )  # fmt: skip


def _score_line(group: Group, wear: Wear) -> Working:
    parts = " + ".join(f"{wear.of(need):g} * {rating:g}" for need, rating in group.ratings.items())
    return Working(name="group", value=group.name, formula=WEAR_FORMULA, inserted=parts,
                   source=group.source, note="only the order means anything")  # fmt: skip


def _feather_line(group: Group) -> Working:
    return Working(
        name="feather_ratio", value=group.feather_ratio, unit="X",
        low=max(1.0, group.feather_ratio - 0.5), high=group.feather_ratio + 0.3,
        formula="feather over cone, by the alloy laid", inserted=group.name,
        source="classes of AWS A5.21; hard-facing practice",
        note="its spare carbon lowers the melting point of the skin, and only the skin sweats",
    )  # fmt: skip


def _layer_lines(group: Group, laid: list[Layer], base_hrc: float) -> list[Working]:
    top = laid[-1]
    return [
        Working(
            name="dilution", value=100 * top.dilution, unit="%",
            low=100 * top.dilution_low, high=100 * top.dilution_high,
            formula="100 * D ^ n, D the share melted into a layer, n layers",
            inserted=f"{short(laid[0].dilution, 2)} to the power {top.n}", source=SOURCE,
        ),
        Working(
            name="hardness_hrc", value=(top.hrc_low + top.hrc_high) / 2, unit="HRC",
            low=top.hrc_low, high=top.hrc_high,
            formula="own + (base - own) * D ^ n",
            inserted=f"own {group.hrc_low:g} to {group.hrc_high:g}, base {base_hrc:g}, n {top.n}",
            source=HARDNESS_SOURCE,
            note="the matrix alone: the grains are far harder" if group.carbide else "",
        ),
    ]  # fmt: skip


def _rods_line(amounts: Amounts) -> Working:
    return Working(
        name="rods", value=float(amounts.rods),
        formula="ceil(1000 * length / (1000 - 60))",
        inserted=f"{short(amounts.rod_length_m, 3)} m of {amounts.rod_diameter_mm:g} mm",
        source=f"rods of 1 m, stubs of {STUB_MM:g} mm thrown away; shorter rods leave more stubs",
    )  # fmt: skip


def reckon_overlay(given: OverlayGiven) -> OverlayAnswer:
    """Return group, flame, heat, layers with their hardness, rod, minutes and gas of an overlay.

    Valid for torch overlays on iron and steel, layers of 0.5 to 8 mm, parts of 0.3 to 300 mm; mm,
    °C, L/h, g, min. Source: AWS A5.21 and A5.13 classes and hard-facing practice. Raises Refused
    for an alloy or group of no table and a measure the part is told by left out.
    """
    return answer_overlay(given, given.metal())


OVERLAY = Reckoner(
    "overlay",
    "Which wear layer, how hot, what flame, how hard, how much of it?",
    OverlayGiven,
    OverlayAnswer,
    reckon_overlay,
)
