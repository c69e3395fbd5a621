"""Gas at the Torch station: pressures from the torch back, purge, what the cylinders hold."""

from collections.abc import Sequence

from pellak.core import say
from pellak.core.answer.figure import Figure, Stack, StackPart, figure_of
from pellak.core.answer.working import Caution
from pellak.core.gas.cylinders import (
    COMMON_CYLINDER_L,
    CylindersAnswer,
    least_content_l,
    too_fast,
)
from pellak.core.gas.hose import Gas
from pellak.core.gas.limits import ACETYLENE_LIMIT_BAR
from pellak.core.kinds.stations.set_up import TorchSetUp, choice_for, line
from pellak.core.rig.equipment import USUAL_HOSE_M, USUAL_HOSE_MM
from pellak.core.rig.newest import content_now
from pellak.core.seam.job_gas import JobGas
from pellak.core.supply.supply import SCHOOLS, GasValues, stack_of
from pellak.core.supply.supply_line import LONG_PURGE, LONG_PURGE_S

DRAW_SOURCE = "gas-industry guidance: CGA G-1, EIGA Doc 123; older practice took a seventh"


def _hose_words(reckoned: TorchSetUp) -> str:
    hose = reckoned.equipment.hose
    if hose is None:
        return f"through a usual {say.metres(USUAL_HOSE_M, 6)} of {say.wall(USUAL_HOSE_MM)} hose"
    return f"through {say.metres(hose.length_m, 6)} of {say.wall(hose.bore_mm, 6)} hose"


def _pressure(reckoned: TorchSetUp, gas: Gas) -> Figure:
    values: GasValues = getattr(reckoned.supply.values, gas)
    name = "Acetylene" if gas == "acetylene" else "Oxygen"
    label = f"{name}, gas flowing"
    known = {w.name for w in reckoned.supply.working}
    working = [w for w in reckoned.supply.working if w.name.startswith(gas)]
    if f"{gas}_set_bar" not in known:
        charted = reckoned.schools.mixer == "injector" and values.set_flowing_bar is None
        over = any(c.level == "stop" for c in reckoned.supply.cautions)
        return Figure(
            id=f"{gas}_set_bar",
            label=label,
            text="over the limit" if over else "maker's chart",
            detail="an injector's pressures come from its chart alone"
            if charted and not over
            else "change the set-up first",
            working=working,
        )
    chart = reckoned.tip.chart if reckoned.tip else None
    by_chart = "from the maker's chart, " if chart else ""
    figure = figure_of(
        line(reckoned.supply.working, f"{gas}_set_bar"),
        label,
        detail=f"{by_chart}{_hose_words(reckoned)}; {values.set_static_note}",
        also=[w for w in working if w.name != f"{gas}_set_bar"],
    )
    limit = ACETYLENE_LIMIT_BAR[reckoned.schools.acetylene_limit] if gas == "acetylene" else None
    if limit is not None:
        never = f"; never above {say.bar(limit, limit='<')}, flowing or static"
        figure = figure.model_copy(update={"detail": f"{figure.detail}{never}"})
    parts = [StackPart(label=part, value=bar) for part, bar in stack_of(values)]
    return figure.model_copy(
        update={"stack": Stack(parts=parts, limit=limit, static=values.set_static_bar)}
    )


def pressure_figures(reckoned: TorchSetUp) -> list[Figure]:
    """Return what to set for each gas, with the choice of mixer beside the first."""
    acetylene, oxygen = (_pressure(reckoned, gas) for gas in ("acetylene", "oxygen"))
    choice = choice_for(
        reckoned.job, "mixer", "Which mixer has the torch?", reckoned.schools.mixer, SCHOOLS
    )
    of_torch = reckoned.equipment.mixer is not None
    choice = choice.model_copy(update={"job_only": of_torch})
    return [acetylene.model_copy(update={"choice": choice}), oxygen, _purge(reckoned)]


def _purge(reckoned: TorchSetUp) -> Figure:
    values = reckoned.supply.values
    words = f"{values.acetylene.purge_s:.0f} s acetylene, {values.oxygen.purge_s:.0f} s oxygen"
    return Figure(
        id="purge",
        label="Purge, one gas after the other",
        text=words,
        detail="into open air, nothing hot or lit near"
        + (
            f"; {LONG_PURGE}"
            if max(values.acetylene.purge_s, values.oxygen.purge_s) > LONG_PURGE_S
            else ""
        ),
        working=[w for w in reckoned.supply.working if w.name.endswith("purge_s")],
    )


def _enough_words(answer: CylindersAnswer, wanted_l: float | None, gas: JobGas | None) -> str:
    if wanted_l is None or gas is None:
        return "tell the length to see whether it is enough"
    what = f"the {say.litres(wanted_l, places=0)} of this job" + (
        f", without {gas.not_counted}" if gas.not_counted else ""
    )
    match answer.values.enough:
        case True:
            return f"{'enough for' if not gas.not_counted else 'covers'} {what}"
        case False:
            return f"not enough for {what}"
    return f"perhaps enough for {what}; weigh it to know"


def gas_figures(
    reckoned: TorchSetUp, greatest_l_per_h: float, job_gas: JobGas | None
) -> tuple[list[Figure], list[Caution]]:
    """Return what each cylinder in the rack allows at this job's flow, and what to mind.

    Draw is judged at the greatest flow of the job, content by the gas of the whole of it, None
    where that is not known yet. Without an acetylene cylinder in the rack the draw is told in
    words, for any cylinder.
    """
    figures: list[Figure] = []
    cautions: list[Caution] = []
    for gas in ("acetylene", "oxygen"):
        ratio = 1.0 if gas == "acetylene" else reckoned.oxygen_ratio
        flow = greatest_l_per_h * ratio
        wanted_l = None if job_gas is None else job_gas.total_l * ratio
        # The reckoner asks for minutes at a flow: those in which this flow burns the job's gas.
        minutes = None if wanted_l is None else 60 * wanted_l / flow
        for item in reckoned.equipment.cylinders(gas):
            answer = content_now(item, flow, minutes)
            used = item in reckoned.equipment.in_use(gas)
            if answer is None:
                if used and gas == "acetylene":
                    cautions += _named(
                        item.name,
                        barred_cautions(reckoned)
                        or too_fast(item.full_m3, item.coupled, flow, minutes),
                    )
                figures.append(
                    Figure(
                        id=f"gas-{item.name}",
                        label=f"{item.name}, {gas}",
                        text="not read yet",
                        detail=f"{say.m3(item.full_m3, 6)} when full; read its gauge or weigh it",
                    )
                )
                continue
            figures.append(
                figure_of(
                    line(answer.working, "endurance_min"),
                    f"{item.name}, {gas}, lasts",
                    detail=f"{say.m3(answer.values.content_m3)} left; "
                    f"{_enough_words(answer, wanted_l, job_gas)}",
                    also=[w for w in answer.working if w.name != "endurance_min"],
                ).model_copy(update={"id": f"gas-{item.name}"})
            )
            if used:
                # What stands in the corner is not drawn from.
                stops = barred_cautions(reckoned) if gas == "acetylene" else []
                kept = [c for c in answer.cautions if not stops or c.level != "stop"]
                cautions += _named(item.name, [*stops, *kept])
    if not reckoned.equipment.cylinders("acetylene"):
        cautions.append(_draw(greatest_l_per_h))
    return figures, cautions


def barred_cautions(reckoned: TorchSetUp) -> list[Caution]:
    """Return the stop of a piece the acetylene cannot feed, with what would; else nothing."""
    barred = reckoned.barred
    if barred is None or barred.acetylene_l_per_h <= barred.stop_l_per_h:
        return []
    helps = [f"couple {barred.couple} like it"]
    if barred.smallest:
        helps.append(f"use one of {barred.smallest}")
    if barred.smallest_gentle not in ("", barred.smallest):
        helps.append(f"weld gently with one of {barred.smallest_gentle}")
    if barred.thickest_here_mm is not None:
        helps.append(f"weld {say.wall(barred.thickest_here_mm, limit='<')} at most with it")
    *most, last = helps
    return [
        Caution(
            level="stop",
            text=f"Too fast for the acetylene: {', '.join(most) or last}"
            f"{f' or {last}' if most else ''}.",
            reason=f"This piece wants {say.l_per_h(barred.acetylene_l_per_h)}, it gives "
            f"{say.l_per_h(barred.limit_l_per_h, limit='<')}. Drawn faster, liquid solvent comes "
            "out with the gas, and the flame starves and flashes back.",
            source=DRAW_SOURCE,
        )
    ]


def _named(name: str, cautions: Sequence[Caution]) -> list[Caution]:
    """Return cautions that say which cylinder they are about."""
    return [
        c.model_copy(update={"text": f"{name}: {c.text[0].lower()}{c.text[1:]}"}) for c in cautions
    ]


def _draw(flow_l_per_h: float) -> Caution:
    """Return what the flow asks of the acetylene cylinder, where the rack holds none."""
    least_l = least_content_l(flow_l_per_h)
    return Caution(
        level="warn" if least_l > COMMON_CYLINDER_L else "note",
        text="Draw no more than a fifteenth of an acetylene cylinder's full content an hour, a "
        f"tenth in short spells. This flow wants a cylinder of "
        f"{say.litres(least_l, 2, limit='>')} or more, "
        "or "
        "several coupled.",
        reason="Drawn faster, liquid solvent comes out with the gas.",
        source=DRAW_SOURCE,
    )


def out_of_use_cautions(reckoned: TorchSetUp) -> list[Caution]:
    """Return a stop for each part of the line that is out of use with no other in the rack."""
    return [
        Caution(
            level="stop",
            text=f"{item.name} is out of use ({getattr(item, 'out_of_use', '')}). Have it "
            "examined, and say so in the rack, or fit another.",
            reason="What stopped a flash-back is damaged inside and may not stop the next.",
            source="EIGA Doc 123; ISO 5175-1",
        )
        for item in reckoned.equipment.none_left()
    ]


def arrestor_cautions(reckoned: TorchSetUp) -> list[Caution]:
    """Return a warning for each gas whose regulator has no arrestor in the rack."""
    return [
        Caution(
            level="warn",
            text=f"The rack names no flash-back arrestor in date at the {gas} regulator. Fit one.",
            reason="A flash-back that is not stopped at the regulator reaches the cylinder.",
            source="EIGA Doc 123; ISO 5175-1",
        )
        for gas in ("acetylene", "oxygen")
        if reckoned.equipment.lacks_arrestor(gas)
    ]
