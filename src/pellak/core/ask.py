"""One-line questions, as typed into find-or-reckon: `tip for 16 ga`, `3 cfh`, `flame 2X`."""

import re
from collections.abc import Callable, Mapping
from functools import cache
from typing import Any

from pellak.core.ask_gas import cylinder_line, supply_line
from pellak.core.errors import Refused
from pellak.core.heat.gas_rule import rule_flow_l_per_h
from pellak.core.kinds.registry import KINDS
from pellak.core.metal.alloy import Metal, alloys
from pellak.core.metal_page import everyday_words
from pellak.core.one_line import OneLineAnswer, reckon_by_name
from pellak.core.reading.quantity import QuantityValues, read_quantity
from pellak.core.reading.units import display_units, kinds
from pellak.core.tables import Family, heat_families, rows
from pellak.core.torch.candidates import RackTip
from pellak.core.working import short

LONGEST_QUESTION = 120
DEFAULT_FAMILY: Family = "carbon-steel"


@cache
def _family_words() -> dict[str, Family]:
    return {
        word: row["family"]  # type: ignore[misc]  # a word of the table, held by test_words
        for row in rows("family_words.csv")
        for word in row["words"].split(";")
    }


def _metal_in(text: str) -> tuple[Family | None, str]:
    """Return the family a question names and the question without that word."""
    for word, family in sorted(_family_words().items(), key=lambda pair: -len(pair[0])):
        without, count = re.subn(rf"(?<!\w){re.escape(word)}(?!\w)", " ", text)
        if count:
            return family, " ".join(without.split())
    return None, text


def _piece(text: str) -> dict[str, Any]:
    family, rest = _metal_in(text)
    length = read_quantity(rest, "length", family or DEFAULT_FAMILY)
    return {"family": family or DEFAULT_FAMILY, "thickness_mm": length.value}


def _named(given: Mapping[str, Any]) -> str:
    return f"{heat_families()[given['family']].name} {given['thickness_mm']:.4g} mm"


def _tip(text: str, rack: list[RackTip]) -> OneLineAnswer:
    given = {**_piece(text), "rack": [tip.model_dump() for tip in rack]}
    answer = reckon_by_name("tip", given)
    values = answer.values
    best = values.candidates[0] if values.candidates else None
    drill = f", drill {values.drill}" if values.drill else ""
    in_rack = f" · in the rack: {best.label}, {best.verdict}" if best and rack else ""
    headline = (
        f"{values.acetylene_l_per_h:.0f} L/h through {values.orifice_mm:.2f} mm{drill}{in_rack}"
    )
    return OneLineAnswer(
        reckoner="tip",
        headline=headline,
        asked=f"tip for {_named(given)}",
        given=given,
        working=answer.working,
    )


def _heat(text: str, _rack: list[RackTip]) -> OneLineAnswer:
    piece, _, flow = text.partition(" at ")
    given = _piece(piece)
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
            f"{travel:.0f} mm/min" if travel is not None else "does not wet the back",
        ]
    )
    return OneLineAnswer(
        reckoner="heat",
        headline=headline,
        asked=f"heat on {_named(given)} at {given['acetylene_l_per_h']:.0f} L/h",
        given=given,
        working=answer.working,
    )


def _flame(text: str, _rack: list[RackTip]) -> OneLineAnswer:
    family, rest = _metal_in(text)
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
        headline=f"{values.kind} · {values.temperature_c:.0f} °C{feather_x}",
        asked=f"flame at oxygen ratio {values.oxygen_ratio:.3g}",
        given=given,
        working=answer.working,
    )


def _eyes(text: str, _rack: list[RackTip]) -> OneLineAnswer:
    given = _piece(text)
    metal = heat_families()[given["family"]]
    asked = {
        "acetylene_l_per_h": rule_flow_l_per_h(
            family=metal, thickness_mm=given["thickness_mm"], start_c=20.0, heat_paths=2
        ),
        "thickness_mm": given["thickness_mm"],
        "flux": given["family"] == "aluminium",
    }
    answer = reckon_by_name("eyes", asked)
    mark = "a" if answer.values.glare_filter else ""
    return OneLineAnswer(
        reckoner="eyes",
        headline=f"shade {answer.values.shade}{mark}",
        asked=f"lens for {_named(given)}",
        given=asked,
        working=answer.working,
    )


def _carbon_equivalent(text: str, _rack: list[RackTip]) -> OneLineAnswer:
    alloy = _catalogue_alloy(text)
    given = {"alloy": alloy.id}
    answer = reckon_by_name("carbon-equivalent", given)
    told = [f"{line.name.replace('_', ' ')} {line.value:.2f}" for line in answer.working]
    return OneLineAnswer(
        reckoner="carbon-equivalent",
        headline=" · ".join(told),
        asked=f"carbon equivalent of {alloy.name}",
        given=given,
        working=answer.working,
    )


def _catalogue_alloy(text: str) -> Metal:
    """Return the catalogue alloy a question names, by id, name or everyday words."""
    wanted = text.removeprefix("of ").strip()
    exact = [
        alloy
        for alloy in alloys().values()
        if wanted in (alloy.id, alloy.name.casefold(), alloy.id.rpartition("-")[2])
    ]
    named = exact or [a for a in alloys().values() if wanted in everyday_words(a).split(";")]
    if not named:
        raise Refused("text", text, "one alloy of the catalogue, such as 4130, sae-1045, gi-30")
    if len(named) > 1 and not exact:
        known = ", ".join(alloy.id for alloy in named)
        raise Refused("text", text, f"one of these alloys: {known}")
    return named[0]


def _preheat(text: str, _rack: list[RackTip]) -> OneLineAnswer:
    match = re.fullmatch(r"(?:of )?(.+?) (?:at |in )?([\d.,/\s-]+\s*\S*|code \d+)", text)
    if match is None:
        raise Refused("text", text, "an alloy and a thickness, such as preheat 4130 at 4 mm")
    alloy = _catalogue_alloy(match[1].strip())
    thickness = read_quantity(match[2], "length", alloy.family)
    given = {"alloy": alloy.id, "thickness_mm": thickness.value}
    answer = reckon_by_name("preheat", given)
    values = answer.values
    told = "none" if values.preheat_c is None else f"{values.preheat_c:.0f} °C"
    stop = next((c.text for c in answer.cautions if c.level == "stop"), "")
    return OneLineAnswer(
        reckoner="preheat",
        headline=stop or f"{told} · {values.why}",
        asked=f"preheat of {alloy.name} {thickness.value:.4g} mm, free to move",
        given=given,
        working=answer.working,
    )


_ASKED: dict[str, Callable[[str, list[RackTip]], OneLineAnswer]] = {
    "tip": _tip,
    "ce": _carbon_equivalent,
    "preheat": _preheat,
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


def ask(text: str, rack: list[RackTip]) -> list[OneLineAnswer]:
    """Return what a one-line question comes to; empty when it asks for nothing reckoned.

    A bare measure is read as every kind of quantity it could be.

    Raises:
        Refused: the question begins like one of ours but cannot be read; says what would be.
    """
    tidy = " ".join(text.casefold().split())[:LONGEST_QUESTION]
    word, _, rest = tidy.partition(" ")
    rest = rest.removeprefix("for ").strip()
    if word in _ASKED and rest:
        return [_ASKED[word](rest, rack)]
    for job_kind in KINDS:
        if word in job_kind.lines and rest:
            return [job_kind.lines[word](rest)]
    family, measure = _metal_in(tidy)
    if not re.search(r"\d|[½¼¾⅛⅜⅝⅞]", measure):
        return []
    found = []
    for kind in kinds().values():
        try:
            read = read_quantity(measure, kind.kind, family or DEFAULT_FAMILY)
        except Refused:
            continue
        bare = re.fullmatch(r"[\d.,/\s½¼¾⅛⅜⅝⅞-]+", measure)
        if kind.kind in ("minutes", "hours") or (bare and kind.kind != "length"):
            # Times are answered once, in seconds.
            continue
        found.append(
            OneLineAnswer(
                reckoner="quantity",
                headline=f"{read.read_as}{_in_inches(read)}",
                asked=f"{kind.kind} {measure}",
                given={"text": measure, "kind": kind.kind, "family": family},
                working=[],
            )
        )
    return found
