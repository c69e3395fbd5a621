"""The metals over HTTP: pages, own heats, certificate files in and out."""

import pytest

HEAT = {"heat": "H-5", "alloy": "4130", "line": "C 0.31 Mn 0.5 Cr 0.95 Mo 0.2"}
RAW = {"content-type": "application/octet-stream"}


def test_the_catalogue_a_page_and_an_own_heat(client):
    assert len(client.get("/api/metals").json()) > 80
    page = client.get("/api/metals/gi-30").json()
    assert {figure["id"] for figure in page["equivalents"]} == {"ce_cast", "carbon_saturation"}
    added = client.post("/api/metals", json=HEAT)
    assert added.status_code == 201
    assert client.get("/api/metals").json()[0]["id"] == added.json()["id"]
    assert client.delete(f"/api/metals/{added.json()['id']}").status_code == 204
    assert not client.get("/api/metals").json()[0]["own"]
    assert client.post(f"/api/metals/{added.json()['id']}/restore").json() == added.json()


@pytest.mark.parametrize("kind", ["csv", "json"])
def test_out_and_in_again_changes_nothing(client, kind):
    client.post("/api/metals", json=HEAT)
    out = client.get("/api/metals/export", params={"kind": kind})
    assert "attachment" in out.headers["content-disposition"]
    again = client.post("/api/metals/import", content=out.content, headers=RAW).json()
    assert again == {"added": [], "already_there": ["H-5"], "left_out": []}
    assert client.get("/api/metals/export", params={"kind": kind}).text == out.text


@pytest.mark.parametrize("door", ["preview", "look-into", "import"])
def test_a_bad_file_names_its_cell_and_a_huge_one_is_turned_away(client, door):
    bad = client.post(f"/api/metals/{door}", content=b"heat,alloy,C\nH,4130,x\n", headers=RAW)
    assert bad.status_code == 422
    assert bad.json()["errors"][0]["field"] == "row 2, column C"
    huge = client.post(f"/api/metals/{door}", content=b"x" * 10_000_000, headers=RAW)
    assert huge.status_code == 413


def test_a_metal_that_is_not_there(client):
    assert client.get("/api/metals/nosuch").status_code == 404
    assert client.delete("/api/metals/4130").status_code == 404
