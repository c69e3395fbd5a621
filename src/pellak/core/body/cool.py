"""The cool reckoner: when a body may be touched, how fast it falls, and whether it bears that."""

import math
from functools import lru_cache

from pellak.core import say
from pellak.core.answer.working import Answer, Caution, Reckoner, Record, Working, short
from pellak.core.body.bare_loss import SOURCE as LOSS_SOURCE
from pellak.core.body.bare_loss import bare_loss_w_per_m2
from pellak.core.body.chain import SOURCE as CHAIN_SOURCE
from pellak.core.body.cool_given import CoolGiven, cooling_of
from pellak.core.body.cooling import Cooling, CoolRun, run_cooling
from pellak.core.body.fastest_hour import fastest_hour_c_per_h, mean_c_per_h
from pellak.core.body.media import media
from pellak.core.body.soak_given import AREA_SIGMA, HEAT_SIGMA, SPREAD_SIGMA
from pellak.core.body.spans import span_of
from pellak.core.body.spread import LIMIT_SOURCE, spread_limit_c, stored_j_per_m3_k

CURVE_STEPS = 8
TOUCH_SOURCE = f"EN ISO 13732-1, bare metal: {say.c(51)} for a minute, {say.c(48)} for ten"
RULE_SOURCE = "slow cooling of repaired iron castings, shop practice"


class CoolValues(Record):
    """The fall. `peak_c_per_h` in the fastest hour of the watched range; `passes_rule` null where
    no rule is set, `passes` whether rule and spread both are kept. `curve` is hours and °C."""

    mass_kg: float
    area_m2: float
    envelope_m2: float
    peak_c_per_h: float | None
    peak_low_c_per_h: float | None
    peak_high_c_per_h: float | None
    mean_c_per_h: float | None
    watch_from_c: float
    watch_to_c: float
    hours_to_300: float | None
    hours_to_100: float | None
    hours_to_touch: float
    hours_to_touch_low: float
    hours_to_touch_high: float
    limit_c_per_h: float | None
    allowed_c_per_h: float | None
    passes_rule: bool | None
    passes_spread: bool | None
    passes: bool | None
    spread_max_c: float | None
    spread_limit_c: float | None
    biot: float
    t_1h_c: float | None
    t_4h_c: float | None
    t_12h_c: float | None
    curve: list[list[float]]


class CoolAnswer(Answer):
    """Answer of the cool reckoner."""

    values: CoolValues


def _allowed(of: Cooling, limit_c: float, from_c: float, to_c: float) -> float | None:
    """Return the fall that would just keep the spread at its limit for ever, °C/h."""
    body = of.body
    if of.unevenness <= 0:
        return None
    per = limit_c / (body.spread_factor * of.unevenness * body.far_m**2)
    ends = (from_c, (from_c + to_c) / 2, to_c)
    return 3600 * min(per * body.metal.conductivity(t) / stored_j_per_m3_k(body, t) for t in ends)


def _biot(of: Cooling) -> float:
    body, hot = of.body, of.start_c
    size, lying = body.air_size
    flux = bare_loss_w_per_m2(hot, of.room_c, size, body.metal.emissivity, lying=lying)
    return flux / (hot - of.room_c) * body.depth_m / body.metal.conductivity(hot)


def _spans(given: CoolGiven, run: CoolRun) -> tuple[tuple[float | None, float | None], ...]:
    """Return low and high of the fastest hour, and of the hours to touch."""
    filling, watch = media().get(given.medium), given.watch_c
    stated_sigma = given.medium_sigma
    medium = (filling.sigma_ln_k if stated_sigma is None else stated_sigma) if filling else 0.0
    loss = 0.0 if filling else given.sigma_of_loss()
    if given.shape == "casting" and filling:
        # Its skin is guessed from its wall, and the medium takes heat through it.
        medium = math.hypot(medium, AREA_SIGMA)

    def tried(factor: float) -> CoolRun:
        moved = {"medium_factor": factor} if filling else {"loss_factor": factor}
        return run_cooling(cooling_of(given, **moved))

    runs = [tried(math.exp(way * (medium or loss))) for way in (-1, 1)]
    centre = fastest_hour_c_per_h(run, *watch)
    peaks = [fastest_hour_c_per_h(one, *watch) for one in runs]
    touches = [one.hours_to(given.touch_c) for one in runs]
    return (
        span_of(centre, [(peaks[0], peaks[1])], HEAT_SIGMA),
        span_of(run.hours[-1], [(touches[0], touches[1])], HEAT_SIGMA),
    )


def _curve(given: CoolGiven, run: CoolRun) -> list[list[float]]:
    start, end = given.start_c, given.touch_c
    falls = (start + (end - start) * n / CURVE_STEPS for n in range(CURVE_STEPS + 1))
    return [[round(run.hours_to(t) or 0.0, 4), round(t, 1)] for t in falls]


@lru_cache(maxsize=256)
def centre_of(given: CoolGiven) -> CoolValues:
    """Return the fall as it most likely goes, its ranges left at its centre: a third of the work,
    where several media are held side by side."""
    return _values(given, run_cooling(cooling_of(given)))


def _values(given: CoolGiven, run: CoolRun) -> CoolValues:
    of, (top, bottom) = cooling_of(given), given.watch_c
    body = of.body
    peak = fastest_hour_c_per_h(run, top, bottom)
    spreads = body.far_m > 0
    limit_c = spread_limit_c(body, given.restraint) if spreads else None
    spread = max(run.spread_c) if spreads else None
    rule = None if given.limit is None or peak is None else peak <= given.limit
    bears = None if spread is None or limit_c is None else spread <= limit_c
    judged = [one for one in (rule, bears) if one is not None]
    return CoolValues(
        mass_kg=body.mass_kg, area_m2=body.area_m2, envelope_m2=body.envelope_m2,
        peak_c_per_h=peak, peak_low_c_per_h=peak, peak_high_c_per_h=peak,
        mean_c_per_h=mean_c_per_h(run, top, bottom), watch_from_c=top, watch_to_c=bottom,
        hours_to_300=run.hours_to(300), hours_to_100=run.hours_to(100),
        hours_to_touch=run.hours[-1], hours_to_touch_low=run.hours[-1],
        hours_to_touch_high=run.hours[-1], limit_c_per_h=given.limit,
        allowed_c_per_h=_allowed(of, limit_c, top, bottom) if limit_c is not None else None,
        passes_rule=rule, passes_spread=bears, passes=all(judged) if judged else None,
        spread_max_c=spread, spread_limit_c=limit_c, biot=_biot(of),
        t_1h_c=run.at_h(1), t_4h_c=run.at_h(4), t_12h_c=run.at_h(12), curve=_curve(given, run),
    )  # fmt: skip


@lru_cache(maxsize=128)
def reckon_cool(given: CoolGiven) -> CoolAnswer:
    """Return the hours to touch, the fastest hour, and whether rule and spread are kept.

    Valid for convex-ish bodies of 3 to 200 mm in still air indoors or a dry medium, iron and steel
    to 720 °C, aluminium to 500 °C; °C, h, mm, kg. Source: Steiner's shells and finite volumes for
    media (Johansen, EN 14317, EN 14063, ASTM C892, C155), Churchill and Chu for air. Raises
    Refused for a measure the shape is told by left out and for tubes that are to be buried.
    """
    of = cooling_of(given)
    run = run_cooling(of)
    (peak_low, peak_high), (touch_low, touch_high) = _spans(given, run)
    values = _values(given, run).model_copy(
        update={
            "peak_low_c_per_h": peak_low,
            "peak_high_c_per_h": peak_high,
            "hours_to_touch_low": touch_low or run.hours[-1],
            "hours_to_touch_high": touch_high or run.hours[-1],
        }
    )
    return CoolAnswer(values=values, working=_working(given, values), cautions=_cautions(given, of))


def _working(given: CoolGiven, values: CoolValues) -> list[Working]:
    source = LOSS_SOURCE if given.medium in ("still-air", "furnace-ramp") else CHAIN_SOURCE
    filling = media().get(given.medium)
    if filling is not None:
        source = f"{CHAIN_SOURCE}; {filling.source}"
    start_text = f"{short(values.mass_kg, 3)} kg from {short(given.start_c, 4)} °C"
    lines = [
        Working(
            name="hours_to_touch", value=values.hours_to_touch, unit="h",
            low=values.hours_to_touch_low, high=values.hours_to_touch_high,
            formula="sum of mass * heat per degree / what it loses, down to a hand's heat",
            inserted=f"{start_text} to {given.touch_c:g} °C, {given.medium}", source=source,
            note=_learnt(given) or TOUCH_SOURCE,
        ),
        Working(
            name="peak_c_per_h", value=values.peak_c_per_h, unit="°C/h",
            low=values.peak_low_c_per_h, high=values.peak_high_c_per_h,
            formula="the most it falls in any one hour of the watched range",
            inserted=f"{short(values.watch_from_c, 3)} to {short(values.watch_to_c, 3)} °C",
            source=source,
        ),
    ]  # fmt: skip
    if values.spread_max_c is not None and values.spread_limit_c is not None:
        spread = values.spread_max_c
        lines.append(
            Working(
                name="spread_max_c", value=spread, unit="K",
                low=spread * math.exp(-SPREAD_SIGMA), high=spread * math.exp(SPREAD_SIGMA),
                formula="shape * unevenness * fall * far^2 * rho * c / k, as it builds up and "
                "evens out",
                inserted=f"unevenness {short(given.unevenness_share, 2)}, at most "
                f"{short(values.spread_limit_c, 3)} °C",
                source=LIMIT_SOURCE,
            )
        )  # fmt: skip
    return lines


def _learnt(given: CoolGiven) -> str:
    factor = given.medium_factor if given.medium in media() else given.loss_factor
    if factor == 1:
        return ""
    return f"it loses {short(factor, 3)} of the usual here, fitted to your log"


def _cautions(given: CoolGiven, of: Cooling) -> list[Caution]:
    said: list[Caution] = []
    filling = media().get(given.medium)
    if filling is not None:
        said.append(
            Caution(level="warn", text=filling.care,
                    reason="Its dust harms eyes and lungs; damp in it chills and spits.",
                    source="safety data of the medium")
        )  # fmt: skip
    if given.start_c > of.body.metal.top_c:
        said.append(
            Caution(level="warn", text=f"Over {say.c(of.body.metal.top_c)} these hours do not "
            "hold.",
                    reason="The metal gives off heat of its own as its structure changes there.",
                    source=of.body.metal.source)
        )  # fmt: skip
    return said


COOL = Reckoner(
    "cool",
    "When may it be touched, and does it fall slowly enough?",
    CoolGiven,
    CoolAnswer,
    reckon_cool,
)
