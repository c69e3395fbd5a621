"""The facts of a plan kept before facts were typed, read off its figures.

The only place that does so: every plan made since carries its facts."""

from collections.abc import Sequence

from pellak.core.answer.figure import Station
from pellak.core.model.facts import Facts, PurgeSeconds

USUAL_WATCH_MIN = 60.0


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
