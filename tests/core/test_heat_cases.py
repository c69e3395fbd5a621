"""The heat reckoner against cases made by a separate implementation of the same equations."""

import pytest

from pellak.core.answer.errors import Refused
from pellak.core.heat.reckon import reckon_heat
from pellak.core.heat.solve import HeatGiven
from pellak.core.metal.alloy import metal_named
from tests.published import published

WITHIN = 0.005
JOINT_BY_PATHS = {"2": "butt", "3": "tee"}
CASES = published("heat_cases.csv")
COLUMNS = [column for column in CASES[0] if column.endswith(("_s", "_mm", "_min", "_per_m"))]
COLUMNS.remove("thickness_mm")


@pytest.mark.parametrize("row", CASES, ids=lambda row: f"{row['family']}-{row['thickness_mm']}")
def test_every_column_of_the_cases_is_met(row: dict[str, str]) -> None:
    values = reckon_heat(
        HeatGiven(
            family=row["family"],
            thickness_mm=float(row["thickness_mm"]),
            acetylene_l_per_h=float(row["acetylene_l_per_h"]),
            start_c=float(row["start_c"]),
            joint=JOINT_BY_PATHS[row["paths"]],
        )
    ).values.model_dump()
    for column in COLUMNS:
        expected = row[column]
        if expected in ("", "never"):
            assert values[column] is None, column
        else:
            assert values[column] == pytest.approx(float(expected), rel=WITHIN), column


def test_the_cases_cover_every_family() -> None:
    assert len({row["family"] for row in CASES}) == 6
    assert len(COLUMNS) == 10


def test_an_analysis_with_its_family_tells_the_hardness_an_alloy_would():
    piece = {"thickness_mm": 3.2, "acetylene_l_per_h": 320}
    named = reckon_heat(HeatGiven(alloy="4130", **piece)).values
    told = reckon_heat(
        HeatGiven(
            family=metal_named("4130").family, composition=dict(metal_named("4130").composition),
            **piece,
        )
    ).values  # fmt: skip
    assert told.haz_hv == pytest.approx(named.haz_hv)
    with pytest.raises(Refused) as refused:
        reckon_heat(HeatGiven(alloy="4130", composition={"C": 0.3}, **piece))
    assert refused.value.field == "composition"
