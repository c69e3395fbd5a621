"""What is written down about one run at the bench."""

from collections.abc import Mapping, Sequence
from functools import cache
from typing import Annotated, Any, Literal

from pydantic import Field, StringConstraints, ValidationError, field_validator, model_validator

from pellak.core.answer.errors import Refused, refusals
from pellak.core.answer.working import Number, Record
from pellak.core.model.cards import Hand
from pellak.core.model.clocks import ClockMark
from pellak.core.model.kinds.unions import WorkLog, upcast_log
from pellak.core.model.log_field import LogField
from pellak.core.model.run_measures import (
    MOST_PUDDLES,
    PuddleTimed,
    UsedId,
    Verdict,
)
from pellak.core.model.sequences import Start
from pellak.core.rig.stock import RodTaken
from pellak.core.safety.leak_test import LeakTestGiven, LeakTestValues
from pellak.core.tables import rows

ENTRIES = (
    "who", "hand", "seen", "notes", "used", "puddles", "verdict", "changed", "next_time",
)  # fmt: skip
"""What a person writes of any kind of job, beside what its kind logs; where the bench stands, stops
and clocks have their own ways in."""


SignSide = Literal["front", "back", "flame", "panel"]


class Sign(Record):
    """Something seen at the bench, good or bad: on which side, on which metals, none named any."""

    id: str
    label: str
    good: bool
    side: SignSide
    only: list[str]


@cache
def signs() -> tuple[Sign, ...]:
    """Return the signs a run may be logged with."""
    return tuple(
        Sign(
            id=row["id"], label=row["label"], good=row["good"] == "yes",
            side=row["side"], only=row["only"].split(),
        )
        for row in rows("signs.csv")
    )  # fmt: skip


def signs_on(family: str) -> list[Sign]:
    """Return the signs a metal can show."""
    return [sign for sign in signs() if not sign.only or family in sign.only]


class Confirmation(Record):
    """A stop that was answered, when (UTC, ISO 8601), by whom and about which piece.

    "No" is also "not sure": it bars the light until somebody answers anew.
    """

    step: str = Field(max_length=60)
    at: str = Field(max_length=40)
    who: str = Field(default="", max_length=60)
    answer: Literal["yes", "no"] = "yes"
    given_s: Number | None = None
    """When it was given, seconds since 1970 UTC; None in runs kept before answers ended."""
    piece: str = Field(default="", max_length=40)
    reason: str = Field(default="", max_length=200)
    """Why it was answered without the clock it waits for."""


SINCE = "since"
"""The card on which it is told what was done to the rig since it last burnt."""
Popped = Literal["backfire", "flash-back"]


class Pop(Record):
    """A backfire or a flash-back that was told, when and by whom."""

    what: Popped
    at: str = Field(max_length=40)
    who: str = Field(default="", max_length=60)


class TakenBack(Record):
    """Something told by mistake and taken back, when and by whom."""

    what: str = Field(max_length=60)
    at: str = Field(max_length=40)
    who: str = Field(default="", max_length=60)
    reason: str = Field(default="", max_length=200)


MOST_TAKEN_BACK = 50


class SkippedCheck(Record):
    """A card that was left before what it asks for was done."""

    step: str = Field(max_length=60)
    what: str = Field(max_length=200)


MOST_MENDED = 60


class Mended(Record):
    """Something that went wrong and was put right: at which card, when and by whom."""

    id: str = Field(max_length=40)
    wrong: str = Field(max_length=80)
    step: str = Field(max_length=60)
    at: str = Field(max_length=40)
    who: str = Field(default="", max_length=60)


MOST_TRIED = 60
Helped = Literal["yes", "no", "cannot-say"]


class TriedRemedy(Record):
    """A remedy the finder named and somebody tried: whether it helped, when and by whom."""

    cause: str = Field(max_length=40)
    helped: Helped
    at: str = Field(max_length=40)
    who: str = Field(default="", max_length=60)


class LeakTest(Record):
    """A leak test as it was read, when, and what came of it."""

    at: str = Field(max_length=40)
    read_s: Number | None = None
    who: str = Field(max_length=60)
    given: LeakTestGiven
    values: LeakTestValues


class Batch(Record):
    """Pieces of one lot, new, flat and bare, that somebody looked at for a whole class.

    `lot` is its name, `saw` what was looked at, `piece` the mark of the job it was answered for.
    """

    lot: str = Field(max_length=60)
    saw: str = Field(max_length=200)
    who: str = Field(max_length=60)
    given_s: Number
    piece: str = Field(max_length=40)


class ShownCard(Record):
    """What a card said when the torch was last lit: a short start goes by what differs from it."""

    step: str = Field(max_length=60)
    says: str = Field(default="", max_length=400)
    value: Number | None = None


class RunLog(Record):
    """The log of a run; None where nothing was written.

    `step` is the card the bench stands at, nothing before the first, "look" after the last.
    """

    step: str = Field(default="", max_length=60)
    start: Start = "daily"
    hand: Hand = "right"
    confirmations: list[Confirmation] = Field(default_factory=list, max_length=200)
    clocks: list[ClockMark] = Field(default_factory=list, max_length=20)
    leak_test: LeakTest | None = None
    lit_before: list[ShownCard] | None = Field(default=None, max_length=60)
    """Of a short start: what the cards it leaves out said at the light it goes on from."""
    batch: Batch | None = None
    """Of a class: the lot whose stops of the piece were answered once, by whom."""
    watcher: Annotated[str, StringConstraints(strip_whitespace=True, max_length=60)] = ""
    """Who keeps its fire watch, where that is not whoever held the torch."""
    gas_ended_s: Number | None = None
    """When the cylinders were last closed or something was exchanged, seconds since 1970 UTC."""
    purge_ended_s: Number | None = None
    """When what was blown out counted no more: a backfire, or the gas itself was ended."""
    answers_ended_s: Number | None = None
    """When older records were put in place: no answer of before counts, whoever gave it."""
    pops: list[Pop] = Field(default_factory=list, max_length=50)
    taken_back: list[TakenBack] = Field(default_factory=list, max_length=MOST_TAKEN_BACK)
    skipped_checks: list[SkippedCheck] = Field(default_factory=list, max_length=40)
    mended: list[Mended] = Field(default_factory=list, max_length=MOST_MENDED)
    tried: list[TriedRemedy] = Field(default_factory=list, max_length=MOST_TRIED)
    work: WorkLog | None = None
    actual: dict[Annotated[str, Field(max_length=40)], Number] = Field(
        default_factory=dict, max_length=40
    )
    """Times and measures taken, by the log field of its kind."""
    puddles: list[PuddleTimed] = Field(default_factory=list, max_length=MOST_PUDDLES)
    used: dict[UsedId, Annotated[str, Field(max_length=80)]] = Field(default_factory=dict)
    """What it was really done with."""
    verdict: Verdict = ""
    changed: str = Field(default="", max_length=1000)
    """What was changed in the middle, and why."""
    next_time: str = Field(default="", max_length=1000)
    rods: list[RodTaken] = Field(default_factory=list, max_length=20)
    """Rod taken from the rack, written as the run is closed."""
    who: Annotated[str, StringConstraints(strip_whitespace=True, max_length=60)] = ""
    seen: list[str] = Field(default_factory=list, max_length=40)
    notes: str = Field(default="", max_length=4000)

    @model_validator(mode="before")
    @classmethod
    def _kept_before(cls, document: Any) -> Any:
        return upcast_log(document)

    @field_validator("seen")
    @classmethod
    def _known_signs(cls, seen: list[str]) -> list[str]:
        known = {sign.id for sign in signs()}
        for sign in seen:
            if sign not in known:
                raise ValueError(f"{sign} is no sign on the list")
        return seen


def with_taken_back(log: RunLog, what: str, at: str, reason: str = "") -> RunLog:
    """Return the log with something told by mistake kept as taken back."""
    entry = TakenBack(what=what, at=at, who=log.who, reason=reason)
    return log.model_copy(update={"taken_back": [*log.taken_back, entry][-MOST_TAKEN_BACK:]})


def holds_nothing(log: RunLog) -> bool:
    """Return whether nothing happened in a run yet: no answer, reading, clock, tack or entry.

    Only such a run may be dropped; where somebody stood among its cards is no loss.
    """
    blank = RunLog(who=log.who, hand=log.hand, start=log.start, step=log.step)
    # What was done to the rig is told anew on every start: telling it is no work of this run.
    answers = [one for one in log.confirmations if one.step != SINCE]
    return log.model_copy(update={"confirmations": answers}) == blank


def with_work(log: RunLog, work: WorkLog) -> RunLog:
    """Return the log with the work as it stands; work of which nothing is told yet is none."""
    return log.model_copy(update={"work": None if work == type(work)() else work})


def with_entries(
    log: RunLog, changes: Mapping[str, Any], fields: Sequence[LogField] = ()
) -> RunLog:
    """Return the log with some entries changed; measures may come as typed text.

    Args:
        log: the log.
        changes: new values by entry, or by the id of what this kind of run logs.
        fields: what this kind of run logs.

    Raises:
        Refused: an entry is unknown or its value cannot be used; names it.
    """
    known = {field.id: field for field in fields}
    document = log.model_dump()
    for name, value in changes.items():
        if name in known:
            document["actual"].pop(name, None)
            if (read := known[name].read(value)) is not None:
                document["actual"][name] = read
        elif name in ENTRIES:
            document[name] = value
        else:
            raise Refused(name, value, "an entry of the log: " + ", ".join((*ENTRIES, *known)))
    try:
        return RunLog.model_validate(document)
    except ValidationError as error:
        raise refusals(error)[0] from None
