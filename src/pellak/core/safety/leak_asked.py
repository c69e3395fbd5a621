"""What a leak test asks: how high each needle stands at least, and where soap stands in for one."""

import math
from collections.abc import Mapping
from typing import Literal

from pellak.core.answer.working import Record
from pellak.core.gas.hose import GASES, Gas
from pellak.core.safety.leak_readings import GAUGES, Gauge, HalfDivisions

LEAST_IN_HALF_DIVISIONS = 5
"""With less in it the smallest fall that can be seen is over a fifth of all there is: no test."""
NEAR_SHARE = 0.8
"""A test counts for pressures up to a quarter over its own: it stood near what is worked at."""
SoapPlace = Literal["cylinder-nut", "gauge-stem", "regulator-body", "valve-spindle"]
SOAP_PLACES: Mapping[SoapPlace, str] = {
    "cylinder-nut": "cylinder nut", "gauge-stem": "gauge stem",
    "regulator-body": "regulator body", "valve-spindle": "valve spindle",
}  # fmt: skip
"""Where a nearly empty acetylene cylinder leaks unseen by its gauge: soaped with the valve open."""


class NeedleAsked(Record):
    """One needle of a test and what it stands at, at least, before its fall can be seen, bar."""

    gas: Gas
    gauge: Gauge
    least_bar: float


class SoapSpot(Record):
    """One place to soap, by name."""

    place: SoapPlace
    name: str


class LeakAsked(Record):
    """What a leak test asks: its four needles, and where a nearly empty cylinder is soaped."""

    needles: list[NeedleAsked]
    soap: list[SoapSpot]


def asked_of(half_division_bar: HalfDivisions, test_bar: Mapping[Gas, float]) -> LeakAsked:
    """Return what a test asks of gauges like these, at the pressures set for work, bar by gas.

    Args:
        half_division_bar: what moves less is not seen to move, bar, by gauge
        test_bar: set for work, bar, by gas; a gas that is not named asks for no more than can
            be seen

    Source: five half divisions; four fifths of what is set: judgement

    >>> asked = asked_of(HalfDivisions(), {'oxygen': 2.0})
    >>> [needle.least_bar for needle in asked.needles]
    [5.0, 0.25, 5.0, 1.6]
    """
    return LeakAsked(
        needles=[
            NeedleAsked(
                gas=gas, gauge=gauge,
                least_bar=_read_off_bar(
                    max(
                        seen_from_bar(gauge, half_division_bar),
                        near_work_bar(gas, test_bar) if gauge == "outlet" else 0.0,
                    )
                ),
            )
            for gas in GASES
            for gauge in GAUGES
        ],
        soap=[SoapSpot(place=place, name=name) for place, name in SOAP_PLACES.items()],
    )  # fmt: skip


def _read_off_bar(least_bar: float) -> float:
    """Return it rounded up to 0.01 bar: what is read to a person is never under what is asked."""
    return math.ceil(round(100 * least_bar, 7)) / 100


def seen_from_bar(gauge: Gauge, half_division_bar: HalfDivisions) -> float:
    """Return what a gauge stands at, at least, for a fall to be seen, bar: five half divisions.

    Args:
        gauge: which of a side's two
        half_division_bar: by gauge, bar

    Source: judgement: with less, a fall that can be seen is over a fifth of all there is

    >>> seen_from_bar('contents', HalfDivisions()), seen_from_bar('outlet', HalfDivisions())
    (5.0, 0.25)
    """
    half_bar: float = getattr(half_division_bar, gauge)
    return LEAST_IN_HALF_DIVISIONS * half_bar


def near_work_bar(gas: Gas, test_bar: Mapping[Gas, float]) -> float:
    """Return what an outlet stands at, at least, to speak for the pressure set for work, bar.

    Args:
        gas: which side
        test_bar: set for work, bar, by gas

    Source: judgement: a leak shows under the pressure it is worked at

    >>> round(near_work_bar('oxygen', {'oxygen': 2.0}), 2), near_work_bar('acetylene', {})
    (1.6, 0.0)
    """
    return NEAR_SHARE * test_bar.get(gas, 0.0)
