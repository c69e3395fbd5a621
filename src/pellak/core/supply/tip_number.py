"""The tip-number reckoner: which bore a tip has that carries only a number, or none."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from pellak.core import say
from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Caution, Reckoner, Working
from pellak.core.gas.limits import ACETYLENE_LIMIT_BAR, LOCK_UP_RATIO
from pellak.core.heat.case import Floats
from pellak.core.supply.bore_seen import bores_mm, everything_seen, ln_likelihood, ln_pins
from pellak.core.supply.reach import reckon_reach
from pellak.core.supply.reach_given import MetalReach, ReachGiven
from pellak.core.supply.tip_number_given import (
    DrillChance,
    NextLook,
    PinTried,
    TipNumberAnswer,
    TipNumberGiven,
    TipNumberValues,
)
from pellak.core.tables import number_drills
from pellak.core.torch import jet
from pellak.core.torch.rack_tip import RackTip

FIVE, HALF, NINETY_FIVE = 0.05, 0.5, 0.95
KNOWN_LN_SD = 0.05
"""A bore known to a twentieth plans as well as a pinned one: judgement."""
LEAST_CHANCE = 0.01
SOURCE = (
    "Bayes with a flat prior over the bore's logarithm; the orifice equation and the fitted plate "
    "model for what each bore would do; the spreads are judgement"
)


@dataclass(frozen=True)
class BoreBelief:
    """How likely each bore is; its ends and spread."""

    chances: Floats

    def at(self, share: float) -> float:
        """Return the bore under which that share of the chance lies, mm, to a thousandth."""
        return round(float(np.interp(share, np.cumsum(self.chances), bores_mm())), 3)

    @property
    def ln_sd(self) -> float:
        """Spread of the bore's logarithm."""
        ln_bores = np.log(bores_mm())
        mean = float(self.chances @ ln_bores)
        return math.sqrt(float(self.chances @ (ln_bores - mean) ** 2))


def _belief(ln_likely: Floats, field: str) -> BoreBelief:
    top = float(ln_likely.max())
    if math.isinf(top):
        raise Refused(field, None, "puddles and cones that some bore from 0.35 to 2.5 mm can give")
    chances = np.exp(ln_likely - top)
    return BoreBelief(chances / chances.sum())


def _checked_pins(pins: Sequence[PinTried]) -> None:
    most = max((pin.orifice_mm for pin in pins if pin.goes_in), default=0.0)
    least = min((pin.orifice_mm for pin in pins if not pin.goes_in), default=math.inf)
    if most >= least:
        raise Refused(
            "drills", most,
            f"pins that agree: {most:g} mm goes in, {least:g} mm does not",
        )  # fmt: skip


def _of_itself(given: TipNumberGiven) -> bool:
    """Return whether anything was seen of the tip itself, not of one beside it."""
    return None in _known_bores(given) or bool(given.drills)


def _known_bores(given: TipNumberGiven) -> list[float | None]:
    """Return the bore of each puddle and cone; None where it is the tip asked about."""
    return [
        *(one.known_orifice_mm for one in given.puddles),
        *(one.known_orifice_mm for one in given.cones),
    ]


def _chances(belief: BoreBelief) -> list[DrillChance]:
    """Return the number drills by how likely each is the nearest, likeliest first."""
    drills = sorted(number_drills(), key=lambda drill: drill.diameter_mm)
    sizes = np.array([drill.diameter_mm for drill in drills])
    nearest = np.abs(np.log(bores_mm())[:, None] - np.log(sizes)[None, :]).argmin(axis=1)
    chances = np.bincount(nearest, weights=belief.chances, minlength=len(drills))
    found = [
        DrillChance(drill=drill.drill, orifice_mm=drill.diameter_mm, probability=float(chance))
        for drill, chance in zip(drills, chances, strict=True)
        if chance >= LEAST_CHANCE
    ]
    return sorted(found, key=lambda one: -one.probability)


def _next_look(given: TipNumberGiven, belief: BoreBelief) -> NextLook:
    if belief.ln_sd <= KNOWN_LN_SD:
        return NextLook(what="none", why="It is known as well as a plan needs.")
    if given.has_pins:
        tried = {pin.orifice_mm for pin in given.drills}
        median = belief.at(HALF)
        left = [drill for drill in number_drills() if drill.diameter_mm not in tried]
        pin = min(left, key=lambda drill: abs(math.log(drill.diameter_mm / median)))
        return NextLook(
            what="pin", drill=pin.drill, orifice_mm=pin.diameter_mm,
            why="Half of what it may be lies on either side; a pin tells which. From behind where "
            "the tip unscrews: a worn mouth takes a larger one.",
        )  # fmt: skip
    if set(_known_bores(given)) <= {None}:
        return NextLook(
            what="reference-tip",
            why="Time the same sheet at the same pressures with a tip whose bore is known: what "
            "hand and torch do to both cancels.",
        )  # fmt: skip
    return NextLook(
        what="none",
        why="More seconds would say little: at one pressure a larger bore only spreads the heat.",
    )  # fmt: skip


def _cautions(given: TipNumberGiven, seen: Floats) -> list[Caution]:
    told = [
        *(one.acetylene_bar for one in given.puddles),
        *(one.acetylene_bar for one in given.cones),
    ]
    most = max((bar for bar in told if bar is not None), default=0.0)
    limit = ACETYLENE_LIMIT_BAR[given.region]
    cautions = []
    if LOCK_UP_RATIO * most > limit:
        cautions.append(
            Caution(
                level="stop",
                text=f"Acetylene at {say.bar(most)} flowing may rise over {say.bar(limit)} with "
                "the torch shut. Turn it down before the next look.",
                reason="Over its limit acetylene can decompose without any air.",
                source="CGA G-1; ISO 2503 for the rise",
            )
        )
    if given.drills and (given.puddles or given.cones):
        cautions += _worn(given.drills, seen)
    return cautions


def _worn(drills: Sequence[PinTried], seen: Floats) -> list[Caution]:
    """Return what it means where the pins and the flame do not tell the same bore."""
    flame = _belief(seen, "puddles")
    low, high = flame.at(FIVE), flame.at(NINETY_FIVE)
    most_in = max((pin.orifice_mm for pin in drills if pin.goes_in), default=0.0)
    least_out = min((pin.orifice_mm for pin in drills if not pin.goes_in), default=math.inf)
    if most_in > high:
        text = (
            f"A pin of {say.wall(most_in)} goes in, but it burns as {say.wall(low, 2, to=high)}: "
            "worn to a bell at the mouth, or dirty behind it. Clean it, pin it from behind."
        )
    elif least_out < low:
        text = (
            f"A pin of {say.wall(least_out)} does not go in, but it burns as "
            f"{say.wall(low, 2, to=high)}: dirt or a burr at the mouth, or other pressures than "
            "those told."
        )
    else:
        return []
    return [
        Caution(
            level="warn", text=text,
            reason="A worn or half-blocked tip burns crooked and pops.",
            source="compared here: pins against the flame's nine in ten",
        )
    ]  # fmt: skip


def _walls(given: TipNumberGiven, bore_mm: float) -> MetalReach | None:
    tip = RackTip(label=given.label or "?", orifice_mm=bore_mm, jets=given.jets)
    asked = ReachGiven(tips=[tip], families=[given.family], oxygen_ratio=given.oxygen_ratio)
    return next(iter(reckon_reach(asked).values.tips[0].metals), None)


def reckon_tip_number(given: TipNumberGiven) -> TipNumberAnswer:
    """Return the bore of a tip by puddles timed, cones measured and pins tried, mm.

    What the hand, the torch and the speed of burning do is shared by all that is seen, so that
    more of the same narrows little; a pin, or a tip of known bore beside it, narrows much. Valid
    for bores of 0.35 to 2.5 mm of equal-pressure torches; of injectors by the flow alone. Source:
    Bayes with a flat prior over the logarithm; the pressures and heat reckoners. Raises Refused
    naming the field where nothing was seen of the tip, or where pins contradict each other.

    >>> pins = [{'orifice_mm': 0.889, 'goes_in': True}, {'orifice_mm': 0.94, 'goes_in': False}]
    >>> found = reckon_tip_number(TipNumberGiven(label='3', drills=pins)).values
    >>> round(found.orifice_mm, 3), found.drill, found.next_look.what
    (0.914, '#64', 'none')
    """
    if not _of_itself(given):
        raise Refused("puddles", None, "a puddle timed, a cone measured or a pin tried of this tip")
    _checked_pins(given.drills)
    seen = ln_likelihood(everything_seen(given))
    belief = _belief(seen + ln_pins(given.drills), "puddles")
    bore, low, high = (belief.at(share) for share in (HALF, FIVE, NINETY_FIVE))
    drill, walls = jet.nearest_drill(bore), _walls(given, bore)
    least, most = (
        jet.flow_for_jet_l_per_h(bore, speed, given.oxygen_ratio, given.jets)
        for speed in (jet.BACKFIRE_BELOW_M_PER_S, jet.HARSH_ABOVE_M_PER_S)
    )
    return TipNumberAnswer(
        values=TipNumberValues(
            label=given.label,
            orifice_mm=bore,
            low_mm=low,
            high_mm=high,
            ln_sd=belief.ln_sd,
            drill=drill.drill if drill else None,
            drills=_chances(belief),
            low_l_per_h=least,
            high_l_per_h=most,
            thinnest_mm=walls.thinnest_mm if walls else None,
            usual_mm=walls.usual_mm if walls else None,
            thickest_mm=walls.thickest_mm if walls else None,
            next_look=_next_look(given, belief),
        ),
        working=[_bore_working(given, bore, low, high)],
        cautions=_cautions(given, seen),
    )


def _bore_working(given: TipNumberGiven, bore: float, low: float, high: float) -> Working:
    told = (
        (len(given.puddles), "puddle"), (len(given.cones), "cone"), (len(given.drills), "pin")
    )  # fmt: skip
    counted = ", ".join(f"{n} {word}{'s' if n > 1 else ''}" for n, word in told if n)
    return Working(
        name="orifice_mm",
        value=bore,
        unit="mm",
        low=low,
        high=high,
        formula="ln L = -1/2 * r^T * C^-1 * r - 1/2 * ln|C| + sum(ln Phi((d - D) / 0.01))",
        inserted=f"{counted}, over bores of 0.35 to 2.5 mm",
        source=SOURCE,
        note="the median, 5 and 95 % of what is left. Kept as estimated until it is pinned.",
    )


TIP_NUMBER = Reckoner(
    "tip-number",
    "Which bore has a tip that carries only a number?",
    TipNumberGiven,
    TipNumberAnswer,
    reckon_tip_number,
)
