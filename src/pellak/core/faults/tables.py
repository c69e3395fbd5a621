"""The finder's tables: signs, causes and the evidence that moves them, all as data."""

import tomllib
from functools import cache
from importlib.resources import files
from typing import Any, Literal

from pydantic import Field

from pellak.core import marks
from pellak.core.answer.working import Record
from pellak.core.tables import rows

Is = Literal["under", "over", "from", "is", "is-not"]


class Cause(Record):
    """Why it goes wrong: what to do first, and the one look that tells it."""

    id: str
    name: str
    do: str
    look: str
    seen: str
    stop: bool = False


class FaultSign(Record):
    """What is seen or heard, on which metals or kinds of work, and how far causes explain it."""

    id: str
    name: str
    only: list[str] = Field(default_factory=list)
    causes: dict[str, float]

    def fits(self, kind: str, family: str | None) -> bool:
        """Return whether it is seen on this kind of work and metal; an untold metal is any."""
        kinds = [one for one in self.only if one.startswith("kind:")]
        if kinds and f"kind:{kind}" not in kinds:
            return False
        metals = [one for one in self.only if not one.startswith("kind:")]
        return not metals or family is None or family in metals


class Evidence(Record):
    """One thing of the set-up that makes a cause likelier or less likely, with its reason.

    `measure` names a field of what is given, `than` a number, a word, or another field.
    """

    cause: str
    measure: str
    is_: Is = Field(alias="is")
    than: str
    factor: float
    reason: str
    source: str


def _rows(name: str, key: str) -> list[Any]:
    """Return the rows of a table, and of the table of that name in each kind's own room."""
    rooms = sorted(files("pellak.core.kinds").iterdir(), key=lambda room: room.name)
    tables = [files("pellak.core.tables").joinpath(name), *(r.joinpath(name) for r in rooms)]
    found: list[Any] = []
    for table in tables:
        if table.is_file():
            found += tomllib.loads(marks.of_table(table.read_text("utf-8")))[key]
    return found


@cache
def fault_causes() -> dict[str, Cause]:
    """Return every cause by its id."""
    return {row["id"]: Cause.model_validate(row) for row in _rows("fault_causes.toml", "cause")}


@cache
def fault_signs() -> dict[str, FaultSign]:
    """Return every sign by its id."""
    return {row["id"]: FaultSign.model_validate(row) for row in _rows("fault_signs.toml", "sign")}


@cache
def fault_evidence() -> tuple[Evidence, ...]:
    """Return every piece of evidence, in the order of the table."""
    return tuple(Evidence.model_validate(dict(row)) for row in rows("fault_evidence.csv"))
