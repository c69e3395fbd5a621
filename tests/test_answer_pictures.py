"""Every joint and every purpose of the tables is drawn where a person chooses one."""

import re
from pathlib import Path

import pytest

from pellak.core.tables import rows

DRAWINGS = Path(__file__).parents[1] / "web/src/drawings"


def drawn(module):
    text = (DRAWINGS / module).read_text(encoding="utf-8")
    return set(re.findall(r'^  "?([a-z-]+)"?: \(', text, re.MULTILINE))


@pytest.mark.parametrize(
    ("module", "table", "column"),
    [
        ("jointPictures.tsx", "joints.csv", "joint"),
        ("purposePictures.tsx", "heat_purposes.csv", "purpose"),
    ],
)
def test_what_may_be_chosen_is_drawn(module, table, column):
    chosen = {row[column] for row in rows(table)}
    assert len(chosen) > 5
    assert chosen <= drawn(module)
