"""Words of the trade as this page uses them, each in a sentence."""

from functools import cache

from pellak.core.answer.working import Record
from pellak.core.tables import rows


class GlossaryWord(Record):
    """A word, and what is meant by it here."""

    word: str
    meaning: str


@cache
def glossary() -> tuple[GlossaryWord, ...]:
    """Return the words in the order of the alphabet."""
    words = (GlossaryWord(word=row["word"], meaning=row["meaning"]) for row in rows("glossary.csv"))
    return tuple(sorted(words, key=lambda one: one.word))
