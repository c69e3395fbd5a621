"""The leak test: eight gauge readings in, what leaks out, with how much gas that is."""

import math
from typing import Literal

from pydantic import Field

from pellak.core.gas.hose import Gas
from pellak.core.rack.equipment import USUAL_HOSE_M, USUAL_HOSE_MM
from pellak.core.working import Answer, Caution, Number, Reckoner, Record, Working, inserted

Gauge = Literal["contents", "outlet"]
READ_TO_BAR = {"acetylene": 0.02, "oxygen": 0.1}
"""About half the finest division of an outlet gauge, 0–2.5 and 0–10 bar: smaller is not seen."""
SEEN_BAR = 1e-6
"""Two readings that were typed differently were seen to differ, however little."""
LEAK_FORMULA = "pi / 4 * d^2 * L * fall / 1.013 * 3600 / t"
SOURCE = "pressure decay in a closed volume; gas-equipment leak test, ANSI Z49.1, HSE HSG139"
SOAP = "Soapy water on the joints, never a flame, never oil. Not found: tag it out."
WARMTH = "a hose that cools in a draught falls too, about 0.3 % of its absolute pressure a kelvin"


class GasReadings(Record):
    """One side's readings, bar gauge, as the clock started and as it stopped."""

    contents_before_bar: Number = Field(ge=0, le=350)
    contents_after_bar: Number = Field(ge=0, le=350)
    outlet_before_bar: Number = Field(ge=0, le=40)
    outlet_after_bar: Number = Field(ge=0, le=40)


class LeakTestGiven(Record):
    """Readings of both sides, the time between them, and the hose they stand in."""

    acetylene: GasReadings
    oxygen: GasReadings
    seconds: Number = Field(ge=30, le=7200)
    hose_length_m: Number = Field(default=USUAL_HOSE_M, ge=0.5, le=100)
    hose_bore_mm: Number = Field(default=USUAL_HOSE_MM, ge=2, le=25)


class LeakFinding(Record):
    """One thing that moved, where it points and what to do."""

    gas: Gas
    gauge: Gauge
    moved_bar: float
    where: str
    do: str


class LeakTestValues(Record):
    """Whether both sides held, and what moved. The leak is null where the outlet did not fall."""

    tight: bool
    findings: list[LeakFinding]
    acetylene_leak_l_per_h: float | None
    oxygen_leak_l_per_h: float | None


class LeakTestAnswer(Answer):
    """Answer of the leak-test reckoner."""

    values: LeakTestValues


def _findings(gas: Gas, readings: GasReadings) -> list[LeakFinding]:
    contents = readings.contents_after_bar - readings.contents_before_bar
    outlet = readings.outlet_after_bar - readings.outlet_before_bar
    found = []
    if contents < -SEEN_BAR:
        found.append((
            "contents", contents,
            "ahead of the regulator: cylinder valve, its seat, or the regulator's inlet", SOAP,
        ))  # fmt: skip
    if contents > SEEN_BAR:
        found.append((
            "contents", contents, "the cylinder valve does not close, or was not closed",
            "Close it and test again; if it still rises, the cylinder goes back.",
        ))  # fmt: skip
    if outlet < -SEEN_BAR:
        found.append(("outlet", outlet, "hose, its joints, or the torch valves", SOAP))
    if outlet > SEEN_BAR:
        found.append((
            "outlet", outlet, "the regulator creeps: its seat does not close",
            "Close the cylinder, take the regulator off and tag it out.",
        ))  # fmt: skip
    return [
        LeakFinding(gas=gas, gauge=gauge, moved_bar=moved, where=where, do=do)
        for gauge, moved, where, do in found
    ]


def _leak(given: LeakTestGiven, gas: Gas) -> Working:
    readings: GasReadings = getattr(given, gas)
    fall = readings.outlet_before_bar - readings.outlet_after_bar
    volume_l = math.pi / 4 * given.hose_bore_mm**2 * given.hose_length_m / 1000
    rate = volume_l * fall / 1.013 * 3600 / given.seconds
    blur = volume_l * READ_TO_BAR[gas] / 1.013 * 3600 / given.seconds
    leaks = fall > SEEN_BAR
    return Working(
        name=f"{gas}_leak_l_per_h",
        value=rate if leaks else None,
        unit="L/h",
        low=max(0.0, rate - blur) if leaks else None,
        high=1.3 * rate + blur if leaks else None,
        formula=LEAK_FORMULA,
        inserted=inserted(
            LEAK_FORMULA,
            {
                "pi": math.pi,
                "d": given.hose_bore_mm / 1000,
                "L": given.hose_length_m * 1000,
                "fall": fall,
                "t": given.seconds,
            },
        ),
        source=SOURCE,
        note=f"d in m and L in mm give litres; {WARMTH}"
        if leaks
        else f"a leak under {blur:.2g} L/h does not move this gauge in this time",
    )


def reckon_leak_test(given: LeakTestGiven) -> LeakTestAnswer:
    """Return whether both sides held pressure, and where any movement points.

    Contents falling points ahead of the regulator, the outlet falling at hose or torch, the
    outlet rising at a creeping regulator. Any movement a gauge can show is a finding.
    """
    findings = [*_findings("acetylene", given.acetylene), *_findings("oxygen", given.oxygen)]
    working = [_leak(given, "acetylene"), _leak(given, "oxygen")]
    rates = {line.name: line.value for line in working}
    return LeakTestAnswer(
        values=LeakTestValues(tight=not findings, findings=findings, **rates),
        working=working,
        cautions=[
            Caution(
                level="stop",
                text=f"{f.gas.capitalize()} {f.gauge} gauge moved: {f.where}. {f.do}",
                reason="Leaking acetylene lights from 2.5 % in air; leaking oxygen makes cloth "
                "burn like a fuse.",
                source="ANSI Z49.1; HSE HSG139",
            )
            for f in findings
        ],
    )


LEAK_TEST = Reckoner(
    "leak-test",
    "Does it hold, and if not where does it leak?",
    LeakTestGiven,
    LeakTestAnswer,
    reckon_leak_test,
)
