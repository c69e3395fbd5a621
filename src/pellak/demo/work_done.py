"""Runs of the demo whose work is more than a puddle and a seam: a rail, pawls, a nut, a bush."""

from collections.abc import Sequence
from datetime import UTC, datetime, timedelta

from pellak.core.member.straighten import reckon_straighten
from pellak.core.member.straighten_given import Round
from pellak.core.model.kinds.heat.work import HeatLog, HeatWork, Warmth
from pellak.core.model.kinds.overlay.work import AsCooled, OverlayLog, OverlayWork
from pellak.core.model.kinds.straighten.work import MemberLog, MemberWork
from pellak.core.model.plan import Plan
from pellak.core.model.run_log import RunLog
from pellak.core.watch.simulated import Simulation, lines_between
from pellak.shop.bench import Bench
from pellak.shop.run_book import RunBook
from pellak.shop.watches import WatchBook

FREED_AT_C, SLOWER = 218.0, 1.12
FREED = {
    "inner": (9, "The second heat did it. Wax in while it cooled."),
    "fitted": (4, "Dropped over at the first try."),
}
"""A nut and a bush: days ago, what to remember."""
LAST_DAY = datetime(2026, 11, 20, 9, 0, tzinfo=UTC)
WATCHED = datetime(2026, 11, 18, 15, 20, tzinfo=UTC)
BOXED = {"lagging": "brick-box"}
HANDRAIL_BOWS_MM = (52.0, 24.0)
"""What the line said after each round of the handrail."""
PAWLS = (
    (13, "Brit", 3.4, 39.0, AsCooled(colour="patchy", pores="few", cracks="none", lifted=False),
     "Feather had leaned out by the second layer: look again next time."),
    (5, "Brit", 2.6, 43.0, AsCooled(colour="even", pores="none", cracks="none", lifted=False),
     "Looked at the feather before each. Rang clear."),
)  # fmt: skip
"""Two sets of pawls: days ago, who, minutes of laying, HRC, what was found, what to remember."""


def enter_work_done(bench: Bench, book: RunBook, job_ids: Sequence[str]) -> None:
    """Enter what was done on the jobs that bring such work."""
    for job_id in job_ids:
        plan = bench.open(job_id).plan
        if isinstance(plan.work, MemberWork):
            _enter_rounds(book, job_id, plan, plan.work)
        elif isinstance(plan.work, OverlayWork):
            _enter_layers(book, job_id, plan, plan.work)
        elif isinstance(plan.work, HeatWork) and plan.work.free is not None:
            _enter_freed(book, job_id, plan)


def enter_watch(bench: Bench, watches: WatchBook, job_ids: Sequence[str]) -> None:
    """Enter the evening a casting was warmed in its box of brick, buried, and left until it could
    be touched: every minute of it."""
    for job_id in job_ids:
        facts = bench.preview(job_id, BOXED).plan.facts if _is_casting(bench, job_id) else None
        plan = facts.watch if facts else None
        if plan is None or not plan.warm_curve:
            continue
        hand = Simulation(seed=7, dawdles=1.1, every_s=60)
        until_s = 3600 * (plan.cool_curve[-1][0] + 5)
        watches.enter(job_id, plan, WATCHED, lines_between(plan, hand, [], 0.0, until_s))


def _is_casting(bench: Bench, job_id: str) -> bool:
    plan = bench.open(job_id).plan
    watch = plan.facts.watch if plan.facts else None
    return watch is not None and watch.welds and bool(watch.cool_curve)


def _enter_rounds(book: RunBook, job_id: str, plan: Plan, work: MemberWork) -> None:
    """Enter one member straightened last week, two rounds of it, read cold."""
    rounds: list[Round] = []
    for after_mm in HANDRAIL_BOWS_MM:
        given = work.given.model_copy(update={"rounds": rounds})
        values = reckon_straighten(given).values
        rounds.append(
            Round(
                spots=values.next_round, camber_before_mm=values.left_mm, camber_after_mm=after_mm
            )
        )
    log = RunLog(who="Ansel", work=MemberLog(rounds=rounds))
    book.enter(job_id, plan, LAST_DAY - timedelta(days=6), log)


def _enter_freed(book: RunBook, job_id: str, plan: Plan) -> None:
    """Enter a heating that freed or fitted a part, a little slower than planned."""
    planned = plan.facts.planned if plan.facts else {}
    days, notes = FREED["inner" if plan.job.model_dump().get("inner_mm") else "fitted"]
    log = RunLog(
        who="Tove",
        actual={name: round(SLOWER * value, 1) for name, value in planned.items()},
        work=HeatLog(read=[Warmth(body_c=FREED_AT_C, by="crayon")], came_free=True),
        notes=notes,
    )
    book.enter(job_id, plan, LAST_DAY - timedelta(days=days), log)


def _enter_layers(book: RunBook, job_id: str, plan: Plan, work: OverlayWork) -> None:
    for days, who, minutes, hrc, found, notes in PAWLS:
        log = RunLog(
            who=who,
            actual={"laying_min": minutes, "hardness_hrc": hrc},
            work=OverlayLog(done=len(work.values.layers), found=found),
            notes=notes,
        )
        book.enter(job_id, plan, LAST_DAY - timedelta(days=days), log)
