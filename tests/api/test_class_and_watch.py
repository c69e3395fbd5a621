"""A class's lot and who keeps a fire watch, over HTTP."""

from tests.api.test_at_bench import fields, post, run

__all__ = ["run"]


def test_a_class_and_a_watcher_are_named_over_the_wire(client, run):
    lot = post(client, run, "batch", lot="B7", saw="forty coupons from one sheet")
    assert fields(lot) == ["held"]
    assert fields(post(client, run, "begin", start="class")) == ["start"]
    assert fields(post(client, run, "watcher", who="Tove")) == ["who"]
    out = post(client, run, "stand", step="out-acetylene").json()
    shut = post(client, out, "stand", step="close-cylinders").json()
    named = post(client, shut, "watcher", who="Tove").json()
    assert named["log"]["watcher"] == "Tove"
    (line,) = client.get("/api/fire-watches").json()
    assert line["who"] == "Tove"
