"""Two runs side by side: what differs first, the furthest apart at the top."""

import math
from collections.abc import Mapping, Sequence

from pellak.core.answer.figure import Figure
from pellak.core.answer.working import Record, short
from pellak.core.model.log_field import LoggedMeasure
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import RunLog, signs
from pellak.core.model.run_measures import VERDICTS, Used

ALIKE_WITHIN = 0.02
"""Numbers nearer than this share of each other are told as the same."""


class CompareLine(Record):
    """One thing of two runs: as text, and how far apart, 0 the same, 1 or more worth a look."""

    label: str
    group: str
    first: str
    second: str
    apart: float


class Compared(Record):
    """Two runs' differences, furthest apart first, and what is the same."""

    differs: list[CompareLine]
    same: list[CompareLine]


class ComparedRun(Record):
    """What of a run is compared."""

    plan: Plan
    log: RunLog
    measures: list[LoggedMeasure]
    used: list[Used]
    about: list[tuple[str, str]]


def compared(first: ComparedRun, second: ComparedRun) -> Compared:
    """Return two runs side by side."""
    lines = [*_about(first, second), *_measures(first, second), *_used(first, second),
             *_said(first, second), *_figures(first, second)]  # fmt: skip
    listed = [line for line in lines if line.first or line.second]
    return Compared(
        differs=sorted(
            (line for line in listed if line.apart > 0), key=lambda line: -min(line.apart, 5.0)
        ),
        same=[line for line in listed if line.apart == 0],
    )


def _words(label: str, group: str, first: str, second: str) -> CompareLine:
    # What was told of one alone says nothing of a difference: it stands, but low.
    apart = 0.0 if first == second else 0.5 if first and second else 0.05
    return CompareLine(label=label, group=group, first=first, second=second, apart=apart)


def _numbers(
    label: str, group: str, unit: str, first: float | None, second: float | None
) -> CompareLine:
    texts = ["" if v is None else f"{short(v, 3)} {unit}".strip() for v in (first, second)]
    apart = 0.05
    if first is not None and second is not None:
        largest = max(abs(first), abs(second))
        share = abs(first - second) / largest if largest else 0.0
        apart = math.log(1 / (1 - min(share, 0.99))) if share > ALIKE_WITHIN else 0.0
    elif first is second:
        apart = 0.0
    return CompareLine(label=label, group=group, first=texts[0], second=texts[1], apart=apart)


def _about(first: ComparedRun, second: ComparedRun) -> list[CompareLine]:
    others = dict(second.about)
    return [_words(label, "run", text, others.get(label, "")) for label, text in first.about]


def _measures(first: ComparedRun, second: ComparedRun) -> list[CompareLine]:
    others = {one.id: one for one in second.measures}
    lines = []
    for one in first.measures:
        other = others.get(one.id)
        actual = other.actual if other else None
        lines.append(_numbers(one.label, "was", one.unit, one.actual, actual))
    return lines


def _used(first: ComparedRun, second: ComparedRun) -> list[CompareLine]:
    ours, theirs = ({one.id: one for one in run.used} for run in (first, second))
    return [
        _words(
            (ours.get(name) or theirs[name]).label, "was",
            ours[name].actual if name in ours else "",
            theirs[name].actual if name in theirs else "",
        )
        for name in dict.fromkeys([*ours, *theirs])
    ]  # fmt: skip


def _said(first: ComparedRun, second: ComparedRun) -> list[CompareLine]:
    labels = {sign.id: sign.label for sign in signs()}

    def seen(log: RunLog) -> str:
        return ", ".join(sorted(labels.get(sign, sign) for sign in log.seen))

    pairs: Sequence[tuple[str, str, str]] = (
        ("Verdict", VERDICTS.get(first.log.verdict, ""), VERDICTS.get(second.log.verdict, "")),
        ("Seen", seen(first.log), seen(second.log)),
        ("Changed in the middle", first.log.changed, second.log.changed),
        ("Next time", first.log.next_time, second.log.next_time),
        ("Notes", first.log.notes, second.log.notes),
    )
    return [_words(label, "was", ours, theirs) for label, ours, theirs in pairs]


def _figures(first: ComparedRun, second: ComparedRun) -> list[CompareLine]:
    ours, theirs = (_by_id(run.plan) for run in (first, second))
    lines = []
    for name in dict.fromkeys([*ours, *theirs]):
        one, other = ours.get(name), theirs.get(name)
        either = one or other
        assert either is not None
        if (one and one.text) or (other and other.text):
            pair = [figure.text or "" if figure else "" for figure in (one, other)]
            lines.append(_words(either.label, "planned", pair[0], pair[1]))
        else:
            values = [figure.value if figure else None for figure in (one, other)]
            lines.append(_numbers(either.label, "planned", either.unit, values[0], values[1]))
    return lines


def _by_id(plan: Plan) -> Mapping[str, Figure]:
    return {figure.id: figure for station in plan.stations for figure in station.figures}
