"""What a card asks for and was not done is told as it is left, and forgotten once it is done."""

import pytest

from pellak.core.answer.errors import Refused
from pellak.core.model.clocks import ClockMark
from pellak.core.model.job_base import ShopSchools
from pellak.core.model.kinds.overlay.work import AsCooled, OverlayLog
from pellak.core.model.kinds.seam.work import SeamLog
from pellak.core.model.kinds.straighten.work import MemberLog
from pellak.core.model.run_log import RunLog
from pellak.core.plan.compose import compose_plan
from pellak.core.run.bench import bench_state, stood_at
from pellak.core.run.hold_points import confirmed
from pellak.demo.jobs import JOBS, demo_job
from tests.core.test_bench import NOON, all_answered


def later(seconds):
    return NOON.model_copy(update={"utc_s": NOON.utc_s + seconds, "boot_s": NOON.boot_s + seconds})


def plan_of(name):
    return compose_plan(demo_job(next(j for j in JOBS if j["name"] == name)), ShopSchools())


def standing(plan, kind):
    log = all_answered(plan)
    step = next(card.step.id for card in plan.cards if card.step.kind == kind)
    return log.model_copy(update={"step": step}), step


def after(plan, step):
    order = [card.step.id for card in bench_state(plan, all_answered(plan), NOON).cards]
    return order[order.index(step) + 1]


@pytest.mark.parametrize(
    ("name", "kind", "works", "given"),
    [
        ("Funnel casing patch", "tacks", [SeamLog(done=7)], "7 of"),
        ("Gangway handrail", "rounds", [MemberLog(done=1)], "1 of 3 spots"),
        ("Gangway handrail", "rounds", [MemberLog(done=3)], "line was not read"),
        ("Winch pawls", "layers", [OverlayLog(done=1)], "1 of 2 layers"),
        ("Winch pawls", "overlay-look", [OverlayLog(done=2)], "what it looks like"),
    ],
)
def test_work_left_undone_is_told_and_kept(name, kind, works, given):
    plan = plan_of(name)
    log, step = standing(plan, kind)
    log = log.model_copy(update={"work": works[0]})
    assert given in bench_state(plan, log, NOON).left
    gone = stood_at(plan, log, after(plan, step), NOON)
    assert [one.step for one in gone.skipped_checks] == [step]
    assert given in gone.skipped_checks[0].what
    # Back, and the page that was left stands as it was: nothing is written twice.
    back = stood_at(plan, gone, step, NOON)
    assert back.skipped_checks == gone.skipped_checks


def test_what_is_done_after_all_is_forgotten():
    plan = plan_of("Winch pawls")
    log, step = standing(plan, "overlay-look")
    gone = stood_at(
        plan, log.model_copy(update={"work": OverlayLog(done=2)}), after(plan, step), NOON
    )
    assert gone.skipped_checks
    found = AsCooled(colour="even", pores="none", cracks="none", lifted=False)
    done = stood_at(plan, gone, step, NOON).model_copy(
        update={"work": OverlayLog(done=2, found=found)}
    )
    assert bench_state(plan, done, NOON).left == ""
    assert stood_at(plan, done, after(plan, step), NOON).skipped_checks == []


def test_a_purge_counts_only_when_both_clocks_ran_out():
    plan = plan_of("Funnel casing patch")
    answered, step = standing(plan, "purge")
    open_stops = [one for one in answered.confirmations if one.step != step]
    log = answered.model_copy(update={"confirmations": open_stops})
    left = bench_state(plan, log, NOON).left
    assert "acetylene was not timed" in left
    assert "oxygen was not timed" in left
    marks = [ClockMark(clock=f"purge-{gas}", seconds=5.0, started=NOON)
             for gas in ("acetylene", "oxygen")]  # fmt: skip
    timed = log.model_copy(update={"clocks": marks})
    assert "acetylene 3 of 5 s" in bench_state(plan, timed, later(3)).left
    assert bench_state(plan, timed, later(6)).left == ""
    with pytest.raises(Refused) as refused:
        confirmed(plan, timed, step, later(4), "x")
    assert refused.value.field == "reason"
    with pytest.raises(Refused):
        confirmed(plan, timed, step, later(4), "x", "yes", "was away")
    over = confirmed(plan, timed, step, later(6), "x")
    assert stood_at(plan, over, after(plan, step), later(6)).skipped_checks == []
    told = confirmed(plan, timed, step, later(3), "x", "yes", "counted, tablet charging")
    cut = stood_at(plan, told, after(plan, step), later(3))
    assert "oxygen 3 of 5 s" in cut.skipped_checks[0].what
    assert "counted, tablet charging" in cut.skipped_checks[0].what
    # Answered, it asks for nothing more on its own card.
    assert bench_state(plan, told, later(3)).left == ""


def test_a_card_that_asks_for_nothing_leaves_nothing():
    plan = plan_of("Funnel casing patch")
    for card in plan.cards:
        if card.step.kind == "step":
            log = RunLog(step=card.step.id)
            assert bench_state(plan, log, NOON).left == ""


def test_a_card_is_left_by_going_on_not_by_standing_there_again():
    """A reload, or a second tap on the same card, leaves nothing undone behind it."""
    plan = plan_of("Funnel casing patch")
    log, step = standing(plan, "purge")
    assert stood_at(plan, log, step, NOON).skipped_checks == []
    assert [one.step for one in stood_at(plan, log, after(plan, step), NOON).skipped_checks] == [
        step
    ]


def test_a_log_kept_under_the_older_name_is_read():
    kept = {"who": "Brit", "left_undone": [{"step": "purge", "what": "Purge cut short."}]}
    log = RunLog.model_validate(kept)
    assert [one.step for one in log.skipped_checks] == ["purge"]
    assert "left_undone" not in log.model_dump()
