"""The work of straightening: what its plan keeps to go on by, and what its run writes down."""

from typing import Literal

from pydantic import Field

from pellak.core.answer.working import Record
from pellak.core.member.straighten import StraightenValues
from pellak.core.member.straighten_given import Round, StraightenGiven

KIND: Literal["straighten"] = "straighten"


class MemberWork(Record):
    """What was asked of the member before any heat, and its answer: asked anew each round."""

    kind: Literal["straighten"] = KIND
    given: StraightenGiven
    values: StraightenValues


class MemberLog(Record):
    """How far a round of spots is made, and the rounds that were read."""

    kind: Literal["straighten"] = KIND
    done: int = Field(default=0, ge=0, le=60)
    rounds: list[Round] = Field(default_factory=list, max_length=40)


class MemberNow(Record):
    """The member as it stands after the rounds made so far."""

    kind: Literal["straighten"] = KIND
    values: StraightenValues
