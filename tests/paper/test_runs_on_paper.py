"""A run and a procedure on one page each: whole, nothing off the sheet, in both units."""

import io
from itertools import product

import pytest
from PIL import Image

from pellak.core.kinds.registry import kind_of
from pellak.core.model.log_field import LoggedMeasure, planned_by
from pellak.core.model.run_log import RunLog
from pellak.core.run.equipment_used import used_of
from pellak.core.run.procedure import procedure_text
from pellak.paper.procedure_card import procedure_card
from pellak.paper.run_sheet import run_sheet
from pellak.paper.sheet import MARGIN, SIZES
from tests.paper.test_cards import PLANS, pages, poppler, squeezed, words

LOG = RunLog(
    who="Brit", seen=["sparks", "burn-through"], verdict="reworked", used={"tip": "B4"},
    actual={"puddle_s": 4.2, "bead_front_mm": 5.1}, changed="Softer; it blew & <spat>.",
    next_time="Brush it. " * 40, notes="Second half better once it had cooled. " * 60,
)  # fmt: skip


def measures():
    plan = PLANS[0]
    return [
        LoggedMeasure(
            id=field.id, label=field.label, asked=field.asked, unit=field.unit, least=field.least,
            planned=planned_by(plan.facts, field), actual=LOG.actual.get(field.id),
            group=field.group,
        )
        for field in kind_of(plan.job).log
    ]  # fmt: skip


def photo(width, height):
    written = io.BytesIO()
    Image.new("RGB", (width, height), "steelblue").save(written, "JPEG")
    return written.getvalue()


def read_back(document, path, size):
    path.write_bytes(document)
    assert pages(path) == 1
    wide, high = SIZES[size]
    for left, top, right, bottom, word in words(path):
        assert left >= MARGIN - 1, word
        assert right <= wide - MARGIN + 1, word
        assert top >= MARGIN - 2, word
        assert bottom <= high - MARGIN + 2, word
    return squeezed(poppler("pdftotext", path, "-"))


@pytest.mark.parametrize(("size", "system"), list(product(SIZES, ("metric", "inch"))))
def test_a_run_stands_on_one_page_with_all_it_says(tmp_path, size, system):
    plan = PLANS[0]
    sheet = run_sheet(plan.job.name, "2026-06-01 · Brit · 1.2 mm", measures(),
                      used_of(plan, LOG), LOG, size, system)  # fmt: skip
    text = read_back(sheet, tmp_path / "run.pdf", size)
    for row in ("Funnel casing patch", "good after rework", "burned through", "wasB4",
                 "it blew & <spat>.", "once it had cooled."):  # fmt: skip
        assert squeezed(row) in text
    assert squeezed("was 5.1 mm" if system == "metric" else "was 3/16 in") in text


@pytest.mark.parametrize(("size", "system"), list(product(SIZES, ("metric", "inch"))))
@pytest.mark.parametrize("shape", [None, (1200, 900), (300, 2400)], ids=["none", "wide", "tall"])
def test_a_procedure_stands_on_one_page_with_its_photo(tmp_path, size, system, shape):
    plan = PLANS[0]
    outcome = procedure_text(plan, LOG, measures(), used_of(plan, LOG), "Mind the draught.")
    card = procedure_card(
        "Procedure 3.2: Casing sheet", "For carbon steel, butt, 1.2 mm.", "Signed by Ansel.",
        outcome, photo(*shape) if shape else None, size, system,
    )  # fmt: skip
    text = read_back(card, tmp_path / "card.pdf", size)
    for line in ("Procedure 3.2: Casing sheet", "Signed by Ansel.", "Mind the draught.",
                 "Tip: B4 (measured)", "Torch: Wharf handle"):  # fmt: skip
        assert squeezed(line) in text
