"""Runs as a file from one shop to another: checked as they come in, people renamed if asked."""

import json
from collections.abc import Iterator, Mapping, Sequence
from typing import Any, Literal

from pydantic import Field, ValidationError

from pellak.core.answer.errors import Refused, refusals
from pellak.core.answer.working import Record
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import RunLog

FORMAT: Literal["pellak-runs"] = "pellak-runs"
VERSION: Literal[1] = 1
MOST_RUNS = 5000
WHO = "who"
MOST_IN_FILE, MOST_IN_RUN = 1_500_000, 100_000
"""Values, counted as lists and objects hold them: a run has some five thousand, a file that is as
large as one may be has half of this. What is all brackets would fill the memory."""


class RunTaken(Record):
    """One run as it goes from shop to shop: moments in UTC, ISO 8601; plan and log whole."""

    run_id: str = Field(pattern="^[A-Za-z0-9]{1,32}$")
    job_id: str = Field(pattern="^[A-Za-z0-9]{1,32}$")
    started_at: str = Field(max_length=40)
    finished_at: str = Field(max_length=40)
    plan: Plan
    log: RunLog


class RunsFile(Record):
    """A file of runs."""

    format: Literal["pellak-runs"]
    version: Literal[1]
    runs: list[dict[str, Any]] = Field(max_length=MOST_RUNS)


def json_of(content: bytes) -> object:
    """Return what a file of runs holds as JSON. Raises Refused where it is none, or unfolds to
    more than such a file can be."""
    if sum(content.count(sign) for sign in (b",", b"[", b"{")) > MOST_IN_FILE:
        raise Refused("file", f"{len(content)} bytes", f"a file of {MOST_IN_FILE} values at most")
    try:
        return json.loads(content)
    except (ValueError, RecursionError):
        raise Refused("file", f"{len(content)} bytes", "a file of runs in JSON") from None


def _holds_more_than(most: int, document: object) -> bool:
    """Return whether a document holds more values than that."""
    waiting, count = [document], 0
    while waiting and count <= most:
        one = waiting.pop()
        inner = one.values() if isinstance(one, Mapping) else one if isinstance(one, list) else ()
        count += len(inner)
        waiting.extend(inner)
    return count > most


def runs_of(document: object, *, rename: bool) -> Iterator[RunTaken]:
    """Return the runs of a file, each checked.

    Args:
        document: the file's JSON.
        rename: whether people come in as "somebody 1" and so on, in the order they are named.

    Raises:
        Refused: it is no such file, or a run in it cannot be used; names which and why.
    """
    try:
        file = RunsFile.model_validate(document)
    except ValidationError as error:
        first = refusals(error)[0]
        accepted = f"a file of runs: {first.field} {first.accepted}"
        raise Refused("file", first.was_read, accepted) from None
    names: dict[str, str] = {}
    for place, run in enumerate(file.runs, start=1):
        if _holds_more_than(MOST_IN_RUN, run):
            raise Refused("file", f"run {place}", f"a run of {MOST_IN_RUN} values at most")
        try:
            yield RunTaken.model_validate(_renamed(run, names) if rename else run)
        except ValidationError as error:
            first = refusals(error)[0]
            raise Refused(
                "file", f"run {place}: {first.was_read}", f"{first.field} {first.accepted}"
            ) from None


def _renamed(document: Any, names: dict[str, str]) -> Any:
    """Return a document with every person in it under another name, the same one throughout."""
    if isinstance(document, Mapping):
        return {
            key: names.setdefault(value, f"somebody {len(names) + 1}")
            if key == WHO and isinstance(value, str) and value
            else _renamed(value, names)
            for key, value in document.items()
        }
    if isinstance(document, Sequence) and not isinstance(document, str):
        return [_renamed(value, names) for value in document]
    return document
