"""How the figures of a soak came about, for the person who wants to follow them."""

import math

from pellak.core import say
from pellak.core.answer.working import ValidRange, Working, complaints, inserted, short
from pellak.core.body.bare_loss import SOURCE as LOSS_SOURCE
from pellak.core.body.body import SHAPE_SOURCE
from pellak.core.body.soak_given import SPREAD_SIGMA, SoakGiven
from pellak.core.body.soak_values import SoakValues
from pellak.core.body.soaking import GAS_C, HEAT_W_PER_L_PER_H, UPTAKE, Soaking
from pellak.core.body.spread import LIMIT_SOURCE, RESTRAINT_SHARE

THICKNESS = ValidRange("thickness", 3, 200, "mm")
TAKEN_FORMULA = "x * (Tg - T) / (1 + x * a / (s * k * A))"
FLAME_SOURCE = (
    "heat of combustion of acetylene, 53.3 kJ/L; the share a cold body takes from a moving head, "
    "0.30 (heating-head practice), falls as the skin nears the gas"
)
RUN_SOURCE = "lumped body with a lag over its depth and a spread along it, held to voxel reckonings"
LIMIT_FORMULA = "UTS / (2 * r * E * alpha)"


def soak_working(given: SoakGiven, of: Soaking, values: SoakValues) -> list[Working]:
    """Return the lines of working behind a soak's figures."""
    note = complaints(
        (THICKNESS, ValidRange("target", 20, of.body.metal.top_c, "°C")),
        {"thickness": 2000 * of.body.depth_m, "target": given.target_c},
    )
    if values.biot > 1:
        note = "; ".join([*([note] if note else []), "too thick for one mean temperature"])
    valid = note == ""
    lines = [
        Working(
            name="mass_kg", value=values.mass_kg, unit="kg", formula="volume * density",
            inserted=f"{short(of.body.volume_m3 * 1e6, 4)} cm³ at "
            f"{of.body.metal.density_kg_per_m3:g} kg/m³",
            source=f"{SHAPE_SOURCE}; {of.body.metal.source}",
        ),
        _taken(given, of, values),
        Working(
            name="loss_w", value=values.loss_w, unit="W",
            formula="bare skin * its loss + what the insulation lets through",
            inserted=f"{short(of.bare_m2, 3)} m² bare at {short(given.target_c, 4)} °C",
            source=LOSS_SOURCE,
        ),
        Working(
            name="ceiling_c", value=values.ceiling_c, unit="°C",
            low=values.ceiling_low_c, high=values.ceiling_high_c,
            formula="where all the flame gives is lost again",
            inserted=f"{short(given.acetylene_l_per_h, 5)} L/h", source=RUN_SOURCE,
            valid=valid, note=note,
        ),
        Working(
            name="minutes", value=values.minutes, unit="min", low=values.minutes_low,
            high=values.minutes_high,
            formula="sum of mass * heat per degree / (taken up - lost)",
            inserted=f"{short(values.mass_kg, 3)} kg from {short(given.begins_c, 3)} to "
            f"{short(given.target_c, 4)} °C",
            source=RUN_SOURCE, valid=valid,
            note=note or _learnt(given) or ("" if values.reaches else "it does not get there"),
        ),
        Working(
            name="acetylene_m3", value=values.acetylene_m3, unit="m³",
            low=values.acetylene_low_m3, high=values.acetylene_high_m3,
            formula="flow * time with the flame on",
            inserted=f"{short(given.acetylene_l_per_h, 5)} L/h", source=RUN_SOURCE,
        ),
    ]  # fmt: skip
    if values.spread_max_c is not None and values.spread_limit_c is not None:
        lines += [_spread(of, values, values.spread_max_c), _limit(given, of, values)]
    lines.append(
        Working(
            name="dwell_max_s", value=values.dwell_max_s, unit="s",
            low=0.7 * values.dwell_max_s, high=1.4 * values.dwell_max_s,
            formula="pi / 4 * (dT / q)^2 * k * rho * c, or dT * rho * c * depth / q if less",
            inserted=f"q {short(of.taken_w(of.start_c) / of.footprint_m2 / 1000, 3)} kW/m²",
            source="Carslaw and Jaeger, a steady flux into thick metal",
            note="the flame goes on before its spot runs away from the rest",
        )
    )  # fmt: skip
    return lines


def _learnt(given: SoakGiven) -> str:
    if given.flame_factor == 1:
        return ""
    return f"your flame gives {short(given.flame_factor, 3)} of the usual, fitted to your log"


def _taken(given: SoakGiven, of: Soaking, values: SoakValues) -> Working:
    numbers = {
        "x": of.film_w_per_k, "Tg": GAS_C, "T": given.target_c, "a": of.depth_m,
        "s": of.body.shape_factor, "k": of.body.metal.conductivity(given.target_c),
        "A": of.heated_m2,
    }  # fmt: skip
    return Working(
        name="absorbed_w", value=values.absorbed_w, unit="W",
        formula=TAKEN_FORMULA, inserted=inserted(TAKEN_FORMULA, numbers), source=FLAME_SOURCE,
        note=f"x = {UPTAKE:g} * {HEAT_W_PER_L_PER_H:g} * flow * share that meets it / (Tg - 20)",
    )  # fmt: skip


def _spread(of: Soaking, values: SoakValues, spread_c: float) -> Working:
    return Working(
        name="spread_max_c", value=spread_c, unit="K", low=spread_c * math.exp(-SPREAD_SIGMA),
        high=spread_c * math.exp(SPREAD_SIGMA),
        formula="shape * (1 - swept) * power * far^2 / (k * volume), as it builds up and evens out",
        inserted=f"far end {short(1000 * of.body.far_m, 3)} mm away, "
        f"{short(100 * of.swept, 2)} % swept",
        source=RUN_SOURCE,
        note=f"full flame would spread it {say.kelvin(values.spread_full_flame_c or 0)}",
    )  # fmt: skip


def _limit(given: SoakGiven, of: Soaking, values: SoakValues) -> Working:
    metal = of.body.metal
    numbers = {
        "UTS": metal.uts_pa / 1e6, "r": RESTRAINT_SHARE[given.restraint],
        "E": metal.youngs_pa / 1e6, "alpha": metal.expansion_per_k,
    }  # fmt: skip
    return Working(
        name="spread_limit_c", value=values.spread_limit_c, unit="K", formula=LIMIT_FORMULA,
        inserted=inserted(LIMIT_FORMULA, numbers), source=LIMIT_SOURCE,
        note="" if given.held else "shown; this metal bears more by yielding",
    )  # fmt: skip
