"""Mill certificates as CSV and JSON files: read with care, written so that they read back."""

import csv
import io
import json
import re
from collections.abc import Mapping, Sequence
from itertools import zip_longest
from typing import Any, Literal

from pydantic import ValidationError

from pellak.core.answer.errors import Refused
from pellak.core.answer.working import Record
from pellak.core.metal.certificate import (
    Amount,
    Certificate,
    checked_certificate,
    find_alloy,
    likest,
    read_amount,
)
from pellak.core.metal.composition import ELEMENTS, element_named
from pellak.core.reading.table_file import decoded, plain_cell, table_lines

FileKind = Literal["csv", "json"]
MOST_HEATS = 1000
TEXT_COLUMNS: Mapping[str, str] = {
    "heat": "heat",
    "heat no": "heat",
    "heat number": "heat",
    "cast": "heat",
    "melt": "heat",
    "alloy": "alloy",
    "grade": "alloy",
    "material": "alloy",
    "note": "note",
    "remarks": "note",
}
CORNERS = ("", "element", "elements", "analysis", "chemistry")
_ELEMENT_HEADING = re.compile(
    r"(?P<element>[A-Za-z]{1,10})[\s_]*[\[(]?\s*(?P<unit>%|pct|wt\.?\s*%|ppm)?\s*[\])]?"
)


class ReadFile(Record):
    """The certificates of a file, and what in it was not understood and left out.

    `by_analysis` names the heats without a grade, read as the alloy their analysis is near.
    """

    certificates: list[Certificate]
    left_out: list[str]
    by_analysis: list[str]


def read_file(body: bytes) -> ReadFile:
    """Read certificates from a CSV or JSON file; everything in it is good, or none of it is taken.

    Raises:
        Refused: names the row and column, or the place in the JSON, that cannot be used.
    """
    text = decoded(body)
    read = _from_json(text) if text[0] in "[{" else _from_csv(text)
    heats: dict[str, int] = {}
    for place, certificate in enumerate(read.certificates, start=1):
        if certificate.heat in heats:
            first = heats[certificate.heat]
            raise Refused(f"heat {place}", certificate.heat, f"each heat once; see heat {first}")
        heats[certificate.heat] = place
    return read


def _headings(
    cells: Sequence[str],
) -> tuple[dict[int, str], dict[int, tuple[str, bool]], list[str]]:
    """Return text columns, element columns with whether they count ppm, and the unknown ones."""
    texts: dict[int, str] = {}
    elements: dict[int, tuple[str, bool]] = {}
    unknown = []
    for place, cell in enumerate(cells):
        name = " ".join(cell.strip().casefold().replace("_", " ").split())
        if name in TEXT_COLUMNS:
            texts[place] = TEXT_COLUMNS[name]
            continue
        match = _ELEMENT_HEADING.fullmatch(cell.strip())
        element = element_named(match["element"]) if match else ""
        if match and element:
            elements[place] = (element, (match["unit"] or "").lower() == "ppm")
        elif cell.strip():
            unknown.append(f"column {cell.strip()[:40]}")
    named = [*texts.values(), *(element for element, _ in elements.values())]
    twice = next((name for name in named if named.count(name) > 1), None)
    if twice:
        raise Refused("header", twice, f"one column for {twice}")
    if "heat" not in texts.values():
        raise Refused("header", ", ".join(cells)[:80], "a column named heat")
    return texts, elements, unknown


def _is_element(cell: str) -> bool:
    match = _ELEMENT_HEADING.fullmatch(cell.strip())
    return bool(match and element_named(match["element"]))


def _with_heats_down(lines: list[list[str]]) -> list[list[str]]:
    """Return a table with a heat in each row: many certificates have an element in each instead."""
    across = sum(_is_element(cell) for cell in lines[0])
    down = sum(_is_element(line[0]) for line in lines if line)
    if down <= across:
        return lines
    turned = [list(column) for column in zip_longest(*lines, fillvalue="")]
    corner = turned[0][0].strip().casefold()
    if corner in CORNERS:
        # What stands over the elements is over the heats once the table is turned.
        turned[0][0] = "heat"
    return turned


def _from_csv(text: str) -> ReadFile:
    lines = _with_heats_down([list(line) for line in table_lines(text, MOST_HEATS)])
    texts, elements, unknown = _headings(lines[0])
    certificates, by_analysis = [], []
    for number, line in enumerate(lines[1:], start=2):
        said = {name: line[place].strip() for place, name in texts.items() if place < len(line)}
        amounts = {
            element: read_amount(line[place], f"row {number}, column {element}", ppm=ppm)
            for place, (element, ppm) in elements.items()
            if place < len(line) and line[place].strip() not in ("", "-", "—")
        }
        certificates.append(_certificate(said, amounts, f"row {number}", "column "))
        if not said.get("alloy"):
            by_analysis.append(said["heat"])
    return ReadFile(certificates=certificates, left_out=unknown, by_analysis=by_analysis)


def _certificate(
    said: Mapping[str, str], amounts: dict[str, Amount], field: str, column: str = ""
) -> Certificate:
    named = f"{field}, {column}alloy"
    alloy = find_alloy(said["alloy"], named) if said.get("alloy") else likest(amounts, named)
    texts = {"heat": said.get("heat", ""), "note": said.get("note", "")}
    try:
        certificate = Certificate(alloy=alloy.id, amounts=amounts, **texts)
    except ValidationError as error:
        fault = error.errors(include_url=False, include_context=False)[0]
        raise Refused(
            f"{field}, {column}{fault['loc'][0]}",
            fault.get("input"),
            fault["msg"].removeprefix("Value error, "),
        ) from None
    return checked_certificate(certificate, field)


def _from_json(text: str) -> ReadFile:
    try:
        document: Any = json.loads(text)
    except (ValueError, RecursionError) as error:
        raise Refused("file", str(error)[:80], "a JSON file of certificates") from None
    listed = document.get("heats", [document]) if isinstance(document, dict) else document
    if not isinstance(listed, list) or len(listed) > MOST_HEATS:
        raise Refused("heats", "something else", f"a list of up to {MOST_HEATS} heats")
    certificates, unknown, by_analysis = [], [], []
    for place, heat in enumerate(listed, start=1):
        field = f"heat {place}"
        if not isinstance(heat, dict):
            raise Refused(field, repr(heat)[:40], "an object with heat, alloy and composition")
        composition = heat.get("composition")
        if not isinstance(composition, dict):
            raise Refused(f"{field}, composition", repr(composition)[:40], "elements with amounts")
        ppm = str(heat.get("unit", "%")).casefold() == "ppm"
        amounts = {}
        for name, amount in composition.items():
            if name not in ELEMENTS:
                unknown.append(f"{field}, {name[:40]}")
                continue
            if isinstance(amount, bool) or not isinstance(amount, int | float | str):
                raise Refused(f"{field}, {name}", repr(amount)[:40], "a number or a text")
            amounts[name] = read_amount(str(amount), f"{field}, {name}", ppm=ppm)
        unknown += [
            f"{field}, {key[:40]}"
            for key in heat
            if key not in ("heat", "alloy", "note", "composition", "unit")
        ]
        said = {key: str(heat.get(key, "")).strip() for key in ("heat", "alloy", "note")}
        certificates.append(_certificate(said, amounts, field))
        if not said["alloy"]:
            by_analysis.append(said["heat"])
    return ReadFile(certificates=certificates, left_out=unknown, by_analysis=by_analysis)


def write_file(certificates: Sequence[Certificate], kind: FileKind) -> str:
    """Write certificates so that `read_file` gives the same ones back."""
    if kind == "json":
        heats = [
            {
                "heat": c.heat,
                "alloy": c.alloy,
                "note": c.note,
                "unit": "%",
                "composition": {e: a.text for e, a in c.amounts.items()},
            }
            for c in certificates
        ]
        return json.dumps({"heats": heats}, ensure_ascii=False, indent=2) + "\n"
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    used = [e for e in ELEMENTS if any(e in c.amounts for c in certificates)]
    writer.writerow(["heat", "alloy", "note", *(f"{e}_pct" for e in used)])
    for c in certificates:
        cells = [c.amounts[e].text if e in c.amounts else "" for e in used]
        texts = [plain_cell(text) for text in (c.heat, c.alloy, c.note)]
        writer.writerow([*texts, *cells])
    return out.getvalue()
