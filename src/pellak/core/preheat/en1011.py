"""EN 1011-2 method B: an arc-welding rule, kept as a reference line beside the torch's own."""

import math
from dataclasses import dataclass

from pellak.core.answer.working import ValidRange, Working, complaints, inserted
from pellak.core.metal.carbon_equivalent import carbon_equivalent_cet
from pellak.core.preheat.case import MethodAnswer, PreheatCase

SOURCE = "EN 1011-2:2001 annex C.3, method B"
FORMULA = "697 * CET + 160 * tanh(d / 35) + 62 * HD^0.35 + (53 * CET - 32) * Q - 328"
HIGHEST_HEAT_INPUT_KJ_PER_MM = 4.0
RANGES = (
    ValidRange("CET", 0.2, 0.5, "%"),
    ValidRange("thickness", 10.0, 90.0, "mm"),
    ValidRange("hydrogen", 1.0, 20.0, "ml/100 g"),
    ValidRange("heat input", 0.5, 4.0, "kJ/mm"),
    ValidRange("C", 0.05, 0.32, "%"),
    ValidRange("Si", 0.0, 0.8, "%"),
    ValidRange("Mn", 0.5, 1.9, "%"),
    ValidRange("Cr", 0.0, 1.5, "%"),
    ValidRange("Mo", 0.0, 0.75, "%"),
    ValidRange("Ni", 0.0, 2.5, "%"),
    ValidRange("Cu", 0.0, 0.7, "%"),
)
NOTE = "an arc-welding rule, shown as a reference: a torch puts in more heat than it was drawn for"


@dataclass(frozen=True)
class _Inputs:
    cet: float
    thickness_mm: float
    hydrogen: float
    heat_input: float

    @property
    def preheat_c(self) -> float:
        return (
            697 * self.cet
            + 160 * math.tanh(self.thickness_mm / 35)
            + 62 * math.pow(self.hydrogen, 0.35)
            + (53 * self.cet - 32) * self.heat_input
            - 328
        )


def _given(case: PreheatCase) -> dict[str, float]:
    heat_input = case.heat_input_kj_per_mm
    if heat_input is None:
        heat_input = HIGHEST_HEAT_INPUT_KJ_PER_MM
    return {
        "CET": carbon_equivalent_cet(case.metal.composition),
        "thickness": case.thickness_mm,
        "hydrogen": case.hydrogen_ml_per_100g,
        "heat input": min(heat_input, HIGHEST_HEAT_INPUT_KJ_PER_MM),
        **{e: case.percent(e) for e in ("C", "Si", "Mn", "Cr", "Mo", "Ni", "Cu")},
    }


def _working(inputs: _Inputs, name: str, note: str, valid: bool) -> Working:
    numbers = {
        "CET": inputs.cet,
        "d": inputs.thickness_mm,
        "HD": inputs.hydrogen,
        "Q": inputs.heat_input,
    }
    return Working(
        name=name,
        value=inputs.preheat_c,
        unit="°C",
        formula=FORMULA,
        inserted=inserted(FORMULA, numbers),
        source=SOURCE,
        valid=valid,
        note=note,
    )


def _answer(inputs: _Inputs) -> float | None:
    # The rule falls below room temperature on thin, lean steel: there it asks for nothing.
    return inputs.preheat_c if inputs.preheat_c > 0 else None


def en1011_b(case: PreheatCase) -> MethodAnswer:
    """Return EN 1011-2 method B as written, and whether the piece lies in its range."""
    given = _given(case)
    crossed = complaints(RANGES, given)
    inputs = _Inputs(given["CET"], given["thickness"], given["hydrogen"], given["heat input"])
    return MethodAnswer(
        method="en1011-b",
        preheat_c=_answer(inputs),
        valid=not crossed,
        why=f"outside its range: {crossed}" if crossed else NOTE,
        working=[_working(inputs, "en1011_b_c", crossed or NOTE, not crossed)],
    )


def en1011_b_edge(case: PreheatCase) -> MethodAnswer | None:
    """Return method B at the nearest corner of its range, where the piece lies beyond the top.

    A steel richer, thicker or wetter than the rule covers wants at least what the rule asks at
    its limit. None where the piece lies inside the range, or below it, where nothing follows.
    """
    given = _given(case)
    within = {r.quantity: min(given[r.quantity], r.upper) for r in RANGES}
    below = [r for r in RANGES if given[r.quantity] < r.lower]
    if below or within == given:
        return None
    cet = min(carbon_equivalent_cet({**case.metal.composition, **{
        e: within[e] for e in ("C", "Mn", "Cr", "Mo", "Ni", "Cu")
    }}), within["CET"])  # fmt: skip
    inputs = _Inputs(cet, within["thickness"], within["hydrogen"], within["heat input"])
    note = "the rule held at the limit of its range; the piece itself lies beyond"
    return MethodAnswer(
        method="en1011-b-edge",
        preheat_c=_answer(inputs),
        valid=True,
        why=note,
        working=[_working(inputs, "en1011_b_edge_c", note, True)],
    )
