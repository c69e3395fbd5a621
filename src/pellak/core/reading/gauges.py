"""Gauge numbers and lead codes: the same number means another thickness in each system."""

import re
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.tables import gauge_thicknesses_mm, rows
from pellak.core.tables.metal_families import traits_of

_GAUGE = re.compile(
    r"(?:no\.?\s*|#\s*)?(\d{1,2}|\d/0)\s*(ga|gauge|gage|g|swg|bwg|awg|b&s|msg)\.?(?:\s+(.+))?"
)
_LEAD_CODE = re.compile(r"(?:lead\s+)?code\s*(\d+)(?:\s+lead)?")
_LEAD_POUNDS = re.compile(r"(\d+)\s*-?\s*(?:lbs?|pound)(?:\s*/\s*(?:ft²|sq\s*ft)|\s+lead)?")


@dataclass(frozen=True)
class GaugeSystem:
    """A gauge system, the words that name it and the families that mean it unasked."""

    system: str
    name: str
    words: frozenset[str]
    families: frozenset[str]


@cache
def gauge_systems() -> Mapping[str, GaugeSystem]:
    """Return the sheet, tube and wire gauge systems by id."""
    return {
        row["system"]: GaugeSystem(
            row["system"],
            row["name"],
            frozenset(row["words"].split(";")),
            frozenset(row["families"].split(";")),
        )
        for row in rows("gauge_systems.csv")
    }


def _look_up(system: str, gauge: str, name: str, typed: str) -> tuple[float, str]:
    table = gauge_thicknesses_mm()[system]
    if gauge not in table:
        known = list(table)
        raise Refused("text", typed, f"{name} runs from {known[0]} to {known[-1]}")
    return table[gauge], f"{gauge} gauge {name}"


def _candidates(gauge: str) -> str:
    named = [
        f"{s.name} {say.wall(gauge_thicknesses_mm()[s.system][gauge], 4)}"
        for s in gauge_systems().values()
        if gauge in gauge_thicknesses_mm()[s.system]
    ]
    return ", ".join(named)


def _by_code(family: str | None) -> bool:
    return family is not None and traits_of(family).sheet_sold_by == "code"


def read_gauge(text: str, family: str | None) -> tuple[float, str] | None:
    """Return thickness, mm, and how it was read, or None when the text is no gauge at all.

    Raises:
        Refused: the gauge is not in its system, or which system is meant cannot be told.

    Args:
        text: as typed
        family: the metal's, or None

    Source: gauges.csv, with its sources

    >>> round(read_gauge('code 5', 'lead')[0], 2), read_gauge('3 mm', 'carbon-steel')
    (2.24, None)
    """
    if lead := _LEAD_CODE.fullmatch(text):
        mm, _ = _look_up("lead-code", lead.group(1), "lead code", text)
        return mm, f"code {lead.group(1)} lead sheet"
    if _by_code(family) and (pounds := _LEAD_POUNDS.fullmatch(text)):
        mm, _ = _look_up("lead-lb-per-sqft", pounds.group(1), "lead in lb/ft²", text)
        return mm, f"{pounds.group(1)} lb/ft² lead sheet"
    match = _GAUGE.fullmatch(text)
    if match is None:
        return None
    gauge, word, kind = match.groups()
    named = [s for s in gauge_systems().values() if {word, (kind or "").strip()} & s.words]
    if kind and not any(kind.strip() in s.words for s in gauge_systems().values()):
        raise Refused("text", text, f"say which gauge: {_candidates(gauge)}")
    if not named:
        named = [s for s in gauge_systems().values() if family and family in s.families]
    if len(named) != 1:
        if _by_code(family):
            raise Refused("text", text, "lead goes by code, such as code 5, or by weight, 5 lb")
        known = _candidates(gauge)
        raise Refused(
            "text", text, f"say which gauge: {known}" if known else "that gauge is in no table"
        )
    return _look_up(named[0].system, gauge, named[0].name, text)
