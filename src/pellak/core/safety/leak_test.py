"""The leak test: eight gauge readings in, what leaks out, with how much gas that is."""

import math
from collections.abc import Mapping

from pydantic import Field

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Answer, Caution, Number, Reckoner, Record, Working, inserted
from pellak.core.gas.hose import GASES, Gas
from pellak.core.gas.limits import ACETYLENE_LIMIT_BAR, LimitRegion
from pellak.core.rig.equipment import USUAL_HOSE_M, USUAL_HOSE_MM
from pellak.core.safety.leak_asked import SOAP_PLACES, SoapPlace, near_work_bar, seen_from_bar
from pellak.core.safety.leak_readings import GasReadings, Gauge, GaugeReading, HalfDivisions

HELD_SHARE = 0.8
"""A needle that lost a fifth of what it showed leaks, however small a fifth is. Judgement."""
SOAP_IT = "soap " + ", ".join(SOAP_PLACES.values()) + " with the valve open"
OPEN_IT: Mapping[Gauge, str] = {
    "contents": "change the cylinder", "outlet": "open, set it again, close, and start anew",
}  # fmt: skip
ROUNDED = 1e-9
LEAK_FORMULA = "pi / 4 * d^2 * L * fall / 1.013 * 3600 / t"
SOURCE = "pressure decay in a closed volume; gas-equipment leak test, ANSI Z49.1, HSE HSG139"
SOAP = "Soapy water on the joints, never a flame, never oil. Not found: tag it out."
WARMTH = "a hose that cools in a draught falls too, about 0.3 % of its absolute pressure a kelvin"


class LeakTestGiven(Record):
    """Readings of both sides, the time between them, and the hose they stand in.

    `half_division_bar` is what a gauge can show; `test_bar` what is set for work, by gas: the
    outlet stands at four fifths of it at least. `soaped` names the places of the acetylene cylinder
    that were soaped with its valve open and showed no bubble: all four
    vouch for a contents gauge that shows too little to.
    """

    acetylene: GasReadings
    oxygen: GasReadings
    soaped: list[SoapPlace] = Field(default_factory=list, max_length=len(SOAP_PLACES))
    seconds: Number = Field(ge=30, le=7200)
    region: LimitRegion = "general"
    hose_length_m: Number = Field(default=USUAL_HOSE_M, ge=0.5, le=100)
    hose_bore_mm: Number = Field(default=USUAL_HOSE_MM, ge=2, le=25)
    half_division_bar: HalfDivisions = Field(default_factory=HalfDivisions)
    test_bar: dict[Gas, Number] = Field(default_factory=dict)


class LeakFinding(Record):
    """One thing that moved, where it points and what to do."""

    gas: Gas
    gauge: Gauge
    moved_bar: float
    where: str
    do: str


class LeakTestValues(Record):
    """Whether both sides held, and what moved. The leak is null where the outlet did not fall.

    The blind leak is what these gauges cannot see in this time; null in tests kept before.
    """

    tight: bool
    findings: list[LeakFinding]
    acetylene_leak_l_per_h: float | None
    oxygen_leak_l_per_h: float | None
    blind_leak_l_per_h: float | None = None


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


def _moved(reading: GaugeReading, half_bar: float) -> bool:
    """Return whether a needle moved past what it can show, or lost a fifth of what it showed."""
    fell_far = -reading.by_bar >= (1 - HELD_SHARE) * reading.from_bar > 0
    return abs(reading.by_bar) > half_bar + ROUNDED or fell_far


def _findings(gas: Gas, given: LeakTestGiven) -> list[LeakFinding]:
    readings: GasReadings = getattr(given, gas)
    gauges: dict[Gauge, GaugeReading] = {"contents": readings.contents, "outlet": readings.outlet}
    seen = {
        gauge: reading.by_bar
        for gauge, reading in gauges.items()
        if _moved(reading, getattr(given.half_division_bar, gauge))
    }
    through_seat = seen.get("contents", 0.0) < 0 < seen.get("outlet", 0.0)
    found = [
        LeakFinding(gas=gas, gauge=gauge, moved_bar=by, where=where, do=do)
        for gauge, by in seen.items()
        for where, do in [SEAT if through_seat else ALONE[gauge, by > 0]]
    ]
    limit = ACETYLENE_LIMIT_BAR[given.region]
    outlet = readings.outlet
    highest = outlet.from_bar + max(0.0, outlet.by_bar)
    if gas == "acetylene" and highest > limit:
        found.append(
            LeakFinding(
                gas=gas, gauge="outlet", moved_bar=outlet.by_bar,
                where=f"it stands at {say.bar(highest, places=2)}, over the limit of "
                f"{say.bar(limit, limit='<')}",
                do="Close the cylinder, bleed the hose, set it again from below.",
            )
        )  # fmt: skip
    return found


def soaped_whole(given: LeakTestGiven) -> bool:
    """Return whether every place was soaped that a nearly empty acetylene cylinder hides."""
    return set(given.soaped) == set(SOAP_PLACES)


def held_enough(given: LeakTestGiven) -> None:
    """Raise Refused where a side held too little gas for anything to be seen to fall.

    Five half divisions are the least on every gauge; an outlet also stands at four fifths of what
    is set for work, or the test speaks of another day.
    """
    for gas in GASES:
        readings: GasReadings = getattr(given, gas)
        gauges: dict[Gauge, GaugeReading] = {
            "contents": readings.contents, "outlet": readings.outlet,
        }  # fmt: skip
        for gauge, reading in gauges.items():
            least = seen_from_bar(gauge, given.half_division_bar)
            before_bar = reading.from_bar
            nearly_empty = gas == "acetylene" and gauge == "contents"
            if before_bar >= least - ROUNDED or (nearly_empty and soaped_whole(given)):
                continue
            instead = "change the cylinder, or " + SOAP_IT if nearly_empty else OPEN_IT[gauge]
            raise Refused(
                f"{gas}.{gauge}_before_bar", before_bar,
                f"at least {say.bar(least, limit='>')}, or no gauge could show a leak: {instead}",
            )  # fmt: skip
        wanted_bar = near_work_bar(gas, given.test_bar)
        if readings.outlet.from_bar < wanted_bar - ROUNDED:
            raise Refused(
                f"{gas}.outlet_before_bar", readings.outlet.from_bar,
                f"at least {say.bar(wanted_bar, 2, limit='>')}, four fifths of what is set for "
                "work: a leak "
                "shows "
                "under the pressure it is worked at",
            )  # fmt: skip


def blind_leak_l_per_h(given: LeakTestGiven) -> float:
    """Return the leak that outlet gauges cannot see in the time of a test, L/h.

    What fills half a division of the hose's own volume in that time: soap finds what is less.

    Args:
        given: the test; of it hose_bore_mm, hose_length_m, half_division_bar and seconds.

    Source: pressure decay in a closed volume at 1.013 bar, isothermal.

    >>> side = {"contents": {"at_least_bar": 5, "moved": False},
    ...         "outlet": {"at_least_bar": 0.3, "moved": False}}
    >>> test = LeakTestGiven(acetylene=side, oxygen=side, seconds=60, hose_length_m=10)
    >>> round(blind_leak_l_per_h(test), 2)
    0.92
    """
    volume_l = math.pi / 4 * given.hose_bore_mm**2 * given.hose_length_m / 1000
    return volume_l * given.half_division_bar.outlet / 1.013 * 3600 / given.seconds


def _leak(given: LeakTestGiven, gas: Gas) -> Working:
    readings: GasReadings = getattr(given, gas)
    fall = -readings.outlet.by_bar
    volume_l = math.pi / 4 * given.hose_bore_mm**2 * given.hose_length_m / 1000
    rate = volume_l * fall / 1.013 * 3600 / given.seconds
    blur = blind_leak_l_per_h(given)
    leaks = fall > 0 and _moved(readings.outlet, given.half_division_bar.outlet)
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
        else f"a leak under {say.l_per_h(blur, 2, limit='>')} does not move this gauge in this "
        "time",
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
        *_findings("acetylene", given),
        *_findings("oxygen", given),
    ]
    working = [_leak(given, "acetylene"), _leak(given, "oxygen")]
    rates = {line.name: line.value for line in working}
    return LeakTestAnswer(
        values=LeakTestValues(
            tight=not findings,
            findings=findings,
            blind_leak_l_per_h=blind_leak_l_per_h(given),
            **rates,
        ),
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
