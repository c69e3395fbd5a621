"""One-line questions about metal: `ce of 4130`, `preheat BW-4417 at 5 mm`, `flux for aluminium`."""

import re
from typing import Any

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Working
from pellak.core.ask.piece import OfShop, metal_in
from pellak.core.catalogue.one_line import OneLineAnswer, reckon_by_name
from pellak.core.metal.alloy import Metal, alloys
from pellak.core.metal.rod import flux_for, rod_schools, rods
from pellak.core.preheat.metal_page import everyday_words
from pellak.core.tables.metal_families import traits_of


def carbon_equivalent_line(text: str, shop: OfShop) -> OneLineAnswer:
    """Answer `ce of METAL`."""
    alloy = _alloy(text, shop)
    given = _meant(alloy)
    answer = reckon_by_name("carbon-equivalent", given)
    lines = [f"{line.name.replace('_', ' ')} {line.value:.2f}" for line in answer.working]
    return OneLineAnswer(
        reckoner="carbon-equivalent",
        headline=" · ".join(lines),
        asked=f"carbon equivalent of {alloy.name}",
        given=given,
        working=answer.working,
    )


def _meant(metal: Metal) -> dict[str, Any]:
    """Return how a reckoner is told the metal: by its id, or an own heat by its analysis."""
    if metal.like:
        return {"composition": dict(metal.composition), "family": metal.family}
    return {"alloy": metal.id}


def _alloy(text: str, shop: OfShop) -> Metal:
    """Return the metal a question names: an own heat by its number, or an alloy of the catalogue.

    An alloy is named by id, name or everyday words.
    """
    wanted = text.removeprefix("of ").strip()
    heats = [m for m in shop.own.values() if m.name.casefold().endswith(f"heat {wanted}")]
    if heats:
        return heats[-1]
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


def preheat_line(text: str, shop: OfShop) -> OneLineAnswer:
    """Answer `preheat METAL at THICKNESS`, a piece free to move."""
    match = re.fullmatch(r"(?:of )?(.+?) (?:at |in )?([\d.,/\s-]+\s*\S*|code \d+)", text)
    if match is None:
        raise Refused(
            "text", text, f"an alloy and a thickness, such as preheat 4130 at {say.wall(3.2)}"
        )
    alloy = _alloy(match[1].strip(), shop)
    thickness_mm = shop.length_mm(match[2], alloy.family)
    given = {**_meant(alloy), "thickness_mm": thickness_mm}
    answer = reckon_by_name("preheat", given)
    values = answer.values
    lines = "none" if values.preheat_c is None else say.c(values.preheat_c)
    stop = next((c.text for c in answer.cautions if c.level == "stop"), "")
    return OneLineAnswer(
        reckoner="preheat",
        headline=stop or f"{lines} · {values.why}",
        asked=f"preheat of {alloy.name} {say.wall(thickness_mm, 4)}, free to move",
        given=given,
        working=answer.working,
    )


def flux_line(text: str, shop: OfShop) -> OneLineAnswer:
    """Answer `flux for METAL`."""
    family, _ = metal_in(text)
    metal = _alloy(text, shop) if family is None else alloys()[traits_of(family).plain_alloy]
    flux = flux_for(metal)
    rod = next((rods()[school.id] for school in rod_schools(metal)), None)
    return OneLineAnswer(
        reckoner="",
        headline=flux or "none",
        asked=f"flux for {metal.name}",
        given={"metal": metal.id},
        working=[
            Working(
                name="flux",
                value=flux or "none",
                formula="the flux its usual rod is used with",
                inserted=f"{metal.name}, rod {rod.classification}" if rod else metal.name,
                source=rod.source if rod else metal.source,
            )
        ],
    )
