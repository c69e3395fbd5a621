"""The one tree of errors the core raises.

PellakError
└── Refused          one value cannot be used; names its field, what was read, what is accepted
"""


class PellakError(Exception):
    """Anything the core raises on purpose."""


class Refused(PellakError):
    """A value that cannot be used, told so that the person who typed it can mend it."""

    def __init__(self, field: str, was_read: object, accepted: str) -> None:
        self.field = field
        self.was_read = was_read
        self.accepted = accepted
        super().__init__(f"{field}: read {was_read!r}; {accepted}")
