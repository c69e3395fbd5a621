"""The shipped tables, each row with its source. CSV headings are known to this file alone."""

import csv
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from importlib.resources import files
from typing import TYPE_CHECKING, Literal

from pellak.core import marks

Joint = Literal[
    "butt", "tipped-edge", "outside-corner", "tee", "lap", "cluster", "pipe-butt", "casting-crack"
]


@cache
def rows(name: str) -> tuple[Mapping[str, str], ...]:
    """Return the rows of a shipped CSV table as text, keyed by its headings.

    Measures in braces become marks, as in every sentence."""
    text = files(__name__).joinpath(name).read_text(encoding="utf-8")
    return tuple(csv.DictReader(marks.of_table(text).splitlines()))


if TYPE_CHECKING:
    Family = str
    MetalFamily = str
else:
    # The words themselves are rows: a family more is no line of code.
    Family = Literal[tuple(row["family"] for row in rows("heat_families.csv"))]
    MetalFamily = Literal[tuple(row["family"] for row in rows("metal_families.csv"))]
    """Families a job may be of: heat knows fewer, since some conduct alike."""


@dataclass(frozen=True)
class HeatFamily:
    """Constants of the plate model for one family of metal."""

    family: Family
    name: str
    conductivity_w_per_m_k: float
    density_kg_per_m3: float
    specific_heat_j_per_kg_k: float
    melting_c: float
    latent_heat_j_per_kg: float
    latent_share: float
    coupling: float
    heat_to_melt_j_per_g: float
    """From 20 °C to just molten: sensible and latent heat."""
    gas_rule_l_per_h_per_mm: float
    fierce_below_s: float | None
    """On sheet a puddle quicker than this cannot be steered, whatever its ratio."""
    thickest_rod_mm: float
    sigma_ln_hand: float
    wide_until_logged: bool
    """Times are good to a factor of two at best until puddles of the hand have been logged."""
    grain_change_c: float | None
    source: str


@cache
def heat_families() -> Mapping[str, HeatFamily]:
    """Return the heat constants by family id."""
    return {
        row["family"]: HeatFamily(
            family=row["family"],
            name=row["name"],
            conductivity_w_per_m_k=float(row["conductivity_W_mK"]),
            density_kg_per_m3=float(row["density_kg_m3"]),
            specific_heat_j_per_kg_k=float(row["specific_heat_J_kgK"]),
            melting_c=float(row["melting_C"]),
            latent_heat_j_per_kg=1000 * float(row["latent_heat_kJ_kg"]),
            latent_share=float(row["latent_share"]),
            coupling=float(row["coupling"]),
            gas_rule_l_per_h_per_mm=float(row["gas_rule_l_per_h_per_mm"]),
            heat_to_melt_j_per_g=float(row["heat_to_melt_J_g"]),
            fierce_below_s=float(row["fierce_below_s"]) if row["fierce_below_s"] else None,
            thickest_rod_mm=float(row["thickest_rod_mm"]),
            sigma_ln_hand=float(row["sigma_ln_hand"]),
            wide_until_logged=row["wide_until_logged"] == "yes",
            grain_change_c=float(row["grain_change_C"]) if row["grain_change_C"] else None,
            source=row["source"],
        )
        for row in rows("heat_families.csv")
    }


@dataclass(frozen=True)
class ThermalRow:
    """Mean properties from room temperature to melting, and strength at room temperature."""

    thermal_id: str
    conductivity_w_per_m_k: float
    density_kg_per_m3: float
    specific_heat_j_per_kg_k: float
    solidus_c: float
    liquidus_c: float
    latent_heat_j_per_kg: float
    expansion_per_k: float
    youngs_pa: float
    uts_pa: float
    poisson: float
    emissivity: float
    """Oxidised, as it is when it was hot before."""
    source: str


@cache
def thermal_rows() -> Mapping[str, ThermalRow]:
    """Return the thermal and strength rows by id."""
    return {
        row["id"]: ThermalRow(
            thermal_id=row["id"],
            conductivity_w_per_m_k=float(row["conductivity_W_mK"]),
            density_kg_per_m3=float(row["density_kg_m3"]),
            specific_heat_j_per_kg_k=float(row["specific_heat_J_kgK"]),
            solidus_c=float(row["solidus_C"]),
            liquidus_c=float(row["liquidus_C"]),
            latent_heat_j_per_kg=1000 * float(row["latent_heat_kJ_kg"]),
            expansion_per_k=1e-6 * float(row["expansion_1e6_per_K"]),
            youngs_pa=1e9 * float(row["youngs_GPa"]),
            uts_pa=1e6 * float(row["uts_MPa"]),
            poisson=float(row["poisson"]),
            emissivity=float(row["emissivity_oxidised"]),
            source=row["source"],
        )
        for row in rows("thermal.csv")
    }


@dataclass(frozen=True)
class JointRow:
    """A joint form and how many plate halves carry heat away from it."""

    joint: Joint
    name: str
    heat_paths: int
    source: str


@cache
def joints() -> Mapping[str, JointRow]:
    """Return the joints by id."""
    return {
        row["joint"]: JointRow(
            row["joint"],  # type: ignore[arg-type]  # a word of the table, held by test_words
            row["name"],
            int(row["heat_paths"]),
            row["source"],
        )
        for row in rows("joints.csv")
    }


@dataclass(frozen=True)
class Drill:
    """A number drill, the size by which tip cleaners and bores are named."""

    drill: str
    diameter_mm: float


@cache
def number_drills() -> tuple[Drill, ...]:
    """Return the number drills, smallest first."""
    numbered = [
        Drill(row["drill"], float(row["diameter_mm"]))
        for row in rows("drills.csv")
        if row["drill"].startswith("#")
    ]
    return tuple(sorted(numbered, key=lambda drill: drill.diameter_mm))


@cache
def gauge_thicknesses_mm() -> Mapping[str, Mapping[str, float]]:
    """Return thickness by gauge system and gauge.

    Source: each row of `gauges.csv` names its own

    >>> gauge_thicknesses_mm()['sheet-steel']['18']
    1.214
    """
    systems: dict[str, dict[str, float]] = {}
    for row in rows("gauges.csv"):
        systems.setdefault(row["system"], {})[row["gauge"]] = float(row["thickness_mm"])
    return systems
