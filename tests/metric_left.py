"""Sentences walked for figures of the other system, marks left over, units in names."""

import re
from collections.abc import Iterator
from typing import Any

from pellak.core.marks import CLOSE, OPEN

METRIC_LEFT = re.compile(
    r"(?<![\w.#])\d[\d.,]* (?:mm/min|mm|°C|bar|kg|L/h|L|m/s|m³|m)(?![\w/³²”])"
    r"|\d(?:mm|°C|bar)\b(?!-)"
)
INCH_LEFT = re.compile(r"(?<![\w.#])\d[\d.,]* ?(?:in|°F|psi|lb|cfh|ft³|ft)\b(?! pipe)")
FIGURE = re.compile(r"(?<![\w./:-])(\d+(?:\.\d+)?) ?(?:in|°F|psi|cfh|ft|ft³|lb)\b")
MOST_FIGURES = 3
NOT_SENTENCES = frozenset(
    {"formula", "inserted", "source", "name", "typed", "belongs_to", "job", "who", "note_typed"}
)
"""Working is told in the units it is worked in; names and what was typed are left as they are."""


def sentences(document: Any, path: str = "") -> Iterator[tuple[str, str]]:
    """Return every sentence of a document with where it stands."""
    if isinstance(document, dict):
        for key, value in document.items():
            if key not in NOT_SENTENCES:
                yield from sentences(value, f"{path}.{key}")
    elif isinstance(document, list):
        for one in document:
            yield from sentences(one, path)
    elif isinstance(document, str):
        yield path, document


def metric_left(document: Any) -> list[tuple[str, str]]:
    """Return the sentences of an answer in inches that still say something else."""
    return [
        (path, text)
        for path, text in sentences(document)
        if METRIC_LEFT.search(text) or too_fine(text) or OPEN in text or CLOSE in text
    ]


def too_fine(text: str) -> bool:
    """Return whether a figure in it has more than three that count."""
    return any(len(_that_count(found)) > MOST_FIGURES for found in FIGURE.findall(text))


def _that_count(number: str) -> str:
    if "." not in number and int(number) % 25 == 0:
        # Heats over a thousand degrees go by twenty-fives.
        return ""
    return (number if "." in number else number.rstrip("0")).replace(".", "").lstrip("0")


def inch_left(document: Any) -> list[tuple[str, str]]:
    """Return the sentences of an answer in metric that still say something else."""
    return [
        (path, text)
        for path, text in sentences(document)
        if INCH_LEFT.search(text) or OPEN in text or CLOSE in text
    ]
