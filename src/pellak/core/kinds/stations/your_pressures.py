"""Pressures a person sets himself: what burns at them, beside what was planned."""

from pellak.core import say
from pellak.core.answer.figure import Figure, figure_of
from pellak.core.answer.working import Caution, short
from pellak.core.kinds.stations.set_up import TorchSetUp
from pellak.core.supply.pressure_flow import PressureAnchor, PressuresGiven
from pellak.core.supply.pressures import PressuresAnswer, reckon_pressures

FAR_OFF = 0.1
"""A flow within a tenth of the planned one is the planned one: charts differ by a fifth."""


def at_typed_pressures(torch: TorchSetUp) -> PressuresAnswer | None:
    """Return what burns at the pressures of the job; None where nobody typed one, where the other
    is not known, or where the bores of a head are not.

    Args:
        torch: as planned

    Source: as pressures
    """
    job, supply, piece = torch.job, torch.supply.values, torch.piece
    if job.acetylene_bar is None and job.oxygen_bar is None:
        return None
    bars = supply.acetylene.set_flowing_bar, supply.oxygen.set_flowing_bar
    acetylene_bar = job.acetylene_bar if job.acetylene_bar is not None else bars[0]
    oxygen_bar = job.oxygen_bar if job.oxygen_bar is not None else bars[1]
    heads = {head.name for head in torch.equipment.heads}
    if not acetylene_bar or not oxygen_bar or (torch.tip and torch.tip.label in heads):
        return None
    chart = torch.tip.chart if torch.tip else None
    anchor = None
    if chart is not None and chart.acetylene_l_per_h and chart.acetylene_bar and chart.oxygen_bar:
        anchor = PressureAnchor(
            acetylene_bar=chart.acetylene_bar,
            oxygen_bar=chart.oxygen_bar,
            acetylene_l_per_h=chart.acetylene_l_per_h,
        )
    return reckon_pressures(
        PressuresGiven(
            orifice_mm=torch.orifice_mm,
            jets=torch.tip.jets if torch.tip else 1,
            **dict(torch.equipment.line(torch.schools.mixer, torch.schools.acetylene_limit)),
            acetylene_bar=acetylene_bar,
            oxygen_bar=oxygen_bar,
            oxygen_ratio=torch.oxygen_ratio,
            family=piece.family if piece else None,
            thickness_mm=piece.thickness_mm if piece else None,
            joint=piece.joint if piece else "butt",
            start_c=piece.start_c if piece else 20.0,
            hand_factor=piece.hand_factor if piece else 1.0,
            anchor=anchor,
        )
    )


def your_figures(answer: PressuresAnswer | None, torch: TorchSetUp) -> list[Figure]:
    """Return what burns at the typed pressures, against what was planned; nothing without any."""
    if answer is None:
        return []
    values = answer.values
    looks = [values.words]
    if values.acetylene_l_per_h is not None:
        looks.append(f"planned {say.l_per_h(torch.acetylene_l_per_h, 3)}")
    if values.cone_mm is not None:
        looks.append(f"cone {say.wall(values.cone_mm, 2)}")
    if values.puddle_s is not None:
        looks.append(f"puddle in {short(values.puddle_s, 2)} s")
    detail = ", ".join(looks)
    line = next((one for one in answer.working if one.name == "acetylene_l_per_h"), None)
    if line is None:
        return [
            Figure(
                id="at_pressures",
                label="At your pressures",
                text=values.words,
                working=answer.working,
            )
        ]
    figure = figure_of(line, "At your pressures", detail=detail, also=answer.working[1:])
    return [figure.model_copy(update={"id": "at_pressures"})]


def your_cautions(answer: PressuresAnswer | None, torch: TorchSetUp) -> list[Caution]:
    """Return what to mind of the typed pressures, and a word where their flame is another one."""
    if answer is None:
        return []
    flow, planned = answer.values.acetylene_l_per_h, torch.acetylene_l_per_h
    # The plan says itself where a chart is wanted, or the limit passed.
    said_already = answer.values.verdict in ("unknown", "over-limit")
    cautions = [] if said_already else list(answer.cautions)
    if flow is None or flow >= (1 - FAR_OFF) * planned:
        return cautions
    gas = answer.values.governed_by or "acetylene"
    return [
        *cautions,
        Caution(
            level="warn",
            text=f"Your {gas} gives {say.l_per_h(flow, 3)} at most, planned are "
            f"{say.l_per_h(planned, 3)}: more {gas}, or plan with less.",
            reason="With both torch valves open there is no more; times of the plan are for its "
            "own flow.",
            source="orifice equation and hose loss, read from regulator to tip",
        ),
    ]
