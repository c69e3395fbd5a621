"""What a job is like, as far as it decides which steps its bench needs."""

from collections.abc import Mapping

from pellak.core.gas.cylinders import CONTINUOUS_SHARE
from pellak.core.model.facts import Facts
from pellak.core.rig.equipment import Equipment
from pellak.core.tables.metal_families import traits_of

BIG_FLAME_L_PER_H = 800.0
"""Above this the flame's own fumes want extraction: oxides of nitrogen, carbon monoxide."""
HOLLOW_JOINTS = ("cluster", "pipe-butt", "casting-crack")


def _draw_limit_l_per_h(equipment: Equipment) -> float:
    held = [1000 * c.full_m3 * c.coupled for c in equipment.in_use("acetylene")]
    return sum(held) * CONTINUOUS_SHARE


def conditions_of(
    kind: str,
    answers: Mapping[str, str | None],
    family: str,
    joint: str,
    facts: Facts,
    equipment: Equipment,
) -> frozenset[str]:
    """Return the names of the conditions a job meets.

    Args:
        kind: the kind of job.
        answers: what was answered of the piece and the place, by question.
        family: the metal's family.
        joint: the joint's id.
        facts: what the plan knows: flow, preheat, crayons, tacks, cooling.
        equipment: the rack.
    """
    found = {f"kind:{kind}", f"family:{family}", "hollow" if joint in HOLLOW_JOINTS else "sheet"}
    found |= {f"{field}:{answer}" for field, answer in answers.items() if answer}
    if answers.get("place") is None:
        found.add("place:untold")
    flow = facts.greatest_l_per_h or facts.acetylene_l_per_h or 0.0
    if joint == "casting-crack":
        found.add("casting")
    if traits_of(family).flux == "fluoride":
        found.add("flux:fluoride")
    if flow > BIG_FLAME_L_PER_H:
        found.add("big-flame")
    if not equipment.cylinders("acetylene"):
        found.add("no-cylinder")
    elif flow > _draw_limit_l_per_h(equipment):
        found.add("heavy-draw")
    if any(equipment.lacks_arrestor(gas) for gas in ("acetylene", "oxygen")):
        found.add("no-arrestor")
    if facts.preheat_c is not None:
        found.add("preheat")
    if facts.crayons:
        found.add("crayons")
    if facts.tacked:
        found.add("tacked")
    if facts.cool_in == "slow":
        found.add("bury")
    return frozenset(found)
