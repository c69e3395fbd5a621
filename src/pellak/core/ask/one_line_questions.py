"""One-line questions, as typed into find-or-reckon: `tip for 16 ga`, `3 cfh`, `flame 2X`."""

import re
from collections.abc import Callable
from typing import Any

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import short
from pellak.core.ask.gas import cylinder_line, supply_line
from pellak.core.ask.metal import carbon_equivalent_line, flux_line, preheat_line
from pellak.core.ask.piece import DEFAULT_FAMILY, OfShop, metal_in, piece_of, piece_words
from pellak.core.ask.work import gas_line, rod_line, time_line
from pellak.core.catalogue.one_line import OneLineAnswer, reckon_by_name
from pellak.core.heat.gas_rule import rule_flow_l_per_h
from pellak.core.kinds.registry import KINDS
from pellak.core.reading.line_measures import in_force
from pellak.core.reading.measures import said
from pellak.core.reading.quantity import QuantityValues, read_quantity
from pellak.core.reading.units import display_units, kinds
from pellak.core.tables import heat_families
from pellak.core.tables.metal_families import traits_of

LONGEST_QUESTION = 120


def _tip(text: str, shop: OfShop) -> OneLineAnswer:
    given = {**piece_of(text, shop), "rack": [tip.model_dump() for tip in shop.tips]}
    answer = reckon_by_name("tip", given)
    values = answer.values
    best = values.candidates[0] if values.candidates else None
    drill = f", drill {values.drill}" if values.drill else ""
    in_rack = f" · in the rack: {best.label}, {best.verdict}" if best and shop.tips else ""
    headline = (
        f"{say.l_per_h(values.acetylene_l_per_h)} through "
        f"{say.wall(values.orifice_mm)}{drill}{in_rack}"
    )
    return OneLineAnswer(
        reckoner="tip",
        headline=headline,
        asked=f"tip for {piece_words(given)}",
        given=given,
        working=answer.working,
    )


def _heat(text: str, shop: OfShop) -> OneLineAnswer:
    piece, _, flow = text.partition(" at ")
    given = piece_of(piece, shop)
    metal = heat_families()[given["family"]]
    given["acetylene_l_per_h"] = (
        read_quantity(flow, "flow").value
        if flow
        else rule_flow_l_per_h(
            family=metal, thickness_mm=given["thickness_mm"], start_c=20.0, heat_paths=2
        )
    )
    answer = reckon_by_name("heat", given)
    puddle_s, travel = answer.values.puddle_s, answer.values.travel_mm_per_min
    headline = " · ".join(
        [
            f"puddle in {puddle_s:.1f} s" if puddle_s is not None else "never puddles",
            say.mm_per_min(travel, places=0) if travel is not None else "does not wet the back",
        ]
    )
    return OneLineAnswer(
        reckoner="heat",
        headline=headline,
        asked=f"heat on {piece_words(given)} at {say.l_per_h(given['acetylene_l_per_h'])}",
        given=given,
        working=answer.working,
    )


def _flame(text: str, _shop: OfShop) -> OneLineAnswer:
    family, rest = metal_in(text)
    given: dict[str, Any]
    if feather := re.fullmatch(r"(\d+(?:[.,]\d+)?)\s*x", rest):
        given = {"feather_ratio": float(feather.group(1).replace(",", "."))}
    elif re.fullmatch(r"\d+(?:[.,]\d+)?", rest):
        given = {"oxygen_ratio": float(rest.replace(",", "."))}
    elif family is not None:
        given = {"metal": family}
    else:
        raise Refused("text", text, "an oxygen ratio such as 1.1, a feather such as 2X, or a metal")
    answer = reckon_by_name("flame", given)
    values = answer.values
    feather_x = f" · feather {values.feather_ratio:.3g}X" if values.feather_ratio else ""
    return OneLineAnswer(
        reckoner="flame",
        headline=f"{values.kind} · {say.c(values.temperature_c)}{feather_x}",
        asked=f"flame at oxygen ratio {values.oxygen_ratio:.3g}",
        given=given,
        working=answer.working,
    )


def _eyes(text: str, shop: OfShop) -> OneLineAnswer:
    given = piece_of(text, shop)
    metal = heat_families()[given["family"]]
    asked = {
        "acetylene_l_per_h": rule_flow_l_per_h(
            family=metal, thickness_mm=given["thickness_mm"], start_c=20.0, heat_paths=2
        ),
        "thickness_mm": given["thickness_mm"],
        "flux": traits_of(given["family"]).flux_glares,
    }
    answer = reckon_by_name("eyes", asked)
    mark = "a" if answer.values.glare_filter else ""
    return OneLineAnswer(
        reckoner="eyes",
        headline=f"shade {answer.values.shade}{mark}",
        asked=f"lens for {piece_words(given)}",
        given=asked,
        working=answer.working,
    )


_ASKED: dict[str, Callable[[str, OfShop], OneLineAnswer]] = {
    "tip": _tip,
    "ce": carbon_equivalent_line,
    "preheat": preheat_line,
    "flux": flux_line,
    "rod": rod_line,
    "time": time_line,
    "gas": gas_line,
    "pressure": supply_line,
    "pressures": supply_line,
    "cylinder": cylinder_line,
    "heat": _heat,
    "puddle": _heat,
    "travel": _heat,
    "flame": _flame,
    "lens": _eyes,
    "shade": _eyes,
    "eyes": _eyes,
}


def _in_inches(read: QuantityValues) -> str:
    """Return the measure in the other system too, where it was not typed in it."""
    for shown in display_units():
        if (shown.canonical, shown.system) == (read.unit, "inch") and shown.factor != 1:
            other = f"{short(read.value * shown.factor + shown.offset, 4)} {shown.symbol}"
            return "" if f" {shown.symbol}" in read.read_as else f" = {other}"
    return ""


def ask(text: str, shop: OfShop) -> list[OneLineAnswer]:
    """Return what a one-line question comes to; empty when it asks for nothing reckoned.

    A bare measure is read as every kind of quantity it could be.

    Raises:
        Refused: the question begins like one of ours but cannot be read; says what would be.
    """
    tidy = " ".join(text.casefold().split())[:LONGEST_QUESTION]
    word, _, rest = tidy.partition(" ")
    rest = rest.removeprefix("for ").strip()
    if word in _ASKED and rest:
        return [_ASKED[word](rest, shop)]
    for job_kind in KINDS:
        if word in job_kind.lines and rest:
            return [job_kind.lines[word](rest)]
    family, measure = metal_in(tidy)
    if not re.search(r"\d|[½¼¾⅛⅜⅝⅞]", measure):
        return []
    found = []
    for kind in kinds().values():
        try:
            typed = in_force(measure, kind.canonical, shop.system)
            read = read_quantity(typed, kind.kind, family or DEFAULT_FAMILY)
        except Refused:
            continue
        bare = re.fullmatch(r"[\d.,/\s½¼¾⅛⅜⅝⅞-]+", measure)
        if kind.kind in ("minutes", "hours") or (bare and kind.kind != "length"):
            # Times are answered once, in seconds.
            continue
        found.append(
            OneLineAnswer(
                reckoner="quantity",
                headline=f"{said(read.read_as, 'metric')}{_in_inches(read)}",
                asked=f"{kind.kind} {measure}",
                given={"text": measure, "kind": kind.kind, "family": family},
                working=[],
            )
        )
    return found
