"""The one tree of errors the core raises.

PellakError
└── Refused          one value cannot be used; names its field, what was read, what is accepted
"""

from collections.abc import Callable, Mapping, Sequence
from typing import Any, TypeVar

from pydantic import ValidationError

from pellak.core.answer.accepted import accepted_words

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
    return [refused_by(fault["loc"], fault) for fault in error.errors(include_url=False)]


def refused_by(path: Sequence[str | int], fault: Mapping[str, Any]) -> Refused:
    """Return one fault of a validation as a Refused.

    Args:
        path: the field's names and places, outermost first.
        fault: as the library tells it, with its context.

    Source: the library's own account of a fault, in words of ours

    >>> refused_by(['length_mm'], {'type': 'less_than_equal', 'ctx': {'le': 5.0}}).field
    'length_mm'
    """
    field = ".".join(str(part) for part in path) or "body"
    return Refused(field, _brief(fault.get("input")), accepted_words(field, fault))


def _brief(value: object) -> object:
    if isinstance(value, float):
        # Six figures are as many as anybody typed; the rest came of a change of units.
        return float(f"{value:.6g}")
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
