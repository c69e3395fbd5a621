"""The plans that runs keep: one is long to read and never changes, so it is read once."""

import json
from functools import lru_cache

from sqlalchemy.orm import Session

from pellak.core.model.plan import Plan
from pellak.core.model.upcast import has_marks, with_marks
from pellak.shop.errors import NotFound
from pellak.store.runs import Runs

KEPT = 32
"""Plans kept read: those of every run a shop has open at a time, and some to look back at."""


@lru_cache(maxsize=KEPT)
def _read(text: str) -> Plan:
    document = json.loads(text)
    return Plan.model_validate(document if has_marks(text) else with_marks(document))


def plan_of_run(session: Session, run_id: str) -> Plan:
    """Return the plan a run was begun under. Raises NotFound where there is no such run."""
    text = Runs(session).plan_text(run_id)
    if text is None:
        raise NotFound("run", run_id)
    return _read(text)
