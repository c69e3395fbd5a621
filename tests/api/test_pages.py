"""Lists in pages: every line once, whatever comes or goes meanwhile."""

import pytest

SHEET = {"name": "Patch", "alloy": "dc01", "thickness_mm": 1.0, "length_mm": 100}
HEATED = {
    "kind": "heat", "name": "Nut", "purpose": "warm-through", "target_c": 200, "shape": "cylinder",
    "diameter_mm": 30, "length_mm": 40, "alloy": "sae-1045",
}  # fmt: skip


def walked(client, address, key="id"):
    """Return the keys of a list, page by page by the links of its answers."""
    keys = []
    while address:
        answer = client.get(address)
        assert answer.status_code == 200, answer.text
        keys.append([line[key] for line in answer.json()])
        address = answer.links.get("next", {}).get("url")
    return keys


def filled(client, kind):
    if kind == "rack":
        for number in range(5):
            tip = {"kind": "tip", "name": f"Tip {number}", "orifice_mm": 0.8 + number / 10}
            assert client.post("/api/rack", json=tip).status_code == 201
        return "/api/rack"
    if kind == "metals":
        return "/api/metals"
    for _ in range(5):
        job = client.post("/api/jobs", json=HEATED).json()
        assert client.post(f"/api/jobs/{job['id']}/watches").status_code == 201
    return "/api/watches"


@pytest.mark.parametrize("kind", ["rack", "metals", "watches"])
@pytest.mark.parametrize("most", [2, 5, 1000])
def test_every_line_stands_on_one_page_in_the_order_of_the_whole(client, kind, most):
    address = filled(client, kind)
    whole = [line["id"] for line in client.get(address).json()]
    assert len(whole) >= 5
    pages = walked(client, f"{address}?most={most}")
    assert [key for page in pages for key in page] == whole
    assert all(len(page) == most for page in pages[:-1])
    assert 0 < len(pages[-1]) <= most


def test_what_comes_and_goes_meanwhile_neither_repeats_nor_skips(client):
    filled(client, "rack")
    first = client.get("/api/rack?most=2")
    gone = first.json()[0]
    version = {"version": gone["version"]}
    assert client.request("DELETE", f"/api/rack/{gone['id']}", params=version).status_code < 300
    rest = client.get(first.links["next"]["url"]).json()
    assert [one["item"]["name"] for one in rest] == ["Tip 2", "Tip 3"]


@pytest.mark.parametrize("address", ["/api/rack", "/api/metals", "/api/watches", "/api/book/runs"])
def test_a_key_that_is_not_there_is_refused_by_name(client, address):
    answer = client.get(address, params={"after": "nobody"})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"] == "after"


def test_the_book_goes_on_after_a_run_though_another_was_begun(client):
    def begin():
        job = client.post("/api/jobs", json=SHEET).json()
        return client.post(f"/api/jobs/{job['id']}/runs").json()["line"]["id"]

    ids = [begin() for _ in range(4)]
    first = client.get("/api/book/runs?most=2").json()["lines"]
    begin()
    rest = client.get("/api/book/runs", params={"after": first[-1]["id"], "most": 9}).json()
    assert {line["id"] for line in first} | {line["id"] for line in rest["lines"]} == set(ids)
    assert len(rest["lines"]) == 2
    assert rest["offset"] == 3


def test_a_page_holds_no_more_than_is_said(client):
    for most in (0, 1001):
        assert client.get("/api/rack", params={"most": most}).status_code == 422
