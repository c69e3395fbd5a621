"""The answer to a one-line question, and how a reckoner is asked for it."""

from collections.abc import Mapping
from typing import Any

from pydantic import ValidationError

from pellak.core.answer.errors import refusals
from pellak.core.answer.working import Record, Working
from pellak.core.catalogue.reckoners import get_reckoner


class OneLineAnswer(Record):
    """The answer to a one-line question: a headline, what was asked, and the working behind it."""

    reckoner: str
    headline: str
    asked: str
    given: dict[str, Any]
    working: list[Working]


def reckon_by_name(name: str, given: Mapping[str, Any]) -> Any:
    """Return a reckoner's answer. Raises Refused naming the first field at fault."""
    reckoner = get_reckoner(name)
    try:
        return reckoner.reckon(reckoner.given.model_validate(given))
    except ValidationError as error:
        raise refusals(error)[0] from None
