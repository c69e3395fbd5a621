"""What the rack's own tips weld, over HTTP: from its own line and cylinder, of the metal asked."""

import pytest

SMALL = {"kind": "cylinder", "name": "A", "gas": "acetylene", "size": "acetylene-1.1"}
TIP = {"kind": "tip", "name": "3", "orifice_mm": 0.9}


def tips(client, **asked):
    answer = client.get("/api/rack/reach", params=asked)
    assert answer.status_code == 200, answer.text
    return answer.json()["tips"]


def test_a_rack_without_tips_has_nothing_to_weld_with(client):
    assert tips(client) == []


def test_a_tip_alone_is_held_by_its_own_jet(client):
    client.post("/api/rack", json=TIP)
    (found,) = tips(client)
    assert found["high_by"] == "harsh"
    assert found["metals"][0]["thickest_mm"] == pytest.approx(3.30, abs=0.006)


def test_a_small_cylinder_holds_it_in_a_spell_and_bars_it_on_end(client):
    for thing in (TIP, SMALL):
        client.post("/api/rack", json=thing)
    (spell,) = tips(client, minutes_needed=8)
    assert (spell["high_by"], spell["high_l_per_h"]) == ("draw", pytest.approx(110))
    (on_end,) = tips(client)
    assert on_end["over_limit"]
    assert on_end["metals"] == []


def test_the_metal_asked_is_the_one_told(client):
    client.post("/api/rack", json=TIP)
    (found,) = tips(client, family="aluminium")
    assert [one["family"] for one in found["metals"]] == ["aluminium"]
    assert client.get("/api/rack/reach", params={"family": "tin"}).status_code == 422
