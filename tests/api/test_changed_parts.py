"""A job's answer comes in the parts that changed, and put together they are the whole."""

import json
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from pellak.api.app import create_app
from pellak.api.changed_parts import KEPT, changed

from .conftest import local

CASES = json.loads((Path(__file__).parent / "changed_parts.json").read_text())
MOST_BYTES = 40_000


def put_together(before, part):
    """What the page does, written down once more."""
    if isinstance(part, list):
        return part[0]
    if isinstance(before, list):
        came_from = part.get("<", range(part.get("#", len(before))))
        was = [before[at] if 0 <= at < len(before) else None for at in came_from]
        return [
            put_together(one, part[str(at)]) if str(at) in part else one
            for at, one in enumerate(was)
        ]
    after = {key: value for key, value in before.items() if key not in part.get("-", ())}
    for key, value in part.items():
        if key != "-":
            after[key] = put_together(after.get(key), value)
    return after


@pytest.mark.parametrize("case", CASES, ids=lambda case: json.dumps(case["part"]))
def test_the_parts_of_the_page_s_own_cases(case):
    assert changed(case["before"], case["after"]) == case["part"]
    assert put_together(case["before"], case["part"]) == case["after"]


names = st.sampled_from(["id", "torch", "run", "text", "0", "-", "#", "<"])
values = st.recursive(
    st.none() | st.booleans() | st.integers(0, 3) | st.floats(0, 3, width=16) | st.text(max_size=3),
    lambda inside: (
        st.lists(inside, max_size=5)
        | st.dictionaries(names, inside, max_size=4)
        | st.lists(st.fixed_dictionaries({"id": names, "value": inside}), max_size=4)
    ),
    max_leaves=25,
)


@given(before=st.dictionaries(names, values), after=st.dictionaries(names, values))
def test_whatever_stood_before_the_parts_make_the_whole(before, after):
    part = changed(before, after)
    assert (part is None) == (json.dumps(before) == json.dumps(after)) or before == after
    made = put_together(before, json.loads(json.dumps(part or {})))
    # As texts: to Python true, 1 and 1.0 are one value.
    assert json.dumps(made, sort_keys=True) == json.dumps(after, sort_keys=True)


@pytest.fixture
def demo(demo_copy):
    with local(create_app(demo_copy)) as client:
        yield client


def test_an_edit_of_any_demo_job_is_answered_in_forty_thousand_bytes(demo):
    for ticket in demo.get("/api/jobs").json()["tickets"]:
        path = f"/api/jobs/{ticket['id']}"
        opened = demo.get(path, headers={"Pellak-Holds": "none"})
        assert "pellak-changed-from" not in opened.headers
        job = opened.json()["plan"]["job"]
        for field in {"thickness_mm", "length_mm", "name"} & job.keys():
            if job[field] is None:
                continue
            asked = {"changes": {field: "Other" if field == "name" else job[field] * 1.07}}
            tag = opened.headers["pellak-tag"]
            parts = demo.post(f"{path}/preview", json=asked, headers={"Pellak-Holds": tag})
            assert parts.headers["pellak-changed-from"] == tag
            assert len(parts.content) < MOST_BYTES, (ticket["name"], field)
            whole = demo.post(f"{path}/preview", json=asked)
            assert put_together(opened.json(), parts.json()) == whole.json()


def test_who_holds_nothing_we_know_is_answered_whole(client, job):
    path = f"/api/jobs/{job['id']}"
    plain = client.get(path)
    assert "pellak-tag" not in plain.headers
    unknown = client.get(path, headers={"Pellak-Holds": "0" * 24})
    assert unknown.json() == plain.json()
    first = unknown.headers["pellak-tag"]
    same = client.get(path, headers={"Pellak-Holds": first})
    assert (same.json(), same.headers["pellak-changed-from"]) == ({}, first)
    for number in range(KEPT):
        changes = {"changes": {"name": f"Patch {number}"}}
        client.post(f"{path}/preview", json=changes, headers={"Pellak-Holds": "none"})
    assert "pellak-changed-from" not in client.get(path, headers={"Pellak-Holds": first}).headers


def test_a_refusal_is_told_as_it_is(client, job):
    path = f"/api/jobs/{job['id']}"
    tag = client.get(path, headers={"Pellak-Holds": "none"}).headers["pellak-tag"]
    refused = client.patch(
        path,
        json={"version": 1, "changes": {"thickness_mm": "-2"}},
        headers={"Pellak-Holds": tag},
    )
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"] == "thickness_mm"


def test_an_archiving_has_no_body_and_is_answered(client, job):
    path = f"/api/jobs/{job['id']}"
    gone = client.delete(path, headers={"Pellak-Holds": "none"})
    assert (gone.status_code, gone.content) == (204, b"")
    back = client.post(f"{path}/restore", headers={"Pellak-Holds": "none"})
    assert back.json()["id"] == job["id"]
