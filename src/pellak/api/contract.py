"""The contract as it is read by people: what each operation, field and parameter is, with units."""

import copy
import csv
import re
from collections.abc import Iterator, Mapping
from functools import cache
from importlib.resources import files
from typing import Any, get_args

from fastapi import FastAPI

from pellak.api.problems import SCHEMAS, Problem
from pellak.core.answer.field_units import unit_of
from pellak.core.model.kinds.unions import Job
from pellak.core.rig.items import RackItem
from pellak.shop.flame_session import FlameMessage
from pellak.shop.puddle_session import PuddleMessage

Door = tuple[str, str]


def _kinds_of(union: Any) -> tuple[str, ...]:
    """Return the schemas' names of a union told apart by `kind`."""
    return tuple(kind.__name__ for kind in get_args(get_args(union)[0]))


DOCUMENTS: Mapping[Door, tuple[str, ...]] = {("/api/jobs", "post"): _kinds_of(Job)}
"""Bodies that are a document of one of several kinds."""
TYPED: Mapping[Door, tuple[str, ...]] = {
    ("/api/metals", "post"): ("Certificate",),
    ("/api/rack", "post"): _kinds_of(RackItem),
}
"""The same, whose measures may be text."""
CHANGES: Mapping[Door, tuple[str, ...]] = {
    ("/api/day", "patch"): ("DayKept",),
    ("/api/shop/schools", "patch"): ("ShopSchools",),
}
"""Bodies that are some fields of a document."""
BODIES = DOCUMENTS.keys() | TYPED.keys() | CHANGES.keys()
AS_TYPED = "A measure may be text as it is typed, such as 16 ga or 3/32 in."
PASTED = {"type": "string", "description": "An analysis on one line, as pasted."}
Document = dict[str, Any]


class Contract(FastAPI):
    """The application, whose contract is described; written when first asked for."""

    def openapi(self) -> Document:
        """Return the OpenAPI document."""
        fresh = self.openapi_schema is None
        document = super().openapi()
        if fresh:
            schemas = document["components"]["schemas"]
            # Sockets have no place in such a contract; what is sent over ours has.
            for named in (Problem, FlameMessage, PuddleMessage):
                schema = named.model_json_schema(ref_template=f"{SCHEMAS}{{model}}")
                schemas.update({**schema.pop("$defs"), named.__name__: schema})
            _name_bodies(document)
            _describe(document)
            document["components"]["schemas"] = dict(sorted(schemas.items()))
        return document


@cache
def property_words() -> Mapping[str, str]:
    """Return what a field or parameter is, by its name or by `Schema.name`."""
    text = files(__name__.rpartition(".")[0]).joinpath("property_words.csv")
    rows = csv.DictReader(text.read_text(encoding="utf-8").splitlines())
    return {row["property"]: row["description"] for row in rows}


def described(schema: str, name: str) -> str:
    """Return what a field of a schema is, with its unit; empty where nobody wrote it down."""
    words = property_words()
    found = words.get(f"{schema}.{name}") or words.get(name, "")
    unit = unit_of(name)
    if not found or not unit or re.search(rf"\W{re.escape(unit)}\W", found) or "since" in found:
        return found
    return f"{found.removesuffix('.')}, {unit}."


def _operations(document: Document) -> Iterator[tuple[str, str, Document]]:
    for path, methods in document["paths"].items():
        for method, operation in methods.items():
            yield path, method, operation


def _describe(document: Document) -> None:
    for name, schema in document["components"]["schemas"].items():
        for field, about in schema.get("properties", {}).items():
            _explain(about, described(name, field))
    for _, _, operation in _operations(document):
        about = operation.get("description", "")
        if about:
            # A docstring of one sentence is the summary; what goes on after it stays beside it.
            first, _, rest = about.partition("\n")
            operation["summary"] = first.strip().removesuffix(".")
            if not rest.strip():
                del operation["description"]
        for parameter in operation.get("parameters", []):
            _explain(parameter, described("", parameter["name"]))


def _explain(part: Document, words: str) -> None:
    if words and "description" not in part:
        part["description"] = words


def _name_bodies(document: Document) -> None:
    """Say what the bodies hold that are taken as they come, and read by the shop."""
    schemas = document["components"]["schemas"]
    for path, method, operation in _operations(document):
        names = DOCUMENTS.get((path, method), ())
        for name in TYPED.get((path, method), ()):
            schemas[f"{name}Typed"] = _typed(name, schemas[name])
            names += (f"{name}Typed",)
        for name in CHANGES.get((path, method), ()):
            schemas[f"{name}Changes"] = _some_of(name, schemas[name])
            names += (f"{name}Changes",)
        if names:
            kinds = [{"$ref": SCHEMAS + name} for name in names]
            body = kinds[0] if len(kinds) == 1 else {"anyOf": kinds}
            operation["requestBody"]["content"]["application/json"]["schema"] = body


def _some_of(name: str, schema: Document) -> Document:
    some = {key: what for key, what in copy.deepcopy(schema).items() if key != "required"}
    return some | {"title": f"{name}Changes", "description": f"Some fields of {name}."}


def _typed(name: str, schema: Document) -> Document:
    """Return a document as a form sends it."""
    typed = copy.deepcopy(schema)
    for field in typed["properties"].values():
        kinds = field.get("anyOf", [field])
        if {"number", "integer"} & {kind.get("type") for kind in kinds}:
            numbers = field.pop("anyOf", None) or [{"type": field.pop("type")}]
            field["anyOf"] = [*numbers, {"type": "string"}]
    if name == "Certificate":
        amounts = {"type": "object", "additionalProperties": {"type": "string"}}
        typed["properties"] |= {"amounts": amounts, "line": PASTED}
        typed["required"] = ["heat", "alloy"]
    return typed | {"title": f"{name}Typed", "description": f"{name} as typed. {AS_TYPED}"}
