"""Old forms of kept plans brought up: facts read off figures, measures marked in sentences.

The only place that does so: every plan made since carries both."""

import re
from collections.abc import Sequence
from typing import Any

from pellak.core import marks
from pellak.core.answer.figure import Station
from pellak.core.model.facts import Facts, PurgeSeconds

USUAL_WATCH_MIN = 60.0
STOCK_UNDER_MM = 25.4


def facts_kept(stations: Sequence[Station]) -> Facts:
    """Return what an old plan's stations tell of flow, time, purge and fire watch."""
    figures = {f.id: f for s in stations for f in s.figures}

    def value(name: str) -> float | None:
        return figures[name].value if name in figures else None

    watch = figures.get("fire_watch")
    purge = figures.get("purge")
    seconds = {
        w.name: float(w.value)
        for w in (purge.working if purge else [])
        if isinstance(w.value, int | float)
    }
    acetylene, oxygen = value("acetylene_l_per_h"), value("oxygen_l_per_h")
    return Facts(
        start_c=20.0,
        acetylene_l_per_h=acetylene,
        oxygen_ratio=oxygen / acetylene if acetylene and oxygen else None,
        puddle_s=value("puddle_s"),
        seam_min=value("seam_min"),
        preheat_c=value("preheat_c"),
        fire_watch_min=float(watch.choice.chosen) if watch and watch.choice else USUAL_WATCH_MIN,
        purge=PurgeSeconds(
            acetylene_s=seconds["acetylene_purge_s"], oxygen_s=seconds["oxygen_purge_s"]
        )
        if {"acetylene_purge_s", "oxygen_purge_s"} <= seconds.keys()
        else None,
    )


_FIGURE = re.compile(
    r"(?<![\w.])(\d+(?:\.\d+)?)(?:( to |–| and | × )(\d+(?:\.\d+)?))? "
    r"(mm/min|kJ/mm|L/h per mm|L/h|L/m|mm|°C|bar|kg|m/s|L|m³|m)(?![\w/³²])"
    r"(?= (more|less|over|under|warmer|cooler|hotter|colder|apart)\b)?"
)
NOT_SENTENCES = frozenset(
    {"job", "typed", "name", "source", "formula", "inserted", "who", "belongs_to", "gear"}
)
"""What people typed, and what is shown as it is."""


def with_marks(document: Any) -> Any:
    """Return a document kept before sentences carried their measures, with marks in them.

    Up to 0.2 a sentence said its measures in metric words and the page looked for them. Here they
    are looked for once more, in what was kept then, so that it is told in inches to whom works in
    them. What is written since carries marks and is returned as it is.
    """
    if isinstance(document, dict):
        return {
            key: value if key in NOT_SENTENCES else with_marks(value)
            for key, value in document.items()
        }
    if isinstance(document, list):
        return [with_marks(one) for one in document]
    return _FIGURE.sub(_marked, document) if isinstance(document, str) else document


def _marked(found: re.Match[str]) -> str:
    first, joint, second, unit, apart = found.groups()
    kind = "K" if unit == "°C" and apart else unit
    digits = max(len(one.lstrip("0.").replace(".", "")) for one in (first, second or "1"))
    return marks.measure(
        kind, float(first), max(1, digits),
        to=float(second) if second else None, joint=joint or " to ",
    )  # fmt: skip


def ticket_with_marks(line: str) -> str:
    """Return a ticket's line with its measures marked.

    It is kept in plain words, since it is searched by what people type; its form is our own, and
    its only measures are sizes.
    """
    return _FIGURE.sub(_sized, line)


def _sized(found: re.Match[str]) -> str:
    if found[4] != "mm" or found[2]:
        return _marked(found)
    value = float(found[1])
    kind = "wall" if value < STOCK_UNDER_MM else "mm"
    return marks.measure(kind, value, len(found[1]))


def has_marks(text: str) -> bool:
    """Return whether a document's JSON text carries marks already."""
    return marks.OPEN in text or ascii(marks.OPEN)[1:-1] in text
