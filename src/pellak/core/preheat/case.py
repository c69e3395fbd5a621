"""What every preheat method is asked about, and what each one answers."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal

from pellak.core.answer.working import Working
from pellak.core.metal.alloy import Metal
from pellak.core.tables import ThermalRow, thermal_rows

Restraint = Literal["low", "medium", "high"]
Method = Literal[
    "none",
    "shop",
    "seferian",
    "en1011-b",
    "en1011-b-edge",
    "cooling-time",
    "warm-through",
    "practice",
    "soak",
    "zone",
    "warm-and-bury",
]
METHOD_LABELS: Mapping[Method, str] = {
    "none": "no preheat",
    "shop": "shop bands",
    "seferian": "Seferian",
    "en1011-b": "EN 1011-2 B",
    "en1011-b-edge": "EN 1011-2 B at its edge",
    "cooling-time": "cooling time",
    "warm-through": "warm through",
    "practice": "usual practice",
    "soak": "soak the whole part",
    "zone": "dull red across a zone",
    "warm-and-bury": "warm and bury",
}
SHEET_BELOW_MM = 3.0
"""Below this a wall cools in air and light restraint gives way: no formula is asked."""


@dataclass(frozen=True)
class PreheatCase:
    """The piece: `thickness_mm` is what conducts the heat away, `wall_mm` the wall welded."""

    metal: Metal
    thickness_mm: float
    wall_mm: float
    restraint: Restraint
    hydrogen_ml_per_100g: float
    heat_input_kj_per_mm: float | None

    @property
    def thermal(self) -> ThermalRow:
        """The metal's thermal and strength row."""
        return thermal_rows()[self.metal.thermal_id]

    @property
    def is_sheet(self) -> bool:
        """Whether the wall is too thin for any formula to be asked."""
        return self.thickness_mm < SHEET_BELOW_MM

    def percent(self, element: str) -> float:
        """Return an element's mass %, 0 where it is not known."""
        return self.metal.composition.get(element, 0.0)


@dataclass(frozen=True)
class MethodAnswer:
    """What one method says. `preheat_c` None: it asks for none, or does not apply.

    `valid` is whether the piece lies inside the method's range; `allowed` is False where the
    method would harm this piece, and then `why` says how.
    """

    method: Method
    preheat_c: float | None
    valid: bool
    why: str
    low_c: float | None = None
    high_c: float | None = None
    allowed: bool = True
    working: list[Working] = field(default_factory=list)

    @property
    def at_least_c(self) -> float:
        """The temperature asked for, with none counted as absolute cold, for comparing."""
        return -273.15 if self.preheat_c is None else self.preheat_c
