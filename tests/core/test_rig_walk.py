"""Two people, two benches, three jobs and one rig, at random: no light against the rules.

The rules are read here apart from the code that keeps them: from a diary of what was done, in the
order it was done, and not from logs or entries. The mirror holds too: whoever does what the rules
ask gets to the light, and shutting down is open from everywhere.
"""

import os

import pytest

from pellak.core.answer.errors import Refused
from pellak.core.model.sequences import VOUCHED
from pellak.core.run.bench import bench_state, burns, stood_at
from pellak.core.run.fire_watch import with_watcher
from pellak.core.run.hold_points import answered, piece_of
from pellak.core.run.requirements import bound_by
from tests.core.rig_world import PLAN, Bench, World, act
from tests.core.test_bench import NOON

PATHS = 2000 if os.environ.get("PELLAK_SWEEP") else 8
ACTS_A_PATH = 80
ENDS_GAS = {"closed", "exchanged", "flash-back", "unknown"}
HOUR_S, FROM_THE_FUTURE_S = 3600.0, 120.0


def last(world, whats, *, of_line=True):
    """Return when one of some things was last written in the diary, of this line or any."""
    return max(
        (
            one["t"]
            for one in world.diary
            if one["what"] in whats
            and (not of_line or one.get("every") or set(one["parts"]) & set(world.parts))
        ),
        default=float("-inf"),
    )


def place(world, whats):
    """Return where in the diary one of some things was last written, whatever the clock said."""
    return max((at for at, one in enumerate(world.diary) if one["what"] in whats), default=-1)


def forbidden(world, bench):
    """Return why the rules forbid the light, read from the diary; nothing where they do not."""
    plan, _ = bound_by(bench.kept, bench.today)
    who, now = bench.log.who, world.t_s
    if not plan.may_start:
        return "the plan may not start"
    if place(world, {"flash-back"}) > place(world, {"examined"}):
        return "a flash-back nobody examined"
    flames = {
        one["run"]: one["what"] == "lit" and one["parts"][0] == world.parts[0]
        for one in world.diary
        if one["what"] in ("lit", "out")
    }
    if any(lit for run, lit in flames.items() if run != bench.name):
        return "this torch is lit in another run"
    mended = place(world, {"cause-mended", "examined"})
    pops = [one for one in world.diary[mended + 1 :]
            if one["what"] == "backfire" and set(one["parts"]) & set(world.parts)]  # fmt: skip
    if len(pops) > 1:
        return "two backfires whose cause nobody mended"
    if not who:
        return "nobody holds the torch"
    gas_ended = last(world, ENDS_GAS)
    tight = [
        one["t"]
        for one in world.diary
        if one["what"] == "tight"
        and sorted(one["parts"]) == sorted(world.parts)
        and one["t"] > last(world, ENDS_GAS | {"leaking"})
        and -FROM_THE_FUTURE_S <= now - one["t"] <= 12 * HOUR_S
    ]
    if not tight:
        return "no leak test of this line stands"
    starts = [one for one in world.diary if one["what"] == "begun" and one["run"] == bench.name]
    start = starts[-1] if starts else None
    if bench.log.start in VOUCHED:
        if start is None or max(gas_ended, last(world, {"backfire"})) >= start["t"]:
            return "something befell the rig since the start was told"
        if start["start"] == "short" and start["lit_by"] != who:
            return "a short start of other hands"
    held, log = world.held(bench)
    for card in bench_state(held, log, world.now).cards:
        step = card.step
        if step.id in ("light", "light-injector"):
            return ""
        if step.gate != "stop" or step.kind == "since":
            continue
        given = [one for one in world.diary if one.get("step") == step.id
                 and one["run"] == bench.name]  # fmt: skip
        if not given or given[-1]["what"] != "yes":
            return f"{step.id} is not answered yes"
        age = now - given[-1]["t"]
        longest = 12 if step.phase in ("equipment", "gas") else 8
        if not -FROM_THE_FUTURE_S <= age <= longest * HOUR_S:
            return f"{step.id} was answered too long ago"
        if step.phase in ("equipment", "gas"):
            if given[-1]["t"] <= gas_ended:
                return f"{step.id} was answered before the gas was ended"
        elif given[-1]["who"] != who:
            return f"{step.id} was answered by somebody else"
        if step.phase == "piece" and given[-1]["piece"] != piece_of(held):
            return f"{step.id} was answered of another piece"
        if step.kind == "purge" and given[-1]["t"] <= last(world, ENDS_GAS | {"backfire"}):
            return "popped since it was purged"
    return ""


def lights(world, bench):
    plan, log = world.held(bench)
    try:
        stood_at(plan, log, "light", world.now)
    except Refused:
        return False
    return True


@pytest.mark.parametrize("seed", range(PATHS))
def test_nobody_gets_to_the_light_against_the_rules_and_everybody_by_them(seed):
    world = World(seed)
    for _ in range(ACTS_A_PATH):
        act(world)
        for bench in world.benches:
            plan, log = world.held(bench)
            out = next(c.step.id for c in bench_state(plan, log, world.now).cards
                       if c.step.id.startswith("out-"))  # fmt: skip
            assert stood_at(plan, log, out, world.now).step == out, "shutting down is never barred"
            if burns(plan, log):
                continue
            if lights(world, bench):
                assert forbidden(world, bench) == ""
    by_the_rules(world)


def by_the_rules(world):
    """Let somebody who does all that is asked come to the light, from wherever things stand."""
    world.t_s = max(world.t_s, *(one["t"] for one in world.diary), NOON.utc_s) + 1000
    for bench in world.benches:
        plan, log = world.held(bench)
        cards = bench_state(plan, log, world.now).cards
        out = next(card.step.id for card in cards if card.step.id.startswith("out-"))
        for step in (out, "close-cylinders", "bleed"):
            world.stands(bench, step)
        world.does(bench, lambda _p, g: with_watcher(g, "Oona"))
    world.t_s += 10
    world.report("examined")
    world.report("cause-mended")
    bench = Bench("by-the-rules", PLAN, 0)
    world.benches.append(bench)
    world.t_s += 10
    world.name(bench, "Brit")
    world.goes_on(bench, "daily")
    assert world.stands(bench, "light"), bench_state(*world.held(bench), world.now).barred
    assert answered(*world.held(bench), world.now)
