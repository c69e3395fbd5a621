"""The form of the file: its name, the mark in its head, and the revisions this Pellak knows."""

from functools import cache
from importlib.resources import files

from alembic.config import Config
from alembic.script import ScriptDirectory

FILE_NAME = "pellak.sqlite"
APPLICATION_ID = 0x50454C4B
"""Says in the file's own head that it is ours: `PELK`."""


def migrations() -> Config:
    """Return where the migrations are, as Alembic wants to know it."""
    config = Config()
    config.set_main_option("script_location", str(files("pellak.store") / "migrations"))
    return config


@cache
def known_revisions() -> frozenset[str]:
    """Return every revision this Pellak can open."""
    return frozenset(s.revision for s in ScriptDirectory.from_config(migrations()).walk_revisions())


@cache
def newest_revision() -> str:
    """Return the revision this Pellak writes."""
    return str(ScriptDirectory.from_config(migrations()).get_current_head())
