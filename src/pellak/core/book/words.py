"""What a page calls the things of the book: said once, here."""

from collections.abc import Iterable

from pellak.core.answer.working import Record
from pellak.core.book.search import SORTS
from pellak.core.model.run_measures import PUDDLE_PLACES, VERDICTS
from pellak.core.run.photo import SLOTS
from pellak.core.tables.metal_families import family_traits


class Word(Record):
    """Something by its id, and what it is called."""

    id: str
    label: str


class BookWords(Record):
    """How a run came out, where a puddle was timed, what a photo shows, orders, metals."""

    verdicts: list[Word]
    puddle_places: list[Word]
    slots: list[Word]
    sorts: list[Word]
    metals: list[Word]


def book_words() -> BookWords:
    """Return every choice of the book with its label, in the order they are offered."""
    return BookWords(
        verdicts=_words(VERDICTS.items()),
        puddle_places=_words(PUDDLE_PLACES.items()),
        slots=_words(SLOTS.items()),
        sorts=_words(SORTS.items()),
        metals=_words((f, one.name) for f, one in family_traits().items()),
    )


def _words(pairs: Iterable[tuple[str, str]]) -> list[Word]:
    return [Word(id=name, label=label) for name, label in pairs]
