"""The use cases: edits kept, taken back and in conflict; runs kept under the plan of their day."""

from datetime import UTC, datetime, timedelta
from itertools import count

import pytest

from pellak.core.answer.errors import Refused
from pellak.core.reading.measures import said
from pellak.demo.ferry import load_demo
from pellak.demo.half_year import RUNS
from pellak.demo.jobs import JOBS
from pellak.shop.at_bench import AtBench
from pellak.shop.bench import Bench
from pellak.shop.errors import NotFound, Stale
from pellak.shop.find import Finder
from pellak.shop.metals import Metals
from pellak.shop.rack import RackBook
from pellak.shop.run_book import RunBook
from pellak.shop.settings import Settings
from pellak.store.database import Database


class Shop:
    def __init__(self, folder) -> None:
        ticks = count()
        start = datetime(2026, 6, 1, 8, 0, tzinfo=UTC)
        self.database = Database(folder)

        def clock() -> datetime:
            return start + timedelta(minutes=next(ticks))

        self.bench = Bench(self.database, clock)
        self.book = RunBook(self.database, clock)
        self.at = AtBench(self.database, self.book)
        self.settings = Settings(self.database)
        self.finder = Finder(self.database)
        self.metals = Metals(self.database, clock)
        self.rack = RackBook(self.database, clock)

    @property
    def demo(self):
        return self.database, self.bench, self.book, self.rack, self.metals

    def patch(self, **more):
        ready = {"name": "Patch", "thickness_mm": 1.2, "length_mm": 640.0}
        return self.bench.add({**ready, **more})


@pytest.fixture
def shop(tmp_path):
    made = Shop(tmp_path)
    yield made
    made.database.close()


def test_a_change_is_kept_and_can_be_taken_back(shop):
    job = shop.patch()
    changed = shop.bench.change(job.id, 1, {"thickness_mm": "16 ga"})
    assert changed.version == 2
    assert changed.plan.job.thickness_mm == 1.519
    twice = shop.bench.change(job.id, 2, {"name": "Locker"})
    assert twice.undo_steps == 2
    back = shop.bench.undo(job.id, 3)
    assert back.plan.job.name == "Patch"
    assert back.plan.job.thickness_mm == 1.519
    first = shop.bench.undo(job.id, back.version)
    assert first.plan.job == job.plan.job
    assert first.undo_steps == 0
    assert shop.bench.undo(job.id, first.version).version == first.version


@pytest.mark.parametrize("changes", [{}, {"thickness_mm": 1.2}])
def test_a_change_to_the_same_saves_nothing(shop, changes):
    job = shop.patch()
    named = shop.bench.change(job.id, 1, {"name": "Locker"})
    same = shop.bench.change(job.id, named.version, changes)
    assert (same.version, same.undo_steps) == (2, 1)
    # Taken back is what was changed, not the change that was none.
    assert shop.bench.undo(job.id, same.version).plan.job.name == "Patch"


def test_a_version_nobody_was_given_yet_saves_nothing(shop):
    job = shop.patch()
    with pytest.raises(Stale):
        shop.bench.change(job.id, 2, {"name": "From tomorrow"})
    assert shop.bench.open(job.id).plan.job.name == "Patch"


def test_the_second_of_two_windows_is_told_and_loses_nothing(shop):
    job = shop.patch()
    shop.bench.change(job.id, 1, {"name": "Theirs"})
    with pytest.raises(Stale) as stale:
        shop.bench.change(job.id, 1, {"name": "Mine"})
    assert stale.value.current.plan.job.name == "Theirs"
    assert stale.value.current.version == 2
    assert shop.bench.open(job.id).plan.job.name == "Theirs"


def test_a_refused_change_leaves_the_job_alone(shop):
    job = shop.patch()
    with pytest.raises(Refused):
        shop.bench.change(job.id, 1, {"name": "New name", "thickness_mm": "wide"})
    assert shop.bench.open(job.id) == job


def whole_marks(shop):
    """The marks of every job; the bench says how many it had no time to reckon."""
    while (marks := shop.bench.marks()).jobs_to_reckon:
        pass
    return marks.marks


def test_a_plan_is_marked_otherwise_once_it_reads_otherwise_and_only_then(shop):
    job, other = shop.patch(), shop.patch(thickness_mm=3.0)
    assert whole_marks(shop) == {job.id: job.mark, other.id: other.mark}
    assert shop.bench.change(job.id, 1, {"name": "Lid"}).mark == job.mark
    shop.rack.add({"kind": "tip", "name": "7", "orifice_mm": 1.0})
    changed = whole_marks(shop)
    assert changed[job.id] != job.mark
    assert changed[other.id] == shop.bench.open(other.id).mark != other.mark


def test_a_preview_saves_nothing(shop):
    job = shop.patch()
    seen = shop.bench.preview(job.id, {"thickness_mm": "1/8", "name": "Lid"})
    assert seen.plan.job.thickness_mm == pytest.approx(3.175)
    assert list(seen.read_as) == ["thickness_mm"]
    assert shop.bench.open(job.id) == job


def test_a_job_put_away_can_be_brought_back(shop):
    job = shop.patch()
    shop.bench.archive(job.id)
    assert shop.bench.tickets().tickets == []
    with pytest.raises(NotFound):
        shop.bench.open(job.id)
    assert shop.bench.restore(job.id).plan == job.plan
    (ticket,) = shop.bench.tickets().tickets
    assert said(ticket.line, "metric") == "low-carbon steel 1.2 mm · butt"
    assert said(ticket.line, "inch") == "low-carbon steel 0.047 in · butt"
    # It is found by what stands on it, and not by how its measure is kept.
    assert [one.id for one in shop.finder.find("1.2 mm").jobs] == [job.id]
    assert shop.finder.find("wall").jobs == []


def taken(run):
    return {measure.id: measure.actual for measure in run.line.measures}


def test_a_run_is_taken_up_again_where_it_stood(shop):
    job = shop.patch()
    run = shop.book.start(job.id)
    stood = shop.at.stand(run.line.id, 1, "since")
    shop.book.note(run.line.id, stood.version, {"puddle_s": "4.1 s"})
    again = shop.book.start(job.id)
    assert again.line.id == run.line.id
    assert (again.bench.at, again.log.actual["puddle_s"]) == ("since", 4.1)
    assert shop.bench.tickets().tickets[0].open_run_id == run.line.id


def test_a_job_changed_since_is_never_run_by_its_old_plan(shop):
    job = shop.patch()
    first = shop.book.start(job.id)
    shop.at.stand(first.line.id, 1, "since")
    shop.bench.change(job.id, 1, {"thickness_mm": 3.0})
    second = shop.book.start(job.id)
    assert second.bench.at == "begin"
    assert second.plan.job.thickness_mm == 3
    assert [line.id for line in shop.book.lines().lines] == [second.line.id]
    shop.book.note(second.line.id, 1, {"puddle_s": "9"})
    shop.bench.change(job.id, 2, {"thickness_mm": 2.0})
    third = shop.book.start(job.id)
    kept = shop.book.look(second.line.id)
    assert kept.line.finished_at is not None
    assert (taken(kept)["puddle_s"], kept.plan.job.thickness_mm) == (9, 3)
    assert third.plan.job.thickness_mm == 2


def test_a_logged_run_keeps_the_plan_of_its_day(shop):
    job = shop.patch()
    run = shop.book.start(job.id)
    entries = {"who": "Tove", "puddle_s": "4.1", "seam_min": "5:30", "seen": ["even-band"]}
    done = shop.book.finish(run.line.id, 1, entries)
    assert done.line.finished_at is not None
    assert taken(done) == {"puddle_s": 4.1, "seam_min": 5.5}
    shop.bench.change(job.id, 1, {"thickness_mm": 3, "name": "Other"})
    shop.settings.set_schools({"pace": "brisk"})
    kept = shop.book.look(run.line.id)
    assert kept.plan == run.plan
    assert kept.line.job_name == "Patch"
    assert kept.line.measures[0].planned == pytest.approx(3.82, abs=0.05)
    assert shop.book.start(job.id).line.id != run.line.id
    assert [line.finished_at is None for line in shop.book.lines().lines] == [True, False]


def test_what_is_not_ready_does_not_go_to_the_bench(shop):
    job = shop.bench.add({"name": "Blank"})
    with pytest.raises(Refused, match="thickness"):
        shop.book.start(job.id)
    assert shop.book.lines().lines == []


def test_two_tablets_at_one_run_do_not_overwrite_each_other(shop):
    run = shop.book.start(shop.patch().id)
    shop.book.note(run.line.id, 1, {"who": "Brit"})
    with pytest.raises(Stale) as stale:
        shop.book.note(run.line.id, 1, {"who": "Tove"})
    assert stale.value.current.log.who == "Brit"


@pytest.mark.parametrize("call", ["open", "undo", "archive", "restore"])
def test_an_unknown_job_is_not_found(shop, call):
    arguments = ("nowhere", 1) if call == "undo" else ("nowhere",)
    with pytest.raises(NotFound):
        getattr(shop.bench, call)(*arguments)


def test_an_unknown_run_is_not_found(shop):
    for call in (lambda: shop.book.look("r"), lambda: shop.book.start("j")):
        with pytest.raises(NotFound):
            call()


def test_the_shops_schools_reach_every_plan(shop):
    job = shop.patch()
    shop.settings.set_schools({"shut_down": "oxygen-first"})
    assert "out-oxygen" in [card.step.id for card in shop.bench.open(job.id).plan.cards]
    with pytest.raises(Refused) as refused:
        shop.settings.set_schools({"shut_down": "whenever"})
    assert refused.value.field == "shut_down"


def test_tips_in_the_rack_are_planned_with(shop):
    shop.rack.add({"kind": "tip", "name": "A", "orifice_mm": 0.8})
    plan = shop.patch().plan
    assert [candidate.label for candidate in plan.candidates] == ["A"]


def test_find_knows_jobs_and_questions(shop):
    job = shop.patch(name="Funnel casing")
    assert [found.id for found in shop.finder.find("funnel").jobs] == [job.id]
    assert "0.92 mm" in said(shop.finder.find("tip for 16 ga").answers[0].headline, "metric")
    assert "a length such as" in shop.finder.find("tip for ever").hint
    assert shop.finder.find("zzz").jobs == []


def test_the_demo_loads_once_and_the_same_every_time(tmp_path, demo_copy):
    lines = []
    for folder, new in ((tmp_path / "one", True), (demo_copy, False)):
        shop = Shop(folder)
        assert load_demo(*shop.demo) is new
        assert not load_demo(*shop.demo)
        assert len(shop.bench.tickets().tickets) == len(JOBS)
        lines.append(
            [line.model_copy(update={"id": "", "job_id": ""}) for line in shop.book.lines().lines]
        )
        shop.database.close()
    assert lines[0] == lines[1]
    assert len(lines[0]) == RUNS + 5, "a handrail, two sets of pawls, a nut freed, a bush fitted"
