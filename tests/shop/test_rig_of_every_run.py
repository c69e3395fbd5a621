"""What is tight, closed, popped, locked and lit is the rig's, and binds every run on it."""

import pytest

from pellak.core.answer.errors import Refused
from pellak.core.rig.state import LINE_PARTS
from pellak.shop.rack import RackBook
from pellak.shop.rig_desk import RigDesk
from tests.core.test_bench import all_answered
from tests.shop.at_machine import flame_out, lit

FINDING = "both arrestors replaced, hoses pressure-tested"


def another(place, name="Other", who="Brit", **job):
    job = place.bench.add({"name": name, "thickness_mm": 1.2, "length_mm": 200.0, **job})
    begun = place.book.start(job.id)
    return place.book.note(begun.line.id, begun.version, {"who": who})


def proven(place, run):
    """Every stop of a run answered, its test read, as it stands before the light."""
    log = all_answered(run.plan, run.log, place.machine.moment())
    place.book.change(run.line.id, run.version, lambda _plan, _log, _now: log)
    return place.book.look(run.line.id)


def lights(place, run):
    run = place.book.look(run.line.id)
    return place.at.stand(run.line.id, run.version, "light")


def rig(place):
    return RigDesk(place.database, place.machine.moment)


def test_a_run_proven_before_another_closed_the_cylinders_is_tested_again(place, run):
    other = proven(place, another(place))
    flame_out_run = flame_out(place, lit(place, run))
    place.machine.wait(1)
    place.at.stand(run.line.id, flame_out_run.version, "fire-watch")
    place.machine.wait(1)
    with pytest.raises(Refused, match="stop before it"):
        lights(place, other)
    assert not place.book.look(other.line.id).bench.leak_test_stands
    assert place.book.look(other.line.id).log.leak_test is not None, "what was read is kept"


@pytest.mark.parametrize("part", ["torch", "hose", "arrestor", "cylinder"])
def test_a_test_speaks_of_the_parts_it_was_made_with(place, run, part):
    rack = RackBook(place.database, place.machine.now)
    held = proven(place, run)
    assert held.bench.leak_test_stands
    rack.add(
        {
            "torch": {"kind": "torch", "name": "T", "mixer": "equal-pressure"},
            "hose": {"kind": "hose", "name": "H", "bore_mm": 6.3, "length_m": 5},
            "arrestor": {"kind": "arrestor", "name": "A", "gas": "oxygen", "dated": "2026-01-01"},
            "cylinder": {"kind": "cylinder", "name": "C", "gas": "oxygen", "size": "oxygen-9.5"},
        }[part]
    )
    assert not place.book.look(run.line.id).bench.leak_test_stands
    with pytest.raises(Refused):
        lights(place, run)


def test_a_new_name_for_a_part_ends_nothing(place, run):
    rack = RackBook(place.database, place.machine.now)
    hose = rack.add({"kind": "hose", "name": "H", "bore_mm": 6.3, "length_m": 10})
    proven(place, run)
    rack.change(hose.id, hose.version, {"name": "Blue pair"})
    assert place.book.look(run.line.id).bench.leak_test_stands
    assert lights(place, run).bench.flame_may_burn


def test_a_flash_back_locks_every_run_even_where_the_rack_names_nothing(place, run):
    other = proven(place, another(place))
    burning = lit(place, run)
    place.at.pop(run.line.id, burning.version, "flash-back")
    place.machine.wait(1)
    assert "flash-back" in place.book.look(other.line.id).bench.barred
    fresh = proven(place, another(place, "Third"))
    with pytest.raises(Refused, match="flash-back"):
        lights(place, fresh)
    place.restart()
    assert "flash-back" in place.book.look(fresh.line.id).bench.barred
    with pytest.raises(Refused) as refused:
        rig(place).report("examined", "Oona", "ok", "", LINE_PARTS)
    assert refused.value.field == "finding"
    assert rig(place).report("examined", "Oona", FINDING, "", LINE_PARTS).barred == ""
    place.machine.wait(1)
    last = proven(place, place.book.look(fresh.line.id))
    assert last.bench.barred == ""
    assert lights(place, last).bench.flame_may_burn


def test_two_backfires_on_one_rig_bar_the_next_run_until_the_cause_is_mended(place, run):
    for held in (run, another(place, "Second")):
        burning = lit(place, held)
        place.at.pop(held.line.id, burning.version, "backfire")
        place.machine.wait(3600)
    third = proven(place, another(place, "Third"))
    assert "popped twice" in third.bench.barred
    with pytest.raises(Refused, match="popped twice"):
        lights(place, third)
    rig(place).report("cause-mended", "Brit", "tip was loose: cleaned and tightened", "")
    place.machine.wait(1)
    assert lights(place, proven(place, third)).bench.flame_may_burn


def test_a_backfire_in_one_run_owes_another_its_purge_anew(place, run):
    other = proven(place, another(place))
    burning = lit(place, run)
    place.machine.wait(1)
    place.at.pop(run.line.id, burning.version, "backfire")
    held = place.book.look(other.line.id)
    assert "purge" not in held.bench.answered
    assert "leak" in held.bench.answered
    with pytest.raises(Refused, match="purge"):
        lights(place, other)


def test_a_torch_that_is_lit_is_lit_for_no_other_run(place, run):
    other = another(place, who="Oona")
    burning = lit(place, run)
    ready = proven(place, other)
    assert "Brit may have this torch lit" in ready.bench.barred
    with pytest.raises(Refused, match="put out there first"):
        lights(place, ready)
    # Who holds it shuts down as ever; then the other is free.
    out = flame_out(place, burning)
    place.at.stand(run.line.id, out.version, "fire-watch")
    place.machine.wait(1)
    assert lights(place, proven(place, ready)).bench.flame_may_burn


def test_a_job_that_names_another_torch_is_not_held_up(place, run):
    rack = RackBook(place.database, place.machine.now)
    for name in ("Long", "Short"):
        rack.add({"kind": "torch", "name": name, "mixer": "equal-pressure"})
    one = lit(place, another(place, "One", torch="Long"))
    assert one.bench.flame_may_burn
    assert proven(place, another(place, "Two", torch="Short")).bench.barred == ""
    assert "lit" in proven(place, another(place, "Three", torch="Long")).bench.barred


def test_a_flame_whose_run_the_book_lost_is_told_out_by_name(place, run):
    burning = lit(place, run)
    desk = rig(place)
    assert [flame.run_id for flame in desk.view().flames] == [run.line.id]
    with pytest.raises(Refused):
        desk.report("out", "", "", burning.line.id)
    assert desk.report("out", "Oona", "", burning.line.id).flames == []


def test_no_cylinder_change_is_followed_by_a_short_start(place, run):
    out = flame_out(place, lit(place, run))
    assert out.log.leak_test is not None
    place.machine.wait(60)
    other = another(place)
    changed = place.at.begin(other.line.id, other.version, "cylinder-change")
    place.machine.wait(60)
    with pytest.raises(Refused, match="daily start"):
        place.at.begin(other.line.id, changed.version, "short")


def test_a_test_from_a_file_vouches_for_nothing(place, run):
    """What is imported is entered without a word to the rig."""
    log = all_answered(run.plan, run.log, place.machine.moment())
    place.book.enter(run.line.job_id, run.plan, place.machine.now(), log)
    place.machine.wait(60)
    other = another(place)
    with pytest.raises(Refused, match="daily start"):
        place.at.begin(other.line.id, other.version, "short")


def short_after(place, run, **job):
    flame_out(place, lit(place, run))
    place.machine.wait(60)
    other = another(place, **job)
    return place.at.begin(other.line.id, other.version, "short")


def shown(run):
    return {card.step.id: card.was for card in run.bench.cards}


def test_a_short_start_for_the_same_work_adds_no_card(place, run):
    short = short_after(place, run)
    assert not {"tip", "set-acetylene", "dress"} & set(shown(short))
    assert all(was == "" for was in shown(short).values())


@pytest.mark.parametrize(
    ("job", "cards"),
    [
        ({"thickness_mm": 4.0}, {"tip", "set-acetylene", "set-oxygen"}),
        ({"alloy": "al-3003", "thickness_mm": 3.0}, {"tip", "set-acetylene"}),
        ({"alloy": "304"}, {"fume-extracted"}),
    ],
)
def test_a_short_start_for_other_work_has_each_card_that_differs(place, run, job, cards):
    short = short_after(place, run, **job)
    assert cards <= set(shown(short))
    if "tip" in cards:
        assert shown(short)["tip"] not in ("", None)
