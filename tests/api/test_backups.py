"""Backups over HTTP: made, taken away whole, looked into, put in place; failures told; who may."""

import io
import zipfile
from datetime import UTC, datetime

import pytest
from PIL import Image

from pellak.api.app import create_app
from pellak.api.periodic import PeriodicTask, beside
from pellak.api.sharing import Sharing
from pellak.shop.restore_desk import RestoreDesk
from pellak.shop.whole_records import check_records
from pellak.store.errors import Unusable
from pellak.store.form import FILE_NAME
from pellak.store.restoring import restore
from tests.api.conftest import local

NOW = datetime(2026, 11, 25, 3, 10, tzinfo=UTC)
READY = {"name": "Patch", "thickness_mm": 1.2, "length_mm": 640.0}
FILES = "/api/shop/backups/files"


@pytest.fixture
def desk(tmp_path):
    return RestoreDesk(tmp_path / "home", lambda: NOW)


@pytest.fixture
def client(tmp_path, desk):
    moments = iter(datetime(2026, 11, 25, 3, minute, tzinfo=UTC) for minute in range(60))
    app = create_app(tmp_path / "home", desk=desk, clock=lambda: next(moments))
    with local(app) as client:
        yield client


def made(client):
    answer = client.post("/api/shop/backups")
    assert answer.status_code == 201
    return client.get(FILES).json()["backups"][0]["name"]


def test_a_backup_is_made_now_and_listed_the_newest_first(client, tmp_path):
    assert client.get(FILES).json() == {"backups": [], "restored": None}
    names = [made(client), made(client)]
    lines = client.get(FILES).json()["backups"]
    assert [line["name"] for line in lines] == names[::-1]
    for line in lines:
        assert line["bytes"] == (tmp_path / "home" / "backups" / line["name"]).stat().st_size
    state = client.get("/api/shop/backups").json()
    assert (state["standing"], state["kept"], state["last_failure"]) == (2, 14, None)


def test_what_is_taken_away_is_restored_elsewhere_with_its_photos(client, tmp_path):
    job = client.post("/api/jobs", json=READY).json()["id"]
    run = client.post(f"/api/jobs/{job}/runs").json()["line"]["id"]
    written = io.BytesIO()
    Image.new("RGB", (60, 40), "red").save(written, "JPEG")
    photo = client.post(
        f"/api/runs/{run}/photos?slot=front", content=written.getvalue(),
        headers={"content-type": "application/octet-stream"},
    ).json()["id"]  # fmt: skip
    kept = client.get(f"/api/photos/{photo}").content
    answer = client.get(f"{FILES}/{made(client)}")
    assert answer.headers["content-type"] == "application/zip"
    with zipfile.ZipFile(io.BytesIO(answer.content)) as parcel:
        assert parcel.testzip() is None
        parcel.extractall(tmp_path / "away")
    (backup,) = (tmp_path / "away").glob("*.sqlite")
    restore(backup, tmp_path / "other", NOW, check_records)
    with local(create_app(tmp_path / "other")) as there:
        assert [one["id"] for one in there.get("/api/jobs").json()["tickets"]] == [job]
        assert there.get(f"/api/photos/{photo}").content == kept


def test_what_would_change_is_said_before_anything_does(client, desk):
    client.post("/api/jobs", json=READY)
    name = made(client)
    client.post("/api/jobs", json=READY)
    answer = client.get(f"{FILES}/{name}/changes").json()
    jobs = answer["counts"][0]
    assert (jobs["what"], jobs["here"], jobs["in_backup"], jobs["only_here"]) == ("jobs", 2, 1, 1)
    assert answer["unreadable"] == []
    assert desk.last is None
    assert len(client.get("/api/jobs").json()["tickets"]) == 2


def test_a_restore_ends_the_serving_first_and_says_what_came_of_it(tmp_path, desk):
    ended = []
    with local(create_app(tmp_path / "home", desk=desk)) as client:
        desk.end_serving = lambda: ended.append(True)
        job = client.post("/api/jobs", json=READY).json()["id"]
        name = made(client)
        client.post("/api/jobs", json=READY)
        assert client.post(f"{FILES}/{name}/restore").status_code == 202
        assert ended == [True]
        assert len(client.get("/api/jobs").json()["tickets"]) == 2
    assert desk.put_in_place()
    with local(create_app(tmp_path / "home", desk=desk)) as client:
        assert [one["id"] for one in client.get("/api/jobs").json()["tickets"]] == [job]
        restored = client.get(FILES).json()["restored"]
        assert restored["stands"]
        assert "pellak-set-aside-2026-11-25T031000.sqlite" in restored["said"]
    assert not desk.put_in_place()


def test_a_restore_that_is_refused_leaves_what_stands_and_says_why(tmp_path, desk):
    with local(create_app(tmp_path / "home", desk=desk)) as client:
        client.post("/api/jobs", json=READY)
        name = made(client)
    file = tmp_path / "home" / "backups" / name
    file.write_bytes(file.read_bytes()[:-9000])
    desk.ask(file)
    assert desk.put_in_place()
    with local(create_app(tmp_path / "home", desk=desk)) as client:
        assert len(client.get("/api/jobs").json()["tickets"]) == 1
        restored = client.get(FILES).json()["restored"]
        assert not restored["stands"]
        assert "Nothing was changed" in restored["said"]
        assert client.get(f"{FILES}/{name}/changes").status_code == 507


@pytest.mark.parametrize(
    "name", ["none", FILE_NAME, "..%2Fpellak.sqlite", "pellak-x.sqlite", "%00"]
)
def test_nothing_but_a_backup_of_this_shelf_is_taken_away(client, name):
    made(client)
    for path in (f"{FILES}/{name}", f"{FILES}/{name}/changes"):
        assert client.get(path).status_code == 404
    assert client.post(f"{FILES}/{name}/restore").status_code == 404


def test_a_server_that_cannot_begin_again_says_which_command_restores(tmp_path):
    with local(create_app(tmp_path)) as client:
        answer = client.post(f"{FILES}/{made(client)}/restore")
    assert answer.status_code == 501
    assert "pellak restore" in answer.json()["detail"]


@pytest.mark.parametrize("may", ["look", "bench"])
def test_whole_records_are_for_the_full_passcode_alone(tmp_path, may):
    codes = {"all": "coal-hatch-9", "bench": "brass-lamp-4", "look": "rope-locker-1"}
    with local(create_app(tmp_path, sharing=Sharing(codes))) as client:
        client.post("/api/sign-in", json={"passcode": codes["all"]})
        name = made(client)
        client.cookies.clear()
        client.post("/api/sign-in", json={"passcode": codes[may]})
        for method, path in (
            ("GET", FILES), ("GET", f"{FILES}/{name}"), ("GET", f"{FILES}/{name}/changes"),
            ("POST", f"{FILES}/{name}/restore"), ("POST", "/api/shop/backups"),
            ("PATCH", "/api/shop/backups"), ("POST", "/api/sign-everyone-out"),
        ):  # fmt: skip
            assert client.request(method, path).status_code == 403, path
        assert client.get("/api/shop/backups").status_code == 200


@pytest.mark.parametrize("error", [Unusable("the disk is full"), RuntimeError("strange")])
def test_a_backup_that_failed_is_told_until_one_was_made(client, monkeypatch, error):
    def fails(*_told):
        raise error

    with monkeypatch.context() as broken:
        broken.setattr("pellak.shop.backups.back_up_beside", fails)
        assert client.post("/api/shop/backups").status_code >= 500
    state = client.get("/api/shop/backups").json()
    assert str(error) in state["last_failure"]
    assert state["failed_at"] is not None
    made(client)
    assert client.get("/api/shop/backups").json()["last_failure"] is None


@pytest.mark.parametrize("error", [Unusable("the disk is full"), ZeroDivisionError("strange")])
def test_what_is_done_beside_the_server_goes_on_whatever_it_raised(tmp_path, caplog, error):
    """One task raises each time; another sees the server through, and both are asked again."""
    times = []

    def fails():
        times.append(1)
        raise error

    app = create_app(tmp_path)
    ended = []
    app.router.lifespan_context = beside(
        [PeriodicTask(fails, 0.0, "no tide was read")], 4, lambda: ended.append(1)
    )
    with local(app) as client:
        while len(times) < 3:
            assert client.get("/api/basics").status_code == 200
    assert ended == [1]
    assert "no tide was read" in caplog.text
    assert str(error) in caplog.text
    assert ("Traceback" in caplog.text) is isinstance(error, ZeroDivisionError)
