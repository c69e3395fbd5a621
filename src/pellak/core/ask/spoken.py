"""What people say, answered with a card: troubles, terms, tools, gases, what is not planned."""

import re
from dataclasses import dataclass
from functools import cache

from pellak.core.answer.working import Record
from pellak.core.reading.line_words import SPELLINGS
from pellak.core.tables import rows

MOST_CARDS = 3
SMALL_WORDS = frozenset({
    "a", "an", "the", "my", "our", "is", "it", "its", "be", "are", "was", "do", "does",
    "did", "i", "we", "you", "me", "can", "could", "should", "would", "how", "what",
    "whats", "which", "why", "when", "where", "who", "of", "to", "on", "in", "at", "for",
    "with", "and", "or", "so", "that", "this", "there", "has", "have", "got", "get", "much",
    "many", "long", "will", "need", "use", "about", "whether", "if", "as", "from", "by",
})  # fmt: skip
"""Words that ask but say nothing of what about."""
WHOLE, HELD, PART = 3.0, 1.0, 0.5
"""How a saying fits: the whole of what was typed, held in it, or a part of it."""


class SpokenCard(Record):
    """A short answer in words, with the place that goes on from there."""

    kind: str
    title: str
    text: str
    place: str
    source: str


@dataclass(frozen=True)
class _Saying:
    words: frozenset[str]
    typed: str
    card: SpokenCard


def spoken_cards(text: str) -> list[SpokenCard]:
    """Return the cards that answer what was typed, the best first, at most three.

    Source: `spoken_words.csv`

    >>> [card.title for card in spoken_cards("it keeps popping")][:1]
    ['It pops or snaps out']
    >>> spoken_cards("zzz")
    []
    """
    typed = " ".join(_words(text))
    asked = frozenset(typed.split()) - SMALL_WORDS or frozenset(typed.split())
    if not asked:
        return []
    best: dict[str, tuple[float, SpokenCard]] = {}
    for saying in _sayings():
        fit = _fit(saying, typed, asked)
        if fit > best.get(saying.card.title, (0.0, saying.card))[0]:
            best[saying.card.title] = (fit, saying.card)
    ranked = sorted(best.values(), key=lambda one: -one[0])
    return [card for fit, card in ranked[:MOST_CARDS] if fit > 0.6 * ranked[0][0]]


def _fit(saying: _Saying, typed: str, asked: frozenset[str]) -> float:
    if saying.typed == typed or saying.words == asked:
        return WHOLE
    shared = saying.words & asked
    if saying.words <= asked:
        return HELD + len(shared) / len(asked)
    if asked <= saying.words:
        return PART + len(shared) / len(saying.words)
    return 0.0


@cache
def _sayings() -> tuple[_Saying, ...]:
    found = []
    for row in rows("spoken_words.csv"):
        card = SpokenCard(
            kind=row["kind"], title=row["title"], text=row["card"], place=row["place"],
            source=row["source"],
        )  # fmt: skip
        for said in row["said"].split(";"):
            words = _words(said)
            about = frozenset(words) - SMALL_WORDS or frozenset(words)
            found.append(_Saying(about, " ".join(words), card))
    return tuple(found)


def _words(text: str) -> list[str]:
    plain = re.sub(r"[^\w/.]+", " ", text.casefold()).replace("’", "")
    return [_stem(SPELLINGS.get(word, word)) for word in plain.split() if word.strip(".")]


def _stem(word: str) -> str:
    """Return a word without the s of many things: `tacks` is `tack`."""
    return word[:-1] if len(word) > 3 and word.endswith("s") and not word.endswith("ss") else word
