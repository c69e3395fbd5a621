"""One run on one page: planned beside what was, what was seen, what to do next time."""

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable

from pellak.core.model.log_field import LoggedMeasure
from pellak.core.model.run_log import RunLog, signs
from pellak.core.model.run_measures import VERDICTS, Used
from pellak.core.model.sequences import GUIDANCE
from pellak.core.reading.measures import System, measure, said
from pellak.paper.sheet import MARGIN, PaperSize, Type, draw_column, draw_frame, one_page

GUTTER = 8 * mm


def run_sheet(
    heading: str,
    about: str,
    measures: list[LoggedMeasure],
    used: list[Used],
    log: RunLog,
    size: PaperSize = "a4",
    system: System = "metric",
) -> bytes:
    """Return a run as a one-page PDF.

    Args:
        heading: the job's name.
        about: when, who, on what, in one line.
        measures: what was planned and taken; what is neither is left out.
        used: what it was done with.
        log: what was seen and said.
        size: the paper.
        system: the units it is told in.
    """

    def shown(value: float | None, unit: str) -> str:
        return "—" if value is None else measure(value, unit, system)

    def draw(canvas: Canvas, type_: Type, width: float, height: float) -> float:
        inner = width - 2 * MARGIN
        head = [type_.line(heading, type_.title), type_.line(said(about, system), type_.body)]
        under, floor = draw_frame(canvas, type_, head, GUIDANCE, width, height)
        half = (inner - GUTTER) / 2
        left: list[Flowable] = [type_.line("Planned, and as it was", type_.head)]
        left += [
            type_.line(
                f"{one.label}: {shown(one.planned, one.unit)}, was {shown(one.actual, one.unit)}",
                type_.item,
            )
            for one in measures
            if one.planned is not None or one.actual is not None
        ]
        left += [
            type_.line(f"{one.label}: {one.planned or '—'}, was {one.actual}", type_.item)
            for one in used
            if one.actual
        ]
        right: list[Flowable] = []
        for title, text in _said(log):
            right += [type_.line(title, type_.head), type_.line(text, type_.item)]
        top = under - 2 * mm
        lowest = min(
            draw_column(canvas, left, MARGIN, top, half),
            draw_column(canvas, right, MARGIN + half + GUTTER, top, half),
        )
        return float(lowest - floor + MARGIN)

    return one_page(size, heading, draw)


def _said(log: RunLog) -> list[tuple[str, str]]:
    labels = {sign.id: sign.label for sign in signs()}
    said = [
        ("How it came out", VERDICTS.get(log.verdict, "")),
        ("Seen", ", ".join(labels.get(sign, sign) for sign in log.seen)),
        ("Changed in the middle", log.changed),
        ("Next time", log.next_time),
        ("Notes", log.notes),
    ]
    return [(title, text) for title, text in said if text]
