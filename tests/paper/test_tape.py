"""The tack template measures true: its page geometry is read back and laid beside the plan."""

import re
import subprocess

import pytest

from pellak.core.piece.tape import tape_svg
from pellak.core.seam.tacks import reckon_tacks
from pellak.core.seam.tacks_given import TacksGiven
from pellak.core.seam.template import flat_places, tacks_csv
from pellak.paper.tape import EDGE_MM, OVERLAP_MM, tape_pdf

POINT_MM = 25.4 / 72
SEAMS = [
    {"seam_mm": 640.0, "thickness_mm": 1.2, "family": "carbon-steel", "school": "march"},
    {"seam_mm": 150.0, "thickness_mm": 1.65, "family": "chromoly", "school": "opposite"},
    {"seam_mm": 3210.7, "thickness_mm": 2.0, "family": "aluminium", "school": "halving"},
    {"seam_mm": 60.0, "thickness_mm": 0.5, "family": "stainless", "school": "centre-out"},
]


def drawn_marks(path, pages):
    """Return (page, x mm, y mm) of every tack mark, and the rulers' lengths, read off the pages."""
    marks, rulers = [], []
    for page in range(1, pages + 1):
        svg = path.with_suffix(f".{page}.svg")
        subprocess.run(
            ["pdftocairo", "-svg", "-f", str(page), "-l", str(page), path, svg], check=True
        )
        text = svg.read_text()
        for tag in re.findall(r"<path[^>]*/>", text):
            line = re.search(r' d="M ([\d.-]+) ([\d.-]+) L ([\d.-]+) ([\d.-]+) ?"', tag)
            wide = re.search(r'stroke-width[:=]"?([\d.]+)', tag)
            if not line or not wide:
                continue
            # The page's own points, before the converter fits them to its sheet.
            ax, ay, bx, by = (float(n) for n in line.groups())
            long = ((bx - ax) ** 2 + (by - ay) ** 2) ** 0.5 * POINT_MM
            if wide.group(1) == "1.1" and abs(ax - bx) < 0.01:
                marks.append((page, ax * POINT_MM, (ay + by) / 2 * POINT_MM))
            elif wide.group(1) == "0.8" and abs(long - 100) < 2:
                rulers.append(long)
    return marks, rulers


def page_count(path):
    text = subprocess.run(["pdfinfo", path], check=True, capture_output=True, text=True).stdout
    return int(re.search(r"Pages:\s+(\d+)", text).group(1))


@pytest.mark.parametrize("seam", SEAMS, ids=lambda s: s["school"])
@pytest.mark.parametrize("system", ["metric", "inch"])
@pytest.mark.parametrize("size", ["a4", "letter"])
def test_the_template_measures_true(tmp_path, seam, size, system):
    values = reckon_tacks(TacksGiven(**seam)).values
    path = tmp_path / "template.pdf"
    result = flat_places(values, seam["seam_mm"])
    path.write_bytes(tape_pdf(result, seam["seam_mm"], "Patch", "tacks", size, system))
    pages = page_count(path)
    marks, rulers = drawn_marks(path, pages)
    assert len(rulers) == pages
    long = {"metric": 100, "inch": 101.6}[system]
    assert all(abs(ruler - long) < 0.05 for ruler in rulers)
    each = {"a4": 297.0, "letter": 279.4}[size] - 2 * EDGE_MM - OVERLAP_MM
    # Strips stand in rows down the pages; each shows its stretch and the overlap.
    rows = sorted({(page, -round(y, 1)) for page, _, y in marks})
    strips = {row: number for number, row in enumerate(rows)}
    wanted = flat_places(values, seam["seam_mm"])
    found = [strips[page, -round(y, 1)] * each + x - EDGE_MM for page, x, y in marks]
    for n, at in wanted:
        assert min(abs(at - one) for one in found) < 0.2, n
    for one in found:
        assert min(abs(at - one) for _, at in wanted) < 0.2


@pytest.mark.parametrize("seam", SEAMS, ids=lambda s: s["school"])
def test_the_drawing_is_at_full_size(seam):
    values = reckon_tacks(TacksGiven(**seam)).values
    svg = tape_svg(flat_places(values, seam["seam_mm"]), seam["seam_mm"])
    wide, unit = re.search(r'width="([\d.]+)(mm)"', svg).groups()
    box = [float(n) for n in re.search(r'viewBox="([^"]+)"', svg).group(1).split()]
    assert unit == "mm"
    assert float(wide) == pytest.approx(box[2])
    marks = [float(x) for x in re.findall(r'class="mark" d="M([\d.]+) ', svg)]
    assert marks == pytest.approx([at for _, at in flat_places(values, seam["seam_mm"])], abs=0.001)


@pytest.mark.parametrize(
    ("length_mm", "system", "words"),
    [
        (300, "metric", "100 mm"),
        (300, "inch", "4 in"),
        (37, "metric", "30 mm"),
        (40, "inch", "1.5 in"),
    ],
)
def test_the_check_ruler_is_round_in_its_own_unit(length_mm, system, words):
    svg = tape_svg([(1, 10.0)], length_mm, system)
    drawn = float(re.search(r'class="ruler" d="M0 12H([\d.]+)M', svg).group(1))
    unit = {"mm": 1.0, "in": 25.4}[words.split()[1]]
    assert f"check: {words}<" in svg
    assert drawn == pytest.approx(float(words.split()[0]) * unit)


def test_the_table_lists_every_tack_in_order():
    values = reckon_tacks(TacksGiven(**SEAMS[0])).values
    lines = tacks_csv(values).splitlines()
    assert lines[0] == "n,round,at_mm,x_mm,y_mm,wait_s"
    assert len(lines) == len(values.tacks) + 1
    assert lines[2].startswith("2,1,58.18,")
