"""What goes in and out of a watch as a whole: curves to draw, files of loggers, what it teaches."""

import csv
import io
import math
from datetime import UTC, datetime, timedelta

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.body.learning import BodyObservation, cooling_observation, flame_observation
from pellak.core.kinds.registry import kind_named
from pellak.core.model.watch_plan import WatchPlan
from pellak.core.reading.measures import System
from pellak.core.reading.table_file import plain_cell
from pellak.core.watch.ending import ending_of
from pellak.core.watch.logger_file import FileGuess, guess_columns, read_file
from pellak.core.watch.milestones import milestones
from pellak.shop.calendar_file import calendar_of
from pellak.shop.clock import Clock
from pellak.shop.run_book import RunBook
from pellak.shop.watches import Watch, WatchBook
from pellak.store.change_count import count_change
from pellak.store.database import Database
from pellak.store.watches import Entry, Watches

MOST_DRAWN = 20_000
"""Points drawn of a whole watch: more are thinned to the least and the most of each stretch."""


class ChannelCurve(Record):
    """One channel's readings: seconds since the watch began, and °C, null where it sent none."""

    name: str
    at_s: list[float]
    c: list[float | None]


class Curves(Record):
    """What was read after an entry, to be drawn; `last_entry` is where to go on from."""

    last_entry: int
    channels: list[ChannelCurve]


class WatchFiles:
    """Curves, files in and out, and what later plans learn."""

    def __init__(self, database: Database, watches: WatchBook, runs: RunBook, clock: Clock) -> None:
        self._database = database
        self._clock = clock
        self._watches = watches
        self._runs = runs

    def curves(self, watch_id: str, after: int = 0) -> Curves:
        """Return what was read after an entry, by channel, in order of time. Raises NotFound."""
        entries = self._watches.entries(watch_id, after)
        by_channel: dict[str, list[Entry]] = {}
        for entry in entries:
            if not entry.phase:
                by_channel.setdefault(entry.channel, []).append(entry)
        most = MOST_DRAWN // max(len(by_channel), 1)
        return Curves(
            last_entry=entries[-1].entry_id if entries else after,
            channels=[_curve(name, read, most) for name, read in sorted(by_channel.items())],
        )

    def preview_import(self, text: str) -> FileGuess:
        """Return how a logger's file would be read; nothing is kept. Raises Refused."""
        return guess_columns(text, _file_moment)

    def take_file(self, watch_id: str, text: str, agreed: FileGuess) -> int:
        """Keep a file's readings as was agreed; return how many were new. Raises Refused."""
        row = self._watches.row(watch_id)
        if row.ended_at is not None:
            raise Refused("watch", row.job_name, "a watch that has not ended; begin another")
        return self._watches.keep(watch_id, read_file(text, agreed, _file_moment))

    def write_out(self, watch_id: str) -> str:
        """Return every reading and mark as CSV. Raises NotFound."""
        row = self._watches.row(watch_id)
        out = io.StringIO()
        lines = csv.writer(out, lineterminator="\n")
        lines.writerow(("time", "since_start_s", "channel", "temperature_c", "source", "mark"))
        for entry in self._watches.entries(watch_id):
            moment = row.started_at + timedelta(milliseconds=entry.at_ms)
            cell = "" if entry.c is None else f"{entry.c:.2f}"
            lines.writerow(
                (moment.isoformat(timespec="milliseconds"), f"{entry.at_ms / 1000:.3f}",
                 plain_cell(entry.channel), cell, entry.source, entry.phase)
            )  # fmt: skip
        return out.getvalue()

    def milestones(self, watch_id: str, system: System = "metric") -> str:
        """Return what is waited for as a calendar, from when it was left to cool, else from now.

        Raises Refused where no fall is planned.
        """
        row = self._watches.row(watch_id)
        found = milestones(WatchPlan.model_validate(row.plan))
        if not found:
            raise Refused("watch", row.job_name, "a plan that says how it cools: tell its weight")
        marks = self._watches.folded(row, lambda watcher, _: list(watcher.marks))
        left_s = [mark.at_s for mark in marks if mark.phase == "cooling"][-1:]
        now = self._clock()
        left_at = row.started_at + timedelta(seconds=left_s[0]) if left_s else now
        return calendar_of(row.job_name, row.watch_id, left_at, now, found, system)

    def teach(self, watch_id: str) -> Watch:
        """Let later plans go by what an ended watch found.

        Its times go into its run's log where that asks for them, and are learned from there.
        Raises Refused where it found nothing, or has not ended.
        """
        row = self._watches.row(watch_id)
        if row.ended_at is None:
            raise Refused("watch", row.job_name, "a watch that has ended")
        ending = self._watches.folded(row, lambda watcher, _: ending_of(watcher))
        heated, touched = ending.to_heat_min, ending.touch_min
        if heated is None and touched is None:
            raise Refused("watch", row.job_name, "a heat that was reached, or a fall to the touch")
        # What its run's log asks for is learned from there, and not a second time from here.
        logged = row.run_id is not None and self._note(row.run_id, heated, touched)
        plan = WatchPlan.model_validate(row.plan)
        body = BodyObservation() if logged else _taught(plan, heated, touched)
        with self._database.transaction() as session:
            kept = Watches(session).find(watch_id)
            if kept is not None:
                kept.observation = body.model_dump(mode="json")
                count_change(session)
        return self._watches.look(watch_id)

    def _note(self, run_id: str, heated: float | None, touched: float | None) -> bool:
        run = self._runs.look(run_id)
        fields = {one.id for one in kind_named(run.line.kind).log}
        times = {"to_heat_min": heated, "touch_min": touched}
        entries = {name: f"{v} min" for name, v in times.items() if v and name in fields}
        if entries:
            self._runs.note(run_id, run.version, entries)
        return bool(entries)


def _taught(plan: WatchPlan, to_heat_min: float | None, touch_min: float | None) -> BodyObservation:
    flame = flame_observation(plan.soak, to_heat_min) if plan.soak and to_heat_min else None
    cooling = cooling_observation(plan.cool, touch_min) if plan.cool and touch_min else None
    return BodyObservation(
        flame=flame, cooling=cooling,
        cooled_in=plan.cool.medium if plan.cool and cooling else None,
    )  # fmt: skip


def _curve(name: str, read: list[Entry], most: int) -> ChannelCurve:
    ordered = sorted(read, key=lambda entry: entry.at_ms)
    kept = _thinned(ordered, most)
    return ChannelCurve(
        name=name,
        at_s=[entry.at_ms / 1000 for entry in kept],
        c=[None if entry.c is None else round(entry.c, 2) for entry in kept],
    )


def _thinned(read: list[Entry], most: int) -> list[Entry]:
    if len(read) <= most:
        return read
    size = math.ceil(len(read) / (most / 2))
    kept: list[Entry] = []
    for start in range(0, len(read), size):
        believed = [entry for entry in read[start : start + size] if entry.c is not None]
        if believed:
            ends = {min(believed, key=_heat), max(believed, key=_heat)}
            kept += sorted(ends, key=lambda entry: entry.at_ms)
    return kept


def _heat(entry: Entry) -> float:
    return entry.c or 0.0


def _file_moment(text: str) -> float:
    moment = datetime.fromisoformat(text.replace("/", "-"))
    return (moment if moment.tzinfo else moment.replace(tzinfo=UTC)).timestamp()
