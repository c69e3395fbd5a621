"""Print the API's contract as JSON; with --page, the part the page asks, for its types."""

import json
import sys
import tempfile
from pathlib import Path
from typing import Any

from pellak.api.app import create_app
from pellak.api.contract import BODIES

PAGE_ASKS = frozenset({"/api/reckon/quantity", "/api/reckon/distortion"})
"""The reckoners the page asks by themselves; all others reach it as part of a plan."""
OVER_SOCKETS = frozenset({"FlameMessage", "PuddleMessage"})
"""What the page is told over a socket, which no route names."""
CABLES_ASK = frozenset({"/api/watches/{watch_id}/lines", "/api/practice/dials/{dial}"})
"""What only a thermometer's cable or a dial sends to."""


def document() -> dict[str, Any]:
    """Return the whole contract."""
    with tempfile.TemporaryDirectory() as folder:
        return create_app(Path(folder)).openapi()


def page_part(whole: dict[str, Any]) -> dict[str, Any]:
    """Return the contract without what the page never asks, and without what only that names."""
    paths = {
        path: {method: _free(path, method, row) for method, row in offered.items()}
        for path, methods in whole["paths"].items()
        if (offered := {m: row for m, row in methods.items() if not row.get("deprecated")})
        and path not in CABLES_ASK
        and (not path.startswith("/api/reckon") or path in PAGE_ASKS)
    }
    schemas = whole["components"]["schemas"]
    wanted: set[str] = set()
    found = _named(paths) | OVER_SOCKETS
    while found:
        wanted |= found
        found = set().union(*(_named(schemas[name]) for name in found)) - wanted
    kept = {name: _bare(schema) for name, schema in schemas.items() if name in wanted}
    return whole | {"paths": paths, "components": whole["components"] | {"schemas": kept}}


def _free(path: str, method: str, operation: dict[str, Any]) -> dict[str, Any]:
    """Return an operation whose document, where it takes one, is any: forms send what is typed."""
    if (path, method) not in BODIES:
        return operation
    anything = {"schema": {"type": "object", "additionalProperties": True}}
    return operation | {
        "requestBody": {"content": {"application/json": anything}, "required": True}
    }


def _bare(schema: dict[str, Any]) -> dict[str, Any]:
    """Return a schema without what its fields are: the page's authors have the contract itself."""
    fields = {
        name: {key: what for key, what in field.items() if key != "description"}
        for name, field in schema.get("properties", {}).items()
    }
    return schema | {"properties": fields} if fields else schema


def _named(part: Any) -> set[str]:
    """Return the names of the schemas a part of the contract points at."""
    if isinstance(part, dict):
        here = {part["$ref"].rpartition("/")[2]} if isinstance(part.get("$ref"), str) else set()
        return here.union(*map(_named, part.values()))
    return set().union(*map(_named, part)) if isinstance(part, list) else set()


def written(part: dict[str, Any]) -> str:
    """Return a contract as it is kept in the tree."""
    return json.dumps(part, indent=1, ensure_ascii=False) + "\n"


if __name__ == "__main__":
    whole = document()
    print(written(page_part(whole) if "--page" in sys.argv else whole), end="")
