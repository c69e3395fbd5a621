"""The plan as a readable sheet of plain text."""

import textwrap

from pellak.core.answer.figure import Figure
from pellak.core.model.plan import Plan
from pellak.core.reading.measures import measure, said, span

WIDTH = 92


def _measure(figure: Figure) -> str:
    if figure.text is not None:
        return figure.text
    if figure.value is None:
        return "—"
    words = measure(figure.value, figure.unit, "metric")
    if figure.low is not None and figure.high is not None:
        words += f" ({span(figure.low, figure.high, figure.unit, 'metric')})"
    return words


def plan_sheet(plan: Plan) -> str:
    """Return the plan as text: stations, figures with working, cautions with reasons."""
    lines = [plan.job.name, plan.job.belongs_to, plan.drawing.text, ""]
    for number, station in enumerate(plan.stations, start=1):
        lines.append(f"{number} {station.name.upper()}: {station.answer}")
        for figure in station.figures:
            detail = f"  {figure.detail}" if figure.detail else ""
            lines.append(f"  {figure.label:<32} {_measure(figure)}{detail}")
            lines += [f"      {w.formula}  →  {w.inserted}" for w in figure.working[:1]]
        lines += [f"  {c.level.upper()}: {c.text} {c.reason}" for c in station.cautions]
        lines.append("")
    lines.append(plan.guidance)
    wrapped = [
        textwrap.fill(
            said(line, "metric"), WIDTH, subsequent_indent=" " * 8, replace_whitespace=False
        )
        for line in lines
    ]
    return "\n".join(wrapped)
