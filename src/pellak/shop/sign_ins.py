"""Who has given the passcode of a shared Pellak, and what they may do."""

import hashlib
import secrets
from datetime import timedelta
from typing import Literal, cast

from pellak.shop.clock import Clock
from pellak.store.database import Database
from pellak.store.tables import SignInRow

May = Literal["look", "bench", "all"]
"""Look; work at the bench too; change anything."""
LASTS = timedelta(days=30)


def _hashed(token: str) -> str:
    return hashlib.sha256(token.encode()).hexdigest()


class SignIns:
    """The use cases of signing in. The records keep only the hash of a token."""

    def __init__(self, database: Database, clock: Clock) -> None:
        self._database = database
        self._clock = clock

    def sign_in(self, may: May) -> str:
        """Let somebody in; return the token they show from now on."""
        token = secrets.token_urlsafe(32)
        with self._database.transaction() as session:
            session.add(SignInRow(token_hash=_hashed(token), may=may, signed_in_at=self._clock()))
        return token

    def may(self, token: str) -> May | None:
        """Return what the holder of a token may do; None for a token that does not hold."""
        with self._database.reading() as session:
            row = session.get(SignInRow, _hashed(token))
        if row is None or self._clock() - row.signed_in_at > LASTS:
            return None
        return cast(May, row.may)

    def sign_out(self, token: str) -> None:
        """Let a token hold no longer."""
        with self._database.transaction() as session:
            row = session.get(SignInRow, _hashed(token))
            if row is not None:
                session.delete(row)
