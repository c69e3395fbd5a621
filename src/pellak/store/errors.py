"""What the records themselves can answer.

StoreError
├── TooLarge     a number no row can hold; nothing was saved
├── Busy         another writer held them longer than we wait; nothing was saved
└── Unusable     damaged, foreign, newer, read-only or full; says which and what helps
"""

import sqlite3
from pathlib import Path


class StoreError(Exception):
    """Anything the store raises on purpose."""


LARGEST_NUMBER = 2**63 - 1
"""The largest whole number a row holds."""


class TooLarge(StoreError):
    """A whole number larger than any row holds; nothing was saved."""

    def __init__(self) -> None:
        super().__init__(f"a whole number over {LARGEST_NUMBER}")


class Busy(StoreError):
    """Another writer holds the records; nothing was saved and the same may be sent again."""


class Unusable(StoreError):
    """The records cannot be used as they are; the words say why and what helps."""


def in_our_words(error: sqlite3.Error, path: Path) -> Busy | Unusable | None:
    """Return what an error of SQLite means for the person, None where it is a fault of ours."""
    match getattr(error, "sqlite_errorname", "").split("_")[1:2]:
        case ["BUSY"] | ["LOCKED"]:
            return Busy("the records are busy with another save")
        case ["READONLY"] | ["CANTOPEN"] | ["PERM"]:
            return Unusable(f"{path} cannot be written; look at the folder's permissions")
        case ["FULL"] | ["IOERR"]:
            return Unusable(f"{path} cannot be written: the disk is full or failing")
        case ["CORRUPT"]:
            return Unusable(f"{path} is damaged; see `pellak salvage` and the backups beside it")
        case ["NOTADB"]:
            return Unusable(f"{path} is no Pellak database")
    return None
