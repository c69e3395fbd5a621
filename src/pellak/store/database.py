"""One SQLite file: opened, migrated, and given out one short transaction at a time."""

import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from datetime import UTC, datetime
from pathlib import Path
from threading import Lock
from typing import Any

from alembic import command
from sqlalchemy import Connection, Engine, create_engine, event
from sqlalchemy.exc import DBAPIError
from sqlalchemy.orm import Session

from pellak.store.change_count import count_changes
from pellak.store.disk import make_file, make_folder, shut_off
from pellak.store.errors import Busy, TooLarge, Unusable, in_our_words
from pellak.store.form import APPLICATION_ID, FILE_NAME, migrations, newest_revision
from pellak.store.keeping import BACKUPS, BESIDE, back_up_beside
from pellak.store.photo_files import PHOTOS
from pellak.store.restoring import refuse_unfinished

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

    def __init__(self, folder: Path, *, keeps_older: bool = True) -> None:
        """Open the records of a folder.

        Args:
            folder: where they are kept; made where there is none.
            keeps_older: back an older form up before it is changed; not needed of a copy.
        """
        self._keeps_older = keeps_older
        try:
            make_folder(folder)
        except OSError as error:
            raise Unusable(f"the folder {folder} cannot be made ({error.strerror})") from None
        refuse_unfinished(folder)
        self.path = folder / FILE_NAME
        _shut_off(self.path)
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

        with _errors_worded(self.path):
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
        if stands_at is not None and self._keeps_older:
            # None is let go here: how many are kept is the person's, and read by the daily one.
            back_up_beside(self.path.parent, datetime.now(UTC), None)
        config = migrations()
        with self._writing.begin() as connection:
            config.attributes["connection"] = connection
            command.upgrade(config, "head")
            connection.exec_driver_sql(f"PRAGMA application_id={APPLICATION_ID}")

    @contextmanager
    def reading(self) -> Iterator[Session]:
        """Give a session that sees one moment of the records and keeps nobody waiting."""
        with _errors_worded(self.path), _session(self.engine) as session:
            yield session

    @contextmanager
    def transaction(self) -> Iterator[Session]:
        """Give a session whose work is kept whole when the block ends, or not at all.

        Nothing is reckoned inside: the block holds everybody else's saves.
        """
        # Windows of this server wait their turn here; the file's own lock would let them guess.
        with self._in_turn(), _errors_worded(self.path), _session(self._writing) as session:
            event.listen(session, "before_flush", count_changes)
            yield session

    @contextmanager
    def without_keys(self) -> Iterator[Session]:
        """Give a transaction that may leave rows hanging on none until it has mended them itself;
        only for a copy that nobody else has open."""
        with _errors_worded(self.path), self.engine.connect() as connection:
            connection.connection.cursor().execute("PRAGMA foreign_keys=OFF")
            with Session(connection) as session, session.begin():
                yield session
            connection.invalidate()

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


def _shut_off(path: Path) -> None:
    """Let nobody else of this machine read the records, those of an older Pellak included; what
    SQLite makes beside a file takes the file's own rights."""
    if not path.exists():
        with suppress(OSError):  # a folder that cannot be written says so when it is opened
            make_file(path)
    beside = (path.with_name(path.name + ending) for ending in BESIDE)
    for ours in (path, *beside, path.parent / BACKUPS, path.parent / PHOTOS):
        if ours.exists():
            shut_off(ours)


@contextmanager
def _session(engine: Engine) -> Iterator[Session]:
    with Session(engine, expire_on_commit=False) as session, session.begin():
        yield session


@contextmanager
def _errors_worded(path: Path) -> Iterator[None]:
    """Raise what SQLite said in our own words."""
    try:
        yield
    except DBAPIError as error:
        cause = error.orig
        if not isinstance(cause, sqlite3.Error):
            raise
        worded = in_our_words(cause, path)
        if worded is None:
            raise
        raise worded from error
    except OverflowError as error:
        # The driver's word for a version or a place that nobody was ever given.
        if "SQLite INTEGER" not in str(error):
            raise
        raise TooLarge from error
