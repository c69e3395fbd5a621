"""Requests nobody means well by: every place a value can stand, with everything nasty in it."""

from collections.abc import Iterator
from typing import Any

NASTY: tuple[Any, ...] = (
    None,
    True,
    [],
    {},
    "",
    " ",
    "\t",
    "=1+1",
    "+cmd",
    "-2+3",
    "@x",
    "'; DROP TABLE job; --",
    "../" * 9,
    "%00",
    "x" * 70_000,
    "½" * 500,
    "\u202e",
    "é\u0301",
    "💥" * 40,
    "NaN",
    "1e999",
    "-1",
    "0",
    "5e-324",
    5e-324,
    -5e-324,
    1e308,
    -1e308,
    2**63,
    -(2**63),
    10**400,
    1e-30,
    0,
    -1,
    [[[[[]]]]],
    {"a": {"b": {"c": {}}}},
    "<script>alert(1)</script>",
    "18 ga plywood",
    "1/0 in",
    "0x10",
    "١٢",
    "1" * 400,
    "1,2,3",
    "𝟣.𝟤 mm",
)
RAW = (
    b"",
    b"{",
    b"[",
    b"null",
    b"1e400",
    b'"\\ud800"',
    b'{"name": "\\ud800"}',
    b'{"name": "\\udc00x"}',
    b'{"name": "a\\u0000b"}',
    b'{"name": 1e400}',
    b'{"name": NaN}',
    b'{"name": -Infinity}',
    b"\xff\xfe",
    b'{"name": "x", "name": 7}',
    b"[" * 50_000,
    b'{"a":' * 20_000,
    b'{"name": "\\uD83D"}',
    b'{"version": 1e400, "changes": {}}',
    b'{"version": 99999999999999999999, "changes": {}}',
    b"\xef\xbb\xbf{}",
    b"{}\x00",
)
FILES = (
    b"",
    b",,,",
    b'",,,"',
    b'"',
    b"\n\n\n",
    b";;;\n;;;",
    b"kind,name\n",
    b"kind,name\ntip,=1+1\n",
    b"heat,alloy,C\n=x,4130,0.3\n",
    b"heat,alloy,C\nH1,4130,1e400\n",
    b"heat,alloy,C\nH1,4130,5e-324\n",
    b"\x00\x00",
    b"\xff\xfe",
    b"\xff\xfe\x00",
    b"PK\x03\x04" + b"\x00" * 50,
    b"%PDF-1.7\n" + b"9" * 500,
    b"[" * 30_000,
    b"{" * 30_000,
    b'[{"kind": "tip", "name": "\\ud800", "orifice_mm": 1}]',
    b'{"rack": 7}',
    b'{"rack": [7]}',
    b'{"heats": [{"heat": "x"}]}',
    b"a" * 200_000,
    b"heat,alloy\n" + b"x,y\n" * 5000,
    b'[{"kind": "torch", "name": "T", "mixer": "injector", "connection": "=cmd()"}]',
    b'kind,name,readings\ncylinder,A,"[[[[[[["\n',
    b"kind,name,chart\ntip,A,[1e400]\n",
)
HEADS = (
    {"origin": "http://["},
    {"origin": "null"},
    {"origin": "http://evil.example"},
    {"host": ""},
    {"host": "["},
    {"host": "a:b:c"},
    {"content-length": "-1"},
    {"content-length": "9" * 30},
    {"content-length": "x"},
    {"cookie": "=;=;=" * 50},
    {"cookie": "pellak_signed_in=\x7f"},
    {"sec-fetch-site": "cross-site"},
    {"authorization": "Basic ////"},
    {"content-type": "x"},
    {"content-type": "application/json; charset=utf-7"},
    {"accept": "\x7f"},
    {"if-match": "*" * 900},
)
PATHS = (
    "/api/jobs/%00",
    "/api/jobs/%ff",
    "/api/jobs/..%2f..",
    "/api/runs/%F0%9F%92%A5",
    "/api//jobs",
    "/api/runs?before=-1",
    "/api/runs?before=99999999999999999999",
    "/api/runs?most=0",
    "/api/jobs?after=x",
    "/api/jobs?after=@",
    "/api/jobs?after=a@9999-12-31T23:59:59-14:00",
    "/api/jobs?after=a@0001-01-01T00:00:00%2b14:00",
    "/api/runs?words=%22%22%22",
    "/api/runs?words=%00abc",
    "/api/runs?words=NEAR(a b)",
    "/api/runs?words=%ff%ff%ff",
    "/api/runs?words=%25%25%25",
    "/api/rack/export?kind=exe",
    "/api/metals/%22",
    "/api/shop/card.pdf?paper=a9",
)


def bodies() -> Iterator[tuple[str, str, dict[str, Any]]]:
    """Give method, path and JSON body of every field with everything nasty in it.

    `{job}`, `{run}` and `{item}` in a path are to be filled in.
    """
    for value in NASTY:
        for field in ("name", "thickness_mm", "alloy", "typed", "corners_mm", "joint", "tip_label"):
            yield "POST", "/api/jobs", {"name": "x", field: value}
        for field in (
            "thickness_mm",
            "name",
            "length_mm",
            "start_c",
            "corners_mm",
            "alloy",
            "typed",
        ):
            body = {"version": 1, "changes": {field: value}}
            yield "PATCH", "/api/jobs/{job}", body
            yield "POST", "/api/jobs/{job}/preview", {"changes": {field: value}}
        for field in ("kind", "name", "orifice_mm", "chart", "note", "jets"):
            yield "POST", "/api/rack", {"kind": "tip", "name": "q", "orifice_mm": 1, field: value}
        for field in ("gas", "size", "readings", "tare_kg", "connection", "dated"):
            yield "POST", "/api/rack", {"kind": "cylinder", "name": "q", field: value}
        for field in ("who", "puddle_s", "seam_min", "seen", "notes", "hand"):
            yield "PATCH", "/api/runs/{run}", {"version": 2, "entries": {field: value}}
        yield "PATCH", "/api/jobs/{job}", {"version": value, "changes": {}}
        yield "POST", "/api/find", {"text": value}
        yield "POST", "/api/metals", {"heat": value, "alloy": "4130", "line": "C 0.3"}
        yield "POST", "/api/metals", {"heat": "x", "alloy": value, "amounts": {"C": value}}
        yield "POST", "/api/sign-in", {"passcode": value}
        yield "PATCH", "/api/shop/schools", {"pace": value}
        yield "PATCH", "/api/shop/backups", {"kept": value}
        yield "POST", "/api/runs/{run}/clocks", {"version": 2, "clock": "leak", "ago": value}
        yield "POST", "/api/runs/{run}/leak-test", {"version": 2, "readings": value}
        yield "POST", "/api/runs/{run}/acts/tacks", {"version": 2, "report": {"done": value}}
        yield "POST", "/api/runs/{run}/acts/measured", {"version": 2, "report": {"gap": value}}
        yield "POST", "/api/runs/{run}/acts/tacks", {"version": 2, "report": value}
        yield "POST", "/api/reckon/quantity", {"text": value, "kind": "length"}
        yield (
            "POST",
            "/api/reckon/heat",
            {
                "family": "lead",
                "thickness_mm": value,
                "acetylene_l_per_h": value,
            },
        )
