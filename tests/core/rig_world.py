"""A shop at random: two people, benches, jobs and one rig, with a diary of what was done."""

import random

from pellak.core.answer.errors import Refused
from pellak.core.model.clocks import Moment
from pellak.core.model.run_log import RunLog
from pellak.core.rig.state import LINE_PARTS, RigEvent, reported, rig_state
from pellak.core.run.bench import bench_state, burns, clock_started, stood_at
from pellak.core.run.fire_watch import watch_of, watching_elsewhere, with_watcher
from pellak.core.run.flame_events import report_backfire, undo_flame_out
from pellak.core.run.hold_points import answered, cards_of, confirmed, piece_of, standing_at
from pellak.core.run.leak_at_bench import leak_tested
from pellak.core.run.requirements import barred, bound_by
from pellak.core.run.rig_at_bench import as_rig_stands, befell, held_by_rig
from pellak.core.run.start import begun, handed_over
from tests.core.test_bench import NOON, TIGHT, all_answered, plan_of
from tests.core.test_hold_points import NO_RACK, STRICT

PLAN = plan_of("carbon-steel", place="shop")
JOBS = (PLAN, plan_of("aluminium", place="shop"), STRICT)
BARRED = plan_of("carbon-steel", place="shop", held="fuel-solvent-gas")
LINES = (
    ["torch:a", "hose:a", "arrestor:a"],
    ["torch:a", "hose:b", "arrestor:a"],
    ["torch:b", "hose:a", "arrestor:a"],
)
LEAKING = {**TIGHT, "oxygen": {**TIGHT["oxygen"], "outlet_after_bar": "4 psi"}}
PEOPLE = ("Brit", "Tove")
STARTS = ("daily", "short", "class", "after-assembly", "cylinder-change")


class Bench:
    def __init__(self, name, plan, job):
        self.name, self.kept, self.today, self.job, self.log = name, plan, plan, job, RunLog()


class World:
    """A shop as its records have it, and beside it the diary of what people did."""

    def __init__(self, seed):
        self.dice = random.Random(seed)
        self.t_s, self.events, self.diary, self.parts = NOON.utc_s, [], [], LINES[0]
        self.benches = [Bench(f"run-{n}", plan, n) for n, plan in enumerate(JOBS)]
        self.newest = [*self.benches]
        self.kept = None

    @property
    def now(self):
        return Moment(utc_s=self.t_s, boot="one", boot_s=self.t_s - NOON.utc_s + 1e6)

    def held(self, bench):
        plan, _ = bound_by(bench.kept, bench.today)
        rig = rig_state(self.events, self.parts, bench.name)
        log = as_rig_stands(bench.log, rig)
        plan, _ = held_by_rig(plan, log, rig)
        if plan.may_start and not burns(plan, log):
            watches = [
                watch_of(one.name, one.name, one.today.job.place, one.log, self.now)
                for one in self.benches
            ]
            kept = [watch for watch in watches if watch]
            if why := watching_elsewhere(log.who, bench.name, plan.job.place, kept):
                plan, _ = barred(plan, why)
        return plan, log

    def write(self, what, bench, **more):
        self.diary.append({
            "what": what, "t": self.t_s, "run": bench.name if bench else "",
            "who": bench.log.who if bench else "", "parts": self.parts, **more,
        })  # fmt: skip

    def does(self, bench, change, *told, **more):
        """Let somebody do something; what the book refuses did not happen."""
        plan, log = self.held(bench)
        was = in_flame(plan, log)
        try:
            after = change(plan, log)
        except Refused:
            return False
        for what, at_s in befell(plan, log, after, self.now):
            self.events.append(RigEvent(
                id=f"{len(self.events)}", what=what, at_s=at_s, who=after.who, run_id=bench.name,
                parts=self.parts, number=len(self.events) + 1,
            ))  # fmt: skip
        bench.log = after
        for one in told:
            self.write(one, bench, piece=piece_of(plan), **more)
        burning = in_flame(plan, after)
        if was != burning:
            self.write("lit" if burning else "out", bench)
        return True

    def before(self, bench):
        last = next((one for one in reversed(self.newest) if one is not bench), None)
        if last is None:
            return None, None
        rig = rig_state(self.events, self.parts, bench.name)
        return last.kept, as_rig_stands(last.log, rig)

    def begin(self, bench, start):
        planned, before = self.before(bench)

        def change(plan, log):
            return begun(plan, log, start, self.now, before, planned, "x")

        told = ["begun"]
        if start in ("after-assembly", "cylinder-change") and bench.log.start != start:
            told.append("exchanged")
        if self.does(bench, change, *told, start=start, lit_by=before.who if before else ""):
            self.newest = [*(one for one in self.newest if one is not bench), bench]

    def answers(self, bench, step, answer="yes", reason=""):
        def change(plan, log):
            return confirmed(plan, log, step, self.now, "x", answer, reason)

        self.does(bench, change, answer, step=step)

    def stands(self, bench, step):
        def change(plan, log):
            return stood_at(plan, log, step, self.now)

        plan, log = self.held(bench)
        order, here = [card.step.id for card in cards_of(plan, log)], standing_at(plan, log)
        shut = "close-cylinders"
        closes = step in order and here in order and shut in order
        closes = closes and order.index(here) <= order.index(shut) < order.index(step)
        return self.does(bench, change, *(["closed"] if closes else []))

    def tests(self, bench, readings):
        self.does(bench, lambda p, g: clock_started(p, g, "leak", self.now, ago="5 s", lain=""))
        self.t_s += 310
        told = "tight" if readings is TIGHT else "leaking"
        self.does(bench, lambda p, g: leak_tested(p, g, readings, self.now, "x"), told)

    def onward(self, bench, start):
        """Do the next thing the bench asks for; say whether anything was left to do."""
        plan, log = self.held(bench)
        state = bench_state(plan, log, self.now)
        step = state.open_stop
        if step is None:
            return False
        self.stands(bench, step)
        card = next(card.step for card in state.cards if card.step.id == step)
        if card.kind == "since":
            self.begin(bench, start)
            if "since" not in answered(*self.held(bench), self.now):
                self.begin(bench, "daily")
        elif card.kind == "leak":
            self.tests(bench, TIGHT)
            self.answers(bench, step)
        else:
            reason = {"purge": "counted by the clock on the wall", "permit": "114, Dahl"}
            self.answers(bench, step, reason=reason.get(card.kind, ""))
        return True

    def goes_on(self, bench, start):
        """Do all that the bench asks for, as long as that leads anywhere."""
        stood = None
        while self.onward(bench, start):
            plan, log = self.held(bench)
            if plan.may_start is False or (at := standing_at(plan, log)) == stood:
                return
            stood = at
            self.t_s += 1

    def name(self, bench, who):
        self.does(
            bench,
            lambda p, g: handed_over(p, g, g.model_copy(update={"who": who}), self.now),
        )

    def report(self, what):
        event = RigEvent(
            id=f"{len(self.events)}", what=what, at_s=self.t_s, who="Oona",
            finding="looked at and put right", looked_at=list(LINE_PARTS),
            number=len(self.events) + 1,
        )  # fmt: skip
        try:
            self.events.append(reported(event, rig_state(self.events, [])))
        except Refused:
            return
        self.write(what, None)


def in_flame(plan, log):
    """Say by the order of the cards whether the torch may burn where a run stands."""
    order, at = [card.step.id for card in cards_of(plan, log)], standing_at(plan, log)
    lit = next(n for n, step in enumerate(order) if step in ("light", "light-injector"))
    out = next(n for n, step in enumerate(order) if step.startswith("out-"))
    return at in order and lit <= order.index(at) <= out


def act(world):
    """Do one thing of the many that happen in a shop, at any of its benches."""
    dice, bench = world.dice, world.dice.choice(world.benches)
    world.t_s += dice.choice([1] * 20 + [5, 70, 70, 900, 900, 4000, 30_000])
    plan, log = world.held(bench)
    state = bench_state(plan, log, world.now)
    steps = [*(card.step.id for card in state.cards), "look"]
    what = dice.choice(
        ["walk"] * 10 + ["onward", "close", "report", "who", "anew"] * 3
        + ["stand", "light", "no", "yes", "begin", "test", "leak", "pop", "flash", "back", "edit",
           "rack", "import", "restore", "keep", "restart", "clock", "watcher"]
    )  # fmt: skip
    match what:
        case "onward":
            world.onward(bench, dice.choice(STARTS))
        case "walk":
            if not bench.log.who:
                world.name(bench, dice.choice(PEOPLE))
            world.goes_on(bench, dice.choice(STARTS))
        case "stand":
            world.stands(bench, dice.choice(steps))
        case "light":
            world.stands(bench, "light")
        case "yes" | "no":
            world.answers(bench, dice.choice((state.at, dice.choice(steps))), what)
        case "begin":
            world.begin(bench, dice.choice(STARTS))
        case "test" | "leak":
            world.tests(bench, TIGHT if what == "test" else LEAKING)
        case "who":
            world.name(bench, dice.choice(PEOPLE))
        case "pop" | "flash":
            told = "backfire" if what == "pop" else "flash-back"
            world.does(bench, lambda p, g: report_backfire(p, g, told, world.now, "x"), told)
        case "close":
            out = next(step for step in steps if step.startswith("out-"))
            for step in (out, "close-cylinders", "bleed"):
                world.stands(bench, step)
        case "back":
            world.does(bench, lambda p, g: undo_flame_out(p, g, "slipped", world.now, "x"))
        case "edit":
            bench.today = dice.choice((*JOBS, BARRED, NO_RACK, bench.kept))
        case "rack":
            world.parts = dice.choice(LINES)
        case "report":
            world.report("examined")
            world.report("cause-mended")
        case "import":
            foreign = Bench(f"file-{len(world.newest)}", PLAN, 0)
            foreign.log = all_answered(PLAN, RunLog(who=dice.choice(PEOPLE)), world.now)
            world.newest.append(foreign)
        case "keep":
            world.kept = [(one, one.log) for one in world.benches]
        case "restore":
            for one, log in world.kept or []:
                one.log = log
            world.events.append(RigEvent(id=f"{len(world.events)}", what="unknown",
                                         at_s=world.t_s, number=len(world.events) + 1))  # fmt: skip
            world.write("unknown", None, every=True)
        case "restart":
            bench.log = RunLog.model_validate_json(bench.log.model_dump_json())
        case "clock":
            world.t_s -= dice.choice((30, 300, 5000))
        case "watcher":
            world.does(bench, lambda _p, g: with_watcher(g, "Oona"))
        case "anew":
            if not burns(*world.held(bench)):
                bench.kept, bench.log = bench.today, RunLog()
                world.newest = [*(one for one in world.newest if one is not bench), bench]
