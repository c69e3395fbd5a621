"""The leak test of a run: its readings typed, judged once its clock has run out, and kept."""

from collections.abc import Mapping, Sequence

from pydantic import ValidationError

from pellak.core.answer.errors import Refused, refusals
from pellak.core.gas.hose import Gas
from pellak.core.model.clocks import LEAK_S, Moment
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import LeakTest, RunLog
from pellak.core.model.upcast import facts_kept
from pellak.core.reading.quantity import read_quantity
from pellak.core.run.walk import clock_is_over
from pellak.core.safety.leak_test import LeakTestGiven, SoapPlace, reckon_leak_test

GAUGES = ("contents_before_bar", "contents_after_bar", "outlet_before_bar", "outlet_after_bar")


def leak_tested(
    plan: Plan,
    log: RunLog,
    readings: Mapping[Gas, Mapping[str, str]],
    now: Moment,
    at: str,
    soaped: Sequence[SoapPlace] = (),
) -> RunLog:
    """Return the log with a leak test's eight readings and what came of them.

    `soaped` are the places that vouch for a nearly empty acetylene cylinder.

    Raises Refused before its clock has run out, and naming the reading that cannot be used.
    """
    if not clock_is_over(log.clocks, "leak", now):
        raise Refused("readings", "", "the test's clock to have run out, both valves closed")
    if not log.who:
        raise Refused("who", "", "the name of whoever holds the torch")
    gases: tuple[Gas, Gas] = ("acetylene", "oxygen")
    read = {
        gas: {
            gauge: _bar(f"{gas}.{gauge}", readings.get(gas, {}).get(gauge, "")) for gauge in GAUGES
        }
        for gas in gases
    }
    seconds = _leak_s(log)
    limit = (plan.facts or facts_kept(plan.stations)).acetylene_limit
    try:
        given = LeakTestGiven.model_validate(
            {**read, "seconds": seconds, "region": limit, "soaped": list(soaped)}
        )
    except ValidationError as error:
        raise refusals(error)[0] from None
    test = LeakTest(
        at=at, read_s=now.utc_s, who=log.who, given=given, values=reckon_leak_test(given).values
    )
    others = [one for one in log.confirmations if one.step != "leak"]
    return log.model_copy(update={"leak_test": test, "confirmations": others})


def _bar(field: str, text: str) -> float:
    try:
        return read_quantity(text, "pressure").value
    except Refused as refused:
        raise Refused(field, text, refused.accepted) from None


def _leak_s(log: RunLog) -> float:
    seconds = next((mark.seconds for mark in log.clocks if mark.clock == "leak"), None)
    return seconds or LEAK_S[log.start]
