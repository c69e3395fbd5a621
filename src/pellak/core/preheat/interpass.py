"""How hot the work may get between passes, and how cold it must not."""

from dataclasses import dataclass

from pellak.core import say
from pellak.core.answer.working import Working, inserted
from pellak.core.preheat.after import UNDER_TEMPER_C
from pellak.core.preheat.case import PreheatCase
from pellak.core.preheat.choose import Chosen
from pellak.core.preheat.iron_heat import iron_row
from pellak.core.tables import rows

STEEL_MAX_C = 250.0
SOURCE = "EN 1011-2 table of greatest interpass temperatures, non-alloy and fine-grain steel"
TEMPER_SOURCE = "28 °C (50 °F) under the tempering temperature, AWS D1.1 practice"
ABOVE_PREHEAT_C = 50.0


@dataclass(frozen=True)
class Interpass:
    """The limits between passes, °C, None where none is set, with the working of the upper."""

    min_c: float | None
    max_c: float | None
    working: Working | None = None


def _line(value: float, formula: str, numbers: dict[str, float], source: str, note: str) -> Working:
    return Working(
        name="interpass_max_c",
        value=value,
        unit="°C",
        formula=formula,
        inserted=inserted(formula, numbers),
        source=source,
        note=note,
    )


def interpass_for(case: PreheatCase, chosen: Chosen, temper_c: float | None) -> Interpass:
    """Return the interpass limits for a metal and the preheat chosen for it.

    Args:
        case: the piece
        chosen: the preheat
        temper_c: of a quenched and tempered part, None where unknown

    Source: each row names its own

    >>> from pellak.core.metal.alloy import metal_named
    >>> case = PreheatCase(metal_named('4130'), 6.0, 6.0, 'low', 5.0, None)
    >>> from pellak.core.preheat.case import MethodAnswer
    >>> bands = MethodAnswer('bands', 150.0, valid=True, why='')
    >>> chosen = Chosen(bands, 150.0, 0.0, '', school_applies=True)
    >>> limits = interpass_for(case, chosen, None)
    >>> limits.min_c, limits.max_c
    (150.0, 250.0)
    """
    if case.metal.traits.graphitic:
        row = iron_row(chosen.answer.method, case.metal.thermal_id)
        top = float(row["interpass_max_c"])
        return Interpass(
            float(row["interpass_min_c"]),
            top,
            _line(top, "row of the cast-iron table", {}, row["source"], "never let it fall below "
                  f"{say.c(float(row['interpass_min_c']))} before the seam is done"),
        )  # fmt: skip
    if not case.metal.traits.hardenable:
        keys = (case.metal.advised_as, case.metal.thermal_id, case.metal.family)
        limits = [
            (float(row["interpass_max_c"]), row["source"])
            for key in keys
            for row in rows("preheat_practice.csv")
            if row["metal"] == key and row["interpass_max_c"]
        ]
        if not limits:
            return Interpass(chosen.preheat_c, None)
        top, source = limits[0]
        return Interpass(
            chosen.preheat_c, top, _line(top, "row of the practice table", {}, source, "")
        )
    if temper_c is not None:
        top = temper_c - UNDER_TEMPER_C
        formula = "temper - 28"
        line = _line(top, formula, {"temper": temper_c}, TEMPER_SOURCE, "hotter, it softens")
        return Interpass(chosen.preheat_c, top, line)
    # A steel that wants more than 200 °C first would be over the usual limit before it begins.
    top = max(STEEL_MAX_C, (chosen.preheat_c or 0.0) + ABOVE_PREHEAT_C)
    formula = "greater of 250 and preheat + 50"
    note = "hotter between passes the grain coarsens"
    return Interpass(
        chosen.preheat_c,
        top,
        _line(top, formula, {"preheat": chosen.preheat_c or 0.0}, SOURCE, note),
    )
