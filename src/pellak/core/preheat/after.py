"""What the piece is owed after the seam: stress relief, slow cooling, and in what."""

from pellak.core.answer.working import Record
from pellak.core.metal.carbon_equivalent import carbon_equivalent_iiw
from pellak.core.metal.hardness import COLD_CRACKING_HV
from pellak.core.preheat.case import SHEET_BELOW_MM, MethodAnswer, PreheatCase
from pellak.core.preheat.iron_heat import iron_row

RELIEVED_ABOVE_CE = 0.45
BURIED_ABOVE_CE = 0.60
STRESS_RELIEF_C = (595.0, 650.0)
UNDER_TEMPER_C = 28.0
HOLD_MIN_PER_MM = 60 / 25
LEAST_HOLD_MIN = 15.0
SOURCE = "AWS D1.1 and ASME VIII stress-relief practice: 595–650 °C, an hour for each 25 mm"


class PostHeat(Record):
    """The heat and the cooling afterwards. None where none is asked for.

    `cooling_max_c_per_h` holds down to `slow_down_to_c`; `needed` False marks a heat that is only
    owed to machined parts and parts under a code.
    """

    target_c: float | None
    low_c: float | None
    high_c: float | None
    hold_min: float | None
    cooling_max_c_per_h: float | None
    slow_down_to_c: float | None
    cool_in: str
    slowly: bool = False
    needed: bool
    why: str
    source: str


def _still_air(why: str, source: str = "gas-welding practice") -> PostHeat:
    return PostHeat(
        target_c=None,
        low_c=None,
        high_c=None,
        hold_min=None,
        cooling_max_c_per_h=None,
        slow_down_to_c=None,
        cool_in="still air, out of draughts; never quenched",
        needed=False,
        why=why,
        source=source,
    )


def _iron(case: PreheatCase, method: MethodAnswer) -> PostHeat:
    row = iron_row(method.method, case.metal.thermal_id)

    def number(name: str) -> float | None:
        return float(row[name]) if row[name] else None

    per_25_mm = float(row["hold_min_per_25_mm"])
    return PostHeat(
        target_c=number("post_c"),
        low_c=number("post_low_c"),
        high_c=number("post_high_c"),
        hold_min=max(LEAST_HOLD_MIN, per_25_mm * case.wall_mm / 25),
        cooling_max_c_per_h=number("cooling_max_c_per_h"),
        slow_down_to_c=number("cool_to_c"),
        cool_in=row["cool_in"],
        slowly=True,
        needed=True,
        why="evens the casting out, lets the iron turn grey and the stress go",
        source=row["source"],
    )


def post_heat(
    case: PreheatCase,
    method: MethodAnswer,
    temper_c: float | None,
    cold_hv: float | None = None,
) -> PostHeat:
    """Return what is owed after the seam.

    Args:
        case: the piece.
        method: the preheat method chosen; a casting's cooling goes with its preheat.
        temper_c: the temperature a quenched-and-tempered part was tempered at, where known.
        cold_hv: how hard the edge of the seam comes out when started cold, where it is known.

    Source: EN 1011-2 for steel; each row of the cast-iron table names its own

    >>> from pellak.core.metal.alloy import metal_named
    >>> sheet = PreheatCase(metal_named('dc01'), 1.2, 1.2, 'low', 5.0, None)
    >>> post_heat(sheet, MethodAnswer('bands', None, valid=True, why=''), None).target_c is None
    True
    """
    traits = case.metal.traits
    if traits.graphitic:
        return _iron(case, method)
    if not traits.hardenable and case.metal.thermal_id != "stainless-martensitic":
        return _still_air(traits.left_as_welded)
    ce = carbon_equivalent_iiw(case.metal.composition)
    hard = cold_hv is not None and cold_hv > COLD_CRACKING_HV
    if (case.wall_mm <= SHEET_BELOW_MM and not hard) or ce <= RELIEVED_ABOVE_CE:
        return _still_air("a thin or lean steel is left as welded and cooled in still air")
    low, high = STRESS_RELIEF_C
    if temper_c is not None:
        high = min(high, temper_c - UNDER_TEMPER_C)
        low = min(low, high)
    bury = ce > BURIED_ABOVE_CE
    if case.wall_mm <= SHEET_BELOW_MM:
        return PostHeat(
            target_c=(low + high) / 2, low_c=low, high_c=high, hold_min=LEAST_HOLD_MIN,
            cooling_max_c_per_h=None, slow_down_to_c=None,
            cool_in="still air, out of draughts; never quenched", needed=True,
            why="this thin edge hardens: relieve a cluster, temper other parts; left as welded it "
            "will stay hard and is not for loaded parts",
            source=SOURCE,
        )  # fmt: skip
    return PostHeat(
        target_c=(low + high) / 2,
        low_c=low,
        high_c=high,
        hold_min=max(LEAST_HOLD_MIN, HOLD_MIN_PER_MM * case.wall_mm),
        cooling_max_c_per_h=None,
        slow_down_to_c=None,
        cool_in="under a blanket or in dry lime, then still air"
        if bury
        else "still air, out of draughts; never quenched",
        slowly=bury,
        needed=bury,
        why="tempers the hard edge and takes the stress out; owed to machined parts, parts under "
        "a code, and every steel that hardens this readily",
        source=SOURCE,
    )
