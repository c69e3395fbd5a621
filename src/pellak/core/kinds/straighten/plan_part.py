"""What a straightening plan keeps to go on by: the question and its answer."""

from pellak.core.member.straighten import StraightenValues
from pellak.core.member.straighten_given import StraightenGiven
from pellak.core.working import Record


class MemberPlan(Record):
    """What was asked of the member before any heat, and its answer: asked anew each round."""

    given: StraightenGiven
    values: StraightenValues
