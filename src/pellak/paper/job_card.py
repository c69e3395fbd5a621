"""The job card: one page to print and hang where the work is."""

import io
from collections.abc import Iterable, Mapping
from urllib.parse import urlsplit

import segno
from reportlab.lib.units import mm
from reportlab.lib.utils import ImageReader
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, Table, TableStyle

from pellak.core.answer.figure import Figure
from pellak.core.kinds.registry import kind_of
from pellak.core.model.cards import cards_at_bench
from pellak.core.model.kinds.seam.work import SeamWork
from pellak.core.model.plan import Plan
from pellak.core.reading.measures import System, measure, said
from pellak.paper.heat_curves import heat_curves
from pellak.paper.large_figures import draw_large_figures, large_figures
from pellak.paper.lettering import REGULAR
from pellak.paper.measures import figure_words
from pellak.paper.pictures import draw_piece
from pellak.paper.sheet import (
    INK,
    LINE,
    MARGIN,
    MUTE,
    PaperSize,
    TickBox,
    Type,
    draw_column,
    one_page,
)
from pellak.paper.tacks_picture import draw_tacks

SET_UP = ("acetylene_l_per_h", "oxygen_l_per_h", "flame", "cone_mm", "purge")
PIECE_IS = ("joint", "section", "part")
HEAT = ("preheat_c", "crayons", "interpass_max_c")
AFTER = ("post_heat_c", "hold_min", "cooling_max_c_per_h", "cool_in", "flux_off", "fire_watch")
SIGNED = (
    "Checked before lighting, name and time",
    "Flame out at",
    "Fire watch over, looked behind, name and time",
)
WORKED_IN = ("preheat", "tack", "seam", "cool")
"""The phases whose cards say what to look at while it runs."""
QR_SIDE = 24 * mm
NO_CODE = (
    "No code to scan: opened on its own machine, where no telephone finds it. Shared on the "
    "network, the card has one."
)
GUTTER = 6 * mm
PICTURE = 50 * mm
LEAST_ROOM, RULED = 20 * mm, 8 * mm


def _rows(
    type_: Type, figures: Mapping[str, Figure], ids: Iterable[str], width: float, system: System
) -> list[Flowable]:
    """Return a table of figures, each with a line to write on what was."""
    rows = [
        [
            type_.line(figures[name].label, type_.body),
            type_.line(figure_words(figures[name], system), type_.strong),
            "",
        ]
        for name in ids
        if name in figures
    ]
    if not rows:
        return []
    table = Table(rows, colWidths=[0.38 * width, 0.42 * width, 0.2 * width])
    pad = 1.6 * type_.scale
    table.setStyle(
        TableStyle(
            [
                ("LINEBELOW", (0, 0), (1, -1), 0.3, LINE),
                ("LINEBELOW", (2, 0), (2, -1), 0.6, MUTE, "butt", (1, 2)),
                # Named even though every cell is a paragraph, or the library brings its own.
                ("FONTNAME", (0, 0), (-1, -1), REGULAR),
                ("VALIGN", (0, 0), (-1, -1), "TOP"),
                ("LEFTPADDING", (0, 0), (-1, -1), 0),
                ("RIGHTPADDING", (0, 0), (-1, -1), 3),
                ("TOPPADDING", (0, 0), (-1, -1), pad),
                ("BOTTOMPADDING", (0, 0), (-1, -1), pad),
            ]
        )
    )
    return [table]


def _left(type_: Type, plan: Plan, large: set[str], width: float, system: System) -> list[Flowable]:
    figures = {f.id: f for s in plan.stations for f in s.figures if f.id not in large}
    column: list[Flowable] = [type_.line("Planned, and how it was", type_.head)]
    run = kind_of(plan.job).card
    for ids in (SET_UP, HEAT, run, AFTER):
        column += _rows(type_, figures, ids, width, system)
        if ids is AFTER and plan.facts and plan.facts.watch:
            column += heat_curves(type_, plan.facts.watch, width, system)
        if ids is run:
            column += _passes(type_, plan, system)
    return column


def _passes(type_: Type, plan: Plan, system: System) -> list[Flowable]:
    """Return each pass with its flow, rod, travel and minutes; nothing for one pass."""
    passes = plan.facts.passes if plan.facts else []
    if len(passes) < 2:
        return []
    lines = []
    for one in passes:
        rod = f", rod {measure(one.rod_diameter_mm, 'wall', system)}" if one.rod_diameter_mm else ""
        back = "back " if one.side == 2 else ""
        lines.append(
            f"{one.n} {back}{one.name}: {measure(one.acetylene_l_per_h, 'L/h', system)}{rod}, "
            f"{measure(one.travel_mm_per_min, 'mm/min', system, 2)}, "
            f"{measure(one.minutes, 'min', system, 2)}"
        )
    return [type_.line("; ".join(lines) + ".", type_.item)]


def _right(type_: Type, plan: Plan, system: System) -> list[Flowable]:
    cards = cards_at_bench(plan.cards, "daily", "right")
    column: list[Flowable] = [type_.line("Before the light, every one", type_.head)]
    column += [
        TickBox(type_.line(said(card.step.text, system), type_.body), 8 * type_.scale)
        for card in cards
        if card.step.gate == "stop"
    ]
    worked = [card.step for card in cards if card.step.phase in WORKED_IN]
    if worked:
        column.append(type_.line("While it runs", type_.head))
        column += [type_.line(said(step.text, system), type_.item) for step in worked]
    cautions = [c for s in plan.stations for c in s.cautions if c.level in ("stop", "warn")]
    if cautions:
        column.append(type_.line("Mind", type_.head))
        column += [type_.line(said(f"{c.text} {c.reason}", system), type_.item) for c in cautions]
    return column


def found_elsewhere(address: str) -> bool:
    """Whether another machine finds this page by the address it was opened by.

    >>> found_elsewhere("http://localhost:8000/jobs/1"), found_elsewhere("http://10.0.0.4/jobs/1")
    (False, True)
    """
    host = urlsplit(address).hostname or ""
    return host != "localhost" and not host.startswith("127.") and host != "::1"


def _qr(canvas: Canvas, address: str, x: float, top: float) -> None:
    picture = io.BytesIO()
    segno.make(address, error="m").save(picture, kind="png", scale=8, border=2)
    picture.seek(0)
    canvas.drawImage(ImageReader(picture), x, top - QR_SIDE, QR_SIDE, QR_SIDE)


def _room_to_write(
    canvas: Canvas, type_: Type, top: float, x: float, floor: float, width: float
) -> None:
    """Rule what a column leaves over, for what was seen and changed."""
    if top - floor < LEAST_ROOM:
        return
    under = draw_column(canvas, [type_.line("Seen, and changed", type_.head)], x, top, width)
    canvas.setStrokeColor(MUTE)
    canvas.setLineWidth(0.6)
    canvas.setDash(1, 2)
    line = under - RULED
    while line > floor + 1 * mm:
        canvas.line(x, line, x + width, line)
        line -= RULED
    canvas.setDash()


def _sign_off(canvas: Canvas, type_: Type, x: float, bottom: float, width: float) -> float:
    high = 15 * mm
    each = width / len(SIGNED)
    for place, text in enumerate(SIGNED):
        left = x + place * each
        canvas.setStrokeColor(INK)
        canvas.setLineWidth(0.8)
        canvas.rect(left, bottom, each - 2 * mm if place < len(SIGNED) - 1 else each, high)
        label = type_.line(text, type_.small)
        _, tall = label.wrap(each - 5 * mm, high)
        label.drawOn(canvas, left + 1.5 * mm, bottom + high - tall - 1 * mm)
    return float(bottom + high)


def job_card(plan: Plan, address: str, size: PaperSize = "a4", system: System = "metric") -> bytes:
    """Return the job card of a plan as a one-page PDF.

    Args:
        plan: what is printed.
        address: where this job is found on the local network, as text and as a QR code.
        size: the paper.
        system: the units.
    """

    def draw(canvas: Canvas, type_: Type, width: float, height: float) -> float:
        inner, top = width - 2 * MARGIN, height - MARGIN
        code_side = QR_SIDE if found_elsewhere(address) else 0.0
        if code_side:
            _qr(canvas, address, width - MARGIN - QR_SIDE, top)
        job = plan.job
        piece = plan.stations[0]
        length = next((f for f in piece.figures if f.id == "length_mm" and f.value), None)
        lines = ", ".join(
            word
            for word in [
                next((f.text or "" for f in piece.figures if f.id == "metal"), ""),
                measure(job.wall_mm, "wall", system) if job.wall_mm else "thickness?",
                next((f.text or "" for f in piece.figures if f.id in PIECE_IS), ""),
                *(
                    [f"length {measure(length.value, 'mm', system)}"]
                    if length and length.value
                    else []
                ),
            ]
            if word
        )
        head = [
            type_.line(job.name, type_.title),
            type_.line(job.belongs_to, type_.body),
            type_.line(lines, type_.strong),
            type_.line(address if code_side else NO_CODE, type_.small),
        ]
        if plan.why_not and not any(c.level == "stop" for s in plan.stations for c in s.cautions):
            head.append(
                type_.line(said(f"Not to be lit yet: {plan.why_not}", system), type_.strong)
            )
        under = draw_column(canvas, head, MARGIN, top, inner - code_side - GUTTER)
        under = min(under, top - code_side) - 3 * mm
        canvas.setStrokeColor(INK)
        canvas.setLineWidth(1.2)
        canvas.line(MARGIN, under, width - MARGIN, under)

        guidance = type_.line(plan.guidance, type_.small)
        _, tall = guidance.wrap(inner, 100)
        guidance.drawOn(canvas, MARGIN, MARGIN)
        stops = [c for s in plan.stations for c in s.cautions if c.level == "stop"]
        if stops:
            # One thing only: no set-up to follow, nothing to sign.
            barred = [type_.line("DO NOT LIGHT", type_.title)]
            for stop in stops:
                barred.append(type_.line(said(stop.text, system), type_.strong))
                barred.append(type_.line(said(f"{stop.reason} {stop.source}.", system), type_.body))
            ends = draw_column(canvas, barred, MARGIN, under - 3 * mm, inner)
            return float(ends - tall)
        floor = _sign_off(canvas, type_, MARGIN, MARGIN + tall + 2 * mm, inner) + 3 * mm

        large = large_figures({f.id: f for s in plan.stations for f in s.figures})
        under = draw_large_figures(canvas, type_, large, MARGIN, under - 2 * mm, inner, system)
        tacks = plan.work.tacks if isinstance(plan.work, SeamWork) else None
        if tacks:
            seam_mm = tacks.given.seam_mm
            under -= 3 * mm
            under = draw_tacks(canvas, type_, tacks.values, seam_mm, MARGIN, under, inner, system)
        half = (inner - GUTTER) / 2
        place = (MARGIN, under - 3 * mm - PICTURE, half, PICTURE)
        draw_piece(canvas, plan.drawing, *place, system)
        left = _left(type_, plan, {figure.id for figure in large}, half, system)
        left_ends = draw_column(canvas, left, MARGIN, under - PICTURE - 4 * mm, half)
        right_ends = draw_column(
            canvas, _right(type_, plan, system), MARGIN + half + GUTTER, under - 2 * mm, half
        )
        shorter = (
            (left_ends, MARGIN) if left_ends > right_ends else (right_ends, MARGIN + half + GUTTER)
        )
        _room_to_write(canvas, type_, *shorter, floor, half)
        # Ending above the floor is ending on the page.
        return float(min(left_ends, right_ends) - floor + MARGIN)

    return one_page(size, f"{printable_title(plan.job.name)}, job card", draw)


def printable_title(name: str) -> str:
    """Return a name as a document title."""
    return " ".join(name.split()) or "Job"
