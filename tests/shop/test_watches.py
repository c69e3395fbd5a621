"""Watches kept: lines once, however often sent; the same after a start; ended, and learned from."""

from datetime import UTC, datetime, timedelta

import pytest
from icalendar import Calendar

from pellak.core.answer.errors import Refused
from pellak.core.rig.state import RigEvent
from pellak.core.watch.simulated import Simulation, lines_between
from pellak.shop.bench import Bench
from pellak.shop.errors import NotFound
from pellak.shop.planning import Planner
from pellak.shop.rig_desk import RigDesk
from pellak.shop.run_book import RunBook
from pellak.shop.simulated_thermometer import SimulatedThermometers
from pellak.shop.watch_files import WatchFiles
from pellak.shop.watches import WatchBook
from pellak.store.database import Database
from pellak.store.rig import RigEvents

CASTING = {
    "kind": "heat", "name": "Stove door", "alloy": "en-gjl-200", "purpose": "warm-through",
    "shape": "casting", "body_kg": 20.0, "thickness_mm": 12.0, "target_c": 300.0,
    "acetylene_l_per_h": 1500.0, "cool_in": "dry-sand", "restraint": "medium",
}  # fmt: skip


class Hearth:
    def __init__(self, folder) -> None:
        self.now = datetime(2026, 11, 25, 8, 0, tzinfo=UTC)
        self.folder = folder
        self.open()

    def open(self) -> None:
        def clock() -> datetime:
            return self.now

        self.database = Database(self.folder)
        planner = Planner(clock)
        self.bench = Bench(self.database, clock, planner)
        self.runs = RunBook(self.database, clock, planner=planner)
        self.watches = WatchBook(self.database, self.bench, clock)
        self.files = WatchFiles(self.database, self.watches, self.runs, clock)
        self.simulated = SimulatedThermometers(self.watches, clock)

    def again(self) -> None:
        self.database.close()
        self.open()

    def later(self, **how) -> None:
        self.now += timedelta(**how)

    def started(self, **more):
        job = self.bench.add({**CASTING, **more})
        return job, self.watches.start(job.id)


@pytest.fixture
def hearth(tmp_path):
    made = Hearth(tmp_path)
    yield made
    made.database.close()


def all_lines(watch, hours, **given):
    return lines_between(watch.plan, Simulation(**given), [], 0.0, 3600 * hours)


def test_a_line_is_kept_once_however_often_it_is_sent(hearth):
    _, watch = hearth.started()
    lines = "near 20 +1\nfar 21 +1\nfar 21 +1\nnear OPEN +2\nnonsense\nmark welding +2\n"
    first = hearth.watches.take_lines(watch.line.id, lines)
    assert (first.lines, first.new) == (6, 4)
    assert [(one.line, one.field) for one in first.faults] == [(4, "temperature"),
                                                               (5, "temperature")]  # fmt: skip
    assert hearth.watches.take_lines(watch.line.id, lines).new == 0
    assert hearth.watches.look(watch.line.id).phase == "welding"


def test_a_moment_that_has_not_been_is_refused_and_one_with_a_zone_is_read(hearth):
    _, watch = hearth.started()
    hearth.later(minutes=10)
    result = hearth.watches.take_lines(
        watch.line.id,
        "near 20 2026-11-25T09:05:00+01:00\nnear 20 2026-11-25T08:20:00Z\n"
        "near 20 2026-11-25T07:59:00Z\nnear 20",
    )
    assert result.new == 2
    assert [one.line for one in result.faults] == [2, 3]
    assert hearth.files.curves(watch.line.id).channels[0].at_s == [300.0, 600.0]


def test_it_stands_after_a_start_as_it_stood_before(hearth):
    _, watch = hearth.started()
    lines = all_lines(watch, 2.0, every_s=5, ill="jumps")
    for start in range(0, len(lines), 700):
        hearth.watches.take_lines(watch.line.id, "\n".join(lines[start : start + 700]))
        hearth.watches.look(watch.line.id)
    hearth.later(hours=2)
    before = hearth.watches.look(watch.line.id)
    hearth.again()
    assert hearth.watches.look(watch.line.id) == before
    assert any("not believed" in event.text for event in before.events)


def test_a_watch_that_goes_is_gone_on_with_and_an_ended_one_takes_nothing_more(hearth):
    job, watch = hearth.started()
    assert hearth.watches.start(job.id).line == watch.line
    hearth.watches.end(watch.line.id)
    for wrong in (
        lambda: hearth.watches.take_lines(watch.line.id, "near 20"),
        lambda: hearth.watches.tell(watch.line.id, "boils", ""),
        lambda: hearth.watches.mark(watch.line.id, "cooling"),
        lambda: hearth.watches.simulate(watch.line.id, None),
        lambda: hearth.files.take_file(watch.line.id, "", None),
    ):
        with pytest.raises(Refused, match="begin another"):
            wrong()
    assert hearth.watches.start(job.id).line.id != watch.line.id
    assert len(hearth.watches.lines(job.id)) == 2
    with pytest.raises(NotFound):
        hearth.watches.look("nowhere")


def test_a_watch_goes_by_the_job_as_it_is_until_something_was_read(hearth):
    job, watch = hearth.started()
    changed = hearth.bench.change(job.id, job.version, {"target_c": "350 C"})
    again = hearth.watches.start(job.id)
    assert (again.line.id, again.plan.target_c) == (watch.line.id, 350.0)
    hearth.watches.take_lines(watch.line.id, "near 20")
    hearth.bench.change(job.id, changed.version, {"target_c": "400 C"})
    assert hearth.watches.start(job.id).plan.target_c == 350.0


def test_a_cable_that_babbles_makes_no_more_than_so_many_places(hearth):
    _, watch = hearth.started()
    text = hearth.watches.take_lines(watch.line.id, "\n".join(f"p{n} 20 +1" for n in range(40)))
    assert (text.new, len(text.faults)) == (24, 16)
    assert {one.field for one in text.faults} == {"channel"}
    assert hearth.watches.take_lines(watch.line.id, "p3 21 +2\np99 20 +2").new == 1


def test_a_job_that_is_not_heated_is_not_watched(hearth):
    cold = hearth.bench.add({"name": "Patch", "thickness_mm": 1.2, "length_mm": 640.0})
    with pytest.raises(Refused, match="a job that is heated"):
        hearth.watches.start(cold.id)


def test_the_hand_alone_is_enough(hearth):
    _, watch = hearth.started()
    hearth.watches.mark(watch.line.id, "warming")
    hearth.later(minutes=5)
    assert hearth.watches.tell(watch.line.id, "crayon", "400 F").verdict.say == "warm-more"
    hearth.later(minutes=8)
    assert hearth.watches.tell(watch.line.id, "thermometer", "305").verdict.say != "warm-more"
    hearth.watches.mark(watch.line.id, "cooling")
    hearth.later(hours=9)
    assert hearth.watches.look(watch.line.id).verdict.say == "no-reading"
    assert hearth.watches.tell(watch.line.id, "hand-rests", "").verdict.say == "touch-it"
    ending = hearth.watches.end(watch.line.id).ending
    assert ending.to_heat_min == pytest.approx(13)
    assert ending.touch_min == pytest.approx(540)


def test_a_silent_thermometer_is_named_by_the_clock_alone(hearth):
    _, watch = hearth.started()
    hearth.watches.take_lines(watch.line.id, "near 20 +0\nnear 20.5 +1\n")
    assert hearth.watches.look(watch.line.id).channels[0].fault is None
    hearth.later(minutes=2)
    now = hearth.watches.look(watch.line.id)
    assert now.channels[0].fault == "silent"
    assert "battery" in now.channels[0].fault_words
    assert now.verdict.say == "no-reading"


def test_a_simulated_one_goes_on_after_a_start_and_stops_when_taken_away(hearth):
    _, watch = hearth.started()
    hearth.watches.simulate(watch.line.id, Simulation(speed=60))
    hearth.later(seconds=10)
    assert hearth.simulated.send() > 2000
    assert hearth.simulated.send() == 0
    hearth.again()
    hearth.later(seconds=5)
    sent = hearth.simulated.send()
    assert 1000 < sent < 1300
    assert hearth.watches.look(watch.line.id).now_s == pytest.approx(900, abs=2)
    hearth.watches.simulate(watch.line.id, None)
    hearth.later(seconds=5)
    assert hearth.simulated.send() == 0


def test_a_part_that_never_gets_there_is_not_simulated(hearth):
    _, watch = hearth.started(acetylene_l_per_h=60.0, target_c=600.0)
    assert not watch.may_simulate
    with pytest.raises(Refused, match="gets there"):
        hearth.watches.simulate(watch.line.id, Simulation())


def test_a_loggers_file_goes_in_as_agreed_and_everything_comes_out(hearth):
    _, watch = hearth.started()
    text = "time s,Near [C]\n0,20\n10,22.5\n20,bad\n"
    guess = hearth.files.preview_import(text)
    assert hearth.files.take_file(watch.line.id, text, guess) == 2
    assert hearth.files.take_file(watch.line.id, text, guess) == 0
    hearth.watches.mark(watch.line.id, "warming")
    out = hearth.files.write_out(watch.line.id).splitlines()
    assert out[0] == "time,since_start_s,channel,temperature_c,source,mark"
    assert out[2] == "2026-11-25T08:00:10.000+00:00,10.000,Near,22.50,file,"
    assert out[-1].endswith(",0.000,,,,warming")


def test_what_is_waited_for_goes_into_a_calendar_from_when_it_was_left(hearth):
    job, watch = hearth.started()
    hearth.later(hours=1)
    hearth.watches.mark(watch.line.id, "cooling")
    hearth.later(hours=3)
    result = Calendar.from_ical(hearth.files.milestones(watch.line.id))
    events = list(result.walk("VEVENT"))
    hours = hearth.bench.open(job.id).plan.facts.planned["touch_min"] / 60
    left_at = datetime(2026, 11, 25, 9, 0, tzinfo=UTC)
    touch = events[-1]
    assert (touch["dtstart"].dt - left_at).total_seconds() / 3600 == pytest.approx(hours, abs=0.01)
    assert str(touch["summary"]).startswith("Stove door: touch it: about 50 °C")
    assert "Between" in str(touch["description"])
    assert [str(alarm["action"]) for alarm in result.walk("VALARM")] == ["DISPLAY"] * len(events)
    again = Calendar.from_ical(hearth.files.milestones(watch.line.id)).walk("VEVENT")
    assert [event["uid"] for event in again] == [event["uid"] for event in events]


def test_a_fall_nobody_planned_has_no_calendar(hearth):
    pipe = hearth.bench.add(
        {"name": "Pipe", "alloy": "sae-1045", "thickness_mm": 12.0, "joint": "butt",
         "length_mm": 100.0}
    )  # fmt: skip
    watch = hearth.watches.start(pipe.id)
    with pytest.raises(Refused, match="how it cools"):
        hearth.files.milestones(watch.line.id)


def test_long_curves_are_thinned_to_what_is_drawn_and_keep_their_peaks(hearth):
    _, watch = hearth.started()
    lines = [f"near {600 if n == 31_007 else 200 + n % 3} +{n}" for n in range(42_000)]
    hearth.watches.take_lines(watch.line.id, "\n".join(lines))
    (near,) = hearth.files.curves(watch.line.id).channels
    assert len(near.c) <= 20_000
    assert max(near.c) == 600
    assert near.at_s == sorted(near.at_s)
    after = hearth.files.curves(watch.line.id, hearth.files.curves(watch.line.id).last_entry)
    assert after.channels == []


@pytest.mark.parametrize("dawdles", [1.25, 0.8])
def test_a_watch_taught_moves_the_next_plan_and_narrows_it(hearth, dawdles):
    job, watch = hearth.started()
    lines = all_lines(watch, 30.0, every_s=60, dawdles=dawdles)
    hearth.watches.take_lines(watch.line.id, "\n".join(lines))
    before = hearth.bench.open(job.id).plan.facts.planned
    with pytest.raises(Refused, match="has ended"):
        hearth.files.teach(watch.line.id)
    hearth.watches.end(watch.line.id)
    assert hearth.bench.open(job.id).plan.facts.planned == before
    assert hearth.files.teach(watch.line.id).taught
    after = hearth.bench.open(job.id).plan.facts.planned
    assert (after["to_heat_min"] > before["to_heat_min"]) == (dawdles > 1)
    assert after["touch_min"] == pytest.approx(before["touch_min"], rel=0.05)


def test_with_a_run_its_log_is_written_and_nothing_is_learned_twice(hearth):
    job = hearth.bench.add(CASTING)
    run = hearth.runs.start(job.id)
    watch = hearth.watches.start(job.id)
    assert watch.line.run_id == run.line.id
    lines = all_lines(watch, 30.0, every_s=60, dawdles=1.2)
    hearth.watches.take_lines(watch.line.id, "\n".join(lines))
    hearth.watches.end(watch.line.id)
    ending = hearth.files.teach(watch.line.id).ending
    actual = hearth.runs.look(run.line.id).log.actual
    assert actual["to_heat_min"] == pytest.approx(ending.to_heat_min, rel=0.01)
    with hearth.database.reading() as session:
        assert all(row.flame is None for row in hearth.bench._planner.shop(session).watched)


def test_the_demo_keeps_a_watch_of_the_pump_that_was_buried(demo_copy):
    hearth = Hearth(demo_copy)
    (line,) = hearth.watches.lines()
    kept = hearth.watches.look(line.id)
    assert line.job_name == "Bilge-pump body"
    assert len(kept.channels) == 4
    assert not any(one.fault for one in kept.channels)
    said = [event.text.split(":")[0] for event in kept.events]
    assert [said.count(word) for word in ("Weld now", "Touch it")] == [1, 1]
    before = hearth.bench.preview(kept.line.job_id, {"lagging": "brick-box"}).plan
    hearth.files.teach(line.id)
    after = hearth.bench.preview(kept.line.job_id, {"lagging": "brick-box"}).plan
    assert after.facts.watch.warm_curve[-1][0] > before.facts.watch.warm_curve[-1][0]
    hearth.database.close()


def test_a_heat_whose_job_is_barred_is_not_said_to_be_ready(hearth):
    job, watch = hearth.started()
    hearth.watches.take_lines(watch.line.id, "near 90 +1\nfar 95 +1")
    assert hearth.watches.look(watch.line.id).verdict.say == "warm-more"
    hearth.bench.change(job.id, job.version, {"held": "fuel-solvent-gas"})
    said = hearth.watches.look(watch.line.id).verdict
    assert said.say == "not-while"
    assert said.why == hearth.bench.open(job.id).plan.why_not
    hearth.bench.archive(job.id)
    assert "archived" in hearth.watches.look(watch.line.id).verdict.why


def test_a_locked_rig_heats_nothing(hearth):
    _, watch = hearth.started()
    desk = RigDesk(hearth.database)
    hearth.watches = WatchBook(hearth.database, hearth.bench, lambda: hearth.now, desk)
    hearth.watches.take_lines(watch.line.id, "near 90 +1")
    locked = RigEvent(id="f", what="flash-back", at_s=1.0, who="Oona")
    with hearth.database.transaction() as session:
        RigEvents(session).add("f", 1.0, locked.model_dump(mode="json"))
    assert "flash-back" in hearth.watches.look(watch.line.id).verdict.why
