"""A tip of unknown bore on this rack's own line, in the hand that is known."""

from pellak.core.gas.limits import LimitRegion
from pellak.core.hand.known import MODEL_HAND, OperatorCalibration
from pellak.core.rig.equipment import Equipment
from pellak.core.supply.tip_number_given import PuddleSeen, TipNumberGiven


def on_this_rack(
    given: TipNumberGiven,
    equipment: Equipment,
    hand: OperatorCalibration | None,
    region: LimitRegion,
) -> TipNumberGiven:
    """Return what was seen of a tip, with the line and the hand it leaves out taken from the shop.

    Args:
        given: what was told stands
        equipment: torch, hose and arrestors of the rack
        hand: as fitted and taken up; None is anybody's
        region: whose acetylene limit holds

    Source: the shop's own

    >>> on_this_rack(TipNumberGiven(), Equipment(), None, 'general').hose_length_m
    10.0
    """
    line = equipment.line(equipment.mixer or given.mixer, region)
    left_out = {field: value for field, value in line if field not in given.model_fields_set}
    torch = equipment.torch.name if equipment.torch else ""
    puddles = [_by_hand(one, hand, torch) for one in given.puddles]
    return given.model_copy(update={**left_out, "puddles": puddles})


def _by_hand(seen: PuddleSeen, hand: OperatorCalibration | None, torch: str) -> PuddleSeen:
    if hand is None or "factor" in seen.model_fields_set:
        return seen
    known = hand.of(seen.family, torch)
    if known == MODEL_HAND:
        return seen
    return seen.model_copy(update={"factor": known.factor, "factor_sd": known.sigma})
