"""The book in the shop: what is touched is found at once; files; procedures; two runs."""

import csv
import io
import json
from datetime import UTC, datetime, timedelta

import pytest

from pellak.core.answer.errors import Refused
from pellak.core.book.search import RunsWanted
from pellak.core.model.run_log import RunLog, TriedRemedy, signs, signs_on
from pellak.core.reading.measures import said
from pellak.core.run.compare import ComparedRun, compared
from pellak.core.run.next_time import proposed
from pellak.shop.at_bench import AtBench
from pellak.shop.bench import Bench
from pellak.shop.errors import NotFound
from pellak.shop.procedures import ProcedureBook
from pellak.shop.rack import RackBook
from pellak.shop.run_book import RunBook
from pellak.shop.run_files import RunFiles
from pellak.shop.run_search import RunSearch
from pellak.store.database import Database

DAY = datetime(2026, 6, 1, 8, tzinfo=UTC)
ALL = RunsWanted()


class Shop:
    def __init__(self, folder):
        self.database = Database(folder)
        self.bench = Bench(self.database, lambda: DAY)
        self.book = RunBook(self.database, lambda: DAY)
        self.at = AtBench(self.database, self.book)
        self.search = RunSearch(self.database)
        self.files = RunFiles(self.database, self.search, lambda: DAY)
        self.procedures = ProcedureBook(self.database, self.book, lambda: DAY)
        RackBook(self.database, lambda: DAY).add({"kind": "tip", "name": "B3", "orifice_mm": 0.81})

    def job(self, **given):
        whole = {"kind": "seam", "name": "Patch", "alloy": "dc01", "thickness_mm": 1.2,
                 "length_mm": 300.0, "joint": "butt", **given}  # fmt: skip
        return self.bench.add(whole).id

    def run(self, job_id, minute=0, **log):
        self.book.enter(job_id, self.bench.open(job_id).plan, DAY + timedelta(minutes=minute),
                        RunLog(**log))  # fmt: skip
        return self.found(ALL)[0]

    def found(self, wanted, words=""):
        return [line.id for line in
                self.search.find(wanted, words, 0, 200, facets=False).lines]  # fmt: skip


@pytest.fixture
def shop(tmp_path):
    made = Shop(tmp_path / "ours")
    yield made
    made.database.close()


def test_what_is_entered_or_corrected_is_found_at_once_by_whomever(shop):
    job = shop.job()
    first = shop.run(job, who="Brit", seen=["sparks"], notes="Draught from the door.")
    second = shop.run(job, 5, who="Tove", verdict="good")
    assert shop.found(ALL) == [second, first]
    assert shop.found(RunsWanted(chosen={"who": ["Brit"]})) == [first]
    assert shop.found(ALL, "draught") == [first]
    assert shop.found(ALL, "dr") == [second, first], "two signs look nothing up"
    other = RunBook(Database(shop.database.path.parent), lambda: DAY)
    run = other.look(first)
    other.note(first, run.version, {"seen": ["popping"], "who": "Ansel", "used": {"tip": "B9"}})
    assert shop.found(RunsWanted(chosen={"sign": ["popping"]})) == [first]
    assert shop.found(RunsWanted(chosen={"sign": ["sparks"]})) == []
    assert shop.found(RunsWanted(chosen={"tip": ["B9"]})) == [first]


def test_a_run_dropped_before_anything_happened_is_gone_from_the_book(shop):
    job = shop.job(held="nothing", coating="bare", closed="open", fume="none", place="shop")
    begun = shop.book.start(job)
    assert shop.found(ALL) == [begun.line.id]
    shop.bench.change(job, shop.bench.open(job).version, {"thickness_mm": "1.5"})
    again = shop.book.start(job)
    assert again.line.id != begun.line.id
    assert shop.found(ALL) == [again.line.id]
    # Whoever counted it while it stood counts it no longer.
    assert shop.search.statistics(ALL, "").runs == 1
    found = shop.search.find(ALL, "", 0, 10, facets=True)
    assert {one.count for facet in found.facets for one in facet.values} <= {1}


def test_thin_aluminium_tells_what_goes_wrong_and_what_cured_it(shop):
    thin = shop.job(alloy="al-3003", thickness_mm=0.9, name="Vent")
    steel = shop.job()
    tried = [TriedRemedy(cause="dirty-joint", helped="yes", at="then")]
    for minute in range(3):
        shop.run(thin, minute, seen=["porosity"], verdict="reworked", tried=tried)
    shop.run(thin, 8, seen=["wet-together"], verdict="good", actual={"seam_min": 2.0})
    shop.run(steel, 9, seen=["sparks"], verdict="scrap")
    result = shop.search.statistics(
        RunsWanted(chosen={"family": ["aluminium"], "thickness": ["0"]}), ""
    )
    assert result.runs == 4
    (sign,) = result.signs
    assert (sign.sign, sign.runs) == ("porosity", 3)
    assert [(c.cause, c.tried, c.helped) for c in sign.cures] == [("dirty-joint", 3, 3)]
    (share,) = result.success
    assert (share.metal, said(share.thickness, "metric"), share.good, share.judged) == (
        "aluminium", "to 1 mm", 1, 4,
    )  # fmt: skip
    (gas,) = result.gas
    assert gas.n == 1


def test_csv_holds_every_run_and_no_formula(shop):
    job = shop.job(name="=HYPERLINK(1)")
    shop.run(job, who="+Brit", actual={"puddle_s": 4.2}, seen=["sparks", "popping"])
    shop.run(job, 5, who="Tove")
    rows = list(csv.DictReader(io.StringIO("".join(shop.files.csv_lines(ALL, "")))))
    assert [row["who"] for row in rows] == ["Tove", "'+Brit"]
    assert rows[0]["job"] == "'=HYPERLINK(1)"
    assert float(rows[1]["first_puddle_s"]) == 4.2
    assert float(rows[1]["first_puddle_planned_s"]) > 1
    assert rows[1]["seen"] == "sparks popping"
    toves = "".join(shop.files.csv_lines(RunsWanted(chosen={"who": ["Tove"]}), ""))
    assert len(list(csv.DictReader(io.StringIO(toves)))) == 1


def written(shop):
    return "".join(shop.files.json_parts(ALL, "")).encode()


def test_json_goes_to_another_shop_and_back_whole(shop, tmp_path):
    job = shop.job()
    shop.run(job, who="Brit", actual={"puddle_s": 4.2, "bead_front_mm": 5.0}, seen=["sparks"])
    shop.run(job, 5, who="Tove", verdict="good", used={"rod": "R45"}, next_time="Brush it.")
    other = Shop(tmp_path / "theirs")
    result = other.files.take_in(written(shop), rename=False)
    assert (result.new, result.known) == (2, 0)
    assert json.loads(written(other)) == json.loads(written(shop))
    assert other.files.take_in(written(shop), rename=False).known == 2
    assert other.bench.tickets().tickets == [], "their job is nobody's work here"
    for run_id in shop.found(ALL):
        assert other.book.look(run_id).measures == shop.book.look(run_id).measures
    other.database.close()


def test_people_are_renamed_throughout_where_asked(shop, tmp_path):
    job = shop.job()
    tried = [TriedRemedy(cause="dirty-joint", helped="yes", at="then", who="Brit")]
    shop.run(job, who="Brit", tried=tried)
    shop.run(job, 5, who="Tove")
    shop.run(job, 9, who="Brit")
    other = Shop(tmp_path / "theirs")
    other.files.take_in(written(shop), rename=True)
    assert b"Brit" not in written(other)
    people = [other.book.look(run).line.who for run in reversed(shop.found(ALL))]
    assert people[0] == people[2] != people[1]
    assert all(one.startswith("somebody ") for one in people)
    other.database.close()


@pytest.mark.parametrize(
    "content",
    [b"", b"{", b"[]", b'{"format": "other", "version": 1, "runs": []}', b"\xff\xfe",
     b'{"format": "pellak-runs", "version": 1, "runs": [{}]}', b"[" * 100_000],
    ids=["nothing", "cut", "list", "other", "no text", "empty run", "deep"],
)  # fmt: skip
def test_a_file_that_is_none_is_refused_and_nothing_taken_in(shop, content):
    with pytest.raises(Refused) as refused:
        shop.files.take_in(content, rename=False)
    assert refused.value.field == "file"
    assert shop.found(ALL) == []


def test_one_bad_run_takes_none_in_and_is_named(shop, tmp_path):
    shop.run(shop.job(), who="Brit")
    result = json.loads(written(shop))
    bad = json.loads(json.dumps(result["runs"][0]))
    bad["run_id"], bad["log"]["seen"] = "another", ["no such sign"]
    other = Shop(tmp_path / "theirs")
    for run in (bad, {**result["runs"][0], "run_id": "x1", "started_at": "yesterday"}):
        file = {**result, "runs": [result["runs"][0], run]}
        with pytest.raises(Refused) as refused:
            other.files.take_in(json.dumps(file).encode(), rename=False)
        assert refused.value.field == "file"
        assert other.found(ALL) == []
    other.database.close()


def test_a_good_run_becomes_a_procedure_with_versions_and_is_offered_on_like_jobs(shop):
    job = shop.job()
    first = shop.run(job, who="Brit", verdict="good", actual={"bead_front_mm": 5.2})
    second = shop.run(job, 5, who="Tove", verdict="good")
    signed = shop.procedures.sign(first, "Sheet, butt", "Mind the draught.", "Brit", None)
    assert (signed.number, signed.version, signed.signed_by) == (1, 1, "Brit")
    lines = {line.label: line for line in signed.text.set_up}
    assert lines["Tip"].text == "B3"
    assert lines["Bead, front"].measured
    assert not lines["Tacks"].measured
    assert [one.number for one in shop.procedures.draft(second).betters] == [1]
    better = shop.procedures.sign(second, "Sheet, butt", "", "Tove", 1)
    assert (better.number, better.version, better.versions) == (1, 2, [2, 1])
    assert shop.procedures.look(1, 1).text.notes == "Mind the draught.", "the old one stays"
    assert [line.version for line in shop.procedures.lines()] == [2]
    near, far = shop.job(thickness_mm=1.3), shop.job(thickness_mm=1.45)
    lap = shop.job(joint="lap")
    offered = {one: [line.number for line in shop.bench.open(one).offered]
               for one in (job, near, far, lap)}  # fmt: skip
    assert offered == {job: [1], near: [1], far: [], lap: []}


def test_what_is_no_good_run_or_unsigned_is_refused_by_field(shop):
    job = shop.job()
    scrap = shop.run(job, verdict="scrap")
    good = shop.run(job, 5, verdict="good")
    other = shop.run(shop.job(alloy="al-3003", name="Vent"), 7, verdict="good")
    signed = shop.procedures.sign(other, "Vent", "", "Tove", None)
    for run, name, by, number, field in (
        (scrap, "A", "B", None, "run"), (good, " ", "B", None, "name"),
        (good, "A", "", None, "signed_by"), (good, "A", "B", signed.number, "number"),
    ):  # fmt: skip
        with pytest.raises(Refused) as refused:
            shop.procedures.sign(run, name, "", by, number)
        assert refused.value.field == field
    with pytest.raises(NotFound):
        shop.procedures.look(9)


def compare(shop, first, second):
    def side(run_id):
        run = shop.book.look(run_id)
        return ComparedRun(plan=run.plan, log=run.log, measures=run.measures, used=run.used,
                           about=[("Job", run.line.job_name)])  # fmt: skip

    return compared(side(first), side(second))


def test_two_runs_tell_what_differs_first_and_furthest_apart_at_the_top(shop):
    # A pace that was decided is the same in both plans, whatever was learned between them.
    job = shop.job(travel_mm_per_min=150.0)
    first = shop.run(job, actual={"puddle_s": 4.0, "seam_min": 3.0}, verdict="good")
    second = shop.run(job, 5, actual={"puddle_s": 9.0, "seam_min": 3.3}, verdict="good")
    result = compare(shop, first, second)
    assert [(line.label, line.first, line.second) for line in result.differs] == [
        ("First puddle", "4 s", "9 s"), ("Seam", "3 min", "3.3 min"),
    ]  # fmt: skip
    assert {"Verdict", "Thickness"} <= {line.label for line in result.same}
    alike = compare(shop, first, first)
    assert alike.differs == []
    back = compare(shop, second, first)
    assert [line.label for line in back.differs] == [line.label for line in result.differs]


def test_what_was_planned_otherwise_differs_too(shop):
    thin, thick = shop.run(shop.job()), shop.run(shop.job(thickness_mm=2.5), 5)
    differs = {line.label: line for line in compare(shop, thin, thick).differs}
    assert differs["Thickness"].group == "planned"
    assert "First puddle in" in differs


def test_a_log_is_proposed_from_what_was_seen_and_timed(shop):
    run = shop.book.look(shop.run(shop.job(), actual={"puddle_s": 9.0}))
    result = proposed(run.plan, run.log, ["sparks"], {})
    assert result.verdict == "reworked"
    assert 1 <= len(result.next_time) <= 3
    assert all(one.text and one.why for one in result.next_time)
    assert proposed(run.plan, run.log, ["root-through"], {}).verdict == "good"
    (slow,) = proposed(run.plan, run.log, [], {}).next_time
    assert "9 s, planned 3.8 s" in slow.why
    on_plan = run.log.model_copy(update={"actual": {"puddle_s": 4.0}})
    assert proposed(run.plan, on_plan, [], {}).next_time == []
    assert shop.at.proposed(run.line.id, ["sparks"]).verdict == "reworked"


@pytest.mark.parametrize("sign", [sign.id for sign in signs() if not sign.good])
def test_every_bad_sign_has_something_to_do_about_it(shop, sign):
    """Each is offered on some metal, and what is proposed for it there is never nothing."""
    metals = {"carbon-steel": "dc01", "aluminium": "al-3003", "lead": None, "cast-iron": None}
    family = next(one for one in metals if sign in {s.id for s in signs_on(one)})
    more = {"joint": "casting-crack"} if family == "cast-iron" else {}
    job = shop.job(family=family, alloy=metals[family], thickness_mm=3.0, **more)
    plan = shop.bench.open(job).plan
    assert proposed(plan, RunLog(), [sign], {}).next_time


def test_as_run_is_kept_beside_planned_in_any_unit_and_faults_are_named(shop):
    run = shop.book.look(shop.run(shop.job(), who="Brit"))
    planned = {one.id: one.planned for one in run.measures}
    assert planned["bead_front_mm"] == pytest.approx(5.6, abs=0.3)
    assert planned["tack_count"] > 3
    assert planned["acetylene_flowing_bar"] == pytest.approx(0.24, abs=0.06)
    entries = {
        "bead_front_mm": "0.25 in", "acetylene_flowing_bar": "4 psi", "metal_start_c": "68 F",
        "puddles": [{"s": 4.5, "at": "edge"}], "verdict": "reworked", "used": {"tip": "B4"},
        "changed": "Softer flame, it blew.", "next_time": "Smaller tip.",
    }  # fmt: skip
    after = shop.book.note(run.line.id, run.version, entries)
    actual = {one.id: one.actual for one in after.measures}
    assert actual["bead_front_mm"] == pytest.approx(6.35)
    assert actual["acetylene_flowing_bar"] == pytest.approx(0.2758, abs=0.001)
    assert actual["metal_start_c"] == pytest.approx(20)
    assert {one.id: one.actual for one in after.used}["tip"] == "B4"
    assert after.line.verdict == "reworked"
    for field, wrong in (("bead_front_mm", "5 kg"), ("tack_count", "a few"), ("verdict", "fine"),
                         ("puddles", [{"s": -1}]), ("oxygen_set_bar", "99")):  # fmt: skip
        with pytest.raises(Refused) as refused:
            shop.book.note(run.line.id, after.version, {field: wrong})
        assert refused.value.field.split(".")[0] == field
