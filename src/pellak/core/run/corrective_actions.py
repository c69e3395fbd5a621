"""Put right in the middle of the work: what went wrong, what to do, how to go on; all kept."""

import tomllib
from functools import cache
from importlib.resources import files

from pydantic import Field

from pellak.core import marks
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import MOST_MENDED, Mended, RunLog
from pellak.core.run.bench import burns
from pellak.core.run.hold_points import cards_of


class CorrectiveAction(Record):
    """One thing that goes wrong: what to do about it, how to go on, why, and whose advice it is.

    `families` says which metals it happens to, none meaning any; `redo` names the kind of step
    that has to be done again afterwards.
    """

    id: str
    families: list[str] = Field(default_factory=list)
    wrong: str
    do: str
    go_on: str
    reason: str
    source: str
    redo: str = ""


@cache
def _listed(kind: str) -> tuple[CorrectiveAction, ...]:
    """Return what can go wrong with a kind of job, its own first: it lies in the kind's room."""
    tables = (
        files("pellak.core.kinds").joinpath(kind, "corrective_actions.toml"),
        files("pellak.core.tables").joinpath("corrective_actions.toml"),
    )
    return tuple(
        CorrectiveAction.model_validate(row)
        for table in tables
        if table.is_file()
        for row in tomllib.loads(marks.of_table(table.read_text("utf-8")))["action"]
    )


def corrective_actions_for(plan: Plan) -> list[CorrectiveAction]:
    """Return what can go wrong with this kind of job and metal."""
    return [
        action
        for action in _listed(plan.job.kind)
        if not action.families or plan.job.family in action.families
    ]


def with_corrective_action(plan: Plan, log: RunLog, what: str, at: str) -> RunLog:
    """Return the log with something put right at the card it stands at.

    Raises Refused where it cannot happen to this job, when the log is full, and where a step has
    to be done again while the torch may burn.
    """
    action = next((action for action in corrective_actions_for(plan) if action.id == what), None)
    if action is None:
        known = ", ".join(action.id for action in corrective_actions_for(plan))
        raise Refused("action", what, f"one of {known}")
    if len(log.mended) >= MOST_MENDED:
        raise Refused("action", what, f"no more than {MOST_MENDED} in a run: stop and think again")
    entry = Mended(id=action.id, wrong=action.wrong, step=log.step, at=at, who=log.who)
    after = log.model_copy(update={"mended": [*log.mended, entry]})
    again = next((c.step.id for c in cards_of(plan, log) if c.step.kind == action.redo), None)
    if not action.redo or again is None:
        return after
    if burns(plan, log):
        raise Refused("action", what, "a flame that is out: put it out first, then mend and test")
    held = [one for one in log.confirmations if one.step != again]
    return after.model_copy(update={"step": again, "leak_test": None, "confirmations": held})
