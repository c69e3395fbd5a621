"""The rack as CSV and JSON files: read with care, written so that they read back."""

import csv
import io
import json
from collections.abc import Sequence
from typing import Any, Literal

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.reading.table_file import decoded, plain_cell, table_lines
from pellak.core.rig.form_fields import rack_fields
from pellak.core.rig.items import RackItem, read_item

FileKind = Literal["csv", "json"]
MOST_ITEMS = 2000
COMMON = ("kind", "name", "note")


class ReadRack(Record):
    """The items of a file, and what in it was not understood and left out."""

    items: list[RackItem]
    left_out: list[str]


def _columns() -> list[str]:
    seen = dict.fromkeys(COMMON)
    seen.update(dict.fromkeys(field.field for field in rack_fields()))
    return list(seen)


def _cell(value: Any) -> str:
    match value:
        case None:
            return ""
        case bool():
            return "yes" if value else "no"
        case list():
            return json.dumps(value, ensure_ascii=False) if value else ""
        case float():
            return repr(value)
    return plain_cell(str(value))


def write_rack(items: Sequence[RackItem], kind: FileKind) -> str:
    """Write items so that `read_rack` gives the same ones back. CSV measures are canonical."""
    documents = [item.model_dump(mode="json") for item in items]
    if kind == "json":
        return json.dumps({"rack": documents}, ensure_ascii=False, indent=2) + "\n"
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    columns = _columns()
    writer.writerow(columns)
    units = {(f.kind, f.field): f.unit for f in rack_fields()}
    for document in documents:
        cells = []
        for column in columns:
            text = _cell(document.get(column))
            unit = units.get((document["kind"], column), "")
            # The unit stands in the cell, so that a bare `.5` is never taken for inches.
            cells.append(f"{text} {unit}" if text and unit else text)
        writer.writerow(cells)
    return out.getvalue()


def read_rack(body: bytes) -> ReadRack:
    """Read a rack from CSV or JSON; everything in it is good, or none of it is taken.

    Raises:
        Refused: names the row and column, or the item and field, that cannot be used.
    """
    text = decoded(body)
    read = _from_json(text) if text[0] in "[{" else _from_csv(text)
    seen: dict[tuple[str, str], int] = {}
    for place, item in enumerate(read.items, start=1):
        first = seen.setdefault((item.kind, item.name), place)
        if first != place:
            raise Refused(f"item {place}", item.name, f"each {item.kind} once; see item {first}")
    return read


def _from_csv(text: str) -> ReadRack:
    lines = table_lines(text, MOST_ITEMS)
    header = [cell.strip() for cell in lines[0]]
    for needed in ("kind", "name"):
        if needed not in header:
            raise Refused("header", ", ".join(header)[:80], f"a column named {needed}")
    known = set(_columns())
    unknown = [f"column {name[:40]}" for name in header if name and name not in known]
    items = []
    for number, line in enumerate(lines[1:], start=2):
        cells = {
            name: cell.strip()
            for name, cell in zip(header, line, strict=False)
            if name in known and cell.strip()
        }
        items.append(read_item(cells, f"row {number}, column "))
    return ReadRack(items=items, left_out=unknown)


def _from_json(text: str) -> ReadRack:
    try:
        document: Any = json.loads(text)
    except (ValueError, RecursionError) as error:
        raise Refused("file", str(error)[:80], "a JSON file of a rack") from None
    listed = document.get("rack", [document]) if isinstance(document, dict) else document
    if not isinstance(listed, list) or len(listed) > MOST_ITEMS:
        raise Refused("rack", "something else", f"a list of up to {MOST_ITEMS} items")
    known = set(_columns())
    items, unknown = [], []
    for place, entry in enumerate(listed, start=1):
        if not isinstance(entry, dict):
            raise Refused(f"item {place}", repr(entry)[:40], "an object with kind and name")
        unknown += [f"item {place}, {key[:40]}" for key in entry if key not in known]
        usable = {key: value for key, value in entry.items() if key in known}
        items.append(read_item(usable, f"item {place}, "))
    return ReadRack(items=items, left_out=unknown)
