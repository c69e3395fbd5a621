"""The rack over HTTP."""

import pytest

RAW = {"content-type": "application/octet-stream"}
TIP = {"kind": "tip", "name": "7", "orifice_mm": "#60"}


def test_an_item_is_added_changed_taken_out_and_brought_back(client):
    added = client.post("/api/rack", json=TIP)
    assert added.status_code == 201
    path = f"/api/rack/{added.json()['id']}"
    changed = client.patch(path, json={"version": 1, "changes": {"jets": "3"}})
    assert changed.json()["item"]["jets"] == 3
    stale = client.patch(path, json={"version": 1, "changes": {"jets": "4"}})
    assert stale.status_code == 409
    assert stale.json()["current"]["version"] == 2
    assert client.delete(path).status_code == 204
    assert client.get("/api/rack").json() == []
    assert client.post(f"{path}/restore").json()["item"]["name"] == "7"
    assert client.get("/api/rack").json()[0]["item"]["name"] == "7"


@pytest.mark.parametrize("kind", ["csv", "json"])
def test_out_and_in_again(client, kind):
    client.post("/api/rack", json=TIP)
    out = client.get("/api/rack/export", params={"kind": kind})
    came = client.post("/api/rack/import", content=out.content, headers=RAW).json()
    assert came == {"added": 0, "changed": 0, "same": 1, "left_out": []}


def test_bad_items_and_files_name_their_field(client):
    bad = client.post("/api/rack", json={**TIP, "orifice_mm": "wide"})
    assert bad.json()["errors"][0]["field"] == "orifice_mm"
    file = client.post("/api/rack/preview", content=b"kind,name\ntip,7\n", headers=RAW)
    assert file.json()["errors"][0]["field"] == "row 2, column orifice_mm"
    huge = client.post("/api/rack/import", content=b"x" * 10_000_000, headers=RAW)
    assert huge.status_code == 413
    assert client.delete("/api/rack/nothing").status_code == 404
    assert len(client.get("/api/rack/forms").json()) == 8
