"""A closed run corrected afterwards: what stood there before is kept beside it."""

from collections.abc import Sequence

from pellak.core.answer.working import short
from pellak.core.model.log_field import LogField
from pellak.core.model.run_log import MOST_TAKEN_BACK, RunLog, TakenBack
from pellak.core.model.run_measures import USED, VERDICTS


def with_trace(before: RunLog, after: RunLog, fields: Sequence[LogField], at: str) -> RunLog:
    """Return a closed run's log with every correction kept beside what it replaced.

    Args:
        before: the log as it was closed.
        after: the log as it is to stand.
        fields: what this kind of run logs.
        at: the moment, UTC, ISO 8601.
    """
    undone = []
    for field in fields:
        was, now = before.actual.get(field.id), after.actual.get(field.id)
        if was != now:
            stood = "nothing" if was is None else f"{short(was, 3)} {field.unit}"
            undone.append(f"{field.label.lower()}, {stood}")
    said = {
        "torch held by": (before.who, after.who),
        "it came out": (VERDICTS.get(before.verdict, ""), VERDICTS.get(after.verdict, "")),
        **{
            f"{label.lower()},": (before.used.get(name, ""), after.used.get(name, ""))
            for name, label in USED.items()
        },
    }
    undone += [f"{what} {was}" for what, (was, now) in said.items() if was and was != now]
    written = {
        "note": (before.notes, after.notes),
        "changed in the middle": (before.changed, after.changed),
        "next time": (before.next_time, after.next_time),
    }
    # What was only added to stands as it was.
    undone += [f"{what} “{was}”" for what, (was, now) in written.items() if was and was not in now]
    if any(puddle not in after.puddles for puddle in before.puddles):
        seconds = ", ".join(f"{short(one.s, 3)} s" for one in before.puddles)
        undone.append(f"more puddles: {seconds}")
    if set(before.seen) - set(after.seen):
        undone.append("something seen")
    for what in undone:
        taken = TakenBack(what=what if len(what) <= 60 else f"{what[:59]}…", at=at,
                          reason="corrected afterwards")  # fmt: skip
        after = after.model_copy(
            update={"taken_back": [*after.taken_back, taken][-MOST_TAKEN_BACK:]}
        )
    return after
