"""The rack as the shop keeps it: added, changed, taken out, in and out as files."""

import json
import sqlite3

import pytest
from alembic import command
from alembic.config import Config

from pellak.core.answer.errors import Refused
from pellak.shop.errors import NotFound, Stale
from pellak.shop.rack import rack_forms
from pellak.store.database import FILE_NAME, Database
from tests.shop.test_shop import Shop

TIP = {"kind": "tip", "name": "7", "orifice_mm": "#60"}


@pytest.fixture
def shop(tmp_path):
    made = Shop(tmp_path)
    yield made
    made.database.close()


def test_a_tip_is_put_in_changed_and_planned_with(shop):
    tip = shop.rack.add(TIP)
    assert tip.item.orifice_mm == pytest.approx(1.016)
    assert tip.band_low_l_per_h < tip.band_high_l_per_h
    job = shop.patch(thickness_mm=1.6)
    assert [c.label for c in job.plan.candidates] == ["7"]
    changed = shop.rack.change(tip.id, 1, {"orifice_mm": "0.9 mm"})
    assert (changed.version, changed.item.orifice_mm) == (2, 0.9)
    with pytest.raises(Stale):
        shop.rack.change(tip.id, 1, {"note": "late"})


def test_two_of_one_name_are_refused_but_a_tip_may_share_a_hoses_name(shop):
    tip = shop.rack.add(TIP)
    with pytest.raises(Refused) as refused:
        shop.rack.add(TIP)
    assert refused.value.field == "name"
    shop.rack.add({"kind": "hose", "name": "7", "bore_mm": "6.3 mm", "length_m": "10"})
    shop.rack.archive(tip.id)
    assert [owned.item.kind for owned in shop.rack.items()] == ["hose"]
    shop.rack.add(TIP)
    with pytest.raises(Refused):
        shop.rack.restore(tip.id)


def test_an_import_adds_changes_and_leaves_the_same(shop):
    shop.rack.add(TIP)
    shop.rack.add({**TIP, "name": "8", "orifice_mm": "1.1 mm"})
    body = b"kind,name,orifice_mm\ntip,7,1.2 mm\ntip,8,1.1 mm\ntip,9,1.4 mm\n"
    assert [item.name for item in shop.rack.preview_import(body).items] == ["7", "8", "9"]
    taken = shop.rack.take_in(body)
    assert (taken.added, taken.changed, taken.same) == (1, 1, 1)
    assert {tip.label: tip.orifice_mm for tip in shop.rack.tips()} == {"7": 1.2, "8": 1.1, "9": 1.4}
    with pytest.raises(Refused):
        shop.rack.take_in(b"kind,name,orifice_mm\ntip,10,1.2 mm\ntip,11,wide\n")
    assert len(shop.rack.items()) == 3


@pytest.mark.parametrize("kind", ["csv", "json"])
def test_the_demo_rack_goes_out_and_in_again_unchanged(demo_copy, tmp_path, kind):
    shop = Shop(demo_copy)
    out = shop.rack.write_out(kind)
    other = Shop(tmp_path / "other")
    assert other.rack.take_in(out.encode()).added == len(shop.rack.items())
    assert other.rack.write_out(kind) == out
    assert other.rack.take_in(out.encode()).changed == 0
    other.database.close()
    shop.database.close()


def test_what_stands_out_is_said(demo_copy):
    shop = Shop(demo_copy)
    by_name = {owned.item.name: owned for owned in shop.rack.items()}
    assert by_name["Old oxygen side"].age == "old"
    assert by_name["Red side"].age == ""
    assert by_name["Rose head"].couple == 6
    held = by_name["A-12"].gas.values
    assert held.low_m3 < held.content_m3 < held.high_m3
    assert held.content_m3 == pytest.approx((47.3 - 44.6) / 1.11)
    shop.database.close()


CYLINDER = {"kind": "cylinder", "name": "A", "gas": "acetylene", "size": "acetylene-4.1"}


def read_at(**reading):
    return {"readings": [{"at": "2026-01-01T08:00", **reading}]}


@pytest.mark.parametrize(
    ("given", "field"),
    [
        (read_at(weight_kg=43.0) | {"tare_kg": 44.0}, "weight_kg"),
        (read_at(weight_kg=90.0) | {"tare_kg": 44.0}, "weight_kg"),
        (read_at(gauge_bar=120.0), "gauge_bar"),
    ],
)
def test_a_reading_that_cannot_be_is_refused_and_the_old_one_stays(shop, given, field):
    kept = shop.rack.add({**CYLINDER, **read_at(gauge_bar=9.0)})
    with pytest.raises(Refused) as refused:
        shop.rack.change(kept.id, kept.version, given)
    assert refused.value.field == field
    assert shop.rack.items()[0].item.readings[-1].gauge_bar == 9.0
    assert shop.rack.items()[0].gas is not None


def test_a_reading_of_a_file_that_cannot_be_claims_nothing(shop):
    shop.rack.take_in(json.dumps([{**CYLINDER, **read_at(weight_kg=3.0)}]).encode())
    assert shop.rack.items()[0].gas is None


def test_a_date_to_come_is_refused(shop):
    hose = {"kind": "hose", "name": "H", "bore_mm": "6.3", "length_m": "10 m"}
    for dated in ("2099-01-01", "2024-13-01", "May 2024"):
        with pytest.raises(Refused, match="such as 2024-05-01") as refused:
            shop.rack.add({**hose, "dated": dated})
        assert refused.value.field == "dated"
    assert shop.rack.add({**hose, "dated": "2024-05-01"}).item.dated == "2024-05-01"


def test_what_is_not_there_is_said_so(shop):
    for ask in (shop.rack.archive, shop.rack.restore):
        with pytest.raises(NotFound):
            ask("nothing")


def test_every_kind_has_a_form_with_its_fields():
    forms = {form.kind: [field.field for field in form.fields] for form in rack_forms()}
    assert set(forms) == {"tip", "torch", "head", "hose", "arrestor", "cylinder", "stock", "lens"}
    assert forms["tip"] == ["orifice_mm", "orifice_low_mm", "orifice_high_mm", "jets", "chart"]


def test_the_tips_of_an_older_record_move_into_the_rack(tmp_path):
    database = Database(tmp_path)
    config = Config()
    config.set_main_option("script_location", "src/pellak/store/migrations")
    with database.engine.begin() as connection:
        config.attributes["connection"] = connection
        command.downgrade(config, "m002")
    database.close()
    with sqlite3.connect(tmp_path / FILE_NAME) as old:
        old.execute("INSERT INTO tip (label, orifice_mm, jets, chart) VALUES ('B3', 0.81, 1, '[]')")
    shop = Shop(tmp_path)
    assert [(tip.label, tip.orifice_mm) for tip in shop.rack.tips()] == [("B3", 0.81)]
    shop.database.close()
