"""What is written down about one run at the bench."""

from collections.abc import Mapping
from functools import cache
from typing import Any

from pydantic import Field, ValidationError, field_validator

from pellak.core.errors import Refused
from pellak.core.job import refusals
from pellak.core.reading.quantity import read_quantity
from pellak.core.tables import rows
from pellak.core.working import Number, Record

SECONDS_PER_MIN = 60
TIMED_FIELDS = {"puddle_s": 1, "seam_min": SECONDS_PER_MIN}
"""Times a person may type in any unit, and how many seconds one of the field's units holds."""


class Sign(Record):
    """Something seen at the bench, good or bad."""

    id: str
    label: str
    good: bool


@cache
def signs() -> tuple[Sign, ...]:
    """Return the signs a run may be logged with."""
    return tuple(
        Sign(id=row["id"], label=row["label"], good=row["good"] == "yes")
        for row in rows("signs.csv")
    )


class Confirmation(Record):
    """A stop that was answered, and when (UTC, ISO 8601)."""

    step: str = Field(max_length=60)
    at: str = Field(max_length=40)


class RunLog(Record):
    """The log of a run; None where nothing was written. `card` is where the bench stands."""

    card: int = Field(default=0, ge=0, le=200)
    confirmations: list[Confirmation] = Field(default_factory=list, max_length=60)
    who: str = Field(default="", max_length=60)
    puddle_s: Number | None = Field(default=None, ge=0.2, le=600)
    seam_min: Number | None = Field(default=None, ge=0.02, le=1440)
    seen: list[str] = Field(default_factory=list, max_length=40)
    notes: str = Field(default="", max_length=4000)

    @field_validator("seen")
    @classmethod
    def _known_signs(cls, seen: list[str]) -> list[str]:
        known = {sign.id for sign in signs()}
        for sign in seen:
            if sign not in known:
                raise ValueError(f"{sign} is no sign on the list")
        return seen


def with_entries(log: RunLog, changes: Mapping[str, Any]) -> RunLog:
    """Return the log with some entries changed; times may come as typed text.

    Raises:
        Refused: a field is unknown or its value cannot be used; names the field.
    """
    document = log.model_dump()
    for field, value in changes.items():
        if field not in document:
            raise Refused(field, value, "a field of the log")
        entry = value
        if field in TIMED_FIELDS and isinstance(value, str):
            entry = _typed_time(field, value)
        document[field] = entry
    try:
        return RunLog.model_validate(document)
    except ValidationError as error:
        raise refusals(error)[0] from None


def _typed_time(field: str, text: str) -> float | None:
    if not text.strip():
        return None
    bare = text.strip().replace(",", ".").replace(".", "", 1).isdigit()
    try:
        # A bare number is in the field's own unit: minutes for a seam, seconds for a puddle.
        unit = " min" if bare and TIMED_FIELDS[field] == SECONDS_PER_MIN else ""
        return read_quantity(text + unit, "time").value / TIMED_FIELDS[field]
    except Refused as refused:
        raise Refused(field, text, refused.accepted) from None
