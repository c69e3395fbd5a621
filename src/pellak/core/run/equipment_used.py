"""What a run was done with, in words: planned beside what the log says it really was."""

from pellak.core.model.plan import Plan
from pellak.core.model.run_log import RunLog
from pellak.core.model.run_measures import USED, Used, UsedId

_FIGURES: dict[UsedId, str] = {
    "tip": "tip", "rod": "rod", "flame": "flame", "lens": "shade", "cooling": "cool_in",
}  # fmt: skip


def used_of(plan: Plan, log: RunLog) -> list[Used]:
    """Return torch, tip, rod, flame, lens and cooling of a run; what nobody planned is blank."""
    figures = {figure.id: figure for station in plan.stations for figure in station.figures}

    def planned(name: UsedId) -> str:
        if name == "torch":
            return plan.facts.torch if plan.facts else ""
        if name == "tip" and plan.facts and plan.facts.tip:
            return plan.facts.tip
        figure = figures.get(_FIGURES[name])
        if figure is None:
            return ""
        return figure.text or (f"{figure.value:g}" if figure.value is not None else "")

    return [
        Used(id=name, label=label, planned=planned(name), actual=log.used.get(name, ""))
        for name, label in USED.items()
        if planned(name) or log.used.get(name)
    ]
