"""Which exercise comes before a job: its flame, on its tip."""

from pellak.core.facts import Facts
from pellak.core.gas.limits import LimitRegion
from pellak.core.practice.flame.flows import LEAST_BORE_MM, MOST_BORE_MM
from pellak.core.practice.flame.targets import FLAME_TARGETS, RATIO_NONE, off_jet, off_ratio
from pellak.core.torch.jet import NORMAL_JET_M_PER_S, jet_for_flow_m_per_s
from pellak.core.working import Record


class FlameFor(Record):
    """The exercise for a job: the flame of the ladder nearest its own, and the bore it burns on
    where the plan knows it."""

    target: str
    orifice_mm: float | None
    region: LimitRegion


def flame_for(facts: Facts | None) -> FlameFor | None:
    """Return the exercise for a plan; None where it names no flame yet."""
    if facts is None or facts.oxygen_ratio is None:
        return None
    ratio, flow = facts.oxygen_ratio, facts.acetylene_l_per_h
    bore = facts.heat.orifice_mm if facts.heat else None
    jet = jet_for_flow_m_per_s(flow, bore, ratio) if bore and flow else NORMAL_JET_M_PER_S
    ours = [one for one in FLAME_TARGETS if not one.fuel_only and not one.head]
    nearest = min(ours, key=lambda one: off_ratio(one, ratio) / RATIO_NONE + off_jet(one, jet))
    played = bore is not None and LEAST_BORE_MM <= bore <= MOST_BORE_MM
    return FlameFor(
        target=nearest.id, orifice_mm=bore if played else None, region=facts.acetylene_limit
    )
