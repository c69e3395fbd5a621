"""What to write into a log once it was looked at: how it came out, what to change next time."""

from collections.abc import Mapping, Sequence

from pellak.core.answer.working import Record, short
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import RunLog, signs
from pellak.core.model.run_measures import Verdict
from pellak.core.run.fault_search import faults_of, signs_of

MOST_PROPOSED = 3
SLOWER, QUICKER = 1.3, 0.77
"""A puddle this far off its plan, timed over planned, is worth a word; a hand's usual spread is
less."""
NAMED_OTHERWISE: Mapping[str, str] = {
    "slow-puddle": "no-puddle",
    "fast-puddle": "puddle-at-once",
    "panel-moved": "rises-one-side",
    "keyhole-lost": "no-penetration",
    "band-uneven": "one-side-first",
}
"""Signs of the log, by what the finder calls them."""


class NextTime(Record):
    """Something to do otherwise next time, and why it is proposed."""

    text: str
    why: str


class Proposed(Record):
    """What a log may be closed with; the person decides."""

    verdict: Verdict
    next_time: list[NextTime]


def proposed(
    plan: Plan, log: RunLog, seen: Sequence[str], helped: Mapping[str, tuple[int, int]]
) -> Proposed:
    """Return verdict and changes proposed from what was seen and timed.

    Args:
        plan: what it was done under.
        log: what was timed and told.
        seen: the signs seen, by their ids in the log.
        helped: how often each cause's remedy was tried in this shop, and how often it helped.

    Source: the causes of the tables of faults, each with its own

    >>> from pellak.core.model.job_base import ShopSchools
    >>> from pellak.core.model.kinds.seam.job import SeamJob
    >>> from pellak.core.model.run_log import RunLog
    >>> from pellak.core.plan.compose import compose_plan
    >>> plan = compose_plan(SeamJob(name='tray', alloy='4130', thickness_mm=1.2), ShopSchools())
    >>> proposed(plan, RunLog(), [], {}).next_time
    []
    """
    bad = {sign.id for sign in signs() if not sign.good}
    wrong = [NAMED_OTHERWISE.get(sign, sign) for sign in seen if sign in bad]
    known = {sign.id for sign in signs_of(plan)}
    found = [sign for sign in wrong if sign in known]
    proposals: list[NextTime] = []
    if found:
        causes = faults_of(plan, log, found, helped).values.causes[:MOST_PROPOSED]
        proposals = [
            NextTime(text=cause.do, why=_because(cause.name, cause.share)) for cause in causes
        ]
    proposals += _of_the_puddle(plan, log)
    verdict: Verdict = "reworked" if wrong else "good" if seen else ""
    return Proposed(verdict=verdict, next_time=proposals[:MOST_PROPOSED])


def _because(cause: str, share: float) -> str:
    return f"{cause}: some {100 * share:.0f} % likely by what was seen"


def _of_the_puddle(plan: Plan, log: RunLog) -> list[NextTime]:
    planned, timed = plan.facts.puddle_s if plan.facts else None, log.actual.get("puddle_s")
    if not planned or timed is None or QUICKER < timed / planned < SLOWER:
        return []
    slow = timed > planned
    return [
        NextTime(
            text="Clean the tip and look at the pressures with gas flowing; if it stays so, take "
            "the hand up." if slow else "A size smaller, or the same tip a little softer.",
            why=f"the first puddle took {short(timed, 2)} s, planned {short(planned, 2)} s",
        )
    ]  # fmt: skip
