"""Where a run and the rig meet: what the rig takes from its log, and what it tells the rig."""

from typing import NamedTuple

from pellak.core.kinds.stations.gear import GEAR
from pellak.core.model.clocks import Moment
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import RunLog
from pellak.core.model.sequences import Start
from pellak.core.rig.equipment import Equipment
from pellak.core.rig.state import RigFact, RigState
from pellak.core.run.bench import burns
from pellak.core.run.holding import latest

EXCHANGES: tuple[Start, ...] = ("after-assembly", "cylinder-change")


class Befell(NamedTuple):
    """What a change of a run's log says of the rig, and when it was, seconds since 1970 UTC."""

    what: RigFact
    at_s: float


def line_of(plan: Plan, rack: Equipment) -> list[str]:
    """Return marks of the parts of the line that a plan's job is worked with."""
    return rack.choosing({part: getattr(plan.job, part) for part in GEAR}).line_parts


def as_rig_stands(log: RunLog, rig: RigState) -> RunLog:
    """Return the log of a run with what the rig does not bear out any more ended.

    A test of another line, or of before the cylinders were closed in another run, vouches for
    nothing; nor does a purge of before a backfire, nor, once older records were put in place, any
    answer in them: somebody may have said no since, in the records that are gone. Nothing that was
    written down is taken away.
    """
    test = log.leak_test
    ended = [log.gas_ended_s, rig.gas_ended_s]
    if test is not None and test.values.tight and not rig.vouches_for(test.read_s):
        ended.append(test.read_s)
    return log.model_copy(
        update={
            "gas_ended_s": latest(*ended),
            "purge_ended_s": latest(log.purge_ended_s, rig.purge_ended_s),
            "answers_ended_s": latest(log.answers_ended_s, rig.answers_ended_s),
        }
    )


def held_by_rig(plan: Plan, log: RunLog, rig: RigState) -> tuple[Plan, list[str]]:
    """Return a run's plan under what bars the light of every run on its line, and why."""
    why = rig.barred
    if not why and rig.flames and not burns(plan, log):
        holder = rig.flames[0].who or "somebody"
        why = f"{holder} may have this torch lit in another run: it is put out there first"
    if not why:
        return plan, []
    # What a run told itself stands on its bench already.
    own = bool(log.pops) and rig.barred != ""
    return plan.model_copy(update={"may_start": False, "why_not": why}), [] if own else [why]


def befell(plan: Plan, before: RunLog, after: RunLog, now: Moment) -> list[Befell]:
    """Return what a change of a run's log says of the rig, in order.

    Args:
        plan: what the run is held to.
        before: the log as it was.
        after: the log as it is to be kept.
        now: the moment of the change.
    """
    told: list[RigFact] = []
    if after.start in EXCHANGES and after.start != before.start:
        told.append("exchanged")
    test = after.leak_test
    if test is not None and test != before.leak_test and test.read_s == now.utc_s:
        told.append("tested" if test.values.tight else "leak")
    told += [pop.what for pop in after.pops[len(before.pops) :]]
    was, burning = burns(plan, before), burns(plan, after)
    if was != burning:
        told.append("lit" if burning else "out")
    if after.gas_ended_s is not None and after.gas_ended_s != before.gas_ended_s:
        told.append("closed")
    return [Befell(what, now.utc_s) for what in told]
