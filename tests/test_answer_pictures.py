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
    ("module", "table", "column", "of"),
    [
        ("jointPictures.tsx", "joints.csv", "joint", None),
        ("purposePictures.tsx", "heat_questions.csv", "id", "purpose"),
    ],
)
def test_what_may_be_chosen_is_drawn(module, table, column, of):
    chosen = {row[column] for row in rows(table) if of is None or row["field"] == of}
    assert len(chosen) > 5
    assert chosen <= drawn(module)
