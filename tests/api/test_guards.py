"""The guards: whole bodies or none, no answer without its headers, no fault of ours by request."""

import asyncio
import json
from concurrent.futures import ThreadPoolExecutor

import pytest

from pellak.api.app import create_app, now_utc
from pellak.shop.metals import Metals
from pellak.shop.rack import RackBook
from pellak.store.database import Database
from tests.api.conftest import local
from tests.api.hostile import FILES, HEADS, PATHS, RAW, bodies

HEAT = b"heat,alloy,C,Mn\nH-9,4130,0.30,0.50\nH-10,4130,0.31,0.38"
HEADERS = ("content-security-policy", "x-content-type-options", "referrer-policy")


def sent(
    app, path, chunks, *, announced=None, method="POST", kind="application/octet-stream", more=(),
    silent=False, ends=False,
):  # fmt: skip
    """Send a body in chunks, then cut the line, or say nothing more where it is to be silent;
    return the status, or None for no answer."""
    messages = [{"type": "http.request", "body": chunk, "more_body": True} for chunk in chunks] + [
        {"type": "http.disconnect"}
    ]
    if ends:
        messages[len(chunks) - 1]["more_body"] = False
    answers = []
    headers = [(b"host", b"127.0.0.1"), (b"content-type", kind.encode())]
    if announced is not None:
        headers.append((b"content-length", str(announced).encode()))

    headers += more

    async def receive():
        if silent and messages[0]["type"] == "http.disconnect":
            await asyncio.Event().wait()
        return messages.pop(0) if messages else {"type": "http.disconnect"}

    async def send(message):
        answers.append(message)

    scope = {
        "type": "http",
        "method": method,
        "path": path,
        "raw_path": path.encode(),
        "headers": headers,
        "query_string": b"",
        "scheme": "http",
        "server": ("127.0.0.1", 1),
        "client": ("127.0.0.1", 2),
        "http_version": "1.1",
        "root_path": "",
    }
    # In a thread of its own: a browser test may have left its loop running in this one.
    with ThreadPoolExecutor(1) as thread:
        thread.submit(lambda: asyncio.run(app(scope, receive, send))).result()
    return answers[0]["status"] if answers else None


@pytest.mark.parametrize("given", [True, False])
def test_a_file_cut_off_at_any_byte_is_taken_nowhere(tmp_path, given):
    app = create_app(tmp_path)
    for length in range(len(HEAT)):
        announced = len(HEAT) if given else None
        assert sent(app, "/api/metals/import", [HEAT[:length]], announced=announced) is None
    body = json.dumps({"kind": "tip", "name": "12", "orifice_mm": 1.2, "jets": 12}).encode()
    for length in range(len(body)):
        assert sent(app, "/api/rack", [body[:length]], kind="application/json") is None
    database = Database(tmp_path)
    assert Metals(database, now_utc).write_out("csv").count("\n") == 1
    assert RackBook(database, now_utc).items() == []
    database.close()


@pytest.mark.parametrize("short", [0, 1, len(HEAT)])
def test_a_body_that_ends_before_its_length_is_taken_nowhere(tmp_path, short):
    """The line is not cut: the last part says that it is the last, and is a byte short."""
    app = create_app(tmp_path)
    chunks = [HEAT[: len(HEAT) - short]]
    got = sent(app, "/api/metals/import", chunks, announced=len(HEAT), ends=True)
    assert got == (200 if short == 0 else None)


def test_hostile_requests_are_answered_and_never_by_a_fault_of_ours(client, job):
    run = client.post(f"/api/jobs/{job['id']}/runs").json()["line"]["id"]
    tried = 0

    def check(answer):
        nonlocal tried
        tried += 1
        assert answer.status_code < 500, (answer.request.url, answer.request.content[:200])
        for header in HEADERS:
            assert header in answer.headers

    for method, path, body in bodies():
        text = json.dumps(body, allow_nan=True).encode()
        where = path.format(job=job["id"], run=run)
        check(
            client.request(
                method, where, content=text, headers={"content-type": "application/json"}
            )
        )
    for raw in RAW:
        for method, path in (
            ("POST", "/api/jobs"),
            ("PATCH", f"/api/jobs/{job['id']}"),
            ("POST", "/api/find"),
        ):
            headers = {"content-type": "application/json"}
            check(client.request(method, path, content=raw, headers=headers))
    for file in FILES:
        for door in (
            "/api/rack/import",
            "/api/rack/preview",
            "/api/metals/import",
            "/api/metals/preview",
        ):
            headers = {"content-type": "application/octet-stream"}
            check(client.post(door, content=file, headers=headers))
    for head in HEADS:
        check(client.get("/api/jobs", headers=head))
    for path in PATHS:
        check(client.get(path))
    assert tried > 1500
    assert client.get(f"/api/jobs/{job['id']}").status_code == 200


def test_half_signs_and_zeros_are_refused_and_whole_signs_kept(client):
    def add(name):
        body = b'{"name": "' + name + b'"}'
        return client.post("/api/jobs", content=body, headers={"content-type": "application/json"})

    for bad in (rb"\ud800", rb"\udc00", rb"a\u0000b", rb"\ud83dx", rb"\\\ud800", rb"\ud800\ud800"):
        assert add(bad).status_code == 422
    for good, kept in (
        (rb"\ud83d\ude00", "😀"),
        (rb"\\ud800", r"\ud800"),
        (rb"\u00bd in", "½ in"),
        ("½ ✓".encode(), "½ ✓"),
    ):
        assert add(good).json()["plan"]["job"]["name"] == kept


@pytest.mark.parametrize("site", ["cross-site", "same-site"])
def test_another_sites_page_may_not_make_us_reckon(client, site):
    assert client.get("/api/rack/gas", headers={"sec-fetch-site": site}).status_code == 403
    for own in ("same-origin", "none"):
        assert client.get("/api/rack/gas", headers={"sec-fetch-site": own}).status_code == 200


def test_a_fault_of_ours_carries_every_header_too(tmp_path):
    app = create_app(tmp_path)

    def broken():
        raise RuntimeError("secret path /root")

    app.add_api_route("/api/broken", broken)
    answer = local(app).get("/api/broken")
    assert answer.status_code == 500
    assert "secret" not in answer.text
    for header in HEADERS:
        assert header in answer.headers
