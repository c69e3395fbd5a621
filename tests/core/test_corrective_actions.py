"""What goes wrong in the middle, what to do about it, and that the run keeps it."""

import pytest

from pellak.core.answer.errors import Refused
from pellak.core.kinds.registry import KINDS
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.run_log import MOST_MENDED, Confirmation, RunLog
from pellak.core.plan.change_job import job_from
from pellak.core.plan.compose import compose_plan
from pellak.core.run.corrective_actions import corrective_actions_for, with_corrective_action

AT = "2026-11-26T10:00:00+00:00"


def plan_of(**given):
    job = {"name": "Lid", "thickness_mm": 2.0, "length_mm": 400, **given}
    return compose_plan(job_from(job), ShopSchools())


@pytest.mark.parametrize("kind", [kind.id for kind in KINDS])
def test_every_kind_says_what_goes_wrong_with_it_and_each_says_all_of_it(kind):
    plan = compose_plan(job_from({"name": "Piece", "kind": kind}), ShopSchools())
    actions = corrective_actions_for(plan)
    assert len({action.id for action in actions}) == len(actions) >= 4
    for action in actions:
        said = (action.do, action.go_on, action.reason, action.source)
        assert min(len(text) for text in said) > 10


def test_a_metal_has_its_own_troubles_and_not_anothers():
    steel, aluminium, lead = (
        {action.id for action in corrective_actions_for(plan_of(family=family))}
        for family in ("carbon-steel", "aluminium", "lead")
    )
    assert "no-warning" in aluminium - steel
    assert "lead-wet" in lead - aluminium
    assert "hole" in steel & aluminium & lead


def test_what_was_put_right_is_kept_with_its_card_and_its_hand():
    plan = plan_of()
    log = with_corrective_action(plan, RunLog(step="seam", who="Brit"), "hole", AT)
    log = with_corrective_action(plan, log, "rod-frozen", AT)
    assert [(one.id, one.step, one.who) for one in log.mended] == [
        ("hole", "seam", "Brit"),
        ("rod-frozen", "seam", "Brit"),
    ]
    assert log.step == "seam"


def test_after_a_leak_was_mended_the_test_is_done_again_and_never_beside_a_flame():
    plan = plan_of()
    order = [card.step.id for card in plan.cards]
    log = with_corrective_action(plan, RunLog(step=order[order.index("leak") + 1]), "leak", AT)
    assert (log.step, log.leak_test) == ("leak", None)
    with pytest.raises(Refused) as refused:
        with_corrective_action(plan, RunLog(step="seam"), "leak", AT)
    assert refused.value.field == "action"
    assert "out first" in refused.value.accepted


def test_what_was_said_of_the_leak_test_before_the_leak_no_longer_counts():
    """The rest still does: eyes are the same, the line is not."""
    plan = plan_of()
    order = [card.step.id for card in plan.cards]
    said = [Confirmation(step=step, at=AT, who="Brit") for step in ("eyes", "leak")]
    log = RunLog(step=order[order.index("leak") + 1], confirmations=said)
    after = with_corrective_action(plan, log, "leak", AT)
    assert [one.step for one in after.confirmations] == ["eyes"]
    hole = with_corrective_action(plan, log, "hole", AT)
    assert hole.confirmations == said


def test_what_cannot_happen_here_is_refused_by_name():
    with pytest.raises(Refused) as refused:
        with_corrective_action(plan_of(), RunLog(step="seam"), "lead-wet", AT)
    assert "hole" in refused.value.accepted
    full = RunLog(step="seam")
    for _ in range(MOST_MENDED):
        full = with_corrective_action(plan_of(), full, "hole", AT)
    with pytest.raises(Refused):
        with_corrective_action(plan_of(), full, "hole", AT)
