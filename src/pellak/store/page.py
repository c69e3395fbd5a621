"""Lists are read a page at a time by the key of their last row, so that the last page of a long
book costs what the first does."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Generic, TypeVar

Row = TypeVar("Row")
Key = TypeVar("Key")


@dataclass(frozen=True)
class Page(Generic[Row, Key]):
    """Some rows, and the key after which the next page begins; None where there is none."""

    rows: list[Row]
    next: Key | None


def cut(found: Sequence[Row], most: int, key_of: Callable[[Row], Key]) -> Page[Row, Key]:
    """Return a page of at most `most` rows, from a search for one more than that."""
    rows = list(found[:most])
    return Page(rows, key_of(rows[-1]) if len(found) > most else None)
