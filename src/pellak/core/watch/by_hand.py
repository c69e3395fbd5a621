"""What a hand without a thermometer tells of a heat, one tap each."""

from functools import cache

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.heat.colour import heat_colours
from pellak.core.reading.quantity import read_quantity
from pellak.core.watch.lines import COLDEST_C, HOTTEST_C

BOILS_C, HAND_RESTS_C = 100.0, 48.0
GLOWS_OFFERED = 4
"""The first glows, in the shade: hotter, a heat that is watched has long been passed."""
CHANNEL = "by-hand"


class HandTell(Record):
    """One tap: what was seen, and the heat it says, °C; None where the heat is typed."""

    id: str
    label: str
    c: float | None = None


@cache
def hand_tells() -> tuple[HandTell, ...]:
    """Return every tap. Source: crayons and thermometers as typed; the colour table for glows;
    EN ISO 13732-1 for a hand that rests ten minutes."""
    glows = [colour for colour in heat_colours() if colour.low_c >= 500][:GLOWS_OFFERED]
    return (
        HandTell(id="crayon", label="Crayon melted"),
        HandTell(id="thermometer", label="Thermometer"),
        *(
            HandTell(id=f"glow-{n}", label=colour.name.capitalize(),
                     c=round((colour.low_c + colour.high_c) / 2, -1))
            for n, colour in enumerate(glows)
        ),
        HandTell(id="boils", label="A drop boils off", c=BOILS_C),
        HandTell(id="hand-rests", label="A hand rests on it", c=HAND_RESTS_C),
    )  # fmt: skip


def stated_c(tell: str, typed: str) -> float:
    """Return the heat a tap tells, °C. Raises Refused for an unknown tap or a heat it cannot be.

    Args:
        tell: the tap's id
        typed: a heat, where the tap wants one

    Source: touch and sight; hand_tells, with their sources

    >>> stated_c('crayon', '300')
    300.0
    """
    known = next((one for one in hand_tells() if one.id == tell), None)
    if known is None:
        raise Refused("tell", tell, ", ".join(one.id for one in hand_tells()))
    if known.c is not None:
        return known.c
    try:
        c = read_quantity(typed, "temperature").value
    except Refused as refused:
        raise Refused("heat", typed, refused.accepted) from None
    if not COLDEST_C <= c <= HOTTEST_C:
        raise Refused("heat", typed, say.c(COLDEST_C, to=HOTTEST_C))
    return c
