"""What befell the rig, entry by entry, and how it stands: one state for every run and every hand.

A rig is one line of gas from cylinder to tip. What was proved tight, what was closed, exchanged,
popped or locked belongs to it and not to a run: entries are only ever added, and the state is what
they come to. Two books are joined by keeping every entry of both: the stricter then wins by itself.

Sources: ANSI Z49.1 and CGA G-1 for what is tested again and when, EN ISO 5175-1 for what a
flash-back puts out of use, cited for content. The quarter of an hour between two backfires is
judgement.
"""

from collections.abc import Iterable, Mapping, Sequence
from typing import Literal

from pydantic import Field

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Number, Record

RigFact = Literal[
    "tested", "leak", "closed", "exchanged", "lit", "out", "backfire", "cause-mended", "flash-back",
    "examined", "unknown",
]  # fmt: skip
"""`tested` is a leak test that held, `leak` one that did not; `unknown` says that nobody can vouch
for what came before, as after a restore."""
FACT_WORDS: Mapping[RigFact, str] = {
    "tested": "Leak test held", "leak": "Leak found", "closed": "Cylinders closed",
    "exchanged": "Cylinder, hose or torch exchanged", "lit": "Lit", "out": "Flame out",
    "backfire": "Backfire", "cause-mended": "Cause of the backfire mended",
    "flash-back": "Flash-back", "examined": "Examined after a flash-back",
    "unknown": "Not vouched for",
}  # fmt: skip
"""What each entry is called where people read it."""
ENDS_GAS: frozenset[RigFact] = frozenset({"closed", "exchanged", "flash-back", "unknown"})
"""After these, cylinders are opened anew and what was answered of them is asked anew."""
ENDS_TESTS: frozenset[RigFact] = ENDS_GAS | {"leak"}
ENDS_PURGE: frozenset[RigFact] = ENDS_GAS | {"backfire"}
ENDS_ANSWERS: frozenset[RigFact] = frozenset({"unknown"})
"""After records of another moment were put in place, every answer in them is asked anew."""
MOST_POPS = 2
SOON_AFTER_S = 15 * 60.0
"""A second backfire within this of the first bars the light whatever was found. Judgement."""
SHORTEST_FINDING = 10
"""Signs that say what was found: fewer say nothing."""
TORCH = "torch:"
"""How the mark of a torch begins among a line's parts."""


LinePart = Literal[
    "torch-and-tip", "acetylene-hose", "oxygen-hose", "acetylene-arrestor", "oxygen-arrestor",
    "check-valves", "regulators",
]  # fmt: skip
LINE_PARTS: Mapping[LinePart, str] = {
    "torch-and-tip": "torch and tip", "acetylene-hose": "acetylene hose",
    "oxygen-hose": "oxygen hose", "acetylene-arrestor": "acetylene arrestor",
    "oxygen-arrestor": "oxygen arrestor", "check-valves": "check valves",
    "regulators": "regulators",
}  # fmt: skip
"""What a flash-back may have burnt from the inside: each is examined, or a new one is fitted. The
regulators too: an arrestor that was missing, or had cut off, let it through to them."""


class RigEvent(Record):
    """One entry: what befell, when (seconds since 1970 UTC), whom, in which run, on which parts."""

    id: str = Field(max_length=40)
    what: RigFact
    at_s: Number
    who: str = Field(default="", max_length=60)
    run_id: str = Field(default="", max_length=40)
    parts: list[str] = Field(default_factory=list, max_length=100)
    finding: str = Field(default="", max_length=400)
    looked_at: list[LinePart] = Field(default_factory=list, max_length=len(LINE_PARTS))
    """After a flash-back: the parts that were examined or replaced, one by one."""
    number: int = Field(default=0, ge=0)
    """Which entry of its book it is, from 1: a clock set back must not put what came last first.
    0 in books of before entries were counted."""

    @property
    def order(self) -> tuple[int, float]:
        """What entries are put in order by: as they were made, those never counted by time."""
        return self.number, self.at_s


class Lit(Record):
    """A flame that may burn: in which run, who holds it, since when."""

    run_id: str
    who: str
    at_s: float


class RigState(Record):
    """How the rig stands for a line of parts.

    `tests` are the moments of the leak tests that still speak of this line; None where no rig is
    kept, and a run vouches for itself.
    """

    gas_ended_s: float | None = None
    purge_ended_s: float | None = None
    answers_ended_s: float | None = None
    tests: list[float] | None = None
    lock: str = ""
    popped: str = ""
    flames: list[Lit] = Field(default_factory=list)

    @property
    def barred(self) -> str:
        """What bars the light of every run on this line, or nothing."""
        return self.lock or self.popped

    def vouches_for(self, read_s: float | None) -> bool:
        """Return whether a leak test read at a moment still speaks of the line as it is."""
        return self.tests is None or (read_s is not None and read_s in self.tests)


def rig_state(events: Iterable[RigEvent], parts: Sequence[str], run_id: str = "") -> RigState:
    """Return how the rig stands for a line.

    Args:
        events: every entry, in any order.
        parts: marks of what the line is made of now; empty where the rack holds nothing.
        run_id: the run that asks; its own flame is not told to it.
    """
    every = sorted(events, key=lambda e: e.order)
    mine = [event for event in every if _touches(event.parts, parts)]
    ended = [event for event in mine if event.what in ENDS_TESTS]
    return RigState(
        gas_ended_s=_last_s(mine, ENDS_GAS),
        purge_ended_s=_last_s(mine, ENDS_PURGE),
        answers_ended_s=_last_s(mine, ENDS_ANSWERS),
        tests=[
            event.at_s
            for event in mine
            if event.what == "tested"
            and sorted(event.parts) == sorted(parts)
            and all(one.order < event.order and one.at_s < event.at_s for one in ended)
        ],
        # Of every line: a rack entered anew part by part is still the rack that was locked.
        lock=_lock(every),
        popped=_popped(mine),
        flames=_flames(mine, parts, run_id),
    )


def reported(event: RigEvent, state: RigState) -> RigEvent:
    """Return an entry by which a person ends what bars the light, checked.

    Raises Refused for what does not bar it, without a name, and for a finding that says nothing.
    """
    if not event.who.strip():
        raise Refused("who", event.who, "the name of whoever looked")
    if event.what == "out":
        if event.run_id not in [flame.run_id for flame in state.flames]:
            raise Refused("run_id", event.run_id, "a run whose torch may be burning")
        return event
    bars = {"examined": state.lock, "cause-mended": state.popped}
    if event.what not in bars:
        raise Refused("what", event.what, "examined, cause-mended or out")
    if not bars[event.what]:
        raise Refused(
            "what", event.what, "something that bars the light: nothing of that kind does"
        )
    missing = [part for part in LINE_PARTS if part not in event.looked_at]
    if event.what == "examined" and missing:
        left = ", ".join(LINE_PARTS[part] for part in missing)
        raise Refused("looked_at", event.looked_at, f"each part examined or replaced: {left} left")
    if len(event.finding.strip()) < SHORTEST_FINDING:
        raise Refused("finding", event.finding, "what was found and done, in ten signs or more")
    return event


def _touches(theirs: Sequence[str], mine: Sequence[str]) -> bool:
    """Return whether an entry speaks of a line; one that names no part speaks of every line."""
    return not theirs or not mine or not set(theirs).isdisjoint(mine)


def _last_s(events: Sequence[RigEvent], kinds: frozenset[RigFact]) -> float | None:
    return max((event.at_s for event in events if event.what in kinds), default=None)


def _lock(events: Sequence[RigEvent]) -> str:
    told = None
    for event in events:
        if event.what == "flash-back":
            told = event
        elif event.what == "examined":
            told = None
    if told is None:
        return ""
    by = f", told by {told.who}" if told.who else ""
    return f"a flash-back{by}: torch, hoses and arrestors are examined first"


def _popped(events: Sequence[RigEvent]) -> str:
    unmended, last_s, soon = 0, None, False
    for event in events:
        if event.what == "backfire":
            unmended += 1
            soon = last_s is not None and event.at_s - last_s <= SOON_AFTER_S
            last_s = event.at_s
        elif event.what in ("cause-mended", "examined"):
            unmended, soon = 0, False
    if unmended >= MOST_POPS or soon:
        return "it popped twice: the cause is found and mended first, the tip cold"
    return ""


def _flames(events: Sequence[RigEvent], parts: Sequence[str], run_id: str) -> list[Lit]:
    lit: dict[str, Lit] = {}
    for event in events:
        if event.what == "lit" and _same_torch(event.parts, parts):
            lit[event.run_id] = Lit(run_id=event.run_id, who=event.who, at_s=event.at_s)
        elif event.what == "out":
            lit.pop(event.run_id, None)
    lit.pop(run_id, None)
    return list(lit.values())


def _same_torch(theirs: Sequence[str], mine: Sequence[str]) -> bool:
    torches = [[part for part in line if part.startswith(TORCH)] for line in (theirs, mine)]
    return _touches(*torches)
