"""What members straightened before tell the next one of the same section and steel."""

from collections.abc import Sequence

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.member.fit import earlier_of
from pellak.core.member.limits import Steel
from pellak.core.member.section import Section
from pellak.core.member.straighten_given import Earlier, StraightenGiven
from pellak.core.model.kinds.straighten.work import MemberLog, MemberWork
from pellak.core.model.run_log import RunLog

ALIKE_SHARE = 0.15
"""Sizes that differ by less are one section: the same tube from another mill."""
MOST_BEFORE = 20


class Straightened(Record):
    """A member that was straightened: its section, its steel, what its cold rounds told."""

    section: Section
    steel: Steel
    observation: Earlier


def straightened(work: object, log: RunLog) -> Straightened | None:
    """Return what a run tells later members; None where no round of it was read cold."""
    if not isinstance(work, MemberWork) or not isinstance(log.work, MemberLog):
        return None
    given = work.given.model_copy(update={"rounds": log.work.rounds, "earlier": []})
    try:
        observation = earlier_of(given)
    except Refused:
        # Kept under an older rule that allowed what is refused today: nothing to learn from.
        return None
    return (
        None
        if observation is None
        else Straightened(section=given.section, steel=given.steel, observation=observation)
    )


def _alike(one: Section, other: Section) -> bool:
    if one.kind != other.kind:
        return False
    for size in ("depth_mm", "width_mm", "wall_mm", "flange_mm"):
        mine, theirs = getattr(one, size), getattr(other, size)
        if (mine is None) != (theirs is None):
            return False
        if mine is not None and abs(mine - theirs) > ALIKE_SHARE * max(mine, theirs):
            return False
    return True


def with_earlier(given: StraightenGiven, learned: Sequence[object]) -> StraightenGiven:
    """Return the question with what members like it told before, the newest first."""
    earlier = [
        one.observation
        for one in learned
        if isinstance(one, Straightened)
        and one.steel == given.steel
        and _alike(one.section, given.section)
    ]
    return given.model_copy(update={"earlier": earlier[:MOST_BEFORE]})
