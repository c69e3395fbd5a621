"""Whether a file has the form its revision says, to the last table: no less, and nothing more."""

import sqlite3
from contextlib import closing
from functools import cache
from pathlib import Path

from alembic import command
from sqlalchemy import create_engine
from sqlalchemy.pool import StaticPool

from pellak.store.errors import Unusable
from pellak.store.form import migrations
from pellak.store.health import read_only

Columns = frozenset[tuple[str, str, int, int, int]]
"""Of a table: name, type, whether it may be null, place in the key, whether it is generated."""
Form = dict[tuple[str, str], Columns]
"""What a file is made of, by kind and name."""


@cache
def form_of(revision: str) -> Form:
    """Return what the migrations make up to a revision."""
    engine = create_engine("sqlite://", poolclass=StaticPool)
    config = migrations()
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, revision)
        made = connection.connection.driver_connection
        assert isinstance(made, sqlite3.Connection)
        form = _form(made)
    engine.dispose()
    return form


def _form(connection: sqlite3.Connection) -> Form:
    objects = connection.execute(
        "SELECT type, name FROM sqlite_master WHERE name NOT LIKE 'sqlite\\_%' ESCAPE '\\'"
    ).fetchall()
    return {
        (kind, name): frozenset(
            (column, typed.upper(), must, place, hidden)
            for _, column, typed, must, _, place, hidden in connection.execute(
                "SELECT * FROM pragma_table_xinfo(?)", (name,)
            )
        )
        if kind == "table"
        else frozenset()
        for kind, name in objects
    }


def check_form(path: Path) -> None:
    """Check that a sound Pellak file holds the tables and columns of its revision, and no more.

    A trigger or a view would run in our name, or stand where a table should.

    Raises:
        Unusable: it does not; says what is missing or strange.
    """
    with closing(read_only(path)) as connection:
        (revision,) = connection.execute("SELECT version_num FROM alembic_version").fetchone()
        found = _form(connection)
    wanted = form_of(revision)
    faults = [f"a {kind} {name!r} that no Pellak makes" for kind, name in found.keys() - wanted]
    faults += [f"no {kind} {name!r}" for kind, name in wanted.keys() - found.keys()]
    for one in wanted.keys() & found.keys():
        different = sorted({column[0] for column in wanted[one] ^ found[one]})
        if different:
            faults.append(f"{one[0]} {one[1]!r} with other columns: {', '.join(different)}")
    if faults:
        raise Unusable(
            f"{path} has not the form of {revision}: it holds {'; '.join(sorted(faults))}"
        )
