"""The flame reckoner: kind, temperature, gases, cone and feather for an oxygen ratio.

Temperature and gases: adiabatic equilibrium, 1 atm, 20 °C; scripts/flame_table.py, GRI-Mech 3.0.
"""

import math
from collections.abc import Mapping
from functools import cache, lru_cache
from typing import Literal

import numpy as np
from pydantic import Field

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Answer, Caution, Number, Reckoner, Record, Working, inserted
from pellak.core.tables import Family, heat_families, rows

FlameKind = Literal["carburising", "neutral", "oxidising"]
Process = Literal["fusion"]
SPECIES = ("CO", "H2", "H", "CO2", "H2O", "O2", "O", "OH", "C2H2")
CARBURISING_BELOW = 0.98
OXIDISING_ABOVE = 1.12
FEATHER_SLOPE = 0.075
FEATHER_FORMULA = "1 + (1 - beta) / 0.075"
FEATHER_SOURCE = (
    "linear approximation through 2X near 0.925 and 3X near 0.85, engineering judgement"
)
CONE_FORMULA = "d / 2 * sqrt((v / S)^2 - 1)"
CONE_SOURCE = "premixed cone: burning speed times cone area equals flow (Lewis and von Elbe)"
NEUTRAL_BURNING_SPEED_M_PER_S = 10.0
RICH_SPEED_LOSS_PER_RATIO = 1.5
"""Burning speed falls by this share for each unit of oxygen ratio below 1: judgement."""
CONE_SCATTER = 0.2
TABLE_SOURCE = (
    "adiabatic equilibrium at 1 atm from 20 °C, GRI-Mech 3.0 species, high-temperature fits"
)
TABLE_SPAN_K = 20.0
"""Equilibrium assumes no heat lost and no soot; a real cone is somewhat cooler."""


class FlameGiven(Record):
    """Say the flame one way: oxygen ratio, feather ratio, or the metal and process it is for."""

    oxygen_ratio: Number | None = Field(default=None, ge=0.7, le=3.0)
    feather_ratio: Number | None = Field(default=None, ge=1.0, le=4.5)
    metal: Family | None = None
    process: Process | None = None
    orifice_mm: Number | None = Field(default=None, ge=0.1, le=20)
    jet_m_per_s: Number | None = Field(default=None, ge=11, le=500)


class FlameValues(Record):
    """The flame. `feather_ratio` is null for an oxidising flame, lengths are null without a tip."""

    kind: FlameKind
    oxygen_ratio: float
    feather_ratio: float | None
    temperature_c: float
    species: dict[str, float]
    cone_mm: float | None
    feather_mm: float | None
    set_for: str | None


class FlameAnswer(Answer):
    """Answer of the flame reckoner."""

    values: FlameValues


class FlameSetting(Record):
    """The flame a metal wants, what it looks like and why."""

    family: Family
    process: Process
    oxygen_ratio: float
    feather_low: float
    feather_high: float
    looks: str
    why: str
    source: str


@cache
def flame_settings() -> dict[tuple[str, str], FlameSetting]:
    """Return the settings by (family, process)."""
    return {
        (row["family"], row["process"]): FlameSetting(
            family=row["family"],
            process=row["process"],
            oxygen_ratio=float(row["oxygen_ratio"]),
            feather_low=float(row["feather_low"]),
            feather_high=float(row["feather_high"]),
            looks=row["looks"],
            why=row["why"],
            source=row["source"],
        )
        for row in rows("flame_settings.csv")
    }


@cache
def _table() -> dict[str, np.ndarray]:
    table = rows("flame.csv")
    return {name: np.array([float(row[name]) for row in table]) for name in table[0]}


def flame_temperature_c(oxygen_ratio: float) -> float:
    """Return the equilibrium temperature, °C, for a ratio from 0.7 to 3.0.

    Args:
        oxygen_ratio: oxygen over acetylene by volume, 0.7 to 3

    Source: equilibrium of the burnt gas, table flame.csv

    >>> round(flame_temperature_c(1.0), -1), flame_temperature_c(1.0) < flame_temperature_c(1.5)
    (3050.0, True)
    """
    return float(np.interp(oxygen_ratio, _table()["oxygen_ratio"], _table()["temperature_C"]))


@lru_cache(maxsize=128)
def flame_species(oxygen_ratio: float) -> Mapping[str, float]:
    """Return mole fractions of the burnt gas for a ratio from 0.7 to 3.0.

    The rarest species are interpolated on their logarithm: they change by decades at neutral.

    Args:
        oxygen_ratio: oxygen over acetylene by volume, 0.7 to 3

    Source: equilibrium of the burnt gas, table flame.csv

    >>> round(sum(flame_species(1.1).values()), 2) <= 1
    True
    """
    ratios = _table()["oxygen_ratio"]
    return {
        name: float(np.exp(np.interp(oxygen_ratio, ratios, np.log(_table()[f"x_{name}"]))))
        for name in SPECIES
    }


def flame_kind(oxygen_ratio: float) -> FlameKind:
    """Return carburising below 0.98, oxidising above 1.12, neutral between.

    Args:
        oxygen_ratio: oxygen over acetylene by volume, 0.7 to 3

    Source: the ratios at which a feather goes and a cone sharpens, practice texts of gas
    welding

    >>> flame_kind(0.9), flame_kind(1.05), flame_kind(1.3)
    ('carburising', 'neutral', 'oxidising')
    """
    if oxygen_ratio < CARBURISING_BELOW:
        return "carburising"
    return "oxidising" if oxygen_ratio > OXIDISING_ABOVE else "neutral"


def burning_speed_m_per_s(oxygen_ratio: float) -> float:
    """Return the burning speed the cone length is reckoned with, m/s; about 10 when neutral.

    Args:
        oxygen_ratio: oxygen over acetylene by volume, 0.7 to 3

    Source: CONE_SOURCE; the loss on the rich side is judgement

    >>> burning_speed_m_per_s(1.05)
    10.0
    """
    rich = max(0.0, 1.0 - oxygen_ratio)
    return NEUTRAL_BURNING_SPEED_M_PER_S * (1 - RICH_SPEED_LOSS_PER_RATIO * rich)


def cone_length_mm(orifice_mm: float, jet_m_per_s: float, burning_speed_m_per_s: float) -> float:
    """Return the inner cone's length, mm, for a jet faster than the burning speed.

    Source: CONE_SOURCE; a straight-sided cone, good to about a fifth.

    Args:
        orifice_mm: bore of one jet, mm, above 0
        jet_m_per_s: jet speed, m/s, above the burning speed
        burning_speed_m_per_s: of the mixture, m/s

    >>> round(cone_length_mm(0.9, 131.5, 10.0), 2)
    5.9
    """
    return orifice_mm / 2 * math.sqrt(math.pow(jet_m_per_s / burning_speed_m_per_s, 2) - 1)


def _ratio(given: FlameGiven) -> float:
    named = [given.oxygen_ratio, given.feather_ratio, given.metal]
    if sum(value is not None for value in named) != 1:
        raise Refused(
            "oxygen_ratio", given.oxygen_ratio, "one of oxygen_ratio, feather_ratio or metal"
        )
    if given.oxygen_ratio is not None:
        return given.oxygen_ratio
    if given.feather_ratio is not None:
        return 1 - FEATHER_SLOPE * (given.feather_ratio - 1)
    assert given.metal is not None
    return flame_settings()[given.metal, given.process or "fusion"].oxygen_ratio


def _feather_ratio(oxygen_ratio: float) -> float | None:
    if flame_kind(oxygen_ratio) == "oxidising":
        return None
    return 1 + max(0.0, 1 - oxygen_ratio) / FEATHER_SLOPE


def _lengths(given: FlameGiven, ratio: float, feather: float | None) -> list[Working]:
    if given.orifice_mm is None or given.jet_m_per_s is None:
        return []
    speed = burning_speed_m_per_s(ratio)
    cone = cone_length_mm(given.orifice_mm, given.jet_m_per_s, speed)
    numbers = {"d": given.orifice_mm, "v": given.jet_m_per_s, "S": speed}
    lines = [("cone_mm", cone, CONE_FORMULA)]
    if feather is not None:
        lines.append(("feather_mm", cone * feather, "X * cone"))
        numbers |= {"X": feather, "cone": cone}
    return [
        Working(
            name=name,
            value=value,
            unit="mm",
            low=value * (1 - CONE_SCATTER),
            high=value * (1 + CONE_SCATTER),
            formula=formula,
            inserted=inserted(formula, numbers),
            source=CONE_SOURCE,
            note=f"by eye; S is about {say.m_per_s(10)} neutral, slower when rich",
        )
        for name, value, formula in lines
    ]


def reckon_flame(given: FlameGiven) -> FlameAnswer:
    """Return the flame for an oxygen ratio, a feather, or a metal.

    Valid from 0.7 to 3.0 oxygen to acetylene. Source: adiabatic equilibrium with the GRI-Mech 3.0
    species, a shipped table. Raises Refused unless it is said exactly one way.
    """
    ratio = _ratio(given)
    setting = flame_settings()[given.metal, given.process or "fusion"] if given.metal else None
    feather = _feather_ratio(ratio)
    lengths = _lengths(given, ratio, feather)
    by_name = {line.name: line.value for line in lengths}
    temperature_c = flame_temperature_c(ratio)
    kind = flame_kind(ratio)
    working = [
        Working(
            name="temperature_c",
            value=temperature_c,
            unit="°C",
            low=temperature_c - 10 * TABLE_SPAN_K,
            high=temperature_c + TABLE_SPAN_K,
            formula="equilibrium temperature at oxygen ratio beta",
            inserted=inserted("equilibrium temperature at oxygen ratio beta", {"beta": ratio}),
            source=TABLE_SOURCE,
            note="an upper bound: a real flame loses heat and draws in air",
        ),
        Working(
            name="kind",
            value=kind,
            formula="carburising below 0.98, oxidising above 1.12",
            inserted=f"oxygen to acetylene {ratio:.3g}",
            source="usual division by the look of the cone; limits are judgement",
        ),
        *lengths,
    ]
    if feather is not None:
        working.append(
            Working(
                name="feather_ratio",
                value=feather,
                unit="X",
                formula=FEATHER_FORMULA,
                inserted=inserted(FEATHER_FORMULA, {"beta": min(1.0, ratio)}),
                source=FEATHER_SOURCE,
                valid=ratio >= 0.775,
                note="" if ratio >= 0.775 else "beyond 4X the approximation is not checked",
            )
        )
    cautions = []
    if kind == "oxidising":
        cautions.append(
            Caution(
                level="warn",
                text="Oxidising: not for fusion welding any metal planned here.",
                reason="It burns steel, foams the pool and thickens the skin on aluminium.",
                source="gas-welding practice texts",
            )
        )
    set_for = None
    if setting is not None:
        set_for = f"{setting.looks}: {heat_families()[setting.family].name}, {setting.why}"
    return FlameAnswer(
        values=FlameValues(
            kind=kind,
            oxygen_ratio=ratio,
            feather_ratio=feather,
            temperature_c=temperature_c,
            species=flame_species(ratio),
            cone_mm=by_name.get("cone_mm"),
            feather_mm=by_name.get("feather_mm"),
            set_for=set_for,
        ),
        working=working,
        cautions=cautions,
    )


FLAME = Reckoner(
    "flame",
    "What flame is this, how hot, how long its cone and feather?",
    FlameGiven,
    FlameAnswer,
    reckon_flame,
)
