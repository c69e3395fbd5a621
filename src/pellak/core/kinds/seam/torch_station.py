"""Station 3 of a seam: the torch as for any kind, and the puddle it makes."""

from pellak.core.answer.figure import Figure, JudgementScale, ScaleBand, Station, figure_of
from pellak.core.heat.verdict import verdict_bands
from pellak.core.kinds.seam.reckoned import Reckoned
from pellak.core.kinds.seam.seam_work import ReckonedSeam
from pellak.core.kinds.stations.gas import gas_figures
from pellak.core.kinds.stations.set_up import line
from pellak.core.kinds.stations.torch import HOLDS, set_up_answer, set_up_cautions, set_up_figures


def _puddle(reckoned: Reckoned) -> Figure:
    matched_s = reckoned.tip_answer.values.matched_puddle_s
    scale = None
    if matched_s is not None:
        bands = verdict_bands()
        widest = next(b.ratio_up_to for b in reversed(bands) if b.ratio_up_to is not None)
        scale = JudgementScale(
            bands=[
                ScaleBand(
                    label=b.label,
                    up_to=None if b.ratio_up_to is None else b.ratio_up_to * matched_s,
                )
                for b in bands
            ],
            end=widest * matched_s * 1.25,
        )
    puddle = line(reckoned.heat.working, "puddle_s")
    never = "" if puddle.value is not None else "never with this flame"
    figure = figure_of(puddle, "First puddle in", detail=never or reckoned.hand.label)
    return figure.model_copy(update={"scale": scale})


def torch_station(reckoned: Reckoned, work: ReckonedSeam) -> Station:
    """Return the Torch station; the cylinders are asked for the gas of the whole job."""
    tip_figure, *others = set_up_figures(reckoned)
    greatest = work.greatest_l_per_h or reckoned.acetylene_l_per_h
    gas, gas_cautions = gas_figures(
        reckoned, greatest, work.gas if work.minutes is not None else None
    )
    return Station(
        id="torch",
        name="Torch",
        state="settled" if reckoned.tip else "present",
        answer=set_up_answer(reckoned),
        holds=HOLDS,
        figures=[tip_figure, _puddle(reckoned), *others, *gas],
        cautions=[*gas_cautions, *set_up_cautions(reckoned)],
    )
