"""After a run: rods counted down as it is closed, corrections that leave a trace."""

import pytest
from hypothesis import example, given
from hypothesis import strategies as st

from pellak.core.rig.items import read_item
from pellak.core.rig.stock import RodTaken, take_rods
from pellak.shop.errors import Stale
from tests.shop.test_shop import Shop


def stock(name, rod, diameter_mm, mass_kg):
    return read_item(
        {"kind": "stock", "name": name, "rod": rod, "diameter_mm": diameter_mm, "mass_kg": mass_kg}
    )


amounts = st.floats(0, 3000)


@example([0.5756579496660544], [576.0])
@given(st.lists(st.floats(0, 2), min_size=1, max_size=4), st.lists(amounts, max_size=5))
def test_no_gram_is_lost_or_made(held_kg, wanted):
    items = {str(n): stock(str(n), "r60", 2.4, kg) for n, kg in enumerate(held_kg)}
    left, taken = take_rods(items, [RodTaken(rod="r60", diameter_mm=2.4, grams=g) for g in wanted])
    stands = sum(left.get(name, item).mass_kg for name, item in items.items())
    gone = sum(one.grams for one in taken if one.item)
    assert 1000 * stands + gone == pytest.approx(1000 * sum(held_kg), abs=1e-6)
    assert all(item.mass_kg >= 0 for item in left.values())
    for one, grams in zip(taken, wanted, strict=True):
        assert one.grams <= grams + 1e-9


def test_another_rod_or_size_is_not_touched():
    items = {
        "a": stock("a", "r45", 2.4, 1.0),
        "b": stock("b", "r60", 1.6, 1.0),
        "c": stock("c", "r60", None, 0.5),
        "d": stock("d", "r60", 3.2, 1.0),
    }
    left, _ = take_rods(items, [RodTaken(rod="r60", diameter_mm=3.175, grams=40)])
    assert list(left) == ["d"]
    assert left["d"].mass_kg == pytest.approx(0.96)
    _, none = take_rods(items, [RodTaken(rod="rci", diameter_mm=3.2, grams=40)])
    assert none[0].item == ""


@pytest.fixture
def shop(tmp_path):
    made = Shop(tmp_path)
    yield made
    made.database.close()


def test_a_run_takes_its_rod_once_as_it_is_closed(shop):
    shop.rack.add({"kind": "tip", "name": "T", "orifice_mm": 1.2})
    for size in ("1.6", "2.4", "3.2"):
        shop.rack.add(
            {"kind": "stock", "name": f"R60 {size}", "rod": "r60", "diameter_mm": size,
             "mass_kg": 1.0}
        )  # fmt: skip
    job = shop.patch(thickness_mm=3.0, root_gap_mm=1.5, rod="r60")
    run = shop.book.start(job.id)

    def left():
        return sum(o.item.mass_kg for o in shop.rack.items() if o.item.kind == "stock")

    noted = shop.book.note(run.line.id, run.version, {"notes": "half way"})
    assert left() == pytest.approx(3.0)
    with pytest.raises(Stale):
        shop.book.finish(run.line.id, run.version, {})
    assert left() == pytest.approx(3.0), "a save that was refused takes nothing"
    done = shop.book.finish(run.line.id, noted.version, {"seam_min": 9.0})
    took = sum(one.grams for one in done.log.rods if one.item)
    assert took > 10
    assert left() == pytest.approx(3.0 - took / 1000)
    shop.book.note(run.line.id, done.version, {"notes": "corrected later"})
    assert left() == pytest.approx(3.0 - took / 1000), "a correction takes no second time"


def test_a_correction_of_a_closed_run_keeps_what_it_replaced(shop):
    shop.rack.add({"kind": "tip", "name": "T", "orifice_mm": 0.8})
    run = shop.book.start(shop.patch().id)
    entries = {"who": "Brit", "seam_min": 9.0, "notes": "went well"}
    done = shop.book.finish(run.line.id, run.version, entries)
    assert done.log.taken_back == []
    added = shop.book.note(run.line.id, done.version, {"notes": "went well; edges wanted more"})
    assert added.log.taken_back == [], "adding to a note replaces nothing"
    put_right = shop.book.note(
        run.line.id, added.version, {"seam_min": "6", "puddle_s": 4, "who": "Tove", "notes": ""}
    )
    listed = [one.what for one in put_right.log.taken_back]
    assert listed == [
        "first puddle, nothing", "seam, 9 min", "torch held by Brit",
        "note “went well; edges wanted more”",
    ]  # fmt: skip
    assert {one.reason for one in put_right.log.taken_back} == {"corrected afterwards"}
    assert put_right.log.actual == {"seam_min": 6.0, "puddle_s": 4.0}
