"""What a cylinder holds: oxygen by its gauge, acetylene by weight, or by gauge as a band."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache

import numpy as np
from pydantic import Field

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Number, Record, Working, inserted
from pellak.core.gas.hose import METER_K, Gas
from pellak.core.tables import rows

ACETYLENE_KG_PER_M3 = 1.11
"""At 15 °C, as the trade weighs it."""
M3_PER_FT3 = 0.028316846592
"""1 ft = 0.3048 m, international foot of 1959."""
SCALE_KG = 0.2
"""What a shop scale and lost solvent leave uncertain."""
GAUGE_BAR = 4.0
"""How far a contents gauge may be out near mid-scale: 2 % of 200 bar."""
ACETYLENE_GAUGE_SHARE = 0.15
FULL_ACETYLENE_C = (0.0, 15.0, 21.0, 30.0)
FULL_ACETYLENE_BAR = (10.5, 15.5, 18.0, 22.0)
OXYGEN_FORMULA = "V / 1000 * (p + 1.013) / 1.013 * 288.15 / T / Z"
OXYGEN_SOURCE = "gas law with a compressibility of 1 - 6e-4 p + 1.5e-6 p^2, fitted to oxygen tables"
WEIGHT_FORMULA = "(m - m_tare) / 1.11"
WEIGHT_SOURCE = "density of acetylene at 15 °C; suppliers fill and sell it by weight"
GAUGE_FORMULA = "V_full * p / p_full"
GAUGE_SOURCE = "acetylene is dissolved: its gauge tells heat as much as content; a band, no more"


@dataclass(frozen=True)
class CylinderSize:
    """A usual size: full content, water capacity and tare, each typical of its class."""

    id: str
    gas: Gas
    content_m3: float
    class_ft3: float | None
    water_capacity_l: float
    full_bar: float
    tare_kg: float
    note: str

    @property
    def said(self) -> str:
        """Its class as it is asked for: by content, or by water and pressure.

        Source: the classes of the table
        """
        if self.class_ft3 is None:
            return f"{say.litres(self.water_capacity_l)} at {say.bar(self.full_bar)}"
        return say.m3(self.class_ft3 * M3_PER_FT3)


@cache
def cylinder_sizes() -> Mapping[str, CylinderSize]:
    """Return the usual sizes by id."""
    return {
        row["id"]: CylinderSize(
            id=row["id"],
            gas=row["gas"],  # type: ignore[arg-type]  # a word of the table, held by test_words
            content_m3=float(row["content_m3"]),
            class_ft3=float(row["class_ft3"]) if row["class_ft3"] else None,
            water_capacity_l=float(row["water_capacity_L"]),
            full_bar=float(row["full_pressure_bar"]),
            tare_kg=float(row["tare_kg_typical"]),
            note=row["note"],
        )
        for row in rows("cylinders.csv")
    }


class CylindersGiven(Record):
    """A cylinder by size or capacity, what gauge or scale says, and what is asked of it.

    `coupled` is how many like it feed one manifold.
    """

    gas: Gas
    size: str | None = Field(default=None, max_length=40)
    capacity_m3: Number | None = Field(default=None, ge=0.01, le=20)
    water_capacity_l: Number | None = Field(default=None, ge=0.1, le=200)
    gauge_bar: Number | None = Field(default=None, ge=0, le=350)
    weight_kg: Number | None = Field(default=None, ge=0, le=400)
    tare_kg: Number | None = Field(default=None, ge=0, le=400)
    temperature_c: Number = Field(default=15.0, ge=-40, le=60)
    flow_l_per_h: Number | None = Field(default=None, ge=1, le=60_000)
    minutes_needed: Number | None = Field(default=None, ge=0, le=10_000)
    coupled: int = Field(default=1, ge=1, le=20)


@dataclass(frozen=True)
class Content:
    """Content and its honest band, m3, with the working."""

    value: float
    low: float
    high: float
    working: Working


def compressibility(gauge_bar: float) -> float:
    """Return oxygen's Z for a gauge pressure to 250 bar at room temperature.

    Args:
        gauge_bar: 0 to 250 bar at room temperature

    Source: NIST data of oxygen at 20 °C, fitted to 0.5 %

    >>> compressibility(0.0), round(compressibility(150.0), 3)
    (1.0, 0.944)
    """
    return 1 - 6e-4 * gauge_bar + 1.5e-6 * gauge_bar * gauge_bar


def oxygen_m3(water_capacity_l: float, gauge_bar: float, temperature_c: float) -> float:
    """Return the oxygen in a cylinder, m3 at 15 °C and 1.01325 bar.

    Args:
        water_capacity_l: of the cylinder, L, above 0
        gauge_bar: 0 to 250 bar
        temperature_c: of the gas, −40 to 60 °C

    Source: OXYGEN_SOURCE

    >>> round(oxygen_m3(50, 200, 15), 1)
    10.6
    """
    litres = water_capacity_l * (gauge_bar + 1.013) / 1.013
    return litres * METER_K / (temperature_c + 273.15) / compressibility(gauge_bar) / 1000


def full_acetylene_bar(temperature_c: float) -> float:
    """Return what a full acetylene cylinder's gauge reads at a temperature, from 0 to 30 °C.

    Args:
        temperature_c: of the cylinder, °C; held at the ends of 0 to 30

    Source: filling tables of dissolved acetylene

    >>> full_acetylene_bar(15) < full_acetylene_bar(25)
    True
    """
    return float(np.interp(temperature_c, FULL_ACETYLENE_C, FULL_ACETYLENE_BAR))


def sized(given: CylindersGiven) -> CylindersGiven:
    """Return the question with a named size's figures filled in where they were not told."""
    if given.size is None:
        return given
    size = cylinder_sizes().get(given.size)
    if size is None or size.gas != given.gas:
        known = ", ".join(s.id for s in cylinder_sizes().values() if s.gas == given.gas)
        raise Refused("size", given.size, f"one of {known}")
    return given.model_copy(
        update={
            "capacity_m3": given.capacity_m3 or size.content_m3,
            "water_capacity_l": given.water_capacity_l or size.water_capacity_l,
            "tare_kg": given.tare_kg if given.tare_kg is not None else size.tare_kg,
        }
    )


def _oxygen(given: CylindersGiven) -> Content:
    if given.water_capacity_l is None:
        raise Refused("water_capacity_l", None, "the water capacity stamped on it, or a size")
    if given.gauge_bar is None:
        raise Refused("gauge_bar", None, "what the contents gauge reads")
    volume, p = given.water_capacity_l, given.gauge_bar
    value = oxygen_m3(volume, p, given.temperature_c)
    ends = [
        oxygen_m3(volume, max(0.0, p + off), given.temperature_c) for off in (-GAUGE_BAR, GAUGE_BAR)
    ]
    numbers = {
        "V": volume,
        "p": p,
        "T": given.temperature_c + 273.15,
        "Z": compressibility(p),
    }
    return Content(
        value,
        ends[0] if p > 0 else 0.0,
        ends[1],
        Working(
            name="content_m3",
            value=value,
            unit="m³",
            low=ends[0] if p > 0 else 0.0,
            high=ends[1],
            formula=OXYGEN_FORMULA,
            inserted=inserted(OXYGEN_FORMULA, numbers),
            source=OXYGEN_SOURCE,
            note="range: a contents gauge is good to 2 % of its scale",
        ),
    )


def _by_weight(given: CylindersGiven, weight_kg: float, tare_kg: float) -> Content:
    if weight_kg < tare_kg - SCALE_KG:
        raise Refused("weight_kg", weight_kg, f"at least the tare, {say.kg(tare_kg, 6)}")
    value = max(0.0, weight_kg - tare_kg) / ACETYLENE_KG_PER_M3
    if given.capacity_m3 is not None and value > 1.3 * given.capacity_m3:
        most = tare_kg + 1.3 * given.capacity_m3 * ACETYLENE_KG_PER_M3
        raise Refused(
            "weight_kg", weight_kg, f"no more than {say.kg(most, limit='<')} for this cylinder"
        )
    off = SCALE_KG / ACETYLENE_KG_PER_M3
    return Content(
        value,
        max(0.0, value - off),
        value + off,
        Working(
            name="content_m3",
            value=value,
            unit="m³",
            low=max(0.0, value - off),
            high=value + off,
            formula=WEIGHT_FORMULA,
            inserted=inserted(WEIGHT_FORMULA, {"m": weight_kg, "m_tare": tare_kg}),
            source=WEIGHT_SOURCE,
            note="by weight, the way to know; the tare stamped on the collar includes the solvent",
        ),
    )


def _by_gauge(given: CylindersGiven, gauge_bar: float) -> Content:
    if given.capacity_m3 is None:
        raise Refused("capacity_m3", None, "the full content, or a size")
    full_bar = full_acetylene_bar(given.temperature_c)
    share = min(1.0, gauge_bar / full_bar)
    value = given.capacity_m3 * share
    off = ACETYLENE_GAUGE_SHARE * given.capacity_m3
    low, high = max(0.0, value - off), min(given.capacity_m3, value + off)
    numbers = {"V_full": given.capacity_m3, "p": gauge_bar, "p_full": full_bar}
    outside = not FULL_ACETYLENE_C[0] <= given.temperature_c <= FULL_ACETYLENE_C[-1]
    return Content(
        value,
        low,
        high,
        Working(
            name="content_m3",
            value=value,
            unit="m³",
            low=low,
            high=high,
            formula=GAUGE_FORMULA,
            inserted=inserted(GAUGE_FORMULA, numbers),
            source=GAUGE_SOURCE,
            valid=not outside,
            note=f"outside {say.c(0, to=30)}; weigh it"
            if outside
            else "by gauge: weigh it to know",
        ),
    )


def content_of(given: CylindersGiven) -> Content:
    """Return what a cylinder holds. Raises Refused naming what is missing to tell."""
    if given.gas == "oxygen":
        return _oxygen(given)
    if given.weight_kg is not None:
        if given.tare_kg is None:
            raise Refused("tare_kg", None, "the tare stamped on the cylinder, or a size")
        return _by_weight(given, given.weight_kg, given.tare_kg)
    if given.gauge_bar is None:
        raise Refused("weight_kg", None, "what it weighs, or what its gauge reads")
    return _by_gauge(given, given.gauge_bar)
