"""Station 5, Tack and run: the seam itself. Tacks, fit-up and passes join it later."""

from pellak.core.drawing import blue_band_mm
from pellak.core.figure import Figure, Station, figure_of
from pellak.core.heat.colour import blue_c
from pellak.core.heat.reckon import MODEL_SCATTER_RATIO
from pellak.core.heat.reckon import SOURCE as HEAT_SOURCE
from pellak.core.stations.reckoned import Reckoned, line
from pellak.core.working import Working, inserted, short

HOLDS = "Travel, minutes, pool and blue band. Tack order and waits are still to come."
MINUTES_FORMULA = "length / v + puddle / 60"
GAS_FORMULA = "Q * minutes / 60"
BAND_FORMULA = "2 * y where max T(x, y, 0, 60 s) = T_blue"


def seam_minutes(reckoned: Reckoned) -> Working | None:
    """Return flame minutes for one pass; None without a length or without penetration."""
    length_mm, values = reckoned.job.length_mm, reckoned.heat.values
    travel = line(reckoned.heat.working, "travel_mm_per_min")
    if length_mm is None or values.travel_mm_per_min is None or values.puddle_s is None:
        return None

    def minutes(travel_mm_per_min: float) -> float:
        return length_mm / travel_mm_per_min + values.puddle_s / 60  # type: ignore[operator]

    return Working(
        name="seam_min",
        value=minutes(values.travel_mm_per_min),
        unit="min",
        low=minutes(travel.high) if travel.high else None,
        high=minutes(travel.low) if travel.low else None,
        formula=MINUTES_FORMULA,
        inserted=inserted(
            MINUTES_FORMULA,
            {"length": length_mm, "v": values.travel_mm_per_min, "puddle": values.puddle_s},
        ),
        source="travel of the fitted plate model",
        note="flame time on one pass; tacks, waits and moving about come on top",
    )


def _gas(reckoned: Reckoned, minutes: Working) -> Working:
    flow = reckoned.acetylene_l_per_h
    spent = [m for m in (minutes.value, minutes.low, minutes.high) if isinstance(m, float)]
    litres = [flow * m / 60 for m in spent]
    return Working(
        name="seam_acetylene_l",
        value=litres[0],
        unit="L",
        low=litres[1] if len(litres) == 3 else None,
        high=litres[2] if len(litres) == 3 else None,
        formula=GAS_FORMULA,
        inserted=inserted(GAS_FORMULA, {"Q": flow, "minutes": spent[0]}),
        source="flow times flame minutes",
    )


def _blue_band(reckoned: Reckoned) -> Working:
    widths = [
        blue_band_mm(outcome.travel)
        for outcome in (
            reckoned.solution.expected,
            reckoned.solution.cool,
            reckoned.solution.hot,
        )
    ]
    known = [width for width in widths if width is not None]
    scatter = 1 + MODEL_SCATTER_RATIO["haz_width_mm"]
    return Working(
        name="blue_band_mm",
        value=widths[0],
        unit="mm",
        low=min(known) / scatter if len(known) == 3 else None,
        high=max(known) * scatter if len(known) == 3 else None,
        formula=BAND_FORMULA,
        inserted=inserted(BAND_FORMULA, {"T_blue": blue_c()}),
        source=HEAT_SOURCE,
        note="wide sheet in still air; a narrow piece turns blue right across"
        if known
        else "the whole piece turns blue, or the pool does not reach the back",
    )


def tack_and_run_station(reckoned: Reckoned) -> Station:
    """Return the Tack and run station."""
    working = reckoned.heat.working
    minutes = seam_minutes(reckoned)
    travel = line(working, "travel_mm_per_min")
    figures: list[Figure] = [figure_of(travel, "Travel")]
    if travel.value is None:
        figures = [
            figure_of(
                travel, "Travel", detail="does not wet the back: bevel, larger tip or preheat"
            )
        ]
    if minutes is not None:
        figures.append(figure_of(minutes, "Seam, flame time"))
        oxygen_l = float(minutes.value or 0) * reckoned.acetylene_l_per_h / 60
        figures.append(
            figure_of(
                _gas(reckoned, minutes),
                "Acetylene for the seam",
                detail=f"and {short(oxygen_l * reckoned.oxygen_ratio, 3)} L of oxygen",
            )
        )
    figures += [
        figure_of(line(working, "pool_width_mm"), "Pool width to hold"),
        figure_of(
            _blue_band(reckoned), "Blue band, edge to edge", detail="keep it equal both sides"
        ),
        figure_of(line(working, "haz_width_mm"), "Grain changed, each side"),
        figure_of(line(working, "lift_off_mm"), "Lift or speed up before the end"),
    ]
    return Station(
        id="tack-and-run",
        name="Tack and run",
        state="ahead",
        answer=f"{minutes.value:.0f} min"
        if minutes is not None and isinstance(minutes.value, float) and minutes.value >= 1
        else "under 1 min"
        if minutes is not None
        else "length?"
        if travel.value is not None
        else "not through",
        holds=HOLDS,
        figures=figures,
        cautions=reckoned.heat.cautions,
    )
