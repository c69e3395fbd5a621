"""A tip maker's chart as it is typed: `0.8-1.2 mm 0.2/0.2 bar 120 L/h`, row after row."""

import re

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.quantity_kinds import QuantityKind
from pellak.core.reading.quantity import read_quantity

_NUMBER = r"[\d.,/]+"
_CHART = re.compile(
    rf"(?P<low>{_NUMBER})\s*(?:-|–|to)\s*(?P<high>{_NUMBER})\s*(?P<wall>mm|in(?:ch)?|\"|″)[,\s]*"
    rf"(?P<acetylene>{_NUMBER})\s*/\s*(?P<oxygen>{_NUMBER})\s*(?P<bar>bar|psi|kpa)[,\s]*"
    rf"(?:(?P<flow>{_NUMBER})\s*(?P<per_hour>l/h|cfh|l/min|scfh))?",
    re.IGNORECASE,
)


def read_measure(text: str, kind: QuantityKind, field: str) -> float:
    """Return a measure typed in any unit, in the canonical one; refusals name the field.

    Args:
        text: as typed
        kind: what it measures
        field: names its box

    Source: units as the quantity reckoner reads them

    >>> read_measure('1/8 in', 'length', 'bore_mm')
    3.175
    """
    try:
        return read_quantity(text, kind).value
    except Refused as refused:
        raise Refused(field, text, refused.accepted) from None


def read_chart(text: str, field: str) -> list[dict[str, float | None]]:
    """Return chart rows typed as `0.8-1.2 mm 0.2/0.2 bar 120 L/h; …`, in inches and psi as well.

    Args:
        text: as typed
        field: names its box

    Source: a maker's own chart

    >>> rows = read_chart('0.8-1.2 mm 0.2/0.2 bar 120 L/h', 'chart')
    >>> [row['thickness_low_mm'] for row in rows]
    [0.8]
    """
    found = []
    for part in (p.strip() for p in text.split(";") if p.strip()):
        match = _CHART.fullmatch(part)
        if match is None:
            raise Refused(
                field,
                part,
                f"rows such as {say.wall(0.9, to=1.2, joint='-')} "
                f"{say.bar(0.2, to=0.2, joint='/')} {say.l_per_h(120)}",
            )
        walls = sorted(
            read_measure(f"{match[end]} {match['wall']}", "length", field)
            for end in ("low", "high")
        )
        found.append(
            {
                "thickness_low_mm": walls[0],
                "thickness_high_mm": walls[1],
                **{
                    f"{gas}_bar": read_measure(f"{match[gas]} {match['bar']}", "pressure", field)
                    for gas in ("acetylene", "oxygen")
                },
                "acetylene_l_per_h": None
                if match["flow"] is None
                else read_measure(f"{match['flow']} {match['per_hour']}", "flow", field),
            }
        )
    return found
