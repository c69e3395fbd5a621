"""What a kind of job brings: its job, its plan, its line on a ticket."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from typing import Generic, TypeVar

from pellak.core.job_base import JobBase, ShopSchools
from pellak.core.metal.alloy import Metals
from pellak.core.planned import Plan
from pellak.core.rack.equipment import Equipment
from pellak.core.torch.candidates import RackTip
from pellak.core.working import Record

J = TypeVar("J", bound=JobBase)


@dataclass(frozen=True)
class ShopAsked:
    """The shop a plan is made for: schools, tips, hand, own heats, rack."""

    schools: ShopSchools
    rack: Sequence[RackTip] = ()
    hand_factor: float = 1.0
    own: Metals | None = None
    equipment: Equipment = field(default_factory=Equipment)


@dataclass(frozen=True)
class JobKind(Generic[J]):
    """A kind of job. `line` says what the piece is, after the metal, on its ticket."""

    id: str
    label: str
    about: str
    job: type[J]
    plan: Callable[[J, ShopAsked], Plan]
    line: Callable[[J], str]


class KindLine(Record):
    """A kind of job as a person chooses it."""

    id: str
    label: str
    about: str
