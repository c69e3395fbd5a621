"""The free reckoner: how hot, where to stop, how long, and the best moment to try it."""

import math
from functools import lru_cache

from pellak.core import say
from pellak.core.answer.working import Answer, Caution, Reckoner, Record, Working, inserted, short
from pellak.core.body.body import body_of
from pellak.core.body.free_given import FreeGiven
from pellak.core.body.purposes import MUST_STAY_COOL, OPENED_BY_HEAT
from pellak.core.body.soak_given import FLAME_SIGMA, HEAT_SIGMA
from pellak.core.body.soaking import Soaking
from pellak.core.body.two_bodies import (
    CONTACT_W_PER_M2_K,
    EXPANSION_SOURCE,
    EXPANSION_TO_200,
    Inner,
    TwoRun,
    clearance_mm,
    gripped_mm,
    inner_of,
    run_two,
)
from pellak.core.heat.colour import colour_words
from pellak.core.preheat.crayons import crayon_steps_c

SWEPT = 0.9
FORMULA = "d * (a1 * dT1 - a2 * dT2)"
CURVE_POINTS = 40
GLOWS_FROM_C = 500.0


class FreeValues(Record):
    """The heating. `seconds` to the target and `best_moment_s` when the fit is widest, both null
    where the head does not bring it there; `needed_mm` what a shrink fit must open."""

    target_c: float
    stop_c: float
    stop_colour: str
    crayon_c: list[float]
    seconds: float | None
    seconds_low: float | None
    seconds_high: float | None
    best_moment_s: float | None
    clearance_mm: float | None
    clearance_low_mm: float | None
    clearance_high_mm: float | None
    clearance_curve: list[list[float]]
    temperature_curve: list[list[float]]
    needed_mm: float | None
    opens_enough: bool | None
    heat_mm: float | None
    """The length of a bar to heat for a bend."""
    least_radius_mm: float | None
    gas_l: float | None
    reaches: bool | None
    """None where it is hotter than is reckoned, and colour alone tells."""
    must_stay_cool: list[str]
    what_next: list[str]


class FreeAnswer(Answer):
    """Answer of the free reckoner."""

    values: FreeValues


def crayons_near_c(target_c: float, stop_c: float) -> list[float]:
    """Return the two crayons to stroke with, °C: one melts at the heat, one must not melt.

    Args:
        target_c: wanted, °C
        stop_c: never passed, °C

    Source: crayons as stocked; EN ISO 13916 for how they are read

    >>> crayons_near_c(205, 300)
    [204, 288]
    """
    first = min(crayon_steps_c(), key=lambda c: abs(c - target_c))
    stop = max((c for c in crayon_steps_c() if c <= stop_c), default=first)
    return [first] if stop <= first else [first, stop]


def _opened(given: FreeGiven, run: TwoRun) -> list[float]:
    bore, start = given.bore, given.start_c
    if bore is None:
        return []
    inner_family = given.inner.family if given.inner else given.outer.family
    a, b = EXPANSION_TO_200[given.outer.family], EXPANSION_TO_200[inner_family]
    return [
        clearance_mm(bore, outer - start, inner - start, a, b)
        for outer, inner in zip(run.outer_c, run.inner_c, strict=True)
    ]


def _reaches(of: Soaking, target_c: float, seconds: float | None) -> bool | None:
    return None if seconds is None and target_c > of.body.metal.top_c else seconds is not None


def _thinned(at_s: list[float], values: list[float]) -> list[list[float]]:
    step = max(1, len(at_s) // CURVE_POINTS)
    kept = [n for n in range(len(at_s)) if n % step == 0 or n == len(at_s) - 1]
    return [[round(at_s[n], 2), round(values[n], 5)] for n in kept]


def _inner(given: FreeGiven) -> Inner | None:
    if given.inner is None or given.bore is None or given.purpose == "shrink-on":
        return None
    inner = given.inner
    return inner_of(
        inner.family, inner.diameter_mm, inner.length_mm, given.bore, gripped_mm(given.outer)
    )


@lru_cache(maxsize=64)
def reckon_free(given: FreeGiven) -> FreeAnswer:
    """Return target, stop, seconds, gas and what opens when, of a part heated to be freed.

    Valid for parts of 3 to 200 mm of iron and steel to 720 °C and aluminium to 430 °C, in still
    air; a bend's heat lies above and its seconds are a guide. °C, mm, s, L. Source: thermal
    expansion; contact conductance 500 to 3000 W/m2K; the soak's own flame and loss. Raises Refused
    for a metal the purpose is not for, a bearing, and a measure left out.
    """
    target, stop = given.aim_c(), given.stop_c
    of = Soaking(
        body=body_of(given.outer), acetylene_l_per_h=given.acetylene_l_per_h,
        start_c=given.start_c, room_c=given.start_c, swept=SWEPT, one_side=False, shells=None,
        boxed=False, limit_c=None,
    )  # fmt: skip
    inner = _inner(given)
    runs = [run_two(of, inner, contact, target) for contact in CONTACT_W_PER_M2_K]
    run = runs[1]
    opened = _opened(given, run) if given.purpose in OPENED_BY_HEAT else []
    best = max(range(len(opened)), key=opened.__getitem__) if opened and run.off_s else None
    ends = sorted(max(_opened(given, one)) for one in runs) if best is not None else []
    off = 1 / math.exp(math.hypot(FLAME_SIGMA, HEAT_SIGMA))
    seconds = run.off_s
    needed = given.needed_mm
    bend = given.purpose == "bend" and given.radius_mm is not None and given.angle_deg is not None
    wall = float(given.outer.wall_mm or given.outer.height_mm or given.outer.diameter_mm or 0.0)
    values = FreeValues(
        target_c=target, stop_c=stop,
        stop_colour=colour_words(stop) if stop >= GLOWS_FROM_C
        else "no glow: crayon or thermometer",
        crayon_c=crayons_near_c(target, stop), seconds=seconds,
        seconds_low=None if seconds is None else seconds * off,
        seconds_high=None if seconds is None else seconds / off,
        best_moment_s=None if best is None else run.at_s[best],
        clearance_mm=None if best is None else opened[best],
        clearance_low_mm=ends[0] if ends else None, clearance_high_mm=ends[-1] if ends else None,
        clearance_curve=_thinned(run.at_s, opened) if opened else [],
        temperature_curve=_thinned(run.at_s, run.outer_c), needed_mm=needed,
        opens_enough=None if needed is None or best is None else opened[best] >= needed - 1e-9,
        heat_mm=math.pi * (given.radius_mm or 0) * (given.angle_deg or 0) / 180 + 2 * wall
        if bend else None,
        least_radius_mm=wall if given.purpose == "bend" else None,
        gas_l=None if seconds is None else seconds * given.acetylene_l_per_h / 3600,
        reaches=_reaches(of, target, seconds), must_stay_cool=list(MUST_STAY_COOL),
        what_next=list(given.row.what_next),
    )  # fmt: skip
    return FreeAnswer(
        values=values,
        working=_working(given, values, run, best),
        cautions=_cautions(given, values),
    )


def _working(given: FreeGiven, values: FreeValues, run: TwoRun, best: int | None) -> list[Working]:
    lines = [
        Working(
            name="target_c", value=values.target_c, unit="°C", low=given.row.low_c,
            high=given.row.high_c,
            formula="start + (interference + spare) / (a * d)" if values.needed_mm is not None
            and given.target_c is None else "by purpose" if given.target_c is None else "as told",
            inserted=f"{short(values.needed_mm, 3)} mm to open" if values.needed_mm is not None
            else given.row.name, source=given.row.source,
        ),
        Working(
            name="seconds", value=values.seconds, unit="s", low=values.seconds_low,
            high=values.seconds_high,
            formula="sum of mass * heat per degree / (taken up - lost - passed to the inner part)",
            inserted=f"{short(given.acetylene_l_per_h, 4)} L/h",
            source="the soak's flame and loss; contact conductance 500 to 3000 W/m²K",
            valid=values.target_c <= 720, note="" if values.target_c <= 720
            else f"over {say.c(720)} a guide only: go by colour",
        ),
    ]  # fmt: skip
    if best is not None and given.bore is not None:
        inner_family = given.inner.family if given.inner else given.outer.family
        numbers = {
            "d": given.bore, "a1": EXPANSION_TO_200[given.outer.family],
            "dT1": run.outer_c[best] - given.start_c, "a2": EXPANSION_TO_200[inner_family],
            "dT2": run.inner_c[best] - given.start_c,
        }  # fmt: skip
        lines.append(
            Working(
                name="clearance_mm", value=values.clearance_mm, unit="mm",
                low=values.clearance_low_mm, high=values.clearance_high_mm, formula=FORMULA,
                inserted=inserted(FORMULA, numbers), source=EXPANSION_SOURCE,
                note="on the diameter; range: a tight joint to a rusted one",
            )
        )  # fmt: skip
    return lines


def _cautions(given: FreeGiven, values: FreeValues) -> list[Caution]:
    said = [
        Caution(level="warn", text=f"Stop at {say.c(values.stop_c, limit='<')}.",
                reason="Hotter it loses its temper, burns what is near or grips harder when cold.",
                source=given.row.source),
        Caution(level="warn", text="Closed, greased, sprung or pressurised parts beside it: open, "
                "empty or take them out first.",
                reason="They burst, or throw burning grease.", source="HSE INDG297"),
    ]  # fmt: skip
    if values.reaches is None:
        said.append(
            Caution(level="note", text=f"How long is not reckoned over {say.c(720)}: a corner of "
            "brick "
                    "behind it, the flame close, and colour tells.",
                    reason="The metal changes and swallows heat there, and a broad flame's figures "
                    "do not hold for a tip held close.", source="EN 1993-1-2, 3.4.1")
        )  # fmt: skip
    if values.reaches is False:
        said.append(
            Caution(level="warn", text="This flame does not bring it there: a bigger head.",
                    reason="All it gives is lost or passed on.", source="heat balance")
        )  # fmt: skip
    if values.opens_enough is False:
        said.append(
            Caution(level="warn", text="Heat alone does not open it far enough: cool the inner "
                    "part too, or press and pull while it is hot.",
                    reason=f"It opens {say.mm(values.clearance_mm or 0, 2)}, "
                    f"{say.mm(values.needed_mm or 0, 2)} is wanted.",
                    source="thermal expansion")
        )  # fmt: skip
    if given.purpose.startswith("threadlock"):
        said.append(
            Caution(level="warn", text="Extract, and stand out of the fume.",
                    reason="Anaerobic resin gives off harmful fume as it breaks down.",
                    source="makers' safety data")
        )  # fmt: skip
    return said


FREE = Reckoner(
    "free",
    "How hot to free, fit or bend it, and when to try?",
    FreeGiven,
    FreeAnswer,
    reckon_free,
)
