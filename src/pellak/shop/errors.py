"""What can go wrong between a person and the records.

ShopError
├── NotFound     no such job or run
└── Stale        someone else saved first; carries what stands there now
"""

from typing import Any


class ShopError(Exception):
    """Anything the shop raises on purpose."""


class NotFound(ShopError):
    """There is no such thing."""

    def __init__(self, what: str, wanted_id: str) -> None:
        self.what = what
        self.wanted_id = wanted_id
        super().__init__(f"no {what} {wanted_id!r}")


class Stale(ShopError):
    """The version named is not the one that stands; nothing was saved."""

    def __init__(self, what: str, wanted: int, standing: int, current: Any) -> None:
        self.current = current
        super().__init__(
            f"this {what} was saved elsewhere: version {standing} stands, {wanted} was sent"
        )
