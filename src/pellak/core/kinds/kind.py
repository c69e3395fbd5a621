"""What a kind of job brings: its job, its plan, what is done and logged at the bench."""

from collections.abc import Callable, Collection, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any, Generic, TypeVar

from pellak.core.answer.working import Record
from pellak.core.body.learning import BodyObservation
from pellak.core.catalogue.one_line import OneLineAnswer
from pellak.core.hand.known import MODEL_HAND, HandFactor, OperatorCalibration
from pellak.core.metal.alloy import Metal, Metals
from pellak.core.model.job_base import JobBase, ShopSchools
from pellak.core.model.kinds.unions import Work, WorkLog, WorkNow
from pellak.core.model.log_field import LogField
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import RunLog
from pellak.core.reading.line_measures import Said
from pellak.core.rig.equipment import Equipment
from pellak.core.rig.stock import RodTaken
from pellak.core.torch.rack_tip import RackTip

J = TypeVar("J", bound=JobBase)


@dataclass(frozen=True)
class ShopAsked:
    """The shop a plan is made for: schools, tips, own heats, rack, and what it learned.

    `learned` is what runs of this kind told, `watched` what heats that were watched told of flame
    and media, both newest first; `operator_calibration` the hand it plans with, None for the
    model's.
    """

    schools: ShopSchools
    rack: Sequence[RackTip] = ()
    own: Metals | None = None
    equipment: Equipment = field(default_factory=Equipment)
    learned: Sequence[Any] = ()
    watched: Sequence[BodyObservation] = ()
    operator_calibration: OperatorCalibration | None = None

    def hand(self, family: str) -> HandFactor:
        """Return the factor plans of a metal are made with, by the torch in the hand."""
        if self.operator_calibration is None:
            return MODEL_HAND
        torch = self.equipment.torch
        return self.operator_calibration.of(family, torch.name if torch else "")


@dataclass(frozen=True)
class LineSaid:
    """A line that says a job: its sizes, its other words, the metal it names."""

    sizes: Sequence[Said]
    rest: str
    metal: Metal


@dataclass(frozen=True)
class LineRead:
    """What a kind makes of a line: changes by field, and choices among them in words."""

    changes: Mapping[str, Any]
    words: Mapping[str, str] = field(default_factory=dict)


def said_sizes(sizes: Mapping[str, Said], fields: Collection[str]) -> dict[str, str]:
    """Return the sizes of some fields as they were typed."""
    return {name: one.typed for name, one in sizes.items() if name in fields}


@dataclass(frozen=True)
class Act:
    """Something told at the bench: what is told, and what it makes of the log."""

    report: type[Record]
    change: Callable[[Plan, RunLog, Any], RunLog]


@dataclass(frozen=True)
class Marks:
    """Places along a piece that are marked on a tape, full size: number and place, mm."""

    name: str
    file: str
    places: list[tuple[int, float]]
    length_mm: float
    csv: str


@dataclass(frozen=True)
class JobKind(Generic[J]):
    """A kind of job.

    `line` says what the piece is, after the metal, on its ticket; `log` what its runs measure;
    `now` how its work stands at the bench, `acts` what is told there; `marks` its tape; `look`
    what is asked once it is done, `worked` the kind of step at which it is done, `came` what came
    of it in a few words, `card` the figures of its work as they are printed, `signs` whether a
    seam's signs are offered; `lines` answers one-line questions by their first word; `learns`
    reads from a run's work and log what later plans start from, None where all start alike;
    `from_line` reads a job said in one line, `of_section` whether the sizes of a section alone mean
    it; `wants` is the rod the whole job takes, as planned,
    `takes` what a run took of the rack, by its plan and what its log says was done; `left` what a
    kind of step still asks for, in words.
    """

    id: str
    label: str
    about: str
    job: type[J]
    plan: Callable[[J, ShopAsked], Plan]
    line: Callable[[J], str]
    log: tuple[LogField, ...]
    now: Callable[[Plan, RunLog], WorkNow | None]
    acts: Mapping[str, Act]
    marks: Callable[[Plan], Marks]
    look: str
    worked: str
    card: tuple[str, ...]
    came: Callable[[WorkLog | None], str] = field(default=lambda _log: "")
    signs: bool = False
    lines: Mapping[str, Callable[[str], OneLineAnswer]] = field(default_factory=dict)
    learns: Callable[[Work | None, RunLog], Any | None] | None = None
    left: Callable[[Plan, RunLog, str], str] = field(default=lambda _plan, _log, _step: "")
    from_line: Callable[[LineSaid], LineRead] = field(default=lambda _said: LineRead({}))
    of_section: bool = False
    wants: Callable[[Plan], list[RodTaken]] = field(default=lambda _plan: [])
    takes: Callable[[Plan, RunLog], list[RodTaken]] = field(default=lambda _plan, _log: [])


class KindLine(Record):
    """A kind of job as a person chooses it."""

    id: str
    label: str
    about: str
