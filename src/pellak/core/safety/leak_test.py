"""The leak test: eight gauge readings in, what leaks out, with how much gas that is."""

import math
from collections.abc import Mapping
from typing import Literal

from pydantic import Field

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Answer, Caution, Number, Reckoner, Record, Working, inserted
from pellak.core.gas.hose import Gas
from pellak.core.gas.limits import ACETYLENE_LIMIT_BAR, LimitRegion
from pellak.core.rig.equipment import USUAL_HOSE_M, USUAL_HOSE_MM

Gauge = Literal["contents", "outlet"]
SEEN_BAR: Mapping[Gauge, float] = {"contents": 1.0, "outlet": 0.05}
"""About half a division, 0.5 % of full scale: what moves less was not seen to move."""
LEAST_IN_HALF_DIVISIONS = 5
LEAST_HELD_BAR: Mapping[Gauge, float] = {
    gauge: LEAST_IN_HALF_DIVISIONS * seen for gauge, seen in SEEN_BAR.items()
}
"""With less in it the smallest fall that can be seen is over a fifth of all there is: no test."""
HELD_SHARE = 0.8
"""A needle that lost a fifth of what it showed leaks, however small a fifth is. Judgement."""
SoapPlace = Literal["cylinder-nut", "gauge-stem", "regulator-body", "valve-spindle"]
SOAP_PLACES: Mapping[SoapPlace, str] = {
    "cylinder-nut": "cylinder nut", "gauge-stem": "gauge stem",
    "regulator-body": "regulator body", "valve-spindle": "valve spindle",
}  # fmt: skip
"""Where a nearly empty acetylene cylinder leaks unseen by its gauge: soaped with the valve open."""
SOAP_IT = "soap " + ", ".join(SOAP_PLACES.values()) + " with the valve open"
OPEN_IT: Mapping[Gauge, str] = {
    "contents": "change the cylinder", "outlet": "open, set it again, close, and start anew",
}  # fmt: skip
ROUNDED = 1e-9
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
    """Readings of both sides, the time between them, and the hose they stand in.

    `soaped` names the places of the acetylene cylinder that were soaped with its valve open and
    showed no bubble: all four vouch for a contents gauge that shows too little to.
    """

    acetylene: GasReadings
    oxygen: GasReadings
    soaped: list[SoapPlace] = Field(default_factory=list, max_length=len(SOAP_PLACES))
    seconds: Number = Field(ge=30, le=7200)
    region: LimitRegion = "general"
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


ALONE: Mapping[tuple[Gauge, bool], tuple[str, str]] = {
    ("contents", False): (
        "at the inlet joint, the contents gauge or the regulator's high side", SOAP,
    ),
    ("contents", True): (
        "the cylinder valve does not shut",
        "Close it and test again; if it still rises, the cylinder goes back.",
    ),
    ("outlet", False): ("at the outlet joint, the hose, the check valve or the torch", SOAP),
    ("outlet", True): (
        "the regulator creeps: its seat does not close",
        "Close the cylinder, take the regulator off and tag it out.",
    ),
}  # fmt: skip
"""Where a gauge points that fell (False) or rose (True) by itself."""
SEAT = (
    "the regulator's seat lets the cylinder's side into the outlet's",
    "Close the cylinder, take the regulator off and tag it out.",
)


def _findings(gas: Gas, readings: GasReadings, region: LimitRegion) -> list[LeakFinding]:
    before: dict[Gauge, float] = {
        "contents": readings.contents_before_bar, "outlet": readings.outlet_before_bar,
    }  # fmt: skip
    moved: dict[Gauge, float] = {
        "contents": readings.contents_after_bar - readings.contents_before_bar,
        "outlet": readings.outlet_after_bar - readings.outlet_before_bar,
    }
    seen = {
        gauge: by
        for gauge, by in moved.items()
        if abs(by) > SEEN_BAR[gauge] + ROUNDED or -by >= (1 - HELD_SHARE) * before[gauge] > 0
    }
    through_seat = seen.get("contents", 0.0) < 0 < seen.get("outlet", 0.0)
    found = [
        LeakFinding(gas=gas, gauge=gauge, moved_bar=by, where=where, do=do)
        for gauge, by in seen.items()
        for where, do in [SEAT if through_seat else ALONE[gauge, by > 0]]
    ]
    limit = ACETYLENE_LIMIT_BAR[region]
    highest = max(readings.outlet_before_bar, readings.outlet_after_bar)
    if gas == "acetylene" and highest > limit:
        found.append(
            LeakFinding(
                gas=gas, gauge="outlet", moved_bar=moved["outlet"],
                where=f"it stands at {highest:.2f} bar, over the limit of {limit:g} bar",
                do="Close the cylinder, bleed the hose, set it again from below.",
            )
        )  # fmt: skip
    return found


def soaped_whole(given: LeakTestGiven) -> bool:
    """Return whether every place was soaped that a nearly empty acetylene cylinder hides."""
    return set(given.soaped) == set(SOAP_PLACES)


def held_enough(given: LeakTestGiven) -> None:
    """Raise Refused where a side held too little gas for anything to be seen to fall."""
    for gas in ("acetylene", "oxygen"):
        readings = getattr(given, gas)
        for gauge, least in LEAST_HELD_BAR.items():
            before_bar = getattr(readings, f"{gauge}_before_bar")
            nearly_empty = gas == "acetylene" and gauge == "contents"
            if before_bar >= least or (nearly_empty and soaped_whole(given)):
                continue
            instead = "change the cylinder, or " + SOAP_IT if nearly_empty else OPEN_IT[gauge]
            raise Refused(
                f"{gas}.{gauge}_before_bar", before_bar,
                f"at least {least:g} bar, or no gauge could show a leak: {instead}",
            )  # fmt: skip


def _leak(given: LeakTestGiven, gas: Gas) -> Working:
    readings: GasReadings = getattr(given, gas)
    fall = readings.outlet_before_bar - readings.outlet_after_bar
    volume_l = math.pi / 4 * given.hose_bore_mm**2 * given.hose_length_m / 1000
    rate = volume_l * fall / 1.013 * 3600 / given.seconds
    blur = volume_l * SEEN_BAR["outlet"] / 1.013 * 3600 / given.seconds
    leaks = (
        fall > SEEN_BAR["outlet"] + ROUNDED
        or fall >= (1 - HELD_SHARE) * readings.outlet_before_bar > 0
    )
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

    Both screws are backed out half a turn, so neither side feeds the other: contents and outlet
    each speak for themselves, and both together, one falling and one rising, for the seat between.
    Movement past what a gauge can show is a finding, so is a fall by a fifth of what stood there,
    and acetylene over the limit. The valve spindle is not in the test: it is soaped with the valve
    open. Raises Refused for a gauge that shows less than five half divisions.

    Valid for 30 s to two hours; bar gauge. Source: pressure held in a closed line, within what the
    gauges can show; ANSI Z49.1 asks for the test, soap finds the place.
    """
    held_enough(given)
    findings = [
        *_findings("acetylene", given.acetylene, given.region),
        *_findings("oxygen", given.oxygen, given.region),
    ]
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
