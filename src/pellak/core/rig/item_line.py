"""A thing of the rack said in one line, as it is told when a box is emptied on the bench."""

import re
from collections.abc import Mapping, Sequence
from typing import Any

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.gas.content import CylinderSize, cylinder_sizes
from pellak.core.gas.hose import Gas
from pellak.core.reading.line_measures import in_force
from pellak.core.reading.measures import System
from pellak.core.reading.quantity import read_number, read_quantity
from pellak.core.rig.items import RackItem

ACCEPTED = (
    f"a tip such as 3 #67, or torch, ac {say.m3(1.1)}, ox {say.m3(2.3)}, hose {say.metres(5)}, "
    "arrestor ac, lens 5"
)
USUAL_HOSE_BORE_MM = 6.3
"""The usual bore of a welding hose, ISO 3821: said where a line tells none."""
LARGEST_NUMBER_DRILL = 80
LARGEST_BORE_MM = 10
SAME_SIZE = 0.08
"""A cylinder within 8 % of a usual size is that size: makers round their own contents so far."""
LARGEST_CONTENT_M3 = 15
"""A bare number over this is no content in cubic metres: it is the water capacity in litres."""

_GASES: Mapping[str, Gas] = {
    "ac": "acetylene",
    "acet": "acetylene",
    "acetylene": "acetylene",
    "ox": "oxygen",
    "oxy": "oxygen",
    "oxygen": "oxygen",
}
_MIXERS = {"injector": "injector", "equal": "equal-pressure", "equal-pressure": "equal-pressure"}
_FIRST = re.compile(r"([a-z]+|\S+)\s*(.*)")
_LITRES = re.compile(r"l|litres?|liters?")


def read_item_line(line: str, system: System, standing: Sequence[RackItem]) -> dict[str, Any]:
    """Return the document of the thing a line says, for `read_item`.

    Args:
        line: `3 #67` or `3 67` for a tip; `torch injector`, `ac 60`, `ox 50 L`, `hose 5 m`,
            `arrestor ox`, `lens 5`
        system: the units of a bare number
        standing: what is in the rack: a second torch is not named as the first, and the first
            cylinder of a gas is the one at the torch

    Raises:
        Refused: names `line` where it says nothing that stands in a rack.

    >>> read_item_line("3 67", "inch", ())
    {'kind': 'tip', 'name': '3', 'orifice_mm': '#67'}
    >>> read_item_line("ac 60", "inch", ())["size"]
    'acetylene-2.1'
    """
    said = line.strip()
    match = _FIRST.fullmatch(said.lower())
    if match is None:
        raise Refused("line", line, ACCEPTED)
    word, rest = match[1], match[2]
    document: dict[str, Any]
    if word in ("torch", "torches"):
        document = {"kind": "torch", "name": "Torch", "mixer": _mixer(rest, line)}
    elif word in _GASES and rest:
        document = _cylinder(_GASES[word], rest, system, line)
        document["in_use"] = not any(
            one.kind == "cylinder" and one.gas == _GASES[word] and one.in_use for one in standing
        )
    elif word in ("hose", "hoses") and rest:
        length = in_force(rest, "m", system)
        document = {
            "kind": "hose",
            "name": "Hoses",
            "length_m": f"{length} m" if length == rest and rest[-1:].isdigit() else length,
            "bore_mm": USUAL_HOSE_BORE_MM,
        }
    elif word in ("arrestor", "arrestors", "arrester") and rest in _GASES:
        document = {"kind": "arrestor", "name": f"{_GASES[rest]}".title(), "gas": _GASES[rest]}
    elif word in ("lens", "shade") and rest:
        document = {"kind": "lens", "name": f"Shade {rest}", "shade": rest}
    else:
        # A second tip of the same stamp is refused by its name, not renamed: it is a slip.
        return _tip(said, system, line)
    return {**document, "name": _free_name(document["kind"], document["name"], standing)}


def _tip(said: str, system: System, line: str) -> dict[str, Any]:
    """Return a tip: what is stamped on it, a space, its bore as a drill, a pin or a measure."""
    name, _, bore = said.partition(" ")
    bore = bore.strip()
    if not name or not bore:
        raise Refused("line", line, ACCEPTED)
    if re.fullmatch(r"\d{1,2}", bore) and LARGEST_BORE_MM < int(bore) <= LARGEST_NUMBER_DRILL:
        bore = f"#{bore}"  # no tip has a bore of so many millimetres: it is the drill
    return {"kind": "tip", "name": name, "orifice_mm": in_force(bore, "mm", system)}


def _mixer(rest: str, line: str) -> str:
    """Return the mixer said; without a word an equal-pressure one, as most shops have."""
    if rest not in ("", *_MIXERS):
        raise Refused("line", line, "torch, torch injector or torch equal")
    return _MIXERS.get(rest, "equal-pressure")


def _cylinder(gas: Gas, rest: str, system: System, line: str) -> dict[str, Any]:
    content_m3, litres = _content(rest, system, line)
    sizes = [one for one in cylinder_sizes().values() if one.gas == gas]

    def apart(one: CylinderSize) -> float:
        if litres is not None:
            return abs(one.water_capacity_l / litres - 1)
        return abs(one.content_m3 / content_m3 - 1)

    size = min(sizes, key=apart)
    own = litres is None and apart(size) > SAME_SIZE
    return {
        "kind": "cylinder",
        "name": f"{gas.title()} {rest}",
        "gas": gas,
        "size": size.id,
        **({"capacity_m3": content_m3} if own else {}),
    }


def _content(rest: str, system: System, line: str) -> tuple[float, float | None]:
    """Return the gas a cylinder holds, m³, or its water capacity, litres, whichever was said."""
    match = re.fullmatch(r"([\d.,]+)\s*(.*)", rest)
    if match is None:
        raise Refused("line", line, ACCEPTED)
    bare = match[2] == ""
    if _LITRES.fullmatch(match[2]):
        return 0.0, _positive(read_number(match[1]), line)
    if bare and system == "metric":
        number = _positive(read_number(match[1]), line)
        return (number, None) if number <= LARGEST_CONTENT_M3 else (0.0, number)
    try:
        content = read_quantity(f"{match[1]} {match[2] or 'ft³'}", "volume").value
    except Refused as refused:
        raise Refused("line", line, refused.accepted) from None
    return _positive(content, line), None


def _positive(value: float, line: str) -> float:
    if value <= 0:
        raise Refused("line", line, ACCEPTED)
    return value


def _free_name(kind: str, name: str, standing: Sequence[RackItem]) -> str:
    taken = {(one.kind, one.name) for one in standing}
    number = 1
    while (kind, name if number == 1 else f"{name} ({number})") in taken:
        number += 1
    return name if number == 1 else f"{name} ({number})"
