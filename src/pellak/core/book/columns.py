"""Runs in columns: small enough to hold, quick enough to count at every stroke.

A run is a row of numbers; words are kept once and stand in the rows by their place."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from typing import Any

import numpy as np
from numpy.typing import NDArray

from pellak.core.book.texts import RunTexts

WORDS = ("kind", "family", "joint", "who", "tip", "verdict")
"""What stands as a word, by column."""
NUMBERS = ("day", "thickness_mm", "puddle_s", "planned_puddle_s", "acetylene_l", "length_mm")
"""What stands as a number; what is not known is not a number. `day` counts days since 1970."""
MOST_SIGNS = 63
FIRST_ROOM = 1024
Mask = NDArray[np.bool_]


@dataclass(frozen=True)
class RunEntry:
    """One run as it is entered: words, numbers, signs seen, remedies tried and whether they helped.

    `place` orders the book; `text` is all that may be searched for in it.
    """

    run_id: str
    place: int
    words: dict[str, str]
    numbers: dict[str, float | None]
    signs: Sequence[str] = ()
    tried: Sequence[tuple[str, bool | None]] = ()
    text: str = ""


@dataclass
class RunColumns:
    """All runs of a book. Rows stand in the order they came; `order` is newest first."""

    run_ids: list[str] = field(default_factory=list)
    labels: dict[str, list[str]] = field(default_factory=lambda: {name: [] for name in WORDS})
    signs: list[str] = field(default_factory=list)
    tried: dict[int, Sequence[tuple[str, bool | None]]] = field(default_factory=dict)

    def __post_init__(self) -> None:
        """Make room."""
        self._row_of: dict[str, int] = {}
        self._texts = RunTexts()
        self._label_at: dict[str, dict[str, int]] = {name: {} for name in WORDS}
        self._words = np.zeros((len(WORDS), FIRST_ROOM), dtype=np.int32)
        self._numbers = np.full((len(NUMBERS), FIRST_ROOM), np.nan)
        self._places = np.zeros(FIRST_ROOM, dtype=np.int64)
        self._seen = np.zeros(FIRST_ROOM, dtype=np.int64)
        self._masks: dict[tuple[str, ...], int] = {}
        self._order: NDArray[np.int64] | None = None

    def __len__(self) -> int:
        """Return how many runs there are."""
        return len(self.run_ids)

    def enter(self, entries: Iterable[RunEntry]) -> None:
        """Take runs in; one that was in before is written anew."""
        for entry in entries:
            row = self._row_of.get(entry.run_id)
            if row is None:
                row = self._row_of[entry.run_id] = len(self.run_ids)
                self.run_ids.append(entry.run_id)
                self._make_room(row + 1)
                self._order = None
            elif self._places[row] != entry.place:
                self._order = None
            self._places[row] = entry.place
            self._texts.enter(row, entry.text)
            self._words[:, row] = [self._code(name, entry.words.get(name, "")) for name in WORDS]
            # None becomes not a number on the way in.
            self._numbers[:, row] = [entry.numbers.get(name) for name in NUMBERS]
            self._seen[row] = self._mask_of(tuple(entry.signs))
            if entry.tried:
                self.tried[row] = entry.tried
            else:
                self.tried.pop(row, None)

    def word(self, name: str) -> NDArray[np.int32]:
        """Return a column of words, each as its place among `labels[name]`."""
        return self._words[WORDS.index(name), : len(self)]

    def number(self, name: str) -> NDArray[np.float64]:
        """Return a column of numbers; not a number where it is not known."""
        return self._numbers[NUMBERS.index(name), : len(self)]

    def saw(self, sign: str) -> Mask:
        """Return which runs saw a sign."""
        if sign not in self.signs:
            return np.zeros(len(self), dtype=np.bool_)
        bit = np.int64(1) << self.signs.index(sign)
        return np.asarray((self._seen[: len(self)] & bit) != 0)

    def worded(self, words: str) -> Mask:
        """Return which runs hold some words, as one piece and in any case."""
        return self._texts.found(words, len(self))

    @property
    def order(self) -> NDArray[np.int64]:
        """The rows, newest first."""
        if self._order is None:
            self._order = np.argsort(-self._places[: len(self)], kind="stable")
        return self._order

    def _code(self, name: str, label: str) -> int:
        known = self._label_at[name]
        if label not in known:
            known[label] = len(known)
            self.labels[name].append(label)
        return known[label]

    def _mask_of(self, signs: tuple[str, ...]) -> int:
        if signs in self._masks:
            return self._masks[signs]
        mask = 0
        for sign in signs:
            if sign not in self.signs:
                if len(self.signs) == MOST_SIGNS:
                    continue
                self.signs.append(sign)
            mask |= 1 << self.signs.index(sign)
        self._masks[signs] = mask
        return mask

    def _make_room(self, rows: int) -> None:
        room = len(self._seen)
        if rows <= room:
            return

        def wider(old: Any, blank: float) -> Any:
            new = np.full((*old.shape[:-1], 2 * room), blank, dtype=old.dtype)
            new[..., :room] = old
            return new

        self._words, self._numbers = wider(self._words, 0), wider(self._numbers, np.nan)
        self._seen, self._places = wider(self._seen, 0), wider(self._places, 0)
