"""The order things are done in at the bench: data from tables/sequences.toml."""

import tomllib
from functools import cache
from importlib.resources import files
from typing import Literal

from pydantic import Field

from pellak.core.working import Record

ShutDownSchool = Literal["acetylene-first", "oxygen-first"]
GUIDANCE = (
    "Guidance, not authority. Follow the maker's charts, the gas supplier's instructions, your "
    "site rules and local codes; pressure parts, vessels, aircraft, lifting and structural work "
    "belong to qualified people under the governing code."
)


class Step(Record):
    """One step: what to do, why, and whose rule it is.

    `families` limits it to some metals; `when` to plans whose figure of that id has a number.
    """

    id: str
    phase: Literal[
        "piece",
        "place",
        "people",
        "equipment",
        "gas",
        "light-up",
        "preheat",
        "seam",
        "shut-down",
        "after",
    ]
    text: str
    reason: str
    source: str
    detail: str = ""
    gate: Literal["", "stop"] = ""
    school: ShutDownSchool | None = None
    number: str | None = None
    families: list[str] = Field(default_factory=list)
    when: str = ""
    kind: Literal["step", "puddle", "seam"] = "step"


class DrillStep(Record):
    """One step of the flash-back drill."""

    text: str
    reason: str


@cache
def _file() -> dict[str, list[dict[str, object]]]:
    text = files("pellak.core.tables").joinpath("sequences.toml").read_text(encoding="utf-8")
    return tomllib.loads(text)


@cache
def steps(shut_down: ShutDownSchool) -> tuple[Step, ...]:
    """Return every step in order for one school of shutting down."""
    every = (Step.model_validate(step) for step in _file()["step"])
    return tuple(step for step in every if step.school in (None, shut_down))


@cache
def flash_back_drill() -> tuple[DrillStep, ...]:
    """Return the flash-back drill in order."""
    return tuple(DrillStep.model_validate(step) for step in _file()["drill"])
