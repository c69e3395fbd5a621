"""A mill certificate: one heat of one alloy, each element as it was certified."""

import re
from collections.abc import Mapping
from decimal import Decimal

from pydantic import Field

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Number, Record
from pellak.core.metal.alloy import Metal, alloys, metal_named
from pellak.core.metal.composition import ELEMENTS, checked, element_named
from pellak.core.reading.text import Cell

PPM_PER_PERCENT = 10_000
MOST_CARBON_IN_IRON = 6.67
"""Cementite: no iron holds more."""
_NUMBER = r"\d+(?:[.,]\d+)?|[.,]\d+"
_AMOUNT = re.compile(
    rf"(?P<below><=?|≤|max\.?|less than)?\s*(?P<first>{_NUMBER})\s*"
    rf"(?:(?:-|–|—|to|\.\.\.?|…)\s*(?P<last>{_NUMBER})\s*)?"
    r"(?P<unit>%|wt\s*%|wt\.?\s*%|ppm)?(?P<max>\s*max\.?)?",
    re.IGNORECASE,
)


class Amount(Record):
    """How much of an element, mass %. `low_pct` None: certified only as below `high_pct`."""

    low_pct: Number | None = Field(ge=0, le=100)
    high_pct: Number = Field(ge=0, le=100)

    @property
    def planned_pct(self) -> float:
        """What is reckoned with: the middle of a range, the whole of a limit to be safe."""
        return self.high_pct if self.low_pct is None else (self.low_pct + self.high_pct) / 2

    @property
    def text(self) -> str:
        """The amount as it is written on a certificate, %."""
        high = _plain(self.high_pct)
        if self.low_pct is None:
            return f"<{high}"
        return high if self.low_pct == self.high_pct else f"{_plain(self.low_pct)}-{high}"


class Certificate(Record):
    """One heat: its number, the catalogue alloy it is a heat of, and its amounts by element."""

    heat: Cell = Field(min_length=1, max_length=60)
    alloy: Cell = Field(max_length=60)
    note: Cell = Field(default="", max_length=200)
    amounts: dict[str, Amount] = Field(max_length=len(ELEMENTS))


def _plain(value: float) -> str:
    """Write a float so that reading it gives the same float, without an exponent."""
    return format(Decimal(repr(value)).normalize(), "f")


def read_amount(text: str, field: str, *, ppm: bool = False) -> Amount:
    """Read an amount such as `0.18`, `0,18`, `<0.01`, `0.10-0.20` or `120 ppm`.

    Args:
        text: as typed or found in a cell.
        field: what a refusal names, such as `row 3, column Mn`.
        ppm: whether a bare number counts parts per million.

    Raises:
        Refused: anything else, a negative amount, a range upside down, more than 100 %.
    """
    match = _AMOUNT.fullmatch(text.strip())
    if match is None:
        raise Refused(field, text, "an amount such as 0.18, <0.01, 0.10-0.20 or 120 ppm")
    named = (match["unit"] or "").lower()
    in_ppm = named == "ppm" or (ppm and not named)
    ends = [
        Decimal(end.replace(",", ".")) / (PPM_PER_PERCENT if in_ppm else 1)
        for end in (match["first"], match["last"])
        if end is not None
    ]
    low, high = float(ends[0]), float(ends[-1])
    below = match["below"] is not None or match["max"] is not None
    if below and len(ends) == 2:
        raise Refused(field, text, "either a limit or a range, not both")
    if low > high:
        raise Refused(field, text, "a range with the smaller amount first")
    if high > 100:
        raise Refused(field, text, "no more than 100 %")
    return Amount(low_pct=None if below else low, high_pct=high)


_PASTED = re.compile(
    rf"(?P<element>[A-Z][a-z]?)\s*[:=]?\s*(?P<amount>(?:<=?|≤)?\s*(?:{_NUMBER})"
    rf"(?:\s*(?:-|–|to)\s*(?:{_NUMBER}))?\s*(?:%|ppm)?)[\s,;|]*"
)


def _in_turn(text: str) -> str:
    """Return element and amount in turn: names as symbols, a row over a row as pairs."""
    words = [element_named(word) or word for word in text.split(" ")]
    heads = 0
    while heads < len(words) and words[heads] in ELEMENTS:
        heads += 1
    amounts = words[heads:]
    if heads < 2 or len(amounts) != heads:
        return " ".join(words)
    pairs = zip(words[:heads], amounts, strict=True)
    return " ".join(f"{element} {amount}" for element, amount in pairs)


def read_line(text: str) -> dict[str, Amount]:
    """Read a pasted line such as `C 0.30 Si 0.25 Mn 0.40-0.60 P <0.01 Cr 0.95`.

    Names serve as symbols do; a row of elements over a row of amounts, as text copied out of a
    certificate comes, is read column by column.

    Raises:
        Refused: something in it is no element with an amount, or an element stands twice.
    """
    amounts: dict[str, Amount] = {}
    rest = _in_turn(" ".join(text.split()))
    while rest:
        match = _PASTED.match(rest)
        element = match["element"] if match else ""
        if match is None or element not in ELEMENTS:
            raise Refused(
                "line", rest[:40], "element and amount in turn, such as C 0.30 Mn 0.50 P <0.01"
            )
        if element in amounts:
            raise Refused("line", element, f"{element} once only")
        amounts[element] = read_amount(match["amount"], f"line, {element}")
        rest = rest[match.end() :]
    if not amounts:
        raise Refused("line", text, "element and amount in turn, such as C 0.30 Mn 0.50")
    return amounts


NEAR_SHARE, NEAR_PERCENT = 0.35, 0.08
"""An element lies near an alloy's within about a third of it, and a little: grades overlap."""


def likest(amounts: Mapping[str, Amount], field: str) -> Metal:
    """Return the catalogue alloy an analysis without a grade reads most like.

    Judgement: the mean distance of the elements either of them names, each against what it may
    stray by. Raises Refused naming the field, with the nearest, where none is near or two are as
    near as each other.
    """
    found = {element: amount.planned_pct for element, amount in amounts.items()}
    ranked = sorted(
        (_distance(found, alloy.composition), alloy.id)
        for alloy in alloys().values()
        if alloy.composition
    )
    (best, alloy_id), (second, _) = ranked[0], ranked[1]
    if not found or best > 1.0 or second - best < 0.1:
        near = ", ".join(name for _, name in ranked[:4])
        raise Refused(field, "", f"the alloy: its analysis alone does not say; nearest {near}")
    return alloys()[alloy_id]


def _distance(found: Mapping[str, float], typical: Mapping[str, float]) -> float:
    """Return how far an analysis lies from an alloy, 1 where its elements only just stray."""
    named = {e for e in {*found, *typical} - {"Fe"} if found.get(e, 0) or typical.get(e, 0)}
    if not named:
        return 99.0
    return sum(
        abs(found.get(e, 0.0) - typical.get(e, 0.0))
        / (NEAR_SHARE * typical.get(e, 0.0) + NEAR_PERCENT)
        for e in named
    ) / len(named)


def find_alloy(text: str, field: str) -> Metal:
    """Return the catalogue alloy a certificate names by id, name or the tail of its number.

    Raises:
        Refused: none or several fit; names those that do.
    """
    wanted = " ".join(text.casefold().replace("_", " ").split())
    found = [
        alloy
        for alloy in alloys().values()
        if wanted in (alloy.id, alloy.name.casefold(), alloy.id.rpartition("-")[2])
    ]
    if len(found) != 1:
        near = [a.id for a in alloys().values() if wanted and wanted in a.name.casefold()][:5]
        known = ", ".join([a.id for a in found] or near) or "4130, sae-1045, gi-30"
        raise Refused(field, text, f"one alloy of the catalogue, such as {known}")
    return found[0]


def checked_certificate(certificate: Certificate, field: str = "amounts") -> Certificate:
    """Return a certificate that can be true.

    Raises:
        Refused: an unknown alloy or element, parts that add up wrong, more carbon than iron holds.
    """
    alloy = metal_named(certificate.alloy)
    if not certificate.amounts:
        raise Refused(field, "nothing", "at least one element with its amount")
    least = {e: a.low_pct or 0.0 for e, a in certificate.amounts.items()}
    try:
        checked(least)
    except Refused as refused:
        raise Refused(field, refused.was_read, refused.accepted) from None
    balance = alloy.traits.balance
    most = sum(a.high_pct for a in certificate.amounts.values())
    if balance in certificate.amounts and most < 95:
        raise Refused(field, f"{most:.2f} %", f"parts that add up to about 100 % with {balance}")
    carbon = certificate.amounts.get("C")
    if alloy.traits.ferrous:
        if carbon is None:
            raise Refused(f"{field}, C", None, "the carbon content; nothing can be said without it")
        if carbon.high_pct > MOST_CARBON_IN_IRON:
            raise Refused(
                f"{field}, C", carbon.text, f"at most {MOST_CARBON_IN_IRON} %, all that iron holds"
            )
    return certificate


def own_metal(certificate: Certificate, metal_id: str) -> Metal:
    """Return the metal a certificate describes: its own analysis, all else as its alloy's."""
    like = metal_named(certificate.alloy)
    return Metal(
        id=metal_id,
        name=f"{like.name}, heat {certificate.heat}",
        family=like.family,
        standard=like.standard,
        thermal_id=like.thermal_id,
        composition={e: a.planned_pct for e, a in certificate.amounts.items()},
        weldable=like.weldable,
        heat_treatable=like.heat_treatable,
        note=certificate.note or like.note,
        source=f"mill certificate of heat {certificate.heat}",
        like=like.id,
        spans={e: (a.low_pct or 0.0, a.high_pct) for e, a in certificate.amounts.items()},
    )
