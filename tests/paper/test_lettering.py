"""Names in ten scripts on every kind of paper: drawn as written, escaped once, or marked."""

import unicodedata

import pytest
from reportlab.pdfgen.canvas import Canvas

from pellak.core.kinds.registry import kind_of
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.run_log import RunLog
from pellak.core.plan.compose import compose_plan
from pellak.core.run.procedure import procedure_text
from pellak.paper.day_sheet import day_sheet
from pellak.paper.job_card import job_card
from pellak.paper.lettering import BOLD, MISSING, NARROW, REGULAR, draw_text, markup, width_of
from pellak.paper.procedure_card import procedure_card
from pellak.paper.run_sheet import run_sheet
from pellak.paper.tape import tape_pdf
from tests.core.test_day import day, seam
from tests.paper.test_cards import EQUIPMENT, PLANS, poppler, squeezed
from tests.paper.test_day_sheet import look_at
from tests.paper.test_runs_on_paper import measures

WRITTEN = ("Łódź Ž Nguyễn", "Ελ. Παπαδόπουλος", "Жук Ђорђе", "Bow & stern <5 mm>", "½ O₂ – “ß”")
"""Latin with all its marks, Greek, Cyrillic, and what a paragraph would take for its own."""
MARKED = ("東京", "上海", "한국", "שלום", "سلام", "नमस्ते", "ไทย")
NAMES = (*WRITTEN, *MARKED)


def job_paper(name):
    job = PLANS[0].job.model_copy(update={"name": name})
    plan = compose_plan(job, ShopSchools(), EQUIPMENT.tips, equipment=EQUIPMENT)
    return job_card(plan, "http://127.0.0.1:8140/jobs/a", "a4", "metric")


def run_paper(name):
    log = RunLog(who=name, notes=f"{name} welded it.", next_time=name)
    return run_sheet(name, f"2026-06-01 · {name}", measures(), [], log, "a4", "metric")


def procedure_paper(name):
    text = procedure_text(PLANS[0], RunLog(who=name), measures(), [], name)
    return procedure_card(name, "For sheet.", f"Signed by {name}.", text, None, "a4", "metric")


def day_paper(name):
    look = look_at(day([seam("rail", minutes=200.0)], people=[name], exact=False))
    lines = [line.model_copy(update={"name": name}) for line in look.jobs]
    return day_sheet(look.model_copy(update={"jobs": lines}), "a4", "metric")


def tape_paper(name):
    return tape_pdf([(1, 20.0)], 100.0, name, "tacks")


PAPERS = {
    "job card": job_paper, "run": run_paper, "procedure": procedure_paper, "day": day_paper,
    "tape": tape_paper,
}  # fmt: skip


def as_printed(name):
    """Return a name as it has to stand on paper: letters no type has are marked one by one."""
    composed = unicodedata.normalize("NFC", name)
    return composed if name in WRITTEN else MISSING * len(composed)


@pytest.mark.parametrize("name", NAMES)
@pytest.mark.parametrize("paper", PAPERS.values(), ids=PAPERS)
def test_a_name_stands_on_paper_as_it_is_written(tmp_path, paper, name):
    path = tmp_path / "paper.pdf"
    path.write_bytes(paper(name))
    text = poppler("pdftotext", path, "-")
    assert squeezed(as_printed(name)) in squeezed(text)
    assert "&amp;" not in text
    assert "&lt;" not in text


@pytest.mark.parametrize("font", [REGULAR, BOLD, NARROW])
@pytest.mark.parametrize("name", NAMES)
def test_a_line_is_as_wide_as_it_says_and_ends_where_it_is_told_to(tmp_path, font, name):
    path = tmp_path / "line.pdf"
    canvas = Canvas(str(path), pagesize=(500, 100))
    for number, share in enumerate((0.0, 0.5, 1.0)):
        draw_text(canvas, 250, 80 - 30 * number, name, font, 12, from_right=share)
    canvas.save()
    lines = [
        line.split() for line in poppler("pdftotext", "-bbox", path, "-").splitlines()
        if "<word" in line
    ]  # fmt: skip
    edges = [[float(part.split('"')[1]) for part in line[1:5]] for line in lines]
    wide = width_of(name, font, 12)
    starts = [min(e[0] for e in edges if abs(e[1] - top) < 20) for top in (10, 40, 70)]
    assert starts == pytest.approx([250, 250 - wide / 2, 250 - wide], abs=1.5)


def test_a_paragraph_is_escaped_once_and_names_its_types():
    assert markup("Bow & stern <5 mm>", REGULAR) == "Bow &amp; stern &lt;5 mm&gt;"
    assert markup("Жук", BOLD) == '<font name="NotoSans-Bold">Жук</font>'
    assert markup("e\N{COMBINING ACUTE ACCENT}", REGULAR) == "é"


def test_every_line_a_log_is_asked_for_can_be_printed():
    labels = [field.label for plan in PLANS for field in kind_of(plan.job).log]
    assert MISSING not in "".join(markup(label, REGULAR) for label in labels)
