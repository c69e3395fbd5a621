"""What the rack's own tips weld, over HTTP, and which bore a tip has that carries a number."""

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


PUDDLE = {
    "family": "carbon-steel", "thickness_mm": 1.897, "puddle_s": 7.6,
    "acetylene_bar": 0.25, "oxygen_bar": 0.25,
}  # fmt: skip


def bore(client, **seen):
    answer = client.post("/api/rack/tip-number", json={"label": "3", **seen})
    assert answer.status_code == 200, answer.text
    return answer.json()["values"]


def test_a_bore_is_seen_on_the_racks_own_line(client):
    plain = bore(client, puddles=[PUDDLE])
    assert plain["orifice_mm"] == pytest.approx(0.98, abs=0.006)
    thin = {"kind": "hose", "name": "long", "bore_mm": 4, "length_m": 60}
    assert client.post("/api/rack", json=thin).status_code == 201
    # A thin long hose takes pressure: the same seconds say a wider bore.
    assert bore(client, puddles=[PUDDLE])["orifice_mm"] > plain["orifice_mm"] + 0.01
    told = bore(client, puddles=[PUDDLE], hose_bore_mm=6.3, hose_length_m=10)
    assert told["orifice_mm"] == plain["orifice_mm"]


def test_a_torch_that_is_an_injector_is_asked_for_its_flow(client):
    client.post("/api/rack", json={"kind": "torch", "name": "old", "mixer": "injector"})
    refused = client.post("/api/rack/tip-number", json={"label": "3", "puddles": [PUDDLE]})
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"] == "puddles.0.acetylene_l_per_h"


def test_a_bore_not_pinned_is_kept_with_its_two_ends(client):
    ends = {"orifice_low_mm": "0.8", "orifice_high_mm": "1.1 mm"}
    kept = client.post("/api/rack", json={**TIP, **ends})
    assert kept.status_code == 201, kept.text
    assert kept.json()["item"]["orifice_high_mm"] == 1.1
    wrong = client.post("/api/rack", json={**TIP, "name": "4", "orifice_low_mm": 0.95})
    assert wrong.status_code == 422
    saved = client.get("/api/rack/export").text
    assert "orifice_low_mm" in saved


def test_the_racks_own_tip_chart(client):
    assert client.get("/api/rack/tip-chart").json()["rows"] == []
    for thing in (TIP, SMALL):
        client.post("/api/rack", json=thing)
    chart = client.get("/api/rack/tip-chart", params={"minutes_needed": 8}).json()
    assert chart["tips"] == ["3"]
    row = next(one for one in chart["rows"] if one["text"] == "18 ga")
    (cell,) = row["cells"]
    # 1.1 m³ gives 110 L/h in a spell, and the tip is turned down to it.
    assert cell["acetylene_l_per_h"] <= 110
    assert not cell["barred"]
    lead = client.get("/api/rack/tip-chart", params={"family": "lead"}).json()
    assert lead["rows"][0]["text"] == "1 mm"
