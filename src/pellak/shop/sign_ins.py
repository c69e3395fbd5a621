"""Who has given the passcode of a shared Pellak, and what they may do."""

import hashlib
import secrets
from collections.abc import Mapping
from datetime import timedelta
from typing import Literal

from sqlalchemy import delete, func, select

from pellak.shop.clock import Clock
from pellak.store.database import Database
from pellak.store.tables import SignInRow

May = Literal["look", "bench", "all"]
"""Look; work at the bench too; change anything."""
LASTS = timedelta(days=30)


class SignIns:
    """The use cases of signing in. The records keep only a hash of token and passcode together.

    A token holds under the passcode it was given for and no other: once that is changed, nobody
    is signed in by it, and nothing in the records helps to guess either.
    """

    def __init__(self, database: Database, clock: Clock, passcodes: Mapping[May, str]) -> None:
        self._database = database
        self._clock = clock
        self._passcodes = dict(passcodes)

    def sign_in(self, may: May) -> str:
        """Let somebody in; return the token they show from now on. Forgets who is past."""
        token, now = secrets.token_urlsafe(32), self._clock()
        with self._database.transaction() as session:
            session.execute(delete(SignInRow).where(SignInRow.signed_in_at < now - LASTS))
            row = SignInRow(token_hash=self._hashed(token, may), may=may, signed_in_at=now)
            session.add(row)
        return token

    def may(self, token: str) -> May | None:
        """Return what the holder of a token may do; None for a token that does not hold."""
        by_hash = {self._hashed(token, may): may for may in self._passcodes}
        with self._database.reading() as session:
            found = session.scalars(select(SignInRow).where(SignInRow.token_hash.in_(by_hash)))
            row = found.first()
        if row is None or not timedelta() <= self._clock() - row.signed_in_at <= LASTS:
            return None
        return by_hash[row.token_hash]

    def sign_out(self, token: str) -> None:
        """Let a token hold no longer."""
        hashes = [self._hashed(token, may) for may in self._passcodes]
        with self._database.transaction() as session:
            session.execute(delete(SignInRow).where(SignInRow.token_hash.in_(hashes)))

    def sign_everyone_out(self) -> int:
        """Let no token hold any longer; return how many did."""
        with self._database.transaction() as session:
            count = session.scalar(select(func.count()).select_from(SignInRow)) or 0
            session.execute(delete(SignInRow))
        return count

    def _hashed(self, token: str, may: May) -> str:
        secret = f"{may}\0{self._passcodes[may]}\0{token}"
        return hashlib.sha256(secret.encode()).hexdigest()
