"""The heat reckoner: what this flame does to this piece."""

from collections.abc import Callable

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import (
    Answer,
    Caution,
    Reckoner,
    Record,
    ValidRange,
    Working,
    complaints,
    inserted,
)
from pellak.core.heat.case import HeatCase
from pellak.core.heat.solve import HeatGiven, HeatOutcome, HeatSolution, solve_heat
from pellak.core.heat.verdict import puddle_verdict
from pellak.core.metal.alloy import metal_named
from pellak.core.metal.composition import Composition, checked
from pellak.core.metal.hardness import FORMULA as HARDNESS_FORMULA
from pellak.core.metal.hardness import SCATTER_HV as HARDNESS_SCATTER_HV
from pellak.core.metal.hardness import SOURCE as HARDNESS_SOURCE
from pellak.core.metal.hardness import hardness_numbers, haz_hardness_hv
from pellak.core.tables.metal_families import traits_of

SOURCE = (
    "moving Gaussian source on a plate with insulated faces (Carslaw and Jaeger, Conduction of "
    "Heat in Solids, 2nd ed., ch. 10 and 14); heat taken up by the metal fitted to long-published "
    "gas-welding charts"
)
VALID_RANGES = (ValidRange("thickness_mm", 0.8, 6.0, "mm"),)
MM_PER_MIN = 60_000.0
LIFT_OFF_RADII, LIFT_OFF_DIFFUSION_SHARE = 1.5, 1.2
"""The pool gains 15 % where the end of the seam is 1.5 cone radii and 1.2 alpha/v away, by the
mirror source of this same model."""
FORMULAS = {
    "wet_s": "solve rise(0, 0, 0, seconds) = Tm - T0 + phi * L / cp",
    "puddle_s": "solve rise(0, (h + 2) / 2, 0, seconds) = Tm - T0 + phi * L / cp",
    "through_s": "solve rise(0, 0, h, seconds) = Tm - T0 + phi * L / cp",
    "full_travel_mm_per_min": "greatest v with max rise(x, 0, h, 60 s) = Tm - T0 + phi * L / cp",
    "travel_mm_per_min": "0.85 * v_full",
    "pool_width_mm": "2 * y where max rise(x, y, 0, 60 s) = Tm - T0",
    "haz_width_mm": "y where max T(x, y, 0, 60 s) = T_grain, less w_pool / 2",
    "t85_s": "seconds from 800 to 500 °C at y = w_pool / 2 behind a torch moving at v",
    "heat_input_kj_per_mm": "(P_cone + P_envelope) / v * 60 / 1000",
    "gas_l_per_m": "Q / 60 / v * 1000",
    "lift_off_mm": "1.5 * a_cone + 1.2 * alpha * 60 / v",
}
MODEL_SCATTER_RATIO = {
    "through_s": 0.13,
    "pool_width_mm": 0.12,
    "haz_width_mm": 0.15,
    "t85_s": 0.20,
    "lift_off_mm": 0.15,
}
"""What the linear model itself misses, against a solution with properties that vary with heat.

The hand's range alone would look too sure: a hot hand also runs faster, so widths hardly move.
"""
UNITS = {"s": "s", "mm_per_min": "mm/min", "kj_per_mm": "kJ/mm", "l_per_m": "L/m", "mm": "mm"}


class HeatValues(Record):
    """Headline values; None where it never happens or does not apply to the metal."""

    wet_s: float | None
    puddle_s: float | None
    through_s: float | None
    full_travel_mm_per_min: float | None
    travel_mm_per_min: float | None
    pool_width_mm: float | None
    haz_width_mm: float | None
    t85_s: float | None
    haz_hv: float | None = None
    heat_input_kj_per_mm: float | None
    gas_l_per_m: float | None
    lift_off_mm: float | None
    matched_puddle_s: float | None
    verdict: str


class HeatAnswer(Answer):
    """Answer of the heat reckoner."""

    values: HeatValues


def _pool_mm(outcome: HeatOutcome) -> float | None:
    travel = outcome.travel
    if travel is None or travel.pool_half_width_m is None:
        return None
    return 2000 * travel.pool_half_width_m


def _haz_mm(outcome: HeatOutcome) -> float | None:
    travel, pool_mm = outcome.travel, _pool_mm(outcome)
    if travel is None or pool_mm is None or travel.grain_change_reach_m is None:
        return None
    return 1000 * travel.grain_change_reach_m - pool_mm / 2


def _moving(of_speed: Callable[[HeatCase, float], float]) -> Callable[[HeatOutcome], float | None]:
    def figure(outcome: HeatOutcome) -> float | None:
        travel = outcome.travel
        return None if travel is None else of_speed(outcome.case, travel.travel_m_per_s)

    return figure


FIGURES: dict[str, Callable[[HeatOutcome], float | None]] = {
    "wet_s": lambda o: o.wet_s,
    "puddle_s": lambda o: o.puddle_s,
    "through_s": lambda o: o.through_s,
    "full_travel_mm_per_min": lambda o: (
        None if o.travel is None else MM_PER_MIN * o.travel.full_m_per_s
    ),
    "travel_mm_per_min": _moving(lambda case, v: MM_PER_MIN * v),
    "pool_width_mm": _pool_mm,
    "haz_width_mm": _haz_mm,
    "t85_s": lambda o: (
        o.travel.cooling_s if o.travel and o.case.family.grain_change_c is not None else None
    ),
    "heat_input_kj_per_mm": _moving(lambda case, v: sum(case.power_w) / v / 1e6),
    "gas_l_per_m": _moving(lambda case, v: case.acetylene_l_per_h / 3600 / v),
    "lift_off_mm": _moving(
        lambda case, v: (
            1000
            * (
                LIFT_OFF_RADII * case.core_radius_m
                + LIFT_OFF_DIFFUSION_SHARE * case.diffusivity_m2_per_s / v
            )
        )
    ),
}


def _numbers(outcome: HeatOutcome) -> dict[str, float]:
    case, metal = outcome.case, outcome.case.family
    numbers = {
        "Tm": metal.melting_c,
        "T0": case.start_c,
        "phi": metal.latent_share,
        "L": metal.latent_heat_j_per_kg,
        "cp": metal.specific_heat_j_per_kg_k,
        "h": case.thickness_mm,
        "Q": case.acetylene_l_per_h,
        "P_cone": case.power_w[0],
        "P_envelope": case.power_w[1],
        "a_cone": 1000 * case.core_radius_m,
        "alpha": 1e6 * case.diffusivity_m2_per_s,
    }
    if metal.grain_change_c is not None:
        numbers["T_grain"] = metal.grain_change_c
    if outcome.travel is not None:
        numbers["v"] = MM_PER_MIN * outcome.travel.travel_m_per_s
        numbers["v_full"] = MM_PER_MIN * outcome.travel.full_m_per_s
    pool_mm = _pool_mm(outcome)
    if pool_mm is not None:
        numbers["w_pool"] = pool_mm
    return numbers


# v is an unknown, not a number, on the lines that solve for it.
_UNKNOWN = {"full_travel_mm_per_min": {"v"}}


def _working(name: str, solution: HeatSolution, note: str) -> Working:
    figure = FIGURES[name]
    # The figure itself counts too: widths and cooling can peak between a cool and a hot hand.
    ends = [figure(solution.cool), figure(solution.hot), figure(solution.expected)]
    reached = [end for end in ends if end is not None]
    whole = len(reached) == len(ends)
    # Where one hand never gets there the range is open: seconds upwards, speeds downwards.
    never_is_late = name in ("wet_s", "puddle_s", "through_s")
    scatter = 1 + MODEL_SCATTER_RATIO.get(name, 0.0)
    numbers = {
        k: v for k, v in _numbers(solution.expected).items() if k not in _UNKNOWN.get(name, ())
    }
    notes = [note] if note else []
    if solution.expected.case.hand_sigma is not None:
        factor = solution.expected.case.hand_factor
        notes.append(f"the hand’s own factor, ×{factor:.2f} of the model’s heat, from its log")
    if reached and not whole:
        notes.append("at one end of the range of hands it is not reached")
    if figure(solution.expected) is None:
        notes.append("not reached, or not meant for this metal")
    return Working(
        name=name,
        value=figure(solution.expected),
        unit=next(unit for suffix, unit in UNITS.items() if name.endswith(suffix)),
        low=min(reached) / scatter if reached and (whole or never_is_late) else None,
        high=max(reached) * scatter if reached and (whole or not never_is_late) else None,
        formula=FORMULAS[name],
        inserted=inserted(FORMULAS[name], numbers),
        source=SOURCE,
        valid=not note,
        note="; ".join(notes),
    )


def _cautions(given: HeatGiven, solution: HeatSolution) -> list[Caution]:
    cautions = []
    case = solution.expected.case
    if solution.expected.travel is None:
        cautions.append(
            Caution(
                level="warn",
                text="The back of the sheet will not wet at any speed with this flame. "
                "Bevel it and plan the root face, fit a larger tip, or preheat.",
                reason="The plate carries heat away sideways faster than it reaches the back.",
                source=SOURCE,
            )
        )
    if case.family.wide_until_logged and case.hand_sigma is None:
        cautions.append(
            Caution(
                level="note",
                text="Times on this metal are good to a factor of two at best until puddles "
                "have been logged. Try it on an offcut.",
                reason="Flux, stand-off and how soft the flame is set change the heat more than "
                "the thickness does.",
                source="scatter of hands and torches about the fitted plate model",
            )
        )
    return cautions


def _hardness(composition: Composition | None, solution: HeatSolution) -> list[Working]:
    """Return the hardness beside the seam, for a hardenable steel whose analysis is known."""
    if composition is None:
        return []
    t85_s = FIGURES["t85_s"](solution.expected)
    if t85_s is None:
        return []
    value = haz_hardness_hv(composition, t85_s)
    return [
        Working(
            name="haz_hv",
            value=value,
            unit="HV",
            low=value - HARDNESS_SCATTER_HV,
            high=value + HARDNESS_SCATTER_HV,
            formula=HARDNESS_FORMULA,
            inserted=inserted(HARDNESS_FORMULA, hardness_numbers(composition, t85_s)),
            source=HARDNESS_SOURCE,
            note="beside the seam, from this start; held between bainite's and martensite's",
        )
    ]


def heat_answer(
    given: HeatGiven, solution: HeatSolution, composition: Composition | None = None
) -> HeatAnswer:
    """Word a solved heat question as an answer with its working.

    `composition` is the analysis of a hardenable steel, None where hardness is not asked for.
    """
    expected, case = solution.expected, solution.expected.case
    band = puddle_verdict(
        case.family.family, case.thickness_mm, expected.puddle_s, solution.matched_puddle_s
    )
    note = complaints(VALID_RANGES, {"thickness_mm": given.thickness_mm})
    hardness = _hardness(composition, solution)
    return HeatAnswer(
        values=HeatValues(
            **{name: figure(expected) for name, figure in FIGURES.items()},
            haz_hv=hardness[0].value if hardness else None,
            matched_puddle_s=solution.matched_puddle_s,
            verdict=band.verdict,
        ),
        working=[*(_working(name, solution, note) for name in FIGURES), *hardness],
        cautions=_cautions(given, solution),
    )


def reckon_heat(given: HeatGiven) -> HeatAnswer:
    """Return what a flame does to a piece: times, speed, widths, cooling, gas.

    Seconds, mm/min, mm and °C, each with the spread of hands. Valid for plates wide against the
    flame, fitted to 0.5 to 3.2 mm; thicker, one pool through the wall is not how they are welded.
    Source: moving Gaussian spots on a plate (Carslaw and Jaeger, section 14.3), losses and shares
    fitted to published puddle times and speeds.
    Raises Refused for a metal that would not be solid at the start, and for an analysis beside an
    alloy or without a family.
    """
    return heat_answer(given, solve_heat(given), _analysis(given))


def _analysis(given: HeatGiven) -> Composition | None:
    """Return the analysis of a hardenable steel, as told or of its alloy; None of any other."""
    if given.composition is not None:
        if given.alloy is not None or given.family is None:
            raise Refused("composition", given.composition, "an analysis with family, or an alloy")
        return checked(given.composition) if traits_of(given.family).hardenable else None
    metal = metal_named(given.alloy) if given.alloy is not None else None
    return metal.composition if metal is not None and metal.traits.hardenable else None


HEAT = Reckoner(
    "heat",
    "How soon does it puddle, how fast may the seam run, how wide does it get hot?",
    HeatGiven,
    HeatAnswer,
    reckon_heat,
)
