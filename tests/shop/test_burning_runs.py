"""A flame is ended by its own shut-down alone; a run that is over takes no acts."""

import pytest

from pellak.core.answer.errors import Refused
from pellak.shop.rack import RackBook
from tests.core.test_bench import all_answered
from tests.shop.at_machine import flame_out, lit


def test_a_burning_run_is_ended_by_nothing_but_its_own_shut_down(place, run):
    burning = lit(place, run)
    job = place.bench.open(run.line.job_id)
    place.bench.change(job.id, job.version, {"length_mm": 700.0})
    again = place.book.start(job.id)
    assert again.line.id == run.line.id
    assert again.line.finished_at is None
    assert again.bench.flame_may_burn
    assert again.plan.job.length_mm == burning.plan.job.length_mm
    flame_out(place, again)
    assert place.book.start(job.id).line.id != run.line.id
    assert [line.run_id for line in place.at.fire_watches()] == [run.line.id]


def test_a_run_whose_job_was_archived_is_barred_from_the_light_and_shuts_down(place, run):
    log = all_answered(run.plan, run.log, place.machine.moment())
    place.book.change(run.line.id, run.version, lambda _plan, _log, _now: log)
    place.bench.archive(run.line.job_id)
    gone = place.book.look(run.line.id)
    assert "archived" in gone.bench.barred
    with pytest.raises(Refused, match="archived"):
        place.at.stand(run.line.id, gone.version, "light")
    flame_out(place, gone)
    assert place.at.fire_watches()[0].run_id == run.line.id


ACTS = {
    "stand": lambda at, run: at.stand(run.line.id, run.version, "light"),
    "begin": lambda at, run: at.begin(run.line.id, run.version, "daily"),
    "confirm": lambda at, run: at.confirm(run.line.id, run.version, "clear-vessel"),
    "clock": lambda at, run: at.start_clock(run.line.id, run.version, "fire-watch"),
    "clear": lambda at, run: at.clear_clock(run.line.id, run.version, "leak"),
    "leak": lambda at, run: at.test_leaks(run.line.id, run.version, {}),
    "undo": lambda at, run: at.undo_flame_out_in_run(run.line.id, run.version, "it still burns"),
    "tacks": lambda at, run: at.tell(run.line.id, run.version, "tacks", {"done": 1}),
}


@pytest.mark.parametrize("act", ACTS)
def test_a_run_that_is_over_takes_no_acts_at_the_bench(place, run, act):
    out = flame_out(place, lit(place, run))
    over = place.book.finish(run.line.id, out.version, {})
    with pytest.raises(Refused) as refused:
        ACTS[act](place.at, over)
    assert refused.value.field == "run"
    assert place.book.look(run.line.id).log == over.log


def test_a_flash_back_told_late_is_believed_all_the_same(place, run):
    over = place.book.finish(run.line.id, flame_out(place, lit(place, run)).version, {})
    assert place.at.pop(run.line.id, over.version, "flash-back").log.pops[-1].what == "flash-back"


def test_whose_torch_may_be_burning_is_known_of_every_run_until_it_is_out(place, run):
    assert place.at.flames() == []
    burning = lit(place, run)
    (line,) = place.at.flames()
    assert (line.run_id, line.job_name, line.who) == (run.line.id, "Patch", "Brit")
    place.restart()
    assert [one.run_id for one in place.at.flames()] == [run.line.id]
    flame_out(place, burning)
    assert place.at.flames() == []


def test_one_person_does_not_begin_short_and_another_light(place, short):
    assert short.log.leak_test is not None
    tove = place.book.note(short.line.id, short.version, {"who": "Tove"})
    assert (tove.log.start, tove.log.leak_test) == ("daily", None)
    assert "leak" in [card.step.id for card in tove.bench.cards]
    with pytest.raises(Refused):
        place.at.stand(short.line.id, tove.version, "light")


def test_the_same_name_again_leaves_a_short_start_as_it_is(place, short):
    again = place.book.note(short.line.id, short.version, {"who": "Brit", "notes": "cold"})
    assert (again.log.start, again.log.leak_test) == ("short", short.log.leak_test)


@pytest.mark.parametrize("what", ["backfire", "flash-back"])
def test_a_torch_that_popped_is_not_started_short(place, run, what):
    burning = lit(place, run)
    popped = place.at.pop(run.line.id, burning.version, what)
    other = place.bench.add({"name": "Other", "thickness_mm": 1.2, "length_mm": 200.0})
    second = place.book.start(other.id)
    named = place.book.note(second.line.id, second.version, {"who": popped.log.who})
    with pytest.raises(Refused, match=r"the (daily|full) start"):
        place.at.begin(second.line.id, named.version, "short")


@pytest.mark.parametrize("step", ["light", "seam"])
def test_another_torch_in_the_rack_does_not_put_a_flame_out(place, run, step):
    burning = lit(place, run)
    place.at.stand(run.line.id, burning.version, step)
    rack = RackBook(place.database, place.machine.now)
    rack.add({"kind": "torch", "name": "T", "mixer": "injector"})
    now = place.book.look(run.line.id)
    assert "light-injector" in [card.step.id for card in now.bench.cards]
    assert now.bench.flame_may_burn
    assert now.bench.at == {"light": "light-injector", "seam": "seam"}[step]
    with pytest.raises(Refused, match="flame put out first"):
        place.book.finish(run.line.id, now.version, {})
    out = next(c.step.id for c in now.bench.cards if c.step.phase == "shut-down")
    shut = place.at.stand(run.line.id, now.version, out)
    place.at.stand(run.line.id, shut.version, "close-cylinders")
    assert [line.run_id for line in place.at.fire_watches()] == [run.line.id]
