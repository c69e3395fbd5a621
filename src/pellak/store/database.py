"""One SQLite file: opened, migrated, and given out one short transaction at a time."""

import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from pathlib import Path
from threading import Lock
from typing import Any

from alembic import command
from sqlalchemy import Connection, Engine, create_engine, event
from sqlalchemy.exc import DBAPIError
from sqlalchemy.orm import Session

from pellak.store.change_count import count_changes
from pellak.store.errors import Busy, Unusable, in_our_words
from pellak.store.form import APPLICATION_ID, FILE_NAME, migrations, newest_revision
from pellak.store.keeping import USUALLY_KEPT, back_up_beside

WAITS_MS = 10_000
"""How long a writer waits for another. Writes are short, so longer means something is wrong."""
PRAGMAS = (
    "foreign_keys=ON",
    "journal_mode=WAL",
    "synchronous=FULL",
    f"busy_timeout={WAITS_MS}",
)
CONNECTIONS, MORE_CONNECTIONS = 8, 40
BEGIN = "pellak_begin"


class Database:
    """The shop's records in `folder`. Created and migrated to the newest form when opened.

    Raises:
        Unusable: the folder or the file cannot be used; says why.
        Busy: another process holds the file.
    """

    def __init__(self, folder: Path) -> None:
        try:
            folder.mkdir(parents=True, exist_ok=True)
        except OSError as error:
            raise Unusable(f"the folder {folder} cannot be made ({error.strerror})") from None
        self.path = folder / FILE_NAME
        self.engine = create_engine(
            f"sqlite:///{self.path}", pool_size=CONNECTIONS, max_overflow=MORE_CONNECTIONS
        )
        self._turn = Lock()
        self._writing = self.engine.execution_options(**{BEGIN: "BEGIN IMMEDIATE"})

        @event.listens_for(self.engine, "connect")
        def _prepare(connection: Any, _record: Any) -> None:
            # The driver would begin late; we begin every transaction ourselves.
            connection.isolation_level = None
            for pragma in PRAGMAS:
                connection.execute(f"PRAGMA {pragma}")

        @event.listens_for(self.engine, "begin")
        def _begin(connection: Connection) -> None:
            # A reader begins late and never holds the lock; a writer takes it at once, so that two
            # windows saving wait for each other instead of failing half-way.
            connection.exec_driver_sql(connection.get_execution_options().get(BEGIN, "BEGIN"))

        with _told(self.path):
            self._migrate()

    def _migrate(self) -> None:
        with self.engine.connect() as connection:
            tables = connection.exec_driver_sql("SELECT name FROM sqlite_master").scalars().all()
            stands_at = (
                connection.exec_driver_sql("SELECT version_num FROM alembic_version").scalar()
                if "alembic_version" in tables
                else None
            )
        if stands_at == newest_revision():
            return
        if stands_at is not None:
            back_up_beside(self.path.parent, datetime.now(UTC), USUALLY_KEPT)
        config = migrations()
        with self._writing.begin() as connection:
            config.attributes["connection"] = connection
            command.upgrade(config, "head")
            connection.exec_driver_sql(f"PRAGMA application_id={APPLICATION_ID}")

    @contextmanager
    def reading(self) -> Iterator[Session]:
        """Give a session that sees one moment of the records and keeps nobody waiting."""
        with _told(self.path), _session(self.engine) as session:
            yield session

    @contextmanager
    def transaction(self) -> Iterator[Session]:
        """Give a session whose work is kept whole when the block ends, or not at all.

        Nothing is reckoned inside: the block holds everybody else's saves.
        """
        # Windows of this server wait their turn here; the file's own lock would let them guess.
        with self._in_turn(), _told(self.path), _session(self._writing) as session:
            event.listen(session, "before_flush", count_changes)
            yield session

    @contextmanager
    def _in_turn(self) -> Iterator[None]:
        if not self._turn.acquire(timeout=WAITS_MS / 1000):
            raise Busy("the records are busy with another save")
        try:
            yield
        finally:
            self._turn.release()

    def close(self) -> None:
        """Let go of the file."""
        self.engine.dispose()


@contextmanager
def _session(engine: Engine) -> Iterator[Session]:
    with Session(engine, expire_on_commit=False) as session, session.begin():
        yield session


@contextmanager
def _told(path: Path) -> Iterator[None]:
    """Raise what SQLite said in our own words."""
    try:
        yield
    except DBAPIError as error:
        cause = error.orig
        if not isinstance(cause, sqlite3.Error):
            raise
        told = in_our_words(cause, path)
        if told is None:
            raise
        raise told from error
