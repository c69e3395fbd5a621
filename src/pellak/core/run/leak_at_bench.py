"""The leak test of a run: its readings typed, judged once its clock has run out, and kept."""

from collections.abc import Mapping, Sequence

from pydantic import ValidationError

from pellak.core.answer.errors import Refused, refusals
from pellak.core.gas.hose import GASES, Gas
from pellak.core.model.clocks import LEAK_S, Moment
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import LeakTest, RunLog
from pellak.core.model.upcast import facts_kept
from pellak.core.reading.quantity import read_quantity
from pellak.core.run.walk import clock_is_over
from pellak.core.safety.leak_asked import LeakAsked, SoapPlace, asked_of, near_work_bar
from pellak.core.safety.leak_readings import GAUGES, Gauge, HalfDivisions
from pellak.core.safety.leak_test import ROUNDED, LeakTestGiven, reckon_leak_test

SETS: Mapping[Gas, str] = {"acetylene": "set-acetylene", "oxygen": "set-oxygen"}


def leak_tested(
    plan: Plan,
    log: RunLog,
    readings: Mapping[Gas, Mapping[str, str]],
    now: Moment,
    at: str,
    soaped: Sequence[SoapPlace] = (),
) -> RunLog:
    """Return the log with a leak test's four needles and what came of them.

    A needle that did not move is told by one reading, `contents_at_least_bar`; one that moved by
    two, `contents_before_bar` and `contents_after_bar`. `soaped` are the places that vouch for a
    nearly empty acetylene cylinder.

    Raises Refused before its clock has run out, and naming the reading that cannot be used.
    """
    if not clock_is_over(log.clocks, "leak", now):
        raise Refused("readings", "", "the test's clock to have run out, both valves closed")
    if not log.who:
        raise Refused("who", "", "the name of whoever holds the torch")
    read = {
        gas: {gauge: _needle(gas, gauge, readings.get(gas, {})) for gauge in GAUGES}
        for gas in GASES
    }
    seconds = _leak_s(log)
    limit = (plan.facts or facts_kept(plan.stations)).acetylene_limit
    try:
        given = LeakTestGiven.model_validate(
            {
                **read,
                "seconds": seconds,
                "region": limit,
                "soaped": list(soaped),
                "test_bar": set_bar(plan),
            }
        )
    except ValidationError as error:
        raise _flat(refusals(error)[0]) from None
    test = LeakTest(
        at=at, read_s=now.utc_s, who=log.who, given=given, values=reckon_leak_test(given).values
    )
    others = [one for one in log.confirmations if one.step != "leak"]
    return log.model_copy(update={"leak_test": test, "confirmations": others})


def _flat(refused: Refused) -> Refused:
    """Return a refusal that names a gauge as its box is named."""
    field = refused.field.replace(".contents.", ".contents_").replace(".outlet.", ".outlet_")
    return Refused(field, refused.was_read, refused.accepted)


def set_bar(plan: Plan) -> dict[Gas, float]:
    """Return what a plan sets for work, bar by gas; a gas whose pressure nobody knows is none.

    Args:
        plan: its cards set the pressures

    Source: the plan's own figures

    >>> from pellak.core.model.job_base import ShopSchools
    >>> from pellak.core.model.kinds.seam.job import SeamJob
    >>> job = SeamJob(name='tray', alloy='4130', thickness_mm=1.2)
    >>> from pellak.core.plan.compose import compose_plan
    >>> sorted(set_bar(compose_plan(job, ShopSchools())))
    ['acetylene', 'oxygen']
    """
    figures = {card.step.id: card.figure for card in plan.cards}
    return {
        gas: figure.value
        for gas, step in SETS.items()
        if (figure := figures.get(step)) is not None and figure.value is not None
    }


def leak_asked(plan: Plan) -> LeakAsked:
    """Return what a leak test before this plan's work asks of its needles, bar gauge."""
    return asked_of(HalfDivisions(), set_bar(plan))


def tested_high_enough(plan: Plan, test: LeakTest) -> bool:
    """Return whether a test stood near enough the pressures that a plan sets."""
    worked_bar = set_bar(plan)
    sides = {"acetylene": test.given.acetylene, "oxygen": test.given.oxygen}
    return all(
        sides[gas].outlet.from_bar >= near_work_bar(gas, worked_bar) - ROUNDED for gas in worked_bar
    )


def _needle(gas: Gas, gauge: Gauge, typed: Mapping[str, str]) -> dict[str, float | bool]:
    def bar(name: str) -> float:
        return _bar(f"{gas}.{gauge}_{name}", typed.get(f"{gauge}_{name}", ""))

    if typed.get(f"{gauge}_at_least_bar", "").strip():
        return {"at_least_bar": bar("at_least_bar"), "moved": False}
    return {"before_bar": bar("before_bar"), "after_bar": bar("after_bar")}


def _bar(field: str, text: str) -> float:
    try:
        return read_quantity(text, "pressure").value
    except Refused as refused:
        raise Refused(field, text, refused.accepted) from None


def _leak_s(log: RunLog) -> float:
    seconds = next((mark.seconds for mark in log.clocks if mark.clock == "leak"), None)
    return seconds or LEAK_S[log.start]
