"""A family of metal more is rows alone: nothing of the program is touched, and all of it plans."""

import json
import os
import re
import shutil
import subprocess
import sys
from pathlib import Path

import pytest

import pellak
from pellak.core.tables import rows
from pellak.core.tables.metal_families import family_traits

ROWS = {
    "metal_families.csv": {
        "family": "tin", "name": "tin", "sheet_name": "sheet tin", "balance": "Sn",
        "graphitic": "no", "hardenable": "no", "plain_alloy": "sn-sheet", "usual_joint": "lap",
        "grain_changes": "no",
        "flux_corrodes": "no", "flux_glares": "no", "fused_without_rod": "may", "bevelled": "no",
        "sheet_sold_by": "gauge", "tack_pitch_share": "0.5", "warmed_through": "no",
        "preheat_optional": "no", "left_as_welded": "it is soft as it is",
    },
    "heat_families.csv": {
        "family": "tin", "name": "sheet tin", "conductivity_W_mK": "62", "density_kg_m3": "7290",
        "specific_heat_J_kgK": "240", "melting_C": "232", "latent_heat_kJ_kg": "60",
        "latent_share": "0.1", "coupling": "0.5", "heat_to_melt_J_g": "110",
        "wide_until_logged": "yes", "thickest_rod_mm": "4", "gas_rule_l_per_h_per_mm": "18",
        "sigma_ln_hand": "0.35",
    },
    "thermal.csv": {
        "id": "tin", "family": "tin", "conductivity_W_mK": "62", "density_kg_m3": "7290",
        "specific_heat_J_kgK": "240", "solidus_C": "232", "liquidus_C": "232",
        "latent_heat_kJ_kg": "60", "expansion_1e6_per_K": "23", "youngs_GPa": "50",
        "uts_MPa": "15", "poisson": "0.36", "emissivity_oxidised": "0.3",
    },
    "alloys.csv": {
        "id": "sn-sheet", "name": "Sheet tin 99.9", "family": "tin", "standard": "EN 610",
        "thermal_id": "tin", "Sn_pct": "99.9", "weldable_by_oxyfuel": "good",
        "heat_treatable": "no",
    },
    "family_words.csv": {"family": "tin", "words": "tin;sheet tin"},
    "rod_choices.csv": {"metal": "tin", "rod": "pb-parent", "label": "strip", "why": "the same"},
    "flame_settings.csv": {
        "family": "tin", "process": "fusion", "oxygen_ratio": "1.05", "feather_low": "1",
        "feather_high": "1", "looks": "small soft neutral cone", "why": "tin oxidises",
    },
    "preheat_practice.csv": {"metal": "tin", "over_mm": "0", "why": "tin is never preheated"},
}  # fmt: skip
PLANS_WITH_IT = """
import json
from pellak.core.ask.one_line_questions import ask
from pellak.core.ask.piece import OfShop
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.seam.job import SeamJob
from pellak.core.plan.compose import compose_plan
from pellak.core.preheat.metal_page import metal_page
from pellak.core.seam.tack_order import pitch_mm

sheet = {"name": "Lining", "thickness_mm": 2.0, "length_mm": 400}
plan = compose_plan(SeamJob(family="tin", **sheet), ShopSchools())
named = compose_plan(SeamJob(alloy="sn-sheet", **sheet), ShopSchools())
print(json.dumps({
    "figures": {f.id: f.text for s in plan.stations for f in s.figures if f.id != "metal"},
    "metal": [f.text for s in plan.stations for f in s.figures if f.id == "metal"],
    "named": [f.text for s in named.stations for f in s.figures if f.id == "metal"],
    "puddle_s": plan.facts.puddle_s, "melts": plan.facts.heat.metal().melting_c,
    "cautions": [c.text for s in plan.stations for c in s.cautions],
    "pitch": [pitch_mm(2.0, "tin"), pitch_mm(2.0, "lead")],
    "line": ask("puddle tin 2 mm", OfShop())[0].asked,
}))
"""


@pytest.fixture
def with_tin(tmp_path):
    """The program as it is shipped, with the rows of one family more."""
    copied = tmp_path / "pellak"
    shutil.copytree(
        Path(pellak.__file__).parent, copied,
        ignore=shutil.ignore_patterns("__pycache__", "page", "web"),
    )  # fmt: skip
    for name, row in ROWS.items():
        table = copied / "core" / "tables" / name
        heading = table.read_text(encoding="utf-8").splitlines()[0].split(",")
        assert set(row) <= set(heading), name
        result = {"source": "made up for a test"} | row
        with table.open("a", encoding="utf-8") as file:
            file.write(",".join(result.get(column, "") for column in heading) + "\n")

    def ran(program):
        found = subprocess.run(
            [sys.executable, "-c", program], capture_output=True, text=True, check=False,
            env={**os.environ, "PYTHONPATH": str(tmp_path)},
        )  # fmt: skip
        assert found.returncode == 0, found.stderr
        return json.loads(found.stdout)

    return ran


def test_a_family_of_rows_alone_is_planned_like_any_other(with_tin):
    result = with_tin(PLANS_WITH_IT)
    assert result["metal"] == ["sheet tin"]
    assert result["named"] == ["Sheet tin 99.9"]
    assert result["melts"] == 232
    # A metal that melts at 232 °C and holds a fifteenth of steel's heat: a puddle in a moment.
    assert 0.5 < result["puddle_s"] < 30
    assert result["pitch"][0] == pytest.approx(result["pitch"][1] / 2)
    assert any("factor of two" in text for text in result["cautions"])
    assert "tin" in result["line"]


def test_every_trait_of_the_table_is_a_word_that_is_acted_on():
    traits = family_traits().values()
    assert {one.flux for one in traits} <= {"fluoride", "borate", ""}
    assert {one.fused_without_rod for one in traits} <= {"usual", "may", "no"}
    assert {one.judged_by for one in traits} <= {"steel", "aluminium", ""}
    assert {one.oxide_tint for one in traits} <= {
        row["kind"] for row in rows("temper_colours.csv")
    } | {""}
    assert {one.sheet_sold_by for one in traits} == {"gauge", "code"}
    assert {row["family"] for row in rows("heat_families.csv")} <= set(family_traits())
    assert {one.heats_like for one in traits} - {""} <= {
        r["family"] for r in rows("heat_families.csv")
    }
    assert {one.plain_alloy for one in traits} <= {row["id"] for row in rows("alloys.csv")}


def test_no_rule_asks_for_a_family_by_its_name():
    source = Path(pellak.__file__).parent
    named = re.compile(rf'family\)? (?:==|!=|in|not in) .*"(?:{"|".join(family_traits())})"')
    asking = [
        f"{path.relative_to(source)}:{number}: {line.strip()}"
        for path in source.rglob("*.py")
        for number, line in enumerate(path.read_text(encoding="utf-8").splitlines(), 1)
        if named.search(line)
    ]
    assert asking == []
    assert named.search('    if case.metal.family == "cast-iron":')
