"""What a body is buried or wrapped in: how it conducts and what it stores."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from typing import Literal

from pellak.core.tables import rows

Medium = Literal["dry-sand", "lime", "vermiculite", "clay-granules", "blanket"]
Insulation = Literal["blanket", "brick-hearth", "brick-box"]


@dataclass(frozen=True)
class Filling:
    """A medium or an insulation. Conductivity W/mK is `k0 + kr (T / 1000 K)^3`."""

    id: str
    name: str
    k0_w_per_m_k: float
    kr_w_per_m_k: float
    heat_j_per_m3_k: float
    sigma_ln_k: float
    thickness_mm: float
    covers: float
    """The share of the envelope it lies on."""
    care: str
    source: str

    def conductivity(self, at_k: float) -> float:
        """Return W/mK at a temperature in kelvin: grains radiate to each other."""
        return self.k0_w_per_m_k + self.kr_w_per_m_k * (at_k / 1000) ** 3


@cache
def _of(kind: str) -> Mapping[str, Filling]:
    return {
        row["id"]: Filling(
            id=row["id"],
            name=row["name"],
            k0_w_per_m_k=float(row["k0_W_mK"]),
            kr_w_per_m_k=float(row["kr_W_mK"]),
            heat_j_per_m3_k=float(row["density_kg_m3"]) * float(row["specific_heat_J_kgK"]),
            sigma_ln_k=float(row["sigma_ln_k"]),
            thickness_mm=float(row["thickness_mm"]),
            covers=float(row["covers"]),
            care=row["care"],
            source=row["source"],
        )
        for row in rows("media.csv")
        if row["kind"] == kind
    }


def media() -> Mapping[str, Filling]:
    """Return what a body is buried or wrapped in to cool slowly, by id."""
    return _of("medium")


def insulations() -> Mapping[str, Filling]:
    """Return what lies round a body while it is heated, by id."""
    return _of("insulation")
