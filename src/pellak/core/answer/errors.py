"""The one tree of errors the core raises.

PellakError
└── Refused          one value cannot be used; names its field, what was read, what is accepted
"""

from collections.abc import Callable
from typing import TypeVar

from pydantic import ValidationError

T = TypeVar("T")


class PellakError(Exception):
    """Anything the core raises on purpose."""


class Refused(PellakError):
    """A value that cannot be used, told so that the person who typed it can mend it."""

    def __init__(self, field: str, was_read: object, accepted: str) -> None:
        self.field = field
        self.was_read = was_read
        self.accepted = accepted
        super().__init__(f"{field}: read {was_read!r}; {accepted}")


def refusals(error: ValidationError) -> list[Refused]:
    """Return a Refused for each fault of a validation, its field as a dotted path."""
    return [
        Refused(
            ".".join(str(part) for part in fault["loc"]) or "body",
            _brief(fault.get("input")),
            fault["msg"].removeprefix("Value error, "),
        )
        for fault in error.errors(include_url=False, include_context=False)
    ]


def _brief(value: object) -> object:
    text = repr(value)
    return value if len(text) <= 60 else text[:57] + "…"


def answered(run: Callable[[], T]) -> T | Refused:
    """Return what `run` does, or the first thing it refuses, for whoever shows it as a stop."""
    try:
        return run()
    except ValidationError as error:
        return refusals(error)[0]
    except Refused as refused:
        return refused
