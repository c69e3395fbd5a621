"""What to mind about the preheat of this metal: refusals, traps, and what proves it."""

from pellak.core import say
from pellak.core.answer.working import Caution
from pellak.core.metal.carbon_equivalent import carbon_saturation
from pellak.core.metal.cautions import metal_cautions
from pellak.core.preheat.case import METHOD_LABELS, PreheatCase
from pellak.core.preheat.choose import Chosen
from pellak.core.preheat.interpass import Interpass
from pellak.core.tables import Joint

CHILLS_BELOW_SATURATION = 0.9
FURNACE_PRACTICE = "AWS D11.2, welding of iron castings"


def preheat_cautions(
    case: PreheatCase, chosen: Chosen, joint: Joint, top: Interpass
) -> list[Caution]:
    """Return the cautions of a preheat, stops first."""
    cautions = []
    if not chosen.answer.allowed:
        cautions.append(
            Caution(
                level="stop",
                text=f"“{METHOD_LABELS[chosen.answer.method]}” is refused for this piece. Soak the "
                "whole part, or braze-weld it, or take it to a foundry repairer.",
                reason=f"{chosen.answer.why[0].upper()}{chosen.answer.why[1:]}.",
                source=FURNACE_PRACTICE,
            )
        )
    if chosen.preheat_c is not None and top.max_c is not None and chosen.preheat_c > top.max_c:
        cautions.append(
            Caution(
                level="stop",
                text=f"The heat it wants, {say.c(chosen.preheat_c)}, is more than its temper "
                f"allows, {say.c(top.max_c, limit='<')}. Take it to a shop that can temper it "
                "again.",
                reason="Above its temper a quenched-and-tempered part goes soft for good.",
                source="AWS D1.1 practice for quenched-and-tempered steel",
            )
        )
    if not chosen.answer.valid and chosen.answer.allowed:
        cautions.append(
            Caution(
                level="warn",
                text=f"{METHOD_LABELS[chosen.answer.method]} was chosen outside its range.",
                reason=f"{chosen.answer.why[0].upper()}{chosen.answer.why[1:]}.",
                source="range of the published method",
            )
        )
    if not chosen.school_applies:
        cautions.append(
            Caution(
                level="note",
                text="The preheat school chosen says nothing about this metal, so our own rule "
                "stands.",
                reason="Each school was drawn up for one family of metals.",
                source="range of the published methods",
            )
        )
    if case.metal.traits.graphitic:
        cautions += _iron(case, chosen)
    if case.metal.traits.flux_corrodes and joint in ("tee", "lap"):
        cautions.append(
            Caution(
                level="warn",
                text="Flux trapped in a lap or tee cannot be washed out. Make it a butt if you "
                "can, or seal every edge.",
                reason="Chloride flux left in a joint eats the aluminium through in weeks.",
                source="gas-welding practice for aluminium; flux makers' instructions on residue",
            )
        )
    return cautions + metal_cautions(case.metal, "body-preheat")


def _iron(case: PreheatCase, chosen: Chosen) -> list[Caution]:
    cautions = [
        Caution(
            level="warn",
            text="Heat and cool the casting evenly: a slow soft flame, moved about, thick parts "
            "first.",
            reason="Iron has no give: an uneven heat cracks it somewhere else.",
            source=FURNACE_PRACTICE,
        ),
        Caution(
            level="note",
            text="Find both ends of the crack, drill-stop them, groove it out, burn out the oil, "
            "and weld towards the free end.",
            reason="A crack runs ahead of the flame from an end that was not found.",
            source=FURNACE_PRACTICE,
        ),
        Caution(
            level="warn",
            text="Lime is caustic, old ceramic fibre is harmful, damp sand spits: dry medium, "
            "mask and gloves.",
            reason="Quicklime burns eyes and lungs; trapped water flashes to steam.",
            source="safety data of insulating media; ANSI Z49.1",
        ),
    ]
    if chosen.answer.method == "warm-and-bury":
        cautions.append(
            Caution(
                level="warn",
                text="The seam may come out white and too hard to drill or file.",
                reason="At so little heat the pool freezes faster than graphite forms.",
                source=FURNACE_PRACTICE,
            )
        )
    if carbon_saturation(case.metal.composition) < CHILLS_BELOW_SATURATION:
        cautions.append(
            Caution(
                level="warn",
                text="This iron chills readily. Hold the heat after the seam, and cool it slowly.",
                reason="Well below the eutectic, hard iron carbide forms in place of graphite.",
                source="degree of saturation of the Fe-C-Si eutectic",
            )
        )
    return cautions
