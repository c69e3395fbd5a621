"""A run at the bench over restarts: clocks right, stops kept, the fire watch outlives all."""

import pytest

from pellak.core.answer.errors import Refused
from pellak.shop.clock import machine_moment
from pellak.shop.errors import Stale
from pellak.shop.rack import RackBook
from tests.core.test_bench import all_answered
from tests.shop.at_machine import flame_out


def left_s(place, run):
    (line,) = place.at.fire_watches()
    assert line.run_id == run.line.id
    return line.clock.left_s


def test_the_fire_watch_counts_through_restart_sleep_and_a_changed_clock(place, run):
    flame_out(place, run)
    place.machine.wait(600)
    place.restart()
    assert left_s(place, run) == pytest.approx(3000)
    place.machine.set_clock(5 * 3600)
    assert left_s(place, run) == pytest.approx(3000)
    place.machine.set_clock(-9 * 3600)
    place.machine.wait(900)
    assert left_s(place, run) == pytest.approx(2100)


def test_across_a_power_cut_the_time_of_day_goes_on(place, run):
    flame_out(place, run)
    place.machine.wait(600)
    place.machine.reboot(off_s=300)
    place.restart()
    assert left_s(place, run) == pytest.approx(2700)


def test_a_machine_that_lost_its_clock_watches_the_whole_hour_again(place, run):
    flame_out(place, run)
    place.machine.wait(3000)
    place.machine.reboot(off_s=0)
    place.machine.set_clock(-40 * 365 * 86400)
    place.restart()
    assert left_s(place, run) == pytest.approx(3600)
    assert place.at.fire_watches()[0].clock.doubt
    # The next thing written puts the clock right from here on.
    place.book.note(run.line.id, place.book.look(run.line.id).version, {"notes": "battery"})
    place.machine.wait(1000)
    assert left_s(place, run) == pytest.approx(2600)
    assert not place.at.fire_watches()[0].clock.doubt


def test_the_fire_watch_outlives_the_run_and_ends_by_looking(place, run):
    out = flame_out(place, run)
    place.book.finish(run.line.id, out.version, {"notes": "done"})
    version = place.book.look(run.line.id).version
    with pytest.raises(Refused):
        place.at.confirm(run.line.id, version, "fire-watch")
    place.machine.wait(3601)
    place.restart()
    assert left_s(place, run) == 0
    looked = place.at.confirm(run.line.id, version, "fire-watch")
    assert place.at.fire_watches() == []
    kept = looked.log.confirmations[-1]
    assert (kept.step, kept.who, kept.at) == ("fire-watch", "Brit", "2026-11-23T09:00:01+00:00")


def test_stops_and_clocks_are_there_after_a_restart(place, run):
    stood = place.at.stand(run.line.id, run.version, "since")
    confirmed = place.at.confirm(run.line.id, stood.version, "since")
    begun = place.at.start_clock(run.line.id, confirmed.version, "stand", ago="1 h", lain="")
    place.machine.wait(1200)
    place.restart()
    seen = place.book.look(run.line.id)
    assert [one.step for one in seen.log.confirmations] == ["since"]
    assert seen.bench.clocks[0].left_s == pytest.approx(2400)
    assert seen.version == begun.version
    cleared = place.at.clear_clock(run.line.id, seen.version, "stand")
    assert cleared.bench.clocks == []


def test_a_second_tablet_is_told(place, run):
    stood = place.at.stand(run.line.id, run.version, "since")
    place.at.confirm(run.line.id, stood.version, "since")
    with pytest.raises(Stale) as stale:
        place.at.confirm(run.line.id, run.version, "place")
    assert stale.value.current.log.confirmations[0].step == "since"


def test_the_next_run_asks_anew_who_holds_the_torch(place, run):
    place.book.finish(run.line.id, run.version, {"who": "Tove", "hand": "left"})
    again = place.book.start(run.line.job_id)
    assert (again.log.who, again.log.hand) == ("", "left")
    assert again.log.confirmations == []


def test_this_machine_tells_its_moment():
    one, two = machine_moment(), machine_moment()
    assert two.utc_s >= one.utc_s > 1.7e9
    assert (one.boot, bool(one.boot_s)) == (two.boot, bool(one.boot))


def test_a_machine_without_a_boot_to_name_has_the_time_of_day(tmp_path, monkeypatch):
    monkeypatch.setattr("pellak.shop.clock.BOOT_ID", tmp_path / "none")
    assert machine_moment().boot == ""


def test_a_run_with_a_running_watch_is_never_dropped_by_editing_its_job(place, run):
    out = flame_out(place, run)
    watches = [line.run_id for line in place.at.fire_watches()]
    assert watches == [run.line.id]
    job = place.bench.open(run.line.job_id)
    place.bench.change(job.id, job.version, {"length_mm": 700.0})
    again = place.book.start(job.id)
    assert again.line.id != run.line.id
    kept = place.book.look(run.line.id)
    assert kept.log.clocks == out.log.clocks
    assert kept.line.finished_at is not None
    assert [line.run_id for line in place.at.fire_watches()] == [run.line.id]


def test_a_run_in_which_nothing_happened_makes_room_for_the_changed_job(place, run):
    place.at.stand(run.line.id, run.version, run.bench.cards[1].step.id)
    job = place.bench.open(run.line.job_id)
    place.bench.change(job.id, job.version, {"length_mm": 700.0})
    place.book.start(job.id)
    assert len(place.book.lines().lines) == 1


def test_an_open_run_is_held_to_the_job_and_the_shop_as_they_are_now(place, run):
    job = place.bench.open(run.line.job_id)
    place.bench.change(job.id, job.version, {"held": "fuel-solvent-gas"})
    held = place.book.look(run.line.id)
    assert "no torch" in held.bench.barred
    assert held.bench.binds[0] == held.bench.barred
    with pytest.raises(Refused):
        place.at.stand(run.line.id, held.version, "light")
    flame_out(place, held)
    assert place.at.fire_watches()[0].clock.seconds == 3600


def test_a_flash_back_takes_the_line_out_of_use_until_it_was_examined(place, run):
    rack = RackBook(place.database, place.machine.now)
    for item in (
        {"kind": "torch", "name": "T", "mixer": "equal-pressure"},
        {"kind": "hose", "name": "H", "bore_mm": 6.3, "length_m": 10},
        {"kind": "tip", "name": "3", "orifice_mm": 0.8},
    ):
        rack.add(item)
    result = place.at.pop(run.line.id, run.version, "flash-back")
    assert [pop.who for pop in result.log.pops] == ["Brit"]
    out = {one.item.name: getattr(one.item, "out_of_use", None) for one in rack.items()}
    assert out == {"T": "flash-back 2026-11-23", "H": "flash-back 2026-11-23", "3": None}
    plan = place.bench.open(run.line.job_id).plan
    assert not plan.may_start
    assert "out of use" in plan.why_not
    for one in rack.items():
        if getattr(one.item, "out_of_use", ""):
            rack.change(one.id, one.version, {"out_of_use": ""})
    assert place.bench.open(run.line.job_id).plan.may_start


def test_nobody_finishes_with_the_flame_lit(place, run):
    log = all_answered(run.plan, run.log, place.machine.moment())
    place.book.change(run.line.id, run.version, lambda _plan, _log, _now: log)
    lit = place.at.stand(run.line.id, place.book.look(run.line.id).version, "seam")
    with pytest.raises(Refused, match="flame put out first"):
        place.book.finish(run.line.id, lit.version, {})
    out = place.at.stand(run.line.id, lit.version, "close-cylinders")
    assert place.book.finish(run.line.id, out.version, {}).line.finished_at is not None


def test_the_second_seam_of_the_day_starts_short(place, run, short):
    assert short.log.leak_test == place.book.look(run.line.id).log.leak_test
    tove = place.book.note(short.line.id, short.version, {"who": "Tove"})
    with pytest.raises(Refused, match="Brit held the torch"):
        place.at.begin(short.line.id, tove.version, "short")
