"""The rig as the shop keeps it: one list of what befell it, read and written by every run."""

from collections.abc import Sequence
from threading import Lock
from uuid import uuid4

from sqlalchemy.orm import Session

from pellak.core.answer.working import Record
from pellak.core.rig.state import (
    FACT_WORDS,
    LINE_PARTS,
    LinePart,
    Lit,
    RigEvent,
    RigFact,
    RigState,
    reported,
    rig_state,
)
from pellak.core.run.rig_at_bench import Befell
from pellak.shop.clock import Moments, machine_moment
from pellak.store.database import Database
from pellak.store.rig import RigEvents

SHOWN = 12
"""How many of the newest entries a person is shown."""


class RigLine(Record):
    """One entry as it is read: when (seconds since 1970 UTC), what, by whom, what was found."""

    id: str
    at_s: float
    label: str
    who: str
    finding: str


class LinePartName(Record):
    """One part a flash-back may have burnt from the inside, by name."""

    part: LinePart
    name: str


class RigView(Record):
    """How the rig stands: what bars every light, whose torch may burn, what befell last."""

    barred: str
    ends_by: RigFact | None
    """What a person says to end it; null where nothing bars."""
    flames: list[Lit]
    newest: list[RigLine]
    line_parts: list[LinePartName]
    """What is examined after a flash-back, each by itself."""


class RigDesk:
    """What befell the rig; entries are only ever added."""

    def __init__(self, database: Database, moments: Moments = machine_moment) -> None:
        self._database = database
        self._moments = moments
        self._lock = Lock()
        self._events: list[RigEvent] = []
        self._read_to = 0

    def events(self, session: Session) -> list[RigEvent]:
        """Return every entry; only those added since the last look are read."""
        with self._lock:
            for place, document in RigEvents(session).after(self._read_to):
                self._events.append(RigEvent.model_validate(document))
                self._read_to = place
            return list(self._events)

    def stands(self, session: Session, parts: Sequence[str], run_id: str) -> RigState:
        """Return how the rig stands for a run's line."""
        return rig_state(self.events(session), parts, run_id)

    def write(
        self, session: Session, befell: Sequence[Befell], who: str, run_id: str, parts: list[str]
    ) -> None:
        """Keep what a run said of the rig, within the very save that keeps the run."""
        for what, at_s in befell:
            event = RigEvent(
                id=uuid4().hex[:12], what=what, at_s=at_s, who=who, run_id=run_id, parts=parts
            )
            _add(session, event)

    def view(self) -> RigView:
        """Return how the rig stands for whoever asks with no run at hand."""
        with self._database.reading() as session:
            return _view(self.events(session))

    def report(
        self,
        what: RigFact,
        who: str,
        finding: str,
        run_id: str,
        looked_at: Sequence[LinePart] = (),
    ) -> RigView:
        """Keep that a person ended what bars the light. Raises Refused for what ends nothing."""
        with self._database.transaction() as session:
            events = self.events(session)
            event = RigEvent(
                id=uuid4().hex[:12], what=what, at_s=self._moments().utc_s, who=who.strip(),
                run_id=run_id, finding=finding.strip(), looked_at=list(looked_at),
            )  # fmt: skip
            _add(session, reported(event, rig_state(events, [])))
        return self.view()


def _add(session: Session, event: RigEvent) -> None:
    entries = RigEvents(session)
    event = event.model_copy(update={"number": entries.count() + 1})
    entries.add(event.id, event.at_s, event.model_dump(mode="json"))


def _view(events: Sequence[RigEvent]) -> RigView:
    # With no line named every entry speaks: the strictest of all lines is told.
    state = rig_state(events, [])
    ends_by: RigFact | None = None
    if state.barred:
        ends_by = "examined" if state.lock else "cause-mended"
    newest = [
        RigLine(
            id=event.id, at_s=event.at_s, label=FACT_WORDS[event.what], who=event.who,
            finding=event.finding,
        )
        for event in sorted(events, key=lambda event: event.at_s, reverse=True)[:SHOWN]
    ]  # fmt: skip
    return RigView(
        barred=state.barred, ends_by=ends_by, flames=state.flames, newest=newest,
        line_parts=[LinePartName(part=part, name=name) for part, name in LINE_PARTS.items()],
    )  # fmt: skip
