"""One SQLite file: opened, migrated, and given out one transaction at a time."""

import sqlite3
from collections.abc import Iterator
from contextlib import closing, contextmanager
from importlib.resources import files
from pathlib import Path
from typing import Any

from alembic import command
from alembic.config import Config
from sqlalchemy import Connection, create_engine, event
from sqlalchemy.orm import Session

PRAGMAS = ("foreign_keys=ON", "journal_mode=WAL", "synchronous=FULL", "busy_timeout=5000")
FILE_NAME = "pellak.sqlite"


class Database:
    """The shop's records in `folder`. Created and migrated to the newest form when opened."""

    def __init__(self, folder: Path) -> None:
        folder.mkdir(parents=True, exist_ok=True)
        self.path = folder / FILE_NAME
        self.engine = create_engine(f"sqlite:///{self.path}")

        @event.listens_for(self.engine, "connect")
        def _prepare(connection: Any, _record: Any) -> None:
            # The driver would begin late and read-only; we begin every transaction ourselves.
            connection.isolation_level = None
            for pragma in PRAGMAS:
                connection.execute(f"PRAGMA {pragma}")

        @event.listens_for(self.engine, "begin")
        def _begin(connection: Connection) -> None:
            # IMMEDIATE: two windows saving at once wait for each other instead of failing.
            connection.exec_driver_sql("BEGIN IMMEDIATE")

        self._migrate()

    def _migrate(self) -> None:
        config = Config()
        config.set_main_option("script_location", str(files("pellak.store") / "migrations"))
        with self.engine.begin() as connection:
            config.attributes["connection"] = connection
            command.upgrade(config, "head")

    @contextmanager
    def transaction(self) -> Iterator[Session]:
        """Give a session whose work is kept whole when the block ends, or not at all."""
        with Session(self.engine, expire_on_commit=False) as session, session.begin():
            yield session

    def close(self) -> None:
        """Let go of the file."""
        self.engine.dispose()


def copy_database(source: Path, target: Path) -> None:
    """Copy a live database file whole with SQLite's online backup.

    Raises:
        FileNotFoundError: there is no source.
        sqlite3.DatabaseError: the source is no database.
    """
    if not source.is_file():
        raise FileNotFoundError(source)
    with closing(sqlite3.connect(source)) as live, closing(sqlite3.connect(target)) as copy:
        if live.execute("PRAGMA integrity_check").fetchone() != ("ok",):
            raise sqlite3.DatabaseError(f"{source} is damaged")
        live.backup(copy)
