"""Station 3, Torch: what to screw on and what to set."""

from pellak.core import say
from pellak.core.answer.field_units import kind_of
from pellak.core.answer.figure import (
    Curve,
    CurvePoint,
    Figure,
    figure_of,
)
from pellak.core.answer.working import Caution, Working, inserted, short
from pellak.core.kinds.stations.eyes import eyes_figure, shade_cautions
from pellak.core.kinds.stations.gas import (
    arrestor_cautions,
    out_of_use_cautions,
    pressure_figures,
)
from pellak.core.kinds.stations.gear import gear_figures
from pellak.core.kinds.stations.set_up import TorchSetUp, choice_for, line
from pellak.core.kinds.stations.your_pressures import (
    at_typed_pressures,
    your_cautions,
    your_figures,
)
from pellak.core.metal.cautions import metal_cautions
from pellak.core.tables import rows
from pellak.core.torch.candidates import TipCandidate
from pellak.core.torch.flame import (
    TABLE_SOURCE,
    flame_species,
    flame_temperature_c,
)
from pellak.core.torch.jet import FLOW_SOURCE, JET_FORMULA
from pellak.core.torch.tip import FLOW_SCATTER

FLAME_RATIOS = tuple(round(0.8 + 0.1 * step, 2) for step in range(18))
"""Oxygen ratios the flame's curves are drawn through, carburising to far oxidising."""
LEFT_OVER_RATIOS = tuple(round(0.8 + 0.05 * step, 2) for step in range(13))
"""Closer about neutral, where carbon gas gives way to free oxygen."""
FREE_OXYGEN_COUNTS_PERCENT = 0.5
"""Less is far under the scatter of any valve: a figure of it would decide nothing."""
HOLDS = "Tip, flow, flame, pressures with gas flowing, lens."


def _tip(reckoned: TorchSetUp) -> Figure:
    bore = line(reckoned.tip_answer.working, "orifice_mm")
    drill = line(reckoned.tip_answer.working, "drill")
    tip = reckoned.tip
    if tip is None:
        return Figure(
            id="tip",
            label="Bore for it: no tip here, on this acetylene"
            if reckoned.barred
            else "No tip in the rack fits; buy",
            value=bore.value if isinstance(bore.value, float) else None,
            unit="mm",
            kind=kind_of("orifice_mm"),
            low=bore.low,
            high=bore.high,
            detail=f"bore, drill {drill.value}" if drill.value else "bore",
            working=[bore, drill],
        )
    label = "Tip from the rack" if reckoned.from_rack else "Tip, by drill number"
    verdict = Working(
        name="verdict",
        value=tip.words,
        formula=reckoned.wanted.judged_by,
        inserted=_judged(reckoned, tip),
        source=reckoned.wanted.judged_source,
        note=tip.why,
    )
    drilled = f", drill {tip.drill}" if tip.drill else ""
    return Figure(
        id="tip",
        label=label,
        text=f"“{tip.label}”" if reckoned.from_rack else tip.label,
        detail=f"{say.wall(tip.orifice_mm)} bore{drilled} · {tip.words}",
        working=[verdict, bore, drill],
    )


def _judged(reckoned: TorchSetUp, tip: TipCandidate) -> str:
    matched_s = reckoned.tip_answer.values.matched_puddle_s
    if matched_s is None and tip.puddle_s is None:
        return f"{say.m_per_s(tip.jet_m_per_s)} at {say.l_per_h(tip.acetylene_l_per_h, 3)}"
    return f"{_seconds(tip.puddle_s)} over {_seconds(matched_s)}"


def _seconds(value: float | None) -> str:
    return "never" if value is None else f"{short(value, 3)} s"


def _flame(reckoned: TorchSetUp) -> Figure:
    values, wanted = reckoned.flame.values, reckoned.wanted
    return Figure(
        id="flame",
        label="Flame",
        text=values.kind.capitalize(),
        detail=f"{wanted.looks}; {wanted.why}",
        working=reckoned.flame.working,
        curve=Curve(
            label="Flame temperature against oxygen for each part of acetylene",
            x_label="oxygen to acetylene, by volume",
            x_unit="",
            y_unit="°C",
            points=[CurvePoint(x=b, y=flame_temperature_c(b)) for b in FLAME_RATIOS],
            at_x=[CurvePoint(x=values.oxygen_ratio, y=values.temperature_c)],
        ),
    )


def _free_oxygen_percent(ratio: float) -> float:
    shares = flame_species(ratio)
    return 100 * (shares["O2"] + shares["O"] + shares["OH"])


def _flame_gases(reckoned: TorchSetUp) -> list[Figure]:
    """Return the free oxygen that burns the pool; nothing where there is too little to do so."""
    here = flame_species(reckoned.oxygen_ratio)
    free = _free_oxygen_percent(reckoned.oxygen_ratio)
    if free < FREE_OXYGEN_COUNTS_PERCENT:
        return []
    formula = "100 * (x_O2 + x_O + x_OH)"
    return [
        figure_of(
            Working(
                name="free_oxygen_percent",
                value=free,
                unit="%",
                low=0.5 * free,
                high=min(100.0, 2 * free),
                formula=formula,
                inserted=inserted(
                    formula, {"x_O2": here["O2"], "x_O": here["O"], "x_OH": here["OH"]}
                ),
                source=TABLE_SOURCE,
                note="what can burn the pool; below a ratio of 1 carbon is left over instead",
            ),
            "Free oxygen in the flame",
            detail=reckoned.wanted.left_over,
        )
    ]


def _when_wrong(reckoned: TorchSetUp) -> Figure:
    """Return what a wrong flame looks, sounds and does like, and what it leaves over."""
    ratio = reckoned.oxygen_ratio
    return Figure(
        id="flame_signs",
        label="When the flame is wrong",
        text="three ways",
        detail=" ".join(row["text"] for row in rows("flame_signs.csv")),
        curve=Curve(
            label="Carbon gas and free oxygen left over, against oxygen for each part of acetylene",
            name="free oxygen",
            other=[CurvePoint(x=b, y=100 * flame_species(b)["C2H2"]) for b in LEFT_OVER_RATIOS],
            other_name="carbon gas",
            x_label="oxygen to acetylene, by volume",
            x_unit="",
            y_unit="%",
            points=[CurvePoint(x=b, y=_free_oxygen_percent(b)) for b in LEFT_OVER_RATIOS],
            at_x=[CurvePoint(x=ratio, y=_free_oxygen_percent(ratio))],
        ),
    )


def _cone(reckoned: TorchSetUp) -> Figure:
    return figure_of(line(reckoned.flame.working, "cone_mm"), "Cone length")


def _flow(reckoned: TorchSetUp) -> Figure:
    rule = line(reckoned.tip_answer.working, "acetylene_l_per_h")
    own = reckoned.job.acetylene_l_per_h
    flow = reckoned.acetylene_l_per_h
    lines = [rule]
    if abs(flow - float(rule.value or 0)) > 0.5:
        lines.insert(
            0,
            Working(
                name="acetylene_l_per_h",
                value=flow,
                unit="L/h",
                formula="the tip maker's chart for this thickness"
                if _by_chart(reckoned)
                else "flow wanted, held within what the tip burns steadily",
                inserted=f"wanted {short(own or float(rule.value or 0), 4)} L/h",
                source=FLOW_SOURCE,
                note="your own flow"
                if own
                else "the flow of the tip maker's chart"
                if _by_chart(reckoned)
                else "this tip cannot burn the rule's flow",
            ),
        )
    return Figure(
        id="acetylene_l_per_h",
        label="Acetylene flow",
        value=flow,
        unit="L/h",
        low=flow * (1 - FLOW_SCATTER),
        high=flow * (1 + FLOW_SCATTER),
        working=[*lines, _jet(reckoned)],
        choice=choice_for(
            reckoned.job,
            "pace",
            "How brisk a flame?",
            reckoned.schools.pace,
            reckoned.tip_answer.schools,
        )
        if reckoned.tip_answer.schools
        else None,
    )


def _by_chart(reckoned: TorchSetUp) -> bool:
    chart = reckoned.tip.chart if reckoned.tip else None
    charted = chart.acetylene_l_per_h if chart is not None else None
    return reckoned.job.acetylene_l_per_h is None and charted is not None


def _jet(reckoned: TorchSetUp) -> Working:
    numbers = {
        "Q": reckoned.acetylene_l_per_h,
        "beta": reckoned.oxygen_ratio,
        "d": reckoned.orifice_mm,
        "n": float(reckoned.tip.jets) if reckoned.tip else 1.0,
        "pi": 3.14159,
    }
    return Working(
        name="jet_m_per_s",
        value=reckoned.jet_m_per_s,
        unit="m/s",
        formula=JET_FORMULA,
        inserted=inserted(JET_FORMULA, numbers),
        source=FLOW_SOURCE,
        note="below 70 it pops back, 90 to 160 is steady, above 200 it leaves the tip",
    )


def _oxygen(reckoned: TorchSetUp) -> Figure:
    flow = reckoned.acetylene_l_per_h * reckoned.oxygen_ratio
    numbers = {"Q": reckoned.acetylene_l_per_h, "beta": reckoned.oxygen_ratio}
    return figure_of(
        Working(
            name="oxygen_l_per_h",
            value=flow,
            unit="L/h",
            low=flow * (1 - FLOW_SCATTER),
            high=flow * (1 + FLOW_SCATTER),
            formula="Q * beta",
            inserted=inserted("Q * beta", numbers),
            source="oxygen ratio of the flame this metal wants",
        ),
        "Oxygen flow",
    )


def _once(cautions: list[Caution]) -> list[Caution]:
    """Return the cautions without those that say the same thing twice."""
    seen: dict[str, Caution] = {}
    for caution in cautions:
        seen.setdefault(caution.text, caution)
    return list(seen.values())


def set_up_figures(reckoned: TorchSetUp) -> list[Figure]:
    """Return what is screwed on and set, for any job: tip, flame, pressures, flows, lens."""
    yours = at_typed_pressures(reckoned)
    return [
        _tip(reckoned),
        _flame(reckoned),
        *_flame_gases(reckoned),
        _when_wrong(reckoned),
        *pressure_figures(reckoned),
        *your_figures(yours, reckoned),
        _flow(reckoned),
        _oxygen(reckoned),
        _cone(reckoned),
        eyes_figure(reckoned),
        *gear_figures(reckoned.job, reckoned.equipment),
    ]


def set_up_cautions(reckoned: TorchSetUp) -> list[Caution]:
    """Return what to mind of tip, gas line, flame and lens, for any job."""
    return [
        *_once(
            [
                *reckoned.supply.cautions,
                *reckoned.tip_answer.cautions,
                *your_cautions(at_typed_pressures(reckoned), reckoned),
            ]
        ),
        *out_of_use_cautions(reckoned),
        *arrestor_cautions(reckoned),
        *reckoned.flame.cautions,
        *shade_cautions(reckoned),
        *metal_cautions(reckoned.metal, "torch"),
    ]


def set_up_answer(reckoned: TorchSetUp) -> str:
    """Return tip and acetylene pressure in a few words."""
    tip, bar = reckoned.tip, reckoned.supply.values.acetylene.set_flowing_bar
    named = tip.label if tip else say.wall(reckoned.orifice_mm, 2)
    return f"{named} · {say.bar(bar, places=2)}" if bar is not None else f"{named} · by chart"
