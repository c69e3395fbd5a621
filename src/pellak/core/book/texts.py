"""What runs say in words, as one long text: searched whole, a common word as quickly as a rare one.

A trigram index answers a rare word at once and takes a fifth of a second over one that a third of
a hundred thousand runs hold; a plain search through all of it does not care."""

from array import array

import numpy as np
from numpy.typing import NDArray

END = "\0"
"""Stands after each text, so that nothing is found across two of them."""


class RunTexts:
    """The words of runs by their row, whatever case they are in."""

    def __init__(self) -> None:
        self._whole = bytearray()
        self._starts = array("q")
        self._rows = array("q")
        self._counts = bytearray()
        self._newest: dict[int, int] = {}

    def enter(self, row: int, text: str) -> None:
        """Take the words of a row in, in place of those it had."""
        kept = _folded(text.replace(END, " "))
        at = self._newest.get(row)
        if at is not None:
            if self._at(at) == kept:
                return
            # What a row said before stays where it is and no longer counts.
            self._counts[at] = False
        self._counts.append(True)
        self._newest[row] = len(self._starts)
        self._starts.append(len(self._whole))
        self._rows.append(row)
        self._whole += kept + END.encode()

    def found(self, words: str, rows: int) -> NDArray[np.bool_]:
        """Return which of the first so many rows hold the words, as one piece and in any case."""
        mask = np.zeros(rows, dtype=np.bool_)
        asked = _folded(words)
        if not asked or not self._starts or END.encode() in asked:
            return mask
        whole = np.frombuffer(self._whole, dtype=np.uint8)
        # Letter by letter through all of it: as quick where every run holds the words as where
        # none does, which a search from hit to hit is not.
        hits = np.flatnonzero(whole[: max(0, len(whole) - len(asked) + 1)] == asked[0])
        for step, letter in enumerate(asked[1:], start=1):
            hits = hits[whole[hits + step] == letter]
        starts = np.frombuffer(self._starts, dtype=np.int64)
        at = np.searchsorted(starts, hits, side="right") - 1
        at = at[np.frombuffer(self._counts, dtype=np.bool_)[at]]
        mask[np.frombuffer(self._rows, dtype=np.int64)[at]] = True
        return mask

    def _at(self, at: int) -> bytes:
        start = self._starts[at]
        end = self._starts[at + 1] if at + 1 < len(self._starts) else len(self._whole)
        return bytes(self._whole[start : end - 1])


def _folded(text: str) -> bytes:
    return text.casefold().encode("utf-8", "replace")
