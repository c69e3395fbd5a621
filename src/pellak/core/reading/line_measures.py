"""The sizes in a line that says a job, and which of the piece's sizes each is."""

import re
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from functools import cache
from typing import Literal

from pellak.core.answer.errors import Refused
from pellak.core.reading.measures import System, symbol
from pellak.core.reading.quantity import read_quantity
from pellak.core.tables import rows

SizesAsked = Literal["sheet", "tube", "bar", "face", "round", "part"]
"""What sizes are asked for: of a sheet, of a tube, of a bar that is bent, of a face, of a part."""

_NUMBER = r"(?:\d+\s+\d+/\d+|\d+/\d+|\d*[.,]\d+|\d+)"
_UNIT = (
    r"(?:swg|gauge|gage|ga\b|g\b|mm\b|cm\b|thou\b|inch(?:es)?\b|in\b|\"|feet\b|foot\b|ft\b|'|m\b)"
)
_BY = r"\s*(?:x|by)\s*"
_ONE = rf"{_NUMBER}\s*{_UNIT}?"
_PIPE = rf"(?P<pipe>{_NUMBER})\s*(?:inch|in|\")?\s*(?:pipe\s*)?sch(?:edule)?\.?\s*(?P<schedule>\d+)"
_CODE = r"(?P<code>code\s*\d+)"
_ANGLE = rf"(?P<angle>{_NUMBER})\s*(?:deg(?:rees?)?\b|°)"
_FEET = rf"(?P<feet>{_NUMBER}\s*(?:ft|feet|foot|')\s*{_NUMBER}\s*(?:inch(?:es)?|in|\"))"
_PRODUCT = rf"(?P<product>{_ONE}(?:{_BY}{_ONE}){{1,2}})"
_SIZE = re.compile(
    rf"(?<![\w.])(?:{_PIPE}|{_CODE}|{_ANGLE}|{_FEET}|{_PRODUCT}|(?P<one>{_ONE}))(?!\w)"
)
SHEET_TO_MM, TUBE_TO_MM, LONG_FROM_MM = 26.0, 160.0, 300.0
"""Up to an inch is a thickness, up to six inches a tube; a bar that was bent is longer."""
SMALLEST = {"root_gap_mm", "camber_mm", "thickness_mm"}
"""Of two sizes a word stands between, these are the smaller."""
FAR_APART = 2.5
"""Of two sizes of a section so far apart the smaller is the wall or the thickness."""


@dataclass(frozen=True)
class Said:
    """A size as it was said: `value` in mm or degrees; the words beside it; where in `2x2x1/8`."""

    typed: str
    value: float
    field: str = ""
    """The size it says itself to be, by its unit; empty where its place decides."""
    before: str = ""
    after: str = ""
    of: tuple[int, int] | None = None
    """Which product it is part of, and its place in it."""


def in_force(text: str, kind: str, system: System) -> str:
    """Return typed text with a bare number said to be in the units in force.

    Args:
        text: as typed
        kind: the kind of measure, by its canonical unit
        system: the units in force

    >>> in_force("12", "mm", "inch"), in_force("12 mm", "mm", "inch")
    ('12 in', '12 mm')
    """
    bare = re.fullmatch(r"[\d.,/\s½¼¾⅛⅜⅝⅞-]+", text.strip())
    return f"{text.strip()} {symbol(kind, system)}" if bare and system == "inch" else text


def measures_in(text: str, system: System) -> tuple[list[Said], str]:
    """Return the sizes in a line, and the line without them.

    Args:
        text: in small letters
        system: the units of a bare number

    >>> said, rest = measures_in("18 ga mild 10 ft", "inch")
    >>> [(one.typed, round(one.value, 2)) for one in said], rest.split()
    ([('18 ga', 1.21), ('10 ft', 3048.0)], ['mild'])
    """
    said: list[Said] = []
    rest = text
    for number, match in enumerate(_SIZE.finditer(text)):
        before = re.findall(r"[a-z]+", text[: match.start()])[-1:]
        after = re.findall(r"[a-z]+", text[match.end() :])[:1]
        read = [
            one if one.of else replace(one, before="".join(before), after="".join(after))
            for one in _read(match, number, system)
        ]
        if read:
            said += read
            gone = " " * (match.end() - match.start())
            rest = rest[: match.start()] + gone + rest[match.end() :]
    return said, rest


def _read(match: re.Match[str], number: int, system: System) -> list[Said]:
    if match["pipe"]:
        typed = f"{match['pipe']} in sch {match['schedule']}"
        return [Said(typed, _mm(typed), "outside_diameter_mm")]
    if match["code"]:
        value = read_quantity(match["code"], "length", "lead").value
        return [Said(match["code"], value, "thickness_mm")]
    if match["angle"]:
        return [Said(f"{match['angle']} deg", float(match["angle"].replace(",", ".")),
                     "branch_deg")]  # fmt: skip
    if match["feet"]:
        return [Said(match["feet"], _mm(match["feet"]))]
    if match["product"]:
        parts = [part.strip() for part in re.split(_BY, match["product"])]
        last = re.search(rf"{_UNIT}$", parts[-1])
        units = last[0] if last and "g" not in last[0] else ""
        typed_parts = [_with_unit(part, units, system) for part in parts]
        return [
            Said(typed, _mm(typed), of=(number, place)) for place, typed in enumerate(typed_parts)
        ]
    one = match["one"]
    if re.fullmatch(r"\d{4,}", one.strip()):
        return []  # 4130 is a metal
    typed = _with_unit(one, "", system)
    gauge = re.search(r"swg|ga|g\b|thou", one)
    return [Said(typed, _mm(typed), "thickness_mm" if gauge else "")]


def _with_unit(text: str, others: str, system: System) -> str:
    """Return a size with its unit; a fraction, or a point first, is inches in either system."""
    text = text.strip()
    if re.search(rf"{_UNIT}$", text):
        return text
    if others:
        return f"{text} {others}"
    if "/" in text or text[0] in ".,":
        return f"{text} in"
    return in_force(text, "mm", system)


def _mm(typed: str) -> float:
    return read_quantity(typed, "length", "carbon-steel").value


@cache
def _roles() -> dict[str, str]:
    pairs = ((row["words"], row["means"]) for row in rows("job_line_words.csv")
             if row["what"] == "role")  # fmt: skip
    return {word: means for words, means in pairs for word in words.split(";")}


def placed(said: Sequence[Said], asked: SizesAsked) -> dict[str, Said]:
    """Return each size by the field it is: by its unit, the words beside it, then by its size.

    Args:
        said: the sizes of a line
        asked: what sizes are asked for

    Raises:
        Refused: two sizes say they are the same one

    >>> said, _ = measures_in("2x2x1/8 tube 10 ft bow 1 in", "inch")
    >>> [(field, one.typed) for field, one in placed(said, "bar").items()][2:]
    [('thickness_mm', '1/8 in'), ('camber_mm', '1 in'), ('length_mm', '10 ft')]
    """
    fields: dict[str, Said] = {}
    for one in said:
        if one.field:
            if one.field in fields:
                raise Refused(
                    one.field, f"{fields[one.field].typed} and {one.typed}", "one of them"
                )
            fields[one.field] = one
    for group in {one.of[0]: None for one in said if one.of}:
        fields |= _section([one for one in said if one.of and one.of[0] == group], asked)
    free = [one for one in said if not one.field and not one.of]
    named: dict[str, list[Said]] = {}
    for one in free:
        for word in (one.before, one.after):
            if word in _roles():
                named.setdefault(_roles()[word], []).append(one)
    for field, ones in sorted(named.items()):
        left = [one for one in ones if one in free]
        if left and field not in fields and field != "branch_deg":
            fields[field] = (min if field in SMALLEST else max)(left, key=lambda one: one.value)
            free.remove(fields[field])
    return fields | _by_size(free, fields, asked)


def _section(parts: list[Said], asked: SizesAsked) -> dict[str, Said]:
    """Return what the sizes of `2x2x1/8` are."""
    small, *between, large = sorted(parts, key=lambda one: one.value)
    if asked == "bar":
        if large.value >= LONG_FROM_MM and between and large.value > 5 * between[0].value:
            return {"depth_mm": between[0], "thickness_mm": small, "length_mm": large}
        if between:
            depth, width = (one for one in parts if one is not small)
            return {"depth_mm": depth, "width_mm": width, "thickness_mm": small}
        if large.value > FAR_APART * small.value:
            return {"depth_mm": large, "thickness_mm": small}
        return {"depth_mm": parts[0], "width_mm": parts[1]}
    if asked == "tube":
        return {"outside_diameter_mm": large, "thickness_mm": small}
    if not between and (asked == "face" or (asked == "part" and small.value > SHEET_TO_MM)):
        return {"length_mm": large, "width_mm": small}
    found = {"thickness_mm": small, "length_mm": large}
    return found | ({"width_mm": between[0]} if between else {})


def _by_size(free: Iterable[Said], taken: dict[str, Said], asked: SizesAsked) -> dict[str, Said]:
    """Return what sizes without a word beside them are: what is left, the smallest first."""
    found: dict[str, Said] = {}
    sizes = sorted(free, key=lambda one: one.value)

    def take(field: str, most: float, *, largest: bool = False) -> None:
        if sizes and field not in taken and field not in found:
            at = -1 if largest else 0
            if sizes[at].value <= most:
                found[field] = sizes.pop(at)

    if asked in ("sheet", "tube"):
        take("thickness_mm", SHEET_TO_MM)
        if asked == "tube":
            take("outside_diameter_mm", TUBE_TO_MM)
        take("length_mm", float("inf"), largest=True)
        # Eighteen inches of sheet cannot be: the refusal offers the gauge.
        take("thickness_mm", float("inf"))
    elif asked == "bar":
        if sizes and sizes[-1].value >= LONG_FROM_MM:
            take("length_mm", float("inf"), largest=True)
        if "depth_mm" not in taken:
            take("depth_mm", LONG_FROM_MM, largest=True)
        take("camber_mm", LONG_FROM_MM)
    elif asked == "face":
        take("length_mm", float("inf"), largest=True)
        take("width_mm", float("inf"), largest=True)
        take("thickness_mm", float("inf"))
    elif asked == "round":
        take("diameter_mm", float("inf"))
        take("length_mm", float("inf"))
    else:
        take("thickness_mm", float("inf"))
        take("length_mm", float("inf"), largest=True)
        take("width_mm", float("inf"))
    return found
