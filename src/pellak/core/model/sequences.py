"""The order things are done in at the bench: data from tables/sequence_*.toml."""

import tomllib
from functools import cache
from importlib.resources import files
from typing import Any, Literal

from pydantic import Field, model_validator

from pellak.core import marks
from pellak.core.answer.working import Record

ShutDownSchool = Literal["acetylene-first", "oxygen-first"]
FuelSetting = Literal["smoke-gone", "leaving-tip", "feathering"]
FireWatch = Literal["60", "90", "120", "240"]
"""Minutes of fire watch, as a school's id: an hour is the least there is."""
Start = Literal["daily", "short", "class", "after-assembly", "cylinder-change"]
VOUCHED: tuple[Start, ...] = ("short", "class")
"""Starts that go on from a light of today: by the same hands, or a turn of a class."""
Phase = Literal[
    "people", "piece", "place", "equipment", "gas", "light-up", "preheat", "tack", "seam", "cool",
    "shut-down", "after",
]  # fmt: skip
CHAPTERS = ("1_people_and_place", "2_equipment_and_gas", "3_light", "4_work", "5_shut_down")
LIGHT, FLAME_OUT_PHASE = "light", "shut-down"
GUIDANCE = (
    "Guidance, not authority. Follow the maker's charts, the gas supplier's instructions, your "
    "site rules and local codes; pressure parts, vessels, aircraft, lifting and structural work "
    "belong to qualified people under the governing code."
)


class Step(Record):
    """One step: what to do, why, and whose rule it is.

    `when` names conditions that must all hold, `a|b` either, `!a` not; `starts` the kinds of
    start it belongs to, none meaning every one; `schools` the school it belongs to, by question.
    `kind` names the tool its card brings, one of the bench's own or of a kind of job's room;
    `begins` is a clock that starts when the step is left behind; `short` keeps the step where the
    same hands light the same rig again on the same day.
    """

    id: str
    phase: Phase
    text: str
    reason: str
    source: str
    detail: str = ""
    limit: str = ""
    hint: str = ""
    """How hands and body do it, for those who are learning; silent for the rest."""
    gate: Literal["", "stop"] = ""
    schools: dict[str, str] = Field(default_factory=dict)
    number: str | None = None
    beside: str | None = None
    """A second figure, where a card speaks of two."""
    when: list[str] = Field(default_factory=list)
    starts: list[Start] = Field(default_factory=list)
    short: bool = False
    kind: str = Field(default="step", pattern="^[a-z-]+$")
    picture: Literal["", "fuel", "oxygen"] = ""
    begins: Literal["", "fire-watch"] = ""

    @model_validator(mode="before")
    @classmethod
    def _kept_before(cls, document: Any) -> Any:
        """Steps in runs kept before 2026.11.3 named one school, one condition and families."""
        if isinstance(document, dict) and "school" in document:
            return {k: v for k, v in document.items() if k not in ("families", "school", "when")}
        return document


class DrillSign(Record):
    """Which of the two it was, how it shows, and what follows."""

    what: Literal["backfire", "flash-back"]
    label: str
    text: str
    then: str


class DrillStep(Record):
    """One step of the flash-back drill."""

    text: str
    reason: str


def _table(name: str) -> dict[str, list[dict[str, object]]]:
    text = files("pellak.core.tables").joinpath(f"{name}.toml").read_text(encoding="utf-8")
    return tomllib.loads(marks.of_table(text))


@cache
def every_step() -> tuple[Step, ...]:
    """Return every step of every school, start, metal and kind of job, in order."""
    steps = [step for chapter in CHAPTERS for step in _table(f"sequence_{chapter}")["step"]]
    for room in sorted(files("pellak.core.kinds").iterdir(), key=lambda room: room.name):
        # What only one kind of job does lies in that kind's room, and names where it belongs.
        table = room.joinpath("steps.toml")
        for step in (
            tomllib.loads(marks.of_table(table.read_text("utf-8")))["step"]
            if table.is_file()
            else ()
        ):
            after = [one["id"] for one in steps].index(step.pop("after"))
            steps.insert(after + 1, step)
    return tuple(Step.model_validate(step) for step in steps)


@cache
def flash_back_drill() -> tuple[DrillStep, ...]:
    """Return the flash-back drill in order."""
    return tuple(DrillStep.model_validate(step) for step in _table("flash_back_drill")["drill"])


@cache
def leak_test_drill() -> tuple[DrillStep, ...]:
    """Return the leak test in order, move by move."""
    return tuple(DrillStep.model_validate(step) for step in _table("leak_test_drill")["drill"])


@cache
def drill_signs() -> tuple[DrillSign, ...]:
    """Return how a backfire and a flash-back are told apart."""
    return tuple(DrillSign.model_validate(s) for s in _table("flash_back_drill")["sign"])


def holds(step: Step, conditions: frozenset[str]) -> bool:
    """Return whether a step is wanted under these conditions."""

    def one(condition: str) -> bool:
        if condition.startswith("!"):
            return condition[1:] not in conditions
        return any(name in conditions for name in condition.split("|"))

    return all(one(condition) for condition in step.when)
