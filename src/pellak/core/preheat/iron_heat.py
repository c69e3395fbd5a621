"""What the three cast-iron schools share: their row, and the spread a part stands."""

from collections.abc import Mapping

from pellak.core.answer.working import Working, inserted
from pellak.core.preheat.case import Method, MethodAnswer, PreheatCase
from pellak.core.tables import rows

SPREAD_FORMULA = "UTS / (2 * E * alpha)"
SPREAD_SOURCE = "thermal stress of a fully held bar, half the tensile strength allowed"


def iron_row(method: Method, thermal_id: str) -> Mapping[str, str]:
    """Return the school's row for grey or ductile iron; other irons are planned as grey."""
    of_method = [row for row in rows("iron_preheats.csv") if row["method"] == method]
    return next((r for r in of_method if r["thermal_id"] == thermal_id), of_method[0])


def iron_answer(case: PreheatCase, method: Method, refused: str) -> MethodAnswer:
    """Return a cast-iron school's heat; `refused` says why this piece must not have it."""
    row = iron_row(method, case.metal.thermal_id)
    return MethodAnswer(
        method=method,
        preheat_c=float(row["preheat_c"]),
        valid=not refused,
        why=refused or row["why"],
        low_c=float(row["low_c"]),
        high_c=float(row["high_c"]),
        allowed=not refused,
        working=[
            Working(
                name=f"{method.replace('-', '_')}_c",
                value=float(row["preheat_c"]),
                unit="°C",
                low=float(row["low_c"]),
                high=float(row["high_c"]),
                formula="row of the cast-iron table for this school and iron",
                inserted=f"{row['thermal_id'].replace('-', ' ')}, {row['name']}",
                source=row["source"],
                valid=not refused,
                note=refused,
            )
        ],
    )


def spread_limit(case: PreheatCase) -> Working:
    """Return how far temperatures across the part may differ while it heats and cools, K."""
    iron = case.thermal
    spread_k = iron.uts_pa / (2 * iron.youngs_pa * iron.expansion_per_k)
    numbers = {
        "UTS": iron.uts_pa / 1e6,
        "E": iron.youngs_pa / 1e6,
        "alpha": iron.expansion_per_k,
    }
    return Working(
        name="spread_max_k",
        value=spread_k,
        unit="K",
        low=0.7 * spread_k,
        high=1.3 * spread_k,
        formula=SPREAD_FORMULA,
        inserted=inserted(SPREAD_FORMULA, numbers),
        source=f"{SPREAD_SOURCE}; {iron.source}",
        note="between the hottest and the coldest place, corners and thick ribs included",
    )
