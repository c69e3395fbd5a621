"""The cylinders reckoner: what is left, for how long, and how fast it may be drawn."""

import math

from pellak.core import say
from pellak.core.answer.working import (
    Answer,
    Caution,
    Reckoner,
    Record,
    School,
    Working,
    inserted,
)
from pellak.core.gas.content import Content, CylindersGiven, content_of, sized

SHORT_SHARE, CONTINUOUS_SHARE, OLD_SHARE = 1 / 10, 1 / 15, 1 / 7
LONG_FROM_MIN = 10.0
NEARLY_EMPTY_SHARE = 0.2
COLD_BELOW_C = 10.0
COMMON_CYLINDER_L = 4100.0
"""The common workshop acetylene cylinder: what is taken where the rack names none."""
DRAW_SOURCE = "CGA G-1 and EIGA Doc 123; many shops still quote an older seventh"


class CylindersValues(Record):
    """What is left and what it allows. Draw limits are null for oxygen, which has none.

    `enough` is null where the honest band straddles what is needed, or nothing was asked.
    """

    content_m3: float
    low_m3: float
    high_m3: float
    full_m3: float | None
    endurance_min: float | None
    draw_limit_short_l_per_h: float | None
    draw_limit_continuous_l_per_h: float | None
    cylinders_to_couple: int | None
    enough: bool | None


class CylindersAnswer(Answer):
    """Answer of the cylinders reckoner."""

    values: CylindersValues


def least_content_l(flow_l_per_h: float) -> float:
    """Return the least full content, litres, of acetylene cylinders that may give this flow.

    Args:
        flow_l_per_h: acetylene, L/h, above 0

    Source: DRAW_SOURCE: a fifteenth of the content an hour

    >>> round(least_content_l(200))
    3000
    """
    return flow_l_per_h / CONTINUOUS_SHARE


def cylinders_to_couple(full_m3: float, flow_l_per_h: float, minutes_needed: float | None) -> int:
    """Return how many like cylinders the draw limit asks for at a flow for `minutes_needed`.

    A job over ten minutes, or of unknown length, counts as continuous.

    Args:
        full_m3: content of one, m³, above 0
        flow_l_per_h: acetylene, L/h
        minutes_needed: of flame, min; None is not known

    Source: DRAW_SOURCE: a tenth an hour in short spells, a fifteenth continuously

    >>> cylinders_to_couple(5.9, 1188, None), cylinders_to_couple(5.9, 500, 8)
    (4, 1)
    """
    short = minutes_needed is not None and minutes_needed <= LONG_FROM_MIN
    limit = full_m3 * 1000 * (SHORT_SHARE if short else CONTINUOUS_SHARE)
    return max(1, math.ceil(flow_l_per_h / limit - 1e-9))


def _enough(content: Content, coupled: int, given: CylindersGiven) -> bool | None:
    if given.flow_l_per_h is None or given.minutes_needed is None:
        return None
    need_m3 = given.flow_l_per_h * given.minutes_needed / 60_000
    if content.low * coupled >= need_m3:
        return True
    return False if content.high * coupled < need_m3 else None


def too_fast(
    full_m3: float, coupled: int, flow_l_per_h: float, minutes_needed: float | None
) -> list[Caution]:
    """Return what is to be said of so many `coupled` drawn over the limit for `minutes_needed`.

    Judged on the nominal content, so a cylinder that was never read counts by its size.

    Args:
        full_m3: content of one, m³, above 0
        coupled: how many
        flow_l_per_h: acetylene, L/h
        minutes_needed: of flame, min; None is not known

    Source: DRAW_SOURCE

    >>> too_fast(5.9, 1, 200, None)
    []
    >>> [caution.level for caution in too_fast(1.1, 1, 200, None)]
    ['stop']
    """
    share = flow_l_per_h / (1000 * full_m3 * coupled)
    wanted = cylinders_to_couple(full_m3, flow_l_per_h, minutes_needed)
    short = minutes_needed is not None and minutes_needed <= LONG_FROM_MIN
    limit = SHORT_SHARE if short else CONTINUOUS_SHARE
    if share <= limit:
        return []
    return [
        Caution(
            level="stop" if share > OLD_SHARE else "warn",
            text=f"Too fast for the acetylene: couple {wanted} like it, or fit a smaller "
            f"head of {say.l_per_h(1000 * full_m3 * coupled * limit, limit='<')} at most.",
            reason="Drawn faster, liquid solvent comes out with the gas, and the flame "
            "starves and flashes back.",
            source=DRAW_SOURCE,
        )
    ]


def _draw_cautions(given: CylindersGiven, content: Content, full_m3: float) -> list[Caution]:
    cautions = []
    flow = given.flow_l_per_h
    if flow is not None:
        cautions += too_fast(full_m3, given.coupled, flow, given.minutes_needed)
    low = content.value < NEARLY_EMPTY_SHARE * full_m3
    if low or given.temperature_c < COLD_BELOW_C:
        cautions.append(
            Caution(
                level="warn",
                text="Nearly empty: draw less than the limit, and change it before a long job."
                if low
                else "Cold: draw less than the limit, or stand it in a warm room; never a flame.",
                reason="A cold or nearly empty cylinder gives up its gas slowly.",
                source=DRAW_SOURCE,
            )
        )
    return cautions


def _draw_working(full_m3: float) -> list[Working]:
    lines = []
    for name, share in (("short", SHORT_SHARE), ("continuous", CONTINUOUS_SHARE)):
        formula = f"V_full * 1000 / {round(1 / share)}"
        lines.append(
            Working(
                name=f"draw_limit_{name}_l_per_h",
                value=1000 * full_m3 * share,
                unit="L/h",
                formula=formula,
                inserted=inserted(formula, {"V_full": full_m3}),
                source=DRAW_SOURCE,
                note=f"a seventh, {say.l_per_h(1000 * full_m3 * OLD_SHARE)}, is the stop line",
            )
        )
    return lines


def reckon_cylinders(given: CylindersGiven) -> CylindersAnswer:
    """Return what a cylinder holds, its honest band, minutes at a flow and the draw limits.

    Raises Refused naming what is missing: oxygen wants its gauge, acetylene weight or gauge.

    Valid at shop temperatures, −20 to 50 °C; m³ at 15 °C and 1 bar. Source: dissolved acetylene by
    weight; the gas law with compressibility for oxygen; CGA G-1 for what may be drawn.
    """
    given = sized(given)
    content = content_of(given)
    full = given.capacity_m3
    coupled, flow = given.coupled, given.flow_l_per_h
    endurance = None if flow is None else content.value * coupled * 60_000 / flow
    working = [content.working]
    if endurance is not None and flow is not None:
        formula = "content * n * 60000 / Q"
        numbers = {"content": content.value, "n": float(coupled), "Q": flow}
        working.append(
            Working(
                name="endurance_min",
                value=endurance,
                unit="min",
                low=content.low * coupled * 60_000 / flow,
                high=content.high * coupled * 60_000 / flow,
                formula=formula,
                inserted=inserted(formula, numbers),
                source="content over flow; change it before the last twentieth",
            )
        )
    dissolved = given.gas == "acetylene" and full is not None
    if dissolved:
        assert full is not None
        working += _draw_working(full * coupled)
    couple = None
    if dissolved and flow is not None and full is not None:
        couple = cylinders_to_couple(full, flow, given.minutes_needed)
    return CylindersAnswer(
        values=CylindersValues(
            content_m3=content.value * coupled,
            low_m3=content.low * coupled,
            high_m3=content.high * coupled,
            full_m3=None if full is None else full * coupled,
            endurance_min=endurance,
            draw_limit_short_l_per_h=None
            if not dissolved or full is None
            else 1000 * full * coupled * SHORT_SHARE,
            draw_limit_continuous_l_per_h=None
            if not dissolved or full is None
            else 1000 * full * coupled * CONTINUOUS_SHARE,
            cylinders_to_couple=couple,
            enough=_enough(content, coupled, given),
        ),
        working=working,
        cautions=_draw_cautions(given, content, full) if dissolved and full is not None else [],
        schools=[
            School(
                id="fifteenth",
                label="a fifteenth an hour, a tenth in short spells",
                why="current gas-industry guidance, and what we go by",
                values={"l_per_h": None if full is None else 1000 * full * CONTINUOUS_SHARE},
            ),
            School(
                id="seventh",
                label="a seventh an hour",
                why="the older rule; we take it as the stop line",
                values={"l_per_h": None if full is None else 1000 * full * OLD_SHARE},
            ),
        ]
        if dissolved
        else [],
    )


CYLINDERS = Reckoner(
    "cylinders",
    "How much gas is left, for how long, and how fast may it be drawn?",
    CylindersGiven,
    CylindersAnswer,
    reckon_cylinders,
)
