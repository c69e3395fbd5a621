"""The words in a line that says a job, by what they tell: joint, section, what it is for."""

import re
from collections.abc import Iterable
from functools import cache
from typing import NamedTuple

from pellak.core.tables import rows

SPELLINGS = {
    "aluminum": "aluminium", "galvanized": "galvanised", "color": "colour", "colors": "colours",
    "gray": "grey", "tire": "tyre", "normalize": "normalise", "oxidizing": "oxidising",
    "carburizing": "carburising", "gage": "gauge", "mold": "mould", "center": "centre",
}  # fmt: skip
"""Both spellings of a word are one word."""


class Phrase(NamedTuple):
    """Words as they stand in a line, and what they mean."""

    pattern: re.Pattern[str]
    means: str


def plain(text: str) -> str:
    """Return a line in small letters and in one spelling."""
    words = re.sub(r"[×✕]", "x", text.casefold()).replace("-", " ").split()
    return " ".join(SPELLINGS.get(word, word) for word in words)


def phrases_of(pairs: Iterable[tuple[str, str]]) -> tuple[Phrase, ...]:
    """Return phrases, the longest first; of two that read alike the first counts.

    Args:
        pairs: phrases between semicolons, and what they mean
    """
    made: dict[str, str] = {}
    for words, means in pairs:
        for word in words.split(";"):
            made.setdefault(plain(word), means)
    longest_first = sorted(made.items(), key=lambda pair: -len(pair[0]))
    return tuple(
        Phrase(re.compile(rf"(?<!\w){re.escape(word)}(?!\w)"), means)
        for word, means in longest_first
    )


def rows_of(what: str) -> list[tuple[str, str]]:
    """Return the rows of the table that tell one sort of thing."""
    found = (row for row in rows("job_line_words.csv") if row["what"] == what)
    return [(row["words"], row["means"]) for row in found]


@cache
def phrases(what: str) -> tuple[Phrase, ...]:
    """Return the phrases of one sort, the longest first."""
    return phrases_of(rows_of(what))


def found(text: str, what: str) -> str | None:
    """Return what the longest phrase of a sort means, None where none stands in the text.

    >>> found("18 ga outside corner", "joint"), found("18 ga", "joint")
    ('outside-corner', None)
    """
    return next((one.means for one in phrases(what) if one.pattern.search(text)), None)
